#pragma once

#include <array>
#include <stop_token>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/clearance/angles.h"
#include "core/clearance/terrain.h"

namespace hefty::clearance {

/// One end's wheels and springs. Rates of one wheel, N/mm; travel in mm from where it stands on level ground.
struct RunAxle {
    LoadedTire tire;  ///< radius as it stands, loaded
    double spring = 0, tireRate = 0;
    double bump = 80, droop = 100;  ///< travel up and down before it is blocked or hangs
};

/// A vehicle that can be driven: body as a rigid thing on four sprung wheels.
struct RunVehicle {
    double wheelbase = 0;
    RunAxle front, rear;
    double frontMass = 0, rearMass = 0;  ///< on the axles, kg, all of it
    double centerHeight = 600;           ///< of gravity, mm
    std::vector<TouchPoint> points;      ///< of body and armor, vehicle axes as it stands on level ground
};

/// How the vehicle stands at one place of the way.
struct RunPose {
    double x = 0;                    ///< of the front axle's middle along the way, mm
    double z = 0;                    ///< rise of the front axle's line of the body, mm
    double pitch = 0;                ///< nose up, rad
    double roll = 0;                 ///< left side up, rad
    std::array<double, 4> load{};    ///< on the wheels: front left, front right, rear left, rear right; N
    std::array<double, 4> travel{};  ///< of the wheels against the body, up positive, mm

    /// Where a place of the vehicle, in its own axes as it stands on level ground, is now.
    [[nodiscard]] Vec3 placed(const Vec3 &point) const;
};

/// Something that went into the ground.
struct Strike {
    std::string id;
    Vec3 point = Vec3::Zero();   ///< of the vehicle, its own axes
    double at = 0;               ///< x of the front axle when it was deepest
    double depth = 0;            ///< how far the body would have had to be lifted there, mm
    double force = 0;            ///< about what that takes at that point, N
    Vec2 ground = Vec2::Zero();  ///< x along the way and height of what it struck
};

struct TrailRun {
    std::vector<RunPose> poses;
    std::vector<Strike> strikes;  ///< deepest of each part, deepest first
    std::vector<double> lifted;   ///< places x where a wheel leaves the ground
    double worstImbalance = 0;    ///< largest residual of the balance of forces, share of the weight
};

/// Drives a vehicle slowly over a terrain: at each step the pose in which the four wheels carry the body.
/// Wheels are circles that roll on the ground of their own side; their springs work along the body's own
/// upright, tires give straight down; forces on the wheels are vertical, so friction is taken as enough. A
/// wheel at the end of its travel is blocked by a stop ten times as stiff as its tire. Strikes do not hold
/// the vehicle up: the run goes on as if it could pass, and says how deep.
///
/// @error BadInput  as angles(); masses or rates not above 0; a point that is not finite
///        Stopped
[[nodiscard]] Result<TrailRun> drive(const RunVehicle &vehicle, const Terrain &terrain,
                                     const std::stop_token &stop = {});

/// The same vehicle driven backward: what was ahead is behind.
[[nodiscard]] RunVehicle reversed(const RunVehicle &vehicle);

/// The largest obstacle of a kind that the vehicle goes over without a strike, by bisection between 0 and
/// `most` to `precision`. A ledge or log higher than the wheel's center counts as too high.
/// @error as drive()
[[nodiscard]] Result<double> largestCleared(const RunVehicle &vehicle, ObstacleKind kind, double most,
                                            double precision, const std::stop_token &stop = {});

}  // namespace hefty::clearance
