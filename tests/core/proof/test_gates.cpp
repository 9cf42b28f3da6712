#include <QTest>

#include <cmath>
#include <numbers>

#include "core/base/constants.h"
#include "tests/core/proof/duty_of.h"

using namespace hefty;
using namespace hefty::proof;
using namespace hefty::testing;
using shape::Vec2;
using shape::Vec3;

namespace {

constexpr double g0 = standardGravity;
constexpr double reach = 600, bearings = 160, rootBelow = 60, spindle = 38;

/// The demo's bumper with a gate on its beam: an arm across, a wheel on its middle.
armor::Assembly withGate(double spindleDiameter = spindle) {
    armor::Assembly a = buildDemo(demoJob());
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

}  // namespace

/// A wheel that is carried, and the gate it swings on: bearings, spindle, hinge, latch.
class TestGates : public QObject {
    Q_OBJECT

  private slots:
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
        QVERIFY(find(thin, "sag/gate")->utilization > find(thick, "sag/gate")->utilization);
        QCOMPARE(find(thin, "sag/gate")->unit, std::string("mm"));
    }
    /// The ring of weld around the sleeve against its line properties by hand; a latch that nothing is known
    /// of is not proved.
    void hingeAndLatch() {
        armor::Assembly a = withGate();
        const Proof p = proveIt(a, {}).value();
        const Check *hinge = find(p, "hinge/gate"), *latch = find(p, "latch/gate");
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
        QVERIFY(near(find(rated, "latch/gate")->utilization, 0.5) && find(rated, "latch/gate")->proved());
    }
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
            const job::Job job = demoJob();
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
    void gateOnNothingIsRefused() {
        armor::Assembly a = withGate();
        a.gates[0].post = "cap.left";
        const auto nowhere = proveIt(a, {});
        QVERIFY(!nowhere && nowhere.error().message.find("cap.left") != std::string::npos);
        a = withGate();
        a.gates[0].high = a.gates[0].low;
        QVERIFY(!proveIt(a, {}));
    }
};

QTEST_GUILESS_MAIN(TestGates)
#include "test_gates.moc"
