#pragma once

#include "core/armor/assembly.h"

namespace hefty::armor {

/// Parts that are welded to what swings with a gate, by themselves or over others, and to nothing that stays
/// swing with it: what was added to a gate by hand. @pre its welds are found
void letSwing(Assembly &assembly);

}  // namespace hefty::armor
