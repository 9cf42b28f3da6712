#include "core/mechanics/plastic.h"

#include <algorithm>
#include <cmath>
#include <memory>
#include <set>

#include <fmt/format.h>

#include "core/mechanics/case_subset.h"
#include "core/mechanics/eigen_analysis.h"
#include "core/mechanics/frame_assembly.h"
#include "core/mechanics/frame_solver.h"
#include "core/mechanics/hinged_frame.h"

namespace hefty::mechanics {
namespace {

constexpr int loadedPieces = 24;    ///< of a beam with a load on it
constexpr double onSurface = 1e-9;  ///< nearer than this a force is on the yield surface
constexpr double collapsed = 1e6;   ///< times softer than it was elastic
constexpr int mostSteps = 400;

using Vec3d = Eigen::Vector3d;

/// A beam's end with what it takes to make it plastic.
struct End {
    double axial = 0, momentY = 0, momentZ = 0;  ///< plastic values
    SectionKind kind = SectionKind::Other;
    bool yields = false;  ///< it has plastic values
    bool hinge = false;
    Vec6 gradient = Vec6::Zero();

    [[nodiscard]] double gauge(const Vec6 &f) const {
        return yieldGauge(kind, f(0) / axial, f(4) / momentY, f(5) / momentZ);
    }
    /// Whether forces are beyond the surface made `limit` times as large: told without a search.
    [[nodiscard]] bool beyond(const Vec6 &f, double limit) const {
        if (mostGauge(f) < limit) return false;
        return yieldExcess(kind, f(0) / axial / limit, f(4) / momentY / limit, f(5) / momentZ / limit) > 0;
    }
    /// Most that the gauge of forces can be: the surface is convex and holds the unit points.
    [[nodiscard]] double mostGauge(const Vec6 &f) const {
        return std::abs(f(0)) / axial + std::abs(f(4)) / momentY + std::abs(f(5)) / momentZ;
    }
    /// Least that the gauge of forces can be.
    [[nodiscard]] double leastGauge(const Vec6 &f) const {
        return std::max({std::abs(f(0)) / axial, std::abs(f(4)) / momentY, std::abs(f(5)) / momentZ});
    }
    /// Of the gauge, by the forces.
    [[nodiscard]] Vec6 slope(const Vec6 &f) const {
        const Vec3d at(f(0) / axial, f(4) / momentY, f(5) / momentZ);
        const Vec3d size(axial, momentY, momentZ);
        constexpr std::array rows{0, 4, 5};
        constexpr double h = 1e-5;
        // On the surface made k times as large the excess stays 0: dk = k (dF . dx)/(dF . x).
        const double k = yieldGauge(kind, at(0), at(1), at(2));
        Vec3d rise;
        for (int i = 0; i < 3; ++i) {
            Vec3d up = at / k, down = at / k;
            up(i) += h;
            down(i) -= h;
            rise(i) = yieldExcess(kind, up(0), up(1), up(2)) - yieldExcess(kind, down(0), down(1), down(2));
        }
        Vec6 out = Vec6::Zero();
        for (int i = 0; i < 3; ++i)
            out(rows[static_cast<std::size_t>(i)]) = k * rise(i) / rise.dot(at) / size(i);
        return out;
    }
};

class PlasticSolver {
  public:
    PlasticSolver(const FrameModel &whole, int loadCase, const PlasticLimits &limits)
        : m_whole(whole), m_case(loadCase), m_limits(limits) {}

    Result<PlasticSolution> run() {
        if (auto r = prepare(); !r) return tl::unexpected(r.error());
        m_out.path.push_back({});
        for (int step = 0; step < mostSteps; ++step) {
            if (!solveRate()) {
                if (m_spins && shutIdle()) continue;
                return collapse();
            }
            if (closeHinges()) continue;
            const double room = nextEvent();
            if (!std::isfinite(room) || room > 1e12)
                return fail(ProblemKind::Undetermined, "Nothing yields however large the load is.",
                            "analysis", "Give the beams a yield stress and plastic moduli.");
            advance(room);
            const PlasticPoint &now = m_out.path.back();
            if ((m_limits.deflection > 0 && now.deflection >= m_limits.deflection) ||
                (m_limits.steps > 0 && step + 1 >= m_limits.steps)) {
                m_out.collapsed = false;
                return collapse();
            }
            openHinges();
            if (standsStill(room)) return collapse();
        }
        return fail(ProblemKind::NotFinite, "The collapse is not found within the steps allowed.", "analysis",
                    "Check for members of very different strength.");
    }

