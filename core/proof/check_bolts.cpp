#include <algorithm>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

#include "core/joints/bolt_group.h"
#include "core/proof/attachment.h"
#include "core/proof/bolt_plate.h"
#include "core/proof/checker.h"
#include "core/proof/hole_edges.h"
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

/// What bending of the plate leaves of a bolt's own strength in tension.
struct Prying {
    std::optional<joints::TStub> stub;
    double strength = 0;             ///< allowable, of the bolt in tension, N
    double rated = 1, survival = 1;  ///< share that is left

    Prying(const CheckContext &context, const armor::BoltJoint &joint, std::size_t bolt)
        : stub(stubOf(context.assembly, joint, bolt)) {
        const auto Fu = joints::boltTensileStrength(joint.grade, joint.diameter);
        if (!Fu || !stub) return;
        const joints::Bolt one{"", {0, 0}, joint.diameter, joint.pitch, joint.grade};
        strength = 0.75 * *Fu * one.area() / 2;
        rated = joints::tensionLeft(*stub, strength, joints::pryingOmega);
        survival = joints::tensionLeft(*stub, 2 * strength, 1);
    }
    [[nodiscard]] double left(bool survives) const { return survives ? survival : rated; }
    /// Adds it to a bolt's Working, with the utilization that follows.
    void addTo(working::Working &w, const joints::BoltForce &f, bool survives) const {
        if (!stub || !(left(survives) < 1) || !(f.tension > 0)) return;
        (void)joints::tensionLeft(*stub, survives ? 2 * strength : strength,
                                  survives ? 1 : joints::pryingOmega, &w);
        w.step("u_p", "utilization with prying", "the largest of V/Vn, T/(Q Tn) and (V/Vn + T/(Q Tn))/1.3",
               fmt::format("Q = {}", number(left(survives))), useOf(f, left(survives)), "",
               "AISC 360-16 J3.6, J3.7");
    }
    static double useOf(const joints::BoltForce &f, double share) {
        const double v = f.shear / f.allowableShear, t = f.tension / (share * f.allowableTension);
        return std::max({v, t, (v + t) / 1.3});
    }
};

/// What a bearing check asks of its caller.
struct BearingSide {
    std::string onto;
    double thickness = 0, ultimate = 0;
    HoledPart part;    ///< without an outline: `edge` in every direction
    double edge = 0;   ///< from the middle of a hole, mm
    double sign = -1;  ///< the bolts press on it with this times the force on them
    bool assumed = false;
};

/// Utilization that is shown where nothing is left to carry: a number that can be printed, sorted and
/// compared, far beyond any that could pass.
constexpr double nothingCarries = 1000;

/// Forces on the bolts of a group, in its plane, by case and bolt.
using Pushes = std::vector<std::vector<shape::Vec2>>;

/// Bearing and tear-out of one bolt on one side in one case.
struct Bearing {
    std::size_t bolt = 0;
    double push = 0, edge = 0, strength = 0, use = -1;
};

Bearing worstBearing(const CheckContext &context, const armor::BoltJoint &j, const BearingSide &side,
                     const Pushes &pushes, std::size_t c) {
    Bearing worst;
    for (std::size_t b = 0; b < pushes[c].size(); ++b) {
        Bearing one{b, pushes[c][b].norm(), side.edge, 0, 0};
        if (!side.part.outline.empty() && one.push > 0) {
            const shape::Vec2 way = side.sign * pushes[c][b] / one.push;
            one.edge = side.part.clearAlong(j.plane.toLocal(j.at[b]).head<2>(), j.hole, way) + j.hole / 2;
        }
        one.strength = holeBearing(j.diameter, j.hole, side.thickness, side.ultimate, one.edge);
        if (one.push > 0)
            one.use = one.strength > 0 ? one.push * context.omega(c, 2.0) / one.strength : nothingCarries;
        if (one.use > worst.use) worst = one;
    }
    return worst;
}

