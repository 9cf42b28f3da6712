#include <QtTest>

#include <cmath>
#include <random>

#include "core/base/constants.h"
#include "core/job/job.h"
#include "core/job/shop/proof_pull.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::job;
using hefty::testing::shippedStock;

namespace {

/// A job file with one field of its shop or log put in.
Result<Job> with(const char *where, const Json &value) {
    Json json = parseJson(writeJob(hefty::testing::demoJob())).value();
    json[Json::json_pointer(where)] = value;
    return readJob(json.dump());
}

log::ProofPull pullOf(std::mt19937 &dice, double give, double seats, double noise) {
    std::normal_distribution<double> off(0, noise);
    log::ProofPull p{"front-bumper", "tab.left", "2026-04-01", {}, {}};
    for (const double load : {10000.0, 20000.0, 30000.0, 40000.0})
        p.stages.push_back({load, seats + give * load + off(dice), seats + off(dice)});
    return p;
}

PullPlan planOf(double give) {
    PullPlan plan;
    plan.give = give;
    plan.most = 40000;
    plan.stages = {10000, 20000, 30000, 40000};
    return plan;
}

}  // namespace

/// What the shop and the log of a job keep, read and written; nonsense is told with its place.
class TestShopFiles : public QObject {
    Q_OBJECT

