#include <QtTest>

#include <algorithm>
#include <cmath>

#include "core/workshop/weld/shrinkage.h"
#include "tests/core/weld_assemblies.h"

using namespace hefty;
using namespace hefty::workshop;
using namespace hefty::testing;

/// Bow and lean of parts by closed forms.
class TestShrinkage : public QObject {
    Q_OBJECT

  private slots:
    /// A plate with a fillet on one face leans by the formula; on both faces alike it stands.
    void platesThatLean() {
        const auto leaning = [](bool both) {
            armor::Assembly a;
            a.sheets.push_back(sheet("floor", level(0), {{0, -100}, {300, -100}, {300, 100}, {0, 100}}));
            a.sheets.push_back(sheet("wall", upright(0), {{0, 3}, {300, 3}, {300, 100}, {0, 100}}, 8));
            std::vector<armor::WeldLine> lines{{{0, 4, 3}, {300, 4, 3}}};
            if (both) lines.push_back({{0, -4, 3}, {300, -4, 3}});
            a.welds.push_back(seam("floor", "wall", lines));
            return shrinkage(a, seamWork(a, shippedStock()));
        };
        const auto one = leaning(false);
        QCOMPARE(one.size(), std::size_t{1});
        QVERIFY(one[0].angle && one[0].part == "wall");
        QVERIFY(std::abs(one[0].value - 0.02 * std::pow(5 / 25.4, 1.3) / std::pow(8 / 25.4, 2)) < 1e-12);
        QVERIFY(std::abs(one[0].high / one[0].low - 3) < 1e-12);
        QVERIFY(leaning(true).empty());
    }
    /// Figures worked by hand: 0.2 kN per J/mm; 3/8 in fillet on 1/2 in plate; 25 mm2 in 10 mm.
    void figures() {
        QVERIFY(std::abs(tendonForce(800) - 160000) < 1e-9);
        QVERIFY(std::abs(angularShrinkage(9.525, 12.7) - 0.022353) < 2e-6);
        QVERIFY(std::abs(transverseShrinkage(25, 10) - 0.25) < 1e-12);
    }
    /// Seams alike on both sides of a tube leave it straight; on one side it bows as F e L2/8EI of half the
    /// force says, toward the seam.
    void beamWithSeams() {
        const auto bowed = [](bool both, double seamed = 1600) {
            armor::Assembly a;
            a.bars.push_back(straightTube("beam", "RHS 120x80x6", 1600));
            a.sheets.push_back(sheet("bar", level(63), {{0, -20}, {seamed, -20}, {seamed, 20}, {0, 20}}));
            a.welds.push_back(
                seam("beam", "bar", {{{0, -20, 60}, {seamed, -20, 60}}, {{0, 20, 60}, {seamed, 20, 60}}}));
            if (both) {
                a.sheets.push_back(sheet("under", level(-63), {{0, -20}, {1600, -20}, {1600, 20}, {0, 20}}));
                a.welds.push_back(seam("beam", "under",
                                       {{{0, -20, -60}, {1600, -20, -60}}, {{0, 20, -60}, {1600, 20, -60}}}));
            }
            return a;
        };
        const armor::Assembly one = bowed(false);
        const auto work = seamWork(one, shippedStock());
        const auto ofBeam = [](const std::vector<Distortion> &all) {
            return std::find_if(all.begin(), all.end(), [](const Distortion &d) { return d.part == "beam"; });
        };
        const auto found = shrinkage(one, work);
        const auto bow = ofBeam(found);
        QVERIFY(bow != found.end());
        const double force = 2 * tendonForce(work[0].heat * work[0].passes) / 2;
        const double byHand = force * 60 * 1600 * 1600 / (8 * 2.1e5 * one.bars[0].properties.Iy);
        QVERIFY2(std::abs(bow->value - byHand) < 0.05 * byHand,
                 qPrintable(QString("%1 %2").arg(bow->value).arg(byHand)));
        QVERIFY(bow->low < bow->value && bow->high > bow->value && bow->what.starts_with("bow"));
        // Over the first half only: the moments of a beam loaded on its half, 9 q L2/128.
        const armor::Assembly half = bowed(false, 800);
        const auto foundHalf = shrinkage(half, seamWork(half, shippedStock()));
        const auto bowHalf = ofBeam(foundHalf);
        QVERIFY(bowHalf != foundHalf.end());
        QVERIFY(std::abs(bowHalf->value - byHand * 8 * 9 / 128) < 0.05 * byHand);
        const armor::Assembly two = bowed(true);
        for (const Distortion &d : shrinkage(two, seamWork(two, shippedStock()))) QVERIFY(d.part != "beam");
    }
};

QTEST_APPLESS_MAIN(TestShrinkage)
#include "test_shrinkage.moc"
