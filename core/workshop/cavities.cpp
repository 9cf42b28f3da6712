#include "core/workshop/cavities.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace hefty::workshop {
namespace {

using shape::Vec3;

struct End {
    Vec3 at = Vec3::Zero(), out = Vec3::UnitX();
    std::size_t bar = 0;
    double rim = 0;  ///< mm
};

double around(const shape::Polygon2 &ring) {
    double sum = 0;
    for (std::size_t i = 0; i < ring.size(); ++i) sum += (ring[(i + 1) % ring.size()] - ring[i]).norm();
    return sum;
}

bool hollow(const armor::BarPart &b) {
    return b.hollow() && b.section.wall > 0 && b.made.bought.empty();
}

End endOf(const armor::BarPart &b, std::size_t index, bool atTo) {
    const armor::Axes axes = b.axesAt(atTo ? b.length() : 0);
    End e;
    e.at = axes.origin;
    e.out = atTo ? axes.x : Vec3(-axes.x);
    e.bar = index;
    e.rim = around(outlineOf(b));
    return e;
}

/// Length of the seams of a bar that run along the rim of an end.
double weldedAt(const armor::Assembly &a, const armor::BarPart &b, const End &end) {
    // A slanted or coped end reaches this far back along the bar.
    const double reach = b.section.height + 5, wide = std::hypot(b.section.height, b.section.width) / 2 + 5;
    double sum = 0;
    for (const armor::WeldJoint &w : a.welds) {
        if (w.isFold() || (w.a != b.name && w.b != b.name)) continue;
        for (const armor::Contact &c : w.contacts)
            for (const armor::WeldLine &l : c.lines) {
                const Vec3 d = (l.from + l.to) / 2 - end.at;
                const double along = d.dot(end.out);
                if (std::abs(along) <= reach && (d - along * end.out).norm() <= wide)
                    sum += (l.to - l.from).norm();
            }
    }
    return sum;
}

double innerArea(const armor::BarPart &b) {
    return std::max(0.0, std::abs(shape::area(outlineOf(b))) - b.properties.area);
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
            c.inside += std::max(0.0, around(outlineOf(b)) - 8 * b.section.wall) * b.length();
            const double half = b.section.height / 2;
            for (const double s : {0.0, b.length()}) lowest = std::min(lowest, b.axesAt(s).origin.z() - half);
            for (const armor::Hole &h : b.holes) {
                ++c.holes;
                drain = std::min(drain, b.axesAt(h.at.x()).origin.z() + h.at.y() - h.diameter / 2);
            }
            for (const armor::TubeOpening &o : b.openings) {
                ++c.holes;
                drain = std::min(drain, b.axesAt(o.station).origin.z() + o.offset - o.height / 2);
            }
        }
        if (c.bars.empty()) continue;
        for (std::size_t e = 0; e < ends.size(); ++e) {
            const armor::BarPart &b = a.bars[ends[e].bar];
            if (group[ends[e].bar] != g || meets[e] || weldedAt(a, b, ends[e]) >= closedShare * ends[e].rim)
                continue;
            ++c.openEnds;
            drain = std::min(drain, ends[e].at.z() - b.section.height / 2);
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
