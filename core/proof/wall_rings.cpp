#include "core/proof/wall_rings.h"

#include <algorithm>

#include <tbb/parallel_for.h>

#include "core/mechanics/frame_assembly.h"

namespace hefty::proof {

RingForces::RingForces(const mechanics::FrameModel &model,
                       const std::vector<mechanics::ShellElement> &elements, const TubeShells &tube,
                       const WallRing &ring)
    : m_at(tube.axes.origin + tube.axes.x * ring.station) {
    Eigen::Matrix3d axes;
    axes << tube.axes.x.transpose(), tube.axes.y.transpose(), tube.axes.z.transpose();
    for (const int s : ring.shells) {
        const mechanics::FrameShell &shell = model.shells[static_cast<std::size_t>(s)];
        const mechanics::ShellElement &element = elements[static_cast<std::size_t>(s)];
        const auto freedoms = static_cast<Eigen::Index>(6 * shell.nodes.size());
        Eigen::MatrixXd sum = Eigen::MatrixXd::Zero(6, freedoms);
        for (std::size_t n = 0; n < shell.nodes.size(); ++n) {
            if (std::find(ring.nodes.begin(), ring.nodes.end(), shell.nodes[n]) == ring.nodes.end()) continue;
            const Vec3 r = model.nodes[static_cast<std::size_t>(shell.nodes[n])].at - m_at;
            Eigen::Matrix3d cross;
            cross << 0, -r.z(), r.y(), r.z(), 0, -r.x(), -r.y(), r.x(), 0;
            const auto at = static_cast<Eigen::Index>(6 * n);
            sum.block<3, 3>(0, at) = axes;
            sum.block<3, 3>(3, at) = axes * cross;
            sum.block<3, 3>(3, at + 3) = axes;
        }
        m_cells.push_back({shell.nodes, sum * element.stiffness()});
    }
}

mechanics::Vec6 RingForces::in(const mechanics::CaseSolution &solution) const {
    mechanics::Vec6 out = mechanics::Vec6::Zero();
    for (const Cell &c : m_cells)
        for (std::size_t n = 0; n < c.nodes.size(); ++n)
            out += c.share.middleCols<6>(static_cast<Eigen::Index>(6 * n)) *
                   solution.displacements[static_cast<std::size_t>(c.nodes[n])];
    return out;
}

std::vector<std::vector<std::vector<mechanics::Vec6>>> ringForces(const Idealization &idealization,
                                                                  const mechanics::FrameSolution &solution) {
    const auto &walls = idealization.walls;
    std::vector<std::vector<std::vector<mechanics::Vec6>>> out(
        solution.cases.size(), std::vector<std::vector<mechanics::Vec6>>(walls.size()));
    if (walls.empty()) return out;
    const auto assembly = mechanics::FrameAssembly::make(idealization.model);
    if (!assembly) return out;  // it would not have been solved
    for (std::size_t w = 0; w < walls.size(); ++w) {
        const std::vector<WallRing> &rings = walls[w].rings;
        for (auto &in : out) in[w].resize(rings.size());
        tbb::parallel_for(std::size_t{0}, rings.size(), [&](std::size_t r) {
            const RingForces ring(idealization.model, assembly->shells(), walls[w], rings[r]);
            for (std::size_t c = 0; c < out.size(); ++c) out[c][w][r] = ring.in(solution.cases[c]);
        });
    }
    return out;
}

}  // namespace hefty::proof
