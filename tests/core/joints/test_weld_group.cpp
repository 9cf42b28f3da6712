#include <cmath>
#include <numbers>
#include <random>

#include <QTest>

#include "core/joints/weld_group.h"

using namespace hefty;
using namespace hefty::joints;

namespace {

bool near(double value, double expected, double relative = 1e-9) {
    return std::abs(value - expected) <= relative * std::abs(expected);
}

/// A ring of n chords; for many it has the properties of a circle.
WeldGroup ring(double r, double leg, int n) {
    std::vector<WeldSegment> s;
    for (int i = 0; i < n; ++i) {
        const double a = 2 * std::numbers::pi * i / n, b = 2 * std::numbers::pi * (i + 1) / n;
        s.push_back({std::to_string(i),
                     {r * std::cos(a), r * std::sin(a), 0},
                     {r * std::cos(b), r * std::sin(b), 0},
                     leg});
    }
    return WeldGroup::make(std::move(s)).value();
}

WeldGroup rectangle(double b, double d, double leg) {
    const Vec3 p[4] = {{-b / 2, -d / 2, 0}, {b / 2, -d / 2, 0}, {b / 2, d / 2, 0}, {-b / 2, d / 2, 0}};
    std::vector<WeldSegment> s;
    for (int i = 0; i < 4; ++i) s.push_back({std::to_string(i), p[i], p[(i + 1) % 4], leg});
    return WeldGroup::make(std::move(s)).value();
}

}  // namespace

class TestWeldGroup : public QObject {
    Q_OBJECT

