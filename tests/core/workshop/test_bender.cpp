#include <QtTest>

#include <algorithm>
#include <cmath>
#include <numbers>
#include <random>

#include "core/base/constants.h"
#include "core/job/shop/bending.h"
#include "core/job/shop/cutting.h"
#include "core/job/shop/folding.h"
#include "core/workshop/bend/bend_marks.h"
#include "core/workshop/bend/bender.h"
#include "core/workshop/bend/twins.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::workshop;
using hefty::testing::shippedStock;
using shape::Vec3;

namespace {

parts::BarPart tube(const std::vector<Vec3> &path, double radius) {
    parts::BarPart b;
    b.name = "hoop";
    b.section = *shippedStock().section("CHS 48.3x4");
    b.material = *shippedStock().material("S355");
    b.properties = stock::properties(b.section, b.material.density).value();
    b.from = path.front();
    b.to = path.back();
    for (std::size_t i = 1; i + 1 < path.size(); ++i) b.bends.push_back({path[i], radius});
    return b;
}

const std::vector<BenderDie> dies{{"D", 48.3, 150, 75, 11, 0}};
const BenderStand hall{950, 120};

}  // namespace

class TestBender : public QObject {
    Q_OBJECT

  private slots:
    /// A line through test bends that were made up from one; of one angle a share of it; none: 2 in 90.
    void springback() {
        std::vector<TestBend> tests;
        for (const double a : {0.5, 1.0, 1.5}) tests.push_back({"D", "S355", a + 0.01 + 0.03 * a, a, ""});
        tests.push_back({"other", "S355", 2, 1, ""});
        const Springback s = springbackOf(tests, "D", "S355");
        QCOMPARE(s.tests, 3);
        QVERIFY(std::abs(s.fixed - 0.01) < 1e-12 && std::abs(s.slope - 0.03) < 1e-12);
        QVERIFY(std::abs(s.set(1.2) - 1.246) < 1e-12);
        const Springback one = springbackOf({{"D", "S355", 1.05, 1, ""}}, "D", "S355");
        QVERIFY(one.fixed == 0 && std::abs(one.slope - 0.05) < 1e-12);
        QVERIFY(std::abs(springbackOf(tests, "D", "S235").set(radians(90)) - radians(92)) < 1e-12);
    }
    /// One bend of 90 degrees between straights of 400 and 600, worked by hand.
    void oneBend() {
        const double R = 150;
        const auto plan =
            bendPlan(tube({{0, 0, 0}, {400 + R, 0, 0}, {400 + R, 600 + R, 0}}, R), dies, {}, hall);
        QVERIFY(plan && plan->works() && !plan->fromEnd);
        QVERIFY(std::abs(plan->developed - (1000 + R * std::numbers::pi / 2)) < 1e-6);
        QCOMPARE(plan->cut, plan->developed);  // both straights are long enough to hold
        QVERIFY(std::abs(plan->steps[0].bend.mark - (400 - 11)) < 1e-6);
        QVERIFY(std::abs(plan->thinned - 4 * 150 / (150 + 48.3 / 2)) < 1e-9);
        // Half of the way: the head points at 45 degrees, the end of the bend lies on the die.
        const double turned = radians(45);
        const auto line = tubeInBender(*plan, 0, turned);
        const Vec3 head = (line[0] - line[1]).normalized();
        QVERIFY((head - Vec3(std::cos(turned), std::sin(turned), 0)).norm() < 1e-9);
        QVERIFY((line[1] - Vec3(R * std::sin(turned), R * (1 - std::cos(turned)), 0)).norm() < 1e-6);
        QVERIFY(line.back().x() < -600 && std::abs(line.back().y()) < 1e-9);
    }
    /// What was bent is the bar: the tube after the last bend has the corners of its path.
    void rebuildsThePath() {
        std::mt19937 dice(5);
        std::uniform_real_distribution<double> unit(0, 1);
        int made = 0;
        for (int run = 0; run < 300; ++run) {
            std::vector<Vec3> path{Vec3::Zero()};
            Vec3 way = Vec3::UnitX();
            const int bends = 1 + run % 3;
            for (int i = 0; i <= bends; ++i) {
                path.push_back(path.back() + (450 + 300 * unit(dice)) * way);
                const Vec3 side = way.unitOrthogonal();
                const Vec3 axis = Eigen::AngleAxisd(6.28 * unit(dice), way) * side;
                way = Eigen::AngleAxisd(0.3 + 0.8 * unit(dice), axis) * way;
            }
            const auto bar = tube(path, 150);
            const auto plan = bendPlan(bar, dies, {}, {5000, 1});
            if (!plan) continue;
            ++made;
            const std::size_t last = plan->steps.size() - 1;
            const auto line = tubeInBender(*plan, last, plan->steps[last].bend.angle);
            double length = 0;
            for (std::size_t i = 0; i + 1 < line.size(); ++i) length += (line[i + 1] - line[i]).norm();
            QVERIFY(std::abs(length - plan->cut) < 0.004 * plan->cut);  // chords are shorter than arcs
            // Ends of the bar as far from each other as drawn, what is left on for gripping taken off.
            const Vec3 first = line[0] + plan->extraFrom * (line[1] - line[0]).normalized();
            const Vec3 end = line.back() + plan->extraTo * (line[line.size() - 2] - line.back()).normalized();
            QVERIFY2(std::abs((first - end).norm() - (bar.from - bar.to).norm()) < 1e-6,
                     qPrintable(QString::number((first - end).norm() - (bar.from - bar.to).norm())));
        }
        QVERIFY(made > 250);
    }
    /// A bend that turns down a leg longer than the floor is deep meets the floor, whichever end is fed.
    void floorIsMet() {
        // The first bend turns the head sideways, the second stands it up or hangs it down.
        const auto bar = tube({{0, 0, 0}, {1500, 0, 0}, {1500, 500, 0}, {1500, 500, -1500}}, 150);
        const auto deep = bendPlan(bar, dies, {}, {5000, 120});
        QVERIFY(deep && deep->works());
        const auto low = bendPlan(bar, dies, {}, {700, 120});
        QVERIFY(low && !low->works() && !low->fromEnd);
        const auto met = std::find_if(low->steps.begin(), low->steps.end(),
                                      [](const BendStep &s) { return s.barredBy == BendBar::Floor; });
        QVERIFY(met != low->steps.end());
        QVERIFY(met->barredAt >= 0 && met->barredAt <= met->bend.set);
        QCOMPARE(barName(met->barredBy), std::string_view("the floor"));
        // Looked at again at that moment: something of the tube lies below the floor, and nothing before.
        const auto step = static_cast<std::size_t>(met - low->steps.begin());
        const auto lowest = [&](double turned) {
            double z = 1e9;
            for (const Vec3 &p : tubeInBender(*low, step, turned)) z = std::min(z, p.z());
            return z - 48.3 / 2;
        };
        QVERIFY2(lowest(met->barredAt) < -700, qPrintable(QString::number(lowest(met->barredAt))));
    }
    /// Ends of 50: alone each tube needs 25 more for the clamp and 100 more for the bender to hold. Behind
    /// one another both are needed once; the cut lies in the middle. The second half is the first one
    /// mirrored: its bends turn the other way.
    void bothSidesOfOneTube() {
        const double R = 150, T = R * std::tan(radians(30));
        const Vec3 e1(1, 0, 0), axis1(0, 0, 1);
        const Vec3 e2 = Eigen::AngleAxisd(radians(60), axis1) * e1;
        const Vec3 axis2 = Eigen::AngleAxisd(radians(40), e2) * axis1;
        const Vec3 e3 = Eigen::AngleAxisd(radians(60), axis2) * e2;
        std::vector<Vec3> path{{0, 200, 500}};
        path.push_back(path.back() + (50 + T) * e1);
        path.push_back(path.back() + (2 * T + 300) * e2);
        path.push_back(path.back() + (T + 50) * e3);
        armor::Assembly piece;
        piece.bars.push_back(tube(path, R));
        for (Vec3 &p : path) p.y() = -p.y();
        piece.bars.push_back(tube(path, R));
        piece.bars[1].name = "twin";
        Shop shop;
        shop.dies = dies;
        shop.kerf = 3;
        const double developed = 50 + 300 + 50 + 2 * R * radians(60);
        QVERIFY(std::abs(lengthToBend(piece.bars[0], shop) - (developed + 125)) < 1e-6);
        const auto twins = twinTubes(piece, shop);
        QCOMPARE(twins.size(), std::size_t{1});
        const BendPlan &plan = twins[0].plan;
        QVERIFY(plan.works());
        QVERIFY(std::abs(plan.cut - (2 * developed + 3 + 125)) < 1e-6);
        QVERIFY(std::abs(twins[0].saved - 125) < 1e-6);
        QVERIFY(std::abs(plan.cutApart - (25 + developed + 1.5)) < 1e-6);
        QCOMPARE(plan.steps.size(), std::size_t{4});
        QVERIFY(std::abs(std::abs(plan.steps[1].bend.rotation) - radians(40)) < 1e-9);
        QVERIFY(std::abs(plan.steps[1].bend.rotation + plan.steps[3].bend.rotation) < 1e-9);
        QVERIFY(std::abs(plan.straights[2] - 103) < 1e-6);
        // What is no mirror image is bent by itself; so is what no die takes.
        piece.bars[1].to.z() += 5;
        QVERIFY(twinTubes(piece, shop).empty());
        shop.dies[0].radius = 200;
        QVERIFY(twinTubes(piece, shop).empty());
        QCOMPARE(lengthToBend(piece.bars[0], shop), piece.bars[0].cutLength());
    }
    /// Fed by its start a long leg hangs to the floor at the second bend; by its end a short one does.
    void fromTheOtherEnd() {
        const auto bar = tube({{0, 0, 0}, {1400, 0, 0}, {1400, 500, 0}, {1400, 500, -500}}, 150);
        const auto both = bendPlan(bar, dies, {}, {5000, 120});
        QVERIFY(both && both->works() && !both->fromEnd);
        const auto one = bendPlan(bar, dies, {}, {700, 120});
        QVERIFY(one && one->works() && one->fromEnd);
        QVERIFY(std::abs(one->cut - both->cut) < 1e-6);
        // The bends of the one are those of the other from behind.
        QVERIFY(std::abs(one->steps[0].bend.angle - both->steps[1].bend.angle) < 1e-9);
        QVERIFY(std::abs(one->straights.front() - both->straights.back()) < 1e-6);
    }
    /// Bent back along itself, 420 beside, the head comes over a bed of 450 to each side, not of 60.
    void bedIsMet() {
        const Vec3 a(900, 0, 0), b(900, 420, 0);
        const auto bar = tube({{0, 0, 0}, a, b, {0, 420, 0}}, 150);
        const auto slim = bendPlan(bar, dies, {}, {5000, 60});
        QVERIFY(slim && slim->works());
        const auto wide = bendPlan(bar, dies, {}, {5000, 450});
        QVERIFY(wide && !wide->works());
        QVERIFY(std::any_of(wide->steps.begin(), wide->steps.end(),
                            [](const BendStep &s) { return s.barredBy == BendBar::Bed; }));
    }
    void whatIsInTheWay() {
        // 30 of straight between two bends: the clamp wants 75.
        const double R = 150, setback = R * std::tan(radians(20) / 2);
        const double between = 2 * setback + 30;
        const Vec3 a(600, 0, 0), b = a + between * Vec3(std::cos(radians(20)), std::sin(radians(20)), 0);
        const auto tight = bendPlan(
            tube({{0, 0, 0}, a, b, b + 700 * Vec3(std::cos(radians(40)), std::sin(radians(40)), 0)}, R), dies,
            {}, hall);
        QVERIFY(tight && !tight->works());
        QCOMPARE(tight->steps[1].barredBy, BendBar::Clamp);
        QVERIFY(std::abs(tight->steps[1].ahead - 30) < 1e-6);
        // A start shorter than the clamp is made longer and sawn off.
        const auto shortStart =
            bendPlan(tube({{0, 0, 0}, {R + 40, 0, 0}, {R + 40, 700, 0}}, R), dies, {}, hall);
        QVERIFY(shortStart && std::abs(shortStart->extraFrom - 35) < 1e-6);
        QVERIFY(std::abs(shortStart->cut - shortStart->developed - 35) < 1e-6);
        // No die, several radii, pulls of the stroke.
        const auto none = bendPlan(tube({{0, 0, 0}, {600, 0, 0}, {600, 700, 0}}, 200), dies, {}, hall);
        QVERIFY(!none && none.error().kind == ProblemKind::UnknownId);
        auto odd = tube({{0, 0, 0}, {600, 0, 0}, {600, 700, 0}, {1300, 700, 0}}, 150);
        odd.bends[1].radius = 100;
        QVERIFY(!bendPlan(odd, dies, {}, hall));
        std::vector<BenderDie> ratchet = dies;
        ratchet[0].stroke = radians(40);
        const auto pulls = bendPlan(tube({{0, 0, 0}, {600, 0, 0}, {600, 700, 0}}, R), ratchet, {}, hall);
        QCOMPARE(pulls->steps[0].pulls, 3);  // 92 degrees by 40
    }
    /// What a brake does not make, by hand: a channel of 100 with sides of 120 in 4 mm, folded upright,
    /// strikes it; with sides of 80 it does not. A side of 12 does not lie over a die that takes 4 times 4;
    /// longer and thicker than it makes is told first. Folds over kerfs are made by hand.
    void foldsOnTheBrake() {
        const auto told = [](double side, double thickness, double length, double skin,
                             double second = std::numbers::pi / 2) {
            job::PieceAppraisal piece;
            armor::Assembly a;
            armor::FoldedSheet sheet;
            sheet.name = "tray";
            sheet.thickness = thickness;
            const auto add = [&](const char *name, double from, double to) {
                armor::SheetPart s;
                s.name = name;
                s.outline = {{from, 0}, {to, 0}, {to, length}, {from, length}};
                a.sheets.push_back(s);
                sheet.facets.emplace_back(name);
            };
            add("tray.1", 0, 100);
            add("tray.2", 100, 100 + side);
            add("tray.3", -side, 0);
            for (const double x : {100.0, 0.0}) {
                armor::FoldLine l;
                l.from = x > 0 ? shape::Vec2(x, length) : shape::Vec2(x, 0);
                l.to = x > 0 ? shape::Vec2(x, 0) : shape::Vec2(x, length);
                l.angle = x > 0 ? std::numbers::pi / 2 : second;
                l.skin = skin;
                l.right = 0;
                l.left = x > 0 ? 1 : 2;
                sheet.lines.push_back(l);
            }
            a.folded.push_back(sheet);
            piece.assembly = std::make_shared<const armor::Assembly>(a);
            workshop::Shop shop;
            shop.brakeLength = 1250;
            shop.brakeThickness = 8;
            shop.leastFlange = 4;
            const auto found = job::foldFindings(piece, shop);
            return found.empty() ? std::string() : found[0].sentence.in(measure::UnitSystem::Metric);
        };
        QVERIFY(told(80, 4, 500, 0).empty());
        QVERIFY(told(120, 4, 500, 0).find("strikes the brake") != std::string::npos);
        QVERIFY(told(120, 4, 500, 0, -std::numbers::pi / 2).empty());  // one up, one down
        QVERIFY(told(12, 4, 500, 0).find("12 mm does not lie") != std::string::npos);
        QVERIFY(told(80, 4, 1300, 0).find("1300 mm") != std::string::npos);
        QVERIFY2(told(80, 10, 1300, 0).find("is 10 mm thick") != std::string::npos,
                 told(80, 10, 1300, 0).c_str());
        QVERIFY(told(120, 10, 1300, 1.5).empty());
    }
    /// As findings of a job, and what the shop has of dies in its file.
    void findings() {
        const job::Job job = job::loadJob(demoFolder() + "/marten-tube-front.girder.json").value();
        const job::Appraisal a = job::appraise(job, shippedStock());
        const job::PieceAppraisal *front = a.piece("tube-front");
        QVERIFY(front && front->bent.size() == 2);
        for (const job::BentBar &b : front->bent) QVERIFY2(b.plan && b.plan->works(), b.why.c_str());
        QVERIFY(!a.finding("bend/hoop.main"));
        job::Job other = job;
        other.shop.dies.pop_back();  // the one for the upper hoop
        const job::Appraisal missing = job::appraise(other, shippedStock());
        const job::Finding *f = missing.finding("bend/hoop.upper");
        QVERIFY(f && f->severity == job::Severity::Fix && !missing.finding("bend/hoop.main"));
        other.shop.dies.clear();
        const job::Appraisal bare = job::appraise(other, shippedStock());
        QVERIFY(bare.finding("bend/dies") && bare.finding("bend/dies")->severity == job::Severity::Note);
        const auto again = job::readJob(job::writeJob(job));
        QVERIFY(again && again->shop == job.shop);
        for (const char *bad :
             {R"({"dies": [{"id": "x", "tube": -1, "radius": 100}]})",
              R"({"testBends": [{"die": "x", "material": "S355", "set": 1, "got": 2}]})",
              R"({"sheets": [{"id": "s", "material": "S355", "thickness": 0, "length": 1, "width": 1}]})"}) {
            Faults faults;
            (void)readShop(parseJson(bad).value(), "shop", faults);
            QVERIFY2(!faults.none(), bad);
        }
    }

