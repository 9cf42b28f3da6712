#include "core/proof/strength/member_strength.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

#include "core/joints/column.h"
#include "core/proof/strength/aluminum.h"
#include "core/stock/open_section.h"

namespace hefty::proof {
namespace {

using joints::bucklingStress;
using joints::columnStress;
using working::number;
using working::Working;

/// Nominal moment of a rectangular tube bent across a flange of flat width b (F7).
double boxMoment(double Fy, double E, double flange, double web, double t, double depth, double W, double Z) {
    const double root = std::sqrt(E / Fy);
    const double Mp = Fy * Z;
    double Mn = Mp;
    const double slender = flange / t;
    if (slender > 1.40 * root) {
        // F7-3 with the effective width of F7-4; the strip lost is taken from both flanges, which is
        // on the safe side of the true effective section and keeps its neutral axis.
        const double effective = std::min(flange, 1.92 * t * root * (1 - 0.38 / slender * root));
        const double arm = (depth - t) / 2;
        Mn = Fy * (W * depth / 2 - 2 * (flange - effective) * t * arm * arm) / (depth / 2);
    } else if (slender > 1.12 * root) {
        Mn = std::min(Mp, Mp - (Mp - Fy * W) * (3.57 * slender / root - 4.0));
    }
    const double webSlender = web / t;
    if (webSlender > 2.42 * root) Mn = std::min(Mn, Mp - (Mp - Fy * W) * (0.305 * webSlender / root - 0.738));
    return Mn;
}

double roundMoment(double Fy, double E, double D, double t, double W, double Z) {
    const double slender = D / t;
    if (slender <= 0.07 * E / Fy) return Fy * Z;
    if (slender <= 0.31 * E / Fy) return (0.021 * E / slender + Fy) * W;
    return 0.33 * E / slender * W;
}

/// Bending of a flat bar on edge (F11): yielding to 1.6 My, lateral-torsional buckling with Cb = 1.
double flatMoment(double Fy, double E, double depth, double t, double L, double W, double Z) {
    const double Mp = std::min(Fy * Z, 1.6 * Fy * W);
    const double My = Fy * W;
    const double parameter = L * depth / (t * t);
    if (parameter <= 0.08 * E / Fy) return Mp;
    if (parameter <= 1.9 * E / Fy) return std::min(Mp, (1.52 - 0.274 * parameter * Fy / E) * My);
    return std::min(Mp, 1.9 * E / parameter * W);
}

double boxShear(double Fy, double E, double flat, double t) {
    const double limit = 1.10 * std::sqrt(5 * E / Fy);
    const double slender = flat / t;
    double Cv = 1;
    if (slender > 1.37 / 1.10 * limit)
        Cv = 1.51 * 5 * E / (slender * slender * Fy);
    else if (slender > limit)
        Cv = limit / slender;
    return 0.6 * Fy * 2 * flat * t * Cv;
}

MemberStrength boxStrength(const Bar &bar) {
    const auto &p = bar.properties;
    const double Fy = bar.material.yield, E = bar.material.E, t = bar.wall;
    const double r = p.outerRadius > 0 ? p.outerRadius : 1.5 * t;
    const double flatH = bar.height - 2 * r, flatB = bar.width - 2 * r;
    MemberStrength s;
    s.tension = Fy * p.area;
    double Fcr = columnStress(E, Fy, bar.unbraced / std::min(p.ry, p.rz));
    // E7: walls beyond 1.40 sqrt(E/Fy) lose effective width (c1 = 0.20, c2 = 1.38).
    double area = p.area;
    for (const double flat : {flatH, flatB}) {
        const double slender = flat / t, limit = 1.40 * std::sqrt(E / Fy);
        if (slender <= limit * std::sqrt(Fy / Fcr)) continue;
        const double Fel = std::pow(1.38 * limit / slender, 2) * Fy;
        const double effective = flat * (1 - 0.20 * std::sqrt(Fel / Fcr)) * std::sqrt(Fel / Fcr);
        area -= 2 * (flat - std::min(flat, effective)) * t;
    }
    s.compression = Fcr * area;
    s.bendingY = boxMoment(Fy, E, flatB, flatH, t, bar.height, p.Wely, p.Wply);
    s.bendingZ = boxMoment(Fy, E, flatH, flatB, t, bar.width, p.Welz, p.Wplz);
    s.shearZ = boxShear(Fy, E, flatH, t);
    s.shearY = boxShear(Fy, E, flatB, t);
    const double slender = std::max(flatH, flatB) / t, root = std::sqrt(E / Fy);
    double Fct = 0.6 * Fy;
    if (slender > 3.07 * root)
        Fct = 0.458 * std::numbers::pi * std::numbers::pi * E / (slender * slender);
    else if (slender > 2.45 * root)
        Fct = 0.6 * Fy * 2.45 * root / slender;
    s.torsion = Fct * p.C;
    return s;
}

/// A rod: told as a round tube whose wall reaches its middle.
bool solidRound(const Bar &bar) {
    return bar.shape == stock::SectionShape::RoundTube && 2 * bar.wall >= bar.height;
}

MemberStrength roundStrength(const Bar &bar) {
    const auto &p = bar.properties;
    const double Fy = bar.material.yield, E = bar.material.E, D = bar.height, t = bar.wall;
    MemberStrength s;
    s.tension = Fy * p.area;
    double area = p.area;
    if (D / t > 0.11 * E / Fy) area *= std::min(1.0, 0.038 * E / (Fy * D / t) + 2.0 / 3);
    s.compression = columnStress(E, Fy, bar.unbraced / p.ry) * area;
    s.hollow = !solidRound(bar);
    s.bendingY = s.bendingZ =
        s.hollow ? roundMoment(Fy, E, D, t, p.Wely, p.Wply) : std::min(Fy * p.Wply, 1.6 * Fy * p.Wely);
    s.shearY = s.shearZ = 0.6 * Fy * p.area / 2;
    const double Fct =
        std::max(1.23 * E / (std::sqrt(std::max(1.0, bar.unbraced / D)) * std::pow(D / t, 1.25)),
                 0.60 * E / std::pow(D / t, 1.5));
    s.torsion = std::min(Fct, 0.6 * Fy) * p.C;
    return s;
}

MemberStrength flatStrength(const Bar &bar) {
    const auto &p = bar.properties;
    const double Fy = bar.material.yield, E = bar.material.E;
    MemberStrength s;
    s.hollow = false;
    s.tension = Fy * p.area;
    s.compression = columnStress(E, Fy, bar.unbraced / std::min(p.ry, p.rz)) * p.area;
    s.bendingY = flatMoment(Fy, E, bar.height, bar.width, bar.unbraced, p.Wely, p.Wply);
    s.bendingZ = std::min(Fy * p.Wplz, 1.6 * Fy * p.Welz);
    s.shearY = s.shearZ = 0.6 * Fy * p.area;
    s.torsion = 0.6 * Fy * p.C;
    return s;
}

double shearModulus(const stock::Material &m) {
    return m.E / (2 * (1 + m.nu));
}

bool isAngle(stock::SectionShape shape) {
    return shape == stock::SectionShape::Angle || shape == stock::SectionShape::TubeCorner;
}

/// Elastic stress at which an open wall buckles as a column: by bending, or by twist together with bending
/// (E4-3, E4-4 along an axis of symmetry; of other sections the sum of the reciprocals, which is on the safe
/// side).
double openColumnStress(const Bar &bar, const stock::OpenProperties &open) {
    const auto &p = bar.properties;
    const double E = bar.material.E, G = shearModulus(bar.material), L = std::max(bar.unbraced, 1.0);
    const double pi2 = std::numbers::pi * std::numbers::pi;
    const stock::SectionPoint &c = open.shearCenter;
    const double away = c.y * c.y + c.z * c.z, r2 = away + (p.Iy + p.Iz) / p.area;
    const double twist = (pi2 * E * open.warping / (L * L) + G * p.J) / (p.area * r2);
    const auto euler = [&](double I) { return pi2 * E * I / (L * L * p.area); };
    if (isAngle(bar.shape)) return 1 / (1 / euler(p.Iy) + 1 / euler(p.Iz) + 1 / twist);
    // The shear center lies on the axis of symmetry: twist goes with bending across that axis.
    const bool alongY = std::abs(c.y) > std::abs(c.z);
    const double withTwist = euler(alongY ? p.Iy : p.Iz), alone = euler(alongY ? p.Iz : p.Iy);
    const double H = 1 - away / r2, sum = withTwist + twist;
    return std::min(alone, sum / (2 * H) * (1 - std::sqrt(1 - 4 * withTwist * twist * H / (sum * sum))));
}

/// Stress that a wall of an open section bears as a plate, its edge free (F6-4) or held at both sides (E7).
double openWallStress(const Bar &bar, double freeEdge, double held) {
    const double E = bar.material.E, t = bar.wall;
    return std::min({bar.material.yield, 0.69 * E * t * t / (freeEdge * freeEdge),
                     std::pow(1.31 * 1.49 * t / held, 2) * E});
}

/// Which of an open section's walls have a free edge, and what carries shear each way.
struct OpenWalls {
    double freeEdge = 0, held = 1;  ///< widths, mm
    double shearY = 0, shearZ = 0;  ///< areas, mm2
};

OpenWalls wallsOf(const Bar &bar) {
    const double h = bar.height, b = bar.width, t = bar.wall;
    switch (bar.shape) {
        case stock::SectionShape::Channel:
            return {b, h, 2 * b * t, h * t};
        case stock::SectionShape::HalfTube:  // each quarter taken as a flat wall of its length, on the safe
                                             // side
            return {std::numbers::pi / 4 * (b - t), 1, bar.properties.Asy, bar.properties.Asz};
        case stock::SectionShape::Angle:
        case stock::SectionShape::TubeCorner:
            return {std::max(b, h), 1, b * t, h * t};
        default:
            return {h, b, b * t, 2 * h * t};
    }
}

MemberStrength openStrength(const Bar &bar) {
    stock::Section section;
    section.shape = bar.shape;
    section.height = bar.height;
    section.width = bar.width;
    section.wall = bar.wall;
    const stock::OpenProperties open = stock::openProperties(section);
    const auto &p = bar.properties;
    const double Fy = bar.material.yield, E = bar.material.E, G = shearModulus(bar.material);
    const double L = std::max(bar.unbraced, 1.0);
    const OpenWalls w = wallsOf(bar);
    const double wall = openWallStress(bar, w.freeEdge, w.held);
    // Lateral-torsional buckling under an even moment; the weaker axis resists it for both. A half tube or
    // an angle buckles earlier one way around: that way is taken.
    const double least = std::min(p.Iy, p.Iz), a = std::numbers::pi / L, side = a * a * E * least;
    const bool alike = bar.shape == stock::SectionShape::Channel || bar.shape == stock::SectionShape::Hat;
    const auto critical = [&](double unlike) {
        const double half = alike ? 0 : std::abs(unlike) / 2;
        return side * (std::sqrt(half * half + (open.warping * a * a * E + G * p.J) / side) - half);
    };
    const double MeY = critical(open.unlikeY), MeZ = critical(open.unlikeZ);
    MemberStrength s;
    s.hollow = false;
    s.tension = Fy * p.area;
    s.compression = std::min(bucklingStress(openColumnStress(bar, open), Fy), wall) * p.area;
    s.bendingY = std::min(bucklingStress(MeY / p.Wely, Fy), wall) * p.Wely;
    s.bendingZ = std::min(bucklingStress(MeZ / p.Welz, Fy), wall) * p.Welz;
    s.shearZ = 0.6 * Fy * w.shearZ;
    s.shearY = 0.6 * Fy * w.shearY;
    s.torsion = 0.6 * Fy * p.C;
    return s;
}

const char *bendingSource(const Bar &bar) {
    if (isAngle(bar.shape)) return "AISC 360-16 F10, to first yield of the weaker axis at most";
    if (stock::isOpen(bar.shape)) return "AISC 360-16 F2-4 and F6-4, to first yield at most";
    if (bar.shape == stock::SectionShape::RectTube) return "AISC 360-16 F7";
    return bar.shape == stock::SectionShape::RoundTube && !solidRound(bar) ? "AISC 360-16 F8"
                                                                           : "AISC 360-16 F11";
}

void writeStrength(const Bar &bar, const MemberStrength &s, Working &w) {
    const auto &p = bar.properties;
    const std::string fy = number(bar.material.yield);
    w.given("A", "area", p.area, "mm²", "section table of this shop's stock");
    w.given("Fy", "yield strength", bar.material.yield, "MPa", bar.material.source);
    w.given("L", "length between the ends of the part, K = 1", bar.unbraced, "mm", "drawing");
    w.step("Pn,t", "yield in tension", "Fy A", fmt::format("{} · {}", fy, number(p.area)), s.tension, "N",
           "AISC 360-16 D2-1");
    w.step("Pn,c", "buckling in compression", "Fcr A",
           fmt::format("{} · {}", number(s.compression / p.area), number(p.area)), s.compression, "N",
           "AISC 360-16 E3, E7");
    w.step("Mn,y", "bending along the height", "Fy Zy, less for thin walls or a slender edge",
           fmt::format("{} · {}", fy, number(p.Wply)), s.bendingY, "N·mm", bendingSource(bar));
    w.step("Mn,z", "bending along the width", "Fy Zz, less for thin walls",
           fmt::format("{} · {}", fy, number(p.Wplz)), s.bendingZ, "N·mm", bendingSource(bar));
    w.step("Vn,y", "shear along the width", "0.6 Fy Aw Cv", fmt::format("0.6 · {} · Aw", fy), s.shearY, "N",
           "AISC 360-16 G4, G5");
    w.step("Vn,z", "shear along the height", "0.6 Fy Aw Cv", fmt::format("0.6 · {} · Aw", fy), s.shearZ, "N",
           "AISC 360-16 G4, G5");
    w.step("Tn", "torsion", "Fcr C", fmt::format("{} · {}", number(s.torsion / p.C), number(p.C)), s.torsion,
           "N·mm", "AISC 360-16 H3.1");
}

}  // namespace

namespace {

MemberStrength steelStrength(const Bar &bar) {
    switch (bar.shape) {
        case stock::SectionShape::RectTube:
            return boxStrength(bar);
        case stock::SectionShape::RoundTube:
            return roundStrength(bar);
        case stock::SectionShape::Channel:
        case stock::SectionShape::Hat:
        case stock::SectionShape::Angle:
        case stock::SectionShape::HalfTube:
        case stock::SectionShape::TubeCorner:
            return openStrength(bar);
        case stock::SectionShape::Flat:
            return flatStrength(bar);
    }
    return {};
}

}  // namespace

MemberStrength memberStrength(const Bar &bar, Working *w) {
    const bool aluminum = bar.material.family == "aluminum" && bar.shape != stock::SectionShape::RoundTube;
    const MemberStrength s = aluminum ? aluminumStrength(bar) : steelStrength(bar);
    if (w) writeStrength(bar, s, *w);
    if (w && aluminum)
        w->note(fmt::format(
            "Aluminum: columns, walls and webs by the Aluminum Design Manual, chapters D to G{}.",
            bar.material.yield <= bar.material.weldedYield ? ", as welded within 25 mm of a weld" : ""));
    return s;
}

namespace {

struct Ratios {
    double axial, bending, shear, torsion;
};

Ratios ratios(const MemberStrength &s, const mechanics::Vec6 &f, double omega) {
    Ratios r{};
    r.axial = omega * std::abs(f(0)) / (f(0) >= 0 ? s.tension : s.compression);
    r.bending = omega * (std::abs(f(4)) / s.bendingY + std::abs(f(5)) / s.bendingZ);
    r.shear = omega * std::max(std::abs(f(1)) / s.shearY, std::abs(f(2)) / s.shearZ);
    r.torsion = omega * std::abs(f(3)) / s.torsion;
    return r;
}

double combine(const Ratios &r) {
    const double h1 = r.axial >= 0.2 ? r.axial + 8.0 / 9 * r.bending : r.axial / 2 + r.bending;
    double all = std::max({h1, r.shear, r.torsion});
    if (r.torsion > 0.2) all = std::max(all, r.axial + r.bending + std::pow(r.shear + r.torsion, 2));
    return all;
}

}  // namespace

double memberUtilization(const MemberStrength &s, const mechanics::Vec6 &f, double omega) {
    return combine(ratios(s, f, omega));
}

double memberReserve(const MemberStrength &s, const mechanics::Vec6 &f) {
    constexpr double endless = 1e9;
    const auto reached = [](double share) { return share > 1 / endless ? 1 / share : endless; };
    const Ratios r = ratios(s, f, 1.0);
    // Axial force and bending, H1: both lines meet the limit where the axial share is 0.2.
    double reserve = reached(r.axial / 2 + r.bending);
    if (reserve * r.axial >= 0.2) reserve = reached(r.axial + 8.0 / 9 * r.bending);
    reserve = std::min({reserve, reached(r.shear), reached(r.torsion)});
    if (r.torsion * reserve <= 0.2) return reserve;
    // With torsion, H3-6, from a torsion share of 0.2 on: p k + (q k)² = 1.
    const double p = r.axial + r.bending, q = r.shear + r.torsion;
    const double together = 2 / (p + std::sqrt(p * p + 4 * q * q));
    return std::min(reserve, std::max(together, 0.2 / r.torsion));
}

double skinStress(const Bar &bar, const mechanics::Vec6 &f) {
    const auto &p = bar.properties;
    const double sigma = std::abs(f(0)) / p.area + std::abs(f(4)) / p.Wely + std::abs(f(5)) / p.Welz;
    const double tau = std::abs(f(3)) / p.C + std::max(std::abs(f(1)) / p.Asy, std::abs(f(2)) / p.Asz);
    return std::sqrt(sigma * sigma + 3 * tau * tau);
}

void addMemberWorking(Working &w, const Bar &bar, const mechanics::Vec6 &f, double omega) {
    const MemberStrength s = memberStrength(bar, &w);
    const Ratios r = ratios(s, f, omega);
    const std::string frame = "frame analysis of the piece";
    w.given("N", "axial force, tension positive", f(0), "N", frame);
    w.given("Vy", "shear along the width", f(1), "N", frame);
    w.given("Vz", "shear along the height", f(2), "N", frame);
    w.given("T", "torsion", f(3), "N·mm", frame);
    w.given("My", "moment, bending along the height", f(4), "N·mm", frame);
    w.given("Mz", "moment, bending along the width", f(5), "N·mm", frame);
    w.given("Ω", "safety factor", omega, "",
            omega > 1 ? "AISC 360-16 D2, E1, F1, G1" : "survival: nominal strength");
    w.step("a", "axial ratio", "Ω |N|/Pn", fmt::format("{} · {}/Pn", number(omega), number(std::abs(f(0)))),
           r.axial, "", "AISC 360-16 H1");
    w.step("b", "bending ratio", "Ω (|My|/Mn,y + |Mz|/Mn,z)",
           fmt::format("{} · ({} + {})", number(omega), number(std::abs(f(4)) / s.bendingY),
                       number(std::abs(f(5)) / s.bendingZ)),
           r.bending, "", "AISC 360-16 H1");
    w.step("v", "shear ratio, the larger", "Ω V/Vn", "", r.shear, "", "AISC 360-16 G1");
    w.step("t", "torsion ratio", "Ω |T|/Tn", "", r.torsion, "", "AISC 360-16 H3");
    const bool high = r.axial >= 0.2;
    w.step("h", "axial and bending together", high ? "a + 8/9 b" : "a/2 + b",
           fmt::format("{}, {}", number(r.axial), number(r.bending)),
           high ? r.axial + 8.0 / 9 * r.bending : r.axial / 2 + r.bending, "",
           high ? "AISC 360-16 H1-1a" : "AISC 360-16 H1-1b");
    if (r.torsion > 0.2)
        w.step("k", "with torsion", "a + b + (v + t)²",
               fmt::format("{} + {} + ({} + {})²", number(r.axial), number(r.bending), number(r.shear),
                           number(r.torsion)),
               r.axial + r.bending + std::pow(r.shear + r.torsion, 2), "", "AISC 360-16 H3-6");
    w.step("u", "utilization, the largest", "max", "", combine(r), "", "");
    if (!s.hollow) w.note("H3-6 is written for hollow sections; it is used for plate strips as an estimate.");
}

void addSkinWorking(Working &w, const Bar &bar, const mechanics::Vec6 &f) {
    const auto &p = bar.properties;
    const double sigma = std::abs(f(0)) / p.area + std::abs(f(4)) / p.Wely + std::abs(f(5)) / p.Welz;
    const double tau = std::abs(f(3)) / p.C + std::max(std::abs(f(1)) / p.Asy, std::abs(f(2)) / p.Asz);
    const std::string elastic = "elastic beam theory, components added at their largest";
    w.step("σ", "stress along the bar", "|N|/A + |My|/Wy + |Mz|/Wz",
           fmt::format("{}/{} + {}/{} + {}/{}", number(std::abs(f(0))), number(p.area),
                       number(std::abs(f(4))), number(p.Wely), number(std::abs(f(5))), number(p.Welz)),
           sigma, "MPa", elastic);
    w.step("τ", "shear stress", "|T|/C + V/As",
           fmt::format("{}/{} + V/As", number(std::abs(f(3))), number(p.C)), tau, "MPa", elastic);
    w.step("σ_vm", "von Mises stress", "√(σ² + 3 τ²)",
           fmt::format("√({}² + 3 · {}²)", number(sigma), number(tau)),
           std::sqrt(sigma * sigma + 3 * tau * tau), "MPa", "von Mises");
    w.given("Fy", "yield strength", bar.material.yield, "MPa", bar.material.source);
    w.step("u", "over yield, no safety factor", "σ_vm/Fy", "",
           std::sqrt(sigma * sigma + 3 * tau * tau) / bar.material.yield, "", "");
}

}  // namespace hefty::proof
