#include <QTest>

#include <cmath>
#include <random>

#include "core/base/constants.h"
#include "core/clearance/angles.h"
#include "core/clearance/terrain.h"
#include "core/clearance/trail_run.h"

using namespace hefty;
using namespace hefty::clearance;

namespace {

/// Steepest plane, by trying, that touches the tire from in front and stays below all points.
double byTrying(const std::vector<TouchPoint> &points, double radius) {
    double low = 0, high = 3.14;
    const auto clears = [&](double slope) {
        // Tangent to the circle around (0, R): the foot is R tan(slope / 2) ahead of the contact.
        const Vec3 foot(radius * std::tan(slope / 2), 0, 0);
        for (const TouchPoint &p : points) {
            const double ahead = p.at.x() - foot.x();
            // Above the plane: to the left of its direction.
            if (std::cos(slope) * p.at.z() - std::sin(slope) * ahead < 0) return false;
        }
        return true;
    };
    for (int i = 0; i < 80; ++i) {
        const double middle = (low + high) / 2;
        (clears(middle) ? low : high) = middle;
    }
    return low;
}

}  // namespace

class TestAnglesRandom : public QObject {
    Q_OBJECT

  private slots:
    void approachByTrying() {
        std::mt19937 dice(11);
        std::uniform_real_distribution<double> u(0, 1);
        for (int n = 0; n < 300; ++n) {
            ClearanceModel m;
            m.wheelbase = 3000;
            const double radius = 280 + 200 * u(dice);
            m.front = m.rear = {radius, 250, 1600};
            const int count = 1 + static_cast<int>(dice() % 12);
            for (int i = 0; i < count; ++i)  // three a part
                m.frontPoints.push_back({"p" + std::to_string(i / 3),
                                         {radius + 20 + 700 * u(dice), 900 * u(dice), 180 + 500 * u(dice)}});
            const auto c = angles(m);
            QVERIFY(c.has_value());
            QVERIFY2(std::abs(*c->approach.whole.angle - byTrying(m.frontPoints, radius)) < 1e-9,
                     qPrintable(QString::number(n)));
            // Without the point that governs, the first runner-up does.
            std::erase_if(m.frontPoints,
                          [&](const TouchPoint &p) { return p.id == c->approach.whole.governs; });
            const auto without = angles(m);
            QCOMPARE(without->approach.whole.angle.has_value(), !c->approach.whole.next.empty());
            if (!c->approach.whole.next.empty())
                QCOMPARE(*without->approach.whole.angle, *c->approach.whole.next[0].angle);
        }
    }
    /// Driven backward, the same vehicle has its departure angle as approach.
    void departureIsTheOtherWayRound() {
        std::mt19937 dice(12);
        std::uniform_real_distribution<double> u(0, 1);
        for (int n = 0; n < 200; ++n) {
            ClearanceModel m;
            m.wheelbase = 2600 + 1000 * u(dice);
            m.front = {300 + 100 * u(dice), 250, 1600};
            m.rear = {300 + 100 * u(dice), 250, 1600};
            for (int i = 0; i < 5; ++i) {
                m.frontPoints.push_back(
                    {"f", {m.front.radius + 30 + 500 * u(dice), 100, 200 + 400 * u(dice)}});
                m.rearPoints.push_back(
                    {"r", {-m.wheelbase - m.rear.radius - 30 - 500 * u(dice), 100, 200 + 400 * u(dice)}});
                m.belly.push_back({"b", {-m.wheelbase * (0.3 + 0.4 * u(dice)), 0, 200 + 200 * u(dice)}});
            }
            ClearanceModel back = m;
            std::swap(back.front, back.rear);
            std::swap(back.frontPoints, back.rearPoints);
            for (auto *list : {&back.frontPoints, &back.rearPoints, &back.belly})
                for (TouchPoint &p : *list) p.at.x() = -m.wheelbase - p.at.x();
            const auto a = angles(m), b = angles(back);
            QVERIFY(std::abs(*a->approach.whole.angle - *b->departure.whole.angle) < 1e-12);
            QVERIFY(std::abs(*a->departure.whole.angle - *b->approach.whole.angle) < 1e-12);
            QVERIFY(std::abs(*a->breakover.angle - *b->breakover.angle) < 1e-12);
            QCOMPARE(*a->between.height, *b->between.height);
        }
    }
    /// Raising everything never lowers an angle.
    void higherIsNeverWorse() {
        std::mt19937 dice(13);
        std::uniform_real_distribution<double> u(0, 1);
        for (int n = 0; n < 200; ++n) {
            ClearanceModel m;
            m.wheelbase = 3200;
            m.front = m.rear = {400, 250, 1600};
            for (int i = 0; i < 4; ++i) {
                m.frontPoints.push_back(
                    {"f" + std::to_string(i), {450 + 400 * u(dice), 100, 250 + 300 * u(dice)}});
                m.belly.push_back(
                    {"b" + std::to_string(i), {-800 - 1500 * u(dice), 1000 * u(dice), 220 + 200 * u(dice)}});
            }
            const auto before = angles(m);
            for (auto *list : {&m.frontPoints, &m.belly})
                for (TouchPoint &p : *list) p.at.z() += 30 * u(dice);
            const auto after = angles(m);
            QVERIFY(*after->approach.whole.angle >= *before->approach.whole.angle - 1e-12);
            QVERIFY(*after->breakover.angle >= *before->breakover.angle - 1e-12);
            QVERIFY(*after->between.height >= *before->between.height);
            if (before->side.angle) QVERIFY(*after->side.angle >= *before->side.angle - 1e-12);
        }
    }
    /// Ground that goes on level before and after, by as much as was asked for.
    void approachToATerrain() {
        Terrain t;
        t.start = 100;
        t.step = 5;
        t.left = {7, 20, 3};
        t.right = {1, 2, 9};
        const auto longer = withApproach(t, 502);
        QVERIFY(longer.has_value());
        QCOMPARE(longer->left.size(), std::size_t{3 + 2 * 101});
        QCOMPARE(longer->start, 100.0 - 505);
        QCOMPARE(longer->at(-400, 800, 500), 7.0);
        QCOMPARE(longer->at(105, 800, 500), 20.0);
        QCOMPARE(longer->at(600, -800, 500), 9.0);
        QVERIFY(!withApproach(t, 0));
        QVERIFY(!withApproach(t, std::nan("")));
        QVERIFY(!withApproach({}, 100));
    }
    /// A pose moves places as a rigid body does: distances stay.
    void posesAreRigid() {
        std::mt19937 dice(14);
        std::uniform_real_distribution<double> u(-1, 1);
        for (int n = 0; n < 200; ++n) {
            RunPose pose;
            pose.x = 5000 * u(dice);
            pose.z = 300 * u(dice);
            pose.pitch = 0.5 * u(dice);
            pose.roll = 0.4 * u(dice);
            const Vec3 p(3000 * u(dice), 900 * u(dice), 800 * u(dice)),
                q(3000 * u(dice), 900 * u(dice), 800 * u(dice));
            QVERIFY(std::abs((pose.placed(p) - pose.placed(q)).norm() - (p - q).norm()) < 1e-9);
        }
        // Nose up lifts what is ahead, left side up what is on the left.
        RunPose up;
        up.pitch = 0.1;
        QVERIFY(up.placed(Vec3(1000, 0, 0)).z() > 0);
        RunPose lean;
        lean.roll = 0.1;
        QVERIFY(lean.placed(Vec3(0, 500, 0)).z() > 0);
    }
};

QTEST_GUILESS_MAIN(TestAnglesRandom)
#include "test_angles_random.moc"
