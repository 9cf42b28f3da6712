#include "core/proof/model/wall_rings.h"

#include <algorithm>

#include "core/base/parallel.h"

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
        const Eigen::MatrixXd stiffness = element.stiffness();
        Eigen::Matrix<double, 6, Eigen::Dynamic> share(6, stiffness.cols());
        share.setZero();
        for (std::size_t n = 0; n < shell.nodes.size(); ++n) {
            if (std::find(ring.nodes.begin(), ring.nodes.end(), shell.nodes[n]) == ring.nodes.end()) continue;
            const Vec3 r = model.nodes[static_cast<std::size_t>(shell.nodes[n])].at - m_at;
            Eigen::Matrix3d cross;
            cross << 0, -r.z(), r.y(), r.z(), 0, -r.x(), -r.y(), r.x(), 0;
            const auto at = static_cast<Eigen::Index>(6 * n);
            const Eigen::Matrix3d moments = axes * cross;
            const auto force = stiffness.middleRows<3>(at), moment = stiffness.middleRows<3>(at + 3);
            share.topRows<3>() += axes.lazyProduct(force);
            share.bottomRows<3>() += moments.lazyProduct(force) + axes.lazyProduct(moment);
        }
        m_cells.push_back({shell.nodes, std::move(share)});
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

std::vector<std::vector<std::vector<mechanics::Vec6>>> ringForces(
    const Idealization &idealization, const std::vector<mechanics::ShellElement> &elements,
    const mechanics::FrameSolution &solution) {
    const auto &walls = idealization.walls;
    std::vector<std::vector<std::vector<mechanics::Vec6>>> out(
        solution.cases.size(), std::vector<std::vector<mechanics::Vec6>>(walls.size()));
    for (std::size_t w = 0; w < walls.size(); ++w) {
        const std::vector<WallRing> &rings = walls[w].rings;
        for (auto &in : out) in[w].resize(rings.size());
        parallel::forEach(rings.size(), [&](std::size_t r) {
            const RingForces ring(idealization.model, elements, walls[w], rings[r]);
            for (std::size_t c = 0; c < out.size(); ++c) out[c][w][r] = ring.in(solution.cases[c]);
        });
    }
    return out;
}

}  // namespace hefty::proof
