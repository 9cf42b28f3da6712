#include "core/proof/model/seats.h"

#include <fmt/format.h>

namespace hefty::proof {

int Seats::node(const Seat &s, const std::string &id, const Vec3 &at) {
    if (s.stop >= 0) return arm(m_out, m_ways.nodeOf(s.stop), id, at);
    std::vector<int> around;
    if (m_plates.has(s.part)) around = m_plates.rim(s.part, at);
    // A jack's head, a boot, the flange of a fairlead: some 50 mm of the wall move with it.
    constexpr double half = 25;  // mm
    if (around.empty() && !m_plates.has(s.part)) around = m_tubes.patch(s.part, s.at, half);
    if (around.empty())
        for (const mechanics::TieEnd &e : ends(s.part, s.at)) around.push_back(e.node);
    const int node = newNode(m_out, id, at);
    m_out.model.rigidLinks.push_back({node, std::move(around)});
    return node;
}

std::vector<int> Seats::holesAlong(const std::string &part, const Vec3 &from, const Vec3 &to,
                                   const std::string &id) {
    std::vector<int> out;
    for (Rim &r : m_tubes.rimsAlong(part, from, to)) {
        out.push_back(newNode(m_out, fmt::format("{}.{}", id, out.size()), r.center));
        m_out.model.rigidLinks.push_back({out.back(), std::move(r.nodes)});
    }
    return out;
}

int addSpring(Idealization &out, const std::string &id, int from, int to,
              const mechanics::Matrix6 &stiffness) {
    out.model.springs.push_back({id, from, to, stiffness});
    return static_cast<int>(out.model.springs.size()) - 1;
}

int nodeOfVehicle(Idealization &out, const std::string &id, const Vec3 &at, double stiffness, double half) {
    const int node = newNode(out, id, at);
    if (!(stiffness > 0)) {
        out.model.supports.push_back({node, mechanics::allFreedoms});
        return node;
    }
    mechanics::Matrix6 k = mechanics::Matrix6::Zero();
    k.diagonal().head<3>().setConstant(stiffness);
    k.diagonal().tail<3>().setConstant(stiffness * half * half);
    addSpring(out, id, node, -1, k);
    return node;
}

void addPoint(mechanics::Matrix6 &k, const Vec3 &r, const Vec3 &stiffness) {
    Eigen::Matrix<double, 3, 6> b = Eigen::Matrix<double, 3, 6>::Zero();
    b.leftCols<3>().setIdentity();
    b.rightCols<3>() << 0, r.z(), -r.y(), -r.z(), 0, r.x(), r.y(), -r.x(), 0;
    k += b.transpose() * stiffness.asDiagonal() * b;
}

}  // namespace hefty::proof
