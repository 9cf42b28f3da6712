#include <QTest>

#include <cmath>
#include <numbers>
#include <random>

#include "core/base/constants.h"
#include "core/clearance/sweeps.h"

using namespace hefty;
using namespace hefty::clearance;

namespace {

ConvexBody box(const char *id, const Vec3 &low, const Vec3 &high) {
    const auto c = [&](int i) {
        return Vec3(i & 1 ? high.x() : low.x(), i & 2 ? high.y() : low.y(), i & 4 ? high.z() : low.z());
    };
    return {id,
            {{c(0), c(2), c(3), c(1)},
             {c(4), c(5), c(7), c(6)},
             {c(0), c(1), c(5), c(4)},
             {c(2), c(6), c(7), c(3)},
             {c(0), c(4), c(6), c(2)},
             {c(1), c(3), c(7), c(5)}}};
}

}  // namespace

class TestSweeps : public QObject {
    Q_OBJECT

  private slots:
    /// A slide touches where the gap is used up: by hand.
    void slideTouches() {
        const auto found = sweep(
            {box("beam", {500, -100, 0}, {600, 100, 100})},
            {{"lamp", {0, -50, 10}, {100, 50, 90}, Motion::Slide, Vec3(0, 0, 0), Vec3::UnitX(), 700, 5}});
        QVERIFY(found && found->size() == 1);
        QVERIFY(std::abs(*found->front().touches - 400) < 0.01);
        QCOMPARE(found->front().smallest, 0.0);
    }
    /// Passing beside: the smallest gap and where.
    void slidePasses() {
        const Sweep s{"lamp", {0, 0, 0}, {100, 50, 90}, Motion::Slide, Vec3(0, 0, 0), Vec3::UnitX(), 700, 20};
        const auto found = sweep({box("beam", {500, 62, 0}, {600, 100, 100})}, {s});
        QVERIFY(found && found->size() == 1 && !found->front().touches);
        QVERIFY(std::abs(found->front().smallest - 12) < 1e-6);
        QVERIFY(found->front().at >= 399 && found->front().at <= 600);
        // With less wanted there is nothing to say.
        Sweep less = s;
        less.gap = 11;
        QVERIFY(sweep({box("beam", {500, 62, 0}, {600, 100, 100})}, {less})->empty());
    }
    /// A thin plate swung up about y against a ledge: the corner's circle meets the ledge's underside at an
    /// angle known by hand: R sin θ = h for the plate's upper far corner.
    void swingTouches() {
        const double length = 1000, thick = 10, height = 400;
        // Hinge at the origin, plate forward along x; turning about −y lifts its far end.
        const Sweep s{"hood",    {0, -300, 0},   {length, 300, thick}, Motion::Swing,
                      {0, 0, 0}, -Vec3::UnitY(), radians(80),          5};
        const auto found = sweep({box("bar", {850, -50, height}, {2000, 50, height + 60})}, {s});
        QVERIFY(found && found->size() == 1);
        // The upper far corner is at (L cos θ − t sin θ, L sin θ + t cos θ); it meets z = h first if x > 850.
        double low = 0, high = radians(80);
        for (int i = 0; i < 60; ++i) {
            const double t = (low + high) / 2;
            (length * std::sin(t) + thick * std::cos(t) < height ? low : high) = t;
        }
        QVERIFY(length * std::cos(low) - thick * std::sin(low) > 850);
        QVERIFY(std::abs(*found->front().touches - low) < 1e-4);
    }
    /// A swing the other way goes free.
    void swingTheOtherWay() {
        const Sweep s{"gate",    {0, -300, 0},   {1000, 300, 10}, Motion::Swing,
                      {0, 0, 0}, -Vec3::UnitY(), -radians(80),    5};
        QVERIFY(sweep({box("bar", {850, -50, 400}, {2000, 50, 460})}, {s})->empty());
    }
    /// Against brute force: many random bars, the touch found by walking and by a thousand stations.
    void agreesWithBruteForce() {
        std::mt19937 dice(7);
        std::uniform_real_distribution<double> u(0, 1);
        int touched = 0;
        for (int n = 0; n < 40; ++n) {
            const Vec3 low(200 + 900 * u(dice), -300 + 500 * u(dice), 150 + 800 * u(dice));
            const ConvexBody bar = box("bar", low, low + Vec3(40 + 200 * u(dice), 60, 20 + 80 * u(dice)));
            const Sweep s{"gate",     {0, -300, 0},   {1000, 300, 40}, Motion::Swing,
                          {0, 0, 20}, -Vec3::UnitY(), radians(100),    8};
            const auto found = sweep({bar}, {s});
            QVERIFY(found.has_value());
            // By hand: the bar's corners and edges in the plate's own axes at each station.
            std::optional<double> first;
            for (int k = 0; k <= 4000 && !first; ++k) {
                const double t = radians(100) * k / 4000;
                if (touchesPlate(bar, t)) first = t;
            }
            const bool touches = !found->empty() && found->front().touches.has_value();
            QCOMPARE(touches, first.has_value());
            if (touches) {
                ++touched;
                QVERIFY(std::abs(*found->front().touches - *first) < radians(100) / 1000);
            }
        }
        QVERIFY(touched > 5);
    }
    /// A wheel at full lock: the forward reach of its tread corner by hand.
    void wheelAtLock() {
        const double R = 400, half = 125, lock = radians(35);
        const SteeredWheel w{"wheel.left", {0, 800, R}, R, 2 * half, {0, 700, R}, lock, 80, 10};
        // In plan the outer edge's corner at hub height: (R, 100 ± half) about the pin, turned.
        // An edge `across` from the pin reaches farthest when it stands straight ahead of it, if the lock
        // lets it.
        double reach = 0;
        for (const double across : {100 - half, 100 + half}) {
            const double t = std::clamp(-std::atan2(across, R), -lock, lock);
            reach = std::max(reach, R * std::cos(t) - across * std::sin(t));
        }
        const auto beam = [&](double gap) {
            return box("beam", {reach + gap, 300, R - 50}, {reach + gap + 100, 1400, R + 50});
        };
        QVERIFY(wheelSweep({beam(15)}, {w})->empty());
        const auto near = wheelSweep({beam(6)}, {w});
        QVERIFY(near && near->size() == 1 && !near->front().touches);
        QVERIFY(std::abs(near->front().smallest - 6) < 0.3);
        const auto hit = wheelSweep({beam(-20)}, {w});
        QVERIFY(hit && hit->front().touches.has_value());
    }
    /// Bump: what is above the wheel is reached only with travel.
    void wheelAtBump() {
        SteeredWheel w{"wheel", {0, 0, 400}, 400, 250, {0, -100, 400}, radians(30), 0, 5};
        const ConvexBody flap = box("flap", {-20, -20, 850}, {20, 20, 870});
        QVERIFY(wheelSweep({flap}, {w})->empty());
        w.bump = 80;
        QVERIFY(wheelSweep({flap}, {w})->front().touches.has_value());
    }
    void toolRoom() {
        const ToolSpace t{"bolt", {0, 0, 0}, Vec3::UnitY(), 16, 120, {"plate"}};
        const ConvexBody plate = box("plate", {-50, -8, -50}, {50, 0.5, 50});
        const ConvexBody gusset = box("gusset", {10, 20, -50}, {20, 90, 50});
        const ConvexBody beside = box("beside", {17, 20, -50}, {30, 90, 50});
        QVERIFY(toolAccess({plate, beside}, {t})->empty());
        const auto found = toolAccess({plate, gusset}, {t});
        QVERIFY(found && found->size() == 1 && found->front().body == "gusset");
    }
    void badInput_data() {
        QTest::addColumn<int>("which");
        for (int i = 0; i < 6; ++i) QTest::newRow(qPrintable(QString::number(i))) << i;
    }
    void badInput() {
        QFETCH(int, which);
        const std::vector<ConvexBody> bodies{box("b", {0, 0, 0}, {1, 1, 1})};
        Sweep s{"s", {0, 0, 0}, {1, 1, 1}, Motion::Swing, Vec3(0, 0, 0), Vec3::UnitY(), 1, 5};
        SteeredWheel w{"w", Vec3(0, 0, 0), 400, 250, Vec3(0, 0, 0), 0.5, 50, 5};
        ToolSpace t{"t", Vec3(0, 0, 0), Vec3::UnitX(), 10, 100, {}};
        if (which == 0) s.high.z() = -1;
        if (which == 1) s.axis.setZero();
        if (which == 2) s.reach = 0;
        if (which == 3) s.reach = 7;
        if (which == 4) w.lock = 2;
        if (which == 5) t.radius = 0;
        const bool refused = !sweep(bodies, {s}) || !wheelSweep(bodies, {w}) || !toolAccess(bodies, {t});
        QVERIFY(refused);
    }

