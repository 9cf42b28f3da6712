#include "core/workshop/masses.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/armor/passing.h"

namespace hefty::workshop {
namespace {

/// Area of the slots that sheets go through in a bar's walls [mm2]. A sheet that the whole bar goes through
/// leaves it whole.
double slotArea(const armor::Assembly &a, const armor::BarPart &t) {
    double sum = 0;
    for (const armor::SheetPart &p : a.sheets)
        for (const armor::Contact &c : armor::passingThrough(p, t))
            if (std::abs(c.normal.dot(t.axesAt(t.stationOf(c.center)).x)) < 0.5) sum += c.area;
    return sum;
}

}  // namespace

BarWeight weightOf(const armor::Assembly &a, const armor::BarPart &t) {
    const double wall = t.section.wall;
    const parts::BarMetal metal = parts::metalOf(t);
    double volume = metal.volume;
    for (const armor::TubeOpening &o : t.openings) volume -= 2 * wall * o.length * o.height;
    for (const armor::Hole &h : t.holes) volume -= std::numbers::pi / 4 * h.diameter * h.diameter * wall;
    volume -= slotArea(a, t) * wall;
    return {std::max(0.0, volume * t.material.density), metal.center};
}

double barMass(const armor::Assembly &a, const armor::BarPart &t) {
    return weightOf(a, t).mass;
}

double sheetMass(const armor::SheetPart &p) {
    return p.area() * p.thickness * p.material.density;
}

}  // namespace hefty::workshop
