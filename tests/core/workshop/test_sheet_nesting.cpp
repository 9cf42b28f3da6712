#include <QtTest>

#include <cmath>
#include <map>
#include <numbers>
#include <random>

#include <polyclipping/clipper.hpp>

#include "core/workshop/cut/sheet_nesting.h"

using namespace hefty;
using namespace hefty::workshop;
using shape::Polygon2;
using shape::Vec2;

namespace {

Polygon2 rectangle(double w, double h) {
    return {{0, 0}, {w, 0}, {w, h}, {0, h}};
}

/// Clipping as the judge, at a scale of its own.
ClipperLib::Path pathOf(const Polygon2 &outline) {
    ClipperLib::Path out;
    for (const Vec2 &p : outline) out.emplace_back(std::llround(p.x() * 1e6), std::llround(p.y() * 1e6));
    return out;
}

Polygon2 laid(const Polygon2 &outline, const PlacedPart &p) {
    Polygon2 out;
    for (const Vec2 &q : outline) out.push_back(Eigen::Rotation2Dd(p.turned) * q + p.at);
    return out;
}

double areaOf(ClipperLib::ClipType type, const Polygon2 &a, const Polygon2 &b) {
    ClipperLib::Clipper clipper;
    clipper.AddPath(pathOf(a), ClipperLib::ptSubject, true);
    clipper.AddPath(pathOf(b), ClipperLib::ptClip, true);
    ClipperLib::Paths out;
    clipper.Execute(type, out, ClipperLib::pftNonZero, ClipperLib::pftNonZero);
    double sum = 0;
    for (const auto &ring : out) sum += ClipperLib::Area(ring);
    return sum / 1e12;
}

double distance(const Polygon2 &a, const Polygon2 &b) {
    const auto toEdges = [](const Polygon2 &from, const Polygon2 &to) {
        double least = 1e300;
        for (const Vec2 &p : from)
            for (std::size_t i = 0; i < to.size(); ++i) {
                const Vec2 d = to[(i + 1) % to.size()] - to[i];
                const double t = std::clamp((p - to[i]).dot(d) / d.squaredNorm(), 0.0, 1.0);
                least = std::min(least, (to[i] + d * t - p).norm());
            }
        return least;
    };
    return std::min(toEdges(a, b), toEdges(b, a));
}

/// Every copy is laid or told as left, nothing overlaps, gap and margin are kept.
void verify(const std::vector<PlatePart> &parts, const std::vector<PlateSheet> &sheets,
            const SheetNestingOptions &options, const SheetNesting &made) {
    std::map<std::string, int> count;
    std::map<std::pair<std::string, int>, std::vector<Polygon2>> bySheet;
    for (const std::string &id : made.left) ++count[id];
    for (const PlacedPart &p : made.placed) {
        ++count[p.part];
        const auto part =
            std::find_if(parts.begin(), parts.end(), [&](const auto &q) { return q.id == p.part; });
        const auto sheet =
            std::find_if(sheets.begin(), sheets.end(), [&](const auto &q) { return q.id == p.sheet; });
        QVERIFY(part != parts.end() && sheet != sheets.end());
        QVERIFY(p.copy >= 0 && p.copy < sheet->count);
        if (!options.turn) QCOMPARE(p.turned, 0.0);
        const Polygon2 shape = laid(part->outline, p);
        const double beyond = areaOf(ClipperLib::ctDifference, shape, sheet->outline);
        QVERIFY2(beyond < 1e-3, qPrintable(QString("%1 %2 turned %3 margin %4")
                                               .arg(QString::fromStdString(p.part))
                                               .arg(beyond)
                                               .arg(p.turned)
                                               .arg(options.margin)));
        if (options.margin > 0) QVERIFY(distance(shape, sheet->outline) > options.margin - 1e-4);
        for (const Polygon2 &other : bySheet[{p.sheet, p.copy}]) {
            QVERIFY(areaOf(ClipperLib::ctIntersection, shape, other) < 1e-3);
            if (options.gap > 0) QVERIFY(distance(shape, other) > options.gap - 1e-4);
        }
        bySheet[{p.sheet, p.copy}].push_back(shape);
    }
    for (const PlatePart &p : parts) QCOMPARE(count[p.id], p.count);
}

/// A star with random rays: any shape, most not convex.
Polygon2 randomShape(std::mt19937 &random) {
    std::uniform_real_distribution<double> ray(20, 160), part(0.4, 1.6);
    const int corners = 3 + static_cast<int>(random() % 7);
    std::vector<double> steps;
    double sum = 0;
    for (int i = 0; i < corners; ++i) sum += steps.emplace_back(part(random));
    Polygon2 out;
    double at = 0;
    for (const double step : steps) {
        out.emplace_back(Eigen::Rotation2Dd(at) * Vec2(ray(random), 0));
        at += step / sum * 2 * std::numbers::pi;
    }
    return out;
}

/// How much of a roll of a width shelves of rectangles take, the usual first fit by falling height: the bound
/// that nesting has to keep.
double shelves(std::vector<Vec2> boxes, double width, double gap) {
    std::sort(boxes.begin(), boxes.end(), [](const Vec2 &a, const Vec2 &b) { return a.y() > b.y(); });
    std::vector<std::pair<double, double>> rows;  // used width, height
    for (const Vec2 &b : boxes) {
        auto row = std::find_if(rows.begin(), rows.end(),
                                [&](const auto &r) { return r.first + gap + b.x() <= width; });
        if (row == rows.end())
            rows.emplace_back(b.x(), b.y());
        else
            row->first += gap + b.x();
    }
    double height = -gap;
    for (const auto &r : rows) height += r.second + gap;
    return height;
}

}  // namespace

