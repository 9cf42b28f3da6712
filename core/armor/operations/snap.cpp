#include "core/armor/operations/snap.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace hefty::armor {
namespace {

double offSight(const Sight &s, const Vec3 &p) {
    const Vec3 d = p - s.through;
    return (d - d.dot(s.toViewer) * s.toViewer).norm();
}

/// Station of the place of a straight stretch that a line of sight passes nearest; the stretch seen from its
/// end gives its middle.
double stationAlong(const Span &span, const Sight &s) {
    const Vec3 seen = span.along - span.along.dot(s.toViewer) * s.toViewer;
    if (!(seen.norm() > 1e-3)) return span.length / 2;
    return std::clamp((s.through - span.from).dot(seen) / seen.squaredNorm(), 0.0, span.length);
}

/// The same place on the wall that faces the viewer.
Snap facing(Snap snap, const Assembly &assembly, const Vec3 &toViewer) {
    const char *word = directionWord(toViewer);
    const Vec3 on = onWall(assembly, snap.part, snap.at, *directionOf(word));
    if ((on - snap.at).norm() < 1e-9) return snap;
    snap.at = on;
    snap.place["wall"] = word;
    snap.name.text += fmt::format(", its {} wall", word);
    return snap;
}

/// On a whole step along a bar.
Snap onBar(const Assembly &assembly, const BarPart &bar, double near, double step) {
    const double station = std::clamp(std::round(near / step) * step, 0.0, bar.length());
    return {{{"part", bar.name}, {"station", station}},
            {fmt::format("{{0}} from the start of {}", assembly.labelOf(bar.name)), {{station}}},
            bar.name,
            bar.axesAt(station).origin};
}

std::optional<Snap> alongBars(const Assembly &assembly, const Sight &sight) {
    std::optional<Snap> along;
    double nearest = sight.reach;
    for (const BarPart &b : assembly.bars)
        for (const Span &span : b.spans()) {
            if (!span.straight()) continue;
            const double here = span.start + stationAlong(span, sight);
            Snap snap = onBar(assembly, b, here, sight.step);
            const double off = offSight(sight, snap.at);
            if (off > nearest) continue;
            nearest = off;
            along = std::move(snap);
        }
    return along;
}

}  // namespace

std::optional<Vec3> directionOf(std::string_view word) {
    for (const auto &[name, way] : directionWords)
        if (word == name) return way;
    return std::nullopt;
}

const char *directionWord(const Vec3 &toward) {
    const auto best = std::max_element(
        directionWords.begin(), directionWords.end(),
        [&toward](const auto &a, const auto &b) { return a.second.dot(toward) < b.second.dot(toward); });
    return best->first;
}

Vec3 onWall(const Assembly &assembly, const std::string &part, const Vec3 &at, const Vec3 &toward) {
    if (const BarPart *bar = assembly.bar(part)) {
        const Axes axes = bar->axesAt(bar->stationOf(at));
        const Vec2 way(toward.dot(axes.y), toward.dot(axes.z));
        if (!(way.norm() > 1e-3)) return at;
        double depth = bar->round() ? bar->section.height / 2 : 0;  // of the section's outside that way
        if (!bar->round())
            for (const Vec2 &corner : outlineOf(*bar)) depth = std::max(depth, corner.dot(way.normalized()));
        return at + depth * (way.x() * axes.y + way.y() * axes.z).normalized();
    }
    if (const SheetPart *sheet = assembly.sheet(part))
        return at + sheet->thickness / 2 * (sheet->axes.z.dot(toward) < 0 ? -1 : 1) * sheet->axes.z;
    return at;
}

