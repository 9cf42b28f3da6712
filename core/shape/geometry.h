#pragma once

#include <optional>
#include <span>
#include <vector>

#include <Eigen/Geometry>

/// Small geometry on Eigen. Lengths in mm. Polygons are lists of corners, the last joined to the
/// first, counterclockwise area positive.
namespace hefty::shape {

using Vec2 = Eigen::Vector2d;
using Vec3 = Eigen::Vector3d;
using Polygon2 = std::vector<Vec2>;
using Polygon3 = std::vector<Vec3>;

/// A right-handed set of axes at a point; x, y and z are of unit length and at right angles.
struct Axes {
    Vec3 origin = Vec3::Zero();
    Vec3 x = Vec3::UnitX();
    Vec3 y = Vec3::UnitY();
    Vec3 z = Vec3::UnitZ();

    [[nodiscard]] Vec3 toWorld(const Vec2 &p) const { return origin + x * p.x() + y * p.y(); }
    [[nodiscard]] Vec3 toWorld(const Vec3 &p) const { return origin + x * p.x() + y * p.y() + z * p.z(); }
    [[nodiscard]] Vec3 toLocal(const Vec3 &p) const {
        const Vec3 d = p - origin;
        return {d.dot(x), d.dot(y), d.dot(z)};
    }
};

/// Axes with x along `along` and z as near to `up` as a right angle allows (y = z cross x).
/// Nothing if `along` has no length or `up` is parallel to it within 1e-9 of their lengths.
[[nodiscard]] std::optional<Axes> axesAlong(const Vec3 &origin, const Vec3 &along, const Vec3 &up);

/// Signed area [mm2]; zero for fewer than three corners.
[[nodiscard]] double area(std::span<const Vec2> polygon);
/// Length of the rim [mm]; zero for fewer than two corners.
[[nodiscard]] double perimeter(std::span<const Vec2> polygon);
/// Centroid of the area; of the corners if the area is zero. @pre not empty
[[nodiscard]] Vec2 centroid(std::span<const Vec2> polygon);
/// True if no corner of a counterclockwise polygon points inward.
[[nodiscard]] bool isConvex(std::span<const Vec2> polygon);
/// How far a point is from the rim of a polygon. @pre not empty
[[nodiscard]] double fromRim(std::span<const Vec2> polygon, const Vec2 &point);
/// True if the point is inside of a polygon that does not cross itself or within `tolerance` of its rim; with
/// a tolerance below 0: if it is inside and at least that far from it.
[[nodiscard]] bool contains(std::span<const Vec2> polygon, const Vec2 &point, double tolerance);

/// True inside any polygon that does not cross itself, either way around; on its border either.
[[nodiscard]] bool inside(std::span<const Vec2> polygon, const Vec2 &p);

/// Intersection of two convex counterclockwise polygons (Sutherland and Hodgman 1974); empty if they
/// share no area. Polygons that merely touch give an empty or zero-area result.
[[nodiscard]] Polygon2 intersectConvex(std::span<const Vec2> a, std::span<const Vec2> b);

/// Convex hull, counterclockwise, without collinear corners (Andrew's monotone chain).
[[nodiscard]] Polygon2 convexHull(std::vector<Vec2> points);

/// The stretch of a line (point, unit direction) inside a counterclockwise polygon as parameters {from, to}:
/// of several the one that the point is on, or the nearest; nothing if the line passes outside.
[[nodiscard]] std::optional<std::pair<double, double>> chord(std::span<const Vec2> polygon, const Vec2 &point,
                                                             const Vec2 &direction);

/// Nearest point to p on the segment a-b as a parameter in [0, 1]; 0 if the segment has no length.
[[nodiscard]] double nearestParameter(const Vec3 &a, const Vec3 &b, const Vec3 &p);

/// Newell's normal of a polygon in space, not normalized (its length is twice the area).
[[nodiscard]] Vec3 newellNormal(std::span<const Vec3> polygon);

}  // namespace hefty::shape
