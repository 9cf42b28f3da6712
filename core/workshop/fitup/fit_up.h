#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/armor/assembly.h"
#include "core/measure/quantity.h"

namespace hefty::workshop {

using shape::Vec3;

/// One thing to measure or to look at when a piece is fitted.
struct FitItem {
    std::string id;                 ///< "sliders/width"
    std::string what;               ///< where to hold what
    std::optional<double> nominal;  ///< what it should read; none: it is only looked at
    double tolerance = 0;
    measure::Quantity quantity = measure::Quantity::Length;
    std::string ifOff;  ///< what to do when it reads more or less
    Vec3 at = Vec3::Zero();
};

/// A distance that is read between a hole on the left and one on the right.
struct HoleDistance {
    std::string item;  ///< id of its item
    std::string what;
    Vec3 left = Vec3::Zero(), right = Vec3::Zero();
    bool diagonal = false;
    double play = 0;  ///< of the holes, mm
};
[[nodiscard]] std::vector<HoleDistance> holeDistances(const std::string &piece,
                                                      const armor::Assembly &assembly);

/// In the order of the work: the piece by itself, on its holds, then what is forgotten.
/// @param checklist  of its pattern
[[nodiscard]] std::vector<FitItem> fitItems(const std::string &piece, const armor::Assembly &assembly,
                                            const std::vector<std::string> &checklist);

/// What a reading says about an item: "as drawn", or by how much it is off and what to do.
[[nodiscard]] std::string fitAdvice(const FitItem &item, double reading);

}  // namespace hefty::workshop
