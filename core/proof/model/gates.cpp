#include "core/proof/model/gates.h"

#include <cmath>
#include <tuple>

#include "core/base/constants.h"

namespace hefty::proof {
namespace {

Vec3 springForce(int spring, const mechanics::CaseSolution &solution) {
    return solution.springs[static_cast<std::size_t>(spring)].head<3>();
}

void addGravity(Idealization &idealization, const std::string &id, double slope) {
    idealization.model.cases.push_back(id);
    idealization.model.accelerations.push_back(
        {static_cast<int>(idealization.model.cases.size()) - 1,
         Vec3(0, std::sin(slope), -std::cos(slope)) * standardGravity});
}

/// How far a latch comes down when it is let go and the gate has not swung yet.
Result<double> sagOf(const Assembly &assembly, const armor::Gate &gate, std::size_t index,
                     const rig::RigGeometry &rig, const stock::Material &rail) {
    auto hanging = idealize(armor::opened(assembly, gate, 0), rig, rail, Detail::Strips);
    if (!hanging) return tl::unexpected(hanging.error());
    addGravity(*hanging, "level", 0);
    const auto solution = mechanics::solveStatic(hanging->model);
    if (!solution) return tl::unexpected(solution.error());
    const int latch = hanging->gates[index].latchPlace;
    return -solution->cases[0].displacements[static_cast<std::size_t>(latch)].z();
}

Result<OpenGate> openOne(const Assembly &assembly, std::size_t index, const rig::RigGeometry &rig,
                         const stock::Material &rail, const HouseRules &rules) {
    const armor::Gate &gate = assembly.gates[index];
    OpenGate out;
    out.gate = static_cast<int>(index);
    const auto sag = sagOf(assembly, gate, index, rig, rail);
    if (!sag) return tl::unexpected(sag.error());
    out.sag = *sag;
    auto open = idealize(armor::opened(assembly, gate, gate.opens), rig, rail, Detail::Strips);
    if (!open) return tl::unexpected(open.error());
    out.model = std::move(*open);
    for (const auto &[id, title, slope] :
         {std::tuple("level", "open, on level ground", 0.0),
          std::tuple("left", "open, sloping to the left", rules.gateSlope),
          std::tuple("right", "open, sloping to the right", -rules.gateSlope)}) {
        addGravity(out.model, id, slope);
        out.titles.emplace_back(title);
    }
    const auto solution = mechanics::solveStatic(out.model.model);
    if (!solution) return tl::unexpected(solution.error());
    const Vec3 axis = (gate.high - gate.low).normalized();
    const GateSprings &s = out.model.gates[index];
    for (const mechanics::CaseSolution &c : solution->cases) {
        out.hinge.push_back(hingeForces(out.model, index, c));
        out.drift.push_back(axis.dot(c.springs[static_cast<std::size_t>(s.holder)].tail<3>()));
        out.spindle.push_back(c.beams[static_cast<std::size_t>(s.root)].from);
    }
    return out;
}

}  // namespace

Result<std::vector<OpenGate>> openGates(const Assembly &assembly, const rig::RigGeometry &rig,
                                        const stock::Material &railMaterial, const HouseRules &rules) {
    std::vector<OpenGate> out;
    for (std::size_t i = 0; i < assembly.gates.size(); ++i) {
        auto open = openOne(assembly, i, rig, railMaterial, rules);
        if (!open) return tl::unexpected(open.error());
        out.push_back(std::move(*open));
    }
    return out;
}

HingeForces hingeForces(const Idealization &idealization, std::size_t gate,
                        const mechanics::CaseSolution &solution) {
    // A spring's force is what it does to its `from` side, the spindle: on the gate it is the other way.
    const GateSprings &s = idealization.gates[gate];
    return {-springForce(s.lower, solution), -springForce(s.upper, solution)};
}

}  // namespace hefty::proof
