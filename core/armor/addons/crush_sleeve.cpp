#include "core/armor/addons/addon.h"

namespace hefty::armor {
namespace {

/// A tube through both walls of a hollow bar, so that a bolt through it does not crush the bar.
void putCrushSleeve(Site &s) {
    const BarPart *bar = s.out().bar(s.part());
    if (!bar || !bar->hollow()) return s.refuse("it goes through a hollow bar.");
    const StockedBar tube = s.tube("section");
    if (!s.whyNot().empty()) return;
    const Axes axes = bar->axesAt(bar->stationOf(s.at(0, 0, 0)));
    const bool acrossHeight = std::abs(axes.z.dot(s.axes().z)) > 0.7;
    const double through = acrossHeight ? bar->section.height : bar->section.width;
    const double flat =
        (acrossHeight ? bar->section.width : bar->section.height) - 2 * bar->properties.outerRadius;
    if (!bar->round() && tube.section.height + 2 > flat)
        return s.refuse("it is wider than the flat of the wall.");
    const double out = s.number("proud");
    s.bar({}, Role::Sleeve, tube, s.at(0, 0, out), s.at(0, 0, -through - out), {}, s.axes().y);
}

}  // namespace

AddOn crushSleeve() {
    return {"crush-sleeve", "Crush sleeve",
            "A tube through both walls of a hollow bar, welded around on both: a bolt through it can be "
            "tightened without "
            "pressing the walls in.",
            withWeldAndMaterial({choiceSetting("section", "Tube", "Stock", Choice::RoundTube, "CHS 26.9x3.2",
                                               "Its inside takes the bolt."),
                                 lengthSetting("proud", "Stands out", "Shape", 3, 0, 30,
                                               "Of each wall, so that it can be welded around.")}),
            putCrushSleeve};
}

}  // namespace hefty::armor
