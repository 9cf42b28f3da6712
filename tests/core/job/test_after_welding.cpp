#include <QtTest>

#include <cmath>
#include <random>

#include "core/instrument/line.h"
#include "core/job/proof_pull.h"
#include "core/job/stuck_plan.h"
#include "core/workshop/cavities.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::job;
using hefty::testing::shippedStock;
using shape::Vec3;

namespace {

const Job &fullSet() {
    static const Job job = loadJob(demoFolder() + "/marten-full-set.girder.json").value();
    return job;
}

const Appraisal &appraised() {
    static const Appraisal a = appraise(fullSet(), shippedStock());
    return a;
}

/// Two brackets on the outer sides of the rails, four M12 bolts in 13.5 mm holes each.
/// @param length  between the holes along the rails, mm
armor::Assembly twoBrackets(double length = 100) {
    armor::Assembly a;
    for (const double side : {1.0, -1.0}) {
        armor::BoltJoint j;
        j.name = side > 0 ? "mount.left" : "mount.right";
        j.label = side > 0 ? "left bracket" : "right bracket";
        j.diameter = 12;
        j.hole = 13.5;
        j.axis = Vec3(0, side, 0);
        for (const double x : {500.0, 500.0 + length})
            for (const double z : {580.0, 640.0}) {
                j.at.emplace_back(x, side * 460, z);
                j.ids.push_back("h");
            }
        j.plane.origin = Vec3(500 + length / 2, side * 460, 610);
        a.mounts.push_back(j);
    }
    return a;
}

/// What a tape reads with the right side moved by hand, for all distances.
std::map<std::string, double> readingsOf(const armor::Assembly &a,
                                         const std::function<Vec3(const Vec3 &)> &move) {
    std::map<std::string, double> out;
    for (const workshop::HoleDistance &d : workshop::holeDistances("p", a))
        out[d.item] = (d.left - move(d.right)).norm();
    return out;
}

}  // namespace

class TestAfterWelding : public QObject {
    Q_OBJECT

