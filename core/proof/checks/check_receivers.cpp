#include <fmt/format.h>

#include "core/joints/bolt_group.h"
#include "core/proof/checks/pin_checks.h"

/// The piece's own receivers: what is pulled at their blocks and coupled to them goes through their pins.
namespace hefty::proof {
namespace {

using working::number;

/// Whether a load acts on a receiver, at its block or at a coupling in it.
bool actsOn(const CheckContext &context, const armor::ReceiverTube &r, const LoadArrow &load) {
    constexpr double there = 1e-6;  // mm
    const auto &coupling = context.assembly.coupling;
    return (!r.shackle.empty() && (load.at - r.hole).norm() < there) ||
           (coupling && coupling->part == r.part && (load.at - coupling->at).norm() < there);
}

/// All of it in a case [N].
Vec3 pullOn(const CheckContext &context, const armor::ReceiverTube &r, std::size_t c) {
    Vec3 sum = Vec3::Zero();
    for (const LoadArrow &a : context.loadCase(c).arrows)
        if (actsOn(context, r, a)) sum += a.force;
    return sum;
}

/// Yield of a bolt that serves as a pin: of all grades at least 0.75 of the tensile strength.
double pinYield(const armor::ReceiverTube &r) {
    constexpr double yieldShare = 0.75;
    const auto tensile = joints::boltTensileStrength(r.pinGrade, r.pinDiameter);
    return tensile ? yieldShare * *tensile : 0;
}

void checkPins(const CheckContext &context, const armor::ReceiverTube &r) {
    const AcrossPin of{r.part, context.called(r.part), r.mouth - r.way * r.pinBack,
                       [&](std::size_t c) { return std::abs(pullOn(context, r, c).dot(r.way)); }};
    if (const double yield = pinYield(r); yield > 0)
        // What goes into a receiver is as wide as its inside, but for the play.
        checkAcrossPin(context, of, {r.pinDiameter, r.inside + r.wall, r.inside, yield});
    else
        context.leave({"pin/" + r.part, r.part, fmt::format("The pin in {}", of.label),
                       fmt::format("the pin's grade \"{}\" is not known", r.pinGrade),
                       "Take a marked bolt or pin of a known grade.", of.at});
    checkPinHole(context, of, r.pinDiameter,
                 {r.part, "Walls of the receiver", r.wall, r.ultimate, r.pinBack});
}

/// A block or ball mount that is pulled to a side turns in the receiver: it presses on a wall at the mouth,
/// and on the other one at its inner end. It is as wide as the receiver is inside, so it presses along both
/// corners, which shear. @source docs/methods.md, "Receivers"
void checkMouth(const CheckContext &context, const armor::ReceiverTube &r) {
    constexpr double depth = 120, share = 0.25, omega = 1.5;  // mm that it goes in; of that bears at an end
    const armor::BarPart *tube = context.assembly.bar(r.part);
    const auto pressIn = [&](std::size_t c) {
        double sum = 0;
        for (const LoadArrow &a : context.loadCase(c).arrows)
            if (const double lever = (a.at - r.mouth).dot(r.way); actsOn(context, r, a))
                sum += (a.force - r.way * a.force.dot(r.way)).norm() * (lever + depth) / depth;
        return sum;
    };
    const double bears = share * depth, nominal = 2 * 0.6 * tube->material.yield * r.wall * bears;
    const Governing g =
        governing(context, [&](std::size_t c) { return pressIn(c) * context.omega(c, omega) / nominal; });
    Check check = context.begin(CheckKind::PlateOnWall, "mouth/" + r.part, r.part,
                                fmt::format("Walls at the mouth of {}", context.called(r.part)), g.loadCase);
    check.at = r.mouth;
    check.demand = check.utilization = g.use;
    working::Working &w = check.working;
    w.given("R", "press at the mouth: V (a + L)/L of each pull to a side", pressIn(g.loadCase), "N",
            "statics");
    w.given("L", "that a block goes in", depth, "mm", "house");
    w.step("b", "that bears at the mouth", "L/4", fmt::format("{}/4", number(depth)), bears, "mm", "house");
    w.step("Rn", "both corners in shear", "2 · 0.6 Fy t b",
           fmt::format("2 · 0.6 · {} · {} · {}", number(tube->material.yield), number(r.wall), number(bears)),
           nominal, "N", "AISC 360-16 G, J4.2");
    w.step("u", "use", "Omega R / Rn",
           fmt::format("{:.3g} R / {}", context.omega(g.loadCase, omega), number(nominal)), g.use, "",
           "AISC 360-16 B3");
    context.addRung(
        r.part, check.title, [&](std::size_t c) { return pressIn(c) / nominal; },
        "The mouth tears open; what is in it flies with the line.", true);
    context.add(std::move(check));
}

/// What its maker says that may pull at it.
void checkRating(const CheckContext &context, const armor::ReceiverTube &r) {
    const std::string title = fmt::format("Rating of {}", context.called(r.part));
    if (!(r.rating > 0))
        return context.leave({"rated/" + r.part, r.part, title, "its maker's rating is not known",
                              "Read it on its plate, or ask its maker.", r.mouth});
    const auto pull = [&](std::size_t c) {
        return context.isSurvival(c) ? 0.0 : pullOn(context, r, c).norm();
    };
    const Governing g = governing(context, [&](std::size_t c) { return pull(c) / r.rating; });
    Check check = context.begin(CheckKind::Bearing, "rated/" + r.part, r.part, title, g.loadCase);
    check.demand = pull(g.loadCase);
    check.capacity = r.rating;
    check.unit = "N";
    check.utilization = g.use;
    check.at = r.mouth;
    check.working.given("P", "pull at its block or coupling", check.demand, "N", "duty");
    check.working.given("Pr", "rating by its maker", r.rating, "N", "stock");
    check.working.step("u", "use", "P/Pr", fmt::format("{}/{}", number(check.demand), number(r.rating)),
                       g.use, "", "docs/methods.md, \"Receivers\"");
    check.working.note("What breaks a rope or a shackle is beyond any rating: see the ladder.");
    context.add(std::move(check));
}

}  // namespace

void checkReceivers(const CheckContext &context) {
    for (std::size_t i = 0; i < context.assembly.receivers.size(); ++i) {
        const armor::ReceiverTube &r = context.assembly.receivers[i];
        const bool tows = context.assembly.coupling && context.assembly.coupling->part == r.part;
        if (r.shackle.empty() && !tows) continue;  // nothing acts on it
        if (context.proof.idealization.receiverNodes[i] < 0) {
            context.leave(
                {"pin/" + r.part, r.part, fmt::format("What {} is pulled by", context.called(r.part)),
                 "it carries nothing to the rest of the piece", "Weld it to what shall carry it.", r.mouth});
            continue;
        }
        checkPins(context, r);
        checkMouth(context, r);
        checkRating(context, r);
    }
}

}  // namespace hefty::proof
