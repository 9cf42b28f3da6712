#pragma once

#include <optional>

#include "core/clearance/gaps.h"

namespace hefty::clearance {

/// How something moves.
enum class Motion {
    Swing,  ///< turned about an axis, `reach` in rad by the right-hand rule
    Slide   ///< moved along an axis, `reach` in mm
};

/// A box that moves: a hood, a gate, a lamp on its way out.
struct Sweep {
    std::string id;
    Vec3 low = Vec3::Zero(), high = Vec3::Zero();  ///< where it is at rest
    Motion motion = Motion::Swing;
    Vec3 through = Vec3::Zero();  ///< a point of the axis; not used by a slide
    Vec3 axis = Vec3::UnitY();    ///< direction, any length above 0
    double reach = 0;             ///< how far it goes; may be negative
    double gap = 0;               ///< wanted all the way, mm
};

/// A wheel that is steered and pressed up: a cylinder about its own axle.
struct SteeredWheel {
    std::string id;
    Vec3 center = Vec3::Zero();  ///< straight ahead, as it stands
    double radius = 0, width = 0;
    Vec3 pin = Vec3::Zero();  ///< a point of the upright axis that it is steered about
    double lock = 0;          ///< to either side, rad
    double bump = 0;          ///< upward, mm
    double gap = 0;
};

/// A cylinder that must be free: a socket and the hand that turns it.
struct ToolSpace {
    std::string id;
    Vec3 from = Vec3::Zero();
    Vec3 axis = Vec3::UnitX();
    double radius = 0, length = 0;
    std::vector<std::string> ignores;  ///< bodies that it stands on
};

/// What is nearest to something that moves, over its whole way.
struct SweepGap {
    std::string id, body;
    double smallest = 0;            ///< mm; 0 where they touch
    double at = 0;                  ///< rad or mm of the way where it is smallest
    std::optional<double> touches;  ///< rad or mm where they first touch
    double wanted = 0;
    Vec3 onBody = Vec3::Zero();
};

/// Every body that comes nearer than the gap wanted to a box on its way, nearest first.
///
/// The way is walked in steps that cannot pass through a body: no longer than the gap left lets the
/// farthest corner move, and within the gap wanted no longer than a hundredth of the way; the touch is found
/// by bisection.
/// @error BadInput  a box whose low is not below its high, an axis of no length, a reach of 0 or more than
///                  a full turn, a body without volume
[[nodiscard]] Result<std::vector<SweepGap>> sweep(const std::vector<ConvexBody> &bodies,
                                                  const std::vector<Sweep> &sweeps);

/// The same for wheels, over lock and bump together; `at` is the angle of lock, to the left positive.
[[nodiscard]] Result<std::vector<SweepGap>> wheelSweep(const std::vector<ConvexBody> &bodies,
                                                       const std::vector<SteeredWheel> &wheels);

/// The bodies that stand in the way of a tool.
[[nodiscard]] Result<std::vector<SweepGap>> toolAccess(const std::vector<ConvexBody> &bodies,
                                                       const std::vector<ToolSpace> &tools);

}  // namespace hefty::clearance
