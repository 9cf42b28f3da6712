#include "core/proof/checks/pin_checks.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/proof/strength/attachment.h"

namespace hefty::proof {
namespace {

/// @param use  "Omega P / Pn"
void finishPinCheck(const CheckContext &context, const AcrossPin &of, Check check, const Governing &g,
                    double omega, double nominal, const std::string &use, const char *source) {
    check.at = of.at;
    check.demand = check.utilization = g.use;
    check.working.step(
        "u", "use", use,
        fmt::format("{:.3g} P / {}", context.omega(g.loadCase, omega), working::number(nominal)), g.use, "",
        source);
    context.add(std::move(check));
}

/// A ladder that is pulled there is told where it lets go.
void addPinRung(const CheckContext &context, const AcrossPin &of, const std::string &part,
                const std::string &title, double nominal) {
    context.addRung(
        part, title, [&](std::size_t c) { return of.along(c) / nominal; },
        "What is in the receiver comes out of it and flies with the line.", true);
}

}  // namespace

void checkAcrossPin(const CheckContext &context, const AcrossPin &of, const joints::Pin &pin) {
    constexpr double omega = 1.67;
    const joints::PinStrength strength = joints::pinStrength(pin);
    const double nominal = std::min(strength.bending, strength.shear);
    const Governing g =
        governing(context, [&](std::size_t c) { return of.along(c) * context.omega(c, omega) / nominal; });
    Check check = context.begin(CheckKind::Bolt, "pin/" + of.name, of.name,
                                fmt::format("Pin in {}", of.label), g.loadCase);
    check.working.given("P", "along the tube", of.along(g.loadCase), "N",
                        "from the proof: the pin alone holds along the tube");
    (void)joints::pinStrength(pin, &check.working);
    addPinRung(context, of, of.name, check.title, nominal);
    finishPinCheck(context, of, std::move(check), g, omega, nominal, "Omega P / Pn", "AISC 360-16 B3");
}

void checkPinHole(const CheckContext &context, const AcrossPin &of, double diameter, const PinWall &wall) {
    constexpr double omega = 2, pinPlay = 1;
    const double hole = diameter + pinPlay;
    const double nominal = 2 * holeBearing(diameter, hole, wall.thickness, wall.ultimate, wall.edge);
    const Governing g =
        governing(context, [&](std::size_t c) { return of.along(c) * context.omega(c, omega) / nominal; });
    Check check = context.begin(CheckKind::Bearing, "pinhole/" + wall.id, of.name,
                                fmt::format("{} under the pin in {}", wall.what, of.label), g.loadCase);
    check.working.given("P", "along the tube", of.along(g.loadCase), "N", "from the proof");
    (void)holeBearing(diameter, hole, wall.thickness, wall.ultimate, wall.edge, &check.working);
    addPinRung(context, of, of.name, check.title, nominal);
    finishPinCheck(context, of, std::move(check), g, omega, nominal, "Omega P / 2 Rn", "AISC 360-16 J3.10");
}

}  // namespace hefty::proof
