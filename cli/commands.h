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

/// The pull that frees a stuck vehicle and how many lines a winch needs for it.
[[nodiscard]] Result<Json> runStuck(const Json &stuck);

/// What a rope is snatched with.
struct RopePull {
    double length = 9000;  ///< mm
    double mass = 2000;    ///< kg
    double speed = 3;      ///< m/s
    double breaks = 0;     ///< N; 0: the last force of its curve
};
/// A rope's stretch curve as the stock wants it, and its force when a mass at a speed is stopped by it.
[[nodiscard]] Result<Json> runRope(const std::string &csv, const RopePull &pull);

/// An answer in which every number is one; JSON cannot write what is none.
/// @error BadInput  the input's numbers lead beyond what can be computed with
[[nodiscard]] Result<Json> onlyFinite(Result<Json> answer);

/// Exit code for a problem: 3 if the model cannot be solved, 2 for bad input.
[[nodiscard]] int exitCode(const Problem &problem);

}  // namespace hefty::cli
