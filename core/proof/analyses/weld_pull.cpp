#include "core/proof/analyses/weld_pull.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <optional>

#include <fmt/format.h>

#include "core/mechanics/frame_solver.h"

namespace hefty::proof {
namespace {

using mechanics::Matrix6;
using mechanics::Vec6;

constexpr double tackShare = 0.15;  // of a seam's length that its tacks hold
constexpr double loose = 1e-6;      // of the stiffness of a seam, where a part is not there
constexpr double alongLine = 0.7;   // cosine
constexpr double piece = 20;        // mm of a seam
constexpr double inch = 25.4;
constexpr double ground = 1e-2;  // N/mm at every node, so that a piece in the air stays where it is
constexpr double tieStiffness = 1e5;

class Puller {
  public:
    Puller(const Assembly &assembly, Idealization ideal, const PullOptions &options)
        : m_in(assembly), m_ideal(std::move(ideal)), m_options(options) {
        mechanics::FrameModel &m = m_ideal.model;
        m.cases = {"pull"};
        m.accelerations.clear();
        m.nodeLoads.clear();
        m.contacts.clear();
        m_springs = m.springs;
        if (!options.held) letGo(m_springs);
        Matrix6 weak = Matrix6::Zero();
        weak.diagonal() << ground, ground, ground, ground * 1e3, ground * 1e3, ground * 1e3;
        for (std::size_t n = 0; n < m.nodes.size(); ++n)
            m_ground.push_back({fmt::format("ground{}", n), static_cast<int>(n), -1, weak});
        for (std::size_t b = 0; b < m_ideal.bars.size(); ++b)
            if (!m_ideal.bars[b].vehicle) m_beams[m_ideal.bars[b].part].push_back(b);
    }

    Result<PulledShape> run(const std::vector<ShrinkingSeam> &seams, const std::stop_token &stop) {
        PulledShape out;
        listPlaces(out);
        m_fittedAt.clear();
        for (std::size_t k = 0; k < seams.size(); ++k)
            if (!seams[k].fits.empty()) m_fittedAt.try_emplace(seams[k].fits, static_cast<int>(k));
        for (std::size_t k = 0; k < seams.size(); ++k) m_weldedAt[seams[k].joint] = static_cast<int>(k);
        std::vector<Vec6> sum(m_ideal.model.nodes.size(), Vec6::Zero());
        for (std::size_t k = 0; k < seams.size(); ++k) {
            if (stop.stop_requested()) return fail(ProblemKind::Stopped, "Stopped.");
            m_ideal.model.nodeLoads.clear();
            pull(seams[k]);
            if (auto r = solveAt(static_cast<int>(k), m_options.held, sum); !r)
                return tl::unexpected(r.error());
            out.steps.push_back(sum);
        }
        out.released = sum;
        if (seams.empty() || (!m_options.held && m_options.tied.empty())) return out;
        // What held it pushed it by its stiffness times how far it had gone: that push goes.
        m_ideal.model.nodeLoads.clear();
        releaseHolds(sum);
        m_released = true;
        if (auto r = solveAt(static_cast<int>(seams.size()), false, out.released); !r)
            return tl::unexpected(r.error());
        return out;
    }

  private:
    /// Springs and ties of mounts, slips and fixings of no stiffness.
    void letGo(std::vector<mechanics::FrameSpring> &springs) const {
        for (const int s : holds()) springs[static_cast<std::size_t>(s)].stiffness *= 1e-9;
    }
    std::vector<int> holds() const {
        std::vector<int> out;
        for (const auto &list : m_ideal.mountSprings) out.insert(out.end(), list.begin(), list.end());
        for (const SlipSprings &s : m_ideal.slips)
            for (const int i : {s.mouth, s.inner, s.pin})
                if (i >= 0) out.push_back(i);
        for (const int i : m_ideal.fixingSprings)
            if (i >= 0) out.push_back(i);
        return out;
    }

