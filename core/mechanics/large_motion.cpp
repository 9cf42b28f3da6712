#include "core/mechanics/large_motion.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>
#include <Eigen/SparseCholesky>

#include "core/mechanics/beam_hinges.h"
#include "core/mechanics/corotation.h"
#include "core/mechanics/frame_assembly.h"
#include "core/mechanics/frame_solver.h"
#include "core/mechanics/large_parts.h"

namespace hefty::mechanics {
namespace {

constexpr int mostIterations = 25, quickIterations = 6, slowFrom = 8;
constexpr double slowForce = 5e-5;     ///< left over, once quick convergence is not to be had: between hinges
constexpr double shortestStep = 1e-4;  ///< of the first one
constexpr double nearGoal = 1e-7;      ///< of the way to it

/// Where a path has come to.
struct PathState {
    Configuration at;
    PartStates parts;
    double factor = 0, deflection = 0, work = 0;
};

class LargeSolver {
  public:
    LargeSolver(const FrameModel &model, int loadCase, const LargeGoal &goal, const std::stop_token &stop)
        : m_model(model), m_case(loadCase), m_goal(goal), m_stop(stop) {}

    Result<LargeSolution> run() {
        if (auto fine = prepare(); !fine) return tl::unexpected(fine.error());
        m_now.at = Configuration(m_model);
        m_now.parts = m_parts->fresh();
        LargeSolution out;
        out.path.push_back({});
        const bool byDeflection = m_goal.deflection > 0;
        if (auto done = follow(byDeflection, byDeflection ? m_goal.deflection : m_goal.factor, out.path,
                               m_goal.steps, m_goal.left);
            !done)
            return tl::unexpected(done.error());
        out.displacements = m_now.at.displacements(m_model);
        out.beamUse = m_parts->beamUse(m_now.at, m_now.parts);
        out.shellStrain = m_parts->shellStrain(m_now.parts);
        if (!m_goal.unload) return out;
        const double reached = m_now.deflection;
        out.back.push_back(out.path.back());
        const int backSteps = m_goal.backSteps > 0 ? m_goal.backSteps : m_goal.steps;
        if (auto done = follow(false, 0, out.back, backSteps); !done) return tl::unexpected(done.error());
        out.set = m_now.deflection;
        out.springBack = reached - out.set;
        out.absorbed = m_now.work;
        out.settled = m_now.at.displacements(m_model);
        return out;
    }

  private:
    Result<bool> prepare() {
        if (m_case < 0 || m_case >= static_cast<int>(m_model.cases.size()))
            return fail(ProblemKind::UnknownId, "There is no such load case.", "analysis/case");
        if (!m_model.contacts.empty())
            return fail(ProblemKind::BadInput, "Large motions with contacts are not told.",
                        "contacts/" + m_model.contacts[0].id, "Put springs where contacts bear.");
        for (const PrescribedFreedom &p : m_model.prescribed)
            if (p.loadCase == m_case && p.value != 0)
                return fail(ProblemKind::BadInput, "Large motions under given motions are not told.",
                            "prescribed", "Load the case with forces and follow its deflection.");
        const double goal = m_goal.deflection > 0 ? m_goal.deflection : m_goal.factor;
        if (!(goal > 0) || !std::isfinite(goal) || m_goal.steps < 1 || !(m_goal.hardening >= 0))
            return fail(ProblemKind::BadInput, "How far to go must be above 0.", "analysis");
        // Asked of the model itself first: indices checked, mechanisms named.
        if (auto whole = solveStatic(m_model); !whole) return tl::unexpected(whole.error());
        auto parts = LargeParts::make(m_model, m_case, m_goal.yields, m_goal.hardening);
        if (!parts) return tl::unexpected(parts.error());
        m_parts.emplace(std::move(*parts));
        m_loadSize = m_parts->load().norm();
        if (!(m_loadSize > 0))
            return fail(ProblemKind::BadInput, "The case has no load that could be made to grow.",
                        "analysis/case");
        return true;
    }