  private slots:
    void goesThroughAFile() {
        Job job = hefty::testing::demoJob();
        job.shop.sheets.push_back({"S-9", "S355", 6, 1200, 800, 2, true, 55});
        job.shop.dies.push_back({"D-9", 33.7, 100, 60, 9, radians(68)});
        job.shop.testBends.push_back({"D-9", "S235", radians(63), radians(61), "2026-04-01"});
        for (const workshop::ShopSetting &s : workshop::shopSettings())
            job.shop.*s.member = s.least + 0.37 * (s.most - s.least);
        std::mt19937 dice(1);
        job.log.pulls.push_back(pullOf(dice, 1e-4, 0.5, 0.02));
        job.log.pulls.back().stopped = "It keeps too much.";
        job.log.welded.push_back({"front-bumper", "a~b", "2026-04-02", "Ines", 14.5, "21 V"});
        job.log.cut.push_back({"front-bumper", "cap.left", "2026-04-02", "", 0, 0});
        job.weldOrders["front-bumper"] = {"b~c", "a~b"};
        const auto again = readJob(writeJob(job));
        QVERIFY2(again.has_value(), again ? "" : again.error().message.c_str());
        QVERIFY(again->shop == job.shop);
        QVERIFY(again->log == job.log);
        QVERIFY(again->weldOrders == job.weldOrders);
        QCOMPARE(writeJob(*again), writeJob(job));
    }
    /// An older file has none of it: the usual stands in.
    void olderFiles() {
        Json json = parseJson(writeJob(hefty::testing::demoJob())).value();
        for (const char *key :
             {"sheets", "dies", "testBends", "sawMinutes", "hourRate", "hoursFactor", "plateGap"})
            json["shop"].erase(key);
        const auto job = readJob(json.dump());
        QVERIFY(job.has_value());
        const workshop::Shop usual;
        QVERIFY(job->shop.sheets.empty() && job->shop.dies.empty() && job->shop.testBends.empty());
        QCOMPARE(job->shop.sawMinutes, usual.sawMinutes);
        QCOMPARE(job->shop.hoursFactor, 1.0);
    }
    void nonsense_data() {
        QTest::addColumn<QString>("where");
        QTest::addColumn<QString>("value");
        QTest::addColumn<QString>("told");
        const auto row = [](const char *name, const char *where, const char *value, const char *told) {
            QTest::newRow(name) << where << value << told;
        };
        row("sheets are no list", "/shop/sheets", "7", "shop/sheets");
        row("a sheet without a size", "/shop/sheets", R"([{"id": "s", "material": "S355", "thickness": 4}])",
            "length");
        row("fewer than no sheets", "/shop/sheets",
            R"([{"id": "s", "material": "S355", "thickness": 4, "length": 9, "width": 9, "count": -1}])",
            "count");
        row("a die without a tube", "/shop/dies", R"([{"id": "d", "radius": 100}])", "tube");
        row("a grip below nothing", "/shop/dies", R"([{"id": "d", "tube": 40, "radius": 100, "grip": -1}])",
            "shop/dies");
        row("more kept than set", "/shop/testBends",
            R"([{"die": "d", "material": "S355", "set": 1, "got": 1.2}])", "shop/testBends");
        row("more than half a turn", "/shop/testBends",
            R"([{"die": "d", "material": "S355", "set": 200, "got": 1}])", "shop/testBends");
        row("a factor of nothing", "/shop/hoursFactor", "0", "hoursFactor");
        row("minutes as a word", "/shop/sawMinutes", "\"five\"", "sawMinutes");
        row("a pull below nothing", "/log/pulls",
            R"([{"piece": "p", "place": "t", "stages": [{"load": -5, "reading": 1, "left": 0}]}])", "stages");
        row("a stage without a reading", "/log/pulls",
            R"([{"piece": "p", "place": "t", "stages": [{"load": 5}]}])", "reading");
        row("minutes of a seam below nothing", "/log/welded",
            R"([{"piece": "p", "seam": "a~b", "minutes": -1}])", "log/welded");
        row("orders are a list", "/weldOrders", "[1, 2]", "weldOrders");
        row("an order of numbers", "/weldOrders", R"({"front-bumper": [1, 2]})", "weldOrders");
    }
    void nonsense() {
        QFETCH(QString, where);
        QFETCH(QString, value);
        QFETCH(QString, told);
        const auto job = with(where.toUtf8().constData(), parseJson(value.toStdString()).value());
        QVERIFY(!job.has_value());
        const std::string all = job.error().where + " " + job.error().message;
        QVERIFY2(QString::fromStdString(all).contains(told), all.c_str());
    }
    /// Thousands of damaged shops and logs: read or told, never a crash, and what is read can be written.
    void damaged() {
        Job job = hefty::testing::demoJob();
        job.shop.sheets.push_back({"S-9", "S355", 6, 1200, 800, 2, true, 55});
        job.shop.dies.push_back({"D-9", 33.7, 100, 60, 9, 1.2});
        job.shop.testBends.push_back({"D-9", "S235", 1.1, 1.07, "2026-04-01"});
        std::mt19937 dice(77);
        job.log.pulls.push_back(pullOf(dice, 1e-4, 0.5, 0.02));
        job.weldOrders["front-bumper"] = {"b~c", "a~b"};
        const std::string whole = writeJob(job);
        const std::size_t from = whole.find("\"log\""), to = whole.size();
        std::uniform_int_distribution<std::size_t> place(from, to - 2);
        const std::string letters = "0-9.eE[]{}\",:x \n";
        std::uniform_int_distribution<std::size_t> letter(0, letters.size() - 1);
        int read = 0;
        for (int run = 0; run < 3000; ++run) {
            std::string text = whole;
            for (int k = 0; k <= run % 3; ++k) text[place(dice)] = letters[letter(dice)];
            const auto found = readJob(text);
            if (!found) {
                QVERIFY(!found.error().message.empty());
                continue;
            }
            ++read;
            QVERIFY(readJob(writeJob(*found)).has_value());
        }
        QVERIFY(read > 100);
    }
    /// Softer gives more: the measured give follows the true one over decades, whatever seats at first.
    void giveOverDecades() {
        std::mt19937 dice(9);
        for (const double give : {2e-5, 1e-4, 5e-4}) {
            double before = 0;
            for (const double share : {0.8, 1.0, 1.5, 2.0}) {
                const PullVerdict v = judge(planOf(give), pullOf(dice, give * share, 1, 0.005).stages);
                QVERIFY2(v.give.has_value() && v.done, v.stop.text.c_str());
                QVERIFY2(std::abs(*v.give / (give * share) - 1) < 0.05, qPrintable(QString::number(*v.give)));
                QVERIFY(*v.give > before);
                before = *v.give;
            }
        }
    }
    /// Stages in turn: each is judged by those before it; no stage may be pulled after one that stops.
    void stageByStage() {
        std::mt19937 dice(4);
        log::ProofPull p = pullOf(dice, 1e-4, 0.6, 0.01);
        for (std::size_t n = 1; n <= p.stages.size(); ++n) {
            const PullVerdict v =
                judge(planOf(1e-4), {p.stages.begin(), p.stages.begin() + static_cast<long>(n)});
            QVERIFY(v.stop.text.empty());
            QCOMPARE(v.done, n == p.stages.size());
            QCOMPARE(v.give.has_value(), n >= 2);
        }
        for (std::size_t bad = 0; bad < p.stages.size(); ++bad) {
            auto stages = p.stages;
            stages[bad].left += 4;
            stages[bad].reading += 4;
            const PullVerdict v = judge(planOf(1e-4), stages);
            QVERIFY2(v.stop.text.find("Stage " + std::to_string(bad + 1)) == 0, v.stop.text.c_str());
            QVERIFY(!v.done && !v.working.steps.empty());
        }
    }
};

QTEST_APPLESS_MAIN(TestShopFiles)
#include "test_shop_files.moc"
