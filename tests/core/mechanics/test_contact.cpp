#include <QTest>

#include <cmath>
#include <random>

#include "core/mechanics/frame_solver.h"
#include "tests/core/mechanics/shell_course.h"

using namespace hefty;
using namespace hefty::testing;

namespace {

constexpr double L = 1000, E = 200000, I = 60000;

/// A cantilever along x of two beams, loads downward at its tip.
FrameModel cantilever(double load) {
    FrameModel m;
    m.materials.push_back({"m", E, 0.3, 0, 0});
    m.sections.push_back({"s", 400, I, I, 2 * I, {}, {}, 0, 0});
    m.cases = {"c"};
    m.nodes = {{"a", {0, 0, 0}}, {"b", {L / 2, 0, 0}}, {"t", {L, 0, 0}}};
    for (int i = 0; i < 2; ++i)
        m.beams.push_back({"b" + std::to_string(i), i, i + 1, 0, 0, Vec3::UnitZ(), 0, 0});
    m.supports.push_back({0, all});
    m.nodeLoads.push_back({0, 2, Vec3(0, 0, -load), Vec3(0, 0, 0)});
    return m;
}

}  // namespace

/// What bears only one way.
class TestContact : public QObject {
    Q_OBJECT

  private slots:
    /// A stop below the tip with a gap: R = (P L3/3EI - g)/(L3/3EI + 1/k) once the gap is run through.
    void stopBelowTheTip() {
        const double give = L * L * L / (3 * E * I), k = 500, gap = 3;
        for (const double load : {50.0, 100.0, 400.0, -300.0}) {
            FrameModel m = cantilever(load);
            m.contacts.push_back({"stop", 2, -1, {0, 0, -1}, k, gap});
            const auto s = solveStatic(m);
            QVERIFY2(s.has_value(), s ? "" : s.error().message.c_str());
            const double free = load * give, bears = free > gap ? (free - gap) / (give + 1 / k) : 0;
            QVERIFY(std::abs(s->cases[0].contacts[0] - bears) < 1e-8 * (1 + bears));
            QVERIFY(std::abs(s->cases[0].displacements[2](2) + (load - bears) * give) < 1e-8);
            QVERIFY(s->cases[0].springs.empty());
        }
    }
    /// A strap from above bears only downward motion of the tip, seen from a node that is held itself.
    void strapBetweenNodes() {
        FrameModel m = cantilever(200);
        m.nodes.push_back({"hook", {L, 0, 500}});
        m.supports.push_back({3, all});
        m.contacts.push_back({"strap", 2, 3, {0, 0, -1}, 1000, 0});
        const double give = L * L * L / (3 * E * I), bears = 200 * give / (give + 1.0 / 1000);
        const auto down = solveStatic(m);
        QVERIFY(down && std::abs(down->cases[0].contacts[0] - bears) < 1e-6);
        QVERIFY(std::abs(down->cases[0].reactions.at(3)(2) - bears) < 1e-6);
        m.nodeLoads[0].force *= -1;
        QCOMPARE(solveStatic(m)->cases[0].contacts[0], 0.0);
    }
    /// Cases do not share what bears: up and down of one model.
    void everyCaseOnItsOwn() {
        FrameModel m = cantilever(200);
        m.cases = {"down", "up"};
        m.nodeLoads.push_back({1, 2, Vec3(0, 0, 200), Vec3(0, 0, 0)});
        m.contacts.push_back({"stop", 2, -1, {0, 0, -1}, 1e4, 0});
        const auto s = solveStatic(m);
        QVERIFY(s && s->cases.size() == 2);
        QVERIFY(s->cases[0].contacts[0] > 100);
        QCOMPARE(s->cases[1].contacts[0], 0.0);
        QVERIFY(std::abs(s->cases[1].displacements[2](2) - 200 * L * L * L / (3 * E * I)) < 1e-8);
    }
    /// A row of stops under a strip, loaded at random: each bears or is clear, never both, and all is in
    /// balance. The answer to this problem is unique, so that is the proof of it.
    void complementarity() {
        std::mt19937 random(3);
        std::uniform_real_distribution<double> unit(-1, 1);
        for (int k = 0; k < 60; ++k) {
            FrameModel m = cantilever(0);
            m.nodes.clear();
            m.beams.clear();
            m.nodeLoads.clear();
            constexpr int n = 12;
            for (int i = 0; i <= n; ++i) m.nodes.push_back({"n" + std::to_string(i), {100.0 * i, 0, 0}});
            for (int i = 0; i < n; ++i)
                m.beams.push_back({"b" + std::to_string(i), i, i + 1, 0, 0, Vec3::UnitZ(), 0, 0});
            Vec3 sum = Vec3::Zero();
            for (int i = 1; i <= n; ++i) {
                const Vec3 f(0, 0, 300 * unit(random) - 60);
                sum += f;
                m.nodeLoads.push_back({0, i, f, Vec3(0, 0, 0)});
                m.contacts.push_back({"c" + std::to_string(i),
                                      i,
                                      -1,
                                      {0, 0, -1},
                                      2000 + 1900 * unit(random),
                                      std::max(0.0, 0.4 * unit(random))});
            }
            const auto s = solveStatic(m);
            QVERIFY(s.has_value());
            double borne = 0;
            for (int i = 1; i <= n; ++i) {
                const FrameContact &c = m.contacts[static_cast<std::size_t>(i - 1)];
                const double force = s->cases[0].contacts[static_cast<std::size_t>(i - 1)];
                const double past = -s->cases[0].displacements[static_cast<std::size_t>(i)](2) - c.gap;
                QVERIFY(force >= 0);
                if (force > 0)
                    QVERIFY(std::abs(force - c.stiffness * past) < 1e-6 * (1 + force));
                else
                    QVERIFY(past < 1e-8);
                borne += force;
            }
            QVERIFY(std::abs(s->cases[0].reactions.at(0)(2) + borne + sum.z()) < 1e-6);
        }
    }
    /// A block that only rests on its stops and is lifted is loose, and says so.
    void liftedOff() {
        FrameModel m = cantilever(100);
        m.supports[0].fixed = X | Y | RX | RZ;
        m.contacts.push_back({"left", 0, -1, {0, 0, -1}, 1e4, 0});
        m.contacts.push_back({"right", 2, -1, {0, 0, -1}, 1e4, 0});
        const auto resting = solveStatic(m);
        QVERIFY(resting && std::abs(resting->cases[0].contacts[1] - 100) < 1e-6);
        m.nodeLoads[0].force *= -1;
        const auto lifted = solveStatic(m);
        QVERIFY(!lifted && lifted.error().kind == ProblemKind::Mechanism);
    }
    void refusals() {
        const auto where = [](const FrameContact &c) {
            FrameModel m = cantilever(1);
            m.contacts.push_back(c);
            const auto s = solveStatic(m);
            return s ? std::string() : s.error().where;
        };
        QCOMPARE(where({"x", 9, -1, {0, 0, 1}, 1, 0}), std::string("contacts/x"));
        QCOMPARE(where({"x", 2, -1, {0, 0, 0}, 1, 0}), std::string("contacts/x/direction"));
        QCOMPARE(where({"x", 2, -1, {0, 0, 1}, 0, 0}), std::string("contacts/x/stiffness"));
        QCOMPARE(where({"x", 2, -1, {0, 0, 1}, 1, -1}), std::string("contacts/x/gap"));
    }
};

QTEST_APPLESS_MAIN(TestContact)
#include "test_contact.moc"
