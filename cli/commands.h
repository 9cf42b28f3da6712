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

/// Exit code for a problem: 3 if the model cannot be solved, 2 for bad input.
[[nodiscard]] int exitCode(const Problem &problem);

}  // namespace hefty::cli
