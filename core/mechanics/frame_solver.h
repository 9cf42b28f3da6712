#pragma once

#include <map>

#include "core/base/result.h"
#include "core/mechanics/beam_element.h"
#include "core/mechanics/frame_model.h"
#include "core/mechanics/shell_element.h"

namespace hefty::mechanics {

/// Section forces [N Vy Vz T My Mz] at the two ends of a beam, in beam axes, each on the face whose
/// outward normal is +x (tension positive); N·mm for the moments.
struct BeamForces {
    Vec6 from = Vec6::Zero();
    Vec6 to = Vec6::Zero();
};

/// The answer to one load case.
struct CaseSolution {
    std::vector<Vec6> displacements;  ///< per node, mm and rad
    std::map<int, Vec6> reactions;    ///< what the supports do to the structure, by node
    std::vector<BeamForces> beams;    ///< per beam
    std::vector<ShellForces>
        shellForces;         ///< per shell, in its own axes (ShellElement::axes); vonMises() of them
    std::vector<Vec3> ties;  ///< per tie: what it does to its `from` side, N; to its `to` side minus this
    std::vector<double> contacts;  ///< per contact: what it bears, N; 0 where it is clear
    std::vector<Vec6> springs;     ///< per spring: what it does to its `to` end is minus this;
                                   ///< stiffness x (to - from), or -stiffness x from if grounded
};

struct FrameSolution {
    std::vector<CaseSolution> cases;  ///< in the order of FrameModel::cases
    std::vector<bool> attached;       ///< per node: false if nothing holds and nothing loads it
    int freedomCount = 0;             ///< size of the system that was solved
};

/// Linear static answer for every load case from one factorization; with contacts, as solveWithContacts().
///
/// Rigid links and supports are eliminated exactly, releases condensed. A rotation of a single joint
/// that no part holds (a fully released joint) and nothing drives is left at 0.
///
/// @error BadInput   an index or a measure that makes no sense, prescribed values that contradict
///                   each other inside a rigid body
/// @error Mechanism  a part is free to move; `where` names a node and a freedom, "B/uz"
/// @error NotFinite  loads so large that the answer overflows
/// @source  stiffness method; mechanism test: smallest pivot over its own diagonal, then the lowest
///          scaled mode by inverse iteration (docs/methods.md, "Mechanisms")
[[nodiscard]] Result<FrameSolution> solveStatic(const FrameModel &model);

}  // namespace hefty::mechanics
