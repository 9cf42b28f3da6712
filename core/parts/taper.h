#pragma once

#include "core/parts/bar.h"

/// Inside of the parts floor: bars that are cut lengthwise.
namespace hefty::parts {

/// What a lengthwise cut takes off a rectangular tube, its lower wall among it.
struct TakenOff {
    double volume = 0;           ///< mm3
    Vec3 moment = Vec3::Zero();  ///< volume times its center [mm4]
};
/// Nothing of a bar that is not cut. Slices across the bar, of corners in fine chords.
[[nodiscard]] TakenOff takenOff(const BarPart &bar);

}  // namespace hefty::parts
