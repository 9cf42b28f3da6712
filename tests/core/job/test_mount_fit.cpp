#include <QtTest>

#include "core/job/appraise/appraise_under.h"
#include "core/job/shop/mount_fit.h"
#include "core/job/shop/proof_pull.h"
#include "tests/core/demo.h"

using namespace hefty;
using hefty::testing::demoJob;
using hefty::testing::shippedStock;

namespace {

double giveOf(job::Job job, double stiffness) {
    job.pieces[0].mountStiffness = stiffness;
    const job::Appraisal a = job::appraiseUnder(job, shippedStock(), {"recovery"}, {}, proof::Detail::Shells);
    return job::pullPlan(a.pieces[0], job::pullPlaces(a.pieces[0]).front()).value().give;
}

std::string place() {
    static const std::string first = [] {
        const job::Appraisal a = job::appraiseUnder(demoJob(), shippedStock(), {"recovery"});
        return job::pullPlaces(a.pieces[0]).front();
    }();
    return first;
}

}  // namespace

class TestMountFit : public QObject {
    Q_OBJECT

  private slots:
    /// A pull on a piece whose bolts are known to be softer or stiffer: the fit finds them again.
    void findsThemAgain() {
        const job::Job job = demoJob();
        for (const double truth : {0.4, 3.0}) {
            const double give = giveOf(job, truth);
            const auto fit = job::fitMounts(job, shippedStock(), job.pieces[0].id, place(), give);
            QVERIFY2(fit, fit ? "" : fit.error().sentence().c_str());
            // other springs of the joint are in parallel with them: not exactly a series
            QVERIFY2(std::abs(fit->factor - truth) < 0.1 * truth, qPrintable(QString::number(fit->factor)));
            QVERIFY2(std::abs(fit->is - give) < 0.01 * give,
                     qPrintable(QString("%1: %2 %3").arg(truth).arg(fit->is).arg(give)));
            QVERIFY(fit->was != fit->is && fit->hardestIs > 0);
            QVERIFY(!fit->working.steps.empty());
        }
    }
    /// Taken into the piece it is in the proof, goes into the file and comes back.
    void keptWithThePiece() {
        job::Job job = demoJob();
        job.pieces[0].mountStiffness = 0.5;
        const auto again = job::readJob(job::writeJob(job));
        QVERIFY(again && *again == job);
        QVERIFY(giveOf(job, 0.5) > giveOf(job, 1.0));
        job.pieces[0].mountStiffness = 1;
        QVERIFY(job::writeJob(job).find("mountStiffness") == std::string::npos);
    }
    void whatCannotBe() {
        const job::Job job = demoJob();
        const std::string id = job.pieces[0].id;
        const auto why = [&](double give, const std::string &at) {
            const auto fit = job::fitMounts(job, shippedStock(), id, at, give);
            return fit ? std::string() : fit.error().message;
        };
        QVERIFY(why(0, place()).find("some way") != std::string::npos);
        QVERIFY(why(giveOf(job, 1000) / 2, place()).find("rigid") != std::string::npos);
        QVERIFY(why(1, place()).find("something else gives") != std::string::npos);
        QVERIFY(why(1e-5, "nowhere").find("No recovery") != std::string::npos);
        QVERIFY(!job::fitMounts(job, shippedStock(), "nobody", place(), 1e-5));
    }
};

QTEST_APPLESS_MAIN(TestMountFit)
#include "test_mount_fit.moc"