void addBearing(const CheckContext &context, const armor::BoltJoint &j, const BearingSide &side,
                const Pushes &pushes) {
    const bool isFrame = side.onto == "frame";
    const std::string what =
        fmt::format("{}: bolt holes in {}", j.name, isFrame ? "the frame rail" : side.onto);
    const std::string id = fmt::format("bearing/{}/{}", j.name, side.onto);
    if (!(side.thickness > 0) || !(side.ultimate > 0))
        return context.leave({id, j.name, what, "the thickness or the steel there is not known",
                              "Measure it.", j.plane.origin});
    const Governing g =
        governing(context, [&](std::size_t c) { return worstBearing(context, j, side, pushes, c).use; });
    const Bearing worst = worstBearing(context, j, side, pushes, g.loadCase);
    Check check = context.begin(CheckKind::Bearing, id, isFrame ? j.name : side.onto, what, g.loadCase);
    const double omega = context.omega(g.loadCase, 2.0);
    check.demand = worst.push;
    check.capacity = worst.strength / omega;
    check.unit = "N";
    check.utilization = g.use;
    check.at = j.at[worst.bolt];
    check.assumed = side.assumed;
    check.working.given("d", "bolt", j.diameter, "mm", "stock");
    check.working.given("t", "thickness the bolt bears on", side.thickness, "mm", "drawing");
    check.working.given("Fu", "tensile strength there", side.ultimate, "MPa",
                        side.assumed ? "assumed grade" : "material");
    (void)holeBearing(j.diameter, j.hole, side.thickness, side.ultimate, worst.edge, &check.working);
    check.working.given("V", fmt::format("shear of bolt {}", j.ids[worst.bolt]), check.demand, "N",
                        "bolt group");
    check.working.step("u", "utilization", "Ω V/Rn",
                       fmt::format("{} · {}/{}", number(omega), number(check.demand), number(worst.strength)),
                       check.utilization, "", "AISC 360-16 J3.10");
    check.working.note(
        "The clear distance is that toward which the bolt presses, to the edge or to the next hole.");
    if (!(worst.strength > 0))
        check.working.note("The hole runs out of the edge: there is no metal that could carry the bolt.");
    if (side.assumed) check.working.note("The grade of the frame rail is assumed: this is not a proof.");
    context.add(std::move(check));
}

/// The end of a rail in the plane of its bolts, with the holes of the joint. Its only free edge is its end:
/// above and below the flanges go on around the corner.
HoledPart railOf(const CheckContext &context, const armor::BoltJoint &j) {
    constexpr double farBehind = 5000, noEdge = 5000;  // mm
    const rig::RigGeometry &g = context.rig;
    HoledPart out;
    for (const auto &[x, z] : {std::pair{g.frameEnd, -0.5},
                               {g.frameEnd, 0.5},
                               {g.frameEnd - farBehind, 0.5},
                               {g.frameEnd - farBehind, -0.5}})
        out.outline.push_back(
            j.plane.toLocal(Vec3(x, j.plane.origin.y(), g.railCenter + z * noEdge)).head<2>());
    if (shape::area(out.outline) < 0) std::reverse(out.outline.begin(), out.outline.end());
    for (const Vec3 &at : j.at) out.holes.push_back({j.plane.toLocal(at).head<2>(), j.hole});
    return out;
}

std::vector<joints::Bolt> boltsOf(const armor::BoltJoint &j) {
    std::vector<joints::Bolt> out;
    for (std::size_t i = 0; i < j.at.size(); ++i) {
        const Vec3 local = j.plane.toLocal(j.at[i]);
        out.push_back({j.ids[i], {local.x(), local.y()}, j.diameter, j.pitch, j.grade});
    }
    return out;
}

