#include <algorithm>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

#include "core/armor/addons/addon.h"

namespace hefty::armor {
namespace {

/// How many circles of a pitch fit between two edges, their middles at least `edge` from each: even, ends
/// equal.
int fitting(double room, double pitch) {
    return room < 0 ? 0 : static_cast<int>(std::floor(room / pitch + 1e-9)) + 1;
}

/// A sheet with rows of holes: dimpled it is a stiff cover, plain a guard that lets the air through.
void putHoleRows(Site &s) {
    const double w = s.number("width"), h = s.number("height"), t = s.number("thickness");
    const double d = s.number("hole"), pitch = s.number("pitch");
    if (pitch < d + 3) return s.refuse("the holes leave less than 3 mm between them.");
    const double edge = d / 2 + s.number("edge");
    const int across = fitting(w - 2 * edge, pitch), up = fitting(h - 2 * edge, pitch);
    if (across < 1 || up < 1) return s.refuse("no hole fits inside the edge.");
    SheetPart &sheet = s.along({}, Role::Skin, 0, rectangle(-w / 2, 0, w, h), t);
    const double left = -(across - 1) * pitch / 2, low = h / 2 - (up - 1) * pitch / 2;
    int n = 0;
    for (int j = 0; j < up; ++j)
        for (int i = 0; i < across; ++i)
            sheet.holes.push_back(
                {s.name(fmt::format("hole{}", ++n)), {left + i * pitch, low + j * pitch}, d, "row of holes"});
    const double open = n * std::numbers::pi / 4 * d * d / (w * h);
    s.maker().tell(
        sheet.name,
        fmt::format("{} rows of {} holes leave {:.0f} percent of the sheet open.", up, across, 100 * open),
        measure::Phrase{fmt::format("{{0}} of plate around each; the first stands {{1}} from the edge."),
                        {{pitch - d}, {low}}});
}

}  // namespace

AddOn holeRows() {
    return {
        "hole-rows", "Sheet with rows of holes",
        "A sheet that stands on the wall by its edge with evenly spaced holes: a cover to be dimpled, or a "
        "guard that "
        "lets air through; what stays open is told.",
        withWeldAndMaterial(
            {lengthSetting("width", "Width", "Shape", 300, 60, 1600, "Along the wall."),
             lengthSetting("height", "Stands out", "Shape", 160, 40, 900, "From the wall."),
             lengthSetting("hole", "Holes", "Shape", 25, 4, 120, "Diameter, before dimpling."),
             lengthSetting("pitch", "Holes apart", "Shape", 45, 8, 300, "Between their middles, both ways."),
             lengthSetting("edge", "Edge kept", "Shape", 15, 4, 100,
                           "Of the sheet outside the outermost holes."),
             thicknessSetting("thickness", "Thickness", "Shape", 3, "Of the sheet.")},
            3),
        putHoleRows};
}

}  // namespace hefty::armor
