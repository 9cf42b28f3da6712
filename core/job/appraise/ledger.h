#pragma once

#include "core/job/appraisal.h"

namespace hefty::job {

/// One thing of a piece, and which checks look at it.
struct LedgerLine {
    enum class Kind { Part, Seam, Bolts, Hold, Duty };
    Kind kind = Kind::Part;
    std::string id;                 ///< of the part, seam, bolt group or hold, or the place of a duty
    std::string name;               ///< for people
    int checks = 0;                 ///< that look at it; of a duty: those that it is hardest for
    std::string hardest;            ///< title of the one that is worked most; empty: none
    double use = 0;                 ///< of that one
    bool proved = false;            ///< all of them prove it, and nothing was left out
    std::vector<std::string> open;  ///< why it is not, as whole sentences
    /// Neither a check nor a reason why there is none: that must never be.
    [[nodiscard]] bool forgotten() const { return kind != Kind::Duty && checks == 0 && open.empty(); }
};
[[nodiscard]] std::string_view ledgerWord(LedgerLine::Kind kind);  ///< for people: "Seam"

/// Everything that a proof is about: parts, seams, bolt groups, holds and duties, in that order.
/// @pre the piece is proved
[[nodiscard]] std::vector<LedgerLine> ledgerOf(const PieceAppraisal &piece);

}  // namespace hefty::job
