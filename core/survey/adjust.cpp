#include "core/survey/adjust.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>
#include <Eigen/Cholesky>
#include <Eigen/Eigenvalues>

namespace hefty::survey {
namespace {

using Eigen::MatrixXd;
using Eigen::VectorXd;

constexpr int mostIterations = 60;
/// Prior knowledge of a coordinate while asking what to measure next: it is somewhere on the vehicle.
constexpr double anywhere = 3000;
/// Eigenvalue of the scaled normal matrix below which a motion counts as free. Sound nets stay above
/// 1e-6; a loose coordinate leaves rounding only.
constexpr double looseEigenvalue = 1e-10;

bool isFinite(double v) {
    return std::isfinite(v);
}

Result<bool> checkMeasure(const SurveyNet &net, std::size_t i) {
    const SurveyMeasure &m = net.measures[i];
    const auto bad = [i](const char *field, std::string message, std::string remedy = {}) {
        return fail(ProblemKind::BadInput, std::move(message), fmt::format("measures/{}/{}", i, field),
                    std::move(remedy));
    };
    const auto known = [&net](int p) { return p >= 0 && p < static_cast<int>(net.points.size()); };
    if (!isFinite(m.value) || !isFinite(m.sigma))
        return fail(ProblemKind::NotFinite, "The measure is not a finite number.",
                    fmt::format("measures/{}", i));
    if (!(m.sigma > 0)) return bad("sigma", fmt::format("The sigma must be above 0, {} was given.", m.sigma));
    if (!known(m.from)) return bad("from", "This point is not in the net.");
    if (m.kind == MeasureKind::Coordinate) {
        if (m.axis < 0 || m.axis > 2) return bad("axis", "The axis must be x, y or z.");
        return true;
    }
    if (!known(m.to)) return bad("to", "This point is not in the net.");
    if (m.from == m.to) return bad("to", "A measure needs two different points.");
    if (m.kind == MeasureKind::Distance && !(m.value > 0))
        return bad("value", fmt::format("A tape reading of {} is no distance.", m.value),
                   "Measure it again or leave it out.");
    return true;
}

Result<bool> checkNet(const SurveyNet &net) {
    if (net.points.empty())
        return fail(ProblemKind::BadInput, "The net has no point.", "points", "Name the points first.");
    for (const SurveyPoint &p : net.points)
        if (!p.near.allFinite())
            return fail(ProblemKind::NotFinite, "The first guess is not finite.", "points/" + p.id + "/near");
    for (std::size_t i = 0; i < net.measures.size(); ++i)
        if (auto fine = checkMeasure(net, i); !fine) return fine;
    return true;
}

/// One row of the design matrix: at most six entries.
struct Row {
    std::array<int, 6> column{-1, -1, -1, -1, -1, -1};
    std::array<double, 6> value{};
    double computed = 0;
};

/// The net with its unknowns numbered; measures can be left out one by one.
class Adjuster {
  public:
    explicit Adjuster(const SurveyNet &net) : m_net(net), m_counts(net.measures.size(), true) {
        for (const SurveyPoint &p : net.points) {
            std::array<int, 3> columns{-1, -1, -1};
            for (std::size_t k = 0; k < 3; ++k)
                if (!p.fixed[k]) columns[k] = m_unknowns++;
            m_columns.push_back(columns);
            m_at.push_back(p.near);
        }
        for (const SurveyMeasure &m : net.measures)
            if (m.kind == MeasureKind::Distance) m_size = std::max(m_size, m.value);
    }

    [[nodiscard]] double size() const { return m_size; }
    [[nodiscard]] bool counts(std::size_t measure) const { return m_counts[measure]; }
    void leaveOut(std::size_t measure) { m_counts[measure] = false; }
    [[nodiscard]] int unknowns() const { return m_unknowns; }
    [[nodiscard]] const std::vector<Vec3> &at() const { return m_at; }
    [[nodiscard]] int column(std::size_t point, std::size_t axis) const { return m_columns[point][axis]; }

