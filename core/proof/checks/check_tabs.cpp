#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/proof/checks/checker.h"
#include "core/proof/strength/attachment.h"

namespace hefty::proof {
namespace {

using working::number;

PinTab pinTabOf(const CheckContext &context, const armor::Anchor &a, const stock::Shackle &shackle) {
    const armor::SheetPart *plate = context.assembly.sheet(a.name);
    PinTab tab;
    tab.thickness = a.thickness;
    tab.pin = shackle.pinDiameter;
    tab.hole = a.holeDiameter;
    tab.end = a.endDistance;
    tab.side = a.sideDistance;
    tab.width = 2 * a.sideDistance + a.holeDiameter;
    tab.yield = plate ? plate->material.yield : 0;
    tab.ultimate = plate ? plate->material.ultimate : 0;
    return tab;
}

void checkTab(const CheckContext &context, const armor::Anchor &anchor) {
    const stock::Shackle *shackle = context.stock.shackle(anchor.shackle);
    const auto &model = context.proof.idealization;
    const auto leave = [&](const std::string &why) {
        context.leave({"tab/" + anchor.name, anchor.name,
                       fmt::format("The hole of {}", context.called(anchor.name)), why, "", anchor.hole});
    };
    if (!shackle) return leave("the stock has no shackle \"" + anchor.shackle + "\"");
    if (!model.anchorNodes.contains(anchor.name) && !model.anchorRims.contains(anchor.name))
        return leave("its plate carries nothing to the rest of the piece");
    const PinTab tab = pinTabOf(context, anchor, *shackle);
    const PinTabStrength strength = pinTabStrength(tab);
    const auto pullIn = [&](std::size_t c) {
        for (const LoadArrow &a : context.loadCase(c).arrows)
            if ((a.at - anchor.hole).norm() < 1e-6) return std::hypot(a.force.x(), a.force.z());
        return 0.0;
    };
    const auto capacityIn = [&](std::size_t c) {
        return context.isSurvival(c) ? strength.nominal() : strength.allowable();
    };
    const Governing g = governing(context, [&](std::size_t c) { return pullIn(c) / capacityIn(c); });
    Check check = context.begin(
        CheckKind::Tab, "tab/" + anchor.name, anchor.name,
        fmt::format("{}: the hole under the shackle pin", context.called(anchor.name)), g.loadCase);
    check.demand = pullIn(g.loadCase);
    check.capacity = capacityIn(g.loadCase);
    check.unit = "N";
    check.utilization = g.use;
    check.at = anchor.hole;
    (void)pinTabStrength(tab, &check.working);
    check.working.given("P", "pull in the plane of the tab", check.demand, "N", "duty");
    check.working.step("u", "utilization", context.isSurvival(g.loadCase) ? "P/min(Pn)" : "P/min(Pn/Ω)",
                       fmt::format("{}/{}", number(check.demand), number(check.capacity)), check.utilization,
                       "", "AISC 360-16 D5");
    check.working.note("Side pulls bend the tab; that is in the check of its plate and its weld.");
    context.add(std::move(check));
    if (context.pulledAt() == &anchor)
        context.out.ladder.push_back({anchor.name,
                                      context.called(anchor.name) + " at the shackle hole",
                                      strength.nominal(),
                                      "The hole pulls through; the shackle flies with the line.",
                                      true,
                                      false,
                                      {}});
}

}  // namespace

void checkTabs(const CheckContext &context) {
    for (const armor::Anchor &a : context.assembly.anchors) checkTab(context, a);
}

}  // namespace hefty::proof
