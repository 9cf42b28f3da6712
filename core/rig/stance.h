#pragma once

#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/shape/geometry.h"
#include "core/working/working.h"

namespace hefty::rig {

/// What the vehicle stands on. Rates are of one wheel, at the ground, spring and tire apart. N/mm.
struct Suspension {
    double frontSpring = 0, rearSpring = 0;
    double frontTire = 0, rearTire = 0;
};

/// Mass put on or taken off the vehicle, in vehicle axes. kg, mm.
struct AddedMass {
    std::string name;
    double mass = 0;  ///< negative: taken off
    shape::Vec3 at = shape::Vec3::Zero();
};

struct StanceInput {
    double wheelbase = 0;
    double frontMass = 0, rearMass = 0;  ///< as weighed, kg
    double centerHeight = 0;             ///< of the vehicle's own center of gravity; 0 = not known
    Suspension suspension;
    std::vector<AddedMass> added;
};

/// What rests on the axles [kg].
struct AxleLoads {
    double front = 0, rear = 0;
    [[nodiscard]] double total() const { return front + rear; }
};

/// Loads with masses added, by moments about the axles; an axle that they would lift comes out at 0 or less.
/// @pre wheelbase > 0
[[nodiscard]] AxleLoads axleLoads(double wheelbase, const AxleLoads &weighed,
                                  const std::vector<AddedMass> &added);

/// How the vehicle stands with what was added, against how it stood when it was measured.
struct Stance {
    double frontMass = 0, rearMass = 0;  ///< on the axles, kg
    double frontSag = 0, rearSag = 0;    ///< of the body at the axles, mm, down positive; spring and tire
    double frontTireSag = 0, rearTireSag = 0;  ///< of the axles themselves, mm
    double pitch = 0;                          ///< nose down, rad
    shape::Vec3 center = shape::Vec3::Zero();  ///< of gravity; z only if centerKnown
    bool centerKnown = false;
    working::Working working;

    [[nodiscard]] double total() const { return frontMass + rearMass; }
    /// Where a point of the body, measured before, is now.
    [[nodiscard]] shape::Vec3 carried(const shape::Vec3 &point) const;
};

/// Statics of a body on two axles: loads by moments, sag by the springs and tires in series.
/// @error BadInput  a wheelbase, mass or rate that is not above 0, a load that lifts an axle off the ground
[[nodiscard]] Result<Stance> stance(const StanceInput &input);

}  // namespace hefty::rig
