#include "core/job/appraise/gate_paths.h"

#include <algorithm>
#include <set>

#include <fmt/format.h>

#include "core/armor/swinging.h"
#include "core/base/constants.h"
#include "core/clearance/overlaps.h"
#include "core/job/appraise/parts_through.h"
#include "core/job/names.h"

namespace hefty::job {

using clearance::ConvexBody;
using clearance::Overlap;

namespace {

std::vector<ConvexBody> only(std::vector<ConvexBody> bodies, const std::string &id) {
    std::erase_if(bodies, [&id](const ConvexBody &b) { return b.id != id; });
    return bodies;
}

/// Two parts that run into each other while a gate is opened.
struct GateHit {
    Overlap pair;      ///< what swings, what stays
    double angle = 0;  ///< rad of the way when they lie deeper in each other than throughWalls
};

Result<std::vector<GateHit>> gateHits(const armor::Gate &gate, const std::vector<ConvexBody> &bodies,
                                      const std::vector<ConvexBody> &stay, const std::stop_token &stop) {
    constexpr int steps = 64, halvings = 6;
    const auto areApart = [&](double angle, const Overlap &pair) {
        const auto found =
            clearance::overlaps(only(swung(bodies, gate, angle), pair.a), only(stay, pair.b), throughWalls);
        return found && found->empty();
    };
    std::vector<GateHit> out;
    std::set<std::pair<std::string, std::string>> told;
    for (int i = 0; i <= steps && !stop.stop_requested(); ++i) {
        const auto found =
            clearance::overlaps(swung(bodies, gate, gate.opens * i / steps), stay, throughWalls);
        if (!found) return tl::unexpected(found.error());
        for (const Overlap &o : *found) {
            if (!told.insert({o.a, o.b}).second) continue;
            double from = std::max(0, i - 1), to = i;  // free, and no longer
            for (int k = 0; k < halvings && i > 0; ++k) {
                const double middle = (from + to) / 2;
                (areApart(gate.opens * middle / steps, o) ? from : to) = middle;
            }
            out.push_back({o, gate.opens * to / steps});
        }
    }
    return out;
}

/// @param past   what stays, in the middle of a sentence
/// @param piece  that it is of, "@rear-frame"; empty: the same
FitProblem gateProblem(const armor::Assembly &of, const armor::Gate &g, const GateHit &hit,
                       const std::string &past, const std::string &piece) {
    using measure::Phrase, measure::Quantity;
    const std::string part = asObject(of, hit.pair.a);
    const double angle = std::abs(hit.angle);
    FitProblem p;
    p.id = fmt::format("gate/{}/own/{}~{}{}", g.name, hit.pair.a, hit.pair.b, piece);
    p.part = hit.pair.a;
    p.at = hit.pair.at;
    p.value = -hit.pair.depth;
    if (angle == 0)
        p.sentence = fmt::format("Shut already, {} stands in {}.", part, past);
    else
        p.sentence = {fmt::format("Swung out, {} runs into {} after {{0}} of {{1}}.", part, past),
                      {{angle, Quantity::Angle}, {std::abs(g.opens), Quantity::Angle}}};
    p.working.title = fmt::format("{} on its way past {}", of.labelOf(hit.pair.a), past);
    p.working.step("s", "where they first lie in each other", "bisection between free and touching", "",
                   degrees(angle), "°", "convex bodies, separating axes (docs/methods.md)");
    return p;
}

}  // namespace

std::vector<ConvexBody> swung(const std::vector<ConvexBody> &bodies, const armor::Gate &gate, double angle) {
    std::vector<ConvexBody> out;
    for (const ConvexBody &b : bodies)
        if (gate.swings(b.id)) {
            out.push_back(b);
            for (shape::Polygon3 &face : out.back().faces) armor::swing(face, gate, angle);
        }
    return out;
}

Result<std::vector<FitProblem>> ownGatesPast(const armor::Assembly &of, const std::vector<ConvexBody> &bodies,
                                             const std::stop_token &stop) {
    std::vector<FitProblem> out;
    for (const armor::Gate &g : of.gates) {
        std::vector<ConvexBody> stay = bodies;
        std::erase_if(stay, [&g](const ConvexBody &b) { return g.swings(b.id); });
        const auto hits = gateHits(g, bodies, stay, stop);
        if (!hits) return tl::unexpected(hits.error());
        for (const GateHit &h : *hits) out.push_back(gateProblem(of, g, h, asObject(of, h.pair.b), ""));
    }
    return out;
}

Result<std::vector<FitProblem>> gatesPast(const armor::Assembly &of, const PieceAppraisal &other,
                                          const std::stop_token &stop) {
    std::vector<FitProblem> out;
    if (of.gates.empty()) return out;
    const std::vector<ConvexBody> bodies = bodiesToFit(of), stay = bodiesToFit(other.shape());
    for (const armor::Gate &g : of.gates) {
        const auto hits = gateHits(g, bodies, stay, stop);
        if (!hits) return tl::unexpected(hits.error());
        for (const GateHit &h : *hits)
            if (h.angle != 0)
                out.push_back(gateProblem(
                    of, g, h, fmt::format("{} of \"{}\"", asObject(other.shape(), h.pair.b), other.id),
                    "@" + other.id));
    }
    return out;
}

}  // namespace hefty::job
