#include <QtTest>

#include "core/armor/making/hold_bolts.h"
#include "core/rig/hold.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::rig;
using shape::Vec3;

namespace {

Json good() {
    return {{"id", "b1"},      {"name", "boss 1"},       {"kind", "boss"},
            {"face", "down"},  {"at", {-300, 240, 184}}, {"diameter", 12},
            {"thickness", 24}, {"ultimate", 290},        {"stiffness", 9e3},
            {"pull", 16e3},    {"shear", 18e3},          {"mirrored", true}};
}

std::string faultOf(const char *key, const Json &value) {
    Json json = good();
    json[key] = value;
    Faults faults;
    (void)readHold(json, "holds[0]", faults);
    return faults.none() ? std::string() : faults.joined().where;
}

}  // namespace

class TestHold : public QObject {
    Q_OBJECT

  private slots:
    void readsWhatItWrites() {
        Faults faults;
        const Hold h = readHold(good(), "holds[0]", faults);
        QVERIFY(faults.none());
        QCOMPARE(h.at.y(), 240.0);
        QCOMPARE(h.pull, 16e3);
        Faults again;
        QVERIFY(readHold(writeHold(h), "holds[0]", again) == h && again.none());
        // What is not declared is not written.
        Hold bare;
        bare.id = bare.name = "b";
        bare.diameter = 10;
        const Json json = writeHold(bare);
        for (const char *key : {"thickness", "ultimate", "stiffness", "pull", "shear"})
            QVERIFY(!json.contains(key));
    }
    void whatIsWrong() {
        QCOMPARE(faultOf("kind", "hook"), std::string("holds[0]/kind"));
        QCOMPARE(faultOf("face", "inside"), std::string("holds[0]/face"));
        QCOMPARE(faultOf("at", {0, 0, 1e9}), std::string("holds[0]/at"));
        QCOMPARE(faultOf("pull", -1), std::string("holds[0]/pull"));
        QCOMPARE(faultOf("diameter", 500), std::string("holds[0]/diameter"));
        QVERIFY(faultOf("stiffness", 0).empty());
    }
    /// Both sides of a pair, each looking its own way; a single one as it is.
    void spotsOnBothSides() {
        Vehicle v = blankVehicle();
        Faults faults;
        Hold step = readHold(good(), "", faults);
        step.kind = "step-mount";
        step.face = "out";
        v.holds.push_back(step);
        Hold middle = readHold(good(), "", faults);
        middle.id = "m";
        middle.mirrored = false;
        middle.at.y() = 0;
        v.holds.push_back(middle);
        const auto out = armor::holdSpots(v, {"step-mount"}, "out");
        QCOMPARE(out.size(), std::size_t{2});
        QVERIFY(out[0].way == Vec3(0, 1, 0) && out[1].way == Vec3(0, -1, 0));
        QCOMPARE(out[1].at.y(), -240.0);
        QCOMPARE(out[1].name, std::string("b1.right"));
        const auto down = armor::holdSpots(v, {"boss", "crossmember"}, "down");
        QCOMPARE(down.size(), std::size_t{1});
        QCOMPARE(down[0].name, std::string("m"));
        QVERIFY(armor::holdSpots(v, {"boss"}, "up").empty());
    }
    /// The job file keeps them.
    void keptInTheJob() {
        job::Job job = hefty::testing::demoJob();
        Faults faults;
        job.vehicle.holds.push_back(readHold(good(), "", faults));
        const auto read = job::readJob(job::writeJob(job));
        QVERIFY(read && read->vehicle.holds == job.vehicle.holds);
    }
};

QTEST_APPLESS_MAIN(TestHold)
#include "test_hold.moc"
