#pragma once

#include <stop_token>

#include "core/rig/vehicle.h"
#include "core/workshop/weld/shrinkage.h"

namespace hefty::job {

/// How the parts of a piece will have moved when all is cold, by its own model: bows and twists of bars,
/// mounts that come together or spread; each with what a jig or a tacked bar makes of it. Leans of sheets by
/// closed forms. Without a mount there is no model: then all by closed forms.
/// @param seams  in the order of welding
[[nodiscard]] std::vector<workshop::Distortion> weldShrinkage(const armor::Assembly &assembly,
                                                              const rig::RigGeometry &rig,
                                                              const std::vector<workshop::SeamWork> &seams,
                                                              const std::stop_token &stop = {});

}  // namespace hefty::job
