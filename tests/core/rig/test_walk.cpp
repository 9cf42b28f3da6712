#include <QTest>

#include <cmath>
#include <set>

#include "core/rig/walk.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::rig;
using hefty::testing::shippedStock;

namespace {

Vehicle marten() {
    return hefty::testing::demoJob().vehicle;
}

const WalkEntry &entry(const std::vector<WalkEntry> &walk, std::string_view id) {
    for (const WalkEntry &e : walk)
        if (e.mark.id == id) return e;
    static const WalkEntry none;
    return none;
}

const Known byTape{Trust::Measured, "2026-05-02"};

}  // namespace

/// The walk around a vehicle: what there is to measure, what is missing, and how it gets into the job.
class TestWalk : public QObject {
    Q_OBJECT

  private slots:
    /// Of a vehicle with nothing measured everything is missing, what blocks everything first.
    void nothingMeasured() {
        for (const VehicleKind kind : vehicleKinds()) {
            Vehicle v = blankVehicle();
            v.kind = kind;
            const auto walk = walkAround(v);
            const WalkCount count = countWalk(walk);
            QCOMPARE(count.missing, count.all);
            QCOMPARE(count.all, static_cast<int>(walk.size()));
            bool blocking = true;
            for (const WalkEntry &e : walk) {
                QVERIFY2(!e.mark.name.empty() && !e.mark.how.empty() && !e.mark.blocks.empty(),
                         e.mark.id.c_str());
                QVERIFY2((e.low.array() <= e.high.array()).all() && e.low.z() >= 0, e.mark.id.c_str());
                if (e.mark.blocks != "everything") blocking = false;
                QVERIFY2(blocking || e.mark.blocks != "everything", e.mark.id.c_str());
            }
            QVERIFY(!blocking);
            // Every side has something to look at, or the kind has nothing there.
            for (const WalkView view : {WalkView::Side, WalkView::Rear})
                QVERIFY(std::any_of(walk.begin(), walk.end(),
                                    [view](const WalkEntry &e) { return e.mark.view == view; }));
        }
    }
    /// Ids are unique, or one mark would be taken for two.
    void idsAreUnique() {
        for (const VehicleKind kind : vehicleKinds()) {
            Vehicle v = blankVehicle();
            v.kind = kind;
            std::set<std::string> seen;
            for (const WalkEntry &e : walkAround(v))
                QVERIFY2(seen.insert(e.mark.id).second, e.mark.id.c_str());
        }
    }
    /// Each kind is asked for what it has.
    void kindsDiffer() {
        const auto has = [](VehicleKind kind, const char *id) {
            Vehicle v = blankVehicle();
            v.kind = kind;
            return entry(walkAround(v), id).mark.id == id;
        };
        QVERIFY(has(VehicleKind::LadderFrame, "transfer-case") &&
                !has(VehicleKind::Unibody, "transfer-case"));
        QVERIFY(has(VehicleKind::Truck, "cab") && !has(VehicleKind::LadderFrame, "cab"));
        QVERIFY(has(VehicleKind::Trailer, "drawbar") && !has(VehicleKind::Truck, "drawbar"));
        QVERIFY(has(VehicleKind::Trailer, "couplingHeight") && !has(VehicleKind::Trailer, "wheelbase"));
        QVERIFY(has(VehicleKind::LadderFrame, "frontHoles") && !has(VehicleKind::Trailer, "frontHoles"));
    }
    /// What the demo has measured is found where the demo says it is.
    void demoIsFound() {
        const Vehicle v = marten();
        const auto walk = walkAround(v);
        QCOMPARE(countWalk(walk).blocking, 0);
        const WalkEntry &rod = entry(walk, "steering-rod");
        QVERIFY(rod.taken && rod.mirrored);
        QVERIFY((rod.low - Vec3(430, 280, 445)).norm() < 1e-12);
        QVERIFY(entry(walk, "lamp-left").taken && entry(walk, "hood").taken);
        QVERIFY(entry(walk, "frontHoles").taken);
        QCOMPARE(entry(walk, "wheelbase").value.value(), 3220.0);
        QVERIFY(!entry(walk, "hitch").taken);
        // What is missing comes before what there is.
        bool known = false;
        for (const WalkEntry &e : walk) {
            known |= e.taken;
            QVERIFY(!(known && !e.taken));
        }
    }
    /// A point that is taken is one that could touch: the angles know it.
    void takenPointCounts() {
        job::Job j = hefty::testing::demoJob();
        const double before = *job::appraise(j, shippedStock()).clearance->departure.whole.angle;
        const WalkEntry hitch = entry(walkAround(j.vehicle), "hitch");
        const Vec3 at(-3220 - 1120 - 80, 0, 380);
        QVERIFY(takeMark(j.vehicle, hitch.mark, at, at, byTape).has_value());
        const job::Appraisal a = job::appraise(j, shippedStock());
        QCOMPARE(QString::fromStdString(a.clearance->departure.whole.governs), QStringLiteral("hitch"));
        QVERIFY(*a.clearance->departure.whole.angle < before);
        const auto walk = walkAround(j.vehicle);
        QVERIFY(entry(walk, "hitch").known == byTape);
        // Taken again it moves and stays one.
        const std::size_t points = j.vehicle.outline.size();
        QVERIFY(
            takeMark(j.vehicle, hitch.mark, at + Vec3(0, 0, 200), at + Vec3(0, 0, 200), byTape).has_value());
        QCOMPARE(j.vehicle.outline.size(), points);
    }
    void assumedIsSaid() {
        job::Job j = hefty::testing::demoJob();
        const WalkEntry hitch = entry(walkAround(j.vehicle), "hitch");
        QVERIFY(takeMark(j.vehicle, hitch.mark, hitch.low, hitch.low, {Trust::Assumed, ""}).has_value());
        const job::Appraisal a = job::appraise(j, shippedStock());
        QVERIFY(a.finding("assumed/hitch"));
    }
    void boxesAndMoving() {
        Vehicle v = blankVehicle();
        const WalkEntry lamp = entry(walkAround(v), "lamp-left");
        QVERIFY(takeMark(v, lamp.mark, {500, 500, 800}, {700, 800, 950}, byTape).has_value());
        QCOMPARE(v.keepOuts.size(), std::size_t{1});
        QVERIFY(!lamp.canMirror());  // as it was before it was taken
        QVERIFY(entry(walkAround(v), "lamp-left").canMirror());
        QVERIFY(mirrorMark(v, lamp.mark).has_value());
        QCOMPARE(v.keepOuts.size(), std::size_t{2});
        const KeepOut &twin = v.keepOuts[1];
        QCOMPARE(twin.id, std::string("lamp-right"));
        QVERIFY(twin.name.starts_with("Right"));
        QVERIFY((twin.low - Vec3(500, -800, 800)).norm() < 1e-12);
        QVERIFY((twin.high - Vec3(700, -500, 950)).norm() < 1e-12);
        QVERIFY(twin.known.trust == Trust::Estimated);
        // Mirrored back it lands where it came from.
        QVERIFY(mirrorMark(v, entry(walkAround(v), "lamp-right").mark).has_value());
        QVERIFY((v.keepOuts[0].low - Vec3(500, 500, 800)).norm() < 1e-12);
        // A hood that opens at its front is hinged behind; moved, its hinge goes along.
        const WalkEntry hood = entry(walkAround(v), "hood");
        QVERIFY(takeMark(v, hood.mark, {-400, -700, 1080}, {690, 700, 1120}, byTape).has_value());
        QVERIFY((v.moving[0].hinge - Vec3(-400, 0, 1120)).norm() < 1e-12);
        QVERIFY(takeMark(v, hood.mark, {-350, -700, 1080}, {740, 700, 1120}, byTape).has_value());
        QVERIFY((v.moving[0].hinge - Vec3(-350, 0, 1120)).norm() < 1e-12);
        // The tailgate of a pickup folds down about its lower edge, the hatch of a body opens upward.
        v.kind = VehicleKind::Unibody;
        QCOMPARE(entry(walkAround(v), "tailgate").mark.motion, std::string("rear-up"));
        v.kind = VehicleKind::LadderFrame;
        const WalkEntry gate = entry(walkAround(v), "tailgate");
        QCOMPARE(gate.mark.motion, std::string("rear-down"));
        QVERIFY(takeMark(v, gate.mark, {-4340, -620, 840}, {-4300, 620, 1190}, byTape).has_value());
        QVERIFY((v.moving[1].hinge - Vec3(-4340, 0, 840)).norm() < 1e-12);
    }
    void mirroredPoint() {
        Vehicle v = marten();
        const auto walk = walkAround(v);
        QVERIFY(mirrorMark(v, entry(walk, "tail-pipe").mark).has_value());
        QVERIFY(entry(walkAround(v), "tail-pipe").mirrored);
        QVERIFY(mirrorMark(v, entry(walk, "tail-pipe").mark).has_value());
        QVERIFY(!entry(walkAround(v), "tail-pipe").mirrored);
        QCOMPARE(mirrorMark(v, entry(walk, "engine-pan").mark).error().where, std::string("engine-pan"));
        QVERIFY(!mirrorMark(v, entry(walk, "hitch").mark).has_value());     // not taken
        QVERIFY(!mirrorMark(v, entry(walk, "radiator").mark).has_value());  // no other side
        for (const char *none : {"engine-pan", "hitch", "radiator", "steering-box"})
            QVERIFY2(!entry(walk, none).canMirror(), none);
        QVERIFY(entry(walk, "tail-pipe").canMirror());
    }
    void refusals() {
        Vehicle v = blankVehicle();
        const auto walk = walkAround(v);
        const WalkMark &pan = entry(walk, "engine-pan").mark, &lamp = entry(walk, "lamp-left").mark;
        for (const Vec3 &at : {Vec3(0, 0, -5), Vec3(20000, 0, 300), Vec3(0, std::nan(""), 300)}) {
            const auto r = takeMark(v, pan, at, at, byTape);
            QVERIFY(!r.has_value());
            QCOMPARE(r.error().where, std::string("engine-pan"));
        }
        QVERIFY(!takeMark(v, lamp, {500, 500, 800}, {500, 600, 900}, byTape).has_value());
        QVERIFY(v.outline.empty() && v.keepOuts.empty());
    }
    /// How well points and boxes are known is kept in the file, and silent where there is nothing to say.
    void knownInTheFile() {
        Vehicle v = marten();
        v.outline[0].known = {Trust::Estimated, "2026-05-02"};
        v.keepOuts[0].known = {Trust::Assumed, ""};
        v.moving[0].known = {Trust::Measured, "2026-05-03"};
        Faults faults;
        const Json json = writeVehicle(v);
        QVERIFY(readVehicle(json, "vehicle", faults) == v);
        QVERIFY(faults.none());
        QVERIFY(!json["outline"][1].contains("trust") && !json["outline"][1].contains("date"));
        Json wrong = json;
        wrong["outline"][0]["trust"] = "hearsay";
        (void)readVehicle(wrong, "vehicle", faults);
        QCOMPARE(faults.all()[0].where, std::string("vehicle/outline/0/trust"));
    }
};

QTEST_APPLESS_MAIN(TestWalk)
#include "test_walk.moc"
