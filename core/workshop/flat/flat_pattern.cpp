#include "core/workshop/flat/flat_pattern.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/shape/clipping.h"
#include "core/workshop/flat/flat_strip.h"

namespace hefty::workshop {
namespace {

using shape::Vec2;

/// A bend between the middle planes of its two sides.
struct Round {
    double setback = 0;    ///< from the crossing to where the bend begins, mm
    double allowance = 0;  ///< mm
    double deduction = 0;  ///< mm
};

Round roundOf(const armor::FoldLine &line, double thickness, double k) {
    const double a = std::abs(line.angle);
    Round out;
    // About the middle of its skin: that layer keeps its length, outside of the middle of the sheet.
    if (line.skin > 0) {
        out.deduction = -(thickness - line.skin) * std::tan(a / 2);
        out.setback = out.deduction / 2;
        return out;
    }
    out.setback = (line.radius + thickness / 2) * std::tan(a / 2);
    out.allowance = a * (line.radius + k * thickness);
    out.deduction = 2 * out.setback - out.allowance;
    return out;
}

/// A large radius as small folds: as many as keep their corners and the middles between them near the arc.
void makeSeries(BendLine &line, double thickness) {
    if (line.kerfDepth > 0 || line.radius <= largestByPunch * thickness) return;
    const double middle = line.radius + thickness / 2, angle = std::abs(line.angle);
    const double most = 2 * std::acos(std::max(0.5, 1 - seriesLeaves / middle));
    line.series = std::max(2, static_cast<int>(std::ceil(angle / most)));
    line.spacing = line.allowance / line.series;
}

/// To the left of a line, in the plane: where its left side lies.
Vec2 leftward(const armor::FoldLine &line) {
    const Vec2 d = (line.to - line.from).normalized();
    return {-d.y(), d.x()};
}

shape::Polygon2 moved(shape::Polygon2 ring, const Vec2 &by) {
    for (Vec2 &p : ring) p += by;
    return ring;
}

}  // namespace

FlatPattern flatPattern(const armor::SheetPart &sheet) {
    return {sheet.outline, sheet.cutouts, sheet.holes, {}, {Vec2::Zero()}};
}

FlatPattern flatPattern(const armor::Assembly &assembly, const armor::FoldedSheet &sheet, double k) {
    const std::size_t count = sheet.facets.size();
    std::vector<Vec2> shift(count, Vec2::Zero());
    std::vector<bool> known(count, false);
    known[0] = true;
    FlatPattern out;
    std::vector<bool> done(sheet.lines.size(), false);
    for (bool more = true; more;) {
        more = false;
        for (std::size_t i = 0; i < sheet.lines.size(); ++i) {
            const armor::FoldLine &l = sheet.lines[i];
            const auto r = static_cast<std::size_t>(l.right), f = static_cast<std::size_t>(l.left);
            if (done[i] || known[r] == known[f]) continue;
            const Round round = roundOf(l, sheet.thickness, k);
            const std::size_t from = known[r] ? r : f, to = known[r] ? f : r;
            const Vec2 away = leftward(l) * (known[r] ? 1.0 : -1.0);
            const Vec2 middle = shift[from] + away * (round.allowance / 2 - round.setback);
            out.lines.push_back(
                {l.from + middle, l.to + middle, l.angle, l.radius, round.allowance, round.deduction});
            if (const auto kerf = kerfOf(sheet.thickness, l.skin, std::abs(l.angle)); kerf && l.skin > 0) {
                out.lines.back().kerfWidth = kerf->width;
                out.lines.back().kerfDepth = kerf->depth;
            }
            makeSeries(out.lines.back(), sheet.thickness);
            shift[to] = shift[from] - away * round.deduction;
            known[to] = done[i] = more = true;
        }
    }
    out.shifts = shift;
    std::vector<shape::Region> sides;
    // What lies over a kerf is outside of where the middle planes cross: it joins both sides.
    for (const armor::FoldLine &l : sheet.lines) {
        if (l.skin <= 0) continue;
        constexpr double into = 0.01;  // mm, so that they are one
        const Vec2 &right = shift[static_cast<std::size_t>(l.right)],
                   &left = shift[static_cast<std::size_t>(l.left)];
        const Vec2 away = leftward(l) * into;
        shape::Polygon2 bridge{l.from + right - away, l.to + right - away, l.to + left + away,
                               l.from + left + away};
        if (shape::area(bridge) < 0) std::reverse(bridge.begin(), bridge.end());
        sides.push_back({std::move(bridge), {}});
    }
    for (std::size_t i = 0; i < count; ++i) {
        const armor::SheetPart *side = assembly.sheet(sheet.facets[i]);
        if (!side) continue;
        sides.push_back({moved(side->outline, shift[i]), {}});
        for (const shape::Polygon2 &c : side->cutouts) out.cutouts.push_back(moved(c, shift[i]));
        for (armor::Hole h : side->holes) {
            h.at += shift[i];
            out.holes.push_back(std::move(h));
        }
    }
    // One blank: the largest piece, should its sides not hang together.
    for (shape::Region &r : shape::unionOf(sides))
        if (std::abs(shape::area(r.rim)) > std::abs(shape::area(out.rim))) out.rim = std::move(r.rim);
    return out;
}

std::pair<Vec2, Vec2> seriesOf(const BendLine &line) {
    const Vec2 way = (line.to - line.from).normalized();
    const Vec2 step = Vec2(-way.y(), way.x()) * line.spacing;
    return {step * (-(line.series - 1) / 2.0), step};
}

double roundedOff(const armor::FoldedSheet &sheet) {
    double sum = 0;
    for (const armor::FoldLine &l : sheet.lines)
        if (l.skin <= 0)
            sum += roundOf(l, sheet.thickness, 0.5).deduction * (l.to - l.from).norm() * sheet.thickness;
    return sum;
}

measure::Phrase foldStep(const BendLine &l, int number) {
    using measure::Quantity;
    const char *way = l.angle > 0 ? "up" : "down";
    if (l.kerfDepth > 0)
        return {fmt::format(
                    "Cut a V along fold {}, {{1}} deep and {{2}} wide, into the {} face; fold {{0}} {} until "
                    "it closes and weld it shut.",
                    number, l.angle > 0 ? "upper" : "lower", way),
                {{std::abs(l.angle), Quantity::Angle},
                 {l.kerfDepth, Quantity::DrilledLength},
                 {l.kerfWidth, Quantity::DrilledLength}}};
    if (l.series > 1)
        return {fmt::format(
                    "Fold {} {{0}} {}, inside radius {{1}}, as {} small folds of {{2}} each, {{3}} apart.",
                    number, way, l.series),
                {{std::abs(l.angle), Quantity::Angle},
                 {l.radius, Quantity::DrilledLength},
                 {std::abs(l.angle) / l.series, Quantity::Angle},
                 {l.spacing, Quantity::DrilledLength}}};
    return {fmt::format("Fold {} {{0}} {}, inside radius {{1}}.", number, way),
            {{std::abs(l.angle), Quantity::Angle}, {l.radius, Quantity::DrilledLength}}};
}

const armor::FoldedSheet *foldedOf(const armor::Assembly &assembly, const std::string &part) {
    for (const armor::FoldedSheet &f : assembly.folded)
        if (std::find(f.facets.begin(), f.facets.end(), part) != f.facets.end()) return &f;
    return nullptr;
}

}  // namespace hefty::workshop
