#pragma once

#include <span>
#include <vector>

#include "core/working/working.h"

namespace hefty::rig {

/// How deep a vehicle stands in.
enum class Mired { No, Hubs, Fenders, Body };

/// A vehicle that is stuck, for choosing pulls.
struct Stuck {
    double mass = 0;  ///< kg, with its load
    Mired mired = Mired::No;
    double grade = 0;      ///< rad, uphill
    double rolling = 0.1;  ///< resistance of the ground, share of the weight; loose sand
};

/// Pull that frees it [N]: W times 0, 1, 2 or 3 for hubs, fenders or body in the mud, W sin a for the grade,
/// W cos a c for rolling.
/// @pre mass above 0; grade from 0 to below a right angle
/// @source U.S. Army TC 4-30.31 (mire resistance); mechanics of an inclined plane (docs/methods.md)
[[nodiscard]] double pullToFree(const Stuck &stuck, working::Working *working = nullptr);

/// A ground and what it costs to roll on it, as a share of the weight.
struct Ground {
    const char *name;
    double rolling;
};
/// @source sizes as in TC 4-30.31 and textbooks of vehicle dynamics (from memory): a guess for one's own
/// ground
[[nodiscard]] std::span<const Ground> grounds();

/// Share of a line's force that is left behind a block.
inline constexpr double keptByBlock = 0.9;
/// What each of several lines pulls with that share a load over blocks, from the winch's own on [N].
/// @pre lines above 0
[[nodiscard]] std::vector<double> lineForces(double pull, int lines);

/// Lines that a winch needs to the load by blocks, each turn of a block losing a tenth.
/// @return 0 if ten lines are not enough @pre both above 0
[[nodiscard]] int linesNeeded(double pull, double winchPull);

}  // namespace hefty::rig
