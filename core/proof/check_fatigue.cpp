#include <fmt/format.h>

#include "core/proof/attachment.h"
#include "core/proof/life.h"
#include "core/proof/seam.h"

namespace hefty::proof {
namespace {

/// Throat of a fillet weld that carries load, failing from its root (IIW, structural detail 414).
constexpr double throatClass = 36;

Life lifeOf(const CheckContext &context, const Window &w, double leg) {
    const Proof &proof = context.proof;
    const double throat = w.length * joints::throatPerLeg * leg;
    Life life;
    Vec3 still = Vec3::Zero();
    for (std::size_t c = 0; c < context.caseCount(); ++c)
        if (context.loadCase(c).duty == "gravity") still = windowForce(proof, w, c);
    life.road = still.norm() * context.rules.roadRange / throat;
    for (std::size_t c = 0; c < context.caseCount(); ++c) {
        const LoadCase &l = context.loadCase(c);
        if (l.duty != "winch" || l.dutyClass != DutyClass::Working) continue;
        // From a slack line to the rated pull: the shock is for the strongest of them, not for all.
        const double range = (windowForce(proof, w, c) - still).norm() / (context.rules.shockFactor * throat);
        if (range > life.pull) {
            life.pull = range;
            life.loadCase = c;
        }
    }
    life.use = lifeUse(context.rules, throatClass, life.pull, life.road);
    return life;
}

void addFatigue(const CheckContext &context, const armor::WeldJoint &joint, const Window &window,
                const Life &life) {
    Check check = context.begin(CheckKind::Fatigue, "fatigue/" + joint.name, joint.name,
                                fmt::format("Seam {} to {}: pulls and roads of its life",
                                            context.called(joint.b), context.called(joint.a)),
                                life.loadCase);
    check.demand = check.utilization = life.use;
    check.at = window.middle();
    addLifeWorking(check.working, context.rules, throatClass, life, "on the throat");
    check.working.note("Undercut or a bad root takes most of the life. Its toes are checked by themselves.");
    context.add(std::move(check));
}

}  // namespace

void checkFatigue(const CheckContext &context) {
    if (context.proof.idealization.detail == Detail::Strips) return;
    if (!(context.rules.lifePulls > 0) && !(context.rules.roadCycles > 0)) return;
    for (std::size_t i = 0; i < context.assembly.welds.size(); ++i) {
        const armor::WeldJoint &joint = context.assembly.welds[i];
        if (joint.isFold()) continue;
        const auto pieces = piecesOf(context.proof, static_cast<int>(i));
        if (pieces.empty() || pieces.front()->tie < 0) continue;
        const double leg = countedLeg(joint.leg, context.rules.fitGap);
        const std::vector<Window> windows = windowsOf(pieces, leg);
        const Window *hardest = nullptr;
        Life worst;
        for (const Window &w : windows)
            if (const Life l = lifeOf(context, w, leg); l.use > worst.use) {
                worst = l;
                hardest = &w;
            }
        if (hardest) addFatigue(context, joint, *hardest, worst);
    }
}

}  // namespace hefty::proof
