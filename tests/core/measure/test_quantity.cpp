#include <QTest>

#include <cmath>
#include <limits>
#include <random>

#include "core/base/constants.h"
#include "core/measure/quantity.h"

using namespace hefty;
using namespace hefty::measure;

namespace {

struct Case {
    Quantity quantity;
    double least, most;  ///< of what is printed and read again
    double grain;        ///< of the print, core units, in the coarser of both systems
};

const std::vector<Case> cases{{Quantity::Angle, -1.5, 3, 0.1 * std::numbers::pi / 180},
                              {Quantity::Mass, 0, 5000, 0.05},
                              {Quantity::Force, 0, 200000, 10},
                              {Quantity::Stress, 0, 900, 1},
                              {Quantity::Pressure, 50, 1000, 7},
                              {Quantity::Rate, 5, 2000, 0.2},
                              {Quantity::Speed, 0, 60, 0.05},
                              {Quantity::Count, 0, 900, 1},
                              {Quantity::Money, 0, 90000, 0.01},
                              {Quantity::Hours, 0, 90, 0.1},
                              {Quantity::Ratio, 0, 20, 0.01}};

}  // namespace

class TestQuantity : public QObject {
    Q_OBJECT

  private slots:
    /// What is printed is read as what it was, to the digits printed, in both systems.
    void roundTrips() {
        std::mt19937 dice(21);
        for (const Case &c : cases)
            for (const UnitSystem system : {UnitSystem::Metric, UnitSystem::Inch})
                for (int i = 0; i < 60; ++i) {
                    double v = std::uniform_real_distribution<double>(c.least, c.most)(dice);
                    if (c.quantity == Quantity::Count) v = std::round(v);
                    const std::string text = printQuantity(v, c.quantity, system);
                    const auto again = readQuantity(text, c.quantity, system);
                    QVERIFY2(again.has_value(), text.c_str());
                    QVERIFY2(std::abs(again->value - v) <= c.grain, text.c_str());
                    QCOMPARE(again->understood, printQuantity(again->value, c.quantity, system));
                }
    }
    /// Units against each other, by their definitions.
    void unitsByDefinition_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<int>("quantity");
        QTest::addColumn<double>("core");
        const auto row = [](const char *text, Quantity q, double core) {
            QTest::newRow(text) << text << static_cast<int>(q) << core;
        };
        row("1 bar", Quantity::Pressure, 100);
        row("35psi", Quantity::Pressure, 35 * 6.894757293168);  // 1 psi = 4.4482216 N / (25.4 mm)^2
        row("240 kPa", Quantity::Pressure, 240);
        row("2.4bar", Quantity::Pressure, 240);
        row("100 lb/in", Quantity::Rate, 100 * 4.4482216152605 / 25.4);
        row("46 N/mm", Quantity::Rate, 46);
        row("36 km/h", Quantity::Speed, 10);
        row("10 mph", Quantity::Speed, 4.4704);
        row("8.5 m/s", Quantity::Speed, 8.5);
        row("90 deg", Quantity::Angle, std::numbers::pi / 2);
        row("90°", Quantity::Angle, std::numbers::pi / 2);
        row("1 rad", Quantity::Angle, 1);
        row("100 lb", Quantity::Mass, 45.359237);
        row("1 kgf", Quantity::Force, 9.80665);
        row("2 kN", Quantity::Force, 2000);
        row("30 min", Quantity::Hours, 0.5);
        row("50 %", Quantity::Ratio, 0.5);
        row("+7", Quantity::Count, 7);
        row("1 180 kg", Quantity::Mass, 1180);
        row("12 500", Quantity::Count, 12500);
    }
    void unitsByDefinition() {
        QFETCH(QString, text);
        QFETCH(int, quantity);
        QFETCH(double, core);
        const auto r = readQuantity(text.toStdString(), static_cast<Quantity>(quantity), UnitSystem::Metric);
        QVERIFY2(r.has_value(), r ? "" : r.error().sentence().c_str());
        QVERIFY2(std::abs(r->value - core) < 1e-9 * std::max(1.0, std::abs(core)),
                 qPrintable(QString::number(r->value, 'g', 15)));
    }
    /// Without a unit the system's own is meant.
    void bareNumbers() {
        QCOMPARE(readQuantity("240", Quantity::Pressure, UnitSystem::Metric)->value, 240.0);
        QVERIFY(std::abs(readQuantity("35", Quantity::Pressure, UnitSystem::Inch)->value - 241.3165) < 1e-3);
        QCOMPARE(readQuantity("46", Quantity::Rate, UnitSystem::Metric)->value, 46.0);
        QVERIFY(std::abs(readQuantity("263", Quantity::Rate, UnitSystem::Inch)->value - 46.06) < 0.01);
        QCOMPARE(readQuantity("100", Quantity::Mass, UnitSystem::Metric)->value, 100.0);
        QVERIFY(std::abs(readQuantity("100", Quantity::Mass, UnitSystem::Inch)->value - 45.359237) < 1e-9);
    }
    void nonsense_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<int>("quantity");
        const auto row = [](const char *text, Quantity q) {
            QTest::newRow(qPrintable(QStringLiteral("%1 as %2").arg(text).arg(static_cast<int>(q))))
                << text << static_cast<int>(q);
        };
        for (const Case &c : cases)
            for (const char *text :
                 {"", " ", "abc", "--5", "5 5", "nan", "inf", "1e999", "5 parsecs", "mm", "5,5,5", "0x10"})
                row(text, c.quantity);
        row("5 kg", Quantity::Pressure);
        row("5 kPa", Quantity::Rate);
        row("5 N/mm", Quantity::Force);
        row("5 mm", Quantity::Angle);
        row("5.5", Quantity::Count);
        row("1 18", Quantity::Mass);
        row("1  180", Quantity::Mass);
    }
    void nonsense() {
        QFETCH(QString, text);
        QFETCH(int, quantity);
        const auto r = readQuantity(text.toStdString(), static_cast<Quantity>(quantity), UnitSystem::Metric);
        QVERIFY2(!r.has_value(), qPrintable(text));
        QVERIFY(!r.error().message.empty());
    }
};

QTEST_GUILESS_MAIN(TestQuantity)
#include "test_quantity.moc"