    /// Marks on the tube by hand: a start mark lies the die's setback before the tangent point; the arc is
    /// radius times angle; a tube turned by a quarter is marked a quarter of its circumference around, and
    /// What the saw is told of a bent tube is what its bends need, by itself or with its twin, in the cut
    /// list as in the nesting; cut so, nothing is told to be off.
    void cutAsItIsBent() {
        for (const bool together : {false, true}) {
            job::Job job = job::loadJob(hefty::testing::demoPath("marten-full-set")).value();
            job.shop.twins = together;
            const job::Appraisal a = job::appraise(job, shippedStock());
            const job::PieceAppraisal &sliders = *a.piece("sliders");
            QCOMPARE(sliders.bent.size(), std::size_t(together ? 1 : 2));
            for (const job::BentBar &bent : sliders.bent) {
                const auto &cuts = sliders.fabrication->cuts;
                const auto item = std::find_if(cuts.begin(), cuts.end(),
                                               [&](const CutItem &c) { return c.part == bent.part; });
                QVERIFY(item != cuts.end() && bent.plan);
                QVERIFY(std::abs(item->length - bent.plan->cut) < 1e-9);
                QVERIFY(together == (item->note.text.find("One tube with") != std::string::npos));
            }
            for (const SectionNesting &n : sliders.fabrication->nestings)
                for (const NestedBar &bar : n.nesting.bars) {
                    if (!bar.bar.onHand) continue;
                    const auto booked = job::cutBar(job, "sliders", n, bar, "2026-11-30");
                    QVERIFY2(booked, booked ? "" : booked.error().message.c_str());
                }
            QVERIFY(!job.log.cut.empty());
            for (const job::Finding &f : job::appraise(job, shippedStock()).findings)
                QVERIFY2(!f.id.starts_with("cut/off/"), f.id.c_str());
        }
    }
    /// after four of them where it began.
    void marksOnTheTube() {
        BendPlan plan;
        plan.dieRadius = 120;
        plan.straights = {300, 200, 150, 100, 90, 80};
        const double quarter = std::numbers::pi / 2;
        double at = 0;
        constexpr double setback = 16;
        for (std::size_t i = 0; i < 5; ++i) {
            BendStep step;
            step.bend.angle = quarter / 2;
            step.bend.set = quarter / 2 + 0.02;
            step.bend.rotation = i == 0 ? 0 : quarter;
            at += plan.straights[i];
            step.bend.mark = at - setback;
            at += 120 * quarter / 2;
            plan.steps.push_back(step);
        }
        const auto marks = bendMarks(plan, 60.3);
        QCOMPARE(marks.size(), std::size_t{5});
        QVERIFY(std::abs(marks[0].from - 300) < 1e-9 && std::abs(marks[0].to - 300 - 94.2478) < 1e-3);
        QVERIFY(std::abs(marks[1].from - (300 + 94.2478 + 200)) < 1e-3);
        for (const BendMarks &m : marks) QVERIFY(std::abs(m.from - m.along - setback) < 1e-9);
        QCOMPARE(marks[0].around, 0.0);
        QVERIFY(std::abs(marks[1].around - 47.3595) < 1e-3);  // pi 60.3/4
        QVERIFY(std::abs(marks[3].around - 142.0786) < 1e-3);
        QVERIFY(marks[4].around < 1e-6);
    }
};

QTEST_APPLESS_MAIN(TestBender)
#include "test_bender.moc"
