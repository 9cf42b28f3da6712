#pragma once

#include <cstdint>

#include "core/outline/outline.h"

/// An outline from a photograph of a template that lies on the printed reference sheet.
namespace hefty::outline {

/// A picture in shades of gray, row by row from the top, 0 = black.
struct GrayPicture {
    int width = 0, height = 0;
    std::vector<std::uint8_t> pixels;
};

/// The sheet: four square marks at the corners of a rectangle, the lower left one with two dots, and a dot
/// halfway between each two, by which the scale is checked. Sizes in mm, from middle to middle.
struct Sheet {
    double width = 360, height = 250;      ///< fits a sheet of 420 x 297
    static constexpr double mark = 24;     ///< side of a mark
    static constexpr double checkDot = 8;  ///< diameter of the dots between
};

/// What the sheet looks like, for printing it: black shapes in mm, y up, the middle of the lower left mark
/// at the origin. White ones stand after the black they lie in.
struct SheetShape {
    Loop loop;
    bool black = true;
};
[[nodiscard]] std::vector<SheetShape> sheetShapes(const Sheet &sheet);

struct Traced {
    Outline outline;
    double pixelSize = 0;   ///< mm of the sheet in one pixel of the picture, about
    double checkError = 0;  ///< largest miss of a check dot, mm
    double scaleError = 0;  ///< of the distances between check dots, share
    int checkDots = 0;      ///< how many of the four were found
};

/// Finds the marks, takes the perspective out, traces the template and simplifies it to straight edges,
/// arcs and round holes.
///
/// @param tolerance  mm that an edge or arc may stray from the traced line; at least two pixels are used
/// @error BadInput  no picture, a picture without the four marks (says how many were found), no template on
///                  the sheet, a template that reaches over a mark
/// @source thresholding after Otsu; border following; homography of four points (OpenCV); circles by least
///         squares after Kasa
[[nodiscard]] Result<Traced> trace(const GrayPicture &picture, const Sheet &sheet, double tolerance = 0.6);

/// A traced line of points as straight edges and arcs: each as long as it stays within the tolerance.
[[nodiscard]] Loop simplified(const std::vector<Vec2> &points, double tolerance);

}  // namespace hefty::outline
