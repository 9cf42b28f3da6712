#include <cmath>
#include <map>
#include <numbers>

#include <fmt/format.h>

#include "core/proof/checks/checker.h"
#include "core/proof/strength/member_strength.h"

namespace hefty::proof {
namespace {

using working::number;

/// From here up forces and moments may be taken as of the straight structure; below it they are made larger
/// by 1/(1 - 1/factor), which holds down to the second (EN 1993-1-1 5.2.1 and 5.2.2).
constexpr double straightEnough = 10, leastFactor = 3;

double amplification(double factor) {
    return factor >= straightEnough ? 1 : 1 / (1 - 1 / std::max(factor, 1.01));
}

std::size_t indexOf(const CheckContext &context, const std::string &id) {
    for (std::size_t c = 0; c < context.caseCount(); ++c)
        if (context.loadCase(c).id == id) return c;
    return 0;
}

/// A buckling factor of the load that it is to be told of: rated loads count 1.6 times, as second order does
/// not grow in proportion (AISC 360-16 C2.1, ASD); survival loads are the worst there are.
double factored(const CheckContext &context, const CaseStability &c) {
    constexpr double rated = 1.6;
    return context.isSurvival(indexOf(context, c.loadCase)) ? c.factor : c.factor / rated;
}

void checkWhole(const CheckContext &context, const Stability &s) {
    const CaseStability *least = nullptr;
    for (const CaseStability &c : s.cases)
        if (c.factor > 0 && (!least || factored(context, c) < factored(context, *least))) least = &c;
    if (!least) return;
    const double counted = factored(context, *least);
    Check check = context.begin(CheckKind::Stability, "stability/whole", "piece",
                                "The whole piece: how far from buckling", indexOf(context, least->loadCase));
    check.demand = leastFactor;
    check.capacity = counted;
    check.utilization = check.demand / check.capacity;
    check.working.step("α_cr", "times the load at which it would buckle", "(K + α Kg) x = 0", "",
                       least->factor, "", "linear buckling, beams and strips");
    check.working.step("α", "of the load that counts: 1.6 times a rated one", "α_cr/1.6, in survival α_cr",
                       "", counted, "", "AISC 360-16 C2.1");
    check.working.step("u", "no nearer than is told without following it", "3/α",
                       fmt::format("3/{}", number(counted)), check.utilization, "", "EN 1993-1-1 5.2.2(5)");
    if (counted < straightEnough)
        check.working.note(
            fmt::format("Below 10 what bends the piece is up to {} times as large as told here; strips of "
                        "plates, freer to buckle than plates, count as bars.",
                        number(amplification(counted))));
    context.add(std::move(check));
}

/// A pressed bar with the length that buckling of the whole gives it.
struct Column {
    const Bar *bar = nullptr;
    const CaseStability *of = nullptr;
    mechanics::Vec6 forces;
    double length = 0, use = -1;
    std::size_t loadCase = 0;
    Vec3 at = Vec3::Zero();
};

/// At `factor` times its force the bar buckles: pi^2 E I/(factor N) is the square of its effective length.
double effectiveLength(const Bar &bar, double factor, double push) {
    const double I = std::min(bar.properties.Iy, bar.properties.Iz);
    return std::numbers::pi * std::sqrt(bar.material.E * I / (factor * push));
}

void checkColumns(const CheckContext &context, const Stability &s) {
    constexpr double worthwhile = 0.02;  // of the squash load
    std::map<std::string, Column> worst;
    for (const CaseStability &c : s.cases) {
        if (!(c.factor > 0)) continue;
        const std::size_t index = indexOf(context, c.loadCase);
        for (const auto &[b, forces] : c.pressed) {
            const Bar &bar = s.model.bars[static_cast<std::size_t>(b)];
            const double push = -forces.from(0);
            if (bar.vehicle || push < worthwhile * bar.properties.area * bar.material.yield) continue;
            Bar longer = bar;
            longer.unbraced = effectiveLength(bar, c.factor, push);
            MemberStrength strength = memberStrength(bar);
            strength.compression = memberStrength(longer).compression;
            const auto &beam = s.model.model.beams[static_cast<std::size_t>(b)];
            for (const bool atTo : {false, true}) {
                const mechanics::Vec6 &f = atTo ? forces.to : forces.from;
                const double omega = context.omega(index, memberOmega) * amplification(factored(context, c));
                // Plates bend as shells do; what is left to be asked of their strips is the push alone.
                const double use =
                    bar.isPlate ? omega * push / strength.compression : memberUtilization(strength, f, omega);
                Column &w = worst[bar.part];
                if (use > w.use)
                    w = {&bar,
                         &c,
                         f,
                         longer.unbraced,
                         use,
                         index,
                         s.model.model.nodes[static_cast<std::size_t>(atTo ? beam.to : beam.from)].at};
            }
        }
    }
    for (const auto &[part, w] : worst) {
        Check check = context.begin(
            CheckKind::Stability, "column/" + part, part,
            fmt::format("{}: as a column of its computed length", context.called(part)), w.loadCase);
        check.demand = check.utilization = w.use;
        check.at = w.at;
        check.working.given("α_cr", "times the load at which the piece would buckle", w.of->factor, "",
                            "linear buckling, beams and strips");
        if (const double counted = factored(context, *w.of); counted < straightEnough)
            check.working.step("B", "second order, under 1.6 times rated loads", "1/(1 − 1/α)",
                               fmt::format("α = {}", number(counted)), amplification(counted), "",
                               "EN 1993-1-1 5.2.2, AISC 360-16 C2.1");
        check.working.step("L_c", "effective length", "π √(E I/(α_cr N))",
                           fmt::format("π √({} · {}/({} · {}))", number(w.bar->material.E),
                                       number(std::min(w.bar->properties.Iy, w.bar->properties.Iz)),
                                       number(w.of->factor), number(-w.forces(0))),
                           w.length, "mm", "AISC 360-16 appendix 7.2.3");
        Bar longer = *w.bar;
        longer.unbraced = w.length;
        check.working.step("Pn", "compression with that length", "Fcr A", "",
                           memberStrength(longer).compression, "N", "AISC 360-16 E3");
        if (w.bar->isPlate)
            check.working.step("u", "utilization by the push; bending is in the check of the plate", "Ω N/Pn",
                               "", w.use, "", "AISC 360-16 E1");
        else
            check.working.step("u", "utilization with all other forces", "H1-1", "", w.use, "",
                               "AISC 360-16 H1.1");

        context.add(std::move(check));
    }
}

void checkFrequency(const CheckContext &context, const Stability &s) {
    if (s.frequencies.empty() || !(context.rules.leastFrequency > 0)) return;
    Check check = context.begin(CheckKind::Frequency, "frequency/first", s.firstPart,
                                "Natural frequency of the piece on its frame ends", 0);
    check.demand = context.rules.leastFrequency;
    check.capacity = s.frequencies[0];
    check.unit = "Hz";
    check.utilization = check.demand / check.capacity;
    check.working.given("f₁", fmt::format("first mode, most of it at {}", s.firstPart), s.frequencies[0],
                        "Hz", "natural modes, winch and rope on it");
    for (std::size_t i = 1; i < s.frequencies.size(); ++i)
        check.working.given(fmt::format("f{}", i + 1), "the next", s.frequencies[i], "Hz", "natural modes");
    check.working.given("f", "least that the house allows", check.demand, "Hz", "house rule");
    check.working.step("u", "utilization", "f/f₁",
                       fmt::format("{}/{}", number(check.demand), number(check.capacity)), check.utilization,
                       "", "");
    check.working.note("The rails are held fast at their first crossmember; the vehicle itself is softer.");
    context.out.checks.push_back(std::move(check));
}

}  // namespace

void checkStability(const CheckContext &context) {
    const auto &s = context.proof.stability;
    if (!s) return;
    checkWhole(context, *s);
    checkColumns(context, *s);
    checkFrequency(context, *s);
}

}  // namespace hefty::proof
