#pragma once

#include "core/workshop/weld/weld_order.h"

namespace hefty::workshop {

/// The order of weldOrder(), changed where that saves waiting for metal to cool, turns of the piece, or parts
/// that are fitted to a bowed bar (`Handling`): at every turn the seam that asks least, of equal ones the
/// first of the plan; then single steps are moved as long as that saves more. A seam is welded when one of
/// its parts is there, the other is fitted for it, and no part comes before the seams that it would bar: no
/// more is out of reach than in the plan.
/// @return  the plan itself if nothing better is found
[[nodiscard]] WeldPlan bestOrder(const armor::Assembly &assembly, const std::vector<LineReach> &reach,
                                 const std::vector<SeamWork> &seams);

}  // namespace hefty::workshop
