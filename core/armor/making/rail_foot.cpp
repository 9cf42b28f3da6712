#include "core/armor/making/rail_foot.h"

#include <fmt/format.h>

namespace hefty::armor {

BoltJoint railBolts(const Maker &maker, const SheetPart &plate, double way, const Vec3 &middle) {
    BoltJoint mount;
    mount.part = plate.name;
    mount.onto = "frame";
    mount.axis = Vec3(0, way, 0);
    mount.plane.origin = middle;
    mount.plane.x = Vec3::UnitX();
    mount.plane.z = mount.axis;
    mount.plane.y = mount.plane.z.cross(mount.plane.x);
    mount.plateThickness = plate.thickness;
    mount.ontoThickness = maker.rig().railWall;
    const stock::Material *rail = maker.stock().material(maker.vehicle().railMaterial);
    mount.ontoUltimate = rail ? rail->in(maker.rig().railWall).ultimate : 0;
    mount.ontoAssumed = maker.vehicle().railMaterialTrust != rig::Trust::Measured;
    return mount;
}

namespace {

SheetPart &plateOf(Maker &maker, const RailFoot &f) {
    Axes axes = uprightAlong(f.middle.y());
    axes.origin.x() = f.middle.x();
    axes.origin.z() = f.middle.z();
    SheetPart &p = maker.sheet(f.name, f.made, axes,
                               {{-f.half, -f.high}, {f.half, -f.high}, {f.half, f.high}, {-f.half, f.high}},
                               f.thickness, f.material);
    parts::addCrossStrips(p);
    return p;
}

}  // namespace

void addWeldedFoot(Maker &maker, const RailFoot &foot) {
    plateOf(maker, foot);
}

namespace {

/// Four bolts of the size and grade of the settings.
/// @param x, z  from the middle of the plate
BoltJoint fourBolts(Maker &maker, const RailFoot &f, SheetPart &p, double x, double z) {
    BoltJoint mount = railBolts(maker, p, f.way, p.axes.origin);
    mount.name = f.mount;
    mount.label = f.label;
    mount.size = f.bolt->id;
    mount.grade = maker.text("mountBoltGrade");
    mount.gradeBy = "mountBoltGrade";
    mount.diameter = f.bolt->diameter;
    mount.pitch = f.bolt->pitch;
    mount.hole = f.bolt->hole;
    mount.edgeDistance = f.edge;
    for (const double sx : {1.0, -1.0})
        for (const double sz : {1.0, -1.0}) {
            const Vec2 at(sx * x, sz * z);
            const std::string id =
                fmt::format("{}.{}", sx > 0 ? "front" : "rear", sz > 0 ? "upper" : "lower");
            p.holes.push_back({id, at, mount.hole, "frame bolt"});
            mount.ids.push_back(id);
            mount.at.push_back(p.axes.toWorld(at));
        }
    return mount;
}

}  // namespace

void addRailFoot(Maker &maker, const RailFoot &f) {
    SheetPart &p = plateOf(maker, f);
    BoltJoint mount = fourBolts(maker, f, p, f.half - f.edge, f.high - f.edge);
    mount.sleeve = 2 * f.bolt->diameter;
    mount.sleeveLength = maker.rig().railWidth - 2 * maker.rig().railWall;
    maker.out().mounts.push_back(std::move(mount));
}

void addClampedFoot(Maker &maker, const RailFoot &foot, const std::string &backing, Provenance made) {
    constexpr double beside = 2;  // mm between the bolts and the rail
    const double out = foot.bolt->diameter / 2 + beside, line = maker.rig().railHeight / 2 + out;
    RailFoot f = foot;
    f.high = line + f.edge;
    BoltJoint mount = fourBolts(maker, f, plateOf(maker, f), f.half - f.edge, line);
    mount.clampedBy = backing;
    mount.clampOut = out;
    f.name = backing;
    f.made = std::move(made);
    f.middle.y() -= f.way * (maker.rig().railWidth + f.thickness);
    SheetPart &inner = plateOf(maker, f);
    for (std::size_t i = 0; i < mount.at.size(); ++i)
        inner.holes.push_back(
            {mount.ids[i], inner.axes.toLocal(mount.at[i]).head<2>(), mount.hole, "frame bolt"});
    maker.out().mounts.push_back(std::move(mount));
}

}  // namespace hefty::armor
