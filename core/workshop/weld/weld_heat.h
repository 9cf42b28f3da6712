#pragma once

#include <span>

#include "core/workshop/weld/weld_list.h"

/// How warm a piece is while its seams are welded one after the other.
namespace hefty::workshop {

/// How heat spreads in a plate.
struct HeatPath {
    double diffusivity = 9.6;  ///< mm2/s
    double capacity = 4.7e-3;  ///< J/(mm3 K)
    double loss = 6e-5;        ///< to the air from both faces, W/(mm2 K)
};
/// Steel, or aluminum: middle values between the shop's air and 500 degrees.
[[nodiscard]] HeatPath heatPathOf(const std::string &family);

/// Heat that was left at a place.
struct HeatSpot {
    shape::Vec3 at = shape::Vec3::Zero();
    double heat = 0;  ///< J
};

/// Rise of a plate at a place of the face that heat was left on, a time after [K]: each spot an instantaneous
/// source on that face of an endless plate that loses heat to the air from both.
/// @pre seconds > 0, thickness > 0
/// @source Carslaw and Jaeger 10.2, 10.3 and 14.3; beside a long seam it is Rosenthal's thin plate, and his
/// thick one where the plate is thick (test_shop_plans)
[[nodiscard]] double warmth(std::span<const HeatSpot> spots, double thickness, const shape::Vec3 &at,
                            double seconds, const HeatPath &path = {});

/// One seam in its turn.
struct SeamHeat {
    double start = 0;  ///< min from the first seam
    double wait = 0;   ///< min before it, until the metal there is cool enough
    double warm = 0;   ///< degrees Celsius in the middle of it when it begins
};

inline constexpr double shopAir = 20;          // degrees Celsius
inline constexpr double interpassSteel = 200;  // house practice for structural steel
inline constexpr double interpassAluminum = 100;

/// Every seam begins when the one before it is done, or later, when the metal there has cooled to the
/// interpass temperature. Heat counts along parts that two seams share.
/// @param seams  of the assembly, in the order of work
[[nodiscard]] std::vector<SeamHeat> heatOf(const armor::Assembly &assembly,
                                           const std::vector<SeamWork> &seams);

/// How warm the middle of every seam is at a time after the first was begun [degrees Celsius].
[[nodiscard]] std::vector<double> warmAt(const armor::Assembly &assembly, const std::vector<SeamWork> &seams,
                                         const std::vector<SeamHeat> &heat, double minutes);

}  // namespace hefty::workshop
