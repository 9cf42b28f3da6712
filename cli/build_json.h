#pragma once

#include <string>

#include "core/base/object_reader.h"

namespace hefty::cli {

/// `girder build`: the assembly of every piece of a job. A piece that cannot be built stands with its
/// problem, the others with their parts.
[[nodiscard]] Result<Json> runBuild(const std::string &jobText);

}  // namespace hefty::cli
