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

/// All of a weld's pieces (of one contact, or of all) as one load at a place.
PointLoad weldLoad(const Proof &proof, int weld, int contact, std::size_t loadCase, const Vec3 &at) {
    PointLoad sum{at, Vec3::Zero(), Vec3::Zero()};
    for (const WeldPiece &p : proof.idealization.weldPieces) {
        if (p.weld != weld || (contact >= 0 && p.contact != contact)) continue;
        const PointLoad load = springLoad(proof, p.spring, loadCase, p.at);
        sum.force += load.force;
        sum.moment += load.moment + (p.at - at).cross(load.force);
    }
    return sum;
}

bool isTied(const Proof &proof, int weld) {
    return std::any_of(proof.idealization.weldPieces.begin(), proof.idealization.weldPieces.end(),
                       [weld](const WeldPiece &p) { return p.weld == weld; });
}

Result<joints::WeldGroup> groupOf(const armor::WeldJoint &joint) {
    std::vector<joints::WeldSegment> segments;
    for (const armor::Contact &c : joint.contacts)
        for (const armor::WeldLine &l : c.lines)
            segments.push_back({fmt::format("{}", segments.size() + 1), l.from, l.to, joint.leg});
    return joints::WeldGroup::make(std::move(segments));
}

struct PartSteel {
    double yield = 0, ultimate = 0, thickness = 0;
};

PartSteel steelOf(const armor::Assembly &a, const std::string &part) {
    if (const armor::TubePart *t = a.tube(part))
        return {t->material.weldedYield, t->material.weldedUltimate, t->properties.wall};
    if (const armor::PlatePart *p = a.plate(part))
        return {p->material.weldedYield, p->material.weldedUltimate, p->thickness};
    return {};
}

/// Allowable stress on the throat: of the filler, or of the base metal in shear along the leg brought
/// to the throat, whichever is less; nominal for survival.
struct ThroatLimit {
    double filler, base, least;
};

ThroatLimit throatLimit(const CheckContext &context, const armor::WeldJoint &joint, bool survival) {
    const PartSteel a = steelOf(context.assembly, joint.a), b = steelOf(context.assembly, joint.b);
    const double yield = std::min(a.yield, b.yield), ultimate = std::min(a.ultimate, b.ultimate);
    const double shear =
        survival ? std::min(0.6 * yield, 0.6 * ultimate) : std::min(0.6 * yield / 1.5, 0.6 * ultimate / 2.0);
    ThroatLimit limit{};
    limit.filler = (survival ? 0.6 : joints::allowableThroatStress) * joint.fillerStrength;
    limit.base = shear / joints::throatPerLeg;
    limit.least = std::min(limit.filler, limit.base);
    return limit;
}