  private:
    Result<bool> prepare() {
        if (m_case < 0 || m_case >= static_cast<int>(m_whole.cases.size()))
            return fail(ProblemKind::UnknownId, "There is no such load case.", "analysis/case");
        if (!m_whole.contacts.empty())
            return fail(ProblemKind::BadInput, "A collapse with contacts is not told.",
                        "contacts/" + m_whole.contacts[0].id, "Put springs where contacts bear.");
        for (const PrescribedFreedom &p : m_whole.prescribed)
            if (p.loadCase == m_case && p.value != 0)
                return fail(ProblemKind::BadInput, "A collapse under given motions is not told.",
                            "prescribed", "Load the case with forces.");
        // Asked of the model itself first: indices checked, mechanisms named.
        if (auto indices = FrameAssembly::make(m_whole); !indices) return tl::unexpected(indices.error());
        if (auto whole = solveStatic(caseSubset(m_whole, {m_case})); !whole)
            return tl::unexpected(whole.error());
        m_model = cutLoaded();
        auto assembly = FrameAssembly::make(m_model);
        if (!assembly) return tl::unexpected(assembly.error());
        m_assembly = std::move(*assembly);
        if (auto r = makeEnds(); !r) return r;
        makeLoads();
        m_forces.assign(m_model.beams.size(), Vec12::Zero());
        m_frame = std::make_unique<HingedFrame>(m_assembly, m_nodal, m_equivalent);
        if (!m_frame->succeeded())
            return fail(ProblemKind::NotFinite, "The stiffness cannot be factored.", "model",
                        "Check for sizes or stiffnesses many orders of magnitude apart.");
        return true;
    }

    /// Beams with a load on them in pieces; the pieces of the others stay whole.
    FrameModel cutLoaded() {
        std::vector<bool> loaded(m_whole.beams.size(), false);
        for (const BeamLoad &l : m_whole.beamLoads)
            if (l.loadCase == m_case) loaded[static_cast<std::size_t>(l.beam)] = true;
        for (const AccelerationLoad &l : m_whole.accelerations)
            if (l.loadCase == m_case && !l.acceleration.isZero()) loaded.assign(loaded.size(), true);
        FrameModel out = m_whole;
        out.beams.clear();
        out.beamLoads.clear();
        FrameModel lone = m_whole;
        lone.beamLoads.clear();
        for (std::size_t b = 0; b < m_whole.beams.size(); ++b) {
            if (!loaded[b]) {
                out.beams.push_back(m_whole.beams[b]);
                m_pieceOf.push_back(static_cast<int>(b));
                continue;
            }
            lone.nodes = out.nodes;
            lone.beams = {m_whole.beams[b]};
            const FrameModel pieces = refined(lone, loadedPieces);
            out.nodes = pieces.nodes;
            const int first = static_cast<int>(out.beams.size());
            for (const FrameBeam &p : pieces.beams) {
                out.beams.push_back(p);
                m_pieceOf.push_back(static_cast<int>(b));
            }
            for (const BeamLoad &l : m_whole.beamLoads)
                if (l.loadCase == m_case && l.beam == static_cast<int>(b))
                    for (int i = first; i < static_cast<int>(out.beams.size()); ++i)
                        out.beamLoads.push_back({l.loadCase, i, l.distributed});
        }
        return out;
    }

    Result<bool> makeEnds() {
        for (const FrameBeam &b : m_model.beams) {
            const FrameSection &s = m_model.sections[static_cast<std::size_t>(b.section)];
            const FrameMaterial &m = m_model.materials[static_cast<std::size_t>(b.material)];
            End end;
            end.kind = s.kind;
            end.axial = s.A * m.yield;
            end.momentY = s.Zpy * m.yield;
            end.momentZ = s.Zpz * m.yield;
            end.yields = end.axial > 0 && end.momentY > 0 && end.momentZ > 0;
            if (!end.yields && (m.yield > 0 || s.Zpy > 0 || s.Zpz > 0))
                return fail(ProblemKind::BadInput,
                            "A beam that yields needs a yield stress and both plastic moduli.",
                            m.yield > 0 ? "sections/" + s.id : "materials/" + m.id,
                            "Give yield, Zpy and Zpz, or none of them for a beam that stays elastic.");
            m_ends.push_back({end, end});
        }
        return true;
    }

