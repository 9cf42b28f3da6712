#pragma once

#include <vector>

#include "core/base/result.h"

namespace hefty::workshop {

struct StripBend {
    double angle = 0;   ///< how far the sheet turns, rad
    double radius = 0;  ///< inside, mm
};

/// A strip of sheet that is folded across.
struct FoldedStrip {
    double thickness = 0;
    double k = 0.42;           ///< where the layer lies that keeps its length, as a share of the thickness
    std::vector<double> legs;  ///< one more than bends, mm
    std::vector<StripBend> bends;
    bool outside = true;  ///< legs are given to where the outer faces cross; else to the tangent points
};

struct FlatStrip {
    double developed = 0;
    std::vector<double> lines;      ///< middle of each bend, from the first edge of the flat strip
    std::vector<double> allowance;  ///< length of each bend on the layer that keeps its length
    std::vector<double> deduction;  ///< what it takes off the sum of its two outside legs
};

/// @error Geometry  a leg shorter than what its bends take of it; `where` is "legs[i]"
///        BadInput  sizes out of range, a number of legs that does not fit
[[nodiscard]] Result<FlatStrip> flatten(const FoldedStrip &strip);

/// A kerf that leaves a skin and closes when the strip is folded about the middle of the skin.
struct Kerf {
    double width = 0;  ///< at the face that is cut, mm
    double depth = 0;
};
/// @error BadInput  a skin that is not less than the thickness, an angle from 0 to 180 degrees exclusive
[[nodiscard]] Result<Kerf> kerfOf(double thickness, double skin, double angle);

}  // namespace hefty::workshop
