#include "core/proof/seam.h"

#include <algorithm>
#include <cmath>

namespace hefty::proof {

using joints::PointLoad;

Vec3 tieForce(const Proof &proof, int tie, std::size_t loadCase) {
    return proof.solution.cases[loadCase].ties[static_cast<std::size_t>(tie)];
}

std::vector<const WeldPiece *> piecesOf(const Proof &proof, int weld, int contact) {
    std::vector<const WeldPiece *> out;
    for (const WeldPiece &p : proof.idealization.weldPieces)
        if (p.weld == weld && (contact < 0 || p.contact == contact)) out.push_back(&p);
    return out;
}

PointLoad carried(const Proof &proof, const std::vector<const WeldPiece *> &pieces, std::size_t loadCase,
                  const Vec3 &at) {
    PointLoad sum{at, Vec3::Zero(), Vec3::Zero()};
    for (const WeldPiece *p : pieces) {
        const PointLoad load = p->spring >= 0
                                   ? springLoad(proof, p->spring, loadCase, p->at)
                                   : PointLoad{p->at, tieForce(proof, p->tie, loadCase), Vec3::Zero()};
        sum.force += load.force;
        sum.moment += load.moment + (p->at - at).cross(load.force);
    }
    return sum;
}

double chordStress(const CheckContext &context, const armor::TubePart &tube, const Vec3 &at,
                   std::size_t loadCase) {
    const mechanics::CaseSolution &solution = context.proof.solution.cases[loadCase];
    const double station = (at - tube.from).dot(tube.axes().x);
    double most = 0;
    const auto meet = [&most](const Bar &bar, const mechanics::Vec6 &f) {
        most = std::max(most, (std::abs(f(0)) / bar.properties.area + std::abs(f(4)) / bar.properties.Wely +
                               std::abs(f(5)) / bar.properties.Welz) /
                                  bar.material.yield);
    };
    const auto covers = [station](const Bar &bar) {
        return bar.stationTo >= station - 1 && bar.stationFrom <= station + 1;
    };
    const auto &bars = context.proof.idealization.bars;
    for (std::size_t b = 0; b < bars.size(); ++b)
        if (bars[b].part == tube.name && covers(bars[b]))
            for (const auto &f : {solution.beams[b].from, solution.beams[b].to}) meet(bars[b], f);
    const auto &walls = context.proof.idealization.walls;
    for (std::size_t i = 0; i < walls.size(); ++i) {
        const TubeShells &w = walls[i];
        if (w.part != tube.name || !covers(w.bar)) continue;
        const auto &forces = context.proof.ringForces[loadCase][i];
        // The ring before and the one behind.
        for (std::size_t r = 0; r < w.rings.size(); ++r)
            if (w.rings[r].station > station || r + 1 == w.rings.size()) {
                meet(w.bar, forces[r > 0 ? r - 1 : r]);
                meet(w.bar, forces[r]);
                break;
            }
    }
    return std::min(most, 0.99);
}

std::vector<Window> windowsOf(const std::vector<const WeldPiece *> &pieces, double leg) {
    std::vector<Window> out;
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        const auto sameLine = [&](std::size_t k) {
            return k < pieces.size() && pieces[k]->contact == pieces[i]->contact &&
                   pieces[k]->line == pieces[i]->line;
        };
        const bool first =
            i == 0 || pieces[i - 1]->contact != pieces[i]->contact || pieces[i - 1]->line != pieces[i]->line;
        Window w;
        std::size_t k = i;
        for (; sameLine(k) && w.length < shortestWeld * leg - 1e-9; ++k) {
            w.pieces.push_back(pieces[k]);
            w.length += pieces[k]->length;
        }
        if (w.length >= shortestWeld * leg - 1e-9 || first) out.push_back(std::move(w));
    }
    return out;
}

Vec3 windowForce(const Proof &proof, const Window &w, std::size_t loadCase) {
    Vec3 sum = Vec3::Zero();
    for (const WeldPiece *p : w.pieces) sum += tieForce(proof, p->tie, loadCase);
    return sum;
}

double windowStress(const Proof &proof, const Window &w, std::size_t loadCase, double leg) {
    return windowForce(proof, w, loadCase).norm() / (w.length * joints::throatPerLeg * leg);
}

}  // namespace hefty::proof
