#pragma once

#include <array>
#include <cstdint>
#include <optional>
#include <string>
#include <vector>

#include <Eigen/Core>

#include "core/shape/geometry.h"

/// Structures of beams, shells, springs and rigid links in space. Units mm, N, MPa, kg, rad.
namespace hefty::mechanics {

using shape::Vec3;
using Vec6 = Eigen::Matrix<double, 6, 1>;
using Matrix6 = Eigen::Matrix<double, 6, 6>;

/// The six freedoms of a node, in the order of every 6-vector here: ux uy uz rx ry rz.
inline constexpr std::array<const char *, 6> freedomNames{"ux", "uy", "uz", "rx", "ry", "rz"};

/// A set of freedoms, bit i for freedom i.
using FreedomSet = std::uint8_t;
inline constexpr FreedomSet allFreedoms = 0x3f;

struct FrameNode {
    std::string id;
    Vec3 at = Vec3::Zero();
};

struct FrameMaterial {
    std::string id;
    double E = 0;        ///< MPa
    double nu = 0.3;     ///< Poisson's ratio
    double density = 0;  ///< kg/mm3
    double yield = 0;    ///< MPa; 0 = not given
    [[nodiscard]] double shearModulus() const { return E / (2 * (1 + nu)); }
};

/// What a section looks like to its yield surface.
enum class SectionKind { Other, Round, Rectangular };

/// Stiffness of a cross-section. Iy resists bending about local y (deflection along z).
struct FrameSection {
    std::string id;
    double A = 0;               ///< mm2
    double Iy = 0, Iz = 0;      ///< mm4
    double J = 0;               ///< torsion constant, mm4
    std::optional<double> Asy;  ///< shear areas, mm2; none = no shear deformation in that direction
    std::optional<double> Asz;
    double Zpy = 0, Zpz = 0;  ///< plastic moduli, mm3; 0 = not given
    SectionKind kind = SectionKind::Other;
};

/// A straight beam. Local x runs from -> to, z is the part of `up` at right angles to x, y = z cross x.
struct FrameBeam {
    std::string id;
    int from = 0, to = 0;
    int material = 0, section = 0;
    Vec3 up = Vec3::UnitZ();
    FreedomSet releasedFrom = 0;  ///< freedoms, in beam axes, that the end does not pass on
    FreedomSet releasedTo = 0;
};

/// A flat shell: three or four nodes in order around it; its normal is right-handed to that order.
struct FrameShell {
    std::string id;
    std::vector<int> nodes;
    int material = 0;
    double thickness = 0;  ///< mm
};

/// A linear spring in global axes between two nodes, or from a node to the ground.
struct FrameSpring {
    std::string id;
    int from = 0;
    int to = -1;                          ///< -1 = grounded
    Matrix6 stiffness = Matrix6::Zero();  ///< symmetric; N/mm and N·mm/rad
};

/// A share of a node's motion.
struct TieEnd {
    int node = 0;
    double weight = 1;
};

/// An elastic tie at a place between two bodies, each of which moves there as the weighted mean of what its
/// nodes, turning rigidly, would make of the place: a stretch of weld between two meshes that do not match.
struct FrameTie {
    std::string id;
    Vec3 at = Vec3::Zero();
    std::vector<TieEnd> from, to;                             ///< the weights of each add up to 1
    Eigen::Matrix3d stiffness = Eigen::Matrix3d::Identity();  ///< N/mm, global axes; symmetric
};

/// Bears only one way: once `from` has gone along `direction`, seen from `to` or the ground, by more than
/// the gap, it is pushed back. A stop, a seam bearing, a strap (its direction is that of its stretching).
struct FrameContact {
    std::string id;
    int from = 0;
    int to = -1;  ///< -1 = the ground
    Vec3 direction = Vec3::UnitZ();
    double stiffness = 0;  ///< N/mm
    double gap = 0;        ///< mm
};

/// Slaves move with the master as one rigid body.
struct RigidLink {
    int master = 0;
    std::vector<int> slaves;
};

struct FrameSupport {
    int node = 0;
    FreedomSet fixed = 0;
};

/// A freedom moved by a given amount in one load case, and held at 0 in the others.
struct PrescribedFreedom {
    int loadCase = 0;
    int node = 0;
    int freedom = 0;
    double value = 0;  ///< mm or rad
};

struct NodeLoad {
    int loadCase = 0;
    int node = 0;
    Vec3 force = Vec3::Zero();   ///< N, global axes
    Vec3 moment = Vec3::Zero();  ///< N·mm
};

struct BeamLoad {
    int loadCase = 0;
    int beam = 0;
    Vec3 distributed = Vec3::Zero();  ///< N/mm over the whole length, global axes
};

/// A pressure along the normal of a shell.
struct ShellLoad {
    int loadCase = 0;
    int shell = 0;
    double pressure = 0;  ///< MPa
};

/// Acts on all mass as gravity does: force = mass x acceleration.
struct AccelerationLoad {
    int loadCase = 0;
    Vec3 acceleration = Vec3::Zero();  ///< m/s2, global axes
};

/// A mass that rides on a node: it has its weight in every acceleration, and its inertia in modes.
struct NodeMass {
    int node = 0;
    double mass = 0;  ///< kg
};

/// All indices refer to the vectors below; solve() refuses an index outside them.
struct FrameModel {
    std::vector<FrameNode> nodes;
    std::vector<FrameMaterial> materials;
    std::vector<FrameSection> sections;
    std::vector<FrameBeam> beams;
    std::vector<FrameShell> shells;
    std::vector<FrameSpring> springs;
    std::vector<FrameTie> ties;
    std::vector<FrameContact> contacts;
    std::vector<RigidLink> rigidLinks;
    std::vector<NodeMass> masses;
    std::vector<FrameSupport> supports;
    std::vector<PrescribedFreedom> prescribed;
    std::vector<std::string> cases;
    std::vector<NodeLoad> nodeLoads;
    std::vector<BeamLoad> beamLoads;
    std::vector<ShellLoad> shellLoads;
    std::vector<AccelerationLoad> accelerations;
};

}  // namespace hefty::mechanics
