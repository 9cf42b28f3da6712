#pragma once

#include "core/job/appraisal.h"
#include "core/workshop/weld/weld_order.h"

namespace hefty::job {

/// The seams of a plan in its order, each with what that order makes of it.
/// @param seams  that the plan was made of
[[nodiscard]] std::vector<workshop::SeamWork> inOrder(const std::vector<workshop::SeamWork> &seams,
                                                      const workshop::WeldPlan &plan);

/// What an order costs. @pre the piece has its assembly and reach
[[nodiscard]] WeldOrderCost costOf(const PieceAppraisal &piece, const workshop::WeldPlan &plan,
                                   const std::vector<workshop::SeamWork> &ordered,
                                   const std::vector<workshop::SeamHeat> &heat);

}  // namespace hefty::job
