#pragma once

#include "core/job/appraisal.h"

/// A pull in stages at a place of a piece: what is expected of it, and what its readings say.
namespace hefty::job {

struct PullPlan {
    std::string piece, place;    ///< the tab
    std::string label;           ///< for people
    double rated = 0;            ///< N, what its shackle is rated at
    double most = 0;             ///< N, the last stage: no more than all checks allow
    double give = 0;             ///< mm/N, how far the place comes with a straight pull, as computed
    std::vector<double> stages;  ///< N
    working::Working working;
};

/// The tabs of a piece that its proof pulled at, in its order.
[[nodiscard]] std::vector<std::string> pullPlaces(const PieceAppraisal &piece);

/// @error BadInput  the place is no tab that was proved
[[nodiscard]] Result<PullPlan> pullPlan(const PieceAppraisal &piece, const std::string &place);

struct PullVerdict {
    std::string stop;            ///< why it is not to be pulled further; empty: nothing speaks against it
    bool done = false;           ///< all stages were pulled and it held
    std::optional<double> give;  ///< mm/N, as measured; from two stages on
    working::Working working;
};

/// What a place keeps after it is let go may be this beyond the first stage, in which bolts seat [mm], or
/// mostKept of what it gave, whichever is more.
inline constexpr double leastKept = 0.5, mostKept = 0.15;
/// What it keeps of the first stage: bolts come to bear in their holes.
inline constexpr double seating = 2.5;
/// What it may give over what was computed, seating aside, before something is wrong.
inline constexpr double mostGive = 2.5;

/// Looks at the stages so far. The give is the middle of the slopes between all pairs of stages and the
/// beginning, what is kept taken off: one bad reading does not move it.
/// @source Theil 1950, Sen 1968 (slope); docs/methods.md, "Proof pull" (limits: house practice)
[[nodiscard]] PullVerdict judge(const PullPlan &plan, const std::vector<log::PullStage> &stages);

/// Pulls that were stopped.
[[nodiscard]] std::vector<Finding> pullFindings(const Job &job, const PieceAppraisal &piece);

}  // namespace hefty::job
