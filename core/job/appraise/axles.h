#pragma once

#include "core/job/appraisal.h"
#include "core/rig/stand.h"

namespace hefty::job {

/// What rests on the axles with armor on, with what is aboard and without it: duties take the worse.
struct Axles {
    std::vector<rig::AddedMass> added;  ///< armor and what is aboard
    rig::WorstLoads worst;              ///< kg, up to full steps of 10
    std::string lifted;                 ///< what lifts off the ground, as a sentence; empty: nothing
    std::vector<Finding> findings;      ///< an axle that lifts, limits of the papers
};

[[nodiscard]] Axles loadAxles(const rig::Vehicle &vehicle, const rig::RigGeometry &rig,
                              const std::vector<rig::AddedMass> &armor);

}  // namespace hefty::job