void checkWeld(CheckContext &context, int index) {
    const armor::WeldJoint &joint = context.assembly.welds[static_cast<std::size_t>(index)];
    const auto group = groupOf(joint);
    if (!group) return;
    const auto stressIn = [&](std::size_t c) -> joints::ThroatStress {
        // A single line that is also twisted is tied by the bending of its plate: the twist is left to
        // that, the weld's own stress from the rest.
        PointLoad load = weldLoad(context.proof, index, -1, c, group->centroid());
        auto stress = group->stress(load);
        if (!stress) {
            const armor::WeldLine &l = joint.contacts[0].lines[0];
            const Vec3 axis = (l.to - l.from).normalized();
            load.moment -= axis * axis.dot(load.moment);
            stress = group->stress(load);
        }
        return stress.value_or(joints::ThroatStress{});
    };
    const ThroatLimit working = throatLimit(context, joint, false),
                      survival = throatLimit(context, joint, true);
    const auto limitIn = [&](std::size_t c) {
        return context.loadCase(c).dutyClass == DutyClass::Working ? working : survival;
    };
    const Governing g = governing(context, [&](std::size_t c) { return stressIn(c).max / limitIn(c).least; });
    const joints::ThroatStress stress = stressIn(g.loadCase);
    const ThroatLimit limit = limitIn(g.loadCase);
    Check check;
    check.id = "weld/" + joint.name;
    check.kind = CheckKind::Weld;
    check.part = joint.name;
    check.title = fmt::format("Weld {} to {}, {:.0f} mm leg", joint.b, joint.a, joint.leg);
    check.loadCase = static_cast<int>(g.loadCase);
    check.dutyClass = context.loadCase(g.loadCase).dutyClass;
    check.demand = stress.max;
    check.capacity = limit.least;
    check.unit = "MPa";
    check.utilization = g.use;
    check.at = stress.at;
    check.working =
        joints::weldWorking(*group, weldLoad(context.proof, index, -1, g.loadCase, group->centroid()), stress,
                            joint.fillerStrength * (check.dutyClass == DutyClass::Survival ? 2 : 1));
    check.working.title = check.title;
    check.working.step("F_b", "base metal beside the weld, brought to the throat",
                       "min(0.60 Fy/1.5, 0.60 Fu/2.0)/0.7071", "", limit.base, "MPa", "AISC 360-16 J4.2");
    check.working.step("u", "utilization against the lesser", "f/min(F_w/Ω, F_b)",
                       fmt::format("{}/{}", number(stress.max), number(limit.least)), check.utilization, "",
                       "");
    check.working.note(context.governs(g.loadCase));
    context.proof.checks.push_back(std::move(check));
    if (context.proof.duties.ladderCase >= 0)
        context.addRung(
            joint.name, fmt::format("weld {} to {}", joint.b, joint.a),
            stressIn(static_cast<std::size_t>(context.proof.duties.ladderCase)).max / survival.least,
            "The weld tears; the part can come off.", true);
}

