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

void addRailFoot(Maker &maker, const RailFoot &f) {
    SheetPart &p = plateOf(maker, f);
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
    mount.sleeve = 2 * f.bolt->diameter;
    mount.sleeveLength = maker.rig().railWidth - 2 * maker.rig().railWall;
    for (const double sx : {1.0, -1.0})
        for (const double sz : {1.0, -1.0}) {
            const Vec2 at(sx * (f.half - f.edge), sz * (f.high - f.edge));
            const std::string id =
                fmt::format("{}.{}", sx > 0 ? "front" : "rear", sz > 0 ? "upper" : "lower");
            p.holes.push_back({id, at, mount.hole, "frame bolt"});
            mount.ids.push_back(id);
            mount.at.push_back(p.axes.toWorld(at));
        }
    maker.out().mounts.push_back(std::move(mount));
}

}  // namespace hefty::armor
