#pragma once

#include <optional>

#include "core/armor/assembly.h"

namespace hefty::armor {

/// Patches where a plate passes through the walls of a tube, weldable all round from outside. A plate along a
/// round tube passes through two slots; one across it has the tube going through it, welded around on both
/// faces as far as the plate reaches.
[[nodiscard]] std::vector<Contact> passingThrough(const SheetPart &plate, const BarPart &tube);

/// Patches where a tube passes through both walls of another or through one of them: a receiver, the sleeve
/// of a spindle. None where it only stands on a wall, or is wider than the wall's flat part.
[[nodiscard]] std::vector<Contact> passingThrough(const BarPart &inner, const BarPart &outer);

/// The station of a straight bar in the middle of a plate that it goes through at a right angle, with all of
/// the plate's thickness between its ends; none if it does not.
[[nodiscard]] std::optional<double> stationThrough(const SheetPart &plate, const BarPart &bar);

/// True if a place lies within the outline of a tube, between its ends.
[[nodiscard]] bool within(const BarPart &tube, const Vec3 &at);

}  // namespace hefty::armor