    [[nodiscard]] Row row(const SurveyMeasure &m) const {
        Row r;
        const auto from = static_cast<std::size_t>(m.from), to = static_cast<std::size_t>(m.to);
        if (m.kind == MeasureKind::Coordinate) {
            const auto axis = static_cast<std::size_t>(m.axis);
            r.column[0] = m_columns[from][axis];
            r.value[0] = 1;
            r.computed = m_at[from](m.axis);
            return r;
        }
        const Vec3 d = m_at[to] - m_at[from];
        const bool level = m.kind == MeasureKind::Level;
        r.computed = level ? d.z() : d.norm();
        const Vec3 u = level ? Vec3(Vec3::UnitZ()) : Vec3(d / std::max(r.computed, 1e-9));
        for (std::size_t k = 0; k < 3; ++k) {
            r.column[k] = m_columns[from][k];
            r.value[k] = -u(static_cast<Eigen::Index>(k));
            r.column[3 + k] = m_columns[to][k];
            r.value[3 + k] = u(static_cast<Eigen::Index>(k));
        }
        return r;
    }

    /// Weighted normal matrix of all measures, and A' P (measured - computed).
    void normals(MatrixXd &n, VectorXd &rhs) const {
        n = MatrixXd::Zero(m_unknowns, m_unknowns);
        rhs = VectorXd::Zero(m_unknowns);
        for (std::size_t i = 0; i < m_net.measures.size(); ++i)
            if (m_counts[i]) addTo(n, rhs, row(m_net.measures[i]), m_net.measures[i]);
    }

    [[nodiscard]] double misfit() const {
        double sum = 0;
        for (std::size_t i = 0; i < m_net.measures.size(); ++i)
            if (const SurveyMeasure &m = m_net.measures[i]; m_counts[i])
                sum += std::pow((row(m).computed - m.value) / m.sigma, 2);
        return sum;
    }

    void move(const VectorXd &step, double share) {
        for (std::size_t p = 0; p < m_at.size(); ++p)
            for (std::size_t k = 0; k < 3; ++k)
                if (m_columns[p][k] >= 0)
                    m_at[p](static_cast<Eigen::Index>(k)) += share * step(m_columns[p][k]);
    }

    /// A start on a line or in a plane where distances do not feel a move across it is shaken a little,
    /// by the same amounts each time.
    void shake() {
        const double amount = 0.02 * m_size;
        for (std::size_t p = 0; p < m_at.size(); ++p)
            for (std::size_t k = 0; k < 3; ++k)
                if (m_columns[p][k] >= 0)
                    m_at[p](static_cast<Eigen::Index>(k)) +=
                        amount * std::sin(1.0 + 2.399963 * static_cast<double>(3 * p + k));
    }

    /// Moves to the least misfit. Damped while the steps are large, so that a poor guess is no trouble.
    int settle() {
        MatrixXd n;
        VectorXd rhs;
        double damping = 1e-6;
        double misfitNow = misfit();
        int i = 0;
        for (; i < mostIterations; ++i) {
            normals(n, rhs);
            const double scale = std::max(n.diagonal().maxCoeff(), 1e-300);
            MatrixXd damped = n;
            damped.diagonal().array() += damping * scale;
            const VectorXd step = damped.llt().solve(rhs);
            if (!step.allFinite()) break;
            const std::vector<Vec3> before = m_at;
            move(step, 1);
            const double next = misfit();
            if (next <= misfitNow * (1 + 1e-12) || next < 1e-18) {
                const double largest = step.cwiseAbs().maxCoeff();
                const bool done = largest < 1e-10 * m_size ||
                                  (largest < 1e-7 * m_size && misfitNow - next < 1e-13 * misfitNow);
                misfitNow = next;
                damping = std::max(1e-15, damping / 30);
                if (done) break;
            } else {
                m_at = before;
                damping *= 20;
                if (damping > 1e6) break;
            }
        }
        return i;
    }

    /// The point that can move most without any measure noticing; nothing if all are held.
    [[nodiscard]] std::optional<std::string> loosePoint(const MatrixXd &n) const {
        if (m_unknowns == 0) return std::nullopt;
        // Scaled so that a precise net is not taken for a loose one.
        const double scale = n.diagonal().maxCoeff();
        if (!(scale > 0)) return nameOf(0);
        // Pivots are quick to look at; the motion itself is worked out only if they are suspect.
        const Eigen::LDLT<MatrixXd> factor(n / scale);
        if (factor.info() == Eigen::Success && factor.vectorD().minCoeff() > 100 * looseEigenvalue)
            return std::nullopt;
        const Eigen::SelfAdjointEigenSolver<MatrixXd> modes(n / scale);
        if (modes.eigenvalues()(0) > looseEigenvalue) return std::nullopt;
        Eigen::Index most = 0;
        modes.eigenvectors().col(0).cwiseAbs().maxCoeff(&most);
        return nameOf(static_cast<int>(most));
    }

