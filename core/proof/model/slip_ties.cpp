#include "core/proof/model/slip_ties.h"

#include <algorithm>

namespace hefty::proof {

using mechanics::Matrix6;

void SlipTies::plan() {
    for (const armor::SlipFit &s : m_in.slips) {
        std::optional<Seat> &behind = m_behind.emplace_back();
        if (!s.behind.empty()) behind = m_seats.on(s.behind, (s.mouth + s.inner) / 2);
        m_places.push_back(
            {m_seats.on(s.part, s.mouth), m_seats.on(s.part, s.inner), m_seats.on(s.part, s.pin)});
    }
    for (const armor::Fixing &f : m_in.fixings) m_fixed.push_back(m_seats.on(f.part, f.at));
}

bool SlipTies::hold() const {
    const auto slip = [](const SlipSprings &s) { return s.pin >= 0; };
    const auto fixing = [](int spring) { return spring >= 0; };
    return std::any_of(m_out.slips.begin(), m_out.slips.end(), slip) ||
           std::any_of(m_out.fixingSprings.begin(), m_out.fixingSprings.end(), fixing);
}

void SlipTies::tie() {
    tieSlips();
    tieFixings();
}

void SlipTies::tieFixings() {
    constexpr double footprint = 40;  // mm: half of what a leg is welded around
    constexpr double asWelded = 1e4;  // times as stiff as a bolt: held fast
    for (std::size_t i = 0; i < m_in.fixings.size(); ++i) {
        const armor::Fixing &f = m_in.fixings[i];
        if (!m_seats.isThere(m_fixed[i])) {
            m_out.fixingSprings.push_back(-1);
            continue;
        }
        // A crossmember is welded to its rail.
        const double give = (f.crossmember ? asWelded : 1) * boltShearStiffness;
        Matrix6 k = Matrix6::Zero();
        k.diagonal().head<3>().setConstant(give);
        k.diagonal().tail<3>().setConstant(give * footprint * footprint);
        m_out.fixingSprings.push_back(
            addSpring(m_out, f.name, m_seats.node(m_fixed[i], f.name, f.at),
                      nodeOfVehicle(m_out, f.name + "/vehicle", f.at, f.stiffness, footprint), k));
    }
}

void SlipTies::tieSlips() {
    for (std::size_t i = 0; i < m_in.slips.size(); ++i) {
        const armor::SlipFit &s = m_in.slips[i];
        SlipSprings springs;
        if (m_seats.isThere(m_places[i][0]) && m_seats.isThere(m_places[i][1]) &&
            m_seats.isThere(m_places[i][2])) {
            const Vec3 middle = (s.mouth + s.inner) / 2;
            const int receiver = m_behind[i] && m_seats.isThere(*m_behind[i])
                                     ? m_seats.node(*m_behind[i], s.name + "/behind", middle)
                                     : nodeOfVehicle(m_out, s.name + "/vehicle", middle, s.stiffness,
                                                     (s.mouth - s.inner).norm() / 2);
            const Vec3 way = s.way();
            const Eigen::Matrix3d along = way * way.transpose();
            const auto hold = [&](std::size_t place, const char *what, const Vec3 &at, const Matrix6 &k) {
                const std::string id = s.name + what;
                return addSpring(m_out, id, m_seats.node(m_places[i][place], id, at),
                                 arm(m_out, receiver, id + "/r", at), k);
            };
            Matrix6 bears = Matrix6::Zero(), pinned = Matrix6::Zero();
            bears.topLeftCorner<3, 3>() = boltShearStiffness * (Eigen::Matrix3d::Identity() - along);
            // Its walls bear on two sides against turning about itself.
            bears.bottomRightCorner<3, 3>() = boltShearStiffness * s.outside * s.outside / 4 * along;
            pinned.topLeftCorner<3, 3>() = boltShearStiffness * along;
            springs.mouth = hold(0, "/mouth", s.mouth, bears);
            springs.inner = hold(1, "/inner", s.inner, bears);
            springs.pin = hold(2, "/pin", s.pin, pinned);
        }
        m_out.slips.push_back(springs);
    }
}

}  // namespace hefty::proof
