#include <cmath>
#include <map>
#include <numbers>
#include <random>

#include <QTest>

#include <fmt/format.h>

#include "core/joints/fatigue.h"

using namespace hefty;
using namespace hefty::joints;

class TestFatigue : public QObject {
    Q_OBJECT

    static std::string record(double mean, const char *header = "t,ax,ay,az") {
        std::string csv = std::string(header) + "\n";
        for (int i = 0; i <= 1000; ++i) {
            const double t = 0.01 * i, wave = 0.5 * std::sin(2 * std::numbers::pi * t);
            csv += fmt::format("{},{},0,{}\n", t, 0.1 * wave, mean + wave);
        }
        return csv;
    }

  private slots:
    /// The worked example of ASTM E1049-85, figure 6: ranges 3 (half), 4 (one and a half), 6 (half), 8 (one),
    /// 9 (half).
    void worksTheExample() {
        const std::vector<double> history{-2, 1, -3, 5, -1, 3, -4, 4, -2};
        std::map<double, double> found;
        for (const Cycles &c : rainflow(history)) found[c.range] += c.count;
        const std::map<double, double> wanted{{3, 0.5}, {4, 1.5}, {6, 0.5}, {8, 1.0}, {9, 0.5}};
        QVERIFY(found == wanted);
        // What lies between the turning points changes nothing.
        const std::vector<double> dense{-2, -1, 1, 0, -3, -3, 2, 5, 4, -1, 3, -4, 4, -2};
        found.clear();
        for (const Cycles &c : rainflow(dense)) found[c.range] += c.count;
        QVERIFY(found == wanted);
        QVERIFY(rainflow({}).empty());
        const std::vector<double> flat{1, 1, 1};
        QVERIFY(rainflow(flat).empty());
    }
    /// The worked example again, in steps of range: nothing is lost, every cycle is in its step.
    void countedBySteps() {
        const std::vector<double> history{-2, 1, -3, 5, -1, 3, -4, 4, -2};
        const auto cycles = rainflow(history);
        const auto twos = countsByRange(cycles, 2);  // 0 to 2, 2 to 4, 4 to 6, 6 to 8, 8 to 10
        QVERIFY((twos == std::vector<double>{0, 0.5, 1.5, 0.5, 1.5}));
        std::mt19937 dice(2);
        std::uniform_real_distribution<double> unit(-1, 1);
        std::vector<double> ride;
        for (int i = 0; i < 4000; ++i) ride.push_back(unit(dice));
        const auto many = rainflow(ride);
        double all = 0, sum = 0;
        for (const Cycles &c : many) all += c.count;
        const auto counts = countsByRange(many, 0.1);
        for (const double c : counts) sum += c;
        QVERIFY(std::abs(all - sum) < 1e-9 && counts.size() <= 20 && counts.back() > 0);
        QVERIFY(countsByRange({}, 0.1).empty());
    }
    /// A class is its range at two million; a third less range bears 3.4 times as much; the knee is even.
    void bears() {
        QVERIFY(std::abs(cyclesBorne(36, 36) / 2e6 - 1) < 1e-12);
        QVERIFY(std::abs(cyclesBorne(36, 72) / 2.5e5 - 1) < 1e-12);
        const double knee = 36 * std::cbrt(0.2);
        QVERIFY(std::abs(cyclesBorne(36, knee) / 1e7 - 1) < 1e-9);
        QVERIFY(std::abs(cyclesBorne(36, knee / 2) / (1e7 * 32) - 1) < 1e-9);
        const std::vector<Cycles> life{{36, 0, 1e6}, {72, 0, 1.25e5}};
        QVERIFY(std::abs(damage(36, life) - 1) < 1e-12);
    }
    /// Ten seconds of half a g up and down, once a second: as a range of 1 g once a second for an hour.
    void readsARide() {
        for (const double mean : {0.0, 1.0}) {
            const auto ride = readRide(record(mean), "ride.csv");
            QVERIFY(ride.has_value());
            QVERIFY(std::abs(ride->duration - 10) < 1e-9);
            QVERIFY(std::abs(*std::max_element(ride->up.begin(), ride->up.end()) - 0.5) < 1e-6);
            const auto cycles = rainflow(ride->up);
            QVERIFY(std::abs(equalRange(cycles, ride->duration, 1, 3600) - 1) < 0.02);
        }
    }
    void refusesWhatIsNoRide() {
        QVERIFY(!readRide("t,ax,ay\n0,0,0\n", "r.csv"));
        QVERIFY(!readRide("t,ax,ay,az\n0,0,0,1\n", "r.csv"));
        const auto counts = readRide(record(980), "r.csv");
        QVERIFY(!counts && counts.error().where.find("az") != std::string::npos);
        std::string back = record(1);
        back += "3,0,0,1\n";
        const auto stands = readRide(back, "r.csv");
        QVERIFY(!stands && stands.error().message.find("1002") != std::string::npos);
        QVERIFY(!readRide(record(1) + "11,x,0,1\n", "r.csv"));
    }
};

QTEST_APPLESS_MAIN(TestFatigue)
#include "test_fatigue.moc"
