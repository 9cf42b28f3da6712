#include "core/proof/checks/pin_checks.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/proof/strength/attachment.h"

namespace hefty::proof {
namespace {

/// What a pin or the walls under it hold along the tube.
struct PinHolds {
    double nominal, omega;              ///< N
    const char *what, *formula, *from;  ///< of the last step of the Working
};

Governing hardest(const CheckContext &context, const AcrossPin &of, const PinHolds &holds) {
    return governing(
        context, [&](std::size_t c) { return of.along(c) * context.omega(c, holds.omega) / holds.nominal; });
}

/// With its rung on the ladder of a pull that goes through the pin.
void finishCheck(const CheckContext &context, const AcrossPin &of, const PinHolds &holds, const Governing &g,
                 Check check) {
    check.at = of.at;
    check.demand = check.utilization = g.use;
    check.working.step(
        "u", holds.what, holds.formula,
        fmt::format("{:.3g} P / {}", context.omega(g.loadCase, holds.omega), working::number(holds.nominal)),
        g.use, "", holds.from);
    context.addRung(
        of.name, check.title, [&](std::size_t c) { return of.along(c) / holds.nominal; },
        "What is in the receiver comes out of it and flies with the line.", true);
    context.add(std::move(check));
}

}  // namespace

void checkAcrossPin(const CheckContext &context, const AcrossPin &of, const joints::Pin &pin) {
    const joints::PinStrength strength = joints::pinStrength(pin);
    const PinHolds holds{std::min(strength.bending, strength.shear), 1.67, "use", "Omega P / Pn",
                         "AISC 360-16 B3"};
    const Governing g = hardest(context, of, holds);
    Check check = context.begin(CheckKind::Bolt, "pin/" + of.name, of.name,
                                fmt::format("Pin in {}", of.label), g.loadCase);
    check.working.given("P", "along the tube", of.along(g.loadCase), "N",
                        "from the proof: the pin alone holds along the tube");
    (void)joints::pinStrength(pin, &check.working);
    finishCheck(context, of, holds, g, std::move(check));
}

void checkPinHole(const CheckContext &context, const AcrossPin &of, double diameter, const PinWall &wall) {
    constexpr double pinPlay = 1;
    const double hole = diameter + pinPlay;
    const PinHolds holds{2 * holeBearing(diameter, hole, wall.thickness, wall.ultimate, wall.edge), 2,
                         "use, both walls", "Omega P / 2 Rn", "AISC 360-16 J3.10"};
    const Governing g = hardest(context, of, holds);
    Check check = context.begin(CheckKind::Bearing, "pinhole/" + wall.id, of.name,
                                fmt::format("{} under the pin in {}", wall.what, of.label), g.loadCase);
    check.working.given("P", "along the tube", of.along(g.loadCase), "N", "from the proof");
    (void)holeBearing(diameter, hole, wall.thickness, wall.ultimate, wall.edge, &check.working);
    finishCheck(context, of, holds, g, std::move(check));
}

}  // namespace hefty::proof
