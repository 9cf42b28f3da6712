#include "core/clearance/gaps.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/clearance/convex.h"

namespace hefty::clearance {
namespace {

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
