#pragma once

#include "core/armor/assembly.h"
#include "core/workshop/cut/plate_plan.h"
#include "core/workshop/flat/flat_pattern.h"

/// What a shop's machines and other programs take from a piece.
namespace hefty::exchange {

/// A flat part as DXF: its rim on the layer "outline", holes, slots and openings on "holes", the middles of
/// bends on "bend". Holes smaller than the process can cut become crosses on "mark", to be drilled.
/// @param leastHole  diameter that can be cut, mm
[[nodiscard]] std::string dxfOf(const workshop::FlatPattern &flat, double leastHole = 0);

/// A sheet with all that is laid on it, as DXF: each plate as dxfOf() has it, where it lies; marks at the
/// corners of the sheet on the layer "sheet". @pre laid out
[[nodiscard]] std::string dxfOfSheet(const workshop::PlateGroup &group, const std::string &sheet, int copy,
                                     double leastHole = 0);

/// The wrap-around template of a bar's end that is cut to lie on other parts, full size as SVG: its line over
/// the unrolled outside, crown lines at the quarters, the part's name and scale bars of 100 mm and 4 in.
/// Empty if that end is not cut so.
/// @param label  what is written on it
[[nodiscard]] std::string templateSvg(const armor::BarPart &bar, bool atTo, const std::string &label);

/// The same line as points: x around the outside, y along the bar from the end of its path toward its middle.
[[nodiscard]] std::vector<shape::Vec2> templateOf(const armor::BarPart &bar, bool atTo);

}  // namespace hefty::exchange
