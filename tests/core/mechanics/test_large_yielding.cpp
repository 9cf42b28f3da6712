#include <QTest>

#include <cmath>
#include <random>

#include "core/mechanics/large_parts.h"
#include "tests/core/mechanics/large_models.h"

using namespace hefty;
using namespace hefty::testing;
using namespace hefty::testing::large;

/// What yields in large motion: the law of the sheets, beams with hinges, shells layer by layer.
class TestLargeYielding : public QObject {
    Q_OBJECT

  private slots:
    /// The stress after a step lies on von Mises' surface, and the tangent is its change with the strain.
    void plainStressReturns() {
        const double E = 200000, nu = 0.3;
        Matrix3 elastic;
        elastic << 1, nu, 0, nu, 1, 0, 0, 0, (1 - nu) / 2;
        elastic *= E / (1 - nu * nu);
        const Eigen::Vector3d strain(0.004, -0.001, 0.003), before(0.0005, -0.0002, 0.0001);
        const PlaneStress s = yieldInPlane(strain, before, elastic, 350);
        const double mises = std::sqrt(s.stress(0) * s.stress(0) + s.stress(1) * s.stress(1) -
                                       s.stress(0) * s.stress(1) + 3 * s.stress(2) * s.stress(2));
        QVERIFY(near(mises, 350, 1e-9));
        QVERIFY((elastic * (strain - s.plastic) - s.stress).norm() < 1e-8);
        for (int i = 0; i < 3; ++i) {
            Eigen::Vector3d h = Eigen::Vector3d::Zero();
            h(i) = 1e-8;
            const Eigen::Vector3d d = (yieldInPlane(strain + h, before, elastic, 350).stress -
                                       yieldInPlane(strain - h, before, elastic, 350).stress) /
                                      2e-8;
            QVERIFY((d - s.tangent.col(i)).norm() < 1e-4 * elastic.norm());
        }
    }

    /// Pulled evenly one way: the bilinear curve of a metal that hardens, in one step and in many; the
    /// tangent by differences.
    void hardens() {
        Eigen::Matrix3d elastic = Eigen::Matrix3d::Zero();
        constexpr double E = 200000, nu = 0.3, fy = 300, H = 4000;
        elastic << 1, nu, 0, nu, 1, 0, 0, 0, (1 - nu) / 2;
        elastic *= E / (1 - nu * nu);
        std::mt19937 random(31);
        std::uniform_real_distribution<double> some(-1, 1);
        for (int run = 0; run < 100; ++run) {
            const Eigen::Vector3d strain = 0.02 * Eigen::Vector3d(some(random), some(random), some(random));
            const PlaneStress s = yieldInPlane(strain, Eigen::Vector3d::Zero(), elastic, fy, H);
            const double mises = std::sqrt(s.stress(0) * s.stress(0) + s.stress(1) * s.stress(1) -
                                           s.stress(0) * s.stress(1) + 3 * s.stress(2) * s.stress(2));
            if (s.equivalent > 0) QVERIFY(near(mises, fy + H * s.equivalent, 1e-8));
            for (int i = 0; i < 3; ++i) {
                Eigen::Vector3d step = Eigen::Vector3d::Zero();
                step(i) = 1e-8;
                const auto at = [&](const Eigen::Vector3d &e) {
                    return yieldInPlane(e, Eigen::Vector3d::Zero(), elastic, fy, H).stress;
                };
                const Eigen::Vector3d change = (at(strain + step) - at(strain - step)) / 2e-8;
                QVERIFY((change - s.tangent.col(i)).norm() < 1e-4 * elastic.norm());
            }
        }
        // one way alone: the strain across is what leaves no stress across
        for (const double wanted : {0.001, 0.01, 0.05}) {
            double across = -nu * wanted;
            for (int i = 0; i < 50; ++i) {
                const PlaneStress s =
                    yieldInPlane({wanted, across, 0}, Eigen::Vector3d::Zero(), elastic, fy, H);
                across -= s.stress(1) / s.tangent(1, 1);
            }
            const PlaneStress s = yieldInPlane({wanted, across, 0}, Eigen::Vector3d::Zero(), elastic, fy, H);
            const double curve = wanted * E < fy ? wanted * E : fy + E * H / (E + H) * (wanted - fy / E);
            QVERIFY(near(s.stress(0), curve, 1e-6) && std::abs(s.stress(1)) < 1e-6);
        }
    }

