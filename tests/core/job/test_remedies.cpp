#include <QTest>

#include <cmath>

#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::job;
using hefty::testing::demoJob;
using hefty::testing::shippedStock;

namespace {

const proof::Check *check(const Appraisal &a, const std::string &id) {
    for (const PieceAppraisal &p : a.pieces)
        if (p.proof)
            for (const proof::Check &c : p.proof->checks)
                if (c.id == id) return &c;
    return nullptr;
}

}  // namespace

/// Remedies of what only the closest look finds.
class TestRemedies : public QObject {
    Q_OBJECT

  private slots:
    /// A heavier animal bends the ends beyond what may stay. What is called its cure is one: made, and looked
    /// at as closely, the finding is gone and the number is the one that was told.
    void strikeIsCured() {
        Job job = demoJob();
        job.rules.strikeMass = 275;
        const Appraisal before = appraise(job, shippedStock(), {}, proof::Detail::Halved);
        const std::string id = "impact/end.left";
        const proof::Check *struck = check(before, id);
        QVERIFY(struck && struck->utilization > 1 && struck->utilization < 1.15);
        // Only this finding is asked for: every trial is a whole closest look.
        Appraisal asked = before;
        std::erase_if(asked.findings, [&](const Finding &f) { return f.id != "check/" + id; });
        QCOMPARE(asked.findings.size(), std::size_t{1});
        addRemedies(asked, job, shippedStock());
        QVERIFY(asked.remediesDone);
        int cures = 0;
        for (const Remedy &r : asked.findings[0].remedies) {
            if (!r.cures) continue;
            ++cures;
            const Appraisal after = appraise(apply(job, r.edit), shippedStock(), {}, proof::Detail::Halved);
            QVERIFY2(!after.finding("check/" + id), r.label.text.c_str());
            const proof::Check *again = check(after, id);
            QVERIFY(again && again->proved() && again->utilization <= 1);
            QVERIFY(std::abs(again->utilization / r.after - 1) < 1e-9);
        }
        QVERIFY(cures > 0);
    }
};

QTEST_APPLESS_MAIN(TestRemedies)
#include "test_remedies.moc"
