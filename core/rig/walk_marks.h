#pragma once

#include "core/rig/walk.h"

namespace hefty::rig {

/// The marks of a kind of vehicle other than its data, with guesses of where they are on this one.
[[nodiscard]] std::vector<WalkMark> marksOf(const Vehicle &vehicle);

/// From which side a datum is best seen.
[[nodiscard]] WalkView viewOf(std::string_view datumId);

}  // namespace hefty::rig
