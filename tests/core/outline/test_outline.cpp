#include <QTest>

#include <cmath>
#include <numbers>

#include "tests/core/outline/drawn_photo.h"

using namespace hefty;
using namespace hefty::outline;
using namespace hefty::testing;
using std::numbers::pi;

namespace {

double widthOf(const Outline &o) {
    const auto [low, high] = bounds(o);
    return high.x() - low.x();
}
double heightOf(const Outline &o) {
    const auto [low, high] = bounds(o);
    return high.y() - low.y();
}

}  // namespace

class TestOutline : public QObject {
    Q_OBJECT

  private slots:
    /// Areas and lengths of circle, half disk and rectangle in closed form.
    void areasByHand() {
        QVERIFY(std::abs(std::abs(area(circle(Vec2(3, 4), 10))) - 25 * pi) < 1e-9);
        QVERIFY(std::abs(perimeter(circle(Vec2(3, 4), 10)) - 10 * pi) < 1e-9);
        const Loop half{{Vec2(0, 0), 0}, {Vec2(10, 0), 1}};
        QVERIFY(std::abs(area(half) - 12.5 * pi) < 1e-9);
        QVERIFY(std::abs(perimeter(half) - (10 + 5 * pi)) < 1e-9);
        const Loop square{{Vec2(0, 0), 0}, {Vec2(4, 0), 0}, {Vec2(4, 3), 0}, {Vec2(0, 3), 0}};
        QCOMPARE(area(square), 12.0);
        Vec2 center;
        double d = 0;
        QVERIFY(isCircle(circle(Vec2(3, 4), 10), center, d) && (center - Vec2(3, 4)).norm() < 1e-9 &&
                d == 10);
        QVERIFY(!isCircle(square, center, d));
    }
    void flatteningStaysWithin() {
        const Loop c = circle(Vec2(0, 0), 200);
        for (const double tolerance : {1.0, 0.1, 0.01}) {
            const auto p = flattened(c, tolerance);
            for (std::size_t i = 0; i < p.size(); ++i) {
                const Vec2 middle = (p[i] + p[(i + 1) % p.size()]) / 2;
                QVERIFY(100 - middle.norm() < tolerance * 1.001);
            }
        }
    }
    /// Straight offsets: the area under the edge by trapezoids.
    void straightOffsets() {
        const auto o = fromOffsets({{0, 30, false}, {100, 50, false}, {250, 20, false}});
        QVERIFY(o.has_value());
        QVERIFY(std::abs(area(*o) - (100 * 40 + 150 * 35)) < 1e-9);
        QCOMPARE(o->outer.size(), std::size_t{5});
    }
    /// Smooth ones: samples of a parabola's middle are met closely, and straight ones stay straight.
    void smoothOffsets() {
        std::vector<Offset> list;
        for (int i = 0; i <= 20; ++i)
            list.push_back({10.0 * i, 100 - 0.01 * std::pow(10.0 * i - 100, 2), true});
        const auto o = fromOffsets(list);
        QVERIFY(o.has_value());
        // Under the parabola: 200·100 − 0.01·2·100³/3.
        QVERIFY(std::abs(area(*o) - (20000 - 0.02 * 1e6 / 3)) < 20);
        QVERIFY(std::abs(heightOf(*o) - 100) < 0.1);
        const auto line = fromOffsets({{0, 10, true}, {50, 20, true}, {100, 30, true}});
        QVERIFY(std::abs(area(*line) - 2000) < 1e-6);
    }
    /// A smooth run ends at its corners: the corner itself is met.
    void cornersAreKept() {
        const auto o =
            fromOffsets({{0, 0, false}, {40, 60, true}, {80, 60, false}, {120, 20, false}, {160, 0, false}});
        QVERIFY(o.has_value());
        const auto has = [&](const Vec2 &p) {
            return std::any_of(o->outer.begin(), o->outer.end(),
                               [&](const Corner &c) { return (c.at - p).norm() < 1e-9; });
        };
        QVERIFY(has(Vec2(80, 60)) && has(Vec2(120, 20)));
    }
    void badOffsets_data() {
        QTest::addColumn<int>("which");
        for (int i = 0; i < 5; ++i) QTest::newRow(qPrintable(QString::number(i))) << i;
    }
    void badOffsets() {
        QFETCH(int, which);
        const std::vector<std::vector<Offset>> lists{{},
                                                     {{0, 10, false}},
                                                     {{0, 10, false}, {0, 20, false}},
                                                     {{0, 10, false}, {50, -1, false}},
                                                     {{0, 0, false}, {50, 0, false}}};
        const auto o = fromOffsets(lists[static_cast<std::size_t>(which)]);
        QVERIFY(!o && !o.error().message.empty() && !o.error().remedy.empty());
    }
    /// Written and read again, nothing moves by more than the digits written.
    void dxfRoundTrip() {
        const auto again = readDxf(writeDxf(bracket()), "b.dxf");
        QVERIFY(again.has_value());
        QVERIFY(std::abs(area(*again) - area(bracket())) < 0.01);
        QCOMPARE(again->holes.size(), std::size_t{2});
        QCOMPARE(again->outer.size(), bracket().outer.size());
    }
    void svgRoundTrip() {
        const auto again = readSvg(writeSvg(bracket()), "b.svg");
        QVERIFY(again.has_value());
        QVERIFY(std::abs(area(*again) - area(bracket())) < 2);
        QVERIFY(std::abs(widthOf(*again) - 200) < 0.01);
        QCOMPARE(again->holes.size(), std::size_t{2});
    }
    /// Loose lines and arcs that meet end to end, in any order and direction.
    void dxfPieces() {
        const std::string text =
            "0\nSECTION\n2\nENTITIES\n"
            "0\nLINE\n8\n0\n10\n0\n20\n0\n11\n100\n21\n0\n"
            "0\nARC\n8\n0\n10\n100\n20\n25\n40\n25\n50\n270\n51\n90\n"
            "0\nLINE\n8\n0\n10\n0\n20\n50\n11\n100\n21\n50\n"
            "0\nLINE\n8\n0\n10\n0\n20\n50\n11\n0\n21\n0\n"
            "0\nCIRCLE\n8\n0\n10\n30\n20\n25\n40\n8\n"
            "0\nENDSEC\n0\nEOF\n";
        const auto o = readDxf(text, "pieces.dxf");
        QVERIFY2(o.has_value(), o ? "" : o.error().sentence().c_str());
        QVERIFY(std::abs(area(*o) - (5000 + 25 * 25 * pi / 2 - 64 * pi)) < 1e-6);
    }
    void svgShapes() {
        const auto o = readSvg(
            "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"100mm\" height=\"50mm\" viewBox=\"0 0 200 "
            "100\">"
            "<g transform=\"translate(10 10) scale(2)\"><rect x=\"0\" y=\"0\" width=\"80\" height=\"30\"/>"
            "<circle cx=\"20\" cy=\"15\" r=\"5\"/></g></svg>",
            "s.svg");
        QVERIFY(o.has_value());
        // One unit is half a millimeter, the group doubles it.
        QVERIFY(std::abs(widthOf(*o) - 80) < 1e-9 && std::abs(heightOf(*o) - 30) < 1e-9);
        QVERIFY(std::abs(area(*o) - (2400 - 25 * pi)) < 1e-6);
    }
    /// Curves of paths: a circle of four cubics, one of arcs, a parabola of a quadratic.
    void svgCurves() {
        const double k = 0.5522847498;
        const auto path = [](const std::string &d) {
            return readSvg("<svg width=\"200mm\" viewBox=\"0 0 200 200\"><path d=\"" + d + "\"/></svg>",
                           "p.svg");
        };
        const std::string cubic =
            "M100 0 C" + std::to_string(100 * (1 + k)) + " 0 200 " + std::to_string(100 * (1 - k)) +
            " 200 100 S" + std::to_string(100 * (1 + k)) + " 200 100 200 S0 " +
            std::to_string(100 * (1 + k)) + " 0 100 S" + std::to_string(100 * (1 - k)) + " 0 100 0 Z";
        QVERIFY(std::abs(area(*path(cubic)) - 10000 * pi) < 40);
        QVERIFY(std::abs(area(*path("M0 100 a100 100 0 1 1 200 0 a100 100 0 1 1 -200 0 z")) - 10000 * pi) <
                30);
        QVERIFY(std::abs(area(*path("m0 0 h90 q-45,60 -90,0z")) - 90 * 60 / 3.0) < 4);
        // A flag may stand close to what follows it.
        QVERIFY(std::abs(area(*path("M0 100a100 100 0 11200 0 100 100 0 11-200 0z")) - 10000 * pi) < 30);
    }
    void badDrawings_data() {
        QTest::addColumn<bool>("dxf");
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("says");
        QTest::newRow("empty dxf") << true << ""
                                   << "no DXF";
        QTest::newRow("poetry") << true << "roses are red"
                                << "no DXF";
        QTest::newRow("nothing in it") << true << "0\nSECTION\n2\nENTITIES\n0\nENDSEC\n0\nEOF\n"
                                       << "no closed line";
        QTest::newRow("open")
            << true
            << "0\nSECTION\n2\nENTITIES\n0\nLINE\n8\n0\n10\n0\n20\n0\n11\n100\n21\n0\n0\nLINE\n8\n0\n10\n"
               "100\n20\n0\n11\n100\n21\n50\n0\nENDSEC\n0\nEOF\n"
            << "left open";
        QTest::newRow("empty svg") << false << ""
                                   << "damaged";
        QTest::newRow("cut off") << false << "<svg><path d="
                                 << "damaged";
        QTest::newRow("html") << false << "<html></html>"
                              << "no SVG";
        QTest::newRow("bad path") << false << "<svg><path id=\"a\" d=\"M0 0 L 5 x\"/></svg>"
                                  << "path";
        QTest::newRow("unknown letter") << false << "<svg><path d=\"M0 0 K 5 5\"/></svg>"
                                        << "path";
        QTest::newRow("bad transform")
            << false << "<svg><g transform=\"spin(3)\"><rect width=\"5\" height=\"5\"/></g></svg>"
            << "transform";
        QTest::newRow("only an open line") << false << "<svg><path d=\"M0 0 L5 5 L9 0\"/></svg>"
                                           << "no closed line";
    }
    void badDrawings() {
        QFETCH(bool, dxf);
        QFETCH(QString, text);
        QFETCH(QString, says);
        const auto o = dxf ? readDxf(text.toStdString(), "f.dxf") : readSvg(text.toStdString(), "f.svg");
        QVERIFY(!o.has_value());
        QVERIFY2(QString::fromStdString(o.error().message).contains(says), o.error().message.c_str());
        QVERIFY(QString::fromStdString(o.error().where).startsWith("f."));
    }
    /// The file form of a job.
    void jsonRoundTrip() {
        Faults faults;
        QVERIFY(outline::readOutline(writeOutline(bracket()), "o", faults) == bracket());
        QVERIFY(faults.none());
        (void)outline::readOutline(Json{{"outer", {Json::array({0, 0}), "x"}}, {"holes", {Json::array()}}},
                                   "o", faults);
        QVERIFY(faults.all().size() >= 3);
    }

