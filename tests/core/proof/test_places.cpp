#include <QTest>

#include <cmath>
#include <numbers>

#include "core/armor/passing.h"
#include "core/base/constants.h"
#include "tests/core/proof/duty_of.h"

using namespace hefty;
using namespace hefty::proof;
using namespace hefty::testing;
using shape::Vec2;
using shape::Vec3;

namespace {

constexpr double g0 = standardGravity;

}  // namespace

/// Duties of the places that a piece may have beside winch and tabs: jacks, ground, a coupling, a bearing
/// line, slots and sleeves.
class TestPlaces : public QObject {
    Q_OBJECT

  private slots:
    void jacksAndRocks() {
        const HouseRules rules;
        const Proof p = proveIt(buildDemo(demoJob()), rules).value();
        const double front = 1180 * g0 / 2;
        const Vec3 lift = sum(find(p.duties, "jack/left/right"));
        QVERIFY(near(lift.z(), 1.25 * front) && near(lift.y(), -0.1 * 1.25 * front));
        const LoadCase &rock = find(p.duties, "rock/end.left/ahead");
        QVERIFY(rock.dutyClass == DutyClass::Survival);
        QVERIFY(near(sum(rock).z(), 2.5 * front) && near(sum(rock).x(), -0.5 * 2.5 * front));
        // what the rails hold is the load and the weight of the piece, in every direction
        const Vec3 weight = held(p, "gravity");
        QVERIFY((held(p, "rock/end.left/ahead") + sum(rock) - weight).norm() < 1e-6 * front);
        QVERIFY((held(p, "jack/left/right") + lift - weight).norm() < 1e-6 * front);
    }
    /// v sqrt(k m) of the recovery rope, on each tab to three sides.
    void snatches() {
        HouseRules rules;
        const auto pullAt = [&](double speed) {
            rules.snatchSpeed = speed;
            const Proof p = proveIt(buildDemo(demoJob()), rules).value();
            return sum(find(p.duties, "snatch/tab.left/left")).norm();
        };
        const double k = 127000 / (0.3 * 9);
        QVERIFY(near(pullAt(4), 4 * std::sqrt(k * 2150), 1e-9));
        QVERIFY(near(pullAt(15), 127000, 1e-9));  // the rope is at its end
    }
    void skidAndLip() {
        armor::Assembly a = buildDemo(demoJob());
        const armor::BarPart &beam = *a.bar("beam");
        const Vec3 under = (beam.from + beam.to) / 2 - Vec3(0, 0, beam.section.height / 2);
        a.grounds = {{"patch", "Skid", "beam", under, Vec3::UnitZ(), armor::GroundSpot::Kind::Patch,
                      armor::Share::Whole},
                     {"lip", "Lip caught", "beam", under, -Vec3::UnitX(), armor::GroundSpot::Kind::Lip,
                      armor::Share::Whole}};
        const Proof p = proveIt(a, {}).value();
        const double whole = 2150 * g0;
        QVERIFY(near(sum(find(p.duties, "skid/patch/ahead")).z(), whole / 2));
        QVERIFY(near(sum(find(p.duties, "skid/patch/back")).x(), 0.6 * whole / 2));
        QVERIFY(near(sum(find(p.duties, "lip/lip")).x(), -0.6 * whole));
        QVERIFY((held(p, "lip/lip") + sum(find(p.duties, "lip/lip")) - held(p, "gravity")).norm() <
                1e-6 * whole);
    }
    /// D = g T R/(T + R) (UN Regulation 55) and the nose of the trailer over bumps.
    void towing() {
        armor::Assembly a = buildDemo(demoJob());
        a.coupling = armor::Coupling{"beam", (a.bar("beam")->from + a.bar("beam")->to) / 2, 1500};
        const Proof p = proveIt(a, {}).value();
        const Vec3 down = sum(find(p.duties, "towing/pull-down"));
        QVERIFY(near(down.x(), -g0 * 3050 * 1500 / 4550) && near(down.z(), -2 * 0.1 * 1500 * g0));
        const Vec3 push = sum(find(p.duties, "towing/push-up"));
        QVERIFY(near(push.x(), g0 * 3050 * 1500 / 4550) && std::abs(push.z()) < 1e-9);
    }
    /// Slotted brackets hold along their slots by friction alone, and bear only across them.
    void slotsSlip() {
        armor::Assembly a = buildDemo(demoJob());
        const Proof round = proveIt(a, {}).value();
        for (armor::BoltJoint &m : a.mounts) {
            m.slot = 20;
            m.slotAlong = Vec3::UnitX();
        }
        const Proof slotted = proveIt(a, {}).value();
        const Check *slip = find(slotted, "slip/mount.left");
        QVERIFY(slip && !find(round, "slip/mount.left"));
        // M16 8.8 in a 17.5 mm slot 20 mm long: 0.3 x 1.13 x 0.7 x 800 x 156.7 over 1.76
        QVERIFY(near(slip->capacity, 0.3 * 1.13 * 0.7 * 800 * 156.67 / 1.76, 1e-3));
        QVERIFY(near(slip->utilization, slip->demand / slip->capacity));
        QVERIFY(find(slotted, "bearing/mount.left/bracket.left")->demand <
                find(round, "bearing/mount.left/bracket.left")->demand);
        QVERIFY(near(find(slotted, "bearing/mount.left/frame")->demand,
                     find(round, "bearing/mount.left/frame")->demand));
        const auto says = [](const Check *c, const std::string &word) {
            return std::any_of(c->working.notes.begin(), c->working.notes.end(),
                               [&](const std::string &n) { return n.find(word) != std::string::npos; });
        };
        QVERIFY(says(find(round, "bolt/mount.left"), "friction"));
    }
    /// A crush sleeve takes the preload by itself, and holds the bolts' plate stiffer.
    void crushSleeves() {
        armor::Assembly a = buildDemo(demoJob());
        const Proof bare = proveIt(a, {}).value();
        for (armor::BoltJoint &m : a.mounts) {
            m.sleeve = 27;
            m.sleeveLength = 63;
        }
        const Proof sleeved = proveIt(a, {}).value();
        QVERIFY(!find(bare, "sleeve/mount.left"));
        const Check *sleeve = find(sleeved, "sleeve/mount.left");
        QVERIFY(sleeve && near(sleeve->demand, 0.7 * 800 * 156.67, 1e-3));
        const double Fy = a.sheet("bracket.left")->material.yield;
        QVERIFY(near(sleeve->capacity, 0.9 * Fy * std::numbers::pi / 4 * (27 * 27 - 17.5 * 17.5)));
        const auto pushed = [](const Proof &p) {
            const auto &k =
                p.idealization.model.springs[static_cast<std::size_t>(p.idealization.mountSprings[0][0])];
            return k.stiffness(1, 1);
        };
        const double area = std::numbers::pi / 4 * (27 * 27 - 17.5 * 17.5);
        const double E = shippedStock().material(demoJob().vehicle.railMaterial)->E;
        QVERIFY(near((pushed(sleeved) - pushed(bare)) / static_cast<double>(a.mounts[0].at.size()),
                     E * area / 63, 1e-6));
    }
    /// A tube of aluminum counts as welded within 25 mm of its welds and nowhere else.
    void aluminumBesideWelds() {
        armor::Assembly a = buildDemo(demoJob());
        for (armor::BarPart &t : a.bars) t.material = *shippedStock().material("6061-T6");
        const Proof p = proveIt(a, {}).value();
        int soft = 0, whole = 0;
        for (std::size_t b = 0; b < p.idealization.bars.size(); ++b) {
            const Bar &bar = p.idealization.bars[b];
            if (bar.material.family != "aluminum") continue;
            const auto &beam = p.idealization.model.beams[b];
            const auto &metal = p.idealization.model.materials[static_cast<std::size_t>(beam.material)];
            QCOMPARE(metal.yield, bar.material.yield);
            ++(bar.material.yield < 110 ? soft : whole);
        }
        QVERIFY(soft > 5);
        QVERIFY(whole > 0);
        QVERIFY(find(p, "member/beam")->utilization > 0);
    }
    /// Rungs that only differ in their side stand on one, however often their title names it.
    void sidesShareARung() {
        const Proof p = proveIt(buildDemo(demoJob()), {}).value();
        for (const Rung &r : p.ladder) {
            const auto other = std::count_if(p.ladder.begin(), p.ladder.end(), [&](const Rung &o) {
                std::string mirrored = o.title;
                for (std::size_t at = mirrored.find("right"); at != std::string::npos;
                     at = mirrored.find("right"))
                    mirrored.replace(at, 5, "left");
                return o.title != r.title && mirrored == r.title &&
                       std::abs(o.letsGoAt / r.letsGoAt - 1) < 0.005;
            });
            QVERIFY2(other == 0, r.title.c_str());
            // the two walls that a tab goes through are one rung, the weaker
            const auto same = std::count_if(p.ladder.begin(), p.ladder.end(), [&](const Rung &o) {
                return o.part == r.part && o.title == r.title;
            });
            QVERIFY2(same == 1, r.title.c_str());
        }
    }
    /// A slot in a plate of shells is cut out as long as it is.
    void slotInAPlate() {
        armor::Assembly a = buildDemo(demoJob());
        const auto metal = [&] {
            const Proof p = proveIt(a, {}, Detail::Shells).value();
            double area = 0;
            for (const PlateShells &s : p.idealization.plates)
                if (s.part == "tab.left")
                    for (int i = s.first; i < s.first + s.count; ++i) {
                        const auto &n = p.idealization.model.shells[static_cast<std::size_t>(i)].nodes;
                        const auto at = [&](std::size_t k) {
                            return p.idealization.model.nodes[static_cast<std::size_t>(n[k])].at;
                        };
                        area += (at(1) - at(0)).cross(at(2) - at(0)).norm() / 2;
                    }
            return area;
        };
        const double before = metal();
        for (armor::SheetPart &p : a.sheets)
            if (p.name == "tab.left") {
                p.holes.push_back(
                    {"slot", {p.holes[0].at.x() - 55, p.holes[0].at.y()}, 14, "lashing", 16, Vec2::UnitY()});
                QVERIFY(std::abs(p.area() - metal()) < 0.01 * p.area());
            }
        QVERIFY(std::abs(before - metal() - (std::numbers::pi * 49 + 16 * 14)) < 12);
    }
    /// A round tube that is hit is dented as far as its own formula says for that push.
    void dentOfARoundTube() {
        armor::Assembly a = buildDemo(demoJob());
        const Proof rectangular = proveIt(a, {}, Detail::Halved).value();
        QVERIFY(!find(rectangular, "dent/middle"));
        for (armor::BarPart &t : a.bars)
            if (t.name == "beam") t.section.shape = stock::SectionShape::RoundTube;
        const Proof round = proveIt(a, {}, Detail::Halved).value();
        const Check *dent = find(round, "dent/middle");
        QVERIFY(dent && dent->demand > 0 && dent->unit == "mm");
        double push = 0;
        for (const CrushOrder &o : round.crushOrders)
            if (o.id == "middle") push = o.push;
        const armor::BarPart &beam = *a.bar("beam");
        // R = Rc (22 + 1.2 B/D)(w/D)^(1.925/(3.5 + B/D)), B = 50 mm
        const double D = beam.section.height, t = beam.properties.wall, B = 50;
        const double Rc = beam.material.yield * t * t / 4 * std::sqrt(D / t);
        const double wanted = D * std::pow(push / (Rc * (22 + 1.2 * B / D)), (3.5 + B / D) / 1.925);
        QVERIFY2(near(dent->demand, wanted, 1e-6),
                 qPrintable(QString("%1 %2").arg(dent->demand).arg(wanted)));
    }
    /// A tab through a round tube presses on each of its walls: 5.5 Fy t2 (1 + 0.25 l/D) Qf, Qf at most 1.
    void tabThroughARoundTube() {
        armor::Assembly a = buildDemo(demoJob());
        const armor::BarPart beam = *a.bar("beam");
        const double D = 60, t = 4, l = 80;
        armor::BarPart stub = beam;
        stub.name = "stub";
        stub.section = {};
        stub.section.shape = stock::SectionShape::RoundTube;
        stub.section.height = stub.section.width = D;
        stub.section.wall = t;
        stub.properties = stock::properties(stub.section, stub.material.density).value();
        stub.cutFrom = stub.cutTo = Vec3::Zero();
        stub.openings.clear();
        stub.holes.clear();
        stub.from = Vec3(beam.from.x() + beam.section.width / 2, 200, beam.from.z());
        stub.to = stub.from + Vec3(300, 0, 0);
        armor::WeldJoint root;
        root.name = "beam~stub";
        root.a = "beam";
        root.b = "stub";
        root.leg = 6;
        root.fillerStrength = 482.6;
        armor::Contact ring;
        ring.center = stub.from;
        ring.normal = Vec3::UnitX();
        for (const Vec2 &p : armor::outlineOf(stub))
            ring.patch.push_back(stub.from + stub.axes().y * p.x() + stub.axes().z * p.y());
        for (std::size_t i = 0; i < ring.patch.size(); ++i)
            ring.lines.push_back({ring.patch[i], ring.patch[(i + 1) % ring.patch.size()]});
        ring.area = std::numbers::pi * D * D / 4;
        root.contacts.push_back(ring);
        armor::SheetPart ear;
        ear.name = "ear";
        ear.axes = {stub.from + Vec3(180, 0, 0), Vec3::UnitX(), Vec3::UnitY(), Vec3::UnitZ()};
        ear.outline = {{-l / 2, -60}, {l / 2, -60}, {l / 2, 110}, {-l / 2, 110}};
        ear.thickness = 16;
        ear.material = beam.material;
        ear.strips.push_back({{0, -60}, {0, 110}, l});
        ear.holes.push_back({"pin", {0, 75}, 24, "shackle"});
        armor::WeldJoint seam = root;
        seam.name = "stub~ear";
        seam.a = "stub";
        seam.b = "ear";
        seam.contacts = armor::passingThrough(ear, stub);
        QCOMPARE(seam.contacts.size(), std::size_t{2});
        a.anchors.push_back(a.anchors[0]);
        armor::Anchor &pin = a.anchors.back();
        pin.name = "ear";
        pin.hole = ear.axes.toWorld(Vec2(0, 75));
        pin.holeDiameter = 24;
        pin.forward = Vec3::UnitY();
        pin.endDistance = 23;
        pin.sideDistance = l / 2 - 12;
        pin.thickness = 16;
        a.bars.push_back(stub);
        a.sheets.push_back(ear);
        a.welds.push_back(root);
        a.welds.push_back(seam);
        for (const Detail detail : {Detail::Strips, Detail::Shells}) {
            const Proof p = proveIt(a, {}, detail).value();
            for (const char *id : {"wall/stub~ear/1", "wall/stub~ear/2"}) {
                const Check *c = find(p, id);
                QVERIFY2(c && c->demand > 1000, id);
                const double most = 5.5 * beam.material.yield * t * t * (1 + 0.25 * l / D) / 1.67;
                QVERIFY2(c->capacity > 0.3 * most && c->capacity <= most * 1.0001,
                         qPrintable(QString("%1 of %2").arg(c->capacity).arg(most)));
            }
            // with shells its wall is checked too, around the slots
            const bool walls = std::any_of(p.checks.begin(), p.checks.end(),
                                           [](const Check &c) { return c.id.starts_with("tubewall/stub"); });
            QCOMPARE(walls, detail == Detail::Shells);
        }
    }
    /// A line that only pushes takes up load one way and lets go the other way.
    void bearingLinePushesOnly() {
        armor::Assembly a = buildDemo(demoJob());
        const armor::BarPart &beam = *a.bar("beam");
        const Vec3 top(0, 0, beam.section.height / 2);
        a.bearings.push_back({"shelf", "beam", beam.from + top, beam.to + top, Vec3::UnitZ(), 200});
        const Proof p = proveIt(a, {}).value();
        std::size_t rock = 0, step = 0;
        for (std::size_t c = 0; c < p.duties.cases.size(); ++c) {
            if (p.duties.cases[c].id == "rock/middle/ahead") rock = c;
            if (p.duties.cases[c].id == "step/beam") step = c;
        }
        double pushed = 0, hung = 0;
        for (const double f : p.solution.cases[rock].contacts) pushed += f;
        for (const double f : p.solution.cases[step].contacts) hung += f;
        QVERIFY(pushed > 500);
        QVERIFY(hung < 0.2 * 1500);
        QVERIFY(p.solution.cases[rock].contacts.size() > 10);
    }
};

QTEST_GUILESS_MAIN(TestPlaces)
#include "test_places.moc"
