#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/joints/bolt_group.h"
#include "core/proof/attachment.h"
#include "core/proof/checker.h"
#include "core/proof/member_strength.h"

namespace hefty::proof {
namespace {

using joints::PointLoad;
using working::number;

/// Survival counts with nominal strength: twice the allowable, as Omega is 2.
double boltUse(const CheckContext &context, std::size_t c, double use) {
    return use * context.omega(c, 2.0) / 2.0;
}

/// Says in a bolt's Working what survival makes of its utilization.
void addSurvivalStep(const CheckContext &context, std::size_t c, double use, Check &check) {
    if (!context.isSurvival(c)) return;
    check.working.step("u_s", "utilization in survival: nominal strength, Ω 1.00", "u/2.00",
                       fmt::format("{}/2.00", number(use)), use / 2, "", "house: survival duties");
}

/// What a bearing check asks of its caller.
struct BearingSide {
    std::string onto;
    double thickness = 0, ultimate = 0, edge = 0;
    bool assumed = false;
};

/// Utilization that is shown where nothing is left to carry: a number that can be printed, sorted and
/// compared, far beyond any that could pass.
constexpr double nothingCarries = 1000;

/// @param shear  of the worst bolt, by case
void addBearing(const CheckContext &context, const armor::BoltJoint &j, const BearingSide &side,
                const std::vector<double> &shear) {
    if (!(side.thickness > 0) || !(side.ultimate > 0)) return;
    const bool isFrame = side.onto == "frame";
    const double strength = holeBearing(j.diameter, j.hole, side.thickness, side.ultimate, side.edge);
    const auto useOf = [&](std::size_t c) {
        return strength > 0 ? shear[c] * context.omega(c, 2.0) / strength : nothingCarries;
    };
    const Governing g = governing(context, useOf);
    Check check = context.begin(
        CheckKind::Bearing, fmt::format("bearing/{}/{}", j.name, side.onto), isFrame ? j.name : side.onto,
        fmt::format("{}: bolt holes in {}", j.name, isFrame ? "the frame rail" : side.onto), g.loadCase);
    const double omega = context.omega(g.loadCase, 2.0);
    check.demand = shear[g.loadCase];
    check.capacity = strength / omega;
    check.unit = "N";
    check.utilization = g.use;
    check.at = j.plane.origin;
    check.assumed = side.assumed;
    check.working.given("d", "bolt", j.diameter, "mm", "stock");
    check.working.given("t", "thickness the bolt bears on", side.thickness, "mm", "drawing");
    check.working.given("Fu", "tensile strength there", side.ultimate, "MPa",
                        side.assumed ? "assumed grade" : "material");
    (void)holeBearing(j.diameter, j.hole, side.thickness, side.ultimate, side.edge, &check.working);
    check.working.given("V", "shear of the worst bolt", check.demand, "N", "bolt group");
    check.working.step("u", "utilization", "Ω V/Rn",
                       fmt::format("{} · {}/{}", number(omega), number(check.demand), number(strength)),
                       check.utilization, "", "AISC 360-16 J3.10");
    if (!(strength > 0))
        check.working.note("The hole runs out of the edge: there is no metal that could carry the bolt.");
    if (side.assumed) check.working.note("The grade of the frame rail is assumed: this is not a proof.");
    context.add(std::move(check));
}

std::vector<joints::Bolt> boltsOf(const armor::BoltJoint &j) {
    std::vector<joints::Bolt> out;
    for (std::size_t i = 0; i < j.at.size(); ++i) {
        const Vec3 local = j.plane.toLocal(j.at[i]);
        out.push_back({j.ids[i], {local.x(), local.y()}, j.diameter, j.pitch, j.grade});
    }
    return out;
}

/// What the piece does to the bolts of a mount, in their own plane.
PointLoad mountLoad(const CheckContext &context, std::size_t mount, std::size_t c) {
    const armor::BoltJoint &j = context.assembly.mounts[mount];
    PointLoad onPiece{j.plane.origin, Vec3::Zero(), Vec3::Zero()};
    for (const int spring : context.proof.idealization.mountSprings[mount]) {
        const auto &s = context.proof.idealization.model.springs[static_cast<std::size_t>(spring)];
        const Vec3 at = context.proof.idealization.model.nodes[static_cast<std::size_t>(s.from)].at;
        const PointLoad one = springLoad(context.proof, spring, c, at);
        onPiece.force += one.force;
        onPiece.moment += one.moment + (at - onPiece.at).cross(one.force);
    }
    const auto local = [&j](const Vec3 &v) -> Vec3 {
        return {v.dot(j.plane.x), v.dot(j.plane.y), v.dot(j.plane.z)};
    };
    return {Vec3::Zero(), local(-onPiece.force), local(-onPiece.moment)};
}

const joints::BoltForce &worstBolt(const std::vector<joints::BoltForce> &forces) {
    return *std::max_element(forces.begin(), forces.end(),
                             [](const auto &a, const auto &b) { return a.utilization < b.utilization; });
}

void checkMount(const CheckContext &context, std::size_t mount) {
    const armor::BoltJoint &j = context.assembly.mounts[mount];
    const std::vector<joints::Bolt> bolts = boltsOf(j);
    std::vector<std::vector<joints::BoltForce>> shared;
    std::vector<double> shear;
    for (std::size_t c = 0; c < context.caseCount(); ++c) {
        auto forces = joints::shareLoad(bolts, mountLoad(context, mount, c));
        if (!forces) return;  // no size fits the holes: said at Measure
        double most = 0;
        for (const joints::BoltForce &f : *forces) most = std::max(most, f.shear);
        shear.push_back(most);
        shared.push_back(std::move(*forces));
    }
    const auto useIn = [&](std::size_t c) { return worstBolt(shared[c]).utilization; };
    const Governing g = governing(context, [&](std::size_t c) { return boltUse(context, c, useIn(c)); });
    const joints::BoltForce &worst = worstBolt(shared[g.loadCase]);
    Check check = context.begin(CheckKind::Bolt, "bolt/" + j.name, j.name,
                                fmt::format("{}: {} frame bolts {} {}", j.name, j.at.size(), j.size, j.grade),
                                g.loadCase);
    check.demand = check.utilization = g.use;
    for (std::size_t i = 0; i < j.ids.size(); ++i)
        if (j.ids[i] == worst.id) check.at = j.at[i];
    check.working = joints::boltWorking(bolts, mountLoad(context, mount, g.loadCase), {}, worst);
    check.working.title = check.title;
    addSurvivalStep(context, g.loadCase, worst.utilization, check);
    check.working.note("No prying is counted; the bracket is taken as stiff beside the bolts.");
    context.add(std::move(check));
    const armor::PlatePart *plate = context.assembly.plate(j.part);
    addBearing(context, j,
               {j.part, j.plateThickness, plate ? plate->material.ultimate : 0, j.edgeDistance, false},
               shear);
    double behind = 1e9;
    for (const rig::FrameHole &h : context.vehicle.frontHoles) behind = std::min(behind, h.behindEnd);
    addBearing(context, j, {"frame", j.ontoThickness, j.ontoUltimate, behind, j.ontoAssumed}, shear);
    if (const int ladder = context.proof.duties.ladderCase; ladder >= 0)
        context.addRung(j.name, fmt::format("frame bolts, {}", j.part),
                        useIn(static_cast<std::size_t>(ladder)) / 2.0,
                        "The bolts shear; the bumper comes off the frame.", true);
}

/// The worst foot of a winch in one case.
struct Foot {
    double shear = 0, tension = 0, use = -1;
    std::size_t bolt = 0;
};

void checkFeet(const CheckContext &context, std::size_t index) {
    const armor::BoltJoint &j = context.assembly.feet[index];
    const auto &springs = context.proof.idealization.footSprings[index];
    const auto Fu = joints::boltTensileStrength(j.grade, j.diameter);
    if (!Fu || springs.empty()) return;
    joints::Bolt bolt{j.ids[0], {0, 0}, j.diameter, j.pitch, j.grade};
    std::vector<Foot> worstFeet;
    std::vector<double> shear;
    for (std::size_t c = 0; c < context.caseCount(); ++c) {
        Foot worst;
        double most = 0;
        for (std::size_t i = 0; i < springs.size(); ++i) {
            const auto &f = context.proof.solution.cases[c].springs[static_cast<std::size_t>(springs[i])];
            Foot foot{f.head<2>().norm(), std::max(0.0, -f(2)), 0, i};
            const double v = foot.shear / (0.45 * *Fu * bolt.area() / 2),
                         t = foot.tension / (0.75 * *Fu * bolt.area() / 2);
            foot.use = std::max({v, t, (v + t) / 1.3});
            most = std::max(most, foot.shear);
            if (foot.use > worst.use) worst = foot;
        }
        shear.push_back(most);
        worstFeet.push_back(worst);
    }
    const Governing g =
        governing(context, [&](std::size_t c) { return boltUse(context, c, worstFeet[c].use); });
    const Foot &worst = worstFeet[g.loadCase];
    bolt.id = j.ids[worst.bolt];
    Check check =
        context.begin(CheckKind::Bolt, "bolt/" + j.name, j.name,
                      fmt::format("Winch feet: {} bolts {} {}", j.at.size(), j.size, j.grade), g.loadCase);
    check.demand = check.utilization = g.use;
    check.at = j.at[worst.bolt];
    const PointLoad single{Vec3::Zero(), Vec3(worst.shear, 0, worst.tension), Vec3::Zero()};
    if (const auto forces = joints::shareLoad({bolt}, single))
        check.working = joints::boltWorking({bolt}, single, {}, forces->front());
    check.working.title = check.title;
    addSurvivalStep(context, g.loadCase, worst.use, check);
    check.working.note(
        "The forces of each foot come from the frame analysis with the winch as one rigid body.");
    context.add(std::move(check));
    const armor::PlatePart *plate = context.assembly.plate(j.part);
    addBearing(context, j,
               {j.part, j.plateThickness, plate ? plate->material.ultimate : 0, j.edgeDistance, false},
               shear);
    if (const int ladder = context.proof.duties.ladderCase; ladder >= 0)
        context.addRung(j.name, "winch foot bolts", worstFeet[static_cast<std::size_t>(ladder)].use / 2.0,
                        "The bolts shear; the winch comes off its tray.", true);
}

void checkFrameEnd(const CheckContext &context, std::size_t mount) {
    const armor::BoltJoint &j = context.assembly.mounts[mount];
    const auto beam = static_cast<std::size_t>(context.proof.idealization.railBeams[mount]);
    const Bar &bar = context.proof.idealization.bars[beam];
    const MemberStrength strength = memberStrength(bar);
    const char *side = j.plane.origin.y() > 0 ? "left" : "right";
    const auto forcesIn = [&](std::size_t c) -> const mechanics::Vec6 & {
        const mechanics::BeamForces &f = context.proof.solution.cases[c].beams[beam];
        return memberUtilization(strength, f.from, 1) > memberUtilization(strength, f.to, 1) ? f.from : f.to;
    };
    const Governing g = governing(context, [&](std::size_t c) {
        return memberUtilization(strength, forcesIn(c), context.omega(c, memberOmega));
    });
    Check check = context.begin(CheckKind::FrameEnd, fmt::format("frame/{}", j.name), j.name,
                                fmt::format("Frame rail {}, bolts to first crossmember", side), g.loadCase);
    check.demand = check.utilization = g.use;
    check.at = context.proof.idealization.model
                   .nodes[static_cast<std::size_t>(context.proof.idealization.model.beams[beam].to)]
                   .at;
    check.assumed = context.vehicle.railMaterialTrust != rig::Trust::Measured;
    addMemberWorking(check.working, bar, forcesIn(g.loadCase), context.omega(g.loadCase, memberOmega));
    if (check.assumed) check.working.note("The grade of the frame rail is assumed: this is not a proof.");
    context.add(std::move(check));
    if (const int ladder = context.proof.duties.ladderCase; ladder >= 0)
        context.addRung(fmt::format("frame.{}", side), fmt::format("frame rail, {}", side),
                        1 / memberReserve(strength, forcesIn(static_cast<std::size_t>(ladder))),
                        "The vehicle's own rail bends: the worst thing to let go.");
}

}  // namespace

void checkBolts(const CheckContext &context) {
    for (std::size_t m = 0; m < context.proof.idealization.mountSprings.size(); ++m) checkMount(context, m);
    for (std::size_t f = 0; f < context.proof.idealization.footSprings.size(); ++f) checkFeet(context, f);
}

void checkFrameEnds(const CheckContext &context) {
    for (std::size_t m = 0; m < context.proof.idealization.mountSprings.size(); ++m)
        checkFrameEnd(context, m);
}

}  // namespace hefty::proof
