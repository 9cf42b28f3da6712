#pragma once

#include "core/armor/piece.h"

/// What a person has changed about single parts and seams of a piece, applied while it is built.
namespace hefty::armor {

/// Changes of parts; of seams see applyWeldTweaks. What cannot be applied any longer is told in
/// the notes, with the reason.
void applyTweaks(Assembly &assembly, const BuildInput &input);

/// Gives every part the strength of its own thickness.
void heedThickness(Assembly &assembly);

/// Changes of single seams, once the welds have been found.
void applyWeldTweaks(Assembly &assembly, const Piece &piece);

/// Parts from which neither welds nor bolts lead to the vehicle.
[[nodiscard]] std::vector<std::string> heldByNothing(const Assembly &assembly);
/// Says so of each of them.
void noteWhatNothingHolds(Assembly &assembly);

}  // namespace hefty::armor
