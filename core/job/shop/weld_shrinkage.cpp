#include "core/job/shop/weld_shrinkage.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/proof/analyses/weld_pull.h"

namespace hefty::job {
namespace {

using proof::PulledNode;
using proof::PulledShape;
using shape::Vec3;
using workshop::Distortion;
using State = std::vector<mechanics::Vec6>;

constexpr double worthTelling = 0.3;         // mm
constexpr double worthTellingTurn = 0.0035;  // rad, a fifth of a degree
constexpr const char *closerToTwin = "comes closer to its twin", *awayFromTwin = "moves away from its twin";
constexpr double shortest = 150;  // mm: of bars whose shape is told

std::vector<proof::ShrinkingSeam> shrinking(const std::vector<workshop::SeamWork> &seams) {
    std::vector<proof::ShrinkingSeam> out;
    for (const workshop::SeamWork &s : seams)
        out.push_back({s.joint, workshop::tendonForce(s.heat * s.passes), s.leg * s.leg / 2, s.leg, s.fits});
    return out;
}

std::vector<const PulledNode *> nodesOf(const PulledShape &shape, const armor::BarPart &bar) {
    std::vector<const PulledNode *> out;
    for (const PulledNode &p : shape.places)
        if (p.part == bar.name) out.push_back(&p);
    const Vec3 along = bar.axes().x;
    std::sort(out.begin(), out.end(), [&along](const PulledNode *a, const PulledNode *b) {
        return a->at.dot(along) < b->at.dot(along);
    });
    return out;
}

/// Largest way of a bar's middle line off the line between its ends.
Vec3 bowOf(const std::vector<const PulledNode *> &nodes, const State &state, const Vec3 &along) {
    const auto moved = [&state](const PulledNode *p) -> Vec3 {
        return state[static_cast<std::size_t>(p->node)].head<3>();
    };
    Vec3 most = Vec3::Zero();
    const double from = nodes.front()->at.dot(along), to = nodes.back()->at.dot(along);
    for (const PulledNode *p : nodes) {
        const double share = to > from ? (p->at.dot(along) - from) / (to - from) : 0;
        Vec3 off = moved(p) - (moved(nodes.front()) * (1 - share) + moved(nodes.back()) * share);
        off -= along * off.dot(along);
        if (off.norm() > most.norm()) most = off;
    }
    return most;
}

double twistOf(const std::vector<const PulledNode *> &nodes, const State &state, const Vec3 &along) {
    const auto turn = [&](const PulledNode *p) {
        return state[static_cast<std::size_t>(p->node)].tail<3>().dot(along);
    };
    return turn(nodes.back()) - turn(nodes.front());
}

/// The same piece pulled in three ways.
struct Runs {
    PulledShape free;
    std::optional<PulledShape> held, tied;
};

class ShapeTeller {
  public:
    ShapeTeller(const armor::Assembly &assembly, const Runs &runs, std::size_t seams)
        : m_in(assembly), m_runs(runs), m_seams(seams) {}

    std::vector<Distortion> tell() {
        for (const armor::BarPart &bar : m_in.bars)
            if (bar.straight() && bar.length() > shortest) tellBar(bar);
        for (std::size_t i = 0; i < m_in.mounts.size(); ++i)
            for (std::size_t j = i + 1; j < m_in.mounts.size(); ++j) tellPair(m_in.mounts[i], m_in.mounts[j]);
        return std::move(m_out);
    }

  private:
    void tellBar(const armor::BarPart &bar) {
        const auto nodes = nodesOf(m_runs.free, bar);
        if (nodes.size() < 2) return;
        const Vec3 along = bar.axes().x, off = bowOf(nodes, m_runs.free.released, along);
        if (off.norm() > worthTelling) {
            Distortion d =
                workshop::banded(fmt::format("bow {}", workshop::wayWord(off)), bar.name, off.norm(), false);
            d.way = off.normalized();
            d.advice =
                "Clamp it straight to a strongback until it is cold, bend it the other way by as much "
                "before, or "
                "weld its sides in turn.";
            finish(d, fmt::format("Bow of {}", m_in.labelOf(bar.name)),
                   [&](const State &s) { return bowOf(nodes, s, along).norm(); });
        }
        const double twist = twistOf(nodes, m_runs.free.released, along);
        if (std::abs(twist) > worthTellingTurn) {
            Distortion d = workshop::banded("twists", bar.name, std::abs(twist), true);
            d.advice = "Weld from the middle to both ends, left and right in turn, with its ends clamped.";
            finish(d, fmt::format("Twist of {}", m_in.labelOf(bar.name)),
                   [&](const State &s) { return std::abs(twistOf(nodes, s, along)); });
        }
    }

