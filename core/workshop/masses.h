#pragma once

#include "core/armor/assembly.h"

namespace hefty::workshop {

/// Net mass of a bar [kg]: area times the length of its center line as cut (miters pass through it), less the
/// wedge of a taper, openings, holes, and the slots that sheets go through.
struct BarWeight {
    double mass = 0;                           ///< kg
    shape::Vec3 center = shape::Vec3::Zero();  ///< of its metal, features left out
};
[[nodiscard]] BarWeight weightOf(const armor::Assembly &assembly, const armor::BarPart &bar);
[[nodiscard]] double barMass(const armor::Assembly &assembly, const armor::BarPart &bar);
/// Net mass of a sheet [kg], holes taken out.
[[nodiscard]] double sheetMass(const armor::SheetPart &sheet);

}  // namespace hefty::workshop
