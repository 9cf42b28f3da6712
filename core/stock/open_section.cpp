#include "core/stock/open_section.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace hefty::stock {
namespace {

/// Integral over a straight wall of the product of two quantities that change evenly along it.
double product(double length, double a0, double a1, double b0, double b1) {
    return length / 6 * (2 * a0 * b0 + a0 * b1 + a1 * b0 + 2 * a1 * b1);
}

/// Twice the area that a pole sweeps along the corners, from the first on.
std::vector<double> swept(const std::vector<SectionPoint> &at, const SectionPoint &pole) {
    std::vector<double> out{0};
    for (std::size_t i = 1; i < at.size(); ++i) {
        const double y0 = at[i - 1].y - pole.y, z0 = at[i - 1].z - pole.z;
        out.push_back(out.back() + y0 * (at[i].z - pole.z) - z0 * (at[i].y - pole.y));
    }
    return out;
}

struct Walls {
    std::vector<SectionPoint> at;  ///< from the centroid
    double wall;
    double area = 0;

    Walls(const std::vector<SectionPoint> &middle, double t) : at(middle), wall(t) {
        SectionPoint first;
        for (std::size_t i = 1; i < at.size(); ++i) {
            area += t * length(i);
            first.y += t * length(i) * (at[i].y + at[i - 1].y) / 2;
            first.z += t * length(i) * (at[i].z + at[i - 1].z) / 2;
        }
        for (SectionPoint &p : at) {
            p.y -= first.y / area;
            p.z -= first.z / area;
        }
    }
    [[nodiscard]] double length(std::size_t i) const {
        return std::hypot(at[i].y - at[i - 1].y, at[i].z - at[i - 1].z);
    }
    /// Integral over the area of the product of what two lists say at the corners.
    template <class A, class B>
    [[nodiscard]] double integral(A a, B b) const {
        double sum = 0;
        for (std::size_t i = 1; i < at.size(); ++i)
            sum += wall * product(length(i), a(i - 1), a(i), b(i - 1), b(i));
        return sum;
    }
};

}  // namespace

OpenProperties openProperties(const std::vector<SectionPoint> &middle, double wall) {
    const Walls s(middle, wall);
    const auto y = [&s](std::size_t i) { return s.at[i].y; };
    const auto z = [&s](std::size_t i) { return s.at[i].z; };
    OpenProperties out;
    SectionProperties &p = out.common;
    p.area = s.area;
    p.Iy = s.integral(z, z);
    p.Iz = s.integral(y, y);
    p.Iyz = s.integral(y, z);
    double developed = 0, farY = 0, farZ = 0;
    for (std::size_t i = 0; i < s.at.size(); ++i) {
        if (i > 0) {
            const double across = (y(i) - y(i - 1)) / s.length(i), upward = (z(i) - z(i - 1)) / s.length(i);
            developed += s.length(i);
            // Each wall lies in a plane of its own, t³/12 for what it adds about its middle.
            p.Iy += s.length(i) * wall * wall * wall / 12 * across * across;
            p.Iz += s.length(i) * wall * wall * wall / 12 * upward * upward;
            p.Asy += s.length(i) * wall * across * across;
            p.Asz += s.length(i) * wall * upward * upward;
        }
        farY = std::max(farY, std::abs(y(i)) + wall / 2);
        farZ = std::max(farZ, std::abs(z(i)) + wall / 2);
    }
    p.J = developed * wall * wall * wall / 3;
    p.C = p.J / wall;
    p.Wely = p.Wply = p.Iy / farZ;
    p.Welz = p.Wplz = p.Iz / farY;
    p.ry = std::sqrt(p.Iy / p.area);
    p.rz = std::sqrt(p.Iz / p.area);
    p.perimeter = 2 * developed;
    p.wall = wall;
    // The shear center is where a pole must stand for the swept area to share nothing with bending.
    const std::vector<double> about = swept(s.at, {});
    const auto w = [&about](std::size_t i) { return about[i]; };
    const double wy = s.integral(w, y), wz = s.integral(w, z);
    const double det = p.Iy * p.Iz - p.Iyz * p.Iyz;
    out.shearCenter = {(wz * p.Iz - wy * p.Iyz) / det, -(wy * p.Iy - wz * p.Iyz) / det};
    const std::vector<double> best = swept(s.at, out.shearCenter);
    const auto one = [](std::size_t) { return 1.0; };
    const double mean = s.integral([&best](std::size_t i) { return best[i]; }, one) / s.area;
    const auto normal = [&](std::size_t i) { return best[i] - mean; };
    out.warping = s.integral(normal, normal);
    // Integrals of z (y2 + z2) and y (y2 + z2), the walls cut into short straight pieces.
    double momentY = 0, momentZ = 0;
    constexpr int pieces = 40;
    for (std::size_t i = 1; i < s.at.size(); ++i)
        for (int k = 0; k < pieces; ++k) {
            const double f = (k + 0.5) / pieces;
            const double py = y(i - 1) + f * (y(i) - y(i - 1)), pz = z(i - 1) + f * (z(i) - z(i - 1));
            const double dA = wall * s.length(i) / pieces, square = py * py + pz * pz;
            momentY += pz * square * dA;
            momentZ += py * square * dA;
        }
    out.unlikeY = momentY / p.Iy - 2 * out.shearCenter.z;
    out.unlikeZ = momentZ / p.Iz - 2 * out.shearCenter.y;
    return out;
}

OpenProperties openProperties(const Section &section) {
    const double h = section.height - section.wall, b = section.width - section.wall / 2;
    if (section.shape == SectionShape::Channel)
        return openProperties({{b, -h / 2}, {0, -h / 2}, {0, h / 2}, {b, h / 2}}, section.wall);
    if (section.shape == SectionShape::HalfTube) {
        constexpr int chords = 24;
        const double R = (section.width - section.wall) / 2;
        std::vector<SectionPoint> arc;
        for (int i = 0; i <= chords; ++i) {
            const double a = std::numbers::pi * i / chords;
            arc.push_back({R * std::cos(a), R * std::sin(a)});
        }
        return openProperties(arc, section.wall);
    }
    if (section.shape == SectionShape::Angle || section.shape == SectionShape::TubeCorner)
        return openProperties(
            {{section.width - section.wall / 2, 0}, {0, 0}, {0, section.height - section.wall / 2}},
            section.wall);
    const double across = section.width - section.wall, high = section.height - section.wall / 2;
    return openProperties({{-across / 2, high}, {-across / 2, 0}, {across / 2, 0}, {across / 2, high}},
                          section.wall);
}

}  // namespace hefty::stock
