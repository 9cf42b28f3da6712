#pragma once

#include "core/base/result.h"
#include "core/mechanics/frame_model.h"

/// Flat shells of three and four nodes with six freedoms a node.
///
/// Membrane: the optimal triangle with drilling freedoms (Felippa 2003, "A study of optimal membrane
/// triangles with drilling freedoms", free parameters of its table for OPT). Bending: the discrete
/// Kirchhoff-Mindlin triangle (Katili 1993, part I), which becomes the Kirchhoff triangle DKT as the
/// plate gets thin and has the shear flexibility of a thick one without locking. A quadrilateral is the
/// mean of its two ways of being two triangles, so it has no preferred diagonal and may be warped.
namespace hefty::mechanics {

using Matrix3 = Eigen::Matrix3d;
using Matrix9 = Eigen::Matrix<double, 9, 9>;
using Matrix18 = Eigen::Matrix<double, 18, 18>;
using Vec18 = Eigen::Matrix<double, 18, 1>;
using Matrix24 = Eigen::Matrix<double, 24, 24>;

/// Stress resultants at the middle of a triangle, in its own axes.
struct ShellForces {
    Eigen::Vector3d membrane = Eigen::Vector3d::Zero();  ///< Nx Ny Nxy, N/mm
    Eigen::Vector3d bending = Eigen::Vector3d::Zero();   ///< Mx My Mxy, N·mm/mm; positive: top in tension
};

/// Components [xx yy xy] seen in axes that are turned by an angle in their plane [rad], of membrane forces
/// and moments alike.
[[nodiscard]] Matrix3 turning(double angle);

/// Von Mises stress over the thickness [MPa]; top is on the side that the normal points to.
struct ShellStress {
    double top = 0, middle = 0, bottom = 0;
};
[[nodiscard]] ShellStress vonMises(const ShellForces &forces, double thickness);

/// Resultants of a shell in its own axes (mean of its parts) from its motions, made ready once for many load
/// cases.
class ShellRecovery {
  public:
    /// @param displacements  per node of the model, global axes
    [[nodiscard]] ShellForces at(const FrameShell &shell, const std::vector<Vec6> &displacements) const;

  private:
    friend struct ShellElement;
    Eigen::Matrix<double, 6, 24>
        m_resultants;  ///< in the axes of the shell; the last six columns for four nodes
};

/// A triangle made ready: its axes, its area, its stiffness.
class ShellTriangle {
  public:
    /// @param corners  in order, seen from the side of the normal counterclockwise
    /// @param drilling  what the higher-order membrane stiffness counts, 0 to 1
    /// @pre the corners are not on a line; thickness > 0
    ShellTriangle(const std::array<Vec3, 3> &corners, double thickness, const FrameMaterial &material,
                  double drilling = 1);

    [[nodiscard]] double area() const { return m_area; }
    /// Own axes: x along the first side, z the normal.
    [[nodiscard]] const Matrix3 &axes() const { return m_axes; }  ///< rows are x, y, z
    /// Stiffness (18 x 18) in global axes, freedoms ux uy uz rx ry rz of the corners in order.
    [[nodiscard]] Matrix18 stiffness() const;
    /// Mass (18 x 18), global axes: the mean of the consistent one of linear motion and the lumped one,
    /// whose errors of the first order cancel (Fried and Malkus 1975); with the rotary inertia.
    /// @param density  kg/mm3; result in kg and kg·mm2
    [[nodiscard]] Matrix18 mass(double density) const;
    /// Geometric stiffness (18 x 18), global axes, of membrane forces Nx Ny Nxy [N/mm] in own axes:
    /// slopes out of the plane from the discrete Kirchhoff rotations, in the plane from linear motion.
    [[nodiscard]] Matrix18 geometricStiffness(const Eigen::Vector3d &membrane) const;
    /// Stress resultants [Nx Ny Nxy Mx My Mxy] at the middle, own axes, for motions (18) in global axes.
    [[nodiscard]] Eigen::Matrix<double, 6, 18> resultants() const;
    /// The same of given motions.
    [[nodiscard]] ShellForces forces(const Vec18 &motions) const;

    /// Strains [exx eyy gxy] of the middle plane and curvatures [kxx kyy kxy] at the middles of the three
    /// sides, each of which stands for a third of the area, by motions (18) in own axes.
    [[nodiscard]] std::array<Eigen::Matrix<double, 6, 18>, 3> ownStrains() const;
    /// Stiffness of the shear across the thickness alone (18 x 18), own axes.
    [[nodiscard]] Matrix18 ownShearStiffness() const;
    [[nodiscard]] double thickness() const { return m_thickness; }
    /// Plane stress matrix [MPa].
    [[nodiscard]] const Matrix3 &plane() const { return m_plane; }