    void makeLoads() {
        const auto rows = 6 * static_cast<Eigen::Index>(m_model.nodes.size());
        m_nodal = Eigen::VectorXd::Zero(rows);
        for (const NodeLoad &l : m_model.nodeLoads)
            if (l.loadCase == m_case) {
                m_nodal.segment<3>(6 * l.node) += l.force;
                m_nodal.segment<3>(6 * l.node + 3) += l.moment;
            }
        for (const ShellLoad &l : m_model.shellLoads)
            if (l.loadCase == m_case)
                addShell(l.shell,
                         m_assembly.shells()[static_cast<std::size_t>(l.shell)].pressureLoads(l.pressure));
        m_equivalent.assign(m_model.beams.size(), Vec12::Zero());
        for (const BeamLoad &l : m_model.beamLoads) addBeam(l.beam, l.distributed);
        for (const AccelerationLoad &l : m_model.accelerations)
            if (l.loadCase == m_case) {
                for (const NodeMass &p : m_model.masses)
                    m_nodal.segment<3>(6 * p.node) += l.acceleration * p.mass;
                for (std::size_t b = 0; b < m_model.beams.size(); ++b)
                    addBeam(static_cast<int>(b), l.acceleration * m_assembly.beams()[b].massPerLength);
                for (std::size_t s = 0; s < m_model.shells.size(); ++s) {
                    const FrameShell &shell = m_model.shells[s];
                    const double density =
                        m_model.materials[static_cast<std::size_t>(shell.material)].density;
                    addShell(static_cast<int>(s),
                             m_assembly.shells()[s].weightLoads(l.acceleration * density * shell.thickness));
                }
            }
    }
    void addShell(int shell, const std::vector<Vec3> &forces) {
        const std::vector<int> &nodes = m_model.shells[static_cast<std::size_t>(shell)].nodes;
        for (std::size_t i = 0; i < nodes.size(); ++i) m_nodal.segment<3>(6 * nodes[i]) += forces[i];
    }
    void addBeam(int beam, const Vec3 &q) {
        const BeamElement &e = m_assembly.beams()[static_cast<std::size_t>(beam)];
        const Vec3 local(q.dot(e.axes.x), q.dot(e.axes.y), q.dot(e.axes.z));
        Vec12 ends = e.condense * consistentLoad(local, e.length);
        const FrameBeam &b = m_model.beams[static_cast<std::size_t>(beam)];
        for (int i = 0; i < 6; ++i) {
            if (b.releasedFrom & (1u << i)) ends(i) = 0;
            if (b.releasedTo & (1u << i)) ends(6 + i) = 0;
        }
        m_equivalent[static_cast<std::size_t>(beam)] += ends;
    }

    /// Motions and forces per unit of the load factor; false if the frame has become a mechanism.
    bool solveRate() {
        std::vector<HingedFrame::Hinge> hinges;
        std::vector<double> excess;
        for (std::size_t b = 0; b < m_ends.size(); ++b)
            for (const bool to : {false, true}) {
                const End &end = m_ends[b][to ? 1 : 0];
                if (!end.hinge) continue;
                hinges.push_back({b, to, end.gradient});
                excess.push_back(end.gauge(m_forces[b].segment<6>(to ? 6 : 0)) - 1);
            }
        m_frame->setHinges(std::move(hinges));
        const HingedFrame::Rate rate = m_frame->rate();
        m_motion = rate.motion;
        if (m_elasticGive == 0) m_elasticGive = rate.give;
        const bool driven = !(rate.give > 0) || rate.give > collapsed * m_elasticGive;
        m_spins = !rate.held && !driven;
        if (!rate.held) return false;
        if (driven && m_elasticGive > 0) {
            if (!(rate.give > 0)) m_motion = -m_motion;
            return false;
        }
        m_give = rate.give;
        settle(Eigen::Map<const Eigen::VectorXd>(excess.data(), std::ssize(excess)));
        m_rates = m_frame->forces(rate);
        for (std::size_t b = 0; b < m_rates.size(); ++b) m_rates[b] -= m_equivalent[b];
        return true;
    }

    /// What lies off the yield surface, as that is curved, is taken back by the hinges and left to the rest.
    void settle(const Eigen::VectorXd &excess) {
        if (excess.isZero(0)) return;
        const std::vector<Vec12> change = m_frame->forces(m_frame->giveBack(excess));
        for (std::size_t b = 0; b < m_forces.size(); ++b) m_forces[b] += change[b];
    }

