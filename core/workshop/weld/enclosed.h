#pragma once

#include "core/workshop/weld/cavities.h"

namespace hefty::workshop {

/// What sheets enclose, together with bars: boxes, wedges between plates. Found by filling the room around
/// the piece in cells from outside; what is not reached and is larger than `leastEnclosed` is a hollow.
/// Openings wider than about twice a cell let the filling in, drilled holes do not: they are told as holes of
/// it.
/// @param order  names of joints in the order in which they are welded
/// @source docs/methods.md, "Cavities"
[[nodiscard]] std::vector<Cavity> enclosedBySheets(const armor::Assembly &assembly,
                                                   const std::vector<std::string> &order);

inline constexpr double leastEnclosed = 5e4;  // mm3

}  // namespace hefty::workshop
