#include "core/mechanics/contact_solver.h"

#include <algorithm>
#include <cmath>
#include <set>

#include <fmt/format.h>
#include <Eigen/Cholesky>

namespace hefty::mechanics {
namespace {

using Closed = std::vector<bool>;
constexpr int mostRounds = 400;

Result<bool> check(const FrameModel &m) {
    const auto nodes = static_cast<int>(m.nodes.size());
    for (const FrameContact &c : m.contacts) {
        const std::string where = "contacts/" + c.id;
        if (c.from < 0 || c.from >= nodes || c.to < -1 || c.to >= nodes)
            return fail(ProblemKind::UnknownId, "This refers to something that the model does not have.",
                        where);
        if (!(c.direction.norm() > 0) || !c.direction.allFinite())
            return fail(ProblemKind::BadInput, "The contact has no direction.", where + "/direction");
        if (!(c.stiffness > 0) || !std::isfinite(c.stiffness))
            return fail(ProblemKind::BadInput, "The stiffness must be above 0.", where + "/stiffness");
        if (!(c.gap >= 0) || !std::isfinite(c.gap))
            return fail(ProblemKind::BadInput, "The gap must be 0 or more.", where + "/gap");
    }
    return true;
}

/// Finds which contacts bear: from all closed, those that are wrong change, all at once; when a set comes
/// back, one at a time, the one that is most wrong.
/// @param wrongBy  per contact how much is wrong with a set, 0 if nothing is
template <class WrongBy>
Result<Closed> findClosed(std::size_t count, const std::string &name, const WrongBy &wrongBy) {
    Closed closed(count, true);
    std::set<Closed> seen;
    for (int round = 0; round < mostRounds; ++round) {
        const Result<std::vector<double>> wrong = wrongBy(closed);
        if (!wrong) return tl::unexpected(wrong.error());
        const double worst = *std::max_element(wrong->begin(), wrong->end());
        if (!(worst > 0)) return closed;
        const bool oneByOne = !seen.insert(closed).second;
        for (std::size_t i = 0; i < count; ++i)
            if (oneByOne ? (*wrong)[i] == worst : (*wrong)[i] > 0) {
                closed[i] = !closed[i];
                if (oneByOne) break;
            }
    }
    return fail(ProblemKind::NotFinite, "Which contacts bear is not found.", name,
                "Give the contacts stiffnesses nearer to each other.");
}

/// Of the largest way that anything goes: less than that is no gap.
constexpr double nothing = 1e-10;

/// How far `from` has gone along a contact's direction, seen from `to`.
double gone(const CaseSolution &s, const FrameContact &c) {
    Vec3 u = s.displacements[static_cast<std::size_t>(c.from)].head<3>();
    if (c.to >= 0) u -= s.displacements[static_cast<std::size_t>(c.to)].head<3>();
    return u.dot(c.direction.normalized());
}

/// One load case of a model, with springs where contacts bear.
class CaseSolver {
  public:
    CaseSolver(const FrameModel &model, int loadCase) : m_model(model) {
        m_plain = model;
        m_plain.contacts.clear();
        m_plain.cases = {model.cases[static_cast<std::size_t>(loadCase)]};
        const auto only = [loadCase](auto &loads) {
            std::erase_if(loads, [loadCase](const auto &l) { return l.loadCase != loadCase; });
            for (auto &l : loads) l.loadCase = 0;
        };
        only(m_plain.nodeLoads);
        only(m_plain.beamLoads);
        only(m_plain.shellLoads);
        only(m_plain.accelerations);
        // Freedoms that other cases move are held at 0 in this one.
        for (PrescribedFreedom &p : m_plain.prescribed) {
            if (p.loadCase != loadCase) p.value = 0;
            p.loadCase = 0;
        }
    }