void checkPlateOnWall(CheckContext &context, int weld, int contactIndex) {
    const armor::WeldJoint &joint = context.assembly.welds[static_cast<std::size_t>(weld)];
    const armor::TubePart *tube = context.assembly.tube(joint.a);
    const armor::PlatePart *plate = context.assembly.plate(joint.b);
    if (!tube || !plate) return;
    const armor::Contact &contact = joint.contacts[static_cast<std::size_t>(contactIndex)];
    // The patch as a thin rectangle: its long direction and length.
    Vec3 along = Vec3::Zero();
    for (std::size_t i = 0; i < contact.patch.size(); ++i) {
        const Vec3 d = contact.patch[(i + 1) % contact.patch.size()] - contact.patch[i];
        if (d.norm() > along.norm()) along = d;
    }
    const double length = along.norm();
    along.normalize();
    const armor::Axes axes = tube->axes();
    const bool upright = std::abs(contact.normal.dot(axes.z)) < 0.5;  // a side wall: its width is the height
    PlateOnWall p;
    p.wall = tube->properties.wall;
    p.faceWidth = upright ? tube->section.height : tube->section.width;
    p.tubeYield = tube->material.yield;
    p.plateLength = length;
    p.plateThickness = contact.area / length;
    p.plateYield = plate->material.yield;
    p.alongTube = std::abs(along.dot(axes.x)) > 0.7;
    if (!(p.plateThickness < 0.9 * p.faceWidth)) return;
    const auto chordUse = [&](std::size_t c) {
        double most = 0;
        const auto &bars = context.proof.idealization.bars;
        const double station = (contact.center - tube->from).dot(axes.x);
        for (std::size_t b = 0; b < bars.size(); ++b) {
            if (bars[b].part != tube->name || bars[b].stationTo < station - 1 ||
                bars[b].stationFrom > station + 1)
                continue;
            for (const auto &f :
                 {context.proof.solution.cases[c].beams[b].from, context.proof.solution.cases[c].beams[b].to})
                most = std::max(most, (std::abs(f(0)) / bars[b].properties.area +
                                       std::abs(f(4)) / bars[b].properties.Wely +
                                       std::abs(f(5)) / bars[b].properties.Welz) /
                                          bars[b].material.yield);
        }
        return std::min(most, 0.99);
    };
    struct Demand {
        double push, bend, equivalent;
    };
    const Vec3 bendAxis = contact.normal.cross(along);
    const auto demandIn = [&](std::size_t c) -> Demand {
        const PointLoad load = weldLoad(context.proof, weld, contactIndex, c, contact.center);
        const double push = std::abs(load.force.dot(contact.normal)),
                     bend = std::abs(load.moment.dot(bendAxis));
        return {push, bend, push + 4 * bend / length};
    };
    const auto strengthIn = [&](std::size_t c) {
        PlateOnWall q = p;
        if (p.alongTube) q.chordUse = chordUse(c);
        return plateOnWallStrength(q);
    };
    const Governing g = governing(context, [&](std::size_t c) {
        return demandIn(c).equivalent * context.omega(c, plateOnWallOmega) / strengthIn(c);
    });
    Check check;
    const bool single = joint.contacts.size() == 1;
    check.id = fmt::format("wall/{}{}", joint.name, single ? "" : fmt::format("/{}", contactIndex + 1));
    check.kind = CheckKind::PlateOnWall;
    check.part = joint.name;
    check.title = fmt::format("{} on the wall of {}{}", plate->name, tube->name,
                              single ? "" : (contact.normal.dot(axes.y) > 0 ? ", front" : ", back"));
    check.loadCase = static_cast<int>(g.loadCase);
    check.dutyClass = context.loadCase(g.loadCase).dutyClass;
    const double omega = context.omega(g.loadCase, plateOnWallOmega);
    if (p.alongTube) p.chordUse = chordUse(g.loadCase);
    const Demand demand = demandIn(g.loadCase);
    check.working.title = check.title;
    const double strength = plateOnWallStrength(p, &check.working);
    check.demand = demand.equivalent;
    check.capacity = strength / omega;
    check.unit = "N";
    check.utilization = check.demand / check.capacity;
    check.at = contact.center;
    check.working.given("P", "push or pull on the wall", demand.push, "N", "frame analysis");
    check.working.given("M", "moment along the plate", demand.bend, "N·mm", "frame analysis");
    check.working.step(
        "P_e", "with the moment, shared plastically along the plate", "P + 4 M/l",
        fmt::format("{} + 4 · {}/{}", number(demand.push), number(demand.bend), number(length)),
        demand.equivalent, "N", "plastic line load, M_p = w l²/4");
    check.working.step("u", "utilization", "Ω P_e/Rn",
                       fmt::format("{} · {}/{}", number(omega), number(demand.equivalent), number(strength)),
                       check.utilization, "", "Ω 1.58, AISC 360-16 K1 (1.50 for a plate along the tube)");
    check.working.note(context.governs(g.loadCase));
    context.proof.checks.push_back(std::move(check));
    if (context.proof.duties.ladderCase >= 0) {
        const auto c = static_cast<std::size_t>(context.proof.duties.ladderCase);
        context.addRung(joint.name, fmt::format("wall of {} under {}", tube->name, plate->name),
                        demandIn(c).equivalent / strengthIn(c),
                        "The wall dents and folds; the plate stays on.");
    }
}

PinTab pinTabOf(const CheckContext &context, const armor::Anchor &a, const stock::Shackle &shackle) {
    const armor::PlatePart *plate = context.assembly.plate(a.name);
    PinTab tab;
    tab.thickness = a.thickness;
    tab.pin = shackle.pinDiameter;
    tab.hole = a.holeDiameter;
    tab.end = a.endDistance;
    tab.side = a.sideDistance;
    tab.width = 2 * a.sideDistance + a.holeDiameter;
    tab.yield = plate ? plate->material.yield : 0;
    tab.ultimate = plate ? plate->material.ultimate : 0;
    return tab;
}

