#include <cmath>

#include <QTest>

#include "core/mechanics/case_subset.h"
#include "core/mechanics/factored_frame.h"

using namespace hefty;
using namespace hefty::mechanics;

namespace {

constexpr double E = 210000, nu = 0.3, A = 1000, Iy = 2e6, Iz = 1e6, J = 5e5;

/// A chain of beams along a direction, supported at its first node.
FrameModel cantilever(double L, int parts, const Vec3 &direction = Vec3::UnitX(),
                      const Vec3 &up = Vec3::UnitZ()) {
    FrameModel m;
    m.materials.push_back({"steel", E, nu, 7.85e-6, 350});
    m.sections.push_back({"s", A, Iy, Iz, J, std::nullopt, std::nullopt, 0, 0});
    for (int i = 0; i <= parts; ++i)
        m.nodes.push_back({"n" + std::to_string(i), direction * (L * i / parts)});
    for (int i = 0; i < parts; ++i) m.beams.push_back({"b" + std::to_string(i), i, i + 1, 0, 0, up, 0, 0});
    m.supports.push_back({0, allFreedoms});
    m.cases = {"c"};
    return m;
}

bool near(double value, double expected, double relative = 1e-9) {
    return std::abs(value - expected) <= relative * std::max(1e-12, std::abs(expected));
}

}  // namespace

class TestFrame : public QObject {
    Q_OBJECT

