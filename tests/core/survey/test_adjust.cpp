#include <algorithm>
#include <cmath>
#include <random>

#include <QTest>

#include "core/survey/adjust.h"
#include "core/survey/frame_ends.h"

using namespace hefty;
using namespace hefty::survey;

namespace {

SurveyMeasure distance(int a, int b, double value, double sigma = 1.5) {
    return {MeasureKind::Distance, a, b, 2, value, sigma};
}
SurveyMeasure coordinate(int p, int axis, double value, double sigma = 1) {
    return {MeasureKind::Coordinate, p, p, axis, value, sigma};
}
SurveyMeasure level(int a, int b, double value, double sigma = 1) {
    return {MeasureKind::Level, a, b, 2, value, sigma};
}

/// A made-up frame of eight points, measured with all diagonals, heights and levels.
struct Simulated {
    std::vector<Vec3> truth;
    SurveyNet net;
};

Simulated simulate(unsigned seed, double noise, bool offGuess = true) {
    std::mt19937 dice(seed);
    std::normal_distribution<double> normal(0, 1);
    Simulated s;
    for (const double x : {640.0, 100.0, -700.0, -1500.0})
        for (const double y : {430.0, -430.0}) s.truth.emplace_back(x, y, 610 + 40 * normal(dice) / 10);
    for (std::size_t i = 0; i < s.truth.size(); ++i) {
        SurveyPoint p;
        p.id = "P" + std::to_string(i);
        p.near = s.truth[i];
        if (offGuess) p.near += Vec3(60 * normal(dice), 60 * normal(dice), 40 * normal(dice));
        s.net.points.push_back(p);
    }
    // The datum: the last pair is taken as given along and across.
    s.net.points[6].near = s.truth[6];
    s.net.points[6].fixed = {true, true, false};
    s.net.points[7].near = s.truth[7];
    s.net.points[7].fixed = {true, false, false};
    for (int a = 0; a < 8; ++a) {
        for (int b = a + 1; b < 8; ++b)
            s.net.measures.push_back(distance(
                a, b,
                (s.truth[static_cast<std::size_t>(a)] - s.truth[static_cast<std::size_t>(b)]).norm() +
                    1.5 * noise * normal(dice)));
        s.net.measures.push_back(
            coordinate(a, 2, s.truth[static_cast<std::size_t>(a)].z() + noise * normal(dice)));
    }
    for (const auto &[a, b] :
         {std::pair{0, 1}, {2, 3}, {4, 5}, {6, 7}, {0, 2}, {1, 3}, {2, 4}, {3, 5}, {4, 6}, {5, 7}})
        s.net.measures.push_back(level(a, b,
                                       s.truth[static_cast<std::size_t>(b)].z() -
                                           s.truth[static_cast<std::size_t>(a)].z() + noise * normal(dice)));
    return s;
}

bool isSuspect(const Adjustment &a, int i) {
    return std::find(a.suspects.begin(), a.suspects.end(), i) != a.suspects.end();
}

}  // namespace

/// The adjustment of a tape network against hand values, an independent property and simulated surveys.
class TestAdjust : public QObject {
    Q_OBJECT

