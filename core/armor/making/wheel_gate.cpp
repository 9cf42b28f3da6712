#include "core/armor/making/wheel_gate.h"

#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/hub_plate.h"
#include "core/armor/making/settings.h"

namespace hefty::armor {
namespace {

// House practice, mm (docs/methods.md, "Wheel carriers").
constexpr double hubWall = 8;        // of the tube that turns on the spindle
constexpr double keeperHeight = 30;  // of the keeper above the middle of the arm

}  // namespace

void addWheelGateSettings(std::vector<SettingDescriptor> &s) {
    s.push_back(yesNoSetting("hingeLeft", "Hinge on the left", "Carrier", true,
                             "Yes: it hinges on the left and opens to the left; no: on the right."));
    s.push_back(lengthSetting("hingeOut", "Hinge from the middle", "Carrier", 520, 200, 1000,
                              "From the middle of the vehicle to the spindle."));
    s.push_back(lengthSetting("latchOut", "Latch from the middle", "Carrier", 480, 100, 1000,
                              "From the middle of the vehicle to the latch on the other side."));
    s.push_back(lengthSetting("spindle", "Spindle", "Carrier", 38, 20, 80, "Diameter, of round bar."));
    s.push_back(lengthSetting("hubLength", "Length of the hub", "Carrier", 150, 60, 400,
                              "Between its two bearings."));
    s.push_back(lengthSetting("armGap", "Arm above the beam", "Carrier", 50, 8, 200,
                              "From the top of the beam to the underside of the arm."));
    s.push_back(choiceSetting("armSection", "Arm", "Carrier", Choice::SquareTube, "RHS 80x60x4",
                              "Tube from hinge to latch."));
    s.push_back(choiceSetting("uprightSection", "Upright", "Carrier", Choice::SquareTube, "SHS 60x60x4",
                              "Tube that the wheel plate stands on."));
    s.push_back(choiceSetting("braceSection", "Brace", "Carrier", Choice::SquareTube, "SHS 40x40x3",
                              "Tube from the arm to the upright, on the hinge's side."));
    s.push_back(lengthSetting("braceReach", "Foot of the brace", "Carrier", 330, 0, 800,
                              "From the upright along the arm; 0 leaves the brace out."));
    s.push_back(lengthSetting("coverReach", "Cover plate", "Carrier", 0, 0, 800,
                              "From the upright along the arm toward the latch: a thin sheet for the license "
                              "plate, a table or tools; 0 leaves it out."));
    s.push_back(
        lengthSetting("coverHeight", "Height of the cover", "Carrier", 220, 60, 700, "Above the arm."));
    s.push_back(thicknessSetting("coverThickness", "Cover sheet", "Carrier", 2, "Of the cover plate."));
    s.push_back(lengthSetting("coverHole", "Holes of the cover", "Carrier", 40, 0, 100,
                              "Diameter, in rows, their rims dimpled; 0: none."));
    s.push_back(lengthSetting("wheelAcross", "Wheel off the middle", "Wheel", 0, -500, 500,
                              "To the left of the vehicle's middle."));
    s.push_back(
        lengthSetting("wheelHeight", "Middle of the wheel", "Wheel", 1080, 500, 1800, "Above the floor."));
    addWheelSettings(
        s, {.radius = 400, .width = 265, .mass = 42, .studCircle = 139.7, .studSize = 14, .standoff = 115});
    s.push_back(thicknessSetting("wheelPlateThickness", "Wheel plate", "Wheel", 10,
                                 "Plate that the studs stand in."));
    s.push_back(thicknessSetting("keeperThickness", "Keeper plate", "Carrier", 12,
                                 "Plate on the beam that the latch holds to."));
    SettingDescriptor latch = lengthSetting("latchRating", "Latch holds", "Carrier", 9000, 0, 100000,
                                            "As its maker says; 0: not said, and then it is not proved.");
    latch.quantity = measure::Quantity::Force;
    s.push_back(std::move(latch));
    s.push_back(lengthSetting("holdPin", "Hold-open pin", "Carrier", 10, 0, 25,
                              "Diameter of the pin that keeps the carrier open; 0: none."));
    s.push_back(angleSetting("opens", "Opens by", "Carrier", radians(110), radians(60), radians(180),
                             "How far it swings."));
    s.push_back(legSetting("gateWeld", "Leg, carrier", 5, "Of the carrier's own seams."));
    s.push_back(legSetting("hubWeld", "Leg, hub", 6, "Around the hub, above and below the arm."));
    onlyWith(s, "braceReach", {"braceSection"});
    onlyWith(s, "coverReach", {"coverHeight", "coverThickness", "coverHole"});
}

std::vector<Cure> wheelGateCures() {
    return {{"sag/", "hubLength", 30},       {"sag/", "spindle", 4},
            {"hinge/", "spindle", 4},        {"hinge/", "hubLength", 30},
            {"spindle/", "spindle", 4},      {"latch/", "latchOut", 40},
            {"role/post", "braceReach", 60}, {"role/lip", "wheelPlateThickness", 2},
            {"sweep/", "armGap", 20},        {"gate/", "hingeOut", 40},
            {"gate/", "wheelHeight", -20}};
}

GateSeat gateSeatOn(const BarPart &beam) {
    GateSeat seat;
    seat.post = beam.name;
    seat.x = beam.from.x();
    seat.top = beam.from.z() + beam.section.height / 2;
    seat.half = beam.length() / 2;
    return seat;
}

WheelGate::WheelGate(Maker &maker, GateSeat seat, double out, const stock::Material &plate)
    : m_make(maker),
      m_arm(maker.barOf("armSection", "tubeMaterial")),
      m_upright(maker.barOf("uprightSection", "tubeMaterial")),
      m_braceTube(maker.barOf("braceSection", "tubeMaterial")),
      m_plate(plate),
      m_seat(std::move(seat)),
      m_out(out),
      m_side(maker.number("hingeLeft") > 0.5 ? 1 : -1) {}

/// Steep enough for its bends, not so steep that the arm is kinked.
double WheelGate::bulgeRun() const {
    constexpr double least = 60;
    return std::max({least, 1.5 * m_seat.bulge, 1.2 * m_seat.bendRadius});
}

void WheelGate::check() {
    if (m_make.refused()) return;
    const double hub = number("hubLength"), arm = m_arm.section.height;
    if (number("hingeOut") > m_seat.half - 40 || number("latchOut") > m_seat.half - 40)
        m_make.refuse("The hinge or the latch stands beyond the straight part of the beam.", "hingeOut",
                      "Bring it in, or make the straight part longer.");
    if (hub < arm + 10)
        m_make.refuse("The hub is shorter than the arm that it goes through.", "hubLength",
                      "Make it longer.");
    if ((hub - arm) / 2 > number("armGap") - 4)
        m_make.refuse("The hub comes down onto the beam.", "armGap",
                      "Raise the arm by the half of what the hub is longer than the arm is high.");
    const double wheel = number("wheelAcross");
    const double near = m_side > 0 ? latchY() : hingeY(), far = m_side > 0 ? hingeY() : latchY();
    if (wheel < near + 60 || wheel > far - 60)
        m_make.refuse("The upright does not stand between hinge and latch.", "wheelAcross",
                      "Bring the wheel nearer to the middle.");
    if (number("wheelHeight") < armZ() + arm / 2 + 80)
        m_make.refuse("The middle of the wheel is too low for an upright.", "wheelHeight", "Raise it.");
    if (m_seat.bulge > 0 &&
        number("hingeOut") + number("latchOut") < 2 * (bulgeRun() + m_seat.bendRadius) + 260)
        m_make.refuse("There is no room for the arm's bends between hinge and latch.", "bulge",
                      "Set hinge and latch further apart, or take a smaller radius.");
    checkCover();
    if (m_upright.section.height > m_arm.section.width + 0.01)
        m_make.refuse("The upright is wider than the arm that it stands on.", "uprightSection",
                      "Take a narrower one or a wider arm.");
}

void WheelGate::add() {
    addArm();
    addUpright();
    addWheelPlate();
    if (m_make.wanted("braceReach")) addBrace();
    if (m_make.wanted("coverReach")) addCover();
    if (m_seat.keeperStands) addKeeper();
    addGate();
}

void WheelGate::addArm() {
    const double to = latchY() - m_side * armBeyondLatch, from = hingeY() + m_side * m_seat.beyond;
    std::vector<PathPoint> bends;
    if (m_seat.bulge > 0) {
        const double aside = m_seat.beyond + m_seat.bendRadius / 2, run = bulgeRun(), r = m_seat.bendRadius;
        const double y0 = hingeY() - m_side * aside, y1 = latchY() + m_side * aside;
        bends = {{{m_seat.x, y0, armZ()}, r},
                 {{middle(), y0 - m_side * run, armZ()}, r},
                 {{middle(), y1 + m_side * run, armZ()}, r},
                 {{m_seat.x, y1, armZ()}, r}};
    }
    m_make.bar("carrier.arm", {Role::Beam, "armSection", "gateWeld", 0, "arm of the carrier", {}}, m_arm,
               {m_seat.x, from, armZ()}, {m_seat.x, to, armZ()}, std::move(bends));
}

void WheelGate::addUpright() {
    const double half = hubPlateHalf(m_make);
    // The section's height stands across the vehicle, so that it is as wide as the arm at most.
    m_make.bar("carrier.upright", {Role::Post, "uprightSection", "gateWeld", 0, "upright of the carrier", {}},
               m_upright, {middle(), number("wheelAcross"), armZ() + m_arm.section.height / 2},
               {middle(), number("wheelAcross"), number("wheelHeight") + half}, {}, Vec3::UnitY());
}

void WheelGate::addWheelPlate() {
    HubPlate hub;
    hub.name = "carrier.plate";
    hub.label = "wheel plate";
    hub.thickness = m_make.sized("wheelPlateThickness");
    hub.axes = uprightAcross(face() + m_out * hub.thickness.value / 2);
    hub.axes.origin.y() = number("wheelAcross");
    hub.axes.origin.z() = number("wheelHeight");
    if (m_out < 0) {
        hub.axes.x = -hub.axes.x;
        hub.axes.z = -hub.axes.z;
    }
    hub.legBy = "gateWeld";
    hub.material = m_plate;
    addHubPlate(m_make, hub);
}

void WheelGate::addBrace() {
    const double y = number("wheelAcross"), foot = y + m_side * number("braceReach");
    const double top = armZ() + m_arm.section.height / 2;
    const double high = number("wheelHeight") - hubPlateHalf(m_make);
    if (std::abs(foot) > std::abs(hingeY()) - 40 || high < top + 60)
        return m_make.note("carrier.arm", "There is no room for the brace.",
                           "Bring its foot in, or raise the wheel.");
    BarPart &b =
        m_make.bar("carrier.brace", {Role::Brace, "braceSection", "gateWeld", 0, "brace of the carrier", {}},
                   m_braceTube, {middle(), foot, armZ()}, {middle(), y, high}, {}, Vec3::UnitX());
    Maker::cope(b, false, {"carrier.arm"});
    Maker::cope(b, true, {"carrier.upright"});
}

double WheelGate::coverFrom() const {
    return number("wheelAcross") - m_side * m_upright.section.height / 2;
}

double WheelGate::coverTo() const {
    return coverFrom() - m_side * number("coverReach");
}

void WheelGate::checkCover() {
    if (!m_make.wanted("coverReach")) return;
    double end = latchY() + m_side * 20;  // room for the latch
    if (m_seat.bulge > 0) end = latchY() + m_side * (m_seat.beyond + 1.5 * m_seat.bendRadius + bulgeRun());
    if ((coverTo() - end) * m_side < 0)
        m_make.refuse(fmt::format("The cover plate reaches to the {}.",
                                  m_seat.bulge > 0 ? "bends of the arm" : "latch"),
                      "coverReach", "Make it shorter.");
    const double top = number("wheelHeight") + hubPlateHalf(m_make);
    if (armZ() + m_arm.section.height / 2 + number("coverHeight") > top)
        m_make.refuse("The cover plate stands above the upright.", "coverHeight", "Make it lower.");
}

/// In the middle plane of arm and upright, its free corner cut, with rows of holes.
void WheelGate::addCover() {
    const double low = armZ() + m_arm.section.height / 2, high = low + number("coverHeight");
    const double a = coverFrom(), b = coverTo(), d = number("coverHole"), cut = 0.4;
    SheetPart &p = m_make.sheet(
        "carrier.cover",
        {Role::Skin, "coverThickness", {}, number("coverThickness"), "cover plate of the carrier", {}},
        uprightAcross(middle()),
        {{a, low}, {b, low}, {b, high - cut * (high - low)}, {b + (a - b) * cut, high}, {a, high}},
        number("coverThickness"), m_plate);
    parts::addCrossStrips(p);
    if (!(d > 0)) return;
    constexpr double metal = 15;  // mm beside a hole, to an edge or the next hole
    const double pitch = d + metal;
    int n = 0;
    for (double z = low + d / 2 + metal; z < high - d / 2; z += pitch)
        for (double y = 0; y < std::abs(b - a); y += pitch) {
            const Vec2 at(a - m_side * (d / 2 + metal + y), z);
            if (p.covers(at) && p.fromEdge(at) > d / 2 + metal - 0.01)
                p.holes.push_back({fmt::format("dimple{}", ++n), at, d, "row of holes"});
        }
}

/// Upright on the beam beside the latch's end of the arm; the latch pulls the arm to it.
void WheelGate::addKeeper() {
    const double t = number("keeperThickness"), wide = m_arm.section.width;
    Axes axes = uprightAlong(latchY() - m_side * (armBeyondLatch + t / 2 + 6));
    const double x0 = m_seat.x - wide / 2, x1 = m_seat.x + wide / 2, high = armZ() + keeperHeight;
    SheetPart &p =
        m_make.sheet("keeper", {Role::Tab, "keeperThickness", "gateWeld", 0, "keeper of the latch", {}}, axes,
                     {{x0, m_seat.top}, {x1, m_seat.top}, {x1, high}, {x0, high}}, t, m_plate);
    p.strips.push_back({{m_seat.x, m_seat.top}, {m_seat.x, high}, wide});
}

void WheelGate::addGate() {
    const stock::Filler *filler = m_make.stock().filler(m_make.text("filler"));
    Gate g;
    g.name = "carrier";
    g.parts = {"carrier.arm", "carrier.upright", "carrier.plate", "wheel"};
    if (m_make.out().bar("carrier.plate.standoff")) g.parts.emplace_back("carrier.plate.standoff");
    if (m_make.out().bar("carrier.brace")) g.parts.emplace_back("carrier.brace");
    if (m_make.out().sheet("carrier.cover")) g.parts.emplace_back("carrier.cover");
    g.post = m_seat.post;
    g.arm = "carrier.arm";
    g.low = {m_seat.x, hingeY(), armZ() - number("hubLength") / 2};
    g.high = {m_seat.x, hingeY(), armZ() + number("hubLength") / 2};
    g.spindle = number("spindle");
    g.spindleMaterial = m_plate;
    g.spindleRoot = std::max(1.0, g.low.z() - m_seat.top);
    g.sleeveOutside = number("spindle") + 2 * hubWall;
    g.sleeveLeg = number("hubWeld");
    g.filler = filler ? filler->strength : 482.6;
    g.keeper = "keeper";
    g.latched = "carrier.arm";
    g.latch = {m_seat.x, latchY(), armZ()};
    g.latchRating = number("latchRating");
    g.holdPin = number("holdPin");
    // The free end goes out of the vehicle: seen from above clockwise about a left hinge behind it.
    g.opens = m_side * m_out * number("opens");
    m_make.out().gates.push_back(std::move(g));
}

void WheelGate::addHandles() {
    auto &h = m_make.out().handles;
    const double y = number("wheelAcross"), z = number("wheelHeight");
    h.push_back({"wheelHeight", "front", {face(), y, z}, Vec3::UnitZ()});
    h.push_back({"wheelAcross", "front", {face(), y, z + number("wheelRadius")}, Vec3::UnitY()});
    h.push_back({"hingeOut", "front", {m_seat.x, hingeY(), armZ()}, Vec3(0, m_side, 0)});
    h.push_back({"latchOut", "front", {m_seat.x, latchY(), armZ()}, Vec3(0, -m_side, 0)});
    h.push_back({"wheelHeight", "side", {face(), 0, z}, Vec3::UnitZ()});
    h.push_back(
        {"hubLength", "front", {m_seat.x, hingeY(), armZ() + number("hubLength") / 2}, Vec3(0, 0, 0.5)});
    const double top = armZ() + m_arm.section.height / 2, under = armZ() - m_arm.section.height / 2;
    if (m_seat.keeperStands)
        h.push_back({"armGap", "side", {m_seat.x, 0, under}, Vec3::UnitZ()});
    else
        h.push_back({"armGap", "front", {m_seat.x, hingeY(), m_seat.top}, -Vec3::UnitZ()});
    if (m_make.wanted("braceReach"))
        h.push_back(
            {"braceReach", "front", {middle(), y + m_side * number("braceReach"), top}, Vec3(0, m_side, 0)});
    if (!m_make.wanted("coverReach")) return;
    h.push_back({"coverReach", "front", {middle(), coverTo(), top}, Vec3(0, -m_side, 0)});
    h.push_back(
        {"coverHeight", "front", {middle(), coverFrom(), top + number("coverHeight")}, Vec3::UnitZ()});
}

}  // namespace hefty::armor
