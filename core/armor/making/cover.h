#pragma once

#include "core/armor/making/maker.h"

namespace hefty::armor {

inline constexpr double coverThickness = 4;  // mm, of caps and closing plates

/// A plate on the square end of a bar, of the bar's own outline.
/// @param label  for people: "front cap of the left tube"
SheetPart &addEndCap(Maker &maker, std::string name, std::string label, const BarPart &bar, bool atTo,
                     const std::string &weld, const stock::Material &material);

}  // namespace hefty::armor
