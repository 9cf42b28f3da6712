#pragma once

#include "core/base/result.h"
#include "core/mechanics/frame_model.h"

namespace hefty::mechanics {

using Matrix12 = Eigen::Matrix<double, 12, 12>;
using Vec12 = Eigen::Matrix<double, 12, 1>;

/// Stiffness (12 x 12) of a Timoshenko beam in its own axes, freedoms ux uy uz rx ry rz of the first
/// and then the second end. Exact for loads at the ends (Przemieniecki 1968, 5.6, with the shear
/// parameter 12 E I/(G As L2)).
/// @pre length > 0
[[nodiscard]] Matrix12 localStiffness(const FrameMaterial &material, const FrameSection &section,
                                      double length);

/// Consistent end forces (12) of a uniform load q [N/mm] in beam axes.
[[nodiscard]] Vec12 consistentLoad(const Vec3 &q, double length);

/// Rotation (12 x 12, block diagonal) that takes global components to beam axes.
[[nodiscard]] Matrix12 rotationMatrix(const shape::Axes &axes);

/// A beam element made ready: geometry checked, releases condensed out.
struct BeamElement {
    shape::Axes axes;
    double length = 0;
    double massPerLength = 0;  ///< kg/mm
    Matrix12 rotation;
    Matrix12 local;            ///< stiffness in beam axes, releases condensed
    Matrix12 condense;         ///< turns consistent loads into the condensed ones
    FreedomSet looseFrom = 0;  ///< freedoms that no release can pass on and nothing inside holds
    FreedomSet looseTo = 0;

    /// Stiffness in global axes. By blocks of 3 x 3, as the rotation has no others: a fifth of the time of
    /// the plain product.
    [[nodiscard]] Matrix12 globalStiffness() const;
    /// End forces in beam axes from motions in global axes.
    [[nodiscard]] Matrix12 endStiffness() const;
};

/// @error BadInput if the beam has no length, its `up` is parallel to it, or a stiffness is not above 0
[[nodiscard]] Result<BeamElement> makeBeamElement(const FrameModel &model, const FrameBeam &beam);

}  // namespace hefty::mechanics
