#include "core/exchange/cutting.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <optional>

#include <fmt/format.h>

#include "core/outline/drawing.h"

namespace hefty::exchange {
namespace {

using outline::Corner;
using outline::Loop;
using shape::Vec2;

Loop loopOf(const shape::Polygon2 &ring) {
    Loop out;
    for (const Vec2 &p : ring) out.push_back({p, 0});
    return out;
}

/// Two straights and two half circles.
Loop slotOf(const armor::Hole &h) {
    const Vec2 along = h.slotAlong.normalized() * (h.slot / 2);
    const Vec2 across = Vec2(-along.y(), along.x()).normalized() * (h.diameter / 2);
    return {{h.at - along - across, 0},
            {h.at + along - across, 1},
            {h.at + along + across, 0},
            {h.at - along + across, 1}};
}

std::string lineOf(double x0, double y0, double x1, double y1, const char *style = "") {
    return fmt::format("<line x1=\"{:.3f}\" y1=\"{:.3f}\" x2=\"{:.3f}\" y2=\"{:.3f}\" {}/>\n", x0, y0, x1, y1,
                       style);
}

/// What a cutting file holds of flat parts, gathered part by part.
struct CutFile {
    std::vector<outline::Outline> parts;
    std::vector<outline::MarkLine> marks;

