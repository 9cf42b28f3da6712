#include "core/workshop/cut/notches.h"

#include <algorithm>
#include <cmath>

#include "core/workshop/masses.h"

namespace hefty::workshop {
namespace {

/// How far the longest edge of a bar's end lies beyond its path, as the end is cut; its other end square.
double beyond(armor::BarPart leg, bool atTo) {
    (atTo ? leg.cutFrom : leg.cutTo) = shape::Vec3::Zero();
    (atTo ? leg.trimFrom : leg.trimTo) = {};
    return leg.cutLength() - leg.length();
}

}  // namespace

NotchPlan notchPlan(const armor::Assembly &assembly, const armor::FoldedBar &bar) {
    NotchPlan out;
    out.first = assembly.bar(bar.legs.front());
    out.last = assembly.bar(bar.legs.back());
    const double wall = out.first->section.wall;
    out.length = beyond(*out.first, false);
    for (std::size_t i = 0; i < bar.legs.size(); ++i) {
        const armor::BarPart &leg = *assembly.bar(bar.legs[i]);
        out.mass += barMass(assembly, leg);
        out.length += leg.length();
        if (i >= bar.folds.size()) break;
        const armor::BarFold &f = bar.folds[i];
        const double rise = std::tan(f.angle / 2), layer = (f.depth / 2 - wall) * rise;
        const shape::Axes a = leg.axes();
        Notch n;
        n.angle = f.angle;
        n.depth = f.depth - wall;
        n.width = 2 * n.depth * rise;
        n.open = shape::Vec2(-f.outward.dot(a.y), -f.outward.dot(a.z)).normalized();
        n.station = out.length + layer;
        out.length += 2 * layer;
        out.notches.push_back(n);
    }
    out.length += beyond(*out.last, true);
    return out;
}

const armor::FoldedBar *foldedBarOf(const armor::Assembly &assembly, const std::string &part) {
    for (const armor::FoldedBar &f : assembly.foldedBars)
        if (std::find(f.legs.begin(), f.legs.end(), part) != f.legs.end()) return &f;
    return nullptr;
}

std::string wallWord(const shape::Vec2 &out) {
    if (std::abs(out.y()) > std::abs(out.x())) return out.y() > 0 ? "upper wall" : "lower wall";
    return out.x() > 0 ? "left wall" : "right wall";
}

}  // namespace hefty::workshop
