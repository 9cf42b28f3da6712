#pragma once

#include <functional>
#include <stop_token>

#include "core/base/result.h"
#include "core/mechanics/plastic.h"

namespace hefty::mechanics {

/// How far a structure is pushed.
struct LargeGoal {
    double factor = 1;       ///< of the load case, where `deflection` is 0
    double deflection = 0;   ///< of the load along itself, mm: the path follows it, over limit points too
    int steps = 20;          ///< to begin with; shortened where the answer is hard to find
    bool unload = false;     ///< then the load is taken off: what stays is the set
    bool yields = true;      ///< or all stays elastic
    double hardening = 0;    ///< of shells beyond yield, of E: without it strips neck in one shell
    double leftOver = 1e-6;  ///< of the largest force in play, where equilibrium is found
    int backSteps = 0;       ///< to take the load off in; 0: as many as `steps`
    /// How much is left to be reached at a point of the path: where it falls to 0 the path ends, found by one
    /// step between the two that lie about it.
    std::function<double(const PlasticPoint &)> left = {};
};

/// The answer at the goal, and at rest after it.
struct LargeSolution {
    std::vector<PlasticPoint> path;   ///< from nothing to the goal
    std::vector<Vec6> displacements;  ///< per node, at the goal; rotations as rotation vectors
    std::vector<double> beamUse;      ///< per beam: of the yield surface, 1 = a hinge; 0 if it has none
    std::vector<double> shellStrain;  ///< per shell: largest plastic strain
    /// After unloading:
    std::vector<PlasticPoint> back;
    double set = 0;             ///< mm that stay, of the load along itself
    double springBack = 0;      ///< mm
    double absorbed = 0;        ///< N·mm that the load did and did not get back
    std::vector<Vec6> settled;  ///< per node, displacements that stay
};

/// The answer to one load case that grows, motions large, strains small: beams, shells, springs, rigid
/// links and ties go with the motion; shells yield layer by layer, beams at their ends. Loads keep their
/// direction, pressures that of the start. Springs act between nodes in global axes.
///
/// Equilibrium by Newton's method with the tangent made symmetric; steps are halved where it does not settle.
/// @error BadInput    contacts, a given motion in the case, a support that holds a rigid link only in part,
///                    no load in the case, a goal that is not above 0
///        NotFinite   no equilibrium is found beyond a point: the message says how far it went
///        Stopped; those of solveStatic()
/// @source docs/methods.md, "Large motions"
[[nodiscard]] Result<LargeSolution> solveLarge(const FrameModel &model, int loadCase, const LargeGoal &goal,
                                               const std::stop_token &stop = {});

}  // namespace hefty::mechanics
