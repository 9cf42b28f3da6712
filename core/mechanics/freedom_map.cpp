#include "core/mechanics/freedom_map.h"

#include <algorithm>
#include <numeric>

#include <fmt/format.h>
#include <Eigen/SVD>

namespace hefty::mechanics {

Matrix6 rigidTransfer(const Vec3 &arm) {
    Matrix6 t = Matrix6::Identity();
    t(0, 4) = arm.z();
    t(0, 5) = -arm.y();
    t(1, 3) = -arm.z();
    t(1, 5) = arm.x();
    t(2, 3) = arm.y();
    t(2, 4) = -arm.x();
    return t;
}

/// Builds the map step by step: bodies, what is held, then terms body by body.
class FreedomMapBuilder {
  public:
    explicit FreedomMapBuilder(const FrameModel &model) : m_model(model) {
        const std::size_t n = model.nodes.size();
        m_parent.resize(n);
        std::iota(m_parent.begin(), m_parent.end(), 0);
        m_held.assign(n, 0);
        m_givenOf.assign(6 * n, -1);
        m_map.m_terms.resize(6 * n);
    }

    Result<FreedomMap> build() {
        joinBodies();
        markHeld();
        m_given = Eigen::MatrixXd::Zero(m_givenRows, static_cast<Eigen::Index>(m_model.cases.size()));
        for (const PrescribedFreedom &p : m_model.prescribed)
            m_given(givenColumn(p.node, p.freedom), p.loadCase) = p.value;
        m_map.m_given = m_given;
        collectBodies();
        for (FreedomMap::Body &body : m_map.m_bodies) {
            const auto done = body.nodes.size() == 1 ? mapSingle(body) : mapRigid(body);
            if (!done) return tl::unexpected(done.error());
        }
        m_map.m_givenCount = m_givenRows;
        // Given columns come behind the free ones, whose number is only known now.
        for (auto &terms : m_map.m_terms)
            for (FreedomTerm &term : terms)
                if (term.column < 0) term.column = m_map.m_freeCount + (-term.column - 1);
        return std::move(m_map);
    }

  private:
    int root(int node) {
        while (m_parent[static_cast<std::size_t>(node)] != node)
            node = m_parent[static_cast<std::size_t>(node)];
        return node;
    }
    void joinBodies() {
        for (const RigidLink &link : m_model.rigidLinks)
            for (const int slave : link.slaves) {
                const int a = root(link.master);
                const int b = root(slave);
                if (a != b) m_parent[static_cast<std::size_t>(b)] = a;
            }
    }
    void markHeld() {
        for (const FrameSupport &s : m_model.supports) m_held[static_cast<std::size_t>(s.node)] |= s.fixed;
        for (const PrescribedFreedom &p : m_model.prescribed) {
            m_held[static_cast<std::size_t>(p.node)] |= static_cast<FreedomSet>(1u << p.freedom);
            int &given = m_givenOf[static_cast<std::size_t>(6 * p.node + p.freedom)];
            if (given < 0) given = m_givenRows++;
        }
    }
    int givenColumn(int node, int freedom) const {
        return m_givenOf[static_cast<std::size_t>(6 * node + freedom)];
    }
    void collectBodies() {
        std::vector<int> bodyOf(m_model.nodes.size(), -1);
        for (int node = 0; node < static_cast<int>(m_model.nodes.size()); ++node) {
            const int r = root(node);
            int &body = bodyOf[static_cast<std::size_t>(r)];
            if (body < 0) {
                body = static_cast<int>(m_map.m_bodies.size());
                m_map.m_bodies.emplace_back();
                if (r != node) m_map.m_bodies.back().nodes.push_back(r);
            }
            auto &nodes = m_map.m_bodies[static_cast<std::size_t>(body)].nodes;
            if (std::find(nodes.begin(), nodes.end(), node) == nodes.end()) nodes.push_back(node);
        }
    }
    int newColumn(int node, int freedom) {
        m_map.m_homes.emplace_back(node, freedom);
        return m_map.m_freeCount++;
    }
    bool isHeld(int node, int freedom) const {
        return (m_held[static_cast<std::size_t>(node)] & (1u << freedom)) != 0;
    }
    std::vector<FreedomTerm> &termsOf(int node, int freedom) {
        return m_map.m_terms[static_cast<std::size_t>(6 * node + freedom)];
    }

    Result<bool> mapSingle(FreedomMap::Body &body) {
        const int node = body.nodes[0];
        for (int f = 0; f < 6; ++f) {
            const int given = givenColumn(node, f);
            if (given >= 0)
                termsOf(node, f) = {{-given - 1, 1.0}};
            else if (!isHeld(node, f))
                termsOf(node, f) = {{newColumn(node, f), 1.0}};
            if (isHeld(node, f)) body.held.emplace_back(node, f);
        }
        body.constraints = Eigen::MatrixXd::Zero(static_cast<Eigen::Index>(body.held.size()), 6);
        for (std::size_t i = 0; i < body.held.size(); ++i)
            body.constraints(static_cast<Eigen::Index>(i), body.held[i].second) = 1;
        return true;
    }

