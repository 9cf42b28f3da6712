#include <cmath>

#include <QTest>

#include "core/base/constants.h"
#include "core/base/csv.h"
#include "core/base/places.h"
#include "core/stock/open_section.h"
#include "core/stock/stock.h"

using namespace hefty;
using namespace hefty::stock;

namespace {

bool near(double value, double expected, double relative) {
    return std::abs(value - expected) <= relative * std::abs(expected);
}

Section rect(double h, double b, double t, const char *standard = "EN 10219-2") {
    Section s;
    s.id = "test";
    s.shape = SectionShape::RectTube;
    s.standard = standard;
    s.height = h;
    s.width = b;
    s.wall = t;
    return s;
}

}  // namespace

class TestSection : public QObject {
    Q_OBJECT

  private slots:
    /// Tables of EN 10219-2 (the two rows quoted in the methods page, and the rectangular row from the
    /// standard's table B.3); tolerance is the rounding to three figures.
    void squareTubeTable() {
        const SectionProperties p = properties(rect(50, 50, 3), 7.85e-6).value();
        QVERIFY(near(p.area, 541, 0.002));
        QVERIFY(near(p.Iy, 19.5e4, 0.003));
        QVERIFY(near(p.Wely, 7.79e3, 0.002));
        QVERIFY(near(p.Wply, 9.39e3, 0.002));
        QVERIFY(near(p.J, 32.1e4, 0.002));
        QVERIFY(near(p.massPerLength * 1000, 4.25, 0.003));
    }
    void roundTubeTable() {
        Section s = rect(48.3, 48.3, 3.2);
        s.shape = SectionShape::RoundTube;
        const SectionProperties p = properties(s, 7.85e-6).value();
        QVERIFY(near(p.area, 453, 0.002));
        QVERIFY(near(p.Iy, 11.6e4, 0.004));
        QVERIFY(near(p.Wely, 4.80e3, 0.002));
        QVERIFY(near(p.Wply, 6.52e3, 0.002));
        QVERIFY(near(p.J, 23.2e4, 0.003));
    }
    /// AISC Manual, HSS 4x4x1/4: A 3.37 in2, I 7.80 in4, S 3.90, Z 4.69, J 12.8 (design wall 0.233 in).
    void americanSquareTubeTable() {
        const double in = mmPerInch;
        const SectionProperties p = properties(rect(4 * in, 4 * in, 0.25 * in, "ASTM A500"), 7.85e-6).value();
        QVERIFY(near(p.wall, 0.2325 * in, 1e-9));
        QVERIFY(near(p.area, 3.37 * in * in, 0.006));
        QVERIFY(near(p.Iy, 7.80 * std::pow(in, 4), 0.006));
        QVERIFY(near(p.Wply, 4.69 * std::pow(in, 3), 0.006));
        QVERIFY(near(p.J, 12.8 * std::pow(in, 4), 0.02));
    }
    /// AISC Manual, HSS 6x4x1/4: A 4.30, Ix 20.9, Iy 11.1, Zx 8.53.
    void americanRectangularTubeTable() {
        const double in = mmPerInch;
        const SectionProperties p = properties(rect(6 * in, 4 * in, 0.25 * in, "ASTM A500"), 7.85e-6).value();
        QVERIFY(near(p.area, 4.30 * in * in, 0.006));
        QVERIFY(near(p.Iy, 20.9 * std::pow(in, 4), 0.006));
        QVERIFY(near(p.Iz, 11.1 * std::pow(in, 4), 0.006));
        QVERIFY(near(p.Wply, 8.53 * std::pow(in, 3), 0.006));
    }
    /// EN 10056-1, L 50x50x5: A 4.80 cm2, I 11.0 cm4, W 3.05 cm3 (root radius 7).
    void angleTable() {
        Section s = rect(50, 50, 5);
        s.shape = SectionShape::Angle;
        s.radius = 7;
        const SectionProperties p = properties(s, 7.85e-6).value();
        QVERIFY(near(p.area, 480, 0.003));
        QVERIFY(near(p.Iy, 11.0e4, 0.006));
        QVERIFY(near(p.Wely, 3.05e3, 0.006));
        QVERIFY(std::abs(p.Iy - p.Iz) < 1e-6 * p.Iy);
        // principal axes at 45 degrees: Iu 17.4, Iv 4.55 cm4 of the same table
        QVERIFY(near(p.Iy + std::abs(p.Iyz), 17.4e4, 0.01));
        QVERIFY(near(p.Iy - std::abs(p.Iyz), 4.55e4, 0.02));
    }
    /// Sharp corners: the closed form of a hollow rectangle.
    void sharpBox() {
        const SectionProperties p = boxProperties(100, 60, 5);
        QVERIFY(near(p.area, 100 * 60 - 90 * 50, 1e-12));
        QVERIFY(near(p.Iy, (60 * 1e6 - 50 * 729000.0) / 12, 1e-12));
        QVERIFY(near(p.Wply, 60 * 1e4 / 4 - 50 * 8100.0 / 4, 1e-12));
    }
    /// Numerical integration over a fine grid agrees with the formulas for rounded corners.
    void gridIntegration() {
        const Section s = rect(150, 100, 8);
        const SectionProperties p = properties(s, 0).value();
        const double ro = p.outerRadius, ri = ro - 8, step = 0.1;
        QCOMPARE(ro, 20.0);
        const auto inside = [](double y, double z, double b, double h, double r) {
            y = std::abs(y);
            z = std::abs(z);
            if (y > b / 2 || z > h / 2) return false;
            if (y < b / 2 - r || z < h / 2 - r) return true;
            return std::hypot(y - (b / 2 - r), z - (h / 2 - r)) <= r;
        };
        double A = 0, Iy = 0, Zy = 0;
        for (double y = -50 + step / 2; y < 50; y += step)
            for (double z = -75 + step / 2; z < 75; z += step)
                if (inside(y, z, 100, 150, ro) && !inside(y, z, 84, 134, ri)) {
                    A += step * step;
                    Iy += z * z * step * step;
                    Zy += std::abs(z) * step * step;
                }
        QVERIFY(near(p.area, A, 2e-4));
        QVERIFY(near(p.Iy, Iy, 2e-4));
        QVERIFY(near(p.Wply, Zy, 2e-4));
    }
    /// Roark: a 10 x 1 strip has J close to bt3/3 (1 - 0.63 t/b).
    void torsionOfAStrip() {
        const SectionProperties p = solidProperties(100, 10);
        QVERIFY(near(p.J, 100 * 1000 / 3.0 * (1 - 0.63 * 0.1), 0.001));
    }
    /// Thin-walled closed forms (Young and Budynas, Roark's formulas, table 10.2): shear center 3b²/(h + 6b)
    /// outside the web, warping t h² b³ (3b + 2h)/(12 (6b + h)), twist t³(h + 2b)/3. Lengths of the middle
    /// line.
    void openChannel() {
        const double h = 120, b = 60, t = 4;
        const stock::OpenProperties p = openProperties({{b, -h / 2}, {0, -h / 2}, {0, h / 2}, {b, h / 2}}, t);
        QVERIFY(near(p.common.area, t * (h + 2 * b), 1e-12));
        QVERIFY(near(p.common.J, t * t * t * (h + 2 * b) / 3, 1e-12));
        const double Iy = t * h * h * h / 12 + 2 * (b * t * h * h / 4 + b * t * t * t / 12);
        QVERIFY(near(p.common.Iy, Iy, 1e-9));
        const double centroid = b * b / (h + 2 * b);
        QVERIFY(near(p.shearCenter.y, -centroid - 3 * b * b / (h + 6 * b), 2e-3));
        QVERIFY(std::abs(p.shearCenter.z) < 1e-9);
        QVERIFY(near(p.warping, t * h * h * b * b * b * (3 * b + 2 * h) / (12 * (6 * b + h)), 5e-3));
    }
    /// A hat is a channel that lies on its back.
    void hatIsALyingChannel() {
        Section channel;
        channel.shape = SectionShape::Channel;
        channel.height = 70;
        channel.width = 120;
        channel.wall = 4;
        Section hat = channel;
        hat.shape = SectionShape::Hat;
        std::swap(hat.height, hat.width);
        const OpenProperties c = openProperties(channel), l = openProperties(hat);
        QVERIFY(near(c.common.Iy, l.common.Iz, 1e-9) && near(c.common.Iz, l.common.Iy, 1e-9));
        QVERIFY(near(c.warping, l.warping, 1e-9) && near(c.shearCenter.y, l.shearCenter.z, 1e-9));
    }
    void impossibleSections() {
        QVERIFY(!properties(rect(20, 20, 10), 0));
        QVERIFY(!properties(rect(0, 20, 1), 0));
        QVERIFY(!properties(rect(20, 20, std::nan("")), 0));
    }

