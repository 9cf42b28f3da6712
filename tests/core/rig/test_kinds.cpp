#include <QTest>

#include <cmath>

#include "core/base/constants.h"
#include "core/job/appraise/fit.h"
#include "core/job/shop/drives.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::rig;
using hefty::testing::demo;
using hefty::testing::shippedStock;

namespace {

/// A plain single-axle trailer.
Vehicle trailerVehicle() {
    Vehicle v = blankVehicle();
    v.kind = VehicleKind::Trailer;
    for (const auto &[id, value] : {std::pair{"couplingToAxle", 2900.0},
                                    {"couplingHeight", 430},
                                    {"wheelLoadedRadius", 340},
                                    {"tireWidth", 185},
                                    {"track", 1500},
                                    {"noseMass", 70},
                                    {"axleMass", 820},
                                    {"grossLimit", 1500}})
        v.data[id] = {value, Trust::Measured, ""};
    v.outline.push_back({"tail", "Tail", Region::Rear, {-3600, 600, 450}, true, false, {}});
    v.outline.push_back({"bar", "Drawbar", Region::Belly, {-700, 0, 310}, true, false, {}});
    return v;
}

}  // namespace

/// Kinds of vehicle, and the two that join the demo as surveyed.
class TestKinds : public QObject {
    Q_OBJECT

