#include <cmath>
#include <numbers>

#include <QFile>
#include <QProcess>
#include <QTemporaryDir>
#include <QTest>

#include "core/outline/drawing.h"

using namespace hefty;
using namespace hefty::outline;

namespace {

std::string line(double x1, double y1, double x2, double y2) {
    return "0\nLINE\n8\n0\n10\n" + std::to_string(x1) + "\n20\n" + std::to_string(y1) + "\n30\n0\n11\n" +
           std::to_string(x2) + "\n21\n" + std::to_string(y2) + "\n31\n0\n";
}

std::string box(double x, double y, double w, double h) {
    return line(x, y, x + w, y) + line(x + w, y, x + w, y + h) + line(x + w, y + h, x, y + h) +
           line(x, y + h, x, y);
}

std::string dxf(const std::string &entities, int units = 4, const std::string &blocks = "") {
    std::string out = "0\nSECTION\n2\nHEADER\n9\n$ACADVER\n1\nAC1015\n";
    if (units >= 0) out += "9\n$INSUNITS\n70\n" + std::to_string(units) + "\n";
    out += "0\nENDSEC\n";
    if (!blocks.empty()) out += "0\nSECTION\n2\nBLOCKS\n" + blocks + "0\nENDSEC\n";
    return out + "0\nSECTION\n2\nENTITIES\n" + entities + "0\nENDSEC\n0\nEOF\n";
}

std::string block(const std::string &name, double x, double y, const std::string &entities) {
    return "0\nBLOCK\n8\n0\n2\n" + name + "\n70\n0\n10\n" + std::to_string(x) + "\n20\n" + std::to_string(y) +
           "\n30\n0\n3\n" + name + "\n1\n\n" + entities + "0\nENDBLK\n8\n0\n";
}

std::string insert(const std::string &name, double x, double y, double sx, double sy, double angle) {
    return "0\nINSERT\n8\n0\n2\n" + name + "\n10\n" + std::to_string(x) + "\n20\n" + std::to_string(y) +
           "\n30\n0\n41\n" + std::to_string(sx) + "\n42\n" + std::to_string(sy) + "\n50\n" +
           std::to_string(angle) + "\n";
}

std::pair<double, double> sizeOf(const Outline &o) {
    const auto [low, high] = bounds(o);
    return {high.x() - low.x(), high.y() - low.y()};
}

bool near(double a, double b, double within) {
    return std::abs(a - b) <= within;
}

}  // namespace

/// Drawings of other programs: their units, all of their parts, and a word about what is left out.
class TestDrawing : public QObject {
    Q_OBJECT

