#include "core/armor/bores.h"

#include <cmath>

#include "core/armor/contact.h"

namespace hefty::armor {
namespace {

constexpr double fitAround = 0.5;  // mm, between a bar and the rim of its hole: house practice
constexpr double leastRim = 3;     // mm of plate around a hole: house practice
constexpr double square = 0.9998;  // cosine between a bar and the plate's normal

/// Where the middle of a straight bar goes through the middle of a plate, if it goes through all of it.
std::optional<Vec2> passes(const SheetPart &plate, const BarPart &bar) {
    const Axes axes = bar.axes();
    if (std::abs(plate.axes.z.dot(axes.x)) < square) return std::nullopt;
    const double station = (plate.axes.origin - bar.from).dot(plate.axes.z) / axes.x.dot(plate.axes.z);
    if (station < plate.thickness / 2 || station > bar.length() - plate.thickness / 2) return std::nullopt;
    const Vec2 at = plate.axes.toLocal(bar.from + axes.x * station).head<2>();
    return plate.covers(at) ? std::optional(at) : std::nullopt;
}

void bore(SheetPart &plate, const BarPart &bar, const Vec2 &at) {
    const std::string &called = bar.made.label.empty() ? bar.name : bar.made.label;
    if (bar.round()) {
        const double diameter = bar.section.height + 2 * fitAround;
        if (plate.fromEdge(at) >= diameter / 2 + leastRim)
            plate.holes.push_back({"bore." + bar.name, at, diameter, called});
        return;
    }
    const Axes axes = bar.axes();
    const double w = bar.section.width / 2 + fitAround, h = bar.section.height / 2 + fitAround;
    const Vec3 middle = plate.axes.toWorld(at);
    shape::Polygon2 opening;
    for (const auto &[y, z] : {std::pair(-w, -h), {w, -h}, {w, h}, {-w, h}}) {
        opening.push_back(plate.axes.toLocal(middle + axes.y * y + axes.z * z).head<2>());
        if (!plate.covers(opening.back()) || plate.fromEdge(opening.back()) < leastRim) return;
    }
    if (shape::area(opening) < 0) std::reverse(opening.begin(), opening.end());
    plate.cutouts.push_back(std::move(opening));
}

}  // namespace

void boreForBars(Assembly &assembly) {
    for (SheetPart &plate : assembly.sheets) {
        if (plate.made.isOnVehicle()) continue;
        for (const BarPart &bar : assembly.bars) {
            if (bar.made.isOnVehicle()) continue;
            if (bar.straight()) {
                if (const auto at = passes(plate, bar)) bore(plate, bar, *at);
                continue;
            }
            for (const Span &span : bar.spans()) {
                if (!span.straight()) continue;
                const BarPart piece = bar.straightPiece(span);
                if (const auto at = passes(plate, piece)) bore(plate, piece, *at);
            }
        }
    }
}

}  // namespace hefty::armor
