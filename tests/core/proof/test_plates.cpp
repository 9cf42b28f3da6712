#include <QTest>

#include <cmath>
#include <map>
#include <random>

#include "core/armor/contact.h"
#include "core/proof/strength/plate_use.h"
#include "tests/core/proof/duty_of.h"

using namespace hefty;
using namespace hefty::proof;
using hefty::testing::demoJob;
using hefty::testing::find;
using hefty::testing::shippedStock;

namespace {

Proof proveDemo(Detail detail, const job::Job &job = demoJob()) {
    const auto rig = rig::geometry(job.vehicle).value();
    return prove(hefty::testing::buildDemo(job), job.vehicle, rig, shippedStock(), job.rules, {}, detail)
        .value();
}

/// The demo with plates as shells, proved once for all tests.
const Proof &shells() {
    static const Proof proof = proveDemo(Detail::Shells);
    return proof;
}

std::size_t caseOf(const Proof &p, const std::string &id) {
    for (std::size_t c = 0; c < p.duties.cases.size(); ++c)
        if (p.duties.cases[c].id == id) return c;
    return 0;
}

}  // namespace

/// Plates as shells, their seams as ties.
class TestPlates : public QObject {
    Q_OBJECT

  private slots:
    /// A strip of plate under tension and bending yields through at m = 1 - n2 (plastic rectangle).
    void yieldsAsARectangle() {
        constexpr double t = 8, Fy = 250;
        for (const double n : {0.0, 0.2, 0.5, 0.8, 1.0}) {
            const mechanics::ShellForces f{{n * t * Fy, 0, 0}, {(1 - n * n) * t * t * Fy / 4, 0, 0}};
            QVERIFY(std::abs(plateUse(f, t, Fy) - 1) < 1e-9);
        }
        // pure shear yields at Fy/sqrt(3), equal pulls both ways at Fy (von Mises)
        QVERIFY(std::abs(plateUse({{0, 0, t * Fy / std::sqrt(3.0)}, {0, 0, 0}}, t, Fy) - 1) < 1e-12);
        QVERIFY(std::abs(plateUse({{t * Fy, t * Fy, 0}, {0, 0, 0}}, t, Fy) - 1) < 1e-12);
        QCOMPARE(plateUse({}, t, Fy), 0.0);
    }
    /// In proportion to the load, whatever the axes, and never above what the layers of the plate can carry
    /// by more than the few percent that the surface is known to be off: against layers yielded outward.
    void yieldsInProportion() {
        std::mt19937 random(7);
        std::normal_distribution<double> normal;
        for (int i = 0; i < 200; ++i) {
            mechanics::ShellForces f{{normal(random), normal(random), normal(random)},
                                     {normal(random), normal(random), normal(random)}};
            const double one = plateUse(f, 6, 355);
            QVERIFY(std::abs(plateUse({3 * f.membrane, 3 * f.bending}, 6, 355) - 3 * one) <
                    1e-12 * (1 + one));
            const mechanics::Matrix3 turn = mechanics::turning(0.3 * i);
            QVERIFY(std::abs(plateUse({turn * f.membrane, turn * f.bending}, 6, 355) - one) < 1e-9 * one);
            // elastic von Mises at the skin yields no later than the whole thickness
            const mechanics::ShellStress s = mechanics::vonMises(f, 6);
            QVERIFY(one < 1.02 * std::max({s.top, s.middle, s.bottom}) / 355);
        }
    }
    /// A pull at a hole comes onto its rim in balance, in the plane of the hole on the loaded side only.
    void pullOnARim() {
        mechanics::FrameModel m;
        Rim rim{{30, -5, 12}, {}};
        for (int i = 0; i < 17; ++i) {
            const double a = 2 * 3.14159265358979 * i / 17;
            rim.nodes.push_back(i);
            m.nodes.push_back({"", rim.center + Vec3(14 * std::cos(a), 0, 14 * std::sin(a))});
        }
        for (const Vec3 &pull : {Vec3(40000, 0, 0), Vec3(20000, 15000, -9000), Vec3(0, 8000, 0)}) {
            Vec3 force = Vec3::Zero(), moment = Vec3::Zero();
            for (const mechanics::NodeLoad &l : spreadOverRim(m, rim, pull)) {
                const Vec3 r = m.nodes[static_cast<std::size_t>(l.node)].at - rim.center;
                force += l.force;
                moment += r.cross(l.force);
                const Vec3 inPlane(l.force.x(), 0, l.force.z());
                if (r.dot(Vec3(pull.x(), 0, pull.z())) < 0) QVERIFY(inPlane.norm() < 1e-9 * pull.norm());
            }
            QVERIFY((force - pull).norm() < 1e-9 * pull.norm());
            QVERIFY(moment.norm() < 1e-7 * pull.norm());
        }
    }
    /// What is cut from the rail's bolts holds all that pulls and weighs, in every case.
    void inBalance() {
        const Proof &p = shells();
        const auto &model = p.idealization.model;
        QVERIFY(p.idealization.plates.size() > 8 && model.shells.size() > 1000);
        double mass = 0;
        for (const armor::SheetPart &plate : hefty::testing::buildDemo(demoJob()).sheets)
            mass += plate.area() * plate.thickness * plate.material.density;
        const auto massOf = [&model](int first, int count) {
            double sum = 0;
            for (int i = first; i < first + count; ++i) {
                const mechanics::FrameShell &s = model.shells[static_cast<std::size_t>(i)];
                sum += mechanics::makeShellElement(model, s)->area * s.thickness *
                       model.materials[static_cast<std::size_t>(s.material)].density;
            }
            return sum;
        };
        double meshed = 0;
        for (const PlateShells &s : p.idealization.plates) meshed += massOf(s.first, s.count);
        QVERIFY(std::abs(meshed / mass - 1) < 0.01);  // holes are polygons of their area
        // walls of the beam where the tabs go through: what the tube weighs, less the slots and the rope
        // opening
        for (const TubeShells &w : p.idealization.walls) {
            const double whole =
                (w.bar.stationTo - w.bar.stationFrom) * w.bar.properties.area * w.bar.material.density;
            QVERIFY(massOf(w.first, w.count) < 1.0001 * whole && massOf(w.first, w.count) > 0.85 * whole);
        }
        for (const char *id :
             {"winch/left-up/right", "recovery/tab.left/right-down", "double-line/tab.right"}) {
            const std::size_t c = caseOf(p, id);
            QVERIFY2(c > 0, id);
            Vec3 given = Vec3::Zero(), held = Vec3::Zero();
            for (const LoadArrow &a : p.duties.cases[c].arrows) given += a.force;
            for (const auto &[node, r] : p.solution.cases[c].reactions) held += r.head<3>();
            for (const auto &[node, r] : p.solution.cases[0].reactions)
                held -= r.head<3>();  // its own weight
            QVERIFY((given + held).norm() < 1e-5 * given.norm());
        }
    }
    /// The welds of a recovery tab carry the shackle's pull and nothing else but the tab's weight.
    void seamsCarryTheShackle() {
        const Proof &p = shells();
        const armor::Assembly a = hefty::testing::buildDemo(demoJob());
        for (const char *direction : {"straight", "left-up", "down"}) {
            const std::size_t c = caseOf(p, std::string("recovery/tab.left/") + direction);
            Vec3 sum = Vec3::Zero(), moment = Vec3::Zero();
            const LoadArrow &pull = p.duties.cases[c].arrows.front();
            for (const WeldPiece &w : p.idealization.weldPieces) {
                const armor::WeldJoint &j = a.welds[static_cast<std::size_t>(w.weld)];
                if (j.a != "tab.left" && j.b != "tab.left") continue;
                const Vec3 onA = p.solution.cases[c].ties[static_cast<std::size_t>(w.tie)];
                const Vec3 onTab = j.a == "tab.left" ? onA : Vec3(-onA);
                sum += onTab;
                moment += (w.at - pull.at).cross(onTab);
            }
            QVERIFY(pull.force.norm() > 10000);
            QVERIFY((sum + pull.force).norm() < 100);  // 4 kg of tab
            QVERIFY(moment.norm() < 100 * 200);        // about the hole: its weight on its own arm
        }
    }
    /// Shells and strips are two models of one thing: what hangs on balance alone they tell alike.
    void agreesWithStrips() {
        const Proof strips = proveDemo(Detail::Strips);
        for (const char *id : {"frame/mount.left", "bolt/winch.bolts", "tab/tab.left"}) {
            const Check *a = find(strips, id), *b = find(shells(), id);
            QVERIFY2(a && b, id);
            QVERIFY2(std::abs(a->utilization / b->utilization - 1) < 0.15,
                     qPrintable(QString("%1: %2 %3").arg(id).arg(a->utilization).arg(b->utilization)));
        }
        QVERIFY(find(strips, "member/tray") && !find(strips, "plate/tray"));
        QVERIFY(!find(shells(), "member/tray") && find(shells(), "plate/tray"));
    }
    /// Half the size moves results by less than 5 percent, or they say so and show the worse.
    void halvedSize() {
        const Proof halved = proveDemo(Detail::Halved);
        QCOMPARE(halved.idealization.detail, Detail::Halved);
        int still = 0, moved = 0;
        for (const Check &c : halved.checks) {
            if (c.kind == CheckKind::Impact || c.kind == CheckKind::Stability ||
                c.kind == CheckKind::Frequency)
                continue;  // a matter of bars
            QVERIFY2(c.shift.has_value(), c.id.c_str());
            const Check *before = find(shells(), c.id);
            QVERIFY(before && c.utilization > 0.949 * before->utilization);
            const bool says = std::any_of(
                c.working.notes.begin(), c.working.notes.end(),
                [](const std::string &n) { return n.find("Shells of half the size") != std::string::npos; });
            QCOMPARE(says, std::abs(*c.shift) > mostShift);
            ++(says ? moved : still);
            if (*c.shift > mostShift)
                QVERIFY(std::abs(c.utilization / before->utilization - 1 - *c.shift) < 1e-9);
        }
        QVERIFY2(still > 1.5 * moved, qPrintable(QString("%1 still, %2 moved").arg(still).arg(moved)));
    }
    /// A shackle hole that runs out of its tab is pulled at all the same, and fails.
    void holeOverTheEdge() {
        const job::Job job = demoJob();
        const auto rig = rig::geometry(job.vehicle).value();
        armor::Assembly a = hefty::testing::buildDemo(job);
        for (armor::Anchor &anchor : a.anchors) {
            armor::SheetPart &tab = *std::find_if(a.sheets.begin(), a.sheets.end(),
                                                  [&](const auto &p) { return p.name == anchor.name; });
            double nose = -1e9;
            for (const shape::Vec2 &c : tab.outline) nose = std::max(nose, c.x());
            tab.holes[0].at.x() = nose - 5;
            anchor.hole = tab.axes.toWorld(tab.holes[0].at);
            anchor.endDistance = 0;
        }
        const Proof p = prove(a, job.vehicle, rig, shippedStock(), job.rules, {}, Detail::Shells).value();
        QVERIFY(p.idealization.anchorRims.empty() && p.idealization.anchorNodes.size() == 2);
        QCOMPARE(p.duties.cases.size(), shells().duties.cases.size());
        QVERIFY(find(p, "tab/tab.left")->utilization > find(shells(), "tab/tab.left")->utilization);
    }
    void doubtfulIsNotProved() {
        Check c;
        c.utilization = 0.96;
        QVERIFY(c.proved());
        c.shift = 0.04;
        QVERIFY(c.proved());
        c.shift = -0.10;
        QVERIFY(c.doubtful() && !c.proved());
        c.utilization = 0.5;
        QVERIFY(c.proved());
    }
    /// Aluminum is as soft as welded beside its welds (25 mm, Aluminum Design Manual).
    void softBesideWelds() {
        const job::Job job = demoJob();
        const stock::Material *m = shippedStock().material("6061-T6");
        const auto rig = rig::geometry(job.vehicle).value();
        armor::Assembly a = hefty::testing::buildDemo(job);
        for (armor::SheetPart &plate : a.sheets) plate.material = *m;
        const Proof p = prove(a, job.vehicle, rig, shippedStock(), job.rules, {}, Detail::Shells).value();
        const Check *lip = find(p, "plate/lip");
        QVERIFY(lip);
        const auto &steps = lip->working.steps;
        const auto yield =
            std::find_if(steps.begin(), steps.end(), [](const auto &s) { return s.symbol == "Fy"; });
        QVERIFY(yield != steps.end());
        QCOMPARE(yield->value, m->weldedYield);
        QCOMPARE(yield->meaning, std::string("yield beside a weld"));
    }
    /// A mesh is made again only where a plate changes.
    void remediesAreLookedAtClosely() {
        job::Job job = demoJob();
        job.pieces[0].settings["gussetThickness"] = 4.0;
        job.rules.shockFactor = 3.2;
        job::Appraisal a = job::appraise(job, shippedStock(), {}, Detail::Shells);
        const auto plate = std::find_if(a.findings.begin(), a.findings.end(), [](const job::Finding &f) {
            return f.id.starts_with("check/plate/gusset") && f.severity == job::Severity::Fix;
        });
        QVERIFY(plate != a.findings.end());
        const std::string id = plate->id;
        a.findings.assign({*plate});
        job::addRemedies(a, job, shippedStock());
        const auto &remedies = a.findings.front().remedies;
        QVERIFY(!remedies.empty() && remedies.front().cures);
        // as told: the same appraised again with shells
        const job::Appraisal after =
            job::appraise(job::apply(job, remedies.front().edit), shippedStock(), {}, Detail::Shells);
        const Check *c = find(*after.pieces[0].proof, id.substr(6));
        QVERIFY(c && std::abs(c->utilization - remedies.front().after) < 1e-9 && c->utilization <= 1);
    }
};

QTEST_GUILESS_MAIN(TestPlates)
#include "test_plates.moc"