    /// Two mounts that are each other's mirror.
    void tellPair(const armor::BoltJoint &a, const armor::BoltJoint &b) {
        constexpr double alike = 1;  // mm
        const Vec3 p = a.plane.origin, q = b.plane.origin;
        if ((p - Vec3(q.x(), -q.y(), q.z())).norm() > alike || std::abs(p.y()) < 10) return;
        const Vec3 way = (q - p).normalized();
        const auto closes = [&](const PulledShape &shape, const State &s) {
            return (shape.moved(s, a.part, p) - shape.moved(s, b.part, q)).dot(way);
        };
        const double value = closes(m_runs.free, m_runs.free.released);
        if (std::abs(value) < worthTelling) return;
        Distortion d =
            workshop::banded(value > 0 ? closerToTwin : awayFromTwin, a.part, std::abs(value), false);
        d.way = way * (value > 0 ? 1 : -1);
        d.advice = value > 0 ? "Set both apart by as much before, tack a bar between them, or leave a gap "
                               "beside the rails "
                               "to be shimmed."
                             : "Set both closer by as much before, or tack a bar between them.";
        const double sign = value > 0 ? 1 : -1;
        const auto measure = [&](const PulledShape &shape) { return sign * closes(shape, shape.released); };
        finish(d, fmt::format("{} and {}", m_in.labelOf(a.part), m_in.labelOf(b.part)),
               [&](const State &s) { return sign * closes(m_runs.free, s); });
        if (m_runs.held) m_out.back().held = std::max(0.0, measure(*m_runs.held));
        if (m_runs.tied) m_out.back().tied = std::max(0.0, measure(*m_runs.tied));
    }

    template <class Measure>
    void finish(Distortion d, std::string title, const Measure &measure) {
        for (const State &s : m_runs.free.steps) d.steps.push_back(measure(s));
        if (m_runs.held) d.held = measure(m_runs.held->released);
        if (m_runs.tied) d.tied = measure(m_runs.tied->released);
        d.working.title = std::move(title);
        d.working.given("n", "seams, in their order", static_cast<double>(m_seams), "", "plan");
        d.working.step("d", "when all is cold and let go",
                       "sum over the seams of K⁻¹ f, K as stiff as the piece is by then", "", d.value,
                       d.angle ? "rad" : "mm",
                       "inherent strains by Leggatt 1983 and Blodgett 7.7 (docs/methods.md)");
        if (d.held >= 0)
            d.working.step("h", "bolted to its jig until it is cold",
                           "the same, then the jig's push taken away", "", d.held, d.angle ? "rad" : "mm",
                           "");
        if (d.tied >= 0)
            d.working.step("t", "with a bar tacked between the mounts as well", "the same", "", d.tied,
                           d.angle ? "rad" : "mm", "");
        d.working.note(
            "Half to one and a half of it is what such a figure is worth; the shop's own log is better.");
        m_out.push_back(std::move(d));
    }