    /// A fixed beam with a load in its middle: first the hinges of bending, 8 Mp/L, then, as it sags by many
    /// times its depth, a rope of its plastic axial force: P = 4 Np w/L (Haythornthwaite 1957).
    void beamBecomesARope() {
        constexpr double L = 2000, fy = 300;
        std::vector<Vec3> places;
        for (int i = 0; i <= 8; ++i) places.emplace_back(L * i / 8, 0, 0);
        const FrameSection s = square(20);
        FrameModel m = beams(places, s, {"m", 200000, 0.3, 0, fy}, Vec3::UnitZ());
        m.supports.push_back({8, allFreedoms});
        m.nodeLoads.push_back({0, 4, Vec3(0, 0, -1), Vec3::Zero()});
        LargeGoal goal;
        goal.deflection = 100;
        goal.steps = 50;
        const LargeSolution path = solved(m, goal);
        QVERIFY(!path.path.empty());
        const double Np = fy * s.A;
        QVERIFY(near(path.path.back().factor, 4 * Np * 100 / L, 0.02));
        QVERIFY(near(path.beamUse[3], 1, 0.01));
        // What it takes up lies near the rope alone, which is slack at first, and below it with the hinges.
        const double rope = 2 * Np * 100 * 100 / L, bending = 8 * fy * s.Zpy / L * 100;
        QVERIFY(path.path.back().work > 0.8 * rope);
        QVERIFY(path.path.back().work < rope + bending);
    }

    /// A cantilever bent well beyond yield springs back by its elastic part and keeps the rest.
    void springsBack() {
        constexpr double L = 500, fy = 300, E = 200000;
        const FrameSection s = square(20);
        FrameModel m = beams({{0, 0, 0}, {L, 0, 0}}, s, {"m", E, 0.3, 0, fy}, Vec3::UnitZ());
        m.nodeLoads.push_back({0, 1, Vec3(0, 0, -1), Vec3::Zero()});
        const double yieldLoad = fy * s.Zpy / L, elastic = yieldLoad * L * L * L / (3 * E * s.Iy);
        LargeGoal goal;
        goal.deflection = 3 * elastic;
        goal.unload = true;
        const LargeSolution path = solved(m, goal);
        QVERIFY(!path.back.empty());
        QVERIFY(near(path.path.back().factor, yieldLoad, 0.01));
        QVERIFY(near(path.springBack, elastic, 0.02));
        QVERIFY(near(path.set, 2 * elastic, 0.02));
        QVERIFY(near(path.absorbed, yieldLoad * 2 * elastic, 0.03));
        QVERIFY(std::abs(path.back.back().factor) < 1e-9);
    }

    /// A quarter of a clamped square plate of n x n shells: how many times Mp/a2 it carries.
    static double clampedPlate(int n) {
        constexpr double a = 200, t = 20, fy = 200, E = 2e7;  // stiff: it folds before it sags
        Grid g(
            n, n, [](double u, double v) { return Vec3(a / 2 * u, a / 2 * v, 0); }, E, 0.3, t);
        g.model.materials[0].yield = fy;
        g.hold([](int i, int) { return i == 0; }, X | RY | RZ);
        g.hold([](int, int j) { return j == 0; }, Y | RX | RZ);
        g.hold([n](int i, int j) { return i == n || j == n; }, all);
        for (std::size_t s = 0; s < g.model.shells.size(); ++s)
            g.model.shellLoads.push_back({0, static_cast<int>(s), -1.0});
        LargeGoal goal;
        goal.deflection = 0.3 * n / 12;
        goal.steps = 12;
        const LargeSolution path = solved(g.model, goal);
        if (path.path.empty()) return -1;
        return path.path.back().factor / (fy * t * t / 4 / (a * a));
    }