  private slots:
    /// Line properties of the methods page (Blodgett 1966): ring I = pi r3, J = 2 pi r3.
    void ringProperties() {
        const double r = 40, leg = 6;
        const WeldGroup g = ring(r, leg, 2000);
        const double t = throatPerLeg * leg;
        QVERIFY(near(g.inertia()(2, 2) / t, 2 * std::numbers::pi * r * r * r, 1e-5));
        QVERIFY(near(g.inertia()(0, 0) / t, std::numbers::pi * r * r * r, 1e-5));
    }
    /// Rectangle b x d: I = d2 (3 b + d)/6, J = (b + d)3/6.
    void rectangleProperties() {
        const double b = 100, d = 60, leg = 5, t = throatPerLeg * leg;
        const WeldGroup g = rectangle(b, d, leg);
        QVERIFY(near(g.inertia()(0, 0) / t, d * d * (3 * b + d) / 6));
        QVERIFY(near(g.inertia()(2, 2) / t, std::pow(b + d, 3) / 6));
        QVERIFY(near(g.throatArea(), 2 * (b + d) * t));
    }
    /// Two parallel lines in plain shear: P over throat area.
    void parallelLinesInShear() {
        const auto g =
            WeldGroup::make({{"a", {0, 0, 0}, {100, 0, 0}, 6}, {"b", {0, 50, 0}, {100, 50, 0}, 6}});
        const auto s = g->stress({{50, 25, 0}, {10000, 0, 0}, {0, 0, 0}});
        QVERIFY(near(s->max, 10000 / (200 * 6 * throatPerLeg)));
    }
    /// Bending of two parallel lines 2c apart about their middle: M/(L t 2c) on each.
    void parallelLinesInBending() {
        const auto g =
            WeldGroup::make({{"a", {0, -30, 0}, {100, -30, 0}, 6}, {"b", {0, 30, 0}, {100, 30, 0}, 6}});
        const auto s = g->stress({{50, 0, 0}, {0, 0, 0}, {600000, 0, 0}});
        QVERIFY(near(s->max, 600000 / (100 * 6 * throatPerLeg * 60)));
        QVERIFY(near(std::abs(s->stress.z()), s->max));
    }
    /// Torsion of a ring: T/(2 pi r2 t).
    void ringInTorsion() {
        const auto s = ring(40, 6, 2000).stress({{0, 0, 0}, {0, 0, 0}, {0, 0, 1e6}});
        QVERIFY(near(s->max, 1e6 / (2 * std::numbers::pi * 1600 * 6 * throatPerLeg), 1e-4));
    }
    /// Worked by hand: bracket of two 100 mm vertical lines 60 mm apart, 10 kN down at 150 mm out.
    /// Legs 6: t = 4.24264, A = 848.528, J = t (2 100 30² + 2 100³/12) = 1 470 782; M = 1.5e6;
    /// corner: vertical 11.785 + 1.5e6·30/J = 30.596 -> 42.381, sideways 1.5e6·50/J = 50.993;
    /// resultant 66.306.
    void eccentricBracketByHand() {
        const auto g = WeldGroup::make(
            {{"left", {-30, -50, 0}, {-30, 50, 0}, 6}, {"right", {30, -50, 0}, {30, 50, 0}, 6}});
        const auto s = g->stress({{150, 0, 0}, {0, -10000, 0}, {0, 0, 0}});
        const double t = 6 * throatPerLeg, J = t * (2 * 100 * 900 + 2 * 1e6 / 12);
        const double vertical = 10000 / (200 * t) + 1.5e6 * 30 / J, sideways = 1.5e6 * 50 / J;
        QVERIFY(near(s->max, std::hypot(vertical, sideways)));
        QVERIFY(near(s->max, 66.306, 1e-4));
        QCOMPARE(QString::fromStdString(s->segment), QStringLiteral("right"));
    }
    /// Twice the load, twice the stress; a turned and moved group has the same stress.
    void scalingAndInvariance() {
        std::mt19937 random(9);
        std::uniform_real_distribution<double> u(-100, 100);
        for (int i = 0; i < 100; ++i) {
            const auto v = [&] { return Vec3(u(random), u(random), u(random)); };
            std::vector<WeldSegment> s{{"a", v(), v(), 6}, {"b", v(), v(), 4}, {"c", v(), v(), 8}};
            const PointLoad load{v(), 50 * v(), 500 * v()};
            const double one = WeldGroup::make(s)->stress(load)->max;
            const double two = WeldGroup::make(s)->stress({load.at, 2 * load.force, 2 * load.moment})->max;
            QVERIFY(near(two, 2 * one));
            const Eigen::AngleAxisd turn(1.1, Vec3(1, 2, 3).normalized());
            const Vec3 move = v();
            for (WeldSegment &w : s) {
                w.from = turn * w.from + move;
                w.to = turn * w.to + move;
            }
            const double moved = WeldGroup::make(s)
                                     ->stress({turn * load.at + move, turn * load.force, turn * load.moment})
                                     ->max;
            QVERIFY(near(moved, one, 1e-8));
        }
    }
    void oneLineTwistedIsDegenerate() {
        const auto g =
            WeldGroup::make({{"a", {0, 0, 0}, {100, 0, 0}, 6}, {"b", {150, 0, 0}, {200, 0, 0}, 6}});
        QVERIFY(g->stress({{50, 0, 0}, {0, 0, 0}, {1000, 0, 0}}).error().kind == ProblemKind::Degenerate);
        QVERIFY(g->stress({{50, 0, 0}, {0, 0, 0}, {0, 1000, 0}}).has_value());
    }
    void badInput() {
        QVERIFY(!WeldGroup::make({}));
        QVERIFY(WeldGroup::make({{"a", {0, 0, 0}, {0, 0, 0}, 6}}).error().where == "segments/a");
        QVERIFY(WeldGroup::make({{"a", {0, 0, 0}, {1, 0, 0}, 0}}).error().where == "segments/a/leg");
        QVERIFY(!WeldGroup::make({{"a", {0, 0, 0}, {1, 0, 0}, std::nan("")}}));
    }
};

QTEST_GUILESS_MAIN(TestWeldGroup)
#include "test_weld_group.moc"
