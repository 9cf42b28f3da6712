#include "core/mechanics/frame_solver.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>
#include <Eigen/Eigenvalues>
#include <Eigen/QR>

#include <tbb/parallel_for.h>

#include "core/mechanics/contact_solver.h"
#include "core/mechanics/factor.h"
#include "core/mechanics/frame_assembly.h"
#include "core/mechanics/mechanism.h"

namespace hefty::mechanics {
namespace {

/// What the answer may leave of the load before it counts as none.
constexpr double mostImbalance = 1e-7;

/// Solves one model: each step is a function, run() is the table of contents.
class StaticSolver {
  public:
    explicit StaticSolver(const FrameModel &model) : m_model(model) {}

    Result<FrameSolution> run() {
        auto assembly = FrameAssembly::make(m_model);
        if (!assembly) return tl::unexpected(assembly.error());
        m_assembly = std::move(*assembly);
        assembleLoads();
        if (auto r = assembleStiffness(); !r) return tl::unexpected(r.error());
        if (auto r = settleIdleFreedoms(); !r) return tl::unexpected(r.error());
        if (auto r = factorAndSolve(); !r) return tl::unexpected(r.error());
        return recover();
    }

  private:
    /// What one acceleration does to the structure: most cases weigh the same, and share it.
    struct Weight {
        std::vector<Vec12> ends;  ///< per beam: local, condensed
        Eigen::VectorXd nodal;    ///< 6 rows a node
    };
    struct CaseLoads {
        std::vector<std::pair<int, Vec12>> beamEquivalent;  ///< local, condensed, by beam
        std::vector<int> weights;                           ///< which of m_weights
    };

    /// What a distributed load does to the ends of a beam, in its axes; notes a beam that runs away with it.
    Vec12 endLoads(int beam, const Vec3 &global) {
        const BeamElement &e = m_assembly.beams()[static_cast<std::size_t>(beam)];
        const Vec3 local(global.dot(e.axes.x), global.dot(e.axes.y), global.dot(e.axes.z));
        const Vec12 raw = consistentLoad(local, e.length);
        for (int i = 0; i < 12; ++i) {
            const FreedomSet loose = i < 6 ? e.looseFrom : e.looseTo;
            if ((loose & (1u << (i % 6))) && std::abs((e.condense * raw)(i)) > 1e-12 * raw.norm())
                m_looseBeam = beam;
        }
        Vec12 condensed = e.condense * raw;
        const FrameBeam &b = m_model.beams[static_cast<std::size_t>(beam)];
        for (int i = 0; i < 6; ++i) {
            if (b.releasedFrom & (1u << i)) condensed(i) = 0;
            if (b.releasedTo & (1u << i)) condensed(6 + i) = 0;
        }
        return condensed;
    }

    /// Adds what a beam's ends take to a column of nodal loads, 6 rows a node.
    template <typename Column>
    void addEndLoads(Column &&nodal, int beam, const Vec12 &ends) const {
        const FrameBeam &b = m_model.beams[static_cast<std::size_t>(beam)];
        const Vec12 world = m_assembly.beams()[static_cast<std::size_t>(beam)].rotation.transpose() * ends;
        nodal.template segment<6>(6 * b.from) += world.head<6>();
        nodal.template segment<6>(6 * b.to) += world.tail<6>();
    }

    /// Adds forces at the nodes of a shell to a column of nodal loads.
    template <typename Column>
    void addForces(Column &&nodal, int shell, const std::vector<Vec3> &forces) const {
        const std::vector<int> &nodes = m_model.shells[static_cast<std::size_t>(shell)].nodes;
        for (std::size_t i = 0; i < nodes.size(); ++i) nodal.template segment<3>(6 * nodes[i]) += forces[i];
    }

