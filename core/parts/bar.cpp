#include "core/parts/bar.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

namespace hefty::parts {
namespace {

using stock::SectionShape;

constexpr int chordsCorner = 3;  // of a rounded corner
constexpr int fibresRound = 72;

double miter(const Vec3 &cut, const Vec3 &along) {
    if (cut.squaredNorm() == 0) return 0;
    return std::acos(std::clamp(std::abs(cut.dot(along)) / (cut.norm() * along.norm()), 0.0, 1.0));
}

/// Distance of a point from a rectangle with rounded corners, around its middle.
double outsideBox(const Vec2 &p, double y, double z, double radius) {
    const Vec2 d(std::abs(p.x()) - (y - radius), std::abs(p.y()) - (z - radius));
    return d.cwiseMax(0.0).norm() + std::min(std::max(d.x(), d.y()), 0.0) - radius;
}

/// Middle of the area of an angle from its outer corner, along its legs.
Vec2 centerOfAngle(const stock::Section &s) {
    const double t = s.wall, upright = s.height * t, flat = (s.width - t) * t;
    return {(upright * t / 2 + flat * (t + s.width) / 2) / (upright + flat),
            (upright * s.height / 2 + flat * t / 2) / (upright + flat)};
}

double outsidePolygon(const Polygon2 &outline, const Vec2 &p) {
    double least = 1e300;
    for (std::size_t i = 0; i < outline.size(); ++i) {
        const Vec2 &a = outline[i], d = outline[(i + 1) % outline.size()] - a;
        const double t = std::clamp((p - a).dot(d) / d.squaredNorm(), 0.0, 1.0);
        least = std::min(least, (a + d * t - p).norm());
    }
    return shape::inside(outline, p) ? -least : least;
}

double outsideSection(const BarPart &bar, const Vec2 &p) {
    const stock::Section &s = bar.section;
    switch (s.shape) {
        case SectionShape::RoundTube:
            return p.norm() - s.height / 2;
        case SectionShape::RectTube:
            return outsideBox(p, s.width / 2, s.height / 2, bar.properties.outerRadius);
        case SectionShape::Flat:
            return outsideBox(p, s.width / 2, s.height / 2, 0);
        case SectionShape::Angle:
        case SectionShape::Channel:
        case SectionShape::Hat:
        case SectionShape::HalfTube:
        case SectionShape::TubeCorner:
            break;
    }
    return outsidePolygon(outlineOf(bar), p);
}

/// Adds points between the corners of a polygon so that none are further apart than a step.
Polygon2 closer(const Polygon2 &outline, double step) {
    Polygon2 out;
    for (std::size_t i = 0; i < outline.size(); ++i) {
        const Vec2 &a = outline[i], &b = outline[(i + 1) % outline.size()];
        const int parts = std::max(1, static_cast<int>(std::ceil((b - a).norm() / step)));
        for (int k = 0; k < parts; ++k) out.push_back(a + (b - a) * k / parts);
    }
    return out;
}

constexpr double grazing = 0.01;  // mm: of bars of one size the outermost lines only graze

/// Follows a line until it meets a surface, by its distance from it.
std::optional<double> traced(const Surface &onto, const Vec3 &from, const Vec3 &along, double most) {
    constexpr double close = 1e-7;
    constexpr int mostSteps = 400;
    double s = 0, least = 1e300, at = 0;
    for (int i = 0; i < mostSteps && s < most; ++i) {
        const double free = onto.outside(from + along * s);
        if (free < close) return i == 0 ? std::nullopt : std::optional<double>(s);
        if (free < least) {
            least = free;
            at = s;
        }
        s += free;
    }
    return least < grazing ? std::optional<double>(at) : std::nullopt;
}

/// Where a line of a bar, followed outward, meets the first of the surfaces; how far before the end of the
/// path.
std::optional<double> meets(const Vec3 &end, const Vec3 &outward, double before, double beyond,
                            std::span<const Surface> onto) {
    std::optional<double> first;
    const Vec3 start = end - outward * before;
    for (const Surface &s : onto) {
        const auto hit = s.meets ? s.meets(start, outward) : traced(s, start, outward, before + beyond);
        if (hit && *hit > 0 && *hit < before + beyond && (!first || *hit < *first)) first = hit;
    }
    return first ? std::optional<double>(before - *first) : std::nullopt;
}

/// The first meeting of a line with a cylinder that goes on endlessly.
std::optional<double> meetsCylinder(const Vec3 &at, const Vec3 &axis, double radius, const Vec3 &from,
                                    const Vec3 &along) {
    const Vec3 d = along - axis * along.dot(axis), m = (from - at) - axis * (from - at).dot(axis);
    const double a = d.squaredNorm(), b = d.dot(m);
    constexpr double parallel = 1e-12;
    if (a < parallel) return std::nullopt;
    const double nearest = (m - d * (b / a)).norm();
    if (nearest > radius + grazing || m.norm() <= radius) return std::nullopt;
    const double half = std::sqrt(std::max(0.0, radius * radius - nearest * nearest) / a);
    return -b / a - half;
}

/// Points of the metal of a section with their share of its area.
/// @param step  of a round one every so many of its fibres
std::vector<std::pair<Vec2, double>> metalOf(const BarPart &bar, std::size_t step) {
    std::vector<std::pair<Vec2, double>> out;
    const Polygon2 outline = fibresOf(bar);
    const double wall = bar.section.wall;
    if (bar.round()) {
        const double R = bar.section.height / 2, r = std::max(0.0, R - wall);
        const double off = std::sqrt(0.6) * (R - r) / 2;  // Gauss, three points
        double sum = 0;
        for (const auto &[at, weight] : {std::pair((R + r) / 2 - off, 5.0), std::pair((R + r) / 2, 8.0),
                                         std::pair((R + r) / 2 + off, 5.0)})
            for (std::size_t i = 0; i < outline.size(); i += step) {
                out.emplace_back(outline[i] * (at / R), weight * at);
                sum += weight * at;
            }
        for (auto &[p, share] : out) share /= sum;
        return out;
    }
    const double y = bar.section.width / 2, z = bar.section.height / 2;
    for (const Vec2 &p : outline) {
        const Vec2 middle =
            bar.hollow() ? Vec2(p.x() * (1 - wall / 2 / y), p.y() * (1 - wall / 2 / z)) : p / 2;
        out.emplace_back(middle, 1.0 / static_cast<double>(outline.size()));
    }
    return out;
}

}  // namespace

bool BarPart::round() const {
    return section.shape == SectionShape::RoundTube;
}
bool BarPart::hollow() const {
    return section.shape == SectionShape::RectTube || (round() && 2 * section.wall < section.height);
}

std::vector<Span> BarPart::spans() const {
    if (auto path = course(from, bends, to, up)) return std::move(*path);
    Span s;  // a bar that cannot be built is told where it is made; here it stays what its ends say
    s.from = from;
    s.to = to;
    s.length = (to - from).norm();
    s.along = s.length > 0 ? Vec3((to - from) / s.length) : Vec3::UnitX();
    const auto axes = shape::axesAlong(from, s.along, up);
    s.up = axes ? axes->z : s.along.unitOrthogonal();
    return {s};
}

double BarPart::length() const {
    if (straight()) return (to - from).norm();
    const auto all = spans();
    return all.back().start + all.back().length;
}

Axes BarPart::axes() const {
    if (straight()) return shape::axesAlong(from, to - from, up).value_or(Axes{});
    return spans().front().axesAt(0);
}

Axes BarPart::axesAt(double station) const {
    const auto all = spans();
    const Span *at = &all.front();
    for (const Span &s : all)
        if (s.start <= station + 1e-9) at = &s;
    return at->axesAt(station - at->start);
}

double BarPart::stationOf(const Vec3 &at) const {
    return nearestOn(spans(), at).station;
}

double BarPart::miterFrom() const {
    return miter(cutFrom, axes().x);
}
double BarPart::miterTo() const {
    return miter(cutTo, straight() ? Vec3(to - from) : axesAt(length()).x);
}

double BarPart::cutLength() const {
    const double path = length();
    if (trimFrom.cut() || trimTo.cut()) {
        const std::size_t count = std::max(trimFrom.reach.size(), trimTo.reach.size());
        double longest = 0;
        for (std::size_t i = 0; i < count; ++i)
            longest = std::max(longest, path - (trimFrom.cut() ? trimFrom.reach[i] : 0) -
                                            (trimTo.cut() ? trimTo.reach[i] : 0));
        return longest;
    }
    // A miter lies in the plane of the bend; the piece is longest on one edge, half the section's
    // width away from the center line.
    const Axes a = axes(), b = straight() ? a : axesAt(path);
    double longest = 0;
    for (const double y : {-section.width / 2, section.width / 2})
        for (const double z : {-section.height / 2, section.height / 2}) {
            double edge = path;
            if (cutTo.squaredNorm() > 0) edge -= Vec3(b.y * y + b.z * z).dot(cutTo) / b.x.dot(cutTo);
            if (cutFrom.squaredNorm() > 0) edge += Vec3(a.y * y + a.z * z).dot(cutFrom) / a.x.dot(cutFrom);
            longest = std::max(longest, edge);
        }
    return longest;
}

double BarPart::taperStart() const {
    if (cutFrom.squaredNorm() == 0) return 0;
    const Axes a = axes();
    return -std::abs(a.y.dot(cutFrom) / a.x.dot(cutFrom)) * section.width / 2;
}

double BarPart::heightAt(double station) const {
    if (taper == 0) return section.height;
    const double start = taperStart();
    const double on = std::clamp((station - start) / (length() - start), 0.0, 1.0);
    return section.height - taperFrom - (taper - taperFrom) * on;
}

BarPart BarPart::straightPiece(const Span &span) const {
    BarPart out = *this;
    out.bends.clear();
    out.trimFrom = out.trimTo = {};
    out.from = span.from;
    out.to = span.to;
    out.up = span.up;
    if ((span.from - from).norm() > 1e-9) out.cutFrom = Vec3::Zero();
    if ((span.to - to).norm() > 1e-9) out.cutTo = Vec3::Zero();
    return out;
}

namespace {

/// Moved so that the middle of its area lies at zero.
Polygon2 centered(Polygon2 outline) {
    const Vec2 c = shape::centroid(outline);
    for (Vec2 &p : outline) p -= c;
    return outline;
}

/// Half a ring over a cut along y, its hollow below.
Polygon2 halfTubeOutline(const stock::Section &s, int chordsRound) {
    const double R = s.width / 2, r = R - s.wall;
    const int chords = std::max(6, chordsRound / 2);
    Polygon2 out;
    for (int i = 0; i <= chords; ++i) {
        const double a = std::numbers::pi * i / chords;
        out.emplace_back(R * std::cos(a), R * std::sin(a));
    }
    for (int i = chords; i >= 0; --i) {
        const double a = std::numbers::pi * i / chords;
        out.emplace_back(r * std::cos(a), r * std::sin(a));
    }
    return centered(std::move(out));
}

/// Web upright, flanges toward +y.
Polygon2 channelOutline(const stock::Section &s) {
    const double h = s.height / 2, b = s.width, t = s.wall;
    return centered({{0, -h}, {b, -h}, {b, -h + t}, {t, -h + t}, {t, h - t}, {b, h - t}, {b, h}, {0, h}});
}

/// Two legs from a rounded corner.
Polygon2 cornerOutline(const stock::Section &s, double ro) {
    const double b = s.width, h = s.height, t = s.wall, ri = std::max(0.0, ro - t);
    Polygon2 out{{b, 0}, {b, t}};
    const auto arc = [&out](double c, double radius, double from, double to) {
        for (int i = 0; i <= chordsCorner; ++i) {
            const double a = from + (to - from) * i / chordsCorner;
            out.emplace_back(c + radius * std::cos(a), c + radius * std::sin(a));
        }
    };
    constexpr double pi = std::numbers::pi;
    if (ri > 0)
        arc(t + ri, ri, 1.5 * pi, pi);
    else
        out.emplace_back(t, t);
    out.emplace_back(t, h);
    out.emplace_back(0, h);
    arc(ro, ro, pi, 1.5 * pi);
    return centered(std::move(out));
}

}  // namespace

std::vector<std::pair<Vec2, Vec2>> flatsOf(const BarPart &bar) {
    const stock::Section &s = bar.section;
    const Polygon2 outline = outlineOf(bar);
    std::vector<std::pair<Vec2, Vec2>> out;
    if (s.shape == SectionShape::RoundTube) return out;
    // Chords of roundings are short; of a half tube only the two edges of its wall are flat.
    const double chord = s.shape == SectionShape::HalfTube     ? 0
                         : bar.properties.outerRadius > 0      ? 0.6 * bar.properties.outerRadius
                         : s.shape == SectionShape::TubeCorner ? 0.6 * s.radius
                                                               : 0;
    for (std::size_t i = 0; i < outline.size(); ++i) {
        const Vec2 &p = outline[i], &q = outline[(i + 1) % outline.size()], d = q - p;
        if (s.shape == SectionShape::HalfTube ? std::abs(d.y()) < 1e-9 && std::abs(d.x()) > 0.5
                                              : d.norm() > chord)
            out.emplace_back(p, q);
    }
    return out;
}

Polygon2 outlineOf(const stock::Section &s, double r, int chordsRound) {
    const double y = s.width / 2, z = s.height / 2;
    Polygon2 out;
    if (s.shape == SectionShape::RoundTube) {
        for (int i = 0; i < chordsRound; ++i) {
            const double a = 2 * std::numbers::pi * i / chordsRound;
            out.emplace_back(z * std::cos(a), z * std::sin(a));
        }
        return out;
    }
    if (s.shape == SectionShape::HalfTube) return halfTubeOutline(s, chordsRound);
    if (s.shape == SectionShape::Channel) return channelOutline(s);
    if (s.shape == SectionShape::TubeCorner) return cornerOutline(s, r);
    if (s.shape == SectionShape::Angle) {
        const Vec2 c = centerOfAngle(s);
        for (const Vec2 &p : {Vec2(0, 0), Vec2(s.width, 0), Vec2(s.width, s.wall), Vec2(s.wall, s.wall),
                              Vec2(s.wall, s.height), Vec2(0, s.height)})
            out.push_back(p - c);
        return out;
    }
    const double round = s.shape == SectionShape::RectTube ? r : 0;
    for (int corner = 0; corner < 4; ++corner) {
        const double sy = corner == 0 || corner == 3 ? 1 : -1, sz = corner < 2 ? 1 : -1;
        if (!(round > 0)) {
            out.emplace_back(sy * y, sz * z);
            continue;
        }
        const int chords = chordsRound / 8;
        for (int i = 0; i <= chords; ++i) {
            const double a = std::numbers::pi / 2 * (corner + static_cast<double>(i) / chords);
            out.emplace_back(sy * (y - round) + round * std::cos(a), sz * (z - round) + round * std::sin(a));
        }
    }
    return out;
}

Polygon2 outlineOf(const BarPart &bar) {
    return outlineOf(bar.section, bar.properties.outerRadius);
}

Polygon2 fibresOf(const BarPart &bar) {
    if (bar.round()) return outlineOf(bar.section, 0, fibresRound);
    return closer(outlineOf(bar), std::max(4.0, std::max(bar.section.height, bar.section.width) / 12));
}

double outside(const BarPart &bar, const std::vector<Span> &spans, const Vec3 &at) {
    const OnCourse on = nearestOn(spans, at, true);
    const Vec3 local = on.axes.toLocal(at);
    return outsideSection(bar, local.tail<2>());
}

Surface surfaceOf(const BarPart &bar) {
    Surface out{[bar, spans = bar.spans()](const Vec3 &at) { return outside(bar, spans, at); }};
    if (bar.round() && bar.straight())
        out.meets = [at = bar.from, axis = bar.axes().x, radius = bar.section.height / 2](const Vec3 &from,
                                                                                          const Vec3 &along) {
            return meetsCylinder(at, axis, radius, from, along);
        };
    return out;
}

Surface planesOf(const Vec3 &middle, const Vec3 &normal, double thickness) {
    Surface out{[middle, normal, thickness](const Vec3 &at) {
        return std::abs((at - middle).dot(normal)) - thickness / 2;
    }};
    out.meets = [middle, normal, thickness](const Vec3 &from, const Vec3 &along) -> std::optional<double> {
        const double height = (from - middle).dot(normal), rate = along.dot(normal);
        constexpr double parallel = 1e-9;
        if (std::abs(rate) < parallel || std::abs(height) <= thickness / 2) return std::nullopt;
        return ((height > 0 ? thickness / 2 : -thickness / 2) - height) / rate;
    };
    return out;
}

bool trimEnd(BarPart &bar, bool atTo, std::span<const Surface> onto) {
    const auto spans = bar.spans();
    const Span &last = atTo ? spans.back() : spans.front();
    if (!last.straight()) return false;
    const Axes axes = last.axesAt(0);
    const Vec3 end = atTo ? bar.to : bar.from, outward = atTo ? axes.x : Vec3(-axes.x);
    const double beyond = 4 * std::max(bar.section.height, bar.section.width);
    EndTrim trim = atTo ? bar.trimTo : bar.trimFrom;
    trim.reach.clear();
    for (const Vec2 &p : fibresOf(bar)) {
        const auto hit = meets(end + axes.y * p.x() + axes.z * p.y(), outward, last.length, beyond, onto);
        if (!hit) return false;
        trim.reach.push_back(*hit);
    }
    // What is traced step by step is looked at more sparsely.
    const bool closed =
        std::all_of(onto.begin(), onto.end(), [](const Surface &surface) { return bool(surface.meets); });
    const auto metal = metalOf(bar, closed ? 1 : 3);
    std::vector<double> hits;
    trim.mean = 0;
    for (const auto &[p, share] : metal) {
        const auto hit = meets(end + axes.y * p.x() + axes.z * p.y(), outward, last.length, beyond, onto);
        if (!hit) return false;
        hits.push_back(*hit);
        trim.mean += *hit * share;
    }
    trim.slant = Vec3::Zero();
    for (std::size_t i = 0; i < metal.size(); ++i) {
        const auto &[p, share] = metal[i];
        const double more = trim.mean - hits[i];
        trim.slant += Vec3(more * more / 2, p.x() * more, p.y() * more) * share;
    }
    (atTo ? bar.trimTo : bar.trimFrom) = std::move(trim);
    return true;
}

}  // namespace hefty::parts
