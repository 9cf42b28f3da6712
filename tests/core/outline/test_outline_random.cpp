#include <QTest>

#include <cmath>
#include <numbers>
#include <random>

#include "core/outline/outline.h"
#include "core/outline/photo.h"

using namespace hefty;
using namespace hefty::outline;
using std::numbers::pi;

namespace {

/// A star-shaped loop around the origin, some of its sides arcs that do not reach the middle.
Loop star(std::mt19937 &dice) {
    std::uniform_real_distribution<double> u(0, 1);
    const int corners = 5 + static_cast<int>(dice() % 6);  // so many that the middle is inside
    Loop loop;
    for (int i = 0; i < corners; ++i) {
        const double angle = 2 * pi * (i + 0.6 * u(dice)) / corners, r = 60 + 80 * u(dice);
        loop.push_back({r * Vec2(std::cos(angle), std::sin(angle)), dice() % 3 == 0 ? 0.35 * u(dice) : 0.0});
    }
    return loop;
}

/// Area by the shoelace formula over a fine flattening: another way than the closed form.
double areaOf(const std::vector<Vec2> &p) {
    double twice = 0;
    for (std::size_t i = 0; i < p.size(); ++i) {
        const Vec2 &a = p[i], &b = p[(i + 1) % p.size()];
        twice += a.x() * b.y() - b.x() * a.y();
    }
    return twice / 2;
}

double lengthOf(const std::vector<Vec2> &p) {
    double sum = 0;
    for (std::size_t i = 0; i < p.size(); ++i) sum += (p[(i + 1) % p.size()] - p[i]).norm();
    return sum;
}

}  // namespace

/// Outlines by the hundred, against other ways to the same number.
class TestOutlineRandom : public QObject {
    Q_OBJECT

