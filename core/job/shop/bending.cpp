#include "core/job/shop/bending.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/job/appraise/make_finding.h"
#include "core/workshop/bend/twins.h"

namespace hefty::job {

using measure::Quantity;

std::vector<BentBar> bentBars(const armor::Assembly &assembly, const workshop::Shop &shop) {
    std::vector<BentBar> out;
    const auto twins = shop.twins ? workshop::twinTubes(assembly, shop) : std::vector<workshop::TwinTube>();
    for (const workshop::TwinTube &t : twins) out.push_back({t.part, t.twin, t.saved, t.plan, {}});
    const auto known = [&out](const std::string &part) {
        return std::any_of(out.begin(), out.end(),
                           [&part](const BentBar &b) { return b.part == part || b.twin == part; });
    };
    for (const armor::BarPart &b : assembly.bars) {
        if (b.bends.empty() || !b.made.bought.empty() || known(b.name)) continue;
        BentBar bent;
        bent.part = b.name;
        auto plan = workshop::bendPlan(b, shop.dies, shop.testBends, {shop.benderFloor, shop.benderBed / 2});
        if (plan)
            bent.plan = std::move(*plan);
        else
            bent.why = plan.error().message + (plan.error().remedy.empty() ? "" : " " + plan.error().remedy);
        out.push_back(std::move(bent));
    }
    return out;
}

std::vector<Finding> bendFindings(const PieceAppraisal &piece, const workshop::Shop &shop) {
    FindingList out;
    if (piece.bent.empty()) return {};
    if (shop.dies.empty()) {
        out.add("bend/dies", Severity::Note, "cut", piece.bent.front().part,
                fmt::format(
                    "{} tubes are bent, and no die of the shop is noted: whether its bender makes them was "
                    "not looked at. Note the dies in \"Rack and prices\".",
                    piece.bent.size()));
        return std::move(out.findings);
    }
    for (const BentBar &b : piece.bent) {
        const std::string name = piece.assembly->labelOf(b.part);
        if (!b.plan) {
            out.add("bend/" + b.part, Severity::Fix, "cut", b.part, fmt::format("{}: {}", name, b.why));
            continue;
        }
        for (std::size_t i = 0; i < b.plan->steps.size(); ++i) {
            const workshop::BendStep &s = b.plan->steps[i];
            if (s.barredBy == workshop::BendBar::Nothing) continue;
            measure::Phrase why =
                s.barredBy == workshop::BendBar::Clamp
                    ? measure::Phrase(
                          fmt::format("{}, bend {}: the clamp has {{0}} of straight tube ahead of it, too "
                                      "little to hold. Move the bends apart, or make it of two tubes.",
                                      name, i + 1),
                          {{s.ahead}})
                    : measure::Phrase(
                          fmt::format("{}, bend {}: from either end the tube meets {} when it is turned "
                                      "by {{0}}. Bend it of two tubes, or raise the bender.",
                                      name, i + 1, workshop::barName(s.barredBy)),
                          {{s.barredAt, Quantity::Angle}});
            out.add("bend/" + b.part, Severity::Fix, "cut", b.part, std::move(why));
            break;
        }
    }
    return std::move(out.findings);
}

}  // namespace hefty::job
