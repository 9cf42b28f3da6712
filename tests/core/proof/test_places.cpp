#include <QTest>

#include <cmath>
#include <numbers>

#include "core/armor/passing.h"
#include "core/base/constants.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::proof;
using hefty::testing::shippedStock;
using shape::Vec2;
using shape::Vec3;

namespace {

constexpr double g0 = standardGravity;
constexpr double reach = 600, bearings = 160, rootBelow = 60, spindle = 38;

/// The demo's bumper with a gate on its beam: an arm across, a wheel on its middle.
armor::Assembly withGate(double spindleDiameter = spindle) {
    armor::Assembly a = hefty::testing::buildDemo(hefty::testing::demoJob());
    const armor::BarPart &beam = *a.bar("beam");
    const double x = beam.from.x(), top = beam.from.z() + beam.section.height / 2;
    armor::BarPart arm;
    arm.name = "gate.arm";
    arm.section.height = 80;
    arm.section.width = 60;
    arm.section.wall = 4;
    arm.material = beam.material;
    arm.properties = stock::boxProperties(80, 60, 4);
    arm.properties.massPerLength = arm.properties.area * arm.material.density;
    const double z = top + rootBelow + bearings / 2;
    arm.from = Vec3(x, -reach, z);
    arm.to = Vec3(x, 580, z);
    a.bars.push_back(arm);
    armor::Gate gate;
    gate.name = "gate";
    gate.parts = {"gate.arm"};
    gate.post = "beam";
    gate.arm = "gate.arm";
    gate.low = Vec3(x, -reach, top + rootBelow);
    gate.high = gate.low + Vec3(0, 0, bearings);
    gate.spindle = spindleDiameter;
    gate.spindleMaterial = *shippedStock().material("S355");
    gate.spindleRoot = rootBelow;
    gate.sleeveOutside = 60;
    gate.sleeveLeg = 6;
    gate.filler = 482.6;
    gate.keeper = "beam";
    gate.latched = "gate.arm";
    gate.latch = Vec3(x, 550, z);
    gate.opens = std::numbers::pi / 2;
    a.gates.push_back(gate);
    a.wheels.push_back({"gate.arm", Vec3(x + 150, 0, z), Vec3(x, 0, z), 42, 400});
    return a;
}

Result<Proof> proveIt(const armor::Assembly &a, const HouseRules &rules, Detail detail = Detail::Strips) {
    const job::Job job = hefty::testing::demoJob();
    const auto rig = rig::geometry(job.vehicle).value();
    return prove(a, job.vehicle, rig, shippedStock(), rules, {}, detail);
}

const LoadCase &find(const Duties &d, const std::string &id) {
    for (const LoadCase &c : d.cases)
        if (c.id == id) return c;
    qFatal("no case %s", id.c_str());
}

const Check *check(const Proof &p, const std::string &id) {
    for (const Check &c : p.checks)
        if (c.id == id) return &c;
    return nullptr;
}

Vec3 sum(const LoadCase &c) {
    Vec3 total = Vec3::Zero();
    for (const LoadArrow &a : c.arrows) total += a.force;
    return total;
}

Vec3 held(const Proof &p, const std::string &id) {
    Vec3 total = Vec3::Zero();
    for (std::size_t c = 0; c < p.duties.cases.size(); ++c)
        if (p.duties.cases[c].id == id)
            for (const auto &[node, r] : p.solution.cases[c].reactions) total += r.head<3>();
    return total;
}

bool near(double found, double wanted, double share = 1e-6) {
    return std::abs(found - wanted) <= share * std::abs(wanted);
}

}  // namespace

/// Duties of the places that a piece may have beside winch and tabs: jacks, ground, a carried wheel, a
/// coupling, a gate, a bearing line.
class TestPlaces : public QObject {
    Q_OBJECT

