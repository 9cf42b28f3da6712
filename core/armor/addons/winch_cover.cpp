#include "core/armor/addons/addon.h"

namespace hefty::armor {
namespace {

/// A sheet folded twice that stands on the wall behind a winch, runs over it and down before it.
void putWinchCover(Site &s) {
    const double w = s.number("width"), h = s.number("height"), d = s.number("depth"), lip = s.number("lip"),
                 t = s.number("thickness"), r = s.number("radius");
    if (r + 2 * t > lip || 2 * (r + t) > d || r + t > h)
        return s.refuse("the bends do not fit into its sides.");
    const Axes &a = s.axes();
    FoldedOutline flat;
    flat.outline = rectangle(-w / 2, 0, w, h + d + lip);
    for (const double at : {h, h + d}) flat.folds.push_back({{-w / 2, at}, {w / 2, at}, radians(-90), r});
    flat.stays = {0, h / 2};
    const Axes stands{s.at(0, 0, 0), a.x, a.z, -a.y};
    s.folded({}, Role::Skin, stands, flat, t);
}

}  // namespace

AddOn winchCover() {
    return {
        "winch-cover", "Cover over a winch",
        "One sheet folded over the winch: its back stands where you point, its lip hangs before the rope. "
        "Clutch lever and plug have to be reached past its open ends.",
        withWeldAndMaterial(
            {lengthSetting("width", "Width", "Shape", 480, 120, 1200, "Along the wall."),
             lengthSetting("height", "Height", "Shape", 250, 60, 500, "Of its back, from the wall."),
             lengthSetting("depth", "Depth", "Shape", 240, 80, 500, "From its back to its lip."),
             lengthSetting("lip", "Lip", "Shape", 60, 15, 300, "How far it hangs down in front."),
             lengthSetting("radius", "Inside radius of bends", "Shape", 4, 1, 40, "Of the brake's die."),
             thicknessSetting("thickness", "Thickness", "Shape", 3, "Of the sheet.")},
            3),
        putWinchCover};
}

}  // namespace hefty::armor