    /// Goes on from where the path is until the factor or the deflection is a given one, or nothing is left.
    Result<bool> follow(bool byDeflection, double target, std::vector<PlasticPoint> &path, int steps,
                        const std::function<double(const PlasticPoint &)> &left = {}) {
        const auto reached = [&] { return byDeflection ? m_now.deflection : m_now.factor; };
        const double start = reached();
        const double whole = target - start;
        double step = whole / steps;
        const double least = shortestStep * std::abs(step);
        bool found = false;  // the place where nothing is left lies within the step
        while (std::abs(target - reached()) > nearGoal * std::abs(whole)) {
            if (m_stop.stop_requested())
                return fail(ProblemKind::Stopped, "The path was stopped.", "analysis");
            const double ahead = target - reached();
            const double now = std::abs(ahead) < 1.001 * std::abs(step) ? ahead : step;
            PathState next = m_now;
            const int iterations = settle(next, byDeflection, now);
            if (iterations < 0) {
                found = false;
                step = now / 2;
                if (std::abs(step) < least) return lost();
                continue;
            }
            const PlasticPoint point{next.factor, next.deflection, next.work};
            if (left && !found && left(point) <= 0) {
                found = true;
                const double before = left(path.back());
                step = now * before / (before - left(point));
                continue;
            }
            m_now = std::move(next);
            path.push_back(point);
            if (found) break;
            if (iterations <= quickIterations && std::abs(step) < std::abs(whole) / steps) step *= 1.5;
        }
        return true;
    }

    [[nodiscard]] tl::unexpected<Problem> lost() const {
        return fail(ProblemKind::NotFinite,
                    fmt::format("No equilibrium is found beyond {:.4g} times the load, at a deflection of "
                                "{:.4g} mm.",
                                m_now.factor, m_now.deflection),
                    "analysis",
                    m_goal.deflection > 0
                        ? "It may tear or fold there: ask for less deflection, or mesh it finer."
                        : "It may snap through there: follow its deflection instead.");
    }

    /// One step; how many iterations it took, or -1 if it does not settle.
    int settle(PathState &s, bool byDeflection, double step) {
        const PartStates before = s.parts;
        const Configuration start = s.at;
        const double fromFactor = s.factor, fromDeflection = s.deflection;
        if (!byDeflection) s.factor += step;
        double moved = 0;  // of the load along itself, in this step
        for (int i = 0; i < mostIterations; ++i) {
            LargeParts::Sums sums;
            if (!m_parts->sum(s.at, before, s.parts, sums)) return -1;
            const Eigen::VectorXd load = sums.freeLoad;
            const Eigen::VectorXd residual = s.factor * load - sums.forces;
            // Of the largest force so far: at rest nothing is left to measure by.
            m_largest =
                std::max({m_largest, sums.largest, std::abs(s.factor) * load.lpNorm<Eigen::Infinity>()});
            if (!std::isfinite(residual.norm())) return -1;
            if (i > 0 &&
                residual.lpNorm<Eigen::Infinity>() <=
                    (i <= slowFrom ? m_goal.leftOver : std::max(m_goal.leftOver, slowForce)) * m_largest &&
                (!byDeflection || std::abs(moved - step) <= 1e-9 * std::abs(step))) {
                s.deflection = fromDeflection + moved;
                s.work += (fromFactor + s.factor) / 2 * m_loadSize * moved;
                return i;
            }
            if (!factor(sums.tangent)) return -1;
            Eigen::VectorXd change = m_solver.solve(residual);
            if (byDeflection) {
                const Eigen::VectorXd grows = m_solver.solve(load);
                const double per = load.dot(grows) / m_loadSize;
                if (!(std::abs(per) > 0)) return -1;
                const double more = (step - moved - load.dot(change) / m_loadSize) / per;
                change += more * grows;
                s.factor += more;
            }
            if (!change.allFinite()) return -1;
            moved += load.dot(change) / m_loadSize;
            if (!m_parts->move(s.at, change)) return -1;
        }
        return -1;
    }

    bool factor(const Sparse &tangent) {
        if (tangent.nonZeros() != m_pattern || tangent.rows() != m_rows) {
            m_solver.analyzePattern(tangent);
            m_pattern = tangent.nonZeros();
            m_rows = tangent.rows();
        }
        m_solver.factorize(tangent);
        return m_solver.info() == Eigen::Success;
    }

    const FrameModel &m_model;
    int m_case;
    const LargeGoal &m_goal;
    std::stop_token m_stop;
    std::optional<LargeParts> m_parts;
    double m_loadSize = 0, m_largest = 0;
    PathState m_now;
    // Past a limit point the tangent is not positive: LDL' still finds the way on.
    Eigen::SimplicialLDLT<Sparse, Eigen::Lower> m_solver;
    Eigen::Index m_pattern = -1, m_rows = -1;
};

}  // namespace

Result<LargeSolution> solveLarge(const FrameModel &model, int loadCase, const LargeGoal &goal,
                                 const std::stop_token &stop) {
    return LargeSolver(model, loadCase, goal, stop).run();
}

}  // namespace hefty::mechanics