    /// A rigid body: its motion q of the reference must satisfy C q = c for every held freedom, so
    /// q = Z p + C^+ c with Z a basis of the null space of C.
    Result<bool> mapRigid(FreedomMap::Body &body) {
        const int reference = body.nodes[0];
        const Vec3 origin = at(reference);
        double size = 1;
        for (const int node : body.nodes) size = std::max(size, (at(node) - origin).norm());
        for (const int node : body.nodes)
            for (int f = 0; f < 6; ++f)
                if (isHeld(node, f)) body.held.emplace_back(node, f);
        const auto rows = static_cast<Eigen::Index>(body.held.size());
        body.constraints.resize(rows, 6);
        for (Eigen::Index i = 0; i < rows; ++i) {
            const auto [node, f] = body.held[static_cast<std::size_t>(i)];
            body.constraints.row(i) = rigidTransfer(at(node) - origin).row(f);
        }
        Eigen::MatrixXd basis = Matrix6::Identity();
        Eigen::MatrixXd inverse(6, rows);
        if (rows > 0) {
            // Rotations are scaled by the body's size so that ranks are judged in like units.
            Vec6 scale = Vec6::Ones();
            scale.tail<3>().setConstant(1 / size);
            const Eigen::MatrixXd scaled = body.constraints * scale.asDiagonal();
            Eigen::JacobiSVD<Eigen::MatrixXd> svd(scaled, Eigen::ComputeThinU | Eigen::ComputeFullV);
            svd.setThreshold(1e-10);
            const Eigen::Index rank = svd.rank();
            basis = scale.asDiagonal() * svd.matrixV().rightCols(6 - rank);
            const Eigen::MatrixXd u = svd.matrixU().leftCols(rank);
            const Eigen::MatrixXd v = svd.matrixV().leftCols(rank);
            inverse = scale.asDiagonal() * v * svd.singularValues().head(rank).cwiseInverse().asDiagonal() *
                      u.transpose();
        }
        if (auto fine = checkGiven(body, inverse); !fine) return fine;
        std::vector<int> columns;
        for (Eigen::Index c = 0; c < basis.cols(); ++c) {
            Eigen::Index largest = 0;
            basis.col(c).cwiseAbs().maxCoeff(&largest);
            columns.push_back(newColumn(reference, static_cast<int>(largest)));
        }
        for (const int node : body.nodes)
            addRigidTerms(node, at(node) - origin, body, basis, inverse, columns);
        return true;
    }

    void addRigidTerms(int node, const Vec3 &arm, const FreedomMap::Body &body, const Eigen::MatrixXd &basis,
                       const Eigen::MatrixXd &inverse, const std::vector<int> &columns) {
        const Matrix6 transfer = rigidTransfer(arm);
        const Eigen::MatrixXd free = transfer * basis;
        const Eigen::MatrixXd given = transfer * inverse;
        for (int f = 0; f < 6; ++f) {
            auto &terms = termsOf(node, f);
            for (std::size_t c = 0; c < columns.size(); ++c)
                if (const double k = free(f, static_cast<Eigen::Index>(c)); k != 0)
                    terms.push_back({columns[c], k});
            for (std::size_t i = 0; i < body.held.size(); ++i) {
                const int column = givenColumn(body.held[i].first, body.held[i].second);
                const double k = given(f, static_cast<Eigen::Index>(i));
                if (column >= 0 && k != 0) terms.push_back({-column - 1, k});
            }
        }
    }

    Result<bool> checkGiven(const FreedomMap::Body &body, const Eigen::MatrixXd &inverse) const {
        for (Eigen::Index loadCase = 0; loadCase < m_given.cols(); ++loadCase) {
            Eigen::VectorXd c(static_cast<Eigen::Index>(body.held.size()));
            for (std::size_t i = 0; i < body.held.size(); ++i) {
                const int column = givenColumn(body.held[i].first, body.held[i].second);
                c(static_cast<Eigen::Index>(i)) = column >= 0 ? m_given(column, loadCase) : 0.0;
            }
            if (c.size() == 0) continue;
            const Eigen::VectorXd miss = body.constraints * (inverse * c) - c;
            if (miss.cwiseAbs().maxCoeff() > 1e-8 * c.cwiseAbs().maxCoeff())
                return fail(ProblemKind::BadInput,
                            "The displacements given to this rigid body contradict each other.",
                            "rigid/" + m_model.nodes[static_cast<std::size_t>(body.nodes[0])].id,
                            "Give them at one of its nodes only.");
        }
        return true;
    }

    [[nodiscard]] const Vec3 &at(int node) const { return m_model.nodes[static_cast<std::size_t>(node)].at; }

    const FrameModel &m_model;
    FreedomMap m_map;
    std::vector<int> m_parent;
    std::vector<FreedomSet> m_held;
    std::vector<int> m_givenOf;
    int m_givenRows = 0;
    Eigen::MatrixXd m_given;
};

Result<FreedomMap> FreedomMap::make(const FrameModel &model) {
    return FreedomMapBuilder(model).build();
}

}  // namespace hefty::mechanics
