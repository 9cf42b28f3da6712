#pragma once

#include "core/job/appraisal.h"
#include "core/job/job.h"

namespace hefty::job {

/// How much of the radiator's face stays open behind the armor, seen from ahead.
struct Airflow {
    double share = 0;            ///< open, of the face
    double covered = 0;          ///< mm2
    std::string governs;         ///< the part that covers most; empty: nothing covers it
    std::size_t pieceIndex = 0;  ///< whose part that is, in the list of assemblies
    Vec3 at = Vec3::Zero();      ///< middle of the face
    working::Working working;
};

/// The radiator is the keep-out of that id that the walk around the vehicle asks for.
inline constexpr const char *radiatorId = "radiator";

/// The pieces as they stand, fitted where that was measured; null where one is not built.
[[nodiscard]] std::vector<const armor::Assembly *> shapesOf(const Appraisal &appraisal);

/// Looked at in cells of 8 mm along the vehicle; holes and openings of sheets let the air through.
/// @param assemblies  of the job's pieces, null where one is not built
/// @return nothing: no radiator was measured
[[nodiscard]] std::optional<Airflow> airflowOf(const rig::Vehicle &vehicle,
                                               const std::vector<const armor::Assembly *> &assemblies);

}  // namespace hefty::job