    const armor::Assembly &m_in;
    const Runs &m_runs;
    std::size_t m_seams;
    std::vector<Distortion> m_out;
};

/// By what this shop's welds pull against what is computed.
std::vector<Distortion> scaled(std::vector<Distortion> list, double factor) {
    if (factor == 1) return list;
    for (Distortion &d : list) {
        d.value *= factor;
        d.low *= factor;
        d.high *= factor;
        for (double *v : {&d.held, &d.tied})
            if (*v >= 0) *v *= factor;
        for (double &v : d.steps) v *= factor;
        d.working.step("d'", "of this shop", "d times what its welds pull against what is computed", "",
                       d.value, d.angle ? "rad" : "mm", "house rule");
    }
    return list;
}

/// Bars between the places of mounts that mirror each other.
std::vector<std::pair<PulledNode, PulledNode>> tiesOf(const armor::Assembly &a, const PulledShape &shape) {
    const auto nearest = [&shape](const armor::BoltJoint &m) -> const PulledNode * {
        const PulledNode *best = nullptr;
        for (const PulledNode &p : shape.places)
            if (p.part == m.part &&
                (!best || (p.at - m.plane.origin).norm() < (best->at - m.plane.origin).norm()))
                best = &p;
        return best;
    };
    std::vector<std::pair<PulledNode, PulledNode>> out;
    for (std::size_t i = 0; i < a.mounts.size(); ++i)
        for (std::size_t j = i + 1; j < a.mounts.size(); ++j) {
            const Vec3 p = a.mounts[i].plane.origin, q = a.mounts[j].plane.origin;
            if ((p - Vec3(q.x(), -q.y(), q.z())).norm() > 1 || std::abs(p.y()) < 10) continue;
            const PulledNode *one = nearest(a.mounts[i]), *other = nearest(a.mounts[j]);
            if (one && other) out.emplace_back(*one, *other);
        }
    return out;
}

/// @param jig  with what a jig and a tacked bar make of it
std::vector<Distortion> toldShrinkage(const armor::Assembly &a, const rig::RigGeometry &rig,
                                      const std::vector<workshop::SeamWork> &seams, bool jig,
                                      const std::stop_token &stop, double factor) {
    if (seams.empty()) return {};
    std::vector<Distortion> closed = workshop::shrinkage(a, seams);
    stock::Material steel;  // of the rails or of the jig that stands for them
    steel.E = 210000;
    steel.density = 7.85e-6;
    steel.yield = 235;
    const auto list = shrinking(seams);
    auto free = proof::weldPull(a, rig, steel, list, {}, stop);
    if (!free) return scaled(std::move(closed), factor);
    Runs runs{std::move(*free), {}, {}};
    if (jig) {
        if (auto held = proof::weldPull(a, rig, steel, list, {true, {}}, stop)) runs.held = std::move(*held);
        const auto ties = tiesOf(a, runs.free);
        if (!ties.empty())
            if (auto tied = proof::weldPull(a, rig, steel, list, {true, ties}, stop))
                runs.tied = std::move(*tied);
    }
    std::vector<Distortion> out = ShapeTeller(a, runs, seams.size()).tell();
    for (Distortion &d : closed)
        if (d.what == "leans") out.push_back(std::move(d));
    std::stable_sort(out.begin(), out.end(), [](const Distortion &x, const Distortion &y) {
        return x.value * (x.angle ? 100 : 1) > y.value * (y.angle ? 100 : 1);
    });
    return scaled(std::move(out), factor);
}

}  // namespace

std::vector<Distortion> weldShrinkage(const armor::Assembly &a, const rig::RigGeometry &rig,
                                      const std::vector<workshop::SeamWork> &seams,
                                      const std::stop_token &stop, double factor) {
    return toldShrinkage(a, rig, seams, true, stop, factor);
}

std::vector<Distortion> freeShrinkage(const armor::Assembly &a, const rig::RigGeometry &rig,
                                      const std::vector<workshop::SeamWork> &seams,
                                      const std::stop_token &stop, double factor) {
    return toldShrinkage(a, rig, seams, false, stop, factor);
}

std::optional<double> learnedShrinkage(const Job &job, const Appraisal &appraisal) {
    constexpr double least = 0.5, lowest = 0.2, highest = 5;  // mm; factors that heat and hands can make
    std::vector<double> ratios;
    for (const PieceAppraisal &piece : appraisal.pieces) {
        if (!piece.asBuilt) continue;
        for (const Distortion &d : piece.distortion) {
            const bool closer = d.what == closerToTwin;
            if ((!closer && d.what != awayFromTwin) || d.value < least) continue;
            // The right side stands at a y below 0: up in y is toward the left.
            const double measured = piece.asBuilt->moved.y() * (closer ? 1 : -1);
            ratios.push_back(job.rules.shrinkFactor * measured / d.value);
        }
    }
    if (ratios.empty()) return std::nullopt;
    std::sort(ratios.begin(), ratios.end());
    return std::clamp(ratios[ratios.size() / 2], lowest, highest);
}

}  // namespace hefty::job