    void listPlaces(PulledShape &out) const {
        for (const auto &[part, beams] : m_beams)
            for (const std::size_t b : beams)
                for (const int n : {m_ideal.model.beams[b].from, m_ideal.model.beams[b].to})
                    out.places.push_back({part, m_ideal.model.nodes[static_cast<std::size_t>(n)].at, n});
    }

    [[nodiscard]] int fittedAt(const std::string &part) const {
        const auto it = m_fittedAt.find(part);
        return it == m_fittedAt.end() ? 0 : it->second;
    }
    /// Of a joint's stiffness at a step.
    [[nodiscard]] double shareAt(const armor::WeldJoint &joint, int step) const {
        if (joint.isFold()) return fittedAt(joint.a) <= step && fittedAt(joint.b) <= step ? 1 : loose;
        const auto it = m_weldedAt.find(joint.name);
        if (it != m_weldedAt.end() && it->second <= step) return 1;
        return fittedAt(joint.a) <= step && fittedAt(joint.b) <= step ? tackShare : loose;
    }

    Result<bool> solveAt(int step, bool held, std::vector<Vec6> &sum) {
        mechanics::FrameModel model = m_ideal.model;
        model.springs = m_springs;
        if (m_options.held && !held) letGo(model.springs);
        for (const WeldPiece &w : m_ideal.weldPieces)
            if (w.spring >= 0)
                model.springs[static_cast<std::size_t>(w.spring)].stiffness *=
                    shareAt(m_in.welds[static_cast<std::size_t>(w.weld)], step);
        model.springs.insert(model.springs.end(), m_ground.begin(), m_ground.end());
        if (!m_released)
            for (const auto &[a, b] : m_options.tied)
                model.springs.push_back({"tied", a.node, b.node, tieOf(a, b)});
        const auto solved = mechanics::solveStatic(model);
        if (!solved) return tl::unexpected(solved.error());
        const auto &moved = solved->cases[0].displacements;
        for (std::size_t n = 0; n < sum.size(); ++n) sum[n] += moved[n];
        return true;
    }

    /// Holds two places apart along the line between them.
    static Matrix6 tieOf(const PulledNode &a, const PulledNode &b) {
        Matrix6 k = Matrix6::Zero();
        const Vec3 way = (b.at - a.at).normalized();
        k.topLeftCorner<3, 3>() = way * way.transpose() * tieStiffness;
        return k;
    }

    void load(int node, const Vec3 &force, const Vec3 &moment) {
        m_ideal.model.nodeLoads.push_back({0, node, force, moment});
    }

    void releaseHolds(const std::vector<Vec6> &sum) {
        const auto give = [&](int from, int to, const Matrix6 &k) {
            Vec6 apart = -sum[static_cast<std::size_t>(from)];
            if (to >= 0) apart += sum[static_cast<std::size_t>(to)];
            const Vec6 f = k * apart;  // what the spring did to its from end
            load(from, -f.head<3>(), -f.tail<3>());
            if (to >= 0) load(to, f.head<3>(), f.tail<3>());
        };
        if (m_options.held)
            for (const int s : holds()) {
                const auto &spring = m_springs[static_cast<std::size_t>(s)];
                give(spring.from, spring.to, spring.stiffness);
            }
        for (const auto &[a, b] : m_options.tied) give(a.node, b.node, tieOf(a, b));
    }

    void pull(const ShrinkingSeam &seam) {
        for (const armor::WeldJoint &joint : m_in.welds) {
            if (joint.name != seam.joint) continue;
            for (const armor::Contact &c : joint.contacts)
                for (const armor::WeldLine &l : c.lines) {
                    if (l.skin) continue;
                    const double length = (l.to - l.from).norm();
                    const int parts = std::clamp(static_cast<int>(length / piece), 1, 200);
                    const Vec3 d = (l.to - l.from) / parts;
                    for (int i = 0; i < parts; ++i)
                        for (const std::string &part : {joint.a, joint.b})
                            shorten(part, {l.from + d * i, l.from + d * (i + 1)}, seam, c.normal);
                }
        }
    }

