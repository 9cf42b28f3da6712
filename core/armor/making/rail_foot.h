#pragma once

#include "core/armor/making/maker.h"

namespace hefty::armor {

/// A rectangular plate that lies upright against a side of a rail, held by four bolts for which the rail is
/// drilled through, with sleeves in it.
struct RailFoot {
    std::string name;   ///< of the plate
    std::string mount;  ///< of its bolts
    std::string label;  ///< what people call the bolts
    Provenance made;
    Vec3 middle = Vec3::Zero();  ///< of the plate's middle plane
    double way = 1;              ///< of y, from the rail into the plate: 1 or -1
    double half = 0, high = 0;   ///< half its length along the rail and half its height, mm
    double thickness = 0;
    double edge = 0;  ///< from the middle of a hole to both edges beside it
    stock::Material material;
    const stock::BoltSize *bolt = nullptr;
};

/// The plate with its holes and bolts, of the grade that the setting "mountBoltGrade" gives.
/// @pre foot.bolt
void addRailFoot(Maker &maker, const RailFoot &foot);

/// The same plate without holes and bolts, to be welded to the rail. Its bolt and edge are not asked for.
void addWeldedFoot(Maker &maker, const RailFoot &foot);

/// The same plate clamped to the rail, which is not drilled: it stands above and below the rail with its
/// bolts, and a plate like it on the rail's inner side takes them up. `high` is not asked for.
/// @param backing  who the inner plate is
/// @pre foot.bolt
void addClampedFoot(Maker &maker, const RailFoot &foot, const std::string &backing, Provenance made);

/// Bolts of a plate on a rail, as far as the rail says: without their places, size and grade.
/// @param way     of y, from the rail into the plate
/// @param middle  of the bolts, on the plate
[[nodiscard]] BoltJoint railBolts(const Maker &maker, const SheetPart &plate, double way, const Vec3 &middle);

}  // namespace hefty::armor
