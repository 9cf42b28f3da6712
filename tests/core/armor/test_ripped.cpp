#include <QtTest>

#include <numbers>

#include "core/exchange/solids.h"
#include "core/proof/model/ways.h"
#include "core/proof/strength/member_strength.h"
#include "core/stock/open_section.h"
#include "core/workshop/workshop.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::byHand;
using hefty::testing::shippedStock;
using stock::SectionShape;

namespace {

/// Area, center and second moments of a polygon by Green's theorem.
struct Green {
    double area = 0, y = 0, z = 0, Iy = 0, Iz = 0, Iyz = 0;
    explicit Green(const Polygon2 &outline) {
        for (std::size_t i = 0; i < outline.size(); ++i) {
            const Vec2 &p = outline[i], &q = outline[(i + 1) % outline.size()];
            const double c = p.x() * q.y() - q.x() * p.y();
            area += c / 2;
            y += (p.x() + q.x()) * c / 6;
            z += (p.y() + q.y()) * c / 6;
            Iy += (p.y() * p.y() + p.y() * q.y() + q.y() * q.y()) * c / 12;
            Iz += (p.x() * p.x() + p.x() * q.x() + q.x() * q.x()) * c / 12;
            Iyz += (p.x() * q.y() + 2 * p.x() * p.y() + 2 * q.x() * q.y() + q.x() * p.y()) * c / 24;
        }
        y /= area;
        z /= area;
    }
};

bool near(double found, double wanted, double share) {
    if (std::abs(found - wanted) <= share * std::abs(wanted)) return true;
    qWarning("%.8g, wanted %.8g", found, wanted);
    return false;
}

Json tube(const char *name, const std::string &section, Json from, Json to) {
    return {
        {"op", "tube"}, {"name", name}, {"section", section}, {"from", {{"at", from}}}, {"to", {{"at", to}}}};
}

Json flatPlate(double z, double half, double across) {
    return {{"op", "plate"},
            {"name", "plate"},
            {"thickness", 8},
            {"at", {{"at", {700, 0, z}}}},
            {"normal", {0, 0, 1}},
            {"up", {1, 0, 0}},
            {"outline", {{-half, -across}, {half, -across}, {half, across}, {-half, across}}}};
}

double seams(const Assembly &a) {
    double sum = 0;
    for (const WeldJoint &w : a.welds) sum += w.length();
    return sum;
}

}  // namespace

class TestRipped : public QObject {
    Q_OBJECT

