#pragma once

#include "core/armor/making/maker.h"

/// Bolting to what the vehicle has beside its rails.
namespace hefty::armor {

/// One hold of the vehicle, left and right apart.
struct HoldSpot {
    const rig::Hold *hold = nullptr;
    std::string name;   ///< "boss1.left"
    std::string label;  ///< for people: "boss 1, left"
    Vec3 at = Vec3::Zero(), way = -Vec3::UnitZ();
};

/// All holds of some kinds that look one way, those of a pair on both sides.
[[nodiscard]] std::vector<HoldSpot> holdSpots(const rig::Vehicle &vehicle,
                                              std::initializer_list<std::string_view> kinds,
                                              std::string_view face);

/// Drills a sheet that lies on a hold and bolts it there with a bolt of the hold's size.
/// @param grade, gradeBy  of the bolt, and the setting that gives it
void boltToHold(Maker &maker, SheetPart &sheet, const HoldSpot &spot, const std::string &grade,
                const std::string &gradeBy);

/// The same with one group of bolts on several holds of one size that look one way.
/// @param name, label  of the group: "mount.left", "bolts of the left end plate"
BoltJoint &boltToHolds(Maker &maker, SheetPart &sheet, const std::vector<HoldSpot> &spots, std::string name,
                       std::string label, const std::string &grade, const std::string &gradeBy);

/// Holds a bar where a hold of the vehicle is, every way.
void fixTo(Maker &maker, const std::string &bar, const HoldSpot &spot);

}  // namespace hefty::armor
