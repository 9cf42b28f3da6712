#include "core/armor/addons/addon.h"

namespace hefty::armor {
namespace {

/// A flat sheet bent once: a foot that lies on the wall, a face that the license plate is screwed to.
void putPlateHolder(Site &s) {
    const double w = s.number("width"), h = s.number("height"), foot = s.number("foot"),
                 t = s.number("thickness");
    const Axes &a = s.axes();
    const double r = t;
    FoldedOutline flat;
    flat.outline = rectangle(-w / 2, 0, w, foot + h);
    flat.folds.push_back({{-w / 2, foot}, {w / 2, foot}, radians(90), r});
    flat.stays = {0, foot / 2};
    for (const double x : {-1.0, 1.0})
        flat.holes.push_back({s.name(x < 0 ? "screw1" : "screw2"),
                              {x * s.number("screws") / 2, foot + h / 2},
                              6.5,
                              "license plate"});
    const double lamp = s.number("lamp");
    if (lamp > 0)
        flat.holes.push_back({s.name("lamp"), {0, foot + h - lamp}, lamp, "lamp of the license plate"});
    const Axes lies{s.at(0, -foot / 2, t / 2), a.x, a.y, a.z};
    s.folded({}, Role::Skin, lies, flat, t);
}

}  // namespace

AddOn plateHolder() {
    return {"plate-holder", "Holder of the license plate",
            "A sheet bent square: its foot on the wall, holes for the plate and its lamp in the face. Where "
            "the plate "
            "must be and from which angles it must be seen is a matter of local rules.",
            withWeldAndMaterial(
                {lengthSetting("width", "Width", "Shape", 320, 100, 560, "Of the face."),
                 lengthSetting("height", "Height", "Shape", 120, 60, 300, "Of the face, from the wall."),
                 lengthSetting("foot", "Foot", "Shape", 40, 20, 120, "Of what lies on the wall."),
                 lengthSetting("screws", "Screws apart", "Shape", 250, 40, 520, "Of the license plate."),
                 lengthSetting("lamp", "Hole for the lamp", "Shape", 22, 0, 60, "Diameter; 0: none."),
                 thicknessSetting("thickness", "Thickness", "Shape", 3, "Of the sheet.")},
                3),
            putPlateHolder};
}

}  // namespace hefty::armor
