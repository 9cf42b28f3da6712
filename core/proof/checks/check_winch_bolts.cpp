#include <algorithm>

#include <fmt/format.h>

#include "core/proof/checks/bolt_checks.h"

namespace hefty::proof {
namespace {

using joints::PointLoad;

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

}  // namespace

void checkWinchBolts(const CheckContext &context) {
    for (std::size_t f = 0; f < context.proof.idealization.footSprings.size(); ++f) checkFeet(context, f);
    checkFairlead(context);
}

}  // namespace hefty::proof
