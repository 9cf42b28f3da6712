#include "core/armor/addons/addon.h"

namespace hefty::armor {
namespace {

/// A leg of two tubes, one in the other, kept by a pin; welded with its outer tube along the wall.
void putCornerJack(Site &s) {
    const StockedBar outer = s.tube("section");
    if (!s.whyNot().empty()) return;
    const double length = s.number("length"), out = outer.section.width / 2;
    // Upright whatever the wall: on a level one it stands beside it.
    const Vec3 down = std::abs(s.axes().y.z()) > 0.7 ? Vec3(-s.axes().y) : Vec3(-s.axes().z);
    if (std::abs(down.z()) < 0.7) return s.refuse("it wants an upright wall.");
    const Vec3 top = s.at(0, 0, out) - down * (length / 2), low = top + down * length;
    const std::string name = s.bar({}, Role::Leg, outer, top, low, {}, s.axes().z).name;
    const double foot = s.number("foot"), t = s.number("thickness");
    const Axes level{low + down * (t / 2), s.axes().x, s.axes().z, s.axes().x.cross(s.axes().z)};
    const std::string plate =
        s.plate("foot", Role::Foot, level, rectangle(-foot / 2, -foot / 2, foot, foot), t).name;
    const bool front = low.x() > -s.maker().rig().wheelbase / 2;
    s.out().jacks.push_back({name, "Corner jack " + name, plate, low + down * t, front});
}

}  // namespace

AddOn cornerJack() {
    return {
        "corner-jack", "Corner jack",
        "A leg of square tube along an upright wall with a foot plate: it stands a trailer or carries a "
        "jack's "
        "screw.",
        withWeldAndMaterial(
            {choiceSetting("section", "Tube", "Stock", Choice::SquareTube, "SHS 50x50x4", "Of the leg."),
             lengthSetting("length", "Length", "Shape", 260, 80, 700, "Of the leg, its middle at the place."),
             lengthSetting("foot", "Foot plate", "Shape", 90, 40, 250, "Square."),
             thicknessSetting("thickness", "Foot's thickness", "Shape", 8, "Of the foot plate.")},
            5),
        putCornerJack};
}

}  // namespace hefty::armor
