#include "core/armor/making/cover.h"

#include "core/shape/geometry.h"

namespace hefty::armor {
namespace {

/// What closes the end of a bar: a half tube's hollow with it.
Polygon2 closedOutlineOf(const BarPart &bar) {
    Polygon2 rim = outlineOf(bar);
    return bar.section.shape == stock::SectionShape::HalfTube ? shape::convexHull(std::move(rim)) : rim;
}

}  // namespace

SheetPart &addEndCap(Maker &maker, std::string name, std::string label, const BarPart &bar, bool atTo,
                     const std::string &weld, const stock::Material &material) {
    const Axes a = bar.axesAt(atTo ? bar.length() : 0);
    const Vec3 outward = atTo ? a.x : Vec3(-a.x);
    const Axes axes{a.origin + outward * (coverThickness / 2), a.y, a.z, a.x};
    return maker.sheet(std::move(name), {Role::Cap, {}, weld, 0, std::move(label), {}}, axes,
                       closedOutlineOf(bar), coverThickness, material);
}

}  // namespace hefty::armor
