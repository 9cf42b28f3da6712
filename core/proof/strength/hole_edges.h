#pragma once

#include <string>
#include <vector>

#include "core/armor/assembly.h"

/// Inside of the proof floor: what surrounds the holes of a bolt joint.
namespace hefty::proof {

/// A part seen in the plane of its bolts: its outline and all of its holes.
struct HoledPart {
    shape::Polygon2 outline;                    ///< mm
    std::vector<shape::Polygon2> cutouts = {};  ///< openings in it
    struct Opening {
        shape::Vec2 at = shape::Vec2::Zero();
        double diameter = 0;
    };
    std::vector<Opening> holes;

    /// From the rim of a hole to the edge or to the rim of the next hole, along a direction [mm], not below
    /// 0.
    /// @param direction  unit vector
    [[nodiscard]] double clearAlong(const shape::Vec2 &at, double hole, const shape::Vec2 &direction) const;
    /// From the middle of a hole to the nearest edge [mm].
    [[nodiscard]] double edgeOf(const shape::Vec2 &at) const;
};

/// The plate of a joint with all of its holes, in the axes of the joint's plane. Empty if there is no such
/// plate.
[[nodiscard]] HoledPart plateOf(const armor::Assembly &assembly, const armor::BoltJoint &joint);

/// What is wrong with how holes are placed and sized, as the end of a sentence after "because"; empty if
/// nothing is: bolts nearer to each other than 2 2/3 of their diameter, to an edge than 1 1/4 of it, or in
/// holes more than 3 mm (from M24 on 6 mm) larger than they are.
/// @source AISC 360-16 J3.3, J3.4, table J3.3M (from memory); 1 1/4 d is the least of table J3.4M
[[nodiscard]] std::string badlyPlaced(const armor::BoltJoint &joint, const HoledPart &part);

}  // namespace hefty::proof