  private slots:
    void units_data() {
        QTest::addColumn<int>("code");
        QTest::addColumn<double>("width");
        QTest::addColumn<QString>("unit");
        QTest::newRow("inches: an 8 by 4 in plate") << 1 << 203.2 << "inch";
        QTest::newRow("centimeters") << 5 << 80.0 << "cm";
        QTest::newRow("millimeters") << 4 << 8.0 << "mm";
        QTest::newRow("meters") << 6 << 8000.0 << "m";
        QTest::newRow("no unit given") << 0 << 8.0 << "assumed mm";
        QTest::newRow("no word of units") << -1 << 8.0 << "assumed mm";
    }
    void units() {
        QFETCH(int, code);
        QFETCH(double, width);
        QFETCH(QString, unit);
        const auto d = readDxfDrawing(dxf(box(0, 0, 8, 4), code), "plate.dxf");
        QVERIFY2(d, d ? "" : d.error().message.c_str());
        QCOMPARE(QString::fromStdString(d->unit), unit);
        QVERIFY(near(sizeOf(d->parts[0]).first, width, 1e-6) &&
                near(area(d->parts[0]), width * width / 2, 1e-3));
    }
    void aUnitOfNoShop() { QVERIFY(!readDxfDrawing(dxf(box(0, 0, 8, 4), 20), "parsecs.dxf")); }
    /// Four parts, one with a hole that another part lies in.
    void allPartsAreTaken() {
        const auto d = readDxfDrawing(dxf(box(0, 0, 100, 100) + box(20, 20, 60, 60) + box(40, 40, 20, 20) +
                                          box(200, 0, 50, 30) + box(300, 0, 10, 10)),
                                      "four.dxf");
        QVERIFY(d && d->parts.size() == 4 && d->left.empty());
        QCOMPARE(d->parts[0].holes.size(), std::size_t{1});
        QVERIFY(near(area(d->parts[0]), 10000 - 3600, 1e-6));
        QVERIFY(near(area(d->parts[1]), 1500, 1e-6) && near(area(d->parts[2]), 400, 1e-6));
    }
    /// A block of 40 by 20 about its base point (10, 10), turned by 90 degrees and made twice as large, and
    /// mirrored; in a block of its own once more.
    void blocksWhereTheyStand() {
        const std::string blocks =
            block("plate", 10, 10, box(10, 10, 40, 20)) + block("pair", 0, 0, insert("plate", 5, 5, 1, 1, 0));
        const auto d =
            readDxfDrawing(dxf(insert("plate", 100, 200, 2, 2, 90) + insert("plate", 500, 0, -1, 1, 0) +
                                   insert("pair", 1000, 0, 1, 1, 0) + insert("none", 0, 0, 1, 1, 0),
                               4, blocks),
                           "blocks.dxf");
        QVERIFY(d && d->parts.size() == 3);
        const auto [low, high] = bounds(d->parts[0]);  // the largest
        QVERIFY((low - Vec2(60, 200)).norm() < 1e-6 && (high - Vec2(100, 280)).norm() < 1e-6);
        const auto [left, right] = bounds(d->parts[1]);
        QVERIFY((left - Vec2(460, 0)).norm() < 1e-6 && (right - Vec2(500, 20)).norm() < 1e-6);
        QVERIFY((bounds(d->parts[2]).first - Vec2(1005, 5)).norm() < 1e-6);
        QCOMPARE(d->left.size(), std::size_t{1});
        QCOMPARE(d->left[0].entity, std::string("INSERT"));
    }
    void aBlockThatHoldsItselfEnds() {
        const auto d = readDxfDrawing(dxf(box(0, 0, 9, 9) + insert("a", 0, 0, 1, 1, 0), 4,
                                          block("a", 0, 0, insert("a", 1, 0, 1, 1, 0))),
                                      "round.dxf");
        QVERIFY(d && d->left.size() == 1);
    }
    /// pi a b, with half-axes 30 and 12 at an angle.
    void ellipse() {
        const auto d =
            readDxfDrawing(dxf("0\nELLIPSE\n8\n0\n10\n5\n20\n5\n30\n0\n11\n18\n21\n24\n31\n0\n40\n0.4\n"
                               "41\n0\n42\n6.283185307179586\n"),
                           "e.dxf");
        QVERIFY2(d, d ? "" : d.error().message.c_str());
        QVERIFY(near(area(d->parts[0]), std::numbers::pi * 30 * 12, 0.5));
    }
    /// Closed by a straight line under a cubic Bezier arch: area 3/5 of width 10 times height 10 of its
    /// controls.
    void spline() {
        std::string s = "0\nSPLINE\n8\n0\n70\n8\n71\n3\n72\n8\n73\n4\n74\n0\n";
        for (const double k : {0, 0, 0, 0, 1, 1, 1, 1}) s += "40\n" + std::to_string(k) + "\n";
        for (const auto &[x, y] : {std::pair{0, 0}, {0, 10}, {10, 10}, {10, 0}})
            s += "10\n" + std::to_string(x) + "\n20\n" + std::to_string(y) + "\n30\n0\n";
        const auto d = readDxfDrawing(dxf(s + line(10, 0, 0, 0)), "s.dxf");
        QVERIFY2(d, d ? "" : d.error().message.c_str());
        // integral of y dx with x = 10 (3 t2 - 2 t3), y = 30 t (1 - t): 60
        QVERIFY2(near(area(d->parts[0]), 60, 0.06), qPrintable(QString::number(area(d->parts[0]))));
    }
    void whatIsLeftIsSaid() {
        const auto d = readDxfDrawing(dxf(box(0, 0, 100, 100) + line(200, 0, 250, 0) +
                                          "0\nTEXT\n8\n0\n10\n0\n20\n0\n30\n0\n40\n5\n1\nplate\n"),
                                      "left.dxf");
        QVERIFY(d && d->parts.size() == 1 && d->left.size() == 2);
        QCOMPARE(d->left[0].entity, std::string("TEXT"));
        QCOMPARE(d->left[1].entity, std::string("LINE"));
        QVERIFY(d->left[1].why.find("50.00 mm") != std::string::npos);
    }
    void svgUseIsFollowed() {
        const auto d = readSvgDrawing(
            "<svg xmlns='http://www.w3.org/2000/svg' width='100mm' height='50mm' viewBox='0 0 100 50'>"
            "<defs><rect id='p' x='0' y='0' width='20' height='10'/></defs>"
            "<use href='#p' x='5' y='5'/><g transform='translate(50 0)'><use href='#p' "
            "transform='scale(2)'/></g>"
            "<use href='#gone'/><text>left</text></svg>",
            "u.svg");
        QVERIFY2(d, d ? "" : d.error().message.c_str());
        QCOMPARE(d->parts.size(), std::size_t{2});
        QVERIFY(near(area(d->parts[0]), 800, 1e-6) && near(area(d->parts[1]), 200, 1e-6));
        QVERIFY(near(bounds(d->parts[1]).first.x(), 5, 1e-9));
        QCOMPARE(d->left.size(), std::size_t{2});
    }
    /// What is written is read by an independent reader without a complaint, at its true size.
    void strictReadersTakeIt() {
        std::vector<Outline> parts(2);
        parts[0].outer = {{Vec2(0, 0), 0}, {Vec2(80, 0), 0.5}, {Vec2(80, 60), 0}, {Vec2(0, 60), 0}};
        parts[0].holes = {circle(Vec2(30, 30), 11)};
        parts[1].outer = {{Vec2(200, 0), 0}, {Vec2(240, 0), 0}, {Vec2(220, 50), 0}};
        QTemporaryDir dir;
        QFile file(dir.filePath("out.dxf"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        const std::string text = writeDxf(parts);
        file.write(text.data(), static_cast<qint64>(text.size()));
        file.close();
        QProcess reader;
        reader.start("/usr/bin/python3",
                     {"-c",
                      "import sys, ezdxf\n"
                      "d = ezdxf.readfile(sys.argv[1])\n"
                      "print(d.units, len(d.audit().errors))\n"
                      "for e in d.modelspace():\n"
                      "    if e.dxftype() == 'CIRCLE': print('CIRCLE', e.dxf.layer, e.dxf.radius)\n"
                      "    else: print(e.dxftype(), e.dxf.layer, e.is_closed, len(e), "
                      "' '.join('%.3f,%.3f,%.3f' % p for p in e.get_points('xyb')))\n",
                      dir.filePath("out.dxf")});
        QVERIFY2(reader.waitForFinished(60000), "python3 with ezdxf is in packages.txt");
        QCOMPARE(reader.readAllStandardError(), QByteArray());
        QCOMPARE(
            QString::fromUtf8(reader.readAllStandardOutput()),
            QString(
                "4 0\n"
                "LWPOLYLINE outline True 4 0.000,0.000,0.000 80.000,0.000,0.500 80.000,60.000,0.000 "
                "0.000,60.000,0.000\n"
                "CIRCLE holes 5.5\n"
                "LWPOLYLINE outline True 3 200.000,0.000,0.000 240.000,0.000,0.000 220.000,50.000,0.000\n"));
        const auto again = readDxfDrawing(text, "again.dxf");
        QVERIFY(again && again->parts.size() == 2 && again->left.empty());
        QVERIFY(near(area(again->parts[0]), area(parts[0]), 1e-3));
        const auto svg = readSvgDrawing(writeSvg(parts), "again.svg");
        QVERIFY(svg && svg->parts.size() == 2 && near(area(svg->parts[0]) / area(parts[0]), 1, 1e-3));
    }
};

QTEST_GUILESS_MAIN(TestDrawing)
#include "test_drawing.moc"