    void assembleLoads() {
        const auto nodes = static_cast<Eigen::Index>(m_model.nodes.size());
        m_loads.resize(m_model.cases.size());
        m_nodal = CaseRows::Zero(6 * nodes, static_cast<Eigen::Index>(m_loads.size()));
        for (const NodeLoad &l : m_model.nodeLoads) {
            m_nodal.col(l.loadCase).segment<3>(6 * l.node) += l.force;
            m_nodal.col(l.loadCase).segment<3>(6 * l.node + 3) += l.moment;
        }
        for (const BeamLoad &l : m_model.beamLoads) {
            const Vec12 ends = endLoads(l.beam, l.distributed);
            m_loads[static_cast<std::size_t>(l.loadCase)].beamEquivalent.emplace_back(l.beam, ends);
            addEndLoads(m_nodal.col(l.loadCase), l.beam, ends);
        }
        for (const ShellLoad &l : m_model.shellLoads)
            addForces(m_nodal.col(l.loadCase), l.shell,
                      m_assembly.shells()[static_cast<std::size_t>(l.shell)].pressureLoads(l.pressure));
        assembleAccelerations();
        m_rhs = m_assembly.freeLoads(m_nodal);
    }

    void assembleAccelerations() {
        const AccelerationLoad *last = nullptr;
        for (const AccelerationLoad &l : m_model.accelerations) {
            if (!last || l.acceleration != last->acceleration) m_weights.push_back(weight(l.acceleration));
            last = &l;
            m_loads[static_cast<std::size_t>(l.loadCase)].weights.push_back(
                static_cast<int>(m_weights.size()) - 1);
            m_nodal.col(l.loadCase) += m_weights.back().nodal;
        }
    }

    Weight weight(const Vec3 &acceleration) {
        Weight w{std::vector<Vec12>(m_assembly.beams().size(), Vec12::Zero()),
                 Eigen::VectorXd::Zero(m_nodal.rows())};
        for (std::size_t b = 0; b < m_assembly.beams().size(); ++b) {
            if (!(m_assembly.beams()[b].massPerLength > 0)) continue;
            w.ends[b] = endLoads(static_cast<int>(b), acceleration * m_assembly.beams()[b].massPerLength);
            addEndLoads(w.nodal, static_cast<int>(b), w.ends[b]);
        }
        for (std::size_t s = 0; s < m_model.shells.size(); ++s) {
            const FrameShell &shell = m_model.shells[s];
            const double density = m_model.materials[static_cast<std::size_t>(shell.material)].density;
            const ShellElement &e = m_assembly.shells()[s];
            if (!(density > 0)) continue;
            addForces(w.nodal, static_cast<int>(s), e.weightLoads(acceleration * density * shell.thickness));
        }
        for (const NodeMass &p : m_model.masses) w.nodal.segment<3>(6 * p.node) += acceleration * p.mass;
        return w;
    }

    Result<bool> assembleStiffness() {
        if (m_looseBeam >= 0)
            return fail(ProblemKind::Mechanism, "The beam's own releases let its load run away with it.",
                        "beams/" + m_model.beams[static_cast<std::size_t>(m_looseBeam)].id,
                        "Remove a release.");
        m_stiffness = m_assembly.stiffness(&m_rhs);
        if (!m_rhs.allFinite())
            return fail(ProblemKind::NotFinite, "The loads overflow.", "loads", "Check their size.");
        return true;
    }

    tl::unexpected<Problem> loose(int node, int freedom) const {
        const std::string &id = m_model.nodes[static_cast<std::size_t>(node)].id;
        const char *name = freedomNames[static_cast<std::size_t>(freedom)];
        return fail(ProblemKind::Mechanism,
                    fmt::format("Node {} is free to move in {}: nothing holds it there.", id, name),
                    fmt::format("{}/{}", id, name),
                    "Add a support or a part that holds it, or remove a release.");
    }

    [[nodiscard]] bool isLoaded(int column) const { return m_rhs.row(column).cwiseAbs().maxCoeff() > 0; }

