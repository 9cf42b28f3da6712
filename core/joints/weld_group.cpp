#include "core/joints/weld_group.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>
#include <Eigen/Eigenvalues>

namespace hefty::joints {

Result<WeldGroup> WeldGroup::make(std::vector<WeldSegment> segments) {
    if (segments.empty())
        return fail(ProblemKind::BadInput, "The weld group has no segment.", "segments", "Add a weld line.");
    WeldGroup group;
    for (const WeldSegment &s : segments) {
        const double length = (s.to - s.from).norm();
        if (!(s.leg > 0))
            return fail(ProblemKind::BadInput, fmt::format("The leg must be above 0, {} was given.", s.leg),
                        "segments/" + s.id + "/leg");
        if (!(length > 0))
            return fail(ProblemKind::BadInput, "The weld line has no length.", "segments/" + s.id,
                        "Give two different ends.");
        group.m_area += throatPerLeg * s.leg * length;
        group.m_centroid += throatPerLeg * s.leg * length * (s.from + s.to) / 2;
    }
    group.m_centroid /= group.m_area;
    for (const WeldSegment &s : segments) {
        const Vec3 d = s.to - s.from;
        const Vec3 mid = (s.from + s.to) / 2 - group.m_centroid;
        const double area = throatPerLeg * s.leg * d.norm();
        // integral of rho rho' over the line = area (mid mid' + d d'/12)
        const Eigen::Matrix3d second = area * (mid * mid.transpose() + d * d.transpose() / 12);
        group.m_inertia += second.trace() * Eigen::Matrix3d::Identity() - second;
    }
    const Eigen::SelfAdjointEigenSolver<Eigen::Matrix3d> modes(group.m_inertia);
    const double largest = modes.eigenvalues()(2);
    for (int i = 0; i < 3; ++i) {
        const double value = modes.eigenvalues()(i);
        const Vec3 axis = modes.eigenvectors().col(i);
        if (value > 1e-12 * largest)
            group.m_inverse += axis * axis.transpose() / value;
        else
            group.m_looseAxis = axis;
    }
    group.m_segments = std::move(segments);
    return group;
}

double WeldGroup::length() const {
    double sum = 0;
    for (const WeldSegment &s : m_segments) sum += (s.to - s.from).norm();
    return sum;
}

Vec3 WeldGroup::stressAt(const PointLoad &load, const Vec3 &place) const {
    const Vec3 moment = load.moment + (load.at - m_centroid).cross(load.force);
    return load.force / m_area + (m_inverse * moment).cross(place - m_centroid);
}

Result<ThroatStress> WeldGroup::stress(const PointLoad &load) const {
    const Vec3 arm = load.at - m_centroid;
    const Vec3 moment = load.moment + arm.cross(load.force);
    if (!moment.allFinite() || !load.force.allFinite())
        return fail(ProblemKind::NotFinite, "The load on the weld group is not finite.", "load");
    const double twist = std::abs(moment.dot(m_looseAxis));
    const double scale = load.moment.norm() + arm.norm() * load.force.norm();
    if (twist > 1e-9 * scale)
        return fail(ProblemKind::Degenerate,
                    "All the weld lines lie on one line, and the load twists the part about it.", "load",
                    "Add a weld away from that line, or remove the twist.");
    // The square of a linear function is convex: the largest is at an end of a line.
    const Vec3 direct = load.force / m_area, turn = m_inverse * moment;
    ThroatStress worst;
    double most = -1;
    std::size_t of = 0;
    for (std::size_t i = 0; i < m_segments.size(); ++i)
        for (const Vec3 &end : {m_segments[i].from, m_segments[i].to}) {
            const Vec3 here = direct + turn.cross(end - m_centroid);
            const double size2 = here.squaredNorm();
            if (!(size2 > most * (1 + 1e-12))) continue;
            most = size2;
            of = i;
            worst.at = end;
            worst.stress = here;
        }
    worst.max = std::sqrt(most);
    worst.segment = m_segments[of].id;
    return worst;
}

working::Working weldWorking(const WeldGroup &group, const PointLoad &load, const ThroatStress &stress,
                             double fillerStrength, double omega) {
    using working::number;
    const Vec3 moment = load.moment + (load.at - group.centroid()).cross(load.force);
    const double allowable = allowableThroatStress * weldOmega * fillerStrength / omega;
    const std::string source = "AISC 360-16 J2.4; welds treated as lines, Blodgett 1966 7.4";
    working::Working w;
    w.title = "Stress on the throat of a fillet weld group";
    w.given("L", "length of the weld lines", group.length(), "mm", "found from where the parts touch");
    w.given("A_w", "throat area, sum of 0.7071 x leg x length", group.throatArea(), "mm²", source);
    w.given("F", "force on the group", load.force.norm(), "N", "frame analysis");
    w.given("M", "moment about the group's centroid", moment.norm(), "N·mm", "frame analysis");
    const Vec3 direct = load.force / group.throatArea();
    w.step("|a|", "stress from the force alone", "F / A_w",
           fmt::format("{} / {}", number(load.force.norm()), number(group.throatArea())), direct.norm(),
           "MPa", source);
    w.step(
        "|b × ρ|", "stress from the moment at the worst point", "J b = M, b × (r − c)",
        fmt::format("r − c = ({}, {}, {}) mm", number((stress.at - group.centroid()).x()),
                    number((stress.at - group.centroid()).y()), number((stress.at - group.centroid()).z())),
        (stress.stress - direct).norm(), "MPa", source);
    w.step("f", "resultant stress on the throat", "|a + b × (r − c)|",
           fmt::format("|({}, {}, {})|", number(stress.stress.x()), number(stress.stress.y()),
                       number(stress.stress.z())),
           stress.max, "MPa", source);
    w.step("F_w/Ω", "allowable stress on the throat", "0.60 F_EXX / Ω",
           fmt::format("0.60 · {} / {:.2f}", number(fillerStrength), omega), allowable, "MPa",
           "AISC 360-16 J2.4, table J2.5");
    w.step("u", "utilization", "f / (F_w/Ω)", fmt::format("{} / {}", number(stress.max), number(allowable)),
           stress.max / allowable, "", "");
    return w;
}

}  // namespace hefty::joints
