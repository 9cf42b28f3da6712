#include <QTest>

#include <cmath>

#include "core/mechanics/frame_solver.h"
#include "tests/core/mechanics/shell_course.h"

using namespace hefty;
using namespace hefty::testing;

namespace {

constexpr double E = 200000;

FrameModel twoPosts() {
    FrameModel m;
    m.materials.push_back({"m", E, 0.3, 0, 0});
    m.sections.push_back({"s", 400, 60000, 30000, 20000, {}, {}, 0, 0});
    m.cases = {"c"};
    m.nodes = {{"a", {0, 0, 0}}, {"at", {0, 0, 500}}, {"b", {200, 0, 0}}, {"bt", {200, 40, 450}}};
    m.beams.push_back({"a", 0, 1, 0, 0, Vec3::UnitX(), 0, 0});
    m.beams.push_back({"b", 2, 3, 0, 0, Vec3::UnitX(), 0, 0});
    m.supports = {{0, all}, {2, all}};
    m.nodeLoads.push_back({0, 1, Vec3(900, 300, -200), Vec3(0, 0, 5000)});
    return m;
}

/// A strip of n x 4 quadrilaterals from x0 to x1, 100 wide; returns its first node.
int addStrip(FrameModel &m, double x0, double x1, int n, int across) {
    const auto first = static_cast<int>(m.nodes.size());
    for (int i = 0; i <= n; ++i)
        for (int j = 0; j <= across; ++j)
            m.nodes.push_back(
                {std::to_string(m.nodes.size()), {x0 + (x1 - x0) * i / n, 100.0 * j / across, 0}});
    const auto node = [&](int i, int j) { return first + i * (across + 1) + j; };
    for (int i = 0; i < n; ++i)
        for (int j = 0; j < across; ++j)
            m.shells.push_back({std::to_string(m.shells.size()),
                                {node(i, j), node(i + 1, j), node(i + 1, j + 1), node(i, j + 1)},
                                0,
                                6});
    return first;
}

}  // namespace

/// Elastic ties between bodies.
class TestTie : public QObject {
    Q_OBJECT

  private slots:
    /// With one node a side it is a spring between two rigid arms.
    void asSpringBetweenArms() {
        FrameModel tied = twoPosts();
        const Vec3 at(90, 15, 480);
        tied.ties.push_back({"t", at, {{1, 1}}, {{3, 1}}, Eigen::Matrix3d::Identity() * 700});
        FrameModel linked = twoPosts();
        linked.nodes.push_back({"p", at});
        linked.nodes.push_back({"q", at});
        linked.rigidLinks = {{1, {4}}, {3, {5}}};
        mechanics::Matrix6 k = mechanics::Matrix6::Zero();
        k.topLeftCorner<3, 3>() = Eigen::Matrix3d::Identity() * 700;
        linked.springs.push_back({"s", 4, 5, k});
        const auto a = solveStatic(tied), b = solveStatic(linked);
        QVERIFY(a && b);
        const Vec3 other = b->cases[0].springs[0].head<3>();
        QVERIFY(other.norm() > 10);
        QVERIFY((a->cases[0].ties[0] - other).norm() < 1e-9 * other.norm());
        for (const std::size_t n : {1u, 3u})
            QVERIFY((a->cases[0].displacements[n] - b->cases[0].displacements[n]).norm() < 1e-9);
        for (const int n : {0, 2})
            QVERIFY((a->cases[0].reactions.at(n) - b->cases[0].reactions.at(n)).norm() < 1e-6);
    }

