#pragma once

#include "core/job/appraisal.h"

namespace hefty::job {

/// The numbers of the gauge bar, those that need proofs without a value. Reads none, so that the proofs may
/// go on beside it.
/// @param lowest  of the armor above the ground, mm; none: there is no armor
/// @param lifted  set if an axle lifts: there are no angles then
[[nodiscard]] std::vector<Gauge> gaugesAheadOfProof(const Job &job, const Appraisal &appraisal,
                                                    std::optional<double> lowest, const std::string &lifted);

/// Gives the gauge that needs the proofs its value: the hardest worked of all checks.
void setHardestWorked(const Job &job, const Appraisal &appraisal, std::vector<Gauge> &gauges);

/// Gauges beyond their limit; each gauge is told which finding is about it. Checks are found by themselves.
[[nodiscard]] std::vector<Finding> gaugeFindings(const Job &job, const Appraisal &appraisal,
                                                 std::vector<Gauge> &gauges);

/// What later jobs are estimated by, once this one is done: none before its fit-up is signed off, without
/// hours in its log, or without an estimate.
[[nodiscard]] std::optional<double> learnedFactor(const Job &job, const Appraisal &appraisal);

}  // namespace hefty::job
