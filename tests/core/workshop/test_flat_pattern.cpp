#include <QtTest>

#include <cmath>
#include <numbers>
#include <random>

#include "core/armor/builder.h"
#include "core/armor/making/folded_sheet.h"
#include "core/base/constants.h"
#include "core/clearance/gaps.h"
#include "core/shape/clipping.h"
#include "core/workshop/convex_bodies.h"
#include "core/workshop/flat/flat_pattern.h"
#include "core/workshop/flat/flat_strip.h"
#include "core/workshop/masses.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::shippedStock;

namespace {

/// A folded sheet by itself, lying at the floor's level.
Assembly folded(const FoldedOutline &outline, double thickness = 5) {
    static const job::Job job = hefty::testing::demoJob();
    static const auto rig = rig::geometry(job.vehicle).value();
    static const Piece piece = [] {
        Piece p;
        p.id = "p";
        p.pattern = "from-nothing";
        return p;
    }();
    const BuildInput input{piece, job.vehicle, rig, shippedStock()};
    Maker maker(input, *pattern("from-nothing"));
    addFoldedSheet(maker, "sheet", {}, levelAt(0), outline, thickness, *shippedStock().material("S355"));
    return std::move(maker.out());
}

std::pair<Vec2, Vec2> boundsOf(const Polygon2 &ring) {
    Vec2 low = ring.front(), high = low;
    for (const Vec2 &p : ring) {
        low = low.cwiseMin(p);
        high = high.cwiseMax(p);
    }
    return {low, high};
}

/// A tray: a floor of 200 x 120 with a flange on each side, its corners notched.
FoldedOutline tray(double flange, double angle) {
    const double x = 100, y = 60, f = flange;
    FoldedOutline t;
    t.outline = {{-x, -y - f}, {x, -y - f}, {x, -y}, {x + f, -y}, {x + f, y},   {x, y},
                 {x, y + f},   {-x, y + f}, {-x, y}, {-x - f, y}, {-x - f, -y}, {-x, -y}};
    t.folds = {{{x, y}, {x, -y}, angle, 6},
               {{-x, -y}, {-x, y}, angle, 6},
               {{-x, y}, {x, y}, angle, 6},
               {{x, -y}, {-x, -y}, angle, 6}};
    return t;
}

}  // namespace

class TestFlatPattern : public QObject {
    Q_OBJECT

