#include "core/proof/strength/hole_edges.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace hefty::proof {
namespace {

using shape::Vec2;
using shape::Vec3;

Vec2 inPlane(const armor::BoltJoint &joint, const Vec3 &at) {
    return joint.plane.toLocal(at).head<2>();
}

}  // namespace

double HoledPart::clearAlong(const Vec2 &at, double hole, const Vec2 &direction) const {
    const auto inside = shape::chord(outline, at, direction);
    double clear = inside ? inside->second - hole / 2 : 0;
    for (const shape::Polygon2 &c : cutouts)
        if (const auto way = shape::chord(c, at, direction); way && way->second > 0)
            clear = std::min(clear, way->first - hole / 2);
    for (const Opening &o : holes) {
        const Vec2 to = o.at - at;
        const double ahead = to.dot(direction);
        const double beside = std::abs(to.x() * direction.y() - to.y() * direction.x());
        if (ahead < hole / 4 || beside >= (hole + o.diameter) / 2) continue;
        clear = std::min(clear, ahead - (hole + o.diameter) / 2);
    }
    return std::max(0.0, clear);
}

double HoledPart::edgeOf(const Vec2 &at) const {
    double least = shape::fromRim(outline, at);
    for (const shape::Polygon2 &c : cutouts) least = std::min(least, shape::fromRim(c, at));
    return least;
}

HoledPart plateOf(const armor::Assembly &assembly, const armor::BoltJoint &joint) {
    HoledPart out;
    const armor::SheetPart *plate = assembly.sheet(joint.part);
    if (!plate) return out;
    for (const Vec2 &p : plate->outline) out.outline.push_back(inPlane(joint, plate->axes.toWorld(p)));
    if (shape::area(out.outline) < 0) std::reverse(out.outline.begin(), out.outline.end());
    for (const shape::Polygon2 &c : plate->cutouts) {
        out.cutouts.emplace_back();
        for (const Vec2 &p : c) out.cutouts.back().push_back(inPlane(joint, plate->axes.toWorld(p)));
        if (shape::area(out.cutouts.back()) < 0)
            std::reverse(out.cutouts.back().begin(), out.cutouts.back().end());
    }
    for (const armor::Hole &h : plate->holes)
        out.holes.push_back({inPlane(joint, plate->axes.toWorld(h.at)), h.diameter});
    return out;
}

std::string badlyPlaced(const armor::BoltJoint &joint, const HoledPart &part) {
    const double d = joint.diameter;
    const double largest = d + (d >= 24 ? 6 : 3);
    if (joint.hole > largest && !(joint.slot > 0))
        return fmt::format("holes of {:.1f} mm are too large for {} bolts to share a load by bearing",
                           joint.hole, joint.size);
    for (std::size_t i = 0; i < joint.at.size(); ++i) {
        const Vec2 at = inPlane(joint, joint.at[i]);
        if (part.outline.size() > 2 && part.edgeOf(at) < 1.25 * d)
            return fmt::format("bolt {} stands {:.0f} mm from an edge, and {:.0f} mm are the least for {}",
                               joint.ids[i], part.edgeOf(at), 1.25 * d, joint.size);
        for (std::size_t k = 0; k < i; ++k)
            if (const double apart = (joint.at[i] - joint.at[k]).norm(); apart < 8 * d / 3)
                return fmt::format(
                    "bolts {} and {} stand {:.0f} mm apart, and {:.0f} mm are the least for {}", joint.ids[k],
                    joint.ids[i], apart, 8 * d / 3, joint.size);
    }
    return {};
}

}  // namespace hefty::proof
