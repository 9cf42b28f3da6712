#pragma once

#include "core/job/appraisal.h"

namespace hefty::job {

/// Fillets that are too small for the plate to fuse, or too large for the edge they lie along, each with its
/// Working; `piece` is left to the caller.
/// @source AISC 360-16 table J2.4 and J2.2b(b)
[[nodiscard]] std::vector<Finding> weldSizeFindings(const armor::Assembly &assembly);

}  // namespace hefty::job
