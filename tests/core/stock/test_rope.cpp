#include <QTest>

#include <cmath>

#include "core/job/appraise/duty_list.h"
#include "core/job/shop/rope_snatch.h"
#include "tests/core/demo.h"

using namespace hefty;

/// Ropes that are snatched with.
class TestRope : public QObject {
    Q_OBJECT

    static stock::Rope rope() {
        stock::Rope r;
        r.length = 9000;
        r.breakingStrength = 127000;
        r.stretchAtBreak = 0.3;
        return r;
    }

  private slots:
    /// F = v sqrt(k m) of a straight line, as long as it does not break.
    void straightLine() {
        const double k = 127000 / (0.3 * 9);  // N/m
        QVERIFY(std::abs(rope().snatchForce(2150, 3) - 3 * std::sqrt(k * 2150)) < 1e-6);
        QCOMPARE(rope().snatchForce(2150, 30), 127000.0);
        QCOMPARE(rope().snatchForce(2150, 0), 0.0);
    }
    /// A curve of straight stretches: the work under it, integrated in small steps, is the energy.
    void measuredCurve() {
        stock::Rope r = rope();
        r.curve = {{0, 0}, {0.08, 6000}, {0.2, 40000}, {0.3, 127000}};
        for (const double v : {0.5, 2.0, 4.0}) {
            const double peak = r.snatchForce(2150, v);
            double work = 0;
            constexpr int steps = 200000;
            for (int i = 0; i < steps; ++i) {
                const double s = 0.3 * (i + 0.5) / steps;
                std::size_t k = 1;
                while (r.curve[k][0] < s) ++k;
                const double f = r.curve[k - 1][1] + (r.curve[k][1] - r.curve[k - 1][1]) *
                                                         (s - r.curve[k - 1][0]) /
                                                         (r.curve[k][0] - r.curve[k - 1][0]);
                if (f <= peak) work += f * 0.3 / steps * r.length / 1000;
            }
            QVERIFY2(std::abs(work / (2150 * v * v / 2) - 1) < 1e-4, qPrintable(QString::number(work)));
        }
    }
    /// A rope that was measured snatches by its curve, and the duty says where that is from.
    void dutyOfAMeasuredRope() {
        job::Job job = job::loadJob(hefty::testing::demoPath("marten-front-bumper")).value();
        const stock::Rope &known = *hefty::testing::shippedStock().rope("recovery-22");
        const auto snatch = [&job] {
            const job::Appraisal a = job::appraise(job, hefty::testing::shippedStock());
            for (const job::DutyPlace &d : a.pieces[0].duties)
                if (d.duty == "snatch") return std::pair(d.force, d.why);
            return std::pair(0.0, std::string());
        };
        QVERIFY(snatch().second.find("as the stock says") != std::string::npos);
        job.rules.ropes["recovery-22"] = {"pull.csv", {{0, 0}, {0.05, 5000}, {0.15, 60000}, {0.3, 127000}}};
        const auto [force, why] = snatch();
        QVERIFY2(why.find("pull.csv") != std::string::npos, why.c_str());
        const job::Appraisal a = job::appraise(job, hefty::testing::shippedStock());
        const double mass = a.rig->worst.total, speed = job.rules.snatchSpeed;
        // by hand: the first stretch takes 5000/2 x 0.45 m, the rest of the energy goes into the second
        const double left = mass * speed * speed / 2 - 5000.0 / 2 * 0.05 * known.length / 1000;
        const double k = (60000.0 - 5000) / (0.1 * known.length / 1000);
        QVERIFY2(std::abs(force - std::sqrt(5000.0 * 5000 + 2 * k * left)) < 1,
                 qPrintable(QString::number(force)));
        const job::RopeSnatch told = job::ropeSnatch(a, job.rules, known, nullptr);
        QVERIFY(std::abs(told.byTaken.force - force) < 1e-6 && told.byStock.force != told.byTaken.force);
    }
    /// Of a measured rope the duties take the curve, and the file keeps it.
    void houseKnowsItsRopes() {
        job::Job job = job::loadJob(hefty::testing::demoPath("marten-front-bumper")).value();
        stock::Rope known = *hefty::testing::shippedStock().rope("recovery-22");
        QCOMPARE(proof::asMeasured(known, job.rules).curve.size(), std::size_t{0});
        job.rules.ropes["recovery-22"] = {"pull.csv", {{0, 0}, {0.1, 5000}, {0.3, 100000}}};
        QCOMPARE(proof::asMeasured(known, job.rules).curve.size(), std::size_t{3});
        const auto again = job::readJob(job::writeJob(job));
        QVERIFY(again.has_value());
        QVERIFY(*again == job);
        Json json = parseJson(job::writeJob(job)).value();
        json["houseRules"]["ropes"]["recovery-22"]["curve"][1][0] = 0.5;  // then it falls back
        const auto bad = job::readJob(json.dump());
        QVERIFY(!bad);
        QVERIFY2(bad.error().sentence().find("recovery-22") != std::string::npos,
                 bad.error().sentence().c_str());
        const stock::Rope::Snatch broken = known.snatch(2150, 30);
        QVERIFY(broken.breaks && broken.force == known.breakingStrength);
        const stock::Rope::Snatch held = known.snatch(2150, 3);  // on a straight line in proportion
        QVERIFY(!held.breaks);
        QVERIFY(std::abs(held.stretch / known.stretchAtBreak - held.force / known.breakingStrength) < 1e-12);
    }
    void readsCurves() {
        const auto ratio = stock::readStretchCurve("stretch,force\n0,0\n0.1,5000\n0.3,90000\n", 9000);
        QVERIFY(ratio.has_value());
        QCOMPARE((*ratio)[2][1], 90000.0);
        const auto length = stock::readStretchCurve("stretch_mm,force\n900,5000\n2700,90000\n", 9000);
        QVERIFY(length.has_value());  // slack is put before it
        QCOMPARE(length->size(), std::size_t{3});
        QVERIFY(std::abs((*length)[1][0] - 0.1) < 1e-12);
        for (const char *bad :
             {"stretch,force\n0,0\n", "stretch,force\n0,0\n0.1,5\n0.1,6\n", "stretch,force\n0,0\n0.1,x\n",
              "stretch,force\n0,0\n0.1,50\n0.2,40\n", "stretch,force\n-1,0\n0.1,50\n", "force\n1\n2\n", ""}) {
            const auto r = stock::readStretchCurve(bad, 9000);
            QVERIFY2(!r && !r.error().message.empty(), bad);
        }
    }
    /// Winch ropes and ropes to snatch with are not offered for each other's place.
    void offeredForWhatTheyAre() {
        const auto winch = armor::options(armor::Choice::Rope, hefty::testing::shippedStock());
        const auto snatch = armor::options(armor::Choice::SnatchRope, hefty::testing::shippedStock());
        QVERIFY(winch.size() >= 3 && snatch.size() >= 2);
        for (const std::string &id : snatch)
            QVERIFY(std::find(winch.begin(), winch.end(), id) == winch.end());
    }
};

QTEST_GUILESS_MAIN(TestRope)
#include "test_rope.moc"
