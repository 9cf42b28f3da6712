#include "core/joints/hollow_joint.h"

#include <algorithm>
#include <cassert>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

namespace hefty::joints {
namespace {

using std::numbers::pi;
using working::number;

/// Notes each range that is left, in the standard's own terms.
void range(std::vector<std::string> &out, bool fine, std::string what) {
    if (!fine) out.push_back(std::move(what));
}

BranchStrength roundStrength(const TubeOnTube &j, working::Working *w) {
    BranchStrength s;
    const double D = j.chordWidth, t = j.wall, Db = j.branchWidth, beta = Db / D, gamma = D / (2 * t);
    const double U = j.chordUse, Qf = std::max(0.0, 1 - 0.3 * U * (1 + U)), sine = std::sin(j.angle);
    const double Fy = j.chordYield;
    const double folding = Fy * t * t * (3.1 + 15.6 * beta * beta) * std::pow(gamma, 0.2) * Qf / sine;
    const double punching = 0.6 * Fy * t * pi * Db * (1 + sine) / (2 * sine * sine);
    const bool canPunch = Db < D - 2 * t;
    s.axial = canPunch ? std::min(folding, punching) : folding;
    s.inPlane = Fy * t * t * 5.39 * std::sqrt(gamma) * beta * Db * Qf / sine;
    if (canPunch)
        s.inPlane = std::min(s.inPlane, 0.6 * Fy * t * Db * Db * (1 + 3 * sine) / (4 * sine * sine));
    s.outOfPlane = Fy * t * t * Db * 3.0 / (1 - 0.81 * beta) * Qf / sine;
    if (canPunch)
        s.outOfPlane = std::min(s.outOfPlane, 0.6 * Fy * t * Db * Db * (3 + sine) / (4 * sine * sine));
    range(s.outside, beta > 0.2 && beta <= 1,
          fmt::format("Db/D = {} is not between 0.2 and 1.", number(beta)));
    range(s.outside, D / t <= 50, fmt::format("D/t = {} is above 50.", number(D / t)));
    range(s.outside, Db / j.branchWall <= 50,
          fmt::format("Db/tb = {} is above 50.", number(Db / j.branchWall)));
    s.slender = D / t > 50 || Db / j.branchWall > 50;
    range(s.outside, j.angle >= pi / 6 - 1e-9, "The angle is below 30 degrees.");
    range(s.outside, Fy <= 360, fmt::format("Fy = {} MPa is above 360.", number(Fy)));
    if (w) {
        w->given("β", "Db/D", beta, "", "drawing");
        w->given("γ", "D/(2 t)", gamma, "", "drawing");
        w->step("Qf", "the chord's own stress", "1 − 0.3 U (1 + U)", fmt::format("U = {}", number(U)), Qf, "",
                "AISC 360-16 K1.3");
        w->step("Pn,1", "wall folding under the branch", "Fy t² (3.1 + 15.6 β²) γ^0.2 Qf/sin θ",
                fmt::format("{} · {}² · (3.1 + 15.6 · {}²) · {}^0.2 · {}/{}", number(Fy), number(t),
                            number(beta), number(gamma), number(Qf), number(sine)),
                folding, "N", "AISC 360-16 table K3.1");
        if (canPunch)
            w->step("Pn,2", "punching through the wall", "0.6 Fy t π Db (1 + sin θ)/(2 sin² θ)", "", punching,
                    "N", "AISC 360-16 table K3.1");
    }
    return s;
}

BranchStrength boxStrength(const TubeOnTube &j, working::Working *w) {
    BranchStrength s;
    const double B = j.chordWidth, t = j.wall, Fy = j.chordYield, sine = std::sin(j.angle);
    const double beta = j.branchWidth / B, N = j.branchLength / sine, eta = N / B;
    const double U = j.chordUse, Qf = std::min(1.0, 1.3 - 0.4 * U / beta);
    const double uneven =
        std::min(1.0, 10 / (B / t) * Fy * t / (j.branchYield * j.branchWall)) * j.branchWidth;
    const double branch = j.branchYield * j.branchWall * (2 * j.branchLength + 2 * uneven - 4 * j.branchWall);
    const std::string table = "AISC 360-16 table K3.2";
    if (w) {
        w->given("β", "Bb/B", beta, "", "drawing");
        w->given("η", "length of the branch along the chord over B", eta, "", "drawing");
        w->step("Qf", "the chord's own stress", "1.3 − 0.4 U/β, at most 1", fmt::format("U = {}", number(U)),
                Qf, "", "AISC 360-16 K1.3");
    }
    double limit = 0;
    std::string what;
    if (beta <= 0.85) {
        limit = Fy * t * t * (2 * eta / (1 - beta) + 4 / std::sqrt(1 - beta)) * Qf / sine;
        s.inPlane =
            Fy * t * t * j.branchLength * (1 / (2 * eta) + 2 / std::sqrt(1 - beta) + eta / (1 - beta)) * Qf;
        s.outOfPlane = Fy * t * t *
                       (0.5 * j.branchLength * (1 + beta) / (1 - beta) +
                        std::sqrt(2 * B * j.branchWidth * (1 + beta) / (1 - beta))) *
                       Qf;
        if (w)
            w->step("Pn,1", "wall folding under the branch", "Fy t² (2 η/(1 − β) + 4/√(1 − β)) Qf/sin θ",
                    fmt::format("{} · {}² · (2 · {}/(1 − {}) + …)", number(Fy), number(t), number(eta),
                                number(beta)),
                    limit, "N", table);
    } else {
        limit = 2 * Fy * t * (5 * t + N) / sine;
        s.inPlane = 0.5 * Fy * t * std::pow(j.branchLength + 5 * t, 2);
        s.outOfPlane = Fy * t * (B - t) * (j.branchLength + 5 * t);
        if (w)
            w->step("Pn,1", "side walls crushed", "2 Fy t (5 t + N)/sin θ",
                    fmt::format("2 · {} · {} · (5 · {} + {})", number(Fy), number(t), number(t), number(N)),
                    limit, "N", table);
    }
    s.axial = std::min(limit, branch);
    if (w)
        w->step("Pn,2", "uneven load of the branch's walls", "Fyb tb (2 Hb + 2 be − 4 tb)",
                fmt::format("be = {}", number(uneven)), branch, "N", table);
    range(s.outside, beta >= 0.25 && beta <= 1,
          fmt::format("Bb/B = {} is not between 0.25 and 1.", number(beta)));
    range(s.outside, B / t <= 35, fmt::format("B/t = {} is above 35.", number(B / t)));
    range(s.outside, j.chordHeight / t <= 35,
          fmt::format("H/t = {} is above 35.", number(j.chordHeight / t)));
    s.slender = B / t > 35 || j.chordHeight / t > 35;
    range(s.outside, j.chordHeight / B >= 0.5 && j.chordHeight / B <= 2, "H/B is not between 0.5 and 2.");
    range(s.outside, j.angle >= pi / 6 - 1e-9, "The angle is below 30 degrees.");
    range(s.outside, Fy <= 360, fmt::format("Fy = {} MPa is above 360.", number(Fy)));
    return s;
}

}  // namespace

BranchStrength branchStrength(const TubeOnTube &j, working::Working *w) {
    assert(j.wall > 0 && j.chordWidth > 0 && j.branchWidth > 0 && j.branchWall > 0 && j.angle > 0);
    if (w) {
        w->given("t", "wall of the chord", j.wall, "mm", "stock");
        w->given("Fy", "yield of the chord", j.chordYield, "MPa", "material");
    }
    BranchStrength s = j.round ? roundStrength(j, w) : boxStrength(j, w);
    if (!j.round && j.roundBranch) {
        constexpr double push = std::numbers::pi / 4, bending = 2.0 / 3;
        s.axial *= push;
        s.inPlane *= bending;
        s.outOfPlane *= bending;
        if (w) {
            w->step("Pn'", "of a round branch", "π/4 of that of a square one as wide", "", s.axial, "N",
                    "EN 1993-1-8 table 7.10");
            w->note(
                "Moments of a round branch by two thirds of those of the square one, the ratio of their "
                "plastic "
                "moduli.");
        }
    }
    if (w)
        for (const std::string &o : s.outside) w->note("Beyond what the formula was tested for: " + o);
    return s;
}

double plateOnRoundStrength(const PlateOnRound &p, working::Working *w) {
    assert(p.diameter > 0 && p.wall > 0 && p.plateLength > 0);
    const double Qf = std::max(0.0, 1 - 0.3 * p.chordUse * (1 + p.chordUse));
    const double ratio = std::min(p.plateLength / p.diameter, 1.0);
    const double shape = p.along ? 1 + 0.25 * p.plateLength / p.diameter : 1 / (1 - 0.81 * ratio);
    const double strength = 5.5 * p.yield * p.wall * p.wall * shape * Qf;
    if (w) {
        w->given("D", "round tube", p.diameter, "mm", "stock");
        w->given("t", "its wall", p.wall, "mm", "stock");
        w->step("Rn",
                p.along ? "wall folding under a plate along the tube" : "wall folding under a plate across",
                p.along ? "5.5 Fy t² (1 + 0.25 l/D) Qf" : "5.5 Fy t²/(1 − 0.81 Bp/D) Qf",
                fmt::format("5.5 · {} · {}² · {} · {}", number(p.yield), number(p.wall), number(shape),
                            number(Qf)),
                strength, "N", "AISC 360-16 table K2.1");
        if (p.diameter / p.wall > 50)
            w->note(fmt::format("D/t = {} is beyond the 50 for which the formula was tested.",
                                number(p.diameter / p.wall)));
    }
    return strength;
}

namespace {

struct DentShape {
    double scale, power;
    explicit DentShape(const Dent &d)
        : scale(d.yield * d.wall * d.wall / 4 * std::sqrt(d.diameter / d.wall) *
                (22 + 1.2 * d.width / d.diameter)),
          power(1.925 / (3.5 + d.width / d.diameter)) {}
};

}  // namespace

double Dent::push(double depth) const {
    const DentShape s(*this);
    return s.scale * std::pow(depth / diameter, s.power);
}

double Dent::energy(double depth) const {
    const DentShape s(*this);
    return s.scale * diameter * std::pow(depth / diameter, s.power + 1) / (s.power + 1);
}

double Dent::depthOf(double push) const {
    const DentShape s(*this);
    return diameter * std::pow(push / s.scale, 1 / s.power);
}

}  // namespace hefty::joints
