#pragma once

#include "core/shape/geometry.h"

/// Polygons of any shape cut with each other.
namespace hefty::shape {

/// An area with holes in it: the outer rim counterclockwise, the rims of holes clockwise.
struct Region {
    Polygon2 rim;
    std::vector<Polygon2> holes;
};

/// What two regions have in common, in as many pieces as there are. Corners lie on a grid of 1e-5 mm.
/// @pre within 10 m of the origin; rims do not cross themselves
[[nodiscard]] std::vector<Region> intersection(const Region &a, const Region &b);
/// All that any of the regions covers.
[[nodiscard]] std::vector<Region> unionOf(const std::vector<Region> &regions);
/// What lies to the left of a line through `at` along `along`.
[[nodiscard]] std::vector<Region> leftOf(const Region &region, const Vec2 &at, const Vec2 &along);

}  // namespace hefty::shape
