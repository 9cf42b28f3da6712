#pragma once

#include "core/armor/assembly.h"
#include "core/outline/drawing.h"
#include "core/workshop/cut/plate_plan.h"
#include "core/workshop/flat/flat_pattern.h"

/// What a shop's machines and other programs take from a piece.
namespace hefty::exchange {

/// What is scratched or burnt lightly into a flat part: where its neighbors stand on the face that is seen,
/// and what it is called.
struct Engraving {
    std::vector<outline::MarkLine> lines;
    std::vector<outline::MarkText> texts;
};
/// Of a sheet of the assembly, folded or not, in the axes of its flat pattern.
/// @param name  of the sheet, or of the folded one
[[nodiscard]] Engraving engravingOf(const armor::Assembly &assembly, const std::string &name,
                                    const workshop::FlatPattern &flat);

/// A flat part as DXF: its rim on the layer "outline", holes, slots and openings on "holes", the middles of
/// bends on "bend" (of a series of small folds each), what is engraved on "engrave". Holes smaller than the
/// process can cut become crosses on "mark", to be drilled.
/// @param leastHole  diameter that can be cut, mm
[[nodiscard]] std::string dxfOf(const workshop::FlatPattern &flat, double leastHole = 0,
                                const Engraving &engraving = {});
/// The same as SVG, marks and engravings in groups called as those layers.
[[nodiscard]] std::string svgOf(const workshop::FlatPattern &flat, double leastHole = 0,
                                const Engraving &engraving = {});

/// A sheet with all that is laid on it, as DXF: each plate as dxfOf() has it, where it lies; marks at the
/// corners of the sheet on the layer "sheet". @pre laid out
[[nodiscard]] std::string dxfOfSheet(const workshop::PlateGroup &group, const std::string &sheet, int copy,
                                     double leastHole = 0);

/// The wrap-around template of a bar's end that is cut to lie on other parts, full size as SVG: its line over
/// the unrolled outside, crown lines at the quarters, the part's name and scale bars of 100 mm and 4 in.
/// Empty if that end is not cut so.
/// @param label  what is written on it
[[nodiscard]] std::string templateSvg(const armor::BarPart &bar, bool atTo, const std::string &label);

/// The same as DXF: the paper's rim on "outline", crown lines on "mark", the label on "engrave".
[[nodiscard]] std::string templateDxf(const armor::BarPart &bar, bool atTo, const std::string &label);

/// The same line as points: x around the outside, y along the bar from the end of its path toward its middle.
[[nodiscard]] std::vector<shape::Vec2> templateOf(const armor::BarPart &bar, bool atTo);

}  // namespace hefty::exchange
