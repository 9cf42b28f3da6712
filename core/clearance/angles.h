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
    std::vector<TouchPoint> frontPoints, belly, rearPoints;
    std::vector<TouchEdge> frontEdges, rearEdges;
};

/// An angle with the point that limits it. Without one: no angle, and the reason.
struct LimitAngle {
    std::optional<double> angle;  ///< rad
    std::string governs;
    Vec3 at = Vec3::Zero();
    std::string why;  ///< set if there is no angle
};

struct EndAngle {
    LimitAngle whole;      ///< every point of the overhang
    LimitAngle wheelPath;  ///< only what lies in the track band of the tires
};

struct Clearance {
    EndAngle approach, departure;
    LimitAngle breakover;
    std::optional<double> groundClearance;  ///< mm, lowest point between the axles
    std::string clearanceGoverns;
    Vec3 clearanceAt = Vec3::Zero();
};

/// Approach, departure and breakover angle and the ground clearance.
///
/// Approach angle of a point: the slope of the plane that touches the loaded tire from in front and
/// passes through the point: with rho the distance of the point from the wheel center and phi its
/// elevation seen from there, angle = phi + asin(R/rho). Breakover: the smallest sum, over the points
/// of the belly, of the slopes of the two planes through the point that touch the front tires from
/// behind and the rear tires from in front; a wedge with a larger sum strikes that point at some
/// place on its way through.
///
/// @error BadInput for a wheelbase, radius, width or track that is not above 0, or a point that is
///        inside a tire or, for the front and rear, not outboard of it
/// @source definitions after SAE J1100 (docs/methods.md)
[[nodiscard]] Result<Clearance> angles(const ClearanceModel &model);

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
