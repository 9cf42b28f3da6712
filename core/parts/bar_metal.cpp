#include <algorithm>
#include <cmath>

#include "core/parts/bar.h"
#include "core/parts/taper.h"

namespace hefty::parts {
namespace {

/// Before a taper takes some of it off.
double volumeUntapered(const BarPart &bar) {
    const double perLength =
        bar.material.density > 0 ? bar.properties.massPerLength / bar.material.density : bar.properties.area;
    return perLength * std::max(0.0, bar.length() - bar.trimFrom.mean - bar.trimTo.mean);
}

/// The same as EndTrim::slant of an end that is mitered: what lies beyond the middle of the cut grows in
/// proportion to the distance from it.
Vec3 miterSlant(const BarPart &bar, const Axes &axes, const Vec3 &outward, const Vec3 &cut) {
    const double along = cut.dot(outward), A = bar.properties.area;
    if (cut.squaredNorm() == 0 || std::abs(along) < 1e-6 || !(A > 0)) return Vec3::Zero();
    const double ky = -cut.dot(axes.y) / along, kz = -cut.dot(axes.z) / along;
    const double yy = bar.properties.Iz / A, zz = bar.properties.Iy / A, yz = bar.properties.Iyz / A;
    return {(ky * ky * yy + kz * kz * zz + 2 * ky * kz * yz) / 2, ky * yy + kz * yz, kz * zz + ky * yz};
}

/// What a slanted cut adds to the moment of a bar's length about its mean cut [mm2]: fibres that go on beyond
/// it lie on one side.
Vec3 slantOf(const BarPart &bar, bool atTo) {
    const EndTrim &trim = atTo ? bar.trimTo : bar.trimFrom;
    const Axes a = bar.axesAt(atTo ? bar.length() : 0);
    const Vec3 outward = atTo ? a.x : Vec3(-a.x);
    const Vec3 s = trim.cut() ? trim.slant : miterSlant(bar, a, outward, atTo ? bar.cutTo : bar.cutFrom);
    return outward * s.x() + a.y * s.y() + a.z * s.z();
}

}  // namespace

BarMetal metalOf(const BarPart &bar) {
    const TakenOff off = takenOff(bar);
    const double whole = volumeUntapered(bar), left = std::max(0.0, whole - off.volume);
    const auto spans = bar.spans();
    Vec3 moment = slantOf(bar, false) + slantOf(bar, true);
    double sum = 0;
    for (std::size_t i = 0; i < spans.size(); ++i) {
        const Span &s = spans[i];
        double low = 0, high = s.length;
        if (i == 0 && s.straight()) low = bar.trimFrom.mean;
        if (i + 1 == spans.size() && s.straight()) high -= bar.trimTo.mean;
        if (s.straight()) {
            moment += (s.from + s.along * ((low + high) / 2)) * (high - low);
            sum += high - low;
            continue;
        }
        // The metal outside of the bend has further to go: its center lies I/(A R) outside the line's.
        const bool upright = std::abs(s.up.dot(s.axis)) < 0.7;
        const double I = upright ? bar.properties.Iy : bar.properties.Iz;
        const double radius = s.radius + (bar.properties.area > 0 ? I / (bar.properties.area * s.radius) : 0);
        const Vec3 middle = (s.axesAt(s.length / 2).origin - s.center).normalized();
        moment += (s.center + middle * (radius * std::sin(s.angle / 2) / (s.angle / 2))) * s.length;
        sum += s.length;
    }
    if (!(sum > 0)) return {left, bar.from};
    if (!(off.volume > 0 && off.volume < whole)) return {left, moment / sum};
    return {left, (moment / sum * whole - off.moment) / left};
}

double barVolume(const BarPart &bar) {
    return metalOf(bar).volume;
}

Vec3 barCenter(const BarPart &bar) {
    return metalOf(bar).center;
}

}  // namespace hefty::parts
