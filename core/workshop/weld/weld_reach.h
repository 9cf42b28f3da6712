#pragma once

#include <stop_token>
#include <string>
#include <vector>

#include "core/armor/assembly.h"
#include "core/base/result.h"

namespace hefty::workshop {

using shape::Vec3;

/// The nozzle of a torch with its neck and the hand on it, as a cylinder that ends short of the seam.
struct Torch {
    double radius = 10, length = 200;  ///< mm, from the seam
    double standoff = 15;              ///< from the seam to the nozzle, mm
    double work = 0.35;                ///< it may lean across the seam by this, rad (20 degrees)
    double travel = 0.26;              ///< and along it by this, rad (15 degrees)
};

/// A stretch of a line, and what is in the torch's way there when all parts are fitted.
struct StretchReach {
    double length = 0;               ///< mm
    std::vector<std::string> after;  ///< parts in its way: they are fitted after this seam
    std::string never;  ///< one of its own two parts that is in the way of every attitude; empty: none is
};

/// One line of a seam, and how a torch gets to it.
struct LineReach {
    int weld = 0, contact = 0, line = 0;
    std::vector<StretchReach> stretches;
    Vec3 torch = Vec3::Zero();  ///< from the seam toward the torch, in the middle of the line; unit
};

/// How a torch reaches every line of every seam. At each place of a line it stands in the middle of the
/// widest open corner between the two parts, then leans; of all attitudes the one that the fewest parts bar
/// counts.
/// @error as toolAccess()
/// @source docs/methods.md, "Reach of the torch"
[[nodiscard]] Result<std::vector<LineReach>> weldReach(const armor::Assembly &assembly,
                                                       const Torch &torch = {},
                                                       const std::stop_token &stop = {});

}  // namespace hefty::workshop
