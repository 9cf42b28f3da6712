#include "core/job/appraise/gate_paths.h"

#include <algorithm>
#include <set>

#include "core/armor/swinging.h"

namespace hefty::job {

using clearance::ConvexBody;
using clearance::Overlap;

namespace {

std::vector<ConvexBody> only(std::vector<ConvexBody> bodies, const std::string &id) {
    std::erase_if(bodies, [&id](const ConvexBody &b) { return b.id != id; });
    return bodies;
}

}  // namespace

std::vector<ConvexBody> swung(const std::vector<ConvexBody> &bodies, const armor::Gate &gate, double angle) {
    std::vector<ConvexBody> out;
    for (const ConvexBody &b : bodies)
        if (std::find(gate.parts.begin(), gate.parts.end(), b.id) != gate.parts.end()) {
            out.push_back(b);
            for (shape::Polygon3 &face : out.back().faces) armor::swing(face, gate, angle);
        }
    return out;
}

Result<std::vector<GateHit>> gateHits(const armor::Gate &gate, const std::vector<ConvexBody> &bodies,
                                      const std::vector<ConvexBody> &stay, double least,
                                      const std::stop_token &stop) {
    constexpr int steps = 64, halvings = 6;
    const auto areApart = [&](double angle, const Overlap &pair) {
        const auto found =
            clearance::overlaps(only(swung(bodies, gate, angle), pair.a), only(stay, pair.b), least);
        return found && found->empty();
    };
    std::vector<GateHit> out;
    std::set<std::pair<std::string, std::string>> told;
    for (int i = 0; i <= steps && !stop.stop_requested(); ++i) {
        const auto found = clearance::overlaps(swung(bodies, gate, gate.opens * i / steps), stay, least);
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

}  // namespace hefty::job
