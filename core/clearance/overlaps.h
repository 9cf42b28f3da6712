#pragma once

#include "core/clearance/gaps.h"

namespace hefty::clearance {

/// Two bodies that lie in each other.
struct Overlap {
    std::string a, b;  ///< of the first list, of the second
    double depth = 0;  ///< mm that one would have to give way by
    Vec3 at = Vec3::Zero();
};

/// Pairs of bodies of two lists that lie deeper in each other than `least`, the deepest first; of several
/// bodies of one name the deepest pair.
/// @param least  mm: parts that are laid on each other only touch
/// @error BadInput  a body with fewer than four corners
/// @source depth of convex bodies by separating axes (Gottschalk, Lin, Manocha 1996)
[[nodiscard]] Result<std::vector<Overlap>> overlaps(const std::vector<ConvexBody> &first,
                                                    const std::vector<ConvexBody> &second, double least);

}  // namespace hefty::clearance
