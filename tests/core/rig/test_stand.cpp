#include <QTest>

#include <cmath>

#include "core/base/constants.h"
#include "core/rig/stand.h"
#include "core/rig/tire_size.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::rig;
using hefty::shape::Vec3;

namespace {

Vehicle vehicle() {
    Vehicle v = testing::demoJob().vehicle;
    v.loadout.masses.clear();
    return v;
}
RigGeometry rigOf(const Vehicle &v) {
    return geometry(v).value();
}
double rateOf(const Vehicle &v, const char *tire) {
    const TireOption *t = v.loadout.tire(tire);
    return tireStiffness(readTireSize(t->code).value(), t->pressure);
}

}  // namespace

class TestStand : public QObject {
    Q_OBJECT

  private slots:
    /// Nothing aboard, on the tire it was measured on: everything is where it was measured.
    void asMeasured() {
        const Vehicle v = vehicle();
        const RigGeometry g = rigOf(v);
        const auto s = stand(v, g, {});
        QVERIFY(s.has_value());
        QCOMPARE(s->front.loadedRadius, 405.0);
        QCOMPARE(s->rear.loadedRadius, 405.0);
        QCOMPARE(s->pitch(), 0.0);
        const Vec3 p(600, 300, 500);
        QVERIFY((s->carried(p) - p).norm() < 1e-12);
        QVERIFY((s->carriedByAxle(p) - p).norm() < 1e-12);
        QCOMPARE(QString::fromStdString(s->tire), QStringLiteral("255/85R16"));
    }
    /// 100 kg over the front axle, by hand: springs and tires in series, nothing at the rear.
    void loadOverTheFrontAxle() {
        Vehicle v = vehicle();
        v.loadout.masses.push_back({"m", "m", 100, Vec3(0, 0, 900), true});
        const auto s = stand(v, rigOf(v), {});
        QVERIFY(s.has_value());
        const double half = weight(100) / 2, tire = half / rateOf(v, "fitted");
        QVERIFY(std::abs(s->frontRise + half / 46 + tire) < 1e-9);
        QVERIFY(std::abs(s->rearRise) < 1e-9);
        QVERIFY(std::abs(s->front.loadedRadius - (405 - tire)) < 1e-9);
        QVERIFY(std::abs(s->frontAxleRise + tire) < 1e-9);
        QVERIFY(std::abs(std::tan(s->pitch()) - (half / 46 + tire) / 3220) < 1e-12);
        // The body's line over the front axle goes down by the sag, over the rear one it stays.
        QVERIFY(std::abs(s->carried(Vec3(0, 0, 0)).z() - s->frontRise) < 1e-9);
        QVERIFY(std::abs(s->carried(Vec3(-3220, 0, 0)).z()) < 0.02);
        // What moves with the axle goes down with the tire only.
        QVERIFY(std::abs(s->carriedByAxle(Vec3(0, 0, 238)).z() - (238 - tire)) < 1e-9);
        // Left ashore it does nothing.
        v.loadout.masses[0].aboard = false;
        QCOMPARE(stand(v, rigOf(v), {})->frontRise, 0.0);
    }
    /// There and back again.
    void backIsTheInverse() {
        Vehicle v = vehicle();
        v.loadout.masses.push_back({"m", "m", 300, Vec3(400, 0, 900), true});
        const auto s = stand(v, rigOf(v), {});
        for (const Vec3 &p : {Vec3(700, 400, 500), Vec3(-4300, -200, 1200), Vec3(0, 0, 0)})
            QVERIFY((s->back(s->carried(p)) - p).norm() < 1e-9);
    }
    /// A larger tire lifts body and axles alike by what its loaded radius is larger under the same load.
    void anotherTire() {
        const Vehicle v = vehicle();
        const RigGeometry g = rigOf(v);
        const auto s = stand(v, g, {"wide", false, false, {}});
        QVERIFY(s.has_value());
        const auto loaded = [&](const char *id) {
            const TireOption *t = v.loadout.tire(id);
            return loadedRadius(readTireSize(t->code).value(), g.frontMass / 2, t->pressure);
        };
        const double more = loaded("wide") - loaded("fitted");
        QVERIFY(std::abs(s->frontRise - more) < 1e-9);
        QVERIFY(std::abs(s->frontAxleRise - more) < 1e-9);
        QVERIFY(std::abs(s->front.loadedRadius - 405 - more) < 1e-9);
        QVERIFY(std::abs(s->front.width - (255 + 30)) < 1e-9);   // 285 for 255
        QVERIFY(std::abs(s->front.track - (1600 + 20)) < 1e-9);  // 10 mm less offset on each side
    }
    /// On the stops the body stands `bump` nearer to its axles than measured, whatever is aboard.
    void onTheStops() {
        Vehicle v = vehicle();
        v.loadout.masses.push_back({"m", "m", 200, Vec3(-1600, 0, 900), true});
        const auto s = stand(v, rigOf(v), {"", true, true, {}});
        QVERIFY(s.has_value());
        QVERIFY(std::abs(s->frontRise - (s->frontAxleRise - 85)) < 1e-9);
        QVERIFY(std::abs(s->rearRise - (s->rearAxleRise - 95)) < 1e-9);
    }
    /// Armor counts as a mass like any other.
    void armorCounts() {
        const Vehicle v = vehicle();
        const auto s = stand(v, rigOf(v), {"", true, false, {{"bumper", 120, Vec3(700, 0, 600)}}});
        QVERIFY(s.has_value());
        QVERIFY(std::abs(s->stance->frontMass - (1180 + 120 * (1 + 700.0 / 3220))) < 1e-9);
        QVERIFY(std::abs(s->stance->total() - 2270) < 1e-9);
    }
    void missingThings_data() {
        QTest::addColumn<QString>("what");
        QTest::addColumn<QString>("where");
        QTest::newRow("spring") << "frontSpring"
                                << "frontSpring";
        QTest::newRow("rear spring") << "rearSpring"
                                     << "rearSpring";
        QTest::newRow("no tire") << "tires"
                                 << "tires";
        QTest::newRow("bump") << "frontBump"
                              << "frontBump";
        QTest::newRow("not in the list") << "unknown"
                                         << "tires";
        QTest::newRow("not said what it was measured on") << "measuredOn"
                                                          << "tires";
        QTest::newRow("too heavy") << "heavy"
                                   << "front";
    }
    void missingThings() {
        QFETCH(QString, what);
        QFETCH(QString, where);
        Vehicle v = vehicle();
        const RigGeometry g = rigOf(v);
        StandChoice choice{"", true, true, {}};
        if (what == "tires") v.loadout = {};
        v.data.erase(what.toStdString());
        if (what == "unknown") choice.tire = "nobody's";
        if (what == "measuredOn") {
            v.loadout.measuredOn.clear();
            choice.tire = "wide";
        }
        if (what == "heavy") v.loadout.masses.push_back({"m", "m", 9000, Vec3(-4200, 0, 900), true});
        const auto s = stand(v, g, choice);
        QVERIFY(!s.has_value());
        QCOMPARE(QString::fromStdString(s.error().where), where);
        QVERIFY(!s.error().message.empty() && !s.error().remedy.empty());
    }
    /// The file form keeps everything; faults carry their paths.
    void fileRoundTrip() {
        const Loadout demo = testing::demoJob().vehicle.loadout;
        Faults faults;
        QVERIFY(readLoadout(writeLoadout(demo), "loadout", faults) == demo);
        QVERIFY(faults.all().empty());
    }
    void badFiles_data() {
        QTest::addColumn<QString>("key");
        QTest::addColumn<QString>("value");
        QTest::addColumn<QString>("path");
        QTest::newRow("code from nowhere") << "code"
                                           << "\"banana\""
                                           << "loadout/tires/0/code";
        QTest::newRow("pressure") << "pressure"
                                  << "5"
                                  << "loadout/tires/0/pressure";
        QTest::newRow("lugs") << "lugs"
                              << "\"6 by something\""
                              << "loadout/tires/0/lugs";
        QTest::newRow("wheel") << "wheelWidth"
                               << "4000"
                               << "loadout/tires/0/wheelWidth";
        QTest::newRow("offset") << "wheelOffset"
                                << "-900"
                                << "loadout/tires/0/wheelOffset";
    }
    void badFiles() {
        QFETCH(QString, key);
        QFETCH(QString, value);
        QFETCH(QString, path);
        Json json = writeLoadout(testing::demoJob().vehicle.loadout);
        json["tires"][0][key.toStdString()] = Json::parse(value.toStdString());
        Faults faults;
        (void)readLoadout(json, "loadout", faults);
        QCOMPARE(faults.all().size(), std::size_t{1});
        QCOMPARE(QString::fromStdString(faults.all()[0].where), path);
    }
    void tireThatIsNotInTheList() {
        Json json = writeLoadout(testing::demoJob().vehicle.loadout);
        json["standsOn"] = "nobody's";
        json["masses"][0]["mass"] = 1e9;
        Faults faults;
        (void)readLoadout(json, "loadout", faults);
        QCOMPARE(faults.all().size(), std::size_t{2});
    }
};

QTEST_GUILESS_MAIN(TestStand)
#include "test_stand.moc"
