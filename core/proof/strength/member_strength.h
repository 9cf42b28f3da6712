#pragma once

#include "core/mechanics/frame_solver.h"
#include "core/proof/model/idealization.h"
#include "core/working/working.h"

namespace hefty::proof {

/// Safety factor of every member limit state used here (AISC 360-16 D2, E1, F1, G1, H3).
inline constexpr double memberOmega = 1.67;

/// Nominal strengths of a bar, N and N·mm, y and z its section's axes.
struct MemberStrength {
    double tension = 0;
    double compression = 0;
    double bendingY = 0, bendingZ = 0;
    double shearY = 0, shearZ = 0;
    double torsion = 0;
    bool hollow = true;
};

/// @param working  if given, every strength is written into it
/// @source AISC 360-16 D2-1, E3 (K = 1 over the part's length), B4, F7, F8, F11, G4, G5, H3.1
[[nodiscard]] MemberStrength memberStrength(const Bar &bar, working::Working *working = nullptr);

/// Use of a bar by section forces [N Vy Vz T My Mz] against strength/omega: H1-1a/b, with H3-6 where
/// torsion exceeds a fifth of its own, and shear alone.
/// @source AISC 360-16 H1.1, H3.2
[[nodiscard]] double memberUtilization(const MemberStrength &strength, const mechanics::Vec6 &forces,
                                       double omega);

/// Largest factor on the forces at which memberUtilization reaches 1 against nominal strength.
[[nodiscard]] double memberReserve(const MemberStrength &strength, const mechanics::Vec6 &forces);

/// Von Mises stress at the worst corner of the skin, all components taken at their largest [MPa].
[[nodiscard]] double skinStress(const Bar &bar, const mechanics::Vec6 &forces);

void addMemberWorking(working::Working &working, const Bar &bar, const mechanics::Vec6 &forces, double omega);
void addSkinWorking(working::Working &working, const Bar &bar, const mechanics::Vec6 &forces);

}  // namespace hefty::proof