  private slots:
    void areaAndLength() {
        std::mt19937 dice(1);
        for (int i = 0; i < 200; ++i) {
            const Loop loop = star(dice);
            const auto fine = flattened(loop, 1e-5);
            QVERIFY(std::abs(area(loop) - areaOf(fine)) < 1e-5 * std::abs(area(loop)));
            QVERIFY(std::abs(perimeter(loop) - lengthOf(fine)) < 1e-5 * perimeter(loop));
        }
    }
    /// Turned around, a loop has the opposite area and the same length; tidied, it stands at the origin.
    void tidying() {
        std::mt19937 dice(2);
        for (int i = 0; i < 200; ++i) {
            Outline o{star(dice), {circle(Vec2(3, -4), 8)}};
            const double before = area(o);
            const Outline t = tidied(o);
            QVERIFY(std::abs(area(t) - before) < 1e-9 * before);
            QVERIFY(area(t.outer) > 0 && area(t.holes[0]) < 0);
            QVERIFY(bounds(t).first.norm() < 1e-6);
            QVERIFY(tidied(t) == t || (bounds(tidied(t)).second - bounds(t).second).norm() < 1e-9);
        }
    }
    void dxfKeepsEverything() {
        std::mt19937 dice(3);
        for (int i = 0; i < 100; ++i) {
            const Outline o = tidied({star(dice), {circle(Vec2(5, 6), 10), circle(Vec2(-12, 3), 6)}});
            const auto again = readDxf(writeDxf(o), "random.dxf");
            QVERIFY(again.has_value());
            QCOMPARE(again->outer.size(), o.outer.size());
            QCOMPARE(again->holes.size(), o.holes.size());
            QVERIFY(std::abs(area(*again) - area(o)) < 1e-5 * area(o));
        }
    }
    void svgKeepsTheShape() {
        std::mt19937 dice(4);
        for (int i = 0; i < 100; ++i) {
            const Outline o = tidied({star(dice), {circle(Vec2(5, 6), 10)}});
            const auto again = readSvg(writeSvg(o), "random.svg");
            QVERIFY(again.has_value());
            QVERIFY2(std::abs(area(*again) / area(o) - 1) < 2e-3, qPrintable(QStringLiteral("%1 %2 %3 %4")
                                                                                 .arg(area(*again))
                                                                                 .arg(area(o))
                                                                                 .arg(again->holes.size())
                                                                                 .arg(i)));
            QVERIFY((bounds(*again).second - bounds(o).second).norm() < 0.2);
        }
    }
    void jsonKeepsEverything() {
        std::mt19937 dice(5);
        for (int i = 0; i < 100; ++i) {
            const Outline o{star(dice), {star(dice), circle(Vec2(1, 2), 3)}};
            Faults faults;
            QVERIFY(outline::readOutline(Json::parse(writeOutline(o).dump()), "o", faults) == o);
            QVERIFY(faults.none());
        }
    }
    /// The pieces of a shape in any order and direction make the same shape.
    void shuffledPieces() {
        std::mt19937 dice(6);
        for (int n = 0; n < 50; ++n) {
            Loop loop = star(dice);
            for (Corner &c : loop) c.bulge = 0;
            std::vector<std::pair<Vec2, Vec2>> lines;
            for (std::size_t i = 0; i < loop.size(); ++i)
                lines.emplace_back(loop[i].at, loop[(i + 1) % loop.size()].at);
            std::shuffle(lines.begin(), lines.end(), dice);
            std::string text = "0\nSECTION\n2\nENTITIES\n";
            for (auto [a, b] : lines) {
                if (dice() % 2) std::swap(a, b);
                text += "0\nLINE\n8\n0\n10\n" + std::to_string(a.x()) + "\n20\n" + std::to_string(a.y()) +
                        "\n11\n" + std::to_string(b.x()) + "\n21\n" + std::to_string(b.y()) + "\n";
            }
            const auto o = readDxf(text + "0\nENDSEC\n0\nEOF\n", "lines.dxf");
            QVERIFY2(o.has_value(), o ? "" : o.error().sentence().c_str());
            QVERIFY(std::abs(area(*o) - std::abs(area(loop))) < 0.01);
        }
    }
    /// Damaged drawings never crash and never give an outline that is not finite.
    void damagedDrawings() {
        std::mt19937 dice(7);
        const Outline o = tidied({star(dice), {circle(Vec2(5, 6), 10)}});
        for (const std::string &good : {writeDxf(o), writeSvg(o)})
            for (int i = 0; i < 300; ++i) {
                std::string bad = good;
                for (int k = 0; k < 3; ++k) {
                    const std::size_t at = dice() % bad.size();
                    switch (dice() % 3) {
                        case 0:
                            bad[at] = static_cast<char>(32 + dice() % 90);
                            break;
                        case 1:
                            bad.erase(at, 1 + dice() % 20);
                            break;
                        default:
                            bad.insert(at, "9e99");
                    }
                }
                const auto read = good.starts_with("<") ? readSvg(bad, "bad") : readDxf(bad, "bad");
                if (!read) {
                    QVERIFY(!read.error().message.empty());
                    continue;
                }
                QVERIFY(std::isfinite(area(*read)));
            }
    }
    /// A line of points from a known shape is simplified to few corners that stay near it.
    void simplifying() {
        std::mt19937 dice(8);
        std::normal_distribution<double> noise(0, 0.04);
        for (int n = 0; n < 40; ++n) {
            const Loop loop = star(dice);
            std::vector<Vec2> points;
            const auto fine = flattened(loop, 0.001);
            for (std::size_t i = 0; i < fine.size(); ++i) {
                const Vec2 &a = fine[i], &b = fine[(i + 1) % fine.size()];
                const int pieces = std::max(1, static_cast<int>((b - a).norm() / 0.3));
                for (int k = 0; k < pieces; ++k)
                    points.push_back(a + (b - a) * k / pieces + Vec2(noise(dice), noise(dice)));
            }
            const Loop simple = simplified(points, 0.6);
            QVERIFY(simple.size() <= 6 * loop.size());
            QVERIFY2(std::abs(area(simple) / area(loop) - 1) < 0.01,
                     qPrintable(QStringLiteral("%1 %2").arg(area(simple)).arg(area(loop))));
        }
    }
    /// The sheet's own shapes: black marks with a white square in each, and four dots between them.
    void sheetIsComplete() {
        const Sheet sheet;
        const auto shapes = sheetShapes(sheet);
        QCOMPARE(shapes.size(), std::size_t{4 * 2 + 5 + 4});
        double black = 0;
        for (const SheetShape &s : shapes) black += (s.black ? 1 : -1) * std::abs(area(s.loop));
        QVERIFY(black > 4 * 0.5 * Sheet::mark * Sheet::mark);
    }
};

QTEST_GUILESS_MAIN(TestOutlineRandom)
#include "test_outline_random.moc"
