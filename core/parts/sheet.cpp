#include "core/parts/sheet.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace hefty::parts {
namespace {

double holeArea(const Hole &h) {
    return std::numbers::pi * h.diameter * h.diameter / 4 + h.slot * h.diameter;
}

}  // namespace

double SheetPart::area() const {
    double sum = shape::area(outline);
    for (const Hole &h : holes) sum -= holeArea(h);
    return sum;
}

Vec3 SheetPart::center() const {
    Vec2 moment = shape::centroid(outline) * shape::area(outline);
    for (const Hole &h : holes) moment -= h.at * holeArea(h);
    return axes.toWorld(Vec2(moment / area()));
}

double outside(const SheetPart &sheet, const Vec3 &at) {
    const Vec3 local = sheet.axes.toLocal(at);
    const Vec2 p = local.head<2>();
    double rim = 1e300;
    for (std::size_t i = 0; i < sheet.outline.size(); ++i) {
        const Vec2 &a = sheet.outline[i], d = sheet.outline[(i + 1) % sheet.outline.size()] - a;
        const double t = std::clamp((p - a).dot(d) / d.squaredNorm(), 0.0, 1.0);
        rim = std::min(rim, (a + d * t - p).norm());
    }
    if (shape::inside(sheet.outline, p)) rim = -rim;
    const Vec2 d(rim, std::abs(local.z()) - sheet.thickness / 2);
    return d.cwiseMax(0.0).norm() + std::min(std::max(d.x(), d.y()), 0.0);
}

}  // namespace hefty::parts
