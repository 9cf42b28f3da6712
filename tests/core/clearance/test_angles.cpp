#include <cmath>
#include <random>

#include <QTest>

#include "core/base/constants.h"
#include "core/clearance/angles.h"

using namespace hefty;
using namespace hefty::clearance;

namespace {

ClearanceModel vehicle() {
    ClearanceModel m;
    m.wheelbase = 3220;
    m.front = m.rear = {405, 255, 1600};
    return m;
}

}  // namespace

class TestAngles : public QObject {
    Q_OBJECT

  private slots:
    /// On the ground the slope is 0; straight ahead of the hub at distance a it is asin(R/a); at a point
    /// at height 2R right above... all closed forms of the tangent.
    void closedForms() {
        QVERIFY(std::abs(*tangentSlope(800, 0, 405)) < 1e-12);
        QVERIFY(std::abs(*tangentSlope(810, 405, 405) - std::asin(0.5)) < 1e-12);
        // A known slope: the plane touching the tire at slope 40 degrees, followed 900 mm from the touch.
        const double a = radians(40), R = 405;
        const double x = R * std::sin(a) + 900 * std::cos(a), z = R - R * std::cos(a) + 900 * std::sin(a);
        QVERIFY(std::abs(*tangentSlope(x, z, R) - a) < 1e-12);
        QVERIFY(!tangentSlope(100, 405, 405));
        QVERIFY(!tangentSlope(800, -1, 405));
    }
    /// The tangent line touches the circle: distance of the wheel center to it is R.
    void tangencyHolds() {
        std::mt19937 random(1);
        std::uniform_real_distribution<double> ahead(450, 1500), height(0, 1200);
        for (int i = 0; i < 300; ++i) {
            const double x = ahead(random), z = height(random);
            const auto a = tangentSlope(x, z, 405);
            if (!a) continue;
            const double distance = std::sin(*a) * x - std::cos(*a) * (z - 405);
            QVERIFY(std::abs(distance - 405) < 1e-9);
        }
    }
    void governingPoints() {
        ClearanceModel m = vehicle();
        m.frontPoints = {{"middle", {900, 0, 620}}, {"corner", {780, 800, 470}}, {"high", {950, 0, 900}}};
        m.rearPoints = {{"hitch", {-4340, 0, 470}}};
        m.belly = {{"pan", {-500, 0, 372}}, {"case", {-1480, 0, 338}}};
        const auto c = angles(m);
        QVERIFY(c.has_value());
        QCOMPARE(QString::fromStdString(c->approach.whole.governs), QStringLiteral("corner"));
        QCOMPARE(QString::fromStdString(c->approach.wheelPath.governs), QStringLiteral("corner"));
        QCOMPARE(QString::fromStdString(c->departure.whole.governs), QStringLiteral("hitch"));
        QVERIFY(!c->departure.wheelPath.angle && !c->departure.wheelPath.why.empty());
        QCOMPARE(QString::fromStdString(c->between.governs), QStringLiteral("case"));
        QCOMPARE(*c->between.height, 338.0);
        // symmetric breakover: a point midway sees the same slope to both tires
        ClearanceModel mid = vehicle();
        mid.belly = {{"mid", {-1610, 0, 300}}};
        QVERIFY(std::abs(*angles(mid)->breakover.angle - 2 * *tangentSlope(1610, 300, 405)) < 1e-12);
    }
    /// An edge that crosses the wheel path counts with the part inside it only.
    void edgesAreCutAtTheWheelPath() {
        ClearanceModel m = vehicle();
        m.frontEdges = {{"beam", {900, 0, 500}, {600, 950, 700}}};
        const auto c = angles(m);
        const double t = (800 - 127.5) / 950;
        QVERIFY(std::abs(*c->approach.wheelPath.angle - *tangentSlope(900 - 300 * t, 500 + 200 * t, 405)) <
                1e-12);
        QVERIFY(std::abs(*c->approach.whole.angle - *tangentSlope(900, 500, 405)) < 1e-12);
    }
    /// Raising or pulling back a point never makes the angle smaller.
    void monotone() {
        for (double x = 500; x < 1200; x += 37)
            for (double z = 0; z < 900; z += 41) {
                const auto a = tangentSlope(x, z, 405), up = tangentSlope(x, z + 10, 405),
                           back = tangentSlope(x - 5, z, 405);
                if (a && up) QVERIFY(*up > *a);
                if (a && back) QVERIFY(*back >= *a - 1e-12);
            }
    }
    void mirroredVehicleIsTheSame() {
        ClearanceModel m = vehicle();
        m.frontPoints = {{"p", {800, 700, 450}}};
        const double left = *angles(m)->approach.wheelPath.angle;
        m.frontPoints[0].at.y() = -700;
        QCOMPARE(*angles(m)->approach.wheelPath.angle, left);
    }
    void nothingMeasured() {
        const auto c = angles(vehicle());
        QVERIFY(!c->approach.whole.angle && !c->approach.whole.why.empty());
        QVERIFY(!c->breakover.angle && !c->between.height);
    }
    void errors() {
        ClearanceModel m = vehicle();
        m.wheelbase = 0;
        QVERIFY(angles(m).error().where == "wheelbase");
        m = vehicle();
        m.front.radius = -1;
        QVERIFY(angles(m).error().where == "tires/front/radius");
        m = vehicle();
        m.frontPoints = {{"inside", {100, 0, 400}}};
        QVERIFY(angles(m).error().where == "inside");
        m = vehicle();
        m.belly = {{"buried", {-1600, 0, -5}}};
        QVERIFY(angles(m).error().where == "buried");
        m = vehicle();
        m.frontPoints = {{"nan", {std::nan(""), 0, 400}}};
        QVERIFY(angles(m).error().where == "nan");
    }
};

QTEST_GUILESS_MAIN(TestAngles)
#include "test_angles.moc"
