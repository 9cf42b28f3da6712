#include "core/mechanics/frame_solver.h"

#include <algorithm>
#include <cmath>
#include <optional>

#include <fmt/format.h>
#include <Eigen/Eigenvalues>

#include "core/mechanics/contact_solver.h"
#include "core/mechanics/factor.h"
#include "core/mechanics/factored_frame.h"
#include "core/mechanics/frame_recovery.h"
#include "core/mechanics/mechanism.h"

namespace hefty::mechanics {
namespace {

/// What the answer may leave of the load before it counts as none.
constexpr double mostImbalance = 1e-7;

/// allFinite() of Eigen goes number by number.
bool isFinite(const CaseRows &rows) {
    return (rows.array() * 0.0).sum() == 0;  // what is not finite leaves no 0
}

}  // namespace

/// Solves one model: each step is a function, run() is the table of contents.
class StaticSolver {
  public:
    explicit StaticSolver(const FrameModel &model) : m_model(model) {}

    Result<FrameSolution> run() {
        if (auto r = assemble(); !r) return tl::unexpected(r.error());
        if (auto r = gatherLoads(); !r) return tl::unexpected(r.error());
        if (auto r = assembleStiffness(&m_rhs); !r) return tl::unexpected(r.error());
        if (auto r = refuseIdleLoads(); !r) return tl::unexpected(r.error());
        if (auto r = factor(); !r) return tl::unexpected(r.error());
        return answer();
    }

    /// What can be done before the loads are known. What is given in a case, or bears one way, has to wait.
    Result<bool> prepare(const std::stop_token &stop) {
        const auto stopped = [] { return fail(ProblemKind::Stopped, "The analysis was stopped.", "model"); };
        if (auto r = assemble(); !r || waits()) return r;
        if (stop.stop_requested()) return stopped();
        if (auto r = assembleStiffness(nullptr); !r) return r;
        if (stop.stop_requested()) return stopped();
        return factor();
    }
    Result<FrameSolution> finish() {
        if (waits()) return solveStatic(m_model);
        if (auto r = gatherLoads(); !r) return tl::unexpected(r.error());
        if (auto r = refuseIdleLoads(); !r) return tl::unexpected(r.error());
        return answer();
    }
    [[nodiscard]] const FrameAssembly &assembly() const { return m_assembly; }

  private:
    /// An axis about which nothing turns a joint, on the columns of its rotations.
    struct IdleAxis {
        int node;
        std::array<int, 3> columns;
        Eigen::Vector3d axis;
    };

    [[nodiscard]] bool waits() const {
        return !m_model.contacts.empty() || m_assembly.map().givenCount() > 0;
    }

    Result<bool> assemble() {
        auto assembly = FrameAssembly::make(m_model);
        if (!assembly) return tl::unexpected(assembly.error());
        m_assembly = std::move(*assembly);
        return true;
    }

    Result<bool> gatherLoads() {
        m_loads.emplace(m_assembly);
        m_rhs = m_assembly.freeLoads(m_loads->nodal());
        if (const int beam = m_loads->looseBeam(); beam >= 0)
            return fail(ProblemKind::Mechanism, "The beam's own releases let its load run away with it.",
                        "beams/" + m_model.beams[static_cast<std::size_t>(beam)].id, "Remove a release.");
        return true;
    }

    /// @param givenLoads  if there, what the given motions do is taken off it
    Result<bool> assembleStiffness(CaseRows *givenLoads) {
        m_stiffness = m_assembly.stiffness(givenLoads);
        return settleIdleFreedoms();
    }

    tl::unexpected<Problem> loose(int node, int freedom) const {
        const std::string &id = m_model.nodes[static_cast<std::size_t>(node)].id;
        const char *name = freedomNames[static_cast<std::size_t>(freedom)];
        return fail(ProblemKind::Mechanism,
                    fmt::format("Node {} is free to move in {}: nothing holds it there.", id, name),
                    fmt::format("{}/{}", id, name),
                    "Add a support or a part that holds it, or remove a release.");
    }

