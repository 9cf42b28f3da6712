#pragma once

#include <array>
#include <vector>

#include "core/mechanics/shell_element.h"

namespace hefty::mechanics {

/// Plane stress of von Mises, one step: the stress of a strain, what of it is plastic, and
/// how the stress changes with the strain.
struct PlaneStress {
    Eigen::Vector3d stress = Eigen::Vector3d::Zero();   ///< xx yy xy, MPa
    Eigen::Vector3d plastic = Eigen::Vector3d::Zero();  ///< xx yy, xy as an engineering shear
    double equivalent = 0;                              ///< plastic strain of this step
    Matrix3 tangent = Matrix3::Zero();
};

/// @param strain  whole strain [xx yy, engineering xy]; `plastic` what was plastic before
/// @param yield  MPa, above 0, as it is before the step
/// @param hardening  MPa per equivalent plastic strain, 0 or more: the same to all sides
/// @source closest point in plane stress, Simo and Taylor 1986; Simo and Hughes 1998, box 3.3
[[nodiscard]] PlaneStress yieldInPlane(const Eigen::Vector3d &strain, const Eigen::Vector3d &plastic,
                                       const Matrix3 &elastic, double yield, double hardening = 0);

/// What a triangle remembers of its yielding: at three places, in layers through the thickness.
struct LayerState {
    static constexpr int layers = 6;  ///< three Gauss points in each half: a plastic moment is exact
    std::array<std::array<Eigen::Vector3d, layers>, 3> plastic;
    std::array<std::array<double, layers>, 3> equivalent;  ///< plastic strain so far
    LayerState();
    [[nodiscard]] double mostStrain() const;
};

/// A triangle's law for large motions: its own linear one, each layer yielding for itself.
class ShellLayers {
  public:
    /// @param yield  MPa; 0: it stays elastic
    /// @param hardening  MPa per plastic strain
    ShellLayers(const ShellTriangle &triangle, double yield, double hardening);

    struct Answer {
        Vec18 forces = Vec18::Zero();
        Matrix18 stiffness = Matrix18::Zero();
    };
    /// @param deformation  18, own axes, since the start
    /// @param state  at the last step in balance; `after` gets that of this motion
    [[nodiscard]] Answer answer(const Vec18 &deformation, const LayerState &state, LayerState &after) const;

  private:
    using Strain = Eigen::Matrix<double, 6, 18>;
    std::array<Strain, 3> m_strains;
    Matrix18 m_shear, m_elastic;
    Matrix3 m_plane;
    double m_thickness, m_area, m_yield, m_hardening;
};

}  // namespace hefty::mechanics
