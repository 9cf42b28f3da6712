#include <QtTest>

#include <set>

#include "core/job/appraise/ledger.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::job;
using hefty::testing::demoJob;
using hefty::testing::shippedStock;

namespace {

const LedgerLine *find(const std::vector<LedgerLine> &lines, const std::string &id) {
    for (const LedgerLine &l : lines)
        if (l.id == id) return &l;
    return nullptr;
}

}  // namespace

class TestLedger : public QObject {
    Q_OBJECT

  private slots:
    /// Every part, seam, group of bolts and place of a duty stands in it once, counted from the assembly.
    void everythingStandsInIt() {
        const Appraisal a = appraise(demoJob(), shippedStock());
        const PieceAppraisal &p = a.pieces[0];
        const auto lines = ledgerOf(p);
        std::set<std::string> places;
        for (const proof::LoadCase &c : p.proof->duties.cases) places.insert(c.place);
        QCOMPARE(lines.size(), p.assembly->bars.size() + p.assembly->sheets.size() +
                                   p.assembly->welds.size() + p.assembly->mounts.size() +
                                   p.assembly->feet.size() + places.size());
        std::set<std::pair<int, std::string>> once;
        for (const LedgerLine &l : lines)
            QVERIFY2(once.insert({static_cast<int>(l.kind), l.id}).second, l.id.c_str());
    }

    /// The weld of a tab: its checks are those whose ids end in it, the hardest of them is told.
    void aSeamWithItsChecks() {
        const Appraisal a = appraise(demoJob(), shippedStock());
        const PieceAppraisal &p = a.pieces[0];
        const auto lines = ledgerOf(p);
        const LedgerLine *seam = find(lines, "beam~tab.left");
        QVERIFY(seam && seam->kind == LedgerLine::Kind::Seam);
        int count = 0;
        double most = 0;
        for (const proof::Check &c : p.proof->checks)
            if (c.part == "beam~tab.left" || c.id == "weld/beam~tab.left") {
                ++count;
                most = std::max(most, c.utilization);
            }
        QVERIFY(count > 0);
        QCOMPARE(seam->checks, count);
        QCOMPARE(seam->use, most);
        // a name is not found within another one
        const LedgerLine *tab = find(lines, "tab.left"), *beam = find(lines, "beam");
        QVERIFY(tab && beam && tab->checks > 0 && beam->checks > 0);
    }

    /// What is over its limit is not proved, and a bracket made of too little says so in its line.
    void whatIsNotProvedSaysWhy() {
        Job job = demoJob();
        job.pieces[0].settings["bracketThickness"] = 4.0;
        const Appraisal a = appraise(job, shippedStock());
        const auto lines = ledgerOf(a.pieces[0]);
        int open = 0;
        for (const LedgerLine &l : lines) {
            QVERIFY2(l.proved == l.open.empty(), l.id.c_str());
            QVERIFY2(!l.forgotten(), l.id.c_str());
            open += !l.proved;
        }
        QVERIFY(open > 0);
        const LedgerLine *cap = find(lines, "cap.left");
        QVERIFY(cap && cap->checks == 0 && !cap->open.empty());
        QVERIFY2(cap->open[0].find("not proved, because") != std::string::npos, cap->open[0].c_str());
    }
};

QTEST_GUILESS_MAIN(TestLedger)
#include "test_ledger.moc"
