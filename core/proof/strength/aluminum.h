#pragma once

#include "core/proof/strength/member_strength.h"

/// Inside of the proof floor: members of aluminum.
namespace hefty::proof {

/// Within this of a weld the metal counts as welded [mm].
inline constexpr double heatAffected = 25;

/// Buckling constants of an alloy [MPa]: columns, flat walls pressed evenly, flat walls bent in their plane.
struct AluminumBuckling {
    double Bc = 0, Dc = 0, Cc = 0;
    double Bp = 0, Dp = 0;
    double Bbr = 0, Dbr = 0;
    double k1 = 0.35, k2 = 2.27;  ///< of walls that buckle and go on carrying
};
/// @param welded  constants of annealed and welded metal; else those of artificially aged
/// @pre yield, E above 0
/// @source Aluminum Design Manual 2015, tables B.4.1 and B.4.2 (from memory; the manual's printed constants
/// of 6061-T6 are in the tests)
[[nodiscard]] AluminumBuckling aluminumBuckling(double yield, double E, bool welded);

/// Nominal strengths of a rectangular tube or a flat bar of aluminum: column, walls, webs and yielding each
/// by itself, the least counts. Welded if its yield is no more than that beside a weld.
/// @source Aluminum Design Manual 2015, chapters D, E, F, G, B.5.4 and B.5.5
[[nodiscard]] MemberStrength aluminumStrength(const Bar &bar);

}  // namespace hefty::proof
