#include <QtTest>

#include <cmath>

#include "core/job/shop/inspections.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::job;
using hefty::testing::demoJob;
using hefty::testing::shippedStock;
using log::EntryKind;

namespace {

log::Entry entry(EntryKind kind, double amount, const std::string &part = {}) {
    log::Entry e;
    e.date = "2026-05-01";
    e.kind = kind;
    e.amount = amount;
    e.part = part;
    if (!part.empty()) e.piece = demoJob().pieces[0].id;
    return e;
}

/// With the lives of its seams: they are told where plates are shells.
const Appraisal &proved() {
    static const Appraisal a = appraise(demoJob(), shippedStock(), {}, proof::Detail::Shells);
    return a;
}

InspectionPlan plan(std::vector<log::Entry> entries, double every = 1e6) {
    Job job = demoJob();
    job.rules.inspectEvery = every;
    job.log.entries = std::move(entries);
    return inspectionsOf(job, proved());
}

}  // namespace

class TestInspections : public QObject {
    Q_OBJECT

  private slots:
    /// By hand: 1500 km driven of which 300 after the last inspection; the house looks every 2000.
    void byDistance() {
        Job job = demoJob();
        job.rules.inspectEvery = 2000;
        job.rules.lifeDistance = 1e9;  // lives do not count here
        job.log.entries = {entry(EntryKind::Trip, 120), entry(EntryKind::Torque, 0),
                           entry(EntryKind::Trip, 1080), entry(EntryKind::Inspection, 0),
                           entry(EntryKind::Trip, 300)};
        const InspectionPlan p = inspectionsOf(job, proved());
        QCOMPARE(p.driven, 1500.0);
        QCOMPARE(p.since, 300.0);
        QCOMPARE(p.left, 1700.0);
        QVERIFY(inspectionFindings(job, proved()).empty());
    }
    /// Bolts are tightened again after 100 km: asked for until it is noted.
    void boltsAfterTheFirstTrip() {
        InspectionPlan p = plan({entry(EntryKind::Trip, 60)});
        QCOMPARE(p.left, 40.0);
        QVERIFY(p.why.in(measure::UnitSystem::Metric).find("Bolts") != std::string::npos);
        p = plan({entry(EntryKind::Trip, 60), entry(EntryKind::Trip, 90)});
        QVERIFY(p.left < 0);
        p = plan({entry(EntryKind::Trip, 150), entry(EntryKind::Torque, 0)});
        QVERIFY(p.left > 0);
    }
    /// A seam that lasts u of its life over the distance of a life has used u D/L after D; the next look is
    /// at the next quarter.
    void bySeamsThatTire() {
        double worst = 0;
        std::string seam;
        for (const proof::Check &c : proved().pieces[0].proof->checks)
            if (c.kind == proof::CheckKind::Fatigue && c.utilization > worst) {
                worst = c.utilization;
                seam = c.part;
            }
        QVERIFY(worst > 0);
        const double L = demoJob().rules.lifeDistance, D = 0.3 / worst * L;  // 30 percent used
        const InspectionPlan p = plan(
            {entry(EntryKind::Trip, 150), entry(EntryKind::Torque, 0), entry(EntryKind::Trip, D - 150 - 1),
             entry(EntryKind::Inspection, 0), entry(EntryKind::Trip, 1)},
            1e9);
        QCOMPARE(p.first.front().subject, seam);
        QVERIFY(std::abs(p.first.front().damage - 0.3) < 1e-9);
        QVERIFY2(std::abs(p.left - 0.2 / worst * L) < 1e-3 * p.left, qPrintable(QString::number(p.left)));
    }
    /// A crack seen at 10, 14 and 18 mm after 0, 500 and 1000 km grows by 8 mm in 1000 km; half of the way to
    /// half as much again is 562.5 km. Its part stands first, and it is told as not to be driven with.
    void cracksGrow() {
        Job job = demoJob();
        job.rules.inspectEvery = 1e6;
        job.rules.lifeDistance = 1e9;
        job.log.entries = {entry(EntryKind::Torque, 0),
                           entry(EntryKind::Crack, 10, "tab.left"),
                           entry(EntryKind::Trip, 500),
                           entry(EntryKind::Crack, 14, "tab.left"),
                           entry(EntryKind::Torque, 0),
                           entry(EntryKind::Trip, 500),
                           entry(EntryKind::Crack, 18, "tab.left"),
                           entry(EntryKind::Inspection, 0)};
        InspectionPlan p = inspectionsOf(job, proved());
        QCOMPARE(p.flaws.size(), std::size_t{1});
        QVERIFY(std::abs(p.flaws[0].growth - 8) < 1e-9);
        QCOMPARE(p.flaws[0].seen, 3);
        QVERIFY2(std::abs(p.left - 0.25 * 18 / 8 * 1000) < 1e-6, qPrintable(QString::number(p.left)));
        QCOMPARE(p.first.front().subject, std::string("tab.left"));
        auto findings = inspectionFindings(job, proved());
        QCOMPARE(findings.size(), std::size_t{1});
        QCOMPARE(findings[0].id, std::string("crack/tab.left"));
        QVERIFY(findings[0].severity == Severity::Fix);
        // mended and noted, it is gone
        job.log.entries.push_back(entry(EntryKind::TouchUp, 0, "tab.left"));
        p = inspectionsOf(job, proved());
        QVERIFY(p.flaws.empty() && inspectionFindings(job, proved()).empty());
        // a dent is watched, and is no reason to stop
        job.log.entries.push_back(entry(EntryKind::Dent, 6, "beam"));
        QCOMPARE(inspectionsOf(job, proved()).flaws.size(), std::size_t{1});
        QVERIFY(inspectionFindings(job, proved()).empty());
    }
    /// Whatever was hit is looked at before it is driven on; afterward it is remembered.
    void hits() {
        Job job = demoJob();
        job.log.entries = {entry(EntryKind::Trip, 150), entry(EntryKind::Torque, 0),
                           entry(EntryKind::Hit, 800, "beam.left")};
        const auto findings = inspectionFindings(job, proved());
        QVERIFY(findings.size() == 1 && findings[0].id == "inspection/due" && findings[0].working);
        job.log.entries.push_back(entry(EntryKind::Inspection, 0));
        QVERIFY(inspectionFindings(job, proved()).empty());
        const InspectionPlan p = inspectionsOf(job, proved());
        QCOMPARE(p.first.front().subject, std::string("beam.left"));
        QCOMPARE(p.first.front().hits, 1);
        // in the appraisal too
        job.log.entries.push_back(entry(EntryKind::Crack, 5, "beam"));
        const Appraisal a = appraise(job, shippedStock());
        QVERIFY(a.finding("crack/beam"));
        QCOMPARE(readJob(writeJob(job)).value().log.entries.size(), job.log.entries.size());
    }
};

QTEST_GUILESS_MAIN(TestInspections)
#include "test_inspections.moc"
