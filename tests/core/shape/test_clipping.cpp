#include <QtTest>

#include <cmath>
#include <numbers>
#include <random>

#include "core/shape/clipping.h"

using namespace hefty::shape;

namespace {

Polygon2 rectangle(double x0, double y0, double x1, double y1) {
    return {{x0, y0}, {x1, y0}, {x1, y1}, {x0, y1}};
}

double areaOf(const std::vector<Region> &regions) {
    double sum = 0;
    for (const Region &r : regions) {
        sum += std::abs(area(r.rim));
        for (const Polygon2 &h : r.holes) sum -= std::abs(area(h));
    }
    return sum;
}

bool covers(const std::vector<Region> &regions, const Vec2 &p) {
    for (const Region &r : regions) {
        bool in = inside(r.rim, p);
        for (const Polygon2 &h : r.holes) in = in && !inside(h, p);
        if (in) return true;
    }
    return false;
}

Polygon2 star(std::mt19937 &random, const Vec2 &middle) {
    std::uniform_real_distribution<double> ray(15, 80);
    Polygon2 out;
    for (int i = 0; i < 9; ++i)
        out.push_back(middle + Eigen::Rotation2Dd(2 * std::numbers::pi * i / 9) * Vec2(ray(random), 0));
    return out;
}

}  // namespace

class TestClipping : public QObject {
    Q_OBJECT

  private slots:
    void byHand() {
        const Region a{rectangle(0, 0, 100, 100), {rectangle(40, 40, 60, 60)}};
        QVERIFY(std::abs(areaOf(intersection(a, {rectangle(50, 0, 200, 100), {}})) - (5000 - 200)) < 1e-3);
        QVERIFY(intersection(a, {rectangle(200, 0, 300, 10), {}}).empty());
        QVERIFY(intersection(a, {rectangle(45, 45, 55, 55), {}}).empty());  // all of it in the hole
        QCOMPARE(unionOf({{rectangle(0, 0, 10, 10), {}}, {rectangle(10, 0, 20, 10), {}}}).size(),
                 std::size_t{1});
        QCOMPARE(unionOf({{rectangle(0, 0, 10, 10), {}}, {rectangle(30, 0, 40, 10), {}}}).size(),
                 std::size_t{2});
        // A frame of four bars has a hole.
        const auto frame = unionOf({{rectangle(0, 0, 100, 10), {}},
                                    {rectangle(0, 90, 100, 100), {}},
                                    {rectangle(0, 0, 10, 100), {}},
                                    {rectangle(90, 0, 100, 100), {}}});
        QCOMPARE(frame.size(), std::size_t{1});
        QCOMPARE(frame[0].holes.size(), std::size_t{1});
        QVERIFY(isConvex(frame[0].rim) && std::abs(areaOf(frame) - 3600) < 1e-3);
        QVERIFY(std::abs(fromRim(rectangle(0, 0, 100, 50), {30, 20}) - 20) < 1e-12);
    }
    /// Random stars against thousands of places: in both exactly where it is in each.
    void byManyPlaces() {
        std::mt19937 random(12);
        std::uniform_real_distribution<double> place(-100, 100), shift(-40, 40);
        for (int run = 0; run < 60; ++run) {
            const Region a{star(random, {0, 0}), {}}, b{star(random, {shift(random), shift(random)}), {}};
            const auto both = intersection(a, b), either = unionOf({a, b});
            QVERIFY(std::abs(areaOf(both) + areaOf(either) - areaOf({a}) - areaOf({b})) < 0.05);
            for (int i = 0; i < 200; ++i) {
                const Vec2 p(place(random), place(random));
                if (fromRim(a.rim, p) < 0.01 || fromRim(b.rim, p) < 0.01) continue;
                QCOMPARE(covers(both, p), inside(a.rim, p) && inside(b.rim, p));
                QCOMPARE(covers(either, p), inside(a.rim, p) || inside(b.rim, p));
            }
        }
    }
};

QTEST_APPLESS_MAIN(TestClipping)
#include "test_clipping.moc"
