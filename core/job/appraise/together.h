#pragma once

#include "core/job/appraisal.h"

namespace hefty::job {

/// Pieces are proved one by one: where two hold to the same bay of a rail that is said, and so are bolts that
/// both use. Bays are apart: the rail is held fast at its crossmembers.
/// @pre the appraisal has its rig and its pieces
[[nodiscard]] std::vector<Finding> togetherFindings(const Appraisal &appraisal);

}  // namespace hefty::job
