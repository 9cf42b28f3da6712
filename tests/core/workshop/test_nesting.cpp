#include <algorithm>
#include <cmath>
#include <functional>
#include <numeric>
#include <random>

#include <QTest>

#include "core/workshop/cut/nesting.h"

using namespace hefty;
using namespace hefty::workshop;

namespace {

/// Cost as nest() counts it: length bought, then length of bars on hand that are touched.
struct Cost {
    double bought = 1e300, onHand = 1e300;
    bool operator<(const Cost &o) const {
        return bought != o.bought ? bought < o.bought : onHand < o.onHand - 1e-6;
    }
};

Cost costOf(const Nesting &n) {
    Cost c{n.bought, 0};
    for (const NestedBar &b : n.bars)
        if (b.bar.onHand) c.onHand += b.bar.length;
    return c;
}

/// Every way to put each piece into each bar, tried out.
Cost bruteForce(const std::vector<PieceLength> &pieces, const std::vector<Bar> &onHand, double newLength,
                double kerf) {
    const std::size_t bars = onHand.size() + pieces.size();  // at most one new bar a piece
    std::vector<double> load(bars, 0);
    Cost best;
    const std::function<void(std::size_t)> place = [&](std::size_t i) {
        if (i == pieces.size()) {
            Cost c{0, 0};
            for (std::size_t b = 0; b < bars; ++b)
                if (load[b] > 0)
                    (b < onHand.size() ? c.onHand : c.bought) +=
                        b < onHand.size() ? onHand[b].length : newLength;
            if (c < best) best = c;
            return;
        }
        bool triedEmptyNew = false;
        for (std::size_t b = 0; b < bars; ++b) {
            const bool isNew = b >= onHand.size();
            if (isNew && load[b] == 0) {
                if (triedEmptyNew) continue;
                triedEmptyNew = true;
            }
            const double length = isNew ? newLength : onHand[b].length;
            const double before = load[b];
            const double after = before + pieces[i].length + (before > 0 ? kerf : 0);
            if (after > length + 1e-6) continue;
            load[b] = after;
            place(i + 1);
            load[b] = before;
        }
    };
    place(0);
    return best;
}

}  // namespace

class TestNesting : public QObject {
    Q_OBJECT

  private slots:
    /// Agrees with brute force on 120 small problems.
    void optimalAgainstBruteForce() {
        std::mt19937 random(77);
        for (int trial = 0; trial < 120; ++trial) {
            std::vector<PieceLength> pieces;
            const int count = 2 + static_cast<int>(random() % 5);
            for (int i = 0; i < count; ++i)
                pieces.push_back({"p" + std::to_string(i), 200.0 + static_cast<double>(random() % 1600)});
            std::vector<Bar> bars;
            for (unsigned i = 0; i < random() % 4; ++i)
                bars.push_back(
                    {"r" + std::to_string(i), 400.0 + static_cast<double>(random() % 2200), true, 0});
            const auto n = nest(pieces, bars, {"new", 3000, false, 10}, {3});
            QVERIFY(n.has_value() && n->optimal && n->unplaced.empty());
            const Cost found = costOf(*n), best = bruteForce(pieces, bars, 3000, 3);
            QVERIFY2(
                std::abs(found.bought - best.bought) < 1e-6 && std::abs(found.onHand - best.onHand) < 1e-6,
                qPrintable(QStringLiteral("trial %1: %2/%3 against %4/%5")
                               .arg(trial)
                               .arg(found.bought)
                               .arg(found.onHand)
                               .arg(best.bought)
                               .arg(best.onHand)));
        }
    }
    /// Every piece once, no bar over its length.
    void everyPieceOnceAndInside() {
        std::mt19937 random(5);
        std::vector<PieceLength> pieces;
        for (int i = 0; i < 24; ++i)
            pieces.push_back({"p" + std::to_string(i), 150.0 + 50 * static_cast<double>(random() % 20)});
        const auto n = nest(pieces, {{"r", 900, true, 0}}, {"new", 6000, false, 10}, {3});
        QVERIFY(n.has_value());
        std::vector<std::string> seen;
        for (const NestedBar &b : n->bars) {
            double sum = -b.kerf;
            for (const PieceLength &p : b.pieces) {
                sum += p.length + b.kerf;
                seen.push_back(p.name);
            }
            QVERIFY(sum <= b.bar.length + 1e-6);
            QVERIFY(b.left() >= -1e-9);
        }
        std::sort(seen.begin(), seen.end());
        QVERIFY(std::adjacent_find(seen.begin(), seen.end()) == seen.end());
        QCOMPARE(seen.size(), pieces.size());
    }
    void remnantsFirst() {
        const auto n = nest({{"a", 1000}, {"b", 300}}, {{"remnant", 1010, true, 0}, {"full", 6000, true, 0}},
                            {"new", 6000, false, 10}, {3});
        QCOMPARE(n->bought, 0.0);
        // 1010 alone takes only a; with b it is remnant + full (7010) against full alone (6000).
        QCOMPARE(n->bars.size(), std::size_t(1));
        QCOMPARE(QString::fromStdString(n->bars[0].bar.id), QStringLiteral("full"));
        const auto small = nest({{"a", 1000}}, {{"remnant", 1010, true, 0}, {"full", 6000, true, 0}},
                                {"new", 6000, false, 10}, {3});
        QCOMPARE(QString::fromStdString(small->bars[0].bar.id), QStringLiteral("remnant"));
    }
    /// The last cut may fall on the end of the bar: two pieces of 1000 fit 2003 with a kerf of 3, not 2002.
    void kerfAtTheEnd() {
        QCOMPARE(
            nest({{"a", 1000}, {"b", 1000}}, {{"r", 2003, true, 0}}, {"new", 6000, false, 1}, {3})->bought,
            0.0);
        QCOMPARE(nest({{"a", 1000}, {"b", 1000}}, {{"r", 2002, true, 0}}, {"new", 6000, false, 1}, {3})
                     ->bars.size(),
                 std::size_t(1));
        QCOMPARE(
            nest({{"a", 1000}, {"b", 1000}}, {{"r", 2002, true, 0}}, {"new", 6000, false, 1}, {3})->bought,
            6000.0);
    }
    void edges() {
        QVERIFY(nest({}, {}, {"new", 6000, false, 1})->bars.empty());
        const auto tooLong = nest({{"a", 7000}, {"b", 10}}, {}, {"new", 6000, false, 1});
        QCOMPARE(tooLong->unplaced.size(), std::size_t(1));
        QCOMPARE(tooLong->bars.size(), std::size_t(1));
        QVERIFY(!nest({{"a", 0}}, {}, {"new", 6000, false, 1}));
        QVERIFY(!nest({{"a", std::nan("")}}, {}, {"new", 6000, false, 1}));
        QVERIFY(!nest({{"a", 10}}, {{"r", -1, true, 0}}, {"new", 6000, false, 1}));
        QVERIFY(!nest({{"a", 10}}, {}, {"new", 6000, false, 1}, {-1}));
    }
};

QTEST_GUILESS_MAIN(TestNesting)
#include "test_nesting.moc"
