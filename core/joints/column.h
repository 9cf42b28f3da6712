#pragma once

namespace hefty::joints {

/// Stress at which something pressed buckles [MPa], from that at which it would do so elastically; 0.877 of
/// it where that is below 0.44 of the yield (by 2.25 in Fy/Fe), toward the yield above.
/// @pre elastic and yield above 0
/// @source AISC 360-16 E3-2, E3-3
[[nodiscard]] double bucklingStress(double elastic, double yield);

/// The same of a strut by its slenderness K L/r; the yield where that is 0.
[[nodiscard]] double columnStress(double E, double yield, double slenderness);

}  // namespace hefty::joints
