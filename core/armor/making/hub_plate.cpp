#include "core/armor/making/hub_plate.h"

#include <cmath>
#include <numbers>

#include <fmt/format.h>

#include "core/armor/making/settings.h"

namespace hefty::armor {
namespace {

constexpr double studEdge = 20;   // mm, from the circle of the studs to the edge of the plate
constexpr double studPlay = 0.5;  // mm, of a stud's hole over the stud

}  // namespace

double hubPlateHalf(const Maker &maker) {
    return maker.number("studCircle") / 2 + studEdge;
}

void addHubPlate(Maker &maker, const HubPlate &hub) {
    const double t = hub.thickness.value, least = hubPlateHalf(maker), off = maker.number("hubOut");
    Axes axes = hub.axes;
    if (off > 0) {
        const Vec3 wall = axes.origin - axes.z * (t / 2);
        maker.bar(hub.name + ".standoff",
                  {Role::Post, "standoffSection", hub.legBy, 0, "standoff of the " + hub.label, {}},
                  maker.barOf("standoffSection", "tubeMaterial"), wall, wall + axes.z * off, {}, axes.y);
        axes.origin += axes.z * off;
    }
    const double half = std::max(hub.half, least), high = std::max(hub.high, least);
    SheetPart &p = maker.sheet(hub.name, {Role::Lip, hub.thickness.by, hub.legBy, 0, hub.label, {}}, axes,
                               {{-half, -high}, {half, -high}, {half, high}, {-half, high}}, t, hub.material);
    const int studs = static_cast<int>(std::lround(maker.number("studs")));
    for (int i = 0; i < studs; ++i) {
        const double angle = std::numbers::pi / 2 + 2 * std::numbers::pi * i / studs;
        p.holes.push_back({fmt::format("stud{}", i + 1),
                           Vec2(std::cos(angle), std::sin(angle)) * maker.number("studCircle") / 2,
                           maker.number("studSize") + studPlay, "wheel stud"});
    }
    parts::addCrossStrips(p);
    const Vec3 seat = axes.origin + axes.z * (t / 2);
    maker.out().handles.push_back({"hubOut", "side", seat, axes.z});
    const Vec3 middle = seat + axes.z * maker.number("backspacing");
    const double r = maker.number("wheelRadius"), width = maker.number("wheelWidth");
    maker.out().wheels.push_back({hub.name, middle, seat, maker.number("wheelMass"), r, width});
    CarriedWheel &carried = maker.out().wheels.back();
    carried.studs = studs;
    carried.studCircle = maker.number("studCircle");
    carried.studSize = maker.number("studSize");
    BoughtPart wheel;
    wheel.name = "wheel";
    wheel.id = "spare wheel";
    wheel.kind = "wheel";
    wheel.label = "spare wheel";
    wheel.mass = maker.number("wheelMass");
    wheel.center = middle;
    const double c = std::cos(hub.lean), s = std::abs(std::sin(hub.lean));
    wheel.size = {width * c + 2 * r * s, 2 * r, 2 * r * c + width * s};
    maker.out().bought.push_back(std::move(wheel));
}

void addWheelSettings(std::vector<SettingDescriptor> &s, const UsualWheel &usual) {
    s.push_back(lengthSetting("hubOut", "Standoff of the hub plate", "Wheel", usual.standoff, 0, 400,
                              "So that the tire clears what the wheel hangs on; 0: the plate lies on it."));
    s.push_back(choiceSetting("standoffSection", "Standoff", "Wheel", Choice::SquareTube, "SHS 40x40x4",
                              "Tube that the hub plate stands off on."));
    s.push_back(lengthSetting("wheelRadius", "Radius of the wheel", "Wheel", usual.radius, 200, 700,
                              "Of the tire, free."));
    s.push_back(
        lengthSetting("wheelWidth", "Width of the wheel", "Wheel", usual.width, 120, 450, "Of the tire."));
    s.push_back(lengthSetting("backspacing", "Hub behind the tire's middle", "Wheel", 20, -150, 200,
                              "From the wheel's mounting face to the middle of the tire's width."));
    s.push_back(massSetting("wheelMass", "Wheel with tire", "Wheel", usual.mass, 5, 250, "Weighed."));
    s.push_back(countSetting("studs", "Studs", "Wheel", 3, 2, 8, "That the wheel is bolted on by."));
    s.push_back(
        lengthSetting("studCircle", "Stud circle", "Wheel", usual.studCircle, 90, 340, "Its diameter."));
    s.push_back(lengthSetting("studSize", "Diameter of the studs", "Wheel", usual.studSize, 10, 24,
                              "Their holes are half a millimeter wider."));
    onlyWith(s, "hubOut", {"standoffSection"});
}

}  // namespace hefty::armor
