#include <QTest>

#include "core/measure/phrase.h"

using namespace hefty::measure;

/// Sentences whose measures follow the reader's units.
class TestPhrase : public QObject {
    Q_OBJECT

  private slots:
    void printsInEitherSystem_data() {
        QTest::addColumn<QString>("metric");
        QTest::addColumn<QString>("inch");
        QTest::addColumn<double>("value");
        QTest::addColumn<int>("quantity");
        const auto row = [](const char *name, double v, Quantity q, const char *metric, const char *inch) {
            QTest::newRow(name) << metric << inch << v << static_cast<int>(q);
        };
        row("two inches", 50.8, Quantity::Length, "is 51 mm.", "is 2\".");
        row("drilled 23/64", 25.4 * 23 / 64, Quantity::DrilledLength, "is 9.1 mm.", "is 23/64\".");
        // 10 kN = 10 000/4.448222 lbf = 2248 lbf
        row("ten kilonewtons", 10000, Quantity::Force, "is 10.00 kN.", "is 2248 lbf.");
        row("ten kilograms", 10, Quantity::Mass, "is 10.0 kg.", "is 22.0 lb.");
        row("an angle has one unit", 0.5235987755982988, Quantity::Angle, "is 30.0°.", "is 30.0°.");
    }
    void printsInEitherSystem() {
        QFETCH(QString, metric);
        QFETCH(QString, inch);
        QFETCH(double, value);
        QFETCH(int, quantity);
        const Phrase p("is {0}.", {{value, static_cast<Quantity>(quantity)}});
        QCOMPARE(QString::fromStdString(p.in(UnitSystem::Metric)), metric);
        QCOMPARE(QString::fromStdString(p.in(UnitSystem::Inch)), inch);
    }
    void measuresKeepTheirPlaces() {
        const Phrase p("{1} of {0}, {1} again", {{100}, {200}});
        QCOMPARE(p.in(UnitSystem::Metric), std::string("200 mm of 100 mm, 200 mm again"));
        const Phrase both = p.then({"and {0}", {{300}}});
        QCOMPARE(both.in(UnitSystem::Metric), std::string("200 mm of 100 mm, 200 mm again and 300 mm"));
    }
    /// 60 mm are 2.36 inches, 2-3/8 to the sixteenth; 25.4 are one.
    void lengthsInAPlainText() {
        const Phrase p = withLengths("Let them end 60 mm behind, 25.4 mm at most; -50.8 mm is too far.");
        QCOMPARE(p.measures.size(), std::size_t{3});
        QCOMPARE(p.in(UnitSystem::Inch),
                 std::string("Let them end 2-3/8\" behind, 1\" at most; -2\" is too far."));
        QCOMPARE(p.in(UnitSystem::Metric),
                 std::string("Let them end 60 mm behind, 25.4 mm at most; -50.8 mm is too far."));
        for (const char *plain : {"A wall of 3 mm leaves no inside in 100 x 50 mm.", "12mm, mm, 5 mms",
                                  "from 3-6 mm", "A part {0} of 60 mm", ""})
            QCOMPARE(withLengths(plain).in(UnitSystem::Inch), std::string(plain));
    }
    void nothingToAddLeavesItAlone() {
        const Phrase p("plain"), none;
        QVERIFY(p.then(none) == p);
        QVERIFY(none.then(p) == p);
    }
    /// What a person typed may hold braces: they stay unless they number a measure that is there.
    void otherBracesStay_data() {
        QTest::addColumn<QString>("text");
        for (const char *text :
             {"{", "}", "{}", "{a}", "{1}", "{0", "{-1}", "{ 0}", "{99999999999999999999}"})
            QTest::newRow(text) << text;
    }
    void otherBracesStay() {
        QFETCH(QString, text);
        const Phrase p(text.toStdString(), {{1}});
        QCOMPARE(QString::fromStdString(p.in(UnitSystem::Metric)), text);
    }
};

QTEST_GUILESS_MAIN(TestPhrase)
#include "test_phrase.moc"