    /// Freedoms without any stiffness are held at 0 if nothing drives them: nodes that nothing is
    /// attached to, directions that a node hung on springs alone does not use, and rotations of a
    /// joint in which every part is released.
    Result<bool> settleIdleFreedoms() {
        Eigen::VectorXd diagonal = m_stiffness.diagonal();
        std::vector<Eigen::Triplet<double>> extra;
        for (const FreedomMap::Body &body : m_assembly.map().bodies()) {
            if (body.nodes.size() > 1) continue;
            if (auto r = settleJoint(body.nodes[0], diagonal, extra); !r) return r;
        }
        for (int c = 0; c < m_assembly.map().freeCount(); ++c) {
            if (diagonal(c) > 0) continue;
            const auto [node, freedom] = m_assembly.map().home(c);
            if (m_rhs.cols() > 0 && isLoaded(c)) return loose(node, freedom);
            const bool heldByElement = m_assembly.hasElement()[static_cast<std::size_t>(node)] && freedom < 3;
            if (heldByElement) return loose(node, freedom);
            extra.emplace_back(c, c, 1.0);
        }
        if (!extra.empty()) {
            Sparse more(m_stiffness.rows(), m_stiffness.cols());
            more.setFromTriplets(extra.begin(), extra.end());
            m_stiffness += more;
        }
        return true;
    }

    /// Looks for an idle rotation axis of one joint that is oblique to the global axes.
    Result<bool> settleJoint(int node, const Eigen::VectorXd &diagonal,
                             std::vector<Eigen::Triplet<double>> &extra) {
        std::array<int, 3> columns{-1, -1, -1};
        for (int i = 0; i < 3; ++i) {
            const auto &terms = m_assembly.map().terms(node, 3 + i);
            if (terms.empty() || terms[0].column >= m_assembly.map().freeCount()) return true;
            columns[static_cast<std::size_t>(i)] = terms[0].column;
            if (!(diagonal(terms[0].column) > 0)) return true;  // settled column by column
        }
        Eigen::Matrix3d block;
        for (int i = 0; i < 3; ++i)
            for (int j = 0; j < 3; ++j) {
                const int a =
                    std::max(columns[static_cast<std::size_t>(i)], columns[static_cast<std::size_t>(j)]);
                const int b =
                    std::min(columns[static_cast<std::size_t>(i)], columns[static_cast<std::size_t>(j)]);
                block(i, j) = m_stiffness.coeff(a, b);
            }
        const double size = block.diagonal().maxCoeff();
        const Eigen::SelfAdjointEigenSolver<Eigen::Matrix3d> modes(block / size);
        if (modes.eigenvalues()(0) > 1e-12) return true;
        for (int k = 0; k < 3; ++k) {
            if (modes.eigenvalues()(k) > 1e-12) continue;
            const Eigen::Vector3d axis = modes.eigenvectors().col(k);
            for (Eigen::Index c = 0; c < m_rhs.cols(); ++c) {
                Eigen::Vector3d moment;
                for (int i = 0; i < 3; ++i) moment(i) = m_rhs(columns[static_cast<std::size_t>(i)], c);
                if (std::abs(moment.dot(axis)) > 1e-9 * moment.norm() && moment.norm() > 0) {
                    Eigen::Index largest = 0;
                    axis.cwiseAbs().maxCoeff(&largest);
                    return loose(node, 3 + static_cast<int>(largest));
                }
            }
            for (int i = 0; i < 3; ++i)
                for (int j = 0; j < 3; ++j) {
                    const int row = columns[static_cast<std::size_t>(i)];
                    const int col = columns[static_cast<std::size_t>(j)];
                    if (col <= row) extra.emplace_back(row, col, size * axis(i) * axis(j));
                }
        }
        return true;
    }

    /// Wins back the digits that a badly scaled model loses; one that has none left is refused.
    Result<bool> refine(const Factor &factor) {
        constexpr int rounds = 4;
        for (int round = 0; round < rounds; ++round) {
            const CaseRows rest = m_rhs - symmetricProduct(m_stiffness, m_answer);
            double worst = 0;
            for (Eigen::Index c = 0; c < rest.cols(); ++c)
                if (m_rhs.col(c).norm() > 0)
                    worst = std::max(worst, rest.col(c).norm() / m_rhs.col(c).norm());
            if (round > 0 && worst < 1e-11) return true;
            if (round + 1 == rounds && !(worst < mostImbalance)) {
                const auto [node, freedom] = softestFreedom(softestMode(m_stiffness));
                const std::string where =
                    fmt::format("{}/{}", m_model.nodes[static_cast<std::size_t>(node)].id,
                                freedomNames[static_cast<std::size_t>(freedom)]);
                return fail(ProblemKind::Mechanism,
                            "This is all but free to move: the answer would have no good digits.", where,
                            "Hold it, or bring sizes and stiffnesses nearer to each other.");
            }
            m_answer += factor.solve(rest);
        }
        return true;
    }

