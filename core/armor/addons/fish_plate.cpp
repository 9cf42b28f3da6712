#include "core/armor/addons/addon.h"

namespace hefty::armor {
namespace {

void putFishPlate(Site &s) {
    const double w = s.number("length"), h = s.number("height"), t = s.number("thickness");
    const double nose = std::min(s.number("nose"), std::min(w / 2 - 5, 10 * h));
    // Pointed ends: no seam runs square across the wall at one place.
    const Polygon2 outline = nose > 1 ? Polygon2{{-w / 2, 0}, {-w / 2 + nose, -h / 2}, {w / 2 - nose, -h / 2},
                                                 {w / 2, 0},  {w / 2 - nose, h / 2},   {-w / 2 + nose, h / 2}}
                                      : rectangle(-w / 2, -h / 2, w, h);
    s.lying({}, Role::Doubler, 0, outline, t);
}

}  // namespace

AddOn fishPlate() {
    return {"fish-plate", "Fish plate",
            "A plate laid on a wall and welded all around, its ends pointed: it stiffens the wall or bridges "
            "a joint. "
            "Along a vehicle's rail weld its long sides, not across the flanges; heat-treated rails are not "
            "welded.",
            withWeldAndMaterial({lengthSetting("length", "Length", "Shape", 240, 40, 1200, "Along the wall."),
                                 lengthSetting("height", "Height", "Shape", 60, 20, 300, "Across the wall."),
                                 lengthSetting("nose", "Pointed over", "Shape", 40, 0, 200,
                                               "Of its length at each end; 0: square."),
                                 thicknessSetting("thickness", "Thickness", "Shape", 6, "Of the plate.")},
                                5),
            putFishPlate};
}

}  // namespace hefty::armor