  private:
    /// Does the plate, swung up by t, touch the bar? Both are prisms along y that overlap there: a flat
    /// question of two rectangles, answered by separating axes.
    static bool touchesPlate(const ConvexBody &bar, double t) {
        std::vector<Vec3> a, b;
        for (const auto &f : bar.faces)
            for (const Vec3 &c : f) a.push_back(c);
        const double c = std::cos(t), s = std::sin(t);
        for (const double x : {0.0, 1000.0})
            for (const double z : {-20.0, 20.0}) b.emplace_back(c * x - s * z, 0, 20 + s * x + c * z);
        if (a[0].y() > 300) return false;
        for (const Vec3 &axis : {Vec3(1, 0, 0), Vec3(0, 0, 1), Vec3(c, 0, s), Vec3(-s, 0, c)}) {
            double aLow = 1e9, aHigh = -1e9, bLow = 1e9, bHigh = -1e9;
            for (const Vec3 &p : a) {
                aLow = std::min(aLow, axis.dot(p));
                aHigh = std::max(aHigh, axis.dot(p));
            }
            for (const Vec3 &p : b) {
                bLow = std::min(bLow, axis.dot(p));
                bHigh = std::max(bHigh, axis.dot(p));
            }
            if (aHigh < bLow || bHigh < aLow) return false;
        }
        return true;
    }
};

QTEST_GUILESS_MAIN(TestSweeps)
#include "test_sweeps.moc"
