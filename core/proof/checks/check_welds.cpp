#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/joints/hollow_joint.h"
#include "core/proof/checks/checker.h"
#include "core/proof/model/branches.h"
#include "core/proof/strength/attachment.h"
#include "core/proof/strength/seam.h"

namespace hefty::proof {
namespace {

using joints::PointLoad;
using working::number;

struct PartSteel {
    double yield = 0, ultimate = 0, thickness = 0;
};

PartSteel steelOf(const armor::Assembly &a, const std::string &part) {
    if (const armor::BarPart *t = a.bar(part))
        return {t->material.weldedYield, t->material.weldedUltimate, t->properties.wall};
    if (const armor::SheetPart *p = a.sheet(part))
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

void sayLeg(working::Working &w, const CheckContext &context, const armor::WeldJoint &joint) {
    w.given("w", "leg", joint.leg, "mm", "setting");
    const double counted = countedLeg(joint.leg, context.rules.fitGap);
    if (counted < joint.leg)
        w.step("w", "what counts of it, as the parts stand apart", "w − gap",
               fmt::format("{} − {}", number(joint.leg), number(context.rules.fitGap)), counted, "mm",
               "AWS D1.1 5.21.1");
}

/// A plate's seat on the wall of a tube, and the way it runs.
struct Seat {
    const armor::BarPart *tube = nullptr;
    const armor::SheetPart *plate = nullptr;
    Vec3 along = Vec3::Zero();  ///< the long direction of the patch, unit
    PlateOnWall wall;
    bool round = false;

    [[nodiscard]] double omega() const { return round ? joints::plateOnRoundOmega : plateOnWallOmega; }
    /// Nominal, with the tube's own stress over its yield where that counts [N].
    [[nodiscard]] double strength(double chordUse, working::Working *working = nullptr) const {
        if (round)
            return joints::plateOnRoundStrength(
                {tube->section.height, wall.wall, wall.tubeYield, wall.plateLength, wall.alongTube, chordUse},
                working);
        PlateOnWall p = wall;
        p.chordUse = chordUse;
        return plateOnWallStrength(p, working);
    }
};

std::optional<Seat> seatOf(const CheckContext &context, const armor::WeldJoint &joint,
                           const armor::Contact &contact) {
    Seat s;
    s.tube = context.assembly.bar(joint.a);
    s.plate = context.assembly.sheet(joint.b);
    if (!s.tube || !s.plate || !s.tube->hollow()) return std::nullopt;  // a rod has no wall that gives
    // The patch as a thin rectangle: its long direction and length.
    for (std::size_t i = 0; i < contact.patch.size(); ++i) {
        const Vec3 d = contact.patch[(i + 1) % contact.patch.size()] - contact.patch[i];
        if (d.norm() > s.along.norm()) s.along = d;
    }
    PlateOnWall &p = s.wall;
    p.plateLength = s.along.norm();
    s.along.normalize();
    const armor::Axes axes = s.tube->axesAt(s.tube->stationOf(contact.center));
    s.round = s.tube->section.shape == stock::SectionShape::RoundTube;
    // A plate that a tube goes through holds it all around: nothing presses on one side of a wall.
    if (std::abs(contact.normal.dot(axes.x)) > 0.5) return std::nullopt;
    const bool upright = std::abs(contact.normal.dot(axes.z)) < 0.5;  // a side wall: its width is the height
    p.wall = s.tube->properties.wall;
    p.faceWidth = upright ? s.tube->section.height : s.tube->section.width;
    p.tubeYield = besideWelds(s.tube->material);
    p.plateThickness = contact.area / p.plateLength;
    p.plateYield = s.plate->material.yield;
    p.alongTube = std::abs(s.along.dot(axes.x)) > 0.7;
    if (!(p.plateThickness < 0.9 * p.faceWidth)) return std::nullopt;
    return s;
}

/// A weld whose plate stands across a rectangular tube, with what counts of its lines there: half of it at
/// each end of the plate. Lines elsewhere count whole.
struct Counted {
    joints::WeldGroup ends;
    Vec3 normal = Vec3::Zero();  ///< of the walls that are stood on; zero: they face more than one way
    Vec3 along = Vec3::Zero();   ///< the way of the plate on them

    /// The largest stress: what pushes the wall, and what bends it in the plate's plane, goes over what
    /// counts; what runs along the wall (stiff in its own plane) and what bends the plate over its face, over
    /// the whole lines.
    [[nodiscard]] joints::ThroatStress stress(const joints::WeldGroup &whole, const PointLoad &load) const {
        const bool split = normal.norm() > 0;
        const Vec3 across = split ? Vec3(normal * normal.dot(load.force)) : load.force;
        const Vec3 axis = normal.cross(along);
        const Vec3 bent = split ? Vec3(axis * axis.dot(load.moment)) : load.moment;
        const PointLoad pushed{load.at, across, bent};
        const PointLoad rest{load.at, load.force - across, load.moment - bent};
        joints::ThroatStress worst;
        for (const joints::WeldSegment &s : ends.segments())
            for (const Vec3 &end : {s.from, s.to}) {
                const Vec3 here = ends.stressAt(pushed, end) + whole.stressAt(rest, end);
                if (here.norm() > worst.max) worst = {here.norm(), end, s.id, here};
            }
        return worst;
    }
};

/// @return none where all of the weld counts
std::optional<Counted> countedOf(const CheckContext &context, const armor::WeldJoint &joint, double leg,
                                 working::Working *working = nullptr) {
    armor::WeldJoint counted = joint;
    Vec3 normal = Vec3::Zero(), along = Vec3::Zero();
    bool less = false, oneWay = true;
    for (armor::Contact &c : counted.contacts) {
        const auto seat = seatOf(context, joint, c);
        if (!seat || seat->round || seat->wall.alongTube) continue;
        if (std::abs(seat->plate->axes.z.dot(seat->tube->axes().x)) < 0.7) continue;  // its short end
        const double length = effectiveWeldLength(seat->wall, working);
        if (length >= seat->wall.plateLength) continue;
        oneWay = oneWay && (!less || std::abs(normal.dot(c.normal)) > 0.99);
        less = true;
        normal = c.normal;
        along = seat->along;
        std::vector<armor::WeldLine> ends;
        for (const armor::WeldLine &l : c.lines) {
            const Vec3 way = l.to - l.from;
            if (std::abs(way.normalized().dot(seat->along)) < 0.7) continue;  // across the plate's end
            const Vec3 half = way * std::min(0.5, length / 2 / way.norm());
            ends.push_back({l.from, l.from + half});
            ends.push_back({l.to - half, l.to});
        }
        c.lines = std::move(ends);
    }
    if (!less) return std::nullopt;
    auto group = weldGroupOf(counted, leg);
    if (!group) return std::nullopt;
    return Counted{std::move(*group), oneWay ? normal : Vec3(Vec3::Zero()), along};
}

void checkWeld(const CheckContext &context, int index) {
    const armor::WeldJoint &joint = context.assembly.welds[static_cast<std::size_t>(index)];
    if (joint.isFold()) return;  // the sheet itself: told with its sides
    const auto pieces = piecesOf(context.proof, index);
    const std::string id = "weld/" + joint.name,
                      what = fmt::format("The weld of {} to {}", context.called(joint.b),
                                         context.called(joint.a));
    if (pieces.empty()) {
        const armor::SheetPart *plate = context.assembly.sheet(joint.b);
        const std::string &cover = plate && plate->strips.empty() ? joint.b : joint.a;
        return context.leave(
            {id, joint.name, what,
             fmt::format("{} only covers and is taken to carry nothing", context.called(cover)), "",
             joint.contacts.empty() ? Vec3(Vec3::Zero()) : joint.contacts[0].center, true});
    }
    const double leg = countedLeg(joint.leg, context.rules.fitGap);
    const auto group = weldGroupOf(joint, leg);
    if (!group)
        return context.leave(
            {id, joint.name, what, group.error().message, group.error().remedy, joint.contacts[0].center});
    const auto loadIn = [&](std::size_t c) { return carried(context.proof, pieces, c, group->centroid()); };
    const auto counted = countedOf(context, joint, leg);
    std::vector<joints::ThroatStress> whole, stresses;
    for (std::size_t c = 0; c < context.caseCount(); ++c) {
        whole.push_back(throatStressOf(*group, joint, loadIn(c)));
        stresses.push_back(whole.back());
        if (!counted) continue;
        const joints::ThroatStress ends = counted->stress(*group, loadIn(c));
        if (ends.max > stresses.back().max) stresses.back() = ends;
    }
    const ThroatLimit rated = throatLimit(context, joint, false),
                      survival = throatLimit(context, joint, true);
    const auto limitIn = [&](std::size_t c) -> const ThroatLimit & {
        return context.isSurvival(c) ? survival : rated;
    };
    const Governing g = governing(context, [&](std::size_t c) { return stresses[c].max / limitIn(c).least; });
    const joints::ThroatStress &stress = stresses[g.loadCase];
    const ThroatLimit &limit = limitIn(g.loadCase);
    Check check = context.begin(
        CheckKind::Weld, "weld/" + joint.name, joint.name,
        fmt::format("Weld {} to {}", context.called(joint.b), context.called(joint.a)), g.loadCase);
    check.demand = stress.max;
    check.capacity = limit.least;
    check.unit = "MPa";
    check.utilization = g.use;
    check.at = stress.at;
    const bool survives = context.isSurvival(g.loadCase);
    check.working = joints::weldWorking(*group, loadIn(g.loadCase), whole[g.loadCase], joint.fillerStrength,
                                        survives ? 1.0 : joints::weldOmega);
    check.working.title = check.title;
    sayLeg(check.working, context, joint);
    if (counted) {
        (void)countedOf(context, joint, leg, &check.working);
        check.working.step("f",
                           "stress on the throat: push, and bend in the plate's plane, over what counts; the "
                           "rest over the whole lines",
                           "|a + b × (r − c)| of both, or the one above if that is more", "", stress.max,
                           "MPa", "AISC 360-16 K5; Blodgett 1966");
        check.working.note("The seam stretch by stretch, on the wall as it gives, has a check of its own.");
    }
    check.working.step("F_b", "base metal beside the weld, brought to the throat",
                       survives ? "min(0.60 Fy, 0.60 Fu)/0.7071" : "min(0.60 Fy/1.5, 0.60 Fu/2.0)/0.7071", "",
                       limit.base, "MPa", "AISC 360-16 J4.2");
    check.working.step("u", "utilization against the lesser", "f/min(F_w/Ω, F_b)",
                       fmt::format("{}/{}", number(stress.max), number(limit.least)), check.utilization, "",
                       "");
    context.add(std::move(check));
    context.addRung(
        joint.name, fmt::format("weld {} to {}", context.called(joint.b), context.called(joint.a)),
        [&](std::size_t c) { return stresses[c].max / survival.least; },
        "The weld tears; the part can come off.", true);
}

/// The hardest worked stretch of a seam: rated loads must not bring it to its nominal strength, though the
/// weld as a whole would hold. In survival a seam shares out its load, and the weld as a whole is what
/// counts.
void checkSeam(const CheckContext &context, int index) {
    const armor::WeldJoint &joint = context.assembly.welds[static_cast<std::size_t>(index)];
    if (joint.isFold()) return;
    const auto pieces = piecesOf(context.proof, index);
    if (pieces.empty() || pieces.front()->tie < 0) return;
    const double leg = countedLeg(joint.leg, context.rules.fitGap);
    const std::vector<Window> windows = windowsOf(pieces, leg);
    const double limit = throatLimit(context, joint, true).least;
    const auto worstIn = [&](std::size_t c) {
        std::pair<const Window *, double> worst{nullptr, -1};
        for (const Window &w : windows)
            if (const double s = windowStress(context.proof, w, c, leg); s > worst.second) worst = {&w, s};
        return worst;
    };
    const Governing g = governing(
        context, [&](std::size_t c) { return context.isSurvival(c) ? -1 : worstIn(c).second / limit; });
    const auto [window, stress] = worstIn(g.loadCase);
    if (!window || g.use < 0) return;
    Check check = context.begin(CheckKind::Seam, "seam/" + joint.name, joint.name,
                                fmt::format("Seam {} to {}: its hardest worked stretch",
                                            context.called(joint.b), context.called(joint.a)),
                                g.loadCase);
    check.demand = stress;
    check.capacity = limit;
    check.unit = "MPa";
    check.utilization = stress / limit;
    check.at = window->middle();
    const Vec3 force = windowForce(context.proof, *window, g.loadCase);
    working::Working &w = check.working;
    sayLeg(w, context, joint);
    w.given("l", "stretch that is looked at, four legs or the whole line", window->length, "mm",
            "AISC 360-16 J2.2b");
    w.given("P", "force along that stretch", force.norm(), "N", "shells, tied along the seam");
    w.step("f", "mean stress on its throat", "P/(0.7071 w l)",
           fmt::format("{}/(0.7071 · {} · {})", number(force.norm()), number(leg), number(window->length)),
           stress, "MPa", "docs/methods.md, \"Seams\"");
    w.step("F", "nominal strength of a throat: filler or base metal, no safety factor on one stretch alone",
           "min(0.60 F_EXX, min(0.60 Fy, 0.60 Fu)/0.7071)", "", limit, "MPa", "AISC 360-16 J2.4 and J4.2");
    w.step("u", "utilization", "f/F", fmt::format("{}/{}", number(stress), number(limit)), check.utilization,
           "", "house: no stretch of a seam reaches its nominal strength under rated loads");
    context.add(std::move(check));
}

struct WallDemand {
    double push = 0, bend = 0, equivalent = 0;
};

void addWallWorking(working::Working &w, const WallDemand &demand, const Seat &seat, double omega,
                    double strength) {
    const double length = seat.wall.plateLength;
    w.given("P", "push or pull on the wall", demand.push, "N", "frame analysis");
    w.given("M", "moment along the plate", demand.bend, "N·mm", "frame analysis");
    w.step("P_e", "with the moment, shared plastically along the plate", "P + 4 M/l",
           fmt::format("{} + 4 · {}/{}", number(demand.push), number(demand.bend), number(length)),
           demand.equivalent, "N", "plastic line load, M_p = w l²/4");
    w.step(
        "u", "utilization", "Ω P_e/Rn",
        fmt::format("{} · {}/{}", number(omega), number(demand.equivalent), number(strength)),
        omega * demand.equivalent / strength, "",
        seat.round ? "Ω 1.67, AISC 360-16 K2" : "Ω 1.58, AISC 360-10 K1 (1.50 for a plate along the tube)");
}

void checkPlateOnWall(const CheckContext &context, int weld, int contactIndex) {
    const armor::WeldJoint &joint = context.assembly.welds[static_cast<std::size_t>(weld)];
    const armor::Contact &contact = joint.contacts[static_cast<std::size_t>(contactIndex)];
    const auto pieces = piecesOf(context.proof, weld, contactIndex);
    const auto seat = seatOf(context, joint, contact);
    if (pieces.empty()) return;
    if (const armor::BarPart *bar = context.assembly.bar(joint.a);
        bar && context.assembly.sheet(joint.b) && stock::isOpen(bar->section.shape) &&
        std::abs(contact.normal.dot(bar->axesAt(bar->stationOf(contact.center)).x)) < 0.5 &&
        !isAtCutEdges(*bar, contact))
        context.leave(
            {fmt::format("wall/{}", joint.name), joint.name,
             fmt::format("The wall of {} under {}", context.called(joint.a), context.called(joint.b)),
             "no formula is known for a plate on the wall of an open section",
             "Stand it where two walls meet, or look at the wall under a trial load.", contact.center});
    if (!seat) return;
    const Vec3 bendAxis = contact.normal.cross(seat->along);
    const auto chordUse = [&](std::size_t c) {
        const bool counts = seat->round || seat->wall.alongTube;
        return counts ? context.chordUse(c, chordStress(context, *seat->tube, contact.center, c)) : 0;
    };
    std::vector<WallDemand> demands;
    std::vector<double> strengths;
    for (std::size_t c = 0; c < context.caseCount(); ++c) {
        const PointLoad load = carried(context.proof, pieces, c, contact.center);
        WallDemand d{std::abs(load.force.dot(contact.normal)), std::abs(load.moment.dot(bendAxis)), 0};
        d.equivalent = d.push + 4 * d.bend / seat->wall.plateLength;
        demands.push_back(d);
        strengths.push_back(seat->strength(chordUse(c)));
    }
    const Governing g = governing(context, [&](std::size_t c) {
        return demands[c].equivalent * context.omega(c, seat->omega()) / strengths[c];
    });
    const bool single = joint.contacts.size() == 1;
    Check check = context.begin(
        CheckKind::PlateOnWall,
        fmt::format("wall/{}{}", joint.name, single ? "" : fmt::format("/{}", contactIndex + 1)), joint.name,
        fmt::format("{} on the wall of {}{}", context.called(seat->plate->name),
                    context.called(seat->tube->name),
                    single ? "" : (contact.normal.dot(seat->tube->axes().y) > 0 ? ", front" : ", back")),
        g.loadCase);
    const double omega = context.omega(g.loadCase, seat->omega());
    const double strength = seat->strength(chordUse(g.loadCase), &check.working);
    check.demand = demands[g.loadCase].equivalent;
    check.capacity = strength / omega;
    check.unit = "N";
    check.utilization = check.demand / check.capacity;
    check.at = contact.center;
    addWallWorking(check.working, demands[g.loadCase], *seat, omega, strength);
    constexpr double slenderest = 35,
                     slenderestRound = 50;  // AISC 360-10 tables K1.2A and K1.1A (from memory)
    if (seat->wall.faceWidth / seat->wall.wall > (seat->round ? slenderestRound : slenderest))
        check.beyond = "its wall is thinner for its width than those that the formula was tested on";
    if (seat->tube->material.family == "aluminum") check.beyond = steelOnly;
    const std::string rung = fmt::format("wall of {} under {}", context.called(seat->tube->name),
                                         context.called(seat->plate->name));
    context.add(std::move(check));
    context.addRung(
        joint.name, rung, [&](std::size_t c) { return demands[c].equivalent / strengths[c]; },
        "The wall dents and folds; the plate stays on.");
}

}  // namespace

void checkWelds(const CheckContext &context) {
    for (int w = 0; w < static_cast<int>(context.assembly.welds.size()); ++w) checkWeld(context, w);
}

void checkSeams(const CheckContext &context) {
    auto &use = context.out.tieUse;
    const auto &pieces = context.proof.idealization.weldPieces;
    use.assign(context.caseCount(), std::vector<float>(context.proof.idealization.model.ties.size(), 0));
    for (int w = 0; w < static_cast<int>(context.assembly.welds.size()); ++w) checkSeam(context, w);
    for (const WeldPiece &p : pieces) {
        if (p.tie < 0) continue;
        const armor::WeldJoint &joint = context.assembly.welds[static_cast<std::size_t>(p.weld)];
        if (joint.isFold()) continue;
        const double limit = throatLimit(context, joint, true).least;
        const double leg = countedLeg(joint.leg, context.rules.fitGap);
        for (std::size_t c = 0; c < context.caseCount(); ++c)
            use[c][static_cast<std::size_t>(p.tie)] =
                static_cast<float>(windowStress(context.proof, {{{&p, 1}}, p.length}, c, leg) / limit);
    }
}

void checkPlatesOnWalls(const CheckContext &context) {
    for (int w = 0; w < static_cast<int>(context.assembly.welds.size()); ++w) {
        const auto count =
            static_cast<int>(context.assembly.welds[static_cast<std::size_t>(w)].contacts.size());
        for (int c = 0; c < count; ++c) checkPlateOnWall(context, w, c);
    }
}

}  // namespace hefty::proof
