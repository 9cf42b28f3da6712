#include "core/proof/strength/seam.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <iterator>

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

double chordStress(const CheckContext &context, const armor::BarPart &tube, const Vec3 &at,
                   std::size_t loadCase) {
    const mechanics::CaseSolution &solution = context.proof.solution.cases[loadCase];
    const double station = tube.stationOf(at);
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

namespace {

/// The window of a length that begins with a stretch of a line and goes on in steps of `by`; shorter if the
/// line ends.
Window windowFrom(const std::vector<const WeldPiece *> &line, std::ptrdiff_t at, std::ptrdiff_t by,
                  double length) {
    Window w;
    for (; at >= 0 && at < std::ssize(line) && w.length < length - 1e-9; at += by) {
        const WeldPiece *p = line[static_cast<std::size_t>(at)];
        const double share = std::min(1.0, (length - w.length) / p->length);
        w.parts.push_back({p, share});
        w.length += share * p->length;
    }
    return w;
}

}  // namespace

std::vector<Window> windowsOf(const std::vector<const WeldPiece *> &pieces, double leg) {
    std::vector<Window> out;
    const double least = shortestWeld * leg;
    for (std::size_t from = 0, to = 0; from < pieces.size(); from = to) {
        while (to < pieces.size() && pieces[to]->contact == pieces[from]->contact &&
               pieces[to]->line == pieces[from]->line)
            ++to;
        const std::vector<const WeldPiece *> line(pieces.begin() + static_cast<std::ptrdiff_t>(from),
                                                  pieces.begin() + static_cast<std::ptrdiff_t>(to));
        std::vector<Window> here;
        for (std::ptrdiff_t i = 0; i < std::ssize(line); ++i)
            for (const std::ptrdiff_t by : {1, -1})
                if (Window w = windowFrom(line, i, by, least); w.length > least - 1e-6)
                    here.push_back(std::move(w));
        if (here.empty()) here.push_back(windowFrom(line, 0, 1, least));
        std::move(here.begin(), here.end(), std::back_inserter(out));
    }
    return out;
}

Vec3 windowForce(const Proof &proof, const Window &w, std::size_t loadCase) {
    Vec3 sum = Vec3::Zero();
    for (const Window::Part &p : w.parts) sum += p.share * tieForce(proof, p.piece->tie, loadCase);
    return sum;
}

double windowStress(const Proof &proof, const Window &w, std::size_t loadCase, double leg) {
    return windowForce(proof, w, loadCase).norm() / (w.length * joints::throatPerLeg * leg);
}

Result<joints::WeldGroup> weldGroupOf(const armor::WeldJoint &joint, double leg) {
    std::vector<joints::WeldSegment> segments;
    for (const armor::Contact &c : joint.contacts)
        for (const armor::WeldLine &l : c.lines)
            segments.push_back({fmt::format("{}", segments.size() + 1), l.from, l.to, leg});
    return joints::WeldGroup::make(std::move(segments));
}

joints::ThroatStress throatStressOf(const joints::WeldGroup &group, const armor::WeldJoint &joint,
                                    joints::PointLoad load) {
    auto stress = group.stress(load);
    if (!stress) {
        const armor::WeldLine &l = joint.contacts[0].lines[0];
        const Vec3 axis = (l.to - l.from).normalized();
        load.moment -= axis * axis.dot(load.moment);
        stress = group.stress(load);
    }
    return stress.value_or(joints::ThroatStress{});
}

}  // namespace hefty::proof
