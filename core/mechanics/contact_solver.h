#pragma once

#include "core/mechanics/frame_solver.h"

namespace hefty::mechanics {

/// Static answer of a model with contacts: which contacts bear is found by active sets, in every load case on
/// its own. From all closed, contacts that would pull open and open ones that are run through close, all at
/// once; when a set comes back, one at a time, the one that is most wrong. A model that stands without its
/// contacts is factored twice for all cases; else once for each set.
///
/// @error those of solveStatic(), of the frame with the contacts that bear; BadInput for a contact without a
///        direction, a stiffness not above 0 or a gap below 0; NotFinite if no set is right (where: the case)
[[nodiscard]] Result<FrameSolution> solveWithContacts(const FrameModel &model);

}  // namespace hefty::mechanics
