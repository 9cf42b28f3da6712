#pragma once

#include "core/measure/phrase.h"
#include "core/workshop/weld/shrinkage.h"

/// What a piece is built on: places on the shop's floor that stand for the vehicle.
namespace hefty::workshop {

using shape::Vec2;
using shape::Vec3;

/// A place that has to be where the vehicle has it.
struct JigPoint {
    enum class Kind {
        Bolt,    ///< a dummy bolt or a stub of tube with a hole
        Bush,    ///< a dummy spindle
        Tube,    ///< a dummy of the vehicle's tube or receiver
        Support  ///< a stand under a part
    };
    Kind kind = Kind::Bolt;
    std::string part;        ///< that it holds
    std::string label;       ///< for people: "hole 2 of the left bracket"
    Vec3 at = Vec3::Zero();  ///< in vehicle axes
    double along = 0,
           aside = 0;   ///< on the floor: from A toward B, and from the line to where the piece is, mm
    double height = 0;  ///< above the floor, mm
    double fromA = 0, fromB = 0;  ///< on the floor, mm
    double diameter = 0;          ///< of the dummy, mm; 0 for a stand
    double preset = 0;            ///< that a stand in the middle of a bar is set higher, against its bow, mm
};

/// A distance in space that says whether the jig is true.
struct JigCheck {
    std::size_t one = 0, other = 0;  ///< of the points
    double distance = 0;             ///< mm
};

struct JigPlan {
    double base = 0;                          ///< from A to B, across the vehicle, mm
    double floor = 0;                         ///< height of the shop's floor in vehicle axes, mm
    Vec2 A = Vec2::Zero(), B = Vec2::Zero();  ///< x, y in vehicle axes
    double out = 1;                           ///< of x: the side of the line on which the piece stands
    std::vector<JigPoint> points;             ///< what stands for the vehicle first, then stands
    std::vector<JigCheck> checks;             ///< between places that stand for the vehicle
    std::vector<measure::Phrase> steps;
};

/// The piece stands as it does on the vehicle, its lowest place 150 mm above the floor. A base line across
/// lies ahead of or behind it, A on its left, so far off that distances from A and B cross well.
/// @return nothing if the piece holds to nothing
/// @source docs/methods.md, "Jig"
[[nodiscard]] std::optional<JigPlan> jigPlan(const armor::Assembly &assembly,
                                             const std::vector<Distortion> &distortion);

/// Where a place is by what was measured on the floor: its height and its distances from A and B.
/// @return vehicle axes; nothing if the two circles do not meet
[[nodiscard]] std::optional<Vec3> placeByFloor(const JigPlan &plan, double fromA, double fromB,
                                               double height);

}  // namespace hefty::workshop