    void add(const shape::Polygon2 &rim, const std::vector<shape::Polygon2> &cutouts,
             const std::vector<armor::Hole> &holes, const std::vector<workshop::BendLine> &folds,
             double leastHole) {
        outline::Outline part;
        part.outer = loopOf(rim);
        for (const shape::Polygon2 &c : cutouts) part.holes.push_back(loopOf(c));
        for (const armor::Hole &h : holes) {
            if (h.diameter < leastHole) {
                const double r = 3;
                marks.push_back({h.at - Vec2(r, 0), h.at + Vec2(r, 0), "mark"});
                marks.push_back({h.at - Vec2(0, r), h.at + Vec2(0, r), "mark"});
            } else {
                part.holes.push_back(h.slot > 0 ? slotOf(h) : outline::circle(h.at, h.diameter));
            }
        }
        for (const workshop::BendLine &l : folds) {
            const auto [first, step] = workshop::seriesOf(l);
            for (int i = 0; i < l.series; ++i)
                marks.push_back({l.from + first + i * step, l.to + first + i * step, "bend"});
        }
        parts.push_back(std::move(part));
    }
};

}  // namespace

namespace {

/// Where the neighbors of a side stand on its upper face.
void addSeats(const armor::Assembly &a, const armor::SheetPart &side, const Vec2 &shift, Engraving &out) {
    constexpr double onFace = 1, inside = 0.5;  // mm
    for (const armor::WeldJoint &w : a.welds) {
        if ((w.a != side.name && w.b != side.name) || w.isFold()) continue;
        for (const armor::Contact &c : w.contacts)
            for (const armor::WeldLine &l : c.lines) {
                const shape::Vec3 from = side.axes.toLocal(l.from), to = side.axes.toLocal(l.to);
                const Vec2 middle = (from + to).head<2>() / 2;
                if (std::abs(from.z() - side.thickness / 2) > onFace ||
                    std::abs(to.z() - side.thickness / 2) > onFace || !side.covers(middle) ||
                    side.fromEdge(middle) < inside)
                    continue;
                out.lines.push_back({from.head<2>() + shift, to.head<2>() + shift, "engrave"});
            }
    }
}

/// The place furthest from the rims of a flat part, roughly.
std::pair<Vec2, double> widestPlace(const workshop::FlatPattern &flat) {
    armor::SheetPart part;
    part.outline = flat.rim;
    part.cutouts = flat.cutouts;
    Vec2 low = flat.rim.front(), high = low;
    for (const Vec2 &p : flat.rim) {
        low = low.cwiseMin(p);
        high = high.cwiseMax(p);
    }
    std::pair<Vec2, double> best{(low + high) / 2, -1};
    constexpr int steps = 16;
    for (int i = 1; i < steps; ++i)
        for (int j = 1; j < steps; ++j) {
            const Vec2 at(low.x() + (high.x() - low.x()) * i / steps,
                          low.y() + (high.y() - low.y()) * j / steps);
            if (!part.covers(at)) continue;
            double room = part.fromEdge(at);
            for (const armor::Hole &h : flat.holes)
                room = std::min(room, (h.at - at).norm() - h.diameter / 2);
            if (room > best.second) best = {at, room};
        }
    return best;
}

/// What a flat part is called, where there is most room on it; none if it could not be read. As high as it
/// has room for, its letters 0.6 as wide as high.
std::optional<outline::MarkText> nameOn(const workshop::FlatPattern &flat, const std::string &name) {
    constexpr double most = 8, least = 2, slender = 0.6;  // mm
    if (flat.rim.empty() || name.empty()) return std::nullopt;
    const auto letters = static_cast<double>(name.size());
    const auto [at, room] = widestPlace(flat);
    const double height = std::min(most, 2 * room / (slender * letters + 1));
    if (!(room > 0) || height < least) return std::nullopt;
    return outline::MarkText{at - Vec2(slender * height * letters / 2, height / 2), height, name, "engrave"};
}

}  // namespace

Engraving engravingOf(const armor::Assembly &a, const std::string &name, const workshop::FlatPattern &flat) {
    Engraving out;
    const auto folded = std::find_if(a.folded.begin(), a.folded.end(),
                                     [&name](const armor::FoldedSheet &f) { return f.name == name; });
    const std::vector<std::string> sides =
        folded == a.folded.end() ? std::vector<std::string>{name} : folded->facets;
    for (std::size_t i = 0; i < sides.size(); ++i)
        if (const armor::SheetPart *side = a.sheet(sides[i]); side && i < flat.shifts.size())
            addSeats(a, *side, flat.shifts[i], out);
    const std::string label = folded == a.folded.end() || folded->made.label.empty()
                                  ? a.labelOf(sides.front())
                                  : folded->made.label;
    if (auto called = nameOn(flat, label)) out.texts.push_back(std::move(*called));
    return out;
}

namespace {

CutFile fileOf(const workshop::FlatPattern &flat, double leastHole, const Engraving &engraving) {
    CutFile file;
    file.add(flat.rim, flat.cutouts, flat.holes, flat.lines, leastHole);
    file.marks.insert(file.marks.end(), engraving.lines.begin(), engraving.lines.end());
    return file;
}

}  // namespace

std::string dxfOf(const workshop::FlatPattern &flat, double leastHole, const Engraving &engraving) {
    const CutFile file = fileOf(flat, leastHole, engraving);
    return outline::writeDxf(file.parts, file.marks, engraving.texts);
}

std::string svgOf(const workshop::FlatPattern &flat, double leastHole, const Engraving &engraving) {
    const CutFile file = fileOf(flat, leastHole, engraving);
    return outline::writeSvg(file.parts, file.marks, engraving.texts);
}

std::string dxfOfSheet(const workshop::PlateGroup &group, const std::string &sheet, int copy,
                       double leastHole) {
    CutFile file;
    std::vector<outline::MarkText> names;
    for (const workshop::PlacedPart &p : group.nesting->placed) {
        const workshop::CutPlate *plate = group.plate(p.part);
        if (p.sheet != sheet || p.copy != copy || !plate) continue;
        const Eigen::Rotation2Dd turn(p.turned);
        const auto lay = [&](const Vec2 &q) { return Vec2(turn * q + p.at); };
        const auto layRing = [&](shape::Polygon2 ring) {
            for (Vec2 &q : ring) q = lay(q);
            return ring;
        };
        std::vector<shape::Polygon2> cutouts;
        for (const shape::Polygon2 &c : plate->cutouts) cutouts.push_back(layRing(c));
        std::vector<armor::Hole> holes = plate->holes;
        for (armor::Hole &h : holes) {
            h.at = lay(h.at);
            h.slotAlong = turn * h.slotAlong;
        }
        std::vector<workshop::BendLine> folds = plate->folds;
        for (workshop::BendLine &l : folds) {
            l.from = lay(l.from);
            l.to = lay(l.to);
        }
        workshop::FlatPattern laid{
            layRing(plate->rim), std::move(cutouts), std::move(holes), std::move(folds), {}};
        file.add(laid.rim, laid.cutouts, laid.holes, laid.lines, leastHole);
        if (auto name = nameOn(laid, plate->label.empty() ? plate->id : plate->label))
            names.push_back(std::move(*name));
    }
    // Its corners alone: a whole rim would be one more thing to cut.
    constexpr double corner = 20;  // mm
    const shape::Polygon2 &rim = group.sheets[group.placeOf(sheet)].outline;
    for (std::size_t i = 0; i < rim.size(); ++i)
        for (const std::size_t next : {i + 1, i + rim.size() - 1}) {
            const Vec2 way = rim[next % rim.size()] - rim[i];
            file.marks.push_back({rim[i], rim[i] + corner * way.normalized(), "sheet"});
        }
    return outline::writeDxf(file.parts, file.marks, names);
}

std::vector<Vec2> templateOf(const armor::BarPart &bar, bool atTo) {
    const armor::EndTrim &trim = atTo ? bar.trimTo : bar.trimFrom;
    const shape::Polygon2 fibres = parts::fibresOf(bar);
    std::vector<Vec2> out;
    if (!trim.cut() || trim.reach.size() != fibres.size()) return out;
    double around = 0;
    for (std::size_t i = 0; i <= fibres.size(); ++i) {
        const std::size_t k = i % fibres.size();
        // A round tube's arcs, not the chords of its fibres.
        if (i > 0)
            around += bar.round() ? std::numbers::pi * bar.section.height / static_cast<double>(fibres.size())
                                  : (fibres[k] - fibres[i - 1]).norm();
        out.emplace_back(around, trim.reach[k]);
    }
    return out;
}

namespace {

/// Least and most of how far a template's line lies from the end.
std::pair<double, double> reachOf(const std::vector<Vec2> &line) {
    const auto [low, high] = std::minmax_element(line.begin(), line.end(),
                                                 [](const Vec2 &a, const Vec2 &b) { return a.y() < b.y(); });
    return {low->y(), high->y()};
}

}  // namespace

std::string templateDxf(const armor::BarPart &bar, bool atTo, const std::string &label) {
    const std::vector<Vec2> line = templateOf(bar, atTo);
    if (line.empty()) return {};
    const auto [low, high] = reachOf(line);
    // As on the page: the end of the bar is up, what is cut away lies above the line.
    constexpr double below = 40;  // mm of paper
    const double around = line.back().x(), bottom = low - high - below;
    outline::Outline paper;
    for (const Vec2 &p : line) paper.outer.push_back({{p.x(), low - p.y()}, 0});
    paper.outer.push_back({{around, bottom}, 0});
    paper.outer.push_back({{0, bottom}, 0});
    std::vector<outline::MarkLine> crowns;
    for (int i = 1; i < 4; ++i)
        crowns.push_back({{around * i / 4, bottom}, {around * i / 4, bottom + below}, "mark"});
    return outline::writeDxf({paper}, crowns, {{{3, bottom + 4}, 4, label, "engrave"}});
}

std::string templateSvg(const armor::BarPart &bar, bool atTo, const std::string &label) {
    const std::vector<Vec2> line = templateOf(bar, atTo);
    if (line.empty()) return {};
    const auto [low, high] = reachOf(line);
    constexpr double border = 10, below = 40, overlap = 12, textHeight = 4;
    const double around = line.back().x(), depth = high - low + below;
    const double w = std::max(around + overlap, 120.0) + 2 * border, h = depth + 2 * border + 22;
    // The end of the bar is up: what is cut away lies above the line.
    const auto y = [border, from = low](double along) { return border + along - from; };
    std::string d;
    for (std::size_t i = 0; i < line.size(); ++i)
        d += fmt::format("{} {:.3f} {:.3f} ", i == 0 ? 'M' : 'L', border + line[i].x(), y(line[i].y()));
    const double bottom = border + depth;
    std::string out = fmt::format(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{0:.3f}mm\" height=\"{1:.3f}mm\" viewBox=\"0 0 "
        "{0:.3f} "
        "{1:.3f}\">\n<g fill=\"none\" stroke=\"black\" stroke-width=\"0.25\">\n",
        w, h);
    out += fmt::format("<path id=\"cut\" d=\"{}\"/>\n", d);
    out += lineOf(border, bottom, border + around, bottom);
    out += lineOf(border, y(line.front().y()), border, bottom);
    out += lineOf(border + around, y(line.back().y()), border + around, bottom);
    const char *thin = "stroke-dasharray=\"6 2 1 2\"";
    for (int i = 1; i < 4; ++i)
        out += lineOf(border + around * i / 4, border, border + around * i / 4, bottom, thin);
    out += lineOf(border + around + overlap, bottom - 20, border + around + overlap, bottom,
                  "stroke-dasharray=\"2 2\"");
    const double scale = bottom + 8;
    out += lineOf(border, scale, border + 100, scale) + lineOf(border, scale - 2, border, scale + 2) +
           lineOf(border + 100, scale - 2, border + 100, scale + 2);
    out += lineOf(border, scale + 8, border + 101.6, scale + 8) +
           lineOf(border, scale + 6, border, scale + 10) +
           lineOf(border + 101.6, scale + 6, border + 101.6, scale + 10);
    out += "</g>\n<g font-family=\"sans-serif\" fill=\"black\">\n";
    const auto text = [&](double x, double at, const std::string &what) {
        out += fmt::format("<text x=\"{:.3f}\" y=\"{:.3f}\" font-size=\"{:.1f}\">{}</text>\n", x, at,
                           textHeight, outline::xmlText(what));
    };
    text(border + 3, bottom - 4, label);
    text(border + 3, bottom - 10,
         fmt::format("Wrap around once; waste above the line. {:.1f} mm around.", around));
    text(border + 104, scale + 1, "100 mm");
    text(border + 105, scale + 9, "4 in: print at full size, check both");
    out += "</g>\n</svg>\n";
    return out;
}

}  // namespace hefty::exchange
