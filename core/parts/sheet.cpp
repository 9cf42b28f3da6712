#include "core/parts/sheet.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace hefty::parts {
namespace {

double holeArea(const Hole &h) {
    return std::numbers::pi * h.diameter * h.diameter / 4 + h.slot * h.diameter;
}

/// A place in a sheet, of a coarse grid the one that is furthest from its edges.
Vec2 deepestOf(const SheetPart &sheet, const Vec2 &low, const Vec2 &high) {
    constexpr int steps = 12;
    Vec2 best = sheet.outline.front();
    double most = -1;
    for (int i = 1; i < steps; ++i)
        for (int j = 1; j < steps; ++j) {
            const Vec2 at = low + (high - low).cwiseProduct(Vec2(i, j) / steps);
            if (!sheet.covers(at) || sheet.fromEdge(at) <= most) continue;
            most = sheet.fromEdge(at);
            best = at;
        }
    return best;
}

}  // namespace

double SheetPart::area() const {
    double sum = shape::area(outline);
    for (const Hole &h : holes) sum -= holeArea(h);
    for (const Polygon2 &c : cutouts) sum -= std::abs(shape::area(c));
    return sum;
}

Vec3 SheetPart::center() const {
    Vec2 moment = shape::centroid(outline) * shape::area(outline);
    for (const Hole &h : holes) moment -= h.at * holeArea(h);
    for (const Polygon2 &c : cutouts) moment -= shape::centroid(c) * std::abs(shape::area(c));
    return axes.toWorld(Vec2(moment / area()));
}

bool SheetPart::covers(const Vec2 &at) const {
    return shape::inside(outline, at) && std::none_of(cutouts.begin(), cutouts.end(), [&](const Polygon2 &c) {
               return shape::inside(c, at);
           });
}

double SheetPart::fromEdge(const Vec2 &at) const {
    double least = shape::fromRim(outline, at);
    for (const Polygon2 &c : cutouts) least = std::min(least, shape::fromRim(c, at));
    return least;
}

std::optional<std::pair<double, double>> SheetPart::chord(const Vec2 &at, const Vec2 &along) const {
    auto span = shape::chord(outline, at, along);
    if (!span) return span;
    for (const Polygon2 &c : cutouts) {
        const auto hole = shape::chord(c, at, along);
        if (!hole || hole->second < span->first || hole->first > span->second) continue;
        if (hole->first >= 0)
            span->second = std::min(span->second, hole->first);
        else if (hole->second <= 0)
            span->first = std::max(span->first, hole->second);
        else
            return std::nullopt;  // the point is in the opening
    }
    return span;
}

void addCrossStrips(SheetPart &sheet) {
    Vec2 low = sheet.outline.front(), high = low;
    for (const Vec2 &p : sheet.outline) {
        low = low.cwiseMin(p);
        high = high.cwiseMax(p);
    }
    Vec2 middle = shape::centroid(sheet.outline);
    if (!sheet.covers(middle)) middle = deepestOf(sheet, low, high);
    const Vec2 size = high - low;
    for (const auto &[along, width] : {std::pair{Vec2(1, 0), size.y()}, std::pair{Vec2(0, 1), size.x()}})
        if (const auto span = sheet.chord(middle, along); span && span->second - span->first > 1)
            sheet.strips.push_back({middle + along * span->first, middle + along * span->second, width});
}

double outside(const SheetPart &sheet, const Vec3 &at) {
    const Vec3 local = sheet.axes.toLocal(at);
    const Vec2 p = local.head<2>();
    const double rim = sheet.covers(p) ? -sheet.fromEdge(p) : sheet.fromEdge(p);
    const Vec2 d(rim, std::abs(local.z()) - sheet.thickness / 2);
    return d.cwiseMax(0.0).norm() + std::min(std::max(d.x(), d.y()), 0.0);
}

}  // namespace hefty::parts
