#include <array>

#include <fmt/format.h>

#include "core/joints/fatigue.h"
#include "core/proof/attachment.h"
#include "core/proof/seam.h"

namespace hefty::proof {
namespace {

using joints::Cycles;
using working::number;

/// Throat of a fillet weld that carries load, failing from its root (IIW, structural detail 414).
constexpr double throatClass = 36;

/// What a stretch of seam goes through in its life: ranges on its throat, MPa.
struct Life {
    double pull = 0, road = 0;
    std::size_t loadCase = 0;  ///< of the pull that changes it most
    double use = 0;            ///< by which all ranges could be divided for a damage of 1
};

double damageOf(const HouseRules &rules, const Life &l, double scale) {
    const std::array cycles{Cycles{l.pull * scale, 0, rules.lifePulls},
                            Cycles{l.road * scale, 0, rules.roadCycles}};
    return joints::damage(throatClass, cycles);
}

/// How many times too large all ranges are, so that it passes at 1 and grows in proportion to the load.
double useOf(const HouseRules &rules, const Life &l) {
    if (!(damageOf(rules, l, 1) > 0)) return 0;
    double low = 0, high = 1;
    while (damageOf(rules, l, high) < 1 && high < 1e6) high *= 2;
    for (int i = 0; i < 60; ++i) {
        const double middle = (low + high) / 2;
        (damageOf(rules, l, middle) < 1 ? low : high) = middle;
    }
    return 1 / high;
}

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
    life.use = useOf(context.rules, life);
    return life;
}

void addFatigue(const CheckContext &context, const armor::WeldJoint &joint, const Window &window,
                const Life &life) {
    Check check = context.begin(CheckKind::Fatigue, "fatigue/" + joint.name, joint.name,
                                fmt::format("Seam {} to {}: pulls and roads of its life", joint.b, joint.a),
                                life.loadCase);
    check.demand = check.utilization = life.use;
    check.at = window.pieces[window.pieces.size() / 2]->at;
    working::Working &w = check.working;
    const std::string iiw = "IIW recommendations 2016, class 36, throat";
    w.given("n₁", "winch pulls in its life", context.rules.lifePulls, "", "house rule");
    w.given("Δσ₁", "range on the throat of a rated pull, the worst direction each time", life.pull, "MPa",
            "shells, tied along the seam");
    w.given("n₂", "shakes of the road in its life", context.rules.roadCycles, "", "house rule");
    w.given("Δσ₂", "range of a shake, up and down", life.road, "MPa", "own weight times the shake");
    for (const auto &[name, range] : {std::pair{"N₁", life.pull}, {"N₂", life.road}})
        if (range > 0)
            w.step(name, "times it bears that range", "2·10⁶ (36/Δσ)³, beyond 10⁷ with the power 5",
                   fmt::format("Δσ = {}", number(range)), joints::cyclesBorne(throatClass, range), "", iiw);
    w.step("D", "damage", "n₁/N₁ + n₂/N₂", "", damageOf(context.rules, life, 1), "", "Palmgren and Miner");
    w.step("u", "by how much all ranges would have to be smaller for D = 1", "", "", life.use, "", "");
    w.note(
        "The toe of the weld in the plate beside it is not checked; undercut or a bad root takes most of the "
        "life.");
    context.add(std::move(check));
}

}  // namespace

void checkFatigue(const CheckContext &context) {
    if (!context.assembly.winch || context.proof.idealization.detail == Detail::Strips) return;
    if (!(context.rules.lifePulls > 0) && !(context.rules.roadCycles > 0)) return;
    for (std::size_t i = 0; i < context.assembly.welds.size(); ++i) {
        const armor::WeldJoint &joint = context.assembly.welds[i];
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
