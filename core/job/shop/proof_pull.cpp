#include "core/job/shop/proof_pull.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>

#include <fmt/format.h>

#include "core/job/appraise/make_finding.h"

namespace hefty::job {
namespace {

using working::number;

constexpr std::array<double, 4> shares{0.25, 0.5, 0.75, 1};

/// The case of a pull at one tab the way that it points; -1: there is none.
int straightCase(const proof::Proof &proof, const armor::Anchor &tab) {
    constexpr double straight = 0.999;  // cosine
    for (std::size_t c = 0; c < proof.duties.cases.size(); ++c) {
        const proof::LoadCase &l = proof.duties.cases[c];
        if (l.duty == "recovery" && l.anchors == std::vector<std::string>{tab.name} && !l.arrows.empty() &&
            l.arrows.front().force.normalized().dot(tab.forward.normalized()) > straight)
            return static_cast<int>(c);
    }
    return -1;
}

const armor::Anchor *anchorOf(const PieceAppraisal &piece, const std::string &name) {
    if (piece.assembly && piece.proof)
        for (const armor::Anchor &a : piece.assembly->anchors)
            if (a.name == name) return &a;
    return nullptr;
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
            if (straightCase(*piece.proof, a) >= 0) out.push_back(a.name);
    return out;
}

Result<PullPlan> pullPlan(const PieceAppraisal &piece, const std::string &place) {
    const armor::Anchor *tab = anchorOf(piece, place);
    const int c = tab ? straightCase(*piece.proof, *tab) : -1;
    if (c < 0)
        return fail(ProblemKind::BadInput, "No recovery was proved at this place.", place,
                    "Choose a tab with a shackle.");
    const proof::Proof &proof = *piece.proof;
    PullPlan plan;
    plan.piece = piece.id;
    plan.place = place;
    plan.label = piece.assembly->labelOf(place);
    plan.rated = proof.duties.cases[static_cast<std::size_t>(c)].linePull;
    // What a check comes to in this case is no more than in the one that governs it.
    double hardest = 0;
    std::string by;
    for (const proof::Check &k : proof.checks)
        if (k.loadCase >= 0 && k.utilization > hardest) {
            hardest = k.utilization;
            by = k.title;
        }
    plan.most = plan.rated * std::min(1.0, hardest > 0 ? 1 / hardest : 1.0);
    plan.give = comesBy(proof, c, plan.rated) / plan.rated;
    for (const double share : shares) plan.stages.push_back(share * plan.most);
    working::Working &w = plan.working;
    w.title = fmt::format("Proof pull at {}", plan.label);
    w.given("F", "rated pull of the shackle", plan.rated, "N", "stock")
        .given("u", "hardest worked: " + by, hardest, "", "proof, under whatever load")
        .step("F_p", "last stage", "F/max(1, u)",
              fmt::format("{}/max(1, {})", number(plan.rated), number(hardest)), plan.most, "N",
              "no more than all checks allow")
        .step("δ", "how far the place comes at the rated pull", "Σ F_i u_i/F", "", plan.give * plan.rated,
              "mm", "the piece's own model, work of the loads");
    return plan;
}

namespace {

using measure::Phrase;
using measure::Quantity;

/// Why a stage is the last one; empty: nothing speaks against the next.
Phrase whyStop(const PullPlan &plan, std::size_t number, const log::PullStage &s, double leftBefore) {
    const auto mm = [](double v) { return Phrase::Measure{v, Quantity::DrilledLength}; };
    const std::string stage = fmt::format("Stage {}: ", number);
    constexpr double blur = 0.05;  // mm, of a dial gauge
    if (s.load > plan.most * (1 + sameStage))
        return {
            stage +
                "pulled with {0}, and the last stage is {1}. Let go; look at everything before it is used.",
            {{s.load, Quantity::Force}, {plan.most, Quantity::Force}}};
    if (s.reading < s.left - blur)
        return {stage +
                    "the dial reads {0} under the pull and {1} after it: its foot has moved. Set it anew and "
                    "begin a new pull.",
                {mm(s.reading), mm(s.left)}};
    const double kept = s.left - leftBefore;
    const double allowed = number == 1 ? seating : std::max(leastKept, mostKept * s.reading);
    if (kept > allowed)
        return {stage +
                    "it keeps {0} more than before, {1} are allowed. Something slipped or yielded: look at "
                    "bolts, tabs and welds before anything is pulled again.",
                {mm(kept), mm(allowed)}};
    const double elastic = s.reading - s.left, expected = plan.give * s.load;
    if (elastic > mostGive * expected + leastKept)
        return {
            stage +
                "it gives {0} where {1} were computed. What holds it is softer than drawn: look at rails, "
                "bolts and welds first.",
            {mm(elastic), mm(expected)}};
    return {};
}

}  // namespace

PullVerdict judge(const PullPlan &plan, const std::vector<log::PullStage> &stages) {
    PullVerdict out;
    working::Working &w = out.working;
    w.title = fmt::format("What the pull at {} says", plan.label);
    std::vector<std::pair<double, double>> points{{0, 0}};  // pull, give without what is kept
    double hardest = 0;
    for (std::size_t i = 0; i < stages.size() && out.stop.text.empty(); ++i) {
        const log::PullStage &s = stages[i];
        w.given(fmt::format("F_{}", i + 1), "pull", s.load, "N", "load cell");
        w.given(fmt::format("d_{}", i + 1), "came by", s.reading, "mm", "dial gauge");
        w.given(fmt::format("r_{}", i + 1), "kept of it, let go", s.left, "mm", "dial gauge");
        out.stop = whyStop(plan, i + 1, s, i > 0 ? stages[i - 1].left : 0);
        points.emplace_back(s.load, s.reading - s.left);
        hardest = std::max(hardest, s.load);
    }
    if (out.stop.text.empty())
        for (const double load : plan.stages)
            if (!out.next && hardest < load * (1 - sameStage)) out.next = load;
    out.done = out.stop.text.empty() && !out.next;
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
    return out;
}

std::vector<log::PullStage> stagesOf(const Job &job, const PullPlan &plan) {
    const auto &pulls = job.log.pulls;
    const auto last = std::find_if(pulls.rbegin(), pulls.rend(), [&plan](const log::ProofPull &p) {
        return p.piece == plan.piece && p.place == plan.place;
    });
    return last == pulls.rend() ? std::vector<log::PullStage>{} : last->stages;
}

void beginPull(Job &job, const PullPlan &plan, const std::string &date) {
    job.log.pulls.push_back({plan.piece, plan.place, date, {}, {}});
}

void takeStage(Job &job, const PullPlan &plan, const log::PullStage &stage, const std::string &date,
               measure::UnitSystem units) {
    auto &pulls = job.log.pulls;
    const auto here = [&plan](const log::ProofPull &p) {
        return p.piece == plan.piece && p.place == plan.place;
    };
    if (std::none_of(pulls.begin(), pulls.end(), here)) beginPull(job, plan, date);
    log::ProofPull &pull = *std::find_if(pulls.rbegin(), pulls.rend(), here);
    pull.stages.push_back(stage);
    pull.stopped = judge(plan, pull.stages).stop.in(units);
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
