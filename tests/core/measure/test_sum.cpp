#include <QtTest>

#include <cmath>

#include "core/measure/quantity.h"
#include "core/measure/sum.h"

using namespace hefty;
using namespace hefty::measure;

class TestSum : public QObject {
    Q_OBJECT

  private slots:
    void lengths_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<double>("mm");
        // by hand
        const auto row = [](const char *text, double mm) { QTest::newRow(text) << QString(text) << mm; };
        row("640 - 25", 615);
        row("2 x 44.5", 89);
        row("2x44.5", 89);
        row("2 \u00d7 44.5", 89);
        row("44.5mm x 2", 89);
        row("1-3/4 + 3/16", (1.75 + 0.1875) * 25.4);
        row("1 - 3/4", 1 - 0.75 * 25.4);  // the fraction is inches, the 1 a millimeter
        row("half of 1180", 590);
        row("Half 1180", 590);
        row("a third of 900 - 10", 290);
        row("quarter of 2 x 600", 300);
        row("1180 / 3", 1180.0 / 3);
        row("1180 - 2 x 30 - 4 x 12.5", 1070);
        row("2'6\" + 3/4", 30.75 * 25.4);
        row("10+5", 15);
        row("twice 3/8", 0.75 * 25.4);
        row("-5 + 7", 2);
        row("2 * 1/2\"", 25.4);
    }
    void lengths() {
        QFETCH(QString, text);
        QFETCH(double, mm);
        const auto read = readLength(text.toStdString(), UnitSystem::Metric);
        QVERIFY2(read, read ? "" : read.error().message.c_str());
        QVERIFY2(std::abs(read->mm - mm) < 1e-9, qPrintable(QString::number(read->mm)));
        QVERIFY(read->understood.find(" = ") != std::string::npos);
    }
    /// One measure is no sum, whatever strokes it has.
    void singleMeasures() {
        for (const char *text : {"1-3/4", "1 3/4", "3/16", "-5", "+5", "2'6\"", "2'-6\"", "11ga", "45mm"}) {
            const auto sum = workOut(text, [](std::string_view) -> Result<double> { return 0.0; });
            QVERIFY2(sum && !*sum, text);
        }
        QCOMPARE(readLength("1-3/4", UnitSystem::Metric)->mm, 44.45);
    }
    void otherQuantities() {
        const auto value = [](const char *text, Quantity q) {
            return readQuantity(text, q, UnitSystem::Metric).value().value;
        };
        QVERIFY(std::abs(value("2 x 12 kN", Quantity::Force) - 24000) < 1e-9);
        QVERIFY(std::abs(value("80 + 15", Quantity::Mass) - 95) < 1e-9);
        QVERIFY(std::abs(value("half of 90", Quantity::Angle) - std::acos(-1.0) / 4) < 1e-12);
        QVERIFY(std::abs(value("3 N\u00b7m", Quantity::Moment) - 3000) < 1e-9);
        QVERIFY(!readQuantity("7 / 2", Quantity::Count, UnitSystem::Metric));
        QCOMPARE(value("2 x 3", Quantity::Count), 6.0);
    }
    void refused() {
        for (const char *text : {"640 -  - 25", "2 x ", "x 4", "640 + ", "5 mm x 3 mm", "12 / 0", "half of",
                                 "half of x 3", "640 - abc", "1e300 x 1e300"})
            QVERIFY2(!readLength(text, UnitSystem::Metric), text);
    }
};

QTEST_APPLESS_MAIN(TestSum)
#include "test_sum.moc"