    Result<bool> namedMechanism() {
        const auto mode = softestMode(m_stiffness);
        if (mode && mode->stiffness > mechanismStiffness) return true;
        const auto [node, freedom] = softestFreedom(mode);
        return loose(node, freedom);
    }

    /// The node and freedom that a mode moves most.
    [[nodiscard]] std::pair<int, int> softestFreedom(const std::optional<SoftestMode> &mode) const {
        if (!mode) return m_assembly.map().freeCount() > 0 ? m_assembly.map().home(0) : std::pair{0, 0};
        // Rotations count with the structure's size, so that like is compared with like.
        double size = 1;
        for (const FrameNode &n : m_model.nodes) size = std::max(size, (n.at - m_model.nodes[0].at).norm());
        std::pair<int, int> out{0, 0};
        double most = -1;
        for (int n = 0; n < static_cast<int>(m_model.nodes.size()); ++n)
            for (int f = 0; f < 6; ++f) {
                double motion = 0;
                for (const FreedomTerm &t : m_assembly.map().terms(n, f))
                    if (t.column < m_assembly.map().freeCount())
                        motion += t.coefficient * mode->shape(t.column);
                motion = std::abs(motion) * (f < 3 ? 1.0 : size * 1e-3);
                if (motion > most * (1 + 1e-6)) {
                    most = motion;
                    out = {n, f};
                }
            }
        return out;
    }

    Result<bool> factorAndSolve() {
        m_answer = CaseRows::Zero(m_assembly.map().freeCount(), m_rhs.cols());
        if (m_assembly.map().freeCount() == 0) return true;
        const Factor factor(m_stiffness);
        const double pivot =
            factor.succeeded() ? factor.pivots().cwiseQuotient(m_stiffness.diagonal()).minCoeff() : 0;
        if (!(pivot > suspectPivot))
            if (auto r = namedMechanism(); !r) return r;
        if (!factor.succeeded())
            return fail(ProblemKind::NotFinite, "The stiffness cannot be factored.", "model",
                        "Check for sizes or stiffnesses many orders of magnitude apart.");
        m_answer = factor.solve(m_rhs);
        if (!(pivot > refinementPivot))
            if (auto r = refine(factor); !r) return r;
        if (!m_answer.allFinite())
            return fail(ProblemKind::NotFinite, "The answer overflows.", "loads",
                        "Check the size of the loads and stiffnesses.");
        return true;
    }

    /// What recovery needs of every element, once for all cases.
    void prepareRecovery() {
        m_endStiffness.reserve(m_assembly.beams().size());
        for (const BeamElement &e : m_assembly.beams()) m_endStiffness.push_back(e.endStiffness());
        m_shellRecovery.resize(m_assembly.shells().size());
        tbb::parallel_for(std::size_t{0}, m_shellRecovery.size(),
                          [&](std::size_t s) { m_shellRecovery[s] = m_assembly.shells()[s].recovery(); });
        m_held.assign(m_model.nodes.size(), false);
        for (const FreedomMap::Body &body : m_assembly.map().bodies())
            if (!body.held.empty())
                for (const int node : body.nodes) m_held[static_cast<std::size_t>(node)] = true;
        for (std::size_t s = 0; s < m_model.shells.size(); ++s)
            if (std::any_of(m_model.shells[s].nodes.begin(), m_model.shells[s].nodes.end(),
                            [this](int n) { return m_held[static_cast<std::size_t>(n)]; }))
                m_heldShells.emplace_back(s, m_assembly.shells()[s].stiffness());
    }

