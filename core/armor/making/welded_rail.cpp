#include "core/armor/making/welded_rail.h"

#include <algorithm>

#include <fmt/format.h>

namespace hefty::armor {
namespace {

constexpr double stub = 40;  // mm of rail beyond the last crossmember, where it is free

StockedBar sectionOf(Maker &maker) {
    const rig::RigGeometry &rig = maker.rig();
    StockedBar out;
    out.section.id = "rail of the vehicle";
    out.section.shape = rig.railSection == rig::RailSection::Closed ? stock::SectionShape::RectTube
                                                                    : stock::SectionShape::Channel;
    out.section.height = rig.railHeight;
    out.section.width = rig.railWidth;
    out.section.wall = rig.railWall;
    const stock::Material *metal = maker.stock().material(maker.vehicle().railMaterial);
    if (!metal) {
        maker.refuse(fmt::format("The stock has no material \"{}\" as that of the rails.",
                                 maker.vehicle().railMaterial),
                     "railMaterial", "Choose the grade of the rails (Measure).");
        return out;
    }
    out.material = metal->in(rig.railWall);
    if (const auto p = stock::properties(out.section, out.material.density))
        out.properties = *p;
    else
        maker.refuse("The wall of the rail does not fit into its section.", "railWall",
                     "Measure the rail's height, width and wall (Measure).");
    return out;
}

/// The crossmembers next to two stations, and those between.
struct Bay {
    double front = 0, rear = 0;
    std::vector<double> held;
};

Bay bayOf(Maker &maker, double front, double rear) {
    Bay bay{front + stub, rear - stub, {}};
    const auto [ahead, behind] = rig::railBay(maker.rig(), front, rear);
    for (const double x : maker.rig().crossmembers)
        if (x <= ahead.value_or(bay.front) && x >= behind.value_or(bay.rear)) bay.held.push_back(x);
    if (bay.held.empty())
        maker.refuse("No crossmember of the frame is known where the piece is welded to it.", "crossmembers",
                     "Measure where the crossmembers are (Measure).");
    bay.front = ahead.value_or(bay.front);
    bay.rear = behind.value_or(bay.rear);
    return bay;
}

/// Said once, whatever the piece is welded to them with.
void cautionOnce(Maker &maker, const std::string &rail) {
    const auto &fixings = maker.out().fixings;
    if (std::any_of(fixings.begin(), fixings.end(), [](const Fixing &f) { return f.crossmember; })) return;
    maker.tell(rail,
               {"The piece is welded to the vehicle's rails: battery off, lines and tank away, someone who "
                "watches for fire."},
               {"Many makers forbid welding on the frame, hardened rails above all: ask first; local codes "
                "and a qualified welder decide."});
}

}  // namespace

double heightAt(const BarPart &rail, double x) {
    const Vec3 way = rail.to - rail.from;
    return rail.from.z() + way.z() * (x - rail.from.x()) / way.x();
}

const BarPart &addWeldedRail(Maker &maker, const Side &side, double front, double rear) {
    const rig::RigGeometry &rig = maker.rig();
    const std::string name = side.of("rail"), label = side.people("rail of the vehicle");
    if (!rig.hasFrame())
        maker.refuse("This vehicle has no rails to weld to.", name, "Bolt the piece on.");
    else if (rig.railSection == rig::RailSection::Hat)
        maker.refuse("What the thin walls of an inverted hat carry beside a weld is not known.", name,
                     "Bolt the piece on, with crush sleeves.");
    else if (maker.out().bar(name))
        maker.refuse(fmt::format("The piece has the {} already.", label), name, "Weld to that.");
    const StockedBar of = maker.refused() ? StockedBar{} : sectionOf(maker);
    const Bay bay = maker.refused() ? Bay{front + stub, rear - stub, {}} : bayOf(maker, front, rear);
    Vec3 ahead(bay.front, 0, rig.railCenterAt(front)), behind(bay.rear, 0, rig.railCenterAt(rear));
    // Seen along the bar its web stands to the right: on the left rail it runs rearward.
    const bool rearward = side.sign > 0;
    BarPart &bar = maker.bar(name, {Role::Beam, {}, {}, 0, label, parts::onVehicle}, of,
                             rearward ? ahead : behind, rearward ? behind : ahead);
    cautionOnce(maker, name);
    double web = 0;
    for (const Vec2 &p : parts::outlineOf(bar)) web = std::min(web, p.x());
    for (Vec3 *end : {&bar.from, &bar.to}) end->y() = side.sign * (maker.railOutside() + web);
    for (const double x : bay.held) {
        const double share = std::clamp((x - bar.from.x()) / (bar.to.x() - bar.from.x()), 0.0, 1.0);
        Fixing f;
        f.name = fmt::format("member.{}.{:.0f}", side.name, -x);
        f.part = name;
        f.label = fmt::format("crossmember {:.0f} mm behind the front axle, {}", -x, side.name);
        f.at = bar.from + (bar.to - bar.from) * share;
        f.way = Vec3(0, side.sign, 0);
        f.crossmember = true;
        maker.out().fixings.push_back(std::move(f));
    }
    return bar;
}

}  // namespace hefty::armor