    /// The beam of a part beside a place, of those that run along a direction or across it.
    [[nodiscard]] std::optional<std::size_t> beamAt(const std::string &part, const Vec3 &at, const Vec3 &way,
                                                    bool along) const {
        const auto it = m_beams.find(part);
        if (it == m_beams.end()) return std::nullopt;
        std::optional<std::size_t> best;
        double least = 1e300;
        for (const std::size_t b : it->second) {
            const auto [from, to] = endsOf(b);
            const Vec3 d = to - from;
            if (!(d.norm() > 1) || (std::abs(d.normalized().dot(way)) > alongLine) != along) continue;
            const double t = std::clamp((at - from).dot(d) / d.squaredNorm(), 0.0, 1.0);
            const double off = (from + d * t - at).norm();
            if (off < least) {
                least = off;
                best = b;
            }
        }
        return best;
    }
    [[nodiscard]] std::pair<Vec3, Vec3> endsOf(std::size_t b) const {
        const auto &beam = m_ideal.model.beams[b];
        return {m_ideal.model.nodes[static_cast<std::size_t>(beam.from)].at,
                m_ideal.model.nodes[static_cast<std::size_t>(beam.to)].at};
    }

    void shorten(const std::string &part, const armor::WeldLine &line, const ShrinkingSeam &seam,
                 const Vec3 &normal) {
        const Vec3 d = line.to - line.from, at = (line.from + line.to) / 2;
        const double length = d.norm();
        if (length < 0.1) return;
        const Vec3 way = d / length;
        // Along it: half of the tendon's force is the part's, over so much of the beam as the line covers.
        if (const auto b = beamAt(part, at, way, true)) {
            const auto [from, to] = endsOf(*b);
            const Vec3 x = (to - from).normalized();
            squeeze(*b, at, seam.tendon / 2 * length * std::abs(way.dot(x)) / (to - from).norm());
        }
        // Across it: a strip of metal as long as the line becomes shorter.
        if (const auto b = beamAt(part, at, way, false)) {
            const Bar &bar = m_ideal.bars[*b];
            const double thickness = bar.isPlate ? bar.width : std::max(bar.wall, 0.1);
            const auto [from, to] = endsOf(*b);
            const double L = (to - from).norm();
            const double strip = length * thickness * (0.10 * seam.area / thickness) / 2;
            squeeze(*b, bar.isPlate ? onPlate(*b, at) : at, bar.material.E * strip / L);
            if (bar.isPlate) fold(*b, at, normal, seam, length);
        }
    }
    /// On the middle plane of the plate that a beam is a strip of.
    [[nodiscard]] Vec3 onPlate(std::size_t b, const Vec3 &at) const {
        const armor::SheetPart &s = *m_in.sheet(m_ideal.bars[b].part);
        return at - s.axes.z * (at - s.axes.origin).dot(s.axes.z);
    }

    /// What shortens a beam at a place by as much as a force through it would all along: its ends are pulled
    /// together, and it is bent where the place is.
    void squeeze(std::size_t b, const Vec3 &at, double force) {
        const auto &beam = m_ideal.model.beams[b];
        const auto [from, to] = endsOf(b);
        const Vec3 x = (to - from).normalized(), off = (at - from) - x * (at - from).dot(x);
        load(beam.from, x * force, Vec3::Zero());
        load(beam.to, -x * force, Vec3::Zero());
        bend(b, at, off.cross(x) * (force * (to - from).norm()));
    }

