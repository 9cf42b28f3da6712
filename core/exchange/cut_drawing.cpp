#include "core/exchange/cut_drawing.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

#include "core/base/constants.h"
#include "core/workshop/bend/bender.h"
#include "core/workshop/cut/notches.h"
#include "core/workshop/flat/flat_pattern.h"

namespace hefty::exchange {
namespace {

using armor::BarPart;
using measure::Quantity;
using shape::Vec2;
using Style = CutDrawing::Style;

void addRing(CutDrawing &out, const shape::Polygon2 &ring, Style style = Style::Cut) {
    for (std::size_t i = 0; i < ring.size(); ++i)
        out.lines.push_back({ring[i], ring[(i + 1) % ring.size()], style});
}

void addCircle(CutDrawing &out, const Vec2 &at, double diameter) {
    constexpr int chords = 24;
    shape::Polygon2 ring;
    for (int i = 0; i < chords; ++i)
        ring.push_back(at + Eigen::Rotation2Dd(2 * std::numbers::pi * i / chords) * Vec2(diameter / 2, 0));
    addRing(out, ring);
}

/// The end of a bar as its side is seen: heights against how far it is cut back.
void addEnd(CutDrawing &out, const BarPart &bar, bool atTo, double length) {
    const double half = bar.section.height / 2, sign = atTo ? -1 : 1, at = atTo ? length : 0;
    const armor::EndTrim &trim = atTo ? bar.trimTo : bar.trimFrom;
    if (trim.cut()) {
        const shape::Polygon2 fibres = parts::fibresOf(bar);
        for (std::size_t i = 0; i < fibres.size() && i < trim.reach.size(); ++i) {
            const std::size_t j = (i + 1) % fibres.size();
            out.lines.push_back({{at + sign * trim.reach[i], fibres[i].y()},
                                 {at + sign * trim.reach[j], fibres[j].y()},
                                 Style::Cut});
        }
        return;
    }
    // How a miter leans is seen from the side on which it leans; its other way is told in words.
    const double lean = half * std::tan(atTo ? bar.miterTo() : bar.miterFrom());
    out.lines.push_back({{at - lean, -half}, {at + lean, half}, Style::Cut});
}

void tellEnd(CutDrawing &out, const BarPart &bar, bool atTo) {
    const armor::EndTrim &trim = atTo ? bar.trimTo : bar.trimFrom;
    const char *end = atTo ? "end" : "start";
    if (trim.cut()) {
        const auto [least, most] = std::minmax_element(trim.reach.begin(), trim.reach.end());
        out.steps.push_back(
            {fmt::format("Cope the {} by its template: {{0}} deep (template pack, full size).", end),
             {{*most - *least, Quantity::DrilledLength}}});
        return;
    }
    const double miter = atTo ? bar.miterTo() : bar.miterFrom();
    if (miter > 1e-6)
        out.steps.push_back({fmt::format("Saw the {} {{0}} from square.", end), {{miter, Quantity::Angle}}});
    else
        out.steps.emplace_back(fmt::format("Saw the {} square.", end));
}

/// What comes before all else of a bar that is ripped out of a tube.
void tellRip(CutDrawing &out, const BarPart &bar) {
    if (bar.section.from.empty()) return;
    const bool half = bar.section.shape == stock::SectionShape::HalfTube;
    out.steps.emplace_back(
        fmt::format("Rip {} along its length, {}: snap both lines, leave a bridge of 20 mm every 300 mm and "
                    "cut the bridges last. It "
                    "springs open or closes: straighten it. Two come from one length.",
                    bar.section.from, half ? "through the middle" : "from corner to corner"));
}

void addSides(CutDrawing &out, const BarPart &bar, double length) {
    const double half = bar.section.height / 2;
    for (const double y : {-half, half}) out.lines.push_back({{0, y}, {length, y}, Style::Cut});
    out.lines.push_back({{-20, 0}, {length + 20, 0}, Style::Center});
}

CutDrawing straightBar(const BarPart &bar) {
    CutDrawing out;
    const double length = bar.length(), half = bar.section.height / 2;
    addSides(out, bar, length);
    for (const bool atTo : {false, true}) addEnd(out, bar, atTo, length);
    out.steps.push_back(
        {fmt::format("From {}: {{0}}, long point to long point.", bar.section.id), {{bar.cutLength()}}});
    tellRip(out, bar);
    for (const bool atTo : {false, true}) tellEnd(out, bar, atTo);
    for (const armor::TubeOpening &o : bar.openings) {
        const double l = o.length / 2, h = o.height / 2;
        addRing(out, {{o.station - l, o.offset - h},
                      {o.station + l, o.offset - h},
                      {o.station + l, o.offset + h},
                      {o.station - l, o.offset + h}});
    }
    for (const armor::Hole &h : bar.holes) addCircle(out, h.at, h.diameter);
    out.labels.push_back({{length / 2, half}, {"{0}", {{bar.cutLength()}}}});
    return out;
}

/// How the shop's own bender makes it.
void tellBender(CutDrawing &out, const BarPart &bar, const workshop::BendPlan &plan) {
    measure::Phrase cut{fmt::format("Cut {{0}} from {}.", bar.section.id), {{plan.cut}}};
    if (plan.extraFrom > 0.5)
        cut = cut.then(
            {"Of it {0} more at the end that is fed first, to be sawn off after.", {{plan.extraFrom}}});
    if (plan.extraTo > 0.5)
        cut = cut.then({"Of it {0} more at the last end, to be sawn off after.", {{plan.extraTo}}});
    out.steps.push_back(std::move(cut));
    out.steps.emplace_back(fmt::format("Its {} goes into the bender first.", plan.fromEnd ? "end" : "start"));
    int n = 0;
    for (const workshop::BendStep &s : plan.steps)
        out.steps.push_back(
            {fmt::format("Bend {}: mark {{0}} from the fed end, set {{1}} for {{2}}{}{}.", ++n,
                         std::abs(s.bend.rotation) > 1e-3 ? ", the tube turned by {3}" : "",
                         s.pulls > 1 ? fmt::format(", in {} pulls", s.pulls) : ""),
             {{s.bend.mark},
              {s.bend.set, Quantity::Angle},
              {s.bend.angle, Quantity::Angle},
              {s.bend.rotation, Quantity::Angle}}});
    if (plan.cutApart > 0)
        out.steps.push_back(
            {"Both sides are in this tube: mark {0} from the fed end before it is bent, and saw it "
             "apart there when all bends are made.",
             {{plan.cutApart}}});
    out.steps.push_back(
        {plan.springback.tests > 0
             ? fmt::format("Set by {} test bends of the shop. The wall thins to {{0}} outside.",
                           plan.springback.tests)
             : "Set by 2 degrees in 90 until the shop has logged test bends. The wall thins to {0} "
               "outside.",
         {{plan.thinned, Quantity::DrilledLength}}});
}

/// Without a die that is noted.
void tellBends(CutDrawing &out, const BarPart &bar, const workshop::BendSchedule &schedule) {
    out.steps.push_back({fmt::format("Cut {{0}} from {} and leave more on the ends to grip.", bar.section.id),
                         {{schedule.cut}}});
    int n = 0;
    for (const workshop::Bend &b : schedule.bends)
        out.steps.push_back(
            {fmt::format("Bend {}: begins {{0}} from the start, {{1}} (set {{2}}){}.", ++n,
                         std::abs(b.rotation) > 1e-3 ? ", the tube turned by {3} from the bend before" : ""),
             {{b.start},
              {b.angle, Quantity::Angle},
              {b.set, Quantity::Angle},
              {b.rotation, Quantity::Angle}}});
    out.steps.emplace_back("Set more by 2 degrees in 90 until test bends of the shop say better.");
}

/// The tube straight, with where each bend begins and ends.
CutDrawing bentBar(const BarPart &bar, const workshop::BendPlan *plan) {
    CutDrawing out;
    std::vector<shape::Vec3> path{bar.from};
    for (const armor::PathPoint &p : bar.bends) path.push_back(p.at);
    path.push_back(bar.to);
    const bool oneDie = std::all_of(bar.bends.begin(), bar.bends.end(), [&](const armor::PathPoint &p) {
        return std::abs(p.radius - bar.bends.front().radius) < 0.01;
    });
    workshop::Bender bender;
    bender.radius = bar.bends.front().radius;
    bender.slope = workshop::usualSpringback;
    const auto schedule = workshop::bendSchedule(path, bender);
    if (!oneDie || !schedule) {
        out.steps.emplace_back("Its bends are of several radii: no schedule for one die.");
        return out;
    }
    const double length = schedule->developed, half = bar.section.height / 2;
    addSides(out, bar, length);
    for (const bool atTo : {false, true}) addEnd(out, bar, atTo, length);
    int n = 0;
    for (const workshop::Bend &b : schedule->bends) {
        const double end = b.start + b.angle * bender.radius;
        for (const double x : {b.start, end}) out.lines.push_back({{x, -half}, {x, half}, Style::Fold});
        out.labels.push_back({{(b.start + end) / 2, half},
                              {fmt::format("bend {}: {{0}}", ++n), {{b.angle, Quantity::Angle}}}});
    }
    if (plan)
        tellBender(out, bar, *plan);
    else
        tellBends(out, bar, *schedule);
    for (const bool atTo : {false, true}) tellEnd(out, bar, atTo);
    return out;
}

/// The straight tube with its notches, seen so that they open upward or, in its width, from above.
CutDrawing foldedBar(const armor::Assembly &assembly, const armor::FoldedBar &bar) {
    const workshop::NotchPlan plan = workshop::notchPlan(assembly, bar);
    const workshop::Notch &one = plan.notches.front();
    const bool inHeight = std::abs(one.open.y()) > std::abs(one.open.x());
    const stock::Section &section = plan.first->section;
    const double half = (inHeight ? section.height : section.width) / 2;
    CutDrawing out;
    for (const double y : {-half, half}) out.lines.push_back({{0, y}, {plan.length, y}, Style::Cut});
    for (const double x : {0.0, plan.length}) out.lines.push_back({{x, -half}, {x, half}, Style::Cut});
    out.lines.push_back({{-20, 0}, {plan.length + 20, 0}, Style::Center});
    out.steps.push_back(
        {fmt::format("From {}: {{0}}, long point to long point.", section.id), {{plan.length}}});
    for (const bool atTo : {false, true}) tellEnd(out, atTo ? *plan.last : *plan.first, atTo);
    int n = 0;
    for (const workshop::Notch &v : plan.notches) {
        const double open = inHeight ? v.open.y() : v.open.x(), face = open > 0 ? half : -half;
        const double root = face - (open > 0 ? v.depth : -v.depth);
        for (const double side : {-1.0, 1.0})
            out.lines.push_back({{v.station + side * v.width / 2, face}, {v.station, root}, Style::Cut});
        out.lines.push_back({{v.station, root}, {v.station, -face}, Style::Fold});
        out.labels.push_back(
            {{v.station, half}, {fmt::format("fold {}: {{0}}", ++n), {{v.angle, Quantity::Angle}}}});
        out.steps.push_back(
            {fmt::format(
                 "Notch {}: middle {{0}} from the start, {{1}} wide at the {}, {{2}} deep, down to the wall "
                 "across, which stays whole. Close it by {{3}}, tack, check the angle, then weld three "
                 "walls.",
                 n, workshop::wallWord(v.open)),
             {{v.station},
              {v.width, Quantity::DrilledLength},
              {v.depth, Quantity::DrilledLength},
              {v.angle, Quantity::Angle}}});
    }
    out.labels.push_back({{plan.length / 2, -half}, {"{0}", {{plan.length}}}});
    return out;
}

/// Holes from the two edges that a square is laid on, and the longest way between two of them to check by.
void tellHoles(CutDrawing &out, const std::vector<armor::Hole> &holes, const Vec2 &low) {
    constexpr std::size_t listed = 24;  // more are no list for a person with a rule
    if (holes.size() > listed)
        out.steps.push_back(fmt::format("{} holes: their places stand in the cutting file.", holes.size()));
    if (holes.empty() || holes.size() > listed) return;
    for (std::size_t i = 0; i < holes.size(); ++i) {
        const armor::Hole &h = holes[i];
        const Vec2 at = h.at - low;
        out.labels.push_back({h.at + Vec2(h.diameter / 2, h.diameter / 2), {fmt::format("{}", i + 1)}, true});
        out.steps.push_back(
            {fmt::format("Hole {}: {{0}}{}, {{1}} from the left edge, {{2}} from the lower one.", i + 1,
                         h.slot > 0 ? ", a slot of {3}" : ""),
             {{h.diameter, Quantity::DrilledLength},
              {at.x(), Quantity::DrilledLength},
              {at.y(), Quantity::DrilledLength},
              {h.slot, Quantity::DrilledLength}}});
    }
    if (holes.size() < 3) return;
    const auto apart = [&holes](std::size_t i, std::size_t k) { return (holes[i].at - holes[k].at).norm(); };
    std::pair<std::size_t, std::size_t> far{0, 1}, other{0, 1};
    for (std::size_t i = 0; i < holes.size(); ++i)
        for (std::size_t k = i + 1; k < holes.size(); ++k)
            if (apart(i, k) > apart(far.first, far.second)) far = {i, k};
    // Across that one, as nearly as there is a pair.
    const Vec2 way = (holes[far.second].at - holes[far.first].at).normalized();
    double most = -1;
    for (std::size_t i = 0; i < holes.size(); ++i)
        for (std::size_t k = i + 1; k < holes.size(); ++k) {
            const Vec2 d = holes[k].at - holes[i].at;
            const double across = std::abs(way.x() * d.y() - way.y() * d.x());
            if (std::pair(i, k) != far && across > most) {
                most = across;
                other = {i, k};
            }
        }
    out.steps.push_back({fmt::format("Check the holes on their diagonals: {} to {} {{0}}, {} to {} {{1}}.",
                                     far.first + 1, far.second + 1, other.first + 1, other.second + 1),
                         {{apart(far.first, far.second), Quantity::DrilledLength},
                          {apart(other.first, other.second), Quantity::DrilledLength}}});
}

CutDrawing flatSheet(const workshop::FlatPattern &flat, double thickness) {
    CutDrawing out;
    addRing(out, flat.rim);
    for (const shape::Polygon2 &c : flat.cutouts) addRing(out, c);
    for (const armor::Hole &h : flat.holes) addCircle(out, h.at, h.diameter);
    Vec2 low = flat.rim.front(), high = low;
    for (const Vec2 &p : flat.rim) {
        low = low.cwiseMin(p);
        high = high.cwiseMax(p);
    }
    out.steps.push_back({"Cut from {0} plate, within {1} by {2}.",
                         {{thickness, Quantity::DrilledLength}, {high.x() - low.x()}, {high.y() - low.y()}}});
    int n = 0;
    for (const workshop::BendLine &l : flat.lines) {
        const auto [first, step] = workshop::seriesOf(l);
        for (int i = 0; i < l.series; ++i)
            out.lines.push_back({l.from + first + i * step, l.to + first + i * step, Style::Fold});
        out.labels.push_back({(l.from + l.to) / 2,
                              {fmt::format("fold {}: {{0}} {}", ++n, l.angle > 0 ? "up" : "down"),
                               {{std::abs(l.angle), Quantity::Angle}}}});
        out.steps.push_back(workshop::foldStep(l, n));
    }
    tellHoles(out, flat.holes, low);
    return out;
}

}  // namespace

std::optional<CutDrawing> cutDrawing(const armor::Assembly &assembly, const std::string &part,
                                     const workshop::BendPlan *plan) {
    for (const armor::FoldedBar &f : assembly.foldedBars)
        if (f.name == part || std::find(f.legs.begin(), f.legs.end(), part) != f.legs.end())
            return foldedBar(assembly, f);
    if (const BarPart *b = assembly.bar(part)) return b->straight() ? straightBar(*b) : bentBar(*b, plan);
    for (const armor::FoldedSheet &f : assembly.folded)
        if (f.name == part || std::find(f.facets.begin(), f.facets.end(), part) != f.facets.end())
            return flatSheet(workshop::flatPattern(assembly, f), f.thickness);
    if (const armor::SheetPart *s = assembly.sheet(part))
        return flatSheet(workshop::flatPattern(*s), s->thickness);
    return std::nullopt;
}

}  // namespace hefty::exchange
