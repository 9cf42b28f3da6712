#include "core/armor/bores.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/armor/passing.h"

namespace hefty::armor {
namespace {

// House practice, mm (docs/methods.md, "Hoop frames").
constexpr double fitAround = 0.5;  // between a bar and the rim of its hole
constexpr double leastRim = 3;     // of plate around a hole

/// False if the hole would run out of the plate.
bool bore(SheetPart &plate, const BarPart &bar, const Vec2 &at, const std::string &called) {
    if (bar.round()) {
        const double diameter = bar.section.height + 2 * fitAround;
        if (plate.fromEdge(at) < diameter / 2 + leastRim) return false;
        plate.holes.push_back({"bore." + bar.name, at, diameter, called});
        return true;
    }
    const Axes axes = bar.axes();
    const double w = bar.section.width / 2 + fitAround, h = bar.section.height / 2 + fitAround;
    const Vec3 middle = plate.axes.toWorld(at);
    shape::Polygon2 opening;
    for (const auto &[y, z] : {std::pair(-w, -h), {w, -h}, {w, h}, {-w, h}}) {
        opening.push_back(plate.axes.toLocal(middle + axes.y * y + axes.z * z).head<2>());
        if (!plate.covers(opening.back()) || plate.fromEdge(opening.back()) < leastRim) return false;
    }
    if (shape::area(opening) < 0) std::reverse(opening.begin(), opening.end());
    plate.cutouts.push_back(std::move(opening));
    return true;
}

/// True if the plate is narrower than the bar where they cross: it goes through slots in the bar.
bool goesThrough(const SheetPart &plate, const BarPart &bar, const Vec2 &at) {
    const Axes axes = bar.axes();
    const auto isNarrower = [&](const Vec3 &across, double size) {
        const Vec2 along(plate.axes.x.dot(across), plate.axes.y.dot(across));
        const auto span = plate.chord(at, along);
        return span && span->second - span->first < size;
    };
    return isNarrower(axes.y, bar.section.width) || isNarrower(axes.z, bar.section.height);
}

/// @param bar  straight
void boreFor(Assembly &assembly, SheetPart &plate, const BarPart &bar) {
    const auto station = stationThrough(plate, bar);
    if (!station) return;
    const Vec2 at = plate.axes.toLocal(bar.from + bar.axes().x * *station).head<2>();
    const std::string called = assembly.labelOf(bar.name);
    if (plate.covers(at) && !bore(plate, bar, at, called) && !goesThrough(plate, bar, at))
        assembly.notes.push_back(
            {plate.name, fmt::format("The hole for the {} would run out of the plate: none is cut.", called),
             "Make the plate larger there, or move one of them."});
}

}  // namespace

void boreForBars(Assembly &assembly) {
    for (SheetPart &plate : assembly.sheets) {
        if (plate.made.isOnVehicle()) continue;
        for (const BarPart &bar : assembly.bars) {
            if (bar.made.isOnVehicle()) continue;
            if (bar.straight()) {
                boreFor(assembly, plate, bar);
                continue;
            }
            for (const Span &span : bar.spans())
                if (span.straight()) boreFor(assembly, plate, bar.straightPiece(span));
        }
    }
}

}  // namespace hefty::armor
