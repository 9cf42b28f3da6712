#pragma once

#include "core/mechanics/frame_model.h"

namespace hefty::mechanics {

/// The model with some of its load cases alone, in the order given, and what loads them. Freedoms that
/// another case prescribes stay held, as they are held there at 0.
/// @pre every case is one of the model's, none twice
[[nodiscard]] FrameModel caseSubset(FrameModel model, const std::vector<int> &cases);

}  // namespace hefty::mechanics
