#include <algorithm>
#include <limits>

#include <fmt/format.h>

#include "core/proof/strength/attachment.h"
#include "core/proof/strength/life.h"
#include "core/proof/strength/seam.h"

namespace hefty::proof {
namespace {

/// Of the parts that a seam joins the lesser class.
double throatClassOf(const CheckContext &context, const armor::WeldJoint &joint) {
    double least = fatigueClass({}).throat;
    for (const std::string &part : {joint.a, joint.b}) {
        if (const armor::BarPart *bar = context.assembly.bar(part))
            least = std::min(least, fatigueClass(bar->material).throat);
        if (const armor::SheetPart *sheet = context.assembly.sheet(part))
            least = std::min(least, fatigueClass(sheet->material).throat);
    }
    return least;
}

/// Of one window of a seam, on its throat.
Life lifeOfWindow(const CheckContext &context, const Window &w, double leg, double detail) {
    const double throat = w.length * joints::throatPerLeg * leg;
    std::vector<Vec3> forces;
    for (std::size_t c = 0; c < context.caseCount(); ++c) forces.push_back(windowForce(context.proof, w, c));
    return lifeOf(context, detail, [&](std::size_t to, std::optional<std::size_t> from) {
        return (forces[to] - (from ? forces[*from] : Vec3(Vec3::Zero()))).norm() / throat;
    });
}

void addFatigue(const CheckContext &context, const armor::WeldJoint &joint, const Vec3 &at, const Life &life,
                double detail, const std::string &note, const std::string &from) {
    Check check = context.begin(CheckKind::Fatigue, "fatigue/" + joint.name, joint.name,
                                fmt::format("Seam {} to {}: pulls and roads of its life",
                                            context.called(joint.b), context.called(joint.a)),
                                hardestCase(context, detail, life));
    check.demand = check.utilization = life.use;
    check.at = at;
    addLifeWorking(check.working, context.rules, detail, life, "on the throat", from);
    check.working.note("Undercut or a bad root takes most of the life. " + note);
    context.add(std::move(check));
}

/// The throat takes more of its life than the wall beside it as long as throat over wall is under class 63
/// over class 36: a leg of 1.75/0.707 walls (of aluminum 1.83/0.707).
constexpr double longestLeg = 2.4;  // walls

double thinnerOf(const armor::Assembly &a, const armor::WeldJoint &joint) {
    double least = std::numeric_limits<double>::infinity();
    for (const std::string &part : {joint.a, joint.b}) {
        if (const armor::BarPart *bar = a.bar(part); bar && bar->properties.wall > 0)
            least = std::min(least, bar->properties.wall);
        if (const armor::SheetPart *sheet = a.sheet(part)) least = std::min(least, sheet->thickness);
    }
    return least;
}

/// A seam between bars, which the model holds at one place (a miter, a cope): by its lines as one group.
/// The stress of a difference of loads is its range, as stresses follow loads.
void checkGroup(const CheckContext &context, const armor::WeldJoint &joint,
                const std::vector<const WeldPiece *> &pieces, double leg, double detail) {
    const auto group = weldGroupOf(joint, leg);
    if (!group) return;  // told by checkWelds
    std::vector<joints::PointLoad> loads;
    for (std::size_t c = 0; c < context.caseCount(); ++c)
        loads.push_back(carried(context.proof, pieces, c, group->centroid()));
    const Life life = lifeOf(context, detail, [&](std::size_t to, std::optional<std::size_t> from) {
        joints::PointLoad load = loads[to];
        if (from) {
            load.force -= loads[*from].force;
            load.moment -= loads[*from].moment;
        }
        return throatStressOf(*group, joint, load).max;
    });
    if (!(life.use > 0)) return;  // nothing pulls or shakes it
    const Vec3 at = throatStressOf(*group, joint, loads[hardestCase(context, detail, life)]).at;
    addFatigue(context, joint, at, life, detail,
               "Its toes last longer while the leg is under 2.4 times the thinner wall.",
               "bars, the seam's lines as one group (Blodgett 1966)");
    if (leg < longestLeg * thinnerOf(context.assembly, joint)) return;
    context.leave(
        {"toe/" + joint.name, joint.name,
         fmt::format("The toes of the weld of {} to {}", context.called(joint.b), context.called(joint.a)),
         "the leg is so large beside the wall that the wall tires before the throat",
         "Weld with a smaller leg.", at});
}

}  // namespace

void checkFatigue(const CheckContext &context) {
    if (context.proof.idealization.detail == Detail::Strips) return;
    if (!(context.rules.lifePulls > 0) && !(context.rules.lifeRecoveries > 0) &&
        !(context.rules.roadCycles > 0))
        return;
    for (std::size_t i = 0; i < context.assembly.welds.size(); ++i) {
        const armor::WeldJoint &joint = context.assembly.welds[i];
        if (joint.isFold()) continue;
        const auto pieces = piecesOf(context.proof, static_cast<int>(i));
        if (pieces.empty()) continue;  // told by checkWelds
        const double leg = countedLeg(joint.leg, context.rules.fitGap);
        const double detail = throatClassOf(context, joint);
        if (pieces.front()->tie < 0) {
            checkGroup(context, joint, pieces, leg, detail);
            continue;
        }
        const std::vector<Window> windows = windowsOf(pieces, leg);
        const Window *hardest = nullptr;
        Life worst;
        for (const Window &w : windows)
            if (const Life l = lifeOfWindow(context, w, leg, detail); l.use > worst.use) {
                worst = l;
                hardest = &w;
            }
        if (hardest)
            addFatigue(context, joint, hardest->middle(), worst, detail,
                       "Its toes are checked by themselves.", "shells, tied along the seam");
    }
}

}  // namespace hefty::proof
