#pragma once

#include "core/job/appraisal.h"
#include "core/rig/stand.h"

/// From job and armor to what clearance is computed from.
namespace hefty::job {

/// Points and edges of the vehicle and its armor as it stands.
struct Clearing {
    clearance::ClearanceModel model;
    std::vector<clearance::TouchPoint> armorAtAxles;  ///< of the model's points there, those of the armor
    std::optional<double> lowest;                     ///< of the armor, mm above the ground
    double front = 0, rear = 0;                       ///< x of the foremost and the rearmost point
    bool rearKnown = false;                           ///< something has been measured behind the rear axle
};

/// @param pieces  the armor that is built; null ones are left out
[[nodiscard]] Clearing clearingOf(const Job &job, const std::vector<const armor::Assembly *> &pieces,
                                  const rig::Stood &stood);

/// The masses of the armor, as what a stance adds.
[[nodiscard]] std::vector<rig::AddedMass> armorMasses(const Appraisal &appraisal);

}  // namespace hefty::job
