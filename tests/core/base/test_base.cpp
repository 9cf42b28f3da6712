#include <sys/resource.h>
#include <unistd.h>

#include <algorithm>
#include <atomic>
#include <cmath>
#include <thread>

#include <QTemporaryDir>
#include <QTest>

#include "core/base/constants.h"
#include "core/base/csv.h"
#include "core/base/object_reader.h"
#include "core/base/parallel.h"
#include "core/base/threads.h"
#include "core/working/working.h"

using namespace hefty;

/// The ground floor: tables, JSON with every fault named, and calculations on paper.
class TestBase : public QObject {
    Q_OBJECT

  private slots:
    void tablesByRfc4180() {
        const auto t =
            CsvTable::parse("# a comment\nid,name,size\n\na,\"two, words\",3\nb,\"says \"\"hi\"\"\",-4.5e1\n",
                            "t")
                .value();
        QCOMPARE(t.rowCount(), std::size_t(2));
        Faults faults;
        QCOMPARE(t.text(0, "name", faults), std::string("two, words"));
        QCOMPARE(t.text(1, "name", faults), std::string("says \"hi\""));
        QCOMPARE(t.number(1, "size", faults), -45.0);
        QVERIFY(t.hasColumn("size") && !t.hasColumn("weight"));
        QVERIFY(faults.none());
    }
    void fieldsSurviveTheRoundTrip_data() {
        QTest::addColumn<QString>("text");
        for (const char *text : {"plain", "with, comma", "with \"quotes\"", "two\nlines", "",
                                 " blank at the ends ", "\u00e4\u00f6\u00fc \u2300 12", "=1+1", "a,b\"c\nd"})
            QTest::newRow(text) << text;
    }
    void fieldsSurviveTheRoundTrip() {
        QFETCH(QString, text);
        const std::string csv = "first,second\n" + csvField(text.toStdString()) + ",x\n";
        const auto t = CsvTable::parse(csv, "t").value();
        Faults faults;
        QCOMPARE(QString::fromStdString(t.text(0, "first", faults)), text);
        QCOMPARE(t.text(0, "second", faults), std::string("x"));
    }
    void badTables_data() {
        QTest::addColumn<QString>("text");
        QTest::newRow("open quote") << "a,b\n1,\"two\n";
        QTest::newRow("a field too few") << "a,b\n1\n";
        QTest::newRow("a field too many") << "a,b\n1,2,3\n";
    }
    void badTables() {
        QFETCH(QString, text);
        const auto t = CsvTable::parse(text.toStdString(), "table.csv");
        QVERIFY(!t);
        QVERIFY2(t.error().where.find("table.csv") != std::string::npos, t.error().where.c_str());
    }
    void badFieldsNameLineAndColumn() {
        const auto t = CsvTable::parse("id,size\na,12\nb,wide\nc,\nd,inf\n", "table.csv").value();
        for (const auto &[row, column] : {std::pair{1, "size"}, {2, "size"}, {3, "size"}, {0, "height"}}) {
            Faults faults;
            (void)t.number(static_cast<std::size_t>(row), column, faults);
            QCOMPARE(faults.all().size(), std::size_t(1));
            QVERIFY((faults.all()[0].where + faults.all()[0].message).find(column) != std::string::npos);
        }
        Faults faults;
        QCOMPARE(t.number(2, "size", faults, 7.0), 7.0);  // empty is allowed there
        QVERIFY(faults.none());
    }

    void brokenJsonSaysWhere_data() {
        QTest::addColumn<QString>("text");
        for (const char *text : {"", "{", "{\"a\":}", "[1,2", "{\"a\" 1}", "nul", "{\"a\":1}}", "\"open"})
            QTest::newRow(text) << text;
    }
    void brokenJsonSaysWhere() {
        QFETCH(QString, text);
        const auto json = parseJson(text.toStdString());
        QVERIFY(!json);
        QVERIFY(json.error().kind == ProblemKind::BadInput && !json.error().where.empty());
    }
    /// A reader reports every fault it finds, each with its path, and goes on.
    void allFaultsAreReported() {
        const Json json = *parseJson(
            R"({"n":"five","p":-1,"i":1.5,"b":"yes","t":7,"list":{"a":1},"v":[1,2],"texts":["a",3]})");
        Faults faults;
        ObjectReader o(json, "top", faults);
        (void)o.number("n");
        (void)o.positive("p");
        (void)o.integer("i", 0);
        (void)o.boolean("b", false);
        (void)o.text("t");
        (void)o.array("list");
        (void)o.numbers<3>("v");
        (void)o.number("missing");
        (void)o.texts("texts");
        QVERIFY2(faults.all().size() == 9, qPrintable(QString::number(faults.all().size())));
        for (const Problem &p : faults.all()) {
            QVERIFY(p.where.starts_with("top/"));
            QVERIFY(!p.message.empty());
        }
        const Problem all = faults.joined();
        QCOMPARE(all.where, faults.all()[0].where);
        QVERIFY(all.message.find("top/missing") != std::string::npos);
    }
    void fallbacksAndLeftovers() {
        const Json json = *parseJson(R"({"a":1,"color":"green","deep":{"x":[1,2]}})");
        Faults faults;
        ObjectReader o(json, "", faults);
        QCOMPARE(o.number("a", 5), 1.0);
        QCOMPARE(o.number("b", 5), 5.0);
        QCOMPARE(o.text("c", std::string("none")), std::string("none"));
        QVERIFY(!o.optionalNumber("d"));
        QVERIFY(o.boolean("e", true) && o.integer("f", 3) == 3);
        QVERIFY(faults.none());
        const Json left = o.leftover();
        QCOMPARE(left.size(), std::size_t(2));  // nobody asked for color and deep
        QVERIFY(left.contains("color") && left["deep"]["x"][1] == 2);
    }
    void notAnObject() {
        const Json json = *parseJson("[1,2,3]");
        Faults faults;
        ObjectReader o(json, "piece", faults);
        QCOMPARE(faults.all().size(), std::size_t(1));
        QVERIFY(!o.has("a"));
        QCOMPARE(o.number("a", 4), 4.0);
    }
    void problemsReadAsSentences() {
        const Problem p{ProblemKind::BadInput, "The leg is 0.", "welds/3/leg", "Give a leg."};
        QCOMPARE(p.sentence(), std::string("welds/3/leg: The leg is 0. Give a leg."));
        for (const ProblemKind kind :
             {ProblemKind::BadInput, ProblemKind::UnknownId, ProblemKind::NotFinite, ProblemKind::Mechanism,
              ProblemKind::Degenerate, ProblemKind::Undetermined, ProblemKind::File, ProblemKind::Version,
              ProblemKind::Stopped})
            QVERIFY(!kindName(kind).empty());
        QCOMPARE(kindName(ProblemKind::Mechanism), std::string_view("mechanism"));
    }
    void filesThatAreNotThere() {
        const QTemporaryDir dir;
        for (const std::string &path : {std::string("/no/such/file"), dir.path().toStdString()}) {
            const auto text = readFile(path);
            QVERIFY(!text && text.error().kind == ProblemKind::File);
            QCOMPARE(text.error().where, path);
        }
    }