  private:
    [[nodiscard]] std::string nameOf(int unknown) const {
        for (std::size_t p = 0; p < m_columns.size(); ++p)
            for (const int c : m_columns[p])
                if (c == unknown) return m_net.points[p].id;
        return {};
    }

    static void addTo(MatrixXd &n, VectorXd &rhs, const Row &r, const SurveyMeasure &m) {
        const double weight = 1 / (m.sigma * m.sigma);
        const double miss = m.value - r.computed;
        for (std::size_t i = 0; i < 6; ++i) {
            if (r.column[i] < 0) continue;
            rhs(r.column[i]) += weight * r.value[i] * miss;
            for (std::size_t j = 0; j < 6; ++j)
                if (r.column[j] >= 0) n(r.column[i], r.column[j]) += weight * r.value[i] * r.value[j];
        }
    }

    const SurveyNet &m_net;
    std::vector<bool> m_counts;
    std::vector<std::array<int, 3>> m_columns;
    std::vector<Vec3> m_at;
    int m_unknowns = 0;
    double m_size = 1;
};

/// Q a for a sparse row a.
VectorXd times(const MatrixXd &q, const Row &r) {
    VectorXd out = VectorXd::Zero(q.rows());
    for (std::size_t i = 0; i < 6; ++i)
        if (r.column[i] >= 0) out += r.value[i] * q.col(r.column[i]);
    return out;
}

double dot(const Row &r, const Eigen::Ref<const VectorXd> &v) {
    double sum = 0;
    for (std::size_t i = 0; i < 6; ++i)
        if (r.column[i] >= 0) sum += r.value[i] * v(r.column[i]);
    return sum;
}

/// Residuals of a settled net and the projector that makes them from the measures, both weighted: v/s and
/// R = I - A Q A'.
class Snooper {
  public:
    /// @pre the net is determined by the measures that count
    Snooper(const SurveyNet &net, const Adjuster &adjuster) {
        const auto count = static_cast<Eigen::Index>(net.measures.size());
        MatrixXd n;
        VectorXd rhs;
        adjuster.normals(n, rhs);
        m_q = n.llt().solve(MatrixXd::Identity(n.rows(), n.cols()));
        m_residual = VectorXd::Zero(count);
        std::vector<Row> rows(net.measures.size());
        MatrixXd qa(adjuster.unknowns(), count);  // a row of the design has six entries: no dense product
        for (Eigen::Index i = 0; i < count; ++i) {
            const auto k = static_cast<std::size_t>(i);
            if (!adjuster.counts(k)) continue;
            const SurveyMeasure &m = net.measures[k];
            rows[k] = adjuster.row(m);
            m_residual(i) = (rows[k].computed - m.value) / m.sigma;
            for (double &v : rows[k].value) v /= m.sigma;
        }
        for (Eigen::Index i = 0; i < count; ++i) qa.col(i) = times(m_q, rows[static_cast<std::size_t>(i)]);
        m_projector.resize(count, count);
        for (Eigen::Index j = 0; j < count; ++j)
            for (Eigen::Index i = 0; i < count; ++i)
                m_projector(i, j) = (i == j && adjuster.counts(static_cast<std::size_t>(i)) ? 1.0 : 0.0) -
                                    dot(rows[static_cast<std::size_t>(i)], qa.col(j));
    }

