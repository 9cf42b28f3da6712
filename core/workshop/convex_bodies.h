#pragma once

#include "core/armor/assembly.h"
#include "core/clearance/gaps.h"

namespace hefty::workshop {

/// The parts of a piece as bodies for gaps, sweeps and tools, each carrying its part's name: bent and coped
/// bars and sheets with corners that point inward in convex pieces. Openings in sheets count as filled.
[[nodiscard]] std::vector<clearance::ConvexBody> convexBodies(const armor::Assembly &assembly);

/// The tires of the wheels that a piece carries, as rings in convex pieces: what is inside their rims is
/// free. Each is named as the part that its wheel is bolted to.
[[nodiscard]] std::vector<clearance::ConvexBody> carriedTires(const armor::Assembly &assembly);

}  // namespace hefty::workshop
