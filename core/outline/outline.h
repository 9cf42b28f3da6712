#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/base/object_reader.h"
#include "core/base/result.h"
#include "core/shape/geometry.h"

/// Outlines of flat parts, as traced from templates. mm.
namespace hefty::outline {

using shape::Vec2;

/// A corner of a loop and how it goes on to the next.
struct Corner {
    Vec2 at = Vec2::Zero();
    double bulge = 0;  ///< tangent of a quarter of the arc's angle; 0 = straight, above 0 = to the left

    bool operator==(const Corner &) const = default;
};

/// A closed line; a full circle is two corners with bulges of 1.
using Loop = std::vector<Corner>;

/// A flat shape: the loop with the largest area around, and holes in it.
struct Outline {
    Loop outer;
    std::vector<Loop> holes;

    [[nodiscard]] bool empty() const { return outer.size() < 2; }
    bool operator==(const Outline &) const = default;
};

/// Signed area, counterclockwise positive; arcs taken as arcs.
[[nodiscard]] double area(const Loop &loop);
[[nodiscard]] double area(const Outline &outline);  ///< holes taken out; never below 0
[[nodiscard]] double perimeter(const Loop &loop);
/// Lower left and upper right corner.
[[nodiscard]] std::pair<Vec2, Vec2> bounds(const Outline &outline);
/// The loop as straight pieces that stay within `tolerance` of it.
[[nodiscard]] std::vector<Vec2> flattened(const Loop &loop, double tolerance = 0.05);
[[nodiscard]] Loop circle(const Vec2 &center, double diameter);
/// Center and diameter if a loop is a full circle of arcs.
[[nodiscard]] bool isCircle(const Loop &loop, Vec2 &center, double &diameter);
/// Outer loop counterclockwise, holes clockwise, the lower left corner at the origin.
[[nodiscard]] Outline tidied(Outline outline);

/// The largest of several loops as the outer one, those inside it as its holes; the rest is left out.
/// @error BadInput  no loop with an area
[[nodiscard]] Result<Outline> assembled(std::vector<Loop> loops, const std::string &where);

/// A template as it is measured on the bench: how far the edge stands off a straight baseline.
struct Offset {
    double along = 0, off = 0;
    bool smooth = false;  ///< the edge goes through here as a curve

    bool operator==(const Offset &) const = default;
};
/// The outline between the baseline and the edge. Where neighbors are smooth a natural cubic spline goes
/// through them, taken as straight pieces within 0.1 mm.
/// @error BadInput  fewer than two offsets, `along` that does not grow, an offset below 0, all of them 0
/// @source natural cubic spline: any text on numerical methods
[[nodiscard]] Result<Outline> fromOffsets(const std::vector<Offset> &offsets);

/// Reads closed lines from DXF: LWPOLYLINE, POLYLINE, CIRCLE, and LINE and ARC that meet end to end.
/// @error BadInput  no DXF, nothing closed in it (says where the largest gap is)
[[nodiscard]] Result<Outline> readDxf(const std::string &text, const std::string &name);
[[nodiscard]] std::string writeDxf(const Outline &outline);

/// Reads closed paths, polygons, rectangles, circles and ellipses from SVG; its units by width and viewBox,
/// else 96 to the inch. Transforms of groups are followed.
/// @error BadInput  no SVG, nothing closed in it, a path or transform that cannot be read
[[nodiscard]] Result<Outline> readSvg(const std::string &text, const std::string &name);
[[nodiscard]] std::string writeSvg(const Outline &outline);

/// File form in a job: [[x, y, bulge], ...].
[[nodiscard]] Outline readOutline(const Json &json, const std::string &path, Faults &faults);
[[nodiscard]] Json writeOutline(const Outline &outline);

}  // namespace hefty::outline
