#pragma once

#include <algorithm>
#include <string>
#include <vector>

#include "core/proof/model/idealization.h"

namespace hefty::proof {

/// What a sheet that gives way comes nearest to, of one thing above it.
struct RoomAbove {
    std::string id;    ///< of the keep-out or of the point of the outline
    std::string name;  ///< for people
    double room = 0;   ///< mm from the sheet at rest, along the push; 0: it hangs through it
    double moved = 0;  ///< mm that the sheet moves there, along the push; 0: away from it
    Vec3 at = Vec3::Zero();

    /// Of the room, 1 = touched; 1000 where there is none.
    [[nodiscard]] double used() const { return room > 0 ? std::min(moved / room, 1000.0) : 1000; }
};

/// What lies on the far side of a sheet from its ground, and how much of the room up to it the sheet takes
/// when it moves so: of each keep-out and each point of the outline the place where that is most.
/// Looked at on nine points of every shell. What hangs through the sheet at rest has no room. Points that
/// move with an axle are left out.
/// @param displacements  per node of the model; rotations are not looked at
/// @return tightest first; empty: nothing that was surveyed lies there
[[nodiscard]] std::vector<RoomAbove> roomAbove(const Idealization &model,
                                               const std::vector<mechanics::Vec6> &displacements,
                                               const armor::GroundSpot &ground, const rig::Vehicle &vehicle);

}  // namespace hefty::proof
