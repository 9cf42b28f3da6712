#include "core/proof/model/bolt_ties.h"

#include <algorithm>
#include <numbers>

#include <fmt/format.h>

namespace hefty::proof {

using mechanics::Matrix6;

void BoltTies::planBolts() {
    for (const armor::BoltJoint &m : m_in.mounts) {
        m_mountSeats.push_back(m_seats.on(m.part, m.plane.origin));
        std::vector<Seat> &behind = m_behindSeats.emplace_back();
        if (const std::string part = behindOf(m); !part.empty())
            for (const Vec3 &at : m.at) behind.push_back(m_seats.on(part, at));
        const armor::BoltJoint inner = backingOf(m);
        m_backingSeats.push_back(inner.part.empty() ? Seat{} : m_seats.on(inner.part, inner.plane.origin));
    }
    for (const armor::BoltJoint &f : m_in.feet) {
        std::vector<Seat> seats;
        for (const Vec3 &at : f.at) seats.push_back(m_seats.on(f.part, at));
        m_footSeats.push_back(std::move(seats));
    }
    if (m_in.winch && m_in.winch->fairleadBolts)
        for (const Vec3 &at : m_in.winch->fairleadBolts->at)
            m_fairleadSeats.push_back(m_seats.on(m_in.winch->fairleadBolts->part, at));
}

void BoltTies::tieMounts() {
    for (std::size_t i = 0; i < m_in.mounts.size(); ++i)
        if (m_in.mounts[i].hold.empty() && m_seats.isThere(m_mountSeats[i]) &&
            behindOf(m_in.mounts[i]).empty())
            m_rails.plan(m_in.mounts[i].plane.origin);
    m_rails.make();
    for (std::size_t i = 0; i < m_in.mounts.size(); ++i) {
        const armor::BoltJoint &m = m_in.mounts[i];
        if (!m_seats.isThere(m_mountSeats[i])) {
            m_out.mountSprings.emplace_back();
            m_out.railBeams.emplace_back();
            continue;
        }
        if (m.hold.empty() && behindOf(m).empty())
            m_out.railBeams.push_back(m_rails.beamsAt(m.plane.origin));
        else
            m_out.railBeams.emplace_back();
        const Vec3 shearAxes = Vec3::Ones() - m.axis.cwiseAbs();
        const Vec3 stiffness = shearAxes * boltShearStiffness + m.axis.cwiseAbs() * alongBolt(m);
        if (!behindOf(m).empty()) {
            tieBehind(i, stiffness);
            continue;
        }
        constexpr double footprint = 30;  // mm: half of what a boss or a bracket stands on
        const int behind = m.hold.empty() ? m_rails.nodeAt(m.plane.origin)
                                          : nodeOfVehicle(m_out, m.name + "/hold", m.plane.origin,
                                                          m.holdStiffness, footprint);
        const int rail = arm(m_out, behind, m.name + "/rail", m.plane.origin);
        m_out.mountSprings.push_back(tieToRail(m, m_mountSeats[i], rail, stiffness));
        if (!m.clampedBy.empty()) tieBacking(i, rail, stiffness);
    }
}

/// The part that the bolts of a mount go into: one of the piece that this one stands on, or a rail that is
/// itself a part; empty: the vehicle is behind them.
std::string BoltTies::behindOf(const armor::BoltJoint &m) const {
    if (!m.behind.empty()) return m.behind;
    const armor::BarPart *rail = m_in.railUnder(m);
    return rail ? rail->name : std::string();
}

/// The bolts of a plate as springs to a node of the rail; without shells as one.
std::vector<int> BoltTies::tieToRail(const armor::BoltJoint &m, const Seat &seat, int rail,
                                     const Vec3 &stiffness) {
    if (m_seats.meshed(m.part, m.plane.origin)) return tieBolts(m, rail, stiffness);
    const int node = m_seats.node(seat, m.name, m.plane.origin);
    Matrix6 k = Matrix6::Zero();
    for (const Vec3 &at : m.at) addPoint(k, at - m.plane.origin, stiffness);
    // The clamped faces of two bolts in line resist tilting about that line, if weakly.
    if (m.at.size() > 1)
        k.bottomRightCorner<3, 3>().diagonal().array() += 1e-3 * k.bottomRightCorner<3, 3>().trace();
    else
        k.bottomRightCorner<3, 3>() = clampedFaces(m);
    return {addSpring(m_out, m.name, node, rail, k)};
}

/// The inner plate of a clamp lies on the rail; what it carries is looked at by the check of the clamp.
void BoltTies::tieBacking(std::size_t mount, int rail, const Vec3 &stiffness) {
    const armor::BoltJoint inner = backingOf(m_in.mounts[mount]);
    if (!inner.part.empty() && m_seats.isThere(m_backingSeats[mount]))
        tieToRail(inner, m_backingSeats[mount], rail, stiffness);
}

/// The same bolts at the inner plate of a clamp; without a part: there is none.
armor::BoltJoint BoltTies::backingOf(const armor::BoltJoint &m) const {
    armor::BoltJoint inner = m;
    const armor::SheetPart *plate = m_in.sheet(m.clampedBy);
    inner.part = plate ? plate->name : std::string();
    if (!plate) return inner;
    inner.name += "/backing";
    const Vec3 by = m.axis * (plate->axes.origin - m.plane.origin).dot(m.axis);
    inner.plane.origin += by;
    for (Vec3 &at : inner.at) at += by;
    return inner;
}

/// Every bolt between this piece and the one that it stands on, or a rail that is part of it: a spring from
/// rim to rim.
void BoltTies::tieBehind(std::size_t mount, const Vec3 &stiffness) {
    const armor::BoltJoint &m = m_in.mounts[mount];
    std::vector<int> springs;
    for (std::size_t b = 0; b < m.at.size(); ++b) {
        const Seat &behind = m_behindSeats[mount][b];
        if (!m_seats.isThere(behind)) continue;
        const std::string id = fmt::format("{}/{}", m.name, m.ids[b]);
        const Seat own = m_seats.meshed(m.part, m.at[b]) ? Seat{m.part, m.at[b], -1} : m_mountSeats[mount];
        Matrix6 k = Matrix6::Zero();
        k.topLeftCorner<3, 3>() = stiffness.asDiagonal();
        k.bottomRightCorner<3, 3>() = clampedFaces(m);
        springs.push_back(addSpring(m_out, id, m_seats.node(own, id + "/seat", m.at[b]),
                                    m_seats.node(behind, id + "/behind", m.at[b]), k));
    }
    m_out.mountSprings.push_back(std::move(springs));
}

/// What a bolt and the sleeve that it clamps resist along it together [N/mm]; without a sleeve the bolt
/// alone.
double BoltTies::alongBolt(const armor::BoltJoint &m) const {
    if (!(m.sleeve > m.hole) || !(m.sleeveLength > 0)) return boltAxialStiffness;
    const double area = std::numbers::pi / 4 * (m.sleeve * m.sleeve - m.hole * m.hole);
    return boltAxialStiffness + m_railMaterial.E * area / m.sleeveLength;
}

/// What the faces under a bolt resist against tilting, over the radius of its washer. A single bolt lets the
/// plate turn about itself.
Eigen::Matrix3d BoltTies::clampedFaces(const armor::BoltJoint &m) const {
    const double clamped = m.sleeve > m.hole ? m.sleeve : m.diameter;
    const double tilting = alongBolt(m) * clamped * clamped / 4;
    Eigen::Matrix3d out = Eigen::Matrix3d::Identity() * tilting;
    if (m.at.size() == 1) out -= tilting * m.axis * m.axis.transpose();
    return out;
}

/// Every bolt of a mount by itself; what it clamps resists tilting over the radius of its washer.
std::vector<int> BoltTies::tieBolts(const armor::BoltJoint &m, int rail, const Vec3 &stiffness) {
    std::vector<int> springs;
    for (std::size_t b = 0; b < m.at.size(); ++b) {
        const std::string id = fmt::format("{}/{}", m.name, m.ids[b]);
        const int seat = m_seats.node({m.part, m.at[b], -1}, id + "/seat", m.at[b]);
        Matrix6 k = Matrix6::Zero();
        k.topLeftCorner<3, 3>() = stiffness.asDiagonal();
        k.bottomRightCorner<3, 3>() = clampedFaces(m);
        springs.push_back(addSpring(m_out, id, seat, arm(m_out, rail, id, m.at[b]), k));
    }
    return springs;
}

/// A fairlead is a rigid body on its bolts; its flange resists tilting about the line of them.
void BoltTies::tieFairlead() {
    const auto &bolts = m_in.winch->fairleadBolts;
    if (!bolts || !std::all_of(m_fairleadSeats.begin(), m_fairleadSeats.end(),
                               [this](const Seat &s) { return m_seats.isThere(s); }))
        return;
    m_out.fairleadNode = newNode(m_out, "fairlead", m_in.winch->fairleadAt);
    const double half = m_in.winch->fairleadHeight / 2;
    for (std::size_t i = 0; i < bolts->at.size(); ++i) {
        const std::string id = fmt::format("{}/{}", bolts->name, bolts->ids[i]);
        const int on = arm(m_out, m_out.fairleadNode, id, bolts->at[i]);
        const int seat = m_seats.node(m_fairleadSeats[i], id + "/seat", bolts->at[i]);
        Matrix6 k = Matrix6::Zero();
        const Vec3 along = bolts->axis.cwiseAbs();
        k.topLeftCorner<3, 3>() =
            Vec3((Vec3::Ones() - along) * boltShearStiffness + along * boltAxialStiffness).asDiagonal();
        k.bottomRightCorner<3, 3>().diagonal().setConstant(boltAxialStiffness * half * half / 4);
        m_out.fairleadSprings.push_back(addSpring(m_out, id, on, seat, k));
    }
}

void BoltTies::tieWinch() {
    if (!m_in.winch) return;
    tieFairlead();
    m_out.drumNode = newNode(m_out, "winch", m_in.winch->drum);
    for (std::size_t j = 0; j < m_in.feet.size(); ++j) {
        const armor::BoltJoint &f = m_in.feet[j];
        std::vector<int> springs;
        for (std::size_t i = 0; i < f.at.size(); ++i) {
            if (!m_seats.isThere(m_footSeats[j][i])) continue;
            const std::string id = fmt::format("{}/{}", f.name, f.ids[i]);
            const int foot = arm(m_out, m_out.drumNode, id, f.at[i]);
            const int seat = m_seats.node(m_footSeats[j][i], id + "/seat", f.at[i]);
            Matrix6 k = Matrix6::Zero();
            k.diagonal() << boltShearStiffness, boltShearStiffness, boltAxialStiffness, 0, 0, 0;
            springs.push_back(addSpring(m_out, id, foot, seat, k));
        }
        m_out.footSprings.push_back(std::move(springs));
    }
}

}  // namespace hefty::proof
