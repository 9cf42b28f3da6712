#pragma once

#include <memory>

// FCL's own headers shadow and truncate in places: its warnings are not ours to mend.
#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wshadow"
#pragma GCC diagnostic ignored "-Wpedantic"
#pragma GCC diagnostic ignored "-Woverloaded-virtual"
#include <fcl/geometry/shape/box.h>
#include <fcl/geometry/shape/convex.h>
#include <fcl/geometry/shape/cylinder.h>
#include <fcl/narrowphase/collision_object.h>
#include <fcl/narrowphase/distance.h>
#pragma GCC diagnostic pop

#include "core/clearance/gaps.h"

/// Inside of the clearance floor: convex bodies for the distance library.
namespace hefty::clearance {

using Around = Eigen::AlignedBox3d;
[[nodiscard]] Around around(const ConvexBody &body);
/// Null if the body has no volume.
[[nodiscard]] std::shared_ptr<fcl::Convexd> convexOf(const ConvexBody &body);
/// Distance and nearest points; bodies are not named.
[[nodiscard]] Gap measure(const fcl::CollisionObjectd &body, const fcl::CollisionObjectd &other);

}  // namespace hefty::clearance
