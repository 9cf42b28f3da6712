#pragma once

#include "core/armor/assembly.h"

namespace hefty::armor {

/// The lines of a contact in stitches. Of a straight line the first and the last stitch stand at its ends,
/// the others evenly between them, no further apart than the pitch; every second line of the contact, its
/// other side, has them between those of the first. Short lines that follow one another, around an end, are
/// taken as one.
/// @param pitch  from middle to middle, more than length
[[nodiscard]] std::vector<WeldLine> stitched(const Contact &contact, double length, double pitch);

/// The least length of a stitch for a leg [mm]: four legs, and 38.
/// @source AISC 360-16 J2.2b
[[nodiscard]] double leastStitch(double leg);

}  // namespace hefty::armor