    [[nodiscard]] int nodeOf(const std::pair<std::size_t, std::size_t> &end) const {
        const FrameBeam &b = m_model.beams[end.first];
        return end.second == 1 ? b.to : b.from;
    }

    /// Where hinges at all ends of a joint leave it to spin with nothing on it, which is no mechanism of the
    /// frame, the hinge that opened last shuts: its end goes along with the others. False if it shares its
    /// joint with no other hinge.
    bool shutIdle() {
        if (m_opened.empty()) return false;
        const auto last = m_opened.back();
        const bool shared = std::any_of(m_opened.begin(), m_opened.end() - 1, [&](const auto &o) {
            return nodeOf(o) == nodeOf(last) && m_ends[o.first][o.second].hinge;
        });
        if (!shared) return false;
        m_ends[last.first][last.second].hinge = false;
        m_idle.insert(last);
        m_opened.pop_back();
        m_out.hinges.pop_back();
        return true;
    }

    /// An idle end that has been driven off the surface takes the hinge over from another end of its joint.
    void takeOver(const std::pair<std::size_t, std::size_t> &end) {
        for (auto it = m_opened.rbegin(); it != m_opened.rend(); ++it) {
            if (nodeOf(*it) != nodeOf(end) || !m_ends[it->first][it->second].hinge) continue;
            m_ends[it->first][it->second].hinge = false;
            m_idle.insert(*it);
            break;
        }
        m_idle.erase(end);
    }

    /// A hinge whose flow would be backward closes; true if one did.
    bool closeHinges() {
        bool any = false;
        for (std::size_t b = 0; b < m_model.beams.size(); ++b)
            for (const std::size_t to : {std::size_t{0}, std::size_t{1}}) {
                End &end = m_ends[b][to];
                if (!end.hinge || m_closed.contains({b, to})) continue;
                // Elastic trial with this hinge shut: does the gauge grow?
                const Vec12 trial = m_frame->elastic(b, m_motion) - m_equivalent[b];
                const double grows = end.gradient.dot(trial.segment<6>(static_cast<Eigen::Index>(6 * to)));
                if (grows >= -1e-9 * end.gradient.norm() * trial.norm()) continue;
                end.hinge = false;
                m_closed.insert({b, to});
                any = true;
            }
        return any;
    }

    /// How far the load can grow before an end reaches the surface, or one that flows along it drifts off.
    [[nodiscard]] double nextEvent() const {
        double room = std::numeric_limits<double>::infinity();
        for (std::size_t b = 0; b < m_model.beams.size(); ++b)
            for (const std::size_t to : {std::size_t{0}, std::size_t{1}}) {
                const End &end = m_ends[b][to];
                if (!end.yields) continue;
                const auto row = static_cast<Eigen::Index>(6 * to);
                const Vec6 now = m_forces[b].segment<6>(row), rate = m_rates[b].segment<6>(row);
                const bool idle = m_idle.contains({b, to});
                const double limit = end.hinge || idle ? 1 + m_limits.drift : 1;
                room = std::min(room, roomTo(end, now, rate, limit, room));
            }
        return room;
    }
    /// The gauge is convex along a line, so there is one way out at most.
    /// @param most  no more is asked for: what lies beyond is not looked for
    [[nodiscard]] double roomTo(const End &end, const Vec6 &now, const Vec6 &rate, double limit,
                                double most) const {
        const double least = end.leastGauge(rate);
        if (!(least > 1e-12)) return std::numeric_limits<double>::infinity();
        // On the surface already: out at once if it grows, else as far as it takes to come round.
        if (end.beyond(now, limit - onSurface)) {
            const double reach = end.gauge(rate), at = end.gauge(now), small = 1e-7 / reach;
            if (end.gauge(Vec6(now + small * rate)) > at + 1e-3 * reach * small) return 0;
            limit = at + m_limits.drift;  // beside a hinge it moves along the surface with it
        }
        // The gauge of a sum is no less than the difference of the gauges.
        double low = 0, high = std::min(most, 2 * limit / least * 1.0001 + 1e-12);
        const auto out = [&](double d) { return end.beyond(Vec6(now + d * rate), limit); };
        if (!out(high)) return std::numeric_limits<double>::infinity();
        for (int i = 0; i < 80 && high - low > 1e-13 * high; ++i) {
            const double middle = (low + high) / 2;
            (out(middle) ? high : low) = middle;
        }
        return high;
    }

