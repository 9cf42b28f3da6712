#include "core/armor/making/cover.h"

namespace hefty::armor {

SheetPart &addEndCap(Maker &maker, std::string name, std::string label, const BarPart &bar, bool atTo,
                     const std::string &weld, const stock::Material &material) {
    const Axes a = bar.axesAt(atTo ? bar.length() : 0);
    const Vec3 outward = atTo ? a.x : Vec3(-a.x);
    const Axes axes{a.origin + outward * (coverThickness / 2), a.y, a.z, a.x};
    return maker.sheet(std::move(name), {Role::Cap, {}, weld, 0, std::move(label), {}}, axes, outlineOf(bar),
                       coverThickness, material);
}

}  // namespace hefty::armor
