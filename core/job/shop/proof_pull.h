#pragma once

#include "core/job/appraisal.h"

/// A pull in stages at a place of a piece: what is expected of it, and what its readings say.
namespace hefty::job {

struct PullPlan {
    std::string piece, place;  ///< the tab
    std::string label;         ///< for people
    double rated = 0;          ///< N, what its shackle is rated at
    double most = 0;  ///< N, the last stage: no more than the hardest worked check of the piece allows
    double give = 0;  ///< mm/N, how far the place comes with a straight pull, as computed
    std::vector<double> stages;  ///< N
    working::Working working;
};

/// The tabs of a piece that its proof pulled at, in its order.
[[nodiscard]] std::vector<std::string> pullPlaces(const PieceAppraisal &piece);

/// @error BadInput  the place is no tab that was proved
[[nodiscard]] Result<PullPlan> pullPlan(const PieceAppraisal &piece, const std::string &place);

struct PullVerdict {
    measure::Phrase stop;        ///< why it is not to be pulled further; empty: nothing speaks against it
    std::optional<double> next;  ///< N, the stage that is next; none: it stops, or all were pulled
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

/// Pulled harder than a stage by this, or read that much less, is still that stage: a share.
inline constexpr double sameStage = 0.05;

/// Looks at the stages so far. The give is the middle of the slopes between all pairs of stages and the
/// beginning, what is kept taken off: one bad reading does not move it.
/// @source Theil 1950, Sen 1968 (slope); docs/methods.md, "Proof pull" (limits: house practice)
[[nodiscard]] PullVerdict judge(const PullPlan &plan, const std::vector<log::PullStage> &stages);

/// The stages of the last pull at a place; none: it was not pulled, or a new one was begun.
[[nodiscard]] std::vector<log::PullStage> stagesOf(const Job &job, const PullPlan &plan);
/// A stage goes into the log, and why the pull has to stop, if it has to, in the units of who writes it.
void takeStage(Job &job, const PullPlan &plan, const log::PullStage &stage, const std::string &date,
               measure::UnitSystem units);
/// A new pull at the place; the ones before stay in the log.
void beginPull(Job &job, const PullPlan &plan, const std::string &date);

/// Pulls that were stopped.
[[nodiscard]] std::vector<Finding> pullFindings(const Job &job, const PieceAppraisal &piece);

}  // namespace hefty::job
