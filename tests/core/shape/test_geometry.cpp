#include <cmath>
#include <random>

#include <QTest>

#include "core/shape/geometry.h"

using namespace hefty::shape;

class TestGeometry : public QObject {
    Q_OBJECT

  private slots:
    /// A notched polygon, either way around: in the arms, not in the notch.
    void insideOfANotch() {
        Polygon2 u{{0, 0}, {10, 0}, {10, 10}, {7, 10}, {7, 3}, {3, 3}, {3, 10}, {0, 10}};
        for (int way = 0; way < 2; ++way) {
            QVERIFY(inside(u, {1, 9}) && inside(u, {9, 9}) && inside(u, {5, 1}));
            QVERIFY(!inside(u, {5, 5}) && !inside(u, {-1, 5}) && !inside(u, {5, 11}));
            std::reverse(u.begin(), u.end());
        }
    }
    void areaAndCentroidOfARightTriangle() {
        const Polygon2 triangle{{0, 0}, {6, 0}, {0, 3}};
        QCOMPARE(area(triangle), 9.0);
        QVERIFY((centroid(triangle) - Vec2(2, 1)).norm() < 1e-12);
        const Polygon2 reversed(triangle.rbegin(), triangle.rend());
        QCOMPARE(area(reversed), -9.0);
    }
    void centroidFarFromTheOrigin() {
        Polygon2 square{{0, 0}, {1, 0}, {1, 1}, {0, 1}};
        for (Vec2 &p : square) p += Vec2(1e7, -1e7);
        QVERIFY((centroid(square) - Vec2(1e7 + 0.5, -1e7 + 0.5)).norm() < 1e-6);
    }
    void intersectionOfOverlappingSquares() {
        const Polygon2 a{{0, 0}, {2, 0}, {2, 2}, {0, 2}}, b{{1, 1}, {3, 1}, {3, 3}, {1, 3}};
        QCOMPARE(area(intersectConvex(a, b)), 1.0);
        const Polygon2 apart{{5, 5}, {6, 5}, {6, 6}, {5, 6}};
        QVERIFY(intersectConvex(a, apart).empty());
    }
    /// Area of A in B equals that of B in A and never exceeds either; random hulls.
    void intersectionIsSymmetric() {
        std::mt19937 random(11);
        std::uniform_real_distribution<double> place(-10, 10);
        for (int i = 0; i < 300; ++i) {
            std::vector<Vec2> p, q;
            for (int k = 0; k < 7; ++k) {
                p.emplace_back(place(random), place(random));
                q.emplace_back(place(random), place(random));
            }
            const Polygon2 a = convexHull(p), b = convexHull(q);
            const double ab = area(intersectConvex(a, b)), ba = area(intersectConvex(b, a));
            QVERIFY2(std::abs(ab - ba) < 1e-9 * 400, qPrintable(QString::number(i)));
            QVERIFY(ab <= std::min(area(a), area(b)) + 1e-9);
        }
    }
    void hullHoldsAllPoints() {
        std::mt19937 random(3);
        std::uniform_real_distribution<double> place(0, 1);
        std::vector<Vec2> points;
        for (int i = 0; i < 200; ++i) points.emplace_back(place(random), place(random));
        const Polygon2 hull = convexHull(points);
        QVERIFY(area(hull) > 0);
        for (const Vec2 &p : points) QVERIFY(contains(hull, p, 1e-12));
    }
    void chordOfASquare() {
        const Polygon2 square{{0, 0}, {4, 0}, {4, 4}, {0, 4}};
        const auto span = chord(square, {2, 1}, {0, 1});
        QVERIFY(span && std::abs(span->first + 1) < 1e-12 && std::abs(span->second - 3) < 1e-12);
        QVERIFY(!chord(square, {9, 0}, {0, 1}));
    }
    /// Around a rectangle; around n corners on a circle 2 n r sin(pi/n), near the circle's for many.
    void aroundAPolygon() {
        QCOMPARE(perimeter(Polygon2{{0, 0}, {4, 0}, {4, 3}, {0, 3}}), 14.0);
        QCOMPARE(perimeter(Polygon2{}), 0.0);
        QCOMPARE(perimeter(Polygon2{{0, 0}, {3, 4}}), 10.0);  // there and back
        constexpr double pi = 3.14159265358979323846;
        for (const int n : {3, 6, 48}) {
            Polygon2 ring;
            for (int i = 0; i < n; ++i)
                ring.emplace_back(50 * std::cos(2 * pi * i / n), 50 * std::sin(2 * pi * i / n));
            QVERIFY(std::abs(perimeter(ring) - 2 * n * 50 * std::sin(pi / n)) < 1e-9);
        }
    }
    void axesAreRightHanded() {
        const auto axes = axesAlong(Vec3::Zero(), Vec3(1, 2, 3), Vec3(0, 0, 1));
        QVERIFY(axes.has_value());
        QVERIFY((axes->x.cross(axes->y) - axes->z).norm() < 1e-12);
        QVERIFY((axes->z.cross(axes->x) - axes->y).norm() < 1e-12);
        QVERIFY(!axesAlong(Vec3::Zero(), Vec3(0, 0, 2), Vec3(0, 0, 1)));
        QVERIFY(!axesAlong(Vec3::Zero(), Vec3::Zero(), Vec3(0, 0, 1)));
    }
    void nearestPlaceOnASegment() {
        QCOMPARE(nearestParameter(Vec3(0, 0, 0), Vec3(10, 0, 0), Vec3(3, 5, 0)), 0.3);
        QCOMPARE(nearestParameter(Vec3(0, 0, 0), Vec3(10, 0, 0), Vec3(-3, 5, 0)), 0.0);
        QCOMPARE(nearestParameter(Vec3(1, 1, 1), Vec3(1, 1, 1), Vec3(0, 0, 0)), 0.0);
    }
};

QTEST_GUILESS_MAIN(TestGeometry)
#include "test_geometry.moc"
