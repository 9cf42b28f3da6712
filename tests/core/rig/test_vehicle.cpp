#include <cmath>

#include <QTest>

#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::rig;
using hefty::testing::demoJob;

/// The survey: what is required, what it must lie between, and that a file keeps all of it.
class TestVehicle : public QObject {
    Q_OBJECT

  private slots:
    /// The invented vehicle of the demo, number by number.
    void demoGeometry() {
        const RigGeometry g = geometry(demoJob().vehicle).value();
        QCOMPARE(g.wheelbase, 3220.0);
        QCOMPARE(g.frameEnd, 640.0);
        QCOMPARE(g.railSpacing, 860.0);
        QCOMPARE(g.railHeight, 120.0);
        QCOMPARE(g.railWidth, 70.0);
        QCOMPARE(g.railWall, 3.5);
        QCOMPARE(g.railCenter, 610.0);
        QCOMPARE(g.front.track, 1600.0);
        QCOMPARE(g.frontMass, 1180.0);
        QCOMPARE(g.rearMass, 970.0);
        QCOMPARE(g.grossLimit, 3050.0);
    }
    /// Each required datum, taken away in turn, is named with where to hold the tape.
    void everyRequiredDatumIsAskedFor() {
        for (const DatumDescriptor &d : datumsOf(VehicleKind::LadderFrame)) {
            Vehicle v = demoJob().vehicle;
            v.data.erase(d.id);
            const auto g = geometry(v);
            QCOMPARE(g.has_value(), !d.required);
            if (g) continue;
            QVERIFY(g.error().kind == ProblemKind::Undetermined);
            QCOMPARE(g.error().where, d.id);
            QCOMPARE(g.error().remedy, d.how);
        }
    }
    /// Just outside its range, each datum is refused; at the ends of it, taken as far as it goes alone.
    void everyRangeIsKept() {
        for (const DatumDescriptor &d : datumsOf(VehicleKind::LadderFrame))
            for (const double wrong : {d.least - 0.001, d.most + 0.001, std::nan("")}) {
                Vehicle v = demoJob().vehicle;
                v.data[d.id].value = wrong;
                const auto g = geometry(v);
                QVERIFY2(!g && g.error().where == d.id, d.id.c_str());
            }
    }
    void contradictionsAreRefused() {
        Vehicle wall = demoJob().vehicle;
        wall.data["railWall"].value = 18;
        wall.data["railWidth"].value = 30;
        QCOMPARE(geometry(wall).error().where, std::string("railWall"));
        Vehicle rails = demoJob().vehicle;
        rails.data["railSpacing"].value = 300;
        rails.data["railWidth"].value = 250;
        rails.data["railHeight"].value = 300;
        QVERIFY(geometry(rails).has_value());
        Vehicle holes = demoJob().vehicle;
        holes.frontHoles.resize(1);
        QCOMPARE(geometry(holes).error().where, std::string("frontHoles"));
    }
    void fileKeepsEverything() {
        Vehicle v = demoJob().vehicle;
        v.data["track"].trust = Trust::Estimated;
        v.outline[0].mirrored = false;
        v.extra["color"] = "green";
        Faults faults;
        const Vehicle again = readVehicle(writeVehicle(v), "vehicle", faults);
        QVERIFY(faults.none());
        QVERIFY(again == v);
    }
    void blankVehicleAsksForTheFirstMeasure() {
        QCOMPARE(geometry(blankVehicle()).error().where, datumsOf(VehicleKind::LadderFrame)[0].id);
    }
    void descriptorsAreSound() {
        for (const DatumDescriptor &d : datumsOf(VehicleKind::LadderFrame)) {
            QVERIFY2(!d.how.empty() && !d.name.empty() && d.least < d.most, d.id.c_str());
            QVERIFY(datum(d.id) && datum(d.id)->id == d.id);
        }
        QVERIFY(!datum("no such"));
    }
};

QTEST_GUILESS_MAIN(TestVehicle)
#include "test_vehicle.moc"
