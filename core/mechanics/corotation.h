#pragma once

#include <array>

#include <Eigen/Core>

#include "core/mechanics/frame_model.h"

/// Large motions of elements whose strains are small: the rigid part of an element's motion is taken off,
/// its own linear or plastic law answers what is left, and the answer is turned back. One element law serves
/// small and large motions alike.
/// @source element-independent corotation: Rankin and Nour-Omid 1988; Felippa and Haugen 2005, "A unified
///         formulation of small-strain corotational finite elements" (from memory, held to finite
///         differences of the forces in the tests)
namespace hefty::mechanics {

using Matrix3 = Eigen::Matrix3d;

[[nodiscard]] Matrix3 spin(const Vec3 &v);
/// The rotation of a rotation vector, and back (angles below pi).
[[nodiscard]] Matrix3 rotationOf(const Vec3 &v);
[[nodiscard]] Vec3 rotationVector(const Matrix3 &r);

/// Where a node is: its place and how it has turned since the start.
struct NodeState {
    Vec3 at = Vec3::Zero();
    Matrix3 turn = Matrix3::Identity();
};

/// An element of N nodes, seen from axes that go with it.
template <int N>
class Corotation {
  public:
    static constexpr int size = 6 * N;
    using Vector = Eigen::Matrix<double, size, 1>;
    using Matrix = Eigen::Matrix<double, size, size>;
    using FrameRows = Eigen::Matrix<double, 3, size>;

    /// @param start  places at the start, from their middle, in the element's axes at the start
    /// @param startAxes  those axes, rows x y z
    /// @param axes  its axes now
    /// @param frameTurn  how the axes turn with the motions of the nodes, all in the axes now
    Corotation(const std::array<Vec3, N> &start, const Matrix3 &startAxes, const Matrix3 &axes,
               const FrameRows &frameTurn, const std::array<const NodeState *, N> &nodes);

    /// What is left of the motions once the rigid part is gone: ux uy uz rx ry rz a node, own axes.
    [[nodiscard]] const Vector &deformation() const { return m_deformation; }
    /// Forces on the nodes, global axes, from those of the element's law in its own.
    [[nodiscard]] Vector globalForces(const Vector &own) const;
    /// The change of globalForces with motions of the nodes (spins for rotations), made symmetric: the rest
    /// vanishes where the nodes are in balance.
    /// @param stiffness  of the element's law
    [[nodiscard]] Matrix globalStiffness(const Vector &own, const Matrix &stiffness) const;

  private:
    [[nodiscard]] Vector toGlobal(const Vector &own) const;
    Matrix3 m_axes;
    Vector m_deformation;
    FrameRows m_frameTurn;
    Matrix m_project;  ///< takes the rigid part off small motions
    Matrix m_map;      ///< from small motions in the axes now to changes of the deformation
};

/// Axes that go with a beam: x along it, y and z from the mean of how its ends have turned.
/// @param startAxes  rows x y z
[[nodiscard]] Corotation<2> corotateBeam(const std::array<Vec3, 2> &startPlaces, const Matrix3 &startAxes,
                                         const std::array<const NodeState *, 2> &nodes);
/// Axes that go with a triangle: x along its first side, z its normal.
[[nodiscard]] Corotation<3> corotateTriangle(const std::array<Vec3, 3> &startPlaces, const Matrix3 &startAxes,
                                             const std::array<const NodeState *, 3> &nodes);

}  // namespace hefty::mechanics