struct BoltDemand {
    std::vector<joints::Bolt> bolts;
    PointLoad load;
};

/// The bolts of a mount in its own plane, and what the piece does to them.
BoltDemand mountDemand(const CheckContext &context, std::size_t mount, std::size_t c) {
    const armor::BoltJoint &j = context.assembly.mounts[mount];
    BoltDemand d;
    for (std::size_t i = 0; i < j.at.size(); ++i) {
        const Vec3 local = j.plane.toLocal(j.at[i]);
        d.bolts.push_back({j.ids[i], {local.x(), local.y()}, j.diameter, j.pitch, j.grade});
    }
    const PointLoad onPiece =
        springLoad(context.proof, context.proof.idealization.mountSprings[mount], c, j.plane.origin);
    const auto local = [&j](const Vec3 &v) -> Vec3 {
        return {v.dot(j.plane.x), v.dot(j.plane.y), v.dot(j.plane.z)};
    };
    d.load = {Vec3::Zero(), local(-onPiece.force), local(-onPiece.moment)};
    return d;
}

const joints::BoltForce *worstBolt(const std::vector<joints::BoltForce> &forces) {
    return &*std::max_element(forces.begin(), forces.end(),
                              [](const auto &a, const auto &b) { return a.utilization < b.utilization; });
}

/// Survival counts with nominal strength: twice the allowable, as Omega is 2.
double boltUse(const CheckContext &context, std::size_t c, double use) {
    return use * context.omega(c, 2.0) / 2.0;
}

void addBearing(CheckContext &context, const armor::BoltJoint &j, const std::string &onto, double thickness,
                double ultimate, double edge, bool assumed,
                const std::function<double(std::size_t)> &shearIn) {
    if (!(thickness > 0) || !(ultimate > 0)) return;
    const double strength = holeBearing(j.diameter, j.hole, thickness, ultimate, edge);
    const Governing g =
        governing(context, [&](std::size_t c) { return shearIn(c) * context.omega(c, 2.0) / strength; });
    Check check;
    check.id = fmt::format("bearing/{}/{}", j.name, onto);
    check.kind = CheckKind::Bearing;
    check.part = onto == "frame" ? j.name : onto;
    check.title = fmt::format("{}: bolt holes in {}", j.name, onto == "frame" ? "the frame rail" : onto);
    check.loadCase = static_cast<int>(g.loadCase);
    check.dutyClass = context.loadCase(g.loadCase).dutyClass;
    const double omega = context.omega(g.loadCase, 2.0);
    check.demand = shearIn(g.loadCase);
    check.capacity = strength / omega;
    check.unit = "N";
    check.utilization = g.use;
    check.at = j.plane.origin;
    check.assumed = assumed;
    check.working.title = check.title;
    check.working.given("d", "bolt", j.diameter, "mm", "stock");
    check.working.given("t", "thickness the bolt bears on", thickness, "mm", "drawing");
    check.working.given("Fu", "tensile strength there", ultimate, "MPa",
                        assumed ? "assumed grade" : "material");
    (void)holeBearing(j.diameter, j.hole, thickness, ultimate, edge, &check.working);
    check.working.given("V", "shear of the worst bolt", check.demand, "N", "bolt group");
    check.working.step("u", "utilization", "Ω V/Rn",
                       fmt::format("{} · {}/{}", number(omega), number(check.demand), number(strength)),
                       check.utilization, "", "AISC 360-16 J3.10");
    check.working.note(context.governs(g.loadCase));
    if (assumed) check.working.note("The grade of the frame rail is assumed: this is not a proof.");
    context.proof.checks.push_back(std::move(check));
}

