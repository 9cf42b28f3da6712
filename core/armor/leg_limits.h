#pragma once

#include "core/armor/assembly.h"

namespace hefty::armor {

/// The largest leg that a seam may be taken with [mm]; infinity: its parts alone limit it. Of flares the
/// throat is 5/16 of the corner's radius whatever is laid in. Of a kerf the seam and the skin beside it stand
/// for each other in the proof: neither is taken for thicker than the skin.
/// @source AISC 360-16 table J2.2, flare bevel groove (from memory: the lesser of its values)
[[nodiscard]] double mostLeg(const Assembly &assembly, const WeldJoint &joint);

}  // namespace hefty::armor
