#pragma once

#include "core/armor/assembly.h"

namespace hefty::armor {

/// Cuts the holes into plates through which bars go at a right angle: a round hole for a round one, the
/// outline of any other, wider by the fit around. A hole that would run out of the plate is not cut, and
/// told.
void boreForBars(Assembly &assembly);

}  // namespace hefty::armor
