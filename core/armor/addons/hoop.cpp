#include <cmath>

#include "core/armor/addons/addon.h"

namespace hefty::armor {
namespace {

void putHoop(Site &s) {
    const StockedBar tube = s.tube("section");
    if (!s.whyNot().empty()) return;
    const double w = s.number("width"), h = s.number("height"), r = s.number("radius"),
                 lean = s.number("lean");
    if (2 * r > w || r > h - 5) return s.refuse("the bends do not fit into the hoop.");
    const double up = h * std::cos(lean), over = h * std::sin(lean);
    const Vec3 left = s.at(-w / 2, 0, 0), right = s.at(w / 2, 0, 0);
    BarPart &hoop = s.bar({}, Role::Hoop, tube, left, right,
                          {{s.at(-w / 2, over, up), r}, {s.at(w / 2, over, up), r}}, s.axes().y);
    Maker::cope(hoop, false, {s.part()});
    Maker::cope(hoop, true, {s.part()});
}

}  // namespace

AddOn hoop() {
    return {
        "hoop", "Hoop",
        "A tube bent twice that stands on the wall with both ends: around a lamp, over a winch, as a handle.",
        withWeldAndMaterial(
            {choiceSetting("section", "Tube", "Stock", Choice::RoundTube, "CHS 33.7x3.2", "Of the hoop."),
             lengthSetting("width", "Width", "Shape", 260, 80, 1400, "Between the middles of its legs."),
             lengthSetting("height", "Height", "Shape", 200, 40, 800,
                           "From the wall to the middle of the tube."),
             lengthSetting("radius", "Bend radius", "Shape", 90, 20, 400, "To the middle of the tube."),
             angleSetting("lean", "Leans", "Shape", 0, radians(-45), radians(45),
                          "Away from square to the wall: up, or forward on a level wall.")}),
        putHoop};
}

}  // namespace hefty::armor
