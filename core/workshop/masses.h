#pragma once

#include "core/armor/assembly.h"

namespace hefty::workshop {

/// Net mass of a bar [kg]: area times the length of its center line as cut (miters pass through it), less the
/// wedge of a taper, openings, holes, and the slots that sheets go through.
[[nodiscard]] double barMass(const armor::Assembly &assembly, const armor::BarPart &bar);
/// Net mass of a sheet [kg], holes taken out.
[[nodiscard]] double sheetMass(const armor::SheetPart &sheet);

}  // namespace hefty::workshop
