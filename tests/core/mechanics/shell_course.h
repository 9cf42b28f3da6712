#pragma once

#include <cmath>
#include <functional>
#include <numbers>

#include "core/mechanics/frame_solver.h"

/// The published obstacle course for shells: models, loads and reference values. Each returns what the
/// model gives over what is published. Units are those of the source.
namespace hefty::testing {

using namespace mechanics;

/// A grid of quadrilaterals (or of triangles) mapped from the unit square.
struct Grid {
    FrameModel model;
    int nx, ny;

    Grid(int countX, int countY, const std::function<Vec3(double u, double v)> &place, double E, double nu,
         double thickness, bool triangles = false)
        : nx(countX), ny(countY) {
        model.materials.push_back({"m", E, nu, 0, 0});
        model.cases = {"c"};
        for (int j = 0; j <= ny; ++j)
            for (int i = 0; i <= nx; ++i)
                model.nodes.push_back({"n" + std::to_string(i) + "." + std::to_string(j),
                                       place(static_cast<double>(i) / nx, static_cast<double>(j) / ny)});
        for (int j = 0; j < ny; ++j)
            for (int i = 0; i < nx; ++i) {
                const int a = node(i, j), b = node(i + 1, j), c = node(i + 1, j + 1), d = node(i, j + 1);
                const std::string id = "s" + std::to_string(model.shells.size());
                if (!triangles) {
                    model.shells.push_back({id, {a, b, c, d}, 0, thickness});
                    continue;
                }
                model.shells.push_back({id, {a, b, c}, 0, thickness});
                model.shells.push_back({id + "t", {a, c, d}, 0, thickness});
            }
    }
    [[nodiscard]] int node(int i, int j) const { return j * (nx + 1) + i; }
    /// Holds freedoms (bits) of all nodes that a rule picks.
    void hold(const std::function<bool(int i, int j)> &which, FreedomSet freedoms) {
        for (int j = 0; j <= ny; ++j)
            for (int i = 0; i <= nx; ++i)
                if (which(i, j)) model.supports.push_back({node(i, j), freedoms});
    }
    void load(int i, int j, const Vec3 &force, const Vec3 &moment = Vec3::Zero()) {
        model.nodeLoads.push_back({0, node(i, j), force, moment});
    }
    [[nodiscard]] CaseSolution solve() const {
        auto s = solveStatic(model);
        if (!s) throw std::runtime_error(s.error().message + " " + s.error().where);
        return s->cases[0];
    }
};

inline constexpr FreedomSet X = 1, Y = 2, Z = 4, RX = 8, RY = 16, RZ = 32, all = 63;

/// MacNeal and Harder 1985: a straight cantilever 6 x 0.2 x 0.1 of 6 x 1 elements.
enum class TipLoad { Along, InPlane, OutOfPlane, Twist };
/// @param shape  0 rectangles, 1 trapezoids (45 degrees), 2 parallelograms
/// @param refine  each element cut into so many both ways
inline double straightBeam(TipLoad load, int shape = 0, bool triangles = false, int refine = 1) {
    const auto place = [shape](double u, double v) {
        // How far the lines across lean, linear between those of the coarse mesh.
        const auto lean = [shape](int line) {
            if (line <= 0 || line >= 6 || shape == 0) return 0.0;
            return shape == 2 || line % 2 == 0 ? 0.2 : -0.2;
        };
        const int line = std::min(5, static_cast<int>(6 * u + 1e-9));
        const double t = 6 * u - line;
        return Vec3(6 * u + (v - 0.5) * ((1 - t) * lean(line) + t * lean(line + 1)), 0.2 * v, 0);
    };
    const int n = 6 * refine;
    Grid g(n, refine, place, 1e7, 0.3, 0.1, triangles);
    g.hold([](int i, int) { return i == 0; }, all);
    for (int j = 0; j <= refine; ++j) {
        const double share = (j == 0 || j == refine ? 0.5 : 1.0) / refine;
        switch (load) {
            case TipLoad::Along:
                g.load(n, j, {share, 0, 0});
                break;
            case TipLoad::InPlane:
                g.load(n, j, {0, share, 0});
                break;
            case TipLoad::OutOfPlane:
                g.load(n, j, {0, 0, share});
                break;
            case TipLoad::Twist:
                g.load(n, j, {0, 0, 0}, {share, 0, 0});
                break;
        }
    }
    const CaseSolution s = g.solve();
    const Vec6 a = s.displacements[static_cast<std::size_t>(g.node(n, 0))],
               b = s.displacements[static_cast<std::size_t>(g.node(n, refine))];
    switch (load) {
        case TipLoad::Along:
            return (a(0) + b(0)) / 2 / 3.0e-5;
        case TipLoad::InPlane:
            return (a(1) + b(1)) / 2 / 0.1081;
        case TipLoad::OutOfPlane:
            return (a(2) + b(2)) / 2 / 0.4321;
        case TipLoad::Twist:
            break;
    }
    // Unit torque over 6: theta = T L/(G J), J of 0.2 x 0.1 by Saint-Venant's series, 0.2287 b h3.
    return (b(2) - a(2)) / 0.2 / (6 / (1e7 / 2.6 * 0.2287 * 0.2 * 0.001));
}

/// MacNeal and Harder 1985: a quarter circle of 6 x 1 elements; radii 4.12 and 4.32, thickness 0.1.
inline double curvedBeam(bool inPlane, int n = 6, int across = 1) {
    const auto place = [](double u, double v) {
        const double a = std::numbers::pi / 2 * (1 - u), r = 4.12 + 0.2 * v;
        return Vec3(r * std::cos(a), r * std::sin(a), 0);
    };
    Grid g(n, across, place, 1e7, 0.25, 0.1);
    // Held where u = 0 (upright end), loaded at the other.
    g.hold([](int i, int) { return i == 0; }, all);
    for (int j = 0; j <= across; ++j) {
        const double share = (j == 0 || j == across ? 0.5 : 1.0) / across;
        g.load(n, j, inPlane ? Vec3(share, 0, 0) : Vec3(0, 0, share));
    }
    const CaseSolution s = g.solve();
    const int f = inPlane ? 0 : 2;
    const double tip = (s.displacements[static_cast<std::size_t>(g.node(n, 0))](f) +
                        s.displacements[static_cast<std::size_t>(g.node(n, across))](f)) /
                       2;
    return tip / (inPlane ? 0.08734 : 0.5022);
}

/// MacNeal and Harder 1985: a strip 12 x 1.1 x 0.32 twisted by 90 degrees, 12 x 2 elements.
inline double twistedBeam(bool alongWidth, int n = 12) {
    const auto place = [](double u, double v) {
        const double a = std::numbers::pi / 2 * u, w = 1.1 * (v - 0.5);
        return Vec3(12 * u, w * std::cos(a), w * std::sin(a));
    };
    Grid g(n, n / 6, place, 29e6, 0.22, 0.32);
    g.hold([](int i, int) { return i == 0; }, all);
    // At the tip the width stands upright: along it is z.
    g.load(n, n / 12, alongWidth ? Vec3(0, 0, 1) : Vec3(0, 1, 0));
    const Vec6 tip = g.solve().displacements[static_cast<std::size_t>(g.node(n, n / 12))];
    return alongWidth ? tip(2) / 0.005424 : tip(1) / 0.001754;
}

/// Scordelis-Lo roof, a quarter: 0.3024 at the middle of the free edge.
inline double scordelisLo(int n, bool triangles = false) {
    const double angle = 40 * std::numbers::pi / 180;
    const auto place = [angle](double u, double v) {
        return Vec3(25 * u, 25 * std::sin(angle * v), 25 * std::cos(angle * v));
    };
    Grid g(n, n, place, 4.32e8, 0, 0.25, triangles);
    g.hold([](int i, int) { return i == 0; }, Y | Z);         // diaphragm
    g.hold([n](int i, int) { return i == n; }, X | RY | RZ);  // middle of the length
    g.hold([](int, int j) { return j == 0; }, Y | RX | RZ);   // crown
    // 90 per area, downward, as weight.
    g.model.materials[0].density = 90 / 0.25;
    g.model.accelerations.push_back({0, Vec3(0, 0, -1)});
    return -g.solve().displacements[static_cast<std::size_t>(g.node(n, n))](2) / 0.3024;
}

/// Pinched cylinder with end diaphragms, an eighth: 1.8248e-5 under the load.
inline double pinchedCylinder(int n) {
    const auto place = [](double u, double v) {
        const double a = std::numbers::pi / 2 * v;
        return Vec3(300 * u, 300 * std::sin(a), 300 * std::cos(a));
    };
    Grid g(n, n, place, 3e6, 0.3, 3);
    g.hold([](int i, int) { return i == 0; }, X | RY | RZ);   // middle of the length: symmetry
    g.hold([n](int i, int) { return i == n; }, Y | Z);        // diaphragm
    g.hold([](int, int j) { return j == 0; }, Y | RX | RZ);   // top
    g.hold([n](int, int j) { return j == n; }, Z | RX | RY);  // side
    g.load(0, 0, {0, 0, -0.25});
    return -g.solve().displacements[0](2) / 1.8248e-5;
}

/// Hemisphere with a hole of 18 degrees, a quarter: 0.0940 under the loads.
inline double hemisphere(int n) {
    const auto place = [](double u, double v) {
        const double around = std::numbers::pi / 2 * u, up = 72 * std::numbers::pi / 180 * v;
        return Vec3(10 * std::cos(up) * std::cos(around), 10 * std::cos(up) * std::sin(around),
                    10 * std::sin(up));
    };
    Grid g(n, n, place, 6.825e7, 0.3, 0.04);
    g.hold([](int i, int) { return i == 0; }, Y | RX | RZ);
    g.hold([n](int i, int) { return i == n; }, X | RY | RZ);
    g.model.supports.push_back({g.node(0, 0), Z});
    g.load(0, 0, {1, 0, 0});
    g.load(n, 0, {0, -1, 0});
    return g.solve().displacements[0](0) / 0.0940;
}

/// A square plate of side 1 under a pressure of 1: deflection at the middle over q a4/D. A quarter.
inline double squarePlate(int n, double thickness, bool clamped, bool triangles = false) {
    const auto place = [](double u, double v) { return Vec3(u / 2, v / 2, 0); };
    Grid g(n, n, place, 1e6, 0.3, thickness, triangles);
    g.hold([n](int i, int) { return i == n; }, clamped ? all : FreedomSet(X | Y | Z | RX | RZ));
    g.hold([n](int, int j) { return j == n; }, clamped ? all : FreedomSet(X | Y | Z | RY | RZ));
    g.hold([](int i, int) { return i == 0; }, X | RY | RZ);
    g.hold([](int, int j) { return j == 0; }, Y | RX | RZ);
    for (int s = 0; s < static_cast<int>(g.model.shells.size()); ++s) g.model.shellLoads.push_back({0, s, 1});
    const double D = 1e6 * std::pow(thickness, 3) / 12 / (1 - 0.09);
    return g.solve().displacements[0](2) * D;
}

/// NAFEMS LE1: an elliptic membrane pulled at its outer edge; stress along the inner edge at the end of
/// its long axis over 92.7 MPa. A quarter.
inline double ellipticMembrane(int n) {
    const auto place = [](double u, double v) {
        const double a = std::numbers::pi / 2 * u, c = std::cos(a), s = std::sin(a);
        const Vec3 inner(2000 * c, 1000 * s, 0), outer(3250 * c, 2750 * s, 0);
        return Vec3(inner + (outer - inner) * v);
    };
    Grid g(n, n, place, 210000, 0.3, 100);
    g.hold([](int, int) { return true; }, Z | RX | RY);
    g.hold([](int i, int) { return i == 0; }, Y | RZ);
    g.hold([n](int i, int) { return i == n; }, X | RZ);
    for (int i = 0; i < n; ++i) {
        const Vec3 &a = g.model.nodes[static_cast<std::size_t>(g.node(i, n))].at,
                   &b = g.model.nodes[static_cast<std::size_t>(g.node(i + 1, n))].at;
        const Vec3 half = 10 * 100 * (b - a).cross(Vec3::UnitZ()) / 2;
        g.load(i, n, half);
        g.load(i + 1, n, half);
    }
    const CaseSolution s = g.solve();
    // Middles of the elements beside the axis, three rows inward; even in the distance from the axis, and
    // taken to the edge by a parabola. At the edge the stress is one-sided: von Mises is its size.
    std::array<double, 3> row;
    for (int j = 0; j < 3; ++j) {
        const auto middle = [&](int shell) {
            const auto i = static_cast<std::size_t>(shell);
            return vonMises(s.shellForces[i], g.model.shells[i].thickness).middle;
        };
        const double near = middle(j * n), far = middle(j * n + 1);
        row[static_cast<std::size_t>(j)] = (9 * near - far) / 8;
    }
    return (15 * row[0] - 10 * row[1] + 3 * row[2]) / 8 / 92.7;
}

}  // namespace hefty::testing
