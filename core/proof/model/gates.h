#pragma once

#include "core/mechanics/frame_solver.h"
#include "core/proof/duties/house_rules.h"
#include "core/proof/model/idealization.h"

namespace hefty::proof {

/// What the bearings of a gate carry.
struct HingeForces {
    Vec3 lower = Vec3::Zero(), upper = Vec3::Zero();  ///< N, on the gate
};

/// A gate let go of its latch.
struct OpenGate {
    int gate = 0;                     ///< of the assembly
    double sag = 0;                   ///< mm, that its latch comes down by when it is unlatched
    Idealization model;               ///< swung open
    std::vector<std::string> titles;  ///< of its cases: level, sloping to the left, to the right
    std::vector<HingeForces> hinge;   ///< per case
    std::vector<double> drift;        ///< per case: moment about its axis that a hold-open has to hold, N·mm
    std::vector<mechanics::Vec6> spindle;  ///< per case: section forces where the spindle is held
};

/// Opens every gate of the assembly, one after the other, and lets it hang under its own weight, on level
/// ground and across a slope. Plates as bars.
/// @error of idealize() and solveStatic()
/// @source docs/methods.md, "Gates"
[[nodiscard]] Result<std::vector<OpenGate>> openGates(const Assembly &assembly, const rig::RigGeometry &rig,
                                                      const stock::Material &railMaterial,
                                                      const HouseRules &rules);

/// What the hinge of a shut gate carries in a case.
[[nodiscard]] HingeForces hingeForces(const Idealization &idealization, std::size_t gate,
                                      const mechanics::CaseSolution &solution);

}  // namespace hefty::proof
