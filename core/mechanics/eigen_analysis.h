#pragma once

#include "core/base/result.h"
#include "core/mechanics/frame_model.h"

namespace hefty::mechanics {

/// Motions of all nodes of the model (not of the pieces its beams were cut into), largest motion 1.
using NodalShape = std::vector<Vec6>;

struct BucklingSolution {
    std::vector<double> factors;  ///< times the load case, above 0, smallest first
    std::vector<NodalShape> shapes;
};

struct ModesSolution {
    std::vector<double> frequencies;  ///< Hz, smallest first; motions without strain are left out
    std::vector<NodalShape> shapes;
};

/// Linear buckling under one load case: (K + f Kg) x = 0, with the forces and moments of beams and the
/// membrane forces of shells from the static answer.
///
/// Beams are cut into pieces, so that a member given as one beam may bow between its ends or give way to the
/// side. Warping of open sections is left out, which is on the safe side; a moment put on a free node keeps
/// its axis, as half of it by two ropes would.
/// @return fewer than `count` factors, or none, if nothing else buckles under this load
/// @error those of solveStatic(); BadInput for a count below 1 or a case that the model does not have
/// @source consistent geometric stiffness (Przemieniecki 1968, 15.2), for moments the tangent of large
///         motions (corotation.h); Lanczos (Spectra)
[[nodiscard]] Result<BucklingSolution> solveBuckling(const FrameModel &model, int loadCase, int count);
/// The same of several cases, which share all but their geometric stiffness. @pre none is given twice
[[nodiscard]] Result<std::vector<BucklingSolution>> solveBuckling(const FrameModel &model,
                                                                  const std::vector<int> &cases, int count);

/// Natural modes with consistent mass. A body that nothing holds has up to six motions without strain.
/// @error BadInput  no mass, a count below 1; those of the assembly
///        NotFinite the eigenvalues do not converge
[[nodiscard]] Result<ModesSolution> solveModes(const FrameModel &model, int count);

/// The model with each beam cut into pieces of equal length: nodes, supports, loads and the first node
/// numbers stay, releases stay at the ends.
[[nodiscard]] FrameModel refined(const FrameModel &model, int pieces);

}  // namespace hefty::mechanics
