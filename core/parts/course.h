#pragma once

#include <vector>

#include "core/base/result.h"
#include "core/shape/geometry.h"

/// The center line of a bent bar.
namespace hefty::parts {

using shape::Axes;
using shape::Polygon2;
using shape::Polygon3;
using shape::Vec2;
using shape::Vec3;

/// An inner corner of a bar's center line with the radius of its bend, mm.
struct PathPoint {
    Vec3 at = Vec3::Zero();
    double radius = 0;

    bool operator==(const PathPoint &) const = default;
};

/// A straight length or an arc of a center line. `up` is the section's z at its start; around an arc it turns
/// with the bar.
struct Span {
    Vec3 from = Vec3::Zero(), to = Vec3::Zero();
    Vec3 along = Vec3::UnitX();  ///< unit, at the start
    Vec3 up = Vec3::UnitZ();     ///< unit, at the start, at right angles to `along`
    double start = 0;            ///< station of its start, mm
    double length = 0;           ///< along the center line, mm
    double radius = 0;           ///< of an arc; 0: straight
    double angle = 0;            ///< that an arc turns by, rad
    Vec3 center = Vec3::Zero();  ///< of an arc
    Vec3 axis = Vec3::Zero();    ///< that an arc turns about, right-handed; unit

    [[nodiscard]] bool straight() const { return radius == 0; }
    /// x along the bar, z up, at a distance from its start.
    [[nodiscard]] Axes axesAt(double on) const;
};

/// The spans of a path with its bends, in order. A corner in line with its neighbors makes no bend.
/// @param up  about the section's z at the start; need not be at right angles to the path
/// @error Geometry  a length of nothing, a corner without a radius, a corner that turns back, bends that do
///                  not fit between their neighbors; `where` is "path[i]", the start being path[0]
[[nodiscard]] Result<std::vector<Span>> course(const Vec3 &from, const std::vector<PathPoint> &bends,
                                               const Vec3 &to, const Vec3 &up);

/// The place of a center line that is nearest to a point.
struct OnCourse {
    std::size_t span = 0;
    double station = 0;   ///< from the start of the line, mm
    double distance = 0;  ///< mm
    Axes axes;            ///< there
};
/// @param endless  the first and the last straight go on beyond the ends
/// @pre spans is not empty
[[nodiscard]] OnCourse nearestOn(const std::vector<Span> &spans, const Vec3 &at, bool endless = false);

}  // namespace hefty::parts
