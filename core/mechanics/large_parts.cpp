#include "core/mechanics/large_parts.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/base/parallel.h"

namespace hefty::mechanics {

Configuration::Configuration(const FrameModel &model) {
    for (const FrameNode &n : model.nodes) nodes.push_back({n.at, Matrix3::Identity()});
}

std::vector<Vec6> Configuration::displacements(const FrameModel &model) const {
    std::vector<Vec6> out(nodes.size());
    for (std::size_t n = 0; n < nodes.size(); ++n)
        out[n] << nodes[n].at - model.nodes[n].at, rotationVector(nodes[n].turn);
    return out;
}

/// Sums of the parts' forces and stiffnesses over the free unknowns.
class LargeParts::Scatter {
  public:
    Scatter(const FreedomMap &map, std::size_t reserve)
        : m_map(map), m_forces(Eigen::VectorXd::Zero(map.freeCount())) {
        m_triplets.reserve(reserve);
    }
    /// @param nodes  in the order of the blocks of six freedoms
    void add(const Eigen::Ref<const Eigen::VectorXd> &forces,
             const Eigen::Ref<const Eigen::MatrixXd> &stiffness, const int *nodes) {
        const int free = m_map.freeCount();
        for (int i = 0; i < forces.size(); ++i) {
            if (i % 6 < 3) m_largest = std::max(m_largest, std::abs(forces(i)));
            for (const FreedomTerm &row : m_map.terms(nodes[i / 6], i % 6)) {
                if (row.column >= free) continue;
                m_forces(row.column) += row.coefficient * forces(i);
                for (int j = 0; j < forces.size(); ++j)
                    for (const FreedomTerm &column : m_map.terms(nodes[j / 6], j % 6))
                        if (column.column <= row.column)
                            m_triplets.emplace_back(row.column, column.column,
                                                    row.coefficient * column.coefficient * stiffness(i, j));
            }
        }
    }
    void finish(Sums &out) {
        out.forces = std::move(m_forces);
        out.largest = m_largest;
        const int n = m_map.freeCount();
        out.tangent.resize(n, n);
        for (int i = 0; i < n; ++i) m_triplets.emplace_back(i, i, 0.0);
        out.tangent.setFromTriplets(m_triplets.begin(), m_triplets.end());
        // What nothing resists is held where it is.
        for (int i = 0; i < n; ++i)
            if (double &d = out.tangent.coeffRef(i, i); d == 0) d = 1;
    }

