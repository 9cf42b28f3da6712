#include "core/armor/flat.h"

#include <algorithm>
#include <cmath>

#include "core/armor/contact.h"

namespace hefty::armor {

Flat flatten(const Polygon3 &corners, const Axes *in) {
    Flat flat;
    if (corners.size() < 3) return flat;
    if (in) {
        flat.axes = *in;
    } else {
        const Vec3 normal = shape::newellNormal(corners);
        const auto axes = shape::axesAlong(corners[0], corners[1] - corners[0], normal);
        if (!axes) return flat;
        flat.axes = *axes;
    }
    for (const Vec3 &c : corners) {
        const Vec3 local = flat.axes.toLocal(c);
        flat.outline.emplace_back(local.x(), local.y());
    }
    if (shape::area(flat.outline) < 0) std::reverse(flat.outline.begin(), flat.outline.end());
    flat.valid = true;
    return flat;
}

bool alongRim(const Polygon2 &polygon, const Vec2 &p, const Vec2 &q) {
    const Vec2 mid = (p + q) / 2;
    for (std::size_t i = 0; i < polygon.size(); ++i) {
        const Vec2 a = polygon[i];
        const Vec2 d = polygon[(i + 1) % polygon.size()] - a;
        const double length = d.norm();
        if (length == 0) continue;
        const Vec2 n(-d.y() / length, d.x() / length);
        const double t = (mid - a).dot(d) / (length * length);
        if (std::abs((mid - a).dot(n)) < contactTolerance && t > -1e-6 && t < 1 + 1e-6 &&
            std::abs((q - p).normalized().dot(n)) < 0.02)
            return true;
    }
    return false;
}

Contact contactFrom(const Polygon2 &patch, const Axes &axes) {
    Contact contact;
    contact.area = shape::area(patch);
    contact.normal = axes.z;
    contact.center = axes.toWorld(shape::centroid(patch));
    for (const Vec2 &p : patch) contact.patch.push_back(axes.toWorld(p));
    return contact;
}

}  // namespace hefty::armor
