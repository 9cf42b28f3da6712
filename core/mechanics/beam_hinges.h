#pragma once

#include "core/mechanics/beam_element.h"
#include "core/mechanics/plastic.h"

namespace hefty::mechanics {

/// A beam's law for large motions: elastic between its ends, each of which yields as a hinge where axial
/// force and moments reach the yield surface of the section, the flow normal to it.
class BeamHinges {
  public:
    /// @param yield  MPa; 0, or no plastic moduli: it stays elastic
    BeamHinges(const Matrix12 &own, double length, const FrameSection &section, double yield);

    /// What has flowed so far [mm, rad]: elongation, and the turns ry rz of either end.
    using Flow = Eigen::Matrix<double, 5, 1>;
    struct Answer {
        Vec12 forces = Vec12::Zero();
        Matrix12 stiffness = Matrix12::Zero();
        bool settled = true;  ///< forces were brought back to the yield surface
    };
    /// @param deformation  12, own axes, since the start; `after` gets what has flowed then
    [[nodiscard]] Answer answer(const Vec12 &deformation, const Flow &flow, Flow &after) const;
    /// How near the harder worked end is to yielding: 1 = it yields.
    [[nodiscard]] double use(const Vec12 &forces, const Flow &flow) const;

  private:
    using Forces = Eigen::Matrix<double, 5, 1>;  ///< N, then My Mz of the from end and of the to end
    using Matrix5 = Eigen::Matrix<double, 5, 5>;
    struct Return {
        Flow flow;
        Matrix5 tangent;  ///< of the forces by the natural motions
        bool flowed, settled;
    };
    /// Back to the yield surfaces at the nearest point, in the measure of the energy (backward Euler).
    [[nodiscard]] Return flowBack(const Flow &natural, const Flow &flow) const;
    /// A point of the surfaces and what flows there; where Newton's method is with it.
    struct Point {
        Forces forces = Forces::Zero();
        Eigen::Vector2d amounts = Eigen::Vector2d::Zero();
        Eigen::Matrix<double, 7, 7> jacobian;
    };
    bool closestPoint(const Forces &trial, const std::array<bool, 2> &active, Point &at) const;
    /// How far forces, each over its plastic value, are beyond the surface of an end; its slope; its bend.
    [[nodiscard]] double excess(const Forces &scaled, bool atTo) const;
    [[nodiscard]] Forces slope(const Forces &scaled, bool atTo) const;
    [[nodiscard]] Matrix5 bend(const Forces &scaled, bool atTo) const;
    Matrix12 m_own;
    Eigen::Matrix<double, 5, 12> m_natural;  ///< what stretches and bends the beam, of its motions
    Matrix5 m_stiffness;
    Matrix5 m_scaled = Matrix5::Zero();  ///< stiffness with hardening, forces over their plastic values
    Forces m_hardening;
    Forces m_plastic;  ///< of N, My, Mz, My, Mz
    SectionKind m_kind;
    bool m_yields = false;
};

}  // namespace hefty::mechanics
