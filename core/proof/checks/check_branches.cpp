#include <algorithm>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

#include "core/proof/model/branches.h"
#include "core/proof/strength/seam.h"

namespace hefty::proof {
namespace {

using joints::PointLoad;
using working::number;

struct Demand {
    double axial = 0, inPlane = 0, outOfPlane = 0;
};

double interaction(const Demand &d, const joints::BranchStrength &s, bool round) {
    const double in = d.inPlane / s.inPlane;
    return d.axial / s.axial + (round ? in * in : in) + d.outOfPlane / s.outOfPlane;
}

/// True if the wall of a tube is shells around a place: what stands there is told by the check of that wall,
/// whether there is a formula for it or not.
bool isShells(const CheckContext &context, const armor::BarPart &tube, const Vec3 &at) {
    const double station = tube.stationOf(at);
    const auto &walls = context.proof.idealization.walls;
    return std::any_of(walls.begin(), walls.end(), [&](const TubeShells &w) {
        return w.part == tube.name && w.from <= station && station <= w.to;
    });
}

void checkBranch(const CheckContext &context, int weld, int contactIndex) {
    const armor::WeldJoint &joint = context.assembly.welds[static_cast<std::size_t>(weld)];
    const armor::Contact &contact = joint.contacts[static_cast<std::size_t>(contactIndex)];
    const armor::BarPart *a = context.assembly.bar(joint.a), *b = context.assembly.bar(joint.b);
    if (!a || !b) return;  // plates on walls are looked at by themselves
    const bool onA = isAlongWall(*a, contact), onB = isAlongWall(*b, contact);
    if (!onA && !onB) return;  // a miter: no wall is stood on, the seam and the members tell all
    const auto leave = [&](const char *why) {
        context.leave({fmt::format("branch/{}", joint.name), joint.name,
                       fmt::format("The wall of {} or {} where they meet", context.called(joint.a),
                                   context.called(joint.b)),
                       why, "", contact.center});
    };
    const armor::BarPart &stoodOn = onA ? *a : *b;
    const bool byShells = isShells(context, stoodOn, contact.center) &&
                          (!onA || !onB || isShells(context, *b, contact.center)) &&
                          stoodOn.material.family != "aluminum";
    if (onA && onB) {
        if (byShells) return;
        return leave("no formula is known for tubes that lie side by side or cross");
    }
    if (a->round() != b->round() && stoodOn.round()) {
        if (byShells) return;
        return leave("no formula is known for a rectangular tube on a round one");
    }
    if (stock::isOpen(stoodOn.section.shape))
        return leave("no formula is known for a tube on the wall of an open section");
    if (!stoodOn.hollow()) return;  // a rod has no wall that gives
    const auto pieces = piecesOf(context.proof, weld, contactIndex);
    if (pieces.empty()) return leave("nothing carries a load from one to the other there");
    const Branch found = branchOf(onA ? *a : *b, onA ? *b : *a, contact);
    const Branch *branch = &found;
    const auto demandIn = [&](std::size_t c) {
        const PointLoad load = carried(context.proof, pieces, c, contact.center);
        const Vec3 along = branch->outOfPlane.cross(branch->axis);
        return Demand{std::abs(load.force.dot(branch->axis)), std::abs(load.moment.dot(branch->outOfPlane)),
                      std::abs(load.moment.dot(along))};
    };
    joints::TubeOnTube tube = branch->joint;
    const auto strengthIn = [&](std::size_t c) {
        tube.chordUse = context.chordUse(c, chordStress(context, *branch->chord, contact.center, c));
        return joints::branchStrength(tube);
    };
    const auto useIn = [&](std::size_t c) {
        const Demand d = demandIn(c);
        const double omega = context.omega(c, joints::branchOmega);
        return interaction({d.axial * omega, d.inPlane * omega, d.outOfPlane * omega}, strengthIn(c),
                           tube.round);
    };
    const Governing g = governing(context, useIn);
    Check check = context.begin(CheckKind::Branch,
                                contactIndex == 0 ? "branch/" + joint.name
                                                  : fmt::format("branch/{}/{}", joint.name, contactIndex + 1),
                                joint.name,
                                fmt::format("{} on the wall of {}", context.called(branch->branch->name),
                                            context.called(branch->chord->name)),
                                g.loadCase);
    tube.chordUse =
        context.chordUse(g.loadCase, chordStress(context, *branch->chord, contact.center, g.loadCase));
    const joints::BranchStrength s = joints::branchStrength(tube, &check.working);
    if (!s.outside.empty() && !s.slender && byShells) return;
    const Demand d = demandIn(g.loadCase);
    const double omega = context.omega(g.loadCase, joints::branchOmega);
    check.demand = check.utilization = g.use;
    check.at = contact.center;
    working::Working &w = check.working;
    w.given("P", "push or pull of the branch", d.axial, "N", "frame analysis");
    w.given("Mi", "its moment in the plane of the two tubes", d.inPlane, "N·mm", "frame analysis");
    w.given("Mo", "its moment out of that plane", d.outOfPlane, "N·mm", "frame analysis");
    w.given("Mni", "strength in the plane", s.inPlane, "N·mm", "AISC 360-16 tables K4.1, K4.2");
    w.given("Mno", "strength out of it", s.outOfPlane, "N·mm", "AISC 360-16 tables K4.1, K4.2");
    w.step("u", "utilization", tube.round ? "Ω P/Pn + (Ω Mi/Mni)² + Ω Mo/Mno" : "Ω (P/Pn + Mi/Mni + Mo/Mno)",
           fmt::format("Ω = {}", number(omega)), check.utilization, "", "AISC 360-16 K4");
    if (!s.outside.empty()) check.beyond = "it lies beyond the ranges that the formulas were tested for";
    if (branch->chord->material.family == "aluminum") check.beyond = steelOnly;
    context.add(std::move(check));
    context.addRung(
        joint.name,
        fmt::format("wall of {} under {}", context.called(branch->chord->name),
                    context.called(branch->branch->name)),
        [&](std::size_t c) { return interaction(demandIn(c), strengthIn(c), tube.round); },
        "The wall folds; the tube stays on.");
}

}  // namespace

void checkBranches(const CheckContext &context) {
    for (int w = 0; w < static_cast<int>(context.assembly.welds.size()); ++w) {
        const auto count =
            static_cast<int>(context.assembly.welds[static_cast<std::size_t>(w)].contacts.size());
        for (int c = 0; c < count; ++c) checkBranch(context, w, c);
    }
}

}  // namespace hefty::proof