    [[nodiscard]] const MatrixXd &covariance() const { return m_q; }
    [[nodiscard]] double residual(Eigen::Index i) const { return m_residual(i); }
    [[nodiscard]] double checked(Eigen::Index i) const { return std::clamp(m_projector(i, i), 0.0, 1.0); }
    [[nodiscard]] double standardized(Eigen::Index i) const {
        return checked(i) > unchecked ? m_residual(i) / std::sqrt(m_projector(i, i)) : 0.0;
    }
    /// The measure with the largest standardized residual beyond the limit; -1 if there is none.
    [[nodiscard]] Eigen::Index worst() const {
        Eigen::Index worst = -1;
        for (Eigen::Index i = 0; i < m_residual.size(); ++i)
            if (worst < 0 || std::abs(standardized(i)) > std::abs(standardized(worst)) * (1 + 1e-9))
                worst = i;
        return worst >= 0 && std::abs(standardized(worst)) > suspectResidual ? worst : -1;
    }
    /// Measures whose residuals go hand in hand with that of k: they cannot be told from it.
    [[nodiscard]] std::vector<int> inseparable(Eigen::Index k) const {
        std::vector<int> out;
        for (Eigen::Index i = 0; i < m_residual.size(); ++i) {
            if (i == k || checked(i) <= unchecked) continue;
            const double correlation = m_projector(i, k) / std::sqrt(m_projector(i, i) * m_projector(k, k));
            if (std::abs(correlation) > 1 - 1e-6) out.push_back(static_cast<int>(i));
        }
        return out;
    }
    /// Takes a measure out of the linearized net.
    void leaveOut(Eigen::Index k) {
        const VectorXd column = m_projector.col(k);
        const double pivot = m_projector(k, k);
        m_residual -= column * (m_residual(k) / pivot);
        m_projector -= column * column.transpose() / pivot;
        m_residual(k) = 0;
        m_projector.row(k).setZero();
        m_projector.col(k).setZero();
    }

