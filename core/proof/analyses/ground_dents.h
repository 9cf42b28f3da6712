#pragma once

#include <stop_token>

#include "core/mechanics/large_motion.h"
#include "core/proof/analyses/room_above.h"
#include "core/proof/duties/house_rules.h"

namespace hefty::proof {

/// What a drop onto one place of a sheet leaves.
struct GroundDent {
    std::string ground;  ///< of Assembly::grounds
    std::string name;
    std::string part;
    Vec3 at = Vec3::Zero();
    double weight = 0;             ///< N, that comes down on the place
    double push = 0;               ///< N, when it is stopped
    double give = 0;               ///< mm of the place then
    double taken = 0;              ///< N·mm, taken up by then
    double set = 0;                ///< mm that stay
    double firstOrder = 0;         ///< mm, what the first stiffness would make of the push
    double strain = 0;             ///< largest plastic strain of the sheets
    std::vector<RoomAbove> above;  ///< when it is stopped; tightest first
    std::string lost;              ///< why it was not followed so far; empty

    [[nodiscard]] std::string dentId() const { return "dent/skid." + ground; }  ///< of its checks
    [[nodiscard]] std::string roomId() const { return "room/skid." + ground; }
};

/// Sheets that slide over the ground, dropped onto some of their places: shells in large motion, yielding
/// layer by layer, so that a sheet that has bent far carries as a membrane. The weight is stopped when the
/// sheet has taken up its fall and what it gives way, W (h + d); then it is lifted off.
/// @param grounds  of Assembly::grounds, of kind Patch
/// @error of idealize(); Stopped
/// @source docs/methods.md, "Dents of skids"
[[nodiscard]] Result<std::vector<GroundDent>> groundDents(
    const Assembly &assembly, const rig::Vehicle &vehicle, const rig::RigGeometry &rig,
    const stock::Material &railMaterial, const HouseRules &rules, const std::vector<std::size_t> &grounds,
    const std::stop_token &stop = {});

}  // namespace hefty::proof
