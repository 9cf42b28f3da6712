#include "core/armor/addons/addon.h"

namespace hefty::armor {
namespace {

/// An open box of plates: floor, back and two sides, a bar across its front; what stands in it is told by its
/// mass.
void putCanBox(Site &s) {
    const double w = s.number("width"), d = s.number("depth"), h = s.number("height"),
                 t = s.number("thickness");
    // The floor stands off the wall by its edge; its sides stand on the wall and on the floor.
    const std::string floor = s.along("floor", Role::Tray, 0, rectangle(-w / 2, 0, w, d), t).name;
    const double low = t / 2;
    for (const auto &[what, x] :
         {std::pair("left side", -w / 2 + t / 2), std::pair("right side", w / 2 - t / 2)})
        s.across(what, Role::Cheek, x,
                 {{low, 0}, {low + h, 0}, {low + h, 0.4 * d}, {low + h / 2, d}, {low, d}}, t);
    const Axes &a = s.axes();
    const Axes front{s.at(0, low, d - t / 2), a.x, a.y, a.z};
    s.plate("front", Role::Lip, front, rectangle(-w / 2 + t, 0, w - 2 * t, h / 2), t);
    const double hole = 10;
    for (SheetPart &p : s.out().sheets)
        if (p.name == floor)
            for (const double x : {-1.0, 1.0})
                p.holes.push_back(
                    {s.name(x < 0 ? "drain1" : "drain2"), {x * (w / 2 - 30), d - 30}, hole, "drain"});
    s.carries("load", {}, "what is in the box", s.number("mass"), s.at(0, low + h / 2, d / 2),
              (a.x * (w - 2 * t) + a.y * h + a.z * (d - t)).cwiseAbs(), floor, s.at(0, 0, d / 2));
}

}  // namespace

AddOn canBox() {
    return {
        "can-box", "Box for cans or tools",
        "A tray with sides that stands off an upright wall, strapped down; its load shakes with the vehicle. "
        "Fuel is "
        "carried away from the exhaust and from where the vehicle is struck first.",
        withWeldAndMaterial({lengthSetting("width", "Width", "Shape", 360, 120, 900, "Along the wall."),
                             lengthSetting("depth", "Stands out", "Shape", 180, 80, 500, "From the wall."),
                             lengthSetting("height", "Height", "Shape", 160, 40, 500, "Of its sides."),
                             massSetting("mass", "Load", "Bought", 20, 0, 80, "Of what stands in it."),
                             thicknessSetting("thickness", "Thickness", "Shape", 3, "Of its plates.")},
                            3),
        putCanBox};
}

}  // namespace hefty::armor
