#include <QTest>

#include <atomic>
#include <cmath>

#include "core/base/constants.h"
#include "core/job/appraise/clearing.h"
#include "core/job/shop/drives.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::job;
using clearance::ObstacleKind;
using hefty::testing::demoJob;
using hefty::testing::shippedStock;

class TestDrives : public QObject {
    Q_OBJECT

  private:
    Job m_job;
    Appraisal m_appraisal;

    [[nodiscard]] DriveRequest over(ObstacleKind kind, double size) const {
        return {{"", true, false, armorMasses(m_appraisal)}, {kind, size, 600, 1}, {}, false};
    }

  private slots:
    void initTestCase() {
        m_job = demoJob();
        m_appraisal = appraise(m_job, shippedStock());
    }
    /// At the start, on level ground, everything is where the stance puts it.
    void levelGroundIsTheStance() {
        const auto d = driveOver(m_job, m_appraisal, over(ObstacleKind::Hump, 100));
        QVERIFY(d.has_value());
        const clearance::RunPose &first = d->run.poses.front();
        const Vec3 p(650, 300, 500);
        const Vec3 at = d->placed(p, first) - Vec3(first.x, 0, 0);
        QVERIFY((at - m_appraisal.stood->carried(p)).norm() < 0.1);
        QCOMPARE(d->poseAt(first.x), std::size_t{0});
        QCOMPARE(d->poseAt(1e9), d->run.poses.size() - 1);
        QVERIFY(d->run.worstImbalance < 1e-6);
    }
    /// In reverse the tail comes first.
    void backwardTurnsTheVehicle() {
        DriveRequest request = over(ObstacleKind::Hump, 100);
        request.backward = true;
        const auto d = driveOver(m_job, m_appraisal, request);
        const clearance::RunPose &first = d->run.poses.front();
        const double nose = d->placed(Vec3(650, 0, 500), first).x(),
                     tail = d->placed(Vec3(-4300, 0, 500), first).x();
        QVERIFY(tail > nose);
        QVERIFY(std::abs((tail - nose) - 4950) < 5);
    }
    /// Half the wheel's height is climbed, a wall is struck by the bumper or the steering.
    void highLedgeStrikes() {
        const auto low = driveOver(m_job, m_appraisal, over(ObstacleKind::Ledge, 40));
        QVERIFY(low && low->run.strikes.empty());
        const auto high = driveOver(m_job, m_appraisal, over(ObstacleKind::Ledge, 700));
        QVERIFY(high && !high->run.strikes.empty());
        const clearance::Strike &worst = high->run.strikes.front();
        QVERIFY(worst.depth > 0 && worst.force > 0);
        // Where it was deepest, that point is that deep in the ground.
        const clearance::RunPose &pose = high->run.poses[high->poseAt(worst.at)];
        const Vec3 at = pose.placed(worst.point);
        QVERIFY(std::abs(worst.ground.y() - at.z() - worst.depth) < 1e-6);
    }
    /// A profile is driven with level ground before and after.
    void profileIsDriven() {
        DriveRequest request = over(ObstacleKind::Ledge, 10);
        request.profile =
            clearance::terrainFromCsv("x,left\n0,0\n500,120\n1000,120\n1500,0\n", "hump.csv").value();
        const auto d = driveOver(m_job, m_appraisal, request);
        QVERIFY(d.has_value());
        QVERIFY(d->terrain.start < -3220);
        QCOMPARE(d->terrain.left.front(), 0.0);
        double highest = 0;
        for (const double h : d->terrain.left) highest = std::max(highest, h);
        QVERIFY(std::abs(highest - 120) < 1e-9);
    }
    /// The steepest ramp is the smaller of the two end angles that the gauges show, as the nose meets the
    /// foot of it first and the tail leaves it last; the springs change the pitch by a degree or two.
    void limitsAgreeWithTheAngles() {
        std::atomic<int> told = 0;
        const auto limits =
            trailLimits(m_job, m_appraisal, over(ObstacleKind::Ledge, 10).choice, {}, [&](int, int all) {
                ++told;
                QVERIFY(all == 8);
            });
        QVERIFY(limits.has_value());
        QCOMPARE(told.load(), 8);
        QCOMPARE(limits->size(), limitKinds().size());
        for (const TrailLimit &l : *limits) {
            QVERIFY(l.forward > 0 && l.backward > 0);
            if (l.kind->kind != ObstacleKind::Slope) continue;
            const double least =
                std::min(*m_appraisal.gauge("approach")->value, *m_appraisal.gauge("departure")->value);
            QVERIFY(std::abs(l.forward - least) < radians(3));
            QVERIFY(std::abs(l.backward - least) < radians(3));
        }
    }
    /// What is cleared is cleared, what is a little more is not.
    void limitIsTheLimit() {
        const auto limits = trailLimits(m_job, m_appraisal, over(ObstacleKind::Ledge, 10).choice);
        for (const TrailLimit &l : *limits) {
            if (l.kind->kind != ObstacleKind::Hump) continue;
            QVERIFY(
                driveOver(m_job, m_appraisal, over(ObstacleKind::Hump, l.forward - 8))->run.strikes.empty());
            QVERIFY(!driveOver(m_job, m_appraisal, over(ObstacleKind::Hump, l.forward + 12))
                         ->run.strikes.empty());
        }
    }
    void stops() {
        std::stop_source source;
        source.request_stop();
        const auto d = driveOver(m_job, m_appraisal, over(ObstacleKind::Hump, 200), source.get_token());
        QVERIFY(!d && d.error().kind == ProblemKind::Stopped);
        const auto l =
            trailLimits(m_job, m_appraisal, over(ObstacleKind::Hump, 1).choice, source.get_token());
        QVERIFY(!l && l.error().kind == ProblemKind::Stopped);
    }
    void whatIsMissingIsNamed_data() {
        QTest::addColumn<QString>("datum");
        for (const char *id : {"frontSpring", "rearSpring", "frontBump", "frontDroop", "rearBump",
                               "rearDroop", "centerHeight"})
            QTest::newRow(id) << id;
    }
    void whatIsMissingIsNamed() {
        QFETCH(QString, datum);
        Job job = m_job;
        job.vehicle.data.erase(datum.toStdString());
        const auto d = driveOver(job, m_appraisal, over(ObstacleKind::Hump, 200));
        QVERIFY(!d);
        QCOMPARE(QString::fromStdString(d.error().where), datum);
        QVERIFY(!d.error().remedy.empty());
    }
    void badObstacles_data() {
        QTest::addColumn<double>("size");
        QTest::newRow("nothing") << 0.0;
        QTest::newRow("below the ground") << -5.0;
        QTest::newRow("a cliff") << 1e6;
        QTest::newRow("no number") << std::nan("");
    }
    void badObstacles() {
        QFETCH(double, size);
        const auto d = driveOver(m_job, m_appraisal, over(ObstacleKind::Ledge, size));
        QVERIFY(!d && d.error().where == "size");
    }
};

QTEST_GUILESS_MAIN(TestDrives)
#include "test_drives.moc"
