#pragma once

#include <string>
#include <vector>

#include "core/armor/making/maker.h"

namespace hefty::armor {

/// A plate with wheel studs, and the spare wheel on it. With the settings of addWheelSettings().
struct HubPlate {
    std::string name, label;
    Axes axes;  ///< origin in its middle without a standoff, z out to the wheel, y up along it
    double half = 0, high = 0;  ///< half its width and half its height; 0: as the studs need, mm
    Sized thickness;
    std::string legBy;  ///< the setting that gives the leg of its welds
    stock::Material material;
    double lean = 0;  ///< of the wheel from upright, rad
};
/// From the middle of a hub plate to its edges, as the circle of studs needs [mm].
[[nodiscard]] double hubPlateHalf(const Maker &maker);
/// The plate, by the setting hubOut off what it stands on on a tube of its own, "NAME.standoff"; the wheel as
/// a bought part, and what it weighs on the plate.
void addHubPlate(Maker &maker, const HubPlate &plate);
/// What is usual of a wheel: mm, and kg.
struct UsualWheel {
    double radius = 0, width = 0, mass = 0, studCircle = 0, studSize = 0, standoff = 0;
};
/// What the wheel is and how far it stands off, in the group "Wheel".
void addWheelSettings(std::vector<SettingDescriptor> &settings, const UsualWheel &usual);

}  // namespace hefty::armor
