#include <algorithm>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

#include "core/proof/checks/bolt_checks.h"
#include "core/proof/strength/member_strength.h"

namespace hefty::proof {
namespace {

using joints::PointLoad;
using working::number;

/// The rail in the plane of its bolts, with the holes of the joint. Its only free edges are its ends: above
/// and below the flanges go on around the corner.
HoledPart railOf(const CheckContext &context, const armor::BoltJoint &j) {
    constexpr double farBehind = 5000, noEdge = 5000;  // mm
    const rig::RigGeometry &g = context.rig;
    const double rear = g.rearEnd.value_or(g.frameEnd - farBehind);
    const double center = g.railCenterAt(j.plane.origin.x());
    HoledPart out;
    for (const auto &[x, z] : {std::pair{g.frameEnd, -0.5}, {g.frameEnd, 0.5}, {rear, 0.5}, {rear, -0.5}})
        out.outline.push_back(j.plane.toLocal(Vec3(x, j.plane.origin.y(), center + z * noEdge)).head<2>());
    if (shape::area(out.outline) < 0) std::reverse(out.outline.begin(), out.outline.end());
    for (const Vec3 &at : j.at) out.holes.push_back({j.plane.toLocal(at).head<2>(), j.hole});
    return out;
}

/// What the piece does to the bolts of a mount.
PointLoad mountLoad(const CheckContext &context, std::size_t mount, std::size_t c) {
    return groupLoad(context, context.assembly.mounts[mount], context.proof.idealization.mountSprings[mount],
                     c);
}

/// Slots let go along themselves: there friction alone holds.
/// @param along  shear of the worst bolt along its slot, by case
void addSlip(const CheckContext &context, const armor::BoltJoint &j, const std::vector<double> &along) {
    const auto Fu = joints::boltTensileStrength(j.grade, j.diameter);
    if (!(j.slot > 0) || !Fu || !(j.pitch > 0)) return;
    const joints::Tightened tight = joints::tightened(j.diameter, j.pitch, *Fu);
    const auto hole =
        j.slot + j.hole > 2.5 * j.diameter ? joints::SlipHole::LongSlot : joints::SlipHole::ShortSlot;
    const double strength = joints::slipStrength(tight.preload), rated = joints::slipOmega(hole);
    const Governing g =
        governing(context, [&](std::size_t c) { return along[c] * context.omega(c, rated) / strength; });
    const double omega = context.omega(g.loadCase, rated);
    Check check = context.begin(
        CheckKind::Slip, "slip/" + j.name, j.name,
        fmt::format("{}: slip along the slots of {}", nameOf(j), context.called(j.part)), g.loadCase);
    check.demand = along[g.loadCase];
    check.capacity = strength / omega;
    check.unit = "N";
    check.utilization = g.use;
    check.at = j.plane.origin;
    (void)joints::slipStrength(tight.preload, &check.working);
    check.working.given("M", "tightening torque for it, dry threads", tight.torque / 1000, "N·m",
                        "K d F, K = 0.2");
    check.working.given("V", "shear of the worst bolt along its slot", check.demand, "N", "bolt group");
    check.working.step("u", "utilization", "Ω V/Rn",
                       fmt::format("{} · {}/{}", number(omega), number(check.demand), number(strength)),
                       check.utilization, "", "AISC 360-16 J3.8");
    check.working.note(
        "Faces clean, unpainted, no grease; tighten with a torque wrench and again after the first drive.");
    context.add(std::move(check));
}

/// What a bolt's pull, prying counted, makes of the rail's wall under its washer: a fan of yield lines, held
/// at the corners.
void addRailWall(const CheckContext &context, const armor::BoltJoint &j,
                 const std::vector<std::vector<joints::BoltForce>> &shared,
                 const std::vector<Prying> &prying) {
    if (!j.hold.empty()) return;    // what a hold of the body carries is looked at by itself
    constexpr double washer = 0.9;  // radius over the bolt's diameter
    const stock::Material *rail = context.stock.material(context.vehicle.railMaterial);
    const bool onSide = std::abs(j.axis.y()) > std::abs(j.axis.z());
    const double t = j.ontoThickness,
                 clear = (onSide ? context.rig.railHeight : context.rig.railWidth) / 2 - t;
    const std::string id = "railwall/" + j.name,
                      title = fmt::format("{}: the rail's wall under their pull", nameOf(j));
    if (!rail || !(t > 0) || !(clear > 0))
        return context.leave({id, j.name, title, "the rail's steel, height, width or wall is not known",
                              "Measure the rails.", j.plane.origin});
    const double a = std::min(washer * j.diameter, 0.9 * clear);
    const double walls = j.sleeve > j.hole ? 2 : 1;
    const double yield = rail->in(t).yield, m = yield * t * t / 4;
    const double strength = walls * 4 * std::numbers::pi * m / (1 - a / clear);
    const auto hardest = [&](std::size_t c) {  // with prying, and of the load alone
        std::pair<double, double> most{0, 0};
        for (std::size_t b = 0; b < shared[c].size(); ++b)
            most = std::max(
                most, {prying[b].pulled(shared[c][b].tension, context.isSurvival(c)), shared[c][b].tension});
        return most;
    };
    const Governing g = governing(
        context, [&](std::size_t c) { return hardest(c).first * context.omega(c, memberOmega) / strength; });
    const double omega = context.omega(g.loadCase, memberOmega);
    Check check = context.begin(CheckKind::Bearing, id, j.name, title, g.loadCase);
    const auto [pull, load] = hardest(g.loadCase);
    check.demand = pull;
    check.capacity = strength / omega;
    check.unit = "N";
    check.utilization = g.use;
    check.at = j.plane.origin;
    check.assumed = j.ontoAssumed;
    working::Working &w = check.working;
    w.given("t", "wall of the rail", t, "mm", "measured");
    w.given("R", "half of the wall between its corners", clear, "mm", "measured");
    w.given("a", "radius of the washer", a, "mm", "0.9 d");
    w.given("T", "pull of the hardest pulled bolt", load, "N", "bolt group");
    w.step("T_q", "with what the edge of its plate pries", "T + q",
           fmt::format("{} + {}", number(load), number(pull - load)), pull, "N",
           "AISC Manual part 9, prying");
    w.step("Rn", "pull at which the wall yields in a fan, held at the corners",
           walls > 1 ? "2 · 4π (Fy t²/4)/(1 − a/R)" : "4π (Fy t²/4)/(1 − a/R)",
           fmt::format("Fy = {}", number(yield)), strength, "N", "yield lines; docs/methods.md");
    w.step("u", "utilization", "Ω T_q/Rn",
           fmt::format("{} · {}/{}", number(omega), number(check.demand), number(strength)),
           check.utilization, "", "");
    w.note(walls > 1
               ? "The crush sleeve brings the pull to both walls."
               : "Without a crush sleeve a bolt through both walls is only made snug: full preload folds "
                 "them.");
    context.add(std::move(check));
}

/// A crush sleeve takes the preload that would fold the walls of a rail.
void addSleeve(const CheckContext &context, const armor::BoltJoint &j) {
    const auto Fu = joints::boltTensileStrength(j.grade, j.diameter);
    const armor::SheetPart *plate = context.assembly.sheet(j.part);
    if (!(j.sleeve > j.hole) || !Fu || !(j.pitch > 0) || !plate) return;
    const joints::Tightened tight = joints::tightened(j.diameter, j.pitch, *Fu);
    const double area = std::numbers::pi / 4 * (j.sleeve * j.sleeve - j.hole * j.hole);
    Check check = context.begin(CheckKind::Bearing, "sleeve/" + j.name, j.name,
                                fmt::format("{}: crush sleeves under the bolts' preload", nameOf(j)), 0);
    check.demand = tight.preload;
    check.capacity = 0.9 * plate->material.yield * area;
    check.unit = "N";
    check.utilization = check.demand / check.capacity;
    check.at = j.plane.origin;
    check.working.given("D", "outside of the sleeve", j.sleeve, "mm", "drawing");
    check.working.given("d", "its bore", j.hole, "mm", "drawing");
    check.working.given("Fy", "yield, of the bracket's steel", plate->material.yield, "MPa", "material");
    check.working.given("F", "preload, 0.7 Fub As", tight.preload, "N", "EN 1993-1-8 3.9.1");
    check.working.step("Fs", "what the sleeve takes", "0.9 Fy π (D² − d²)/4",
                       fmt::format("0.9 · {} · π ({}² − {}²)/4", number(plate->material.yield),
                                   number(j.sleeve), number(j.hole)),
                       check.capacity, "N", "yield of the ring");
    check.working.step("u", "utilization", "F/Fs",
                       fmt::format("{}/{}", number(check.demand), number(check.capacity)), check.utilization,
                       "", "");
    context.out.checks.push_back(std::move(check));
}

/// Says when a joint of clearance holes moves and how far, in the Working of its bolts.
void sayPlay(const armor::BoltJoint &j, double shear, working::Working &w) {
    const auto Fu = joints::boltTensileStrength(j.grade, j.diameter);
    if (j.slot > 0 || !Fu || !(j.pitch > 0) || !(j.play() > 0)) return;
    const joints::Tightened tight = joints::tightened(j.diameter, j.pitch, *Fu);
    const double slips = joints::slipStrength(tight.preload);
    if (shear > slips)
        w.note(
            fmt::format("Tightened to {:.0f} N·m each bolt holds {:.0f} N by friction; beyond that the joint "
                        "shifts by up to {:.1f} mm until all bolts bear.",
                        tight.torque / 1000, slips, 2 * j.play()));
    else
        w.note(fmt::format(
            "Tightened to {:.0f} N·m each bolt holds {:.0f} N by friction: the joint does not shift.",
            tight.torque / 1000, slips));
}

void checkMount(const CheckContext &context, std::size_t mount) {
    const armor::BoltJoint &j = context.assembly.mounts[mount];
    const std::vector<joints::Bolt> bolts = boltsOf(j);
    const auto leave = [&](const std::string &why, const std::string &remedy) {
        context.leave({"bolt/" + j.name, j.name, "The " + nameOf(j), why, remedy, j.plane.origin});
    };
    if (j.size.empty()) return leave("no bolt of the stock fits their holes", "Measure the holes again.");
    if (context.proof.idealization.mountSprings[mount].empty())
        return leave("nothing carries a load from the piece to them",
                     "Give their plate a weld to the piece.");
    joints::BoltGroupOptions options;
    options.contactArm = contactArm(context, j);
    std::vector<std::vector<joints::BoltForce>> shared;
    std::vector<double> along;
    Pushes pushes, bearing;  // a slot carries no bearing along itself
    const shape::Vec2 slot(j.slotAlong.dot(j.plane.x), j.slotAlong.dot(j.plane.y));
    for (std::size_t c = 0; c < context.caseCount(); ++c) {
        auto forces = joints::shareLoad(bolts, mountLoad(context, mount, c), options);
        if (!forces) return leave(forces.error().message, forces.error().remedy);
        double mostAlong = 0;
        pushes.emplace_back();
        bearing.emplace_back();
        for (const joints::BoltForce &f : *forces) {
            mostAlong = std::max(mostAlong, std::abs(f.shearVector.dot(slot)));
            pushes.back().push_back(f.shearVector);
            bearing.back().push_back(j.slot > 0 ? shape::Vec2(f.shearVector - slot * f.shearVector.dot(slot))
                                                : f.shearVector);
        }
        along.push_back(mostAlong);
        shared.push_back(std::move(*forces));
    }
    std::vector<Prying> prying;
    for (std::size_t b = 0; b < bolts.size(); ++b) prying.emplace_back(context, j, b);
    const auto worstIn = [&](std::size_t c) { return worstBolt(shared[c], prying, context.isSurvival(c)); };
    const Governing g =
        governing(context, [&](std::size_t c) { return boltUse(context, c, worstIn(c).second); });
    const auto [hardest, use] = worstIn(g.loadCase);
    const joints::BoltForce &worst = shared[g.loadCase][hardest];
    Check check =
        context.begin(CheckKind::Bolt, "bolt/" + j.name, j.name,
                      fmt::format("{}, {} of {} {}", nameOf(j), j.at.size(), j.size, j.grade), g.loadCase);
    check.demand = check.utilization = g.use;
    for (std::size_t i = 0; i < j.ids.size(); ++i)
        if (j.ids[i] == worst.id) check.at = j.at[i];
    check.working = joints::boltWorking(bolts, mountLoad(context, mount, g.loadCase), options, worst);
    check.working.title = check.title;
    prying[hardest].addTo(check.working, worst, context.isSurvival(g.loadCase));
    addSurvivalStep(context, g.loadCase, use, check);
    sayPlay(j, worst.shear, check.working);
    if (!prying[hardest].stub && worst.tension > 0)
        check.working.note(
            "No prying is counted: no weld on the plate runs beside this bolt, or one right at it.");
    context.add(std::move(check));
    context.addRung(
        j.name, nameOf(j), [&](std::size_t c) { return worstBolt(shared[c], prying, true).second / 2.0; },
        "The bolts shear; the piece comes off the frame.", true);
    if (!j.clampedBy.empty()) return addClamp(context, j, shared);
    addBlock(context, j, [&](std::size_t c) -> Vec3 {
        const Vec3 local = mountLoad(context, mount, c).force;
        return -(j.plane.x * local.x() + j.plane.y * local.y());
    });
    const armor::SheetPart *plate = context.assembly.sheet(j.part);
    const HoledPart holed = plateOf(context.assembly, j);
    const HoledPart rail = j.hold.empty() ? railOf(context, j) : HoledPart{};
    for (const auto &[part, where] : {std::pair{&holed, j.part}, {&rail, std::string("the rail")}})
        if (const std::string why = badlyPlaced(j, *part); !why.empty())
            context.leave({fmt::format("holes/{}/{}", j.name, where == j.part ? "plate" : "frame"), j.name,
                           fmt::format("The holes of the {} in {}", nameOf(j), where), why, "",
                           j.plane.origin});
    addBearing(
        context, j,
        {j.part, j.plateThickness, plate ? plate->material.ultimate : 0, holed, j.edgeDistance, -1, false},
        bearing);
    addSlip(context, j, along);
    addSleeve(context, j);
    addRailWall(context, j, shared, prying);
    if (j.hold.empty())
        addBearing(context, j, {"frame", j.ontoThickness, j.ontoUltimate, rail, 0, 1, j.ontoAssumed}, pushes);
    if (!j.behind.empty()) {
        armor::BoltJoint other = j;
        other.part = j.behind;
        const armor::SheetPart *of = context.assembly.sheet(j.behind);
        addBearing(context, j,
                   {j.behind, j.ontoThickness, of ? of->material.ultimate : j.ontoUltimate,
                    plateOf(context.assembly, other), 0, 1, false},
                   pushes);
    }
}

}  // namespace

void checkBolts(const CheckContext &context) {
    for (std::size_t m = 0; m < context.assembly.mounts.size(); ++m) checkMount(context, m);
}

}  // namespace hefty::proof
