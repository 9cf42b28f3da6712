#include "core/armor/contact.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>
#include <optional>

#include "core/armor/flat.h"
#include "core/shape/clipping.h"

namespace hefty::armor {
namespace {

constexpr double sameDirection = 0.9998;  // cosine of about one degree

Solid::Face faceOf(Polygon3 corners, bool rounded = false) {
    Solid::Face face;
    face.flat = corners;
    face.corners = std::move(corners);
    face.rounded = rounded;
    return face;
}

/// Where the edge of a tube through `offset` from its center line meets the plane of an end cut.
Vec3 endCorner(const Vec3 &end, const Vec3 &along, const Vec3 &cut, const Vec3 &offset) {
    if (cut.squaredNorm() == 0) return end + offset;
    return end + offset - along * (offset.dot(cut) / along.dot(cut));
}

/// Outward normals of a solid's faces, worked out once for all that it may touch.
std::vector<Vec3> normalsOf(const Solid &solid) {
    std::vector<Vec3> out;
    out.reserve(solid.faces.size());
    for (const Solid::Face &f : solid.faces)
        out.push_back(f.flat.empty() ? Vec3(Vec3::Zero()) : shape::newellNormal(f.flat).normalized());
    return out;
}

/// The openings of a face in the axes that it is seen in.
std::vector<Polygon2> openingsOf(const Solid::Face &face, const Axes &axes) {
    std::vector<Polygon2> out;
    for (const Polygon3 &hole : face.holes) out.push_back(flatten(hole, &axes).outline);
    return out;
}

/// What two faces in one plane have in common.
std::vector<shape::Region> overlapOf(const Polygon2 &a, const std::vector<Polygon2> &holesA,
                                     const Polygon2 &b, const std::vector<Polygon2> &holesB) {
    if (holesA.empty() && holesB.empty() && shape::isConvex(a) && shape::isConvex(b)) {
        Polygon2 patch = shape::intersectConvex(a, b);
        if (patch.empty()) return {};
        return {{std::move(patch), {}}};
    }
    return shape::intersection({a, holesA}, {b, holesB});
}

bool alongAny(const Polygon2 &rim, const std::vector<Polygon2> &holes, const Vec2 &p, const Vec2 &q) {
    return alongRim(rim, p, q) ||
           std::any_of(holes.begin(), holes.end(), [&](const Polygon2 &h) { return alongRim(h, p, q); });
}

/// @pre the faces look at each other
void addTouch(const Solid::Face &fa, const Solid::Face &fb, const Vec3 &nb, bool flush,
              std::vector<Contact> &out) {
    if (std::abs((fa.flat[0] - fb.flat[0]).dot(nb)) > contactTolerance) return;
    const Flat b = flatten(fb.flat);
    if (!b.valid) return;
    const Flat a = flatten(fa.flat, &b.axes);
    const std::vector<Polygon2> holesA = openingsOf(fa, b.axes), holesB = openingsOf(fb, b.axes);
    for (const shape::Region &patch : overlapOf(a.outline, holesA, b.outline, holesB)) {
        if (shape::area(patch.rim) < leastArea) continue;
        Contact contact = contactFrom(patch.rim, b.axes), corner = contact, flare = contact;
        corner.kind = SeamKind::Corner;
        flare.kind = SeamKind::Flare;
        const auto look = [&](const Vec2 &p, const Vec2 &q) {
            if ((q - p).norm() < leastLine) return;
            const bool endsA = alongAny(a.outline, holesA, p, q);
            const bool endsB = alongAny(b.outline, holesB, p, q);
            if (endsA && endsB) {
                if (flush) corner.lines.push_back({b.axes.toWorld(p), b.axes.toWorld(q)});
                return;
            }
            if ((endsA && fa.rounded) || (endsB && fb.rounded)) {
                if ((q - p).norm() >= leastFlare)
                    flare.lines.push_back({b.axes.toWorld(p), b.axes.toWorld(q)});
                return;
            }
            contact.lines.push_back({b.axes.toWorld(p), b.axes.toWorld(q)});
        };
        const auto around = [&look](const Polygon2 &ring) {
            for (std::size_t i = 0; i < ring.size(); ++i) look(ring[i], ring[(i + 1) % ring.size()]);
        };
        around(patch.rim);
        for (const Polygon2 &hole : patch.holes) around(hole);
        out.push_back(std::move(contact));
        if (!corner.lines.empty()) out.push_back(std::move(corner));
        if (!flare.lines.empty()) out.push_back(std::move(flare));
    }
}

}  // namespace

namespace {

/// How far before the end of a bar's path a line of it is cut off.
double cutBefore(const BarPart &bar, bool atTo, const Polygon2 &outline, std::size_t i) {
    const EndTrim &trim = atTo ? bar.trimTo : bar.trimFrom;
    if (trim.cut()) return trim.reach[i];
    const Vec3 &cut = atTo ? bar.cutTo : bar.cutFrom;
    if (cut.squaredNorm() == 0) return 0;
    const Axes a = bar.axes();
    const Vec3 offset = a.y * outline[i].x() + a.z * outline[i].y();
    return offset.dot(cut) / a.x.dot(cut) * (atTo ? 1 : -1);
}

/// The flats of a straight bar that is no box, as far as all of the wall is there: each on one of the faces
/// of its ring, where something can lie on it.
void addWalls(const BarPart &bar, const Polygon2 &outline, Solid &solid) {
    const Axes a = bar.axes();
    constexpr double wall = 1e-3;  // mm: how near to a wall's plane its fibres lie
    for (const auto &[p, q] : parts::flatsOf(bar)) {
        const Vec2 way = (q - p).normalized(), out(way.y(), -way.x());
        const auto lies = [&, first = p, length = (q - p).norm()](const Vec2 &at) {
            const double on = (at - first).dot(way);
            return std::abs((at - first).dot(out)) < wall && on > -wall && on < length + wall;
        };
        double from = 0, to = 0;
        std::optional<std::size_t> on;
        for (std::size_t i = 0; i < outline.size(); ++i) {
            if (!lies(outline[i])) continue;
            from = std::max(from, cutBefore(bar, false, outline, i));
            to = std::max(to, cutBefore(bar, true, outline, i));
            if (lies(outline[(i + 1) % outline.size()])) on = i;
        }
        if (!on || bar.length() - from - to < 1) continue;
        const auto at = [&](const Vec2 &place, double station) -> Vec3 {
            return a.origin + a.x * station + a.y * place.x() + a.z * place.y();
        };
        Polygon3 flat{at(p, from), at(q, from), at(q, bar.length() - to), at(p, bar.length() - to)};
        const Vec3 n = a.y * out.x() + a.z * out.y();
        if (shape::newellNormal(flat).dot(n) < 0) std::reverse(flat.begin(), flat.end());
        Solid::Face &face = solid.faces[*on];
        face.flat = std::move(flat);
        face.rounded = bar.section.shape == stock::SectionShape::RectTube;
    }
}

/// A round, bent or trimmed bar, or one that is no box: rings of its outline along it.
Solid ringsOf(const BarPart &bar) {
    constexpr double arcStep = 0.13;  // rad
    const Polygon2 outline = bar.trimFrom.cut() || bar.trimTo.cut() ? parts::fibresOf(bar) : outlineOf(bar);
    const std::size_t n = outline.size();
    const bool smooth =
        !stock::isOpen(bar.section.shape) || bar.section.shape == stock::SectionShape::HalfTube;
    const auto spans = bar.spans();
    std::vector<Polygon3> rings;
    const auto ring = [&](const Axes &a, const Vec3 &cut, const EndTrim &trim, double outward) {
        Polygon3 out;
        for (std::size_t i = 0; i < n; ++i) {
            const Vec3 offset = a.y * outline[i].x() + a.z * outline[i].y();
            if (trim.cut())
                out.push_back(a.origin + offset - a.x * (outward * trim.reach[i]));
            else
                out.push_back(endCorner(a.origin, a.x, cut, offset));
        }
        rings.push_back(std::move(out));
    };
    ring(spans.front().axesAt(0), bar.cutFrom, bar.trimFrom, -1);
    for (const Span &s : spans) {
        const int parts = s.straight() ? 1 : std::max(2, static_cast<int>(std::ceil(s.angle / arcStep)));
        for (int k = 1; k <= parts; ++k) {
            const bool last = &s == &spans.back() && k == parts;
            ring(s.axesAt(s.length * k / parts), last ? bar.cutTo : Vec3(Vec3::Zero()),
                 last ? bar.trimTo : EndTrim{}, 1);
        }
    }
    Solid solid;
    solid.part = bar.name;
    solid.aroundBar = static_cast<int>(n);
    for (std::size_t k = 0; k + 1 < rings.size(); ++k)
        for (std::size_t i = 0; i < n; ++i) {
            const std::size_t j = (i + 1) % n;
            Solid::Face face;
            face.corners = {rings[k][i], rings[k][j], rings[k + 1][j], rings[k + 1][i]};
            face.rounded = true;
            face.smooth = smooth;
            solid.faces.push_back(std::move(face));
        }
    if (bar.straight() && bar.taper == 0) addWalls(bar, outline, solid);
    for (const bool atTo : {false, true}) {
        Polygon3 end = atTo ? rings.back() : rings.front();
        if (!atTo) std::reverse(end.begin(), end.end());
        Solid::Face face = faceOf(std::move(end));
        if ((atTo ? bar.trimTo : bar.trimFrom).cut()) face.flat.clear();
        solid.faces.push_back(std::move(face));
    }
    return solid;
}

bool isBox(const BarPart &bar) {
    return bar.straight() && !bar.trimFrom.cut() && !bar.trimTo.cut() &&
           (bar.section.shape == stock::SectionShape::RectTube ||
            bar.section.shape == stock::SectionShape::Flat);
}

}  // namespace

Solid solidOf(const BarPart &tube) {
    if (!isBox(tube)) return ringsOf(tube);
    const Axes a = tube.axes();
    const double y = tube.section.width / 2;
    const double z = tube.section.height / 2;
    const double r = tube.properties.outerRadius;
    // corner k of the section, counterclockwise seen against x: (-,-), (+,-), (+,+), (-,+)
    const auto offset = [&](int k, double shrinkY, double shrinkZ, bool atEnd) -> Vec3 {
        const double sy = (k == 1 || k == 2) ? 1 : -1;
        const double sz = k >= 2 ? 1 : -1;
        const Vec3 square = a.y * (sy * (y - shrinkY)) + a.z * (sz * (z - shrinkZ));
        if (sz > 0 || tube.taper == 0) return square;
        if (atEnd) return square + a.z * tube.taper;
        const double station = (endCorner(tube.from, a.x, tube.cutFrom, square) - tube.from).dot(a.x);
        return square + a.z * (tube.section.height - tube.heightAt(station));
    };
    const auto corner = [&](int k, bool atEnd, double shrinkY, double shrinkZ) {
        return endCorner(atEnd ? tube.to : tube.from, a.x, atEnd ? tube.cutTo : tube.cutFrom,
                         offset(k, shrinkY, shrinkZ, atEnd));
    };
    Solid solid;
    solid.part = tube.name;
    for (int side = 0; side < 4; ++side) {  // bottom, left (+y), top, right
        const int k = side, l = (side + 1) % 4;
        const bool level = side % 2 == 0;
        Solid::Face face = faceOf(
            {corner(k, true, 0, 0), corner(l, true, 0, 0), corner(l, false, 0, 0), corner(k, false, 0, 0)},
            r > 0);
        const bool isCut = side == 0 && tube.taper > 0;  // between the edges of the side walls
        const double sy = level && !isCut ? r : 0, sz = level ? 0 : r;
        face.flat = {corner(k, true, sy, sz), corner(l, true, sy, sz), corner(l, false, sy, sz),
                     corner(k, false, sy, sz)};
        // Outward: bottom face must look down, and so on.
        const Vec3 middle = (face.corners[0] + face.corners[2]) / 2 - (tube.from + tube.to) / 2;
        if (shape::newellNormal(face.corners).dot(middle) < 0) {
            std::reverse(face.corners.begin(), face.corners.end());
            std::reverse(face.flat.begin(), face.flat.end());
        }
        solid.faces.push_back(std::move(face));
    }
    for (const bool atEnd : {false, true}) {
        Polygon3 end{corner(0, atEnd, 0, 0), corner(1, atEnd, 0, 0), corner(2, atEnd, 0, 0),
                     corner(3, atEnd, 0, 0)};
        const Vec3 outward = atEnd ? a.x : Vec3(-a.x);
        if (shape::newellNormal(end).dot(outward) < 0) std::reverse(end.begin(), end.end());
        solid.faces.push_back(faceOf(std::move(end)));
    }
    return solid;
}

Solid solidOf(const SheetPart &plate) {
    Solid solid;
    solid.part = plate.name;
    const Vec3 half = plate.axes.z * (plate.thickness / 2);
    const auto on = [&](const Polygon2 &ring, double side) {
        Polygon3 out;
        for (const Vec2 &p : ring) out.push_back(plate.axes.toWorld(p) + half * side);
        return out;
    };
    const auto addEdges = [&](const Polygon2 &ring) {
        const Polygon3 top = on(ring, 1), bottom = on(ring, -1);
        for (std::size_t i = 0; i < ring.size(); ++i) {
            const std::size_t j = (i + 1) % ring.size();
            solid.faces.push_back(faceOf({bottom[i], bottom[j], top[j], top[i]}));
        }
    };
    addEdges(plate.outline);
    Solid::Face top = faceOf(on(plate.outline, 1)), bottom = faceOf(on(plate.outline, -1));
    std::reverse(bottom.corners.begin(), bottom.corners.end());
    std::reverse(bottom.flat.begin(), bottom.flat.end());
    for (Polygon2 opening : plate.cutouts) {
        if (shape::area(opening) > 0) std::reverse(opening.begin(), opening.end());  // its walls look inward
        addEdges(opening);
        top.holes.push_back(on(opening, 1));
        bottom.holes.push_back(on(opening, -1));
    }
    solid.faces.push_back(std::move(top));
    solid.faces.push_back(std::move(bottom));
    return solid;
}

Solid solidOf(const BoughtPart &part) {
    SheetPart box;
    box.name = part.name;
    box.axes.origin = part.center;
    if (part.kind == "wheel") {  // round, its axle along the vehicle
        constexpr int corners = 24;
        box.axes = {part.center, Vec3::UnitY(), Vec3::UnitZ(), Vec3::UnitX()};
        box.thickness = part.size.x();
        for (int i = 0; i < corners; ++i)
            box.outline.push_back(Eigen::Rotation2Dd(2 * std::numbers::pi * i / corners) *
                                  Vec2(part.size.z() / 2, 0));
    } else {
        box.thickness = part.size.z();
        const double x = part.size.x() / 2, y = part.size.y() / 2;
        box.outline = {{-x, -y}, {x, -y}, {x, y}, {-x, y}};
    }
    Solid solid = solidOf(box);
    solid.bought = true;
    return solid;
}

bool farApart(const Solid &a, const Solid &b) {
    const auto box = [](const Solid &s) {
        Eigen::AlignedBox3d out;
        for (const Solid::Face &f : s.faces)
            for (const Vec3 &c : f.corners) out.extend(c);
        return out;
    };
    return box(a).exteriorDistance(box(b)) > 2 * contactTolerance;
}

std::vector<Contact> touching(const Solid &a, const Solid &b, bool flush) {
    std::vector<Contact> out;
    if (farApart(a, b)) return out;
    const std::vector<Vec3> na = normalsOf(a), nb = normalsOf(b);
    for (std::size_t i = 0; i < a.faces.size(); ++i)
        for (std::size_t j = 0; j < b.faces.size(); ++j)
            if (na[i].dot(nb[j]) <= -sameDirection) addTouch(a.faces[i], b.faces[j], nb[j], flush, out);
    return out;
}

std::vector<Contact> sharedEnds(const BarPart &a, const BarPart &b) {
    std::vector<Contact> out;
    if (a.trimFrom.cut() || a.trimTo.cut() || b.trimFrom.cut() || b.trimTo.cut()) return out;
    for (const bool endA : {false, true})
        for (const bool endB : {false, true}) {
            const Vec3 &pa = endA ? a.to : a.from;
            const Vec3 &pb = endB ? b.to : b.from;
            if ((pa - pb).norm() > contactTolerance) continue;
            const Solid solid = solidOf(a);
            const Polygon3 &rim = solid.faces[solid.faces.size() - (endA ? 1 : 2)].corners;
            Contact contact;
            contact.kind = SeamKind::Around;
            contact.patch = rim;
            contact.center = pa;
            const Vec3 normal = shape::newellNormal(rim);
            contact.area = normal.norm() / 2;
            contact.normal = -normal.normalized();
            for (std::size_t i = 0; i < rim.size(); ++i)
                contact.lines.push_back({rim[i], rim[(i + 1) % rim.size()]});
            out.push_back(std::move(contact));
        }
    return out;
}

std::optional<double> lappedThickness(const Assembly &assembly, const WeldJoint &joint) {
    std::optional<double> least;
    for (const std::string &name : {joint.a, joint.b}) {
        const SheetPart *p = assembly.sheet(name);
        if (!p) continue;
        const auto flat = [p](const Vec3 &at) -> Vec2 { return p->axes.toLocal(at).head<2>(); };
        for (const Contact &c : joint.contacts) {
            if (std::abs(p->axes.z.dot(c.normal)) < sameDirection) continue;
            const bool onRim = std::any_of(c.lines.begin(), c.lines.end(), [&](const WeldLine &l) {
                return alongAny(p->outline, p->cutouts, flat(l.from), flat(l.to));
            });
            if (onRim) least = std::min(least.value_or(p->thickness), p->thickness);
        }
    }
    return least;
}

}  // namespace hefty::armor