  private slots:
    /// Every tube of the stock can be ripped; what comes of it agrees with the polygon of its outline, and
    /// its two halves weigh what the tube does.
    void properties() {
        const auto &stock = shippedStock();
        QVERIFY(stock.ripped.size() > 300);
        for (const stock::Section &s : stock.ripped) {
            const stock::Section *tube = stock.section(s.from);
            QVERIFY(tube && stock.section(s.id) == &s);
            const auto p = stock::properties(s, 7.85e-6).value();
            stock::Section plain = s;
            plain.standard.clear();  // the design wall of some standards is thinner than what is drawn
            const auto whole = stock::properties(plain, 7.85e-6).value();
            const Green g(parts::outlineOf(s, whole.outerRadius, 2000));
            // the roundings of corners are drawn in three chords
            const double share = s.shape == SectionShape::HalfTube ? 1e-4 : 0.02;
            QVERIFY2(
                near(whole.area, g.area, share) && near(whole.Iy, g.Iy, share) && near(whole.Iz, g.Iz, share),
                s.id.c_str());
            QVERIFY(std::abs(g.y) < 1e-9 && std::abs(g.z) < 1e-9);
            if (s.shape == SectionShape::TubeCorner) QVERIFY2(near(whole.Iyz, g.Iyz, share), s.id.c_str());
            const auto t = stock::properties(*tube, 7.85e-6).value();
            QVERIFY2(near(2 * p.massPerLength, t.massPerLength, 1e-9), s.id.c_str());
        }
    }
    /// Half a thin ring: shear center 4r/pi beyond the middle of the ring, warping constant 0.0374 t r^5
    /// (Roark, table 10.2, thin sector with an opening of half a turn).
    void halfRing() {
        stock::Section s;
        s.shape = SectionShape::HalfTube;
        s.width = 102;
        s.height = 51;
        s.wall = 2;
        const auto open = stock::openProperties(s);
        const double r = 50, pi = std::numbers::pi, middle = 2 * r / pi;
        QVERIFY(near(open.common.area, pi * r * 2, 1e-3));
        QVERIFY(near(open.shearCenter.z, 4 * r / pi - middle, 3e-3));
        QVERIFY(std::abs(open.shearCenter.y) < 1e-6 * r);
        const double a = pi / 2, warp = 2.0 / 3 * (a * a * a - 6 / a) * 2 * std::pow(r, 5);
        QVERIFY(near(open.warping, warp, 0.02));
    }
    /// An angle in a moment about one of its legs: the hardest corner by its principal axes.
    void angleBendsAboutSlantedAxes() {
        for (const char *id : {"L 50x50x5", "L 60x40x6", "corner of SHS 60x60x4"}) {
            BarPart bar;
            bar.name = "leg";
            bar.section = *shippedStock().section(id);
            bar.material = *shippedStock().material("S355");
            bar.properties = stock::properties(bar.section, bar.material.density).value();
            bar.to = {400, 0, 0};
            const proof::Bar model = proof::tubeBar(bar, 0);
            const auto &p = bar.properties;
            const double turn = 0.5 * std::atan2(-2 * p.Iyz, p.Iy - p.Iz);
            const double mean = (p.Iy + p.Iz) / 2, apart = std::hypot((p.Iy - p.Iz) / 2, p.Iyz);
            // principal axis u turned by `turn` from y has the larger moment
            for (const bool aboutY : {true, false}) {
                double worst = 0;
                for (const Vec2 &c : parts::outlineOf(bar)) {
                    const double u = c.x() * std::cos(turn) + c.y() * std::sin(turn);
                    const double v = -c.x() * std::sin(turn) + c.y() * std::cos(turn);
                    const double Mu = aboutY ? std::cos(turn) : std::sin(turn);
                    const double Mv = aboutY ? -std::sin(turn) : std::cos(turn);
                    worst = std::max(worst, std::abs(Mu * v / (mean + apart) - Mv * u / (mean - apart)));
                }
                QVERIFY2(near(aboutY ? model.properties.Wely : model.properties.Welz, 1 / worst, 1e-6), id);
            }
            QVERIFY(near(model.properties.Iy, mean - apart, 1e-9));
            QVERIFY(model.properties.Iz == model.properties.Iy);
        }
    }
    /// A stub of an open section takes its yield load; a long one less than Euler lets it, whichever way it
    /// fails.
    void columns() {
        for (const char *id : {"half of CHS 60.3x5", "L 50x50x5", "corner of SHS 60x60x4"}) {
            BarPart bar;
            bar.section = *shippedStock().section(id);
            bar.material = *shippedStock().material("S235");
            bar.properties = stock::properties(bar.section, bar.material.density).value();
            bar.to = {30, 0, 0};
            proof::Bar model = proof::tubeBar(bar, 0);
            const auto stub = proof::memberStrength(model);
            QVERIFY2(near(stub.tension, 235 * bar.properties.area, 1e-9), id);
            QVERIFY2(stub.compression <= stub.tension && stub.compression > 0.8 * stub.tension, id);
            model.unbraced = 3000;
            const auto column = proof::memberStrength(model);
            const double least = std::min(model.properties.Iy, model.properties.Iz);
            const double euler = std::pow(std::numbers::pi / 3000, 2) * bar.material.E * least;
            QVERIFY2(column.compression < 0.877 * euler * 1.0001 && column.compression > 0, id);
            QVERIFY2(column.bendingY < stub.bendingY && column.bendingY > 0, id);
        }
    }
    /// A half tube, hollow down, on a plate: a seam along both of its outsides, none in its hollow, and
    /// around its ends nothing, as they do not lie on the plate. An angle: around the leg that lies.
    void seamsAlongTheFlats() {
        const Assembly half = byHand(
            {flatPlate(600, 300, 100), tube("nose", "half of CHS 60.3x5", {700, 200, 0}, {700, -200, 0})});
        const BarPart *nose = half.bar("nose");
        QVERIFY(nose);
        // its cut lies 2(R3 - r3)/(3 area) pi... below its middle: put it on the plate by that
        const double R = 30.15, r = 25.15,
                     middle = 4.0 / 3 / std::numbers::pi * (R * R * R - r * r * r) / (R * R - r * r);
        const double z = 604 + middle;
        const Assembly on = byHand(
            {flatPlate(600, 300, 100), tube("nose", "half of CHS 60.3x5", {700, 200, z}, {700, -200, z})});
        QCOMPARE(on.welds.size(), std::size_t{1});
        // two lines of 400 and the ends of both walls, 5 each
        QVERIFY2(near(seams(on), 2 * 400 + 4 * 5, 0.005), qPrintable(QString::number(seams(on))));
        const Assembly above =
            byHand({flatPlate(600, 300, 100),
                    tube("nose", "half of CHS 60.3x5", {700, 200, z + 2}, {700, -200, z + 2})});
        QVERIFY(above.welds.empty());
        // L 50x50x5: the lower side of its level leg lies 14 mm below its middle (tables: 1.40 cm, with its
        // root)
        const Green g(parts::outlineOf(*shippedStock().section("L 50x50x5"), 0));
        double low = 0;
        for (const Vec2 &p : parts::outlineOf(*shippedStock().section("L 50x50x5"), 0))
            low = std::min(low, p.y());
        QVERIFY(std::abs(g.y) < 1e-9 && std::abs(low + 14.0) < 0.4);
        const Assembly angle =
            byHand({flatPlate(600, 300, 100),
                    tube("rib", "L 50x50x5", {700, 150, 604 - low}, {700, -150, 604 - low})});
        QVERIFY2(near(seams(angle), 2 * (300 + 50), 0.005), qPrintable(QString::number(seams(angle))));
        // A flat bar along the wall of a tube.
        const Assembly lap = byHand({tube("beam", "SHS 60x60x4", {700, 200, 600}, {700, -200, 600}),
                                     tube("strap", "FL 40x8", {700, 100, 650}, {700, -100, 650})});
        QVERIFY2(near(seams(lap), 2 * (200 + 8), 0.005), qPrintable(QString::number(seams(lap))));
    }
    /// Two halves come from one length of tube; the rack is asked for the tube.
    void twoFromOneLength() {
        const job::Job job = hefty::testing::demoJob();
        workshop::Shop shop = job.shop;
        shop.rack.clear();
        const Assembly a = byHand({tube("one", "half of CHS 60.3x5", {700, 200, 600}, {700, -200, 600}),
                                   tube("two", "half of CHS 60.3x5", {700, 150, 700}, {700, -150, 700}),
                                   tube("three", "half of CHS 60.3x5", {700, 100, 800}, {700, -100, 800})});
        const auto f = workshop::fabricate(a, hefty::testing::demoRig(), shop, {}).value();
        QCOMPARE(f.nestings.size(), std::size_t{1});
        QCOMPARE(f.nestings[0].section, std::string("CHS 60.3x5"));
        QCOMPARE(f.nestings[0].nesting.bars.size(), std::size_t{1});
        const auto &pieces = f.nestings[0].nesting.bars[0].pieces;
        QCOMPARE(pieces.size(), std::size_t{2});
        double sum = 0;
        for (const auto &p : pieces) sum += p.length;
        QVERIFY(near(sum, 400 + 200, 1e-9));
        const std::string csv = workshop::cutListCsv(f);
        QVERIFY(csv.find("two,half of CHS 60.3x5") != std::string::npos);
    }
    /// Volume of the exact solid, ends square.
    void exactSolids() {
        for (const char *id : {"half of CHS 60.3x5", "corner of SHS 60x60x4", "L 50x50x5"}) {
            const Assembly a = byHand({tube("bar", id, {700, 200, 600}, {700, -200, 600})});
            const BarPart *bar = a.bar("bar");
            QVERIFY(bar);
            const double exact = exchange::figuresOf(a, "bar").value().volume,
                         wanted = Green(parts::outlineOf(*bar)).area * 400;
            QVERIFY2(near(exact, wanted, 1e-6), id);
        }
    }
};

QTEST_APPLESS_MAIN(TestRipped)
#include "test_ripped.moc"
