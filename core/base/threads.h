#pragma once

namespace hefty {

/// From here on the calling thread, and those that it begins, let others of the program go first where cores
/// are few: a window answers while something large is computed.
/// @param by  above 0; the system takes what it knows of such a thing (nice values on Linux), or nothing
void giveWay(int by);

}  // namespace hefty
