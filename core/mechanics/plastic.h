#pragma once

#include "core/base/result.h"
#include "core/mechanics/frame_model.h"

namespace hefty::mechanics {

/// The gauge of a section's yield surface: how many times over the forces are on it (1 = on it, twice
/// the forces = 2). Forces by their plastic values: n = N/Np, my = My/Mpy, mz = Mz/Mpz.
///
/// Round: resultant moment against 1 - n^1.7. Rectangular hollow: (my/r)^a + (mz/r)^a = 1 with
/// a = 1.66/(1 - 1.13 n2) up to 6, r = (1 - n)/(1 - 0.25) up to 1. Any other: (my^1.66 + mz^1.66)^(1/1.66)
/// against 1 - n^1.7.
/// @source EN 1993-1-1 6.2.9 (docs/methods.md, "Plastic collapse")
[[nodiscard]] double yieldGauge(SectionKind kind, double n, double my, double mz);

/// By how much scaled forces are beyond that surface, told without a search: 0 on it, below 0 inside.
[[nodiscard]] double yieldExcess(SectionKind kind, double n, double my, double mz);

struct PlasticHinge {
    int beam = 0;
    bool atTo = false;  ///< at its `to` end
    double factor = 0;  ///< of the load when it formed
};

/// A point of the load-deflection curve, straight between them.
struct PlasticPoint {
    double factor = 0;
    double deflection = 0;  ///< of the load along itself: work per unit load, over the load's norm, mm
    double work = 0;        ///< done by the load so far, N·mm
};

/// How far and how closely a collapse is followed.
struct PlasticLimits {
    double deflection = 0;  ///< of the load along itself, mm: the path ends there; 0 = at the collapse
    double drift = 2e-4;    ///< off the yield surface in one step, as it is curved
    int steps = 0;          ///< the path ends after so many; 0 = an error if the collapse takes too many
};

struct PlasticSolution {
    bool collapsed = true;             ///< or the path was ended before
    double collapseFactor = 0;         ///< or that at its end
    std::vector<PlasticHinge> hinges;  ///< in the order they form
    std::vector<PlasticPoint> path;    ///< from nothing to collapse
    std::vector<Vec6> collapse;        ///< the mechanism, per node of the model, largest motion 1
};

/// First-order collapse of an elastic, perfectly plastic frame under a load that grows from nothing,
/// event to event: a hinge forms at an end when its forces reach the yield surface, then moves along
/// it with the flow normal to the surface, and closes if it unloads. Shells stay elastic.
///
/// Beams with a load on them are cut into pieces, as the largest moment may lie between their ends.
/// @error BadInput     no yield or plastic modulus of a beam that bends, a given motion in the case;
///        Undetermined nothing yields under this load; those of solveStatic()
/// @source Neal 1977, event-to-event; normality after Orbison, McGuire and Abel 1982
[[nodiscard]] Result<PlasticSolution> solvePlastic(const FrameModel &model, int loadCase,
                                                   const PlasticLimits &limits = {});

}  // namespace hefty::mechanics
