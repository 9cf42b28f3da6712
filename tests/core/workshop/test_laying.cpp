#include <QTest>

#include <cmath>
#include <numbers>
#include <random>

#include "core/workshop/weld/laying.h"

using namespace hefty;
using namespace hefty::workshop;
using shape::Vec3;

namespace {

/// Two plates of a thickness and a seam of some lines between them.
armor::Assembly seamOf(double thickness, std::vector<armor::WeldLine> lines) {
    armor::Assembly a;
    for (const char *name : {"a", "b"}) {
        armor::SheetPart s;
        s.name = name;
        s.outline = {{0, 0}, {1000, 0}, {1000, 1000}, {0, 1000}};
        s.thickness = name[0] == 'a' ? thickness : 20;
        a.sheets.push_back(s);
    }
    armor::WeldJoint w;
    w.name = "a~b";
    w.a = "a";
    w.b = "b";
    w.contacts.emplace_back();
    w.contacts[0].lines = std::move(lines);
    a.welds = {w};
    return a;
}

Laying laid(double thickness, std::vector<armor::WeldLine> lines) {
    const armor::Assembly a = seamOf(thickness, std::move(lines));
    return layingOf(a, a.welds[0]);
}

std::vector<armor::WeldLine> ring(double radius, int chords) {
    std::vector<armor::WeldLine> out;
    const auto at = [&](int i) {
        const double t = 2 * std::numbers::pi * i / chords;
        return Vec3(radius * std::cos(t), radius * std::sin(t), 0);
    };
    for (int i = 0; i < chords; ++i) out.push_back({at(i), at(i + 1)});
    return out;
}

bool isTack(const Laying &l, const Vec3 &at) {
    return std::any_of(l.tacks.begin(), l.tacks.end(), [&](const Vec3 &t) { return (t - at).norm() < 1e-6; });
}

}  // namespace

/// Tacks and runs of seams, by hand.
class TestLaying : public QObject {
    Q_OBJECT

