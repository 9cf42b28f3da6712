#pragma once

#include <string>
#include <vector>

#include "core/base/result.h"

namespace hefty::stock {

/// Hat is a shape of frame rails only: no part is made of it. HalfTube and TubeCorner are ripped out of tubes
/// along their length: half a round one, its hollow below; one of the two angles of a rectangular one.
enum class SectionShape { RectTube, RoundTube, Angle, Flat, Channel, Hat, HalfTube, TubeCorner };

/// A bar as it is sold. Lengths in mm. `height` stands along the section's z axis, `width` along y.
struct Section {
    std::string id;
    SectionShape shape = SectionShape::RectTube;
    std::string series;     ///< "metric" or "inch"
    std::string standard;   ///< product standard
    double height = 0;      ///< outside; diameter of a round tube
    double width = 0;       ///< outside; thickness of a flat
    double wall = 0;        ///< nominal
    double radius = 0;      ///< outside corner of a rectangular tube, root fillet of an angle
    std::string material;   ///< what it is usually made of
    double length = 0;      ///< stock length
    std::string from = {};  ///< the tube that two of it are ripped from; empty: it is sold as it is

    bool operator==(const Section &) const = default;
};

/// Properties of the gross cross-section, mm-based; Iy resists bending along z (about the y axis).
struct SectionProperties {
    double area = 0;
    double Iy = 0, Iz = 0;      ///< mm4
    double Iyz = 0;             ///< mm4; not 0 for an angle
    double J = 0;               ///< torsion constant, mm4
    double C = 0;               ///< torsion modulus, mm3: shear stress = T/C
    double Wely = 0, Welz = 0;  ///< elastic moduli, mm3
    double Wply = 0, Wplz = 0;  ///< plastic moduli, mm3
    double Asy = 0, Asz = 0;    ///< areas that carry shear along y and z, mm2
    double ry = 0, rz = 0;      ///< radii of gyration, mm
    double wall = 0;            ///< the wall the calculation counts with, mm
    double outerRadius = 0;     ///< outside corner, mm
    double perimeter = 0;       ///< outside, mm
    double massPerLength = 0;   ///< kg/mm, from the nominal wall; 0 density = 0
};

/// What two of it are ripped from a tube along its length: a round one in halves, a rectangular one from
/// corner to corner. The kerf is not taken off. @pre the shape is RoundTube or RectTube
[[nodiscard]] Section rippedFrom(const Section &tube);

/// True of walls that close no hollow.
[[nodiscard]] constexpr bool isOpen(SectionShape shape) {
    return shape == SectionShape::Angle || shape == SectionShape::Channel || shape == SectionShape::Hat ||
           shape == SectionShape::HalfTube || shape == SectionShape::TubeCorner;
}

/// Share of the nominal wall that a calculation may count with: 0.93 for electric-resistance-welded
/// tube and pipe to ASTM A500 and A53, 1 otherwise (AISC 360-16 B4.2).
[[nodiscard]] double designWallFactor(const std::string &standard);

/// Outside corner radius of a rectangular tube whose row gives none: EN 10219-2 (2 t to 6 mm, 2.5 t
/// to 10 mm, 3 t above); ASTM A500 2 t.
[[nodiscard]] double standardCornerRadius(double wall);

/// Properties with corner radii (EN 10219-2 annex B for hollow sections; EN 10056 shape for angles,
/// toe radius half the root's; exact for rounds and flats).
/// @error BadInput for a wall that does not fit into the section
[[nodiscard]] Result<SectionProperties> properties(const Section &section, double density);

/// Properties of a thin-walled rectangular box with sharp outside corners, for tapered or slotted
/// pieces of tube: h high, b wide, wall t.
[[nodiscard]] SectionProperties boxProperties(double h, double b, double t);

/// Properties of a solid rectangle: h along z, b along y; shear areas 5/6, torsion by Roark's series.
[[nodiscard]] SectionProperties solidProperties(double h, double b);

/// Properties of a solid round bar; its plastic modulus counts to 1.6 times the elastic one (AISC 360-16
/// F11).
[[nodiscard]] SectionProperties roundProperties(double diameter);

}  // namespace hefty::stock
