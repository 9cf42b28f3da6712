#pragma once

#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/shape/geometry.h"
#include "core/working/working.h"

namespace hefty::joints {

using shape::Vec3;

/// Throat of an equal-legged fillet at right angles over its leg: cos 45 degrees.
inline constexpr double throatPerLeg = 0.70710678118654752;

/// Allowable stress on the throat over the filler's tensile strength (AISC 360-16 J2.4: 0.60 F_EXX
/// over Omega 2.00).
inline constexpr double allowableThroatStress = 0.30;

struct WeldSegment {
    std::string id;
    Vec3 from = Vec3::Zero();
    Vec3 to = Vec3::Zero();
    double leg = 0;  ///< mm
};

/// A force and a moment at a point, N and N·mm.
struct PointLoad {
    Vec3 at = Vec3::Zero();
    Vec3 force = Vec3::Zero();
    Vec3 moment = Vec3::Zero();
};

struct ThroatStress {
    double max = 0;  ///< MPa, resultant on the throat
    Vec3 at = Vec3::Zero();
    std::string segment;
    Vec3 stress = Vec3::Zero();  ///< its components
};

/// A group of fillet welds treated as lines, elastic in three dimensions: the stress on the throat is
/// a + b x (r - c), c the centroid of the throat area, with a and b from equilibrium of the group.
///
///     a = F / A_w,   J b = M_c,   J = sum of integral throat ((rho.rho) I - rho rho') ds
///
/// @source  Blodgett, Design of Welded Structures (1966), 7.4, welds treated as lines, extended to
///          all three axes (mechanics.md, "Welds")
class WeldGroup {
  public:
    /// @error BadInput for no segment, a segment without length, a leg not above 0
    [[nodiscard]] static Result<WeldGroup> make(std::vector<WeldSegment> segments);

    /// @error Degenerate  all lines lie on one line and the load twists about it
    [[nodiscard]] Result<ThroatStress> stress(const PointLoad &load) const;

    /// Stress on the throat at a place [MPa]; a twist about lines that all lie on one line is left out.
    [[nodiscard]] Vec3 stressAt(const PointLoad &load, const Vec3 &place) const;

    [[nodiscard]] const std::vector<WeldSegment> &segments() const { return m_segments; }
    [[nodiscard]] double throatArea() const { return m_area; }  ///< mm2
    [[nodiscard]] double length() const;                        ///< mm
    [[nodiscard]] const Vec3 &centroid() const { return m_centroid; }
    [[nodiscard]] const Eigen::Matrix3d &inertia() const { return m_inertia; }  ///< J, mm4

  private:
    std::vector<WeldSegment> m_segments;
    double m_area = 0;
    Vec3 m_centroid = Vec3::Zero();
    Eigen::Matrix3d m_inertia = Eigen::Matrix3d::Zero();
    Eigen::Matrix3d m_inverse = Eigen::Matrix3d::Zero();
    Vec3 m_looseAxis = Vec3::Zero();  ///< the common line's direction if all lines lie on one
};

/// Safety factor of a fillet weld (AISC 360-16 J2.4).
inline constexpr double weldOmega = 2.0;

/// The calculation of a group's peak stress against the strength of its filler [MPa] over omega.
[[nodiscard]] working::Working weldWorking(const WeldGroup &group, const PointLoad &load,
                                           const ThroatStress &stress, double fillerStrength,
                                           double omega = weldOmega);

}  // namespace hefty::joints
