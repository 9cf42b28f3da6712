#include <cmath>
#include <random>

#include <QTest>

#include "core/armor/contact.h"
#include "core/clearance/overlaps.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::clearance;

namespace {

/// A box turned about the upright by an angle, as a convex body.
ConvexBody turnedBox(const Vec3 &center, const Vec3 &size, double angle) {
    armor::SheetPart p;
    p.axes.origin = center;
    p.axes.x = Vec3(std::cos(angle), std::sin(angle), 0);
    p.axes.y = Vec3(-std::sin(angle), std::cos(angle), 0);
    p.thickness = size.z();
    const double x = size.x() / 2, y = size.y() / 2;
    p.outline = {{-x, -y}, {x, -y}, {x, y}, {-x, y}};
    ConvexBody body{"body", {}};
    for (const armor::Solid::Face &f : armor::solidOf(p).faces) body.faces.push_back(f.corners);
    return body;
}

double distanceTo(const ConvexBody &body, const ClearBox &box) {
    const auto list = gaps({body}, {box}, 1e6).value();
    return list.empty() ? -1 : list.front().distance;
}

}  // namespace

/// Gaps between parts and keep-outs, against distances worked by hand.
class TestGaps : public QObject {
    Q_OBJECT

  private slots:
    void byHand_data() {
        QTest::addColumn<double>("x");
        QTest::addColumn<double>("y");
        QTest::addColumn<double>("z");
        QTest::addColumn<double>("angle");
        QTest::addColumn<double>("expected");
        // box of 100 in the middle; body 100 x 100 x 20
        QTest::newRow("face to face") << 150.0 << 0.0 << 0.0 << 0.0 << 50.0;
        QTest::newRow("edge to edge") << 130.0 << 140.0 << 0.0 << 0.0 << 50.0;
        QTest::newRow("corner to corner")
            << 110.0 << 120.0 << 80.0 << 0.0 << std::hypot(10.0, std::hypot(20.0, 20.0));
        QTest::newRow("turned: corner to face")
            << 200.0 << 0.0 << 0.0 << M_PI / 4 << 150 - 50 * std::sqrt(2.0);
        QTest::newRow("above") << 0.0 << 0.0 << 75.0 << 0.3 << 15.0;
    }
    void byHand() {
        QFETCH(double, x);
        QFETCH(double, y);
        QFETCH(double, z);
        QFETCH(double, angle);
        QFETCH(double, expected);
        const ConvexBody body = turnedBox({x, y, z}, {100, 100, 20}, angle);
        const ClearBox box{"box", {-50, -50, -50}, {50, 50, 50}, 10};
        const auto list = gaps({body}, {box}, 1000).value();
        QCOMPARE(list.size(), std::size_t(1));
        QVERIFY2(std::abs(list[0].distance - expected) < 1e-3, qPrintable(QString::number(list[0].distance)));
        QVERIFY(!list[0].overlaps);
        QVERIFY(std::abs((list[0].onBody - list[0].onBox).norm() - expected) < 1e-2);
    }
    void overlapsAreSaid() {
        const ClearBox box{"box", {-50, -50, -50}, {50, 50, 50}, 10};
        const auto inside = gaps({turnedBox({0, 0, 0}, {20, 20, 20}, 0.2)}, {box}).value();
        QVERIFY(inside.size() == 1 && inside[0].overlaps && inside[0].distance == 0);
        const auto through = gaps({turnedBox({45, 0, 0}, {400, 10, 10}, 0.7)}, {box}).value();
        QVERIFY(through[0].overlaps);
        QVERIFY(through[0].onBody.cwiseAbs().maxCoeff() <= 200);
        QVERIFY(!gapWorking(through[0]).empty());
    }
    /// Far pairs are left out; the tightest comes first, by what it lacks.
    void onlyWhatMatters() {
        const std::vector<ClearBox> boxes{{"far", {900, 0, 0}, {950, 50, 50}, 20},
                                          {"20 of 25", {70, -20, -10}, {120, 20, 10}, 25},
                                          {"10 of 12", {-75, -20, -10}, {-60, 20, 10}, 12}};
        const auto list = gaps({turnedBox({0, 0, 0}, {100, 100, 20}, 0)}, boxes).value();
        QCOMPARE(list.size(), std::size_t(2));
        QCOMPARE(list[0].box, std::string("20 of 25"));
        QCOMPARE(list[1].box, std::string("10 of 12"));
    }
    /// Moved together nothing changes; moved apart by d along the line between them, the gap grows by d.
    void properties() {
        std::mt19937 dice(4);
        std::uniform_real_distribution<double> u(-1, 1);
        for (int i = 0; i < 200; ++i) {
            const Vec3 c(300 * u(dice), 300 * u(dice), 300 * u(dice));
            const Vec3 size(20 + 60 * std::abs(u(dice)), 20 + 60 * std::abs(u(dice)),
                            5 + 20 * std::abs(u(dice)));
            const double angle = 3 * u(dice);
            const ClearBox box{"box", {-50, -30, -40}, {50, 30, 40}, 0};
            const double d = distanceTo(turnedBox(c, size, angle), box);
            const Vec3 shift(1000, -500, 200);
            ClearBox moved = box;
            moved.low += shift;
            moved.high += shift;
            QVERIFY(std::abs(distanceTo(turnedBox(c + shift, size, angle), moved) - d) < 2e-3);
            if (d < 1) continue;
            const auto gap = gaps({turnedBox(c, size, angle)}, {box}, 1e6).value()[0];
            const Vec3 away = (gap.onBody - gap.onBox).normalized();
            QVERIFY2(std::abs(distanceTo(turnedBox(c + 25 * away, size, angle), box) - d - 25) < 0.05,
                     qPrintable(QString::number(i)));
            // no corner of the body is nearer than the gap
            for (const shape::Polygon3 &f : turnedBox(c, size, angle).faces)
                for (const Vec3 &p : f)
                    QVERIFY(std::sqrt(Eigen::AlignedBox3d(box.low, box.high).squaredExteriorDistance(p)) >
                            d - 1e-3);
        }
    }
    /// Two boxes side by side, one 7 mm into the other: that deep, whichever way they are turned together.
    void depthOfAnOverlap() {
        for (const double angle : {0.0, 0.4, 1.1}) {
            const Vec3 along(std::cos(angle), std::sin(angle), 0);
            const ConvexBody a = turnedBox(Vec3::Zero(), {100, 80, 60}, angle),
                             b = turnedBox(along * 93, {100, 80, 60}, angle),
                             free = turnedBox(along * 101, {100, 80, 60}, angle);
            const auto found = overlaps({a}, {b}, 1).value();
            QCOMPARE(found.size(), std::size_t{1});
            QVERIFY2(std::abs(found[0].depth - 7) < 1e-6, qPrintable(QString::number(found[0].depth)));
            QVERIFY(overlaps({a}, {free}, 1).value().empty());
            QVERIFY(overlaps({a}, {b}, 8).value().empty());
        }
    }
    /// Boxes that stand upright, turned anyhow: the depth is the least overlap of their shadows on the sides
    /// of both and on the upright (separating axes).
    void depthBySeparatingAxes() {
        struct Box {
            Vec3 center, size;
            double angle;
            [[nodiscard]] Vec3 x() const { return {std::cos(angle), std::sin(angle), 0}; }
            [[nodiscard]] Vec3 y() const { return {-std::sin(angle), std::cos(angle), 0}; }
            [[nodiscard]] double half(const Vec3 &axis) const {
                return (std::abs(axis.dot(x())) * size.x() + std::abs(axis.dot(y())) * size.y() +
                        std::abs(axis.z()) * size.z()) /
                       2;
            }
        };
        std::mt19937 dice(4711);
        std::uniform_real_distribution<double> unit(0, 1);
        const auto roll = [&](double reach) {
            const Vec3 center(unit(dice) - 0.5, unit(dice) - 0.5, unit(dice) - 0.5);
            const Vec3 size(unit(dice), unit(dice), unit(dice));
            return Box{center * reach, Vec3(30, 30, 30) + 100 * size, 3 * unit(dice)};
        };
        int met = 0;
        for (int run = 0; run < 400; ++run) {
            const Box a = roll(0), b = roll(180);
            double depth = 1e9;
            for (const Vec3 &axis : {a.x(), a.y(), b.x(), b.y(), Vec3(0, 0, 1)})
                depth =
                    std::min(depth, a.half(axis) + b.half(axis) - std::abs(axis.dot(b.center - a.center)));
            if (std::abs(depth - 1) < 1e-6) continue;  // at the limit either is right
            const auto found =
                overlaps({turnedBox(a.center, a.size, a.angle)}, {turnedBox(b.center, b.size, b.angle)}, 1)
                    .value();
            QCOMPARE(!found.empty(), depth > 1);
            if (found.empty()) continue;
            ++met;
            QVERIFY2(std::abs(found[0].depth - depth) < 1e-6,
                     qPrintable(QString("%1: %2 for %3").arg(run).arg(found[0].depth).arg(depth)));
        }
        QVERIFY(met > 100);
    }
    void badBoxes() {
        const auto r = gaps({}, {{"flat", {0, 0, 0}, {0, 5, 5}, 1}});
        QVERIFY(!r && r.error().where == "flat");
        const auto b =
            gaps({{"nothing", {{{0, 0, 0}, {1, 0, 0}, {0, 1, 0}}}}}, {{"box", {-5, -5, -5}, {5, 5, 5}, 1}});
        QVERIFY(!b && b.error().where == "nothing");
    }
    /// The demo keeps clear of everything; its steering box moved under the gusset does not.
    void tightGapsAreFindings() {
        job::Job job = hefty::testing::demoJob();
        const auto &stock = hefty::testing::shippedStock();
        const auto count = [](const job::Appraisal &a) {
            return std::count_if(a.findings.begin(), a.findings.end(),
                                 [](const job::Finding &f) { return f.id.starts_with("gap/"); });
        };
        QCOMPARE(count(job::appraise(job, stock)), 0);
        job.vehicle.keepOuts[1].low = {560, 440, 560};
        job.vehicle.keepOuts[1].high = {660, 540, 640};
        const job::Appraisal a = job::appraise(job, stock);
        QVERIFY(count(a) > 0);
        for (const job::Finding &f : a.findings)
            if (f.id.starts_with("gap/")) {
                QVERIFY(f.severity == job::Severity::Fix && f.working && f.value < f.limit);
                QCOMPARE(f.stop, std::string("layout"));
            }
    }
};

QTEST_GUILESS_MAIN(TestGaps)
#include "test_gaps.moc"
