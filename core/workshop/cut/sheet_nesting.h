#pragma once

#include <functional>
#include <stop_token>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/shape/geometry.h"

namespace hefty::workshop {

/// A flat part to be cut out of a sheet; its outline need not be convex. mm.
struct PlatePart {
    std::string id;
    shape::Polygon2 outline;
    int count = 1;
};

/// A sheet or what is left of one.
struct PlateSheet {
    std::string id;
    shape::Polygon2 outline;
    int count = 1;
};

struct SheetNestingOptions {
    double gap = 0;     ///< between parts: the kerf and what has to stay between them, mm
    double margin = 0;  ///< to the edge of a sheet, mm
    bool turn = true;   ///< parts may be turned; else they lie as drawn, along the grain
    std::stop_token stop = {};
    std::function<void(double)> progress = {};  ///< from 0 to 1
};

struct PlacedPart {
    std::string part, sheet;
    int copy = 0;  ///< of the sheet, from 0
    shape::Vec2 at = shape::Vec2::Zero();
    double turned = 0;  ///< counterclockwise about the origin of its outline, then moved by `at`; rad
};

struct SheetNesting {
    std::vector<PlacedPart> placed;
    std::vector<std::string> left;  ///< one for each copy that found no place
    double used = 0;                ///< share of the area of the sheets that are touched
    bool complete = true;           ///< false if it was stopped before all orders were tried
};

/// Lays parts on sheets: each at the lowest place that is free, then the one furthest to the left, found
/// among the corners of the region where it can lie (no-fit polygons by Minkowski sums); several orders of
/// parts and sheets are tried. The best places the most area, then touches the least area of sheets, then
/// leaves the largest strip of the last one.
/// @error BadInput  an outline that encloses nothing or crosses itself, a size that is not finite, a gap or
///                  margin below 0; `where` names it ("parts[0]/outline")
/// @source docs/methods.md, "Nesting of sheets"
[[nodiscard]] Result<SheetNesting> nestSheets(const std::vector<PlatePart> &parts,
                                              const std::vector<PlateSheet> &sheets,
                                              const SheetNestingOptions &options = {});

}  // namespace hefty::workshop
