#pragma once

#include <string>

#include "core/base/object_reader.h"
#include "core/base/result.h"

/// The subcommands of `girder`: JSON in, JSON out, no side effects.
namespace hefty::cli {

[[nodiscard]] Result<Json> runFrame(const Json &model);
[[nodiscard]] Result<Json> runWeld(const Json &group);
[[nodiscard]] Result<Json> runBolts(const Json &group);
[[nodiscard]] Result<Json> runSurvey(const Json &net);
[[nodiscard]] Result<Json> runClearance(const Json &rig);
/// @param text  the job file's text
[[nodiscard]] Result<Json> runAppraise(const std::string &text);

/// A recorded ride as cycles of its three directions and the range that, coming `cycles` times, does the harm
/// of `hours` of it. @param csv  as joints::readRide reads it
[[nodiscard]] Result<Json> runRide(const std::string &csv, double hours, double cycles);

/// Exit code for a problem: 3 if the model cannot be solved, 2 for bad input.
[[nodiscard]] int exitCode(const Problem &problem);

}  // namespace hefty::cli