std::vector<Snap> snaps(const Assembly &assembly, const rig::RigGeometry &rig) {
    std::vector<Snap> out;
    for (const BarPart &b : assembly.bars) {
        const std::string label = assembly.labelOf(b.name);
        for (const auto &[word, share] : {std::pair{"start", 0.0}, {"middle", 0.5}, {"end", 1.0}})
            out.push_back({{{"part", b.name}, {"station", word}},
                           fmt::format("{} of {}", word, label),
                           b.name,
                           b.axesAt(share * b.length()).origin});
    }
    for (const SheetPart &s : assembly.sheets) {
        const std::string label = assembly.labelOf(s.name);
        out.push_back({{{"part", s.name}},
                       fmt::format("middle of {}", label),
                       s.name,
                       s.axes.toWorld(shape::centroid(s.outline))});
        for (std::size_t i = 0; i < s.outline.size(); ++i)
            out.push_back({{{"part", s.name}, {"corner", i + 1}},
                           fmt::format("corner {} of {}", i + 1, label),
                           s.name,
                           s.axes.toWorld(s.outline[i])});
        constexpr double worth = 25;  // mm: the middles of shorter edges are told by their corners
        for (std::size_t i = 0; i < s.outline.size(); ++i) {
            const Vec2 &p = s.outline[i], &q = s.outline[(i + 1) % s.outline.size()];
            if ((q - p).norm() < worth) continue;
            out.push_back({{{"part", s.name}, {"edge", i + 1}},
                           fmt::format("middle of edge {} of {}", i + 1, label),
                           s.name,
                           s.axes.toWorld(Vec2((p + q) / 2))});
        }
    }
    const auto addRail = [&](const char *end, double x, double z) {
        for (const double side : {1.0, -1.0}) {
            const char *name = side > 0 ? "left" : "right";
            out.push_back({{{"rail", name}, {"end", end}},
                           fmt::format("{} end of the {} rail", end, name),
                           {},
                           Vec3(x, side * (rig.railSpacing + rig.railWidth) / 2, z)});
        }
    };
    if (rig.hasFrame()) {
        addRail("front", rig.frameEnd, rig.railCenter);
        if (rig.rearEnd) addRail("rear", *rig.rearEnd, rig.rearRailCenter);
    }
    return out;
}

std::optional<Snap> snapTo(const std::vector<Snap> &places, const Assembly &assembly, const Sight &sight) {
    constexpr double same = 0.5;  // mm: equally near
    const Snap *best = nullptr;
    for (const Snap &s : places) {
        const double off = offSight(sight, s.at);
        if (off > sight.reach) continue;
        const double known = best ? offSight(sight, best->at) : 1e300;
        const bool foremost =
            best && std::abs(off - known) < same && s.at.dot(sight.toViewer) > best->at.dot(sight.toViewer);
        if (off < known - same || foremost) best = &s;
    }
    auto found = best ? std::optional(*best) : alongBars(assembly, sight);
    if (!found && sight.seen)
        if (const BarPart *bar = assembly.bar(sight.seen->part))
            found = onBar(assembly, *bar, bar->stationOf(sight.seen->at), sight.step);
    if (found && sight.ontoWall)
        return facing(std::move(*found), assembly, sight.seen ? sight.seen->out : sight.toViewer);
    return found;
}

std::optional<SeenWall> wallSeen(const Assembly &assembly, const Sight &sight) {
    std::optional<SeenWall> out;
    double nearest = -1e300;
    for (const Solid &solid : assembly.solids)
        for (const Solid::Face &f : solid.faces) {
            const Vec3 normal = shape::newellNormal(f.corners).normalized();
            const double facing = normal.dot(sight.toViewer);
            if (facing <= 1e-6) continue;
            const double depth = (f.corners.front() - sight.through).dot(normal) / facing;
            if (depth <= nearest) continue;
            const auto axes = shape::axesAlong(f.corners[0], f.corners[1] - f.corners[0], normal);
            if (!axes) continue;
            const auto flat = [&axes](const Vec3 &p) { return Vec2(axes->toLocal(p).head<2>()); };
            std::vector<Vec2> rim;
            for (const Vec3 &c : f.corners) rim.push_back(flat(c));
            const Vec3 at = sight.through + depth * sight.toViewer;
            if (!shape::inside(rim, flat(at))) continue;
            nearest = depth;
            out = SeenWall{solid.part, at, normal};
        }
    return out;
}

std::optional<Vec2> placeOnPart(const Assembly &assembly, const std::string &part, const Sight &sight) {
    const auto rounded = [&sight](double v) { return std::round(v / sight.step) * sight.step; };
    if (const SheetPart *s = assembly.sheet(part)) {
        const double facing = s->axes.z.dot(sight.toViewer);
        if (std::abs(facing) < 0.05) return std::nullopt;
        const double way = (s->axes.origin - sight.through).dot(s->axes.z) / facing;
        const Vec2 local = s->axes.toLocal(sight.through + way * sight.toViewer).head<2>();
        return Vec2(rounded(local.x()), rounded(local.y()));
    }
    if (const BarPart *b = assembly.bar(part)) {
        if (!b->straight()) return std::nullopt;
        const Axes axes = b->axes();
        const double station = stationAlong(b->spans().front(), sight);
        const double facing = axes.y.dot(sight.toViewer);
        if (std::abs(facing) < 0.05) return Vec2(rounded(station), 0);
        const double way = (axes.origin - sight.through).dot(axes.y) / facing;
        const Vec3 local = axes.toLocal(sight.through + way * sight.toViewer);
        return Vec2(rounded(station), rounded(local.z()));
    }
    return std::nullopt;
}

}  // namespace hefty::armor
