#include <algorithm>
#include <cmath>

#include <QTest>

#include "core/base/constants.h"
#include "tests/core/proof/duty_of.h"

using namespace hefty;
using namespace hefty::proof;
using hefty::testing::demoJob;
using hefty::testing::find;
using hefty::testing::shippedStock;
using hefty::testing::sum;

namespace {

struct Expanded {
    Idealization model;
    Duties duties;
};

Expanded expand(const job::Job &job, bool withWinch = true) {
    const auto rig = rig::geometry(job.vehicle).value();
    auto assembly = armor::build({job.pieces[0], job.vehicle, rig, shippedStock()}).value();
    if (!withWinch) {
        assembly.winch.reset();
        assembly.feet.clear();
    }
    Expanded out;
    out.model = idealize(assembly, rig, *shippedStock().material(job.vehicle.railMaterial)).value();
    out.duties = expandDuties(assembly, rig, shippedStock(), job.rules, out.model);
    return out;
}

long count(const Duties &d, const std::string &duty) {
    return std::count_if(d.cases.begin(), d.cases.end(), [&](const LoadCase &c) { return c.duty == duty; });
}

}  // namespace

/// What a bumper is loaded with: every duty in all its directions and places, by the rules of the house.
class TestDuties : public QObject {
    Q_OBJECT