class TestSheetNesting : public QObject {
    Q_OBJECT

  private slots:
    /// A hundred squares fill a sheet of their size to the last, and what does not fit is told.
    void justFits() {
        const std::vector<PlatePart> parts{{"a", rectangle(100, 100), 101}};
        const std::vector<PlateSheet> sheets{{"s", rectangle(1000, 1000), 1}};
        const auto made = nestSheets(parts, sheets).value();
        verify(parts, sheets, {}, made);
        QCOMPARE(made.placed.size(), std::size_t(100));
        QCOMPARE(made.left, std::vector<std::string>{"a"});
        QVERIFY(std::abs(made.used - 1) < 1e-12);
    }
    void fillsItsSheet() {
        const auto made = nestSheets({{"a", rectangle(120, 80), 1}}, {{"s", rectangle(80, 120), 1}}).value();
        QVERIFY(made.left.empty() && made.used > 1 - 1e-12);
    }
    /// With 5 mm between and 10 mm of margin a 1000 mm side takes nine: 9 * 100 + 8 * 5 = 940 <= 980.
    void gapAndMargin() {
        const std::vector<PlatePart> parts{{"a", rectangle(100, 100), 100}};
        const std::vector<PlateSheet> sheets{{"s", rectangle(1000, 1000), 1}};
        const SheetNestingOptions options{5, 10};
        const auto made = nestSheets(parts, sheets, options).value();
        verify(parts, sheets, options, made);
        QCOMPARE(made.placed.size(), std::size_t(81));
    }
    /// Two angles nest into each other: a 100 x 100 angle of 40 mm legs and its twin fit into 140 x 100.
    void intoEachOther() {
        const Polygon2 angle{{0, 0}, {100, 0}, {100, 40}, {40, 40}, {40, 100}, {0, 100}};
        const std::vector<PlatePart> parts{{"a", angle, 2}};
        const std::vector<PlateSheet> sheets{{"s", rectangle(140, 140), 1}};
        const auto made = nestSheets(parts, sheets).value();
        verify(parts, sheets, {}, made);
        QVERIFY(made.left.empty());
    }
    void onlyTurned() {
        const std::vector<PlatePart> parts{{"long", rectangle(100, 300), 1}};
        const std::vector<PlateSheet> sheets{{"s", rectangle(350, 110), 1}};
        QVERIFY(nestSheets(parts, sheets).value().left.empty());
        SheetNestingOptions grain;
        grain.turn = false;
        QCOMPARE(nestSheets(parts, sheets, grain).value().left.size(), std::size_t(1));
    }
    /// The remnant is used before the whole sheet, its corner that is cut out is left alone.
    void remnantFirst() {
        const std::vector<PlatePart> parts{{"a", rectangle(200, 180), 2}};
        const std::vector<PlateSheet> sheets{
            {"whole", rectangle(2000, 1000), 3},
            {"rest", {{0, 0}, {400, 0}, {400, 200}, {200, 200}, {200, 400}, {0, 400}}, 1}};
        const auto made = nestSheets(parts, sheets).value();
        verify(parts, sheets, {}, made);
        for (const PlacedPart &p : made.placed) QCOMPARE(p.sheet, std::string("rest"));
        QVERIFY(std::abs(made.used - 72000.0 / 120000) < 1e-9);
    }
    void anyShapes() {
        std::mt19937 random(20261129);
        for (int run = 0; run < 8; ++run) {
            std::vector<PlatePart> parts;
            for (int i = 0; i < 8; ++i)
                parts.push_back(
                    {"p" + std::to_string(i), randomShape(random), 1 + static_cast<int>(random() % 3)});
            std::vector<PlateSheet> sheets{{"rest", randomShape(random), 1}, {"s", rectangle(700, 500), 2}};
            for (Vec2 &p : sheets[0].outline) p *= 3;
            const SheetNestingOptions options{run % 3 * 2.5, run % 2 * 8.0, run % 4 != 0};
            const auto made = nestSheets(parts, sheets, options).value();
            verify(parts, sheets, options, made);
            QVERIFY(made.complete && !made.placed.empty());
        }
    }
    /// No higher than shelves on a roll, for rectangles that are not turned.
    void denserThanShelves() {
        std::mt19937 random(7);
        std::uniform_real_distribution<double> side(40, 300);
        for (int run = 0; run < 3; ++run) {
            std::vector<PlatePart> parts;
            std::vector<Vec2> boxes;
            for (int i = 0; i < 25; ++i) {
                boxes.emplace_back(std::round(side(random)), std::round(side(random)));
                parts.push_back({"p" + std::to_string(i), rectangle(boxes.back().x(), boxes.back().y()), 1});
            }
            const std::vector<PlateSheet> sheets{{"roll", rectangle(1000, 4000), 1}};
            SheetNestingOptions options{4};
            options.turn = false;
            const auto made = nestSheets(parts, sheets, options).value();
            verify(parts, sheets, options, made);
            double height = 0;
            for (const PlacedPart &p : made.placed)
                for (std::size_t i = 0; i < parts.size(); ++i)
                    if (parts[i].id == p.part) height = std::max(height, p.at.y() + boxes[i].y());
            QVERIFY2(height <= shelves(boxes, 1000, 4) + 1e-6,
                     qPrintable(QString("%1 over %2").arg(height).arg(shelves(boxes, 1000, 4))));
        }
    }
    void whatIsWrong() {
        const auto problem = [](Polygon2 outline, double gap = 0) {
            return nestSheets({{"a", std::move(outline), 1}}, {{"s", rectangle(10, 10), 1}}, {gap}).error();
        };
        QCOMPARE(problem({{0, 0}, {10, 10}}).where, std::string("parts[0]/outline"));
        QCOMPARE(problem({{0, 0}, {10, 10}, {10, 0}, {0, 10}}).where, std::string("parts[0]/outline"));
        QCOMPARE(problem({{0, 0}, {NAN, 10}, {10, 0}}).where, std::string("parts[0]/outline"));
        QCOMPARE(problem(rectangle(1, 1), -1).where, std::string("gap"));
        QVERIFY(nestSheets({}, {}).value().placed.empty());
    }
    void stops() {
        std::stop_source source;
        source.request_stop();
        SheetNestingOptions options;
        options.stop = source.get_token();
        const auto made = nestSheets({{"a", rectangle(3, 4), 3}, {"b", rectangle(9, 2), 2}},
                                     {{"s", rectangle(50, 50), 1}}, options)
                              .value();
        QVERIFY(!made.complete && made.left.empty());
    }
};

QTEST_APPLESS_MAIN(TestSheetNesting)
#include "test_sheet_nesting.moc"
