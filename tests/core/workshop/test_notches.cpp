#include <QtTest>

#include "core/base/constants.h"
#include "core/exchange/cut_drawing.h"
#include "core/workshop/cut/notches.h"
#include "core/workshop/workshop.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::byHand;
using hefty::testing::demoRig;

namespace {

Json at(double x, double y, double z) {
    return {{"at", {x, y, z}}};
}

/// A tube of 60 x 60 x 4 from (700, 400, 600) over corners to (300, -300, 600).
Json folded(Json corners, Json to, const char *section = "SHS 60x60x4") {
    return {{"op", "tube"},        {"name", "f"},
            {"section", section},  {"from", at(700, 400, 600)},
            {"to", std::move(to)}, {"bends", std::move(corners)}};
}

Json corner(double x, double y, double z, int cuts, double radius = 0) {
    return {{"at", {x, y, z}}, {"cuts", cuts}, {"radius", radius}};
}

QString notes(const Assembly &a) {
    QString out;
    for (const BuildNote &n : a.notes) out += QString::fromStdString(n.text.in(measure::UnitSystem::Metric));
    return out;
}

}  // namespace

class TestNotches : public QObject {
    Q_OBJECT

  private slots:
    /// One notch of 90 degrees, by hand: legs of 400 and 300 to the crossing of their middles. The inside of
    /// the wall that stays lies 30 - 4 = 26 mm outside of the middle: 26 longer on both sides. The V is 56
    /// deep and 112 wide.
    void rightAngle() {
        const Assembly a = byHand({folded(Json::array({corner(700, 0, 600, 1)}), at(400, 0, 600))});
        QCOMPARE(a.foldedBars.size(), std::size_t{1});
        QVERIFY(a.bar("f.1") && a.bar("f.2"));
        const auto plan = workshop::notchPlan(a, a.foldedBars[0]);
        QCOMPARE(plan.notches.size(), std::size_t{1});
        const workshop::Notch &n = plan.notches[0];
        QVERIFY(std::abs(plan.length - (400 + 300 + 52)) < 1e-9);
        QVERIFY(std::abs(n.station - 426) < 1e-9);
        QVERIFY(std::abs(n.depth - 56) < 1e-9 && std::abs(n.width - 112) < 1e-9);
        QVERIFY(std::abs(n.angle - radians(90)) < 1e-12);
        // The tube runs to the right and then rearward: it opens on the rearward side, right of its way if
        // one looks along it with z up. The section's y points left of the way.
        const Axes axes = a.bar("f.1")->axes();
        const Vec3 open = axes.y * n.open.x() + axes.z * n.open.y();
        QVERIFY((open - Vec3(-1, 0, 0)).norm() < 1e-9);
        // Nothing is lost or gained: the straight tube less its V weighs what both legs do but for the bent
        // wall. Volume of the V in the walls: two side walls' triangles (112 x 56 / 2 each, 4 thick) and the
        // open wall's strip.
        const double area = a.bar("f.1")->properties.area, density = a.bar("f.1")->material.density;
        const double straight = plan.length * area * density;
        QVERIFY(plan.mass < straight &&
                plan.mass > straight - (2 * 112 * 56 / 2 * 4 + 112 * 60 * 4) * density * 1.1);
        // The seam goes around three walls: that of a miter is one of sqrt(2) and two of 60 and 85 ..., the
        // hinge left out.
        double length = 0;
        for (const WeldJoint &w : a.welds) length += w.length();
        const double inclined = 60 * std::sqrt(2.0);
        QVERIFY2(length > 2 * inclined && length < 2 * inclined + 61, qPrintable(QString::number(length)));
        for (const WeldJoint &w : a.welds)
            for (const Contact &c : w.contacts)
                for (const WeldLine &l : c.lines) QVERIFY((l.from + l.to).x() / 2 < 700 + 30 - 3);
    }
    /// Pie cuts follow an arc: all alike, a share of the angle each, their hinges as far apart as the polygon
    /// around the arc has it.
    void severalCuts() {
        const Assembly a = byHand({folded(Json::array({corner(700, 0, 600, 3, 150)}), at(400, 0, 600))});
        QVERIFY2(a.foldedBars.size() == 1, qPrintable(notes(a)));
        QCOMPARE(a.foldedBars[0].legs.size(), std::size_t{4});
        const auto plan = workshop::notchPlan(a, a.foldedBars[0]);
        const double each = radians(30), chord = 2 * 150 * std::tan(each / 2),
                     layer = 26 * std::tan(each / 2);
        for (const workshop::Notch &n : plan.notches) {
            QVERIFY(std::abs(n.angle - each) < 1e-9);
            QVERIFY(std::abs(n.width - 2 * 56 * std::tan(each / 2)) < 1e-9);
        }
        QVERIFY(std::abs(plan.notches[1].station - plan.notches[0].station - chord - 2 * layer) < 1e-9);
        QVERIFY(std::abs(plan.notches[2].station - plan.notches[1].station - chord - 2 * layer) < 1e-9);
        QVERIFY(std::abs(plan.notches[0].station - (400 - 150 + chord / 2 + layer)) < 1e-9);
        QVERIFY(std::abs(plan.length - (250 + 150 + 3 * chord + 6 * layer)) < 1e-9);
    }
    /// Folded flat again by its own marks the tube comes back to its path: each leg's hinge lies where it
    /// was.
    void foldsToThePath() {
        const Assembly a = byHand(
            {folded(Json::array({corner(700, 0, 600, 1), corner(500, 0, 600, 2, 80), corner(500, 0, 900, 1)}),
                    at(250, 0, 900))});
        QVERIFY2(a.foldedBars.size() == 1, qPrintable(notes(a)));
        const FoldedBar &bar = a.foldedBars[0];
        const auto plan = workshop::notchPlan(a, bar);
        QCOMPARE(plan.notches.size(), std::size_t{4});
        // walk: from hinge to hinge along the layer that keeps its length
        const auto hinge = [&](std::size_t i) -> Vec3 {
            const BarFold &f = bar.folds[i];
            return f.at + f.outward * ((f.depth / 2 - 4) / std::cos(f.angle / 2));
        };
        for (std::size_t i = 0; i + 1 < bar.folds.size(); ++i) {
            const Vec3 along = a.bar(bar.legs[i + 1])->axes().x;
            const double apart = (hinge(i + 1) - hinge(i)).dot(along);
            QVERIFY(std::abs(plan.notches[i + 1].station - plan.notches[i].station - apart) < 1e-9);
        }
    }
    /// The shop cuts one tube, not its legs; the drawing has a V for each notch and says how.
    void oneTube() {
        const Assembly a = byHand({folded(Json::array({corner(700, 0, 600, 1)}), at(400, 0, 600))});
        const job::Job job = hefty::testing::demoJob();
        workshop::Shop shop = job.shop;
        shop.rack.clear();
        const auto f = workshop::fabricate(a, demoRig(), shop, {}).value();
        QCOMPARE(f.cuts.size(), std::size_t{1});
        QCOMPARE(f.cuts[0].part, std::string("f"));
        QVERIFY(std::abs(f.cuts[0].length - 752) < 1e-9);
        QCOMPARE(f.nestings[0].nesting.bars[0].pieces.size(), std::size_t{1});
        QVERIFY(std::abs(f.nestings[0].nesting.bars[0].pieces[0].length - 752) < 1e-9);
        for (const char *name : {"f", "f.2"}) {
            const auto drawn = exchange::cutDrawing(a, name);
            QVERIFY(drawn);
            QVERIFY(std::any_of(drawn->steps.begin(), drawn->steps.end(), [](const measure::Phrase &p) {
                return p.in(measure::UnitSystem::Metric).find("Notch 1: middle 426") != std::string::npos;
            }));
        }
    }
    /// Twin, moved and taken out by its name; a leg by itself is refused.
    void asOne() {
        const Json f = folded(Json::array({corner(700, 100, 600, 1)}), at(400, 100, 600));
        const Assembly both = byHand({f, {{"op", "mirror"}, {"part", "f"}, {"name", "g"}}});
        QVERIFY2(both.foldedBars.size() == 2 && both.bar("g.1"), qPrintable(notes(both)));
        const auto one = workshop::notchPlan(both, both.foldedBars[0]),
                   other = workshop::notchPlan(both, both.foldedBars[1]);
        QVERIFY(std::abs(one.length - other.length) < 1e-9 && std::abs(one.mass - other.mass) < 1e-9);
        QCOMPARE(both.welds.size(), std::size_t{2});
        QVERIFY(std::abs(both.welds[0].length() - both.welds[1].length()) < 1e-6);
        const Assembly moved = byHand({f, {{"op", "move"}, {"part", "f"}, {"by", {0, 0, 50}}}});
        QVERIFY(std::abs(moved.bar("f.2")->to.z() - 650) < 1e-9);
        QVERIFY(std::abs(workshop::notchPlan(moved, moved.foldedBars[0]).length - one.length) < 1e-9);
        const Assembly gone = byHand({f, {{"op", "remove"}, {"part", "f"}}});
        QVERIFY(gone.bars.empty() && gone.foldedBars.empty());
        QVERIFY(notes(byHand({f, {{"op", "remove"}, {"part", "f.1"}}})).contains("name that one"));
    }
    void whatCannotBeFolded() {
        const auto why = [](Json record) { return notes(byHand({std::move(record)})); };
        QVERIFY(why(folded(Json::array({corner(700, 0, 600, 1)}), at(400, 0, 600), "CHS 60.3x5"))
                    .contains("no flat walls"));
        QVERIFY(why(folded(Json::array({corner(700, 395, 600, 1)}), at(400, 395, 600))).contains("eat up"));
        QVERIFY(why(folded(Json::array({corner(700, 0, 600, 1)}), at(400, 0, 800))).contains("slanted") ||
                byHand({folded(Json::array({corner(700, 0, 600, 1)}), at(400, 0, 800))}).foldedBars.empty());
        QVERIFY(why(folded(Json::array({corner(700, 0, 600, 1)}), at(690, 390, 600)))
                    .contains("cannot be folded by"));
        QVERIFY(why(folded(Json::array({corner(700, 0, 600, 1), Json{{"at", {500, 0, 600}}, {"radius", 90}}}),
                           at(400, 200, 600)))
                    .contains("either bent or"));
    }
};

QTEST_APPLESS_MAIN(TestNotches)
#include "test_notches.moc"
