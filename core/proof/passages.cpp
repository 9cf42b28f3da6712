#include "core/proof/passages.h"

#include <cmath>
#include <iterator>

#include "core/armor/passing.h"

namespace hefty::proof {
namespace {

using shape::Vec2;
using shape::Vec3;

constexpr double leastStub = 20;  // mm of bar that is left at the ends of a tube and beside an opening

/// A plate that the whole tube goes through leaves the tube whole.
bool isCollar(const armor::PlatePart &plate, const armor::TubePart &tube) {
    const armor::Axes axes = tube.axes();
    if (std::abs(plate.axes.z.dot(axes.x)) < 0.9) return false;
    const double station = (plate.axes.origin - tube.from).dot(axes.x);
    const shape::Polygon2 outline = armor::outlineOf(tube);
    return std::all_of(outline.begin(), outline.end(), [&](const Vec2 &p) {
        const Vec3 at = tube.from + axes.x * station + axes.y * p.x() + axes.z * p.y();
        return shape::inside(plate.outline, plate.axes.toLocal(at).head<2>());
    });
}

std::vector<Passage> passagesOf(const armor::Assembly &assembly, const armor::TubePart &tube) {
    std::vector<Passage> out;
    for (const armor::PlatePart &p : assembly.plates)
        if (!p.strips.empty()) out.push_back({&p, {}, armor::passingThrough(p, tube), !isCollar(p, tube)});
    for (const armor::TubePart &t : assembly.tubes)
        if (&t != &tube) out.push_back({nullptr, t, armor::passingThrough(t, tube), true});
    for (const armor::Gate &g : assembly.gates) {
        if (g.post != tube.name) continue;
        armor::TubePart spindle;
        spindle.section.shape = stock::SectionShape::RoundTube;
        spindle.section.height = spindle.section.width = g.spindle;
        spindle.from = g.low - (g.high - g.low).normalized() * g.spindleRoot;
        spindle.to = g.high;
        spindle.up = (g.high - g.low).unitOrthogonal();
        out.push_back({nullptr, spindle, armor::passingThrough(spindle, tube), true});
    }
    std::erase_if(out, [](const Passage &p) { return p.contacts.empty(); });
    return out;
}

/// Shortens a stretch to where the tube is whole: clear of its cut ends and of its openings.
void clip(Stay &stay, const armor::TubePart &tube, double low, double high) {
    const double half = std::max(tube.section.height, tube.section.width) / 2;
    stay.from = std::max(stay.from, half * std::tan(tube.miterFrom()) + leastStub);
    stay.to = std::min(stay.to, tube.length() - half * std::tan(tube.miterTo()) - leastStub);
    for (const armor::TubeOpening &o : tube.openings) {
        const double before = o.station - o.length / 2 - leastStub,
                     behind = o.station + o.length / 2 + leastStub;
        if (o.station < low) stay.from = std::max(stay.from, behind);
        if (o.station > high) stay.to = std::min(stay.to, before);
    }
}

/// Ends a stretch before what only stands on the tube, where that is far enough from what goes through: a
/// wall of wide shells beside a bound end would give under it as no wall does. What is nearer has lines of
/// its own.
void heed(Stay &stay, const armor::Assembly &assembly, const armor::TubePart &tube, double low, double high) {
    const double close = std::max(tube.section.height, tube.section.width) / 2;
    const Vec3 along = tube.axes().x;
    for (const armor::WeldJoint &w : assembly.welds) {
        if (w.a != tube.name && w.b != tube.name) continue;
        for (const armor::Contact &c : w.contacts) {
            double from = 1e300, to = -1e300;
            for (const armor::WeldLine &l : c.lines)
                for (const Vec3 &p : {l.from, l.to}) {
                    from = std::min(from, (p - tube.from).dot(along));
                    to = std::max(to, (p - tube.from).dot(along));
                }
            if (from > high + close)
                stay.to = std::min(stay.to, from - leastStub);
            else if (to < low - close)
                stay.from = std::max(stay.from, to + leastStub);
            else
                stay.landings.insert(stay.landings.end(), {from, to});
        }
    }
}

/// Stretches that overlap or leave no bar between them become one.
std::vector<Stay> joined(std::vector<Stay> stays) {
    std::sort(stays.begin(), stays.end(), [](const Stay &a, const Stay &b) { return a.from < b.from; });
    std::vector<Stay> out;
    for (Stay &s : stays) {
        if (out.empty() || s.from > out.back().to + leastStub) {
            out.push_back(std::move(s));
            continue;
        }
        Stay &a = out.back();
        a.to = std::max(a.to, s.to);
        std::move(s.passages.begin(), s.passages.end(), std::back_inserter(a.passages));
        a.slots.insert(a.slots.end(), s.slots.begin(), s.slots.end());
        a.landings.insert(a.landings.end(), s.landings.begin(), s.landings.end());
    }
    return out;
}

}  // namespace

bool Passage::holds(const Vec3 &at) const {
    if (!cuts) return false;
    if (tube) return armor::within(*tube, at);
    const Vec3 local = plate->axes.toLocal(at);
    return std::abs(local.z()) < plate->thickness / 2 && shape::inside(plate->outline, local.head<2>());
}

std::vector<Stay> staysOf(const armor::Assembly &assembly, const armor::TubePart &tube) {
    std::vector<Stay> out;
    const bool hollow = tube.section.shape == stock::SectionShape::RectTube || isRound(tube);
    if (!hollow || tube.taper > 0) return out;
    const double reach = std::max(tube.section.height, tube.section.width), wall = tube.properties.wall;
    const Vec3 along = tube.axes().x;
    for (Passage &p : passagesOf(assembly, tube)) {
        double low = 1e300, high = -1e300;
        for (const armor::Contact &c : p.contacts) {
            const auto [from, to] = p.span(c, [&](const Vec3 &at) { return (at - tube.from).dot(along); });
            low = std::min(low, from);
            high = std::max(high, to);
        }
        Stay stay{low - reach, high + reach, {}, {low, high}, {}};
        stay.passages.push_back(std::move(p));
        clip(stay, tube, low, high);
        heed(stay, assembly, tube, low, high);
        if (stay.from < low - wall && stay.to > high + wall) out.push_back(std::move(stay));
    }
    return joined(std::move(out));
}

}  // namespace hefty::proof
