#pragma once

#include "core/outline/outline.h"

namespace hefty::outline {

/// What a drawing file holds, in mm whatever its own units are.
struct Drawing {
    /// Something of the file that was not taken.
    struct Left {
        std::string entity;  ///< as the file calls it: "TEXT", "image"
        std::string why;     ///< as the end of a sentence
    };
    std::vector<Outline> parts;  ///< each with its holes, the largest first, where they stand in the drawing
    std::vector<Left> left;
    std::string unit;  ///< "inch", "mm"; "assumed mm" if the file does not say
};

/// The closed lines of a drawing as parts: those inside a part are its holes, those inside a hole parts
/// again.
/// @error BadInput  a place further away than any template, no loop with an area
[[nodiscard]] Result<std::vector<Outline>> partsOf(std::vector<Loop> loops, const std::string &where);

/// Reads closed lines from DXF: LWPOLYLINE, POLYLINE, CIRCLE, ELLIPSE, SPLINE, and LINE, ARC, parts of
/// ellipses and splines that meet end to end; blocks where they are inserted, moved, turned, scaled, in rows.
/// Curves that are no arcs become straight pieces, 64 a span of a spline, some 300 around an ellipse.
/// @error BadInput  no DXF, nothing closed in it (says where the largest gap is)
[[nodiscard]] Result<Drawing> readDxfDrawing(const std::string &text, const std::string &name);

/// Reads closed paths, polygons, rectangles, circles and ellipses from SVG, and `use` of them; its units by
/// width and viewBox, else 96 to the inch.
/// @error BadInput  no SVG, nothing closed in it, a path or transform that cannot be read
[[nodiscard]] Result<Drawing> readSvgDrawing(const std::string &text, const std::string &name);

/// An open line that is engraved, folded at or only shown, not cut.
struct MarkLine {
    Vec2 from = Vec2::Zero(), to = Vec2::Zero();
    std::string layer;  ///< "bend", "mark", "engrave", "sheet"
};
/// What is written on a part.
struct MarkText {
    Vec2 at = Vec2::Zero();  ///< its lower left corner
    double height = 0;       ///< mm
    std::string text;
    std::string layer;  ///< "engrave"
};
/// The parts of a drawing as one file, where they stand: rims on the layer "outline", what is cut out of them
/// on "holes"; marks and texts on theirs.
[[nodiscard]] std::string writeDxf(const std::vector<Outline> &parts, const std::vector<MarkLine> &marks = {},
                                   const std::vector<MarkText> &texts = {});
/// The same as SVG: what is cut as one path, marks in groups by their layers.
[[nodiscard]] std::string writeSvg(const std::vector<Outline> &parts, const std::vector<MarkLine> &marks = {},
                                   const std::vector<MarkText> &texts = {});

/// A text as it stands between the tags of an SVG.
[[nodiscard]] std::string xmlText(const std::string &text);

}  // namespace hefty::outline
