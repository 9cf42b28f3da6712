#include "core/proof/life.h"

#include <array>

#include <fmt/format.h>

#include "core/joints/fatigue.h"

namespace hefty::proof {
namespace {

double damageOf(const HouseRules &rules, double detail, double pull, double road, double scale) {
    const std::array cycles{joints::Cycles{pull * scale, 0, rules.lifePulls},
                            joints::Cycles{road * scale, 0, rules.roadCycles}};
    return joints::damage(detail, cycles);
}

}  // namespace

double lifeUse(const HouseRules &rules, double detail, double pull, double road) {
    if (!(damageOf(rules, detail, pull, road, 1) > 0)) return 0;
    double low = 0, high = 1;
    while (damageOf(rules, detail, pull, road, high) < 1 && high < 1e6) high *= 2;
    for (int i = 0; i < 60; ++i) {
        const double middle = (low + high) / 2;
        (damageOf(rules, detail, pull, road, middle) < 1 ? low : high) = middle;
    }
    return 1 / high;
}

void addLifeWorking(working::Working &w, const HouseRules &rules, double detail, const Life &life,
                    const std::string &where) {
    w.given("n₁", "winch pulls in its life", rules.lifePulls, "", "house rule");
    w.given("Δσ₁", fmt::format("range {} of a rated pull, the worst direction each time", where), life.pull,
            "MPa", "shells, tied along the seam");
    w.given("n₂", "shakes of the road in its life", rules.roadCycles, "", "house rule");
    w.given("Δσ₂", fmt::format("range {} of a shake, up and down", where), life.road, "MPa",
            "own weight times the shake");
    const std::string iiw = fmt::format("IIW recommendations 2016, class {:.0f}", detail);
    for (const auto &[name, range] : {std::pair{"N₁", life.pull}, {"N₂", life.road}})
        if (range > 0)
            w.step(name, "times it bears that range",
                   fmt::format("2·10⁶ ({:.0f}/Δσ)³, beyond 10⁷ with the power 5", detail),
                   fmt::format("Δσ = {}", working::number(range)), joints::cyclesBorne(detail, range), "",
                   iiw);
    w.step("D", "damage", "n₁/N₁ + n₂/N₂", "", damageOf(rules, detail, life.pull, life.road, 1), "",
           "Palmgren and Miner");
    w.step("u", "by how much all ranges would have to be smaller for D = 1", "", "", life.use, "", "");
}

}  // namespace hefty::proof
