#pragma once

#include <functional>

#include "core/mesh/plate_mesh.h"

namespace hefty::mesh {

/// Points and lines of a plate; what lies outside all lines, and around the seeds of holes, is not meshed.
struct Constraints {
    std::vector<Vec2> points;
    std::vector<std::array<int, 2>> lines;  ///< into points
    std::vector<Vec2> holes;
};

/// The refined triangles and their nodes, nothing else of the mesh filled in. Empty if the lines enclose
/// nothing.
/// @pre  lines meet at their ends only
/// @error BadInput  the plate is so degenerate that the generator gives up
[[nodiscard]] Result<PlateMesh> refine(const Constraints &constraints,
                                       const std::function<double(const Vec2 &)> &sizeAt);

}  // namespace hefty::mesh
