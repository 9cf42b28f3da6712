#include "core/proof/analyses/push_over.h"

#include <algorithm>
#include <cmath>

#include "core/base/parallel.h"

namespace hefty::proof {
namespace {

constexpr double beyond = 1.5, elastic = 20;  // of the bend and mm: how far a push is followed
constexpr double drift = 5e-3;                // off the yield surface: half a percent of the load
constexpr int mostSteps = 150;                // beyond them the push is taken as constant, as it grows slowly
constexpr double unitPush = 1000;             // N: the case that the collapse factor multiplies

/// Where it is pushed, and at which node of the model.
struct Push {
    Collapse head;
    int node = -1;
};

std::vector<Push> pushesOn(const Assembly &assembly, const Idealization &model) {
    std::vector<Push> out;
    for (std::size_t i = 0; i < assembly.strikes.size(); ++i) {
        const armor::StrikeSpot &s = assembly.strikes[i];
        Push p;
        p.head.id = s.id;
        p.head.title = s.name;
        p.head.at = s.at;
        p.head.direction = s.direction;
        p.node = model.strikeNodes[i];
        out.push_back(std::move(p));
    }
    for (std::size_t i = 0; i < assembly.grounds.size(); ++i) {
        const armor::GroundSpot &g = assembly.grounds[i];
        if (g.kind != armor::GroundSpot::Kind::Rock || model.groundNodes[i] < 0) continue;
        Push p;
        p.head.id = "drop." + g.id;
        p.head.title = g.name;
        p.head.at = g.at;
        p.head.direction = g.push;
        p.head.dropped = true;
        p.head.share = g.share;
        p.node = model.groundNodes[i];
        out.push_back(std::move(p));
    }
    return out;
}

Collapse described(const PushOver &out, Collapse c, mechanics::PlasticSolution solution) {
    c.folds = solution.collapsed;
    c.load = solution.collapseFactor * unitPush;
    for (const mechanics::PlasticHinge &h : solution.hinges) {
        const auto beam = static_cast<std::size_t>(h.beam);
        const mechanics::FrameBeam &b = out.model.model.beams[beam];
        const Bar &bar = out.model.bars[beam];
        c.hinges.push_back({bar.part, h.beam, h.atTo,
                            out.model.model.nodes[static_cast<std::size_t>(h.atTo ? b.to : b.from)].at,
                            h.factor * unitPush, bar.vehicle});
    }
    c.path = std::move(solution.path);
    for (mechanics::PlasticPoint &p : c.path) p.factor *= unitPush;
    c.shape = std::move(solution.collapse);
    return c;
}

}  // namespace

namespace {

/// Where along its path a bend of `set` mm stays once the load is gone: the last event before, and how far
/// on.
struct Reached {
    double give = 0, energy = 0;
};

Reached reachedAt(const Collapse &c, double set) {
    const auto &path = c.path;
    if (path.size() < 2) return {};
    const double stiffness = path[1].factor / path[1].deflection;
    const auto stays = [stiffness](const mechanics::PlasticPoint &p) {
        return p.deflection - p.factor / stiffness;
    };
    for (std::size_t i = 1; i + 1 < path.size(); ++i) {
        const mechanics::PlasticPoint &a = path[i], &b = path[i + 1];
        if (stays(b) < set) continue;
        const double span = stays(b) - stays(a),
                     t = span > 0 ? std::clamp((set - stays(a)) / span, 0.0, 1.0) : 0;
        const double push = a.factor + t * (b.factor - a.factor), give = t * (b.deflection - a.deflection);
        return {a.deflection + give, a.work + (a.factor + push) / 2 * give};
    }
    const double more = std::max(0.0, set - stays(path.back()));
    return {path.back().deflection + more, path.back().work + c.load * more};
}

}  // namespace

double Collapse::energyTo(double set) const {
    return reachedAt(*this, set).energy;
}

double Collapse::giveTo(double set) const {
    return reachedAt(*this, set).give;
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
    frame.contacts.clear();  // what bears one way only is left out: it could only carry with the piece
    std::vector<Push> pushes = pushesOn(assembly, out.model);
    for (std::size_t s = 0; s < pushes.size(); ++s) {
        frame.cases.push_back(pushes[s].head.id);
        frame.nodeLoads.push_back(
            {static_cast<int>(s), pushes[s].node, pushes[s].head.direction * unitPush, Vec3::Zero()});
    }
    std::vector<Result<mechanics::PlasticSolution>> found(
        pushes.size(), Result<mechanics::PlasticSolution>(mechanics::PlasticSolution{}));
    parallel::forEach(found.size(), [&](std::size_t s) {
        found[s] =
            mechanics::solvePlastic(frame, static_cast<int>(s), {beyond * set + elastic, drift, mostSteps});
    });
    for (std::size_t s = 0; s < found.size(); ++s) {
        if (!found[s]) return tl::unexpected(found[s].error());
        out.collapses.push_back(described(out, std::move(pushes[s].head), std::move(*found[s])));
    }
    return out;
}

}  // namespace hefty::proof
