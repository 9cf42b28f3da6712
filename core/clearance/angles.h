#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/shape/geometry.h"
#include "core/working/working.h"

namespace hefty::clearance {

using shape::Vec3;

/// A tire as it stands under load.
struct LoadedTire {
    double radius = 0;  ///< loaded, mm
    double width = 0;   ///< mm
    double track = 0;   ///< between the middles of the left and right tire, mm
};

struct TouchPoint {
    std::string id;
    Vec3 at = Vec3::Zero();  ///< vehicle axes, mm: x forward, z up, origin under the front axle center
};

/// A straight edge that could touch; the wheel path may begin or end along it.
struct TouchEdge {
    std::string id;
    Vec3 from = Vec3::Zero();
    Vec3 to = Vec3::Zero();
};

/// What the clearance of a vehicle depends on. Points ahead of the front tires' contact belong to
/// `front`, behind the rear tires' to `rear`, between the axles to `belly`.
struct ClearanceModel {
    double wheelbase = 0;
    LoadedTire front, rear;
    bool towed = false;  ///< a trailer: no front tires, so no approach and no breakover of its own
    std::vector<TouchPoint> frontPoints, belly, rearPoints;
    std::vector<TouchPoint> atAxles;  ///< within a tire's radius of an axle, along the vehicle
    std::vector<TouchEdge> frontEdges, rearEdges;
};

/// An angle with the point that limits it. Without one: no angle, and the reason.
struct LimitAngle {
    std::optional<double> angle;  ///< rad
    std::string governs;
    Vec3 at = Vec3::Zero();
    std::string why;  ///< set if there is no angle
};

/// A limit with what would limit next if it were out of the way; each part or point once, the tightest
/// first, `runnersUp` of them at most.
struct RankedAngle : LimitAngle {
    std::vector<LimitAngle> next;
};
inline constexpr std::size_t runnersUp = 2;

struct EndAngle {
    RankedAngle whole;      ///< every point of the overhang
    RankedAngle wheelPath;  ///< only what lies in the track band of the tires
};

/// Height of the lowest point of some region.
struct LowPoint {
    std::optional<double> height;  ///< mm
    std::string governs;
    Vec3 at = Vec3::Zero();
};

struct Clearance {
    EndAngle approach, departure;
    RankedAngle breakover;
    RankedAngle side;          ///< slope beside the tires that what stands out between the axles just clears
    LowPoint between;          ///< the axles
    LowPoint atFront, atRear;  ///< under the axles themselves
};

/// Approach, departure and breakover angle and the ground clearance.
///
/// Approach angle of a point: the slope of the plane that touches the loaded tire from in front and
/// passes through the point: with rho the distance of the point from the wheel center and phi its
/// elevation seen from there, angle = phi + asin(R/rho). Breakover: the smallest sum, over the points
/// of the belly, of the slopes of the two planes through the point that touch the front tires from
/// behind and the rear tires from in front; a wedge with a larger sum strikes that point at some
/// place on its way through. Side angle of a point between the axles that stands out beyond the tires:
/// the slope through the outer edge of the tires' tread and the point; 90 degrees or more is no limit.
///
/// @error BadInput for a wheelbase, radius, width or track that is not above 0, or a point that is
///        inside a tire or, for the front and rear, not outboard of it
/// @source definitions after SAE J1100 (docs/methods.md)
[[nodiscard]] Result<Clearance> angles(const ClearanceModel &model);

/// Whether a point `ahead` mm ahead of the wheel center and `height` above the ground lies outside the
/// circle of a tire of radius R and in front of its center.
[[nodiscard]] bool isBeforeTire(double ahead, double height, double radius);

/// Slope [rad] of the plane through a point `ahead` mm ahead of the wheel center and `height` above the
/// ground that touches a tire of radius R from below and in front; nothing if the point is inside the
/// tire's circle or behind its rearmost reach.
[[nodiscard]] std::optional<double> tangentSlope(double ahead, double height, double radius);

/// The calculation of the breakover angle.
[[nodiscard]] working::Working breakoverWorking(const LimitAngle &angle, double wheelbase,
                                                const LoadedTire &front, const LoadedTire &rear);

/// The calculation of an approach or departure angle.
[[nodiscard]] working::Working endAngleWorking(const std::string &title, const LimitAngle &angle,
                                               double ahead, double radius);

}  // namespace hefty::clearance
