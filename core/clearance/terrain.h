#pragma once

#include <cstdint>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/shape/geometry.h"

namespace hefty::clearance {

using shape::Vec2;

/// What is driven over. Sizes in mm, angles in rad.
enum class ObstacleKind {
    Slope,  ///< level ground, then an unending slope of `size` rad: what the approach angle is about
    Wedge,  ///< a slope up and a like one down to a sharp crest, `size` rad between them: the breakover angle
    Ledge,  ///< a step up of height `size`
    Log,    ///< half a round log of diameter `size` on the ground
    Ditch,  ///< a ditch of width `size`, square, `depth` deep
    Hump,   ///< a smooth hump of height `size`, six times as long
    CrossDitch,  ///< a ditch of width `size` under the left wheels only
    RockGarden   ///< rocks to `size` high on both sides, by a seeded generator
};
[[nodiscard]] std::string_view obstacleWord(ObstacleKind kind);

struct Obstacle {
    ObstacleKind kind = ObstacleKind::Ledge;
    double size = 0;
    double depth = 600;      ///< of a ditch
    std::uint32_t seed = 1;  ///< of a rock garden
};

/// The heights of the ground under the left and right wheels along the way, sampled every `step` mm from
/// `start`. mm.
struct Terrain {
    double start = 0, step = 5;
    std::vector<double> left, right;

    [[nodiscard]] double end() const { return start + step * static_cast<double>(left.size() - 1); }
    /// Height under a point; beyond the ends as at the ends. Between the tracks, |y| < inner, from one to the
    /// other in a straight line.
    [[nodiscard]] double at(double x, double y, double inner) const;
};

/// A terrain with an obstacle in its middle: x = 0 is where it begins (its crest, for a wedge).
/// @param reach  level ground before and after, mm
/// @error BadInput  a size that is not above 0 or too large for its kind
[[nodiscard]] Result<Terrain> terrainOf(const Obstacle &obstacle, double reach, double step = 5);

/// A terrain from a table with the columns x, left and, if it differs, right (mm, x ascending).
/// @error BadInput with line and column: a gap (no number), x not ascending, fewer than two rows
[[nodiscard]] Result<Terrain> terrainFromCsv(std::string_view text, const std::string &name, double step = 5);

/// The same ground with level ground as far as `reach` before and after it, so that a vehicle can come up to
/// it and leave it. @error BadInput a reach that is not above 0
[[nodiscard]] Result<Terrain> withApproach(const Terrain &terrain, double reach);

/// Height of the center of a wheel of radius R that rolls over heights sampled every `step`: at each
/// sample the highest position at which the circle touches the ground and nowhere goes below it.
[[nodiscard]] std::vector<double> rolledOver(const std::vector<double> &heights, double step, double radius);

}  // namespace hefty::clearance
