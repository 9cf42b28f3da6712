#pragma once

#include <string>

namespace hefty {

/// Folder with the shipped data: stock/ and demo/. $HEFTY_GIRDER_DATA if set, else beside the
/// installed binary (../share/hefty-girder), else the source tree this was built from.
[[nodiscard]] std::string stockFolder();
[[nodiscard]] std::string demoFolder();

}  // namespace hefty
