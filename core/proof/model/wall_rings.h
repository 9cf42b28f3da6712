#pragma once

#include "core/mechanics/frame_solver.h"
#include "core/proof/model/idealization.h"

/// Inside of the proof floor: what a tube of shells carries as a whole.
namespace hefty::proof {

/// Section forces across a tube of shells at one of its rings: the sum of what the shells that end there
/// hold, made ready once for many load cases.
class RingForces {
  public:
    /// @param elements  of the model's shells
    RingForces(const mechanics::FrameModel &model, const std::vector<mechanics::ShellElement> &elements,
               const TubeShells &tube, const WallRing &ring);

    /// [N Vy Vz T My Mz] in the tube's axes about its middle, on the face whose outward normal runs along it
    /// [N, N·mm].
    [[nodiscard]] mechanics::Vec6 in(const mechanics::CaseSolution &solution) const;

  private:
    struct Cell {
        std::vector<int> nodes;
        Eigen::Matrix<double, 6, Eigen::Dynamic> share;
    };
    Vec3 m_at;
    std::vector<Cell> m_cells;
};

/// [case][wall][ring], as Proof::ringForces.
/// @param elements  of the model's shells
[[nodiscard]] std::vector<std::vector<std::vector<mechanics::Vec6>>> ringForces(
    const Idealization &idealization, const std::vector<mechanics::ShellElement> &elements,
    const mechanics::FrameSolution &solution);

}  // namespace hefty::proof
