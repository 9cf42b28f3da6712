#include <algorithm>

#include <fmt/format.h>

#include "core/joints/hollow_joint.h"
#include "core/proof/checks/checker.h"
#include "core/proof/model/branches.h"

namespace hefty::proof {
namespace {

using working::number;

/// The energy of two bodies that meet and go on together, and how it came to be.
double strikeEnergy(const CheckContext &context, working::Working &w) {
    const double vehicle = context.rig.worst.total;
    const double other = context.rules.strikeMass, v = context.rules.strikeSpeed;
    const double reduced = vehicle + other > 0 ? vehicle * other / (vehicle + other) : 0;
    const double energy = reduced * v * v / 2;
    w.given("m₁", "vehicle", vehicle, "kg", "laden, with armor");
    w.given("m₂", "what is struck", other, "kg", "house rule");
    w.given("v", "speed when it is struck", v, "m/s", "house rule");
    w.step("μ", "reduced mass", "m₁ m₂/(m₁ + m₂)",
           fmt::format("{} · {}/{}", number(vehicle), number(other), number(vehicle + other)), reduced, "kg",
           "mechanics of two bodies, no rebound");
    w.step("E", "energy to be taken up", "μ v²/2", fmt::format("{} · {}²/2", number(reduced), number(v)),
           energy, "J", "");
    return energy * 1000;  // N·mm
}

/// The energy of the weight that comes down, over the drop and over what the piece gives way.
double dropEnergy(const CheckContext &context, const Collapse &c, double give, working::Working &w) {
    const double weight = weightOnSpot(context.rig, c.share, context.rules), h = context.rules.dropHeight;
    const double energy = weight * (h + give) / 1000;
    w.given("W", "weight on the spot", weight, "N", "laden, with armor; house rule");
    w.given("h", "drop", h, "mm", "house rule");
    w.given("d", "the piece gives way by, when the bend that may stay is reached", give, "mm",
            "plastic collapse");
    w.step("E", "energy to be taken up", "W (h + d)",
           fmt::format("{} · ({} + {})", number(weight), number(h), number(give)), energy, "J",
           "energy of a fall");
    return energy * 1000;  // N·mm
}

/// What a collapse has to take up [N·mm].
double energyOf(const CheckContext &context, const Collapse &c, working::Working &w) {
    return c.dropped ? dropEnergy(context, c, c.giveTo(context.rules.mostSet), w) : strikeEnergy(context, w);
}

void checkEnergy(const CheckContext &context, const Collapse &c) {
    Check check =
        context.begin(CheckKind::Impact, "impact/" + c.id, c.hinges.empty() ? c.id : c.hinges[0].part,
                      c.title + ": energy against what the piece takes up", 0);
    check.dutyClass = DutyClass::Survival;
    check.demand = energyOf(context, c, check.working) / 1000;
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
    w.note(c.dropped ? "Tires and springs take up part of a real drop; they are left out."
                     : "The load is taken as slow; a strike at speed and the softness of what is struck are "
                       "left out.");
    check.loadCase = -1;
    context.out.checks.push_back(std::move(check));
}

/// The part that a push meets.
std::string partOf(const armor::Assembly &assembly, const Collapse &c) {
    for (const armor::StrikeSpot &s : assembly.strikes)
        if (!c.dropped && s.id == c.id) return s.part;
    for (const armor::GroundSpot &g : assembly.grounds)
        if (c.dropped && "drop." + g.id == c.id) return g.part;
    return {};
}

/// True if both edges of half a tube are welded to plates along most of it.
bool isClosedByPlate(const armor::Assembly &assembly, const armor::BarPart &half) {
    constexpr double most = 0.8;  // of each edge
    double left = 0, right = 0;   // mm of seam
    const armor::Axes axes = half.axes();
    for (const armor::WeldJoint &w : assembly.welds) {
        if (w.a != half.name && w.b != half.name) continue;
        if (!assembly.sheet(w.a == half.name ? w.b : w.a)) continue;
        for (const armor::Contact &c : w.contacts)
            if (isAtCutEdges(half, c))
                for (const armor::WeldLine &l : c.lines)
                    (axes.toLocal(l.from).y() > 0 ? left : right) += (l.to - l.from).norm();
    }
    return std::min(left, right) > most * half.length();
}

/// Round tubes are dented by what pushes at them, beside being bent. Half a tube that is welded on a plate
/// along both edges is taken as the whole one: its edges cannot give way as those of the other half would.
void checkDent(const CheckContext &context, const Collapse &c) {
    constexpr double pressed = 50;   // mm along the tube: a stone, a post
    constexpr double deepest = 0.2;  // of the diameter: as far as the formula was tested
    const armor::BarPart *tube = context.assembly.bar(partOf(context.assembly, c));
    const bool half = tube && tube->section.shape == stock::SectionShape::HalfTube;
    if (!tube || (!half && (!tube->round() || !tube->hollow()))) return;
    if (half && !isClosedByPlate(context.assembly, *tube))
        return context.leave({"dent/" + c.id, tube->name, c.title + ": dent of half a tube",
                              "no formula is known for half a tube that no plate closes",
                              "Close it with a plate.", c.at});
    const joints::Dent dent{half ? tube->section.width : tube->section.height, tube->properties.wall,
                            tube->material.yield, pressed};
    Check check =
        context.begin(CheckKind::Dent, "dent/" + c.id, tube->name, c.title + ": dent of the tube", 0);
    check.dutyClass = DutyClass::Survival;
    const double push = c.loadAt(energyOf(context, c, check.working));
    check.demand = dent.depthOf(push);
    check.capacity = deepest * dent.diameter;
    check.unit = "mm";
    check.utilization = check.demand / check.capacity;
    check.at = c.at;
    working::Working &w = check.working;
    w.given("F", "push when the energy has been taken up by bending alone", push, "N", "plastic collapse");
    w.given("B", "what presses, along the tube", pressed, "mm", "house");
    w.step("w", "dent", "Rc c1 (w/D)^c2 = F",
           fmt::format("D = {}, t = {}", number(dent.diameter), number(dent.wall)), check.demand, "mm",
           "NORSOK N-004 A.3.6.2");
    w.step("u", "utilization", "w/(0.2 D)",
           fmt::format("{}/{}", number(check.demand), number(check.capacity)), check.utilization, "", "");
    w.given("Ew", "energy that the dent takes up beside", dent.energy(check.demand) / 1000, "J",
            "its integral");
    w.note("A dented tube bends sooner: it is not counted on after such a hit.");
    if (half)
        w.note("Taken as the whole tube: the edges of the half are held by the plate that it is welded to.");
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
    out.push = c.loadAt(energyOf(context, c, w));
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

/// What a drop onto a sheet leaves in it.
void checkGroundDent(const CheckContext &context, const GroundDent &d) {
    constexpr double mostStrain = 0.05;  // EN 1993-1-5 C.8: beyond it the sheet may tear
    const std::string title = d.name + ": dent that a drop leaves";
    if (!d.lost.empty())
        return context.leave({d.dentId(), d.part, title, d.lost,
                              "Take a thicker sheet, ribs, or supports nearer to each other.", d.at});
    Check check = context.begin(CheckKind::Dent, d.dentId(), d.part, title, 0);
    check.dutyClass = DutyClass::Survival;
    check.demand = d.set;
    check.capacity = context.rules.mostSet;
    check.unit = "mm";
    check.utilization = check.capacity > 0 ? check.demand / check.capacity : 1000;
    check.at = d.at;
    if (d.strain > mostStrain) check.beyond = "the metal stretches so far that it may tear";
    working::Working &w = check.working;
    const double h = context.rules.dropHeight;
    w.given("W", "weight on the spot", d.weight, "N", "laden, with armor; house rule");
    w.given("h", "drop", h, "mm", "house rule");
    w.given("d", "the place gives way by, when the weight is stopped", d.give, "mm", "large motions");
    w.step("E", "energy to be taken up", "W (h + d)",
           fmt::format("{} · ({} + {})", number(d.weight), number(h), number(d.give)),
           d.weight * (h + d.give) / 1000, "J", "energy of a fall");
    w.given("Ec", "taken up on the way there", d.taken / 1000, "J",
            "∫ F dδ of shells in large motion that yield");
    w.given("F", "push then", d.push, "N", "large motions");
    w.given("d₁", "what the first stiffness would make of that push", d.firstOrder, "mm", "first order");
    w.given("ε", "largest plastic strain", d.strain, "", "layers of the shells");
    w.given("w", "dent that stays when the weight is lifted off", d.set, "mm", "large motions");
    w.step("u", "utilization", "w over the bend that may stay",
           fmt::format("{}/{}", number(d.set), number(check.capacity)), check.utilization, "", "");
    w.note(
        "By large motions: a thin sheet that has bent far carries as a membrane, which first order does not "
        "see. The stone is flat, 100 mm wide and stiff.");
    w.note("Tires and springs take up part of a real drop; they are left out.");
    if (d.above.empty()) w.note("Nothing that was surveyed lies above it.");
    check.loadCase = -1;
    context.out.checks.push_back(std::move(check));
}

/// Whether a sheet that is dropped on strikes what lies above it.
void checkRoomAbove(const CheckContext &context, const GroundDent &d) {
    const std::string title = d.name + ": room up to what lies above, when it is dropped on";
    if (!d.lost.empty())
        return context.leave({d.roomId(), d.part, title, d.lost,
                              "Take a thicker sheet, ribs, or supports nearer to each other.", d.at});
    if (d.above.empty()) return;  // the Working of the dent says so
    const RoomAbove &tightest = d.above.front();
    Check check = context.begin(CheckKind::Dent, d.roomId(), d.part, title, 0);
    check.dutyClass = DutyClass::Survival;
    check.demand = tightest.moved;
    check.capacity = tightest.room;
    check.unit = "mm";
    check.utilization = tightest.used();
    check.at = tightest.at;
    working::Working &w = check.working;
    w.given("d", "the place gives way by, when the weight is stopped", d.give, "mm", "large motions");
    for (const RoomAbove &r : d.above)
        w.given("r", r.name + ": room above the sheet at rest", r.room, "mm", "measured, drawing")
            .given("δ", r.name + ": the sheet comes nearer by", r.moved, "mm", "large motions");
    w.step("u", "utilization", "δ/r of the tightest",
           fmt::format("{}/{}", number(check.demand), number(check.capacity)), check.utilization, "", "");
    w.note("What was not surveyed is not looked at. Bolts and seams that stand on the sheet need room too.");
    check.loadCase = -1;
    context.out.checks.push_back(std::move(check));
}

}  // namespace

void checkImpacts(const CheckContext &context) {
    for (const GroundDent &d : context.proof.groundDents) {
        checkGroundDent(context, d);
        checkRoomAbove(context, d);
    }
    if (!context.proof.pushOver) return;
    for (const Collapse &c : context.proof.pushOver->collapses) {
        checkEnergy(context, c);
        checkDent(context, c);
        context.out.crushOrders.push_back(orderOf(context, c));
    }
}

}  // namespace hefty::proof
