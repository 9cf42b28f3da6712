#pragma once

#include <vector>

#include "core/base/result.h"
#include "core/shape/geometry.h"

namespace hefty::workshop {

/// A round tube's end that is cut to fit another part. The branch's axis points away from the joint.
struct CopeJoint {
    double diameter = 0, wall = 0;  ///< of the branch, outside, mm
    bool onFlat = false;
    double chordDiameter = 0;  ///< of the round part that it is cut to
    double distance = 0;  ///< of the flat from where the axes cross, along its normal to the branch's side
    double angle = 0;     ///< between the branch's axis and the chord's, or the flat's surface; rad
    double offset = 0;    ///< the branch's axis is moved along (branch axis x chord axis)
    bool torch = false;   ///< cut square to the branch's wall; else by a hole saw of the chord's size
};

struct CopeTemplate {
    /// x: arc on the outside from the side on which the axes make the angle, right-handed about the axis away
    /// from the joint; y: along the axis from where the axes cross or come closest to the cut.
    std::vector<shape::Vec2> points;
    double longest = 0, shortest = 0;
};

/// The template of a cope: z = (sqrt(R2 - (q sin p + e)2) + q cos p cos t)/sin t, onto a flat
/// z = (h + q cos p cos t)/sin t. By torch the largest over the wall.
/// @error Geometry  a branch that does not lie wholly on the chord; BadInput a size or angle out of range
/// @source docs/methods.md, "Copes"
[[nodiscard]] Result<CopeTemplate> cope(const CopeJoint &joint, int steps = 72);

}  // namespace hefty::workshop