    /// 1 kg weighs 9.80665 N (ISO 80000-3), 1 lbf = 4.448222 N, 1 ksi = 6.894757 MPa.
    void constants() {
        QCOMPARE(weight(1), 9.80665);
        QVERIFY(std::abs(newtonPerLbf - 4.448222) < 1e-6);
        QVERIFY(std::abs(mpaPerKsi - 6.894757) < 1e-6);
        QVERIFY(std::abs(kgPerPound * standardGravity - newtonPerLbf) < 1e-12);
        QVERIFY(std::abs(degrees(radians(33.3)) - 33.3) < 1e-12);
    }
    void numbersOnPaper_data() {
        QTest::addColumn<double>("value");
        QTest::addColumn<QString>("text");
        QTest::newRow("zero") << 0.0 << "0";
        QTest::newRow("four digits") << 3.14159265 << "3.142";
        QTest::newRow("large") << 123456.0 << "123456";
        QTest::newRow("small") << 0.00123456 << "0.001235";
        QTest::newRow("negative") << -42.5 << "-42.5";
    }
    void numbersOnPaper() {
        QFETCH(double, value);
        QFETCH(QString, text);
        const std::string printed = working::number(value);
        QVERIFY2(std::abs(std::stod(printed) - value) <= 5e-4 * std::abs(value), printed.c_str());
        QVERIFY(printed.find("nan") == std::string::npos);
        if (std::abs(value) < 1000) QCOMPARE(QString::fromStdString(printed), text);
    }
    void workingsRead() {
        working::Working w;
        QVERIFY(w.empty());
        w.title = "Tension";
        w.given("A", "area", 100, "mm²", "drawing")
            .step("N", "strength", "Fy A", "355 · 100", 35500, "N", "AISC 360-16 D2-1")
            .note("Sound metal.");
        QVERIFY(!w.empty());
        const std::string text = working::toText(w);
        for (const char *part :
             {"Tension", "area", "Fy A", "355 · 100", "35500", "AISC 360-16 D2-1", "Sound metal."})
            QVERIFY2(text.find(part) != std::string::npos, part);
    }
    /// A thread that gives way does so with those that it begins, and no other.
    void threadsGiveWay() {
        const auto niceness = [] { return getpriority(PRIO_PROCESS, static_cast<id_t>(gettid())); };
        const int before = niceness();
        int own = 0, begun = 0;
        std::thread([&] {
            giveWay(3);
            own = niceness();
            std::thread([&] { begun = niceness(); }).join();
            giveWay(100);
            QCOMPARE(niceness(), 19);
        }).join();
        QCOMPARE(own, std::min(19, before + 3));
        QCOMPARE(begun, own);
        QCOMPARE(niceness(), before);
    }
    /// Every share is worked once, none beyond the last, also of no shares and of one.
    void sharesAreWorkedOnce() {
        for (const std::size_t count : {0, 1, 2, 1000}) {
            std::vector<std::atomic<int>> even(count), uneven(count);
            parallel::forEach(count, [&](std::size_t i) { ++even.at(i); });
            parallel::forUneven(count, [&](std::size_t i) { ++uneven.at(i); });
            for (std::size_t i = 0; i < count; ++i) {
                QCOMPARE(even[i].load(), 1);
                QCOMPARE(uneven[i].load(), 1);
            }
        }
    }
    /// The first of several works stays on the calling thread; all have ended when the call returns, also
    /// where works begin works.
    void worksEndTogether() {
        const auto here = std::this_thread::get_id();
        std::thread::id first;
        std::atomic<int> ended = 0;
        const auto shares = [&] { parallel::forEach(50, [&](int) { ++ended; }); };
        parallel::together(
            [&] {
                first = std::this_thread::get_id();
                ++ended;
            },
            [&] { parallel::isolated(shares); }, shares);
        QCOMPARE(first, here);
        QCOMPARE(ended.load(), 101);
        QVERIFY(parallel::cores() >= 1);
    }
};

QTEST_GUILESS_MAIN(TestBase)
#include "test_base.moc"
