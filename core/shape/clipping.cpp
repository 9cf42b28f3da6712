#include "core/shape/clipping.h"

#include <algorithm>
#include <cmath>

#include <polyclipping/clipper.hpp>

namespace hefty::shape {
namespace {

constexpr double steps = 1e5;    // a mm
constexpr double sliver = 0.01;  // mm2: smaller pieces are what rounding leaves

ClipperLib::Path pathOf(const Polygon2 &ring, bool counterclockwise) {
    ClipperLib::Path out;
    for (const Vec2 &p : ring) out.emplace_back(std::llround(p.x() * steps), std::llround(p.y() * steps));
    if (ClipperLib::Orientation(out) != counterclockwise) ClipperLib::ReversePath(out);
    return out;
}

void add(ClipperLib::Clipper &clipper, const Region &region, ClipperLib::PolyType as) {
    clipper.AddPath(pathOf(region.rim, true), as, true);
    for (const Polygon2 &hole : region.holes) clipper.AddPath(pathOf(hole, false), as, true);
}

Polygon2 ringOf(const ClipperLib::Path &path) {
    Polygon2 out;
    for (const ClipperLib::IntPoint &p : path)
        out.emplace_back(static_cast<double>(p.X) / steps, static_cast<double>(p.Y) / steps);
    return out;
}

void gather(const ClipperLib::PolyNode &node, std::vector<Region> &out) {
    for (const ClipperLib::PolyNode *outer : node.Childs) {
        Region region{ringOf(outer->Contour), {}};
        for (const ClipperLib::PolyNode *hole : outer->Childs) {
            region.holes.push_back(ringOf(hole->Contour));
            gather(*hole, out);
        }
        if (std::abs(area(region.rim)) > sliver) out.push_back(std::move(region));
    }
}

std::vector<Region> run(ClipperLib::Clipper &clipper, ClipperLib::ClipType type) {
    ClipperLib::PolyTree tree;
    clipper.Execute(type, tree, ClipperLib::pftNonZero, ClipperLib::pftNonZero);
    std::vector<Region> out;
    gather(tree, out);
    return out;
}

}  // namespace

std::vector<Region> intersection(const Region &a, const Region &b) {
    ClipperLib::Clipper clipper;
    add(clipper, a, ClipperLib::ptSubject);
    add(clipper, b, ClipperLib::ptClip);
    return run(clipper, ClipperLib::ctIntersection);
}

std::vector<Region> unionOf(const std::vector<Region> &regions) {
    ClipperLib::Clipper clipper;
    for (const Region &r : regions) add(clipper, r, ClipperLib::ptSubject);
    return run(clipper, ClipperLib::ctUnion);
}

std::vector<Region> leftOf(const Region &region, const Vec2 &at, const Vec2 &along) {
    double far = 1;
    for (const Vec2 &p : region.rim) far = std::max(far, 2 * (p - at).norm());
    const Vec2 d = along.normalized() * far, n(-d.y(), d.x());
    return intersection(region, {{at - d, at + d, at + d + n, at - d + n}, {}});
}

}  // namespace hefty::shape
