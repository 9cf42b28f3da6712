#include "core/proof/push_over.h"

#include <algorithm>
#include <cmath>

#include <tbb/parallel_for.h>

namespace hefty::proof {
namespace {

constexpr double beyond = 1.5, elastic = 20;  // of the bend and mm: how far a push is followed
constexpr double drift = 5e-3;                // off the yield surface: half a percent of the load
constexpr double unitPush = 1000;             // N: the case that the collapse factor multiplies

Collapse described(const PushOver &out, const armor::StrikeSpot &spot, mechanics::PlasticSolution solution) {
    Collapse c;
    c.id = spot.id;
    c.title = spot.name;
    c.at = spot.at;
    c.direction = spot.direction;
    c.folds = solution.collapsed;
    c.load = solution.collapseFactor * unitPush;
    for (const mechanics::PlasticHinge &h : solution.hinges) {
        const auto beam = static_cast<std::size_t>(h.beam);
        const mechanics::FrameBeam &b = out.model.model.beams[beam];
        const Bar &bar = out.model.bars[beam];
        c.hinges.push_back({bar.part, h.beam, h.atTo,
                            out.model.model.nodes[static_cast<std::size_t>(h.atTo ? b.to : b.from)].at,
                            h.factor * unitPush, bar.part.starts_with("frame.")});
    }
    c.path = std::move(solution.path);
    for (mechanics::PlasticPoint &p : c.path) p.factor *= unitPush;
    c.shape = std::move(solution.collapse);
    return c;
}

}  // namespace

double Collapse::energyTo(double set) const {
    if (path.size() < 2) return 0;
    const double stiffness = path[1].factor / path[1].deflection;
    const auto stays = [stiffness](const mechanics::PlasticPoint &p) {
        return p.deflection - p.factor / stiffness;
    };
    for (std::size_t i = 1; i + 1 < path.size(); ++i) {
        const mechanics::PlasticPoint &a = path[i], &b = path[i + 1];
        if (stays(b) < set) continue;
        const double span = stays(b) - stays(a),
                     t = span > 0 ? std::clamp((set - stays(a)) / span, 0.0, 1.0) : 0;
        const double push = a.factor + t * (b.factor - a.factor);
        return a.work + (a.factor + push) / 2 * t * (b.deflection - a.deflection);
    }
    return path.back().work + load * std::max(0.0, set - stays(path.back()));
}

double Collapse::loadAt(double energy) const {
    for (std::size_t i = 0; i + 1 < path.size(); ++i) {
        const mechanics::PlasticPoint &a = path[i], &b = path[i + 1];
        if (b.work < energy) continue;
        // Between two events the load grows in a straight line: F2 = Fa2 + 2 k (E - Ea).
        const double give = b.deflection - a.deflection;
        const double stiffness = give > 0 ? (b.factor - a.factor) / give : 0;
        return std::sqrt(std::max(0.0, a.factor * a.factor + 2 * stiffness * (energy - a.work)));
    }
    return load;
}

std::optional<double> Collapse::railYields() const {
    for (const FoldHinge &h : hinges)
        if (h.vehicle) return h.load;
    return std::nullopt;
}

Result<PushOver> pushOver(const Assembly &assembly, const rig::RigGeometry &rig,
                          const stock::Material &railMaterial, double set) {
    auto model = idealize(assembly, rig, railMaterial, Detail::Strips);
    if (!model) return tl::unexpected(model.error());
    PushOver out;
    out.model = std::move(*model);
    mechanics::FrameModel &frame = out.model.model;
    for (std::size_t s = 0; s < assembly.strikes.size(); ++s) {
        frame.cases.push_back(assembly.strikes[s].id);
        frame.nodeLoads.push_back({static_cast<int>(s), out.model.strikeNodes[s],
                                   assembly.strikes[s].direction * unitPush, Vec3::Zero()});
    }
    std::vector<Result<mechanics::PlasticSolution>> found(
        assembly.strikes.size(), Result<mechanics::PlasticSolution>(mechanics::PlasticSolution{}));
    tbb::parallel_for(std::size_t{0}, found.size(), [&](std::size_t s) {
        found[s] = mechanics::solvePlastic(frame, static_cast<int>(s), {beyond * set + elastic, drift});
    });
    for (std::size_t s = 0; s < found.size(); ++s) {
        if (!found[s]) return tl::unexpected(found[s].error());
        out.collapses.push_back(described(out, assembly.strikes[s], std::move(*found[s])));
    }
    return out;
}

}  // namespace hefty::proof
