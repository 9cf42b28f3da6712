#pragma once

#include <functional>
#include <optional>
#include <string_view>

#include "core/base/result.h"

/// Sums as people say them with a tape in hand.
namespace hefty::measure {

/// Reads one measure of a sum.
using ReadTerm = std::function<Result<double>(std::string_view)>;

/// Works out "640 - 25", "1-3/4 + 3/16", "2 x 44.5", "1180 / 3", "half of 1180", "a third of 2 x 600":
/// products before sums, from left to right. A minus and a stroke that mean an operation stand between
/// blanks, as 1-3/4 and 3/16 are measures. Of a product one factor is a measure, the others are plain
/// numbers.
/// @return  nothing if the text is no sum: one measure, or none
/// @error   of `read`; BadInput  an operation with nothing beside it, a factor that is no number, division by
/// 0
[[nodiscard]] Result<std::optional<double>> workOut(std::string_view text, const ReadTerm &read);

}  // namespace hefty::measure
