#include "core/armor/addons/addon.h"

namespace hefty::armor {
namespace {

/// A plate on the wall with two tubes that a jack hangs on, threaded or pinned at their ends.
void putJackHolder(Site &s) {
    const StockedBar tube = s.tube("section");
    if (!s.whyNot().empty()) return;
    const double w = s.number("width"), h = s.number("height"), t = s.number("thickness");
    const double apart = s.number("apart"), out = s.number("reach"), d = tube.section.height;
    if (apart + d + 6 > w) return s.refuse("the tubes stand at or over the edges of the plate.");
    if (h < d + 6) return s.refuse("the plate is lower than the tubes that stand on it.");
    const std::string plate = s.lying("plate", Role::Doubler, 0, rectangle(-w / 2, -h / 2, w, h), t).name;
    for (const auto &[what, x] : {std::pair("left peg", -apart / 2), std::pair("right peg", apart / 2)}) {
        BarPart &peg = s.bar(what, Role::Brace, tube, s.at(x, 0, t), s.at(x, 0, t + out), {}, s.axes().y);
        Maker::cope(peg, false, {plate});
    }
    const Axes &a = s.axes();
    const double length = s.number("length");
    // Its bar is a tenth as high as it is long; it fills what the pegs leave for their pins.
    constexpr double high = 0.1, thick = 0.6;
    s.carries("jack", {}, "jack", s.number("mass"), s.at(0, 0, t + out / 2),
              (a.x * length + a.y * high * length + a.z * thick * out).cwiseAbs(), plate, s.at(0, 0, t));
}

}  // namespace

AddOn jackHolder() {
    return {"jack-holder", "Holder for a jack",
            "A plate with two pegs that a long jack hangs on, locked by a pin through each. Its mass shakes "
            "with the vehicle.",
            withWeldAndMaterial(
                {choiceSetting("section", "Pegs", "Stock", Choice::RoundTube, "CHS 21.3x3.2",
                               "Fit the holes of the jack's bar."),
                 lengthSetting("apart", "Pegs apart", "Shape", 300, 40, 900, "Between their middles."),
                 lengthSetting("reach", "Pegs stand out", "Shape", 80, 20, 250, "From the plate."),
                 lengthSetting("width", "Width", "Shape", 360, 80, 1000, "Of the plate, along the wall."),
                 lengthSetting("height", "Height", "Shape", 60, 25, 300, "Of the plate."),
                 lengthSetting("length", "Length of the jack", "Bought", 1200, 200, 1600, "Along the wall."),
                 massSetting("mass", "Jack", "Bought", 14, 0, 40, "As weighed."),
                 thicknessSetting("thickness", "Thickness", "Shape", 6, "Of the plate.")},
                4),
            putJackHolder};
}

}  // namespace hefty::armor
