#pragma once

#include <string>

#include "core/base/object_reader.h"
#include "core/base/result.h"

namespace hefty::cli {

/// Writes what machines and other programs take from a job into a folder, which is made if need be: a DXF of
/// every sheet, an SVG template of every coped end, of every piece three views as DXF and a STEP file, the
/// cut list, the job itself. Says what it wrote.
/// @param stresses  proves every piece and writes how hard it works as VTU too
[[nodiscard]] Result<Json> runExport(const std::string &jobText, const std::string &folder, bool stresses);

/// The order in which every piece is welded, what bars a torch, and how it will have moved.
[[nodiscard]] Result<Json> runWeldPlan(const std::string &jobText);

}  // namespace hefty::cli
