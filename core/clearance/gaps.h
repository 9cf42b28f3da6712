#pragma once

#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/shape/geometry.h"
#include "core/working/working.h"

namespace hefty::clearance {

using shape::Vec3;

/// A convex body by its flat faces, outward by the right-hand rule. mm.
struct ConvexBody {
    std::string id;
    std::vector<shape::Polygon3> faces;
};

/// A box along the vehicle's axes that must stay clear, with the gap wanted around it.
struct ClearBox {
    std::string id;
    Vec3 low = Vec3::Zero(), high = Vec3::Zero();
    double gap = 0;
};

struct Gap {
    std::string body, box;
    double distance = 0;  ///< 0 where they overlap
    double wanted = 0;
    bool overlaps = false;
    Vec3 onBody = Vec3::Zero(), onBox = Vec3::Zero();  ///< nearest points; the same place if they overlap
};

/// The gap from each body to each box that is nearer than `reach` beyond the gap wanted, the tightest
/// first (by distance less the gap wanted).
///
/// @param reach  mm: pairs further apart than the gap wanted and this are left out
/// @error BadInput  a box whose low is not below its high, a body with fewer than four corners
/// @source distance of convex bodies by GJK (FCL), to about 1e-3 mm
[[nodiscard]] Result<std::vector<Gap>> gaps(const std::vector<ConvexBody> &bodies,
                                            const std::vector<ClearBox> &boxes, double reach = 0);

[[nodiscard]] working::Working gapWorking(const Gap &gap);

}  // namespace hefty::clearance