  private:
    /// Below this nothing checks a measure: its residual is rounding.
    static constexpr double unchecked = 1e-7;
    MatrixXd m_q, m_projector;
    VectorXd m_residual;
};

/// Names the likely wrong measures one at a time. A slip so large that it bends the whole net is taken out
/// and the net settled anew; a small one is taken out of the linearized net, which costs little.
std::vector<int> suspectsOf(const SurveyNet &net, Adjuster adjuster, Snooper snooper) {
    constexpr double bends = 0.005;  // of the size of the net
    // A net can vouch against few of its measures; past that the search would only feed on itself.
    const auto redundancy = static_cast<int>(net.measures.size()) - adjuster.unknowns();
    const auto most = static_cast<std::size_t>(std::max(1, redundancy / 4));
    std::vector<int> out;
    while (out.size() < most) {
        const Eigen::Index worst = snooper.worst();
        if (worst < 0) break;
        out.push_back(static_cast<int>(worst));
        const std::vector<int> partners = snooper.inseparable(worst);
        out.insert(out.end(), partners.begin(), partners.end());
        if (!partners.empty()) break;
        const SurveyMeasure &m = net.measures[static_cast<std::size_t>(worst)];
        adjuster.leaveOut(static_cast<std::size_t>(worst));
        if (std::abs(snooper.residual(worst)) * m.sigma > bends * adjuster.size()) {
            adjuster.settle();
            snooper = Snooper(net, adjuster);
        } else {
            snooper.leaveOut(worst);
        }
    }
    return out;
}

}  // namespace

Result<Adjustment> adjust(const SurveyNet &net) {
    if (auto fine = checkNet(net); !fine) return tl::unexpected(fine.error());
    Adjuster adjuster(net);
    Adjustment out;
    MatrixXd n;
    VectorXd rhs;
    adjuster.normals(n, rhs);
    if (adjuster.loosePoint(n)) adjuster.shake();  // perhaps only the guess is degenerate
    out.iterations = adjuster.settle();
    adjuster.normals(n, rhs);
    if (const auto loose = adjuster.loosePoint(n))
        return fail(ProblemKind::Undetermined, fmt::format("The measures leave the point {} loose.", *loose),
                    *loose, "Add a distance, a height or an offset that holds it.");
    out.points = adjuster.at();
    const Snooper snooper(net, adjuster);
    const MatrixXd &q = snooper.covariance();
    for (std::size_t p = 0; p < net.points.size(); ++p) {
        Vec3 sigma = Vec3::Zero();
        for (std::size_t k = 0; k < 3; ++k)
            if (const int c = adjuster.column(p, k); c >= 0)
                sigma(static_cast<Eigen::Index>(k)) = std::sqrt(std::max(0.0, q(c, c)));
        out.sigma.push_back(sigma);
    }
    double sum = 0;
    for (std::size_t i = 0; i < net.measures.size(); ++i) {
        const auto k = static_cast<Eigen::Index>(i);
        out.measures.push_back({adjuster.row(net.measures[i]).computed - net.measures[i].value,
                                snooper.standardized(k), snooper.checked(k)});
        sum += snooper.residual(k) * snooper.residual(k);
    }
    out.redundancy = static_cast<int>(net.measures.size()) - adjuster.unknowns();
    if (out.redundancy > 0) out.sigma0 = std::sqrt(sum / out.redundancy);
    out.suspects = suspectsOf(net, adjuster, snooper);
    return out;
}

Result<std::vector<NextMeasure>> mostHelpful(const SurveyNet &net, double sigma, std::size_t count) {
    if (auto fine = checkNet(net); !fine) return tl::unexpected(fine.error());
    if (!(sigma > 0) || !isFinite(sigma))
        return fail(ProblemKind::BadInput, "The sigma must be above 0.", "sigma");
    Adjuster adjuster(net);
    if (adjuster.unknowns() == 0) return std::vector<NextMeasure>{};
    (void)adjuster.settle();
    MatrixXd n;
    VectorXd rhs;
    adjuster.normals(n, rhs);
    n.diagonal().array() += 1 / (anywhere * anywhere);
    const MatrixXd q = n.ldlt().solve(MatrixXd::Identity(n.rows(), n.cols()));
    const double before = q.trace();
    const auto taken = [&net](const SurveyMeasure &m) {
        return std::any_of(net.measures.begin(), net.measures.end(), [&m](const SurveyMeasure &o) {
            if (o.kind != m.kind) return false;
            if (m.kind == MeasureKind::Coordinate) return o.from == m.from && o.axis == m.axis;
            return (o.from == m.from && o.to == m.to) || (o.from == m.to && o.to == m.from);
        });
    };
    std::vector<NextMeasure> out;
    const auto consider = [&](SurveyMeasure m) {
        if (taken(m)) return;
        const Row r = adjuster.row(m);
        const VectorXd qa = times(q, r);
        const double gain = qa.squaredNorm() / (sigma * sigma + dot(r, qa));
        if (!(gain > 0)) return;
        m.value = r.computed;
        m.sigma = sigma;
        const double unknowns = adjuster.unknowns();
        out.push_back({m, std::sqrt(before / unknowns), std::sqrt(std::max(0.0, before - gain) / unknowns)});
    };
    const auto points = static_cast<int>(net.points.size());
    for (int a = 0; a < points; ++a) {
        for (int axis = 0; axis < 3; ++axis) consider({MeasureKind::Coordinate, a, a, axis, 0, sigma});
        for (int b = a + 1; b < points; ++b) consider({MeasureKind::Distance, a, b, 2, 0, sigma});
    }
    std::stable_sort(out.begin(), out.end(),
                     [](const NextMeasure &a, const NextMeasure &b) { return a.after < b.after; });
    if (out.size() > count) out.resize(count);
    return out;
}

working::Working residualWorking(const SurveyNet &net, const Adjustment &a, int measure) {
    using working::number;
    const auto i = static_cast<std::size_t>(measure);
    const SurveyMeasure &m = net.measures[i];
    const AdjustedMeasure &r = a.measures[i];
    const std::string source = "least squares over all measures";
    working::Working w;
    const std::string from = net.points[static_cast<std::size_t>(m.from)].id;
    const std::string to = net.points[static_cast<std::size_t>(m.to)].id;
    w.title = m.kind == MeasureKind::Coordinate
                  ? fmt::format("{} of {}", std::array{"x", "y", "z"}[static_cast<std::size_t>(m.axis)], from)
                  : fmt::format("{} {} to {}", m.kind == MeasureKind::Level ? "Level" : "Distance", from, to);
    w.given("l", "what was read", m.value, "mm", "measured")
        .given("s", "standard deviation of a reading", m.sigma, "mm", "how well it is known")
        .step("l_a", "what all measures together say", "computed from the adjusted points", "",
              m.value + r.residual, "mm", source)
        .step("v", "residual", "l_a − l",
              fmt::format("{} − {}", number(m.value + r.residual), number(m.value)), r.residual, "mm", source)
        .step("r", "how far the others check it (0 not at all, 1 fully)", "1 − a Q aᵀ/s²", "", r.checked, "",
              "redundancy number");
    if (r.checked > 0 && r.standardized != 0)
        w.step("w", "standardized residual", "v/(s √r)",
               fmt::format("{}/({} · √{})", number(r.residual), number(m.sigma), number(r.checked)),
               r.standardized, "", "Baarda 1968");
    w.note(fmt::format("Beyond {:.2f} either way a reading is likely wrong (one in a thousand by chance).",
                       suspectResidual));
    return w;
}

}  // namespace hefty::survey