  private:
    const FreedomMap &m_map;
    Eigen::VectorXd m_forces;
    std::vector<Eigen::Triplet<double>> m_triplets;
    double m_largest = 0;
};

Result<LargeParts> LargeParts::make(const FrameModel &model, int loadCase, bool yields, double hardening) {
    LargeParts out;
    out.m_model = &model;
    auto assembly = FrameAssembly::make(model);
    if (!assembly) return tl::unexpected(assembly.error());
    out.m_map = assembly->map();
    if (auto fine = out.checkBodies(); !fine) return tl::unexpected(fine.error());
    out.m_skeleton.nodes = model.nodes;
    out.m_skeleton.rigidLinks = model.rigidLinks;
    out.m_skeleton.supports = model.supports;
    out.m_skeleton.cases = model.cases;
    for (const PrescribedFreedom &p : model.prescribed)  // held in this case
        out.m_skeleton.supports.push_back({p.node, static_cast<FreedomSet>(1u << p.freedom)});
    out.addParts(*assembly, yields, hardening);
    out.gatherLoads(*assembly, loadCase);
    return out;
}

Result<bool> LargeParts::checkBodies() const {
    for (const FreedomMap::Body &b : m_map.bodies()) {
        if (b.nodes.size() < 2 || b.held.empty()) continue;
        if (b.constraints.fullPivLu().rank() == 6) continue;
        return fail(ProblemKind::BadInput,
                    "A support holds a rigid link in some of its freedoms: in large motions it would turn "
                    "about that support.",
                    "supports/" + m_model->nodes[static_cast<std::size_t>(b.held[0].first)].id,
                    "Hold all six freedoms, or put a stiff spring there.");
    }
    return true;
}

void LargeParts::addParts(const FrameAssembly &assembly, bool yields, double hardening) {
    const auto place = [this](int n) { return m_model->nodes[static_cast<std::size_t>(n)].at; };
    for (std::size_t b = 0; b < m_model->beams.size(); ++b) {
        const FrameBeam &beam = m_model->beams[b];
        const BeamElement &element = assembly.beams()[b];
        const double yield = yields ? m_model->materials[static_cast<std::size_t>(beam.material)].yield : 0;
        m_beams.push_back({{beam.from, beam.to},
                           {place(beam.from), place(beam.to)},
                           element.rotation.topLeftCorner<3, 3>(),
                           BeamHinges(element.local, element.length,
                                      m_model->sections[static_cast<std::size_t>(beam.section)], yield)});
    }
    for (std::size_t s = 0; s < m_model->shells.size(); ++s) {
        const FrameShell &shell = m_model->shells[s];
        const FrameMaterial &metal = m_model->materials[static_cast<std::size_t>(shell.material)];
        const double yield = yields ? metal.yield : 0;
        for (const ShellPart &p : assembly.shells()[s].parts) {
            std::array<int, 3> nodes{};
            std::array<Vec3, 3> places;
            for (std::size_t i = 0; i < 3; ++i) {
                nodes[i] = shell.nodes[static_cast<std::size_t>(p.corners[i])];
                places[i] = place(nodes[i]);
            }
            m_triangles.push_back({nodes, places, p.triangle.axes(),
                                   ShellLayers(p.triangle, yield, hardening * metal.E), p.share,
                                   static_cast<int>(s)});
        }
    }
}

void LargeParts::gatherLoads(const FrameAssembly &assembly, int loadCase) {
    m_nodalLoad = Eigen::VectorXd::Zero(6 * static_cast<Eigen::Index>(m_model->nodes.size()));
    const auto push = [this](int node, const Vec3 &force) { m_nodalLoad.segment<3>(6 * node) += force; };
    for (const NodeLoad &l : m_model->nodeLoads) {
        if (l.loadCase != loadCase) continue;
        push(l.node, l.force);
        m_nodalLoad.segment<3>(6 * l.node + 3) += l.moment;
    }
    const auto beamLoad = [&](std::size_t b, const Vec3 &perLength) {
        for (const int n : {m_model->beams[b].from, m_model->beams[b].to})
            push(n, perLength * assembly.beams()[b].length / 2);
    };
    const auto shellLoad = [&](std::size_t s, const std::vector<Vec3> &loads) {
        for (std::size_t i = 0; i < loads.size(); ++i) push(m_model->shells[s].nodes[i], loads[i]);
    };
    for (const BeamLoad &l : m_model->beamLoads)
        if (l.loadCase == loadCase) beamLoad(static_cast<std::size_t>(l.beam), l.distributed);
    for (const ShellLoad &l : m_model->shellLoads)
        if (l.loadCase == loadCase)
            shellLoad(static_cast<std::size_t>(l.shell),
                      assembly.shells()[static_cast<std::size_t>(l.shell)].pressureLoads(l.pressure));
    for (const AccelerationLoad &a : m_model->accelerations) {
        if (a.loadCase != loadCase) continue;
        for (const NodeMass &p : m_model->masses) push(p.node, p.mass * a.acceleration);
        for (std::size_t b = 0; b < m_model->beams.size(); ++b)
            beamLoad(b, assembly.beams()[b].massPerLength * a.acceleration);
        for (std::size_t s = 0; s < m_model->shells.size(); ++s) {
            const FrameShell &shell = m_model->shells[s];
            const double density = m_model->materials[static_cast<std::size_t>(shell.material)].density;
            shellLoad(s, assembly.shells()[s].weightLoads(density * shell.thickness * a.acceleration));
        }
    }
    m_startLoad = freeOf(m_nodalLoad);
}

Eigen::VectorXd LargeParts::freeOf(const Eigen::VectorXd &nodal) const {
    Eigen::VectorXd out = Eigen::VectorXd::Zero(m_map.freeCount());
    for (Eigen::Index i = 0; i < nodal.size(); ++i) {
        if (nodal(i) == 0) continue;
        for (const FreedomTerm &t : m_map.terms(static_cast<int>(i / 6), static_cast<int>(i % 6)))
            if (t.column < m_map.freeCount()) out(t.column) += t.coefficient * nodal(i);
    }
    return out;
}

PartStates LargeParts::fresh() const {
    return {std::vector<BeamHinges::Flow>(m_beams.size(), BeamHinges::Flow::Zero()),
            std::vector<LayerState>(m_triangles.size())};
}

bool LargeParts::remap(const Configuration &at) {
    if (m_skeleton.rigidLinks.empty()) return true;
    for (std::size_t n = 0; n < at.nodes.size(); ++n) m_skeleton.nodes[n].at = at.nodes[n].at;
    auto map = FreedomMap::make(m_skeleton);
    if (!map || map->freeCount() != m_map.freeCount()) return false;
    m_map = std::move(*map);
    return true;
}

LargeParts::Share<2> LargeParts::beamShare(const Beam &b, const Configuration &at,
                                           const BeamHinges::Flow &before, BeamHinges::Flow &after) const {
    const auto node = [&](std::size_t i) { return &at.nodes[static_cast<std::size_t>(b.nodes[i])]; };
    const Corotation<2> moved = corotateBeam(b.places, b.axes, {node(0), node(1)});
    const BeamHinges::Answer own = b.law.answer(moved.deformation(), before, after);
    return {moved.globalForces(own.forces), moved.globalStiffness(own.forces, own.stiffness), own.settled};
}

LargeParts::Share<3> LargeParts::triangleShare(const Triangle &t, const Configuration &at,
                                               const LayerState &before, LayerState &after) const {
    const auto node = [&](std::size_t i) { return &at.nodes[static_cast<std::size_t>(t.nodes[i])]; };
    const Corotation<3> moved = corotateTriangle(t.places, t.axes, {node(0), node(1), node(2)});
    const ShellLayers::Answer own = t.law.answer(moved.deformation(), before, after);
    return {t.share * moved.globalForces(own.forces),
            t.share * moved.globalStiffness(own.forces, own.stiffness), true};
}

void LargeParts::addSprings(const Configuration &at, Scatter &scatter) const {
    const auto motion = [&](int n) {
        const NodeState &s = at.nodes[static_cast<std::size_t>(n)];
        Vec6 u;
        u << s.at - m_model->nodes[static_cast<std::size_t>(n)].at, rotationVector(s.turn);
        return u;
    };
    for (const FrameSpring &s : m_model->springs) {
        Eigen::VectorXd f(12);
        Eigen::MatrixXd k = Eigen::MatrixXd::Zero(12, 12);
        const Vec6 push = s.stiffness * (motion(s.from) - (s.to < 0 ? Vec6::Zero().eval() : motion(s.to)));
        f << push, -push;
        k.topLeftCorner<6, 6>() = k.bottomRightCorner<6, 6>() = s.stiffness;
        k.topRightCorner<6, 6>() = k.bottomLeftCorner<6, 6>() = -s.stiffness;
        const std::array<int, 2> nodes{s.from, s.to};
        const int size = s.to < 0 ? 6 : 12;
        scatter.add(f.head(size), k.topLeftCorner(size, size), nodes.data());
    }
}

void LargeParts::addTies(const Configuration &at, Scatter &scatter) const {
    for (const FrameTie &t : m_model->ties) {
        std::vector<int> nodes;
        const auto ends = static_cast<Eigen::Index>(t.from.size() + t.to.size());
        Eigen::MatrixXd share = Eigen::MatrixXd::Zero(3, 6 * ends);
        Vec3 stretch = Vec3::Zero();
        for (const bool to : {false, true})
            for (const TieEnd &e : to ? t.to : t.from) {
                const auto n = static_cast<std::size_t>(e.node);
                const Vec3 arm = at.nodes[n].turn * (t.at - m_model->nodes[n].at);
                const double w = to ? e.weight : -e.weight;
                const auto column = 6 * static_cast<Eigen::Index>(nodes.size());
                share.middleCols<3>(column) = w * Matrix3::Identity();
                share.middleCols<3>(column + 3) = -w * spin(arm);
                stretch += w * (at.nodes[n].at + arm);
                nodes.push_back(e.node);
            }
        scatter.add(share.transpose() * (t.stiffness * stretch), share.transpose() * t.stiffness * share,
                    nodes.data());
    }
}

bool LargeParts::sum(const Configuration &at, const PartStates &before, PartStates &after, Sums &out) {
    if (!remap(at)) return false;
    std::vector<Share<2>> beams(m_beams.size());
    std::vector<Share<3>> triangles(m_triangles.size());
    parallel::forEach(beams.size(), [&](std::size_t i) {
        beams[i] = beamShare(m_beams[i], at, before.beams[i], after.beams[i]);
    });
    parallel::forEach(triangles.size(), [&](std::size_t i) {
        triangles[i] = triangleShare(m_triangles[i], at, before.triangles[i], after.triangles[i]);
    });
    Scatter scatter(m_map, beams.size() * 78 + triangles.size() * 171 + m_model->springs.size() * 78);
    for (std::size_t i = 0; i < beams.size(); ++i) {
        if (!beams[i].fine) return false;
        scatter.add(beams[i].forces, beams[i].stiffness, m_beams[i].nodes.data());
    }
    for (std::size_t i = 0; i < triangles.size(); ++i)
        scatter.add(triangles[i].forces, triangles[i].stiffness, m_triangles[i].nodes.data());
    addSprings(at, scatter);
    addTies(at, scatter);
    scatter.finish(out);
    out.freeLoad = freeOf(m_nodalLoad);
    return out.forces.allFinite();
}

bool LargeParts::move(Configuration &at, const Eigen::VectorXd &change) const {
    constexpr double mostTurn = 1;  // rad in one iteration
    for (const FreedomMap::Body &body : m_map.bodies()) {
        const int reference = body.nodes[0];
        Vec6 d = Vec6::Zero();
        for (int f = 0; f < 6; ++f)
            for (const FreedomTerm &t : m_map.terms(reference, f))
                if (t.column < m_map.freeCount()) d(f) += t.coefficient * change(t.column);
        if (d.tail<3>().norm() > mostTurn) return false;
        NodeState &state = at.nodes[static_cast<std::size_t>(reference)];
        state.at += d.head<3>();
        state.turn = rotationOf(d.tail<3>()) * state.turn;
        const Vec3 start = m_model->nodes[static_cast<std::size_t>(reference)].at;
        for (std::size_t i = 1; i < body.nodes.size(); ++i) {
            const auto n = static_cast<std::size_t>(body.nodes[i]);
            at.nodes[n] = {state.at + state.turn * (m_model->nodes[n].at - start), state.turn};
        }
    }
    return true;
}

std::vector<double> LargeParts::beamUse(const Configuration &at, const PartStates &states) const {
    std::vector<double> out;
    for (std::size_t i = 0; i < m_beams.size(); ++i) {
        const Beam &b = m_beams[i];
        const Corotation<2> moved = corotateBeam(b.places, b.axes,
                                                 {&at.nodes[static_cast<std::size_t>(b.nodes[0])],
                                                  &at.nodes[static_cast<std::size_t>(b.nodes[1])]});
        BeamHinges::Flow flow;
        const BeamHinges::Answer own = b.law.answer(moved.deformation(), states.beams[i], flow);
        out.push_back(b.law.use(own.forces, flow));
    }
    return out;
}

std::vector<double> LargeParts::shellStrain(const PartStates &states) const {
    std::vector<double> out(m_model->shells.size(), 0);
    for (std::size_t i = 0; i < m_triangles.size(); ++i) {
        double &most = out[static_cast<std::size_t>(m_triangles[i].shell)];
        most = std::max(most, states.triangles[i].mostStrain());
    }
    return out;
}

}  // namespace hefty::mechanics
