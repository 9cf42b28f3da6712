#pragma once

#include "core/base/object_reader.h"

namespace hefty::cli {

/// `girder schema`: JSON Schema (2020-12) of a job file, made from what declares data, house rules, patterns
/// and holds, so that it says what the reader takes. Fields that it does not name are kept by the reader and
/// allowed.
[[nodiscard]] Json jobSchema();

}  // namespace hefty::cli
