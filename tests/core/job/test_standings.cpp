#include <QTest>

#include <cmath>

#include "core/base/constants.h"
#include "core/job/appraise/clearing.h"
#include "core/job/shop/drives.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::job;
using hefty::testing::demoJob;
using hefty::testing::shippedStock;

namespace {

Appraisal standing(const Job &job) {
    Appraisal a = appraise(job, shippedStock());
    addStandings(a, job, shippedStock());
    return a;
}

const ClearanceVariant &variant(const Appraisal &a, const char *tire, const char *load) {
    for (const ClearanceVariant &v : a.variants)
        if (v.tire == tire && v.load == load) return v;
    qFatal("no such variant");
}

}  // namespace

class TestStandings : public QObject {
    Q_OBJECT

  private slots:
    /// Three tires, each unladen, laden and on its stops; more load never gives a better angle ahead, and a
    /// larger tire stands higher.
    void variantsStandInOrder() {
        const Appraisal a = standing(demoJob());
        QCOMPARE(a.variants.size(), std::size_t{9});
        for (const char *tire : {"fitted", "wide", "wider"}) {
            const auto angle = [&](const char *load) {
                const ClearanceVariant &v = variant(a, tire, load);
                return v.clearance ? *v.clearance->approach.whole.angle : -1;
            };
            QVERIFY(angle("on the stops") > 0);
            QVERIFY(angle("unladen") > angle("laden"));
            QVERIFY(angle("laden") > angle("on the stops"));
        }
        QVERIFY(*variant(a, "wide", "laden").clearance->between.height >
                *variant(a, "fitted", "laden").clearance->between.height);
        // The laden one on the tire it was measured on is what the gauges show.
        QCOMPARE(*variant(a, "fitted", "laden").clearance->approach.whole.angle, *a.gauge("approach")->value);
    }
    /// Where the sag is left out the angles are those of the vehicle as measured.
    void sagIsSwitchable() {
        Job job = demoJob();
        job.vehicle.loadout.sagged = false;
        const Appraisal a = standing(job);
        QCOMPARE(a.stood->frontRise, 0.0);
        QCOMPARE(*a.gauge("approach")->value,
                 *variant(a, "fitted", "unladen").clearance->approach.whole.angle);
        QVERIFY(a.stance.has_value());  // still known, only not used
    }
    /// Each gain, taken, gives what it promised.
    void gainsComeTrue() {
        const Job job = demoJob();
        const Appraisal a = standing(job);
        QVERIFY(a.gains.size() >= 3);
        for (const AngleGain &g : a.gains) {
            Job after = apply(job, g.edit);
            // The stance is that of the job before: the few grams that a step adds are left out.
            Appraisal b = appraise(after, shippedStock());
            const double change = *b.gauge(g.gauge)->value - *a.gauge(g.gauge)->value;
            QVERIFY2(std::abs(change - g.change) < radians(0.1), g.gauge.c_str());
            QVERIFY(g.change > 0);
        }
        for (std::size_t i = 1; i < a.gains.size(); ++i) QVERIFY(a.gains[i].change <= a.gains[i - 1].change);
    }
    void cornerCutGains() {
        const Appraisal a = standing(demoJob());
        const bool found = std::any_of(a.gains.begin(), a.gains.end(), [](const AngleGain &g) {
            return g.gauge == "wheelPath" && g.edit.settings.contains("cornerCut");
        });
        QVERIFY(found);
    }
    /// A closer answer takes over what does not hang on the mesh, and the next one takes over its proof.
    void closerLookTakesOver() {
        const Job job = demoJob();
        Appraisal plain = appraise(job, shippedStock());
        settle(plain, job, shippedStock());
        const Appraisal shells = lookCloser(job, shippedStock(), proof::Detail::Shells, plain);
        QVERIFY(shells.fitDone && shells.detail == proof::Detail::Shells);
        QVERIFY(!plain.gains.empty() && shells.gains.size() == plain.gains.size());
        QCOMPARE(shells.variants.size(), plain.variants.size());
        const PieceAppraisal &piece = shells.pieces[0];
        QVERIFY(piece.weldingPlanned && !piece.distortion.empty());
        QCOMPARE(piece.assembly, plain.pieces[0].assembly);
        QCOMPARE(piece.seams.size(), plain.pieces[0].seams.size());
        QVERIFY(!shells.remediesDone);
        QVERIFY(appraise(job, shippedStock(), {}, proof::Detail::Shells, &shells).pieces[0].proof ==
                piece.proof);
    }
    /// Points that move with an axle are what the height under it is about, and not the breakover.
    void heightUnderTheAxles() {
        const Appraisal a = appraise(demoJob(), shippedStock());
        QCOMPARE(QString::fromStdString(a.clearance->atFront.governs), QStringLiteral("front-differential"));
        QVERIFY(std::abs(*a.clearance->atFront.height - (238 + a.stood->frontAxleRise)) < 1e-9);
        QVERIFY(std::abs(*a.clearance->atRear.height - (232 + a.stood->rearAxleRise)) < 1e-9);
        QVERIFY(!a.clearance->side.angle && !a.clearance->side.why.empty());
    }
    /// A sill that stands out beyond the tread: the slope by hand.
    void sideAngleByHand() {
        Job job = demoJob();
        job.vehicle.loadout.sagged = false;
        job.vehicle.outline.push_back(
            {"sill", "Sill", rig::Region::Belly, {-1500, 1050, 420}, true, false, {}});
        const Appraisal a = appraise(job, shippedStock());
        QVERIFY(std::abs(*a.clearance->side.angle - std::atan2(420, 1050 - 927.5)) < 1e-12);
    }
    /// The next two behind the one that governs, in order and each once.
    void runnersUp() {
        const Appraisal a = appraise(demoJob(), shippedStock());
        const clearance::RankedAngle &r = a.clearance->approach.whole;
        QCOMPARE(r.next.size(), std::size_t{2});
        QVERIFY(*r.next[0].angle >= *r.angle && *r.next[1].angle >= *r.next[0].angle);
        QVERIFY(r.next[0].governs != r.governs && r.next[1].governs != r.next[0].governs);
    }
    void limitsOfThePapers_data() {
        QTest::addColumn<QString>("datum");
        QTest::newRow("gross") << "grossLimit";
        QTest::newRow("front") << "frontAxleLimit";
        QTest::newRow("rear") << "rearAxleLimit";
    }
    void limitsOfThePapers() {
        QFETCH(QString, datum);
        Job job = demoJob();
        const std::string id = datum.toStdString();
        QVERIFY(!appraise(job, shippedStock()).finding("load/" + id));
        job.vehicle.data[id].value = 1000;
        const Appraisal a = appraise(job, shippedStock());
        const Finding *f = a.finding("load/" + id);
        QVERIFY(f && f->value > 1000 && f->working);
    }
    void lengthAgainstItsLimit() {
        Job job = demoJob();
        const Appraisal a = appraise(job, shippedStock());
        QVERIFY(a.length && *a.length > 4900 && !a.finding("length"));
        job.rules.mostLength = *a.length - 1;
        const Appraisal b = appraise(job, shippedStock());
        QVERIFY(b.finding("length") && b.finding("length")->severity == Severity::Fix);
    }
    /// Without spring rates nothing is made up: a note says so, and angles are as measured.
    void missingRateIsSaid() {
        Job job = demoJob();
        job.vehicle.data.erase("frontSpring");
        const Appraisal a = appraise(job, shippedStock());
        QVERIFY(a.finding("stance/frontSpring"));
        QCOMPARE(a.stood->frontRise, 0.0);
        QVERIFY(!a.stance);
    }
    /// The vehicle that is driven: travel that the load has used is gone, mass and center are the laden ones.
    void drivenVehicle() {
        const Job job = demoJob();
        const Appraisal a = appraise(job, shippedStock());
        const auto v = runVehicle(job, a, {"", true, false, armorMasses(a)});
        QVERIFY(v.has_value());
        QVERIFY(std::abs(v->front.bump + v->front.droop - 195) < 1e-9);
        const double used = a.stood->frontAxleRise - a.stood->frontRise;
        QVERIFY(std::abs(v->front.bump - (85 - used)) < 1e-9);
        QVERIFY(std::abs(v->frontMass - a.stance->frontMass) < 1e-9);
        QVERIFY(v->points.size() > 100);
        Job without = job;
        without.vehicle.data.erase("rearDroop");
        const auto missing = runVehicle(without, a, {});
        QVERIFY(!missing && missing.error().where == "rearDroop");
    }
};

QTEST_GUILESS_MAIN(TestStandings)
#include "test_standings.moc"
