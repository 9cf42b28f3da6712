#pragma once

#include <utility>

#include "core/armor/assembly.h"

namespace hefty::workshop {

/// Where the layer lies that keeps its length in a bend, as a share of the thickness: mild steel bent in air
/// over about its thickness. A test strip of the shop's own is better.
inline constexpr double usualNeutralLayer = 0.42;

/// A bend line on the flat pattern.
struct BendLine {
    shape::Vec2 from = shape::Vec2::Zero(), to = shape::Vec2::Zero();  ///< the middle of the bend
    double angle = 0;      ///< rad, above 0: up, toward the side that is seen
    double radius = 0;     ///< inside, mm
    double allowance = 0;  ///< length of the bend on the layer that keeps its length, mm
    double deduction = 0;  ///< what it takes off the two sides to where their middle planes cross, mm
    double kerfWidth = 0;  ///< at the face that is cut, on the inside of the fold; 0: bent on a brake, mm
    double kerfDepth = 0;
    int series = 1;      ///< small folds that it is made of, each `angle` over so many; 1: one bend
    double spacing = 0;  ///< between them on the flat pattern, mm
};

/// A radius larger than this is made as a series of small folds [times the thickness]: house practice for a
/// brake with a sharp punch.
inline constexpr double largestByPunch = 3;
/// How far the middle line of such a series leaves the arc that it stands for [mm]: house practice.
inline constexpr double seriesLeaves = 0.3;

/// Where the small folds of a series lie: from the middle of the bend to the first, and from each to the
/// next; of a single bend both are zero.
[[nodiscard]] std::pair<shape::Vec2, shape::Vec2> seriesOf(const BendLine &line);

/// What is cut out of the sheet before it is folded.
struct FlatPattern {
    shape::Polygon2 rim;
    std::vector<shape::Polygon2> cutouts;
    std::vector<armor::Hole> holes;
    std::vector<BendLine> lines;
    std::vector<shape::Vec2> shifts;  ///< of each side of a folded sheet, from its own axes
};

/// Lays the sides of a folded sheet back into a plane, moved together by what each bend takes off.
/// @param k  see usualNeutralLayer
/// @pre the sides are sheets of the assembly
/// @source docs/methods.md, "Flat patterns"
[[nodiscard]] FlatPattern flatPattern(const armor::Assembly &assembly, const armor::FoldedSheet &sheet,
                                      double k = usualNeutralLayer);

/// The flat pattern of a sheet that is not folded.
[[nodiscard]] FlatPattern flatPattern(const armor::SheetPart &sheet);

/// Volume of its sides that its rounded bends do not have [mm3], by Pappus along the middle of its thickness;
/// what is folded over a kerf has no rounding.
[[nodiscard]] double roundedOff(const armor::FoldedSheet &sheet);

/// What to do at a bend line, as a sentence: "Fold 2 {angle} up, inside radius ...", or the V that is cut
/// first.
/// @param number  of the line on the drawing, from 1
[[nodiscard]] measure::Phrase foldStep(const BendLine &line, int number);

/// The folded sheet that a part is a side of; nullptr: none.
[[nodiscard]] const armor::FoldedSheet *foldedOf(const armor::Assembly &assembly, const std::string &part);

}  // namespace hefty::workshop
