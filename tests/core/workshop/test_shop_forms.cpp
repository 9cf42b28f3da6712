#include <QtTest>

#include <cmath>
#include <numbers>
#include <random>

#include "core/log/logbook.h"
#include "core/workshop/bend/bend.h"
#include "core/workshop/cut/cope.h"
#include "core/workshop/flat/flat_strip.h"
#include "core/workshop/weld/weld_list.h"

using namespace hefty;
using namespace hefty::workshop;
using shape::Vec3;

class TestShopForms : public QObject {
    Q_OBJECT

  private slots:
    /// What a log comes to, by hand; what was hit most often comes first.
    void logSums() {
        using log::EntryKind;
        const log::LogSums s = log::sumOf({{"", EntryKind::Hours, "", 2.5, "", ""},
                                           {"", EntryKind::Hours, "", 4, "", ""},
                                           {"", EntryKind::Cost, "", 120, "", ""},
                                           {"", EntryKind::Trip, "", 310, "", ""},
                                           {"", EntryKind::Pull, "", 9e9, "", ""},
                                           {"", EntryKind::Hit, "", 0, "", "beam"},
                                           {"", EntryKind::Hit, "", 0, "", "tab.left"},
                                           {"", EntryKind::Hit, "", 0, "", "tab.left"}});
        QCOMPARE(s.hours, 6.5);
        QCOMPARE(s.cost, 120.0);
        QCOMPARE(s.distance, 310.0);
        QVERIFY((s.hits == std::vector<std::pair<std::string, int>>{{"tab.left", 2}, {"beam", 1}}));
    }
    void seamSums() {
        std::vector<SeamWork> seams(2);
        seams[0].minutes = 3;
        seams[1].minutes = 4;
        seams[0].deposit = 0.1;
        seams[1].deposit = 0.2;
        QCOMPARE(sumOf(seams).minutes, 7.0);
        QVERIFY(std::abs(sumOf(seams).deposit - 0.3) < 1e-12);
    }
    /// A tube of half the size, square on its chord: deepest at the sides by R - sqrt(R2 - r2).
    void squareCope() {
        CopeJoint j;
        j.diameter = 40;
        j.wall = 3;
        j.chordDiameter = 80;
        j.angle = std::numbers::pi / 2;
        const CopeTemplate t = cope(j).value();
        QCOMPARE(t.points.size(), std::size_t(72));
        QVERIFY(std::abs(t.longest - 40) < 1e-12);
        QVERIFY(std::abs(t.shortest - std::sqrt(1600 - 400)) < 1e-12);
        QVERIFY(std::abs(t.points[18].x() - 20 * std::numbers::pi / 2) < 1e-12);
    }
    /// Every point of a saw's template lies on both tubes: written out in space, independent of the formula.
    void liesOnBoth() {
        std::mt19937 dice(5);
        std::uniform_real_distribution<double> unit(0, 1);
        for (int k = 0; k < 100; ++k) {
            CopeJoint j;
            j.chordDiameter = 30 + 60 * unit(dice);
            j.diameter = j.chordDiameter * (0.3 + 0.6 * unit(dice));
            j.wall = 2;
            j.angle = 0.4 + 2.3 * unit(dice);
            j.offset = (j.chordDiameter - j.diameter) / 2 * 0.9 * (2 * unit(dice) - 1);
            const Vec3 chord = Vec3::UnitX(), away(std::cos(j.angle), 0, std::sin(j.angle));
            const Vec3 offset = away.cross(chord).normalized() * j.offset;
            const Vec3 toward = (chord - away * away.dot(chord)).normalized();
            const double r = j.diameter / 2;
            const CopeTemplate t = cope(j).value();
            for (const shape::Vec2 &p : t.points) {
                const Vec3 out = Eigen::AngleAxisd(p.x() / r, away) * toward * r;
                const Vec3 at = offset + out + away * p.y();
                QVERIFY(std::abs(at.cross(chord).norm() - j.chordDiameter / 2) < 1e-9);
            }
        }
    }
    /// By torch the largest over the wall, found here by trying a thousand radii.
    void torch() {
        std::mt19937 dice(6);
        std::uniform_real_distribution<double> unit(0, 1);
        for (int k = 0; k < 30; ++k) {
            CopeJoint j;
            j.torch = true;
            j.chordDiameter = 60;
            j.diameter = 30 + 25 * unit(dice);
            j.wall = 3 + 8 * unit(dice);
            j.angle = 0.5 + 2 * unit(dice);
            j.offset = (j.chordDiameter - j.diameter) / 2 * (2 * unit(dice) - 1);
            const CopeTemplate t = cope(j, 36).value();
            for (std::size_t i = 0; i < t.points.size(); ++i) {
                const double phi = t.points[i].x() / (j.diameter / 2);
                double most = -1e300;
                for (int n = 0; n <= 1000; ++n) {
                    const double q = j.diameter / 2 - j.wall * n / 1000;
                    const double y = q * std::sin(phi) + j.offset;
                    most = std::max(most, (std::sqrt(std::max(0.0, 900 - y * y)) +
                                           q * std::cos(phi) * std::cos(j.angle)) /
                                              std::sin(j.angle));
                }
                QVERIFY(std::abs(t.points[i].y() - most) < 1e-3 && t.points[i].y() > most - 1e-9);
            }
        }
    }
    void flatCope() {
        CopeJoint j;
        j.diameter = 50;
        j.onFlat = true;
        j.distance = 12;
        j.angle = std::numbers::pi / 3;
        const CopeTemplate t = cope(j).value();
        QVERIFY(std::abs(t.longest - (12 + 25 * 0.5) / std::sin(j.angle)) < 1e-12);
        QVERIFY(std::abs(t.shortest - (12 - 25 * 0.5) / std::sin(j.angle)) < 1e-12);
    }
    void besideItsChord() {
        CopeJoint j;
        j.diameter = 40;
        j.chordDiameter = 60;
        j.angle = 1.5;
        j.offset = 11;
        QCOMPARE(cope(j).error().kind, ProblemKind::Geometry);
        j.offset = 10;
        QVERIFY(cope(j));
        j.angle = 0;
        QCOMPARE(cope(j).error().kind, ProblemKind::BadInput);
    }
    /// One right angle by hand: tangent points, marks, springback.
    void oneBend() {
        Bender b;
        b.radius = 100;
        b.fixed = 0.02;
        b.slope = 0.01;
        b.setback = 30;
        b.extraFrom = 50;
        b.extraTo = 20;
        const BendSchedule s = bendSchedule({{0, 0, 0}, {400, 0, 0}, {400, 300, 0}}, b).value();
        const double quarter = std::numbers::pi / 2;
        QCOMPARE(s.bends.size(), std::size_t(1));
        QVERIFY(std::abs(s.bends[0].angle - quarter) < 1e-12);
        QVERIFY(std::abs(s.bends[0].set - (quarter + 0.02 + 0.01 * quarter)) < 1e-12);
        QVERIFY(std::abs(s.bends[0].mark - (50 + 300 - 30)) < 1e-9);
        QVERIFY(std::abs(s.straights[0] - 300) < 1e-9 && std::abs(s.straights[1] - 200) < 1e-9);
        QVERIFY(std::abs(s.developed - (500 + 100 * quarter)) < 1e-9);
        QVERIFY(std::abs(s.cut - s.developed - 70) < 1e-9);
        b.mark = BendMark::Middle;
        QVERIFY(std::abs(bendSchedule({{0, 0, 0}, {400, 0, 0}, {400, 300, 0}}, b)->bends[0].mark -
                         (50 + 300 + 50 * quarter)) < 1e-9);
    }
    /// Up after left is a quarter turn of the tube one way, down the other; right after left a half turn.
    void rotations() {
        Bender b;
        b.radius = 50;
        const auto turned = [&](const Vec3 &last) {
            return bendSchedule({{0, 0, 0}, {300, 0, 0}, {300, 300, 0}, Vec3(300, 300, 0) + last * 300}, b)
                ->bends[1]
                .rotation;
        };
        const double quarter = std::numbers::pi / 2;
        // First axis +z about feed +y: up (+z) turns about +x: from z to x about y is +90 degrees.
        QVERIFY(std::abs(turned(Vec3::UnitZ()) - quarter) < 1e-12);
        QVERIFY(std::abs(turned(-Vec3::UnitZ()) + quarter) < 1e-12);
        QVERIFY(std::abs(turned(Vec3::UnitX()) - std::numbers::pi) < 1e-12);
        QVERIFY(std::abs(turned(-Vec3::UnitX())) < 1e-12);
    }
    /// A schedule bends the tube back into its path, for random ones of up to seven bends.
    void rebuildsThePath() {
        std::mt19937 dice(9);
        std::uniform_real_distribution<double> unit(-1, 1);
        for (int k = 0; k < 200; ++k) {
            std::vector<Vec3> path{Vec3::Zero()};
            const int corners = 2 + k % 7;
            for (int i = 0; i < corners; ++i)
                path.push_back(path.back() + Vec3(unit(dice), unit(dice), unit(dice)).normalized() * 600);
            Bender b;
            b.radius = 60;
            const auto s = bendSchedule(path, b);
            if (!s) continue;  // turned back too sharply to fit
            const std::vector<Vec3> again = bentPath(*s, b.radius);
            QCOMPARE(again.size(), path.size());
            for (std::size_t i = 0; i < path.size(); ++i)
                for (std::size_t j = 0; j < i; ++j)
                    QVERIFY(std::abs((path[i] - path[j]).norm() - (again[i] - again[j]).norm()) < 1e-6);
        }
    }
    void doesNotFit() {
        Bender b;
        b.radius = 200;
        const auto s = bendSchedule({{0, 0, 0}, {500, 0, 0}, {500, 150, 0}, {0, 150, 0}}, b);
        QCOMPARE(s.error().kind, ProblemKind::Geometry);
        QVERIFY(s.error().where.starts_with("path["));
    }
    void inLineIsLeftOut() {
        Bender b;
        b.radius = 50;
        const auto s = bendSchedule({{0, 0, 0}, {200, 0, 0}, {400, 0, 0}, {400, 300, 0}}, b).value();
        QCOMPARE(s.bends.size(), std::size_t(1));
        QCOMPARE(s.bends[0].point, std::size_t(2));
        QCOMPARE(s.straights.size(), std::size_t(2));
    }
    /// A right-angled fold by hand: 4 mm, inside 6, k 0.42.
    void fold() {
        const FlatStrip f = flatten({4, 0.42, {50, 80}, {{std::numbers::pi / 2, 6}}, true}).value();
        const double allowance = std::numbers::pi / 2 * (6 + 0.42 * 4);
        QVERIFY(std::abs(f.allowance[0] - allowance) < 1e-12);
        QVERIFY(std::abs(f.deduction[0] - (20 - allowance)) < 1e-12);
        QVERIFY(std::abs(f.developed - (130 - f.deduction[0])) < 1e-12);
        QVERIFY(std::abs(f.lines[0] - (40 + allowance / 2)) < 1e-12);
        const FlatStrip t = flatten({4, 0.42, {50, 80}, {{std::numbers::pi / 2, 6}}, false}).value();
        QVERIFY(std::abs(t.developed - (130 + allowance)) < 1e-12);
        QCOMPARE(flatten({4, 0.42, {9, 80}, {{std::numbers::pi / 2, 6}}, true}).error().where,
                 std::string("legs[0]"));
    }
    /// A kerf closes: its two faces meet when both halves are turned about the middle of the skin.
    void kerf() {
        const double t = 10, skin = 2, angle = 0.9;
        const Kerf k = kerfOf(t, skin, angle).value();
        QVERIFY(std::abs(k.depth - 8) < 1e-12);
        // The upper edge of one half, turned by half the angle, comes to the plane of symmetry.
        const double across = -k.width / 2, above = t - skin / 2;
        const double turned = across * std::cos(angle / 2) + above * std::sin(angle / 2);
        QVERIFY(std::abs(turned) < 1e-9);
        QVERIFY(!kerfOf(10, 10, 1) && !kerfOf(10, 2, 0));
    }
};

QTEST_GUILESS_MAIN(TestShopForms)
#include "test_shop_forms.moc"
