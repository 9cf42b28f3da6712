#pragma once

#include <stop_token>

#include "core/job/appraisal.h"
#include "core/rig/vehicle.h"
#include "core/workshop/weld/shrinkage.h"

namespace hefty::job {

/// How the parts of a piece will have moved when all is cold, by its own model: bows and twists of bars,
/// mounts that come together or spread; each with what a jig or a tacked bar makes of it. Leans of sheets by
/// closed forms. Without a mount there is no model: then all by closed forms.
/// @param seams   in the order of welding
/// @param factor  of the shop: what its welds pull, against what is computed
[[nodiscard]] std::vector<workshop::Distortion> weldShrinkage(const armor::Assembly &assembly,
                                                              const rig::RigGeometry &rig,
                                                              const std::vector<workshop::SeamWork> &seams,
                                                              const std::stop_token &stop = {},
                                                              double factor = 1);

/// The same without a jig and without a tacked bar: quicker, to weigh orders against each other.
[[nodiscard]] std::vector<workshop::Distortion> freeShrinkage(const armor::Assembly &assembly,
                                                              const rig::RigGeometry &rig,
                                                              const std::vector<workshop::SeamWork> &seams,
                                                              const std::stop_token &stop = {},
                                                              double factor = 1);

/// What the welds of this job's pieces pulled against what was computed: the middle of the ratios over all
/// mounts that mirror each other, whose way together is both computed (0.5 mm or more) and measured at the
/// fit-up.
/// @return nothing: no piece has both
[[nodiscard]] std::optional<double> learnedShrinkage(const Job &job, const Appraisal &appraisal);

}  // namespace hefty::job
