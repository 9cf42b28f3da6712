#include <QtTest>

#include "core/job/design/variants.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::job;
using hefty::testing::demoJob;
using hefty::testing::shippedStock;

namespace {

const ComparedRow *row(const std::vector<ComparedRow> &rows, const std::string &name) {
    for (const ComparedRow &r : rows)
        if (r.name == name) return &r;
    return nullptr;
}

}  // namespace

class TestVariants : public QObject {
    Q_OBJECT

  private slots:
    void keptNamedAndGoneBackTo() {
        Job job = demoJob();
        QCOMPARE(freshVariantName(job), std::string("Variant A"));
        keepVariant(job, "Variant A", "2026-11-30");
        QCOMPARE(freshVariantName(job), std::string("Variant B"));
        const auto before = job.pieces;
        job.pieces[0].settings["width"] = 1500.0;
        keepVariant(job, "Narrow", "2026-11-30");
        QCOMPARE(job.variants.size(), std::size_t{2});
        QVERIFY(withVariant(job, job.variants[0]).pieces == before);
        keepVariant(job, "Variant A", "2026-12-01");
        QCOMPARE(job.variants.size(), std::size_t{2});
        QVERIFY(job.variants[1].pieces == job.pieces);
        QVERIFY(readJob(writeJob(job)).value() == job);
    }
    /// A wider beam is heavier and lets less far up: which is better follows from whether a limit is a least
    /// or a most. What only one has stands with nothing in the other.
    void numbersSideBySide() {
        Job wide = demoJob();
        wide.pieces[0].settings["width"] = 1850.0;
        const Appraisal a = appraise(demoJob(), shippedStock()), b = appraise(wide, shippedStock());
        const auto rows = compared(a, b, 3);
        const ComparedRow *mass = row(rows, "Added mass");
        QVERIFY(mass && *mass->other > *mass->one && mass->better == -1);
        QCOMPARE(*mass->one, *a.gauge("mass")->value);
        const ComparedRow *path = row(rows, "Wheel path");
        QVERIFY(path &&
                path->better == (*path->one > *path->other ? -1 : (*path->one < *path->other ? 1 : 0)));
        const auto same = compared(a, a, 3);
        QVERIFY(std::all_of(same.begin(), same.end(), [](const ComparedRow &r) { return r.better == 0; }));
        // three checks of each, the common ones once
        const std::size_t gauges = a.gauges.size();
        QVERIFY(rows.size() >= gauges + 1 + 3 && rows.size() <= gauges + 1 + 6);
        Job none = demoJob();
        none.pieces.clear();
        const auto against = compared(a, appraise(none, shippedStock()), 3);
        QVERIFY(!row(against, "Added mass")->other && row(against, "Added mass")->better == 0);
    }
};

QTEST_GUILESS_MAIN(TestVariants)
#include "test_variants.moc"
