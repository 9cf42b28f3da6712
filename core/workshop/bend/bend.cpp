#include "core/workshop/bend/bend.h"

#include <cmath>
#include <numbers>

#include <fmt/format.h>

namespace hefty::workshop {

using parts::Vec3;

Result<BendSchedule> bendSchedule(const std::vector<Vec3> &path, const Bender &bender) {
    constexpr double nothing = 1e-9;  // rad
    if (path.size() < 2)
        return fail(ProblemKind::BadInput, "A path needs at least two points.", "path", "Add the other end.");
    std::vector<parts::PathPoint> corners;
    for (std::size_t i = 1; i + 1 < path.size(); ++i) corners.push_back({path[i], bender.radius});
    const Vec3 first = path[1] - path[0];
    const auto spans = parts::course(path.front(), corners, path.back(),
                                     first.norm() > 0 ? Vec3(first.unitOrthogonal()) : Vec3(Vec3::UnitZ()));
    if (!spans) return tl::unexpected(spans.error());
    BendSchedule out;
    double straight = 0;
    Vec3 axis = Vec3::Zero();
    std::size_t point = 1;
    for (const parts::Span &s : *spans) {
        if (s.straight()) {
            straight += s.length;
            continue;
        }
        out.straights.push_back(straight);
        straight = 0;
        Bend b;
        b.angle = s.angle;
        b.set = s.angle + bender.fixed + bender.slope * s.angle;
        b.start = s.start;
        if (axis.norm() > 0) {
            b.rotation = std::atan2(axis.cross(s.axis).dot(s.along), axis.dot(s.axis));
            if (b.rotation <= -std::numbers::pi + nothing) b.rotation = std::numbers::pi;
        }
        axis = s.axis;
        while (point + 1 < path.size() && (path[point] - path[point - 1])
                                                  .normalized()
                                                  .cross((path[point + 1] - path[point]).normalized())
                                                  .norm() < 1e-6)
            ++point;
        b.point = point++;
        b.mark = bender.extraFrom + s.start;
        if (bender.mark == BendMark::Start) b.mark -= bender.setback;
        if (bender.mark == BendMark::Middle) b.mark += s.length / 2;
        if (bender.mark == BendMark::End) b.mark += s.length;
        out.bends.push_back(b);
    }
    out.straights.push_back(straight);
    out.developed = spans->back().start + spans->back().length;
    out.cut = out.developed + bender.extraFrom + bender.extraTo;
    return out;
}

std::vector<Vec3> bentPath(const BendSchedule &schedule, double radius) {
    std::vector<Vec3> out{Vec3::Zero()};
    Vec3 at = Vec3::Zero(), along = Vec3::UnitX(), axis = Vec3::UnitZ();
    double before = 0;
    for (std::size_t i = 0; i < schedule.bends.size(); ++i) {
        const Bend &b = schedule.bends[i];
        const double setback = radius * std::tan(b.angle / 2);
        at += along * (before + schedule.straights[i] + setback);
        out.push_back(at);
        axis = Eigen::AngleAxisd(b.rotation, along) * axis;
        along = Eigen::AngleAxisd(b.angle, axis) * along;
        before = setback;
    }
    out.push_back(at + along * (before + schedule.straights.back()));
    return out;
}

}  // namespace hefty::workshop
