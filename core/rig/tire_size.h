#pragma once

#include <string>
#include <string_view>

#include "core/base/result.h"
#include "core/working/working.h"

namespace hefty::rig {

enum class TireSystem {
    Metric,     ///< 255/85R16: width mm, height over width, rim inches
    Flotation,  ///< 33x12.50R15: diameter, width and rim in inches
    Numeric     ///< 7.50R16: width and rim in inches, height by custom
};

/// What a size code says of an unloaded tire. mm.
struct TireSize {
    TireSystem system = TireSystem::Metric;
    double width = 0;     ///< of the section, on its measuring rim
    double diameter = 0;  ///< over the tread
    double rim = 0;       ///< diameter of the rim's seat
    std::string understood;

    [[nodiscard]] double radius() const { return diameter / 2; }
    /// Mass of the bare tire [kg], from its width and side area; within about 15 percent, weigh it when it
    /// matters.
    [[nodiscard]] double massEstimate() const;
};

/// Reads a size code of one of the three systems, with or without P or LT, R or -, and what follows the
/// rim (load index, speed letter, LT, ply rating).
/// @error BadInput  text that is no size code, or a size that no road or field tire has
/// @source the systems' own arithmetic; numeric sizes: height 1.06 and section 1.14 of the nominal width,
/// house
///         estimate from common sizes (docs/methods.md)
[[nodiscard]] Result<TireSize> readTireSize(std::string_view code);

/// Vertical stiffness [N/mm] of a radial tire at a pressure [kPa]:
///     k = 9.80665 (0.00028 p √(W D) + 3.45)
/// @pre both above 0
/// @source T. B. Rhyne, Development of a vertical stiffness relationship for belted radial tires, Tire
///         Science and Technology 33 (2005) (from memory, to be checked)
[[nodiscard]] double tireStiffness(const TireSize &size, double pressure);

/// Loaded radius [mm] under a mass [kg] at a pressure [kPa]: free radius less load over stiffness.
/// @param working  if given, the steps are written into it
[[nodiscard]] double loadedRadius(const TireSize &size, double massOnIt, double pressure,
                                  working::Working *working = nullptr);

/// A wheel: where it puts the tire.
struct WheelSize {
    double width = 0;   ///< between the bead seats, mm
    double offset = 0;  ///< of the mounting face outboard of the wheel's middle, mm; negative = inboard

    /// From the inner edge of the rim to the mounting face [mm]: half the width over the flanges, and the
    /// offset.
    [[nodiscard]] double backspacing() const;
};
/// Thickness of one rim flange beyond the bead seat [mm], customary.
inline constexpr double rimFlange = 12.7;
[[nodiscard]] double offsetFromBackspacing(double width, double backspacing);

struct LugPattern {
    int count = 0;
    double circle = 0;  ///< diameter of the bolt circle, mm
    bool operator==(const LugPattern &) const = default;
};
/// Reads "6x139.7", "5 x 4.5in", "8x6.5\"" (a circle below 20 without a unit is in inches).
/// @error BadInput
[[nodiscard]] Result<LugPattern> readLugPattern(std::string_view text);
/// Distance between the middles of two neighboring lugs: circle sin(π/n). What a ruler can check.
[[nodiscard]] double neighborDistance(const LugPattern &pattern);

}  // namespace hefty::rig
