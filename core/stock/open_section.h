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
    /// How far a section is from being alike on both sides of an axis, in bending about y and about z, mm; 0:
    /// alike.
    double unlikeY = 0, unlikeZ = 0;
};

/// @param middle  corners of the middle of the wall, one line without branches, (y, z), at least two
/// @param wall    thickness, mm
/// @source thin-walled sections by sectorial coordinates (Vlasov), the closed forms for a channel are a test
[[nodiscard]] OpenProperties openProperties(const std::vector<SectionPoint> &middle, double wall);

/// Of a Channel (web upright, flanges toward +y), a Hat (web below, legs up; its brims are not counted), an
/// Angle, a HalfTube or a TubeCorner, the roundings of the last and of an angle's root left out.
/// @pre the section's shape is one of these, and its wall is less than half of its width and of its height
[[nodiscard]] OpenProperties openProperties(const Section &section);

}  // namespace hefty::stock
