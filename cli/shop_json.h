#pragma once

#include "core/base/object_reader.h"

/// What a shop cuts, bends and folds by: the subcommands of `girder` for it (girder --help).
namespace hefty::cli {

[[nodiscard]] Result<Json> runCope(const Json &joint);
[[nodiscard]] Result<Json> runBend(const Json &tube);
[[nodiscard]] Result<Json> runFlat(const Json &strip);
[[nodiscard]] Result<Json> runNest(const Json &bars);
[[nodiscard]] Result<Json> runSheets(const Json &plates);

}  // namespace hefty::cli