  private slots:
    void jacksAndRocks() {
        const HouseRules rules;
        const Proof p = proveIt(hefty::testing::buildDemo(hefty::testing::demoJob()), rules).value();
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
            const Proof p = proveIt(hefty::testing::buildDemo(hefty::testing::demoJob()), rules).value();
            return sum(find(p.duties, "snatch/tab.left/left")).norm();
        };
        const double k = 127000 / (0.3 * 9);
        QVERIFY(near(pullAt(4), 4 * std::sqrt(k * 2150), 1e-9));
        QVERIFY(near(pullAt(15), 127000, 1e-9));  // the rope is at its end
    }
    void skidAndLip() {
        armor::Assembly a = hefty::testing::buildDemo(hefty::testing::demoJob());
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
        armor::Assembly a = hefty::testing::buildDemo(hefty::testing::demoJob());
        a.coupling = armor::Coupling{"beam", (a.bar("beam")->from + a.bar("beam")->to) / 2, 1500};
        const Proof p = proveIt(a, {}).value();
        const Vec3 down = sum(find(p.duties, "towing/pull-down"));
        QVERIFY(near(down.x(), -g0 * 3050 * 1500 / 4550) && near(down.z(), -2 * 0.1 * 1500 * g0));
        const Vec3 push = sum(find(p.duties, "towing/push-up"));
        QVERIFY(near(push.x(), g0 * 3050 * 1500 / 4550) && std::abs(push.z()) < 1e-9);
    }
    /// Accelerations act on the piece and on the wheel: the rails hold mass times acceleration.
    void carriedWheel() {
        const armor::Assembly a = withGate();
        const Proof p = proveIt(a, {}).value();
        const double mass = -held(p, "gravity").z() / -g0;
        QVERIFY(mass > 42);
        QVERIFY(near(held(p, "carrier/down").z(), 3.5 * g0 * mass) &&
                near(held(p, "carrier/up").z(), -2 * g0 * mass));
        QVERIFY(near(held(p, "carrier/left").y(), -1.5 * g0 * mass) &&
                near(held(p, "carrier/left").z(), g0 * mass));
        QVERIFY(near(held(p, "carrier/back").x(), 2 * g0 * mass));
        QVERIFY(near(held(p, "carrier/hang0/left").z(), g0 * mass + 1200));
        QVERIFY(find(p.duties, "carrier/hang0/left").arrows[0].at.y() > 300);
    }
    /// Swung open the gate is statically determinate: bearings, thrust and drift follow from weight, reach
    /// and slope alone.
    void openGateIsStatics() {
        const armor::Assembly a = withGate();
        const HouseRules rules;
        const Proof p = proveIt(a, rules).value();
        QCOMPARE(p.openGates.size(), std::size_t{1});
        const OpenGate &o = p.openGates[0];
        const armor::BarPart &arm = *a.bar("gate.arm");
        const double L = 1180, armMass = arm.properties.area * arm.material.density * L;
        const double weight = (armMass + 42) * g0;
        // a quarter turn: the wheel's center, 150 mm ahead of the arm, comes to stand beside it
        const double moment = armMass * g0 * L / 2 + 42 * g0 * reach, aside = 42 * g0 * 150;
        QCOMPARE(o.hinge.size(), std::size_t{3});
        const HingeForces &level = o.hinge[0];
        QVERIFY2(near(level.lower.z(), weight, 1e-6),
                 qPrintable(QString("%1 %2").arg(level.lower.z()).arg(weight)));
        QVERIFY(std::abs(level.upper.z()) < 1e-6 * weight);
        const double radial = std::hypot(moment, aside) / bearings;
        QVERIFY2(near(level.upper.head<2>().norm(), radial, 1e-6),
                 qPrintable(QString("%1 %2").arg(level.upper.head<2>().norm()).arg(radial)));
        QVERIFY(near(level.lower.head<2>().norm(), radial, 1e-6));
        QVERIFY(std::abs(o.drift[0]) < 1);
        QVERIFY2(near(std::abs(o.drift[1]), moment * std::sin(rules.gateSlope), 1e-6),
                 qPrintable(QString::number(o.drift[1])));
        QVERIFY(near(o.drift[1], -o.drift[2], 1e-6));
        QVERIFY(near(o.spindle[0].tail<2>().norm(), std::hypot(moment, aside), 1e-5));
    }
    /// A thinner spindle lets the latch come down by what its own bending makes: M/(E I) (a + s/3) times the
    /// reach, and its shear between the bearings.
    void sagOfTheSpindle() {
        const HouseRules rules;
        const Proof thick = proveIt(withGate(60), rules).value(), thin = proveIt(withGate(30), rules).value();
        const armor::Assembly a = withGate();
        const armor::BarPart &arm = *a.bar("gate.arm");
        const double L = 1180,
                     M = arm.properties.area * arm.material.density * L * g0 * L / 2 + 42 * g0 * reach;
        const double E = a.gates[0].spindleMaterial.E, G = E / (2 * (1 + a.gates[0].spindleMaterial.nu));
        const auto turn = [&](double d) {
            const double I = std::numbers::pi * std::pow(d, 4) / 64, As = 0.9 * std::numbers::pi * d * d / 4;
            return M / (E * I) * (rootBelow + bearings / 3) + M / (bearings * bearings) * bearings / (G * As);
        };
        const double wanted = (turn(30) - turn(60)) * (550 + reach);
        const double found = thin.openGates[0].sag - thick.openGates[0].sag;
        QVERIFY2(near(found, wanted, 0.01), qPrintable(QString("%1 %2").arg(found).arg(wanted)));
        QVERIFY(check(thin, "sag/gate")->utilization > check(thick, "sag/gate")->utilization);
        QCOMPARE(check(thin, "sag/gate")->unit, std::string("mm"));
    }
    /// The ring of weld around the sleeve against its line properties by hand; a latch that nothing is known
    /// of is not proved.
    void hingeAndLatch() {
        armor::Assembly a = withGate();
        const Proof p = proveIt(a, {}).value();
        const Check *hinge = check(p, "hinge/gate"), *latch = check(p, "latch/gate");
        QVERIFY(hinge && latch);
        QVERIFY(latch->assumed && !latch->proved() && latch->demand > 100);
        QCOMPARE(latch->capacity, 0.0);  // nothing is made up for it
        double most = 0;
        for (std::size_t c = 0; c < p.duties.cases.size(); ++c) {
            const HingeForces f = hingeForces(p.idealization, 0, p.solution.cases[c]);
            const Vec3 all = f.lower + f.upper;
            const double M = (f.upper - f.lower).head<2>().norm() * bearings / 2, r = 30,
                         throat = 6 * std::sqrt(0.5);
            const double pi = std::numbers::pi;
            const double normal = std::abs(all.z()) / (2 * pi * r) + M / (pi * r * r);
            most = std::max(most, std::hypot(normal, all.head<2>().norm() / (2 * pi * r)) / throat /
                                      (p.duties.cases[c].dutyClass == DutyClass::Survival ? 2 : 1));
        }
        for (const HingeForces &f : p.openGates[0].hinge) {
            const double M = (f.upper - f.lower).head<2>().norm() * bearings / 2, r = 30;
            const double normal =
                (f.lower + f.upper).z() / (2 * std::numbers::pi * r) + M / (std::numbers::pi * r * r);
            most = std::max(
                most, std::hypot(normal, (f.lower + f.upper).head<2>().norm() / (2 * std::numbers::pi * r)) /
                          (6 * std::sqrt(0.5)));
        }
        QVERIFY2(near(hinge->utilization, most / (0.3 * 482.6), 1e-4),
                 qPrintable(QString("%1 %2").arg(hinge->utilization).arg(most / 144.78)));
        a.gates[0].latchRating = 2 * latch->demand;
        const Proof rated = proveIt(a, {}).value();
        QVERIFY(near(check(rated, "latch/gate")->utilization, 0.5) && check(rated, "latch/gate")->proved());
    }
    /// Slotted brackets hold along their slots by friction alone, and bear only across them.
    /// A spindle that goes through both walls of its post is welded into two holes: the post is shells there,
    /// it hangs as it does on a bar, and a little softer, as the walls give. With its root inside there is
    /// one.
    void spindleThroughThePost() {
        armor::Assembly a = withGate();
        const armor::BarPart &beam = *a.bar("beam");
        armor::Gate &gate = a.gates[0];
        const Vec3 aside(0, 250, 0);  // clear of the brackets and of the beam's end
        gate.low += aside;
        gate.high += aside;
        gate.spindleRoot = rootBelow + beam.section.height + 20;
        const auto holds = [&](const armor::Assembly &assembly, Detail detail) {
            const job::Job job = hefty::testing::demoJob();
            auto model = idealize(assembly, rig::geometry(job.vehicle).value(),
                                  *shippedStock().material(job.vehicle.railMaterial), detail)
                             .value();
            model.model.cases.push_back("own weight");
            model.model.accelerations.push_back({0, Vec3(0, 0, -g0)});
            return model;
        };
        const Idealization shells = holds(a, Detail::Shells), bars = holds(a, Detail::Strips);
        const auto beamsOfSpindle = [](const Idealization &m) {
            return std::count_if(m.bars.begin(), m.bars.end(),
                                 [](const Bar &b) { return b.part == "gate.spindle"; });
        };
        QCOMPARE(beamsOfSpindle(shells), 3);  // between the walls, up to the bearings, between these
        QCOMPARE(beamsOfSpindle(bars), 2);
        const auto down = [](const Idealization &m) {
            const auto s = mechanics::solveStatic(m.model).value();
            const HingeForces h = hingeForces(m, 0, s.cases[0]);
            const double sag = -s.cases[0].displacements[static_cast<std::size_t>(m.gates[0].latchPlace)].z();
            return std::pair((h.lower + h.upper).z(), sag);
        };
        const auto [heldShells, sagShells] = down(shells);
        const auto [heldBars, sagBars] = down(bars);
        QVERIFY2(near(heldShells, heldBars, 0.05),
                 qPrintable(QString("%1 %2").arg(heldShells).arg(heldBars)));
        QVERIFY2(sagShells > 0.8 * sagBars && sagShells < 3 * sagBars,
                 qPrintable(QString("%1 %2").arg(sagShells).arg(sagBars)));
        gate.spindleRoot = rootBelow + beam.section.height / 2;
        const Idealization inside = holds(a, Detail::Shells);
        QCOMPARE(beamsOfSpindle(inside), 2);
        const auto root = static_cast<std::size_t>(inside.gates[0].root);
        const Vec3 &held = inside.model.nodes[static_cast<std::size_t>(inside.model.beams[root].from)].at;
        QVERIFY(near(held.z(), beam.from.z() + beam.section.height / 2, 1e-3));  // in the top wall
    }
    void slotsSlip() {
        armor::Assembly a = hefty::testing::buildDemo(hefty::testing::demoJob());
        const Proof round = proveIt(a, {}).value();
        for (armor::BoltJoint &m : a.mounts) {
            m.slot = 20;
            m.slotAlong = Vec3::UnitX();
        }
        const Proof slotted = proveIt(a, {}).value();
        const Check *slip = check(slotted, "slip/mount.left");
        QVERIFY(slip && !check(round, "slip/mount.left"));
        // M16 8.8 in a 17.5 mm slot 20 mm long: 0.3 x 1.13 x 0.7 x 800 x 156.7 over 1.76
        QVERIFY(near(slip->capacity, 0.3 * 1.13 * 0.7 * 800 * 156.67 / 1.76, 1e-3));
        QVERIFY(near(slip->utilization, slip->demand / slip->capacity));
        QVERIFY(check(slotted, "bearing/mount.left/bracket.left")->demand <
                check(round, "bearing/mount.left/bracket.left")->demand);
        QVERIFY(near(check(slotted, "bearing/mount.left/frame")->demand,
                     check(round, "bearing/mount.left/frame")->demand));
        const auto says = [](const Check *c, const std::string &word) {
            return std::any_of(c->working.notes.begin(), c->working.notes.end(),
                               [&](const std::string &n) { return n.find(word) != std::string::npos; });
        };
        QVERIFY(says(check(round, "bolt/mount.left"), "friction"));
    }
    /// A crush sleeve takes the preload by itself, and holds the bolts' plate stiffer.
    void crushSleeves() {
        armor::Assembly a = hefty::testing::buildDemo(hefty::testing::demoJob());
        const Proof bare = proveIt(a, {}).value();
        for (armor::BoltJoint &m : a.mounts) {
            m.sleeve = 27;
            m.sleeveLength = 63;
        }
        const Proof sleeved = proveIt(a, {}).value();
        QVERIFY(!check(bare, "sleeve/mount.left"));
        const Check *sleeve = check(sleeved, "sleeve/mount.left");
        QVERIFY(sleeve && near(sleeve->demand, 0.7 * 800 * 156.67, 1e-3));
        const double Fy = a.sheet("bracket.left")->material.yield;
        QVERIFY(near(sleeve->capacity, 0.9 * Fy * std::numbers::pi / 4 * (27 * 27 - 17.5 * 17.5)));
        const auto pushed = [](const Proof &p) {
            const auto &k =
                p.idealization.model.springs[static_cast<std::size_t>(p.idealization.mountSprings[0][0])];
            return k.stiffness(1, 1);
        };
        const double area = std::numbers::pi / 4 * (27 * 27 - 17.5 * 17.5);
        const double E = shippedStock().material(hefty::testing::demoJob().vehicle.railMaterial)->E;
        QVERIFY(near((pushed(sleeved) - pushed(bare)) / static_cast<double>(a.mounts[0].at.size()),
                     E * area / 63, 1e-6));
    }
    /// A tube of aluminum counts as welded within 25 mm of its welds and nowhere else.
    void aluminumBesideWelds() {
        armor::Assembly a = hefty::testing::buildDemo(hefty::testing::demoJob());
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
        QVERIFY(check(p, "member/beam")->utilization > 0);
    }
    /// Rungs that only differ in their side stand on one, however often their title names it.
    void sidesShareARung() {
        const Proof p = proveIt(hefty::testing::buildDemo(hefty::testing::demoJob()), {}).value();
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
        armor::Assembly a = hefty::testing::buildDemo(hefty::testing::demoJob());
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
        armor::Assembly a = hefty::testing::buildDemo(hefty::testing::demoJob());
        const Proof rectangular = proveIt(a, {}, Detail::Halved).value();
        QVERIFY(!check(rectangular, "dent/middle"));
        for (armor::BarPart &t : a.bars)
            if (t.name == "beam") t.section.shape = stock::SectionShape::RoundTube;
        const Proof round = proveIt(a, {}, Detail::Halved).value();
        const Check *dent = check(round, "dent/middle");
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
        armor::Assembly a = hefty::testing::buildDemo(hefty::testing::demoJob());
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
                const Check *c = check(p, id);
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
    void gateOnNothingIsRefused() {
        armor::Assembly a = withGate();
        a.gates[0].post = "cap.left";
        const auto nowhere = proveIt(a, {});
        QVERIFY(!nowhere && nowhere.error().message.find("cap.left") != std::string::npos);
        a = withGate();
        a.gates[0].high = a.gates[0].low;
        QVERIFY(!proveIt(a, {}));
    }
    /// A line that only pushes takes up load one way and lets go the other way.
    void bearingLinePushesOnly() {
        armor::Assembly a = hefty::testing::buildDemo(hefty::testing::demoJob());
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
