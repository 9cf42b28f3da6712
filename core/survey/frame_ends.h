#pragma once

#include <string>

#include "core/shape/geometry.h"
#include "core/working/working.h"

namespace hefty::survey {

using shape::Vec3;

/// The ends of two rails and a pair of points further back that belong together (the same hole, the same
/// crossmember on both sides). Vehicle axes: x forward, y left, z up, mm.
struct FrameEnds {
    Vec3 leftEnd = Vec3::Zero(), rightEnd = Vec3::Zero();
    Vec3 leftBack = Vec3::Zero(), rightBack = Vec3::Zero();
};

/// What would make a square bumper bolt on.
enum class Cure {
    None,       ///< holes of ordinary clearance take it up
    Slots,      ///< slotted holes in the brackets
    Shims,      ///< shims between bracket and rail, with or without slots
    Straighten  ///< the frame itself has to be straightened first
};

struct SquarenessLimits {
    double clearance = 1.5;  ///< taken up by an ordinary clearance hole
    double slot = 8;         ///< by a slot on either side
    double shim = 6;         ///< by a stack of shims
};

struct Squareness {
    double diagonalDifference = 0;  ///< left end to right back less right end to left back
    double skew = 0;                ///< how far the right end stands ahead of square; by the ends' own line
    double twist = 0;               ///< height of the right end over the left, less the same further back
    double spread = 0;              ///< distance between the ends less the distance further back
    Cure cure = Cure::None;
    std::string advice;  ///< one plain sentence
    working::Working working;
};

/// How far the ends of the rails are out of square, twisted and spread, and what cures it.
///
/// Skew: the component, along the frame's own direction, of the line from the left to the right end; the
/// frame's direction is from the middle of the back points to the middle of the ends, seen from above.
/// @pre the back points are behind the ends, and left and right are apart; asserted by the caller's survey
/// @source plane geometry; limits are house defaults (docs/methods.md)
[[nodiscard]] Squareness squareness(const FrameEnds &ends, const SquarenessLimits &limits = {});

}  // namespace hefty::survey
