#include <QTest>

#include <cmath>

#include "core/base/constants.h"
#include "core/job/drives.h"
#include "core/job/fit.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::rig;
using hefty::testing::shippedStock;

namespace {

job::Job shipped(const char *name) {
    return job::loadJob(demoFolder() + "/" + name + ".girder.json").value();
}

}  // namespace

/// Kinds of vehicle, and the two that join the demo as surveyed.
class TestKinds : public QObject {
    Q_OBJECT

  private slots:
    void eachKindHasItsData() {
        for (const VehicleKind kind : vehicleKinds()) {
            QVERIFY(datumsOf(kind).size() > 15);
            QCOMPARE(surveyPlaces(kind).size(), std::size_t{8});
            const bool framed = kind != VehicleKind::Unibody;
            const auto has = [&](const char *id) {
                const auto list = datumsOf(kind);
                return std::any_of(list.begin(), list.end(),
                                   [&](const DatumDescriptor &d) { return d.id == id; });
            };
            QCOMPARE(has("railHeight"), framed);
            QCOMPARE(has("seamHeight"), !framed);
            // What blocks everything comes first, what blocks something says what.
            bool optional = false;
            for (const DatumDescriptor &d : datumsOf(kind)) {
                if (!d.required) optional = true;
                QVERIFY2(!(optional && d.required), d.id.c_str());
                QVERIFY2(d.required || !d.blocks.empty(), d.id.c_str());
            }
        }
    }
    void kindInTheFile() {
        for (const VehicleKind kind : vehicleKinds()) {
            Vehicle v = blankVehicle();
            v.kind = kind;
            Faults faults;
            QVERIFY(readVehicle(writeVehicle(v), "vehicle", faults).kind == kind);
            QVERIFY(faults.none());
        }
        Json json = writeVehicle(blankVehicle());
        json["kind"] = "hovercraft";
        Faults faults;
        (void)readVehicle(json, "vehicle", faults);
        QCOMPARE(faults.all().size(), std::size_t{1});
        QCOMPARE(faults.all()[0].where, std::string("vehicle/kind"));
    }
    /// A body without a frame takes no piece that bolts to frame ends, and says so.
    void noFrameNoWinchBumper() {
        job::Job j = shipped("pipit-survey");
        j.pieces = hefty::testing::demoJob().pieces;
        const job::Appraisal a = job::appraise(j, shippedStock());
        const job::Finding *f = a.finding("build/" + j.pieces[0].id);
        QVERIFY(f && f->severity == job::Severity::Stop);
        QVERIFY(f->sentence.in(measure::UnitSystem::Metric).find("none") != std::string::npos);
    }
    /// The van: its survey is sound, it stands, it drives, nothing about rails is asked.
    void pipit() {
        const job::Job j = shipped("pipit-survey");
        job::Appraisal a = job::appraise(j, shippedStock());
        job::settle(a, j, shippedStock());
        QVERIFY(a.rig && !a.rig->hasFrame());
        QVERIFY(a.survey && a.survey->adjustment.suspects.empty() && a.survey->adjustment.redundancy > 10);
        QVERIFY(!a.survey->squareness);
        QVERIFY(a.findings.empty());
        QVERIFY(a.stance && a.stance->frontSag > 0);
        // The sill stands out beyond the tread: it has a side angle, by hand from the door's edge.
        QCOMPARE(QString::fromStdString(a.clearance->side.governs), QStringLiteral("door-edge"));
        const Vec3 edge = a.clearance->side.at;
        QVERIFY(std::abs(*a.clearance->side.angle -
                         std::atan2(edge.z(), std::abs(edge.y()) - (1440 + 185) / 2.0)) < 1e-12);
        const auto drive = job::driveOver(
            j, a, {{"", true, false, {}}, {clearance::ObstacleKind::Ledge, 120, 600, 1}, {}, false});
        QVERIFY(drive.has_value());
    }
    /// What the seams' survey says of the data.
    void seamsFromTheSurvey() {
        const job::Job j = shipped("pipit-survey");
        const auto survey = workOut(j.vehicle.survey);
        const auto data = dataFrom(j.vehicle.survey, survey->adjustment);
        QCOMPARE(data.size(), std::size_t{2});
        for (const auto &[id, value] : data) QVERIFY2(std::abs(value - *j.vehicle.value(id)) < 2, id.c_str());
    }
    /// The truck: a tape read 100 mm short at one diagonal is found, and what it should be is told.
    void heronsBlunder() {
        const job::Job j = shipped("heron-survey");
        const job::Appraisal a = job::appraise(j, shippedStock());
        const job::Finding *f = a.finding("survey/reading/9");
        QVERIFY(f && f->severity == job::Severity::Fix);
        QCOMPARE(a.survey->adjustment.suspects.size(), std::size_t{1});
        // From the true places, rail end R (817, -426, 743) to cab hole L (-930, 427, 740).
        const double truth = std::sqrt(1747.0 * 1747 + 853 * 853 + 9);
        const double told = f->sentence.measures[1].value;
        QVERIFY2(std::abs(told - truth) < 4, qPrintable(QString::number(told)));
        QVERIFY(std::abs(f->sentence.measures[0].value - truth) > 95);
        // Nothing is said about the frame as long as that stands; mended, it is square.
        QVERIFY(!a.finding("survey/squareness"));
        job::Job mended = j;
        mended.vehicle.survey.readings[9].value += 100;
        const job::Appraisal b = job::appraise(mended, shippedStock());
        QVERIFY(b.survey->adjustment.suspects.empty());
        QVERIFY(std::abs(b.survey->squareness->skew) < 6);
        job::Job ignored = j;
        ignored.vehicle.survey.readings[9].ignored = true;
        QVERIFY(job::appraise(ignored, shippedStock()).survey->adjustment.suspects.empty());
    }
    /// Points are offered in the order of their kind until all are there.
    void pointsOfABody() {
        Vehicle v = shipped("pipit-survey").vehicle;
        v.survey = {};
        int count = 0;
        while (const auto next = nextSurveyPoint(v)) {
            v.survey.points.push_back(*next);
            QVERIFY(++count <= 8);
        }
        QCOMPARE(count, 8);
        QVERIFY(surveyPlace("seamRear.left") && !surveyPlace("nowhere"));
    }
};

QTEST_GUILESS_MAIN(TestKinds)
#include "test_kinds.moc"