    void photographs_data() {
        QTest::addColumn<double>("slant");
        QTest::addColumn<double>("turn");
        QTest::addColumn<bool>("upsideDown");
        QTest::addColumn<double>("noise");
        QTest::newRow("from above") << 0.0 << 0.0 << false << 2.0;
        QTest::newRow("at a slant") << 0.00035 << 0.06 << false << 4.0;
        QTest::newRow("the other way") << -0.0005 << -0.1 << false << 4.0;
        QTest::newRow("upside down") << 0.0003 << 0.05 << true << 4.0;
        QTest::newRow("grainy") << 0.0003 << 0.03 << false << 9.0;
    }
    /// The size that was drawn comes back, with its arc and its holes.
    void photographs() {
        QFETCH(double, slant);
        QFETCH(double, turn);
        QFETCH(bool, upsideDown);
        QFETCH(double, noise);
        Camera camera;
        camera.slant = slant;
        camera.turn = turn;
        camera.upsideDown = upsideDown;
        camera.noise = noise;
        const auto traced = trace(photograph({}, bracket(), Vec2(80, 65), camera), {});
        QVERIFY2(traced.has_value(), traced ? "" : traced.error().sentence().c_str());
        const Outline &o = traced->outline;
        QVERIFY2(std::abs(widthOf(o) - 200) < 0.6, qPrintable(QString::number(widthOf(o))));
        QVERIFY2(std::abs(heightOf(o) - 120) < 0.6, qPrintable(QString::number(heightOf(o))));
        QVERIFY(std::abs(area(o) / area(bracket()) - 1) < 0.008);
        QCOMPARE(o.holes.size(), std::size_t{2});
        std::vector<double> diameters;
        for (const Loop &h : o.holes) {
            Vec2 c;
            double d = 0;
            QVERIFY(isCircle(h, c, d));
            diameters.push_back(d);
        }
        std::sort(diameters.begin(), diameters.end());
        QVERIFY2(std::abs(diameters[0] - 14) < 0.5, qPrintable(QString::number(diameters[0])));
        QVERIFY2(std::abs(diameters[1] - 22) < 0.5, qPrintable(QString::number(diameters[1])));
        QVERIFY(o.outer.size() <= 12);
        const bool round =
            std::any_of(o.outer.begin(), o.outer.end(), [](const Corner &c) { return c.bulge > 0.2; });
        QVERIFY(round);
        QCOMPARE(traced->checkDots, 4);
        QVERIFY2(traced->checkError < 0.4 && traced->scaleError < 0.002,
                 qPrintable(QStringLiteral("%1 %2").arg(traced->checkError).arg(traced->scaleError)));
    }
    void badPictures_data() {
        QTest::addColumn<int>("which");
        QTest::addColumn<QString>("says");
        QTest::newRow("nothing") << 0 << "too small";
        QTest::newRow("gray") << 1 << "0 of the 4 marks";
        QTest::newRow("noise") << 2 << "of the 4 marks";
        QTest::newRow("no template") << 3 << "No template";
        QTest::newRow("a mark covered") << 4 << "3 of the 4 marks";
        QTest::newRow("marks on top of each other") << 5 << "distances";
    }
    void badPictures() {
        QFETCH(int, which);
        QFETCH(QString, says);
        GrayPicture p;
        Sheet sheet;
        if (which == 1) p = {400, 300, std::vector<std::uint8_t>(120000, 128)};
        if (which == 2) {
            p = {400, 300, std::vector<std::uint8_t>(120000)};
            std::mt19937 dice(3);
            for (auto &v : p.pixels) v = static_cast<std::uint8_t>(dice());
        }
        if (which == 3) p = photograph({}, {}, Vec2(0, 0), {});
        if (which == 4) p = photograph({}, bracket(), Vec2(-20, -20), {});
        if (which == 5) {
            p = {400, 300, std::vector<std::uint8_t>(120000, 128)};
            sheet.width = 10;
        }
        const auto traced = trace(p, sheet);
        QVERIFY(!traced.has_value());
        QVERIFY2(QString::fromStdString(traced.error().message).contains(says),
                 traced.error().message.c_str());
        QVERIFY(!traced.error().remedy.empty());
    }
};

QTEST_GUILESS_MAIN(TestOutline)
#include "test_outline.moc"
