#pragma once

#include "core/job/appraisal.h"
#include "core/job/job.h"

namespace hefty::job {

/// The directions from which a lamp or a plate has to be seen, from straight ahead of it (behind it at the
/// rear) [rad].
struct ViewAngles {
    double up = 0, down = 0, outward = 0, inward = 0;
};

/// What of those directions stays open beside the armor, the winch and what it carries.
struct InView {
    std::string id, name;  ///< of the vehicle's box around it
    ViewAngles angles;
    double share = 1;        ///< open, of places on its face and directions
    std::string governs;     ///< the part that covers most; empty: nothing covers any
    std::size_t piece = 0;   ///< whose part that is, in the list of assemblies
    Vec3 at = Vec3::Zero();  ///< middle of its face
    working::Working working;
};

/// Lamps and plates are the boxes that the walk around the vehicle asks for under those names. Looked at from
/// nine places of the middle of the box, every 5 degrees. Directions of UN R48 6.2.5 (dipped beam) and of
/// Regulation (EU) 1003/2010 (plates): an estimate, local codes decide.
/// @param assemblies  of the job's pieces, null where one is not built
[[nodiscard]] std::vector<InView> inView(const rig::Vehicle &vehicle,
                                         const std::vector<const armor::Assembly *> &assemblies);

/// Adds a note for every lamp and plate of which something hides more than a hundredth.
void addInView(Appraisal &a, const Job &job);

}  // namespace hefty::job