    /// Two strips with different meshes, tied stiffly along their cut, stretch as one: u = F L/(E A), and the
    /// ties carry the pull between them, each its share of the length.
    void meshesThatDoNotMatch() {
        FrameModel m;
        m.materials.push_back({"m", E, 0, 0, 0});
        m.cases = {"pull"};
        const int left = addStrip(m, 0, 100, 4, 4), right = addStrip(m, 100, 200, 3, 3);
        for (int j = 0; j <= 4; ++j) m.supports.push_back({left + j, all});
        // A line of ties is a hinge: out of its plane the right strip is held by itself.
        for (int n = right; n < right + 16; ++n) m.supports.push_back({n, 0b011100});
        constexpr double F = 12000;
        // An even pull on an edge of these shells turns its corners too: q L2/8 (Felippa 2003, alpha = 3/2).
        constexpr double turn = F / 100 * (100.0 / 3) * (100.0 / 3) / 8;
        for (int j = 0; j <= 3; ++j)
            m.nodeLoads.push_back({0, right + 3 * 4 + j, Vec3(F / (j % 3 ? 3 : 6), 0, 0),
                                   Vec3(0, 0, j == 0 ? -turn : (j == 3 ? turn : 0))});
        constexpr int ties = 60;
        for (int t = 0; t < ties; ++t) {
            const double y = 100 * (t + 0.5) / ties;
            const auto share = [y](int first, int across) {
                const int j = std::min(across - 1, static_cast<int>(y / 100 * across));
                const double s = y / 100 * across - j;
                return std::vector<TieEnd>{{first + j, 1 - s}, {first + j + 1, s}};
            };
            m.ties.push_back({std::to_string(t), Vec3(100, y, 0), share(left + 4 * 5, 4), share(right, 3),
                              Eigen::Matrix3d::Identity() * 1e9});
        }
        const auto s = solveStatic(m);
        QVERIFY2(s.has_value(), s ? "" : s.error().message.c_str());
        Vec3 sum = Vec3::Zero();
        for (const Vec3 &f : s->cases[0].ties) sum += f;
        QVERIFY((sum - Vec3(F, 0, 0)).norm() < 1e-6 * F);  // what pulls the left strip on
        const double stretch = F * 200 / (E * 600);
        for (int j = 0; j <= 3; ++j) {
            const double u = s->cases[0].displacements[static_cast<std::size_t>(right + 12 + j)](0);
            QVERIFY2(std::abs(u - stretch) < 1e-3 * stretch,
                     qPrintable(QString::number(u / stretch, 'g', 12)));
        }
        for (const ShellForces &f : s->cases[0].shellForces)
            QVERIFY(std::abs(f.membrane.norm() - F / 100) < 0.05 * F / 100);
    }

    /// Resultants turned into other axes keep their invariants and come back when turned back.
    void turnedResultants() {
        const ShellForces f{{120, -40, 33}, {5, 9, -7}};
        const auto turned = [](const ShellForces &forces, double angle) {
            return ShellForces{turning(angle) * forces.membrane, turning(angle) * forces.bending};
        };
        const ShellForces g = turned(f, 0.7), h = turned(g, -0.7);
        QVERIFY(std::abs(g.membrane(0) + g.membrane(1) - 80) < 1e-12);
        QVERIFY(std::abs(vonMises(f, 4).top - vonMises(g, 4).top) < 1e-10);
        QVERIFY((h.membrane - f.membrane).norm() + (h.bending - f.bending).norm() < 1e-12);
        // pure tension along x seen from 45 degrees: half along each axis, half in shear (Mohr's circle)
        const ShellForces mohr = turned({{100, 0, 0}, {0, 0, 0}}, std::atan(1.0));
        QVERIFY((mohr.membrane - Vec3(50, 50, -50)).norm() < 1e-12);
    }

    void refused() {
        FrameModel m = twoPosts();
        m.ties.push_back({"t", Vec3(0, 0, 0), {{1, 0.4}, {0, 0.4}}, {{3, 1}}, Eigen::Matrix3d::Identity()});
        QVERIFY(solveStatic(m).error().where == "ties/t");
        m.ties[0].from = {{1, 1}};
        m.ties[0].to = {{17, 1}};
        QVERIFY(solveStatic(m).error().kind == ProblemKind::UnknownId);
        m.ties[0].to.clear();
        QVERIFY(solveStatic(m).error().kind == ProblemKind::BadInput);
    }
};

QTEST_GUILESS_MAIN(TestTie)
#include "test_tie.moc"
