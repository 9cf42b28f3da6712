#pragma once

#include "core/mechanics/frame_solver.h"
#include "core/proof/duties/duties.h"

namespace hefty::proof {

/// How far one load case is from buckling, with plates as bars.
struct CaseStability {
    std::string loadCase;  ///< id, as in Duties
    double factor = 0;     ///< the first, times the case; 0: nothing buckles under it
    /// Bars of Stability::model that are pressed, and what they carry.
    std::vector<std::pair<int, mechanics::BeamForces>> pressed;
};

struct Stability {
    Idealization model;                ///< plates as bars
    std::vector<CaseStability> cases;  ///< those that press or bend the most
    std::vector<double> frequencies;   ///< Hz, the first few, with all that is bought on it
    std::string firstPart;             ///< where the first mode moves most
};

/// Buckling factors of the hardest cases and natural frequencies of a piece.
/// @error of idealize(), solveBuckling() and solveModes()
/// @source docs/methods.md, "Buckling", "Modes", "Stability"
[[nodiscard]] Result<Stability> stability(const Assembly &assembly, const rig::RigGeometry &rig,
                                          const stock::Material &railMaterial, const stock::Stock &stock,
                                          const HouseRules &rules);

}  // namespace hefty::proof
