#include "core/parts/taper.h"

#include <algorithm>
#include <cmath>

namespace hefty::parts {
namespace {

/// The metal of a slice below the cut and within its miter, and its moment in the section.
struct Slice {
    double area = 0;
    Vec2 moment = Vec2::Zero();
};

Slice below(const Polygon2 &outside, const Polygon2 &inside, const Polygon2 &box) {
    Slice out;
    for (const auto &[ring, sign] : {std::pair{&outside, 1.0}, {&inside, -1.0}}) {
        const Polygon2 part = shape::intersectConvex(*ring, box);
        if (part.size() < 3) continue;
        const double area = sign * shape::area(part);
        out.area += area;
        out.moment += shape::centroid(part) * area;
    }
    return out;
}

}  // namespace

TakenOff takenOff(const BarPart &bar) {
    TakenOff out;
    if (!(bar.taper > 0) || !bar.hollow()) return out;
    stock::Section hollow = bar.section;
    hollow.height -= 2 * bar.section.wall;
    hollow.width -= 2 * bar.section.wall;
    const double radius = bar.properties.outerRadius;
    constexpr int chords = 192;  // a turn: the volume is exact to 1e-4
    const Polygon2 outside = outlineOf(bar.section, radius, chords),
                   inside = outlineOf(hollow, std::max(0.0, radius - bar.section.wall), chords);
    const Axes a = bar.axes();
    const double wide = bar.section.width, high = bar.section.height, start = bar.taperStart();
    // Along the bar of a place of the miter, for each millimeter across.
    const double lean = start < 0 ? -a.y.dot(bar.cutFrom) / a.x.dot(bar.cutFrom) : 0;
    const auto add = [&](double from, double to) {
        constexpr int slices = 24;
        constexpr double gauss = 0.28867513459481287;  // 1/(2 sqrt 3): two points a slice
        const double step = (to - from) / slices;
        for (int i = 0; i < 2 * slices; ++i) {
            const double station = from + (i / 2 + (i % 2 ? 0.5 + gauss : 0.5 - gauss)) * step;
            const double edge = lean != 0 ? station / lean : 0;  // of the miter in this slice
            const double left = lean > 0 ? std::min(wide, edge) : wide;
            const double right = lean < 0 ? std::max(-wide, edge) : -wide;
            const double top = high / 2 - bar.heightAt(station);
            if (!(left > right)) continue;
            const Slice s =
                below(outside, inside, {{right, -high}, {left, -high}, {left, top}, {right, top}});
            out.volume += s.area * step / 2;
            out.moment +=
                ((a.origin + a.x * station) * s.area + a.y * s.moment.x() + a.z * s.moment.y()) * (step / 2);
        }
    };
    const double whole = std::min(-start, bar.length());  // where the miter has passed the whole section
    if (whole > start) add(start, whole);
    add(whole, bar.length());
    return out;
}

}  // namespace hefty::parts
