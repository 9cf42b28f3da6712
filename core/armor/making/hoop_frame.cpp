#include "core/armor/making/hoop_frame.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

#include "core/armor/making/cover.h"
#include "core/armor/making/house_practice.h"
#include "core/armor/making/receiver.h"
#include "core/armor/making/settings.h"

namespace hefty::armor {
namespace {

// House practice, mm (docs/methods.md, "Hoop frames").
constexpr double aroundTube = 22;     // of plate around a tube that goes through it
constexpr double shackleBeyond = 45;  // from the main tube's far side to the middle of the shackle's hole
constexpr double besideBend = 50;     // an upright stands this far from the bends of the upper hoop
constexpr double besideReceiver = 3;  // between the receiver and the tubes above and below it

}  // namespace

std::vector<SettingDescriptor> hoopFrameSettings(bool rear) {
    std::vector<SettingDescriptor> s;
    s.push_back(lengthSetting("width", "Overall width", "Shape", rear ? 1680 : 1700, 900, 2600,
                              "Tip to tip, on the center lines."));
    s.push_back(lengthSetting("straight", "Straight part", "Shape", rear ? 1300 : 1180, 500, 2200,
                              "Of the main tube, between the corners of its center line."));
    s.push_back(angleSetting("sweep", "Sweep of the ends", "Shape", radians(rear ? 70 : 32), radians(10),
                             radians(85), "How far the ends turn toward the vehicle, seen from above."));
    s.push_back(lengthSetting("height", "Main tube", "Shape", rear ? 640 : 600, 300, 1600,
                              "Floor to its center line."));
    s.push_back(lengthSetting("setback", "Rail ends to main tube", "Shape", 90, 40, 350,
                              "From the ends of the rails to the center line of the main tube."));
    s.push_back(lengthSetting("bendRadius", "Bend radius", "Shape", 150, 60, 400,
                              "Of the die, to the center line of the tube."));
    s.push_back(lengthSetting("lowerDrop", "Lower tube below", "Shape", 110, 0, 300,
                              "Between the center lines of main and lower tube; 0 leaves it out."));
    s.push_back(lengthSetting("upperHeight", "Hoop above", "Shape", rear ? 0 : 260, 0, 600,
                              "From the main tube's center line to the top of the hoop's; 0 leaves it out."));
    s.push_back(lengthSetting("upperWidth", "Width of the hoop", "Shape", 760, 300, 1800,
                              "Between the center lines of its legs."));
    s.push_back(countSetting("uprights", "Uprights", "Shape", 2, 0, 6,
                             "Tubes between main tube and hoop, evenly spaced."));
    s.push_back(choiceSetting("section", "Main tube's section", "Stock", Choice::RoundTube, "CHS 60.3x5",
                              "Round tube that is bent around the end of the vehicle."));
    s.push_back(choiceSetting("secondSection", "Other tubes", "Stock", Choice::RoundTube, "CHS 48.3x4",
                              "Lower tube, hoop and uprights."));
    s.push_back(tubeMaterialSetting("Grade on the mill certificate of the tubes."));
    s.push_back(plateMaterialSetting("Grade of the rail plates."));
    s.push_back(
        thicknessSetting("bracketThickness", "Rail plates", "Plates", 12,
                         "Plates bolted outside the rails; on a body without rails those that are bolted "
                         "to it and those that stand on them."));
    s.push_back(yesNoSetting("pulls", "Pulled at the plates", "Plates", true,
                             "Yes: the rail plates reach beyond the main tube and take a shackle."));
    s.push_back(shackleSetting("For the rail plates."));
    s.push_back(snatchRopeSetting("plates"));
    s.push_back(yesNoSetting("receiverBetween", "Receiver between the tubes", "Bought", false,
                             "Yes: on two plates that main and lower tube go through."));
    addReceiverSettings(s, "Bought receiver tube between main and lower tube.", 0);
    s.push_back(thicknessSetting("receiverPlates", "Plates beside the receiver", "Plates", 10,
                                 "Upright, one on each side of it."));
    s.push_back(mountBoltGradeSetting());
    s.push_back(addedBoltsSetting("Drilled through plate and rail beside the measured holes, on each side."));
    s.push_back(fillerSetting());
    s.push_back(legSetting("bracketWeld", "Leg, rail plates", 6, "Around the tubes, on both faces."));
    s.push_back(legSetting("tubeWeld", "Leg, tubes", 4, "Around the coped ends."));
    s.push_back(legSetting("capWeld", "Leg, end caps", 3, "Caps on the main tube."));
    onlyWith(s, "lowerDrop", {"secondSection"});
    onlyWith(s, "upperHeight", {"upperWidth", "uprights", "secondSection", "tubeWeld"});
    onlyWith(s, "pulls", {"shackle", "snatchRope"});
    onlyWith(s, "receiverSnatched", {"snatchRope"});
    onlyWith(s, "receiverBetween",
             {"receiver", "receiverReach", "towMass", "receiverPulls", "receiverWeld", "receiverPlates",
              "tubeWeld"});
    return s;
}

std::vector<Cure> hoopFrameCures(bool rear) {
    const char *angle = rear ? "gauge/departure" : "gauge/approach";
    return {{angle, "height", 10},
            {angle, "lowerDrop", -10},
            {angle, "setback", -10},
            {"gauge/breakover", "height", 10},
            {"gauge/clearance", "height", 10},
            {"gap/", "setback", 10},
            {"gap/", "width", -40},
            {"wheel/", "sweep", -0.05},
            {"role/hoop", "uprights", 1},
            {"role/hoop", "upperHeight", -20},
            {"role/beam", "lowerDrop", 20},
            {"role/beam", "setback", -10},
            {"role/mount", "lowerDrop", 20},
            {"role/mount", "setback", -10},
            {"check/bolt/", "addedBolts", 1},
            {"role/receiver", "receiverReach", -10},
            {"check/impact/", "uprights", 1}};
}

HoopFrame::HoopFrame(Maker &maker, bool rear)
    : m_make(maker),
      m_main(maker.barOf("section", "tubeMaterial")),
      m_second(maker.barOf("secondSection", "tubeMaterial")),
      m_plate(maker.materialOf("plateMaterial")),
      m_spots(
          holdSpots(maker.vehicle(), {"body-point", "body-mount", "bumper-mount"}, rear ? "rear" : "front")),
      m_end(maker.rig().hasFrame() ? maker.railEnd(rear) : endOfBody(rear)),
      m_shackle(maker.found("shackle", &stock::Stock::shackle)),
      m_receiver(maker.wanted("receiverBetween") ? maker.found("receiver", &stock::Stock::receiver)
                                                 : nullptr),
      m_out(rear ? -1 : 1),
      m_x(m_end.x + m_out * maker.number("setback")),
      m_z(maker.number("height")),
      m_half(maker.number("straight") / 2) {}

Vec3 HoopFrame::tip(double sign) const {
    const double run = (number("width") / 2 - m_half) / std::cos(number("sweep"));
    return onMain(sign * m_half) +
           Vec3(-m_out * std::sin(number("sweep")), sign * std::cos(number("sweep")), 0) * run;
}

std::vector<HoldSpot> HoopFrame::spotsOf(const Side &side) const {
    std::vector<HoldSpot> out;
    for (const HoldSpot &s : m_spots)
        if (s.at.y() * side.sign > 0) out.push_back(s);
    return out;
}

/// As if the holds were the ends of rails.
RailEnd HoopFrame::endOfBody(bool rear) const {
    RailEnd end;
    end.rear = rear;
    end.out = rear ? -1 : 1;
    for (const HoldSpot &s : m_spots) {
        end.x += s.at.x() / static_cast<double>(m_spots.size());
        end.center += s.at.z() / static_cast<double>(m_spots.size());
    }
    return end;
}

double HoopFrame::plateOutside() const {
    if (!onBody()) return m_make.railOutside() + number("bracketThickness");
    double y = 0;
    const std::vector<HoldSpot> spots = spotsOf(bothSides[0]);
    for (const HoldSpot &s : spots) y += s.at.y() / static_cast<double>(spots.size());
    return y + number("bracketThickness") / 2;
}

void HoopFrame::check() {
    if (m_make.refused()) return;
    if (onBody()) {
        for (const Side &side : bothSides)
            if (spotsOf(side).size() < 2)
                return m_make.refuse(
                    fmt::format("Fewer than two places of the body look this way on the {}.", side.name),
                    "holds", "Measure them (Lists, Holds): the pull is spread over all of them.");
        for (const HoldSpot &s : m_spots)
            if (std::abs(s.at.x() - m_end.x) > 3)
                return m_make.refuse(fmt::format("{} does not lie in the plane of the others.", s.label),
                                     "holds", "Put spacers on those further in and measure their faces.");
        if (number("setback") < number("bracketThickness") + m_main.section.height / 2 + aroundTube)
            m_make.refuse("The main tube stands against the plates on the body.", "setback",
                          "Set it further out.");
    }
    const double bend = number("bendRadius") * std::tan(number("sweep") / 2);
    if (number("width") / 2 < m_half + 20)
        m_make.refuse("The straight part is as long as the whole width.", "straight", "Make it shorter.");
    if (m_half - bend < plateOutside() + m_main.section.height / 2)
        m_make.refuse("The bends begin before the rail plates.", "straight",
                      "Make the straight part longer or the bend tighter.");
    if (m_second.section.height > m_main.section.height + 0.01)
        m_make.refuse("The other tubes are thicker than the main tube that they end on.", "secondSection",
                      "Take a thinner one.");
    const double drop = number("lowerDrop"),
                 least = (m_main.section.height + m_second.section.height) / 2 + 20;
    if (drop > 0 && drop < least)
        m_make.refuse("Main and lower tube leave no room for a weld between them.", "lowerDrop",
                      "Set them further apart, or leave the lower tube out.");
    if (const double room = m_receiver ? (m_main.section.height + m_second.section.height) / 2 +
                                             m_receiver->outside + 2 * besideReceiver
                                       : 0;
        drop < room)
        m_make.refuse(fmt::format("The receiver ({:.1f} mm) does not go between main and lower tube.",
                                  m_receiver->outside),
                      "lowerDrop", fmt::format("Set them {:.0f} mm apart or further.", room));
    const double up = number("upperHeight");
    if (up > 0 && up < number("bendRadius") + least)
        m_make.refuse("The hoop is too low for its bends.", "upperHeight", "Raise it or take a tighter die.");
    if (up > 0 && upperHalf() < number("bendRadius") + 60)
        m_make.refuse("The hoop is too narrow for its bends.", "upperWidth", "Make it wider.");
    if (up > 0 && upperHalf() > m_half - bend - m_second.section.height)
        m_make.refuse("The legs of the hoop stand on the bends of the main tube.", "upperWidth",
                      "Make it narrower.");
}

void HoopFrame::add() {
    addMain();
    if (m_make.wanted("lowerDrop")) addLower();
    for (const Side &side : bothSides) addPlate(side);
    if (m_receiver) addReceiverBetween();
    if (m_make.wanted("upperHeight")) {
        addUpper();
        addUprights();
    }
    addPlaces();
}

void HoopFrame::addMain() {
    const double radius = number("bendRadius");
    const BarPart &main =
        m_make.bar("hoop.main", {Role::Beam, "section", "tubeWeld", 0, "main tube", {}}, m_main, tip(1),
                   tip(-1), {{onMain(m_half), radius}, {onMain(-m_half), radius}});
    addEndCap(m_make, "cap.left", "left cap of the main tube", main, false, "capWeld", m_plate);
    addEndCap(m_make, "cap.right", "right cap of the main tube", main, true, "capWeld", m_plate);
}

void HoopFrame::addLower() {
    const double half = plateOutside() + 25;
    const double z = m_z - number("lowerDrop");
    m_make.bar("hoop.lower", {Role::Beam, "secondSection", "tubeWeld", 0, "lower tube", {}}, m_second,
               {m_x, half, z}, {m_x, -half, z});
}

namespace {

/// A ring of plate around a tube that goes through it, seen along the tube.
void addRing(std::vector<Vec2> &corners, const Vec2 &middle, double radius) {
    for (int i = 0; i < 16; ++i) {
        const double a = 2 * std::numbers::pi * i / 16;
        corners.emplace_back(middle + radius * Vec2(std::cos(a), std::sin(a)));
    }
}

}  // namespace

/// Its plates are cut like those on the rails: around both tubes, the edges ahead and behind welded to it.
void HoopFrame::addReceiverBetween() {
    const double drop = number("lowerDrop"), t = number("receiverPlates"),
                 mainRadius = m_main.section.height / 2, lowerRadius = m_second.section.height / 2;
    ReceiverPlace r = receiverBySettings(m_make);
    r.out = m_out;
    r.z = m_z - mainRadius - (drop - mainRadius - lowerRadius) / 2;
    r.mouth = m_x + m_out * (mainRadius + aroundTube + number("receiverReach"));
    r.nearFace = m_x - m_out * (lowerRadius + aroundTube);
    r.material = m_main.material;
    addReceiver(m_make, "receiver", *m_receiver, r);
    for (const Side &side : bothSides) {
        std::vector<Vec2> corners;
        addRing(corners, {m_x, m_z}, mainRadius + aroundTube);
        addRing(corners, {m_x, m_z - drop}, lowerRadius + aroundTube);
        SheetPart &p = m_make.sheet(
            side.of("cheek"),
            {Role::Mount, "receiverPlates", "tubeWeld", 0, side.people("plate of the receiver"), {}},
            uprightAlong(side.sign * (m_receiver->outside + t) / 2), shape::convexHull(std::move(corners)), t,
            m_plate);
        p.strips.push_back({{m_x, m_z}, {m_x, m_z - drop}, 2 * (lowerRadius + aroundTube)});
    }
}

void HoopFrame::addPlate(const Side &side) {
    RailBracket b;
    b.end = m_end;
    b.z = m_z;
    b.stripWidth = 2.5 * m_main.section.height;
    b.material = m_plate;
    b.thickness = m_make.sized("bracketThickness");
    b.leg = m_make.sized("bracketWeld");
    b.grade = m_make.text("mountBoltGrade");
    b.gradeBy = "mountBoltGrade";
    b.added = static_cast<int>(std::lround(number("addedBolts")));
    b.addedBy = "addedBolts";
    b.face = m_x;
    addRing(b.reaches, {m_x, m_z}, m_main.section.height / 2 + aroundTube);
    if (m_make.wanted("lowerDrop"))
        addRing(b.reaches, {m_x, m_z - number("lowerDrop")}, m_second.section.height / 2 + aroundTube);
    if (m_make.wanted("pulls")) {
        const double hole = m_shackle->pinDiameter + 3;
        addRing(b.reaches, {m_x + m_out * (m_main.section.height / 2 + shackleBeyond), m_z}, 1.5 * hole);
    }
    if (onBody())
        addStandingPlate(side, b.reaches);
    else
        addRailBracket(m_make, side, b);
    SheetPart &plate = m_make.out().sheets.back();
    if (m_make.wanted("pulls")) addPulls(side, plate);
}

/// Upright along the vehicle on the plate across that is bolted to the body.
SheetPart &HoopFrame::addStandingPlate(const Side &side, const std::vector<Vec2> &reaches) {
    addBodyPlate(side);
    const double t = number("bracketThickness"), face = m_end.x + m_out * number("bracketThickness");
    double low = 1e9, high = -1e9;
    for (const HoldSpot &s : spotsOf(side)) {
        low = std::min(low, s.at.z() - aroundBolt + 5);
        high = std::max(high, s.at.z() + aroundBolt - 5);
    }
    std::vector<Vec2> corners{{face, low}, {face, high}};
    corners.insert(corners.end(), reaches.begin(), reaches.end());
    SheetPart &p =
        m_make.sheet(side.of("bracket"),
                     {Role::Mount, "bracketThickness", "bracketWeld", 0, side.people("standing plate"), {}},
                     uprightAlong(side.sign * (plateOutside() - t / 2)),
                     shape::convexHull(std::move(corners)), t, m_plate);
    p.strips.push_back({{m_x, m_z}, {face, (low + high) / 2}, high - low});
    return p;
}

void HoopFrame::addBodyPlate(const Side &side) {
    const double y = side.sign * (plateOutside() - number("bracketThickness") / 2);
    const double t = number("bracketThickness");
    std::vector<Vec2> corners;
    for (const HoldSpot &s : spotsOf(side))
        for (const double u : {-aroundBolt, aroundBolt})
            for (const double v : {-aroundBolt, aroundBolt}) {
                corners.emplace_back(s.at.y() + u, s.at.z() + v);
                corners.emplace_back(y + u, s.at.z() + v);
            }
    SheetPart &p = m_make.sheet(
        side.of("across"),
        {Role::Foot, "bracketThickness", "bracketWeld", 0, side.people("plate on the body"), {}},
        uprightAcross(m_end.x + m_out * t / 2), shape::convexHull(std::move(corners)), t, m_plate);
    parts::addCrossStrips(p);
    for (const HoldSpot &s : spotsOf(side))
        boltToHold(m_make, p, s, m_make.text("mountBoltGrade"), "mountBoltGrade");
}

void HoopFrame::addPulls(const Side &side, SheetPart &plate) {
    const double hole = m_shackle->pinDiameter + 3;
    const Vec2 at(m_x + m_out * (m_main.section.height / 2 + shackleBeyond), m_z);
    plate.holes.push_back({"shackle", at, hole, "shackle pin"});
    plate.strips.front().from = at;  // the way of the pull goes through to the bolts
    Anchor a;
    a.name = plate.name;
    a.hole = plate.axes.toWorld(at);
    a.forward = Vec3(m_out, 0, 0);
    a.holeDiameter = hole;
    a.endDistance = a.sideDistance = hole;  // of the ring of plate around it
    a.thickness = plate.thickness;
    a.shackle = m_shackle->id;
    a.snatchRope = m_make.text("snatchRope");
    m_make.out().anchors.push_back(std::move(a));
    if (plate.thickness > m_shackle->jaw)
        m_make.note(plate.name,
                    fmt::format("The {} rail plate is thicker than the jaw of the shackle.", side.name),
                    "Take a larger shackle or a thinner plate.");
}

void HoopFrame::addUpper() {
    const double top = m_z + number("upperHeight"), radius = number("bendRadius");
    BarPart &hoop =
        m_make.bar("hoop.upper", {Role::Hoop, "secondSection", "tubeWeld", 0, "upper hoop", {}}, m_second,
                   onMain(upperHalf()), onMain(-upperHalf()),
                   {{{m_x, upperHalf(), top}, radius}, {{m_x, -upperHalf(), top}, radius}}, Vec3::UnitX());
    Maker::cope(hoop, false, {"hoop.main"});
    Maker::cope(hoop, true, {"hoop.main"});
}

void HoopFrame::addUprights() {
    const int count = static_cast<int>(std::lround(number("uprights")));
    const double top = m_z + number("upperHeight");
    const double reach = upperHalf() - number("bendRadius") - besideBend;
    if (count > 0 && reach < 0)
        return m_make.note("hoop.upper", "The hoop's bends leave no straight part for uprights.",
                           "Make the hoop wider.");
    constexpr double forSeam = 10;  // mm between two uprights: room for a seam on each
    if (count > 1 && 2 * reach / (count - 1) < m_second.section.height + forSeam)
        return m_make.note("hoop.upper", "The uprights stand against each other: none is built.",
                           "Take fewer of them, or make the hoop wider.");
    for (int i = 0; i < count; ++i) {
        const double y = count == 1 ? 0 : reach - 2 * reach * i / (count - 1);
        BarPart &b =
            m_make.bar(fmt::format("upright.{}", i + 1),
                       {Role::Brace, "secondSection", "tubeWeld", 0, fmt::format("upright {}", i + 1), {}},
                       m_second, onMain(y), {m_x, y, top}, {}, Vec3::UnitX());
        Maker::cope(b, false, {"hoop.main"});
        Maker::cope(b, true, {"hoop.upper"});
    }
}

void HoopFrame::addPlaces() {
    Assembly &out = m_make.out();
    const double r = m_main.section.height / 2, bend = number("bendRadius") * std::tan(number("sweep") / 2);
    const Share share = m_out > 0 ? Share::Front : Share::Rear;
    const Vec3 blow(-m_out, 0, 0), face(m_out * r, 0, 0), under(0, 0, -r);
    const bool low = m_make.wanted("lowerDrop");
    out.steps.push_back({"hoop.main", onMain(0) + Vec3(0, 0, r)});
    out.strikes.push_back({"middle", "Struck in the middle", "hoop.main", onMain(0) + face, blow});
    const Vec3 lower(m_x, 0, m_z - number("lowerDrop") - m_second.section.height / 2);
    out.grounds.push_back({"middle", "Rock under the middle", low ? "hoop.lower" : "hoop.main",
                           low ? lower : Vec3(onMain(0) + under), Vec3::UnitZ(), GroundSpot::Kind::Rock,
                           share});
    for (const Side &side : bothSides) {
        const Vec3 corner = onMain(side.sign * (m_half - bend)), end = tip(side.sign);
        const Vec3 inward = (onMain(side.sign * m_half) - end).normalized() * 40;
        out.strikes.push_back({side.of("corner"), fmt::format("Struck at the {} corner", side.name),
                               "hoop.main", corner + face, blow});
        out.grounds.push_back({side.of("end"), fmt::format("Rock under the {} end", side.name), "hoop.main",
                               end + inward + under, Vec3::UnitZ(), GroundSpot::Kind::Rock, share});
        out.jacks.push_back(
            {side.name, fmt::format("Jack under the main tube at the {} rail", side.name), "hoop.main",
             onMain(side.sign * (plateOutside() - number("bracketThickness") - 40)) + under, m_out > 0});
    }
    if (m_make.wanted("upperHeight"))
        out.strikes.push_back(
            {"hoop", "Struck on the hoop", "hoop.upper",
             Vec3(m_x + m_out * m_second.section.height / 2, 0, m_z + number("upperHeight")), blow});
}

void HoopFrame::addHandles() {
    auto &h = m_make.out().handles;
    const double a = number("sweep"), r = m_main.section.height / 2;
    const Vec3 left = tip(1), right = tip(-1);
    h.push_back({"width", "top", right, Vec3(-m_out * std::tan(a) / 2, -0.5, 0)});
    h.push_back({"straight", "top", onMain(m_half), Vec3(0, 0.5, 0)});
    h.push_back({"sweep", "top", left,
                 Vec3(-m_out * (number("width") / 2 - m_half) / (std::cos(a) * std::cos(a)), 0, 0)});
    h.push_back({"setback", "top", onMain(0), Vec3(m_out, 0, 0)});
    h.push_back({"setback", "side", onMain(0) + Vec3(m_out * r, 0, 0), Vec3(m_out, 0, 0)});
    h.push_back({"height", "side", onMain(0) + Vec3(0, 0, r), Vec3::UnitZ()});
    h.push_back({"height", "front", onMain(0) + Vec3(0, 0, r), Vec3::UnitZ()});
    if (m_receiver)
        h.push_back({"receiverReach", "side", m_make.out().receivers.front().mouth, Vec3(m_out, 0, 0)});
    if (m_make.wanted("lowerDrop"))
        h.push_back({"lowerDrop", "front", onMain(200) - Vec3(0, 0, number("lowerDrop")), -Vec3::UnitZ()});
    if (m_make.wanted("upperHeight")) {
        h.push_back({"upperHeight", "front", onMain(0) + Vec3(0, 0, number("upperHeight")), Vec3::UnitZ()});
        h.push_back({"upperWidth", "front", onMain(upperHalf()) + Vec3(0, 0, number("upperHeight") / 2),
                     Vec3(0, 0.5, 0)});
    }
}

}  // namespace hefty::armor
