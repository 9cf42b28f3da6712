#include <QtTest>

#include <cmath>
#include <random>

#include "core/base/constants.h"
#include "core/job/shop/proof_pull.h"
#include "core/job/shop/stuck_plan.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::job;
using hefty::testing::fullSet;
using hefty::testing::shippedStock;

namespace {

const Appraisal &appraised() {
    static const Appraisal a = appraise(fullSet(), shippedStock());
    return a;
}

/// Four stages of 10 to 40 kN, a tenth of a millimeter for each.
PullPlan tenth() {
    PullPlan plan;
    plan.piece = "rear-beam";
    plan.place = "tab.left";
    plan.label = "left tab";
    plan.give = 1e-4;
    plan.most = 40000;
    plan.stages = {10000, 20000, 30000, 40000};
    return plan;
}

/// A stage of that plan in which nothing is wrong: it seats by half a millimeter.
log::PullStage good(double load) {
    return {load, 0.5 + 1e-4 * load, 0.5};
}

}  // namespace

/// Pulling to see whether it holds, and pulling a vehicle out.
class TestPulls : public QObject {
    Q_OBJECT

  private slots:
    /// The plan of a pull: in quarters; left and right of a piece that is alike on both sides give alike, and
    /// no place comes further than the whole moves.
    void pullIsPlanned() {
        const PieceAppraisal &rear = *appraised().piece("rear-beam");
        const auto places = pullPlaces(rear);
        QVERIFY(places.size() == 2);
        const PullPlan plan = pullPlan(rear, places[0]).value();
        QCOMPARE(plan.stages.size(), std::size_t{4});
        QVERIFY(plan.most <= plan.rated + 1e-6 && plan.most > 0);
        QVERIFY(std::abs(plan.stages[1] - plan.most / 2) < 1e-6);
        QVERIFY(std::abs(plan.give / pullPlan(rear, places[1])->give - 1) < 0.02);
        double largest = 0;
        for (std::size_t c = 0; c < rear.proof->duties.cases.size(); ++c)
            if (rear.proof->duties.cases[c].id == "recovery/" + places[0] + "/straight")
                largest = rear.proof->largestMove[c];
        QVERIFY(plan.give * plan.rated > 0 && plan.give * plan.rated <= largest + 0.01);
        QVERIFY(!pullPlan(rear, "beam"));
    }
    /// A known give is found from noisy readings; one that is far off does not move it.
    void giveIsFound() {
        PullPlan plan;
        plan.give = 1e-4;
        plan.most = 40000;
        plan.stages = {10000, 20000, 30000, 40000};
        std::mt19937 dice(3);
        std::normal_distribution<double> noise(0, 0.03);
        for (int run = 0; run < 50; ++run) {
            std::vector<log::PullStage> stages;
            for (const double load : plan.stages)
                stages.push_back({load, 1.3e-4 * load + 0.6 + noise(dice), 0.6 + noise(dice)});
            const PullVerdict v = judge(plan, stages);
            QVERIFY2(v.done && v.stop.text.empty(), v.stop.text.c_str());
            QVERIFY2(std::abs(*v.give / 1.3e-4 - 1) < 0.05, qPrintable(QString::number(*v.give)));
        }
        QVERIFY(!judge(plan, {{10000, 1.9, 0.6}}).give);
    }
    void pullStopsByItself() {
        PullPlan plan;
        plan.give = 1e-4;
        plan.most = 40000;
        plan.stages = {10000, 20000, 30000, 40000};
        // seats by 2 mm at first; keeps 3 mm more at the third stage
        const log::PullStage first{10000, 3, 2}, second{20000, 4, 2.1}, third{30000, 8, 5.1};
        QVERIFY(judge(plan, {first, second}).stop.text.empty());
        QVERIFY(judge(plan, {first, second, third}).stop.text.starts_with("Stage 3"));
        QVERIFY(judge(plan, {{10000, 4, 3}}).stop.text.starts_with("Stage 1"));
        // three times as soft as computed, and nothing is kept
        QVERIFY(judge(plan, {{10000, 3.6, 0.1}}).stop.text.find("softer") != std::string::npos);
        Job job = fullSet();
        job.log.pulls.push_back(
            {"rear-beam", "tab.left", "2026-03-02", {first, second, third}, "It keeps too much."});
        const Appraisal a = appraise(job, shippedStock());
        const Finding *f = a.finding("pull/tab.left");
        QVERIFY(f && f->stop == "log" && f->severity == Severity::Fix);
        const auto again = readJob(writeJob(job));
        QVERIFY(again && again->log == job.log);
        job.log.pulls.push_back(
            {"rear-beam", "tab.left", "2026-03-03", {first}, ""});  // pulled again, and it holds
        QVERIFY(!appraise(job, shippedStock()).finding("pull/tab.left"));
    }
    /// No pull is planned harder than the hardest worked check of its piece allows, whichever case that is
    /// of.
    void boundedByAllChecks() {
        int bounded = 0;
        for (const PieceAppraisal &p : appraised().pieces) {
            double hardest = 0;
            for (const proof::Check &c : p.proof->checks)
                if (c.loadCase >= 0) hardest = std::max(hardest, c.utilization);
            for (const std::string &place : pullPlaces(p)) {
                const PullPlan plan = pullPlan(p, place).value();
                QVERIFY(std::abs(plan.most - plan.rated / std::max(1.0, hardest)) < 1e-6 * plan.rated);
                bounded += plan.most < plan.rated;
            }
        }
        QVERIFY(bounded > 0);  // the front bumper has checks above 1
    }
    /// The stage that is next is the first that has not been pulled, by what was pulled, not by how often.
    void whatIsNext() {
        const PullPlan plan = tenth();
        QCOMPARE(*judge(plan, {}).next, 10000.0);
        QCOMPARE(*judge(plan, {good(9600)}).next, 20000.0);  // 4 percent less counts
        QCOMPARE(*judge(plan, {good(9000)}).next, 10000.0);  // 10 percent less does not
        QCOMPARE(*judge(plan, {good(10000), good(10000)}).next, 20000.0);
        QCOMPARE(*judge(plan, {good(31000)}).next, 40000.0);
        const PullVerdict all = judge(plan, {good(20000), good(40000)});
        QVERIFY(all.done && !all.next && all.stop.text.empty());
        QVERIFY(!judge(plan, {good(39000 * 0.9)}).done);
    }
    void pulledTooHard() {
        const PullPlan plan = tenth();
        QVERIFY(judge(plan, {good(41500)}).stop.text.empty());
        const PullVerdict hard = judge(plan, {good(10000), good(43000)});
        QVERIFY(!hard.done && !hard.next);
        QVERIFY2(hard.stop.text.starts_with("Stage 2"), hard.stop.text.c_str());
        QVERIFY2(hard.stop.in(measure::UnitSystem::Metric).find("43") != std::string::npos,
                 hard.stop.in(measure::UnitSystem::Metric).c_str());
        QVERIFY(hard.stop.in(measure::UnitSystem::Inch).find("lbf") != std::string::npos);
    }
    /// A dial that reads less under the pull than after it has been moved: nothing is read from it.
    void dialMoved() {
        const PullVerdict v = judge(tenth(), {{10000, 0.4, 0.9}});
        QVERIFY2(v.stop.text.find("moved") != std::string::npos, v.stop.text.c_str());
        QVERIFY(!v.next && !v.done);
        QVERIFY(judge(tenth(), {{10000, 0.50, 0.52}}).stop.text.empty());  // a reading's blur
    }
    /// Stages go into the last pull at the place, with why it stops, in the units of who writes it.
    void stagesAreTaken() {
        Job job = fullSet();
        job.log.pulls.clear();
        const PullPlan plan = tenth();
        PullPlan right = plan;
        right.place = "tab.right";
        QVERIFY(stagesOf(job, plan).empty());
        takeStage(job, plan, good(10000), "2026-04-01", measure::UnitSystem::Metric);
        takeStage(job, plan, good(20000), "2026-04-02", measure::UnitSystem::Metric);
        QCOMPARE(job.log.pulls.size(), std::size_t{1});
        QCOMPARE(job.log.pulls[0].date, std::string("2026-04-01"));
        QVERIFY(job.log.pulls[0].stopped.empty());
        QCOMPARE(stagesOf(job, plan).size(), std::size_t{2});
        takeStage(job, right, {10000, 9, 6}, "2026-04-02", measure::UnitSystem::Inch);
        QCOMPARE(job.log.pulls.size(), std::size_t{2});
        const std::string &inches = job.log.pulls[1].stopped;
        QVERIFY2(inches.starts_with("Stage 1") && inches.find("mm") == std::string::npos, inches.c_str());
        QCOMPARE(stagesOf(job, plan).size(), std::size_t{2});
        beginPull(job, plan, "2026-04-03");
        QVERIFY(stagesOf(job, plan).empty());
        takeStage(job, plan, good(10000), "2026-04-03", measure::UnitSystem::Metric);
        QCOMPARE(job.log.pulls.size(), std::size_t{3});
        QCOMPARE(job.log.pulls[0].stages.size(), std::size_t{2});  // the one before stays as it was
        QCOMPARE(stagesOf(job, plan).size(), std::size_t{1});
        const auto again = readJob(writeJob(job));
        QVERIFY(again && again->log == job.log);
    }
    /// Pulls at random: while every stage is good the next is asked for, in turn, to the end; a stage that
    /// keeps too much is the last.
    void anyPull() {
        std::mt19937 dice(12);
        std::uniform_real_distribution<double> unit(0, 1);
        for (int run = 0; run < 300; ++run) {
            PullPlan plan = tenth();
            plan.give = 2e-5 + 3e-4 * unit(dice);
            const double real = plan.give * (0.7 + 1.2 * unit(dice)), seats = 2 * unit(dice);
            std::vector<log::PullStage> stages;
            const int bad = run % 2 ? static_cast<int>(4 * unit(dice)) : -1;
            while (const auto next = judge(plan, stages).next) {
                const double load = *next * (0.96 + 0.06 * unit(dice));
                log::PullStage s{load, seats + real * load, seats};
                if (static_cast<int>(stages.size()) == bad) s = {load, s.reading + 6, s.left + 6};
                stages.push_back(s);
                QVERIFY(stages.size() < 6);
            }
            const PullVerdict v = judge(plan, stages);
            if (bad < 0) {
                QVERIFY2(v.done, v.stop.text.c_str());
                QVERIFY(std::abs(*v.give / real - 1) < 1e-6);  // what is kept is taken off
            } else {
                QCOMPARE(static_cast<int>(stages.size()), bad + 1);
                QVERIFY(!v.stop.text.empty() && !v.done);
            }
        }
    }
    /// 3000 kg to the fenders on a wet field: 2.1 times the weight. Lines of 1, 0.9, 0.81 and so on share it;
    /// what each part takes is summed by hand.
    void stuckToTheFenders() {
        rig::Stuck stuck;
        stuck.mass = 3000;
        stuck.mired = rig::Mired::Fenders;
        stuck.rolling = 0.1;
        const double pull = 2.1 * 3000 * 9.80665;
        const StuckPlan plan = stuckPlan(appraised(), stuck, shippedStock()).value();
        QVERIFY(std::abs(plan.pull - pull) < 1e-6 * pull);
        const int lines = plan.lines;
        double sum = 0, few = 0;
        for (int k = 0; k < lines; ++k) sum += std::pow(0.9, k);
        for (int k = 0; k + 1 < lines; ++k) few += std::pow(0.9, k);
        QVERIFY(plan.winch * sum >= pull && plan.winch * few < pull);
        QVERIFY(std::abs(plan.lineForces.front() - pull / sum) < 1);
        double all = 0;
        for (const double f : plan.lineForces) all += f;
        QVERIFY(std::abs(all - pull) < 1e-6 * pull);
        int blocks = 0;
        for (const LinePart &p : plan.parts) {
            if (p.on == LinePart::On::Block) {
                const auto k = static_cast<std::size_t>(blocks++);
                QVERIFY(std::abs(p.force - plan.lineForces[k] - plan.lineForces[k + 1]) < 1e-6);
            }
            if (p.on == LinePart::On::Anchor) QVERIFY(std::abs(p.force - pull) < 1e-6 && !p.holds());
        }
        QCOMPARE(blocks, lines - 1);
        const StuckPlan more = stuckPlan(appraised(), stuck, shippedStock(), 1).value();
        QVERIFY(more.lines == lines + 1 && more.lineForces.front() < plan.lineForces.front());
        stuck.mass = 0;
        QVERIFY(!stuckPlan(appraised(), stuck, shippedStock()));
        stuck.mass = 3e6;
        QCOMPARE(stuckPlan(appraised(), stuck, shippedStock())->lines, 0);
        QVERIFY(!stuckPlan(Appraisal{}, {3000}, shippedStock()));  // no winch
        QVERIFY(*loadedMass(appraised()) > 2000);
    }
    /// Each line pulls nine tenths of the one before it, all together the pull: a geometric series.
    void linesShareThePull() {
        std::mt19937 dice(6);
        std::uniform_real_distribution<double> unit(0, 1);
        for (int run = 0; run < 200; ++run) {
            const double pull = 1000 + 2e5 * unit(dice), winch = 1000 + 6e4 * unit(dice);
            const int n = rig::linesNeeded(pull, winch);
            for (int k = 1; k <= 10; ++k) {
                const auto forces = rig::lineForces(pull, k);
                QCOMPARE(forces.size(), static_cast<std::size_t>(k));
                const double first = pull * (1 - 0.9) / (1 - std::pow(0.9, k));
                QVERIFY(std::abs(forces[0] - first) < 1e-9 * pull);
                for (std::size_t i = 1; i < forces.size(); ++i)
                    QVERIFY(std::abs(forces[i] / forces[i - 1] - rig::keptByBlock) < 1e-12);
                QCOMPARE(first <= winch, n > 0 && k >= n);
            }
        }
    }
    /// Rolling alone is its share of the weight; on a grade the shares are those of the inclined plane.
    void groundsCost() {
        double before = 0;
        for (const rig::Ground &g : rig::grounds()) {
            QVERIFY(g.rolling > before && g.rolling < 0.5 && std::string_view(g.name).size() > 3);
            before = g.rolling;
            rig::Stuck stuck;
            stuck.mass = 2500;
            stuck.rolling = g.rolling;
            const double weight = 2500 * standardGravity;
            QVERIFY(std::abs(rig::pullToFree(stuck) - weight * g.rolling) < 1e-6);
            stuck.grade = radians(15);
            const double uphill = weight * (std::sin(radians(15)) + std::cos(radians(15)) * g.rolling);
            QVERIFY(std::abs(rig::pullToFree(stuck) - uphill) < 1e-6);
        }
    }
};

QTEST_APPLESS_MAIN(TestPulls)
#include "test_pulls.moc"
