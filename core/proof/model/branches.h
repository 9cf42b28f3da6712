#pragma once

#include <algorithm>

#include "core/armor/assembly.h"
#include "core/joints/hollow_joint.h"

/// Inside of the proof floor: tubes that end on the sides of others, half tubes on plates.
namespace hefty::proof {

/// A tube that ends on the side of another.
struct Branch {
    const armor::BarPart *chord = nullptr, *branch = nullptr;
    joints::TubeOnTube joint;
    shape::Vec3 axis = shape::Vec3::Zero();        ///< of the branch, away from the chord
    shape::Vec3 outOfPlane = shape::Vec3::Zero();  ///< at right angles to both tubes
};

/// True if the wall at a contact runs along a bar: it is stood on there, or lies against another.
[[nodiscard]] bool isAlongWall(const armor::BarPart &bar, const armor::Contact &contact);

/// @pre a round chord has a round branch
[[nodiscard]] Branch branchOf(const armor::BarPart &chord, const armor::BarPart &branch,
                              const armor::Contact &contact);

/// True if shells of a tube's walls tell a joint on them that no formula of AISC 360-16 chapter K does: there
/// is none, or it was not tested that far, and no wall could buckle before it yields.
[[nodiscard]] bool isForShells(const armor::Assembly &assembly, const armor::WeldJoint &joint,
                               const armor::Contact &contact, const armor::BarPart &tube);

/// True if half a tube is held at a contact by the edges that it was cut along: its wall is pulled in its own
/// plane there, the seam and the member tell all.
[[nodiscard]] bool isAtCutEdges(const armor::BarPart &bar, const armor::Contact &contact);

/// Yield of a metal within reach of a weld's heat [MPa].
[[nodiscard]] inline double besideWelds(const stock::Material &m) {
    return m.weldedYield > 0 ? std::min(m.yield, m.weldedYield) : m.yield;
}

}  // namespace hefty::proof
