#include "core/armor/addons/addon.h"

namespace hefty::armor {
namespace {

void putLampTab(Site &s) {
    const stock::Stock &stock = s.maker().stock();
    if (stock.lamps.empty()) return s.refuse("the stock has no lamp.");
    const stock::Lamp &lamp = stock.lamps.front();
    const double w = s.number("width"), h = s.number("height"), t = s.number("thickness");
    // The foot of the lamp's bracket sits on top of a plate that stands off the wall.
    SheetPart &tab = s.along({}, Role::Tab, 0, rectangle(-w / 2, 0, w, h), t);
    const double hole = s.number("hole");
    tab.holes.push_back({s.name("bolt"), {0, h / 2}, hole, "lamp bolt"});
    if (s.maker().refused()) return;
    const std::string plate = tab.name;
    const Vec3 seat = s.at(0, 0, h / 2), middle = seat + s.axes().y * (t / 2 + lamp.height / 2);
    s.carries("lamp", lamp.id, lamp.name, lamp.mass, middle, {lamp.depth, lamp.width, lamp.height}, plate,
              seat);
}

}  // namespace

AddOn lampTab() {
    return {
        "lamp-tab", "Lamp tab",
        "A plate that stands off the wall with a hole for a lamp's bolt, and the lamp on it.",
        withWeldAndMaterial(
            {lengthSetting("width", "Width", "Shape", 50, 20, 200, "Along the wall."),
             lengthSetting("height", "Stands out", "Shape", 50, 20, 200, "From the wall to its far edge."),
             thicknessSetting("thickness", "Thickness", "Shape", 5, "Of the plate."),
             lengthSetting("hole", "Hole", "Shape", 10.5, 5, 25, "For the lamp's bolt.")}),
        putLampTab};
}

}  // namespace hefty::armor
