#include "core/job/proof_pull.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>

#include <fmt/format.h>

#include "core/job/make_finding.h"

namespace hefty::job {
namespace {

using working::number;

constexpr std::array<double, 4> shares{0.25, 0.5, 0.75, 1};

std::string placeOf(const std::string &tab) {
    return "recovery/" + tab;
}

/// The case of a straight pull; -1: there is none.
int straightCase(const proof::Proof &proof, const std::string &tab) {
    for (std::size_t c = 0; c < proof.duties.cases.size(); ++c)
        if (proof.duties.cases[c].id == placeOf(tab) + "/straight") return static_cast<int>(c);
    return -1;
}

/// How far the place comes with its pull: the work of the loads of a case over the pull [mm].
double comesBy(const proof::Proof &proof, int loadCase, double pull) {
    const mechanics::CaseSolution &s = proof.solution.cases[static_cast<std::size_t>(loadCase)];
    double work = 0;
    for (const mechanics::NodeLoad &l : proof.idealization.model.nodeLoads)
        if (l.loadCase == loadCase) {
            const mechanics::Vec6 &u = s.displacements[static_cast<std::size_t>(l.node)];
            work += l.force.dot(u.head<3>()) + l.moment.dot(u.tail<3>());
        }
    return work / pull;
}

}  // namespace

std::vector<std::string> pullPlaces(const PieceAppraisal &piece) {
    std::vector<std::string> out;
    if (piece.assembly && piece.proof)
        for (const armor::Anchor &a : piece.assembly->anchors)
            if (straightCase(*piece.proof, a.name) >= 0) out.push_back(a.name);
    return out;
}

Result<PullPlan> pullPlan(const PieceAppraisal &piece, const std::string &place) {
    const int c = piece.proof ? straightCase(*piece.proof, place) : -1;
    if (c < 0 || !piece.assembly)
        return fail(ProblemKind::BadInput, "No recovery was proved at this place.", place,
                    "Choose a tab with a shackle.");
    const proof::Proof &proof = *piece.proof;
    PullPlan plan;
    plan.piece = piece.id;
    plan.place = place;
    plan.label = piece.assembly->labelOf(place);
    plan.rated = proof.duties.cases[static_cast<std::size_t>(c)].linePull;
    double hardest = 0;
    std::string by;
    for (const proof::Check &k : proof.checks) {
        if (k.loadCase < 0 || k.utilization <= hardest) continue;
        if (proof.duties.cases[static_cast<std::size_t>(k.loadCase)].place != placeOf(place)) continue;
        hardest = k.utilization;
        by = k.title;
    }
    plan.most = plan.rated * std::min(1.0, hardest > 0 ? 1 / hardest : 1.0);
    plan.give = comesBy(proof, c, plan.rated) / plan.rated;
    for (const double share : shares) plan.stages.push_back(share * plan.most);
    working::Working &w = plan.working;
    w.title = fmt::format("Proof pull at {}", plan.label);
    w.given("F", "rated pull of the shackle", plan.rated, "N", "stock")
        .given("u", by.empty() ? "no check is governed by it" : "hardest worked: " + by, hardest, "", "proof")
        .step("F_p", "last stage", "F/max(1, u)",
              fmt::format("{}/max(1, {})", number(plan.rated), number(hardest)), plan.most, "N",
              "no more than all checks allow")
        .step("δ", "how far the place comes at the rated pull", "Σ F_i u_i/F", "", plan.give * plan.rated,
              "mm", "the piece's own model, work of the loads");
    return plan;
}

PullVerdict judge(const PullPlan &plan, const std::vector<log::PullStage> &stages) {
    PullVerdict out;
    working::Working &w = out.working;
    w.title = fmt::format("What the pull at {} says", plan.label);
    std::vector<std::pair<double, double>> points{{0, 0}};  // pull, give without what is kept
    for (std::size_t i = 0; i < stages.size() && out.stop.empty(); ++i) {
        const log::PullStage &s = stages[i];
        const double kept = s.left - (i > 0 ? stages[i - 1].left : 0);
        const double allowed = i == 0 ? seating : std::max(leastKept, mostKept * s.reading);
        w.given(fmt::format("F_{}", i + 1), "pull", s.load, "N", "load cell");
        w.given(fmt::format("d_{}", i + 1), "came by", s.reading, "mm", "dial gauge");
        w.given(fmt::format("r_{}", i + 1), "kept of it, let go", s.left, "mm", "dial gauge");
        if (kept > allowed)
            out.stop = fmt::format(
                "Stage {}: it keeps {:.1f} mm more than before, {:.1f} are allowed. Something slipped or "
                "yielded: look at bolts, tabs and welds before anything is pulled again.",
                i + 1, kept, allowed);
        const double elastic = s.reading - s.left, expected = plan.give * s.load;
        if (out.stop.empty() && s.load > 0 && elastic > mostGive * expected + leastKept)
            out.stop = fmt::format(
                "Stage {}: it gives {:.1f} mm where {:.1f} were computed. What holds it is softer than "
                "drawn: "
                "look at rails, bolts and welds first.",
                i + 1, elastic, expected);
        points.emplace_back(s.load, elastic);
    }
    std::vector<double> slopes;
    for (std::size_t i = 0; i < points.size(); ++i)
        for (std::size_t k = i + 1; k < points.size(); ++k)
            if (points[k].first - points[i].first > 1)
                slopes.push_back((points[k].second - points[i].second) / (points[k].first - points[i].first));
    if (stages.size() >= 2 && !slopes.empty()) {
        const auto middle = slopes.begin() + static_cast<std::ptrdiff_t>(slopes.size() / 2);
        std::nth_element(slopes.begin(), middle, slopes.end());
        double slope = *middle;
        if (slopes.size() % 2 == 0) slope = (slope + *std::max_element(slopes.begin(), middle)) / 2;
        out.give = slope;
        w.step("c", "gives as measured", "the middle of the slopes between all pairs", "", slope * 1000,
               "mm/kN", "Theil 1950, Sen 1968");
        w.step("c/c₀", "over what was computed", "", fmt::format("c₀ = {}", number(plan.give * 1000)),
               plan.give > 0 ? slope / plan.give : 0, "", "");
        if (slope > plan.give)
            w.step("k", "what the mounts would have to be for that", "1/(c − c₀)", "",
                   1e-3 / (slope - plan.give), "kN/mm", "one spring in line");
    }
    out.done = out.stop.empty() && stages.size() >= plan.stages.size();
    return out;
}

std::vector<Finding> pullFindings(const Job &job, const PieceAppraisal &piece) {
    FindingList out;
    std::map<std::string, const log::ProofPull *> last;  // a later pull at a place counts alone
    for (const log::ProofPull &p : job.log.pulls)
        if (p.piece == piece.id) last[p.place] = &p;
    for (const auto &[place, pull] : last)
        if (!pull->stopped.empty() && piece.assembly)
            out.add("pull/" + place, Severity::Fix, "log", place,
                    fmt::format("The proof pull at the {} was stopped. {}", piece.assembly->labelOf(place),
                                pull->stopped));
    return std::move(out.findings);
}

}  // namespace hefty::job
