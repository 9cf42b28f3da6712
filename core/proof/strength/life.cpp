#include "core/proof/strength/life.h"

#include <algorithm>
#include <array>
#include <cmath>

#include <fmt/format.h>

#include "core/joints/fatigue.h"

namespace hefty::proof {
namespace {

double damageOf(const HouseRules &rules, double detail, const Life &life, double scale) {
    const std::array cycles{joints::Cycles{life.pull * scale, 0, rules.lifePulls},
                            joints::Cycles{life.recovery * scale, 0, rules.lifeRecoveries},
                            joints::Cycles{life.road * scale, 0, rules.roadCycles}};
    return joints::damage(detail, cycles);
}

/// The largest range of one family of pulls.
struct WorstRange {
    double range = 0;
    bool turns = false;
    std::size_t loadCase = 0;
};

WorstRange worstOf(const std::vector<std::size_t> &pulls, std::optional<std::size_t> still,
                   const RangeOf &range) {
    WorstRange worst;
    for (const std::size_t c : pulls)
        if (const double r = range(c, still); r > worst.range) worst = {r, false, c};
    if (!(worst.range > 0)) return worst;
    const std::size_t from = worst.loadCase;
    for (const std::size_t c : pulls)
        if (const double r = range(c, from) / std::cbrt(2.0); r > worst.range) worst = {r, true, from};
    return worst;
}

}  // namespace

FatigueClass fatigueClass(const stock::Material &material) {
    return material.family == "aluminum" ? FatigueClass{12, 22} : FatigueClass{};
}

std::optional<std::size_t> stillCase(const CheckContext &context) {
    for (std::size_t c = 0; c < context.caseCount(); ++c)
        if (context.loadCase(c).duty == "gravity") return c;
    return std::nullopt;
}

Life lifeOf(const CheckContext &context, double detail, const RangeOf &range) {
    std::vector<std::size_t> winch, recovery;
    for (std::size_t c = 0; c < context.caseCount(); ++c) {
        const LoadCase &l = context.loadCase(c);
        if (l.dutyClass != DutyClass::Working) continue;
        if (l.duty == "winch" || l.duty == "double-line") winch.push_back(c);
        if (l.duty == "recovery") recovery.push_back(c);
    }
    const auto still = stillCase(context);
    const WorstRange pull = worstOf(winch, still, range), shackle = worstOf(recovery, still, range);
    Life life;
    // The shock is for the strongest of the winch's pulls, not for all.
    life.pull = pull.range / context.rules.shockFactor;
    life.pullTurns = pull.turns;
    life.pullCase = pull.loadCase;
    life.recovery = shackle.range;
    life.recoveryTurns = shackle.turns;
    life.recoveryCase = shackle.loadCase;
    if (still) life.road = range(*still, std::nullopt) * context.rules.roadRange;
    life.use = lifeUse(context.rules, detail, life);
    return life;
}

double lifeUse(const HouseRules &rules, double detail, const Life &life) {
    if (!(damageOf(rules, detail, life, 1) > 0)) return 0;
    double low = 0, high = 1;
    while (damageOf(rules, detail, life, high) < 1 && high < 1e6) high *= 2;
    for (int i = 0; i < 60; ++i) {
        const double middle = (low + high) / 2;
        (damageOf(rules, detail, life, middle) < 1 ? low : high) = middle;
    }
    return 1 / high;
}

std::size_t hardestCase(const CheckContext &context, double detail, const Life &life) {
    const auto harm = [&](double Life::*range) {
        Life one;
        one.*range = life.*range;
        return damageOf(context.rules, detail, one, 1);
    };
    const double pull = harm(&Life::pull), recovery = harm(&Life::recovery), road = harm(&Life::road);
    if (road > std::max(pull, recovery)) return stillCase(context).value_or(0);
    return recovery > pull ? life.recoveryCase : life.pullCase;
}

void addLifeWorking(working::Working &w, const HouseRules &rules, double detail, const Life &life,
                    const std::string &where, const std::string &from) {
    w.given("n₁", "winch pulls in its life", rules.lifePulls, "", "house rule");
    const auto kind = [](bool turns) {
        return turns ? "to one side and to the other in turn, over ∛2" : "the worst direction each time";
    };
    w.given("Δσ₁", fmt::format("range {} of a rated pull, {}", where, kind(life.pullTurns)), life.pull, "MPa",
            from);
    w.given("n₂", "recoveries in its life", rules.lifeRecoveries, "", "house rule");
    w.given("Δσ₂", fmt::format("range {} of the shackle's working load, {}", where, kind(life.recoveryTurns)),
            life.recovery, "MPa", from);
    w.given("n₃", "shakes of the road in its life", rules.roadCycles, "", "house rule");
    w.given("Δσ₃", fmt::format("range {} of a shake, up and down", where), life.road, "MPa",
            "own weight times the shake");
    const std::string iiw = fmt::format("IIW recommendations 2016, class {:.0f}", detail);
    for (const auto &[name, range] : {std::pair{"N₁", life.pull}, {"N₂", life.recovery}, {"N₃", life.road}})
        if (range > 0)
            w.step(name, "times it bears that range",
                   fmt::format("2·10⁶ ({:.0f}/Δσ)³, beyond 10⁷ with the power 5", detail),
                   fmt::format("Δσ = {}", working::number(range)), joints::cyclesBorne(detail, range), "",
                   iiw);
    w.step("D", "damage", "n₁/N₁ + n₂/N₂ + n₃/N₃", "", damageOf(rules, detail, life, 1), "",
           "Palmgren and Miner");
    w.step("u", "by how much all ranges would have to be smaller for D = 1", "", "", life.use, "", "");
}

}  // namespace hefty::proof
