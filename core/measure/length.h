#pragma once

#include <string>
#include <string_view>

#include "core/base/result.h"

namespace hefty::measure {

enum class UnitSystem { Metric, Inch };

/// A length as it was read from what a person typed.
struct ReadLength {
    double mm = 0;
    std::string understood;  ///< "1-3/4\" = 44.45 mm", "11 gauge sheet = 3.038 mm"
};

/// Reads a shop measure.
///
/// Accepts whole numbers, decimals, fractions and mixed numbers (3/16, 1 3/4, 1-3/4), feet and inches
/// (2'6", 2' 6-1/2"), the units mm, cm, m, in, inch, ", ft, ', and gauges (11ga, 11 ga sheet, 11ga
/// tube, 11ga aluminum); a trailing "wall", "thick" or "plate" is allowed. Without a unit, a fraction
/// or a number that starts with its decimal point (.120) is in inches, anything else in the default
/// system. A comma is read as a decimal point unless three digits follow it, which is refused as
/// ambiguous.
///
/// Sums of measures are worked out as workOut() does: "640 - 25", "2 x 44.5", "1-3/4 + 3/16", "half of 1180".
///
/// Gauges: sheet by the Manufacturers' Standard Gauge for steel sheet (the default), tube and "wall"
/// by the Birmingham (Stubs) gauge, aluminum by the Brown & Sharpe gauge.
///
/// @error BadInput with `where` set to the first text that is not understood
[[nodiscard]] Result<ReadLength> readLength(std::string_view text, UnitSystem defaultSystem);

/// A printed length and what rounding did to it.
struct PrintedLength {
    std::string text;   ///< "1-3/4\"", "44.5 mm"
    double printedMm;   ///< what the text says [mm]
    double roundedOff;  ///< printed minus exact [mm]
};

/// Prints in feet-less inches as a fabricator writes them: 1-3/4", 23/64", -1/16", 0".
/// @param denominator  the finest fraction, a power of two from 1 to 128
[[nodiscard]] PrintedLength printInches(double mm, int denominator = 16);

/// Prints millimeters to a step (0.5 where cut, 0.1 where drilled): "44.5 mm", "12 mm".
[[nodiscard]] PrintedLength printMillimeters(double mm, double step = 0.5);

/// How finely a measure is wanted: cut lengths to 1/16" or 0.5 mm, drilled ones to 1/64" or 0.1 mm.
enum class Fineness { Cut, Drilled };
[[nodiscard]] PrintedLength printLength(double mm, UnitSystem system, Fineness fineness = Fineness::Cut);

/// Thickness of a gauge [mm], or a problem naming the range of that gauge.
enum class GaugeKind { SteelSheet, Tube, Aluminum };
[[nodiscard]] Result<double> gaugeThickness(int gauge, GaugeKind kind);

}  // namespace hefty::measure
