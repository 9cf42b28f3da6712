#include "core/armor/addons/addon.h"

namespace hefty::armor {
namespace {

void putStep(Site &s) {
    const double w = s.number("width"), d = s.number("depth"), t = s.number("thickness");
    const double under = s.number("under"), inset = std::min(w / 4, 40.0);
    SheetPart &tread = s.along({}, Role::Step, 0, rectangle(-w / 2, 0, w, d), t);
    const std::string name = tread.name;
    // Drains and grip: one row of holes through the tread.
    const double hole = s.number("grip");
    if (hole > 0) {
        const int count = std::max(1, static_cast<int>((w - 2 * hole) / (3 * hole)) + 1);
        const double pitch = count > 1 ? (w - 4 * hole) / (count - 1) : 0;
        for (int i = 0; i < count; ++i)
            tread.holes.push_back({s.name("grip" + std::to_string(i + 1)),
                                   {count > 1 ? -w / 2 + 2 * hole + pitch * i : 0, d / 2},
                                   hole,
                                   "grip"});
    }
    for (const auto &[what, x] :
         {std::pair("left gusset", -w / 2 + inset), std::pair("right gusset", w / 2 - inset)})
        s.across(what, Role::Gusset, x, {{-t / 2 - under, 0}, {-t / 2, 0}, {-t / 2, 0.8 * d}}, t);
    s.out().steps.push_back({name, s.at(0, t / 2, 0.7 * d), name});
}

}  // namespace

AddOn step() {
    return {"step", "Step", "A tread that stands out of the wall on two gussets; someone stands on it.",
            withWeldAndMaterial(
                {lengthSetting("width", "Width", "Shape", 300, 100, 900, "Along the wall."),
                 lengthSetting("depth", "Stands out", "Shape", 110, 60, 300, "From the wall to its edge."),
                 lengthSetting("under", "Gussets reach down", "Shape", 40, 15, 200,
                               "Below the tread, along the wall."),
                 thicknessSetting("thickness", "Thickness", "Shape", 5, "Of tread and gussets."),
                 lengthSetting("grip", "Grip holes", "Shape", 16, 0, 40,
                               "Diameter of a row of holes; 0: none.")}),
            putStep};
}

}  // namespace hefty::armor