  private slots:
    /// As drawn it goes on; nobody is told anything of two readings.
    void asDrawn() {
        const auto a = twoBrackets();
        QCOMPARE(workshop::holeDistances("p", a).size(), std::size_t{6});
        auto read = readingsOf(a, [](const Vec3 &p) { return p; });
        const auto b = workshop::asBuilt("p", a, read);
        QVERIFY(b && b->goesOn && std::abs(b->gap) < 1e-6 && b->moved.norm() < 1e-6);
        QCOMPARE(b->holes.size(), std::size_t{8});
        while (read.size() > 2) read.erase(read.begin());
        QVERIFY(!workshop::asBuilt("p", a, read));
        QVERIFY(!workshop::asBuilt("p", {}, readingsOf(a, [](const Vec3 &p) { return p; })));
    }
    /// 6 mm too wide: 3 at each side stand apart; the bolts go in, the faces need shims. 6 too narrow:
    /// spread.
    void tooWide() {
        const auto a = twoBrackets();
        const auto wide =
            workshop::asBuilt("p", a, readingsOf(a, [](const Vec3 &p) { return Vec3(p - Vec3(0, 6, 0)); }));
        QVERIFY(wide && !wide->goesOn);
        // six readings of 1 mm against a usual move of 4: 6/(6 + 1/16) of it is believed
        QVERIFY2(std::abs(wide->gap - 3 * 6 / (6 + 1.0 / 16)) < 0.06, qPrintable(QString::number(wide->gap)));
        for (const auto &h : wide->holes) QVERIFY(h.goesIn());
        QVERIFY(wide->advice.find("shim") != std::string::npos);
        const auto narrow =
            workshop::asBuilt("p", a, readingsOf(a, [](const Vec3 &p) { return Vec3(p + Vec3(0, 6, 0)); }));
        QVERIFY(narrow && !narrow->goesOn && narrow->advice.find("spread") != std::string::npos);
        const auto little =
            workshop::asBuilt("p", a, readingsOf(a, [](const Vec3 &p) { return Vec3(p - Vec3(0, 2, 0)); }));
        QVERIFY(little && little->goesOn);
    }
    /// One side 8 mm ahead of the other: holes 500 apart along the rails show it in the diagonals. Turned as
    /// a whole by 8/920 its faces stand askew by half of 500 · 8/920 at their ends; holes of 100 hardly show
    /// it.
    void oneSideAhead() {
        const auto ahead = [](const Vec3 &p) { return Vec3(p + Vec3(8, 0, 0)); };
        const auto a = twoBrackets(500);
        const auto b = workshop::asBuilt("p", a, readingsOf(a, ahead));
        QVERIFY(b);
        QVERIFY2(b->moved.x() > 5 && b->moved.x() < 8.5, qPrintable(QString::number(b->moved.x())));
        double most = 0;
        for (const auto &h : b->holes) most = std::max(most, std::abs(h.along));
        QVERIFY2(most > 1 && most < 2.4, qPrintable(QString::number(most)));
        const auto close = twoBrackets(100);
        QVERIFY(workshop::asBuilt("p", close, readingsOf(close, ahead))->moved.x() < 3);
    }
    /// Sides moved and turned anyhow, by a few millimeters: with all distances read without a flaw what is
    /// believed is near what is, along the way that tapes between the sides can tell; left and right may
    /// change places.
    void movedAnyhow() {
        std::mt19937 dice(31);
        std::uniform_real_distribution<double> unit(-1, 1);
        const auto a = twoBrackets(500);
        for (int run = 0; run < 200; ++run) {
            const Vec3 by(3 * unit(dice), 4 * unit(dice), 3 * unit(dice));
            const double yaw = 0.004 * unit(dice);
            const Vec3 middle(750, -460, 610);
            const auto move = [&](const Vec3 &p) {
                return Vec3(middle + by + Eigen::AngleAxisd(yaw, Vec3::UnitZ()) * (p - middle));
            };
            const auto b = workshop::asBuilt("p", a, readingsOf(a, move));
            QVERIFY(b);
            QVERIFY2(std::abs(b->moved.y() - by.y()) < 0.25,
                     qPrintable(QString("%1 for %2").arg(b->moved.y()).arg(by.y())));
            QVERIFY(std::abs(b->turned.z() - yaw) < 0.002);
            // half of the misfit at each side
            QVERIFY(std::abs(b->gap) < std::abs(by.y()) / 2 + 500 * std::abs(yaw) + 3.2 * 500.0 / 920 + 0.3);
            QVERIFY(!b->advice.empty() && !b->working.steps.empty());
            const bool tight = std::abs(b->gap) > workshop::drawnTogether;
            const bool misses = std::any_of(b->holes.begin(), b->holes.end(),
                                            [](const workshop::HoleMiss &h) { return !h.goesIn(); });
            QCOMPARE(b->goesOn, !tight && !misses);
        }
    }
    /// What the tape reads comes to a finding of the job, and goes when it is read again.
    void asFinding() {
        Job job = fullSet();
        const armor::Assembly &front = *appraised().piece("front-bumper")->assembly;
        for (const auto &d : workshop::holeDistances("front-bumper", front))
            job.log.fit.push_back({d.item, (d.left - d.right).norm() + 7, "2026-03-01", ""});
        const Appraisal wide = appraise(job, shippedStock());
        const Finding *f = wide.finding("asBuilt/front-bumper");
        QVERIFY(f && f->severity == Severity::Fix && f->stop == "fitup" && f->working);
        for (auto &r : job.log.fit) *r.value -= 7;
        QVERIFY(!appraise(job, shippedStock()).finding("asBuilt/front-bumper"));
    }
    /// The pull's plan: no more than the checks allow, its give that of the work of its load, against a pull
    /// of a known spring.
    void pullIsPlanned() {
        const PieceAppraisal &rear = *appraised().piece("rear-beam");
        const auto places = pullPlaces(rear);
        QVERIFY(places.size() == 2);
        const PullPlan plan = pullPlan(rear, places[0]).value();
        QCOMPARE(plan.stages.size(), std::size_t{4});
        QVERIFY(plan.most <= plan.rated + 1e-6 && plan.most > 0);
        QVERIFY(std::abs(plan.stages[1] - plan.most / 2) < 1e-6);
        // Maxwell and Betti: left and right alike, as the piece is
        QVERIFY(std::abs(plan.give / pullPlan(rear, places[1])->give - 1) < 0.02);
        // The place cannot come further than the whole moves.
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
            QVERIFY2(v.done && v.stop.empty(), v.stop.c_str());
            QVERIFY2(std::abs(*v.give / 1.3e-4 - 1) < 0.05, qPrintable(QString::number(*v.give)));
        }
        QVERIFY(!judge(plan, {{10000, 1.9, 0.6}}).give);
    }
    void pullStopsByItself() {
        PullPlan plan;
        plan.give = 1e-4;
        plan.stages = {10000, 20000, 30000, 40000};
        // seats by 2 mm at first; keeps 3 mm more at the third stage
        const log::PullStage first{10000, 3, 2}, second{20000, 4, 2.1}, third{30000, 8, 5.1};
        QVERIFY(judge(plan, {first, second}).stop.empty());
        QVERIFY(judge(plan, {first, second, third}).stop.starts_with("Stage 3"));
        QVERIFY(judge(plan, {{10000, 4, 3}}).stop.starts_with("Stage 1"));
        // three times as soft as computed, and nothing is kept
        QVERIFY(judge(plan, {{10000, 3.6, 0.1}}).stop.find("softer") != std::string::npos);
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
    /// A tube of 1 m with caps on both ends is sealed, 52 x 52 mm inside; with one cap off it is open; a
    /// drain at the bottom lets water out, one at the top does not.
    void hollows() {
        const Job job = hefty::testing::demoJob();
        const auto rig = rig::geometry(job.vehicle).value();
        const auto built = [&](const std::vector<Json> &more) {
            armor::Piece piece;
            piece.id = "mine";
            piece.pattern = "from-nothing";
            piece.operations = {{{"op", "tube"},
                                 {"name", "bar"},
                                 {"section", "SHS 60x60x4"},
                                 {"from", {{"at", {700, 500, 600}}}},
                                 {"to", {{"at", {700, -500, 600}}}}}};
            for (const Json &o : more) piece.operations.push_back(o);
            return armor::build({piece, job.vehicle, rig, shippedStock()}).value();
        };
        const Json cap{{"op", "cap"}, {"name", "cap.a"}, {"bar", "bar"}, {"end", "start"}};
        Json other = cap;
        other["name"] = "cap.b";
        other["end"] = "end";
        const armor::Assembly closed = built({cap, other});
        const auto of = [](const armor::Assembly &a) {
            std::vector<std::string> order;
            for (const armor::WeldJoint &w : a.welds) order.push_back(w.name);
            const auto all = workshop::cavities(a, order);
            return all.size() == 1 ? all[0] : workshop::Cavity{};
        };
        const workshop::Cavity sealed = of(closed);
        QVERIFY2(sealed.sealed(), qPrintable(QString::number(sealed.openEnds)));
        QVERIFY2(std::abs(sealed.volume - 52 * 52 * 1000.0) < 0.02 * 52 * 52 * 1000.0,
                 qPrintable(QString::number(sealed.volume)));
        QVERIFY(!sealed.lastSeam.empty());
        QVERIFY(workshop::careOf(closed, sealed)[0].text.find("Sealed") == 0);
        const workshop::Cavity open = of(built({cap}));
        QVERIFY(!open.sealed() && open.openEnds == 1 && open.drains);
        const auto drilled = [&](double at) {
            return of(
                built({cap, other, {{"op", "hole"}, {"part", "bar"}, {"at", {400, at}}, {"diameter", 10}}}));
        };
        QVERIFY(drilled(-20).drains && !drilled(-20).sealed());
        QVERIFY(!drilled(20).drains && !drilled(20).sealed());
        QVERIFY(of(built({})).openEnds == 2);
    }
    /// Frames of square tubes mitered in a ring, cut open at random: the ring is one hollow whose volume is
    /// the sum of its tubes, sealed only while nothing is drilled into it.
    void ringsOfTubes() {
        const Job job = hefty::testing::demoJob();
        const auto rig = rig::geometry(job.vehicle).value();
        std::mt19937 dice(8);
        std::uniform_real_distribution<double> unit(0, 1);
        for (int run = 0; run < 25; ++run) {
            const double w = 300 + 500 * unit(dice), h = 200 + 300 * unit(dice);
            const std::vector<Vec3> corners{
                {700, 0, 500}, {700, w, 500}, {700, w, 500 + h}, {700, 0, 500 + h}};
            armor::Piece piece;
            piece.id = "ring";
            piece.pattern = "from-nothing";
            double length = 0;
            for (std::size_t i = 0; i < 4; ++i) {
                const Vec3 &a = corners[i], &b = corners[(i + 1) % 4];
                length += (b - a).norm();
                piece.operations.push_back({{"op", "tube"},
                                            {"name", "side" + std::to_string(i)},
                                            {"section", "SHS 60x60x4"},
                                            {"cope", false},
                                            {"from", {{"at", {a.x(), a.y(), a.z()}}}},
                                            {"to", {{"at", {b.x(), b.y(), b.z()}}}}});
            }
            const bool drilled = run % 2;
            if (drilled)
                piece.operations.push_back(
                    {{"op", "hole"}, {"part", "side0"}, {"at", {w / 2, -20}}, {"diameter", 8}});
            const armor::Assembly ring = armor::build({piece, job.vehicle, rig, shippedStock()}).value();
            const auto found = workshop::cavities(ring, {});
            QCOMPARE(found.size(), std::size_t{1});
            QCOMPARE(found[0].bars.size(), std::size_t{4});
            QVERIFY(std::abs(found[0].volume / (52 * 52 * length) - 1) < 0.02);
            QCOMPARE(found[0].openEnds, 0);
            QCOMPARE(found[0].sealed(), !drilled);
            QCOMPARE(found[0].drains, drilled);  // the hole is in its lowest tube, at the bottom
            QVERIFY(!workshop::careOf(ring, found[0]).empty());
        }
    }
    void dialGauge() {
        using namespace instrument;
        const auto r = readLine(writeLine(Kind::Dial, 1, 4, 0.05, "in"));
        QVERIFY(r && r->kind == Kind::Dial && std::abs(r->value - 1.27) < 1e-9);
        QVERIFY(readLine(writeLine(Kind::Dial, 1, 4, 0, "mm")));  // it may stand at nothing
        QVERIFY(!readLine(writeLine(Kind::Dial, 1, 4, 1, "kg")));
    }
    /// 40 h estimated at 1.2 times; 50 were worked: half of the way to 1.25 times that.
    void hoursAreLearned() {
        const std::vector<log::Entry> entries{{"", log::EntryKind::Hours, "", 30, "", ""},
                                              {"", log::EntryKind::Hours, "", 20, "", ""}};
        QVERIFY(std::abs(*log::factorFrom(entries, 40, 1.2) - 1.2 * (1 + 1.25) / 2) < 1e-12);
        QVERIFY(!log::factorFrom({}, 40, 1) && !log::factorFrom(entries, 0, 1));
    }
};

QTEST_APPLESS_MAIN(TestAfterWelding)
#include "test_after_welding.moc"
