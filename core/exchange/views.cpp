#include "core/exchange/views.h"

#include <array>
#include <cmath>
#include <map>
#include <tuple>

#include "core/base/constants.h"
#include "core/outline/drawing.h"

namespace hefty::exchange {
namespace {

using armor::Solid;
using shape::Vec2;
using shape::Vec3;

using Key = std::tuple<long, long, long>;

Key keyOf(const Vec3 &p) {
    constexpr double same = 0.02;  // mm: corners nearer than this are one
    return {std::lround(p.x() / same), std::lround(p.y() / same), std::lround(p.z() / same)};
}

/// The same for both ways along a line.
std::pair<Key, Key> bothOf(const Vec3 &a, const Vec3 &b) {
    const Key one = keyOf(a), other = keyOf(b);
    return one < other ? std::pair{one, other} : std::pair{other, one};
}

Vec3 normalOf(const shape::Polygon3 &corners) {
    Vec3 sum = Vec3::Zero();
    for (std::size_t i = 0; i < corners.size(); ++i)
        sum += corners[i].cross(corners[(i + 1) % corners.size()]);
    return sum.norm() > 0 ? Vec3(sum.normalized()) : Vec3::UnitZ();
}

/// An edge of a solid with the faces that meet in it.
struct Edge {
    Vec3 from, to;
    std::vector<Vec3> normals;
};

bool isDrawn(const Edge &e, const Vec3 &toViewer) {
    static const double sharp = std::cos(radians(25));
    if (e.normals.size() != 2) return true;
    if (e.normals[0].dot(e.normals[1]) < sharp) return true;
    return (e.normals[0].dot(toViewer) > 0) != (e.normals[1].dot(toViewer) > 0);
}

std::vector<Edge> edgesOf(const Solid &solid) {
    std::map<std::pair<Key, Key>, Edge> edges;
    const auto ring = [&edges](const shape::Polygon3 &corners, const Vec3 &normal) {
        for (std::size_t i = 0; i < corners.size(); ++i) {
            const Vec3 &a = corners[i], &b = corners[(i + 1) % corners.size()];
            const auto key = bothOf(a, b);
            if (key.first == key.second) continue;
            Edge &e = edges[key];
            e.from = a;
            e.to = b;
            e.normals.push_back(normal);
        }
    };
    for (const Solid::Face &f : solid.faces) {
        const Vec3 normal = normalOf(f.corners);
        ring(f.corners, normal);
        for (const shape::Polygon3 &hole : f.holes) ring(hole, normal);
    }
    std::vector<Edge> out;
    for (auto &[key, e] : edges) out.push_back(std::move(e));
    return out;
}

}  // namespace

std::span<const ViewWay> viewWays() {
    static const std::array<ViewWay, 3> ways{{{"side", -Vec3::UnitX(), Vec3::UnitZ()},
                                              {"above", -Vec3::UnitY(), Vec3::UnitX()},
                                              {"ahead", Vec3::UnitY(), Vec3::UnitZ()}}};
    return ways;
}

std::vector<std::pair<Vec2, Vec2>> edgesSeen(const armor::Assembly &assembly, const ViewWay &way) {
    std::map<std::pair<Key, Key>, std::pair<Vec2, Vec2>> lines;
    const auto onPaper = [&way](const Vec3 &p) { return Vec2(p.dot(way.right), p.dot(way.up)); };
    const auto flat = [](const Vec2 &p) { return Vec3(p.x(), p.y(), 0); };
    for (const Solid &s : assembly.solids)
        for (const Edge &e : edgesOf(s)) {
            if (!isDrawn(e, way.toViewer())) continue;
            const Vec2 a = onPaper(e.from), b = onPaper(e.to);
            if ((b - a).norm() < 0.05) continue;  // it runs toward the viewer
            lines.insert({bothOf(flat(a), flat(b)), {a, b}});
        }
    std::vector<std::pair<Vec2, Vec2>> out;
    for (const auto &[key, line] : lines) out.push_back(line);
    return out;
}

std::string viewDxf(const armor::Assembly &assembly, const ViewWay &way) {
    std::vector<outline::MarkLine> marks;
    for (const auto &[from, to] : edgesSeen(assembly, way)) marks.push_back({from, to, "mark"});
    return outline::writeDxf({}, marks);
}

}  // namespace hefty::exchange
