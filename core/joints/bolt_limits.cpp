#include "core/joints/bolt_limits.h"

#include <algorithm>
#include <cassert>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

namespace hefty::joints {

using working::number;

namespace {

/// Lengths and ratios of a T-stub that its formulas share.
struct StubRatios {
    double b, rho, delta, tc, ratio;
    StubRatios(const TStub &s, double B, double omega)
        : b(std::max(s.b - s.bolt / 2, 0.1 * s.b)),
          rho(b / (std::min(s.a, 1.25 * s.b) + s.bolt / 2)),
          delta(std::max(0.0, 1 - s.hole / s.p)),
          tc(std::sqrt(omega * 4 * B * b / (s.p * s.ultimate))),
          ratio(s.thickness / tc) {
        assert(s.b > 0 && s.a > 0 && s.p > 0 && s.thickness > 0 && s.ultimate > 0 && B > 0);
    }
};

}  // namespace

double pulledWithPrying(const TStub &s, double T, double B, double omega) {
    const StubRatios r(s, B, omega);
    if (!(r.delta > 0)) return T;
    const double square = r.ratio * r.ratio;
    const double alpha = std::clamp((T / (B * square) - 1) / r.delta, 0.0, 1.0);
    return T + B * r.delta * alpha * r.rho * square;
}

double tensionLeft(const TStub &s, double B, double omega, working::Working *w) {
    const auto [b, rho, delta, tc, ratio] = StubRatios(s, B, omega);
    double alpha = 1;
    if (delta > 0) alpha = (1 / (ratio * ratio) - 1) / (delta * (1 + rho));
    const double left =
        ratio >= 1 ? 1.0 : std::min(1.0, ratio * ratio * (1 + delta * std::clamp(alpha, 0.0, 1.0)));
    if (w) {
        const std::string source = "AISC Manual part 9, prying";
        w->given("b, a", "bolt to the line that holds the plate, then to the free edge", s.b, "mm",
                 "drawing");
        w->given("p", "length of that line for the bolt", s.p, "mm", "drawing");
        w->given("t", "thickness of the plate", s.thickness, "mm", "drawing");
        w->step("tc", "thickness that would not bend", "√(Ω 4 B b′/(p Fu))",
                fmt::format("√({} · 4 · {} · {}/({} · {}))", number(omega), number(B), number(b), number(s.p),
                            number(s.ultimate)),
                tc, "mm", source);
        w->step("α′", "how far the plate bends at the bolts too", "((tc/t)² − 1)/(δ (1 + ρ))",
                fmt::format("(({}/{})² − 1)/({} · (1 + {}))", number(tc), number(s.thickness), number(delta),
                            number(rho)),
                alpha, "", source);
        w->step("Q", "share of the bolt's tension that is left", "(t/tc)² (1 + δ α′), at most 1",
                fmt::format("({}/{})² · (1 + {} · {})", number(s.thickness), number(tc), number(delta),
                            number(std::clamp(alpha, 0.0, 1.0))),
                left, "", source);
    }
    return left;
}

double blockShear(const TornBlock &b, working::Working *w) {
    const double Agv = b.thickness * b.shearGross,
                 Anv = b.thickness * std::max(0.0, b.shearGross - b.shearHoles);
    const double Ant = b.thickness * std::max(0.0, b.tensionGross - b.tensionHoles);
    const double rupture = 0.6 * b.ultimate * Anv + b.ultimate * Ant;
    const double yield = 0.6 * b.yield * Agv + b.ultimate * Ant;
    const double strength = std::min(rupture, yield);
    if (w) {
        w->given("Agv", "shear section along the pull", Agv, "mm²", "drawing");
        w->given("Anv", "the same without holes", Anv, "mm²", "drawing");
        w->given("Ant", "tension section across it, without holes", Ant, "mm²", "drawing");
        w->step("Rn", "block of the plate torn out", "0.6 Fu Anv + Fu Ant, at most 0.6 Fy Agv + Fu Ant",
                fmt::format("0.6 · {} · {} + {} · {}, 0.6 · {} · {} + …", number(b.ultimate), number(Anv),
                            number(b.ultimate), number(Ant), number(b.yield), number(Agv)),
                strength, "N", "AISC 360-16 J4.3");
    }
    return strength;
}

Tightened tightened(double diameter, double pitch, double ultimate) {
    const double stressed = diameter - 0.9382 * pitch;
    const double area = std::numbers::pi / 4 * stressed * stressed;
    Tightened t;
    t.preload = 0.7 * ultimate * area;
    t.torque = tighteningTorque(diameter, t.preload);
    return t;
}

double tighteningTorque(double diameter, double preload) {
    constexpr double K = 0.2;
    return K * diameter * preload;
}

double slipStrength(double preload, working::Working *w) {
    constexpr double mu = 0.30, Du = 1.13;
    const double strength = mu * Du * preload;
    if (w) {
        w->given("Tb", "preload, 0.7 Fub As", preload, "N", "EN 1993-1-8 3.9.1");
        w->step("Rn", "slip of the clamped faces under one bolt", "0.30 · 1.13 · Tb",
                fmt::format("0.30 · 1.13 · {}", working::number(preload)), strength, "N", "AISC 360-16 J3-4");
    }
    return strength;
}

double slipOmega(SlipHole hole) {
    switch (hole) {
        case SlipHole::Clearance:
            return 1.50;
        case SlipHole::ShortSlot:
            return 1.76;
        case SlipHole::LongSlot:
            return 2.14;
    }
    return 2.14;
}

PinStrength pinStrength(const Pin &p, working::Working *w) {
    assert(p.diameter > 0 && p.span > 0 && p.load >= 0 && p.load < 2 * p.span);
    const double Mp = p.yield * std::pow(p.diameter, 3) / 6, arm = (p.span - p.load / 2) / 4;
    const double area = std::numbers::pi * p.diameter * p.diameter / 4;
    const PinStrength s{Mp / arm, 2 * 0.6 * p.yield * area};
    if (w) {
        w->given("d", "pin", p.diameter, "mm", "drawing");
        w->given("l", "between the middles of what holds it", p.span, "mm", "drawing");
        w->step("Pn,1", "bending of the pin", "(Fy d³/6)/((l − c/2)/4)",
                fmt::format("({} · {}³/6)/(({} − {}/2)/4)", number(p.yield), number(p.diameter),
                            number(p.span), number(p.load)),
                s.bending, "N", "AISC 360-16 F11");
        w->step("Pn,2", "shear on two sections", "2 · 0.6 Fy π d²/4",
                fmt::format("2 · 0.6 · {} · {}", number(p.yield), number(area)), s.shear, "N",
                "AISC 360-16 G");
    }
    return s;
}

}  // namespace hefty::joints
