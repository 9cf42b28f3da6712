#pragma once

#include "core/shape/geometry.h"

namespace hefty::mesh {

/// Convex polygons that together are a polygon, at most about four times as many as need be; the polygon
/// itself if it is convex or cannot be cut up (it crosses itself).
/// @source Greene 1983 and Hertel and Mehlhorn, as in CGAL's approx_convex_partition_2
[[nodiscard]] std::vector<shape::Polygon2> convexPieces(const shape::Polygon2 &outline);

}  // namespace hefty::mesh
