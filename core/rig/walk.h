#pragma once

#include "core/rig/vehicle.h"

/// The walk around a vehicle: everything that there is to measure on its kind, from which side it is seen,
/// where the tape is held, what it becomes in the job, and what cannot be told without it.
namespace hefty::rig {

enum class WalkView { Side, Front, Top, Rear, Underneath };
[[nodiscard]] std::span<const WalkView> walkViews();
[[nodiscard]] std::string_view walkViewName(WalkView view);  ///< "from the side"

/// What a mark of the walk becomes: a datum, a point that could touch, a box to keep clear, a thing that
/// moves, the holes of the frame ends.
enum class MarkKind { Datum, Point, Box, Moving, Holes };

/// One thing to measure on the walk.
struct WalkMark {
    std::string id;  ///< of the datum, the outline point, the keep-out or the moving thing
    std::string name;
    std::string how;
    WalkView view = WalkView::Side;
    MarkKind kind = MarkKind::Datum;
    std::string blocks;  ///< what cannot be told without it: "everything", "the angles", ...
    Vec3 low = Vec3::Zero(), high = Vec3::Zero();  ///< a first guess; of a point both are the same
    Region region = Region::Front;                 ///< of a point
    bool onAxle = false;                           ///< of a point
    std::string motion = {};                       ///< of a moving thing
    double gap = 0;                                ///< of a box or a moving thing, mm
    std::string twin = {};                         ///< id of the same on the other side; empty: there is none
};

/// A mark with what the job has of it.
struct WalkEntry {
    WalkMark mark;
    bool taken = false;
    Known known;                                   ///< if it is taken
    std::optional<double> value;                   ///< of a datum
    Vec3 low = Vec3::Zero(), high = Vec3::Zero();  ///< as taken, else the guess
    bool mirrored = false;                         ///< the other side is the same
    [[nodiscard]] Vec3 middle() const { return (low + high) / 2; }
    /// It is taken, and mirrorMark() can do something with it.
    [[nodiscard]] bool canMirror() const;
};

/// The walk around a vehicle of this kind: what is missing first, in the order of what it blocks, then
/// what there is.
[[nodiscard]] std::vector<WalkEntry> walkAround(const Vehicle &vehicle);

/// How many marks are missing, and of these how many block everything.
struct WalkCount {
    int missing = 0, blocking = 0, all = 0;
};
[[nodiscard]] WalkCount countWalk(const std::vector<WalkEntry> &walk);

/// Puts a point, a box or a moving thing into the vehicle, or moves the one it has. A moving thing that
/// is new is hinged at the edge that its motion turns about.
/// @pre mark.kind is Point, Box or Moving; low <= high, and for a Point low = high
/// @error BadInput  a coordinate beyond any vehicle, a point below the ground, a box without a size;
///                  `where` is the mark's id
[[nodiscard]] Result<bool> takeMark(Vehicle &vehicle, const WalkMark &mark, const Vec3 &low, const Vec3 &high,
                                    const Known &known);

/// Says that the other side is the same: a point counts on both sides, a box or a moving thing gets its
/// twin ("lamp-left" gives "lamp-right"), known as estimated until it is measured itself.
/// @error BadInput  the mark is not taken, lies on the middle line, or has no other side
[[nodiscard]] Result<bool> mirrorMark(Vehicle &vehicle, const WalkMark &mark);

}  // namespace hefty::rig
