#pragma once

#include "core/armor/assembly.h"

/// Seams along curved lines: where the rim of one part lies on the surface of another.
namespace hefty::armor {

/// Around the ends of a bar that lie on another bar or on a sheet, whole or in part: copes, and square ends
/// that stand on a wall. Ends that meet the end of the other bar are none.
[[nodiscard]] std::vector<Contact> endsOn(const BarPart &bar, const BarPart &other);
[[nodiscard]] std::vector<Contact> endsOn(const BarPart &bar, const SheetPart &other);

/// Along the edges of a sheet that lie on a round or bent bar, on both faces of the sheet.
[[nodiscard]] std::vector<Contact> edgesOn(const SheetPart &sheet, const BarPart &bar);

/// Along both sides of a round bar where it lies on the face of a sheet, one contact for each of its
/// straights.
[[nodiscard]] std::vector<Contact> liesOn(const BarPart &bar, const SheetPart &sheet);

}  // namespace hefty::armor
