#pragma once

#include <string>

#include "core/base/object_reader.h"
#include "core/base/result.h"

namespace hefty::cli {

/// What a DXF or SVG drawing holds, in mm; told apart by what stands in it.
/// @param writeTo  a file that the parts are written to again, by its ending .dxf or .svg; empty: none
/// @error those of the readers; BadInput for an ending that is neither, or a file that cannot be written
[[nodiscard]] Result<Json> runOutline(const std::string &text, const std::string &writeTo);

}  // namespace hefty::cli
