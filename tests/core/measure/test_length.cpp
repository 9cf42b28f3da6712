#include <cmath>
#include <random>

#include <QTest>

#include "core/base/constants.h"
#include "core/measure/length.h"
#include "core/measure/quantity.h"

using namespace hefty;
using namespace hefty::measure;

Q_DECLARE_METATYPE(hefty::measure::UnitSystem)

class TestLength : public QObject {
    Q_OBJECT

  private slots:
    void reads_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<UnitSystem>("system");
        QTest::addColumn<double>("mm");
        const auto row = [](const char *name, const char *text, UnitSystem system, double mm) {
            QTest::newRow(name) << QString::fromUtf8(text) << system << mm;
        };
        const UnitSystem M = UnitSystem::Metric, I = UnitSystem::Inch;
        row("whole number, metric shop", "45", M, 45);
        row("whole number, inch shop", "2", I, 50.8);
        row("millimeters", "45mm", I, 45);
        row("millimeters, spaced", " 45 mm ", I, 45);
        row("centimeters", "4.5cm", M, 45);
        row("meters", "1.2m", I, 1200);
        row("fraction alone is inches", "3/16", M, 4.7625);
        row("mixed with dash", "1-3/4", M, 44.45);
        row("mixed with blank", "1 3/4\"", M, 44.45);
        row("sixty-fourths", "23/64", M, 9.128125);
        row("leading point is inches", ".120", M, 3.048);
        row("leading point with wall", ".120 wall", M, 3.048);
        row("decimal inches", "1.75in", M, 44.45);
        row("decimal with zero stays metric", "0.5", M, 0.5);
        row("feet and inches", "2'6\"", M, 762);
        row("feet and mixed inches", "2' 6-1/2\"", M, 774.7);
        row("feet alone", "3ft", M, 914.4);
        row("feet, inches unmarked", "5'11", M, 1803.4);
        row("gauge, sheet by default", "11ga", M, 3.03784);
        row("gauge, sheet", "11ga sheet", M, 3.03784);
        row("gauge, tube", "11 ga tube", M, 3.048);
        row("gauge, wall means tube", "13ga wall", M, 2.413);
        row("gauge, aluminum", "11 gauge aluminum", M, 2.30378);
        row("comma as decimal point", "45,5mm", M, 45.5);
        row("typographic inch mark", "1-3/4\u2033", M, 44.45);
        row("typographic foot mark", "2\u2032 6\u2033", M, 762);
        row("true minus", "\u22123/4", M, -19.05);
        row("negative", "-12.5 mm", M, -12.5);
        row("plus", "+12", M, 12);
        row("vulgar half", "2\u00bd\"", M, 63.5);
        row("upper case", "45MM", M, 45);
        row("trailing word", "1/4 plate", M, 6.35);
        row("zero", "0", M, 0);
    }
    void reads() {
        QFETCH(QString, text);
        QFETCH(UnitSystem, system);
        QFETCH(double, mm);
        const auto read = readLength(text.toStdString(), system);
        QVERIFY2(read.has_value(), read ? "" : read.error().sentence().c_str());
        QVERIFY2(std::abs(read->mm - mm) < 1e-9 * std::max(1.0, std::abs(mm)),
                 qPrintable(QString::number(read->mm, 'g', 12)));
        QVERIFY(!read->understood.empty());
    }

    void refuses_data() {
        QTest::addColumn<QString>("text");
        for (const char *text :
             {"",        " ",      "abc",        "mm",          "\"",           "1/0",          "1/",
              "/2",      "1-",     "1-3",        "1-5/4",       "1.5-3/4",      "1 3/3",        "1//2",
              "1..2",    "1.2.3",  "--1",        "12 furlongs", "12x",          "3/16/2",       "11.5ga",
              "99ga",    "0ga",    "-11ga",      "11ga wood",   "11ga sheet x", "2'14\"",       "2'x",
              "1,250",   "1e5000", "9999999999", "5 5",         "nan",          "inf",          "3/16 3/16",
              "45mm mm", "'",      "ga",         "1-3/4-1/2",   "1/2/3",        "\u00bd\u00bd", "0x10"})
            QTest::newRow(*text ? text : "empty") << QString::fromUtf8(text);
    }
    void refuses() {
        QFETCH(QString, text);
        const auto read = readLength(text.toStdString(), UnitSystem::Metric);
        QVERIFY2(!read.has_value(), read ? read->understood.c_str() : "");
        QVERIFY(read.error().kind == ProblemKind::BadInput);
        QVERIFY(!read.error().message.empty());
    }

    void printsInches_data() {
        QTest::addColumn<double>("mm");
        QTest::addColumn<int>("denominator");
        QTest::addColumn<QString>("text");
        QTest::newRow("mixed") << 44.45 << 16 << "1-3/4\"";
        QTest::newRow("sixty-fourths") << 9.128125 << 64 << "23/64\"";
        QTest::newRow("whole") << 50.8 << 16 << "2\"";
        QTest::newRow("zero") << 0.0 << 16 << "0\"";
        QTest::newRow("negative") << -44.45 << 16 << "-1-3/4\"";
        QTest::newRow("rounds up to a whole") << 25.39 << 16 << "1\"";
        QTest::newRow("rounds to nothing, no minus") << -0.1 << 16 << "0\"";
        QTest::newRow("reduced") << 12.7 << 64 << "1/2\"";
    }
    void printsInches() {
        QFETCH(double, mm);
        QFETCH(int, denominator);
        QFETCH(QString, text);
        const PrintedLength p = printInches(mm, denominator);
        QCOMPARE(QString::fromStdString(p.text), text);
        QVERIFY(std::abs(p.roundedOff - (p.printedMm - mm)) < 1e-12);
        QVERIFY(std::abs(p.roundedOff) <= mmPerInch / denominator / 2 + 1e-9);
    }

    /// Whatever is printed reads back as what was printed, in both systems, for hundreds of lengths.
    void roundTrips() {
        std::mt19937 random(20260314);
        std::uniform_real_distribution<double> length(-3000, 6000);
        for (int i = 0; i < 500; ++i) {
            const double mm = length(random);
            for (const int d : {16, 32, 64}) {
                const PrintedLength p = printInches(mm, d);
                const auto read = readLength(p.text, UnitSystem::Metric);
                QVERIFY2(read && std::abs(read->mm - p.printedMm) < 1e-9, p.text.c_str());
            }
            for (const double step : {0.5, 0.1}) {
                const PrintedLength p = printMillimeters(mm, step);
                const auto read = readLength(p.text, UnitSystem::Inch);
                QVERIFY2(read && std::abs(read->mm - p.printedMm) < 1e-9, p.text.c_str());
                QVERIFY(std::abs(p.roundedOff) <= step / 2 + 1e-9);
            }
        }
    }

    /// Random text of a measure's own letters: never a crash, never a number that is not finite.
    void survivesNoise() {
        std::mt19937 random(7);
        const std::string letters = "0123456789.,/-'\" mcinftga";
        for (int i = 0; i < 3000; ++i) {
            std::string text;
            const auto size = 1 + random() % 9;
            for (unsigned k = 0; k < size; ++k) text += letters[random() % letters.size()];
            const auto read = readLength(text, UnitSystem::Inch);
            QVERIFY2(!read || std::isfinite(read->mm), text.c_str());
        }
    }

    void quantities_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<int>("quantity");
        QTest::addColumn<double>("value");
        QTest::newRow("angle in degrees") << "30" << static_cast<int>(Quantity::Angle) << radians(30);
        QTest::newRow("angle with sign")
            << "12.5\u00b0" << static_cast<int>(Quantity::Angle) << radians(12.5);
        QTest::newRow("pounds") << "10 lb" << static_cast<int>(Quantity::Mass) << 4.5359237;
        QTest::newRow("kilograms") << "38.5kg" << static_cast<int>(Quantity::Mass) << 38.5;
        QTest::newRow("kilogram-force") << "4300 kgf" << static_cast<int>(Quantity::Force) << 42168.595;
        QTest::newRow("kilonewtons by default") << "75" << static_cast<int>(Quantity::Force) << 75000.0;
        QTest::newRow("ksi") << "50 ksi" << static_cast<int>(Quantity::Stress) << 344.73786466;
    }
    void quantities() {
        QFETCH(QString, text);
        QFETCH(int, quantity);
        QFETCH(double, value);
        const auto read =
            readQuantity(text.toStdString(), static_cast<Quantity>(quantity), UnitSystem::Metric);
        QVERIFY(read.has_value());
        QVERIFY(std::abs(read->value - value) < 1e-8 * value);
    }
    void quantitiesRefused() {
        for (const char *text : {"", "x", "3 kg", "nan", "1e999", "--2"})
            QVERIFY2(!readQuantity(text, Quantity::Angle, UnitSystem::Metric), text);
        QVERIFY(!readQuantity("2.5", Quantity::Count, UnitSystem::Metric));
    }
};

QTEST_GUILESS_MAIN(TestLength)
#include "test_length.moc"