void checkMount(CheckContext &context, std::size_t mount) {
    const armor::BoltJoint &j = context.assembly.mounts[mount];
    // Shared once a case: bolts, plate and rail all ask for the same forces.
    std::vector<std::vector<joints::BoltForce>> shared;
    for (std::size_t c = 0; c < context.caseCount(); ++c) {
        const BoltDemand demand = mountDemand(context, mount, c);
        shared.push_back(
            joints::shareLoad(demand.bolts, demand.load).value_or(std::vector<joints::BoltForce>{}));
    }
    const auto forcesIn = [&](std::size_t c) -> const std::vector<joints::BoltForce> & { return shared[c]; };
    if (forcesIn(0).empty()) return;
    const auto useIn = [&](std::size_t c) { return worstBolt(forcesIn(c))->utilization; };
    const Governing g = governing(context, [&](std::size_t c) { return boltUse(context, c, useIn(c)); });
    const auto &forces = forcesIn(g.loadCase);
    const joints::BoltForce &worst = *worstBolt(forces);
    const BoltDemand d = mountDemand(context, mount, g.loadCase);
    Check check;
    check.id = "bolt/" + j.name;
    check.kind = CheckKind::Bolt;
    check.part = j.name;
    check.title = fmt::format("{}: {} frame bolts {} {}", j.name, j.at.size(), j.size, j.grade);
    check.loadCase = static_cast<int>(g.loadCase);
    check.dutyClass = context.loadCase(g.loadCase).dutyClass;
    check.demand = check.utilization = g.use;
    for (std::size_t i = 0; i < j.ids.size(); ++i)
        if (j.ids[i] == worst.id) check.at = j.at[i];
    check.working = joints::boltWorking(d.bolts, d.load, {}, worst);
    check.working.title = check.title;
    check.working.note(context.governs(g.loadCase));
    check.working.note("No prying is counted; the bracket is taken as stiff beside the bolts.");
    context.proof.checks.push_back(std::move(check));
    const auto shearIn = [&](std::size_t c) {
        double most = 0;
        for (const joints::BoltForce &f : forcesIn(c)) most = std::max(most, f.shear);
        return most;
    };
    const armor::PlatePart *plate = context.assembly.plate(j.part);
    addBearing(context, j, j.part, j.plateThickness, plate ? plate->material.ultimate : 0, j.edgeDistance,
               false, shearIn);
    double behind = 1e9;
    for (const rig::FrameHole &h : context.vehicle.frontHoles) behind = std::min(behind, h.behindEnd);
    addBearing(context, j, "frame", j.ontoThickness, j.ontoUltimate, behind, j.ontoAssumed, shearIn);
    if (context.proof.duties.ladderCase >= 0)
        context.addRung(j.name, fmt::format("frame bolts, {}", j.part),
                        useIn(static_cast<std::size_t>(context.proof.duties.ladderCase)) / 2.0,
                        "The bolts shear; the bumper comes off the frame.", true);
}

