#pragma once

#include <span>
#include <vector>

#include "core/base/result.h"
#include "core/working/working.h"

/// Damage by loads that come again and again.
namespace hefty::joints {

/// Cycles of one range: from its low to its high.
struct Cycles {
    double range = 0;  ///< in the unit of the record
    double mean = 0;
    double count = 0;  ///< 0.5 for half a cycle
};

/// Counts the cycles of a record by rainflow, its turning points taken in order.
/// @source ASTM E1049-85 5.4.4, whose worked example is a test
[[nodiscard]] std::vector<Cycles> rainflow(std::span<const double> record);

/// How many cycles lie in each step of range, from 0 on. @pre step above 0
[[nodiscard]] std::vector<double> countsByRange(std::span<const Cycles> cycles, double step);

/// Cycles of a stress range that a welded detail of a class bears: 2e6 (FAT/range)^3 up to 1e7 cycles, beyond
/// them with the power 5, as small ranges among larger ones do harm too.
/// @param fatClass  MPa at 2e6 cycles: 36 the throat of a fillet that carries load, 63 to 80 a toe
/// @pre fatClass > 0, range > 0
/// @source Hobbacher, IIW recommendations for fatigue design of welded joints, 2016, 3.2 (from memory)
[[nodiscard]] double cyclesBorne(double fatClass, double range);

/// Sum of count over cyclesBorne (Palmgren and Miner); 1 is the end of its life.
[[nodiscard]] double damage(double fatClass, std::span<const Cycles> cycles);

/// A recorded ride: accelerations of the place where something is mounted.
struct Ride {
    double duration = 0;                    ///< s
    std::vector<double> along, across, up;  ///< in g, up without gravity
};

/// Reads a table of `t` in seconds and `ax`, `ay`, `az` in g: forward, to the left, up. Where the mean of
/// `az` is nearer to 1 than to 0, it was recorded with gravity, which is taken off.
/// @error BadInput  a missing column, a time that does not rise, fewer than 10 rows, values beyond 50 g
[[nodiscard]] Result<Ride> readRide(std::string_view csv, const std::string &name);

/// The range [g] which, coming `cycles` times, does the harm of a record that goes on for `hours` (power 3).
[[nodiscard]] double equalRange(std::span<const Cycles> cycles, double duration, double hours, double times);

}  // namespace hefty::joints
