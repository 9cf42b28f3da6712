#include "core/stock/section.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

#include "core/stock/open_section.h"

namespace hefty::stock {
namespace {

constexpr double pi = std::numbers::pi;

void finish(SectionProperties &p, const Section &s) {
    p.Wely = p.Iy / (s.height / 2);
    p.Welz = p.Iz / (s.width / 2);
    p.ry = std::sqrt(p.Iy / p.area);
    p.rz = std::sqrt(p.Iz / p.area);
}

/// The piece between a square corner and its quarter circle: area and centroid distance from the
/// outer edges, second moment about its own centroid (EN 10219-2 annex B).
struct Spandrel {
    double area, offset, inertia;
    explicit Spandrel(double r)
        : area((1 - pi / 4) * r * r),
          offset((10 - 3 * pi) / (12 - 3 * pi) * r),
          inertia((1.0 / 3 - pi / 16 - 1 / (3 * (12 - 3 * pi))) * r * r * r * r) {}
};

double tubeInertia(double h, double b, double t, const Spandrel &outer, const Spandrel &inner) {
    const auto solid = [](double H, double B, const Spandrel &s) {
        const double arm = H / 2 - s.offset;
        return B * H * H * H / 12 - 4 * (s.inertia + s.area * arm * arm);
    };
    return solid(h, b, outer) - solid(h - 2 * t, b - 2 * t, inner);
}

double tubePlastic(double h, double b, double t, const Spandrel &outer, const Spandrel &inner) {
    return b * h * h / 4 - (b - 2 * t) * (h - 2 * t) * (h - 2 * t) / 4 -
           4 * outer.area * (h / 2 - outer.offset) + 4 * inner.area * (h / 2 - t - inner.offset);
}

SectionProperties rectTube(const Section &s, double t, double ro) {
    const double ri = std::max(0.0, ro - t);
    const Spandrel outer(ro), inner(ri);
    const double h = s.height, b = s.width;
    SectionProperties p;
    p.area = 2 * t * (b + h - 2 * t) - 4 * (outer.area - inner.area);
    p.Iy = tubeInertia(h, b, t, outer, inner);
    p.Iz = tubeInertia(b, h, t, outer, inner);
    p.Wply = tubePlastic(h, b, t, outer, inner);
    p.Wplz = tubePlastic(b, h, t, outer, inner);
    const double rc = (ro + ri) / 2;
    const double enclosed = (b - t) * (h - t) - rc * rc * (4 - pi);
    const double around = 2 * ((b - t) + (h - t)) - 2 * rc * (4 - pi);
    const double K = 2 * enclosed * t / around;
    p.J = t * t * t * around / 3 + 2 * K * enclosed;
    p.C = p.J / (t + K / t);
    p.Asy = 2 * t * (b - 2 * ro > 0 ? b - 2 * ro + ro : b - t);
    p.Asz = 2 * t * (h - 2 * ro > 0 ? h - 2 * ro + ro : h - t);
    p.perimeter = 2 * (h + b) - (8 - 2 * pi) * ro;
    p.outerRadius = ro;
    finish(p, s);
    return p;
}

SectionProperties roundTube(const Section &s, double t) {
    const double D = s.height, d = D - 2 * t;
    SectionProperties p;
    p.area = pi / 4 * (D * D - d * d);
    p.Iy = p.Iz = pi / 64 * (std::pow(D, 4) - std::pow(d, 4));
    p.J = 2 * p.Iy;
    p.C = p.J / (D / 2);
    p.Wply = p.Wplz = (D * D * D - d * d * d) / 6;
    p.Asy = p.Asz = p.area / 2;
    p.perimeter = pi * D;
    p.outerRadius = D / 2;
    finish(p, s);
    return p;
}

/// Adds a shape of given area, centroid and own inertias to running sums about the outer corner.
struct CornerSums {
    double area = 0, Sy = 0, Sz = 0, Iy = 0, Iz = 0, Iyz = 0;
    void add(double sign, double a, double y, double z, double ownY, double ownZ, double ownYZ) {
        area += sign * a;
        Sy += sign * a * z;
        Sz += sign * a * y;
        Iy += sign * (ownY + a * z * z);
        Iz += sign * (ownZ + a * y * y);
        Iyz += sign * (ownYZ + a * y * z);
    }
};

/// Product of inertia of a spandrel about its own centroid: integral over the square less the quarter disk.
double spandrelProduct(double r) {
    const Spandrel c(r);
    // about the corner of the square: r^4/4 - integral over the quarter disk centered at (r, r)
    const double disk = r * r * pi / 4 * r * r - 2 * r * (r * r * r / 3) + r * r * r * r / 8;
    return r * r * r * r / 4 - disk - c.area * c.offset * c.offset;
}

/// What the sums about the outer corner of two legs come to.
SectionProperties ofCorner(const CornerSums &sums, const Section &s, double t) {
    const double h = s.height, b = s.width;
    const double y = sums.Sz / sums.area, z = sums.Sy / sums.area;
    SectionProperties p;
    p.area = sums.area;
    p.Iy = sums.Iy - sums.area * z * z;
    p.Iz = sums.Iz - sums.area * y * y;
    p.Iyz = sums.Iyz - sums.area * y * z;
    p.J = (h + b - t) * t * t * t / 3;
    p.C = p.J / t;
    p.Wely = p.Iy / (h - z);
    p.Welz = p.Iz / (b - y);
    p.Wply = 1.5 * p.Wely;  // AISC 360-16 F10: the plastic moment of an angle counts as 1.5 My
    p.Wplz = 1.5 * p.Welz;
    p.Asy = b * t;
    p.Asz = h * t;
    p.ry = std::sqrt(p.Iy / p.area);
    p.rz = std::sqrt(p.Iz / p.area);
    p.perimeter = 2 * (h + b);
    return p;
}

SectionProperties angle(const Section &s, double t) {
    const double h = s.height, b = s.width;
    const auto box = [](CornerSums &sums, double y0, double y1, double z0, double z1) {
        const double w = y1 - y0, d = z1 - z0;
        sums.add(1, w * d, (y0 + y1) / 2, (z0 + z1) / 2, w * d * d * d / 12, d * w * w * w / 12, 0);
    };
    CornerSums sums;
    box(sums, 0, b, 0, t);
    box(sums, 0, t, t, h);
    const Spandrel root(s.radius), toe(s.radius / 2);
    sums.add(1, root.area, t + root.offset, t + root.offset, root.inertia, root.inertia,
             spandrelProduct(s.radius));
    sums.add(-1, toe.area, b - toe.offset, t - toe.offset, toe.inertia, toe.inertia,
             spandrelProduct(s.radius / 2));
    sums.add(-1, toe.area, t - toe.offset, h - toe.offset, toe.inertia, toe.inertia,
             spandrelProduct(s.radius / 2));
    return ofCorner(sums, s, t);
}

/// Half of a round tube, cut along a diameter that lies along y; closed forms of half rings.
SectionProperties halfTube(const Section &s, double t) {
    const double R = s.width / 2, r = R - t;
    SectionProperties p;
    p.area = pi / 2 * (R * R - r * r);
    const double middle = 2.0 / 3 * (R * R * R - r * r * r) / p.area;  // of the area above the cut
    p.Iz = pi / 8 * (std::pow(R, 4) - std::pow(r, 4));
    p.Iy = p.Iz - p.area * middle * middle;
    p.J = pi * (R + r) / 2 * t * t * t / 3;
    p.C = p.J / t;
    p.Wely = p.Wply = p.Iy / std::max(middle, R - middle);
    p.Welz = p.Wplz = p.Iz / R;
    p.Asy = p.Asz = p.area / 2;
    p.ry = std::sqrt(p.Iy / p.area);
    p.rz = std::sqrt(p.Iz / p.area);
    p.perimeter = pi * (R + r) + 2 * t;
    p.outerRadius = R;
    return p;
}

/// Two walls of a rectangular tube with the rounded corner between them.
SectionProperties tubeCorner(const Section &s, double t) {
    const double ro = s.radius > 0 ? s.radius : standardCornerRadius(s.wall), ri = std::max(0.0, ro - t);
    CornerSums sums;
    const auto box = [&sums](double y0, double y1, double z0, double z1) {
        const double w = y1 - y0, d = z1 - z0;
        sums.add(1, w * d, (y0 + y1) / 2, (z0 + z1) / 2, w * d * d * d / 12, d * w * w * w / 12, 0);
    };
    box(0, s.width, 0, t);
    box(0, t, t, s.height);
    const Spandrel outer(ro), inner(ri);
    sums.add(-1, outer.area, outer.offset, outer.offset, outer.inertia, outer.inertia, spandrelProduct(ro));
    sums.add(1, inner.area, t + inner.offset, t + inner.offset, inner.inertia, inner.inertia,
             spandrelProduct(ri));
    SectionProperties p = ofCorner(sums, s, t);
    p.outerRadius = ro;
    return p;
}

}  // namespace

Section rippedFrom(const Section &tube) {
    Section s = tube;
    s.from = tube.id;
    if (tube.shape == SectionShape::RoundTube) {
        s.shape = SectionShape::HalfTube;
        s.id = "half of " + tube.id;
        s.height = tube.height / 2;
    } else {
        // The cut runs through two corners, each piece keeps half of their arcs: told as straight ends of
        // their length.
        s.shape = SectionShape::TubeCorner;
        s.id = "corner of " + tube.id;
        s.radius = tube.radius > 0
                       ? tube.radius
                       : (tube.standard == "ASTM A500" ? 2 * designWallFactor(tube.standard) * tube.wall
                                                       : standardCornerRadius(tube.wall));
        const double less = s.radius - pi / 4 * (s.radius - tube.wall / 2);
        s.height -= less;
        s.width -= less;
    }
    return s;
}

double designWallFactor(const std::string &standard) {
    return standard == "ASTM A500" || standard == "ASTM A53" ? 0.93 : 1.0;
}

double standardCornerRadius(double wall) {
    if (wall <= 6) return 2 * wall;
    return wall <= 10 ? 2.5 * wall : 3 * wall;
}

SectionProperties solidProperties(double h, double b) {
    SectionProperties p;
    p.area = h * b;
    p.Iy = b * h * h * h / 12;
    p.Iz = h * b * b * b / 12;
    p.Wely = b * h * h / 6;
    p.Welz = h * b * b / 6;
    p.Wply = b * h * h / 4;
    p.Wplz = h * b * b / 4;
    const double a = std::max(h, b), c = std::min(h, b);
    p.J = a * c * c * c * (1.0 / 3 - 0.21 * c / a * (1 - std::pow(c / a, 4) / 12));
    p.C = a * c * c / (3 + 1.8 * c / a);
    p.Asy = p.Asz = 5.0 / 6 * p.area;
    p.ry = h / std::sqrt(12.0);
    p.rz = b / std::sqrt(12.0);
    p.wall = c;
    p.perimeter = 2 * (h + b);
    return p;
}

SectionProperties roundProperties(double d) {
    SectionProperties p;
    p.area = std::numbers::pi * d * d / 4;
    p.Iy = p.Iz = std::numbers::pi * std::pow(d, 4) / 64;
    p.J = 2 * p.Iy;
    p.C = p.J / (d / 2);
    p.Wely = p.Welz = p.Iy / (d / 2);
    p.Wply = p.Wplz = std::min(d * d * d / 6, 1.6 * p.Wely);
    p.Asy = p.Asz = 0.9 * p.area;  // Cowper 1966, nu 0.3: 0.89
    p.ry = p.rz = d / 4;
    p.wall = d / 2;
    p.perimeter = std::numbers::pi * d;
    return p;
}

SectionProperties boxProperties(double h, double b, double t) {
    Section s;
    s.height = h;
    s.width = b;
    SectionProperties p = rectTube(s, t, 0);
    p.wall = t;
    return p;
}

Result<SectionProperties> properties(const Section &s, double density) {
    const double t = s.wall * designWallFactor(s.standard);
    const std::string where = "sections/" + s.id;
    if (!(s.height > 0) || !(s.width > 0) || !(s.wall > 0))
        return fail(ProblemKind::BadInput, "Height, width and wall must be above 0.", where);
    const bool open = s.shape == SectionShape::Channel || s.shape == SectionShape::Hat;
    if (s.shape == SectionShape::HalfTube && !(2 * s.wall < s.width))
        return fail(ProblemKind::BadInput, "The wall leaves no inside in the half tube.", where);
    const bool hollow = open || s.shape == SectionShape::RectTube || s.shape == SectionShape::RoundTube;
    // A rod is a round tube whose wall reaches its middle.
    const bool rod = s.shape == SectionShape::RoundTube && 2 * s.wall == s.height;
    if (hollow && !rod && !(2 * s.wall < std::min(s.height, s.width)))
        return fail(ProblemKind::BadInput,
                    fmt::format("A wall of {} mm leaves no inside in {} x {} mm.", s.wall, s.height, s.width),
                    where);
    SectionProperties p;
    Section nominal = s;
    switch (s.shape) {
        case SectionShape::RectTube: {
            const double ro =
                s.radius > 0 ? s.radius : (s.standard == "ASTM A500" ? 2 * t : standardCornerRadius(s.wall));
            if (!(2 * ro <= std::min(s.height, s.width)))
                return fail(ProblemKind::BadInput, "The corner radius is larger than half the section.",
                            where);
            p = rectTube(s, t, ro);
            p.massPerLength = rectTube(nominal, s.wall, std::max(ro, s.wall)).area * density;
            break;
        }
        case SectionShape::RoundTube:
            p = roundTube(s, t);
            p.massPerLength = roundTube(nominal, s.wall).area * density;
            break;
        case SectionShape::Angle:
            if (!(s.wall < std::min(s.height, s.width)))
                return fail(ProblemKind::BadInput, "The legs are shorter than the wall.", where);
            p = angle(s, t);
            p.massPerLength = p.area * density;
            break;
        case SectionShape::Channel:
        case SectionShape::Hat:
            p = openProperties(s).common;
            p.massPerLength = p.area * density;
            break;
        case SectionShape::HalfTube:
            p = halfTube(s, t);
            p.massPerLength = halfTube(nominal, s.wall).area * density;
            break;
        case SectionShape::TubeCorner:
            if (!(s.wall < std::min(s.height, s.width)))
                return fail(ProblemKind::BadInput, "The legs are shorter than the wall.", where);
            p = tubeCorner(s, t);
            p.massPerLength = tubeCorner(nominal, s.wall).area * density;
            break;
        case SectionShape::Flat:
            p = solidProperties(s.height, s.width);
            p.massPerLength = p.area * density;
            break;
    }
    p.wall = t;
    return p;
}

}  // namespace hefty::stock
