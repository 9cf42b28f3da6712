#include "core/clearance/overlaps.h"

#include <algorithm>

#include "core/clearance/convex.h"

#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wshadow"
#pragma GCC diagnostic ignored "-Wpedantic"
#pragma GCC diagnostic ignored "-Woverloaded-virtual"
#include <fcl/narrowphase/collision.h>
#pragma GCC diagnostic pop

namespace hefty::clearance {
namespace {

using Object = std::unique_ptr<fcl::CollisionObjectd>;

Result<Object> objectOf(const ConvexBody &body) {
    auto convex = convexOf(body);
    if (!convex) return fail(ProblemKind::BadInput, "The part has no volume.", body.id, "Check its sizes.");
    return std::make_unique<fcl::CollisionObjectd>(std::move(convex));
}

/// Keeps the deepest pair of two names.
void keep(std::vector<Overlap> &out, Overlap found) {
    const auto known = std::find_if(out.begin(), out.end(),
                                    [&found](const Overlap &o) { return o.a == found.a && o.b == found.b; });
    if (known == out.end())
        out.push_back(std::move(found));
    else if (found.depth > known->depth)
        *known = std::move(found);
}

}  // namespace

Result<std::vector<Overlap>> overlaps(const std::vector<ConvexBody> &first,
                                      const std::vector<ConvexBody> &second, double least) {
    std::vector<Around> boxes;
    for (const ConvexBody &b : second) boxes.push_back(around(b));
    std::vector<Object> others(second.size());
    std::vector<Overlap> out;
    for (const ConvexBody &a : first) {
        const Around box = around(a);
        Object object;
        for (std::size_t i = 0; i < second.size(); ++i) {
            const Around shared = box.intersection(boxes[i]);
            if (shared.isEmpty() || shared.sizes().minCoeff() < least) continue;
            if (!object) {
                auto made = objectOf(a);
                if (!made) return tl::unexpected(made.error());
                object = std::move(*made);
            }
            if (!others[i]) {
                auto made = objectOf(second[i]);
                if (!made) return tl::unexpected(made.error());
                others[i] = std::move(*made);
            }
            if (!measure(*object, *others[i]).overlaps) continue;
            fcl::CollisionRequestd request(1, true);
            fcl::CollisionResultd result;
            fcl::collide(object.get(), others[i].get(), request, result);
            if (result.numContacts() == 0) continue;
            const auto &contact = result.getContact(0);
            if (std::abs(contact.penetration_depth) < least) continue;
            keep(out, {a.id, second[i].id, std::abs(contact.penetration_depth), shared.center()});
        }
    }
    std::stable_sort(out.begin(), out.end(),
                     [](const Overlap &a, const Overlap &b) { return a.depth > b.depth; });
    return out;
}

}  // namespace hefty::clearance