  private slots:
    void eachKindHasItsData() {
        for (const VehicleKind kind : vehicleKinds()) {
            QVERIFY(datumsOf(kind).size() > 12);
            QCOMPARE(surveyPlaces(kind).size(), std::size_t{kind == VehicleKind::Trailer ? 7u : 8u});
            Vehicle v = blankVehicle();
            v.kind = kind;
            const bool framed = v.hasFrame();
            const auto has = [&](const char *id) {
                const auto list = datumsOf(kind);
                return std::any_of(list.begin(), list.end(),
                                   [&](const DatumDescriptor &d) { return d.id == id; });
            };
            QCOMPARE(has("railHeight"), framed);
            QCOMPARE(has("seamHeight"), kind == VehicleKind::Unibody || kind == VehicleKind::StubRails);
            QCOMPARE(has("couplingHeight"), kind == VehicleKind::Trailer);
            QCOMPARE(has("wheelbase"), kind != VehicleKind::Trailer);
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
    /// A trailer stands on its coupling and its axle: it has a departure angle and a height between them,
    /// and says that the rest is told by what tows it.
    void trailer() {
        job::Job j;
        j.vehicle = trailerVehicle();
        const job::Appraisal a = job::appraise(j, shippedStock());
        QVERIFY(a.rig && a.rig->towed && !a.rig->hasFrame());
        QVERIFY(a.clearance);
        QVERIFY(!a.clearance->approach.whole.angle && !a.clearance->breakover.angle);
        QVERIFY(a.clearance->breakover.why.find("tows") != std::string::npos);
        // By hand: a point 700 mm behind the axle, 450 mm up, behind a tire of 340 mm.
        const double up = 450 - 340, rho = std::hypot(700, up);
        QVERIFY(std::abs(*a.clearance->departure.whole.angle - (std::atan2(up, 700) + std::asin(340 / rho))) <
                1e-12);
        QCOMPARE(*a.clearance->between.height, 310.0);
        for (const char *id : {"approach", "breakover"}) QVERIFY(!a.gauge(id)->value);
        const auto drive = job::driveOver(
            j, a, {{"", true, false, {}}, {clearance::ObstacleKind::Ledge, 120, 600, 1}, {}, false});
        QVERIFY(!drive && drive.error().message.find("trailer") != std::string::npos);
    }
    /// Load over the axle presses the springs and tires there, load on the drawbar hardly; lever arms
    /// about coupling and axle.
    void loadedTrailer() {
        job::Job j;
        j.vehicle = trailerVehicle();
        j.vehicle.data["wheelSpring"] = {40, Trust::Measured, ""};
        j.vehicle.loadout.tires = {{"t", "185/80R14", 350, 0, 0, ""}};
        j.vehicle.loadout.measuredOn = j.vehicle.loadout.standsOn = "t";
        MassItem load;
        load.id = load.name = "boxes";
        load.mass = 200;
        load.at = {-2500, 0, 700};
        load.aboard = true;
        j.vehicle.loadout.masses = {load};
        j.vehicle.loadout.sagged = true;
        const job::Appraisal a = job::appraise(j, shippedStock());
        QVERIFY(a.stance);
        QVERIFY(std::abs(a.stance->rearMass - (820 + 200 * 2500.0 / 2900)) < 1e-9);
        QVERIFY(std::abs(a.stance->frontMass - (70 + 200 * 400.0 / 2900)) < 1e-9);
        QVERIFY(a.stance->rearSag > 15 && a.stance->rearSag < 40);
        QVERIFY(std::abs(a.stance->frontSag) < 1e-5);  // held by what tows it
        QVERIFY(*a.clearance->between.height < 310);
        // Full travel: the spring's stop, and the tires give no more than they did.
        j.vehicle.data["wheelBump"] = {60, Trust::Measured, ""};
        const auto bumped = stand(j.vehicle, *a.rig, {"t", false, true, {}});
        QVERIFY(bumped.has_value());
        QCOMPARE(bumped->rearRise, -60.0);
        QCOMPARE(bumped->frontRise, 0.0);
    }
    /// A trailer's survey: coupling and frame corners, one diagonal doubled; what it tells of the data.
    void trailerSurvey() {
        Vehicle v = trailerVehicle();
        while (const auto p = nextSurveyPoint(v)) v.survey.points.push_back(*p);
        QCOMPARE(v.survey.points.size(), std::size_t{7});
        QVERIFY(v.survey.points[0].fixed[0] && v.survey.points[0].fixed[1]);
        const auto at = [&](std::size_t i) { return v.survey.points[i].near; };
        for (std::size_t i = 0; i < v.survey.points.size(); ++i) {
            for (std::size_t k = i + 1; k < v.survey.points.size(); ++k)
                v.survey.readings.push_back({survey::MeasureKind::Distance, v.survey.points[i].id,
                                             v.survey.points[k].id, 2, (at(i) - at(k)).norm(), 1.5, "",
                                             false});
            v.survey.readings.push_back(
                {survey::MeasureKind::Coordinate, v.survey.points[i].id, "", 2, at(i).z(), 1.5, "", false});
        }
        const auto result = workOut(v.survey);
        QVERIFY2(result.has_value(), result ? "" : result.error().message.c_str());
        QVERIFY(result->adjustment.suspects.empty());
        for (std::size_t i = 0; i < v.survey.points.size(); ++i)
            QVERIFY((result->adjustment.points[i] - at(i)).norm() < 0.01);
        const auto data = dataFrom(v.survey, result->adjustment);
        QVERIFY(std::any_of(data.begin(), data.end(), [](const auto &d) {
            return d.first == "couplingHeight" && std::abs(d.second - 430) < 0.01;
        }));
    }
    /// A body without a frame takes no piece that bolts to frame ends, and says so.
    void noFrameNoWinchBumper() {
        job::Job j = demo("pipit-survey");
        j.pieces = hefty::testing::demoJob().pieces;
        const job::Appraisal a = job::appraise(j, shippedStock());
        const job::Finding *f = a.finding("build/" + j.pieces[0].id);
        QVERIFY(f && f->severity == job::Severity::Stop);
        QVERIFY(f->sentence.in(measure::UnitSystem::Metric).find("none") != std::string::npos);
    }
    /// The van: its survey is sound, it stands, it drives, nothing about rails is asked.
    void pipit() {
        const job::Job j = demo("pipit-survey");
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
        const job::Job j = demo("pipit-survey");
        const auto survey = workOut(j.vehicle.survey);
        const auto data = dataFrom(j.vehicle.survey, survey->adjustment);
        QCOMPARE(data.size(), std::size_t{2});
        for (const auto &[id, value] : data) QVERIFY2(std::abs(value - *j.vehicle.value(id)) < 2, id.c_str());
    }
    /// The truck: a tape read 100 mm short at one diagonal is found, and what it should be is told.
    void heronsBlunder() {
        const job::Job j = demo("heron-survey");
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
        Vehicle v = demo("pipit-survey").vehicle;
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
