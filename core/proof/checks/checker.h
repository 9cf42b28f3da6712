#pragma once

#include <algorithm>
#include <functional>

#include "core/joints/weld_group.h"
#include "core/proof/model/sheets.h"
#include "core/proof/proof.h"

/// Inside of the proof floor: what the families of checks share.
namespace hefty::proof {

/// What one family of checks finds: families run side by side, each with its own.
struct FamilyResults {
    std::vector<Check> checks;
    std::vector<Rung> ladder;
    std::vector<std::vector<float>> barUse;    ///< as in Proof; of the members only
    std::vector<std::vector<float>> shellUse;  ///< as in Proof; of the plates only
    std::vector<std::vector<float>> tieUse;    ///< as in Proof; of the seams only
    std::vector<CrushOrder> crushOrders;       ///< as in Proof; of the strikes only
    std::vector<Unproved> unproved;
};

/// Everything a check may look at, and where its results go.
struct CheckContext {
    const armor::Assembly &assembly;
    const rig::Vehicle &vehicle;
    const rig::RigGeometry &rig;
    const stock::Stock &stock;
    const HouseRules &rules;
    const Proof &proof;                     ///< duties and solution; its checks are not there yet
    const std::vector<SheetSpots> &sheets;  ///< of its plates, then of its walls
    FamilyResults &out;

    [[nodiscard]] std::size_t caseCount() const { return proof.duties.cases.size(); }
    [[nodiscard]] const LoadCase &loadCase(std::size_t c) const { return proof.duties.cases[c]; }
    /// The tab that the ladder's pulls are at; none: the winch line, or there is no ladder.
    [[nodiscard]] const armor::Anchor *pulledAt() const;
    /// The receiver whose block they are at.
    [[nodiscard]] const armor::ReceiverTube *pulledBlock() const;
    [[nodiscard]] bool hasLadder() const { return !proof.duties.ladder.cases.empty(); }
    /// True of the cases that the ladder is told from.
    [[nodiscard]] bool isLadder(std::size_t c) const {
        const std::vector<int> &cases = proof.duties.ladder.cases;
        return std::find(cases.begin(), cases.end(), static_cast<int>(c)) != cases.end();
    }
    /// The safety factor that a case asks for: its own for working duties, 1 for survival.
    [[nodiscard]] double omega(std::size_t c, double working) const {
        return loadCase(c).dutyClass == DutyClass::Working ? working : 1.0;
    }
    /// U of AISC 360-16 K1.3 from a chord's stress over its yield: ASD stresses stand against 0.60 Fy, those
    /// of survival against Fy.
    [[nodiscard]] double chordUse(std::size_t c, double stressOverYield) const {
        constexpr double most = 0.99;
        return std::min(most, isSurvival(c) ? stressOverYield : stressOverYield / 0.6);
    }
    [[nodiscard]] bool isSurvival(std::size_t c) const {
        return loadCase(c).dutyClass == DutyClass::Survival;
    }
    /// What people call a part.
    [[nodiscard]] std::string called(const std::string &part) const { return assembly.labelOf(part); }
    /// A check with its head filled in, its Working titled alike.
    [[nodiscard]] Check begin(CheckKind kind, std::string id, std::string part, std::string title,
                              std::size_t governingCase) const;
    /// Takes a finished check; its Working says which case governs.
    void add(Check check) const;
    /// Says that something was not checked: no check goes without a word.
    void leave(Unproved what) const;
    /// The pull at which something reaches its nominal strength, the least over the ladder's cases.
    /// @param nominalUse  demand over nominal strength, by case
    void addRung(const std::string &part, const std::string &title,
                 const std::function<double(std::size_t)> &nominalUse, std::string means,
                 bool flies = false) const;
};

/// What makes a check of a tube's wall no proof where the tube is of aluminum.
inline constexpr const char *steelOnly =
    "the formulas for walls of tubes were tested on steel: aluminum is told by its strength beside welds";

/// The case in which `use` is largest.
struct Governing {
    std::size_t loadCase = 0;
    double use = -1;
};
[[nodiscard]] Governing governing(const CheckContext &context, const std::function<double(std::size_t)> &use);

void checkMembers(const CheckContext &context);
void checkOpenings(const CheckContext &context);
void checkPlates(const CheckContext &context);
void checkWelds(const CheckContext &context);
void checkSeams(const CheckContext &context);
void checkPlatesOnWalls(const CheckContext &context);
void checkTabs(const CheckContext &context);
void checkBolts(const CheckContext &context);
/// The bolts of the winch's feet and of its fairlead.
void checkWinchBolts(const CheckContext &context);
/// What the holds of the body carry, and threads in them.
void checkHolds(const CheckContext &context);
/// Tubes in receivers: pins, walls under the edges that press them, what the receivers carry.
void checkSlips(const CheckContext &context);
/// The piece's own receivers: pins, walls under them, what their makers rate them at.
void checkReceivers(const CheckContext &context);
/// What is on the vehicle already and holds a bar.
void checkFixings(const CheckContext &context);
void checkFrameEnds(const CheckContext &context);
/// Slow crash and animal strike: the energy of the meeting against what the piece takes up, and whether the
/// rails give before it.
void checkImpacts(const CheckContext &context);
/// Tubes that end on the wall of another.
void checkBranches(const CheckContext &context);
/// Buckling factors of the hardest cases, columns with the lengths that they give, the first natural
/// frequency.
void checkStability(const CheckContext &context);
/// The throat of every seam over the pulls and the roads of its life.
void checkFatigue(const CheckContext &context);
/// The plates beside the toes of their welds over the same life.
void checkToes(const CheckContext &context);

/// Hinges, latches and sag of gates, shut and open.
void checkGates(const CheckContext &context);
void checkStuds(const CheckContext &context);

/// What a spring carries, as a load on its `from` side at a place [N, N·mm].
[[nodiscard]] joints::PointLoad springLoad(const Proof &proof, int spring, std::size_t loadCase,
                                           const Vec3 &at);

}  // namespace hefty::proof
