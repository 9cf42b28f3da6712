#include <algorithm>
#include <cmath>

#include <QTest>

#include "core/base/constants.h"
#include "core/clearance/trail_run.h"

using namespace hefty;
using namespace hefty::clearance;

namespace {

/// A pickup with four corners of a body and a belly point; `stiff` makes springs and tires hard.
RunVehicle pickup(bool stiff) {
    RunVehicle v;
    v.wheelbase = 3200;
    const double k = stiff ? 4000 : 35, t = stiff ? 40000 : 280;
    v.front = {{405, 255, 1600}, k, t, 80, 100};
    v.rear = {{405, 255, 1600}, k * 1.2, t, 90, 110};
    v.frontMass = 1200;
    v.rearMass = 1000;
    v.centerHeight = 700;
    for (const double y : {850.0, -850.0}) {
        v.points.push_back({"nose", {800, y, 560}});
        v.points.push_back({"tail", {-4300, y, 620}});
    }
    v.points.push_back({"belly", {-1400, 0, 380}});
    return v;
}

TrailRun over(const RunVehicle &v, ObstacleKind kind, double size, std::uint32_t seed = 1) {
    return drive(v, terrainOf({kind, size, 600, seed}, v.wheelbase + 2500).value()).value();
}

/// A touch more or less is in the steps: samples of 5 mm on the way.
constexpr double angleStep = 0.004;

}  // namespace

/// The drive over obstacles against geometry worked by hand, symmetry and the balance of forces.
class TestTrailRun : public QObject {
    Q_OBJECT