    /// A clamped square plate under pressure folds at 42.85 Mp/a2 (Hodge and Belytschko 1968, von Mises),
    /// as long as it sags by less than its thickness; the error goes down with the size of the shells.
    void clampedPlateFolds() {
        const double coarse = clampedPlate(5), fine = clampedPlate(10);
        QVERIFY2(fine > 42.85 && fine < coarse, qPrintable(QString("%1 %2").arg(coarse).arg(fine)));
        QVERIFY(near(2 * fine - coarse, 42.85, 0.04));
    }

    /// A weight falls on the middle of a fixed strip and is stopped where the strip has taken up W (h + d).
    /// It sags by many times its thickness, so that it carries as two ropes: P = 2 N sin a, N = b t (fy + Et
    /// e) of the stretch e of its halves (statics, metal of two straight lines), and takes up at least the
    /// work of these.
    void stripStopsAFall() {
        constexpr double L = 1000, b = 100, t = 4, fy = 250, E = 200000, W = 3000, h = 400;
        FrameModel m = strip(L, b, t, 20, {"m", E, 0, 0, fy}, 2);
        for (const int n : {60, 61, 62}) m.supports.push_back({n, allFreedoms});
        m.nodes.push_back({"bar", {L / 2, b / 2, 0}});  // across it: pushed at its edges alone it would curl
        m.rigidLinks.push_back({63, {30, 31, 32}});
        m.nodeLoads.push_back({0, 63, Vec3(0, 0, -1), Vec3::Zero()});
        LargeGoal goal;
        goal.deflection = 200;
        goal.steps = 40;
        goal.unload = true;
        goal.hardening = 0.01;
        goal.leftOver = 1e-3;
        goal.backSteps = 3;
        goal.left = [&](const PlasticPoint &p) { return W * (h + p.deflection) - p.work; };
        const LargeSolution path = solved(m, goal);
        QVERIFY(!path.path.empty());
        const PlasticPoint &last = path.path.back();
        const double d = last.deflection, half = std::hypot(L / 2, d), stretch = half / (L / 2) - 1,
                     tangent = E * 0.01 / 1.01;
        const double N = b * t * (fy + tangent * (stretch - fy / E));
        QVERIFY2(near(last.work, W * (h + d), 0.005), qPrintable(QString::number(last.work / (W * (h + d)))));
        QVERIFY2(near(last.factor, 2 * N * d / half, 0.03), qPrintable(QString::number(d)));
        const double rope = b * t * L * (fy * stretch + tangent * stretch * stretch / 2);
        QVERIFY(last.work > 0.97 * rope && last.work < rope + 8 * fy * b * t * t / 4 / L * d);
        QVERIFY(path.set > 0 && path.springBack > 0 && path.set < d);
        QVERIFY(path.back.size() < 12);
    }

    /// A strip of shells bent as a cantilever carries its plastic moment at the root, no more.
    void shellsYieldThroughTheThickness() {
        constexpr double L = 200, b = 40, t = 6, fy = 250, E = 200000;
        FrameModel m = strip(L, b, t, 20, {"m", E, 0, 0, fy});
        for (const int n : {40, 41}) m.nodeLoads.push_back({0, n, Vec3(0, 0, -0.5), Vec3::Zero()});
        LargeGoal goal;
        const double Mp = fy * b * t * t / 4;
        goal.deflection = 4 * Mp / L * L * L * L / (3 * E * b * t * t * t / 12);
        goal.unload = true;
        const LargeSolution path = solved(m, goal);
        QVERIFY(!path.path.empty());
        // Poisson's ratio is 0, the strip is held across at its root: between Mp and 2/sqrt 3 of it.
        const double most = path.path.back().factor * L;
        QVERIFY2(most > 0.97 * Mp && most < 1.17 * Mp, qPrintable(QString::number(most / Mp)));
        QVERIFY(path.set > 0 && path.springBack > 0);
        QVERIFY(path.absorbed > 0 && path.absorbed < path.path.back().work);
    }
};

QTEST_APPLESS_MAIN(TestLargeYielding)
#include "test_large_yielding.moc"
