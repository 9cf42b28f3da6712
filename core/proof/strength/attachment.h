#pragma once

#include "core/joints/weld_group.h"
#include "core/working/working.h"

namespace hefty::proof {

/// A plate welded on the flat wall of a rectangular tube.
struct PlateOnWall {
    double wall = 0;         ///< t, design thickness of the tube's wall, mm
    double faceWidth = 0;    ///< B, width of that wall across the tube, mm
    double tubeYield = 0;    ///< MPa
    double plateLength = 0;  ///< along the line where it stands, mm
    double plateThickness = 0;
    double plateYield = 0;
    bool alongTube = false;  ///< longitudinal: its length runs along the tube
    double chordUse = 0;     ///< U: stress in the tube over its yield, 0 to 1
};

/// Nominal strength [N] of the wall against a pull or push at right angles to it.
/// Along the tube: plastification, AISC 360-16 K1 (longitudinal plate):
///     Fy t²/(1 − tp/B) (2 lb/B + 4 √(1 − tp/B) Qf),  Qf = √(1 − U²)
/// Across the tube: the least of local yielding of the plate, 10/(B/t) Fy t Bp ≤ Fyp tp Bp (K1,
/// transverse plate), face plastification for Bp ≤ 0.85 B, Fy t² (2 + 2.8 β)/√(1 − 0.9 β)
/// (EN 1993-1-8 table 7.13), and punching for 0.85 B ≤ Bp ≤ B − 2 t, 0.6 Fy t (2 tp + 2 Bep).
/// @pre all lengths above 0, plateThickness < faceWidth
/// @source from memory, to be checked against the standards' own text (docs/methods.md)
[[nodiscard]] double plateOnWallStrength(const PlateOnWall &p, working::Working *working = nullptr);
inline constexpr double plateOnWallOmega = 1.58;

/// What counts of each line of weld under a plate across a rectangular tube [mm]: the wall gives between its
/// edges, so the load goes to the ends of the plate, Be = 10/(B/t) · Fy t/(Fyp tp) · Bp ≤ Bp.
/// @pre as plateOnWallStrength, alongTube false
/// @source AISC 360-16 K5, table K5.1, transverse plate: Le = 2 Be for both lines (from memory)
[[nodiscard]] double effectiveWeldLength(const PlateOnWall &p, working::Working *working = nullptr);

/// A rectangular tube that an edge presses across its whole width: its two side walls carry it.
struct PressedTube {
    double height = 0;  ///< H, of the side walls, mm
    double wall = 0;    ///< t, design thickness, mm
    double radius = 0;  ///< k, outside corner, mm
    double yield = 0, E = 0;
    double edge = 0;  ///< lb, along the tube, mm
};
/// Nominal strengths [N]: yielding 2 Fy t (5 k + lb), Omega 1.50; crippling
/// 1.6 t² (1 + 3 lb/(H − 3 t)) √(E Fy), Omega 2.00.
/// @pre wall, yield, E, edge above 0, height above 3 walls
/// @source AISC 360-16 J10.2, J10.3 for two webs, as chapter K sends there (from memory)
[[nodiscard]] double sideWallYield(const PressedTube &tube, working::Working *working = nullptr);
[[nodiscard]] double sideWallCrippling(const PressedTube &tube, working::Working *working = nullptr);
inline constexpr double sideWallYieldOmega = 1.50, sideWallCripplingOmega = 2.00;

/// A shackle tab pulled in its plane.
struct PinTab {
    double thickness = 0;
    double pin = 0, hole = 0;  ///< diameters
    double end = 0;            ///< a, edge of the hole to the end of the tab along the pull
    double side = 0;           ///< b, edge of the hole to the side
    double width = 0;          ///< of the tab behind the hole
    double yield = 0, ultimate = 0;
};

struct PinTabStrength {
    double netTension = 0;  ///< Fu 2 t be, Omega 2.00
    double tearOut = 0;     ///< 0.6 Fu 2 t (a + d/2), Omega 2.00
    double bearing = 0;     ///< 1.8 Fy d t, Omega 2.00
    double gross = 0;       ///< Fy w t, Omega 1.67
    [[nodiscard]] double allowable() const;
    [[nodiscard]] double nominal() const;  ///< the least of the four
};

/// @source AISC 360-16 D5.1 and J7
[[nodiscard]] PinTabStrength pinTabStrength(const PinTab &tab, working::Working *working = nullptr);

/// Bearing and tear-out at one bolt hole (nominal, N): 1.2 lc t Fu but at most 2.4 d t Fu; lc the clear
/// distance to the edge. Omega 2.00. @source AISC 360-16 J3.10(a)
[[nodiscard]] double holeBearing(double diameter, double hole, double thickness, double ultimate,
                                 double edgeDistance, working::Working *working = nullptr);

/// What counts of a leg when parts stand apart [mm]: up to 1.5 mm of gap all of it, beyond that the gap is
/// taken off. @source AWS D1.1 5.21.1, which has the leg made larger by the gap
[[nodiscard]] double countedLeg(double leg, double gap);

/// Smallest leg by the thinner part joined, and largest along an edge (AISC 360-16 J2.2b, metric as in
/// docs/methods.md).
[[nodiscard]] double smallestLeg(double thinner);
[[nodiscard]] double largestLeg(double thickness);

}  // namespace hefty::proof
