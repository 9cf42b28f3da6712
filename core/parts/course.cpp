#include "core/parts/course.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

namespace hefty::parts {
namespace {

constexpr double nothing = 1e-6;  // mm, rad

tl::unexpected<Problem> cannot(std::string what, std::size_t point, std::string remedy) {
    return fail(ProblemKind::Geometry, std::move(what), fmt::format("path[{}]", point), std::move(remedy));
}

/// One corner of the path with what its bend takes of the lines to both sides.
struct Corner {
    Vec3 at;
    double radius, angle, setback;
    std::size_t index;
};

}  // namespace

Axes Span::axesAt(double on) const {
    Axes out;
    out.x = along;
    out.z = up;
    if (straight()) {
        out.origin = from + along * on;
    } else {
        const Eigen::AngleAxisd turn(on / radius, axis);
        out.origin = center + turn * (from - center);
        out.x = turn * along;
        out.z = turn * up;
    }
    out.y = out.z.cross(out.x);
    return out;
}

Result<std::vector<Span>> course(const Vec3 &from, const std::vector<PathPoint> &bends, const Vec3 &to,
                                 const Vec3 &up) {
    std::vector<Corner> corners{{from, 0, 0, 0, 0}};
    for (std::size_t i = 0; i < bends.size(); ++i) {
        const Vec3 before = bends[i].at - corners.back().at;
        const Vec3 after = (i + 1 < bends.size() ? bends[i + 1].at : to) - bends[i].at;
        if (!(before.norm() > nothing) || !(after.norm() > nothing))
            return cannot("Two corners of the path are the same place.", i + 1, "Take one of them out.");
        const double angle = std::atan2(before.cross(after).norm(), before.dot(after));
        if (angle < nothing) continue;
        if (angle > std::numbers::pi - 1e-3)
            return cannot("The path turns back on itself.", i + 1, "Move the corner.");
        if (!(bends[i].radius > 0))
            return cannot("A corner of the path has no bend radius.", i + 1, "Give it the radius of a die.");
        corners.push_back(
            {bends[i].at, bends[i].radius, angle, bends[i].radius * std::tan(angle / 2), i + 1});
    }
    corners.push_back({to, 0, 0, 0, bends.size() + 1});
    std::vector<Span> out;
    double station = 0;
    Vec3 z = up;
    for (std::size_t i = 0; i + 1 < corners.size(); ++i) {
        const Corner &a = corners[i], &b = corners[i + 1];
        const Vec3 line = b.at - a.at;
        const double straight = line.norm() - a.setback - b.setback;
        if (!(line.norm() > nothing)) return cannot("The bar has no length.", b.index, "Move one end.");
        if (straight < -nothing)
            return cannot(fmt::format("The bends do not fit: {:.1f} mm are missing between them.", -straight),
                          b.radius > 0 ? b.index : a.index, "Take a smaller radius, or move the corner.");
        const auto axes = shape::axesAlong(a.at, line, z);
        if (!axes) return cannot("The bar's up direction lies along it.", a.index, "Give another one.");
        z = axes->z;
        Span s;
        s.along = axes->x;
        s.up = z;
        s.from = a.at + axes->x * a.setback;
        s.to = b.at - axes->x * b.setback;
        s.start = station;
        s.length = std::max(straight, 0.0);
        if (s.length > nothing) out.push_back(s);
        station += s.length;
        if (!(b.radius > 0)) continue;
        Span arc;
        const Vec3 next = (corners[i + 2].at - b.at).normalized();
        arc.from = s.to;
        arc.to = b.at + next * b.setback;
        arc.along = axes->x;
        arc.up = z;
        arc.start = station;
        arc.radius = b.radius;
        arc.angle = b.angle;
        arc.length = b.radius * b.angle;
        arc.axis = axes->x.cross(next).normalized();
        arc.center = arc.from + arc.axis.cross(axes->x) * b.radius;
        station += arc.length;
        z = Eigen::AngleAxisd(arc.angle, arc.axis) * z;
        out.push_back(arc);
    }
    return out;
}

OnCourse nearestOn(const std::vector<Span> &spans, const Vec3 &at, bool endless) {
    OnCourse best;
    best.distance = 1e300;
    for (std::size_t i = 0; i < spans.size(); ++i) {
        const Span &s = spans[i];
        double on = 0;
        if (s.straight()) {
            const double low = endless && i == 0 ? -1e9 : 0;
            const double high = endless && i + 1 == spans.size() ? 1e9 : s.length;
            on = std::clamp((at - s.from).dot(s.along), low, high);
        } else {
            const Vec3 x = (s.from - s.center).normalized(), y = s.axis.cross(x), d = at - s.center;
            double turn = std::atan2(d.dot(y), d.dot(x));
            // Half of what is left of the circle belongs to either end.
            if (turn < (s.angle - 2 * std::numbers::pi) / 2) turn += 2 * std::numbers::pi;
            if (turn > s.angle + (2 * std::numbers::pi - s.angle) / 2) turn -= 2 * std::numbers::pi;
            on = std::clamp(turn, 0.0, s.angle) * s.radius;
        }
        const Axes there = s.axesAt(on);
        const double distance = (at - there.origin).norm();
        if (distance < best.distance - 1e-12) best = {i, s.start + on, distance, there};
    }
    return best;
}

}  // namespace hefty::parts
