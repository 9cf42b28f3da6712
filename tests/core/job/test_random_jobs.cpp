#include <cmath>
#include <random>

#include <QTest>

#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::job;
using hefty::testing::demoJob;
using hefty::testing::shippedStock;

namespace {

/// Sets every setting of the piece to something within its range, by the dice.
void shake(Job &job, std::mt19937 &dice, double share) {
    std::uniform_real_distribution<double> unit(0, 1);
    armor::Piece &piece = job.pieces[0];
    const armor::Pattern *pattern = armor::pattern(piece.pattern);
    for (const armor::SettingDescriptor &d : pattern->settings) {
        if (unit(dice) > share) continue;
        if (d.choice == armor::Choice::None) {
            piece.settings[d.id] = d.least + (d.most - d.least) * unit(dice);
        } else {
            const auto list = armor::options(d.choice, shippedStock());
            piece.settings[d.id] = list[std::min(
                list.size() - 1, static_cast<std::size_t>(unit(dice) * static_cast<double>(list.size())))];
        }
    }
}

/// What must hold of any appraisal; empty if it does.
QString broken(const Appraisal &a) {
    for (const PieceAppraisal &p : a.pieces) {
        if (!p.proof) continue;
        for (const proof::Check &c : p.proof->checks) {
            if (!std::isfinite(c.utilization) || c.utilization < 0) return QString::fromStdString(c.id);
            // a check over its limit is always a finding to fix
            const Finding *f = a.finding("check/" + c.id);
            if (c.utilization > 1 && (!f || f->severity != Severity::Fix))
                return QString::fromStdString("no finding for " + c.id);
        }
    }
    for (const Gauge &g : a.gauges)
        if (g.value && !std::isfinite(*g.value)) return QString::fromStdString("gauge " + g.id);
    for (const Finding &f : a.findings)
        if (!std::isfinite(f.value) || f.sentence.in(measure::UnitSystem::Inch).empty())
            return QString::fromStdString("finding " + f.id);
    return {};
}

}  // namespace

/// Whatever is set within the ranges, an appraisal is whole: finite numbers, or words that say why not.
class TestRandomJobs : public QObject {
    Q_OBJECT

  private slots:
    void anySettings_data() {
        QTest::addColumn<double>("share");
        QTest::newRow("a setting in ten") << 0.1;
        QTest::newRow("a third") << 0.33;
        QTest::newRow("all of them") << 1.0;
    }
    void anySettings() {
        QFETCH(double, share);
        std::mt19937 dice(20261124);
        int built = 0;
        for (int i = 0; i < 120; ++i) {
            Job job = demoJob();
            shake(job, dice, share);
            const Appraisal a = appraise(job, shippedStock());
            const QString fault = broken(a);
            QVERIFY2(fault.isEmpty(), qPrintable(QStringLiteral("%1 in job %2:\n%3")
                                                     .arg(fault)
                                                     .arg(i)
                                                     .arg(QString::fromStdString(writeJob(job)))));
            const bool hasProof = a.pieces[0].proof != nullptr;
            built += hasProof;
            // what could not be proved is said
            if (!hasProof)
                QVERIFY(std::any_of(a.findings.begin(), a.findings.end(),
                                    [](const Finding &f) { return f.severity == Severity::Stop; }));
        }
        if (share < 0.2) QVERIFY2(built > 40, qPrintable(QString::number(built)));
    }
    /// Any one measure of the vehicle at the ends of its range.
    void anyMeasure() {
        for (const rig::DatumDescriptor &d : rig::datumsOf(rig::VehicleKind::LadderFrame))
            for (const double value : {d.least, d.most}) {
                Job job = demoJob();
                job.vehicle.data[d.id].value = value;
                const QString fault = broken(appraise(job, shippedStock()));
                QVERIFY2(fault.isEmpty(), qPrintable(QString::fromStdString(d.id) + ": " + fault));
            }
    }
    /// Any one house rule at the ends of its range.
    void anyRule() {
        for (const proof::HouseRule &r : proof::houseRules())
            for (const double value : {r.least, r.most}) {
                Job job = demoJob();
                job.rules.*r.member = value;
                const QString fault = broken(appraise(job, shippedStock()));
                QVERIFY2(fault.isEmpty(), qPrintable(QString::fromUtf8(r.id) + ": " + fault));
            }
    }
    /// A tighter limit never takes a finding away; a looser one never brings it.
    void limitsAreMonotonic() {
        Job job = demoJob();
        int before = -1;
        for (const double limit : {0.0, 0.6, 0.7, 0.75, 0.8, 1.2}) {
            job.rules.leastWheelPath = limit;
            const int now = appraise(job, shippedStock()).finding("gauge/wheelPath") ? 1 : 0;
            QVERIFY(now >= before);
            before = now;
        }
        QCOMPARE(before, 1);
    }
    /// Random tweaks to random parts: applied, or said.
    void anyTweak() {
        std::mt19937 dice(99);
        std::uniform_real_distribution<double> unit(0, 1);
        const std::vector<std::string> parts{"beam",      "beam.left",  "bracket.left", "tab.right",
                                             "tray",      "cheek.left", "lip",          "gusset.left.outer",
                                             "beam~tray", "nothing"};
        for (int i = 0; i < 150; ++i) {
            Job job = demoJob();
            armor::Tweak t;
            t.kind = static_cast<armor::Tweak::Kind>(static_cast<int>(unit(dice) * 6) % 6);
            t.part = parts[static_cast<std::size_t>(unit(dice) * 10) % parts.size()];
            t.by = {200 * (unit(dice) - 0.5), 200 * (unit(dice) - 0.5), 200 * (unit(dice) - 0.5)};
            t.section = unit(dice) < 0.5 ? "RHS 150x100x6" : "no such section";
            t.value = 120 * unit(dice);
            t.at = {800 * (unit(dice) - 0.2), 200 * (unit(dice) - 0.5)};
            t.label = "test";
            job.pieces[0].tweaks.push_back(t);
            const QString fault = broken(appraise(job, shippedStock()));
            QVERIFY2(fault.isEmpty(), qPrintable(fault + "\n" + QString::fromStdString(writeJob(job))));
        }
    }
};

QTEST_GUILESS_MAIN(TestRandomJobs)
#include "test_random_jobs.moc"