    FrameSolution recover() {
        FrameSolution out;
        out.attached = m_assembly.attached();
        out.freedomCount = m_assembly.map().freeCount();
        prepareRecovery();
        out.cases.resize(m_loads.size());
        shareOut(m_assembly.motions(m_answer), out.cases);
        tbb::parallel_for(std::size_t{0}, m_loads.size(),
                          [&](std::size_t c) { recoverCase(c, out.cases[c]); });
        return out;
    }

    /// From all cases of one motion side by side to all motions of one case: some nodes at a time, as they
    /// stay in the cache.
    void shareOut(const CaseRows &u, std::vector<CaseSolution> &cases) const {
        constexpr std::size_t block = 64;
        const std::size_t nodes = m_model.nodes.size();
        for (CaseSolution &c : cases) c.displacements.resize(nodes);
        const auto share = [&](std::size_t b) {
            for (std::size_t n = b * block; n < std::min(nodes, (b + 1) * block); ++n)
                for (std::size_t c = 0; c < cases.size(); ++c)
                    cases[c].displacements[n] =
                        u.block<6, 1>(6 * static_cast<Eigen::Index>(n), static_cast<Eigen::Index>(c));
        };
        tbb::parallel_for(std::size_t{0}, (nodes + block - 1) / block, share);
    }

    void recoverCase(std::size_t c, CaseSolution &answer) const {
        const std::size_t nodes = m_model.nodes.size();
        std::vector<Vec6> unbalanced(nodes, Vec6::Zero());
        for (std::size_t n = 0; n < nodes; ++n)
            if (m_held[n])
                unbalanced[n] =
                    -m_nodal.col(static_cast<Eigen::Index>(c)).segment<6>(6 * static_cast<Eigen::Index>(n));
        recoverBeams(m_loads[c], answer, unbalanced);
        recoverShells(answer, unbalanced);
        recoverSprings(answer, unbalanced);
        recoverTies(answer, unbalanced);
        recoverReactions(answer, unbalanced);
    }

    void recoverBeams(const CaseLoads &loads, CaseSolution &answer, std::vector<Vec6> &unbalanced) const {
        std::vector<Vec12> equivalent(m_assembly.beams().size(), Vec12::Zero());
        for (const int w : loads.weights)
            for (std::size_t b = 0; b < equivalent.size(); ++b)
                equivalent[b] += m_weights[static_cast<std::size_t>(w)].ends[b];
        for (const auto &[beam, f] : loads.beamEquivalent) equivalent[static_cast<std::size_t>(beam)] += f;
        answer.beams.resize(m_assembly.beams().size());
        for (std::size_t b = 0; b < m_assembly.beams().size(); ++b) {
            const BeamElement &e = m_assembly.beams()[b];
            const auto from = static_cast<std::size_t>(m_model.beams[b].from);
            const auto to = static_cast<std::size_t>(m_model.beams[b].to);
            Vec12 u;
            u << answer.displacements[from], answer.displacements[to];
            const Vec12 elastic = m_endStiffness[b].lazyProduct(u);
            const Vec12 ends = elastic - equivalent[b];
            answer.beams[b].from = -ends.head<6>();
            answer.beams[b].to = ends.tail<6>();
            if (!m_held[from] && !m_held[to]) continue;  // only where a support gives what is missing
            const Vec12 world = e.rotation.transpose() * elastic;
            unbalanced[from] += world.head<6>();
            unbalanced[to] += world.tail<6>();
        }
    }

    void recoverShells(CaseSolution &answer, std::vector<Vec6> &unbalanced) const {
        answer.shellForces.reserve(m_model.shells.size());
        for (std::size_t s = 0; s < m_model.shells.size(); ++s)
            answer.shellForces.push_back(m_shellRecovery[s].at(m_model.shells[s], answer.displacements));
        for (const auto &[s, stiffness] : m_heldShells) {  // only where a support gives what is missing
            const std::vector<int> &nodes = m_model.shells[s].nodes;
            for (std::size_t i = 0; i < nodes.size(); ++i)
                for (std::size_t j = 0; j < nodes.size(); ++j)
                    unbalanced[static_cast<std::size_t>(nodes[i])] +=
                        stiffness.block<6, 6>(6 * static_cast<Eigen::Index>(i),
                                              6 * static_cast<Eigen::Index>(j)) *
                        answer.displacements[static_cast<std::size_t>(nodes[j])];
        }
    }

