#include <cmath>

#include "core/armor/addons/addon.h"

namespace hefty::armor {
namespace {

void putLampPod(Site &s) {
    const stock::Stock &stock = s.maker().stock();
    if (stock.lamps.empty()) return s.refuse("the stock has no lamp.");
    const stock::Lamp &lamp = stock.lamps.front();
    const double gap = s.number("gap"), t = s.number("thickness"), tilt = s.number("down");
    const double inside = lamp.width + 2 * gap, half = inside / 2 + t / 2, depth = lamp.depth + gap;
    // The box opens away from the wall; its floor and roof tip so that the lamp shines down by the tilt.
    const double high = lamp.height + 2 * gap, drop = depth * std::tan(tilt);
    const double low = -high / 2 - drop;
    const Polygon2 cheek{{-high / 2, 0}, {high / 2, 0}, {high / 2 - drop, depth}, {low, depth}};
    const std::string left = s.across("right cheek", Role::Cheek, half, cheek, t).name;
    s.across("left cheek", Role::Cheek, -half, cheek, t);
    const Axes &a = s.axes();
    const auto shelf = [&](const char *what, double y0, double y1) -> SheetPart & {
        const Vec3 from = s.at(0, y0, 0), to = s.at(0, y1, depth), y = (to - from).normalized();
        const Axes axes{from, a.x, y, a.x.cross(y)};
        return s.plate(what, Role::Skin, axes, rectangle(-inside / 2, 0, inside, (to - from).norm()), t);
    };
    shelf("floor", -high / 2 + t / 2 / std::cos(tilt), low + t / 2 / std::cos(tilt));
    shelf("roof", high / 2 - t / 2 / std::cos(tilt), high / 2 - drop - t / 2 / std::cos(tilt));
    const Vec3 middle = s.at(0, -drop / 2, depth / 2);
    s.carries("lamp", lamp.id, lamp.name, lamp.mass, middle,
              (a.x * lamp.width + a.y * lamp.height + a.z * lamp.depth).cwiseAbs(), left,
              s.at(half, -drop / 2, depth / 2));
}

}  // namespace

AddOn lampPod() {
    return {
        "lamp-pod", "Lamp pod",
        "A box on the wall that a lamp sits in, open to the front, so tipped that it shines ahead and down.",
        withWeldAndMaterial({lengthSetting("gap", "Gap around the lamp", "Shape", 8, 2, 60,
                                           "Room to take the lamp out forward."),
                             angleSetting("down", "Shines down by", "Shape", radians(5), 0, radians(30),
                                          "Below square to the wall."),
                             thicknessSetting("thickness", "Thickness", "Shape", 4, "Of the box.")}),
        putLampPod};
}

}  // namespace hefty::armor
