#include <fmt/format.h>

#include "core/joints/bolt_group.h"
#include "core/proof/checks/pin_checks.h"

/// The piece's own receivers: what is pulled at their blocks and coupled to them goes through their pins.
namespace hefty::proof {
namespace {

using working::number;

/// What acts on a receiver in a case, at its block and at a coupling in it [N].
Vec3 pullOn(const CheckContext &context, const armor::ReceiverTube &r, std::size_t c) {
    constexpr double there = 1e-6;  // mm
    const auto &coupling = context.assembly.coupling;
    Vec3 sum = Vec3::Zero();
    for (const LoadArrow &a : context.loadCase(c).arrows)
        if ((!r.shackle.empty() && (a.at - r.hole).norm() < there) ||
            (coupling && coupling->part == r.part && (a.at - coupling->at).norm() < there))
            sum += a.force;
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
        checkRating(context, r);
    }
}

}  // namespace hefty::proof