void checkFeet(CheckContext &context, std::size_t index) {
    const armor::BoltJoint &j = context.assembly.feet[index];
    const auto &springs = context.proof.idealization.footSprings[index];
    const auto Fu = joints::boltTensileStrength(j.grade, j.diameter);
    if (!Fu || springs.empty()) return;
    struct Foot {
        double shear, tension, use;
        std::size_t bolt;
    };
    joints::Bolt bolt{j.ids[0], {0, 0}, j.diameter, j.pitch, j.grade};
    const auto footIn = [&](std::size_t c) {
        Foot worst{0, 0, -1, 0};
        for (std::size_t i = 0; i < springs.size(); ++i) {
            const auto &f = context.proof.solution.cases[c].springs[static_cast<std::size_t>(springs[i])];
            const double shear = f.head<2>().norm(), tension = std::max(0.0, -f(2));
            const double v = shear / (0.45 * *Fu * bolt.area() / 2),
                         t = tension / (0.75 * *Fu * bolt.area() / 2);
            const double use = std::max({v, t, (v + t) / 1.3});
            if (use > worst.use) worst = {shear, tension, use, i};
        }
        return worst;
    };
    const Governing g = governing(context, [&](std::size_t c) { return boltUse(context, c, footIn(c).use); });
    const Foot worst = footIn(g.loadCase);
    bolt.id = j.ids[worst.bolt];
    Check check;
    check.id = "bolt/" + j.name;
    check.kind = CheckKind::Bolt;
    check.part = j.name;
    check.title = fmt::format("Winch feet: {} bolts {} {}", j.at.size(), j.size, j.grade);
    check.loadCase = static_cast<int>(g.loadCase);
    check.dutyClass = context.loadCase(g.loadCase).dutyClass;
    check.demand = check.utilization = g.use;
    check.at = j.at[worst.bolt];
    const PointLoad single{Vec3::Zero(), Vec3(worst.shear, 0, worst.tension), Vec3::Zero()};
    if (const auto forces = joints::shareLoad({bolt}, single))
        check.working = joints::boltWorking({bolt}, single, {}, forces->front());
    check.working.title = check.title;
    check.working.note(
        "The forces of each foot come from the frame analysis with the winch as one rigid body.");
    check.working.note(context.governs(g.loadCase));
    context.proof.checks.push_back(std::move(check));
    const armor::PlatePart *plate = context.assembly.plate(j.part);
    addBearing(
        context, j, j.part, j.plateThickness, plate ? plate->material.ultimate : 0, j.edgeDistance, false,
        [&](std::size_t c) {
            double most = 0;
            for (const int s : springs)
                most = std::max(
                    most,
                    context.proof.solution.cases[c].springs[static_cast<std::size_t>(s)].head<2>().norm());
            return most;
        });
    if (context.proof.duties.ladderCase >= 0)
        context.addRung(j.name, "winch foot bolts",
                        footIn(static_cast<std::size_t>(context.proof.duties.ladderCase)).use / 2.0,
                        "The bolts shear; the winch comes off its tray.", true);
}

void checkTab(CheckContext &context, const armor::Anchor &anchor) {
    const stock::Shackle *shackle = context.stock.shackle(anchor.shackle);
    if (!shackle || !context.proof.idealization.anchorNodes.contains(anchor.name)) return;
    const PinTab tab = pinTabOf(context, anchor, *shackle);
    const PinTabStrength strength = pinTabStrength(tab);
    const auto pullIn = [&](std::size_t c) {
        for (const LoadArrow &a : context.loadCase(c).arrows)
            if ((a.at - anchor.hole).norm() < 1e-6) return std::hypot(a.force.x(), a.force.z());
        return 0.0;
    };
    const Governing g = governing(context, [&](std::size_t c) {
        return pullIn(c) / (context.loadCase(c).dutyClass == DutyClass::Working ? strength.allowable()
                                                                                : strength.nominal());
    });
    Check check;
    check.id = "tab/" + anchor.name;
    check.kind = CheckKind::Tab;
    check.part = anchor.name;
    check.title = fmt::format("{}: the hole under the shackle pin", anchor.name);
    check.loadCase = static_cast<int>(g.loadCase);
    check.dutyClass = context.loadCase(g.loadCase).dutyClass;
    check.demand = pullIn(g.loadCase);
    check.capacity = strength.allowable();
    check.unit = "N";
    check.utilization = g.use;
    check.at = anchor.hole;
    check.working.title = check.title;
    (void)pinTabStrength(tab, &check.working);
    check.working.given("P", "pull in the plane of the tab", check.demand, "N", "duty");
    check.working.step("u", "utilization", "P/min(Pn/Ω)",
                       fmt::format("{}/{}", number(check.demand), number(check.capacity)), check.utilization,
                       "", "AISC 360-16 D5");
    check.working.note(context.governs(g.loadCase));
    check.working.note("Side pulls bend the tab; that is in its member check and its weld.");
    context.proof.checks.push_back(std::move(check));
    if (context.proof.duties.ladderCase >= 0)
        context.proof.ladder.push_back({anchor.name, anchor.name + " at the shackle hole", strength.nominal(),
                                        "The hole pulls through; the shackle flies with the line.", true,
                                        false});
}

