#include "core/clearance/overlaps.h"

#include <algorithm>

#include "core/clearance/convex.h"

namespace hefty::clearance {
namespace {

/// What the shadows of a convex body on any axis follow from.
struct Shape {
    std::vector<Vec3> corners, normals, edges;  ///< directions of one axis each once, of unit length
    [[nodiscard]] std::pair<double, double> shadowOn(const Vec3 &axis) const {
        double low = 1e300, high = -1e300;
        for (const Vec3 &c : corners) {
            low = std::min(low, axis.dot(c));
            high = std::max(high, axis.dot(c));
        }
        return {low, high};
    }
};

void keepDirection(std::vector<Vec3> &known, const Vec3 &v) {
    constexpr double parallel = 1e-7;
    const double length = v.norm();
    if (!(length > 1e-9)) return;
    const Vec3 unit = v / length;
    for (const Vec3 &k : known)
        if (k.cross(unit).norm() < parallel) return;
    known.push_back(unit);
}

Result<Shape> shapeOf(const ConvexBody &body) {
    Shape s;
    for (const shape::Polygon3 &face : body.faces) {
        Vec3 normal = Vec3::Zero();
        for (std::size_t i = 0; i < face.size(); ++i) {
            const Vec3 &here = face[i], &next = face[(i + 1) % face.size()];
            normal += (here - face[0]).cross(next - face[0]);
            keepDirection(s.edges, next - here);
            s.corners.push_back(here);
        }
        keepDirection(s.normals, normal);
    }
    if (s.normals.size() < 3 || s.corners.size() < 4)
        return fail(ProblemKind::BadInput, "The part has no volume.", body.id, "Check its sizes.");
    return s;
}

/// How far one of two bodies would have to give way; 0 or less if they are apart. The way out of convex
/// bodies with flat faces is square to a face of one of them or to an edge of both.
double depthOf(const Shape &a, const Shape &b) {
    double depth = 1e300;
    const auto tryAxis = [&](const Vec3 &axis) {
        const auto [lowA, highA] = a.shadowOn(axis);
        const auto [lowB, highB] = b.shadowOn(axis);
        depth = std::min({depth, highA - lowB, highB - lowA});
        return depth > 0;
    };
    for (const Vec3 &n : a.normals)
        if (!tryAxis(n)) return depth;
    for (const Vec3 &n : b.normals)
        if (!tryAxis(n)) return depth;
    for (const Vec3 &e : a.edges)
        for (const Vec3 &f : b.edges)
            if (const Vec3 across = e.cross(f); across.norm() > 1e-6 && !tryAxis(across.normalized()))
                return depth;
    return depth;
}

/// Keeps the deepest pair of two names.
void keep(std::vector<Overlap> &out, Overlap found) {
    const auto known = std::find_if(out.begin(), out.end(),
                                    [&found](const Overlap &o) { return o.a == found.a && o.b == found.b; });
    if (known == out.end())
        out.push_back(std::move(found));
    else if (found.depth > known->depth)
        *known = std::move(found);
}

}  // namespace

Result<std::vector<Overlap>> overlaps(const std::vector<ConvexBody> &first,
                                      const std::vector<ConvexBody> &second, double least) {
    std::vector<Around> boxes;
    for (const ConvexBody &b : second) boxes.push_back(around(b));
    std::vector<std::optional<Shape>> others(second.size());
    std::vector<Overlap> out;
    for (const ConvexBody &a : first) {
        const Around box = around(a);
        std::optional<Shape> body;
        const auto ready = [](std::optional<Shape> &made, const ConvexBody &from) -> Result<void> {
            if (made) return {};
            auto shape = shapeOf(from);
            if (!shape) return tl::unexpected(shape.error());
            made = std::move(*shape);
            return {};
        };
        for (std::size_t i = 0; i < second.size(); ++i) {
            const Around shared = box.intersection(boxes[i]);
            if (shared.isEmpty() || shared.sizes().minCoeff() < least) continue;
            if (auto r = ready(body, a); !r) return tl::unexpected(r.error());
            if (auto r = ready(others[i], second[i]); !r) return tl::unexpected(r.error());
            const double depth = depthOf(*body, *others[i]);
            if (depth >= least) keep(out, {a.id, second[i].id, depth, shared.center()});
        }
    }
    std::stable_sort(out.begin(), out.end(),
                     [](const Overlap &a, const Overlap &b) { return a.depth > b.depth; });
    return out;
}

}  // namespace hefty::clearance
