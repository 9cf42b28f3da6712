#pragma once

#include <functional>
#include <span>
#include <stop_token>

#include "core/clearance/trail_run.h"
#include "core/job/appraisal.h"
#include "core/rig/stand.h"

/// Driving the job's vehicle, with its armor on, over the ground.
namespace hefty::job {

/// The vehicle as the trail run drives it: on its tire, with its load, every point that could strike.
/// @error Undetermined  a spring rate or travel, the center of gravity or a tire code is missing
[[nodiscard]] Result<clearance::RunVehicle> runVehicle(const Job &job, const Appraisal &appraisal,
                                                       const rig::StandChoice &choice);

struct DriveRequest {
    rig::StandChoice choice;
    clearance::Obstacle obstacle;
    std::optional<clearance::Terrain> profile;  ///< driven over instead of the obstacle
    bool backward = false;
};

struct Drive {
    clearance::Terrain terrain;
    clearance::RunVehicle vehicle;
    rig::Stood stood;
    bool backward = false;
    clearance::TrailRun run;

    /// Where a place of the vehicle, as it was measured, is in a pose.
    [[nodiscard]] Vec3 placed(const Vec3 &measured, const clearance::RunPose &pose) const;
    /// Number of the pose nearest to a place along the way.
    [[nodiscard]] std::size_t poseAt(double x) const;
};
/// @error those of runVehicle(), terrainOf() and drive()
[[nodiscard]] Result<Drive> driveOver(const Job &job, const Appraisal &appraisal, const DriveRequest &request,
                                      const std::stop_token &stop = {});

/// An obstacle whose largest size is asked for.
struct LimitKind {
    clearance::ObstacleKind kind;
    const char *name;
    double most;       ///< largest size looked at
    double precision;  ///< of the bisection
    measure::Quantity quantity;
};
[[nodiscard]] std::span<const LimitKind> limitKinds();

struct TrailLimit {
    const LimitKind *kind = nullptr;
    double forward = 0, backward = 0;
};
/// The largest of each kind that is cleared, forward and in reverse.
/// @param progress  told how many of how many bisections are done; from any thread, may be empty
/// @error those of runVehicle() and largestCleared(), Stopped
[[nodiscard]] Result<std::vector<TrailLimit>> trailLimits(
    const Job &job, const Appraisal &appraisal, const rig::StandChoice &choice,
    const std::stop_token &stop = {}, const std::function<void(int done, int all)> &progress = {});

}  // namespace hefty::job