  private slots:
    /// Tip loads on a cantilever: P L3/3EI, P L2/2EI, N L/EA, T L/GJ (beam theory).
    void cantileverTipLoads() {
        FrameModel m = cantilever(1000, 1);
        m.nodeLoads.push_back({0, 1, Vec3(500, 300, 200), Vec3(4000, 0, 0)});
        const auto s = solveStatic(m);
        QVERIFY(s.has_value());
        const Vec6 u = s->cases[0].displacements[1];
        QVERIFY(near(u(0), 500 * 1000 / (E * A)));
        QVERIFY(near(u(1), 300 * 1e9 / (3 * E * Iz)));
        QVERIFY(near(u(2), 200 * 1e9 / (3 * E * Iy)));
        QVERIFY(near(u(3), 4000 * 1000 / (E / 2.6 * J)));
        QVERIFY(near(u(4), -200 * 1e6 / (2 * E * Iy)));
        QVERIFY(near(u(5), 300 * 1e6 / (2 * E * Iz)));
        const BeamForces &f = s->cases[0].beams[0];
        QVERIFY(near(f.from(0), 500) && near(f.to(0), 500));
        QVERIFY(near(f.from(1), 300) && near(f.from(2), 200));
        QVERIFY(near(f.from(4), -200 * 1000.0));  // My on the +x face at the root
        QVERIFY(near(f.from(5), 300 * 1000.0));
        QVERIFY(std::abs(f.to(4)) < 1e-6 && std::abs(f.to(5)) < 1e-6);
        QVERIFY(near(s->cases[0].reactions.at(0)(2), -200));
    }
    /// Shear adds P L/(G As) to the tip (Timoshenko).
    void shearDeflection() {
        FrameModel m = cantilever(400, 3);
        m.sections[0].Asz = 600;
        m.nodeLoads.push_back({0, 3, Vec3(0, 0, 1000), Vec3::Zero()});
        const auto s = solveStatic(m);
        QVERIFY(near(s->cases[0].displacements[3](2),
                     1000 * 400.0 * 400 * 400 / (3 * E * Iy) + 1000 * 400 / (E / 2.6 * 600)));
    }
    /// Uniform load: w L4/8EI at the tip, root moment w L2/2, whatever the number of elements.
    void uniformLoad() {
        for (const int parts : {1, 4, 17}) {
            FrameModel m = cantilever(2000, parts);
            for (int b = 0; b < parts; ++b) m.beamLoads.push_back({0, b, Vec3(0, 0, -2)});
            const auto s = solveStatic(m);
            QVERIFY(near(s->cases[0].displacements.back()(2), -2 * std::pow(2000.0, 4) / (8 * E * Iy), 1e-8));
            QVERIFY(near(s->cases[0].beams[0].from(4), 2 * 2000.0 * 2000 / 2, 1e-8));
        }
    }
    /// Gravity on a cantilever is a uniform load of rho A g.
    void gravity() {
        FrameModel m = cantilever(2000, 5);
        m.accelerations.push_back({0, Vec3(0, 0, -9.81)});
        const double w = 7.85e-6 * A * 9.81;
        const auto s = solveStatic(m);
        QVERIFY(near(s->cases[0].displacements[5](2), -w * std::pow(2000.0, 4) / (8 * E * Iy), 1e-8));
        QVERIFY(near(s->cases[0].reactions.at(0)(2), w * 2000));
    }
    /// Simply supported by releases and supports: w L4 5/384 EI at the middle, end moments 0.
    void releasedEnds() {
        FrameModel m = cantilever(3000, 2);
        m.supports.push_back({2, allFreedoms});
        m.beams[0].releasedFrom = 1 << 4;
        m.beams[1].releasedTo = 1 << 4;
        for (int b = 0; b < 2; ++b) m.beamLoads.push_back({0, b, Vec3(0, 0, -1)});
        const auto s = solveStatic(m);
        QVERIFY2(s.has_value(), s ? "" : s.error().sentence().c_str());
        QVERIFY(near(s->cases[0].displacements[1](2), -5 * std::pow(3000.0, 4) / (384 * E * Iy)));
        QVERIFY(std::abs(s->cases[0].beams[0].from(4)) < 1e-6);
        QVERIFY(near(s->cases[0].beams[0].to(4), -1 * 3000.0 * 3000 / 8));
    }
    /// Fixed at both ends: w L2/12 and w L4/384 EI.
    void fixedEnds() {
        FrameModel m = cantilever(3000, 2);
        m.supports.push_back({2, allFreedoms});
        for (int b = 0; b < 2; ++b) m.beamLoads.push_back({0, b, Vec3(0, 0, -1)});
        const auto s = solveStatic(m);
        QVERIFY(near(s->cases[0].displacements[1](2), -std::pow(3000.0, 4) / (384 * E * Iy)));
        QVERIFY(near(s->cases[0].beams[0].from(4), 3000.0 * 3000 / 12));
    }
    /// Settlement of a fixed beam's end: M = 6 E I d/L2.
    void prescribedSettlement() {
        FrameModel m = cantilever(2000, 1);
        m.supports.push_back({1, allFreedoms});
        m.prescribed.push_back({0, 1, 2, -3});
        const auto s = solveStatic(m);
        QVERIFY(near(s->cases[0].displacements[1](2), -3));
        QVERIFY(near(std::abs(s->cases[0].beams[0].from(4)), 6 * E * Iy * 3 / 4e6));
        QVERIFY(near(s->cases[0].reactions.at(1)(2), -12 * E * Iy * 3 / 8e9));
    }
    /// A prescribed freedom need not also be a support, and is 0 in the other cases.
    void prescribedIsHeldInOtherCases() {
        FrameModel m = cantilever(1000, 1);
        m.cases = {"move", "load"};
        m.prescribed.push_back({0, 1, 2, 5});
        m.nodeLoads.push_back({1, 1, Vec3(0, 0, 100), Vec3::Zero()});
        const auto s = solveStatic(m);
        QVERIFY(near(s->cases[0].displacements[1](2), 5));
        QCOMPARE(s->cases[1].displacements[1](2), 0.0);
        QVERIFY(near(s->cases[1].reactions.at(1)(2), -100));
    }
    /// A spring in series with a cantilever.
    void springSupport() {
        FrameModel m = cantilever(1000, 1);
        Matrix6 k = Matrix6::Zero();
        k(2, 2) = 50;
        m.springs.push_back({"k", 1, -1, k});
        m.nodeLoads.push_back({0, 1, Vec3(0, 0, -1000), Vec3::Zero()});
        const auto s = solveStatic(m);
        const double stiffness = 3 * E * Iy / 1e9 + 50;
        QVERIFY(near(s->cases[0].displacements[1](2), -1000 / stiffness));
        QVERIFY(near(s->cases[0].springs[0](2), 50 * 1000 / stiffness));
    }
    /// A rigid arm carries a force as force and moment: tip of an L-shaped cantilever.
    void rigidArm() {
        FrameModel m = cantilever(1000, 1);
        m.nodes.push_back({"arm", Vec3(1000, 200, 0)});
        m.rigidLinks.push_back({1, {2}});
        m.nodeLoads.push_back({0, 2, Vec3(0, 0, -100), Vec3::Zero()});
        const auto s = solveStatic(m);
        const double twist = -100 * 200.0 * 1000 / (E / 2.6 * J);
        QVERIFY(near(s->cases[0].displacements[1](3), twist));
        QVERIFY(near(s->cases[0].displacements[2](2), -100 * 1e9 / (3 * E * Iy) + 200 * twist));
    }
    /// Supports on the slaves of a rigid body: a stiff table on three legs of springs, closed form.
    void rigidBodyOnSupports() {
        FrameModel m;
        m.cases = {"c"};
        for (const Vec3 &at : {Vec3(0, 0, 0), Vec3(-100, 0, 0), Vec3(300, 0, 0)})
            m.nodes.push_back({"n" + std::to_string(m.nodes.size()), at});
        m.rigidLinks.push_back({0, {1, 2}});
        m.supports.push_back({1, 0b101111});  // all but ry
        m.supports.push_back({2, 0b000100});  // uz
        m.nodeLoads.push_back({0, 0, Vec3(0, 0, -400), Vec3::Zero()});
        const auto s = solveStatic(m);
        QVERIFY2(s.has_value(), s ? "" : s.error().sentence().c_str());
        QVERIFY(near(s->cases[0].reactions.at(1)(2), 300));
        QVERIFY(near(s->cases[0].reactions.at(2)(2), 100));
    }
    /// Two-bar truss with all rotations released: F/(2 sin a) in each bar.
    void truss() {
        FrameModel m;
        m.cases = {"c"};
        m.materials.push_back({"steel", E, nu, 0, 0});
        m.sections.push_back({"s", A, Iy, Iz, J, {}, {}, 0, 0});
        m.nodes = {{"a", Vec3(-300, 0, 0)}, {"b", Vec3(300, 0, 0)}, {"top", Vec3(0, 0, 400)}};
        for (const int from : {0, 1})
            m.beams.push_back({"b" + std::to_string(from), from, 2, 0, 0, Vec3::UnitY(), 0b111000, 0b111000});
        m.supports = {{0, 0b000111}, {1, 0b000111}, {2, 0b000010}};
        m.nodeLoads.push_back({0, 2, Vec3(0, 0, -1000), Vec3::Zero()});
        const auto s = solveStatic(m);
        QVERIFY2(s.has_value(), s ? "" : s.error().sentence().c_str());
        QVERIFY(near(s->cases[0].beams[0].from(0), -1000 / (2 * 0.8)));
    }
    /// Portal frame, fixed feet, sway load: Kleinlogel's closed form with k = I2 h/(I1 l) = 1.5:
    /// foot moment P h/2 (3k + 1)/(6k + 1), axial deformation left out (A made huge).
    void portalFrame() {
        const double h = 3000, l = 2000, P = 1000;
        FrameModel m;
        m.cases = {"c"};
        m.materials.push_back({"steel", E, nu, 0, 0});
        m.sections.push_back({"s", 1e9, Iy, Iy, J, {}, {}, 0, 0});
        m.nodes = {{"A", Vec3(0, 0, 0)}, {"B", Vec3(0, 0, h)}, {"C", Vec3(l, 0, h)}, {"D", Vec3(l, 0, 0)}};
        m.beams = {{"AB", 0, 1, 0, 0, Vec3::UnitX(), 0, 0},
                   {"BC", 1, 2, 0, 0, Vec3::UnitZ(), 0, 0},
                   {"CD", 2, 3, 0, 0, Vec3::UnitX(), 0, 0}};
        m.supports = {{0, allFreedoms}, {3, allFreedoms}};
        m.nodeLoads.push_back({0, 1, Vec3(P, 0, 0), Vec3::Zero()});
        const auto s = solveStatic(m);
        const double k = h / l;
        QVERIFY(near(std::abs(s->cases[0].reactions.at(0)(4)), P * h / 2 * (3 * k + 1) / (6 * k + 1), 1e-5));
    }
    /// The same cantilever in any direction gives the same answer in its own axes.
    void rotationInvariance() {
        const Vec3 d = Vec3(0.3, -0.5, 0.81).normalized();
        FrameModel m = cantilever(1500, 3, d, Vec3(0, 0, 1));
        const auto axes = shape::axesAlong(Vec3::Zero(), d, Vec3::UnitZ());
        m.nodeLoads.push_back({0, 3, axes->z * 100, Vec3::Zero()});
        const auto s = solveStatic(m);
        QVERIFY(near(s->cases[0].displacements[3].head<3>().dot(axes->z),
                     100 * std::pow(1500.0, 3) / (3 * E * Iy), 1e-9));
    }
    /// A long chain keeps its digits: 200 elements.
    void longChain() {
        FrameModel m = cantilever(20000, 200);
        m.nodeLoads.push_back({0, 200, Vec3(0, 0, 1), Vec3::Zero()});
        const auto s = solveStatic(m);
        QVERIFY2(s.has_value(), s ? "" : s.error().sentence().c_str());
        QVERIFY(near(s->cases[0].displacements[200](2), std::pow(20000.0, 3) / (3 * E * Iy), 1e-6));
    }
    void severalCasesAreIndependent() {
        FrameModel m = cantilever(1000, 2);
        m.cases = {"one", "two", "none"};
        m.nodeLoads = {{0, 2, Vec3(0, 0, 1), Vec3::Zero()}, {1, 2, Vec3(0, 0, 2), Vec3::Zero()}};
        const auto s = solveStatic(m);
        QVERIFY(near(s->cases[1].displacements[2](2), 2 * s->cases[0].displacements[2](2)));
        QCOMPARE(s->cases[2].displacements[2].norm(), 0.0);
    }