  private slots:
    /// A radius of 60 in a sheet of 4 is made of small folds: together the angle and the arc, each so small
    /// that the corner between two leaves the arc of the middle by 0.3 mm at most; one of 8 is made by the
    /// punch.
    void seriesOfSmallFolds() {
        for (const double radius : {8.0, 60.0}) {
            armor::Assembly a;
            armor::FoldedSheet sheet;
            sheet.name = "sheet";
            sheet.thickness = 4;
            for (int i = 0; i < 2; ++i) {
                armor::SheetPart side;
                side.name = "sheet." + std::to_string(i + 1);
                side.outline = {
                    {i * 200.0, 0}, {i * 200.0 + 200, 0}, {i * 200.0 + 200, 100}, {i * 200.0, 100}};
                side.thickness = 4;
                a.sheets.push_back(side);
                sheet.facets.push_back(side.name);
            }
            armor::FoldLine line;
            line.from = {200, 100};
            line.to = {200, 0};
            line.angle = std::numbers::pi / 3;
            line.radius = radius;
            line.right = 0;
            line.left = 1;
            sheet.lines = {line};
            const workshop::FlatPattern flat = workshop::flatPattern(a, sheet);
            QCOMPARE(flat.lines.size(), std::size_t{1});
            const workshop::BendLine &l = flat.lines[0];
            if (radius < 10) {
                QCOMPARE(l.series, 1);
                continue;
            }
            QVERIFY(l.series > 2);
            QVERIFY(std::abs(l.spacing * l.series - std::numbers::pi / 3 * (60 + 0.42 * 4)) < 1e-9);
            const double each = std::numbers::pi / 3 / l.series;
            QVERIFY(62 * (1 - std::cos(each / 2)) <= 0.3 + 1e-9);
            QVERIFY(62 * (1 - std::cos(std::numbers::pi / 3 / (l.series - 1) / 2)) > 0.3);
            const std::string told = workshop::foldStep(l, 1).in(measure::UnitSystem::Metric);
            QVERIFY2(told.find("small folds") != std::string::npos, told.c_str());
        }
    }
    /// A strip of 8 mm, cut 6 deep and folded by 30 degrees over the skin of 2: the middle of the skin lies
    /// 3 mm outside of the strip's middle, so each half grows by 3 tan(15). The V is 2 (8 - 1) tan(15) wide.
    void overAKerf() {
        for (const double way : {1.0, -1.0}) {
            FoldedOutline strip;
            strip.outline = {{-150, -50}, {150, -50}, {150, 50}, {-150, 50}};
            strip.folds = {{{0, -50}, {0, 50}, way * radians(30), 0, 2}};
            strip.stays = {-75, 0};
            const Assembly a = folded(strip, 8);
            QCOMPARE(a.folded.size(), std::size_t{1});
            const workshop::FlatPattern flat = workshop::flatPattern(a, a.folded[0]);
            const double tan = std::tan(radians(15));
            const auto [low, high] = boundsOf(flat.rim);
            QVERIFY(std::abs(high.x() - low.x() - (300 + 6 * tan)) < 1e-3);
            QVERIFY(std::abs(flat.lines[0].from.x() - low.x() - (150 + 3 * tan)) < 1e-3);
            QVERIFY(std::abs(flat.lines[0].kerfDepth - 6) < 1e-12);
            QVERIFY(std::abs(flat.lines[0].kerfWidth - 14 * tan) < 1e-12);
            QCOMPARE(workshop::roundedOff(a.folded[0]), 0.0);
            // One seam along the inside, the skin beside it; the inside is where both sides look at each
            // other.
            const std::vector<WeldJoint> folds = foldsOf(a);
            QCOMPARE(folds.size(), std::size_t{1});
            QVERIFY(folds[0].is(SeamKind::Kerf) && !folds[0].isFold());
            QVERIFY(std::abs(folds[0].length() - 100) < 1e-9);
            const SheetPart &one = a.sheets[0], &other = a.sheets[1];
            for (const WeldLine &l : folds[0].contacts[0].lines) {
                const Vec3 towards = (one.center() + other.center()) / 2 - (l.from + l.to) / 2;
                const Vec3 fold = one.axes.toWorld(Vec2(0, 0)) - (l.from + l.to) / 2;
                QCOMPARE(fold.dot(towards) > 0, l.skin);
            }
        }
        // A larger leg, stitches or no seam at all by hand: the seam stays as thick as the skin, which is not
        // stitched, and has to be welded.
        job::Job job = job::loadJob(hefty::testing::demoPath("marten-strip-front")).value();
        const auto rig = rig::geometry(job.vehicle).value();
        const auto kerfOf = [&](Tweak::Kind kind, double value, double pitch) {
            Piece piece = job.pieces[0];
            piece.tweaks.push_back({kind, "strip.1~strip.2", Vec3::Zero(), {}, value, {pitch, 0}, {}});
            const Assembly a = build({piece, job.vehicle, rig, shippedStock()}).value();
            for (const WeldJoint &w : a.welds)
                if (w.is(SeamKind::Kerf)) return w;
            return WeldJoint();
        };
        const double skin = armor::number(job.pieces[0], *pattern("strip-bumper"), "skin");
        QVERIFY(std::abs(kerfOf(Tweak::Kind::WeldLeg, 12, 0).leg - skin * std::sqrt(2.0)) < 1e-9);
        QCOMPARE(kerfOf(Tweak::Kind::WeldLeg, 1.5, 0).leg, 1.5);
        QCOMPARE(kerfOf(Tweak::Kind::LeaveOut, 0, 0).contacts.size(), std::size_t{1});
        const WeldJoint stitched = kerfOf(Tweak::Kind::Stitch, 40, 90);
        const double whole = kerfOf(Tweak::Kind::WeldLeg, 1.5, 0).length();
        QVERIFY(stitched.length() > 0 && stitched.length() < 0.8 * whole);
        double left = 0;
        for (const WeldLine &l : stitched.contacts[0].lines)
            if (l.skin) left += (l.to - l.from).norm();
        QVERIFY(std::abs(left - whole) < 1e-6);
        // Bent on a brake there is no seam.
        FoldedOutline bent;
        bent.outline = {{-150, -50}, {150, -50}, {150, 50}, {-150, 50}};
        bent.folds = {{{0, -50}, {0, 50}, radians(30), 8}};
        QVERIFY(foldsOf(folded(bent, 8))[0].isFold());
    }
    /// Four flanges of a tray stand up around its floor, each where its fold is.
    void trayStandsUp() {
        const Assembly a = folded(tray(40, std::numbers::pi / 2));
        QCOMPARE(a.sheets.size(), std::size_t{5});
        QCOMPARE(a.folded[0].lines.size(), std::size_t{4});
        QVERIFY(std::abs(a.sheet("sheet.1")->axes.z.z() - 1) < 1e-12);
        for (int i = 2; i <= 5; ++i) {
            const SheetPart &s = *a.sheet("sheet." + std::to_string(i));
            QVERIFY(std::abs(s.axes.z.z()) < 1e-12);
            double high = 0;
            for (const Vec2 &p : s.outline) high = std::max(high, s.axes.toWorld(p).z());
            QVERIFY(std::abs(high - 40) < 1e-9);
            // and all of it within the floor's rectangle
            for (const Vec2 &p : s.outline) {
                const Vec3 at = s.axes.toWorld(p);
                QVERIFY(std::abs(at.x()) < 100 + 1e-9 && std::abs(at.y()) < 60 + 1e-9);
            }
        }
    }
    /// Laid flat again each flange has come in by its deduction; the blank's area by hand.
    void trayLaidFlat() {
        const Assembly a = folded(tray(40, std::numbers::pi / 2));
        const workshop::FlatPattern flat = workshop::flatPattern(a, a.folded[0]);
        const double R = 6 + 2.5, deduction = 2 * R - std::numbers::pi / 2 * (6 + 0.42 * 5);
        const auto [low, high] = boundsOf(flat.rim);
        QVERIFY(std::abs(high.x() - low.x() - (280 - 2 * deduction)) < 1e-3);
        QVERIFY(std::abs(high.y() - low.y() - (200 - 2 * deduction)) < 1e-3);
        const double area = 200 * 120 + 2 * (40 - deduction) * (200 + 120);
        QVERIFY2(std::abs(std::abs(shape::area(flat.rim)) - area) < 1,
                 qPrintable(QString::number(shape::area(flat.rim) - area)));
        QCOMPARE(flat.rim.size(), std::size_t{12});
    }
    /// Strips of random legs and angles: as long as the other formula for folded strips tells.
    void stripsBothWays() {
        std::mt19937 random(8);
        std::uniform_real_distribution<double> leg(60, 200), turn(-1.3, 1.3), radius(3, 15);
        for (int run = 0; run < 60; ++run) {
            const int bends = 1 + static_cast<int>(random() % 4);
            const double t = 3 + run % 5;
            std::vector<double> legs;
            for (int i = 0; i <= bends; ++i) legs.push_back(leg(random));
            FoldedOutline o;
            workshop::FoldedStrip strip;
            strip.thickness = t;
            double at = 0;
            for (int i = 0; i <= bends; ++i) {
                at += legs[static_cast<std::size_t>(i)];
                if (i == bends) break;
                double angle = turn(random);
                if (std::abs(angle) < 0.1) angle = 0.4;
                const double r = radius(random);
                o.folds.push_back({{at, 50}, {at, 0}, angle, r});
                strip.bends.push_back({std::abs(angle), r});
            }
            o.outline = {{0, 0}, {at, 0}, {at, 50}, {0, 50}};
            // Legs to the crossings of the outsides: half of the thickness further at each bend.
            for (int i = 0; i <= bends; ++i) {
                double outside = legs[static_cast<std::size_t>(i)];
                if (i > 0)
                    outside += t / 2 * std::tan(strip.bends[static_cast<std::size_t>(i - 1)].angle / 2);
                if (i < bends)
                    outside += t / 2 * std::tan(strip.bends[static_cast<std::size_t>(i)].angle / 2);
                strip.legs.push_back(outside);
            }
            const Assembly a = folded(o, t);
            const workshop::FlatPattern flat = workshop::flatPattern(a, a.folded[0]);
            const auto [low, high] = boundsOf(flat.rim);
            const workshop::FlatStrip other = workshop::flatten(strip).value();
            QVERIFY2(std::abs(high.x() - low.x() - other.developed) < 2e-3,
                     qPrintable(QString("%1: %2 %3").arg(run).arg(high.x() - low.x()).arg(other.developed)));
            QCOMPARE(flat.lines.size(), other.lines.size());
            for (std::size_t i = 0; i < other.lines.size(); ++i)
                QVERIFY(std::abs(flat.lines[i].from.x() - low.x() - other.lines[i]) < 2e-3);
        }
    }
    /// Holes and openings go with the side that they are in.
    void holesGoAlong() {
        FoldedOutline o;
        o.outline = {{0, 0}, {200, 0}, {200, 80}, {0, 80}};
        o.folds = {{{100, 80}, {100, 0}, 1.2, 5}};
        o.holes = {{"a", {30, 40}, 10, "bolt"}, {"b", {170, 40}, 10, "bolt"}};
        o.cutouts = {{{140, 30}, {155, 30}, {155, 50}, {140, 50}}};
        const Assembly a = folded(o);
        QCOMPARE(a.sheet("sheet.1")->holes.size(), std::size_t{1});
        QCOMPARE(a.sheet("sheet.2")->holes.size(), std::size_t{1});
        QCOMPARE(a.sheet("sheet.2")->cutouts.size(), std::size_t{1});
        const workshop::FlatPattern flat = workshop::flatPattern(a, a.folded[0]);
        QCOMPARE(flat.holes.size(), std::size_t{2});
        const double apart = (flat.holes[1].at - flat.holes[0].at).norm();
        QVERIFY(std::abs(apart - (140 - flat.lines[0].deduction)) < 1e-6);
        QVERIFY(std::abs(shape::area(flat.cutouts[0])) - 300 < 0.1);
        QVERIFY(workshop::foldedOf(a, "sheet.2") && !workshop::foldedOf(a, "other"));
    }
    /// What is not folded is its own pattern.
    void plainSheet() {
        SheetPart s;
        s.outline = {{0, 0}, {10, 0}, {10, 10}, {0, 10}};
        s.holes = {{"h", {5, 5}, 2, ""}};
        const workshop::FlatPattern flat = workshop::flatPattern(s);
        QVERIFY(flat.rim == s.outline && flat.holes.size() == 1 && flat.lines.empty());
    }
    /// The gap to a bent tube is that to its bend, not to the hull across it.
    void bentTubeIsNoHull() {
        Assembly a;
        BarPart b;
        b.name = "bent";
        b.section = *shippedStock().section("CHS 48.3x4");
        b.material = *shippedStock().material("S355");
        b.properties = stock::properties(b.section, b.material.density).value();
        b.from = {0, 0, 0};
        b.to = {600, 600, 0};
        b.bends = {{{600, 0, 0}, 150}};
        a.bars.push_back(b);
        const job::Job job = hefty::testing::demoJob();
        const auto rig = rig::geometry(job.vehicle).value();
        const Piece piece;
        findWelds(a, nullptr, {piece, job.vehicle, rig, shippedStock()});
        const auto bodies = workshop::convexBodies(a);
        QVERIFY(bodies.size() > 8);
        // A box in the corner of the L, 100 mm from each leg: the hull of both legs would hold it.
        const double d = 24.15 + 100;
        const auto gaps = clearance::gaps(bodies, {{"box", {200, d, -10}, {600 - d, 400, 10}, 500}}).value();
        double least = 1e9;
        for (const auto &g : gaps) least = std::min(least, g.distance);
        // the inner corner of the box against the arc: nearer than the legs, far from touching
        const double corner = 150 - std::hypot(450 - (600 - d), 150 - d) - 24.15;
        QVERIFY2(std::abs(least - std::min(100.0, corner)) < 1.5,
                 qPrintable(QString("%1 %2").arg(least).arg(corner)));
    }
    /// A sheet with a notch lets into it what its hull would not.
    void notchIsFree() {
        Assembly a;
        SheetPart s;
        s.name = "angle";
        s.axes = levelAt(0);
        s.outline = {{0, 0}, {300, 0}, {300, 60}, {60, 60}, {60, 300}, {0, 300}};
        s.thickness = 6;
        s.material = *shippedStock().material("S355");
        a.sheets.push_back(s);
        const job::Job job = hefty::testing::demoJob();
        const auto rig = rig::geometry(job.vehicle).value();
        const Piece piece;
        findWelds(a, nullptr, {piece, job.vehicle, rig, shippedStock()});
        const auto gaps =
            clearance::gaps(workshop::convexBodies(a), {{"box", {100, 100, -10}, {200, 200, 10}, 500}})
                .value();
        double least = 1e9;
        for (const auto &g : gaps) least = std::min(least, g.distance);
        QVERIFY(std::abs(least - 40) < 1e-6);
    }
};

QTEST_APPLESS_MAIN(TestFlatPattern)
#include "test_flat_pattern.moc"
