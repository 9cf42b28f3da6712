#pragma once

#include "core/clearance/gaps.h"
#include "core/job/appraisal.h"

/// What must stay clear of the armor, and whether it does.
namespace hefty::job {

/// One meeting of something that moves, a wheel or a tool with a part.
struct FitProblem {
    std::string id;  ///< "sweep/hood/beam", "wheel/left/beam.left", "access/mount.left/b1/gusset"
    std::string part;
    Severity severity = Severity::Fix;
    measure::Phrase sentence;
    double value = 0, limit = 0;  ///< gap, and the one wanted; mm
    Vec3 at = Vec3::Zero();
    working::Working working;
};

/// Hood, gate, lamps and their like on their whole way; the wheels at lock and bump, if lock and king pins
/// are measured; a socket on every bolt of the frame mounts.
/// @error those of the sweeps
[[nodiscard]] Result<std::vector<FitProblem>> fitProblems(const Job &job, const armor::Assembly &assembly,
                                                          const rig::Stood &stood,
                                                          const std::stop_token &stop = {});

/// Room for a socket: its radius over the bolt's diameter, and its length with the ratchet's head [mm].
inline constexpr double socketRadius = 1.05, socketLength = 110;

}  // namespace hefty::job
