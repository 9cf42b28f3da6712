#pragma once

#include "core/base/object_reader.h"
#include "core/mechanics/frame_model.h"
#include "core/mechanics/large_motion.h"

namespace hefty::cli {

enum class FrameAnalysis { Static, Buckling, Modes, Plastic, Large };

/// What is asked of a frame model.
struct FrameQuestion {
    mechanics::FrameModel model;
    FrameAnalysis analysis = FrameAnalysis::Static;
    int loadCase = 0;  ///< of buckling, plastic and large: the one named, else the only one
    int count = 4;     ///< of factors or frequencies
    mechanics::LargeGoal goal;
};

/// A frame model and an analysis from JSON (docs/girder.md). @error every fault with its path
[[nodiscard]] Result<FrameQuestion> readFrame(const Json &json);

/// The answer as JSON. @error those of the analysis
[[nodiscard]] Result<Json> answerFrame(const FrameQuestion &question);

}  // namespace hefty::cli