  private slots:
    /// One coordinate read three times: the mean weighted by 1/s², its sigma 1/√Σ(1/s²), by hand.
    void weightedMean() {
        SurveyNet net;
        net.points = {{"A", {0, 0, 95}, {true, true, false}}};
        net.measures = {coordinate(0, 2, 100, 1), coordinate(0, 2, 102, 2), coordinate(0, 2, 101, 1)};
        const Adjustment a = adjust(net).value();
        const double weights = 1 + 0.25 + 1, mean = (100 + 0.25 * 102 + 101) / weights;
        QVERIFY(std::abs(a.points[0].z() - mean) < 1e-9);
        QVERIFY(std::abs(a.sigma[0].z() - 1 / std::sqrt(weights)) < 1e-12);
        QVERIFY(std::abs(a.measures[1].residual - (mean - 102)) < 1e-9);
        QCOMPARE(a.redundancy, 2);
        const double sum = std::pow(mean - 100, 2) + std::pow((mean - 102) / 2, 2) + std::pow(mean - 101, 2);
        QVERIFY(std::abs(a.sigma0 - std::sqrt(sum / 2)) < 1e-9);
        // redundancy number 1 - (1/s²)/Σ(1/s²), standardized v/(s √r)
        const double r = 1 - 0.25 / weights;
        QVERIFY(std::abs(a.measures[1].checked - r) < 1e-9);
        QVERIFY(std::abs(a.measures[1].standardized - (mean - 102) / (2 * std::sqrt(r))) < 1e-9);
        QVERIFY(a.suspects.empty());
    }
    /// Two tapes from fixed points meet where circles cross: the 3-4-5 triangle.
    void twoTapesMeet() {
        SurveyNet net;
        net.points = {{"A", {0, 0, 0}, {true, true, true}},
                      {"B", {500, 0, 0}, {true, true, true}},
                      {"P", {200, 200, 0}, {false, false, true}}};
        net.measures = {distance(0, 2, 300), distance(1, 2, 400)};
        const Adjustment a = adjust(net).value();
        QVERIFY((a.points[2] - Vec3(180, 240, 0)).norm() < 1e-6);
        QCOMPARE(a.redundancy, 0);
        QCOMPARE(a.sigma0, 0.0);
        for (const AdjustedMeasure &m : a.measures) {
            QVERIFY(std::abs(m.residual) < 1e-6);
            QCOMPARE(m.standardized, 0.0);  // nothing checks it
        }
        // Propagated by hand: with directions at right angles, sigma along each tape is the tape's own.
        QVERIFY(std::abs(std::hypot(a.sigma[2].x(), a.sigma[2].y()) - 1.5 * std::sqrt(2.0)) < 1e-6);
    }
    /// A level and a height: by hand.
    void levels() {
        SurveyNet net;
        net.points = {{"A", {0, 0, 0}, {true, true, true}}, {"B", {900, 0, 0}, {true, true, false}}};
        net.measures = {level(0, 1, 12), coordinate(1, 2, 14)};
        const Adjustment a = adjust(net).value();
        QVERIFY(std::abs(a.points[1].z() - 13) < 1e-9);
        QVERIFY(std::abs(a.measures[0].residual - 1) < 1e-9);
        QVERIFY(std::abs(a.measures[1].residual + 1) < 1e-9);
    }
    /// At the least squares no direction improves: A' P v = 0, checked by small moves of every coordinate.
    void noNeighborIsBetter() {
        const Simulated s = simulate(3, 1);
        const Adjustment a = adjust(s.net).value();
        const auto misfit = [&](const std::vector<Vec3> &at) {
            double sum = 0;
            for (const SurveyMeasure &m : s.net.measures) {
                const Vec3 d = at[static_cast<std::size_t>(m.to)] - at[static_cast<std::size_t>(m.from)];
                const double computed = m.kind == MeasureKind::Distance ? d.norm()
                                        : m.kind == MeasureKind::Level
                                            ? d.z()
                                            : at[static_cast<std::size_t>(m.from)](m.axis);
                sum += std::pow((computed - m.value) / m.sigma, 2);
            }
            return sum;
        };
        const double best = misfit(a.points);
        for (std::size_t p = 0; p < a.points.size(); ++p)
            for (std::size_t k = 0; k < 3; ++k) {
                if (s.net.points[p].fixed[k]) continue;
                for (const double step : {0.05, -0.05}) {
                    std::vector<Vec3> moved = a.points;
                    moved[p](static_cast<Eigen::Index>(k)) += step;
                    QVERIFY(misfit(moved) > best);
                }
            }
        QVERIFY(std::abs(best - a.sigma0 * a.sigma0 * a.redundancy) < 1e-6 * best);
    }
    /// Without noise the truth comes back, from a guess some centimeters off.
    void truthComesBack() {
        for (unsigned seed = 1; seed <= 20; ++seed) {
            const Simulated s = simulate(seed, 0);
            const Adjustment a = adjust(s.net).value();
            for (std::size_t p = 0; p < s.truth.size(); ++p)
                QVERIFY2((a.points[p] - s.truth[p]).norm() < 1e-5, qPrintable(QString::number(seed)));
            QVERIFY(a.suspects.empty());
        }
    }
    /// With noise of the size that is claimed, the errors are of the size that is told, and σ0 is about 1.
    void uncertaintyIsHonest() {
        double squared = 0, sigma0 = 0;
        int count = 0;
        constexpr int surveys = 60;
        for (unsigned seed = 1; seed <= surveys; ++seed) {
            const Simulated s = simulate(seed, 1);
            const Adjustment a = adjust(s.net).value();
            sigma0 += a.sigma0 * a.sigma0 / surveys;
            for (std::size_t p = 0; p < 6; ++p)
                for (Eigen::Index k = 0; k < 3; ++k) {
                    squared += std::pow((a.points[p](k) - s.truth[p](k)) / a.sigma[p](k), 2);
                    ++count;
                }
        }
        QVERIFY2(std::abs(squared / count - 1) < 0.15, qPrintable(QString::number(squared / count)));
        QVERIFY2(std::abs(sigma0 - 1) < 0.1, qPrintable(QString::number(sigma0)));
    }
    /// A slip of a centimeter or more in one reading is named, and nothing else is.
    void blunderIsNamed_data() {
        QTest::addColumn<int>("which");
        QTest::addColumn<double>("slip");
        QTest::newRow("a diagonal read 25.4 short") << 4 << -25.4;
        QTest::newRow("digits swapped, 63 mm") << 11 << 63.0;
        QTest::newRow("a height off by 20") << 7 << 20.0;
        QTest::newRow("a tape hooked a meter off") << 21 << 1000.0;
        QTest::newRow("the level upside down by 30") << 36 << 30.0;
    }
    void blunderIsNamed() {
        QFETCH(int, which);
        QFETCH(double, slip);
        int named = 0, others = 0;
        for (unsigned seed = 1; seed <= 20; ++seed) {
            Simulated s = simulate(seed, 1, std::abs(slip) < 500);
            s.net.measures[static_cast<std::size_t>(which)].value += slip;
            const Adjustment a = adjust(s.net).value();
            named += isSuspect(a, which) && a.suspects.front() == which;
            others += static_cast<int>(a.suspects.size()) - isSuspect(a, which);
        }
        QCOMPARE(named, 20);
        QVERIFY2(others <= 4,
                 qPrintable(QString::number(others)));  // 900 sound readings, 1 in 1000 by chance
    }
    void twoBlundersAreNamed() {
        Simulated s = simulate(5, 1);
        s.net.measures[2].value += 40;
        s.net.measures[17].value -= 60;
        const Adjustment a = adjust(s.net).value();
        QVERIFY(isSuspect(a, 2) && isSuspect(a, 17));
        QCOMPARE(a.suspects.front(), 17);
    }
    /// Inches read as millimeters: 25 times too short, found all the same.
    void mixedUnitsAreNamed() {
        Simulated s = simulate(8, 1, false);
        s.net.measures[3].value /= 25.4;
        const Adjustment a = adjust(s.net).value();
        QCOMPARE(a.suspects.front(), 3);
    }
    /// Left and right confused at one point: its cross measures disagree.
    void leftRightSwapIsNoticed() {
        Simulated s = simulate(9, 1, false);
        // the tape from P2 went to P1 instead of P0, and the other way round
        std::swap(s.net.measures[1].value, s.net.measures[8].value);
        const Adjustment a = adjust(s.net).value();
        QVERIFY(a.sigma0 > 3);
        QVERIFY(!a.suspects.empty());
    }
    /// Two readings that check only each other cannot be told apart: both are named.
    void inseparableAreBothNamed() {
        SurveyNet net;
        net.points = {{"A", {0, 0, 0}, {true, true, true}}, {"B", {900, 0, 0}, {false, true, true}}};
        net.measures = {distance(0, 1, 900), distance(0, 1, 930)};
        const Adjustment a = adjust(net).value();
        QCOMPARE(a.suspects.size(), std::size_t(2));
    }
    /// Moved and turned, a net of distances has the same residuals.
    void residualsDoNotDependOnTheAxes() {
        const Simulated s = simulate(4, 1, false);
        SurveyNet net = s.net, turned;
        std::erase_if(net.measures, [](const SurveyMeasure &m) { return m.kind != MeasureKind::Distance; });
        // three points hold it: enough and no more
        for (SurveyPoint &p : net.points) p.fixed = {false, false, false};
        net.points[0].fixed = {true, true, true};
        net.points[1].fixed = {true, false, true};
        net.points[4].fixed = {false, false, true};
        turned = net;
        for (SurveyPoint &p : turned.points) p.near = Vec3(p.near.z() + 50, p.near.x(), p.near.y());
        turned.points[0].fixed = {true, true, true};
        turned.points[1].fixed = {true, true, false};
        turned.points[4].fixed = {true, false, false};
        const Adjustment a = adjust(net).value(), b = adjust(turned).value();
        for (std::size_t i = 0; i < a.measures.size(); ++i)
            QVERIFY(std::abs(a.measures[i].residual - b.measures[i].residual) < 1e-4);
    }
    void loosePointsAreNamed_data() {
        QTest::addColumn<int>("drop");
        QTest::newRow("nothing measures its height") << 0;
        QTest::newRow("one distance is not enough") << 1;
        QTest::newRow("nothing at all") << 2;
    }
    void loosePointsAreNamed() {
        QFETCH(int, drop);
        Simulated s = simulate(2, 0.5);
        s.net.points.push_back({"loose", {300, 0, 400}, {false, false, false}});
        if (drop == 0) {
            s.net.measures.push_back(coordinate(8, 0, 300));
            s.net.measures.push_back(coordinate(8, 1, 0));
        }
        if (drop == 1) s.net.measures.push_back(distance(8, 0, 500));
        const auto a = adjust(s.net);
        QVERIFY(!a);
        QVERIFY(a.error().kind == ProblemKind::Undetermined);
        QCOMPARE(a.error().where, std::string("loose"));
    }
    /// A guess on the line between the points it is measured from is shaken loose of it.
    void guessOnTheLine() {
        SurveyNet net;
        net.points = {{"A", {0, 0, 0}, {true, true, true}},
                      {"B", {500, 0, 0}, {true, true, true}},
                      {"P", {250, 0, 0}, {false, false, true}}};
        net.measures = {distance(0, 2, 300), distance(1, 2, 400)};
        const Adjustment a = adjust(net).value();
        QVERIFY(std::abs(a.points[2].x() - 180) < 1e-5);
        QVERIFY(std::abs(std::abs(a.points[2].y()) - 240) < 1e-5);
    }
    void badInput_data() {
        QTest::addColumn<int>("kind");
        QTest::addColumn<QString>("where");
        QTest::newRow("tape reading of 0") << 0 << "measures/0/value";
        QTest::newRow("negative distance") << 1 << "measures/0/value";
        QTest::newRow("sigma of 0") << 2 << "measures/0/sigma";
        QTest::newRow("to itself") << 3 << "measures/0/to";
        QTest::newRow("point out of range") << 4 << "measures/0/from";
        QTest::newRow("axis out of range") << 5 << "measures/0/axis";
        QTest::newRow("not finite") << 6 << "measures/0";
        QTest::newRow("guess not finite") << 7 << "points/P0/near";
        QTest::newRow("no point") << 8 << "points";
    }
    void badInput() {
        QFETCH(int, kind);
        QFETCH(QString, where);
        SurveyNet net = simulate(1, 0).net;
        SurveyMeasure &m = net.measures[0];
        if (kind == 0) m.value = 0;
        if (kind == 1) m.value = -5;
        if (kind == 2) m.sigma = 0;
        if (kind == 3) m.to = m.from;
        if (kind == 4) m.from = 99;
        if (kind == 5) m = {MeasureKind::Coordinate, 0, 0, 3, 1, 1};
        if (kind == 6) m.value = std::nan("");
        if (kind == 7) net.points[0].near.x() = std::numeric_limits<double>::infinity();
        if (kind == 8) net = {};
        const auto a = adjust(net);
        QVERIFY(!a);
        QCOMPARE(QString::fromStdString(a.error().where), where);
    }
    /// The next measure asked for is the one that, once taken, leaves the least uncertainty; and its
    /// promise is what the adjustment then gives.
    void nextMeasureHelpsMost() {
        Simulated s = simulate(6, 0);
        s.net.measures.resize(20);  // a thin net
        for (int p = 0; p < 8; ++p)
            s.net.measures.push_back(coordinate(p, 2, s.truth[static_cast<std::size_t>(p)].z()));
        const auto rms = [](const SurveyNet &net) {
            const Adjustment a = adjust(net).value();
            double sum = 0;
            int count = 0;
            for (std::size_t p = 0; p < net.points.size(); ++p)
                for (std::size_t k = 0; k < 3; ++k)
                    if (!net.points[p].fixed[k]) {
                        sum += std::pow(a.sigma[p](static_cast<Eigen::Index>(k)), 2);
                        ++count;
                    }
            return std::sqrt(sum / count);
        };
        const auto next = mostHelpful(s.net, 1.5, 4).value();
        QCOMPARE(next.size(), std::size_t(4));
        double last = 0;
        for (const NextMeasure &m : next) {
            SurveyNet with = s.net;
            with.measures.push_back(m.measure);
            const double now = rms(with);
            QVERIFY2(std::abs(now - m.after) < 0.01 * now, qPrintable(QString::number(now)));
            QVERIFY(now >= last - 1e-9);
            last = now;
        }
        QVERIFY(std::abs(rms(s.net) - next[0].before) < 0.01 * next[0].before);
    }
    /// A loose point is what it asks for first.
    void nextMeasureHoldsWhatIsLoose() {
        Simulated s = simulate(2, 0.5);
        s.net.points.push_back({"loose", {300, 0, 400}, {false, false, false}});
        s.net.measures.push_back(coordinate(8, 0, 300));
        s.net.measures.push_back(coordinate(8, 1, 0));
        const auto next = mostHelpful(s.net, 1, 1).value();
        QVERIFY(next[0].measure.from == 8 || next[0].measure.to == 8);
        s.net.measures.push_back(next[0].measure);
        QVERIFY(adjust(s.net).has_value());
    }
    void workingShowsTheResidual() {
        const Simulated s = simulate(5, 1);
        const Adjustment a = adjust(s.net).value();
        const working::Working w = residualWorking(s.net, a, 4);
        QVERIFY(std::any_of(w.steps.begin(), w.steps.end(), [&](const working::Step &step) {
            return step.symbol == "v" && step.value == a.measures[4].residual;
        }));
    }