  private slots:
    /// 5 mm: tacks of 10 every 150 at most. 400 long: thirds of it, four runs of 100 laid back.
    void straightLines() {
        const Laying l = laid(5, {{{0, 0, 0}, {400, 0, 0}}});
        QCOMPARE(l.tacks.size(), std::size_t{4});
        for (int i = 0; i < 4; ++i) QVERIFY(isTack(l, Vec3(400.0 * i / 3, 0, 0)));
        QCOMPARE(l.tackLength, 10.0);
        QVERIFY(l.backstep() && !l.fromMiddle() && l.runs == 4 && std::abs(l.run() - 100) < 1e-9);
        const Laying shorter = laid(5, {{{0, 0, 0}, {250, 0, 0}}});
        QVERIFY(!shorter.backstep() && shorter.runs == 1);
        // 620: five runs of 125 would do, six go evenly to both sides
        const Laying longer = laid(5, {{{0, 0, 0}, {620, 0, 0}}});
        QVERIFY(longer.fromMiddle() && longer.runs == 6);
        // thin sheet is tacked every 50 mm, thick plate every 300; the thinner part decides
        QCOMPARE(laid(1.5, {{{0, 0, 0}, {200, 0, 0}}}).tacks.size(), std::size_t{5});
        QCOMPARE(laid(1.5, {{{0, 0, 0}, {200, 0, 0}}}).tackLength, 10.0);
        QCOMPARE(laid(8, {{{0, 0, 0}, {200, 0, 0}}}).tackLength, 16.0);
        QCOMPARE(laid(20, {{{0, 0, 0}, {200, 0, 0}}}).tackLength, 30.0);
        QCOMPARE(laid(40, {{{0, 0, 0}, {600, 0, 0}}}).tacks.size(), std::size_t{3});  // 20 mm: the other part
        QCOMPARE(laid(8, {{{0, 0, 0}, {600, 0, 0}}}).tacks.size(), std::size_t{4});   // 240: 3 parts
        QCOMPARE(laid(12, {{{0, 0, 0}, {600, 0, 0}}}).tacks.size(), std::size_t{3});  // 300 at most
    }
    /// Lines that meet are one, however they were told; corners are tacked.
    void cornersAndRims() {
        const Laying l = laid(5, {{{0, 0, 0}, {100, 0, 0}}, {{100, 80, 0}, {100, 0, 0}}});
        QCOMPARE(l.tacks.size(), std::size_t{3});
        for (const Vec3 &at : {Vec3(0, 0, 0), Vec3(100, 0, 0), Vec3(100, 80, 0)}) QVERIFY(isTack(l, at));
        QVERIFY(std::abs(l.longest - 180) < 1e-9 && !l.around);
        const Laying box = laid(5, {{{0, 0, 0}, {100, 0, 0}},
                                    {{100, 0, 0}, {100, 60, 0}},
                                    {{0, 60, 0}, {100, 60, 0}},
                                    {{0, 0, 0}, {0, 60, 0}}});
        QVERIFY(box.around && box.runs == 4 && std::abs(box.run() - 80) < 1e-9);
        QCOMPARE(box.tacks.size(), std::size_t{4});
        // around a tube of 60 three tacks, a third of the way from each other
        const Laying tube = laid(5, ring(30, 24));
        QVERIFY(tube.around && !tube.backstep());
        QCOMPARE(tube.tacks.size(), std::size_t{3});
        for (std::size_t i = 0; i < 3; ++i)
            QVERIFY(std::abs((tube.tacks[i] - tube.tacks[(i + 1) % 3]).norm() - 30 * std::sqrt(3)) < 0.5);
        QCOMPARE(laid(5, ring(20, 24)).runs, 1);  // 125 mm around: in one go
    }
    void linesApart() {
        // two lines of 100 beside each other: both their ends; what a kerf left is not welded
        const Laying l =
            laid(5, {{{0, 0, 0}, {100, 0, 0}}, {{0, 10, 0}, {100, 10, 0}}, {{0, 20, 0}, {900, 20, 0}, true}});
        QCOMPARE(l.tacks.size(), std::size_t{4});
        QVERIFY(std::abs(l.longest - 100) < 1e-9);
        QVERIFY(laid(5, {}).tacks.empty() && layingWords(laid(5, {})).empty());
    }
    /// Random chains of lines in any order: every tack lies on a line, ends are tacked, none is further from
    /// the next along the seam than allowed.
    void anyLines() {
        std::mt19937 dice(3);
        std::uniform_real_distribution<double> at(0, 500), thick(1, 20);
        for (int i = 0; i < 500; ++i) {
            std::vector<Vec3> points;
            const int n = 2 + i % 7;
            for (int k = 0; k < n; ++k) points.emplace_back(at(dice), at(dice), at(dice));
            std::vector<armor::WeldLine> lines;
            for (int k = 0; k + 1 < n; ++k)
                lines.push_back(dice() % 2 ? armor::WeldLine{points[static_cast<std::size_t>(k)],
                                                             points[static_cast<std::size_t>(k) + 1]}
                                           : armor::WeldLine{points[static_cast<std::size_t>(k) + 1],
                                                             points[static_cast<std::size_t>(k)]});
            std::shuffle(lines.begin(), lines.end(), dice);
            const double t = thick(dice), most = std::clamp(30 * t, 50.0, 300.0);
            const Laying l = laid(t, lines);
            QVERIFY(isTack(l, points.front()) && isTack(l, points.back()));
            double whole = 0;
            for (const armor::WeldLine &line : lines) {
                const double length = (line.to - line.from).norm();
                whole += length;
                std::vector<double> on{0, length};  // tacks of this line, along it
                for (const Vec3 &tack : l.tacks) {
                    const double s = (tack - line.from).dot(line.to - line.from) / length;
                    const Vec3 foot = line.from + (line.to - line.from) * (s / length);
                    if (s > -1e-6 && s < length + 1e-6 && (foot - tack).norm() < 1e-6) on.push_back(s);
                }
                std::sort(on.begin(), on.end());
                for (std::size_t k = 0; k + 1 < on.size(); ++k) QVERIFY(on[k + 1] - on[k] < most + 1e-6);
            }
            QVERIFY(std::abs(l.longest - whole) < 1e-6);
            for (const Vec3 &tack : l.tacks)
                QVERIFY(std::any_of(lines.begin(), lines.end(), [&](const armor::WeldLine &line) {
                    return std::abs((tack - line.from).norm() + (tack - line.to).norm() -
                                    (line.to - line.from).norm()) < 1e-6;
                }));
        }
    }
};

QTEST_APPLESS_MAIN(TestLaying)
#include "test_laying.moc"
