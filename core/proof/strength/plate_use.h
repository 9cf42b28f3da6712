#pragma once

#include "core/mechanics/shell_element.h"

namespace hefty::proof {

/// How far a load has brought a plate to yielding through its whole thickness; 1 = it yields. Grows in
/// proportion to the load.
/// @param forces  membrane forces [N/mm] and moments [N·mm/mm] in any one pair of axes
/// @pre thickness and yield above 0
/// @source Ivanov 1967, the approximation of Ilyushin's surface that is exact along one axis
/// (docs/methods.md,
///         "Plates")
[[nodiscard]] double plateUse(const mechanics::ShellForces &forces, double thickness, double yield);

}  // namespace hefty::proof
