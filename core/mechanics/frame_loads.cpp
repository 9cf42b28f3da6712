#include "core/mechanics/frame_loads.h"

namespace hefty::mechanics {
namespace {

/// Adds what a beam's ends take to a column of nodal loads, 6 rows a node.
template <typename Column>
void addEndLoads(const FrameAssembly &a, Column &&nodal, int beam, const Vec12 &ends) {
    const FrameBeam &b = a.model().beams[static_cast<std::size_t>(beam)];
    const Vec12 world = a.beams()[static_cast<std::size_t>(beam)].rotation.transpose() * ends;
    nodal.template segment<6>(6 * b.from) += world.head<6>();
    nodal.template segment<6>(6 * b.to) += world.tail<6>();
}

/// Adds forces at the nodes of a shell to a column of nodal loads.
template <typename Column>
void addForces(const FrameModel &model, Column &&nodal, int shell, const std::vector<Vec3> &forces) {
    const std::vector<int> &nodes = model.shells[static_cast<std::size_t>(shell)].nodes;
    for (std::size_t i = 0; i < nodes.size(); ++i) nodal.template segment<3>(6 * nodes[i]) += forces[i];
}

}  // namespace

FrameLoads::FrameLoads(const FrameAssembly &assembly) : m_assembly(assembly), m_model(assembly.model()) {
    const auto nodes = static_cast<Eigen::Index>(m_model.nodes.size());
    m_cases.resize(m_model.cases.size());
    m_nodal = CaseRows::Zero(6 * nodes, static_cast<Eigen::Index>(m_cases.size()));
    for (const NodeLoad &l : m_model.nodeLoads) {
        m_nodal.col(l.loadCase).segment<3>(6 * l.node) += l.force;
        m_nodal.col(l.loadCase).segment<3>(6 * l.node + 3) += l.moment;
    }
    for (const BeamLoad &l : m_model.beamLoads) {
        const Vec12 ends = endLoads(l.beam, l.distributed);
        m_cases[static_cast<std::size_t>(l.loadCase)].ofBeams.emplace_back(l.beam, ends);
        addEndLoads(m_assembly, m_nodal.col(l.loadCase), l.beam, ends);
    }
    for (const ShellLoad &l : m_model.shellLoads)
        addForces(m_model, m_nodal.col(l.loadCase), l.shell,
                  m_assembly.shells()[static_cast<std::size_t>(l.shell)].pressureLoads(l.pressure));
    addAccelerations();
}

/// What a distributed load does to the ends of a beam, in its axes; notes a beam that runs away with it.
Vec12 FrameLoads::endLoads(int beam, const Vec3 &global) {
    const BeamElement &e = m_assembly.beams()[static_cast<std::size_t>(beam)];
    const Vec3 local(global.dot(e.axes.x), global.dot(e.axes.y), global.dot(e.axes.z));
    const Vec12 raw = consistentLoad(local, e.length);
    for (int i = 0; i < 12; ++i) {
        const FreedomSet loose = i < 6 ? e.looseFrom : e.looseTo;
        if ((loose & (1u << (i % 6))) && std::abs((e.condense * raw)(i)) > 1e-12 * raw.norm())
            m_looseBeam = beam;
    }
    Vec12 condensed = e.condense * raw;
    const FrameBeam &b = m_model.beams[static_cast<std::size_t>(beam)];
    for (int i = 0; i < 6; ++i) {
        if (b.releasedFrom & (1u << i)) condensed(i) = 0;
        if (b.releasedTo & (1u << i)) condensed(6 + i) = 0;
    }
    return condensed;
}

void FrameLoads::addAccelerations() {
    const AccelerationLoad *last = nullptr;
    for (const AccelerationLoad &l : m_model.accelerations) {
        if (!last || l.acceleration != last->acceleration) m_weights.push_back(weight(l.acceleration));
        last = &l;
        m_cases[static_cast<std::size_t>(l.loadCase)].weights.push_back(static_cast<int>(m_weights.size()) -
                                                                        1);
    }
    // Row by row, as they lie: column by column each number would be fetched by itself.
    for (Eigen::Index row = 0; row < m_nodal.rows(); ++row)
        for (std::size_t c = 0; c < m_cases.size(); ++c)
            for (const int w : m_cases[c].weights)
                m_nodal(row, static_cast<Eigen::Index>(c)) +=
                    m_weights[static_cast<std::size_t>(w)].nodal(row);
}

FrameLoads::Weight FrameLoads::weight(const Vec3 &acceleration) {
    Weight w{std::vector<Vec12>(m_assembly.beams().size(), Vec12::Zero()),
             Eigen::VectorXd::Zero(m_nodal.rows())};
    for (std::size_t b = 0; b < m_assembly.beams().size(); ++b) {
        if (!(m_assembly.beams()[b].massPerLength > 0)) continue;
        w.ends[b] = endLoads(static_cast<int>(b), acceleration * m_assembly.beams()[b].massPerLength);
        addEndLoads(m_assembly, w.nodal, static_cast<int>(b), w.ends[b]);
    }
    for (std::size_t s = 0; s < m_model.shells.size(); ++s) {
        const FrameShell &shell = m_model.shells[s];
        const double density = m_model.materials[static_cast<std::size_t>(shell.material)].density;
        const ShellElement &e = m_assembly.shells()[s];
        if (!(density > 0)) continue;
        addForces(m_model, w.nodal, static_cast<int>(s),
                  e.weightLoads(acceleration * density * shell.thickness));
    }
    for (const NodeMass &p : m_model.masses) w.nodal.segment<3>(6 * p.node) += acceleration * p.mass;
    return w;
}

std::vector<Vec12> FrameLoads::endLoads(std::size_t loadCase) const {
    const CaseLoads &loads = m_cases[loadCase];
    std::vector<Vec12> out(m_assembly.beams().size(), Vec12::Zero());
    for (const int w : loads.weights)
        for (std::size_t b = 0; b < out.size(); ++b) out[b] += m_weights[static_cast<std::size_t>(w)].ends[b];
    for (const auto &[beam, f] : loads.ofBeams) out[static_cast<std::size_t>(beam)] += f;
    return out;
}

}  // namespace hefty::mechanics