void checkFrameEnd(CheckContext &context, std::size_t mount) {
    const armor::BoltJoint &j = context.assembly.mounts[mount];
    const auto beam = static_cast<std::size_t>(context.proof.idealization.railBeams[mount]);
    const Bar &bar = context.proof.idealization.bars[beam];
    const MemberStrength strength = memberStrength(bar);
    const double side = j.plane.origin.y() > 0 ? 1 : -1;
    const Vec3 at = context.proof.idealization.model
                        .nodes[static_cast<std::size_t>(context.proof.idealization.model.beams[beam].to)]
                        .at;
    const auto forcesIn = [&](std::size_t c) -> const mechanics::Vec6 & {
        const mechanics::BeamForces &f = context.proof.solution.cases[c].beams[beam];
        return memberUtilization(strength, f.from, 1) > memberUtilization(strength, f.to, 1) ? f.from : f.to;
    };
    const Governing g = governing(context, [&](std::size_t c) {
        return memberUtilization(strength, forcesIn(c), context.omega(c, memberOmega));
    });
    Check check;
    check.id = fmt::format("frame/{}", j.name);
    check.kind = CheckKind::FrameEnd;
    check.part = j.name;
    check.title = fmt::format("Frame rail {}, bolts to first crossmember", side > 0 ? "left" : "right");
    check.loadCase = static_cast<int>(g.loadCase);
    check.dutyClass = context.loadCase(g.loadCase).dutyClass;
    check.demand = check.utilization = g.use;
    check.at = at;
    check.assumed = context.vehicle.railMaterialTrust != rig::Trust::Measured;
    check.working.title = check.title;
    addMemberWorking(check.working, bar, forcesIn(g.loadCase), context.omega(g.loadCase, memberOmega));
    check.working.note(context.governs(g.loadCase));
    if (check.assumed) check.working.note("The grade of the frame rail is assumed: this is not a proof.");
    context.proof.checks.push_back(std::move(check));
    if (context.proof.duties.ladderCase >= 0)
        context.addRung(
            "frame." + std::string(side > 0 ? "left" : "right"),
            fmt::format("frame rail, {}", side > 0 ? "left" : "right"),
            1 / memberReserve(strength, forcesIn(static_cast<std::size_t>(context.proof.duties.ladderCase))),
            "The vehicle's own rail bends: the worst thing to let go.");
}

}  // namespace

void checkWelds(CheckContext &context) {
    for (int w = 0; w < static_cast<int>(context.assembly.welds.size()); ++w)
        if (isTied(context.proof, w)) checkWeld(context, w);
}

void checkPlatesOnWalls(CheckContext &context) {
    for (int w = 0; w < static_cast<int>(context.assembly.welds.size()); ++w) {
        if (!isTied(context.proof, w)) continue;
        const auto count =
            static_cast<int>(context.assembly.welds[static_cast<std::size_t>(w)].contacts.size());
        for (int c = 0; c < count; ++c) checkPlateOnWall(context, w, c);
    }
}

void checkTabs(CheckContext &context) {
    for (const armor::Anchor &a : context.assembly.anchors) checkTab(context, a);
}

void checkBolts(CheckContext &context) {
    for (std::size_t m = 0; m < context.proof.idealization.mountSprings.size(); ++m) checkMount(context, m);
    for (std::size_t f = 0; f < context.proof.idealization.footSprings.size(); ++f) checkFeet(context, f);
}

void checkFrameEnds(CheckContext &context) {
    for (std::size_t m = 0; m < context.proof.idealization.mountSprings.size(); ++m)
        checkFrameEnd(context, m);
}

}  // namespace hefty::proof
