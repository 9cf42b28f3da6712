#include "core/armor/leg_limits.h"

#include <algorithm>
#include <limits>

namespace hefty::armor {
namespace {

constexpr double legOfThroat = 1.41421356237;

/// What the kerf of a fold leaves, mm.
double skinOf(const Assembly &assembly, const WeldJoint &joint) {
    for (const FoldedSheet &whole : assembly.folded)
        for (const FoldLine &l : whole.lines)
            if (whole.facets[static_cast<std::size_t>(l.right)] == joint.a &&
                whole.facets[static_cast<std::size_t>(l.left)] == joint.b)
                return l.skin;
    return 0;
}

double cornerRadius(const Assembly &assembly, const WeldJoint &joint) {
    double radius = 0;
    for (const std::string &part : {joint.a, joint.b})
        if (const BarPart *bar = assembly.bar(part)) radius = std::max(radius, bar->properties.outerRadius);
    return radius;
}

}  // namespace

double mostLeg(const Assembly &assembly, const WeldJoint &joint) {
    constexpr double share = 5.0 / 16;  // of the radius
    if (joint.is(SeamKind::Kerf)) return skinOf(assembly, joint) * legOfThroat;
    if (joint.is(SeamKind::Flare)) return share * cornerRadius(assembly, joint) * legOfThroat;
    return std::numeric_limits<double>::infinity();
}

}  // namespace hefty::armor
