#pragma once

#include "core/clearance/trail_run.h"
#include "core/job/appraisal.h"
#include "core/rig/stand.h"

/// From job and armor to what clearance and trail runs are computed from.
namespace hefty::job {

/// Points and edges of the vehicle and its armor as it stands.
struct Clearing {
    clearance::ClearanceModel model;
    std::optional<double> lowest;  ///< of the armor, mm above the ground
    double front = 0, rear = 0;    ///< x of the foremost and the rearmost point
    bool rearKnown = false;        ///< something has been measured behind the rear axle
};

/// @param pieces  the armor that is built; null ones are left out
[[nodiscard]] Clearing clearingOf(const Job &job, const std::vector<const armor::Assembly *> &pieces,
                                  const rig::Stood &stood);

/// The masses of the armor, as what a stance adds.
[[nodiscard]] std::vector<rig::AddedMass> armorMasses(const Appraisal &appraisal);

/// The vehicle as the trail run drives it: on its tire, with its load, every point that could strike.
/// @error Undetermined  a spring rate or travel, the center of gravity or a tire code is missing
[[nodiscard]] Result<clearance::RunVehicle> runVehicle(const Job &job, const Appraisal &appraisal,
                                                       const rig::StandChoice &choice);

/// The obstacle kinds whose limits a person asks for, with the largest size looked at [mm].
struct LimitKind {
    clearance::ObstacleKind kind;
    const char *name;
    double most;
};
[[nodiscard]] std::span<const LimitKind> limitKinds();

}  // namespace hefty::job
