#include "core/workshop/cut/cope.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace hefty::workshop {
namespace {

/// Where the wall of the branch at a radius is cut.
double cutAt(const CopeJoint &j, double q, double phi) {
    const double lean = q * std::cos(phi) * std::cos(j.angle);
    if (j.onFlat) return (j.distance + lean) / std::sin(j.angle);
    const double R = j.chordDiameter / 2, y = q * std::sin(phi) + j.offset;
    return (std::sqrt(std::max(0.0, R * R - y * y)) + lean) / std::sin(j.angle);
}

/// The largest over the wall: it grows to one end of it, or is largest between.
double largest(const CopeJoint &j, double phi) {
    const double outer = j.diameter / 2, inner = outer - j.wall;
    double most = std::max(cutAt(j, outer, phi), cutAt(j, inner, phi));
    const double s = std::sin(phi), k = std::cos(phi) * std::cos(j.angle);
    constexpr double nothing = 1e-12;
    if (j.onFlat || std::abs(s) < nothing) return most;
    // The slope is nothing where s y/sqrt(R2 - y2) = k, y = q s + e.
    const double y = j.chordDiameter / 2 * k / std::hypot(s, k) * (s > 0 ? 1 : -1);
    const double q = (y - j.offset) / s;
    if (q > inner && q < outer) most = std::max(most, cutAt(j, q, phi));
    return most;
}

}  // namespace

Result<CopeTemplate> cope(const CopeJoint &j, int steps) {
    if (!(j.diameter > 0))
        return fail(ProblemKind::BadInput, "The branch needs a diameter above 0.", "branch/diameter");
    if (!(j.wall >= 0 && j.wall <= j.diameter / 2))
        return fail(ProblemKind::BadInput, "The wall must be from 0 to half of the diameter.", "branch/wall");
    if (!(j.angle > 0 && j.angle < std::numbers::pi))
        return fail(ProblemKind::BadInput, "The angle must be over 0 and below 180 degrees.", "angle");
    if (steps < 3 || steps > 100000)
        return fail(ProblemKind::BadInput, "The number of steps must be from 3 to 100000.", "steps");
    if (!j.onFlat) {
        if (!(j.chordDiameter > 0))
            return fail(ProblemKind::BadInput, "The chord needs a diameter above 0.", "onto/diameter");
        if (std::abs(j.offset) + j.diameter / 2 > j.chordDiameter / 2 * (1 + 1e-12))
            return fail(ProblemKind::Geometry, "The branch does not lie wholly on the chord.", "offset",
                        "Take a thinner branch or less offset.");
    }
    CopeTemplate out;
    for (int i = 0; i < steps; ++i) {
        const double phi = 2 * std::numbers::pi * i / steps;
        out.points.emplace_back(j.diameter / 2 * phi,
                                j.torch ? largest(j, phi) : cutAt(j, j.diameter / 2, phi));
    }
    const auto byCut = [](const shape::Vec2 &a, const shape::Vec2 &b) { return a.y() < b.y(); };
    const auto [low, high] = std::minmax_element(out.points.begin(), out.points.end(), byCut);
    out.shortest = low->y();
    out.longest = high->y();
    return out;
}

}  // namespace hefty::workshop