    Result<FrameSolution> run() {
        Result<FrameSolution> answer{FrameSolution{}};
        const auto closed = findClosed(m_model.contacts.size(), m_plain.cases[0],
                                       [&](const Closed &set) -> Result<std::vector<double>> {
                                           answer = solve(set);
                                           if (!answer) return tl::unexpected(answer.error());
                                           return wrongBy(answer->cases[0], set);
                                       });
        if (!closed) return tl::unexpected(closed.error());
        settle(answer->cases[0], *closed);
        return answer;
    }

  private:
    Result<FrameSolution> solve(const Closed &closed) const {
        FrameModel m = m_plain;
        for (std::size_t i = 0; i < closed.size(); ++i) {
            if (!closed[i]) continue;
            const FrameContact &c = m_model.contacts[i];
            const Vec3 d = c.direction.normalized();
            FrameSpring s{c.id, c.from, c.to, Matrix6::Zero()};
            s.stiffness.topLeftCorner<3, 3>() = c.stiffness * d * d.transpose();
            m.springs.push_back(std::move(s));
            // The gap is run through before it bears: as if pushed back that far.
            const Vec3 push = c.stiffness * c.gap * d;
            m.nodeLoads.push_back({0, c.from, push, Vec3::Zero()});
            if (c.to >= 0) m.nodeLoads.push_back({0, c.to, -push, Vec3::Zero()});
        }
        return solveStatic(m);
    }

    /// Per contact, how much is wrong with its state; 0 if nothing is.
    [[nodiscard]] std::vector<double> wrongBy(const CaseSolution &s, const Closed &closed) const {
        double size = 0;
        for (const Vec6 &u : s.displacements) size = std::max(size, u.head<3>().cwiseAbs().maxCoeff());
        std::vector<double> out;
        for (std::size_t i = 0; i < closed.size(); ++i) {
            const double past = gone(s, m_model.contacts[i]) - m_model.contacts[i].gap;
            const double by = closed[i] ? -past : past;
            out.push_back(by > nothing * size ? by : 0);
        }
        return out;
    }

    /// Takes the springs that stood for contacts out of the answer and puts the contacts' forces in.
    void settle(CaseSolution &s, const Closed &closed) const {
        s.springs.resize(m_model.springs.size());
        for (std::size_t i = 0; i < closed.size(); ++i) {
            const FrameContact &c = m_model.contacts[i];
            s.contacts.push_back(closed[i] ? c.stiffness * std::max(0.0, gone(s, c) - c.gap) : 0.0);
        }
    }

    const FrameModel &m_model;
    FrameModel m_plain;
};

/// All load cases of a model that stands without its contacts: it is solved under them and under a unit push
/// of every contact; which contacts bear, and with what, is then a matter of small dense systems.
class Together {
  public:
    explicit Together(const FrameModel &model) : m_model(model), m_plain(model) { m_plain.contacts.clear(); }

    /// @error Mechanism if the model does not stand without its contacts
    Result<FrameSolution> run() {
        const std::size_t cases = m_model.cases.size(), contacts = m_model.contacts.size();
        FrameModel probe = m_plain;
        for (std::size_t j = 0; j < contacts; ++j) {
            probe.cases.push_back(m_model.contacts[j].id);
            addPush(probe, static_cast<int>(cases + j), j, 1);
        }
        const auto probed = solveStatic(probe);
        if (!probed) return tl::unexpected(probed.error());
        Eigen::MatrixXd give(contacts, contacts);
        for (std::size_t j = 0; j < contacts; ++j)
            for (std::size_t i = 0; i < contacts; ++i)
                give(static_cast<Eigen::Index>(i), static_cast<Eigen::Index>(j)) =
                    -gone(probed->cases[cases + j], m_model.contacts[i]);
        std::vector<Eigen::VectorXd> forces;
        for (std::size_t c = 0; c < cases; ++c) {
            auto found = forcesIn(probed->cases[c], give, m_model.cases[c]);
            if (!found) return tl::unexpected(found.error());
            for (std::size_t j = 0; j < contacts; ++j)
                if (const double f = (*found)(static_cast<Eigen::Index>(j)); f > 0)
                    addPush(m_plain, static_cast<int>(c), j, f);
            forces.push_back(std::move(*found));
        }
        auto answer = solveStatic(m_plain);
        if (!answer) return answer;
        for (std::size_t c = 0; c < cases; ++c)
            answer->cases[c].contacts.assign(forces[c].data(), forces[c].data() + forces[c].size());
        return answer;
    }

