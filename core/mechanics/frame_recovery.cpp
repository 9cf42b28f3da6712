#include "core/mechanics/frame_recovery.h"

#include <algorithm>

#include <Eigen/QR>

#include "core/base/parallel.h"

namespace hefty::mechanics {
namespace {

class Recovery {
  public:
    Recovery(const FrameAssembly &assembly, const FrameLoads &loads)
        : m_assembly(assembly), m_model(assembly.model()), m_loads(loads) {
        prepare();
    }

    [[nodiscard]] FrameSolution run(const CaseRows &answer) const {
        FrameSolution out;
        out.attached = m_assembly.attached();
        out.freedomCount = m_assembly.map().freeCount();
        out.cases.resize(m_loads.caseCount());
        shareOut(m_assembly.motions(answer), out.cases);
        parallel::forEach(out.cases.size(), [&](std::size_t c) { recoverCase(c, out.cases[c]); });
        return out;
    }

  private:
    /// What recovery needs of every element, once for all cases.
    void prepare() {
        m_endStiffness.reserve(m_assembly.beams().size());
        for (const BeamElement &e : m_assembly.beams()) m_endStiffness.push_back(e.endStiffness());
        m_shellRecovery.resize(m_assembly.shells().size());
        parallel::forEach(m_shellRecovery.size(),
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
        parallel::forEach((nodes + block - 1) / block, share);
    }

    void recoverCase(std::size_t c, CaseSolution &answer) const {
        const std::size_t nodes = m_model.nodes.size();
        std::vector<Vec6> unbalanced(nodes, Vec6::Zero());
        for (std::size_t n = 0; n < nodes; ++n)
            if (m_held[n])
                unbalanced[n] = -m_loads.nodal()
                                     .col(static_cast<Eigen::Index>(c))
                                     .segment<6>(6 * static_cast<Eigen::Index>(n));
        recoverBeams(m_loads.endLoads(c), answer, unbalanced);
        recoverShells(answer, unbalanced);
        recoverSprings(answer, unbalanced);
        recoverTies(answer, unbalanced);
        recoverReactions(answer, unbalanced);
    }

    void recoverBeams(const std::vector<Vec12> &loads, CaseSolution &answer,
                      std::vector<Vec6> &unbalanced) const {
        answer.beams.resize(m_assembly.beams().size());
        for (std::size_t b = 0; b < m_assembly.beams().size(); ++b) {
            const BeamElement &e = m_assembly.beams()[b];
            const auto from = static_cast<std::size_t>(m_model.beams[b].from);
            const auto to = static_cast<std::size_t>(m_model.beams[b].to);
            Vec12 u;
            u << answer.displacements[from], answer.displacements[to];
            Vec12 elastic = m_endStiffness[b].col(0) * u(0);  // column by column: these lie together
            for (Eigen::Index k = 1; k < 12; ++k) elastic += m_endStiffness[b].col(k) * u(k);
            const Vec12 ends = elastic - loads[b];
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

    const FrameAssembly &m_assembly;
    const FrameModel &m_model;
    const FrameLoads &m_loads;
    std::vector<bool> m_held;
    std::vector<Matrix12> m_endStiffness;  ///< end forces in beam axes from global motions
    std::vector<ShellRecovery> m_shellRecovery;
    std::vector<std::pair<std::size_t, Eigen::MatrixXd>> m_heldShells;  ///< whose nodes a support holds
};

}  // namespace

FrameSolution recoverSolution(const FrameAssembly &assembly, const FrameLoads &loads,
                              const CaseRows &answer) {
    return Recovery(assembly, loads).run(answer);
}

}  // namespace hefty::mechanics
