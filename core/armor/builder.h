#pragma once

#include "core/armor/piece.h"

/// Shared by the patterns; not part of the floor's face.
namespace hefty::armor {

/// The patterns of the folder; written by the build from what lies in it.
[[nodiscard]] std::vector<Pattern> patternsOfTheFolder();

/// Makes the solids of all parts and the welds where they touch. The leg of a weld is the setting that the
/// lesser of its two parts names, or what that part gives itself.
/// @param pattern  whose settings are asked; nullptr: none
void findWelds(Assembly &assembly, const Pattern *pattern, const BuildInput &input);

}  // namespace hefty::armor
