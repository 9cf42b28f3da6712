#pragma once

#include "core/armor/making/hold_bolts.h"

/// Sliding into the receivers that the vehicle has.
namespace hefty::armor {

/// The vehicle's receivers that look one way, from left to right.
[[nodiscard]] std::vector<HoldSpot> receiversOf(const rig::Vehicle &vehicle, std::string_view face);

/// Refuses receivers that have not been measured or that a tube does not go into.
/// @param tubeBy  the setting that gives the tube
void checkReceivers(Maker &maker, const std::vector<HoldSpot> &receivers, const StockedBar &tube,
                    const std::string &tubeBy);

/// A tube from as deep as it goes into a receiver to `reach` out of its mouth, with its pin, of the material
/// that the setting "pinMaterial" gives. Tells how far its end hangs by the play.
/// @pre checkReceivers() has refused nothing
BarPart &addSlipTube(Maker &maker, const std::string &name, const Provenance &made, const StockedBar &tube,
                     const HoldSpot &receiver, double reach);

/// engaged and pinMaterial.
void addSlipSettings(std::vector<SettingDescriptor> &settings);

}  // namespace hefty::armor