  private:
    using Matrix3x9 = Eigen::Matrix<double, 3, 9>;
    using Matrix2x9 = Eigen::Matrix<double, 2, 9>;
    /// Membrane strains beyond the mean: at the middle of each side `at` times `spread`.
    struct HigherStrains {
        Matrix3x9 spread;
        std::array<Matrix3, 3> at;
    };
    [[nodiscard]] HigherStrains higherStrains() const;
    [[nodiscard]] std::array<Matrix3x9, 3> membraneStrains() const;  ///< at the middles of the sides
    [[nodiscard]] Matrix9 membraneStiffness() const;
    [[nodiscard]] Matrix9 bendingStiffness() const;
    [[nodiscard]] Matrix3x9 meanStrain() const;                         ///< of u v theta, by corner
    [[nodiscard]] Matrix3x9 curvature(const Eigen::Vector3d &l) const;  ///< of w tx ty, at area coordinates
    [[nodiscard]] Matrix2x9 rotations(const Eigen::Vector3d &l) const;  ///< beta x, beta y
    [[nodiscard]] Matrix3x9 linearCurvature() const;
    [[nodiscard]] Matrix3 curvatureOfRises(const Eigen::Vector3d &l) const;
    [[nodiscard]] Eigen::Matrix<double, 2, 3> shearOfRises(const Eigen::Vector3d &l) const;
    [[nodiscard]] Matrix3 shearStiffnessOfRises() const;
    [[nodiscard]] std::array<Eigen::Vector2d, 3> gradients() const;
    [[nodiscard]] Matrix3x9 edgeRise() const;  ///< mid-side rotations beyond the linear ones
    [[nodiscard]] static Matrix18 ownMatrix(const Matrix9 &membrane, const Matrix9 &bending);
    [[nodiscard]] Matrix18 toGlobal(const Matrix9 &membrane, const Matrix9 &bending) const;

    Matrix3 m_axes;
    std::array<Eigen::Vector2d, 3> m_at;  ///< corners in own axes
    double m_area = 0, m_thickness = 0;
    double m_E = 0, m_nu = 0, m_drilling = 1;
    Matrix3 m_plane;  ///< plane stress matrix, MPa
    /// Side k runs from corner k to the next.
    std::array<double, 3> m_length{}, m_cos{}, m_sin{}, m_phi{};
};

/// The triangles that a shell is made of, with what each counts.
struct ShellPart {
    std::array<int, 3> corners{};  ///< into the shell's nodes
    double share = 1;
    ShellTriangle triangle;
};

/// A shell made ready: one triangle, or four of half the weight.
struct ShellElement {
    std::vector<ShellPart> parts;
    double area = 0;
    int nodes = 3;

    /// Stiffness with 6 x nodes rows, in the order of the shell's nodes.
    [[nodiscard]] Eigen::MatrixXd stiffness() const;
    [[nodiscard]] Eigen::MatrixXd mass(double density) const;
    /// Nodal forces (3 a node) of a pressure along the shell's normal [N].
    [[nodiscard]] std::vector<Vec3> pressureLoads(double pressure) const;
    /// The same of a load per area [N/mm2] in global axes.
    [[nodiscard]] std::vector<Vec3> weightLoads(const Vec3 &perArea) const;
    /// Geometric stiffness of the membrane forces that these motions (6 x nodes) make.
    [[nodiscard]] Eigen::MatrixXd geometricStiffness(const Eigen::VectorXd &motions) const;
    /// Own axes: x along the side from the first part's first corner to its second, z its normal. Rows.
    [[nodiscard]] const Matrix3 &axes() const { return parts.front().triangle.axes(); }
    [[nodiscard]] ShellRecovery recovery() const;
};

/// @error BadInput  not 3 or 4 nodes, a node twice, corners on a line, a quadrilateral that is not convex
///                  or is warped by more than a fifth of its size, or a thickness not above 0
///
/// Where facets stand in for a curved shell, a corner that turns as the shell bends also drills its
/// facets a little, and the stiffness against that locks a thin shell. The higher-order membrane
/// stiffness, which only refines bending in the plane, is therefore taken by 1/(1 + 12 (a h/t)2), with
/// a half the angle to the neighbors, h the size and t the thickness: the ratio of the two energies.
/// @param fold  largest angle to a neighbor that continues the shell [rad]; 0 for a flat one
[[nodiscard]] Result<ShellElement> makeShellElement(const FrameModel &model, const FrameShell &shell,
                                                    double fold = 0);
/// Unit normal of a shell's nodes in order (Newell). @pre at least 3 nodes
[[nodiscard]] Vec3 shellNormal(const FrameModel &model, const FrameShell &shell);

}  // namespace hefty::mechanics