  private slots:
    /// Five directions at three places of the drum, each rated and until the rope breaks; nine directions a
    /// tab and the bridle.
    void allDirectionsAreThere() {
        const Duties d = expand(demoJob()).duties;
        QCOMPARE(count(d, "winch"), 2 * 5 * 3);
        QCOMPARE(count(d, "double-line"), 2);
        QCOMPARE(count(d, "recovery"), 2 * 9 + 1);
        QCOMPARE(count(d, "step"), 3);
        QCOMPARE(count(d, "gravity"), 1);
        // the winch line over its cone and drum, and one tab for both over its cone
        QCOMPARE(d.ladder.cases.size(), std::size_t{5 * 3});
        QCOMPARE(d.otherLadders.size(), std::size_t{1});
        QCOMPARE(d.otherLadders[0].cases.size(), std::size_t{9});
        QCOMPARE(count(d, "snatch"), 0);  // at a jog it is softer than the shackle's working load
        job::Job faster = demoJob();
        faster.rules.snatchSpeed = 5;
        QCOMPARE(count(expand(faster).duties, "snatch"), 2 * 3);
        QCOMPARE(count(d, "jack"), 2 * 3);
        QCOMPARE(count(d, "rock"), 3 * 3);
        std::vector<std::string> ids;
        for (const LoadCase &c : d.cases) ids.push_back(c.id);
        std::sort(ids.begin(), ids.end());
        QVERIFY(std::adjacent_find(ids.begin(), ids.end()) == ids.end());
    }
    /// The pull outside is the rated pull times the shock factor, within the cone of the house.
    void winchPulls() {
        const job::Job job = demoJob();
        const Duties d = expand(job).duties;
        const double pull = 42169 * job.rules.shockFactor;
        for (const LoadCase &c : d.cases) {
            if (c.duty != "winch" || c.dutyClass == DutyClass::Survival) continue;
            const Vec3 f = sum(c);
            QVERIFY2(std::abs(f.norm() - pull) < 1e-6 * pull, c.id.c_str());
            const double side = std::abs(std::atan2(f.y(), f.x())), lift = std::asin(f.z() / f.norm());
            QVERIFY2(side <= job.rules.coneSide + 1e-9, c.id.c_str());
            QVERIFY2(lift <= job.rules.coneUp + 1e-9 && lift >= -job.rules.coneDown - 1e-9, c.id.c_str());
        }
        QVERIFY(std::abs(d.ladder.rated - 42169) < 1e-6);
    }
    void ropeBreaksInSurvivalOnly() {
        const Duties d = expand(demoJob()).duties;
        const double breaks = shippedStock().rope("synthetic-9.5")->breakingStrength;
        for (const int i : d.ladder.cases) {
            const LoadCase &c = d.cases[static_cast<std::size_t>(i)];
            QVERIFY(c.dutyClass == DutyClass::Survival && !c.way.empty());
            QCOMPARE(c.linePull, breaks);
            QVERIFY(std::abs(sum(c).norm() - breaks) < 1e-6 * breaks);
        }
        // those and the rocks from below, nothing else
        for (const LoadCase &x : d.cases)
            QCOMPARE(x.dutyClass == DutyClass::Survival,
                     x.id.starts_with("winch/rope-breaks/") || x.duty == "rock");
    }
    /// Double line: the piece is pulled twice, once at the winch and once at its own tab.
    void doubleLine() {
        const job::Job job = demoJob();
        const Vec3 f = sum(find(expand(job).duties, "double-line/tab.left"));
        QVERIFY(std::abs(f.x() - 2 * 42169 * job.rules.shockFactor) < 1e-3);
    }
    /// Each leg of the bridle carries the shackle's working load, inward by half the included angle.
    void bridle() {
        const job::Job job = demoJob();
        const LoadCase c = find(expand(job).duties, "recovery/bridle");
        const double load = shippedStock().shackle("shackle-3.25")->workingLoad;
        QCOMPARE(c.arrows.size(), std::size_t(2));
        for (const LoadArrow &a : c.arrows) {
            QVERIFY(std::abs(a.force.norm() - load) < 1e-6 * load);
            QVERIFY(a.force.y() * a.at.y() < 0);  // toward the middle
        }
        const Vec3 f = sum(c);
        QVERIFY(std::abs(f.x() - 2 * load * std::cos(job.rules.bridleAngle / 2)) < 1e-6 * load);
        QVERIFY(std::abs(f.y()) < 1e-9 * load);
        QVERIFY(std::abs(c.linePull - f.x()) < 1e-6 * load);
    }
    void stepsAndWeight() {
        const job::Job job = demoJob();
        const Expanded e = expand(job);
        for (const LoadCase &c : e.duties.cases)
            if (c.duty == "step") QVERIFY((sum(c) - Vec3(0, 0, -job.rules.stepLoad)).norm() < 1e-9);
        QVERIFY(find(e.duties, "gravity").arrows.empty());
        // every case hangs its own weight on the frame
        const auto &accelerations = e.model.model.accelerations;
        QCOMPARE(accelerations.size(), e.duties.cases.size());
        for (const mechanics::AccelerationLoad &a : accelerations) {
            QVERIFY(std::abs(a.acceleration.z() + standardGravity) < 1e-12);
        }
    }
    /// Twice the shock, twice the pull; nothing else changes.
    void rulesRule() {
        job::Job job = demoJob();
        job.rules.shockFactor = 1;
        const Duties one = expand(job).duties;
        job.rules.shockFactor = 2;
        const Duties two = expand(job).duties;
        for (std::size_t c = 0; c < one.cases.size(); ++c) {
            const bool shocked = one.cases[c].dutyClass == DutyClass::Working &&
                                 (one.cases[c].duty == "winch" || one.cases[c].duty == "double-line");
            QVERIFY2((sum(two.cases[c]) - (shocked ? 2.0 : 1.0) * sum(one.cases[c])).norm() < 1e-6,
                     one.cases[c].id.c_str());
        }
    }
    void withoutAWinchTheTabsRemain() {
        const Duties d = expand(demoJob(), false).duties;
        QCOMPARE(count(d, "winch"), 0);
        QCOMPARE(count(d, "double-line"), 0);
        QVERIFY(d.ladder.cases.empty());
        QCOMPARE(count(d, "recovery"), 2 * 9 + 1);
    }
};

QTEST_GUILESS_MAIN(TestDuties)
#include "test_duties.moc"
