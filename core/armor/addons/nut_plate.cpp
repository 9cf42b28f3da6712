#include "core/armor/addons/addon.h"

namespace hefty::armor {
namespace {

/// A thick plate welded on, with holes to be tapped: threads where a wall is too thin for them.
void putNutPlate(Site &s) {
    const stock::BoltSize *bolt = s.maker().stock().bolt(s.text("bolt"));
    if (!bolt) return s.refuse("the stock has no such bolt.");
    const double w = s.number("width"), h = s.number("height"), t = s.number("thickness");
    const double apart = s.number("apart"), drill = bolt->diameter - bolt->pitch;
    if (apart / 2 + 1.25 * bolt->diameter > w / 2 || 1.25 * bolt->diameter > h / 2)
        return s.refuse("the threads are too near to the plate's edge.");
    if (t < 0.8 * bolt->diameter)
        return s.refuse("the plate is thinner than 0.8 of the bolt: too few threads hold.");
    SheetPart &plate = s.lying({}, Role::Doubler, 0, rectangle(-w / 2, -h / 2, w, h), t);
    const std::string tapped = "tapped " + bolt->id;
    if (apart <= 0)
        plate.holes.push_back({s.name("thread"), {0, 0}, drill, tapped});
    else
        for (const double x : {-1.0, 1.0})
            plate.holes.push_back({s.name(x < 0 ? "thread1" : "thread2"), {x * apart / 2, 0}, drill, tapped});
}

}  // namespace

AddOn nutPlate() {
    return {"nut-plate", "Plate with threads",
            "A plate laid on the wall and welded around, its holes drilled for tapping: threads for what is "
            "bolted on.",
            withWeldAndMaterial(
                {choiceSetting("bolt", "Bolt", "Bought", Choice::Bolt, "M12",
                               "Its thread is tapped into the plate."),
                 lengthSetting("apart", "Two threads apart by", "Shape", 0, 0, 400, "0: one in the middle."),
                 lengthSetting("width", "Width", "Shape", 50, 25, 500, "Along the wall."),
                 lengthSetting("height", "Height", "Shape", 50, 25, 200, "Across the wall."),
                 thicknessSetting("thickness", "Thickness", "Shape", 12, "Of the plate.")},
                5),
            putNutPlate};
}

}  // namespace hefty::armor
