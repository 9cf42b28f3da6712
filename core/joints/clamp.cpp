#include "core/joints/clamp.h"

#include <algorithm>
#include <cassert>
#include <cmath>

#include <fmt/format.h>

#include "core/joints/bolt_limits.h"
#include "core/joints/column.h"

namespace hefty::joints {
namespace {

using working::number;

constexpr double omega = 1.67, washer = 1.8;  // of its diameter to the bolt's

}  // namespace

double ClampBolt::length() const {
    return std::min(share, washer * diameter + 2 * out);
}

double ClampLimits::preload() const {
    return std::min({bolt, plate, wall});
}

ClampLimits clampLimits(const ClampBolt &b, working::Working *w) {
    assert(b.out > 0 && b.share > 0 && b.plate > 0 && b.plateYield > 0);
    assert(b.wall > 0 && b.width > 0 && b.wallYield > 0 && b.E > 0);
    const double length = b.length(), slenderness = b.width * std::sqrt(12) / b.wall;
    const double critical = columnStress(b.E, b.wallYield, slenderness);
    ClampLimits out;
    out.bolt = tightened(b.diameter, b.pitch, b.ultimate).preload;
    out.plate = b.plateYield * length * b.plate * b.plate / 4 / (omega * b.out);
    out.wall = critical * length * b.wall / omega;
    if (!w) return out;
    w->given("d", "bolt", b.diameter, "mm", "stock")
        .given("e", "middle of the bolt to the edge of the bar", b.out, "mm", "drawing")
        .given("t", "thickness of the plates", b.plate, "mm", "drawing")
        .given("tw", "wall of the bar that is pressed from plate to plate", b.wall, "mm", "measured")
        .given("c", "its width", b.width, "mm", "measured")
        .step("w", "length of plate and wall that carry one bolt", "the least of its share and 1.8 d + 2 e",
              fmt::format("min({}, 1.8 · {} + 2 · {})", number(b.share), number(b.diameter), number(b.out)),
              length, "mm", "45 degrees from the washer")
        .step("F1", "what the bolt may be tightened to", "0.7 Fub As", "", out.bolt, "N", "EN 1993-1-8 3.9.1")
        .step("F2", "what bends the plate over the edge of the bar", "Fy w t²/4/(1.67 e)",
              fmt::format("{} · {} · {}²/4/(1.67 · {})", number(b.plateYield), number(length),
                          number(b.plate), number(b.out)),
              out.plate, "N", "AISC 360-16 F11.1")
        .step("Fcr", "stress at which the wall buckles between the plates", "E3 with c √12/tw",
              fmt::format("λ = {}, Fy = {}", number(slenderness), number(b.wallYield)), critical, "MPa",
              "AISC 360-16 E3")
        .step("F3", "what presses the wall", "Fcr w tw/1.67",
              fmt::format("{} · {} · {}/1.67", number(critical), number(length), number(b.wall)), out.wall,
              "N", "")
        .step("P", "preload: the least of the three", "min(F1, F2, F3)", "", out.preload(), "N", "");
    return out;
}

double clampSlip(double preload) {
    return clampFriction * preload;
}

double clampDemand(double shear, double tension) {
    constexpr double lost = 0.8;  // of the pull: what it takes off the pressure
    return shear + lost * clampFriction * tension;
}

}  // namespace hefty::joints
