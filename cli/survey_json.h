#pragma once

#include "core/base/object_reader.h"
#include "core/survey/adjust.h"

namespace hefty::cli {

/// Reads a survey net; every fault is noted with its path. @error BadInput, UnknownId
[[nodiscard]] Result<survey::SurveyNet> readNet(const Json &json);
[[nodiscard]] Json writeAdjustment(const survey::SurveyNet &net, const survey::Adjustment &adjustment);

}  // namespace hefty::cli
