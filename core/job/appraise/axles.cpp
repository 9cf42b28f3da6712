#include "core/job/appraise/axles.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/job/appraise/make_finding.h"

namespace hefty::job {
namespace {

using measure::Quantity;

working::Working loadWorking(const rig::RigGeometry &g, const rig::AxleLoads &laden,
                             const std::vector<rig::AddedMass> &added) {
    working::Working w;
    w.title = "What rests on the axles";
    w.given("F", "front axle as weighed", g.frontMass, "kg", "measured")
        .given("R", "rear axle as weighed", g.rearMass, "kg", "measured")
        .given("L", "wheelbase", g.wheelbase, "mm", "measured");
    for (const rig::AddedMass &m : added) {
        w.given(m.name, "mass added", m.mass, "kg", "mass list, drawing");
        w.given("x", "its place ahead of the front axle", m.at.x(), "mm", "mass list, drawing");
    }
    w.step("F_l", "on the front axle", "F + Σ m (x + L)/L", "", laden.front, "kg",
           "moments about the rear axle")
        .step("R_l", "on the rear axle", "R − Σ m x/L", "", laden.rear, "kg", "moments about the front axle");
    return w;
}

/// An axle that lifts, or a limit of the papers that is broken, stops: nothing is to be built on it.
void findFaults(Axles &out, const rig::RigGeometry &g, const rig::AxleLoads &light,
                const rig::AxleLoads &laden, const rig::WorstLoads &worst) {
    FindingList list;
    const auto lifts = [&](const char *id, const char *what, double mass) {
        if (mass > 0 || !out.lifted.empty()) return;
        out.lifted = fmt::format("With this load {} off the ground.", what);
        Finding &f = list.add(std::string("load/lifts/") + id, Severity::Stop, "measure", id,
                              out.lifted + " Check the masses and their places.");
        f.working = loadWorking(g, laden, out.added);
    };
    lifts("frontAxleMass", g.towed ? "the coupling is lifted" : "the front axle lifts",
          std::min(light.front, laden.front));
    lifts("rearAxleMass", "the rear axle lifts", std::min(light.rear, laden.rear));
    const auto limit = [&](const char *id, const char *what, double value, std::optional<double> most) {
        if (!most || !(*most > 0) || value <= *most) return;
        Finding &f = list.add(std::string("load/") + id, Severity::Stop, "measure", id,
                              {fmt::format("{}: {{0}}, the papers allow {{1}}.", what),
                               {{value, Quantity::Mass}, {*most, Quantity::Mass}}});
        f.value = value;
        f.limit = *most;
        f.quantity = Quantity::Mass;
        f.working = loadWorking(g, laden, out.added);
    };
    limit("grossLimit", "Laden with its armor", worst.total, g.grossLimit);
    limit("frontAxleLimit", "On the front axle", worst.front, g.frontLimit);
    limit("rearAxleLimit", "On the rear axle", worst.rear, g.rearLimit);
    out.findings = std::move(list.findings);
}

}  // namespace

Axles loadAxles(const rig::Vehicle &vehicle, const rig::RigGeometry &g,
                const std::vector<rig::AddedMass> &armor) {
    Axles out;
    const rig::AxleLoads weighed{g.frontMass, g.rearMass};
    out.added = armor;
    const rig::AxleLoads light = rig::axleLoads(g.wheelbase, weighed, out.added);
    for (const rig::MassItem &m : vehicle.loadout.masses)
        if (m.aboard) out.added.push_back({m.name, m.mass, m.at});
    const rig::AxleLoads laden = rig::axleLoads(g.wheelbase, weighed, out.added);
    // Up to full steps, so that a few kilograms more on one piece leave the proofs of the others as they are.
    constexpr double step = 10;  // kg
    const auto up = [](double mass) { return std::ceil(mass / step - 1e-9) * step; };
    const rig::WorstLoads worst{std::max(light.front, laden.front), std::max(light.rear, laden.rear),
                                std::max(light.total(), laden.total())};
    out.worst = {up(worst.front), up(worst.rear), up(worst.total)};
    findFaults(out, g, light, laden, worst);
    return out;
}

}  // namespace hefty::job
