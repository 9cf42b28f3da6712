#pragma once

#include "core/armor/assembly.h"

namespace hefty::exchange {

/// A way of looking at a piece: what is to the right and what is up on the paper.
struct ViewWay {
    const char *name;  ///< in files: "side"
    shape::Vec3 right, up;
    [[nodiscard]] shape::Vec3 toViewer() const { return right.cross(up); }
};
/// From the left side, from above, from ahead.
[[nodiscard]] std::span<const ViewWay> viewWays();

/// The edges of a piece as seen one way: rims of faces, corners sharper than 25 degrees and silhouettes of
/// round parts, hidden ones too, each once. x to the right, y up, mm of the vehicle.
[[nodiscard]] std::vector<std::pair<shape::Vec2, shape::Vec2>> edgesSeen(const armor::Assembly &assembly,
                                                                         const ViewWay &way);
/// The same as DXF, full size.
[[nodiscard]] std::string viewDxf(const armor::Assembly &assembly, const ViewWay &way);

}  // namespace hefty::exchange
