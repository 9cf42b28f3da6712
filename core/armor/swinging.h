#pragma once

#include "core/armor/assembly.h"

namespace hefty::armor {

/// Parts that are welded to what swings with a gate, by themselves or over others, and to nothing that stays
/// swing with it: what was added to a gate by hand. @pre its welds are found
void letSwing(Assembly &assembly);

/// Whether one of two parts swings with a gate and the other is held by the vehicle, or holds the gate or its
/// latch: whatever they touch, they are not welded.
[[nodiscard]] bool isHingedApart(const Assembly &assembly, const std::string &a, const std::string &b);

/// A solid as it stands when its gate is swung.
/// @param angle  rad about the axis from low to high, as Gate::opens counts it
[[nodiscard]] Solid swung(Solid solid, const Gate &gate, double angle);
/// The same for corners alone.
void swing(Polygon3 &ring, const Gate &gate, double angle);

}  // namespace hefty::armor
