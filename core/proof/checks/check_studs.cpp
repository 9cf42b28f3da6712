#include <algorithm>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

#include "core/joints/bolt_limits.h"
#include "core/proof/checks/bolt_checks.h"

/// The studs that carried wheels are bolted on by.
namespace hefty::proof {
namespace {

using joints::Bolt;
using joints::BoltForce;
using joints::PointLoad;
using shape::Vec2;

constexpr const char *grade = "8.8";  // taken: a shop's studs are seldom marked
constexpr double pitchShare = 0.125;  // of the diameter, as fine threads of wheels have

std::vector<Bolt> studsOf(const armor::CarriedWheel &w) {
    std::vector<Bolt> out;
    for (int i = 0; i < w.studs; ++i) {
        const double angle = std::numbers::pi / 2 + 2 * std::numbers::pi * i / w.studs;
        out.push_back({fmt::format("stud {}", i + 1),
                       Vec2(std::cos(angle), std::sin(angle)) * w.studCircle / 2, w.studSize,
                       pitchShare * w.studSize, grade});
    }
    return out;
}

/// What a case does to a wheel, about the middle of its studs, in the axes of its hub.
PointLoad loadOn(const CheckContext &context, std::size_t wheel, const armor::Axes &axes, std::size_t c) {
    const armor::CarriedWheel &w = context.assembly.wheels[wheel];
    const mechanics::FrameModel &model = context.proof.idealization.model;
    Vec3 force = Vec3::Zero(), moment = Vec3::Zero();
    for (const mechanics::AccelerationLoad &a : model.accelerations)
        if (a.loadCase == static_cast<int>(c)) force += w.mass * a.acceleration;
    for (const mechanics::NodeLoad &l : model.nodeLoads)
        if (l.loadCase == static_cast<int>(c) && l.node == context.proof.idealization.wheelNodes[wheel]) {
            force += l.force;
            moment += l.moment;
        }
    moment += (w.center - w.hub).cross(force);
    const auto local = [&axes](const Vec3 &v) { return Vec3(v.dot(axes.x), v.dot(axes.y), v.dot(axes.z)); };
    return {Vec3::Zero(), local(force), local(moment)};
}

void checkWheel(const CheckContext &context, std::size_t wheel) {
    const armor::CarriedWheel &w = context.assembly.wheels[wheel];
    const armor::SheetPart *hub = context.assembly.sheet(w.part);
    if (!(w.radius > 0)) return;  // no wheel
    const std::string id = "bolt/studs." + w.part;
    const auto leave = [&](const std::string &why, const char *remedy) {
        context.leave({id, w.part, "The studs of the carried wheel", why, remedy, w.hub});
    };
    if (!hub || w.studs < 2 || !(w.studSize > 0) || !(w.studCircle > 0))
        return leave("how the wheel is bolted on is not told", "Set its studs and their circle.");
    const std::vector<Bolt> studs = studsOf(w);
    joints::BoltGroupOptions options;
    options.contactArm =
        w.studCircle / 2;  // two studs in line: the wheel's flange presses back at their circle
    std::vector<BoltForce> worst;
    for (std::size_t c = 0; c < context.caseCount(); ++c) {
        const auto forces = joints::shareLoad(studs, loadOn(context, wheel, hub->axes, c), options);
        if (!forces) return leave(forces.error().message, "");
        worst.push_back(*std::max_element(
            forces->begin(), forces->end(),
            [](const BoltForce &a, const BoltForce &b) { return a.utilization < b.utilization; }));
    }
    const Governing g =
        governing(context, [&](std::size_t c) { return boltUse(context, c, worst[c].utilization); });
    const PointLoad load = loadOn(context, wheel, hub->axes, g.loadCase);
    Check check = context.begin(
        CheckKind::Bolt, id, w.part,
        fmt::format("Wheel studs: {} of {:g} mm, {} taken", w.studs, w.studSize, grade), g.loadCase);
    check.demand = check.utilization = g.use;
    check.at = w.hub;
    check.working = joints::boltWorking(studs, load, options, worst[g.loadCase]);
    check.working.title = check.title;
    addSurvivalStep(context, g.loadCase, worst[g.loadCase].utilization, check);
    const double Fu = joints::boltTensileStrength(grade, w.studSize).value_or(800);
    const joints::Tightened tight = joints::tightened(w.studSize, pitchShare * w.studSize, Fu);
    check.working
        .given("T", "tightened to 0.7 of their strength: preload of each", tight.preload, "N",
               "EN 1993-1-8 3.9.1")
        .step("slip", "all of them together slip at", "n μ Du Tb", "",
              w.studs * joints::slipStrength(tight.preload), "N", "AISC 360-16 J3.8")
        .given("V", "push along the flange in this case", load.force.head<2>().norm(), "N", "duty");
    check.working.note(
        "Nuts are tightened crosswise and once more after the first drive; what slips wears its holes.");
    context.add(std::move(check));
}

}  // namespace

void checkStuds(const CheckContext &context) {
    for (std::size_t i = 0; i < context.assembly.wheels.size(); ++i) checkWheel(context, i);
}

}  // namespace hefty::proof