    /// Loads that stand for a kink of a beam at a place: what holds its ends where they would be without it,
    /// as stiff as it is against bending and shear.
    /// @param m  bending stiffness times the kink, N mm2, at right angles to the beam
    void bend(std::size_t b, const Vec3 &at, const Vec3 &m) {
        const auto &beam = m_ideal.model.beams[b];
        const auto &section = m_ideal.model.sections[static_cast<std::size_t>(beam.section)];
        const auto [from, to] = endsOf(b);
        const Vec3 x = (to - from).normalized(), z = (beam.up - x * beam.up.dot(x)).normalized(),
                   y = z.cross(x);
        bendAbout(b, at, y * m.dot(y), section.Iy, section.Asz);
        bendAbout(b, at, z * m.dot(z), section.Iz, section.Asy);
    }
    void bendAbout(std::size_t b, const Vec3 &at, const Vec3 &m, double I, const std::optional<double> &As) {
        const auto &beam = m_ideal.model.beams[b];
        const auto &material = m_ideal.model.materials[static_cast<std::size_t>(beam.material)];
        const auto [from, to] = endsOf(b);
        const double L = (to - from).norm();
        const Vec3 x = (to - from) / L;
        const double on = std::clamp((at - from).dot(x) / L, 0.0, 1.0);
        // Timoshenko's beam (Przemieniecki 1968, 5.6): short ones give by shear.
        const double phi = As ? 12 * material.E * I / (material.shearModulus() * *As * L * L) : 0;
        const Vec3 f = x.cross(m) * ((6 - 12 * on) / (L * L * (1 + phi)));
        load(beam.from, -f, m * ((4 - 6 * on + phi) / (L * (1 + phi))));
        load(beam.to, f, m * ((2 - 6 * on - phi) / (L * (1 + phi))));
    }

    /// A plate that a fillet lies on rises to both sides of it: 0.02 W w^1.3/t^2 over W in inches (Blodgett).
    void fold(std::size_t b, const Vec3 &at, const Vec3 &normal, const ShrinkingSeam &seam, double length) {
        const Bar &bar = m_ideal.bars[b];
        const armor::SheetPart &s = *m_in.sheet(bar.part);
        if (std::abs(s.axes.z.dot(normal)) < alongLine) return;  // it stands there by its edge
        const double side = (at - s.axes.origin).dot(s.axes.z);
        if (std::abs(side) < 0.4 * s.thickness) return;
        const double turn = 0.02 * std::pow(seam.leg / inch, 1.3) / std::pow(s.thickness / inch, 2);
        const double share = std::min(1.0, length / std::max(bar.height, length));
        const auto [from, to] = endsOf(b);
        const Vec3 x = (to - from).normalized(), up = s.axes.z * (side > 0 ? 1 : -1);
        const Vec3 axis = x.cross(up).normalized();  // turns a beam's end toward the seam's side
        bend(b, at, -axis * (bar.material.E * bar.properties.Iz * turn * share));
    }

    const Assembly &m_in;
    Idealization m_ideal;
    const PullOptions &m_options;
    std::vector<mechanics::FrameSpring> m_springs, m_ground;
    std::map<std::string, std::vector<std::size_t>> m_beams;
    std::map<std::string, int> m_fittedAt, m_weldedAt;
    bool m_released = false;
};

}  // namespace

Vec3 PulledShape::moved(const std::vector<Vec6> &state, const std::string &part, const Vec3 &at) const {
    const PulledNode *best = nullptr;
    for (const PulledNode &p : places)
        if (p.part == part && (!best || (p.at - at).norm() < (best->at - at).norm())) best = &p;
    if (!best) return Vec3::Zero();
    const Vec6 &u = state[static_cast<std::size_t>(best->node)];
    return u.head<3>() + Vec3(u.tail<3>()).cross(at - best->at);
}

Result<PulledShape> weldPull(const Assembly &assembly, const rig::RigGeometry &rig,
                             const stock::Material &railMaterial, const std::vector<ShrinkingSeam> &seams,
                             const PullOptions &options, const std::stop_token &stop) {
    auto ideal = idealize(assembly, rig, railMaterial, Detail::Strips);
    if (!ideal) return tl::unexpected(ideal.error());
    return Puller(assembly, std::move(*ideal), options).run(seams, stop);
}

}  // namespace hefty::proof
