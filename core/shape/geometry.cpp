#include "core/shape/geometry.h"

#include <algorithm>
#include <cassert>
#include <cmath>
#include <limits>

namespace hefty::shape {
namespace {

double cross(const Vec2 &a, const Vec2 &b) {
    return a.x() * b.y() - a.y() * b.x();
}

}  // namespace

std::optional<Axes> axesAlong(const Vec3 &origin, const Vec3 &along, const Vec3 &up) {
    const double length = along.norm();
    const double upLength = up.norm();
    if (!(length > 0) || !(upLength > 0)) return std::nullopt;
    Axes axes;
    axes.origin = origin;
    axes.x = along / length;
    const Vec3 z = up / upLength - axes.x * axes.x.dot(up / upLength);
    if (!(z.norm() > 1e-9)) return std::nullopt;
    axes.z = z.normalized();
    axes.y = axes.z.cross(axes.x);
    return axes;
}

double area(std::span<const Vec2> polygon) {
    double twice = 0;
    for (std::size_t i = 0; i < polygon.size(); ++i)
        twice += cross(polygon[i], polygon[(i + 1) % polygon.size()]);
    return twice / 2;
}

double perimeter(std::span<const Vec2> polygon) {
    double sum = 0;
    for (std::size_t i = 0; i < polygon.size(); ++i)
        sum += (polygon[(i + 1) % polygon.size()] - polygon[i]).norm();
    return sum;
}

Vec2 centroid(std::span<const Vec2> polygon) {
    assert(!polygon.empty());
    const Vec2 base = polygon[0];  // keeps digits when the polygon is far from the origin
    Vec2 sum = Vec2::Zero();
    Vec2 mean = Vec2::Zero();
    double twice = 0;
    for (std::size_t i = 0; i < polygon.size(); ++i) {
        const Vec2 a = polygon[i] - base;
        const Vec2 b = polygon[(i + 1) % polygon.size()] - base;
        sum += (a + b) * cross(a, b);
        twice += cross(a, b);
        mean += a;
    }
    if (twice == 0) return base + mean / static_cast<double>(polygon.size());
    return base + sum / (3 * twice);
}

bool inside(std::span<const Vec2> polygon, const Vec2 &p) {
    bool in = false;
    for (std::size_t i = 0, j = polygon.size() - 1; i < polygon.size(); j = i++) {
        const Vec2 &a = polygon[i], &b = polygon[j];
        if ((a.y() > p.y()) != (b.y() > p.y()) &&
            p.x() < (b.x() - a.x()) * (p.y() - a.y()) / (b.y() - a.y()) + a.x())
            in = !in;
    }
    return in;
}

bool isConvex(std::span<const Vec2> polygon) {
    for (std::size_t i = 0; i < polygon.size(); ++i) {
        const Vec2 &p = polygon[i], &q = polygon[(i + 1) % polygon.size()];
        const Vec2 &r = polygon[(i + 2) % polygon.size()];
        if (cross(q - p, r - q) < -1e-9 * (q - p).norm() * (r - q).norm()) return false;
    }
    return true;
}

double fromRim(std::span<const Vec2> polygon, const Vec2 &point) {
    double least = std::numeric_limits<double>::infinity();
    for (std::size_t i = 0; i < polygon.size(); ++i) {
        const Vec2 &a = polygon[i];
        const Vec2 d = polygon[(i + 1) % polygon.size()] - a;
        const double squared = d.squaredNorm();
        const double t = squared > 0 ? std::clamp((point - a).dot(d) / squared, 0.0, 1.0) : 0;
        least = std::min(least, (a + d * t - point).norm());
    }
    return least;
}

bool contains(std::span<const Vec2> polygon, const Vec2 &point, double tolerance) {
    if (polygon.empty()) return false;
    const double rim = fromRim(polygon, point);
    return (inside(polygon, point) ? -rim : rim) <= tolerance;
}

Polygon2 intersectConvex(std::span<const Vec2> a, std::span<const Vec2> b) {
    Polygon2 kept(a.begin(), a.end());
    for (std::size_t i = 0; i < b.size() && !kept.empty(); ++i) {
        const Vec2 corner = b[i];
        const Vec2 edge = b[(i + 1) % b.size()] - corner;
        Polygon2 next;
        next.reserve(kept.size() + 2);
        for (std::size_t k = 0; k < kept.size(); ++k) {
            const Vec2 &p = kept[k];
            const Vec2 &q = kept[(k + 1) % kept.size()];
            const double sp = cross(edge, p - corner);
            const double sq = cross(edge, q - corner);
            if (sp >= 0) next.push_back(p);
            if ((sp > 0 && sq < 0) || (sp < 0 && sq > 0)) next.push_back(p + (q - p) * (sp / (sp - sq)));
        }
        kept = std::move(next);
    }
    if (kept.size() < 3) kept.clear();
    return kept;
}

Polygon2 convexHull(std::vector<Vec2> points) {
    std::sort(points.begin(), points.end(),
              [](const Vec2 &a, const Vec2 &b) { return a.x() != b.x() ? a.x() < b.x() : a.y() < b.y(); });
    if (points.size() < 3) return points;
    Polygon2 hull;
    const auto grow = [&hull](const Vec2 &p, std::size_t floor) {
        while (hull.size() >= floor + 2 && cross(hull.back() - hull[hull.size() - 2], p - hull.back()) <= 0)
            hull.pop_back();
        hull.push_back(p);
    };
    for (const Vec2 &p : points) grow(p, 0);
    const std::size_t lower = hull.size() - 1;
    for (auto it = points.rbegin() + 1; it != points.rend(); ++it) grow(*it, lower);
    hull.pop_back();
    return hull;
}

namespace {

std::optional<std::pair<double, double>> chordOfConvex(std::span<const Vec2> convex, const Vec2 &point,
                                                       const Vec2 &direction) {
    double from = -std::numeric_limits<double>::infinity();
    double to = std::numeric_limits<double>::infinity();
    for (std::size_t i = 0; i < convex.size(); ++i) {
        const Vec2 edge = convex[(i + 1) % convex.size()] - convex[i];
        const double rate = cross(edge, direction);
        const double inside = cross(edge, point - convex[i]);
        if (std::abs(rate) < 1e-12 * edge.norm()) {
            if (inside < 0) return std::nullopt;
        } else if (rate > 0) {
            from = std::max(from, -inside / rate);
        } else {
            to = std::min(to, -inside / rate);
        }
    }
    if (!(from < to) || !std::isfinite(from) || !std::isfinite(to)) return std::nullopt;
    return std::pair{from, to};
}

}  // namespace

std::optional<std::pair<double, double>> chord(std::span<const Vec2> polygon, const Vec2 &point,
                                               const Vec2 &direction) {
    if (isConvex(polygon)) return chordOfConvex(polygon, point, direction);
    std::vector<double> crossings;
    for (std::size_t i = 0; i < polygon.size(); ++i) {
        const Vec2 &a = polygon[i], &b = polygon[(i + 1) % polygon.size()];
        const double da = cross(direction, a - point), db = cross(direction, b - point);
        if ((da > 0) == (db > 0)) continue;
        crossings.push_back((a + (b - a) * (da / (da - db)) - point).dot(direction));
    }
    std::sort(crossings.begin(), crossings.end());
    std::optional<std::pair<double, double>> best;
    double least = std::numeric_limits<double>::infinity();
    for (std::size_t i = 0; i + 1 < crossings.size(); i += 2) {
        const double away = std::max({0.0, crossings[i], -crossings[i + 1]});
        if (away >= least) continue;
        least = away;
        best = std::pair{crossings[i], crossings[i + 1]};
    }
    return best;
}

double nearestParameter(const Vec3 &a, const Vec3 &b, const Vec3 &p) {
    const Vec3 d = b - a;
    const double squared = d.squaredNorm();
    if (squared == 0) return 0;
    return std::clamp((p - a).dot(d) / squared, 0.0, 1.0);
}

Vec3 newellNormal(std::span<const Vec3> polygon) {
    Vec3 sum = Vec3::Zero();
    for (std::size_t i = 0; i < polygon.size(); ++i)
        sum += (polygon[i] - polygon[0]).cross(polygon[(i + 1) % polygon.size()] - polygon[0]);
    return sum;
}

}  // namespace hefty::shape
