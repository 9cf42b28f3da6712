#include "core/proof/checks/bolt_checks.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/proof/strength/attachment.h"

namespace hefty::proof {

using joints::PointLoad;
using working::number;

double boltUse(const CheckContext &context, std::size_t c, double use) {
    return use * context.omega(c, 2.0) / 2.0;
}

void addSurvivalStep(const CheckContext &context, std::size_t c, double use, Check &check) {
    if (!context.isSurvival(c)) return;
    check.working.step("u_s", "utilization in survival: nominal strength, Ω 1.00", "u/2.00",
                       fmt::format("{}/2.00", number(use)), use / 2, "", "house: survival duties");
}

Prying::Prying(const CheckContext &context, const armor::BoltJoint &joint, std::size_t bolt)
    : stub(stubOf(context.assembly, joint, bolt)) {
    const auto Fu = joints::boltTensileStrength(joint.grade, joint.diameter);
    if (!Fu || !stub) return;
    const joints::Bolt one{"", {0, 0}, joint.diameter, joint.pitch, joint.grade};
    strength = 0.75 * *Fu * one.area() / 2;
    rated = joints::tensionLeft(*stub, strength, joints::pryingOmega);
    survival = joints::tensionLeft(*stub, 2 * strength, 1);
}

double Prying::pulled(double tension, bool survives) const {
    if (!stub || !(tension > 0)) return std::max(0.0, tension);
    return joints::pulledWithPrying(*stub, tension, survives ? 2 * strength : strength,
                                    survives ? 1 : joints::pryingOmega);
}

void Prying::addTo(working::Working &w, const joints::BoltForce &f, bool survives) const {
    if (!stub || !(left(survives) < 1) || !(f.tension > 0)) return;
    (void)joints::tensionLeft(*stub, survives ? 2 * strength : strength, survives ? 1 : joints::pryingOmega,
                              &w);
    w.step("u_p", "utilization with prying", "the largest of V/Vn, T/(Q Tn) and (V/Vn + T/(Q Tn))/1.3",
           fmt::format("Q = {}", number(left(survives))), useOf(f, left(survives)), "",
           "AISC 360-16 J3.6, J3.7");
}

double Prying::useOf(const joints::BoltForce &f, double share) {
    const double v = f.shear / f.allowableShear, t = f.tension / (share * f.allowableTension);
    return std::max({v, t, (v + t) / 1.3});
}

std::pair<std::size_t, double> worstBolt(const std::vector<joints::BoltForce> &forces,
                                         const std::vector<Prying> &prying, bool survives) {
    std::pair<std::size_t, double> worst{0, -1};
    for (std::size_t i = 0; i < forces.size(); ++i)
        if (const double u = Prying::useOf(forces[i], prying[i].left(survives)); u > worst.second)
            worst = {i, u};
    return worst;
}

namespace {

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

}  // namespace

void addBearing(const CheckContext &context, const armor::BoltJoint &j, const BearingSide &side,
                const Pushes &pushes) {
    const bool isFrame = side.onto == "frame";
    const std::string what =
        fmt::format("{}: holes in {}", nameOf(j), isFrame ? "the frame rail" : context.called(side.onto));
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
                                fmt::format("{}: a block torn out of {}", nameOf(j), context.called(j.part)),
                                g.loadCase);
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

std::vector<joints::Bolt> boltsOf(const armor::BoltJoint &j) {
    std::vector<joints::Bolt> out;
    for (std::size_t i = 0; i < j.at.size(); ++i) {
        const Vec3 local = j.plane.toLocal(j.at[i]);
        out.push_back({j.ids[i], {local.x(), local.y()}, j.diameter, j.pitch, j.grade});
    }
    return out;
}

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

std::string nameOf(const armor::BoltJoint &j) {
    return j.label.empty() ? j.name : j.label;
}

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
            const auto inside = plate->chord(local, along);
            if (!inside) return 0;
            reach = std::min({reach, std::max(0.0, inside->second), std::max(0.0, -inside->first)});
        }
        if (j.onto == "frame")
            reach = std::min(reach, std::max(0.0, context.rig.railHeight / 2 -
                                                      std::abs(at.z() - context.rig.railCenterAt(at.x()))));
    }
    return 2 * reach / 3;
}

}  // namespace hefty::proof
