#include "core/armor/making/frame_brackets.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/rail_foot.h"
#include "core/armor/making/settings.h"

namespace hefty::armor {
namespace {

constexpr double leftBeside = 12;  // mm of a gusset beside a slot

}  // namespace

using measure::Quantity;

std::vector<rig::FrameHole> holesWithAdded(const RailEnd &end, int added) {
    std::vector<rig::FrameHole> out = end.holes;
    double rear = 0;
    for (const rig::FrameHole &h : out) rear = std::max(rear, h.behindEnd);
    const double apart = 3.5 * out.front().diameter;
    for (int i = 1; i <= added; ++i) {
        rig::FrameHole more = out.front();
        more.id = fmt::format("added{}", i);
        more.behindEnd = rear + i * apart;
        more.aboveCenter = 0;
        out.push_back(std::move(more));
    }
    return out;
}

double bracketMiddle(const Maker &maker, const Side &side, double thickness, bool inside) {
    return side.sign * (inside ? maker.railInside() - thickness / 2 : maker.railOutside() + thickness / 2);
}

const stock::BoltSize *largestThatFits(const stock::Stock &stock, double hole, const std::string &grade) {
    const stock::BoltSize *best = nullptr;
    for (const stock::BoltSize &b : stock.bolts)
        if (b.hole <= hole + 0.3 && (!best || b.diameter > best->diameter) &&
            std::find(b.grades.begin(), b.grades.end(), grade) != b.grades.end())
            best = &b;
    return best;
}

void addRailBracket(Maker &maker, const Side &side, const RailBracket &b) {
    const std::vector<rig::FrameHole> holes = holesWithAdded(b.end, b.added);
    double deep = 0, low = 1e9, high = -1e9, largest = 0;
    for (const rig::FrameHole &h : holes) {
        deep = std::max(deep, h.behindEnd);
        low = std::min(low, h.aboveCenter);
        high = std::max(high, h.aboveCenter);
        largest = std::max(largest, h.diameter);
    }
    const double edge = edgeByHole * largest, thickness = b.thickness.value;
    const double x0 = b.end.x - b.end.out * (deep + edge), x1 = b.end.x;
    const double z0 = b.end.center + low - edge, z1 = b.end.center + high + edge;
    std::vector<Vec2> corners{{x0, z0}, {x0, z1}, {x1, z0}, {x1, z1}};
    if (b.reaches.empty())
        corners.insert(corners.end(), {{b.face, b.z - b.halfFlat}, {b.face, b.z + b.halfFlat}});
    corners.insert(corners.end(), b.reaches.begin(), b.reaches.end());
    SheetPart &p = maker.sheet(
        side.of("bracket"), {Role::Mount, b.thickness.by, b.leg.by, b.leg.value, side.people("bracket"), {}},
        uprightAlong(bracketMiddle(maker, side, thickness, b.inside)), shape::convexHull(std::move(corners)),
        thickness, b.material);
    Vec2 middle = Vec2::Zero();
    for (const rig::FrameHole &h : holes)
        middle += Vec2(b.end.x - b.end.out * h.behindEnd, b.end.center + h.aboveCenter) /
                  static_cast<double>(holes.size());
    BoltJoint mount = railBolts(maker, p, b.inside ? -side.sign : side.sign, p.axes.toWorld(middle));
    mount.name = side.of("mount");
    mount.grade = b.grade;
    mount.gradeBy = b.gradeBy;
    mount.countBy = b.addedBy;
    mount.label = fmt::format("bolts of the {} bracket", side.name);
    const stock::BoltSize *bolt = largestThatFits(maker.stock(), holes.front().diameter, mount.grade);
    mount.size = bolt ? bolt->id : "";
    mount.diameter = bolt ? bolt->diameter : holes.front().diameter - 1;
    mount.pitch = bolt ? bolt->pitch : 0;
    mount.hole = holes.front().diameter;
    for (const rig::FrameHole &h : holes) {
        const Vec2 at(b.end.x - b.end.out * h.behindEnd, b.end.center + h.aboveCenter);
        p.holes.push_back({h.id, at, h.diameter, "frame bolt"});
        mount.ids.push_back(h.id);
        mount.at.push_back(p.axes.toWorld(at));
    }
    mount.edgeDistance = edge;
    p.strips.push_back({{b.face, b.z}, middle, b.stripWidth});
    maker.out().mounts.push_back(std::move(mount));
}

RailBracket railBracketBySettings(const Maker &maker, const RailEnd &end) {
    RailBracket b;
    b.end = end;
    b.thickness = maker.sized("bracketThickness");
    b.leg = maker.sized("bracketWeld");
    b.grade = maker.text("mountBoltGrade");
    b.gradeBy = "mountBoltGrade";
    b.added = static_cast<int>(std::lround(maker.number("addedBolts")));
    b.addedBy = "addedBolts";
    return b;
}

void addThroughTabSettings(std::vector<SettingDescriptor> &s, const UsualTab &usual) {
    s.push_back(thicknessSetting("tabThickness", "Recovery tabs", "Plates", usual.thickness,
                                 "Plates that pass through the beam."));
    s.push_back(lengthSetting("tabHeight", "Tab height", "Plates", usual.height, 40, 220,
                              "Across the tab, where it enters the beam."));
    s.push_back(lengthSetting("tabSpacing", "Tabs, center to center", "Shape", usual.spacing, 300, 2000,
                              "In line with the rails is best."));
    s.push_back(lengthSetting("tabReach", "Hole beyond the beam", "Plates", usual.reach, 25, 150,
                              "From the far face of the beam to the middle of the shackle hole."));
    s.push_back(shackleSetting("For the recovery tabs."));
    s.push_back(snatchRopeSetting("tabs"));
}

void addGussetSettings(std::vector<SettingDescriptor> &s, double leg, double thickness) {
    s.push_back(lengthSetting("gussetLeg", "Gusset leg", "Plates", leg, 0, 250,
                              "Triangle between bracket and beam; 0 leaves it out."));
    s.push_back(
        thicknessSetting("gussetThickness", "Gusset plate", "Plates", thickness, "Plate of the gussets."));
}

void addBracketGusset(Maker &maker, const Side &side, const BracketGusset &g) {
    const double t = maker.number("bracketThickness");
    const double y = bracketMiddle(maker, side, t) + g.out * t / 2;
    Polygon2 outline{{g.face, y}, {g.face + g.away * g.leg, y}, {g.face, y + g.out * g.leg}};
    for (const BracketGusset::Slot &s : g.around) {
        const double near = std::min(g.out * (s.from - y), g.out * (s.to - y)),
                     far = std::max(g.out * (s.from - y), g.out * (s.to - y));
        // Some of the plate stays between the slot and both of its ends.
        if (near < leftBeside || g.leg - far < s.depth + leftBeside) continue;
        const double in = g.face + g.away * s.depth;
        for (const Vec2 &p : {Vec2(g.face, far), Vec2(in, far), Vec2(in, near), Vec2(g.face, near)})
            outline.emplace_back(p.x(), y + g.out * p.y());
    }
    SheetPart &p = maker.sheet(g.name, {Role::Gusset, "gussetThickness", "gussetWeld", 0, g.label, {}},
                               levelAt(g.z), outline, maker.number("gussetThickness"), g.material);
    p.strips.push_back(
        {{g.face + g.away * g.leg / 2, y}, {g.face, y + g.out * g.leg / 2}, g.leg / std::sqrt(2.0)});
    if (std::abs(y + g.out * g.leg) > g.halfStraight)
        maker.note(g.name, "The gusset reaches past the straight part of the beam and has less to land on.",
                   "Make it shorter, or the straight part longer.");
}

ThroughTab throughTabBySettings(Maker &maker) {
    ThroughTab t;
    t.shackle = maker.found("shackle", &stock::Stock::shackle);
    t.snatchRope = maker.text("snatchRope");
    t.thickness = maker.sized("tabThickness");
    t.height = maker.sized("tabHeight");
    t.reach = maker.sized("tabReach");
    t.leg = maker.sized("tabWeld");
    return t;
}

void addThroughTab(Maker &maker, std::string name, std::string label, const ThroughTab &t) {
    const double height = t.height.value, half = height / 2, thickness = t.thickness.value;
    const double hole = t.shackle->pinDiameter + 3;
    const double holeX = t.face + t.out * t.reach.value;
    const double nose = holeX + t.out * std::max(0.75 * hole + 12, 0.6 * height / 1.2);
    SheetPart &p =
        maker.sheet(std::move(name), {Role::Tab, t.thickness.by, t.leg.by, t.leg.value, std::move(label), {}},
                    uprightAlong(t.y),
                    {{t.tail, t.z - half},
                     {holeX, t.z - half},
                     {nose, t.z - half / 2},
                     {nose, t.z + half / 2},
                     {holeX, t.z + half},
                     {t.tail, t.z + half}},
                    thickness, t.material);
    p.holes.push_back({"shackle", {holeX, t.z}, hole, "shackle pin"});
    p.strips.push_back({{t.tail, t.z}, {holeX, t.z}, height});
    Anchor anchor;
    anchor.name = p.name;
    anchor.hole = p.axes.toWorld(Vec2(holeX, t.z));
    anchor.forward = Vec3(t.out, 0, 0);
    anchor.holeDiameter = hole;
    anchor.endDistance = std::abs(nose - holeX) - hole / 2;
    anchor.sideDistance = half - hole / 2;
    anchor.thickness = p.thickness;
    anchor.shackle = t.shackle->id;
    anchor.snatchRope = t.snatchRope;
    maker.out().anchors.push_back(std::move(anchor));
    auto &handles = maker.out().handles;
    if (t.y > 0 && !t.reach.by.empty())
        handles.push_back({t.reach.by, "side", {holeX, t.y, t.z}, Vec3(t.out, 0, 0)});
    if (t.y > 0 && !t.height.by.empty())
        handles.push_back({t.height.by, "side", {t.face, t.y, t.z + half}, Vec3(0, 0, 0.5 + t.rises)});
    if (thickness > t.shackle->jaw)
        maker.note(p.name,
                   {"The tab ({0}) is thicker than the jaw of the shackle ({1}).",
                    {{thickness, Quantity::DrilledLength}, {t.shackle->jaw, Quantity::DrilledLength}}},
                   "Take a larger shackle or a thinner tab.");
}

}  // namespace hefty::armor
