#pragma once

#include "core/job/appraisal.h"

/// Whether the shop's brake makes the folds that a piece wants of it.
namespace hefty::job {

/// Folds that are too long or too thick for the brake, sides too narrow to lie over its die, and sides that
/// stand up so high that they strike the brake when the other side is folded. Folds over a kerf are not asked
/// for.
[[nodiscard]] std::vector<Finding> foldFindings(const PieceAppraisal &piece, const workshop::Shop &shop);

}  // namespace hefty::job
