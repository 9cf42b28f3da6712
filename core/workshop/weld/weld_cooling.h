#pragma once

#include "core/workshop/weld/weld_order.h"

namespace hefty::workshop {

/// The order of weldOrder(), with seams put off until the metal there has cooled, where that saves waiting:
/// at every turn the seam that can begin first, of equal ones the first of the plan; then single steps are
/// moved as long as that saves more. A seam is welded when one of its parts is there, the other is fitted for
/// it, and no part comes before the seams that it would bar: no more is out of reach than in the plan.
/// @return  the plan itself if nobody waits in it
[[nodiscard]] WeldPlan cooledOrder(const armor::Assembly &assembly, const std::vector<LineReach> &reach,
                                   const std::vector<SeamWork> &seams);

}  // namespace hefty::workshop
