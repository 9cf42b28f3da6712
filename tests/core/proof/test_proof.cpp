#include <algorithm>
#include <cmath>

#include <QTest>

#include "core/base/constants.h"
#include "tests/core/proof/duty_of.h"

using namespace hefty;
using namespace hefty::proof;
using hefty::testing::demoJob;
using hefty::testing::find;
using hefty::testing::shippedStock;

namespace {

struct Proved {
    armor::Assembly assembly;
    Proof proof;
};

Proved proveJob(const job::Job &job) {
    const auto rig = rig::geometry(job.vehicle).value();
    auto assembly = armor::build({job.pieces[0], job.vehicle, rig, shippedStock()}).value();
    auto proof = prove(assembly, job.vehicle, rig, shippedStock(), job.rules).value();
    return {std::move(assembly), std::move(proof)};
}

int caseOf(const Proof &p, const std::string &id) {
    for (std::size_t c = 0; c < p.duties.cases.size(); ++c)
        if (p.duties.cases[c].id == id) return static_cast<int>(c);
    return -1;
}

}  // namespace

class TestProof : public QObject {
    Q_OBJECT

  private slots:
    /// A gap of 2 mm takes a third off a leg of 6: the weld is worked half as hard again.
    void gapIsTakenOffTheLeg() {
        job::Job job = demoJob();
        const auto rig = rig::geometry(job.vehicle).value();
        const auto worst = [&](double gap) {
            job.rules.fitGap = gap;
            const auto proof =
                prove(hefty::testing::buildDemo(job), job.vehicle, rig, shippedStock(), job.rules).value();
            for (const Check &c : proof.checks)
                if (c.id == "weld/beam~bracket.left") return c.utilization;
            return -1.0;
        };
        const double leg = [&] {
            for (const auto &w : hefty::testing::buildDemo(job).welds)
                if (w.name == "beam~bracket.left") return w.leg;
            return 0.0;
        }();
        const double tight = worst(1);
        QVERIFY(tight > 0 && leg > 2);
        QVERIFY(std::abs(worst(2) / tight / (leg / (leg - 2)) - 1) < 1e-6);
    }
    /// What the frame gives back balances what hangs and pulls on the bumper, in every case.
    void reactionsBalanceEveryDuty() {
        const Proved p = proveJob(demoJob());
        const auto &model = p.proof.idealization.model;
        for (std::size_t c = 0; c < p.proof.duties.cases.size(); ++c) {
            Vec3 force = Vec3::Zero(), moment = Vec3::Zero();
            double scale = 1;
            for (const mechanics::NodeLoad &l : model.nodeLoads)
                if (l.loadCase == static_cast<int>(c)) {
                    const Vec3 &at = model.nodes[static_cast<std::size_t>(l.node)].at;
                    force += l.force;
                    moment += l.moment + at.cross(l.force);
                    scale += l.force.norm() * 1000;
                }
            for (const mechanics::AccelerationLoad &a : model.accelerations)
                if (a.loadCase == static_cast<int>(c)) {
                    for (const mechanics::NodeMass &m : model.masses) {
                        const Vec3 weight = a.acceleration * m.mass;
                        force += weight;
                        moment += model.nodes[static_cast<std::size_t>(m.node)].at.cross(weight);
                        scale += weight.norm() * 1000;
                    }
                    for (const mechanics::FrameBeam &b : model.beams) {
                        const Vec3 &from = model.nodes[static_cast<std::size_t>(b.from)].at,
                                   &to = model.nodes[static_cast<std::size_t>(b.to)].at;
                        const Vec3 weight =
                            a.acceleration * model.materials[static_cast<std::size_t>(b.material)].density *
                            model.sections[static_cast<std::size_t>(b.section)].A * (to - from).norm();
                        force += weight;
                        moment += ((from + to) / 2).cross(weight);
                    }
                }
            for (const auto &[node, r] : p.proof.solution.cases[c].reactions) {
                force += r.head<3>();
                moment +=
                    r.tail<3>() + model.nodes[static_cast<std::size_t>(node)].at.cross(Vec3(r.head<3>()));
            }
            QVERIFY2(force.norm() * 1000 < 1e-6 * scale && moment.norm() < 1e-6 * scale,
                     p.proof.duties.cases[c].id.c_str());
        }
    }
    /// The weight the model carries is the weight of the cut list.
    void weightAgreesWithTheCutList() {
        const job::Job job = demoJob();
        const Proved p = proveJob(job);
        const auto rig = rig::geometry(job.vehicle).value();
        const auto cuts = workshop::fabricate(p.assembly, rig, job.shop).value();
        double carried = 0;
        for (const auto &[node, r] :
             p.proof.solution.cases[static_cast<std::size_t>(caseOf(p.proof, "gravity"))].reactions)
            carried += r(2);
        double rails = 0;
        for (const std::vector<int> &beams : p.proof.idealization.railBeams)
            for (const int b : beams) {
                const Bar &bar = p.proof.idealization.bars[static_cast<std::size_t>(b)];
                rails += bar.properties.area * bar.material.density * bar.stationTo;
            }
        // The model leaves out weld metal and what is missing in openings and slots: a kilogram and a half.
        const double difference = carried / standardGravity - rails - (cuts.mass - cuts.weldMetal);
        QVERIFY2(difference > 0 && difference < 1.8, qPrintable(QString::number(difference)));
    }
    /// A mirrored load has a mirrored answer.
    void symmetry() {
        const Proof p = proveJob(demoJob()).proof;
        for (const auto &[a, b] : {std::pair{"winch/left-up/left", "winch/right-up/right"},
                                   {"recovery/tab.left/left-down", "recovery/tab.right/right-down"},
                                   {"step/beam.left", "step/beam.right"}}) {
            const auto ca = static_cast<std::size_t>(caseOf(p, a)),
                       cb = static_cast<std::size_t>(caseOf(p, b));
            QVERIFY2(std::abs(p.largestMove[ca] - p.largestMove[cb]) < 1e-4 * p.largestMove[ca], a);
        }
        for (const char *part : {"bracket", "cheek", "tab"}) {
            const double left = find(p, std::string("member/") + part + ".left")->utilization,
                         right = find(p, std::string("member/") + part + ".right")->utilization;
            QVERIFY2(std::abs(left - right) < 1e-4 * left, part);
        }
    }
    /// Half the pull, half the use of what carries the pull alone.
    void ladderScalesWithThePull() {
        const Proof p = proveJob(demoJob()).proof;
        QVERIFY(!p.ladder.empty());
        QVERIFY(std::is_sorted(p.ladder.begin(), p.ladder.end(),
                               [](const Rung &a, const Rung &b) { return a.letsGoAt < b.letsGoAt; }));
        const double foot = std::find_if(p.ladder.begin(), p.ladder.end(), [](const Rung &r) {
                                return r.part == "winch.bolts";
                            })->letsGoAt;
        job::Job weaker = demoJob();
        weaker.pieces[0].settings["winch"] = std::string("winch-3600");
        const Proof q = proveJob(weaker).proof;
        const double again = std::find_if(q.ladder.begin(), q.ladder.end(), [](const Rung &r) {
                                 return r.part == "winch.bolts";
                             })->letsGoAt;
        QVERIFY(std::abs(again - foot) < 0.05 * foot);  // another winch, the same bolts: the same line pull
        QVERIFY(std::any_of(p.ladder.begin(), p.ladder.end(),
                            [](const Rung &r) { return r.part == "rope" && r.flies; }));
    }
    /// Straight pull: the four feet together carry the line; bolts' shears add up to it.
    void feetCarryTheLine() {
        const Proof p = proveJob(demoJob()).proof;
        const auto c = static_cast<std::size_t>(caseOf(p, "winch/straight/mid"));
        Vec3 sum = Vec3::Zero();
        for (const int s : p.idealization.footSprings[0])
            sum += p.solution.cases[c].springs[static_cast<std::size_t>(s)].head<3>();
        const double line = p.duties.cases[c].linePull;
        QVERIFY(std::abs(std::abs(sum.x()) - line) < 1e-6 * line);
        QVERIFY(std::abs(line - 42169 * demoJob().rules.shockFactor) < 1e-6);
    }
    /// All fairlead and drum forces together are the pull along the rope outside.
    void fairleadTurnsTheRope() {
        const Proof p = proveJob(demoJob()).proof;
        const HouseRules rules = demoJob().rules;
        for (const auto &[id, direction] :
             {std::pair{"winch/left-up/left", lineDirection(rules.coneSide, rules.coneUp)},
              {"winch/right-down/mid", lineDirection(-rules.coneSide, -rules.coneDown)}}) {
            const LoadCase &c = p.duties.cases[static_cast<std::size_t>(caseOf(p, id))];
            Vec3 sum = Vec3::Zero();
            for (const LoadArrow &a : c.arrows) sum += a.force;
            QVERIFY((sum - direction * c.linePull).norm() < 1e-9 * c.linePull);
        }
    }
    /// More of a thing never makes its own check worse.
    void strongerIsNotWeaker_data() {
        QTest::addColumn<QString>("setting");
        QTest::addColumn<double>("more");
        QTest::addColumn<QString>("check");
        QTest::newRow("weld leg, bracket") << "bracketWeld" << 14.0 << "weld/beam~bracket.left";
        QTest::newRow("weld leg, tab") << "tabWeld" << 12.0 << "weld/beam~tab.left";
        QTest::newRow("bracket plate") << "bracketThickness" << 20.0 << "skin/bracket.left";
        QTest::newRow("tab plate") << "tabThickness" << 25.0 << "tab/tab.left";
        QTest::newRow("tray plate") << "trayThickness" << 20.0 << "skin/tray";
    }
    void strongerIsNotWeaker() {
        QFETCH(QString, setting);
        QFETCH(double, more);
        QFETCH(QString, check);
        job::Job job = demoJob();
        const double before = find(proveJob(job).proof, check.toStdString())->utilization;
        job.pieces[0].settings[setting.toStdString()] = more;
        const double after = find(proveJob(job).proof, check.toStdString())->utilization;
        QVERIFY2(after < before, qPrintable(QStringLiteral("%1 -> %2").arg(before).arg(after)));
    }
    void everyCheckHasItsWorkingAndSource() {
        const Proof p = proveJob(demoJob()).proof;
        QVERIFY(p.checks.size() > 40);
        for (const Check &c : p.checks) {
            QVERIFY2(std::isfinite(c.utilization) && c.utilization >= 0, c.id.c_str());
            QVERIFY2(!c.working.empty(), c.id.c_str());
            QVERIFY2(std::any_of(c.working.steps.begin(), c.working.steps.end(),
                                 [](const working::Step &s) { return !s.source.empty(); }),
                     c.id.c_str());
            // the last step of the working is the number shown
            const auto u = std::find_if(c.working.steps.rbegin(), c.working.steps.rend(),
                                        [](const working::Step &s) { return s.symbol.starts_with("u"); });
            QVERIFY2(u != c.working.steps.rend(), c.id.c_str());
            QVERIFY2(std::abs(u->value - c.utilization) < 1e-9 * std::max(1.0, c.utilization), c.id.c_str());
            QVERIFY2(std::abs(c.demand / c.capacity - c.utilization) < 1e-9 * std::max(1.0, c.utilization),
                     c.id.c_str());
        }
    }
    /// The frame rail's grade is assumed in the demo: its checks are never proved, whatever they say.
    void assumedIsNotProved() {
        const Proof p = proveJob(demoJob()).proof;
        QVERIFY(find(p, "frame/mount.left")->assumed);
        job::Job job = demoJob();
        job.vehicle.railMaterialTrust = rig::Trust::Measured;
        QVERIFY(!find(proveJob(job).proof, "frame/mount.left")->assumed);
    }
    void nothingHoldsIt() {
        job::Job job = demoJob();
        const auto rig = rig::geometry(job.vehicle).value();
        auto assembly = armor::build({job.pieces[0], job.vehicle, rig, shippedStock()}).value();
        assembly.mounts.clear();
        const auto p = prove(assembly, job.vehicle, rig, shippedStock(), job.rules);
        QVERIFY(!p && p.error().kind == ProblemKind::Undetermined);
    }
    /// A part that nothing welds on is loose, and the error names it.
    void loosePartIsNamed() {
        job::Job job = demoJob();
        const auto rig = rig::geometry(job.vehicle).value();
        auto assembly = armor::build({job.pieces[0], job.vehicle, rig, shippedStock()}).value();
        std::erase_if(assembly.welds,
                      [](const armor::WeldJoint &w) { return w.a == "tab.left" || w.b == "tab.left"; });
        const auto p = prove(assembly, job.vehicle, rig, shippedStock(), job.rules);
        QVERIFY(!p && p.error().kind == ProblemKind::Mechanism);
        QVERIFY2(p.error().where.find("tab.left") != std::string::npos, p.error().where.c_str());
    }
};

QTEST_GUILESS_MAIN(TestProof)
#include "test_proof.moc"
