#pragma once

#include "core/rig/stance.h"
#include "core/rig/tire_size.h"
#include "core/rig/vehicle.h"

namespace hefty::rig {

/// How a vehicle is looked at: on which tire, with what aboard.
struct StandChoice {
    std::string tire;     ///< id of an option; empty = the one it was measured on
    bool laden = true;    ///< with the masses that are aboard and `armor`
    bool bumped = false;  ///< both axles at the end of their upward travel
    std::vector<AddedMass> armor;
};

/// The vehicle as it stands on a tire, with a load: where its body and its wheels are now.
struct Stood {
    std::string tire;                            ///< size code; empty: no option is known, as measured
    Tire front, rear;                            ///< as they stand
    double frontRise = 0, rearRise = 0;          ///< of the body at the axles against how it was measured, mm
    double frontAxleRise = 0, rearAxleRise = 0;  ///< of what moves with the axles, mm
    std::optional<Stance> stance;                ///< of the load; none when unladen or not computed
    double wheelbase = 0;
    bool towed = false;  ///< a trailer: its coupling is held where a front axle would be

    /// A place of the body, measured before, as it is now; for `onAxle`, one that moves with its axle.
    [[nodiscard]] shape::Vec3 carried(const shape::Vec3 &point) const;
    [[nodiscard]] shape::Vec3 carriedByAxle(const shape::Vec3 &point) const;
    /// The other way: where on the vehicle, as measured, a place is.
    [[nodiscard]] shape::Vec3 back(const shape::Vec3 &point) const;
    [[nodiscard]] double pitch() const;  ///< nose down, rad
};

/// Where the vehicle stands. A tire other than the one it was measured on changes the loaded radius by
/// the difference that both sizes make under the same load and pressure, and the track by the offsets.
///
/// @error Undetermined  rates, pressure or a tire code that the load's sag needs are not known; `where`
///                      is the datum or "tires"
///        BadInput      a tire that is not in the list or whose code cannot be read; those of stance()
/// @source springs in series, tire rate after Rhyne (docs/methods.md, "Stance")
[[nodiscard]] Result<Stood> stand(const Vehicle &vehicle, const RigGeometry &rig, const StandChoice &choice);

/// What a size code and a wheel come to.
struct TireFacts {
    std::string id;
    TireSize size;
    double stiffness = 0;                    ///< N/mm at its pressure
    double frontLoaded = 0, rearLoaded = 0;  ///< radius under the axle masses as measured, mm
    double backspacing = 0;                  ///< mm; 0 = the wheel's width is not known
    std::optional<LugPattern> lugs;
    working::Working working;  ///< of the loaded radius at the front
};
/// @error BadInput  a code or lug pattern that cannot be read; `where` is the id
[[nodiscard]] Result<TireFacts> tireFacts(const TireOption &option, const RigGeometry &rig);

/// The vehicle just as it was measured.
[[nodiscard]] Stood asMeasured(const RigGeometry &rig);

}  // namespace hefty::rig
