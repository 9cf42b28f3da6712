#pragma once

#include "core/armor/assembly.h"

namespace hefty::armor {

/// Parts that are welded to what swings with a gate, by themselves or over others, and to nothing that stays
/// swing with it: what was added to a gate by hand. Where a gate touches what stays it is not welded to it.
/// @pre the welds are found
void letSwing(Assembly &assembly);

/// A solid as it stands when its gate is swung.
/// @param angle  rad about the axis from low to high, as Gate::opens counts it
[[nodiscard]] Solid swung(Solid solid, const Gate &gate, double angle);
/// The same for corners alone.
void swing(Polygon3 &ring, const Gate &gate, double angle);

}  // namespace hefty::armor