    /// A rectangle of 860 x 2000 whose right end stands 10 ahead: diagonals by Pythagoras.
    void squarenessByHand() {
        const FrameEnds e{{0, 430, 600}, {10, -430, 600}, {-2000, 430, 600}, {-2000, -430, 600}};
        const Squareness s = squareness(e);
        const double d1 = std::hypot(2000, 860), d2 = std::hypot(2010, 860);
        QVERIFY(std::abs(s.diagonalDifference - (d1 - d2)) < 1e-9);
        QVERIFY(std::abs(s.skew - 10) < 0.01);
        QCOMPARE(s.twist, 0.0);
        QVERIFY(std::abs(s.spread - (std::hypot(860, 10) - 860)) < 1e-9);
        QVERIFY(s.cure == Cure::Slots);
    }
    void curesByWhatIsOut_data() {
        QTest::addColumn<double>("ahead");
        QTest::addColumn<double>("up");
        QTest::addColumn<double>("out");
        QTest::addColumn<int>("cure");
        QTest::newRow("true") << 0.0 << 0.0 << 0.0 << static_cast<int>(Cure::None);
        QTest::newRow("a millimeter in clearance holes")
            << 1.0 << -1.0 << 1.0 << static_cast<int>(Cure::None);
        QTest::newRow("five ahead: slots") << 5.0 << 0.0 << 0.0 << static_cast<int>(Cure::Slots);
        QTest::newRow("twisted by six: slots") << 0.0 << 6.0 << 0.0 << static_cast<int>(Cure::Slots);
        QTest::newRow("spread by five: shims") << 0.0 << 0.0 << 5.0 << static_cast<int>(Cure::Shims);
        QTest::newRow("drawn in by eight: shims") << 0.0 << 0.0 << -8.0 << static_cast<int>(Cure::Shims);
        QTest::newRow("twenty ahead: straighten") << 20.0 << 0.0 << 0.0 << static_cast<int>(Cure::Straighten);
        QTest::newRow("spread by twelve: straighten")
            << 0.0 << 0.0 << 12.0 << static_cast<int>(Cure::Straighten);
    }
    void curesByWhatIsOut() {
        QFETCH(double, ahead);
        QFETCH(double, up);
        QFETCH(double, out);
        QFETCH(int, cure);
        const Squareness s =
            squareness({{0, 430, 600}, {ahead, -430 - out, 600 + up}, {-2000, 430, 600}, {-2000, -430, 600}});
        QCOMPARE(static_cast<int>(s.cure), cure);
        QVERIFY(!s.advice.empty() && s.working.steps.size() >= 6);
        QVERIFY(std::abs(s.twist - up) < 1e-9);
    }
    /// Turned about the upright the same frame is as square as it was.
    void squarenessDoesNotDependOnTheAxes() {
        FrameEnds e{{0, 430, 600}, {7, -436, 604}, {-2000, 430, 600}, {-2003, -431, 599}};
        const Squareness before = squareness(e);
        const double c = std::cos(0.3), s = std::sin(0.3);
        for (Vec3 *p : {&e.leftEnd, &e.rightEnd, &e.leftBack, &e.rightBack})
            *p = Vec3(c * p->x() - s * p->y() + 40, s * p->x() + c * p->y() - 9, p->z() + 3);
        const Squareness after = squareness(e);
        QVERIFY(std::abs(before.skew - after.skew) < 1e-9);
        QVERIFY(std::abs(before.spread - after.spread) < 1e-9);
        QVERIFY(std::abs(before.twist - after.twist) < 1e-9);
        QVERIFY(std::abs(before.diagonalDifference - after.diagonalDifference) < 1e-9);
    }
};

QTEST_GUILESS_MAIN(TestAdjust)
#include "test_adjust.moc"
