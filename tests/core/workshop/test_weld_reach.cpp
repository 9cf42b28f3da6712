#include <QtTest>

#include <cmath>
#include <numbers>

#include "core/workshop/weld/weld_order.h"
#include "tests/core/weld_assemblies.h"

using namespace hefty;
using namespace hefty::workshop;
using namespace hefty::testing;

/// Where a torch gets to a seam, and which part is in its way.
class TestWeldReach : public QObject {
    Q_OBJECT

  private slots:
    /// Two upright plates 14 mm apart: no torch gets between them, whichever comes first is in the way of
    /// the other's inner seam.
    void tooNarrow() {
        armor::Assembly a;
        a.sheets.push_back(sheet("floor", level(0), {{0, -100}, {300, -100}, {300, 100}, {0, 100}}));
        a.sheets.push_back(sheet("one", upright(-10), {{0, 3}, {300, 3}, {300, 100}, {0, 100}}));
        a.sheets.push_back(sheet("two", upright(10), {{0, 3}, {300, 3}, {300, 100}, {0, 100}}));
        a.welds.push_back(seam("floor", "one", {{{0, -7, 3}, {300, -7, 3}}}));
        a.welds.push_back(seam("floor", "two", {{{0, 7, 3}, {300, 7, 3}}}));
        finish(a);
        const auto reach = weldReach(a).value();
        QCOMPARE(reach.size(), std::size_t{2});
        for (const StretchReach &s : reach[0].stretches) QCOMPARE(s.after, std::vector<std::string>{"two"});
        for (const StretchReach &s : reach[1].stretches) QCOMPARE(s.after, std::vector<std::string>{"one"});
        const WeldPlan plan = weldOrder(a, reach, seamWork(a, shippedStock()));
        QCOMPARE(plan.blocked.size(), std::size_t{1});
        QVERIFY(std::abs(plan.blocked[0].length - 300) < 1e-9);
        QVERIFY(plan.parts.size() == 3);
    }
    /// A plate that leans over a seam of its own at 12 degrees leaves no room for a torch: no order helps.
    void underItsOwnPart() {
        armor::Assembly a;
        const double lean = 12 * std::numbers::pi / 180;
        a.sheets.push_back(sheet("floor", level(0), {{0, -200}, {300, -200}, {300, 200}, {0, 200}}));
        const Vec3 y(0, std::cos(lean), std::sin(lean));
        a.sheets.push_back(sheet("roof", {{0, 0, 8}, Vec3::UnitX(), y, Vec3::UnitX().cross(y)},
                                 {{0, 0}, {300, 0}, {300, 180}, {0, 180}}));
        a.welds.push_back(seam("floor", "roof", {{{0, 40, 3}, {300, 40, 3}}}));
        finish(a);
        const auto reach = weldReach(a).value();
        QCOMPARE(reach.size(), std::size_t{1});
        QVERIFY(!reach[0].stretches.empty());
        for (const StretchReach &s : reach[0].stretches) {
            QVERIFY(s.after.empty());
            QCOMPARE(s.never, std::string("roof"));
        }
        const WeldPlan plan = weldOrder(a, reach, seamWork(a, shippedStock()));
        QCOMPARE(plan.blocked.size(), std::size_t{1});
        QCOMPARE(plan.blocked[0].by, std::string("roof"));
        QVERIFY(std::abs(plan.blocked[0].length - 300) < 1e-9);
    }
    /// A short post beside a long seam closes only the stretch beside it.
    void aStretchOfIt() {
        armor::Assembly a;
        a.sheets.push_back(sheet("floor", level(0), {{0, -100}, {600, -100}, {600, 100}, {0, 100}}));
        a.sheets.push_back(sheet("wall", upright(-10), {{0, 3}, {600, 3}, {600, 100}, {0, 100}}));
        a.sheets.push_back(sheet("post", upright(10), {{270, 3}, {330, 3}, {330, 250}, {270, 250}}));
        a.welds.push_back(seam("floor", "wall", {{{0, -7, 3}, {600, -7, 3}}}));
        a.welds.push_back(seam("floor", "post", {{{270, 7, 3}, {330, 7, 3}}}));
        finish(a);
        const WeldPlan plan = weldOrder(a, weldReach(a).value(), seamWork(a, shippedStock()));
        QCOMPARE(plan.blocked.size(), std::size_t{1});
        QVERIFY(plan.blocked[0].length > 0 && plan.blocked[0].length <= 120);
    }
    /// A brace on a wall, a tube along the wall over the brace's outer edge: the brace's seams lie behind it
    /// and come first, those of the tube after.
    void braceBehindATube() {
        armor::Assembly a;
        a.sheets.push_back(sheet("wall", upright(0), {{0, 0}, {600, 0}, {600, 300}, {0, 300}}));
        a.sheets.push_back(sheet("brace", across(300), {{3, 50}, {63, 50}, {63, 250}, {3, 250}}));
        a.sheets.push_back(sheet("end", across(-3), {{3, 50}, {200, 50}, {200, 250}, {3, 250}}));
        armor::BarPart tube = straightTube("tube", "CHS 60.3x5", 600);
        tube.from = {0, 93.15, 150};
        tube.to = {600, 93.15, 150};
        tube.up = Vec3::UnitZ();
        a.bars.push_back(tube);
        a.welds.push_back(
            seam("wall", "brace", {{{297, 3, 50}, {297, 3, 250}}, {{303, 3, 50}, {303, 3, 250}}}));
        a.welds.push_back(seam("wall", "end", {{{0, 3, 50}, {0, 3, 250}}}));
        a.welds.push_back(seam("end", "tube", {{{0, 123.3, 140}, {0, 123.3, 160}}}));
        finish(a);
        a.solids.push_back(armor::solidOf(tube));
        const auto reach = weldReach(a).value();
        int behind = 0;
        for (const LineReach &line : reach)
            for (const StretchReach &s : line.stretches) {
                QVERIFY(s.never.empty());
                behind += s.after == std::vector<std::string>{"tube"};
            }
        QVERIFY(behind > 0);
        const WeldPlan plan = weldOrder(a, reach, seamWork(a, shippedStock()));
        QVERIFY(plan.blocked.empty());
        const auto step = [&plan](const char *seam) {
            return std::find_if(plan.steps.begin(), plan.steps.end(),
                                [seam](const WeldStep &s) { return s.seam == seam; });
        };
        QVERIFY(step("wall~brace") < step("end~tube"));
        QVERIFY(std::find(step("wall~brace")->before.begin(), step("wall~brace")->before.end(), "tube") !=
                step("wall~brace")->before.end());
        // The tube first, as a person might drag it: the seams behind it are told.
        const WeldPlan dragged =
            weldOrderAs(a, reach, seamWork(a, shippedStock()), {"wall~end", "end~tube", "wall~brace"});
        QVERIFY(dragged.blocked.size() == 1 && dragged.blocked[0].by == "tube");
        QVERIFY(dragged.blocked[0].length > 60 && dragged.blocked[0].length <= 400);
    }
    /// The seam over the outer corner of a miter: each bar ends in the plane that both are sawn in, so that a
    /// torch stands on the bisector of the corner.
    void overAMiter() {
        armor::Assembly a;
        const double half = 12.5 * std::numbers::pi / 180;
        for (const double side : {-1.0, 1.0}) {
            armor::BarPart b;
            b.name = side < 0 ? "one" : "two";
            b.section = *shippedStock().section("RHS 120x80x6");
            b.material = *shippedStock().material("S355");
            b.properties = stock::properties(b.section, b.material.density).value();
            b.from = {0, 0, 0};
            b.to = Vec3(-std::sin(half), side * std::cos(half), 0) * 400;
            b.up = Vec3::UnitZ();
            b.cutFrom = Vec3::UnitY();
            a.bars.push_back(b);
        }
        const double outer = a.bars[0].section.width / 2 / std::cos(half);
        a.welds.push_back(seam("one", "two", {{{outer, 0, -30}, {outer, 0, 30}}}));
        for (const armor::BarPart &b : a.bars) a.solids.push_back(armor::solidOf(b));
        const auto reach = weldReach(a).value();
        QCOMPARE(reach.size(), std::size_t{1});
        QVERIFY(reach[0].torch.dot(Vec3::UnitX()) > std::cos(0.2));
        for (const StretchReach &s : reach[0].stretches) QVERIFY(s.never.empty() && s.after.empty());
    }
};

QTEST_APPLESS_MAIN(TestWeldReach)
#include "test_weld_reach.moc"
