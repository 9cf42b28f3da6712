#include <cmath>

#include <fmt/format.h>

#include "core/armor/addons/addon.h"

namespace hefty::armor {
namespace {

/// Upright tubes side by side under a tube across their ends: keeps branches and game from what lies behind
/// and lets the air through.
void putBarGrille(Site &s) {
    const StockedBar tube = s.tube("section");
    if (!s.whyNot().empty()) return;
    const double w = s.number("width"), h = s.number("height"), pitch = s.number("pitch");
    const double d = tube.section.height;
    if (pitch < d + 8) return s.refuse("the bars leave less than 8 mm between them.");
    const int count = static_cast<int>(std::floor((w - d) / pitch + 1e-9)) + 1;
    if (count < 2) return s.refuse("no two bars fit into the width.");
    const std::string over =
        s.bar("rail", Role::Brace, tube, s.at(-w / 2, 0, h), s.at(w / 2, 0, h), {}, s.axes().y).name;
    for (int i = 0; i < count; ++i) {
        const double x = (i - (count - 1) / 2.0) * pitch;
        BarPart &bar = s.bar(fmt::format("bar{}", i + 1), Role::Brace, tube, s.at(x, 0, 0), s.at(x, 0, h), {},
                             s.axes().y);
        Maker::cope(bar, false, {s.part()});
        Maker::cope(bar, true, {over});
    }
    s.maker().tell(
        s.name("rail"),
        fmt::format("{} bars leave {:.0f} percent of the grille open.", count, 100 * (1 - count * d / w)),
        measure::Phrase{"{0} are free between them.", {{pitch - d}}});
}

}  // namespace

AddOn barGrille() {
    return {
        "bar-grille", "Grille of bars",
        "Tubes side by side on the wall with one across their ends: mesh by bars at a spacing; how many "
        "they are and what stays open is told.",
        withWeldAndMaterial(
            {choiceSetting("section", "Tube", "Stock", Choice::RoundTube, "CHS 21.3x2.6", "Of all its bars."),
             lengthSetting("width", "Width", "Shape", 400, 80, 1600, "Of the tube across the ends."),
             lengthSetting("height", "Stands out", "Shape", 220, 50, 900,
                           "From the wall to the middle of that tube."),
             lengthSetting("pitch", "Bars apart", "Shape", 80, 25, 400, "Between their middles.")},
            3),
        putBarGrille};
}

}  // namespace hefty::armor
