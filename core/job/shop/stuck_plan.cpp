#include "core/job/shop/stuck_plan.h"

#include <numbers>

#include <fmt/format.h>

namespace hefty::job {
namespace {

using On = LinePart::On;

/// What the job has to pull with and to hang blocks on.
struct Gear {
    const stock::Winch *winch = nullptr;
    const stock::Rope *rope = nullptr;
    const stock::Shackle *shackle = nullptr;
    std::string tab;
};

Gear gearOf(const Appraisal &appraisal, const stock::Stock &stock) {
    Gear g;
    for (const PieceAppraisal &p : appraisal.pieces) {
        if (!p.assembly || !p.assembly->winch || g.winch) continue;
        g.winch = stock.winch(p.assembly->winch->winch);
        g.rope = stock.rope(p.assembly->winch->rope);
        for (const armor::Anchor &a : p.assembly->anchors)
            if (!g.shackle && a.forward.x() > 0) {
                g.shackle = stock.shackle(a.shackle);
                g.tab = p.assembly->labelOf(a.name);
            }
    }
    return g;
}

void addParts(StuckPlan &plan, const Gear &gear) {
    const auto &t = plan.lineForces;
    const double line = gear.rope ? gear.rope->breakingStrength / 2 : 0;  // half of what it breaks at
    plan.parts.push_back({On::Winch, "Winch", t.front(), plan.winch});
    plan.parts.push_back({On::Rope, "Rope, half of its strength", t.front(), line});
    // Line k and k+1 meet at a block: the first at the anchor, the next at a tab, in turn.
    for (std::size_t k = 0; k + 1 < t.size(); ++k) {
        const bool atAnchor = k % 2 == 0;
        const std::string where =
            atAnchor ? "at the anchor" : "at the " + (gear.tab.empty() ? "vehicle" : gear.tab);
        plan.parts.push_back({On::Block, fmt::format("Block {} {}", k + 1, where), t[k] + t[k + 1], 0});
        if (!atAnchor)
            plan.parts.push_back({On::Tab, fmt::format("Shackle {}", where), t[k] + t[k + 1],
                                  gear.shackle ? gear.shackle->workingLoad : 0});
    }
    if (t.size() % 2 == 0)
        plan.parts.push_back(
            {On::Tab, fmt::format("End of the rope at the {}", gear.tab.empty() ? "vehicle" : gear.tab),
             t.back(), gear.shackle ? gear.shackle->workingLoad : 0});
    plan.parts.push_back({On::Anchor, "Anchor: tree, stake or vehicle", plan.pull, 0});
}

}  // namespace

std::optional<double> loadedMass(const Appraisal &appraisal) {
    if (!appraisal.rig || !(appraisal.rig->worst.total > 0)) return std::nullopt;
    return appraisal.rig->worst.total;
}

Result<StuckPlan> stuckPlan(const Appraisal &appraisal, const rig::Stuck &stuck, const stock::Stock &stock,
                            int extra) {
    if (!(stuck.mass > 0))
        return fail(ProblemKind::BadInput, "The vehicle needs a mass above 0.", "mass",
                    "Type what it weighs with its load.");
    if (!(stuck.grade >= 0 && stuck.grade < std::numbers::pi / 2) || !(stuck.rolling >= 0))
        return fail(ProblemKind::BadInput, "The grade goes from 0 to below 90 degrees.", "grade",
                    "Type it in degrees uphill.");
    const Gear gear = gearOf(appraisal, stock);
    if (!gear.winch)
        return fail(ProblemKind::BadInput, "No piece of this job has a winch.", "winch",
                    "Lay out a piece with one.");
    StuckPlan plan;
    plan.pull = rig::pullToFree(stuck, &plan.working);
    plan.winch = gear.winch->ratedPull;
    if (!(plan.pull > 0)) return plan;
    const int needed = rig::linesNeeded(plan.pull, plan.winch);
    if (needed == 0) return plan;
    plan.lines = needed + std::max(0, extra);
    plan.lineForces = rig::lineForces(plan.pull, plan.lines);
    plan.working.step("T1", "at the winch", "R/(1 + 0.9 + 0.9² + …)",
                      fmt::format("{:.0f} N over {} lines", plan.pull, plan.lines), plan.lineForces.front(),
                      "N", "a tenth is lost in every block");
    addParts(plan, gear);
    return plan;
}

}  // namespace hefty::job
