#pragma once

#include "core/working/working.h"

/// What a plate adds to its bolts, and what they take out of it.
namespace hefty::joints {

/// A bolt in tension beside the line that holds its plate: half of a T-stub.
struct TStub {
    double bolt = 0, hole = 0;  ///< diameters, mm
    double b = 0;               ///< middle of the bolt to the line that holds the plate, mm
    double a = 0;               ///< middle of the bolt to the free edge behind it, mm
    double p = 0;               ///< length of the line that the bolt has for itself, mm
    double thickness = 0;
    double ultimate = 0;  ///< of the plate, MPa
};

/// Share of a bolt's own tension strength that is left for the load: the plate bends and its edge pries.
///
///     b' = b - d/2, a' = min(a, 1.25 b) + d/2, rho = b'/a', delta = 1 - d_h/p
///     tc = sqrt(omega 4 B b'/(p Fu)), alpha' = ((tc/t)2 - 1)/(delta (1 + rho))
///     Q = 1 for alpha' < 0, (t/tc)2 (1 + delta alpha') up to alpha' = 1, (t/tc)2 (1 + delta) above
///
/// @param strength  B: of the bolt in tension over its safety factor, N
/// @param omega  of the plate's bending: 1.67, or 1 for nominal strength
/// @pre all lengths above 0, strength > 0
/// @source AISC Steel Construction Manual, 14th edition, part 9, "Prying action" (from memory)
[[nodiscard]] double tensionLeft(const TStub &stub, double strength, double omega,
                                 working::Working *working = nullptr);
inline constexpr double pryingOmega = 1.67;

/// What a bolt is pulled with once the edge of its plate pries, N: T + q.
///
///     alpha = ((T/B)(tc/t)2 - 1)/delta, between 0 and 1;  q = B delta alpha rho (t/tc)2
///
/// @param load  T: of the load alone, N, at least 0
/// @param strength, omega  as for tensionLeft
/// @source AISC Steel Construction Manual, 14th edition, part 9, "Prying action" (from memory)
[[nodiscard]] double pulledWithPrying(const TStub &stub, double load, double strength, double omega);

/// A block of a plate that its bolts could tear out.
struct TornBlock {
    double thickness = 0;
    double shearGross = 0, shearHoles = 0;      ///< along the pull, and what holes take of it, mm
    double tensionGross = 0, tensionHoles = 0;  ///< across the pull, mm
    double yield = 0, ultimate = 0;             ///< MPa
};

/// Nominal strength [N]: 0.6 Fu Anv + Fu Ant, at most 0.6 Fy Agv + Fu Ant. Omega 2.00. Lengths of holes are
/// those of holes 2 mm larger.
/// @source AISC 360-16 J4.3, U_bs = 1
[[nodiscard]] double blockShear(const TornBlock &block, working::Working *working = nullptr);

/// A bolt made tight.
struct Tightened {
    double preload = 0;  ///< N
    double torque = 0;   ///< N·mm, on threads as they come
};
/// Preload 0.7 Fub As, As = pi/4 (d - 0.9382 p)2, and its torque.
/// @pre diameter and pitch above 0, ultimate above 0
/// @source EN 1993-1-8 3.9.1 (preload), ISO 898-1 (As)
[[nodiscard]] Tightened tightened(double diameter, double pitch, double ultimate);
/// K d F with K = 0.2, N·mm.
/// @source Shigley (threads zinc plated or dry)
[[nodiscard]] double tighteningTorque(double diameter, double preload);

/// What a hole lets slip: a clearance hole, or a slot along the load.
enum class SlipHole { Clearance, ShortSlot, LongSlot };
/// Load at which a clamped face under one bolt slips [N]: mu Du Tb with Du = 1.13 and, for unpainted clean
/// mill scale, mu = 0.30. Omega 1.50, 1.76 for short slots, 2.14 for long ones (over 2.5 diameters).
/// @source AISC 360-16 J3.8
[[nodiscard]] double slipStrength(double preload, working::Working *working = nullptr);
[[nodiscard]] double slipOmega(SlipHole hole);

/// A round pin held on both sides and loaded between them.
struct Pin {
    double diameter = 0;
    double span = 0;  ///< between the middles of what holds it, mm
    double load = 0;  ///< length on which the load lies, mm; less than the span
    double yield = 0;
};
/// Nominal load at which it bends, and at which it shears [N]: Mp = Fy d3/6 against P/4 (span - load/2), and
/// 0.6 Fy on two sections. Omega 1.67 (AISC 360-16 F11, G).
struct PinStrength {
    double bending = 0, shear = 0;
};
[[nodiscard]] PinStrength pinStrength(const Pin &pin, working::Working *working = nullptr);

}  // namespace hefty::joints
