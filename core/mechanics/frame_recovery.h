#pragma once

#include "core/mechanics/frame_loads.h"
#include "core/mechanics/frame_solver.h"

namespace hefty::mechanics {

/// Motions of the nodes, forces in the parts and reactions of every case from the motions of the free
/// unknowns.
/// @param answer  free unknowns x cases
[[nodiscard]] FrameSolution recoverSolution(const FrameAssembly &assembly, const FrameLoads &loads,
                                            const CaseRows &answer);

}  // namespace hefty::mechanics
