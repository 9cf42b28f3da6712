#include "core/mechanics/beam_hinges.h"

#include <algorithm>
#include <cmath>

#include <Eigen/LU>
#include <Eigen/QR>

namespace hefty::mechanics {
namespace {

/// Hinges get a little stronger as they turn, by this share of the beam's stiffness: of two that could do
/// the same it is then told which does, and steel hardens by more.
constexpr double hardening = 5e-4;

}  // namespace

BeamHinges::BeamHinges(const Matrix12 &own, double length, const FrameSection &section, double yield)
    : m_own(own), m_kind(section.kind) {
    m_natural.setZero();
    m_natural(0, 0) = -1;
    m_natural(0, 6) = 1;
    for (const int end : {0, 1}) {
        const int row = 1 + 2 * end;
        m_natural(row, 6 * end + 4) = 1;  // ry, less the turning of the chord: -(w2 - w1)/L
        m_natural(row, 2) = -1 / length;
        m_natural(row, 8) = 1 / length;
        m_natural(row + 1, 6 * end + 5) = 1;
        m_natural(row + 1, 1) = 1 / length;
        m_natural(row + 1, 7) = -1 / length;
    }
    // Forces that do work on these: read off the stiffness of the free ends.
    const auto entry = [&own](int i, int j) { return own(i, j); };
    constexpr std::array<int, 5> home{6, 4, 5, 10, 11};
    for (int i = 0; i < 5; ++i)
        for (int j = 0; j < 5; ++j)
            m_stiffness(i, j) = entry(home[static_cast<std::size_t>(i)], home[static_cast<std::size_t>(j)]);
    m_hardening = hardening * m_stiffness.diagonal();
    m_plastic << yield * section.A, yield * section.Zpy, yield * section.Zpz, yield * section.Zpy,
        yield * section.Zpz;
    m_yields = m_plastic.minCoeff() > 0;
    if (!m_yields) return;
    const Forces inverse = m_plastic.cwiseInverse();
    const Matrix5 whole = m_stiffness + Matrix5(m_hardening.asDiagonal());
    m_scaled = inverse.asDiagonal() * whole * inverse.asDiagonal();
}

double BeamHinges::excess(const Forces &scaled, bool atTo) const {
    // Rounded where the surface comes to a point, at axial force alone: there the way of the flow would jump.
    constexpr double blunt = 0.05;
    const Eigen::Index at = atTo ? 3 : 1;
    const double n = scaled(0);
    const auto rounded = [&](double m) { return std::hypot(m, blunt * n) - blunt * std::abs(n); };
    return yieldExcess(m_kind, n, rounded(scaled(at)), rounded(scaled(at + 1)));
}

BeamHinges::Forces BeamHinges::slope(const Forces &scaled, bool atTo) const {
    const Eigen::Index at = atTo ? 3 : 1;
    constexpr double h = 1e-6;
    Forces out = Forces::Zero();
    for (const Eigen::Index i : {Eigen::Index{0}, at, at + 1}) {
        Forces up = scaled, down = scaled;
        up(i) += h;
        down(i) -= h;
        out(i) = (excess(up, atTo) - excess(down, atTo)) / (2 * h);
    }
    return out;
}

BeamHinges::Matrix5 BeamHinges::bend(const Forces &scaled, bool atTo) const {
    constexpr double h = 1e-4;
    Matrix5 out = Matrix5::Zero();
    const Eigen::Index at = atTo ? 3 : 1;
    for (const Eigen::Index i : {Eigen::Index{0}, at, at + 1}) {
        Forces up = scaled, down = scaled;
        up(i) += h;
        down(i) -= h;
        out.col(i) = (slope(up, atTo) - slope(down, atTo)) / (2 * h);
    }
    return (out + out.transpose()) / 2;
}

double BeamHinges::use(const Vec12 &f, const Flow &flow) const {
    if (!m_yields) return 0;
    Forces q;
    q << f(6), f(4), f(5), f(10), f(11);
    q -= m_hardening.cwiseProduct(flow);
    const auto at = [&](Eigen::Index i) {
        return yieldGauge(m_kind, q(0) / m_plastic(0), q(i) / m_plastic(i), q(i + 1) / m_plastic(i + 1));
    };
    return std::max(at(1), at(3));
}

bool BeamHinges::closestPoint(const Forces &trial, const std::array<bool, 2> &active, Point &at) const {
    // p - trial + C sum of amounts times slopes = 0, and excess = 0 of each active end, by Newton's method.
    const auto rest = [&](const Forces &p, const Eigen::Vector2d &amounts) {
        Eigen::Matrix<double, 7, 1> r = Eigen::Matrix<double, 7, 1>::Zero();
        r.head<5>() = p - trial;
        for (int e = 0; e < 2; ++e) {
            if (!active[static_cast<std::size_t>(e)]) continue;
            r.head<5>() += m_scaled * slope(p, e == 1) * amounts(e);
            r(5 + e) = excess(p, e == 1);
        }
        return r;
    };
    constexpr int mostSteps = 60, mostHalvings = 12;
    constexpr double close = 1e-10, closeEnough = 1e-7;
    auto r = rest(at.forces, at.amounts);
    for (int step = 0; step <= mostSteps; ++step) {
        at.jacobian.setIdentity();
        for (int e = 0; e < 2; ++e) {
            if (!active[static_cast<std::size_t>(e)]) continue;
            const Forces n = slope(at.forces, e == 1);
            at.jacobian.topLeftCorner<5, 5>() += m_scaled * bend(at.forces, e == 1) * at.amounts(e);
            at.jacobian.block<5, 1>(0, 5 + e) = m_scaled * n;
            at.jacobian.block<1, 5>(5 + e, 0) = n.transpose();
            at.jacobian(5 + e, 5 + e) = 0;
        }
        const double left = r.lpNorm<Eigen::Infinity>();
        if (left < close || step == mostSteps) return left < closeEnough;
        const Eigen::Matrix<double, 7, 1> d = at.jacobian.partialPivLu().solve(r);
        if (!d.allFinite()) return false;
        double share = 1;
        for (int halving = 0;; ++halving, share /= 2) {
            const auto next = rest(at.forces - share * d.head<5>(), at.amounts - share * d.tail<2>());
            if (next.norm() >= r.norm() && halving < mostHalvings) continue;
            r = next;
            break;
        }
        at.forces -= share * d.head<5>();
        at.amounts -= share * d.tail<2>();
    }
    return false;
}

BeamHinges::Return BeamHinges::flowBack(const Flow &natural, const Flow &flow) const {
    Return out{flow, m_stiffness, false, true};
    // From the middle of the surface, which goes along as it hardens.
    const Forces trial =
        (m_stiffness * (natural - flow) - m_hardening.cwiseProduct(flow)).cwiseQuotient(m_plastic);
    std::array<bool, 2> active{excess(trial, false) > 0, excess(trial, true) > 0};
    if (!active[0] && !active[1]) return out;
    out.flowed = true;
    const double gauge = std::max(yieldGauge(m_kind, trial(0), trial(1), trial(2)),
                                  yieldGauge(m_kind, trial(0), trial(3), trial(4)));
    for (int round = 0; round < 6; ++round) {
        Point at;
        at.forces = trial / std::max(1.0, gauge);
        if (!closestPoint(trial, active, at)) break;
        bool changed = false;
        for (int e = 0; e < 2; ++e) {
            bool &on = active[static_cast<std::size_t>(e)];
            // A hinge does not flow backwards; one that is exceeded is another.
            const bool wanted = on ? at.amounts(e) >= 0 : excess(at.forces, e == 1) > 1e-9;
            changed = changed || wanted != on;
            on = wanted;
        }
        if (changed) continue;
        Forces flowed = Forces::Zero();
        for (int e = 0; e < 2; ++e)
            if (active[static_cast<std::size_t>(e)]) flowed += slope(at.forces, e == 1) * at.amounts(e);
        out.flow += flowed.cwiseQuotient(m_plastic);
        // How what flows changes with the motions, of the whole step: as the point does, by its jacobian.
        const Matrix5 inverse = at.jacobian.inverse().topLeftCorner<5, 5>();
        const Matrix5 flows = m_scaled.completeOrthogonalDecomposition().solve(Matrix5::Identity() - inverse);
        const Forces over = m_plastic.cwiseInverse();
        const Matrix5 change = over.asDiagonal() * flows * over.asDiagonal() * m_stiffness;
        out.tangent = m_stiffness - m_stiffness * change;
        return out;
    }
    out.settled = false;
    return out;
}

BeamHinges::Answer BeamHinges::answer(const Vec12 &deformation, const Flow &flow, Flow &after) const {
    Answer out;
    after = flow;
    out.stiffness = m_own;
    out.forces = m_own * deformation - m_natural.transpose() * (m_stiffness * flow);
    if (!m_yields) return out;
    const Flow natural = m_natural * deformation;
    const Return back = flowBack(natural, flow);
    out.settled = back.settled;
    if (!back.flowed || !back.settled) return out;
    after = back.flow;
    out.forces -= m_natural.transpose() * (m_stiffness * (after - flow));
    const Matrix5 tangent = (back.tangent + back.tangent.transpose()) / 2;
    out.stiffness += m_natural.transpose() * (tangent - m_stiffness) * m_natural;
    return out;
}

}  // namespace hefty::mechanics
