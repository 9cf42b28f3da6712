#pragma once

#include "core/job/appraisal.h"

/// What is found about the vehicle and the room around it; `Finding::piece` is left to the caller.
namespace hefty::job {

/// What nobody has held a tape to, and a frame whose grade is not known.
[[nodiscard]] std::vector<Finding> assumedFindings(const rig::Vehicle &vehicle);

/// Readings that contradict the others, and frame ends out of square.
[[nodiscard]] std::vector<Finding> surveyFindings(const rig::SurveyBook &book,
                                                  const rig::SurveyResult &survey);

/// A vehicle that is longer than allowed.
/// @param front, rear  x of its foremost and rearmost point, mm
[[nodiscard]] std::vector<Finding> lengthFindings(const Job &job, double front, double rear);

/// Parts that stand nearer to a keep-out than it wants.
[[nodiscard]] std::vector<Finding> gapFindings(const Job &job, const armor::Assembly &assembly);

}  // namespace hefty::job
