#include "core/workshop/hours.h"

#include <fmt/format.h>

#include "core/workshop/flat/flat_pattern.h"

namespace hefty::workshop {
namespace {

using working::number;

/// What there is to do, counted.
struct Counted {
    double sawCuts = 0, copes = 0, bends = 0, folds = 0, holes = 0, edge = 0, parts = 0,
           surface = 0;  // mm, mm2

    void take(const armor::BarPart &b) {
        if (!b.made.bought.empty()) return;
        for (const parts::EndTrim *end : {&b.trimFrom, &b.trimTo}) (end->cut() ? copes : sawCuts) += 1;
        bends += static_cast<double>(b.bends.size());
        holes += static_cast<double>(b.holes.size() + b.openings.size());
        parts += 1;
        surface += shape::perimeter(outlineOf(b)) * b.length();
    }
    void take(const FlatPattern &flat) {
        edge += shape::perimeter(flat.rim);
        double area = std::abs(shape::area(flat.rim));
        for (const shape::Polygon2 &c : flat.cutouts) {
            edge += shape::perimeter(c);
            area -= std::abs(shape::area(c));
        }
        folds += static_cast<double>(flat.lines.size());
        holes += static_cast<double>(flat.holes.size());
        parts += 1;
        surface += 2 * area;
    }
};

}  // namespace

WorkHours hoursOf(const armor::Assembly &a, const std::vector<SeamWork> &seams, const Shop &shop,
                  bool inPlace) {
    Counted n;
    for (const armor::BarPart &b : a.bars) n.take(b);
    for (const armor::FoldedBar &f : a.foldedBars) {
        // Its legs were counted as bars by themselves: each notch is two saw cuts and a fold, as two ends
        // were.
        n.folds += static_cast<double>(f.folds.size());
        n.parts -= static_cast<double>(f.legs.size() - 1);
    }
    for (const armor::SheetPart &s : a.sheets)
        if (!foldedOf(a, s.name)) n.take(flatPattern(s));
    for (const armor::FoldedSheet &f : a.folded) n.take(flatPattern(a, f));
    WorkHours out;
    out.surface = n.surface * 1e-6;
    out.working.title = "Hours of work";
    const auto add = [&](const char *stop, const char *what, double amount, const char *unit, double each) {
        if (!(amount > 0)) return;
        out.lines.push_back({stop, what, amount, unit, amount * each});
        out.working.step(what, what, fmt::format("{} {} · {} min", number(amount), unit, number(each)), "",
                         amount * each, "min", "the shop's own figure");
    };
    add("cut", "saw cuts", n.sawCuts, "cuts", shop.sawMinutes);
    add("cut", "copes", n.copes, "copes", shop.copeMinutes);
    add("cut", "bends", n.bends, "bends", shop.bendMinutes);
    add("cut", "plate edges", n.edge / 1000, "m", shop.plateMinutes);
    add("cut", "folds", n.folds, "folds", shop.foldMinutes);
    add("cut", "holes", n.holes, "holes", shop.holeMinutes);
    add("weld", "parts set up and tacked", n.parts, "parts", shop.fitMinutes);
    if (const double weld = sumOf(seams).minutes; weld > 0) {
        out.lines.push_back({"weld", "seams", static_cast<double>(seams.size()), "seams", weld});
        out.working.step("seams", "arc time over its share", fmt::format("{} seams", seams.size()), "", weld,
                         "min", "docs/methods.md, welding work");
        // House practice: battery, airbags, tanks and lines, wet sheets; upright and overhead seams go
        // slower.
        constexpr double makeReady = 45, outOfPosition = 0.4;
        if (inPlace) {
            add("weld", "vehicle made ready for welding", 1, "", makeReady);
            out.lines.push_back({"weld", "seams that do not lie flat", static_cast<double>(seams.size()),
                                 "seams", outOfPosition * weld});
            out.working.step("upright", "seams that do not lie flat", "0.4 · arc time over its share", "",
                             outOfPosition * weld, "min", "house");
        }
    }
    add("fitup", "coating", out.surface, "m²", shop.coatMinutes);
    for (const WorkLine &l : out.lines) out.estimated += l.minutes / 60;
    out.hours = out.estimated * shop.hoursFactor;
    out.labor = out.hours * shop.hourRate;
    out.working
        .step("h", "hours", "all of the above/60 · what jobs take over the estimate",
              fmt::format("{} · {}", number(out.estimated), number(shop.hoursFactor)), out.hours, "h",
              "the shop's log")
        .step("labor", "its price", "h · price of an hour",
              fmt::format("{} · {}", number(out.hours), number(shop.hourRate)), out.labor, shop.currency, "");
    out.working.note("Measuring, design, fetching of stock and fitting to the vehicle are not in it.");
    return out;
}

}  // namespace hefty::workshop
