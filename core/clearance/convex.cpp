#include "core/clearance/convex.h"

#include <algorithm>

namespace hefty::clearance {

Around around(const ConvexBody &body) {
    Around box;
    for (const shape::Polygon3 &face : body.faces)
        for (const Vec3 &c : face) box.extend(c);
    return box;
}

/// FCL wants each corner once, and faces as counts and numbers of corners.
std::shared_ptr<fcl::Convexd> convexOf(const ConvexBody &body) {
    constexpr double same = 1e-6;  // mm: corners that two faces share
    auto corners = std::make_shared<std::vector<fcl::Vector3d>>();
    auto faces = std::make_shared<std::vector<int>>();
    int count = 0;
    for (const shape::Polygon3 &face : body.faces) {
        std::vector<int> numbers;
        for (const Vec3 &c : face) {
            const auto it = std::find_if(corners->begin(), corners->end(),
                                         [&c](const fcl::Vector3d &o) { return (o - c).norm() < same; });
            const auto n = static_cast<int>(it - corners->begin());
            if (it == corners->end()) corners->push_back(c);
            if (numbers.empty() || numbers.back() != n) numbers.push_back(n);
        }
        if (numbers.size() < 3) continue;
        faces->push_back(static_cast<int>(numbers.size()));
        faces->insert(faces->end(), numbers.begin(), numbers.end());
        ++count;
    }
    if (corners->size() < 4 || count < 4) return nullptr;
    return std::make_shared<fcl::Convexd>(corners, count, faces);
}

Gap measure(const fcl::CollisionObjectd &body, const fcl::CollisionObjectd &box) {
    Gap gap;
    fcl::DistanceRequestd request;
    request.enable_nearest_points = true;
    // The other solver, libccd, misses an edge against a face by centimeters (test_gaps, "turned").
    request.gjk_solver_type = fcl::GST_INDEP;
    request.distance_tolerance = 1e-6;
    fcl::DistanceResultd result;
    const double distance = fcl::distance(&body, &box, request, result);
    gap.overlaps = !(distance > 0);
    gap.distance = std::max(0.0, distance);
    gap.onBody = result.nearest_points[0];
    gap.onBox = result.nearest_points[1];
    return gap;
}

}  // namespace hefty::clearance
