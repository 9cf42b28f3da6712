#include <cmath>
#include <numbers>

#include "core/armor/addons/addon.h"

namespace hefty::armor {
namespace {

void putSocketPlate(Site &s) {
    const double w = s.number("width"), h = s.number("height"), t = s.number("thickness");
    const double bore = s.number("bore"), circle = s.number("circle"), screw = 5.5;
    if (circle / 2 + screw > std::min(w, h) / 2)
        return s.refuse("the circle of screws does not fit on the plate.");
    if (circle / 2 - screw / 2 < bore / 2 + 2) return s.refuse("the screws run into the bore.");
    const double middle = h - w / 2 > h / 2 ? h - w / 2 : h / 2;
    SheetPart &plate = s.along({}, Role::Tab, 0, rectangle(-w / 2, 0, w, h), t);
    plate.holes.push_back({s.name("bore"), {0, middle}, bore, "socket"});
    for (int i = 0; i < 3; ++i) {
        const double turn = std::numbers::pi / 2 + 2 * std::numbers::pi * i / 3;
        plate.holes.push_back({s.name("screw" + std::to_string(i + 1)),
                               {circle / 2 * std::cos(turn), middle + circle / 2 * std::sin(turn)},
                               screw,
                               "socket screw"});
    }
}

}  // namespace

AddOn socketPlate() {
    return {
        "socket-plate", "Plate for the trailer's socket",
        "A plate that stands off the wall with a bore and three screw holes for the socket of a trailer's "
        "plug.",
        withWeldAndMaterial(
            {lengthSetting("width", "Width", "Shape", 80, 60, 200, "Along the wall."),
             lengthSetting("height", "Stands out", "Shape", 85, 60, 250, "From the wall to its far edge."),
             lengthSetting("bore", "Bore", "Shape", 45, 20, 80, "That the socket goes through."),
             lengthSetting("circle", "Circle of the screws", "Shape", 56, 30, 120,
                           "Diameter through the screws' middles."),
             thicknessSetting("thickness", "Thickness", "Shape", 4, "Of the plate.")}),
        putSocketPlate};
}

}  // namespace hefty::armor
