#pragma once

#include "core/job/appraisal.h"

/// Whether the shop's bender makes what a piece wants of it.
namespace hefty::job {

/// Every bent bar of a piece in the bender of the shop.
[[nodiscard]] std::vector<BentBar> bentBars(const armor::Assembly &assembly, const workshop::Shop &shop);

/// Bends that no die makes, or that the tube gets in the way of; a note if the shop's dies are not known.
[[nodiscard]] std::vector<Finding> bendFindings(const PieceAppraisal &piece, const workshop::Shop &shop);

}  // namespace hefty::job