  private:
    /// What a bearing contact does to the model: it pushes `from` back.
    void addPush(FrameModel &m, int loadCase, std::size_t contact, double force) const {
        const FrameContact &c = m_model.contacts[contact];
        const Vec3 push = force * c.direction.normalized();
        m.nodeLoads.push_back({loadCase, c.from, -push, Vec3::Zero()});
        if (c.to >= 0) m.nodeLoads.push_back({loadCase, c.to, push, Vec3::Zero()});
    }
    /// Forces f_i = k_i (g_i - sum give_ij f_j) where that is above 0, else 0.
    [[nodiscard]] Result<Eigen::VectorXd> forcesIn(const CaseSolution &free, const Eigen::MatrixXd &give,
                                                   const std::string &name) const {
        const std::size_t count = m_model.contacts.size();
        Eigen::VectorXd beyond(count);
        for (std::size_t i = 0; i < count; ++i)
            beyond(static_cast<Eigen::Index>(i)) = gone(free, m_model.contacts[i]) - m_model.contacts[i].gap;
        Eigen::VectorXd f;
        const auto closed = findClosed(count, name, [&](const Closed &set) -> Result<std::vector<double>> {
            f = forcesOf(set, beyond, give);
            const Eigen::VectorXd past = beyond - give * f;
            const double size = std::max(past.cwiseAbs().maxCoeff(), beyond.cwiseAbs().maxCoeff());
            std::vector<double> wrong;
            for (std::size_t i = 0; i < count; ++i) {
                const auto k = static_cast<Eigen::Index>(i);
                const double by = set[i] ? -f(k) / m_model.contacts[i].stiffness : past(k);
                wrong.push_back(by > nothing * size ? by : 0);
            }
            return wrong;
        });
        if (!closed) return tl::unexpected(closed.error());
        return f.cwiseMax(0.0).eval();
    }

    /// Of a set of contacts as if they were springs.
    [[nodiscard]] Eigen::VectorXd forcesOf(const Closed &set, const Eigen::VectorXd &beyond,
                                           const Eigen::MatrixXd &give) const {
        std::vector<Eigen::Index> on;
        for (std::size_t i = 0; i < set.size(); ++i)
            if (set[i]) on.push_back(static_cast<Eigen::Index>(i));
        Eigen::VectorXd f = Eigen::VectorXd::Zero(beyond.size());
        if (on.empty()) return f;
        Eigen::MatrixXd k = give(on, on);
        for (std::size_t i = 0; i < on.size(); ++i)
            k(static_cast<Eigen::Index>(i), static_cast<Eigen::Index>(i)) +=
                1 / m_model.contacts[static_cast<std::size_t>(on[i])].stiffness;
        const Eigen::VectorXd part = k.ldlt().solve(beyond(on));
        f(on) = part;
        return f;
    }

    const FrameModel &m_model;
    FrameModel m_plain;
};

}  // namespace

Result<FrameSolution> solveWithContacts(const FrameModel &model) {
    if (auto fine = check(model); !fine) return tl::unexpected(fine.error());
    if (auto all = Together(model).run(); all || all.error().kind != ProblemKind::Mechanism) return all;
    FrameSolution out;
    for (int c = 0; c < static_cast<int>(model.cases.size()); ++c) {
        auto one = CaseSolver(model, c).run();
        if (!one) return one;
        out.attached = one->attached;
        out.freedomCount = one->freedomCount;
        out.cases.push_back(std::move(one->cases[0]));
    }
    return out;
}

}  // namespace hefty::mechanics
