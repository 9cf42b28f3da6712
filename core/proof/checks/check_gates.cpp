#include <algorithm>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

#include "core/joints/weld_group.h"
#include "core/proof/checks/checker.h"
#include "core/proof/model/gates.h"

namespace hefty::proof {
namespace {

using working::number;

constexpr double holdOpenArm = 100;  // mm, from the axis to a hold-open pin, where nothing else is known

/// What a ring of fillet around the sleeve carries for a pair of bearing forces.
struct RingStress {
    double along = 0, across = 0, moment = 0, stress = 0;
};

/// The ring stands in the middle between the bearings: forces add up in it, their couple bends it.
RingStress ringStress(const armor::Gate &g, const HingeForces &f) {
    const Vec3 axis = (g.high - g.low).normalized();
    const double half = (g.high - g.low).norm() / 2, r = g.sleeveOutside / 2;
    const double throat = joints::throatPerLeg * g.sleeveLeg;
    const Vec3 sum = f.lower + f.upper;
    const Vec3 couple = axis.cross(f.upper - f.lower) * half;
    RingStress out;
    out.along = std::abs(sum.dot(axis));
    out.across = (sum - axis * sum.dot(axis)).norm();
    out.moment = (couple - axis * couple.dot(axis)).norm();
    const double pi = std::numbers::pi;
    const double normal = (out.along / (2 * pi * r) + out.moment * r / (pi * r * r * r)) / throat;
    out.stress = std::hypot(normal, out.across / (2 * pi * r) / throat);
    return out;
}

/// One way a gate is loaded, shut in a duty or open.
struct Hung {
    HingeForces forces;
    std::size_t loadCase = 0;
    std::string how;   ///< empty: shut
    double omega = 1;  ///< of the throat: 1 against allowable, half of it in survival
};

std::vector<Hung> waysToHang(const CheckContext &context, std::size_t gate) {
    std::vector<Hung> out;
    for (std::size_t c = 0; c < context.caseCount(); ++c) {
        out.push_back({hingeForces(context.proof.idealization, gate, context.proof.solution.cases[c]), c, "",
                       context.isSurvival(c) ? 0.5 : 1});
    }
    for (const OpenGate &o : context.proof.openGates)
        if (static_cast<std::size_t>(o.gate) == gate)
            for (std::size_t i = 0; i < o.hinge.size(); ++i) out.push_back({o.hinge[i], 0, o.titles[i], 1});
    return out;
}

void checkHinge(const CheckContext &context, std::size_t index) {
    const armor::Gate &g = context.assembly.gates[index];
    if (!(g.sleeveOutside > 0) || !(g.sleeveLeg > 0) || !(g.filler > 0))
        return context.leave({"hinge/" + g.name, g.arm, fmt::format("The hinge of {}", g.name),
                              "its sleeve, the leg of its weld or its filler is not told", "Set them.",
                              g.low});
    const double allowable = joints::allowableThroatStress * g.filler;
    Hung worst;
    double most = -1;
    for (Hung &h : waysToHang(context, index))
        if (const double use = ringStress(g, h.forces).stress * h.omega / allowable; use > most) {
            most = use;
            worst = std::move(h);
        }
    if (most < 0) return;
    const RingStress s = ringStress(g, worst.forces);
    Check check = context.begin(CheckKind::Hinge, "hinge/" + g.name, g.name,
                                g.name + ": weld around the sleeve of the hinge", worst.loadCase);
    if (!worst.how.empty()) check.dutyClass = DutyClass::Working;
    check.demand = s.stress;
    check.capacity = allowable / worst.omega;
    check.unit = "MPa";
    check.utilization = most;
    check.at = (g.low + g.high) / 2;
    const Vec3 axis = (g.high - g.low).normalized();
    const auto radial = [&axis](const Vec3 &f) { return (f - axis * f.dot(axis)).norm(); };
    working::Working &w = check.working;
    w.given("F1", "lower bearing, across the spindle", radial(worst.forces.lower), "N", "frame analysis");
    w.given("F2", "upper bearing, across the spindle", radial(worst.forces.upper), "N", "frame analysis");
    w.given("P", "thrust along the spindle", s.along, "N", "frame analysis");
    w.given("V", "both bearings together, across", s.across, "N", "frame analysis");
    w.given("M", "couple of the bearings", s.moment, "N·mm", "frame analysis");
    w.given("r", "radius of the ring", g.sleeveOutside / 2, "mm", "drawing");
    w.given("a", "throat, 0.7071 of the leg", joints::throatPerLeg * g.sleeveLeg, "mm", "drawing");
    w.step("f", "stress on the throat of the ring", "√((P/2πr + M r/πr³)² + (V/2πr)²)/a",
           fmt::format("P {}, M {}, V {}", number(s.along), number(s.moment), number(s.across)), s.stress,
           "MPa", "weld as a line: ring, I = π r³");
    w.step("u", "utilization", worst.omega < 1 ? "f/(0.60 F_EXX)" : "f/(0.30 F_EXX)",
           fmt::format("{}/{}", number(s.stress), number(check.capacity)), most, "", "AISC 360-16 J2");
    if (!worst.how.empty()) w.note("It is hardest worked with the gate " + worst.how + ".");
    w.note("Wear of the bearings is left out: see to grease and to play.");
    context.add(std::move(check));
}

void checkLatch(const CheckContext &context, std::size_t index) {
    const armor::Gate &g = context.assembly.gates[index];
    const int spring = context.proof.idealization.gates[index].latch;
    if (spring < 0) return;
    const auto holds = [&](std::size_t c) {
        return context.proof.solution.cases[c].springs[static_cast<std::size_t>(spring)].head<3>().norm();
    };
    const Governing most = governing(context, holds);
    Check check = context.begin(CheckKind::Latch, "latch/" + g.name, g.name,
                                g.name + ": what the latch holds", most.loadCase);
    check.demand = most.use;
    check.unit = "N";
    check.at = g.latch;
    check.working.given("F", "force in the latch", most.use, "N", "frame analysis");
    if (g.latchRating > 0) {
        check.capacity = g.latchRating;
        check.utilization = most.use / g.latchRating;
        check.working.given("Fr", "rating of the latch", g.latchRating, "N", "its maker");
        check.working.step("u", "utilization", "F/Fr",
                           fmt::format("{}/{}", number(most.use), number(g.latchRating)), check.utilization,
                           "", "");
    } else {
        check.capacity = 0;  // not known
        check.utilization = 1;
        check.assumed = true;
        check.working.note(
            "Nothing says what the latch holds: this is not a proof. Choose one rated for this force.");
    }
    context.add(std::move(check));
}

void checkSag(const CheckContext &context, const OpenGate &open) {
    const armor::Gate &g = context.assembly.gates[static_cast<std::size_t>(open.gate)];
    Check check = context.begin(CheckKind::Sag, "sag/" + g.name, g.name,
                                g.name + ": sag at the latch when it is opened", 0);
    check.demand = open.sag;
    check.capacity = context.rules.mostSag;
    check.unit = "mm";
    check.utilization = check.capacity > 0 ? open.sag / check.capacity : 1000;
    check.at = g.latch;
    working::Working &w = check.working;
    w.given("s", "the latch comes down by, let go, under the gate's own weight", open.sag, "mm",
            "frame analysis");
    w.given("s0", "what it may", check.capacity, "mm", "house rule");
    w.step("u", "utilization", "s/s0", fmt::format("{}/{}", number(open.sag), number(check.capacity)),
           check.utilization, "", "");
    for (std::size_t i = 0; i < open.drift.size(); ++i) {
        w.given(fmt::format("T{}", i + 1), "moment about the hinge that it drifts with, " + open.titles[i],
                std::abs(open.drift[i]) / 1000, "N·m", "frame analysis");
        w.given(fmt::format("Fp{}", i + 1),
                fmt::format("on a hold-open pin {:.0f} mm from the axis", holdOpenArm),
                std::abs(open.drift[i]) / holdOpenArm, "N", "T/arm");
    }
    w.note("Play in the bearings comes on top: play times the reach over the distance of the bearings.");
    context.add(std::move(check));
}

/// The pin that keeps an open gate from swinging, in double shear, of mild steel.
/// @source AISC 360-16 J4.2 on two sections; docs/methods.md, "Gates"
void checkHoldOpen(const CheckContext &context, const OpenGate &open) {
    const armor::Gate &g = context.assembly.gates[static_cast<std::size_t>(open.gate)];
    double drift = 0;
    for (const double d : open.drift) drift = std::max(drift, std::abs(d));
    if (!(g.holdPin > 0)) {
        if (drift > 0)
            context.leave({"holdopen/" + g.name, g.name, "What keeps the open gate from swinging",
                           "it has no hold-open pin or plunger",
                           "Give it one: an open gate swings on a slope.", g.low});
        return;
    }
    constexpr double yield = 235, omega = 1.67;
    const double force = drift / holdOpenArm, area = std::numbers::pi / 4 * g.holdPin * g.holdPin;
    Check check = context.begin(CheckKind::Latch, "holdopen/" + g.name, g.name,
                                g.name + ": hold-open pin on a side slope", 0);
    check.dutyClass = DutyClass::Working;
    check.demand = force;
    check.capacity = 2 * 0.6 * yield * area / omega;
    check.unit = "N";
    check.utilization = force / check.capacity;
    check.at = g.low;
    check.working
        .given("T", "largest moment about the hinge that it drifts with", drift / 1000, "N·m",
               "frame analysis")
        .given("a", "arm of the pin about the hinge", holdOpenArm, "mm", "house practice")
        .given("d", "pin", g.holdPin, "mm", "setting")
        .step("F", "force on the pin", "T/a", fmt::format("{}/{}", number(drift), number(holdOpenArm)), force,
              "N", "")
        .step("R", "what it may carry", "2 · 0.6 Fy π d²/4/Ω", fmt::format("Fy = {}, Ω = {}", yield, omega),
              check.capacity, "N", "AISC 360-16 J4.2")
        .step("u", "utilization", "F/R", "", check.utilization, "", "");
    check.working.note("Wind on the wheel and someone leaning on the gate are not in it.");
    context.add(std::move(check));
}

}  // namespace

void checkGates(const CheckContext &context) {
    for (std::size_t i = 0; i < context.proof.idealization.gates.size(); ++i) {
        checkHinge(context, i);
        checkLatch(context, i);
    }
    for (const OpenGate &o : context.proof.openGates) {
        checkSag(context, o);
        checkHoldOpen(context, o);
    }
}

}  // namespace hefty::proof
