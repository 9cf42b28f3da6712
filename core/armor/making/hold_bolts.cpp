#include "core/armor/making/hold_bolts.h"

#include <algorithm>

#include <fmt/format.h>

namespace hefty::armor {
namespace {

/// The bolt of the stock of a hold's size.
const stock::BoltSize *boltOf(const stock::Stock &stock, double diameter, const std::string &grade) {
    const stock::BoltSize *best = nullptr;
    for (const stock::BoltSize &b : stock.bolts)
        if (b.diameter <= diameter + 0.1 && (!best || b.diameter > best->diameter) &&
            std::find(b.grades.begin(), b.grades.end(), grade) != b.grades.end())
            best = &b;
    return best;
}

}  // namespace

std::vector<HoldSpot> holdSpots(const rig::Vehicle &vehicle, std::initializer_list<std::string_view> kinds,
                                std::string_view face) {
    std::vector<HoldSpot> out;
    for (const rig::Hold &h : vehicle.holds) {
        if (h.face != face || std::find(kinds.begin(), kinds.end(), h.kind) == kinds.end()) continue;
        for (const Side &side : bothSides) {
            if (side.sign < 0 && !h.mirrored) continue;
            HoldSpot spot;
            spot.hold = &h;
            spot.name = h.mirrored ? side.of(h.id) : h.id;
            spot.label = h.mirrored ? fmt::format("{}, {}", h.name, side.name) : h.name;
            spot.at = h.mirrored ? Vec3(h.at.x(), side.sign * std::abs(h.at.y()), h.at.z()) : h.at;
            spot.way = h.way(h.mirrored ? side.sign : (h.at.y() < 0 ? -1 : 1));
            out.push_back(std::move(spot));
        }
    }
    return out;
}

BoltJoint &boltToHolds(Maker &maker, SheetPart &sheet, const std::vector<HoldSpot> &spots, std::string name,
                       std::string label, const std::string &grade, const std::string &gradeBy) {
    const HoldSpot &first = spots.front();
    const rig::Hold &h = *first.hold;
    const stock::BoltSize *bolt = boltOf(maker.stock(), h.diameter, grade);
    BoltJoint mount;
    mount.name = std::move(name);
    mount.label = std::move(label);
    mount.part = sheet.name;
    mount.onto = first.label;
    mount.hold = h.id;
    const rig::HoldKind *kind = rig::holdKind(h.kind);
    mount.threaded = kind && kind->threaded;
    mount.holdStiffness = h.stiffness;
    mount.holdPull = h.pull;
    mount.holdShear = h.shear;
    mount.size = bolt ? bolt->id : "";
    mount.grade = grade;
    mount.gradeBy = gradeBy;
    mount.diameter = bolt ? bolt->diameter : h.diameter;
    mount.pitch = bolt ? bolt->pitch : 0;
    mount.hole = bolt ? bolt->hole : h.diameter + 1;
    mount.axis = first.way;
    mount.plateThickness = sheet.thickness;
    mount.ontoThickness = h.thickness;
    mount.ontoUltimate = h.ultimate;
    mount.ontoAssumed = h.known.trust != rig::Trust::Measured;
    mount.edgeDistance = 1e9;
    Vec3 middle = Vec3::Zero();
    for (const HoldSpot &spot : spots) {
        const Vec2 at = sheet.axes.toLocal(spot.at).head<2>();
        mount.ids.push_back(spot.name);
        mount.at.push_back(sheet.axes.toWorld(at));
        middle += mount.at.back() / static_cast<double>(spots.size());
        mount.edgeDistance = std::min(mount.edgeDistance, sheet.covers(at) ? sheet.fromEdge(at) : 0);
        sheet.holes.push_back({spot.name, at, mount.hole, "bolt in " + spot.label});
    }
    const Vec3 across = std::abs(mount.axis.x()) < 0.9 ? Vec3::UnitX() : Vec3::UnitY();
    mount.plane.origin = middle;
    mount.plane.z = mount.axis;
    mount.plane.x = (across - mount.axis * across.dot(mount.axis)).normalized();
    mount.plane.y = mount.plane.z.cross(mount.plane.x);
    maker.out().mounts.push_back(std::move(mount));
    return maker.out().mounts.back();
}

void boltToHold(Maker &maker, SheetPart &sheet, const HoldSpot &spot, const std::string &grade,
                const std::string &gradeBy) {
    boltToHolds(maker, sheet, {spot}, "mount." + spot.name, fmt::format("bolt in {}", spot.label), grade,
                gradeBy);
}

void fixTo(Maker &maker, const std::string &bar, const HoldSpot &spot) {
    const rig::Hold &h = *spot.hold;
    maker.out().fixings.push_back(
        {"fix." + spot.name, bar, h.id, spot.label, spot.at, spot.way, h.stiffness, h.pull, h.shear});
}

}  // namespace hefty::armor
