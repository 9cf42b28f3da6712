#pragma once

#include "core/base/object_reader.h"
#include "core/mechanics/frame_solver.h"

namespace hefty::cli {

/// A frame model from JSON (docs/girder.md). @error every fault with its path
[[nodiscard]] Result<mechanics::FrameModel> readFrame(const Json &json);

/// The static answer as JSON.
[[nodiscard]] Json writeFrame(const mechanics::FrameModel &model, const mechanics::FrameSolution &solution);

}  // namespace hefty::cli
