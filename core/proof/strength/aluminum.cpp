#include "core/proof/strength/aluminum.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace hefty::proof {
namespace {

constexpr double ksi = 6.894757;
constexpr double pi = std::numbers::pi;
/// Ω of yielding and buckling is the same as that of the callers within a hundredth; rupture asks for more.
constexpr double ruptureOmega = 1.95;

double columnStress(const AluminumBuckling &k, double Fcy, double E, double slenderness) {
    const double first = (k.Bc - Fcy) / k.Dc;
    if (slenderness <= first) return Fcy;
    if (slenderness < k.Cc)
        return std::min(Fcy,
                        (k.Bc - k.Dc * slenderness) * (0.85 + 0.15 * (k.Cc - slenderness) / (k.Cc - first)));
    return 0.85 * pi * pi * E / (slenderness * slenderness);
}

/// A flat wall held along both edges and pressed evenly.
double wallStress(const AluminumBuckling &k, double Fcy, double E, double slender) {
    if (slender <= (k.Bp - Fcy) / (1.6 * k.Dp)) return Fcy;
    if (slender < k.k1 * k.Bp / (1.6 * k.Dp)) return std::min(Fcy, k.Bp - 1.6 * k.Dp * slender);
    return std::min(Fcy, k.k2 * std::sqrt(k.Bp * E) / (1.6 * slender));
}

/// A web bent in its plane about its middle.
double webStress(const AluminumBuckling &k, double Fcy, double E, double slender) {
    constexpr double m = 0.65;
    const double yielding = 1.5 * Fcy;
    if (slender < k.k1 * k.Bbr / (m * k.Dbr)) return std::min(yielding, k.Bbr - m * k.Dbr * slender);
    return std::min(yielding, k.k2 * std::sqrt(k.Bbr * E) / (m * slender));
}

double shearStress(double Fsy, double E, double slender, bool welded) {
    const double Bs = Fsy * (1 + std::cbrt(Fsy / ((welded ? 240 : 800) * ksi)));
    const double Ds = welded ? Bs / 20 * std::sqrt(6 * Bs / E) : Bs / 10 * std::sqrt(Bs / E);
    const double Cs = welded ? 2 * Bs / (3 * Ds) : 0.41 * Bs / Ds;
    if (1.25 * slender >= Cs) return std::min(Fsy, pi * pi * E / (1.25 * slender * 1.25 * slender));
    return std::min(Fsy, Bs - 1.25 * Ds * slender);
}

}  // namespace

AluminumBuckling aluminumBuckling(double Fcy, double E, bool welded) {
    AluminumBuckling k;
    k.Bc = Fcy * (1 + std::sqrt(Fcy / ((welded ? 1000 : 2250) * ksi)));
    k.Bp = Fcy * (1 + std::cbrt(Fcy / ((welded ? 440 : 1500) * ksi)));
    k.Bbr = 1.3 * Fcy * (1 + std::cbrt(Fcy / (340 * ksi)));
    k.Dbr = k.Bbr / 20 * std::sqrt(6 * k.Bbr / E);
    if (welded) {
        k.Dc = k.Bc / 20 * std::sqrt(6 * k.Bc / E);
        k.Cc = 2 * k.Bc / (3 * k.Dc);
        k.Dp = k.Bp / 20 * std::sqrt(6 * k.Bp / E);
        k.k1 = 0.50;
        k.k2 = 2.04;
    } else {
        k.Dc = k.Bc / 10 * std::sqrt(k.Bc / E);
        k.Cc = 0.41 * k.Bc / k.Dc;
        k.Dp = k.Bp / 10 * std::sqrt(k.Bp / E);
    }
    return k;
}

MemberStrength aluminumStrength(const Bar &bar) {
    const auto &p = bar.properties;
    const double Fy = bar.material.yield, E = bar.material.E, t = bar.wall;
    const bool welded = bar.material.weldedYield > 0 && Fy <= bar.material.weldedYield * (1 + 1e-9);
    const AluminumBuckling k = aluminumBuckling(Fy, E, welded);
    MemberStrength s;
    const double ultimate = welded ? bar.material.weldedUltimate : bar.material.ultimate;
    s.tension = p.area * std::min(Fy, ultimate * memberOmega / ruptureOmega);
    const double column = columnStress(k, Fy, E, bar.unbraced / std::min(p.ry, p.rz));
    if (bar.shape != stock::SectionShape::RectTube) {
        s.hollow = false;
        s.compression = column * p.area;
        s.bendingY = std::min(p.Wply, 1.5 * p.Wely) * Fy;
        s.bendingZ = std::min(p.Wplz, 1.5 * p.Welz) * Fy;
        // Lateral buckling of a flat bar on edge as a column of its slenderness (ADM F.4.2 for rectangular
        // bars).
        const double edge = 2.3 * std::sqrt(bar.unbraced * bar.height) / bar.width;
        s.bendingY = std::min(s.bendingY, 1.5 * p.Wely * columnStress(k, Fy, E, edge));
        s.shearY = s.shearZ = 0.6 * Fy * p.area;
        s.torsion = 0.6 * Fy * p.C;
        return s;
    }
    const double r = p.outerRadius > 0 ? p.outerRadius : 1.5 * t;
    const double flatH = bar.height - 2 * r, flatB = bar.width - 2 * r;
    const double wallH = wallStress(k, Fy, E, flatH / t), wallB = wallStress(k, Fy, E, flatB / t);
    s.compression = p.area * std::min({column, wallH, wallB});
    s.bendingY = std::min({std::min(p.Wply, 1.5 * p.Wely) * Fy, (wallB < Fy ? p.Wely : p.Wply) * wallB,
                           p.Wely * webStress(k, Fy, E, flatH / t)});
    s.bendingZ = std::min({std::min(p.Wplz, 1.5 * p.Welz) * Fy, (wallH < Fy ? p.Welz : p.Wplz) * wallH,
                           p.Welz * webStress(k, Fy, E, flatB / t)});
    s.shearZ = 2 * flatH * t * shearStress(0.6 * Fy, E, flatH / t, welded);
    s.shearY = 2 * flatB * t * shearStress(0.6 * Fy, E, flatB / t, welded);
    s.torsion = p.C * shearStress(0.6 * Fy, E, std::max(flatH, flatB) / t, welded);
    return s;
}

}  // namespace hefty::proof