    void recoverSprings(CaseSolution &answer, std::vector<Vec6> &unbalanced) const {
        answer.springs.reserve(m_model.springs.size());
        for (const FrameSpring &s : m_model.springs) {
            const auto from = static_cast<std::size_t>(s.from);
            Vec6 stretch = -answer.displacements[from];
            if (s.to >= 0) stretch += answer.displacements[static_cast<std::size_t>(s.to)];
            const Vec6 force = s.stiffness * stretch;
            answer.springs.push_back(force);
            unbalanced[from] -= force;
            if (s.to >= 0) unbalanced[static_cast<std::size_t>(s.to)] += force;
        }
    }

    void recoverTies(CaseSolution &answer, std::vector<Vec6> &unbalanced) const {
        if (m_model.ties.empty()) return;
        answer.ties.reserve(m_model.ties.size());
        static_assert(sizeof(Vec6) == 6 * sizeof(double));
        const Eigen::Map<const Eigen::VectorXd> u(answer.displacements.front().data(),
                                                  6 * static_cast<Eigen::Index>(answer.displacements.size()));
        for (std::size_t t = 0; t < m_model.ties.size(); ++t) {
            const FrameTie &tie = m_model.ties[t];
            const Vec3 force = tie.stiffness * m_assembly.tieStretch(t, u);
            answer.ties.push_back(force);
            for (const bool to : {false, true})
                for (const TieEnd &e : to ? tie.to : tie.from) {
                    const auto n = static_cast<std::size_t>(e.node);
                    const Vec3 share = (to ? e.weight : -e.weight) * force;
                    unbalanced[n].head<3>() += share;
                    unbalanced[n].tail<3>() += (tie.at - m_model.nodes[n].at).cross(share);
                }
        }
    }

    /// What is left unbalanced at a body is what its supports give: C' r = sum of T' (imbalance).
    void recoverReactions(CaseSolution &answer, const std::vector<Vec6> &unbalanced) const {
        for (const FreedomMap::Body &body : m_assembly.map().bodies()) {
            if (body.held.empty()) continue;
            const Vec3 origin = m_model.nodes[static_cast<std::size_t>(body.nodes[0])].at;
            Vec6 sum = Vec6::Zero();
            for (const int node : body.nodes) {
                const auto n = static_cast<std::size_t>(node);
                sum += rigidTransfer(m_model.nodes[n].at - origin).transpose() * unbalanced[n];
            }
            Eigen::VectorXd r;
            if (body.nodes.size() == 1)
                r = body.constraints * sum;
            else
                r = body.constraints.transpose().completeOrthogonalDecomposition().solve(sum);
            for (std::size_t i = 0; i < body.held.size(); ++i) {
                const auto [node, f] = body.held[i];
                auto [it, isNew] = answer.reactions.try_emplace(node, Vec6::Zero());
                it->second(f) = r(static_cast<Eigen::Index>(i));
            }
        }
    }

    const FrameModel &m_model;
    FrameAssembly m_assembly;
    std::vector<CaseLoads> m_loads;
    std::vector<Weight> m_weights;
    CaseRows m_nodal;  ///< applied and from beam loads, 6 rows a node
    std::vector<bool> m_held;
    std::vector<Matrix12> m_endStiffness;  ///< end forces in beam axes from global motions
    std::vector<ShellRecovery> m_shellRecovery;
    std::vector<std::pair<std::size_t, Eigen::MatrixXd>> m_heldShells;  ///< whose nodes a support holds
    int m_looseBeam = -1;
    Sparse m_stiffness;
    CaseRows m_rhs;
    CaseRows m_answer;
};

}  // namespace

Result<FrameSolution> solveStatic(const FrameModel &model) {
    return model.contacts.empty() ? StaticSolver(model).run() : solveWithContacts(model);
}

}  // namespace hefty::mechanics