    /// Freedoms without any stiffness are held at 0 if nothing drives them: nodes that nothing is
    /// attached to, directions that a node hung on springs alone does not use, and rotations of a
    /// joint in which every part is released.
    Result<bool> settleIdleFreedoms() {
        const Eigen::VectorXd diagonal = m_stiffness.diagonal();
        std::vector<Eigen::Triplet<double>> extra;
        for (const FreedomMap::Body &body : m_assembly.map().bodies())
            if (body.nodes.size() == 1) settleJoint(body.nodes[0], diagonal, extra);
        for (int c = 0; c < m_assembly.map().freeCount(); ++c) {
            if (diagonal(c) > 0) continue;
            const auto [node, freedom] = m_assembly.map().home(c);
            if (m_assembly.hasElement()[static_cast<std::size_t>(node)] && freedom < 3)
                return loose(node, freedom);
            m_idle.push_back(c);
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
    void settleJoint(int node, const Eigen::VectorXd &diagonal, std::vector<Eigen::Triplet<double>> &extra) {
        std::array<int, 3> columns{-1, -1, -1};
        for (int i = 0; i < 3; ++i) {
            const auto &terms = m_assembly.map().terms(node, 3 + i);
            if (terms.empty() || terms[0].column >= m_assembly.map().freeCount()) return;
            columns[static_cast<std::size_t>(i)] = terms[0].column;
            if (!(diagonal(terms[0].column) > 0)) return;  // settled column by column
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
        for (int k = 0; k < 3; ++k) {
            if (modes.eigenvalues()(k) > 1e-12) continue;
            const Eigen::Vector3d axis = modes.eigenvectors().col(k);
            m_idleAxes.push_back({node, columns, axis});
            for (int i = 0; i < 3; ++i)
                for (int j = 0; j < 3; ++j) {
                    const int row = columns[static_cast<std::size_t>(i)];
                    const int col = columns[static_cast<std::size_t>(j)];
                    if (col <= row) extra.emplace_back(row, col, size * axis(i) * axis(j));
                }
        }
    }

    /// What nothing resists must not be driven.
    Result<bool> refuseIdleLoads() const {
        if (!isFinite(m_rhs))
            return fail(ProblemKind::NotFinite, "The loads overflow.", "loads", "Check their size.");
        for (const IdleAxis &idle : m_idleAxes)
            for (Eigen::Index c = 0; c < m_rhs.cols(); ++c) {
                Eigen::Vector3d moment;
                for (int i = 0; i < 3; ++i) moment(i) = m_rhs(idle.columns[static_cast<std::size_t>(i)], c);
                if (std::abs(moment.dot(idle.axis)) > 1e-9 * moment.norm() && moment.norm() > 0) {
                    Eigen::Index largest = 0;
                    idle.axis.cwiseAbs().maxCoeff(&largest);
                    return loose(idle.node, 3 + static_cast<int>(largest));
                }
            }
        for (const int c : m_idle)
            if (m_rhs.cols() > 0 && m_rhs.row(c).cwiseAbs().maxCoeff() > 0) {
                const auto [node, freedom] = m_assembly.map().home(c);
                return loose(node, freedom);
            }
        return true;
    }

    /// Wins back the digits that a badly scaled model loses; one that has none left is refused. What is
    /// answered is what was looked at: another round would not win more where rounding is all that is left.
    Result<bool> refine() {
        constexpr int rounds = 4;
        for (int round = 0; round < rounds; ++round) {
            const CaseRows rest = m_rhs - symmetricProduct(m_stiffness, m_answer);
            double worst = 0;
            for (Eigen::Index c = 0; c < rest.cols(); ++c)
                if (m_rhs.col(c).norm() > 0)
                    worst = std::max(worst, rest.col(c).norm() / m_rhs.col(c).norm());
            if (round > 0 && worst < 1e-11) return true;
            if (round + 1 == rounds) return worst < mostImbalance ? Result<bool>(true) : noDigits();
            m_answer += m_factor->solve(rest);
        }
        return true;
    }

    [[nodiscard]] tl::unexpected<Problem> noDigits() const {
        const auto [node, freedom] = softestFreedom(softestMode(m_stiffness));
        const std::string where = fmt::format("{}/{}", m_model.nodes[static_cast<std::size_t>(node)].id,
                                              freedomNames[static_cast<std::size_t>(freedom)]);
        return fail(ProblemKind::Mechanism,
                    "This is all but free to move: the answer would have no good digits.", where,
                    "Hold it, or bring sizes and stiffnesses nearer to each other.");
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

    Result<bool> factor() {
        if (m_assembly.freeCount() == 0) return true;
        m_factor.emplace(m_stiffness);
        m_pivot =
            m_factor->succeeded() ? m_factor->pivots().cwiseQuotient(m_stiffness.diagonal()).minCoeff() : 0;
        if (!(m_pivot > suspectPivot))
            if (auto r = namedMechanism(); !r) return r;
        if (!m_factor->succeeded())
            return fail(ProblemKind::NotFinite, "The stiffness cannot be factored.", "model",
                        "Check for sizes or stiffnesses many orders of magnitude apart.");
        return true;
    }

    Result<FrameSolution> answer() {
        if (!m_factor) {
            m_answer = CaseRows::Zero(m_assembly.freeCount(), m_rhs.cols());
        } else {
            m_answer = m_factor->solve(m_rhs);
            if (!(m_pivot > refinementPivot))
                if (auto r = refine(); !r) return tl::unexpected(r.error());
        }
        if (!isFinite(m_answer))
            return fail(ProblemKind::NotFinite, "The answer overflows.", "loads",
                        "Check the size of the loads and stiffnesses.");
        m_factor.reset();  // the recovery wants the room
        m_stiffness = {};
        m_rhs = {};
        return recoverSolution(m_assembly, *m_loads, m_answer);
    }

    const FrameModel &m_model;
    FrameAssembly m_assembly;
    std::optional<FrameLoads> m_loads;
    std::vector<int> m_idle;  ///< free unknowns that nothing resists
    std::vector<IdleAxis> m_idleAxes;
    Sparse m_stiffness;
    std::optional<Factor> m_factor;
    double m_pivot = 1;  ///< the smallest over its own diagonal
    CaseRows m_rhs;
    CaseRows m_answer;
};

FactoredFrame::FactoredFrame(std::unique_ptr<StaticSolver> solver) : m_solver(std::move(solver)) {}
FactoredFrame::~FactoredFrame() = default;
FactoredFrame::FactoredFrame(FactoredFrame &&) noexcept = default;
FactoredFrame &FactoredFrame::operator=(FactoredFrame &&) noexcept = default;

Result<FactoredFrame> FactoredFrame::make(const FrameModel &model, const std::stop_token &stop) {
    auto solver = std::make_unique<StaticSolver>(model);
    if (auto r = solver->prepare(stop); !r) return tl::unexpected(r.error());
    return FactoredFrame(std::move(solver));
}

Result<FrameSolution> FactoredFrame::solve() {
    return m_solver->finish();
}

const FrameAssembly &FactoredFrame::assembly() const {
    return m_solver->assembly();
}

Result<FrameSolution> solveStatic(const FrameModel &model) {
    return model.contacts.empty() ? StaticSolver(model).run() : solveWithContacts(model);
}

}  // namespace hefty::mechanics
