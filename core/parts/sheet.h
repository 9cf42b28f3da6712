#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/parts/bar.h"

namespace hefty::parts {

/// A way along which a sheet is idealized as a bar: its width at each place is what the outline gives
/// at right angles to the way, but no more than `width`.
struct Strip {
    Vec2 from = Vec2::Zero(), to = Vec2::Zero();
    double width = 0;
};

/// A flat sheet or plate; outline counterclockwise in the x-y plane of its axes, which is the middle of its
/// thickness.
struct SheetPart {
    std::string name;
    Axes axes;
    Polygon2 outline;
    double thickness = 0;
    stock::Material material;
    std::vector<Hole> holes;
    std::vector<Strip> strips;  ///< none: the part only closes or covers
    Provenance made;
    std::vector<Polygon2> cutouts;      ///< openings in it, apart from each other and inside the outline
    [[nodiscard]] double area() const;  ///< mm2, holes and openings taken out
    /// True inside the outline and outside of the openings; holes do not count.
    [[nodiscard]] bool covers(const Vec2 &at) const;
    /// To the nearest edge of the outline or of an opening [mm].
    [[nodiscard]] double fromEdge(const Vec2 &at) const;
    /// The stretch of a line (point, unit direction) within the sheet as parameters {from, to}.
    [[nodiscard]] std::optional<std::pair<double, double>> chord(const Vec2 &at, const Vec2 &along) const;
    /// Center of the metal, holes and openings taken out.
    [[nodiscard]] Vec3 center() const;
};

struct BoughtPart {
    std::string name;
    std::string id;    ///< in the stock
    std::string kind;  ///< "winch", "fairlead", "rope"
    std::string label;
    double mass = 0;
    Vec3 center = Vec3::Zero();
    Vec3 size = Vec3::Zero();  ///< envelope along x, y, z; zero = none
};

/// Strips both ways through the middle of a sheet, so that it carries.
void addCrossStrips(SheetPart &sheet);

/// How far a place is outside of a sheet [mm]; below 0: inside. Exact on and near its faces and edges.
[[nodiscard]] double outside(const SheetPart &sheet, const Vec3 &at);

}  // namespace hefty::parts
