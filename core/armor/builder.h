#pragma once

#include "core/armor/piece.h"

/// Shared by the patterns; not part of the floor's face.
namespace hefty::armor {

[[nodiscard]] Pattern winchBumperPattern();
[[nodiscard]] std::vector<SettingDescriptor> winchBumperSettings();

/// Makes the solids of all parts and the welds where they touch. The leg of a weld is the setting
/// that the pattern names for the lesser of its two parts ("tab" of "tab.left").
void findWelds(Assembly &assembly, const Pattern &pattern, const BuildInput &input);

/// The part of a name before its first dot: "bracket" of "bracket.left".
[[nodiscard]] std::string role(const std::string &partName);

}  // namespace hefty::armor
