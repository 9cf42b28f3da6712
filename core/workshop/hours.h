#pragma once

#include "core/workshop/weld/weld_list.h"
#include "core/workshop/workshop.h"

namespace hefty::workshop {

/// Work of one kind.
struct WorkLine {
    std::string stop;  ///< of the route card: "cut", "weld", "fitup"
    std::string what;  ///< "saw cuts"
    double amount = 0;
    std::string unit;  ///< "cuts", "m"; empty: a count
    double minutes = 0;
};

/// What a piece takes to build, by the shop's own figures.
struct WorkHours {
    std::vector<WorkLine> lines;
    double estimated = 0;  ///< h, before what the log says
    double hours = 0;      ///< estimated times the shop's factor
    double surface = 0;    ///< to be coated, m2
    double labor = 0;      ///< the shop's money
    working::Working working;
};

/// Saw cuts and copes at the ends of bars, bends, edges, folds and holes of plates, parts set up and tacked,
/// seams, coating. What is bought is not counted.
/// @param inPlace  it is welded out on the vehicle: that is made ready, and the piece cannot be turned so
/// that its
///                 seams lie flat
/// @source docs/methods.md, "Hours"
[[nodiscard]] WorkHours hoursOf(const armor::Assembly &assembly, const std::vector<SeamWork> &seams,
                                const Shop &shop, bool inPlace = false);

}  // namespace hefty::workshop
