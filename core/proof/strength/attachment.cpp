#include "core/proof/strength/attachment.h"

#include <algorithm>
#include <cassert>
#include <cmath>

#include <fmt/format.h>

namespace hefty::proof {
namespace {

using working::number;

double alongStrength(const PlateOnWall &p, working::Working *w) {
    const double ratio = p.plateThickness / p.faceWidth;
    const double Qf = std::sqrt(std::max(0.0, 1 - p.chordUse * p.chordUse));
    const double strength = p.tubeYield * p.wall * p.wall / (1 - ratio) *
                            (2 * p.plateLength / p.faceWidth + 4 * std::sqrt(1 - ratio) * Qf);
    if (w) {
        w->step("Qf", "the tube's own stress", "√(1 − U²)", fmt::format("√(1 − {}²)", number(p.chordUse)), Qf,
                "", "AISC 360-10 table K1.2");
        w->step("Rn", "wall folding under a plate along the tube",
                "Fy t²/(1 − tp/B) (2 lb/B + 4 √(1 − tp/B) Qf)",
                fmt::format("{} · {}²/(1 − {}) · (2 · {}/{} + …)", number(p.tubeYield), number(p.wall),
                            number(ratio), number(p.plateLength), number(p.faceWidth)),
                strength, "N", "AISC 360-10 table K1.2");
    }
    return strength;
}

double acrossStrength(const PlateOnWall &p, working::Working *w) {
    const double beta = std::min(1.0, p.plateLength / p.faceWidth);
    const double effective = std::min(1.0, 10 / (p.faceWidth / p.wall)) * p.plateLength;
    const double yielding = std::min(10 / (p.faceWidth / p.wall) * p.tubeYield * p.wall * p.plateLength,
                                     p.plateYield * p.plateThickness * p.plateLength);
    double strength = yielding;
    if (w)
        w->step("Rn,1", "uneven load across the plate", "10/(B/t) Fy t Bp, at most Fyp tp Bp",
                fmt::format("10/({}/{}) · {} · {} · {}", number(p.faceWidth), number(p.wall),
                            number(p.tubeYield), number(p.wall), number(p.plateLength)),
                yielding, "N", "AISC 360-10 table K1.2");
    if (beta <= 0.85) {
        const double face = p.tubeYield * p.wall * p.wall * (2 + 2.8 * beta) / std::sqrt(1 - 0.9 * beta);
        strength = std::min(strength, face);
        if (w)
            w->step(
                "Rn,2", "wall folding", "Fy t² (2 + 2.8 β)/√(1 − 0.9 β)",
                fmt::format("{} · {}² · (2 + 2.8 · {})/…", number(p.tubeYield), number(p.wall), number(beta)),
                face, "N", "EN 1993-1-8 table 7.13");
    } else if (p.plateLength <= p.faceWidth - 2 * p.wall) {
        const double punching = 0.6 * p.tubeYield * p.wall * (2 * p.plateThickness + 2 * effective);
        strength = std::min(strength, punching);
        if (w)
            w->step("Rn,2", "punching through the wall", "0.6 Fy t (2 tp + 2 Bep)",
                    fmt::format("0.6 · {} · {} · (2 · {} + 2 · {})", number(p.tubeYield), number(p.wall),
                                number(p.plateThickness), number(effective)),
                    punching, "N", "AISC 360-10 table K1.2");
    }
    return strength;
}

}  // namespace

double plateOnWallStrength(const PlateOnWall &p, working::Working *w) {
    assert(p.wall > 0 && p.plateLength > 0 && p.plateThickness > 0 && p.plateThickness < p.faceWidth);
    if (w) {
        w->given("t", "wall of the tube", p.wall, "mm", "stock");
        w->given("B", "width of that wall", p.faceWidth, "mm", "stock");
        w->given(p.alongTube ? "lb" : "Bp", p.alongTube ? "plate along the tube" : "plate across the tube",
                 p.plateLength, "mm", "found from contact");
        w->given("tp", "plate thickness", p.plateThickness, "mm", "drawing");
        w->given("Fy", "yield of the tube", p.tubeYield, "MPa", "material");
        if (p.faceWidth / p.wall > 35)
            w->note(fmt::format("B/t = {} is beyond the 35 for which the formula was tested.",
                                number(p.faceWidth / p.wall)));
    }
    return p.alongTube ? alongStrength(p, w) : acrossStrength(p, w);
}

double effectiveWeldLength(const PlateOnWall &p, working::Working *w) {
    const double share =
        10 / (p.faceWidth / p.wall) * p.tubeYield * p.wall / (p.plateYield * p.plateThickness);
    const double length = std::min(1.0, share) * p.plateLength;
    if (w)
        w->step("Be", "what counts of each line across the tube, half of it at each end of the plate",
                "10/(B/t) · Fy t/(Fyp tp) · Bp, at most Bp",
                fmt::format("10/({}/{}) · {} · {}/({} · {}) · {}", number(p.faceWidth), number(p.wall),
                            number(p.tubeYield), number(p.wall), number(p.plateYield),
                            number(p.plateThickness), number(p.plateLength)),
                length, "mm", "AISC 360-16 K5, table K5.1");
    return length;
}

double sideWallYield(const PressedTube &p, working::Working *w) {
    assert(p.wall > 0 && p.yield > 0 && p.edge > 0);
    const double strength = 2 * p.yield * p.wall * (5 * p.radius + p.edge);
    if (w) {
        w->given("t", "wall of the tube", p.wall, "mm", "stock");
        w->given("k", "its outside corner", p.radius, "mm", "stock");
        w->given("lb", "edge that presses it, along the tube", p.edge, "mm", "holds of the vehicle");
        w->step("Rn,1", "yielding of the side walls, Ω 1.50", "2 Fy t (5 k + lb)",
                fmt::format("2 · {} · {} · (5 · {} + {})", number(p.yield), number(p.wall), number(p.radius),
                            number(p.edge)),
                strength, "N", "AISC 360-16 J10.2");
    }
    return strength;
}

double sideWallCrippling(const PressedTube &p, working::Working *w) {
    assert(p.height > 3 * p.wall && p.E > 0);
    const double strength =
        1.6 * p.wall * p.wall * (1 + 3 * p.edge / (p.height - 3 * p.wall)) * std::sqrt(p.E * p.yield);
    if (w)
        w->step("Rn,2", "crippling of the side walls, Ω 2.00", "1.6 t² (1 + 3 lb/(H − 3 t)) √(E Fy)",
                fmt::format("1.6 · {}² · (1 + 3 · {}/({} − 3 · {})) · √({} · {})", number(p.wall),
                            number(p.edge), number(p.height), number(p.wall), number(p.E), number(p.yield)),
                strength, "N", "AISC 360-16 J10.3");
    return strength;
}

double PinTabStrength::allowable() const {
    return std::min({netTension / 2.0, tearOut / 2.0, bearing / 2.0, gross / 1.67});
}

double PinTabStrength::nominal() const {
    return std::min({netTension, tearOut, bearing, gross});
}

PinTabStrength pinTabStrength(const PinTab &t, working::Working *w) {
    const double be = std::min(2 * t.thickness + 16, t.side);
    PinTabStrength s;
    s.netTension = t.ultimate * 2 * t.thickness * be;
    s.tearOut = 0.6 * t.ultimate * 2 * t.thickness * (t.end + t.pin / 2);
    s.bearing = 1.8 * t.yield * t.pin * t.thickness;
    s.gross = t.yield * t.width * t.thickness;
    if (w) {
        w->given("t", "tab thickness", t.thickness, "mm", "drawing");
        w->given("d", "shackle pin", t.pin, "mm", "bought part");
        w->given("a", "edge of the hole to the end", t.end, "mm", "drawing");
        w->given("b", "edge of the hole to the side", t.side, "mm", "drawing");
        w->step("be", "width that counts beside the hole", "min(2 t + 16, b)",
                fmt::format("min(2 · {} + 16, {})", number(t.thickness), number(t.side)), be, "mm",
                "AISC 360-16 D5.1(a)");
        w->step("Pn,1", "tension beside the hole, Ω 2.00", "Fu 2 t be",
                fmt::format("{} · 2 · {} · {}", number(t.ultimate), number(t.thickness), number(be)),
                s.netTension, "N", "AISC 360-16 D5-1");
        w->step("Pn,2", "tear-out ahead of the pin, Ω 2.00", "0.6 Fu 2 t (a + d/2)",
                fmt::format("0.6 · {} · 2 · {} · ({} + {}/2)", number(t.ultimate), number(t.thickness),
                            number(t.end), number(t.pin)),
                s.tearOut, "N", "AISC 360-16 D5-2");
        w->step("Pn,3", "bearing of the pin, Ω 2.00", "1.8 Fy d t",
                fmt::format("1.8 · {} · {} · {}", number(t.yield), number(t.pin), number(t.thickness)),
                s.bearing, "N", "AISC 360-16 J7-1");
        w->step("Pn,4", "yield of the tab, Ω 1.67", "Fy w t",
                fmt::format("{} · {} · {}", number(t.yield), number(t.width), number(t.thickness)), s.gross,
                "N", "AISC 360-16 D2-1");
        if (t.hole > t.pin + 1)
            w->note(
                "The hole is more than 1 mm larger than the pin; D5.2 wants a pin that fits. Bearing marks "
                "are to be "
                "expected with a shackle.");
    }
    return s;
}

double holeBearing(double d, double hole, double t, double Fu, double edge, working::Working *w) {
    const double lc = std::max(0.0, edge - hole / 2);
    const double strength = std::min(1.2 * lc * t * Fu, 2.4 * d * t * Fu);
    if (w) {
        w->given("lc", "clear distance, hole to edge", lc, "mm", "drawing");
        w->step("Rn", "bearing and tear-out", "1.2 lc t Fu, at most 2.4 d t Fu",
                fmt::format("1.2 · {} · {} · {}, 2.4 · {} · {} · {}", number(lc), number(t), number(Fu),
                            number(d), number(t), number(Fu)),
                strength, "N", "AISC 360-16 J3.10(a)");
    }
    return strength;
}

double countedLeg(double leg, double gap) {
    constexpr double tight = 1.5;
    return gap > tight ? std::max(leg - gap, 0.1 * leg) : leg;
}

double smallestLeg(double thinner) {
    if (thinner <= 6) return 3;
    if (thinner <= 13) return 5;
    return thinner <= 19 ? 6 : 8;
}

double largestLeg(double thickness) {
    return thickness < 6 ? thickness : thickness - 2;
}

}  // namespace hefty::proof
