#pragma once

#include <string>
#include <vector>

#include "core/base/object_reader.h"
#include "core/shape/geometry.h"

/// What the vehicle rolls on and carries: candidates of tires side by side, and the list of masses.
namespace hefty::rig {

/// A tire on a wheel, as one would order it.
struct TireOption {
    std::string id;
    std::string code;        ///< size code, "255/85R16"
    double pressure = 240;   ///< kPa
    double wheelWidth = 0;   ///< between the bead seats, mm; 0 = not known
    double wheelOffset = 0;  ///< of the mounting face outboard of the wheel's middle, mm
    std::string lugs;        ///< "6x139.7"; may be empty

    bool operator==(const TireOption &) const = default;
};

/// Something carried or taken off.
struct MassItem {
    std::string id, name;
    double mass = 0;                       ///< kg; negative: taken off
    shape::Vec3 at = shape::Vec3::Zero();  ///< its middle, vehicle axes, mm
    bool aboard = true;                    ///< counted now

    bool operator==(const MassItem &) const = default;
};

struct Loadout {
    std::vector<TireOption> tires;
    std::string measuredOn;  ///< id of the tire that the vehicle was measured on
    std::string standsOn;    ///< id of the tire to consider; empty = the one it was measured on
    std::vector<MassItem> masses;
    bool sagged = true;  ///< what follows uses the vehicle as it stands with tire, masses and armor

    [[nodiscard]] const TireOption *tire(std::string_view id) const;
    [[nodiscard]] bool empty() const { return tires.empty() && masses.empty(); }
    bool operator==(const Loadout &) const = default;
};

/// Ranges of the fields, core units.
inline constexpr double leastPressure = 50, mostPressure = 1000;
inline constexpr double mostWheelWidth = 600, mostWheelOffset = 300, mostItemMass = 20000;

[[nodiscard]] Loadout readLoadout(const Json &json, const std::string &path, Faults &faults);
[[nodiscard]] Json writeLoadout(const Loadout &loadout);

}  // namespace hefty::rig
