#pragma once

#include "core/armor/assembly.h"

/// What of an assembly is not its parts' own, for moving all of it.
namespace hefty::armor {

/// Every point of seams, bolts and places where something acts.
[[nodiscard]] std::vector<Vec3 *> placesIn(Assembly &assembly);
/// Their directions.
[[nodiscard]] std::vector<Vec3 *> directionsIn(Assembly &assembly);

/// Turns all of an assembly about the upright axis through the origin by half a turn: what is built for the
/// front looks rearward. Solids are left out.
void turnRound(Assembly &assembly);

}  // namespace hefty::armor
