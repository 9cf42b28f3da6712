#include <QtTest>

#include <cmath>
#include <numbers>

#include "core/exchange/cutting.h"
#include "core/job/appraisal.h"
#include "core/outline/drawing.h"
#include "core/shape/clipping.h"
#include "core/workshop/cut/plate_plan.h"
#include "core/workshop/hours.h"
#include "core/workshop/weld/weld_heat.h"
#include "core/workshop/weld/weld_order.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::workshop;
using hefty::testing::fullSet;
using hefty::testing::shippedStock;
using shape::Vec3;

namespace {

/// A seam of a length along x, in spots.
std::vector<HeatSpot> seamOf(double length, double heatPerMm) {
    std::vector<HeatSpot> out;
    constexpr double step = 5;
    for (double x = -length / 2 + step / 2; x < length / 2; x += step)
        out.push_back({Vec3(x, 0, 0), heatPerMm * step});
    return out;
}

/// The job of three pieces with its welding planned.
const job::Appraisal &welded() {
    static const job::Appraisal a = [] {
        job::Appraisal out = job::appraise(fullSet(), shippedStock());
        job::addWelding(out, fullSet());
        return out;
    }();
    return a;
}

}  // namespace

class TestShopPlans : public QObject {
    Q_OBJECT

  private slots:
    /// The hottest a place beside a long seam gets: Rosenthal's thin plate, far from the seam,
    /// (q/v)/(2 t rho c y) sqrt(2/(pi e)).
    void rosenthalsPeak() {
        HeatPath path;
        path.loss = 0;
        const double heat = 800, t = 8;
        for (const double y : {40.0, 60.0, 90.0}) {
            const auto spots = seamOf(1600, heat);
            double most = 0;
            for (double s = 5; s < 2000; s += 2)
                most = std::max(most, warmth(spots, t, Vec3(0, y, 0), s, path));
            const double peak =
                heat / (2 * t * path.capacity * y) * std::sqrt(2 / (std::numbers::pi * std::numbers::e));
            QVERIFY2(std::abs(most - peak) < 0.01 * peak,
                     qPrintable(QString("%1 for %2").arg(most).arg(peak)));
        }
    }
    /// In a plate so thick that its far face stays cold: Rosenthal's thick plate, on the face that is welded
    /// on, 2 (q/v)/(pi e rho c r2). Between both a plate is warmer than either tells of the mean, and comes
    /// to the thin one when the heat has gone through.
    void rosenthalsThickPeak() {
        HeatPath path;
        path.loss = 0;
        const double heat = 800, pi = std::numbers::pi;
        for (const double y : {25.0, 40.0, 60.0}) {
            const auto spots = seamOf(1600, heat);
            double most = 0;
            for (double s = 2; s < 1000; s += 1)
                most = std::max(most, warmth(spots, 400, Vec3(0, y, 0), s, path));
            const double peak = 2 * heat / (pi * std::numbers::e * path.capacity * y * y);
            QVERIFY2(std::abs(most - peak) < 0.02 * peak,
                     qPrintable(QString("%1 for %2").arg(most).arg(peak)));
        }
        // The face over the mean, by the sum of the images of the source in both faces.
        const std::vector<HeatSpot> one{{Vec3::Zero(), 5000}};
        const double t = 40;
        for (const double s : {5.0, 20.0, 50.0, 54.0, 80.0, 400.0}) {
            const double a = path.diffusivity;
            double images = 0;
            for (int n = -60; n <= 60; ++n) images += 2 * std::exp(-std::pow(2 * n * t, 2) / (4 * a * s));
            const double wanted = 5000 / path.capacity / std::pow(4 * pi * a * s, 1.5) * images;
            const double found = warmth(one, t, Vec3::Zero(), s, path);
            QVERIFY2(std::abs(found / wanted - 1) < 1e-6,
                     qPrintable(QString("%1 s: %2").arg(s).arg(found / wanted)));
        }
    }
    /// Heat that does not go to the air stays: the rise over the whole plate is the seam's heat.
    void nothingIsLost() {
        HeatPath path;
        path.loss = 0;
        const std::vector<HeatSpot> one{{Vec3::Zero(), 5000}};
        double sum = 0;
        for (double r = 0.5; r < 400; r += 1)
            sum += warmth(one, 10, Vec3(r, 0, 0), 300, path) * 2 * std::numbers::pi * r * 10 * path.capacity;
        QVERIFY(std::abs(sum - 5000) < 5);
        path.loss = 6e-5;
        QVERIFY(warmth(one, 10, Vec3::Zero(), 300, path) <
                warmth(one, 10, Vec3::Zero(), 300, {9.6, 4.7e-3, 0}));
    }
    /// Heat adds up, comes later further away, and goes faster through aluminum and thicker plates.
    void heatSpreads() {
        const auto one = seamOf(200, 600);
        std::vector<HeatSpot> two = one;
        two.insert(two.end(), one.begin(), one.end());
        HeatPath path;
        path.loss = 0;
        for (const double s : {60.0, 120.0, 600.0})
            for (const double y : {0.0, 30.0, 120.0}) {
                const Vec3 at(15, y, 0);
                QVERIFY(std::abs(warmth(two, 8, at, s, path) - 2 * warmth(one, 8, at, s, path)) < 1e-9);
                QVERIFY(std::abs(warmth(one, 16, at, s, path) - warmth(one, 8, at, s, path) / 2) < 1e-7);
                QVERIFY(std::abs(warmth(one, 8, Vec3(15, -y, 0), s, path) - warmth(one, 8, at, s, path)) <
                        1e-9);
            }
        const auto hottest = [&](double y, const HeatPath &p) {
            double best = 0, when = 0;
            for (double s = 2; s < 4000; s += 2)
                if (const double w = warmth(one, 8, Vec3(0, y, 0), s, p); w > best) {
                    best = w;
                    when = s;
                }
            return when;
        };
        QVERIFY(hottest(40, path) < hottest(80, path) && hottest(80, path) < hottest(160, path));
        HeatPath light = heatPathOf("aluminum");
        light.loss = 0;
        QVERIFY(hottest(80, light) < hottest(80, path) / 3);
        // Seams of parts that have nothing in common do not warm each other: a piece of two halves far apart.
        const job::Appraisal &a = welded();
        const job::PieceAppraisal &p = *a.piece("sliders");
        for (std::size_t i = 0; i < p.seams.size(); ++i)
            for (std::size_t k = 0; k < i; ++k) {
                const auto jointOf = [&](const std::string &name) {
                    return *std::find_if(p.assembly->welds.begin(), p.assembly->welds.end(),
                                         [&name](const auto &w) { return w.name == name; });
                };
                const auto x = jointOf(p.seams[i].joint), y = jointOf(p.seams[k].joint);
                const bool shares = x.a == y.a || x.a == y.b || x.b == y.a || x.b == y.b;
                if (shares) continue;
                std::vector<SeamWork> pair{p.seams[k], p.seams[i]};
                const auto heat = heatOf(*p.assembly, pair);
                QVERIFY(std::abs(heat[1].warm - shopAir) < 1e-9 && heat[1].wait == 0);
            }
    }
    /// No seam begins hotter than it may; each after the one before it; the demo has one that must wait or
    /// none that is warm.
    void inTurn() {
        const job::Appraisal &a = welded();
        for (const job::PieceAppraisal &p : a.pieces) {
            QVERIFY(p.weldingPlanned && p.heat.size() == p.seams.size());
            double before = 0;
            for (std::size_t i = 0; i < p.heat.size(); ++i) {
                QVERIFY(p.heat[i].warm <= interpassSteel + 0.1 && p.heat[i].warm >= shopAir - 1e-9);
                QVERIFY(p.heat[i].start >= before - 1e-9);
                before = p.heat[i].start + p.seams[i].minutes;
            }
            // long after the last one all is as cold as the shop
            for (const double t : warmAt(*p.assembly, p.seams, p.heat, before + 600))
                QVERIFY(t < shopAir + 5);
        }
    }
    /// A person's order is kept as far as its seams are known; what it costs is told beside the planned one.
    void ownOrder() {
        job::Job job = fullSet();
        job::Appraisal a = job::appraise(job, shippedStock());
        job::addWelding(a, job);
        const job::PieceAppraisal &planned = *a.piece("front-bumper");
        QVERIFY(!planned.orderedByHand);
        std::vector<std::string> reversed;
        for (const SeamWork &s : planned.seams) reversed.insert(reversed.begin(), s.joint);
        reversed.push_back("no~seam");
        job.weldOrders["front-bumper"] = reversed;
        job::Appraisal b = job::appraise(job, shippedStock());
        job::addWelding(b, job, &a);
        const job::PieceAppraisal &own = *b.piece("front-bumper");
        QVERIFY(own.orderedByHand);
        QCOMPARE(own.seams.size(), planned.seams.size());
        for (std::size_t i = 0; i < own.seams.size(); ++i) QCOMPARE(own.seams[i].joint, reversed[i]);
        QVERIFY(own.weldCost.outOfReach >= own.plannedCost.outOfReach);
        QVERIFY(std::abs(own.plannedCost.outOfReach - planned.weldCost.outOfReach) < 1e-6);
        // the last step fits nothing new that an earlier one needed
        std::set<std::string> fitted;
        for (const SeamWork &s : own.seams)
            if (!s.fits.empty()) QVERIFY2(fitted.insert(s.fits).second, s.fits.c_str());
        const auto read = job::readJob(job::writeJob(job));
        QVERIFY(read && read->weldOrders == job.weldOrders);
        // the others are taken over as they were
        QVERIFY(b.piece("sliders")->seams.size() == a.piece("sliders")->seams.size());
    }
    /// Hours of an assembly that is counted by hand: one square tube with a hole, one plate of 100 by 50.
    void hours() {
        armor::Assembly a;
        parts::BarPart bar;
        bar.name = "bar";
        bar.section = *shippedStock().section("SHS 60x60x4");
        bar.material = *shippedStock().material("S355");
        bar.properties = stock::properties(bar.section, bar.material.density).value();
        bar.to = Vec3(1000, 0, 0);
        bar.holes.push_back({"h", {100, 0}, 13, "drain"});
        a.bars.push_back(bar);
        parts::SheetPart plate;
        plate.name = "plate";
        plate.outline = {{0, 0}, {100, 0}, {100, 50}, {0, 50}};
        plate.thickness = 8;
        plate.material = bar.material;
        a.sheets.push_back(plate);
        Shop shop;
        shop.hoursFactor = 1.5;
        const WorkHours h = hoursOf(a, {}, shop);
        // two saw cuts of 5, a hole of 4, 0.3 m of edge at 4, two parts at 10; the surface at 45 a square
        // meter
        const double round =
            240 - 8 * shippedStock().section("SHS 60x60x4")->radius * (1 - std::numbers::pi / 4);
        const double surface = (round * 1000 + 2 * 5000) * 1e-6;
        QVERIFY2(std::abs(h.surface - surface) < 0.01 * surface, qPrintable(QString::number(h.surface)));
        const double minutes = 2 * 5 + 4 + 0.3 * 4 + 2 * 10 + h.surface * 45;
        QVERIFY(std::abs(h.estimated - minutes / 60) < 1e-9);
        QVERIFY(std::abs(h.hours - 1.5 * minutes / 60) < 1e-9);
        QVERIFY(std::abs(h.labor - h.hours * 45) < 1e-9);
        const job::Appraisal full = job::appraise(fullSet(), shippedStock());
        double sum = 0;
        for (const auto &p : full.pieces) sum += p.hours->hours;
        QVERIFY(std::abs(*full.gauge("hours")->value - sum) < 1e-9);
        QVERIFY(!full.gauge("hours")->broken());
    }
    /// Every plate of the job is laid once, on its own material and thickness, inside of its sheet, clear of
    /// the others; the cutting files hold them.
    void platesOnSheets() {
        const job::Appraisal a = job::appraise(fullSet(), shippedStock());
        std::vector<PieceOfJob> pieces;
        std::size_t wanted = 0;
        for (const auto &p : a.pieces) {
            pieces.push_back({p.id, p.assembly.get()});
            for (const CutItem &c : p.fabrication->cuts) wanted += c.isPlate;
        }
        auto groups = plateGroups(pieces, fullSet().shop, shippedStock());
        std::size_t laid = 0;
        for (PlateGroup &g : groups) {
            QVERIFY(layOut(g, fullSet().shop).has_value());
            QVERIFY(g.nesting->left.empty());
            QVERIFY(g.cost() > 0);
            laid += g.nesting->placed.size();
            std::map<std::pair<std::string, int>, std::vector<shape::Polygon2>> on;
            for (const PlacedPart &p : g.nesting->placed) {
                shape::Polygon2 lies = g.plate(p.part)->rim;
                for (shape::Vec2 &q : lies) q = Eigen::Rotation2Dd(p.turned) * q + p.at;
                for (const shape::Vec2 &q : lies)
                    QVERIFY(shape::contains(g.sheets[g.placeOf(p.sheet)].outline, q,
                                            -fullSet().shop.plateMargin + 0.01));
                on[{p.sheet, p.copy}].push_back(std::move(lies));
            }
            for (const auto &[sheet, rims] : on) {
                for (std::size_t i = 0; i < rims.size(); ++i)
                    for (std::size_t k = 0; k < i; ++k) {
                        double shared = 0;
                        for (const shape::Region &r : shape::intersection({rims[i], {}}, {rims[k], {}}))
                            shared += std::abs(shape::area(r.rim));
                        QVERIFY(shared < 0.01);
                    }
                const std::string dxf = exchange::dxfOfSheet(g, sheet.first, sheet.second);
                const auto read = outline::readDxfDrawing(dxf, "sheet");
                QVERIFY(read.has_value());
                QCOMPARE(read->parts.size(), rims.size());
                shape::Vec2 far = shape::Vec2::Zero();
                for (const auto &rim : rims)
                    for (const shape::Vec2 &q : rim) far = far.cwiseMax(q);
                QVERIFY((g.taken(sheet.first, sheet.second) - far).norm() < 1e-9);
            }
        }
        QCOMPARE(laid, wanted);
        // what is cut is left out
        const auto none =
            plateGroups(pieces, fullSet().shop, shippedStock(), [](const std::string &) { return true; });
        QVERIFY(none.empty());
    }
    /// Two kinds of sheets of the shop with one mark, and one called as nothing at all: each is itself, with
    /// its own price, and none is taken for the kind to buy.
    void sheetsWithOneMark() {
        armor::Assembly a;
        for (int i = 0; i < 2; ++i) {
            parts::SheetPart plate;
            plate.name = "plate" + std::to_string(i);
            plate.outline = {{0, 0}, {380, 0}, {380, 280}, {0, 280}};
            plate.thickness = 8;
            plate.material = *shippedStock().material("S355");
            a.sheets.push_back(plate);
        }
        Shop shop;
        shop.plateMargin = shop.plateGap = 5;
        shop.sheets = {{"A", "S355", 8, 400, 300, 1, true, 30}, {"A", "S355", 8, 420, 320, 1, true, 50}};
        std::vector<PlateGroup> groups = plateGroups({{"p", &a}}, shop, shippedStock());
        QCOMPARE(groups.size(), std::size_t{1});
        PlateGroup &g = groups[0];
        QVERIFY((g.marks == std::vector<std::string>{"A", "A", ""}));
        QCOMPARE(g.sheets.size(), std::size_t{3});
        QVERIFY(!g.isToBuy(g.sheets[0].id) && !g.isToBuy(g.sheets[1].id) && g.isToBuy(g.sheets[2].id));
        for (std::size_t i = 0; i < 3; ++i) QCOMPARE(g.placeOf(g.sheets[i].id), i);
        QVERIFY(layOut(g, shop).has_value());
        QCOMPARE(g.nesting->placed.size(), std::size_t{2});
        std::set<std::string> used;
        for (const PlacedPart &p : g.nesting->placed) used.insert(p.sheet);
        QCOMPARE(used.size(), std::size_t{2});  // one plate on each: no sheet of the shop holds two
        QCOMPARE(g.bought(), 0);
        // Of the shop's by what is cut from them.
        const double cut = 380 * 280.0;
        const double wanted = 30 * cut / (400 * 300.0) + 50 * cut / (420 * 320.0);
        QVERIFY2(std::abs(g.cost() - wanted) < 1e-6, qPrintable(QString::number(g.cost())));
        shop.sheets = {{"", "S355", 8, 2000, 1000, 1, true, 200}};
        groups = plateGroups({{"p", &a}}, shop, shippedStock());
        QVERIFY(layOut(groups[0], shop).has_value());
        QCOMPARE(groups[0].bought(), 0);
    }
};

QTEST_APPLESS_MAIN(TestShopPlans)
#include "test_shop_plans.moc"
