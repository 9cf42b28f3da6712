#pragma once

#include "core/armor/assembly.h"

/// Inside of the armor floor: plane polygons in space, for finding where parts touch.
namespace hefty::armor {

inline constexpr double leastArea = 4;  ///< mm2: less is a touch of corners, not a seat
inline constexpr double leastLine = 2;  ///< mm: shorter rims are not welded
inline constexpr double leastFlare =
    30;  ///< mm: shorter stretches along the rounded corner of a tube are not

/// A plane polygon seen in axes of its own: x along its first edge, z its normal.
struct Flat {
    Axes axes;
    Polygon2 outline;
    bool valid = false;
};

/// @param in  axes to see it in; its own if none
[[nodiscard]] Flat flatten(const Polygon3 &corners, const Axes *in = nullptr);

/// True if the middle of p-q lies on the rim of the polygon and the edge runs along it.
[[nodiscard]] bool alongRim(const Polygon2 &polygon, const Vec2 &p, const Vec2 &q);

/// A patch without lines.
[[nodiscard]] Contact contactFrom(const Polygon2 &patch, const Axes &axes);

}  // namespace hefty::armor