/// What is done to a group of bolts by what their springs lead from, in their own plane.
PointLoad groupLoad(const CheckContext &context, const armor::BoltJoint &j, const std::vector<int> &springs,
                    std::size_t c) {
    PointLoad onPiece{j.plane.origin, Vec3::Zero(), Vec3::Zero()};
    for (const int spring : springs) {
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

/// What the piece does to the bolts of a mount.
PointLoad mountLoad(const CheckContext &context, std::size_t mount, std::size_t c) {
    return groupLoad(context, context.assembly.mounts[mount], context.proof.idealization.mountSprings[mount],
                     c);
}

/// How far from the bolts their clamped faces press back, for bolts in one line (or a single one) that are
/// bent about it: two thirds, as pressure grows evenly from the bolts outward, of what the washer spreads
/// through the plate at 45 degrees, or of the way to the plate's or the rail's edge if that is less.
double contactArm(const CheckContext &context, const armor::BoltJoint &j) {
    const armor::SheetPart *plate = context.assembly.sheet(j.part);
    if (!plate || j.at.empty()) return 0;
    const stock::BoltSize *size = context.stock.bolt(j.size);
    const double washer = size && size->washer > 0 ? size->washer : 2 * j.diameter;
    shape::Vec3 line = Vec3::Zero();
    for (const Vec3 &at : j.at)
        if ((at - j.at.front()).norm() > line.norm()) line = at - j.at.front();
    std::vector<Vec3> ways;
    if (line.norm() > 1)
        ways.emplace_back(line.cross(j.axis).normalized());
    else
        ways = {j.plane.x, j.plane.y};
    double reach = washer / 2 + j.plateThickness;
    for (const Vec3 &at : j.at) {
        const shape::Vec2 local = plate->axes.toLocal(at).head<2>();
        for (const Vec3 &way : ways) {
            const shape::Vec2 along(way.dot(plate->axes.x), way.dot(plate->axes.y));
            const auto inside = shape::chord(plate->outline, local, along);
            if (!inside) return 0;
            reach = std::min({reach, std::max(0.0, inside->second), std::max(0.0, -inside->first)});
        }
        if (j.onto == "frame")
            reach = std::min(
                reach, std::max(0.0, context.rig.railHeight / 2 - std::abs(at.z() - context.rig.railCenter)));
    }
    return 2 * reach / 3;
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
    Check check = context.begin(CheckKind::Slip, "slip/" + j.name, j.name,
                                fmt::format("{}: slip along the slots of {}", j.name, j.part), g.loadCase);
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

/// A crush sleeve takes the preload that would fold the walls of a rail.
void addSleeve(const CheckContext &context, const armor::BoltJoint &j) {
    const auto Fu = joints::boltTensileStrength(j.grade, j.diameter);
    const armor::SheetPart *plate = context.assembly.sheet(j.part);
    if (!(j.sleeve > j.hole) || !Fu || !(j.pitch > 0) || !plate) return;
    const joints::Tightened tight = joints::tightened(j.diameter, j.pitch, *Fu);
    const double area = std::numbers::pi / 4 * (j.sleeve * j.sleeve - j.hole * j.hole);
    Check check = context.begin(CheckKind::Bearing, "sleeve/" + j.name, j.name,
                                fmt::format("{}: crush sleeves under the bolts' preload", j.name), 0);
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

/// A block torn out of the bolts' plate, in the worst case.
/// @param pull  of the bolts on the plate, by case
void addBlock(const CheckContext &context, const armor::BoltJoint &j,
              const std::function<Vec3(std::size_t)> &pull) {
    const auto useIn = [&](std::size_t c) {
        const Vec3 p = pull(c);
        const auto block = weakestBlock(context.assembly, j, p);
        if (!block) return 0.0;
        const armor::SheetPart &plate = *context.assembly.sheet(j.part);
        const double along = std::hypot(p.dot(plate.axes.x), p.dot(plate.axes.y));
        const double strength = joints::blockShear(*block);
        return strength > 0 ? along * context.omega(c, 2.0) / strength : nothingCarries;
    };
    const Governing g = governing(context, useIn);
    if (!(g.use > 0)) return;
    const auto block = weakestBlock(context.assembly, j, pull(g.loadCase));
    const double omega = context.omega(g.loadCase, 2.0);
    Check check = context.begin(CheckKind::Block, "block/" + j.name, j.part,
                                fmt::format("{}: a block torn out of {}", j.name, j.part), g.loadCase);
    const double strength = joints::blockShear(*block, &check.working);
    check.capacity = strength / omega;
    check.demand = g.use * check.capacity;
    check.unit = "N";
    check.utilization = g.use;
    check.at = j.plane.origin;
    check.working.given("P", "pull of the bolts in the plate", check.demand, "N", "frame analysis");
    check.working.step("u", "utilization", "Ω P/Rn",
                       fmt::format("{} · {}/{}", number(omega), number(check.demand), number(strength)),
                       check.utilization, "", "AISC 360-16 J4.3");
    context.add(std::move(check));
}

/// The hardest worked bolt of a group, prying counted, and its use.
std::pair<std::size_t, double> worstBolt(const std::vector<joints::BoltForce> &forces,
                                         const std::vector<Prying> &prying, bool survives) {
    std::pair<std::size_t, double> worst{0, -1};
    for (std::size_t i = 0; i < forces.size(); ++i)
        if (const double u = Prying::useOf(forces[i], prying[i].left(survives)); u > worst.second)
            worst = {i, u};
    return worst;
}

void checkMount(const CheckContext &context, std::size_t mount) {
    const armor::BoltJoint &j = context.assembly.mounts[mount];
    const std::vector<joints::Bolt> bolts = boltsOf(j);
    const char *side = j.plane.origin.y() > 0 ? "left" : "right";
    const auto leave = [&](const std::string &why, const std::string &remedy) {
        context.leave({"bolt/" + j.name, j.name, fmt::format("The frame bolts on the {}", side), why, remedy,
                       j.plane.origin});
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
    Check check = context.begin(CheckKind::Bolt, "bolt/" + j.name, j.name,
                                fmt::format("{}: {} frame bolts {} {}", j.name, j.at.size(), j.size, j.grade),
                                g.loadCase);
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
    addBlock(context, j, [&](std::size_t c) -> Vec3 {
        const Vec3 local = mountLoad(context, mount, c).force;
        return -(j.plane.x * local.x() + j.plane.y * local.y());
    });
    const armor::SheetPart *plate = context.assembly.sheet(j.part);
    const HoledPart holed = plateOf(context.assembly, j), rail = railOf(context, j);
    for (const auto &[part, where] : {std::pair{&holed, j.part}, {&rail, std::string("the rail")}})
        if (const std::string why = badlyPlaced(j, *part); !why.empty())
            context.leave({fmt::format("holes/{}/{}", j.name, where == j.part ? "plate" : "frame"), j.name,
                           fmt::format("The holes of {} in {}", j.name, where), why, "", j.plane.origin});
    addBearing(
        context, j,
        {j.part, j.plateThickness, plate ? plate->material.ultimate : 0, holed, j.edgeDistance, -1, false},
        bearing);
    addSlip(context, j, along);
    addSleeve(context, j);
    addBearing(context, j, {"frame", j.ontoThickness, j.ontoUltimate, rail, 0, 1, j.ontoAssumed}, pushes);
    context.addRung(
        j.name, fmt::format("frame bolts, {}", j.part),
        [&](std::size_t c) { return worstBolt(shared[c], prying, true).second / 2.0; },
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
    const auto leave = [&](const std::string &why) {
        context.leave({"bolt/" + j.name, j.name, "The bolts of the winch's feet", why, "", j.plane.origin});
    };
    if (!Fu) return leave(Fu.error().message);
    if (springs.size() < j.at.size()) return leave("their plate carries nothing to the rest of the piece");
    joints::Bolt bolt{j.ids[0], {0, 0}, j.diameter, j.pitch, j.grade};
    std::vector<Prying> prying;
    for (std::size_t i = 0; i < springs.size(); ++i) prying.emplace_back(context, j, i);
    std::vector<Foot> worstFeet;
    std::vector<double> nominal(context.caseCount(), 0);
    Pushes pushes;
    for (std::size_t c = 0; c < context.caseCount(); ++c) {
        Foot worst;
        pushes.emplace_back();
        for (std::size_t i = 0; i < springs.size(); ++i) {
            const auto &f = context.proof.solution.cases[c].springs[static_cast<std::size_t>(springs[i])];
            Foot foot{f.head<2>().norm(), std::max(0.0, -f(2)), 0, i};
            joints::BoltForce force;
            force.shear = foot.shear;
            force.tension = foot.tension;
            force.allowableShear = 0.45 * *Fu * bolt.area() / 2;
            force.allowableTension = 0.75 * *Fu * bolt.area() / 2;
            foot.use = Prying::useOf(force, prying[i].left(context.isSurvival(c)));
            nominal[c] = std::max(nominal[c], Prying::useOf(force, prying[i].left(true)));
            const Vec3 onBolt = f.head<3>();
            pushes.back().emplace_back(onBolt.dot(j.plane.x), onBolt.dot(j.plane.y));
            if (foot.use > worst.use) worst = foot;
        }
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
    if (const auto forces = joints::shareLoad({bolt}, single)) {
        check.working = joints::boltWorking({bolt}, single, {}, forces->front());
        prying[worst.bolt].addTo(check.working, forces->front(), context.isSurvival(g.loadCase));
    }
    check.working.title = check.title;
    addSurvivalStep(context, g.loadCase, worst.use, check);
    check.working.note(
        "The forces of each foot come from the frame analysis with the winch as one rigid body.");
    context.add(std::move(check));
    const armor::SheetPart *plate = context.assembly.sheet(j.part);
    addBearing(context, j,
               {j.part, j.plateThickness, plate ? plate->material.ultimate : 0, plateOf(context.assembly, j),
                j.edgeDistance, -1, false},
               pushes);
    addBlock(context, j, [&](std::size_t c) -> Vec3 {
        Vec3 sum = Vec3::Zero();
        for (const int s : springs)  // on the winch; on the plate it is the other way
            sum -= context.proof.solution.cases[c].springs[static_cast<std::size_t>(s)].head<3>();
        return sum;
    });
    context.addRung(
        j.name, "winch foot bolts", [&](std::size_t c) { return nominal[c] / 2.0; },
        "The bolts shear; the winch comes off its tray.", true);
}

/// The bolts of the fairlead, which carry what the rope does where it turns, and the wall around them. The
/// wall as a plate is looked at where tubes are shells.
void checkFairlead(const CheckContext &context) {
    if (!context.assembly.winch) return;
    const armor::WinchMount &winch = *context.assembly.winch;
    const std::vector<int> &springs = context.proof.idealization.fairleadSprings;
    if (!winch.fairleadBolts || springs.empty())
        return context.leave({"bolt/fairlead.bolts", winch.fairleadPart, "The bolts of the fairlead",
                              winch.fairleadBolts ? "the part that they go through carries nothing"
                                                  : "the piece does not say how the fairlead is held",
                              "", winch.fairleadAt});
    const armor::BoltJoint &j = *winch.fairleadBolts;
    const std::vector<joints::Bolt> bolts = boltsOf(j);
    joints::BoltGroupOptions options;
    // The flange turns about its own edge; pressure grows evenly toward it.
    options.contactArm = winch.fairleadHeight / 2 * 2 / 3;
    std::vector<joints::BoltForce> worst;
    Pushes pushes;
    for (std::size_t c = 0; c < context.caseCount(); ++c) {
        const auto forces = joints::shareLoad(bolts, groupLoad(context, j, springs, c), options);
        if (!forces)
            return context.leave({"bolt/" + j.name, winch.fairleadPart, "The bolts of the fairlead",
                                  forces.error().message, forces.error().remedy, j.plane.origin});
        worst.push_back(*std::max_element(forces->begin(), forces->end(), [](const auto &a, const auto &b) {
            return a.utilization < b.utilization;
        }));
        pushes.emplace_back();
        for (const joints::BoltForce &f : *forces) pushes.back().push_back(f.shearVector);
    }
    const Governing g =
        governing(context, [&](std::size_t c) { return boltUse(context, c, worst[c].utilization); });
    Check check =
        context.begin(CheckKind::Bolt, "bolt/" + j.name, j.name,
                      fmt::format("Fairlead: {} bolts {} {}", j.at.size(), j.size, j.grade), g.loadCase);
    check.demand = check.utilization = g.use;
    check.at = j.plane.origin;
    check.working =
        joints::boltWorking(bolts, groupLoad(context, j, springs, g.loadCase), options, worst[g.loadCase]);
    check.working.title = check.title;
    addSurvivalStep(context, g.loadCase, worst[g.loadCase].utilization, check);
    context.add(std::move(check));
    const armor::BarPart *tube = context.assembly.bar(j.part);
    const armor::SheetPart *plate = context.assembly.sheet(j.part);
    addBearing(context, j,
               {j.part,
                j.plateThickness,
                tube    ? tube->material.ultimate
                : plate ? plate->material.ultimate
                        : 0,
                {},
                j.edgeDistance,
                1,
                false},
               pushes);
    context.addRung(
        j.name, "fairlead bolts", [&](std::size_t c) { return worst[c].utilization / 2; },
        "The bolts shear; the fairlead flies with the rope.", true);
}

/// The vehicle's own rail to both sides of where a piece is bolted on.
void checkFrameEnd(const CheckContext &context, std::size_t mount) {
    const armor::BoltJoint &j = context.assembly.mounts[mount];
    const std::vector<int> &beams = context.proof.idealization.railBeams[mount];
    if (beams.empty()) return;  // told with its bolts
    const Bar &bar = context.proof.idealization.bars[static_cast<std::size_t>(beams.front())];
    const MemberStrength strength = memberStrength(bar);
    const char *side = j.plane.origin.y() > 0 ? "left" : "right";
    struct End {
        const mechanics::Vec6 *forces = nullptr;
        int node = -1;
    };
    const auto hardest = [&](std::size_t c) {
        End worst;
        double use = -1;
        for (const int beam : beams) {
            const mechanics::BeamForces &f =
                context.proof.solution.cases[c].beams[static_cast<std::size_t>(beam)];
            const auto &of = context.proof.idealization.model.beams[static_cast<std::size_t>(beam)];
            for (const End &end : {End{&f.from, of.from}, End{&f.to, of.to}})
                if (const double u = memberUtilization(strength, *end.forces, 1); u > use) {
                    use = u;
                    worst = end;
                }
        }
        return worst;
    };
    const Governing g = governing(context, [&](std::size_t c) {
        return memberUtilization(strength, *hardest(c).forces, context.omega(c, memberOmega));
    });
    const End end = hardest(g.loadCase);
    Check check = context.begin(CheckKind::FrameEnd, fmt::format("frame/{}", j.name), j.name,
                                fmt::format("Frame rail {}, bolts to {}", side,
                                            beams.size() > 1 ? "both crossmembers" : "first crossmember"),
                                g.loadCase);
    check.demand = check.utilization = g.use;
    check.at = context.proof.idealization.model.nodes[static_cast<std::size_t>(end.node)].at;
    check.assumed = context.vehicle.railMaterialTrust != rig::Trust::Measured;
    addMemberWorking(check.working, bar, *end.forces, context.omega(g.loadCase, memberOmega));
    if (check.assumed) check.working.note("The grade of the frame rail is assumed: this is not a proof.");
    context.add(std::move(check));
    context.addRung(
        fmt::format("frame.{}", side), fmt::format("frame rail, {}", side),
        [&](std::size_t c) { return 1 / memberReserve(strength, *hardest(c).forces); },
        "The vehicle's own rail bends: the worst thing to let go.");
}

}  // namespace

void checkBolts(const CheckContext &context) {
    for (std::size_t m = 0; m < context.assembly.mounts.size(); ++m) checkMount(context, m);
    for (std::size_t f = 0; f < context.proof.idealization.footSprings.size(); ++f) checkFeet(context, f);
    checkFairlead(context);
}

void checkFrameEnds(const CheckContext &context) {
    for (std::size_t m = 0; m < context.assembly.mounts.size(); ++m) checkFrameEnd(context, m);
}

}  // namespace hefty::proof
