#include "core/workshop/weld/cavities.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

namespace hefty::workshop {
namespace {

using shape::Vec3;

struct End {
    Vec3 at = Vec3::Zero(), out = Vec3::UnitX();
    std::size_t bar = 0;
    double rim = 0;    ///< mm
    double reach = 0;  ///< how far back along the bar its rim goes, mm
};

bool hollow(const armor::BarPart &b) {
    return b.hollow() && b.section.wall > 0 && b.made.bought.empty();
}

End endOf(const armor::BarPart &b, std::size_t index, bool atTo) {
    const armor::Axes axes = b.axesAt(atTo ? b.length() : 0);
    End e;
    e.at = axes.origin;
    e.out = atTo ? axes.x : Vec3(-axes.x);
    e.bar = index;
    e.rim = shape::perimeter(outlineOf(b));
    const parts::EndTrim &trim = atTo ? b.trimTo : b.trimFrom;
    const double wide = std::hypot(b.section.height, b.section.width) / 2;
    e.reach = trim.cut() ? *std::max_element(trim.reach.begin(), trim.reach.end())
                         : wide * std::tan(atTo ? b.miterTo() : b.miterFrom());
    return e;
}

/// Length of the seams of a bar that run along the rim of an end.
double weldedAt(const armor::Assembly &a, const armor::BarPart &b, const End &end) {
    constexpr double near = 5;  // mm: a seam lies beside the rim, by about its leg
    const double wide = std::hypot(b.section.height, b.section.width) / 2 + near;
    double sum = 0;
    for (const armor::WeldJoint &w : a.welds) {
        if (w.isFold() || (w.a != b.name && w.b != b.name)) continue;
        for (const armor::Contact &c : w.contacts)
            for (const armor::WeldLine &l : c.lines) {
                const Vec3 d = (l.from + l.to) / 2 - end.at;
                const double along = d.dot(end.out);
                if (along < near + end.reach && along > -near - end.reach &&
                    (d - along * end.out).norm() <= wide)
                    sum += (l.to - l.from).norm();
            }
    }
    return sum;
}

double innerArea(const armor::BarPart &b) {
    if (b.round()) return std::numbers::pi / 4 * std::pow(b.section.height - 2 * b.section.wall, 2);
    return std::max(0.0, std::abs(shape::area(outlineOf(b))) - b.properties.area);
}

/// Of its inside: the outside less twice the wall on every side, around a round one less its turn.
double innerRim(const armor::BarPart &b) {
    const double less = b.round() ? 2 * std::numbers::pi * b.section.wall : 8 * b.section.wall;
    return std::max(0.0, shape::perimeter(outlineOf(b)) - less);
}

/// Height of the lowest corner of a bar's section at a station.
double lowestAt(const armor::BarPart &b, double station) {
    const armor::Axes axes = b.axesAt(station);
    double low = 1e300;
    for (const shape::Vec2 &c : outlineOf(b)) low = std::min(low, axes.toWorld(Vec3(0, c.x(), c.y())).z());
    return low;
}

}  // namespace

std::vector<Cavity> cavities(const armor::Assembly &a, const std::vector<std::string> &order) {
    std::vector<std::size_t> group(a.bars.size());
    for (std::size_t i = 0; i < group.size(); ++i) group[i] = i;
    std::vector<End> ends;
    for (std::size_t i = 0; i < a.bars.size(); ++i)
        if (hollow(a.bars[i]))
            for (const bool atTo : {false, true}) ends.push_back(endOf(a.bars[i], i, atTo));
    constexpr double same = 2;  // mm: ends that meet at a miter
    std::vector<bool> meets(ends.size(), false);
    for (std::size_t i = 0; i < ends.size(); ++i)
        for (std::size_t k = 0; k < i; ++k)
            if (ends[i].bar != ends[k].bar && (ends[i].at - ends[k].at).norm() < same) {
                meets[i] = meets[k] = true;
                const std::size_t from = group[ends[i].bar], to = group[ends[k].bar];
                for (std::size_t &g : group)
                    if (g == from) g = to;
            }
    std::vector<Cavity> out;
    for (std::size_t g = 0; g < group.size(); ++g) {
        Cavity c;
        double lowest = 1e300, drain = 1e300;
        for (std::size_t i = 0; i < a.bars.size(); ++i) {
            const armor::BarPart &b = a.bars[i];
            if (group[i] != g || !hollow(b)) continue;
            c.bars.push_back(b.name);
            c.volume += innerArea(b) * b.length();
            c.inside += innerRim(b) * b.length();
            lowest = std::min(lowest, lowestAt(b, 0));
            for (const parts::Span &span : b.spans())
                lowest = std::min(lowest, lowestAt(b, span.start + span.length));
            const auto drainAt = [&](double station, double height) {
                const armor::Axes axes = b.axesAt(station);
                ++c.holes;
                drain = std::min(drain, axes.toWorld(Vec3(0, 0, height)).z());
            };
            for (const armor::Hole &h : b.holes) drainAt(h.at.x(), h.at.y() - h.diameter / 2);
            for (const armor::TubeOpening &o : b.openings) drainAt(o.station, o.offset - o.height / 2);
        }
        if (c.bars.empty()) continue;
        for (std::size_t e = 0; e < ends.size(); ++e) {
            const armor::BarPart &b = a.bars[ends[e].bar];
            if (group[ends[e].bar] != g || meets[e] || weldedAt(a, b, ends[e]) >= closedShare * ends[e].rim)
                continue;
            ++c.openEnds;
            drain = std::min(drain, lowestAt(b, b.stationOf(ends[e].at)));
        }
        constexpr double near = 12;  // mm above the lowest place: what stays below hardly counts
        c.drains = drain < lowest + near;
        for (const std::string &seam : order)
            for (const armor::WeldJoint &w : a.welds)
                if (w.name == seam && !w.isFold() &&
                    (std::find(c.bars.begin(), c.bars.end(), w.a) != c.bars.end() ||
                     std::find(c.bars.begin(), c.bars.end(), w.b) != c.bars.end()))
                    c.lastSeam = seam;
        out.push_back(std::move(c));
    }
    return out;
}

std::vector<measure::Phrase> careOf(const armor::Assembly &a, const Cavity &c) {
    std::vector<measure::Phrase> out;
    if (c.sealed()) {
        const auto seam = std::find_if(a.welds.begin(), a.welds.end(),
                                       [&c](const armor::WeldJoint &w) { return w.name == c.lastSeam; });
        out.emplace_back(seam == a.welds.end()
                             ? std::string("Sealed: leave a hole of 6 mm open until it is cold.")
                             : fmt::format("Sealed: leave a hole of 6 mm open until {} to {} is welded and "
                                           "cold; hot gas blows the "
                                           "last of a closed seam out.",
                                           a.labelOf(seam->b), a.labelOf(seam->a)));
        out.emplace_back(
            "Weld the hole shut or plug it; sealed tight it does not rust inside. Never hang a sealed "
            "hollow into a zinc bath, and never heat one: it bursts.");
        return out;
    }
    if (!c.drains) out.emplace_back("Water stays in it: drill a drain of 10 mm at its lowest place.");
    out.push_back({"Open: flush it with wax or rust converter once it is painted, for {0} m² of inside.",
                   {{c.inside * 1e-6, measure::Quantity::Ratio}}});
    return out;
}

}  // namespace hefty::workshop
