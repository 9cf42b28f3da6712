#include <QtTest>

#include <cmath>
#include <numbers>
#include <random>

#include "core/parts/bar.h"
#include "core/parts/sheet.h"

using namespace hefty;
using namespace hefty::parts;

namespace {

BarPart round(double diameter, double wall, const Vec3 &from, const Vec3 &to,
              std::vector<PathPoint> bends = {}) {
    BarPart b;
    b.name = "bar";
    b.section.shape = stock::SectionShape::RoundTube;
    b.section.height = b.section.width = diameter;
    b.section.wall = wall;
    b.material.density = 7.85e-6;
    b.properties = stock::properties(b.section, b.material.density).value();
    b.from = from;
    b.to = to;
    b.bends = std::move(bends);
    const Vec3 first = (b.bends.empty() ? to : b.bends.front().at) - from;
    b.up = first.unitOrthogonal();
    return b;
}

}  // namespace

class TestBars : public QObject {
    Q_OBJECT

  private slots:
    /// Tangent points, arc and straights of one right-angled bend, by hand.
    void oneBend() {
        const auto spans = course({0, 0, 0}, {{{500, 0, 0}, 100}}, {500, 400, 0}, Vec3::UnitZ()).value();
        QCOMPARE(spans.size(), std::size_t(3));
        QVERIFY(std::abs(spans[0].length - 400) < 1e-9 && std::abs(spans[2].length - 300) < 1e-9);
        QVERIFY(std::abs(spans[1].length - 100 * std::numbers::pi / 2) < 1e-9);
        QVERIFY((spans[1].center - Vec3(400, 100, 0)).norm() < 1e-9);
        const Axes middle = spans[1].axesAt(spans[1].length / 2);
        QVERIFY((middle.origin - Vec3(400 + 100 * std::sqrt(0.5), 100 - 100 * std::sqrt(0.5), 0)).norm() <
                1e-9);
        QVERIFY((middle.x - Vec3(1, 1, 0).normalized()).norm() < 1e-12);
        QVERIFY((middle.z - Vec3::UnitZ()).norm() < 1e-12);
    }
    /// The section turns with the bar: out of one plane into another, its axes stay at right angles.
    void twoPlanes() {
        const auto spans =
            course({0, 0, 0}, {{{300, 0, 0}, 80}, {{300, 300, 0}, 80}}, {300, 300, 300}, Vec3::UnitZ())
                .value();
        QCOMPARE(spans.size(), std::size_t(5));
        const Axes end = spans.back().axesAt(spans.back().length);
        QVERIFY((end.origin - Vec3(300, 300, 300)).norm() < 1e-9);
        QVERIFY((end.x - Vec3::UnitZ()).norm() < 1e-12 && (end.z + Vec3::UnitY()).norm() < 1e-12);
        for (std::size_t i = 1; i < spans.size(); ++i) {
            const Axes a = spans[i - 1].axesAt(spans[i - 1].length), b = spans[i].axesAt(0);
            QVERIFY((a.origin - b.origin).norm() < 1e-9 && (a.x - b.x).norm() < 1e-9 &&
                    (a.z - b.z).norm() < 1e-9);
        }
    }
    void cannotBeBent_data() {
        QTest::addColumn<double>("radius");
        QTest::addColumn<double>("y");
        QTest::addColumn<QString>("where");
        QTest::newRow("no radius") << 0.0 << 400.0 << "path[1]";
        QTest::newRow("too large") << 600.0 << 400.0 << "path[1]";
        QTest::newRow("no length") << 50.0 << 0.0 << "path[1]";
    }
    void cannotBeBent() {
        QFETCH(double, radius);
        QFETCH(double, y);
        QFETCH(QString, where);
        const auto spans = course({0, 0, 0}, {{{500, 0, 0}, radius}}, {500, y, 0}, Vec3::UnitZ());
        QVERIFY(!spans);
        QCOMPARE(QString::fromStdString(spans.error().where), where);
        QVERIFY(!spans.error().message.empty() && !spans.error().remedy.empty());
    }
    void inLineIsNoBend() {
        QCOMPARE(course({0, 0, 0}, {{{200, 0, 0}, 50}}, {500, 0, 0}, Vec3::UnitZ())->size(), std::size_t(1));
    }
    /// Volume and center of a bend against an integration over its section and angle.
    void massOfABend() {
        std::mt19937 dice(7);
        std::uniform_real_distribution<double> unit(0, 1);
        for (int k = 0; k < 20; ++k) {
            const double D = 30 + 40 * unit(dice), t = 2 + 3 * unit(dice), R = 1.5 * D + 100 * unit(dice);
            const double angle = 0.3 + 1.8 * unit(dice), leg = R * std::tan(angle / 2);
            const BarPart b =
                round(D, t, {0, 0, 0}, Vec3(leg + leg * std::cos(angle), leg * std::sin(angle), 0),
                      {{{leg, 0, 0}, R}});
            double volume = 0;
            Vec3 moment = Vec3::Zero();
            constexpr int n = 60;
            const Vec3 center(0, R, 0);
            for (int i = 0; i < n; ++i)
                for (int j = 0; j < n; ++j)
                    for (int r = 0; r < 4; ++r) {
                        const double a = angle * (i + 0.5) / n, c = 2 * std::numbers::pi * (j + 0.5) / n;
                        const double rho = D / 2 - t + t * (r + 0.5) / 4;
                        const double out = R + rho * std::cos(c);
                        const double dv = rho * (2 * std::numbers::pi / n) * (t / 4) * out * (angle / n);
                        volume += dv;
                        moment +=
                            dv * (center + Vec3(out * std::sin(a), -out * std::cos(a), rho * std::sin(c)));
                    }
            QVERIFY(std::abs(barVolume(b) / volume - 1) < 1e-4);
            QVERIFY((barCenter(b) - moment / volume).norm() < 1e-3 * R);
        }
    }
    /// A cope by a hole saw of the chord's size: z = (sqrt(R2 - (r sin p + e)2) + r cos p cos t)/sin t, for a
    /// hundred random pairs.
    void cope() {
        std::mt19937 dice(11);
        std::uniform_real_distribution<double> unit(0, 1);
        for (int k = 0; k < 100; ++k) {
            const double R = 20 + 40 * unit(dice), r = R * (0.3 + 0.65 * unit(dice));
            const double t = 0.6 + 1.9 * unit(dice), e = (R - r) * 0.95 * (2 * unit(dice) - 1);
            const BarPart chord = round(2 * R, 3, {-900, 0, 0}, {900, 0, 0});
            // The branch's axis away from the joint; offset along branch x chord.
            const Vec3 away(std::cos(t), 0, std::sin(t));
            const Vec3 side = away.cross(Vec3::UnitX()).normalized();
            BarPart branch = round(2 * r, 2, away * 600 + side * e, side * e);
            branch.up = Vec3::UnitY();
            const Surface onto[] = {surfaceOf(chord)};
            QVERIFY(trimEnd(branch, true, onto));
            const Axes a = branch.axes();
            const Polygon2 fibres = fibresOf(branch);
            for (std::size_t i = 0; i < fibres.size(); ++i) {
                const Vec3 offset = a.y * fibres[i].x() + a.z * fibres[i].y();
                // phi from the side on which the axes make the angle t
                const Vec3 toward = (Vec3::UnitX() - away * away.x()).normalized();
                const double c = offset.dot(toward) / r, s = offset.dot(side) / r;
                const double z =
                    (std::sqrt(R * R - std::pow(r * s + e, 2)) + r * c * std::cos(t)) / std::sin(t);
                QVERIFY2(
                    std::abs(branch.trimTo.reach[i] - z) < 1e-6,
                    qPrintable(QString("%1: %2 instead of %3").arg(k).arg(branch.trimTo.reach[i]).arg(z)));
            }
        }
    }
    /// Onto a plate: z = (h + r cos p cos t)/sin t about the middle.
    void copeOnPlate() {
        const double r = 24, t = 0.9;
        BarPart branch = round(2 * r, 3, Vec3(std::cos(t), 0, std::sin(t)) * 400, {0, 0, 0});
        const Surface onto[] = {planesOf({0, 0, -5}, Vec3::UnitZ(), 10)};
        QVERIFY(trimEnd(branch, true, onto));
        QVERIFY(std::abs(branch.trimTo.mean) < 1e-9);
        const auto [low, high] = std::minmax_element(branch.trimTo.reach.begin(), branch.trimTo.reach.end());
        QVERIFY(std::abs(*high - r / std::tan(t)) < 1e-9 && std::abs(*low + r / std::tan(t)) < 1e-9);
        QVERIFY(std::abs(branch.cutLength() - (400 + r / std::tan(t))) < 1e-9);
    }
    /// A bent chord is traced where a straight one has a closed form: both tell the same on its straight
    /// part.
    void traceAgreesWithClosedForm() {
        const BarPart straight = round(60, 4, {-500, 0, 0}, {500, 0, 0});
        const BarPart bent = round(60, 4, {-500, 0, 0}, {900, 300, 0}, {{{600, 0, 0}, 150}});
        BarPart a = round(48, 3, {50, 20, 400}, {0, 0, 0}), b = a;
        const Surface one[] = {surfaceOf(straight)}, other[] = {surfaceOf(bent)};
        QVERIFY(trimEnd(a, true, one) && trimEnd(b, true, other));
        for (std::size_t i = 0; i < a.trimTo.reach.size(); ++i)
            QVERIFY(std::abs(a.trimTo.reach[i] - b.trimTo.reach[i]) < 1e-5);
    }
    void missesAreTold() {
        BarPart wide = round(80, 3, {0, 0, 400}, {0, 0, 0});
        const Surface onto[] = {surfaceOf(round(60, 4, {-500, 0, 0}, {500, 0, 0}))};
        QVERIFY(!trimEnd(wide, true, onto));
        QVERIFY(!wide.trimTo.cut());
    }
    /// The mass of a coped tube: the mean of the cut over the metal, against ten thousand lines of it.
    void massOfACope() {
        const double R = 30, r = 24, t = 3;
        BarPart branch = round(2 * r, t, {0, 0, 400}, {0, 0, 0});
        const Surface onto[] = {surfaceOf(round(2 * R, 4, {-500, 0, 0}, {500, 0, 0}))};
        QVERIFY(trimEnd(branch, true, onto));
        double sum = 0, area = 0;
        for (int i = 0; i < 100; ++i)
            for (int j = 0; j < 100; ++j) {
                const double rho = r - t + t * (i + 0.5) / 100, p = 2 * std::numbers::pi * (j + 0.5) / 100;
                sum += rho * std::sqrt(R * R - std::pow(rho * std::sin(p), 2));
                area += rho;
            }
        QVERIFY(std::abs(branch.trimTo.mean / (sum / area) - 1) < 1e-4);
        const double metal = std::numbers::pi * (r * r - (r - t) * (r - t));
        QVERIFY(std::abs(barVolume(branch) / (metal * (400 - sum / area)) - 1) < 1e-4);
    }
    /// Distances from sections, against the nearest of many points of their outline.
    void outsideOfSections() {
        std::mt19937 dice(3);
        std::uniform_real_distribution<double> unit(-1, 1);
        BarPart box = round(60, 4, {0, 0, 0}, {1000, 0, 0});
        box.section.shape = stock::SectionShape::RectTube;
        box.section.height = 80;
        box.section.radius = 10;
        box.properties = stock::properties(box.section, 7.85e-6).value();
        box.up = Vec3::UnitZ();
        const auto spans = box.spans();
        Polygon2 rim = outlineOf(box.section, box.properties.outerRadius);
        for (int k = 0; k < 200; ++k) {
            const Vec2 p(70 * unit(dice), 80 * unit(dice));
            double nearest = 1e300;
            for (std::size_t i = 0; i < rim.size(); ++i)
                for (int j = 0; j < 200; ++j)
                    nearest = std::min(
                        nearest, (rim[i] + (rim[(i + 1) % rim.size()] - rim[i]) * (j / 200.0) - p).norm());
            const double told = outside(box, spans, {400, box.axes().y.y() * p.x(), p.y()});
            QVERIFY(std::abs(std::abs(told) - nearest) < 0.4);
            if (nearest > 0.6) QCOMPARE(told < 0, shape::inside(rim, p));
        }
    }
    void sheetCenterMovesAwayFromAHole() {
        SheetPart s;
        s.outline = {{0, 0}, {100, 0}, {100, 100}, {0, 100}};
        s.thickness = 5;
        s.holes.push_back({"h", {75, 50}, 20, ""});
        const double hole = std::numbers::pi * 100;
        QVERIFY(std::abs(s.center().x() - (50 * 1e4 - 75 * hole) / (1e4 - hole)) < 1e-9);
        QVERIFY(std::abs(s.center().y() - 50) < 1e-9);
    }
};

QTEST_GUILESS_MAIN(TestBars)
#include "test_bars.moc"
