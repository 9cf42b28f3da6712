#include <algorithm>

#include <fmt/format.h>

#include "core/proof/attachment.h"
#include "core/proof/life.h"
#include "core/proof/seam.h"

namespace hefty::proof {
namespace {

/// Of the parts that a seam joins the lesser class.
double throatClassOf(const CheckContext &context, const armor::WeldJoint &joint) {
    double least = fatigueClass({}).throat;
    for (const std::string &part : {joint.a, joint.b}) {
        if (const armor::BarPart *bar = context.assembly.bar(part))
            least = std::min(least, fatigueClass(bar->material).throat);
        if (const armor::SheetPart *sheet = context.assembly.sheet(part))
            least = std::min(least, fatigueClass(sheet->material).throat);
    }
    return least;
}

/// Of one window of a seam, on its throat.
Life lifeOfWindow(const CheckContext &context, const Window &w, double leg, double detail) {
    const double throat = w.length * joints::throatPerLeg * leg;
    std::vector<Vec3> forces;
    for (std::size_t c = 0; c < context.caseCount(); ++c) forces.push_back(windowForce(context.proof, w, c));
    return lifeOf(context, detail, [&](std::size_t to, std::optional<std::size_t> from) {
        return (forces[to] - (from ? forces[*from] : Vec3(Vec3::Zero()))).norm() / throat;
    });
}

void addFatigue(const CheckContext &context, const armor::WeldJoint &joint, const Window &window,
                const Life &life, double detail) {
    Check check = context.begin(CheckKind::Fatigue, "fatigue/" + joint.name, joint.name,
                                fmt::format("Seam {} to {}: pulls and roads of its life",
                                            context.called(joint.b), context.called(joint.a)),
                                hardestCase(context, detail, life));
    check.demand = check.utilization = life.use;
    check.at = window.middle();
    addLifeWorking(check.working, context.rules, detail, life, "on the throat");
    check.working.note("Undercut or a bad root takes most of the life. Its toes are checked by themselves.");
    context.add(std::move(check));
}

}  // namespace

void checkFatigue(const CheckContext &context) {
    if (context.proof.idealization.detail == Detail::Strips) return;
    if (!(context.rules.lifePulls > 0) && !(context.rules.lifeRecoveries > 0) &&
        !(context.rules.roadCycles > 0))
        return;
    for (std::size_t i = 0; i < context.assembly.welds.size(); ++i) {
        const armor::WeldJoint &joint = context.assembly.welds[i];
        if (joint.isFold()) continue;
        const auto pieces = piecesOf(context.proof, static_cast<int>(i));
        if (pieces.empty() || pieces.front()->tie < 0) continue;
        const double leg = countedLeg(joint.leg, context.rules.fitGap);
        const double detail = throatClassOf(context, joint);
        const std::vector<Window> windows = windowsOf(pieces, leg);
        const Window *hardest = nullptr;
        Life worst;
        for (const Window &w : windows)
            if (const Life l = lifeOfWindow(context, w, leg, detail); l.use > worst.use) {
                worst = l;
                hardest = &w;
            }
        if (hardest) addFatigue(context, joint, *hardest, worst, detail);
    }
}

}  // namespace hefty::proof
