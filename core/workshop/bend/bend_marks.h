#pragma once

#include "core/workshop/bend/bender.h"

/// What is marked on a tube before it is bent: on a strip of paper along it, or wound around it.
namespace hefty::workshop {

/// The marks of one bend.
struct BendMarks {
    double along = 0;         ///< from the end that is fed first to where the bender's mark goes, mm
    double from = 0, to = 0;  ///< tangent points of the bend, along the tube, mm
    double around = 0;  ///< of the outside, from the line on which the first bend is turned, right-handed
                        ///< about the feed, 0 to the circumference, mm
    double angle = 0, set = 0, rotation = 0;  ///< as of the bend, rad
    int pulls = 1;
};

/// Bend by bend, in the order in which they are made.
/// @param outside  diameter of the tube, mm
[[nodiscard]] std::vector<BendMarks> bendMarks(const BendPlan &plan, double outside);

}  // namespace hefty::workshop
