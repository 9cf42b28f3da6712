#include <fmt/format.h>

#include "core/proof/checker.h"

namespace hefty::proof {
namespace {

using working::number;

/// The energy of two bodies that meet and go on together, and how it came to be.
double strikeEnergy(const CheckContext &context, working::Working &w) {
    const double vehicle = context.rig.frontMass + context.rig.rearMass;
    const double other = context.rules.strikeMass, v = context.rules.strikeSpeed;
    const double reduced = vehicle + other > 0 ? vehicle * other / (vehicle + other) : 0;
    const double energy = reduced * v * v / 2;
    w.given("m₁", "vehicle", vehicle, "kg", "measured axle masses");
    w.given("m₂", "what is struck", other, "kg", "house rule");
    w.given("v", "speed when it is struck", v, "m/s", "house rule");
    w.step("μ", "reduced mass", "m₁ m₂/(m₁ + m₂)",
           fmt::format("{} · {}/{}", number(vehicle), number(other), number(vehicle + other)), reduced, "kg",
           "mechanics of two bodies, no rebound");
    w.step("E", "energy to be taken up", "μ v²/2", fmt::format("{} · {}²/2", number(reduced), number(v)),
           energy, "J", "");
    return energy * 1000;  // N·mm
}

void checkEnergy(const CheckContext &context, const Collapse &c) {
    Check check =
        context.begin(CheckKind::Impact, "impact/" + c.id, c.hinges.empty() ? c.id : c.hinges[0].part,
                      c.title + ": energy against what the piece takes up", 0);
    check.dutyClass = DutyClass::Survival;
    check.demand = strikeEnergy(context, check.working) / 1000;
    check.capacity = c.energyTo(context.rules.mostSet) / 1000;
    check.unit = "J";
    check.utilization = check.capacity > 0 ? check.demand / check.capacity : 1000;
    check.at = c.at;
    working::Working &w = check.working;
    for (std::size_t i = 0; i < c.hinges.size(); ++i)
        w.given(fmt::format("F{}", i + 1),
                fmt::format("push at which hinge {} forms, in {}", i + 1, c.hinges[i].part), c.hinges[i].load,
                "N", "plastic collapse");
    w.given("Fc", c.folds ? "push at which it folds" : "push at the end of its path", c.load, "N",
            "plastic collapse");
    w.given("s", "bend that may stay", context.rules.mostSet, "mm", "house rule");
    w.step("Ec", "taken up until that bend", "∫ F dδ along the hinges, then Fc", "", check.capacity, "J",
           "docs/methods.md, \"Impact\"");
    w.step("u", "utilization", "E/Ec", fmt::format("{}/{}", number(check.demand), number(check.capacity)),
           check.utilization, "", "");
    w.note("The load is taken as slow; a strike at speed and the softness of what is struck are left out.");
    check.loadCase = -1;
    context.out.checks.push_back(std::move(check));
}

/// Whether a rail still is whole when the energy has been taken up. It tells what kind of crash the piece
/// makes of it, not whether the piece holds: so it is no check.
CrushOrder orderOf(const CheckContext &context, const Collapse &c) {
    CrushOrder out;
    out.id = c.id;
    out.title = c.title;
    working::Working &w = out.working;
    w.title = c.title + ": do the rails give before the armor?";
    out.push = c.loadAt(strikeEnergy(context, w));
    out.railYields = c.railYields();
    w.step("F", "push when E has been taken up", "along the path of hinges", "", out.push, "N",
           "plastic collapse");
    if (out.railYields)
        w.given("Fr", "push at which a rail first yields", *out.railYields, "N", "plastic collapse");
    else
        w.note("No rail yields as far as the push was followed.");
    if (context.vehicle.railMaterialTrust != rig::Trust::Measured)
        w.note("The grade of the frame rail is assumed: this is not a proof.");
    return out;
}

}  // namespace

void checkImpacts(const CheckContext &context) {
    if (!context.proof.pushOver) return;
    for (const Collapse &c : context.proof.pushOver->collapses) {
        checkEnergy(context, c);
        context.out.crushOrders.push_back(orderOf(context, c));
    }
}

}  // namespace hefty::proof
