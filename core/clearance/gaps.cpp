#include "core/clearance/gaps.h"

#include <algorithm>

#include <fmt/format.h>

// FCL's own headers shadow and truncate in places: its warnings are not ours to mend.
#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wshadow"
#pragma GCC diagnostic ignored "-Wpedantic"
#pragma GCC diagnostic ignored "-Woverloaded-virtual"
#include <fcl/geometry/shape/box.h>
#include <fcl/geometry/shape/convex.h>
#include <fcl/narrowphase/collision_object.h>
#include <fcl/narrowphase/distance.h>
#pragma GCC diagnostic pop

namespace hefty::clearance {
namespace {

using Around = Eigen::AlignedBox3d;

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

/// Where two bodies overlap there is no nearest pair: the middle of what their boxes share is shown.
void placeOverlap(const Around &a, const Around &b, Gap &gap) {
    if (gap.overlaps) gap.onBody = gap.onBox = a.intersection(b).center();
}

}  // namespace

Result<std::vector<Gap>> gaps(const std::vector<ConvexBody> &bodies, const std::vector<ClearBox> &boxes,
                              double reach) {
    std::vector<std::pair<Around, std::unique_ptr<fcl::CollisionObjectd>>> clear;
    for (const ClearBox &box : boxes) {
        if (!(box.low.array() < box.high.array()).all())
            return fail(ProblemKind::BadInput, "Each low side of a keep-out must be below its high side.",
                        box.id, "Measure it again.");
        const Vec3 size = box.high - box.low;
        fcl::Transform3d place = fcl::Transform3d::Identity();
        place.translation() = (box.low + box.high) / 2;
        clear.emplace_back(Around(box.low, box.high),
                           std::make_unique<fcl::CollisionObjectd>(std::make_shared<fcl::Boxd>(size), place));
    }
    std::vector<Gap> out;
    for (const ConvexBody &body : bodies) {
        const Around bounds = around(body);
        std::unique_ptr<fcl::CollisionObjectd> object;
        for (std::size_t i = 0; i < boxes.size(); ++i) {
            if (bounds.exteriorDistance(clear[i].first) > boxes[i].gap + reach) continue;
            if (!object) {
                auto convex = convexOf(body);
                if (!convex)
                    return fail(ProblemKind::BadInput, "The part has no volume.", body.id,
                                "Check its sizes.");
                object = std::make_unique<fcl::CollisionObjectd>(std::move(convex));
            }
            Gap gap = measure(*object, *clear[i].second);
            if (gap.distance > boxes[i].gap + reach) continue;
            placeOverlap(bounds, clear[i].first, gap);
            gap.body = body.id;
            gap.box = boxes[i].id;
            gap.wanted = boxes[i].gap;
            out.push_back(std::move(gap));
        }
    }
    std::stable_sort(out.begin(), out.end(), [](const Gap &a, const Gap &b) {
        return a.distance - a.wanted < b.distance - b.wanted;
    });
    return out;
}

working::Working gapWorking(const Gap &gap) {
    using working::number;
    working::Working w;
    w.title = fmt::format("Gap from {} to {}", gap.body, gap.box);
    const auto place = [](const Vec3 &p) {
        return fmt::format("({}, {}, {})", number(p.x()), number(p.y()), number(p.z()));
    };
    w.given("g₀", "gap wanted", gap.wanted, "mm", "keep-out");
    if (gap.overlaps) w.note("They overlap around " + place(gap.onBody) + ".");
    w.step("g", "shortest way between them", gap.overlaps ? "overlap" : "|p − q|",
           gap.overlaps ? "" : place(gap.onBody) + " to " + place(gap.onBox), gap.distance, "mm",
           "convex bodies, GJK distance");
    w.note("Parts as drawn: add what welds, coating and the play of mounts take.");
    return w;
}

}  // namespace hefty::clearance
