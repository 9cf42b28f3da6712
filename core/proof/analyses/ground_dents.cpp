#include "core/proof/analyses/ground_dents.h"

#include <algorithm>
#include <cmath>
#include <set>

#include "core/base/parallel.h"
#include "core/mechanics/frame_solver.h"
#include "core/proof/duties/duties.h"

namespace hefty::proof {
namespace {

constexpr double coarse = 0.5;       // of the shells' usual fineness: what counts is the panel, not its seams
constexpr double patch = 50;         // mm, half of the stone that it comes down on
constexpr double pathPush = 1000;    // N: the case that the factor of a path multiplies
constexpr double nearEnough = 1e-3;  // of the push
constexpr double missed = 0.02;      // of the energy
constexpr int steps = 5;             // to where the first stiffness would stop it
constexpr int furthest = 6;          // times as far it is followed

/// The nodes of a part's shells that lie on the stone.
std::vector<int> nodesOnStone(const Idealization &model, const armor::GroundSpot &ground) {
    std::set<int> out;
    for (const PlateShells &p : model.plates) {
        if (p.part != ground.part) continue;
        const Vec3 middle = p.axes.toLocal(ground.at);
        for (int s = p.first; s < p.first + p.count; ++s)
            for (const int n : model.model.shells[static_cast<std::size_t>(s)].nodes) {
                const Vec3 d = p.axes.toLocal(model.model.nodes[static_cast<std::size_t>(n)].at) - middle;
                if (std::max(std::abs(d.x()), std::abs(d.y())) <= patch) out.insert(n);
            }
    }
    return {out.begin(), out.end()};
}

/// The stone is flat and stiff: all that lies on it moves with the place. Nodes that another body has stay
/// with that.
void layOnStone(const armor::GroundSpot &ground, int place, Idealization &model) {
    std::set<int> taken;
    mechanics::RigidLink *stone = nullptr;
    for (mechanics::RigidLink &l : model.model.rigidLinks) {
        if (l.master == place) stone = &l;
        taken.insert(l.master);
        taken.insert(l.slaves.begin(), l.slaves.end());
    }
    if (!stone) return;
    for (const int n : nodesOnStone(model, ground))
        if (!taken.count(n)) stone->slaves.push_back(n);
}

/// The model with that place on the stone, pushed there in its only case.
mechanics::FrameModel pushedThere(const Idealization &whole, const armor::GroundSpot &ground, int place) {
    Idealization model = whole;
    layOnStone(ground, place, model);
    mechanics::FrameModel &frame = model.model;
    frame.contacts.clear();  // what bears one way only is left out: it could only carry with the piece
    frame.cases = {ground.id};
    frame.nodeLoads = {{0, place, ground.push * pathPush, Vec3::Zero()}};
    return std::move(frame);
}

GroundDent dropped(const Idealization &model, int place, const armor::GroundSpot &ground,
                   const rig::Vehicle &vehicle, double weight, double height, const std::stop_token &stop) {
    const mechanics::FrameModel frame = pushedThere(model, ground, place);
    GroundDent out;
    out.ground = ground.id;
    out.name = ground.name;
    out.part = ground.part;
    out.at = ground.at;
    out.weight = weight;
    const auto rest = mechanics::solveStatic(frame);
    const double restGive =
        rest ? ground.push.dot(rest->cases[0].displacements[static_cast<std::size_t>(place)].head<3>()) : 0;
    if (!(restGive > 0)) {
        out.lost = "the push does not move it";
        return out;
    }
    mechanics::LargeGoal goal;
    // k d²/2 = W (h + d) with the stiffness of the place at rest
    const double stiffness = pathPush / restGive, d1 = weight / stiffness;
    goal.deflection = furthest * (d1 + std::sqrt(d1 * d1 + 2 * d1 * height));
    goal.steps = furthest * steps;
    goal.unload = true;
    goal.leftOver = nearEnough;
    goal.hardening = 0.01;  // EN 1993-1-5 C.6 (2) c
    goal.backSteps = 2;
    goal.left = [&](const mechanics::PlasticPoint &p) { return weight * (height + p.deflection) - p.work; };
    const auto solved = mechanics::solveLarge(frame, 0, goal, stop);
    if (!solved) {
        out.lost = "the way to where it stops the weight was not found";
        return out;
    }
    const mechanics::PlasticPoint &last = solved->path.back();
    if (goal.left(last) > missed * last.work)
        out.lost = "it does not stop the weight before it has given way too far";
    out.push = last.factor * pathPush;
    out.give = last.deflection;
    out.taken = last.work;
    out.set = solved->set;
    out.firstOrder = restGive * last.factor;
    out.above = roomAbove(model, solved->displacements, ground, vehicle);
    for (const double s : solved->shellStrain) out.strain = std::max(out.strain, s);
    return out;
}

}  // namespace

Result<std::vector<GroundDent>> groundDents(const Assembly &assembly, const rig::Vehicle &vehicle,
                                            const rig::RigGeometry &rig, const stock::Material &railMaterial,
                                            const HouseRules &rules, const std::vector<std::size_t> &grounds,
                                            const std::stop_token &stop) {
    if (grounds.empty()) return std::vector<GroundDent>{};
    const auto model = idealize(assembly, rig, railMaterial, Detail::Shells, coarse);
    if (!model) return tl::unexpected(model.error());
    std::vector<GroundDent> out(grounds.size());
    parallel::forEach(grounds.size(), [&](std::size_t i) {
        const armor::GroundSpot &g = assembly.grounds[grounds[i]];
        const int place = model->groundNodes[grounds[i]];
        out[i] =
            dropped(*model, place, g, vehicle, weightOnSpot(rig, g.share, rules), rules.dropHeight, stop);
    });
    if (stop.stop_requested()) return fail(ProblemKind::Stopped, "The proof was stopped.", "proof");
    return out;
}

}  // namespace hefty::proof
