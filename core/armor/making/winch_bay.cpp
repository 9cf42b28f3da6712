#include "core/armor/making/winch_bay.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/settings.h"

namespace hefty::armor {

WinchBay::WinchBay(Maker &maker, const stock::Material &plate)
    : m_make(maker),
      m_plate(plate),
      m_winch(maker.found("winch", &stock::Stock::winch)),
      m_rope(maker.found("rope", &stock::Stock::rope)),
      m_fairlead(maker.found("fairlead", &stock::Stock::fairlead)) {
    if (m_make.refused()) return;
    m_footBolt = m_make.stock().bolt(m_winch->footBolt);
    m_fairleadBolt = m_make.stock().bolt(m_fairlead->bolt);
    if (!m_footBolt || !m_fairleadBolt)
        m_make.refuse("The stock has no bolt for the winch or its fairlead.", "winch",
                      "Add it to the stock's bolts.");
}

void WinchBay::place(double back, double front, double trayTop, double cheekTop) {
    m_back = back;
    m_front = front;
    m_trayTop = trayTop;
    m_cheekTop = cheekTop;
    m_drum = trayTop + m_winch->drumHeight;
}

double WinchBay::footEdge() const {
    const double toFoot = m_winch->depth / 2 - m_winch->footWidth / 2;
    return std::min(10 + toFoot, m_make.number("trayDepth") - 10 - m_winch->depth + toFoot);
}

double WinchBay::halfWinch() const {
    constexpr double beside = 10;  // mm: house practice
    return m_winch->length / 2 + beside;
}

double WinchBay::cheekMiddle() const {
    return halfWinch() + m_make.number("cheekThickness") / 2;
}

/// The cheeks are as high at the rear as the lip that is welded between them.
double WinchBay::cheekRear() const {
    return std::clamp(m_make.number("lipHeight"), 50.0, m_cheekTop - m_trayTop);
}

void WinchBay::addOpening(std::vector<Polygon2> &cutouts, std::vector<Hole> &holes) const {
    const double u = m_fairlead->openingWidth / 2, v = m_fairlead->openingHeight / 2, z = m_drum;
    cutouts.push_back({{-u, z - v}, {u, z - v}, {u, z + v}, {-u, z + v}});
    for (const Side &side : bothSides)
        holes.push_back({side.of("fairlead"),
                         {side.sign * m_fairlead->boltSpacing / 2, z},
                         fairleadHole(),
                         "fairlead bolt"});
}

void WinchBay::addCheek(const Side &side, double stripWidth) {
    const double rear = m_back - m_make.number("trayDepth"), high = m_trayTop + cheekRear();
    SheetPart &p = m_make.sheet(
        side.of("cheek"),
        {Role::Cheek, "cheekThickness", "trayWeld", 0, side.people("cheek of the winch tray"), {}},
        uprightAlong(side.sign * cheekMiddle()),
        {{rear, m_trayTop}, {m_back, m_trayTop}, {m_back, m_cheekTop}, {rear, high}},
        m_make.number("cheekThickness"), m_plate);
    p.strips.push_back(
        {{m_back, (m_trayTop + m_cheekTop) / 2}, {rear, m_trayTop + cheekRear() / 2}, stripWidth});
}

double WinchBay::trayHalf() const {
    return m_span > 0 ? m_span : cheekMiddle() + m_make.number("cheekThickness") / 2;
}

void WinchBay::addTray(bool between) {
    const double t = m_make.number("trayThickness"), depth = m_make.number("trayDepth");
    const double half = trayHalf() - (between ? m_make.number("cheekThickness") : 0);
    SheetPart &p = m_make.sheet(
        "tray", {Role::Tray, "trayThickness", "trayWeld", 0, "winch tray", {}}, levelAt(m_trayTop - t / 2),
        {{m_back - depth, -half}, {m_back, -half}, {m_back, half}, {m_back - depth, half}}, t, m_plate);
    const double x = winchX(), fx = m_winch->footWidth / 2, fy = m_winch->footLength / 2;
    for (const double sx : {1.0, -1.0})
        for (const Side &side : bothSides)
            p.holes.push_back({fmt::format("foot.{}.{}", sx > 0 ? "front" : "rear", side.name),
                               {x + sx * fx, side.sign * fy},
                               m_footBolt->hole,
                               "winch foot"});
    // A grid of strips: along the rows of feet, and fore and aft through the feet and the middle.
    const double row = std::min(depth / 2, 2 * fx);
    for (const double sx : {1.0, -1.0}) p.strips.push_back({{x + sx * fx, -half}, {x + sx * fx, half}, row});
    for (const double y : {-half * 0.92, -fy, 0.0, fy, half * 0.92})
        p.strips.push_back({{m_back - depth, y}, {m_back, y}, half / 2.5});
    const double lip = m_make.wanted("lipHeight") ? m_make.number("lipThickness") : 0;
    if (depth < m_winch->depth + 12 + lip)
        m_make.note("tray", "The winch is deeper than its tray.", "Make the tray deeper.");
    const double inside = m_make.rig().railSpacing - m_make.rig().railWidth;
    if (2 * half > inside - 10 && m_back - depth < m_make.rig().frameEnd)
        m_make.note("tray", {"The tray ({0}) does not go between the rails ({1}).", {{2 * half}, {inside}}},
                    "Take a shorter winch, or a larger gap to the frame ends.");
}

/// Stiffens the free edge of the tray, where the rear feet lift.
void WinchBay::addLip() {
    const double t = m_make.number("lipThickness"), top = m_make.number("lipHeight");
    const double half = m_span > 0 ? m_span : cheekMiddle() - m_make.number("cheekThickness") / 2;
    Axes axes = uprightAcross(m_back - m_make.number("trayDepth") + t / 2);
    axes.origin.z() = m_trayTop;
    SheetPart &p =
        m_make.sheet("lip", {Role::Lip, "lipThickness", "trayWeld", 0, "lip of the winch tray", {}}, axes,
                     {{-half, 0}, {half, 0}, {half, top}, {-half, top}}, t, m_plate);
    p.strips.push_back({{-half, top / 2}, {half, top / 2}, top});
    m_make.out().handles.push_back({"lipHeight", "side", axes.toWorld(Vec2(half, top)), Vec3::UnitZ()});
}

BoltJoint WinchBay::fairleadBolts(const std::string &wall, double wallThickness, double edge) const {
    BoltJoint bolts;
    bolts.name = "fairlead.bolts";
    bolts.label = "bolts of the fairlead";
    bolts.part = wall;
    bolts.onto = "fairlead";
    bolts.size = m_fairleadBolt->id;
    bolts.grade = m_make.text("fairleadBoltGrade");
    bolts.gradeBy = "fairleadBoltGrade";
    bolts.diameter = m_fairleadBolt->diameter;
    bolts.pitch = m_fairleadBolt->pitch;
    bolts.hole = m_fairleadBolt->hole;
    bolts.axis = Vec3::UnitX();
    bolts.plane = {{m_front, 0, m_drum}, Vec3::UnitY(), Vec3::UnitZ(), Vec3::UnitX()};
    bolts.plateThickness = wallThickness;
    bolts.edgeDistance = std::min(edge, (m_fairlead->boltSpacing - m_fairlead->openingWidth) / 2);
    for (const Side &side : bothSides) {
        bolts.ids.emplace_back(side.name);
        bolts.at.emplace_back(m_front, side.sign * m_fairlead->boltSpacing / 2, m_drum);
    }
    return bolts;
}

BoltJoint WinchBay::footBolts() const {
    BoltJoint feet;
    feet.name = "winch.bolts";
    feet.label = "bolts of the winch feet";
    feet.part = "tray";
    feet.onto = "winch";
    feet.size = m_footBolt->id;
    feet.grade = m_make.text("footBoltGrade");
    feet.gradeBy = "footBoltGrade";
    feet.diameter = m_footBolt->diameter;
    feet.pitch = m_footBolt->pitch;
    feet.hole = m_footBolt->hole;
    feet.axis = Vec3::UnitZ();
    feet.plane.origin = {winchX(), 0, m_trayTop};
    feet.plateThickness = m_make.number("trayThickness");
    feet.edgeDistance = footEdge();
    for (const double sx : {1.0, -1.0})
        for (const Side &side : bothSides) {
            feet.ids.push_back(fmt::format("{}.{}", sx > 0 ? "front" : "rear", side.name));
            feet.at.emplace_back(winchX() + sx * m_winch->footWidth / 2, side.sign * m_winch->footLength / 2,
                                 m_trayTop);
        }
    return feet;
}

void WinchBay::addWinch(const std::string &wall, double wallThickness, double edge) {
    WinchMount mount;
    mount.winch = m_winch->id;
    mount.rope = m_rope->id;
    mount.fairlead = m_fairlead->id;
    mount.drum = {winchX(), 0, m_drum};
    mount.drumWidth = m_fairlead->openingWidth - 2 * m_rope->diameter;
    mount.fairleadAt = {m_front + m_fairlead->depth / 2, 0, m_drum};
    mount.openingWidth = m_fairlead->openingWidth;
    mount.openingHeight = m_fairlead->openingHeight;
    mount.feetPlate = "tray";
    mount.fairleadPart = wall;
    mount.fairleadBolts = fairleadBolts(wall, wallThickness, edge);
    mount.fairleadHeight = m_fairlead->height;
    mount.bought = {"winch", "fairlead", "rope"};
    BoltJoint feet = footBolts();
    mount.feet = feet.at;
    Assembly &out = m_make.out();
    out.feet.push_back(std::move(feet));
    out.winch = std::move(mount);
    out.bought.push_back({"winch",
                          m_winch->id,
                          "winch",
                          m_winch->name,
                          m_winch->mass,
                          {winchX(), 0, m_trayTop + m_winch->height / 2},
                          {m_winch->depth, m_winch->length, m_winch->height}});
    out.bought.push_back({"fairlead",
                          m_fairlead->id,
                          "fairlead",
                          m_fairlead->name,
                          m_fairlead->mass,
                          {m_front + m_fairlead->depth / 2, 0, m_drum},
                          {m_fairlead->depth, m_fairlead->width, m_fairlead->height}});
    out.bought.push_back(
        {"rope", m_rope->id, "rope", m_rope->name, m_rope->mass, {winchX(), 0, m_drum}, Vec3::Zero()});
}

void addWinchTraySettings(std::vector<SettingDescriptor> &s, const UsualTray &usual) {
    s.push_back(
        thicknessSetting("trayThickness", "Winch tray", "Plates", usual.thickness, "Plate under the winch."));
    s.push_back(lengthSetting("trayDepth", "Tray depth", "Plates", usual.depth, 120, 450,
                              "From the wall that the rope goes through, rearward."));
    s.push_back(thicknessSetting("cheekThickness", "Cheek plates", "Plates", usual.cheeks,
                                 "Plates standing at the ends of the tray."));
    s.push_back(lengthSetting("lipHeight", "Lip of the tray", "Plates", usual.lipHeight, 0, 200,
                              "Along the rear edge of the tray between the cheeks; 0 leaves it out."));
    s.push_back(thicknessSetting("lipThickness", "Lip plate", "Plates", usual.lip, "Plate of the lip."));
    onlyWith(s, "lipHeight", {"lipThickness"});
}

void addWinchSettings(std::vector<SettingDescriptor> &settings, std::string lies, std::string leads) {
    settings.push_back(
        choiceSetting("winch", "Winch", "Bought", Choice::Winch, "winch-4300", std::move(lies)));
    settings.push_back(
        choiceSetting("rope", "Rope", "Bought", Choice::Rope, "synthetic-9.5", "Line on the winch."));
    settings.push_back(
        choiceSetting("fairlead", "Fairlead", "Bought", Choice::Fairlead, "hawse-254", std::move(leads)));
}

void addWinchBoltSettings(std::vector<SettingDescriptor> &settings, std::string through) {
    settings.push_back(choiceSetting("footBoltGrade", "Winch bolt grade", "Bolts", Choice::BoltGrade, "8.8",
                                     "The four bolts through the winch feet."));
    settings.push_back(choiceSetting("fairleadBoltGrade", "Fairlead bolt grade", "Bolts", Choice::BoltGrade,
                                     "8.8", std::move(through)));
}

}  // namespace hefty::armor