  private slots:
    void levelGroundLeavesItAlone() {
        const RunVehicle v = pickup(false);
        Terrain flat;
        flat.start = 0;
        flat.left.assign(2500, 0.0);
        flat.right = flat.left;
        const TrailRun run = drive(v, flat).value();
        QVERIFY(run.poses.size() > 1000);
        for (const RunPose &p : run.poses) {
            QVERIFY(std::abs(p.z) < 1e-6 && std::abs(p.pitch) < 1e-9 && std::abs(p.roll) < 1e-9);
            QVERIFY(std::abs(p.load[0] - weight(600)) < 1e-3 && std::abs(p.load[3] - weight(500)) < 1e-3);
        }
        QVERIFY(run.strikes.empty() && run.lifted.empty());
    }
    /// Hard springs: the steepest slope that the nose clears is the approach angle, tangent to the tire.
    void slopeIsTheApproachAngle() {
        RunVehicle v = pickup(true);
        // the tail would drag on the level behind: that is the departure angle, below
        std::erase_if(v.points, [](const TouchPoint &p) { return p.id == "tail"; });
        const double expected = tangentSlope(800, 560, 405).value();
        const double found = largestCleared(v, ObstacleKind::Slope, 1.2, 1e-4).value();
        QVERIFY2(std::abs(found - expected) < 2 * angleStep,
                 qPrintable(QStringLiteral("%1 %2").arg(found).arg(expected)));
    }
    /// Backward it is the departure angle.
    void reverseIsTheDepartureAngle() {
        const double expected = tangentSlope(1100, 620, 405).value();
        const double found = largestCleared(reversed(pickup(true)), ObstacleKind::Slope, 1.2, 1e-4).value();
        QVERIFY2(std::abs(found - expected) < 2 * angleStep,
                 qPrintable(QStringLiteral("%1 %2").arg(found).arg(expected)));
    }
    /// The sharpest wedge that the belly clears is the breakover angle.
    void wedgeIsTheBreakoverAngle() {
        RunVehicle v = pickup(true);
        std::erase_if(v.points, [](const TouchPoint &p) { return p.id != "belly"; });
        const double expected = tangentSlope(1400, 380, 405).value() + tangentSlope(1800, 380, 405).value();
        const double found = largestCleared(v, ObstacleKind::Wedge, 2.0, 1e-4).value();
        QVERIFY2(std::abs(found - expected) < 3 * angleStep,
                 qPrintable(QStringLiteral("%1 %2").arg(found).arg(expected)));
    }
    /// A ledge: with the front wheels up on it the belly point stands at h/L of its way back; it strikes when
    /// the ledge is higher than the point then. Hard springs, small slope.
    void ledgeAgainstGeometry() {
        RunVehicle v = pickup(true);
        v.points = {{"skid", {-2600, 0, 300}}};
        // just before the rear wheels reach the edge (they touch it R sin away), the point is over the ledge
        const double found = largestCleared(v, ObstacleKind::Ledge, 400, 0.1).value();
        // Body slope is h/L about; the edge is under the point: front up by h, rear down on the ground.
        // height of the point over the ground: 300 + h (L - 2600)/L; clears while that is above h.
        const double expected = 300 / (1 - (3200.0 - 2600) / 3200);
        QVERIFY2(std::abs(found - expected) < 8,
                 qPrintable(QStringLiteral("%1 %2").arg(found).arg(expected)));
    }
    void aLedgeIsNoHigherThanTheWheel() {
        RunVehicle v = pickup(true);
        v.points.clear();
        QVERIFY(std::abs(largestCleared(v, ObstacleKind::Ledge, 2000, 0.5).value() - 405) < 1);
        QVERIFY(largestCleared(v, ObstacleKind::Hump, 500, 1).value() > 498);  // nothing to strike
    }
    /// At every step the wheels carry the weight and its moments, whatever the ground.
    void forcesBalanceEverywhere_data() {
        QTest::addColumn<int>("kind");
        QTest::addColumn<double>("size");
        QTest::newRow("ledge") << static_cast<int>(ObstacleKind::Ledge) << 250.0;
        QTest::newRow("log") << static_cast<int>(ObstacleKind::Log) << 300.0;
        QTest::newRow("ditch") << static_cast<int>(ObstacleKind::Ditch) << 500.0;
        QTest::newRow("hump") << static_cast<int>(ObstacleKind::Hump) << 300.0;
        QTest::newRow("cross ditch") << static_cast<int>(ObstacleKind::CrossDitch) << 500.0;
        QTest::newRow("rocks") << static_cast<int>(ObstacleKind::RockGarden) << 220.0;
        QTest::newRow("slope") << static_cast<int>(ObstacleKind::Slope) << 0.5;
    }
    void forcesBalanceEverywhere() {
        QFETCH(int, kind);
        QFETCH(double, size);
        const RunVehicle v = pickup(false);
        const TrailRun run = over(v, static_cast<ObstacleKind>(kind), size);
        QVERIFY2(run.worstImbalance < 1e-6, qPrintable(QString::number(run.worstImbalance)));
        const double w = weight(v.frontMass + v.rearMass);
        for (const RunPose &p : run.poses) {
            const double sum = p.load[0] + p.load[1] + p.load[2] + p.load[3];
            QVERIFY(std::abs(sum - w) < 1e-5 * w);
            for (const double load : p.load) QVERIFY(load >= 0);
            QVERIFY(std::isfinite(p.z) && std::isfinite(p.pitch) && std::isfinite(p.roll));
        }
        // back on level ground it stands as before
        if (kind != static_cast<int>(ObstacleKind::Slope) && kind != static_cast<int>(ObstacleKind::Ledge))
            QVERIFY(std::abs(run.poses.back().pitch) < 1e-6 && std::abs(run.poses.back().roll) < 1e-6);
        if (kind == static_cast<int>(ObstacleKind::Ledge))
            QVERIFY(std::abs(run.poses.back().z - size) < 1e-3);
    }
    /// What is under both wheels rolls nothing; what is under the left ones tips it left.
    void symmetry() {
        const RunVehicle v = pickup(false);
        for (const RunPose &p : over(v, ObstacleKind::Log, 250).poses) {
            QVERIFY(std::abs(p.roll) < 1e-9);
            QVERIFY(std::abs(p.load[0] - p.load[1]) < 1e-3);
        }
        Terrain t = terrainOf({ObstacleKind::CrossDitch, 600, 300, 1}, v.wheelbase + 2500).value();
        const TrailRun left = drive(v, t).value();
        std::swap(t.left, t.right);
        const TrailRun right = drive(v, t).value();
        double most = 0;
        for (std::size_t i = 0; i < left.poses.size(); ++i) {
            QVERIFY(std::abs(left.poses[i].roll + right.poses[i].roll) < 1e-9);
            QVERIFY(std::abs(left.poses[i].load[0] - right.poses[i].load[1]) < 1e-3);
            most = std::max(most, -left.poses[i].roll);
        }
        QVERIFY(most > 0.01);  // left side down
    }
    /// Softer springs keep more wheels on uneven ground; a wheel over a deep hole hangs.
    void wheelsLift() {
        RunVehicle soft = pickup(false), hard = pickup(true);
        const TrailRun a = over(soft, ObstacleKind::CrossDitch, 900),
                       b = over(hard, ObstacleKind::CrossDitch, 900);
        QVERIFY(!b.lifted.empty());
        const auto inTheAir = [](const TrailRun &run) {
            return std::count_if(run.poses.begin(), run.poses.end(), [](const RunPose &p) {
                return *std::min_element(p.load.begin(), p.load.end()) <= 0;
            });
        };
        QVERIFY(inTheAir(a) <= inTheAir(b));
        for (const RunPose &p : a.poses)
            for (const double u : p.travel) QVERIFY(u >= -110.001);
    }
    /// A strike is as deep as the geometry says, and lifting there takes the force that the springs give.
    void strikeDepthBetweenTheAxles() {
        RunVehicle v = pickup(true);
        v.points = {{"hook", {-1600, 0, 150}}};
        // A log of 400 stands 200 high; both axles are on level ground when it is under the hook.
        const TrailRun run = over(v, ObstacleKind::Log, 400);
        QVERIFY2(std::abs(run.strikes[0].depth - 50) < 1, qPrintable(QString::number(run.strikes[0].depth)));
        // To lift the middle by d: half of it at each axle; four springs in all, two a side of each axle.
        const double kf = 4000.0 * 40000 / 44000, kr = 4800.0 * 40000 / 44800;
        const double compliance = 0.25 / (2 * kf) + 0.25 / (2 * kr);
        QVERIFY2(
            std::abs(run.strikes[0].force - std::min(50 / compliance, weight(2200))) < 0.02 * weight(2200),
            qPrintable(QString::number(run.strikes[0].force)));
    }
    void rollingOver() {
        // a step of 100: the wheel's center rises along a circle about the edge
        std::vector<double> step(400, 0.0);
        for (std::size_t i = 200; i < 400; ++i) step[i] = 100;
        const auto h = rolledOver(step, 5, 400);
        QVERIFY(std::abs(h[50] - 400) < 1e-9 && std::abs(h[350] - 500) < 1e-9);
        QVERIFY(std::abs(h[180] - std::max(400.0, 100 + std::sqrt(400.0 * 400 - 100 * 100))) < 1e-9);
        for (std::size_t i = 1; i < 200; ++i) QVERIFY(h[i] >= h[i - 1] - 1e-9);
    }
    void sameSeedSameRocks() {
        const auto a = terrainOf({ObstacleKind::RockGarden, 200, 0, 5}, 4000).value(),
                   b = terrainOf({ObstacleKind::RockGarden, 200, 0, 5}, 4000).value(),
                   c = terrainOf({ObstacleKind::RockGarden, 200, 0, 6}, 4000).value();
        QVERIFY(a.left == b.left && a.right == b.right && a.left != c.left && a.left != a.right);
        QVERIFY(*std::max_element(a.left.begin(), a.left.end()) <= 200);
    }
    void terrainFromATable() {
        const auto t = terrainFromCsv("x,left,right\n0,0,0\n100,50,0\n200,50,20\n", "trail.csv", 10).value();
        QCOMPARE(t.left.size(), std::size_t(21));
        QVERIFY(std::abs(t.left[5] - 25) < 1e-9 && std::abs(t.right[15] - 10) < 1e-9);
        QVERIFY(std::abs(t.at(50, 800, 600) - 25) < 1e-9 && std::abs(t.at(50, 0, 600) - 12.5) < 1e-9);
        QVERIFY(std::abs(t.at(-500, 800, 600)) < 1e-9 && std::abs(t.at(9999, 800, 600) - 50) < 1e-9);
        const auto one = terrainFromCsv("x,left\n0,0\n100,50\n", "trail.csv", 10).value();
        QVERIFY(one.left == one.right);
    }
    void badTables_data() {
        QTest::addColumn<QString>("text");
        QTest::newRow("empty") << "";
        QTest::newRow("no such columns") << "a,b\n1,2\n3,4\n";
        QTest::newRow("a gap") << "x,left\n0,0\n100,\n200,5\n";
        QTest::newRow("words") << "x,left\n0,0\nfar,5\n";
        QTest::newRow("one row") << "x,left\n0,0\n";
        QTest::newRow("going back") << "x,left\n0,0\n100,5\n50,5\n";
        QTest::newRow("in meters by mistake, a continent long") << "x,left\n0,0\n1e12,5\n";
        QTest::newRow("a row too long") << "x,left\n0,0,9\n";
    }
    void badTables() {
        QFETCH(QString, text);
        const auto t = terrainFromCsv(text.toStdString(), "trail.csv");
        QVERIFY(!t);
        QVERIFY(t.error().where.find("trail.csv") != std::string::npos);
    }
    void badRuns_data() {
        QTest::addColumn<int>("kind");
        QTest::addColumn<QString>("where");
        QTest::newRow("no springs") << 0 << "front/spring";
        QTest::newRow("no tire") << 1 << "rear/radius";
        QTest::newRow("no mass") << 2 << "rearMass";
        QTest::newRow("a point nowhere") << 3 << "belly";
        QTest::newRow("too short a way") << 4 << "terrain";
        QTest::newRow("no way at all") << 5 << "terrain";
    }
    void badRuns() {
        QFETCH(int, kind);
        QFETCH(QString, where);
        RunVehicle v = pickup(false);
        Terrain t = terrainOf({ObstacleKind::Log, 200, 600, 1}, 6000).value();
        if (kind == 0) v.front.spring = 0;
        if (kind == 1) v.rear.tire.radius = std::nan("");
        if (kind == 2) v.rearMass = -5;
        if (kind == 3) v.points.back().at.x() = std::nan("");
        if (kind == 4) t.left.resize(300), t.right.resize(300);
        if (kind == 5) t.left.clear(), t.right.clear();
        const auto run = drive(v, t);
        QVERIFY(!run);
        QCOMPARE(QString::fromStdString(run.error().where), where);
    }
    void badObstacles() {
        for (const double size : {0.0, -5.0, 1e9, std::nan("")})
            QVERIFY(!terrainOf({ObstacleKind::Ledge, size, 600, 1}, 5000));
        QVERIFY(!terrainOf({ObstacleKind::Slope, 1.56, 600, 1}, 5000));
    }
    void stopsWhenAsked() {
        std::stop_source stop;
        stop.request_stop();
        const auto run =
            drive(pickup(false), terrainOf({ObstacleKind::Log, 200, 600, 1}, 6000).value(), stop.get_token());
        QVERIFY(!run && run.error().kind == ProblemKind::Stopped);
    }
};

QTEST_GUILESS_MAIN(TestTrailRun)
#include "test_trail_run.moc"
