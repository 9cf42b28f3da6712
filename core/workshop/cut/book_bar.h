#pragma once

#include <string>

#include "core/workshop/workshop.h"

namespace hefty::workshop {

/// Takes a bar that is cut off the rack. @return false: the rack does not have it
bool takeOffRack(Shop &shop, const Bar &bar);

/// What is left of a bar goes back to the rack from this length on [mm]; shorter pieces are scrap.
inline constexpr double leastRemnant = 100;

/// The rack after a bar has been cut.
struct BookedBar {
    Shop shop;
    std::string mark;  ///< that is written on the remnant; empty: what is left is scrap
    double left = 0;   ///< mm
    double cost = 0;   ///< of what was cut from it, the shop's money: the rack by length, new bars whole
};

/// Takes a bar off the rack, or one that was bought for this, and puts back what its pieces leave under a new
/// mark. A remnant of a bar that was bought for this job is paid for.
/// @error UnknownId  the rack does not have the bar anymore
[[nodiscard]] Result<BookedBar> bookBar(const Shop &shop, const std::string &section,
                                        const std::string &material, const NestedBar &bar);

/// The rack's next free mark, "R-119": one more than the largest number of its marks.
[[nodiscard]] std::string nextMark(const Shop &shop);

}  // namespace hefty::workshop
