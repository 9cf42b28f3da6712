#pragma once

#include "core/working/working.h"

namespace hefty::joints {

/// Two plates on either side of a bar, drawn together by bolts that pass beside the bar: one bolt of it.
struct ClampBolt {
    double diameter = 0, pitch = 0;       ///< of the thread, mm
    double ultimate = 0;                  ///< of the bolt, MPa
    double out = 0;                       ///< middle of the bolt to the edge of the bar, mm
    double share = 0;                     ///< length along the bar that it has for itself, mm
    double plate = 0;                     ///< thickness of the thinner plate, mm
    double plateYield = 0;                ///< of the softer plate, MPa
    double wall = 0;                      ///< of the bar, pressed from plate to plate, mm
    double width = 0;                     ///< of that wall, from plate to plate, mm
    double wallYield = 0, E = 0;          ///< of the bar, MPa
    [[nodiscard]] double length() const;  ///< of plate and wall that carry it, mm
};

/// What a bolt of a clamp can be tightened to, N; each with its safety, the least counts.
struct ClampLimits {
    double bolt = 0;   ///< 0.7 Fub As
    double plate = 0;  ///< bends over the edge of the bar: Mp/(Omega out), Omega 1.67
    double wall = 0;   ///< buckles between the plates, as a strip pinned at both: Omega 1.67
    [[nodiscard]] double preload() const;
};
/// @pre all lengths and strengths above 0
/// @source EN 1993-1-8 3.9.1 (bolt); AISC 360-16 F11.1 (plate), E3 with K = 1 (wall); the load spreads at 45
///         degrees from a washer of 1.8 diameters: docs/methods.md, "Clamps"
[[nodiscard]] ClampLimits clampLimits(const ClampBolt &bolt, working::Working *working = nullptr);

/// Push at which the faces under one bolt slip, N, one face counted: mu P. A pull T on the bolt takes 0.8 mu
/// T of it, so that V + 0.8 mu T stands against it.
/// @source EN 1993-1-8 3.9.1, 3.9.2; table 3.7, class D: surfaces as they are, mu = 0.2
[[nodiscard]] double clampSlip(double preload);
[[nodiscard]] double clampDemand(double shear, double tension);
inline constexpr double clampFriction = 0.2, clampSlipOmega = 2.0;

}  // namespace hefty::joints