    /// A model factored first and asked for some of its cases later answers as if it had none but those.
    void factoredBeforeItsLoads() {
        FrameModel m = cantilever(1000, 6);
        m.cases = {"a", "b", "c"};
        for (int c = 0; c < 3; ++c) m.nodeLoads.push_back({c, 6, Vec3(10, 20 * c, 300), Vec3(0, 100 * c, 5)});
        m.beamLoads.push_back({2, 3, Vec3(0, 0, -2)});
        m.accelerations.push_back({1, Vec3(0, 0, -9810)});
        const FrameSolution all = solveStatic(m).value();
        auto frame = FactoredFrame::make(m);
        QVERIFY(frame.has_value());
        m = caseSubset(std::move(m), {2, 1});
        const FrameSolution some = frame->solve().value();
        QCOMPARE(some.cases.size(), std::size_t{2});
        for (const auto &[now, was] : {std::pair{0u, 2u}, {1u, 1u}}) {
            const CaseSolution &a = some.cases[now], &b = all.cases[was];
            QVERIFY((a.displacements[6] - b.displacements[6]).norm() < 1e-9 * b.displacements[6].norm());
            QVERIFY((a.beams[0].from - b.beams[0].from).norm() < 1e-9 * b.beams[0].from.norm());
            QVERIFY((a.reactions.at(0) - b.reactions.at(0)).norm() < 1e-9 * b.reactions.at(0).norm());
        }
        // what is given in a case, or bears one way, is not factored before the cases are known
        FrameModel given = cantilever(1000, 2);
        given.prescribed.push_back({0, 2, 2, 5.0});
        auto held = FactoredFrame::make(given);
        QVERIFY(held.has_value());
        QVERIFY(near(held->solve().value().cases[0].displacements[2](2), 5));
        // nothing holds it: said before any load is known
        FrameModel loose = cantilever(1000, 2);
        loose.supports.clear();
        const auto refused = FactoredFrame::make(loose);
        QVERIFY(!refused && refused.error().kind == ProblemKind::Mechanism);
        std::stop_source stop;
        stop.request_stop();
        const auto stopped = FactoredFrame::make(m, stop.get_token());
        QVERIFY(!stopped && stopped.error().kind == ProblemKind::Stopped);
    }
    void mechanisms_data() {
        QTest::addColumn<int>("which");
        QTest::addColumn<QString>("where");
        QTest::newRow("nothing holds it") << 0 << "";
        QTest::newRow("one rotation left free") << 1 << "";
        QTest::newRow("hinge at the root") << 2 << "n1/uz";
        QTest::newRow("loaded node that nothing is attached to") << 3 << "lost/uy";
        QTest::newRow("sway of a hinged portal") << 4 << "";
        QTest::newRow("beam free to slide in its releases") << 5 << "";
    }
    void mechanisms() {
        QFETCH(int, which);
        QFETCH(QString, where);
        FrameModel m = cantilever(1000, 1);
        m.nodeLoads.push_back({0, 1, Vec3(0, 0, -10), Vec3::Zero()});
        if (which == 0) m.supports.clear();
        if (which == 1) m.supports[0].fixed = 0b110111;  // rx free
        if (which == 2) m.beams[0].releasedFrom = 1 << 4;
        if (which == 3) {
            m.nodes.push_back({"lost", Vec3(5, 5, 5)});
            m.nodeLoads.push_back({0, 2, Vec3(0, 7, 0), Vec3::Zero()});
        }
        if (which == 4) {
            m.nodes = {{"A", Vec3(0, 0, 0)},
                       {"B", Vec3(0, 0, 900)},
                       {"C", Vec3(700, 0, 900)},
                       {"D", Vec3(700, 0, 0)}};
            m.beams = {{"AB", 0, 1, 0, 0, Vec3::UnitX(), 0b010000, 0b010000},
                       {"BC", 1, 2, 0, 0, Vec3::UnitZ(), 0, 0},
                       {"CD", 2, 3, 0, 0, Vec3::UnitX(), 0b010000, 0b010000}};
            m.supports = {{0, allFreedoms}, {3, allFreedoms}};
        }
        if (which == 5) {
            m.supports.push_back({1, allFreedoms});
            m.beams[0].releasedFrom = m.beams[0].releasedTo = 1;
            m.beamLoads.push_back({0, 0, Vec3(3, 0, 0)});
        }
        const auto s = solveStatic(m);
        QVERIFY(!s.has_value());
        QVERIFY2(s.error().kind == ProblemKind::Mechanism, s.error().sentence().c_str());
        QVERIFY2(!s.error().where.empty(), "a mechanism names its node");
        if (!where.isEmpty()) QCOMPARE(QString::fromStdString(s.error().where), where);
    }
    void unloadedLooseNodeIsLeftOut() {
        FrameModel m = cantilever(1000, 1);
        m.nodes.push_back({"lost", Vec3(5, 5, 5)});
        m.nodeLoads.push_back({0, 1, Vec3(0, 0, -10), Vec3::Zero()});
        const auto s = solveStatic(m);
        QVERIFY(s.has_value());
        QVERIFY(!s->attached[2] && s->attached[1]);
    }
    void badInput() {
        FrameModel zero = cantilever(1000, 1);
        zero.nodes[1].at = zero.nodes[0].at;
        QVERIFY(solveStatic(zero).error().kind == ProblemKind::BadInput);
        FrameModel up = cantilever(1000, 1, Vec3::UnitZ());
        QVERIFY(solveStatic(up).error().where == "beams/b0");
        FrameModel soft = cantilever(1000, 1);
        soft.sections[0].Iy = 0;
        QVERIFY(solveStatic(soft).error().where == "sections/s");
        FrameModel index = cantilever(1000, 1);
        index.beams[0].to = 9;
        QVERIFY(solveStatic(index).error().kind == ProblemKind::UnknownId);
        FrameModel clash = cantilever(1000, 1);
        clash.nodes.push_back({"s", Vec3(1000, 50, 0)});
        clash.rigidLinks.push_back({1, {2}});
        clash.prescribed = {{0, 1, 0, 1.0}, {0, 2, 0, 2.0}, {0, 1, 5, 0.0}};
        QVERIFY(solveStatic(clash).error().kind == ProblemKind::BadInput);
        FrameModel huge = cantilever(1000, 1);
        huge.nodeLoads.push_back({0, 1, Vec3(1e308, 1e308, 1e308), Vec3(1e308, 1e308, 0)});
        QVERIFY(!solveStatic(huge) || solveStatic(huge)->cases[0].displacements[1].allFinite());
    }
};

QTEST_GUILESS_MAIN(TestFrame)
#include "test_frame.moc"
