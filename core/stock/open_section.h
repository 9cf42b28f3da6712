#pragma once

#include <vector>

#include "core/stock/section.h"

/// Thin walls that are bent to an open shape: what a frame rail is when it is no closed box.
namespace hefty::stock {

/// A place in the plane of a section, mm.
struct SectionPoint {
    double y = 0, z = 0;
};

/// Beside the common properties, what an open wall does when it twists. Lengths from the centroid, along the
/// section's y and z.
struct OpenProperties {
    SectionProperties common;  ///< plastic moduli as the elastic ones: on the safe side
    double warping = 0;        ///< mm6, about the shear center
    SectionPoint shearCenter;
};

/// @param middle  corners of the middle of the wall, one line without branches, (y, z), at least two
/// @param wall    thickness, mm
/// @source thin-walled sections by sectorial coordinates (Vlasov), the closed forms for a channel are a test
[[nodiscard]] OpenProperties openProperties(const std::vector<SectionPoint> &middle, double wall);

/// Of a Channel (web upright, flanges toward +y) or a Hat (web below, legs up; its brims are not counted).
/// @pre the section's shape is one of both, and its wall is less than half of its width and of its height
[[nodiscard]] OpenProperties openProperties(const Section &section);

}  // namespace hefty::stock
