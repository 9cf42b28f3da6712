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

/// Of a rectangle with rounded corners about the origin what lies below a height: closed form.
Slice below(double width, double height, double radius, double top) {
    const double r = radius, flat = width - 2 * r, c = height / 2 - r;
    Slice out;
    const auto add = [&out](double area, double moment) {
        out.area += area;
        out.moment.y() += moment;
    };
    // s sqrt(r2 - s2) + r2 asin(s/r) is the integral of 2 sqrt(r2 - s2), the chord of the corners' circles
    const auto chords = [r](double s) {
        return r > 0 ? s * std::sqrt(std::max(0.0, r * r - s * s)) +
                           r * r * std::asin(std::clamp(s / r, -1.0, 1.0))
                     : 0.0;
    };
    const auto chordMoment = [r](double s) { return -2.0 / 3 * std::pow(std::max(0.0, r * r - s * s), 1.5); };
    if (top <= -height / 2) return out;
    const double low = std::min(top + c, 0.0);
    const double lower = flat * (low + r) + chords(low) - chords(-r);
    add(lower, -c * lower + flat * (low * low - r * r) / 2 + chordMoment(low));
    if (top <= -c) return out;
    const double middle = std::min(top, c);
    add(width * (middle + c), width * (middle * middle - c * c) / 2);
    if (top <= c) return out;
    const double high = std::min(top - c, r);
    const double upper = flat * high + chords(high);
    add(upper, c * upper + flat * high * high / 2 + chordMoment(high) - chordMoment(0));
    return out;
}

/// The same where a miter takes off one side too.
Slice within(const Polygon2 &ring, const Polygon2 &box) {
    Slice out;
    const Polygon2 part = shape::intersectConvex(ring, box);
    if (part.size() < 3) return out;
    out.area = shape::area(part);
    out.moment = shape::centroid(part) * out.area;
    return out;
}

}  // namespace

TakenOff takenOff(const BarPart &bar) {
    TakenOff out;
    if (!(bar.taper > 0) || !bar.hollow()) return out;
    stock::Section hollow = bar.section;
    hollow.height -= 2 * bar.section.wall;
    hollow.width -= 2 * bar.section.wall;
    const double radius = bar.properties.outerRadius, innerRadius = std::max(0.0, radius - bar.section.wall);
    constexpr int chords = 96;  // a turn: the volume is exact to 1e-4
    const Polygon2 outside = outlineOf(bar.section, radius, chords),
                   inside = outlineOf(hollow, innerRadius, chords);
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
            const bool isWhole = left >= wide / 2 && right <= -wide / 2;
            const Polygon2 box{{right, -high}, {left, -high}, {left, top}, {right, top}};
            const Slice o = isWhole ? below(wide, high, radius, top) : within(outside, box);
            const Slice h =
                isWhole ? below(hollow.width, hollow.height, innerRadius, top) : within(inside, box);
            const double area = o.area - h.area;
            const Vec2 moment = o.moment - h.moment;
            out.volume += area * step / 2;
            out.moment +=
                ((a.origin + a.x * station) * area + a.y * moment.x() + a.z * moment.y()) * (step / 2);
        }
    };
    const double whole = std::min(-start, bar.length());  // where the miter has passed the whole section
    if (whole > start) add(start, whole);
    add(whole, bar.length());
    return out;
}

}  // namespace hefty::parts
