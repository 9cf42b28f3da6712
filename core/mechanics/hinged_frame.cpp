#include "core/mechanics/hinged_frame.h"

#include <Eigen/Cholesky>

namespace hefty::mechanics {
namespace {

/// The forces of an end that a gauge knows: axial, and bending about both axes.
constexpr std::array<Eigen::Index, 3> told{0, 4, 5};

Eigen::Index firstRow(bool atTo) {
    return atTo ? 6 : 0;
}

/// Freedoms that nothing stiffens are held by next to nothing.
Sparse withIdleHeld(Sparse k) {
    const Eigen::VectorXd diagonal = k.diagonal();
    if (diagonal.size() == 0) return k;
    std::vector<Eigen::Triplet<double>> idle;
    for (Eigen::Index i = 0; i < diagonal.size(); ++i)
        if (!(diagonal(i) > 1e-12 * diagonal.maxCoeff()))
            idle.emplace_back(static_cast<int>(i), static_cast<int>(i), 1e-9 * diagonal.maxCoeff());
    if (idle.empty()) return k;
    Sparse more(k.rows(), k.cols());
    more.setFromTriplets(idle.begin(), idle.end());
    return k + more;
}

}  // namespace

HingedFrame::HingedFrame(const FrameAssembly &assembly, const Eigen::VectorXd &load,
                         std::vector<Vec12> equivalent)
    : m_assembly(assembly),
      m_equivalent(std::move(equivalent)),
      m_factor(std::make_unique<Factor>(withIdleHeld(assembly.stiffness(nullptr)))),
      m_load(load),
      m_moves(assembly.beams().size()) {
    m_endStiffness.reserve(assembly.beams().size());
    for (std::size_t b = 0; b < assembly.beams().size(); ++b) {
        const BeamElement &e = assembly.beams()[b];
        const FrameBeam &beam = assembly.model().beams[b];
        m_endStiffness.push_back(e.endStiffness());
        const Vec12 world = e.rotation.transpose() * m_equivalent[b];
        m_load.segment<6>(6 * beam.from) += world.head<6>();
        m_load.segment<6>(6 * beam.to) += world.tail<6>();
    }
    if (!succeeded()) return;
    const CaseRows free = assembly.freeLoads(m_load);
    m_loadSize = free.norm();
    m_motion = assembly.shape(m_factor->solve(free).col(0));
}

const HingedFrame::Moves &HingedFrame::moves(std::size_t beam, bool atTo) {
    std::unique_ptr<Moves> &kept = m_moves[beam][atTo ? 1 : 0];
    if (kept) return *kept;
    const FrameBeam &b = m_assembly.model().beams[beam];
    CaseRows nodal = CaseRows::Zero(m_load.size(), 3);
    for (std::size_t i = 0; i < told.size(); ++i) {
        const Vec12 world =
            m_assembly.beams()[beam].rotation.transpose() * local(beam).col(firstRow(atTo) + told[i]);
        const auto c = static_cast<Eigen::Index>(i);
        nodal.col(c).segment<6>(6 * b.from) += world.head<6>();
        nodal.col(c).segment<6>(6 * b.to) += world.tail<6>();
    }
    const CaseRows free = m_factor->solve(m_assembly.freeLoads(nodal));
    kept = std::make_unique<Moves>(m_load.size(), 3);
    for (Eigen::Index c = 0; c < 3; ++c) kept->col(c) = m_assembly.shape(free.col(c));
    return *kept;
}

void HingedFrame::setHinges(std::vector<Hinge> hinges) {
    m_hinges = std::move(hinges);
    const auto count = static_cast<Eigen::Index>(m_hinges.size());
    m_turned.resize(m_load.size(), count);
    m_own = Eigen::MatrixXd::Zero(count, count);
    m_loaded.resize(count);
    for (Eigen::Index h = 0; h < count; ++h) {
        const Hinge &a = m_hinges[static_cast<std::size_t>(h)];
        Eigen::Vector3d g;
        for (std::size_t i = 0; i < told.size(); ++i) g(static_cast<Eigen::Index>(i)) = a.gradient(told[i]);
        m_turned.col(h).noalias() = moves(a.beam, a.atTo) * g;
        m_loaded(h) = a.gradient.dot(m_equivalent[a.beam].segment<6>(firstRow(a.atTo)));
        for (Eigen::Index i = 0; i <= h; ++i) {
            const Hinge &b = m_hinges[static_cast<std::size_t>(i)];
            if (b.beam != a.beam) continue;
            m_own(h, i) = m_own(i, h) =
                a.gradient.dot(local(a.beam).block<6, 6>(firstRow(a.atTo), firstRow(b.atTo)) * b.gradient);
        }
    }
    m_coupled = m_own;
    for (Eigen::Index h = 0; h < count; ++h) m_coupled.col(h) -= strains(m_turned.col(h));
}

Eigen::VectorXd HingedFrame::strains(const Eigen::VectorXd &motion) const {
    Eigen::VectorXd out(static_cast<Eigen::Index>(m_hinges.size()));
    for (std::size_t h = 0; h < m_hinges.size(); ++h) {
        const Hinge &a = m_hinges[h];
        out(static_cast<Eigen::Index>(h)) =
            a.gradient.dot(elastic(a.beam, motion).segment<6>(firstRow(a.atTo)));
    }
    return out;
}

HingedFrame::Rate HingedFrame::rate() const {
    Rate out;
    out.motion = m_motion;
    out.flows = Eigen::VectorXd::Zero(m_coupled.rows());
    if (m_hinges.empty()) {
        out.give = m_load.dot(m_motion);
        return out;
    }
    const Eigen::VectorXd right = strains(m_motion) - m_loaded;
    const Eigen::LDLT<Eigen::MatrixXd> ldlt(m_coupled);
    out.flows = ldlt.solve(right);
    out.held = ldlt.info() == Eigen::Success && ldlt.isPositive() && out.flows.allFinite();
    if (!out.held) {  // held by next to nothing it shows how it goes
        Eigen::MatrixXd held = m_coupled;
        held.diagonal() += 1e-9 * m_own.diagonal();
        out.flows = held.ldlt().solve(right);
    }
    out.motion.noalias() += m_turned * out.flows;
    out.give = m_load.dot(out.motion) - m_own.ldlt().solve(m_loaded).dot(strains(out.motion));
    return out;
}

HingedFrame::Rate HingedFrame::giveBack(const Eigen::VectorXd &excess) const {
    Rate out;
    const Eigen::VectorXd taken = m_own.ldlt().solve(excess);
    out.flows = m_coupled.ldlt().solve((m_own - m_coupled) * taken);
    out.motion = m_turned * (taken + out.flows);
    out.flows += taken;
    return out;
}

Vec12 HingedFrame::elastic(std::size_t beam, const Eigen::VectorXd &motion) const {
    const FrameBeam &b = m_assembly.model().beams[beam];
    Vec12 u;
    u << motion.segment<6>(6 * b.from), motion.segment<6>(6 * b.to);
    return m_endStiffness[beam] * u;
}

void HingedFrame::takeOff(const Eigen::VectorXd &flows, std::vector<Vec12> &forces) const {
    for (std::size_t h = 0; h < m_hinges.size(); ++h) {
        const Hinge &a = m_hinges[h];
        forces[a.beam].noalias() -= flows(static_cast<Eigen::Index>(h)) *
                                    (local(a.beam).middleCols<6>(firstRow(a.atTo)) * a.gradient);
    }
}

std::vector<Vec12> HingedFrame::forces(const Rate &rate) const {
    std::vector<Vec12> out(m_endStiffness.size());
    for (std::size_t b = 0; b < out.size(); ++b) out[b] = elastic(b, rate.motion);
    takeOff(rate.flows, out);
    return out;
}

}  // namespace hefty::mechanics