    void advance(double room) {
        m_out.path.push_back({m_factor + room, 0, 0});
        PlasticPoint &now = m_out.path.back();
        const PlasticPoint &before = m_out.path[m_out.path.size() - 2];
        const double give = m_give * room;  // load times motion, per unit load
        now.deflection = before.deflection + give / std::max(m_frame->loadSize(), 1e-300);
        now.work = before.work + (m_factor + room / 2) * give;
        m_factor += room;
        if (room > 0) m_closed.clear();
        for (std::size_t b = 0; b < m_forces.size(); ++b) m_forces[b] += room * m_rates[b];
    }

    /// True if the load has not grown over more events than hinges can open and close at one load: the ends
    /// that flow then pass it on to each other along their surfaces and carry no more.
    bool standsStill(double room) {
        constexpr int some = 20;
        constexpr double grows = 1e-9;
        if (room > grows * m_factor) {
            m_still = 0;
            return false;
        }
        int open = 0;
        for (const auto &ends : m_ends) open += ends[0].hinge + ends[1].hinge;
        return ++m_still > some + 2 * open;
    }

    void openHinges() {
        bool opened = false;
        for (std::size_t b = 0; b < m_model.beams.size(); ++b)
            for (const std::size_t to : {std::size_t{0}, std::size_t{1}}) {
                End &end = m_ends[b][to];
                if (!end.yields) continue;
                auto force = m_forces[b].segment<6>(static_cast<Eigen::Index>(6 * to));
                if (end.hinge) {
                    end.gradient = end.slope(force);
                    continue;
                }
                // One at a time: of two ends at a node that reach it together only one turns.
                const bool idle = m_idle.contains({b, to});
                const double reached = idle ? 1 + m_limits.drift - onSurface : 1 - 1e-7;
                if (opened || !end.beyond(force, reached)) continue;
                const double gauge = end.gauge(force);
                const Vec6 rate = m_rates[b].segment<6>(static_cast<Eigen::Index>(6 * to));
                const double reach = end.gauge(rate);
                if (!(reach > 1e-12)) continue;
                const double small = 1e-7 / reach;
                if (!(end.gauge(Vec6(force + small * rate)) > gauge + 1e-3 * reach * small)) continue;
                if (idle) takeOver({b, to});
                end.hinge = true;
                end.gradient = end.slope(force);
                opened = true;
                m_opened.emplace_back(b, to);
                m_out.hinges.push_back({static_cast<int>(b), to == 1, m_factor});
            }
    }

    Result<PlasticSolution> collapse() {
        m_out.collapseFactor = m_factor;
        double most = 0;
        for (std::size_t n = 0; n < m_whole.nodes.size(); ++n)
            most =
                std::max(most, m_motion.segment<3>(6 * static_cast<Eigen::Index>(n)).cwiseAbs().maxCoeff());
        for (std::size_t n = 0; n < m_whole.nodes.size(); ++n)
            m_out.collapse.emplace_back(m_motion.segment<6>(6 * static_cast<Eigen::Index>(n)) /
                                        (most > 0 ? most : 1));
        for (PlasticHinge &h : m_out.hinges) h.beam = m_pieceOf[static_cast<std::size_t>(h.beam)];
        return std::move(m_out);
    }

    const FrameModel &m_whole;
    int m_case;
    PlasticLimits m_limits;
    FrameModel m_model;
    FrameAssembly m_assembly;
    std::unique_ptr<HingedFrame> m_frame;
    std::vector<int> m_pieceOf;  ///< per beam of m_model: which of m_whole
    std::vector<std::array<End, 2>> m_ends;
    Eigen::VectorXd m_nodal;
    std::vector<Vec12> m_equivalent, m_forces, m_rates;
    std::set<std::pair<std::size_t, std::size_t>> m_closed;     ///< closed since the load last grew
    std::vector<std::pair<std::size_t, std::size_t>> m_opened;  ///< in turn
    std::set<std::pair<std::size_t, std::size_t>>
        m_idle;            ///< yield with another end of their joint that turns
    bool m_spins = false;  ///< nothing on what moves
    Eigen::VectorXd m_motion;
    int m_still = 0;  ///< events since the load last grew
    double m_factor = 0, m_give = 0, m_elasticGive = 0;
    PlasticSolution m_out;
};

}  // namespace

Result<PlasticSolution> solvePlastic(const FrameModel &model, int loadCase, const PlasticLimits &limits) {
    return PlasticSolver(model, loadCase, limits).run();
}

}  // namespace hefty::mechanics
