#include "core/armor/contact.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace hefty::armor {
namespace {

constexpr double sameDirection = 0.9998;  // cosine of about one degree
constexpr double leastArea = 4;           // mm2: less is a touch of corners, not a seat
constexpr double leastLine = 2;           // mm: shorter rims are not welded

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

/// A plane polygon seen in axes of its own: x along its first edge, z its normal.
struct Flat {
    Axes axes;
    Polygon2 outline;
    bool valid = false;
};

Flat flatten(const Polygon3 &corners, const Axes *in = nullptr) {
    Flat flat;
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

/// True if the middle of p-q lies on the rim of the polygon and the edge runs along it.
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

/// Outward normals of a solid's faces, worked out once for all that it may touch.
std::vector<Vec3> normalsOf(const Solid &solid) {
    std::vector<Vec3> out;
    out.reserve(solid.faces.size());
    for (const Solid::Face &f : solid.faces) out.push_back(shape::newellNormal(f.flat).normalized());
    return out;
}

/// True if the boxes around two solids are further apart than a contact may be.
bool farApart(const Solid &a, const Solid &b) {
    const auto box = [](const Solid &s) {
        Eigen::AlignedBox3d out;
        for (const Solid::Face &f : s.faces)
            for (const Vec3 &c : f.corners) out.extend(c);
        return out;
    };
    return box(a).exteriorDistance(box(b)) > 2 * contactTolerance;
}

/// @pre the faces look at each other
void addTouch(const Solid::Face &fa, const Solid::Face &fb, const Vec3 &nb, std::vector<Contact> &out) {
    if (std::abs((fa.flat[0] - fb.flat[0]).dot(nb)) > contactTolerance) return;
    const Flat b = flatten(fb.flat);
    if (!b.valid) return;
    const Flat a = flatten(fa.flat, &b.axes);
    const Polygon2 patch = shape::intersectConvex(a.outline, b.outline);
    if (patch.empty() || shape::area(patch) < leastArea) return;
    Contact contact = contactFrom(patch, b.axes);
    for (std::size_t i = 0; i < patch.size(); ++i) {
        const Vec2 &p = patch[i];
        const Vec2 &q = patch[(i + 1) % patch.size()];
        if ((q - p).norm() < leastLine) continue;
        const bool endsA = alongRim(a.outline, p, q);
        const bool endsB = alongRim(b.outline, p, q);
        if (endsA && endsB) continue;
        if ((endsA && fa.rounded) || (endsB && fb.rounded)) continue;
        contact.lines.push_back({b.axes.toWorld(p), b.axes.toWorld(q)});
    }
    out.push_back(std::move(contact));
}

}  // namespace

Solid solidOf(const TubePart &tube) {
    const Axes a = tube.axes();
    const double y = tube.section.width / 2;
    const double z = tube.section.height / 2;
    const double r = tube.properties.outerRadius;
    // corner k of the section, counterclockwise seen against x: (-,-), (+,-), (+,+), (-,+)
    const auto offset = [&](int k, double shrinkY, double shrinkZ, bool atEnd) -> Vec3 {
        const double sy = (k == 1 || k == 2) ? 1 : -1;
        const double sz = k >= 2 ? 1 : -1;
        const double lift = sz < 0 && atEnd ? tube.taper : 0;
        return a.y * (sy * (y - shrinkY)) + a.z * (sz * (z - shrinkZ) + lift);
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
        const double sy = level ? r : 0, sz = level ? 0 : r;
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

Solid solidOf(const PlatePart &plate) {
    Solid solid;
    solid.part = plate.name;
    const Vec3 half = plate.axes.z * (plate.thickness / 2);
    Polygon3 top, bottom;
    for (const Vec2 &p : plate.outline) {
        top.push_back(plate.axes.toWorld(p) + half);
        bottom.push_back(plate.axes.toWorld(p) - half);
    }
    const std::size_t n = top.size();
    for (std::size_t i = 0; i < n; ++i) {
        const std::size_t j = (i + 1) % n;
        solid.faces.push_back(faceOf({bottom[i], bottom[j], top[j], top[i]}));
    }
    std::reverse(bottom.begin(), bottom.end());
    solid.faces.push_back(faceOf(std::move(top)));
    solid.faces.push_back(faceOf(std::move(bottom)));
    return solid;
}

Solid solidOf(const BoughtPart &part) {
    PlatePart box;
    box.name = part.name;
    box.axes.origin = part.center;
    box.thickness = part.size.z();
    const double x = part.size.x() / 2, y = part.size.y() / 2;
    box.outline = {{-x, -y}, {x, -y}, {x, y}, {-x, y}};
    Solid solid = solidOf(box);
    solid.bought = true;
    return solid;
}

std::vector<Contact> touching(const Solid &a, const Solid &b) {
    std::vector<Contact> out;
    if (farApart(a, b)) return out;
    const std::vector<Vec3> na = normalsOf(a), nb = normalsOf(b);
    for (std::size_t i = 0; i < a.faces.size(); ++i)
        for (std::size_t j = 0; j < b.faces.size(); ++j)
            if (na[i].dot(nb[j]) <= -sameDirection) addTouch(a.faces[i], b.faces[j], nb[j], out);
    return out;
}

std::vector<Contact> passingThrough(const PlatePart &plate, const Solid &tube) {
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

std::vector<Contact> sharedEnds(const TubePart &a, const TubePart &b) {
    std::vector<Contact> out;
    for (const bool endA : {false, true})
        for (const bool endB : {false, true}) {
            const Vec3 &pa = endA ? a.to : a.from;
            const Vec3 &pb = endB ? b.to : b.from;
            if ((pa - pb).norm() > contactTolerance) continue;
            const Solid solid = solidOf(a);
            const Polygon3 &rim = solid.faces[endA ? 5 : 4].corners;
            Contact contact;
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
        const PlatePart *p = assembly.plate(name);
        if (!p) continue;
        const auto flat = [p](const Vec3 &at) -> Vec2 { return p->axes.toLocal(at).head<2>(); };
        for (const Contact &c : joint.contacts) {
            if (std::abs(p->axes.z.dot(c.normal)) < sameDirection) continue;
            const bool onRim = std::any_of(c.lines.begin(), c.lines.end(), [&](const WeldLine &l) {
                return alongRim(p->outline, flat(l.from), flat(l.to));
            });
            if (onRim) least = std::min(least.value_or(p->thickness), p->thickness);
        }
    }
    return least;
}

}  // namespace hefty::armor
