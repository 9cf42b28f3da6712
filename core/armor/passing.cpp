#include "core/armor/passing.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/armor/contact.h"
#include "core/armor/flat.h"

namespace hefty::armor {
namespace {

constexpr int chordsRound = 24;  // of a circle

bool isRound(const BarPart &tube) {
    return tube.section.shape == stock::SectionShape::RoundTube;
}

/// A straight rectangular tube as a box: without what its ends were cut to.
Solid boxOf(BarPart tube) {
    tube.trimFrom = tube.trimTo = {};
    return solidOf(tube);
}

/// Whether a plate lies farther from a straight tube than both reach, told by a ball around the plate.
bool farApart(const SheetPart &plate, const BarPart &tube) {
    if (plate.outline.empty()) return true;
    Vec2 middle = Vec2::Zero();
    for (const Vec2 &p : plate.outline) middle += p / static_cast<double>(plate.outline.size());
    double reach = 0;
    for (const Vec2 &p : plate.outline) reach = std::max(reach, (p - middle).norm());
    const Vec3 center = plate.axes.toWorld(middle), way = tube.to - tube.from;
    const double length2 = way.squaredNorm();
    const double share = length2 > 0 ? std::clamp((center - tube.from).dot(way) / length2, 0.0, 1.0) : 0.0;
    const double half = std::hypot(tube.section.height, tube.section.width) / 2;
    const double longer = half * std::tan(std::max(std::abs(tube.miterFrom()), std::abs(tube.miterTo())));
    return (center - (tube.from + way * share)).norm() > reach + plate.thickness + half + longer;
}

std::vector<Contact> throughFlats(const SheetPart &plate, const Solid &tube) {
    std::vector<Contact> out;
    for (const Solid::Face &face : tube.faces) {
        if (!face.rounded && tube.faces.size() == 6 && &face - tube.faces.data() >= 4) continue;  // the ends
        const Flat wall = flatten(face.flat);
        if (!wall.valid || std::abs(wall.axes.z.dot(plate.axes.z)) > 0.01) continue;
        // The wall's plane cuts the plate's middle plane in a line: n.x px + n.y py = d.
        const Vec2 n(wall.axes.z.dot(plate.axes.x), wall.axes.z.dot(plate.axes.y));
        const double d = (wall.axes.origin - plate.axes.origin).dot(wall.axes.z);
        double low = 1e300, high = -1e300;
        for (const Vec2 &p : plate.outline) {
            low = std::min(low, n.dot(p) - d);
            high = std::max(high, n.dot(p) - d);
        }
        if (low > -contactTolerance || high < contactTolerance) continue;
        const Vec2 along(-n.y(), n.x());
        const Vec2 base = n * d / n.squaredNorm();
        const auto span = shape::chord(plate.outline, base, along.normalized());
        if (!span) continue;
        const Vec3 half = plate.axes.z * (plate.thickness / 2);
        const Vec3 p = plate.axes.toWorld(Vec2(base + along.normalized() * span->first));
        const Vec3 q = plate.axes.toWorld(Vec2(base + along.normalized() * span->second));
        const Flat slice = flatten({p - half, q - half, q + half, p + half}, &wall.axes);
        const Polygon2 patch = shape::intersectConvex(slice.outline, wall.outline);
        if (patch.empty() || shape::area(patch) < leastArea) continue;
        Contact contact = contactFrom(patch, wall.axes);
        for (std::size_t i = 0; i < patch.size(); ++i) {
            const Vec2 &from = patch[i];
            const Vec2 &to = patch[(i + 1) % patch.size()];
            if ((to - from).norm() >= leastLine && !alongRim(wall.outline, from, to))
                contact.lines.push_back({wall.axes.toWorld(from), wall.axes.toWorld(to)});
        }
        out.push_back(std::move(contact));
    }
    return out;
}

/// A patch on a curved wall: its lines run from each corner to the next.
Contact curved(Polygon3 corners, const Vec3 &outward) {
    Contact contact;
    contact.normal = outward;
    for (const Vec3 &p : corners) contact.center += p / static_cast<double>(corners.size());
    contact.area = shape::newellNormal(corners).norm() / 2;
    for (std::size_t i = 0; i < corners.size(); ++i)
        contact.lines.push_back({corners[i], corners[(i + 1) % corners.size()]});
    contact.patch = std::move(corners);
    return contact;
}

/// A plate that holds the axis of a round tube, or is parallel to it: a slot in either wall.
void addSlots(const SheetPart &plate, const BarPart &tube, std::vector<Contact> &out) {
    const Vec3 along = tube.axes().x, side = plate.axes.z.cross(along).normalized();
    const double radius = tube.section.height / 2, half = plate.thickness / 2;
    const double offset = (tube.from - plate.axes.origin).dot(plate.axes.z);
    if (std::abs(offset) + half >= radius) return;
    const Vec3 foot = tube.from - plate.axes.z * offset;
    const auto inPlane = [&](const Vec3 &d) -> Vec2 { return {d.dot(plate.axes.x), d.dot(plate.axes.y)}; };
    for (const double sign : {-1.0, 1.0}) {
        const auto wallAt = [&](double above) -> Vec3 {  // `above` the plate's middle plane
            const double from = above - offset;
            return foot + plate.axes.z * above + side * (sign * std::sqrt(radius * radius - from * from));
        };
        double low = 1e300, high = -1e300;
        for (const Vec2 &p : plate.outline) {
            const double reach = sign * (plate.axes.toWorld(p) - wallAt(0)).dot(side);
            low = std::min(low, reach);
            high = std::max(high, reach);
        }
        if (low > -contactTolerance || high < contactTolerance) continue;
        const auto span =
            shape::chord(plate.outline, inPlane(wallAt(0) - plate.axes.origin), inPlane(along).normalized());
        if (!span) continue;
        const double from = std::max(0.0, span->first), to = std::min(tube.length(), span->second);
        if ((to - from) * plate.thickness < leastArea) continue;
        const Vec3 below = wallAt(-half), above = wallAt(half);
        out.push_back(
            curved({below + along * from, below + along * to, above + along * to, above + along * from},
                   (wallAt(0) - tube.from).normalized()));
    }
}

/// A plate that a round tube goes through: welded around it on both faces.
void addCollar(const SheetPart &plate, const BarPart &tube, std::vector<Contact> &out) {
    const auto through = stationThrough(plate, tube);
    if (!through) return;
    const Axes axes = tube.axes();
    const double radius = tube.section.height / 2, station = *through;
    Contact contact;
    contact.normal = axes.x;
    const auto at = [&](int i, double face) -> Vec3 {
        const double angle = 2 * std::numbers::pi * i / chordsRound;
        return tube.from + axes.x * (station + face) + axes.y * (radius * std::cos(angle)) +
               axes.z * (radius * std::sin(angle));
    };
    for (int i = 0; i < chordsRound; ++i) {
        const Vec3 middle = plate.axes.toLocal((at(i, 0) + at(i + 1, 0)) / 2);
        if (!shape::contains(plate.outline, middle.head<2>(), contactTolerance)) continue;
        for (const double face : {-plate.thickness / 2, plate.thickness / 2})
            contact.lines.push_back({at(i, face), at(i + 1, face)});
        contact.patch.push_back(at(i, 0));
    }
    if (contact.patch.size() < 3) return;
    for (const Vec3 &p : contact.patch) contact.center += p / static_cast<double>(contact.patch.size());
    contact.area = static_cast<double>(contact.patch.size()) * (at(1, 0) - at(0, 0)).norm() * plate.thickness;
    out.push_back(std::move(contact));
}

/// Where the lines along a tube's outline meet a wall of another, as stations along the tube.
bool goesThrough(const BarPart &inner, const std::vector<double> &stations) {
    const auto [least, most] = std::minmax_element(stations.begin(), stations.end());
    return *least > contactTolerance && *most < inner.length() - contactTolerance;
}

void addThroughFlats(const BarPart &inner, const BarPart &outer, std::vector<Contact> &out) {
    constexpr double leastSlope = 0.2;  // flatter than this it runs along the wall
    const Axes in = inner.axes();
    if (!outer.straight()) return;
    const Solid solid = boxOf(outer);
    for (std::size_t f = 0; f < 4; ++f) {  // the ends come after the walls
        const Flat wall = flatten(solid.faces[f].flat);
        const double slope = wall.valid ? in.x.dot(wall.axes.z) : 0;
        if (std::abs(slope) < leastSlope) continue;
        Polygon3 patch;
        std::vector<double> stations;
        for (const Vec2 &p : outlineOf(inner)) {
            const Vec3 start = inner.from + in.y * p.x() + in.z * p.y();
            stations.push_back((wall.axes.origin - start).dot(wall.axes.z) / slope);
            patch.push_back(start + in.x * stations.back());
        }
        const Flat cut = flatten(patch, &wall.axes);
        const bool whole = std::all_of(cut.outline.begin(), cut.outline.end(), [&](const Vec2 &p) {
            return shape::contains(wall.outline, p, contactTolerance);
        });
        if (whole && goesThrough(inner, stations))
            out.push_back(curved(std::move(patch), shape::newellNormal(solid.faces[f].flat).normalized()));
    }
}

void addThroughRound(const BarPart &inner, const BarPart &outer, std::vector<Contact> &out) {
    const Axes in = inner.axes(), axes = outer.axes();
    const double radius = outer.section.height / 2;
    // Across the outer tube a line along the inner one is a line in its circle.
    const Vec2 d(in.x.dot(axes.y), in.x.dot(axes.z));
    if (d.norm() < 0.2) return;
    for (const double sign : {-1.0, 1.0}) {
        Polygon3 patch;
        std::vector<double> stations;
        for (const Vec2 &p : outlineOf(inner)) {
            const Vec3 start = inner.from + in.y * p.x() + in.z * p.y();
            const Vec2 s((start - outer.from).dot(axes.y), (start - outer.from).dot(axes.z));
            const double half = s.dot(d) / d.squaredNorm(),
                         under = half * half - (s.squaredNorm() - radius * radius) / d.squaredNorm();
            if (!(under > 0)) return;  // it is wider than the tube, or beside it
            stations.push_back(-half + sign * std::sqrt(under));
            patch.push_back(start + in.x * stations.back());
            const double along = (patch.back() - outer.from).dot(axes.x);
            if (along < 0 || along > outer.length()) return;
        }
        if (!goesThrough(inner, stations)) continue;
        Vec3 middle = Vec3::Zero();
        for (const Vec3 &p : patch) middle += p / static_cast<double>(patch.size());
        Vec3 outward = middle - outer.from;
        outward -= axes.x * axes.x.dot(outward);
        out.push_back(curved(std::move(patch), outward.normalized()));
    }
}

}  // namespace

std::optional<double> stationThrough(const SheetPart &plate, const BarPart &bar) {
    constexpr double square = 0.9998;  // cosine between the bar and the plate's normal
    const Vec3 along = bar.axes().x;
    if (std::abs(plate.axes.z.dot(along)) < square) return std::nullopt;
    const double station = (plate.axes.origin - bar.from).dot(plate.axes.z) / along.dot(plate.axes.z);
    if (station < plate.thickness / 2 || station > bar.length() - plate.thickness / 2) return std::nullopt;
    return station;
}

bool within(const BarPart &tube, const Vec3 &at) {
    if (!tube.straight()) {
        const auto spans = tube.spans();
        const parts::OnCourse on = parts::nearestOn(spans, at, true);
        return on.station > 0 && on.station < tube.length() && parts::outside(tube, spans, at) < 0;
    }
    const Vec3 local = tube.axes().toLocal(at);
    return local.x() > 0 && local.x() < tube.length() && shape::inside(outlineOf(tube), local.tail<2>());
}

std::vector<Contact> passingThrough(const SheetPart &plate, const BarPart &tube) {
    std::vector<Contact> out;
    if (tube.straight() && farApart(plate, tube)) return out;
    if (!tube.straight()) {
        for (const Span &s : tube.spans())
            if (s.straight())
                for (Contact &c : passingThrough(plate, tube.straightPiece(s))) out.push_back(std::move(c));
        return out;
    }
    if (!isRound(tube)) {
        out = throughFlats(plate, boxOf(tube));
    } else {
        const double upright = std::abs(plate.axes.z.dot(tube.axes().x));
        if (upright < 0.01) addSlots(plate, tube, out);
        addCollar(plate, tube, out);
    }
    for (Contact &c : out) c.kind = SeamKind::Slot;
    return out;
}

std::vector<Contact> passingThrough(const BarPart &inner, const BarPart &outer) {
    std::vector<Contact> out;
    const auto cutTo = [&outer](const EndTrim &t) {
        return std::find(t.onto.begin(), t.onto.end(), outer.name) != t.onto.end();
    };
    if (cutTo(inner.trimFrom) || cutTo(inner.trimTo) || !inner.hollow() || !outer.hollow()) return out;
    for (const Span &in : inner.spans())
        for (const Span &around : outer.spans()) {
            if (!in.straight() || !around.straight()) continue;
            const BarPart i = inner.straight() ? inner : inner.straightPiece(in);
            const BarPart o = outer.straight() ? outer : outer.straightPiece(around);
            if (isRound(outer))
                addThroughRound(i, o, out);
            else
                addThroughFlats(i, o, out);
        }
    for (Contact &c : out) c.kind = SeamKind::Slot;
    return out;
}

}  // namespace hefty::armor