    void shippedStock() {
        const auto stock = readStock(stockFolder());
        QVERIFY2(stock.has_value(), stock ? "" : stock.error().sentence().c_str());
        QVERIFY(stock->sections.size() >= 300);
        for (const char *id : {"A36", "A500-B", "A500-C", "A513-DOM", "A513-HREW", "4130-N", "A572-50",
                               "S235", "S275", "S355", "E355", "6061-T6", "5052-H32", "304"})
            QVERIFY2(stock->material(id), id);
        QVERIFY(stock->material("6061-T6")->weldedYield < stock->material("6061-T6")->yield);
        QVERIFY(!stock->section("no such"));
        for (const Section &s : stock->sections) {
            const auto p = properties(s, 7.85e-6);
            QVERIFY2(p && p->area > 0 && p->Iy > 0 && p->Wply >= p->Wely * 0.99 && std::isfinite(p->J),
                     s.id.c_str());
        }
    }
    void badRowsNameTheirPlace() {
        const std::string head = "id,shape,series,standard,height,width,wall,radius,material,length\n";
        const auto bad = readSections(head + "X,rect,metric,EN,50,50,abc,,S235,6000\n", "mine.csv");
        QVERIFY(!bad);
        QVERIFY(bad.error().sentence().find("mine.csv, line 2") != std::string::npos);
        QVERIFY(!readSections(head + "X,rect,metric,EN,50,50\n", "mine.csv"));
        QVERIFY(!readSections(head + "X,hexagon,metric,EN,50,50,3,,S235,6000\n", "mine.csv"));
        QVERIFY(!readSections(
            head + "X,rect,metric,EN,50,50,3,,S235,6000\nX,rect,metric,EN,50,50,4,,S235,6000\n", "mine.csv"));
        QVERIFY(!readSections("", "mine.csv"));
        QVERIFY(!readSections(head + "\"X,rect\n", "mine.csv"));
        QVERIFY(!readStock("/no/such/folder"));
    }
};

QTEST_GUILESS_MAIN(TestSection)
#include "test_section.moc"
