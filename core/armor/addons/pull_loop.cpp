#include "core/armor/addons/addon.h"

namespace hefty::armor {
namespace {

/// A plate with a hole that a shackle, a chain's hook or the winch's own hook is hung in.
void addLoop(Site &s, const char *what, double x, const stock::Shackle &shackle) {
    const double w = s.number("width"), reach = s.number("reach"), t = s.number("thickness");
    const double hole = shackle.pinDiameter + 2, far = reach + w / 2, chamfer = w / 4;
    SheetPart &plate = s.across(what, Role::Tab, x,
                                {{-w / 2, 0},
                                 {w / 2, 0},
                                 {w / 2, far - chamfer},
                                 {w / 2 - chamfer, far},
                                 {-w / 2 + chamfer, far},
                                 {-w / 2, far - chamfer}},
                                t);
    plate.holes.push_back({s.name(std::string(what) + "hole"), {0, reach}, hole, "shackle"});
    Anchor anchor;
    anchor.name = plate.name;
    anchor.hole = s.at(x, 0, reach);
    anchor.holeDiameter = hole;
    anchor.forward = s.axes().z;
    anchor.endDistance = far - reach - hole / 2;
    anchor.sideDistance = w / 2 - hole / 2;
    anchor.thickness = t;
    anchor.shackle = shackle.id;
    s.out().anchors.push_back(std::move(anchor));
}

void putPullLoop(Site &s) {
    const stock::Shackle *shackle = s.maker().stock().shackle(s.text("shackle"));
    if (!shackle) return s.refuse("the stock has no such shackle.");
    const double room = s.number("width") - shackle->pinDiameter - 2;
    if (room < 10) return s.refuse("the plate is too narrow for the shackle's pin.");
    if (s.number("reach") < shackle->pinDiameter / 2 + 8)
        return s.refuse("the hole is too near to the wall.");
    const double apart = s.number("apart");
    if (apart <= 0) return addLoop(s, "", 0, *shackle);
    addLoop(s, "left", -apart / 2, *shackle);
    addLoop(s, "right", apart / 2, *shackle);
}

}  // namespace

AddOn pullLoop() {
    return {
        "pull-loop", "Loop for a chain or hook",
        "A plate with a hole for a shackle: for a trailer's safety chains, or for the winch's hook to be "
        "hung "
        "in. It is proved for the shackle's working load, like a recovery tab.",
        withWeldAndMaterial(
            {choiceSetting("shackle", "Shackle", "Bought", Choice::Shackle, "shackle-2",
                           "The one that fits; its working load is what the loop is proved for."),
             lengthSetting("apart", "Two of them apart by", "Shape", 0, 0, 600,
                           "Along the wall; 0: only one."),
             lengthSetting("width", "Width", "Shape", 60, 25, 200, "Of each plate."),
             lengthSetting("reach", "Hole from the wall", "Shape", 35, 10, 150, "To the middle of the hole."),
             thicknessSetting("thickness", "Thickness", "Shape", 15, "Of each plate.")},
            8),
        putPullLoop};
}

}  // namespace hefty::armor
