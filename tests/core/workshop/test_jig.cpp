#include <QtTest>

#include <cmath>
#include <random>

#include "core/job/appraise/appraise_under.h"
#include "core/workshop/weld/jig_plan.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::workshop;
using hefty::testing::demoPath;
using hefty::testing::shippedStock;

namespace {

armor::Assembly built(const char *name) {
    const job::Job job = job::loadJob(demoPath(name)).value();
    return armor::build({job.pieces[0], job.vehicle, rig::geometry(job.vehicle).value(), shippedStock()})
        .value();
}

}  // namespace

class TestJig : public QObject {
    Q_OBJECT

  private slots:
    /// Every place is found again from what is measured on the floor alone, rounded as a tape reads.
    void placesFromTheFloor() {
        for (const char *name : {"dunnock-body-carrier", "marten-front-bumper", "marten-winch-cradle",
                                 "marten-step-tubes", "heron-wheel-rack", "marten-wheel-carrier"}) {
            const armor::Assembly a = built(name);
            const JigPlan plan = jigPlan(a, {}).value();
            QVERIFY(plan.base >= 600);
            for (const JigPoint &p : plan.points) {
                const auto at = placeByFloor(plan, p.fromA, p.fromB, p.height);
                QVERIFY2(at && (*at - p.at).norm() < 1e-6, (std::string(name) + ": " + p.label).c_str());
                // read to half a millimeter, the circles cross well enough to find it within a millimeter and
                // a half
                const auto half = [](double v) { return std::round(2 * v) / 2; };
                const auto read = placeByFloor(plan, half(p.fromA), half(p.fromB), half(p.height));
                QVERIFY2(read && (*read - p.at).norm() < 1.5, (std::string(name) + ": " + p.label).c_str());
                QVERIFY(p.height >= 149.9 && p.aside >= 199.9);
            }
        }
    }
    /// What stands for the vehicle is every hole and bearing that the piece holds by, each in two distances
    /// at least.
    void everythingThatHolds() {
        const armor::Assembly a = built("dunnock-body-carrier");
        const JigPlan plan = jigPlan(a, {}).value();
        std::size_t holes = 0;
        for (const armor::BoltJoint &m : a.mounts) holes += m.at.size();
        const auto count = [&plan](JigPoint::Kind kind) {
            return static_cast<std::size_t>(
                std::count_if(plan.points.begin(), plan.points.end(),
                              [kind](const JigPoint &p) { return p.kind == kind; }));
        };
        QCOMPARE(count(JigPoint::Kind::Bolt), holes);
        QCOMPARE(count(JigPoint::Kind::Bush), std::size_t{3});
        QVERIFY(count(JigPoint::Kind::Support) >= 2);
        std::vector<int> seen(plan.points.size(), 0);
        for (const JigCheck &c : plan.checks) {
            ++seen[c.one];
            ++seen[c.other];
            QVERIFY(std::abs(c.distance - (plan.points[c.one].at - plan.points[c.other].at).norm()) < 1e-9);
            QVERIFY(plan.points[c.one].kind != JigPoint::Kind::Support);
        }
        for (std::size_t i = 0; i < plan.points.size(); ++i)
            QVERIFY(plan.points[i].kind == JigPoint::Kind::Support || seen[i] >= 2);
        QVERIFY(plan.steps.size() >= 5);
        QVERIFY(!jigPlan(armor::Assembly{}, {}));
    }
    /// A stand carries the beam where it lies; a beam that bows down by 3 mm is set 3 mm high, one that bows
    /// up low.
    void standsAndPresets() {
        const armor::Assembly a = built("marten-front-bumper");
        for (const double way : {-1.0, 1.0}) {
            Distortion bow;
            bow.what = "bow";
            bow.part = "beam";
            bow.value = 3;
            bow.way = Vec3(0, 0, way);
            const JigPlan plan = jigPlan(a, {bow}).value();
            int stands = 0;
            for (const JigPoint &p : plan.points) {
                if (p.kind != JigPoint::Kind::Support || p.part != "beam") continue;
                ++stands;
                const bool middle = std::abs(p.at.y()) < 1;
                QVERIFY(std::abs(p.preset - (middle ? -3 * way : 0)) < 1e-9);
                QVERIFY(std::abs(p.at.z() - (a.bar("beam")->from.z() - a.bar("beam")->section.height / 2)) <
                        1e-6);
            }
            QCOMPARE(stands, 3);
            QVERIFY(std::any_of(plan.steps.begin(), plan.steps.end(), [](const measure::Phrase &s) {
                return s.text.find("preset") != std::string::npos;
            }));
        }
    }
    void circlesThatDoNotMeet() {
        JigPlan plan;
        plan.base = 1000;
        plan.B = {0, -1000};
        QVERIFY(!placeByFloor(plan, 300, 300, 0) && placeByFloor(plan, 600, 600, 0));
        QVERIFY(!placeByFloor(JigPlan{}, 300, 300, 0));
    }
};

QTEST_GUILESS_MAIN(TestJig)
#include "test_jig.moc"
