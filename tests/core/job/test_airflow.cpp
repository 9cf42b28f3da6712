#include <QtTest>

#include <numbers>

#include "core/job/appraise/airflow.h"
#include "core/job/appraise/appraise_under.h"
#include "core/job/appraise/fit.h"
#include "tests/core/plate_across.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::byHand;
using hefty::testing::plate;

namespace {

/// A radiator of 600 x 400 whose face stands at x = 300.
rig::Vehicle vehicle() {
    rig::Vehicle v;
    rig::KeepOut k;
    k.id = job::radiatorId;
    k.low = {200, -300, 600};
    k.high = {300, 300, 1000};
    v.keepOuts.push_back(k);
    return v;
}

job::Airflow air(const Assembly &a) {
    return job::airflowOf(vehicle(), {&a}).value();
}

}  // namespace

class TestAirflow : public QObject {
    Q_OBJECT

  private slots:
    void byHandWorked() {
        // 300 x 200 of 600 x 400: a quarter; half of it beside the radiator: an eighth; behind its face:
        // nothing
        QVERIFY(std::abs(air(byHand({plate(500, 0, 800, 300, 200)})).share - 0.75) < 0.01);
        QVERIFY(std::abs(air(byHand({plate(500, 300, 800, 300, 200)})).share - 0.875) < 0.01);
        QVERIFY(air(byHand({plate(250, 0, 800, 300, 200)})).share == 1);
        QCOMPARE(air(byHand({plate(500, 0, 800, 300, 200)})).governs, std::string("plate"));
        // an opening of 200 x 100 lets a third of that through
        Json open = plate(500, 0, 800, 300, 200);
        open["cutouts"] = Json::array({Json{{-100, -50}, {100, -50}, {100, 50}, {-100, 50}}});
        QVERIFY(std::abs(air(byHand({open})).share - (1 - 0.25 + 20000.0 / 240000)) < 0.01);
        // seen from its edge a plate covers its thickness
        Json along = plate(500, 0, 800, 300, 200);
        along["normal"] = {0, 1, 0};
        QVERIFY(air(byHand({along})).share > 0.98);
        // a tube of 60.3 across all of it
        const Assembly tube = byHand({{{"op", "tube"},
                                       {"name", "tube"},
                                       {"section", "CHS 60.3x5"},
                                       {"from", {{"at", {500, 400, 800}}}},
                                       {"to", {{"at", {500, -400, 800}}}}}});
        QVERIFY(std::abs(air(tube).share - (1 - 60.3 / 400)) < 0.02);
        QVERIFY(!job::airflowOf(rig::Vehicle{}, {&tube}));
    }
    /// A perforated sheet on a square pitch p lets pi d2/(4 p2) through.
    void perforated() {
        Json sheet = plate(500, 0, 800, 600, 400);
        sheet["holes"] = Json::array();
        for (int i = 0; i < 15; ++i)
            for (int j = 0; j < 10; ++j)
                sheet["holes"].push_back(
                    {{"at", {-280 + 40 * i, -180 + 40 * j}}, {"diameter", 30}, {"purpose", "air"}});
        const double share = air(byHand({sheet})).share,
                     wanted = std::numbers::pi * 30 * 30 / (4.0 * 40 * 40);
        QVERIFY2(std::abs(share - wanted) < 0.02, qPrintable(QString::number(share)));
    }
    /// Below what the house wants it is a finding that names what covers most.
    void toldWhenTooLittle() {
        job::Job job = hefty::testing::demoJob();
        const auto told = [&job] {
            job::Appraisal a = job::appraiseShape(job, hefty::testing::shippedStock());
            job::addFit(a, job);
            const job::Finding *f = a.finding("airflow");
            return f ? f->sentence.text : std::string();
        };
        job.rules.leastAirflow = 0;
        QVERIFY(told().empty());
        for (rig::KeepOut &k : job.vehicle.keepOuts)
            if (k.id == job::radiatorId) {
                k.low.z() = 560;
                k.high.z() = 700;
            }
        job.rules.leastAirflow = 0.99;
        QVERIFY2(told().find("are wanted") != std::string::npos, told().c_str());
    }
};

QTEST_APPLESS_MAIN(TestAirflow)
#include "test_airflow.moc"
