#include "core/mechanics/frame_assembly.h"

#include <algorithm>
#include <cmath>

#include "core/base/parallel.h"
#include "core/mechanics/corotation.h"

namespace hefty::mechanics {
namespace {

constexpr std::size_t worthSharing = 500;  // shells: with fewer the other core is not worth waking

}  // namespace

/// Sums element matrices into the lower triangle of the free unknowns.
class FrameAssembly::Summer {
  public:
    Summer(const FrameAssembly &a, std::size_t reserve) : m_a(a) { m_triplets.reserve(reserve); }

    /// @param nodes  of the element, in the order of its blocks of six freedoms
    void add(const Eigen::Ref<const Eigen::MatrixXd> &k, const int *nodes, CaseRows *givenLoads = nullptr) {
        const FreedomMap &map = m_a.m_map;
        const int free = map.freeCount();
        m_own.clear();
        for (int i = 0; i < k.rows(); ++i)
            for (const FreedomTerm &t : map.terms(nodes[i / 6], i % 6)) m_own.push_back({i, t});
        for (const Own &row : m_own) {
            if (row.term.column >= free) continue;
            for (const Own &col : m_own) {
                const double value =
                    row.term.coefficient * col.term.coefficient * k(row.freedom, col.freedom);
                if (value == 0) continue;
                if (col.term.column >= free) {
                    if (givenLoads)
                        givenLoads->row(row.term.column) -= value * map.given().row(col.term.column - free);
                } else if (col.term.column <= row.term.column) {
                    m_triplets.emplace_back(row.term.column, col.term.column, value);
                }
            }
        }
    }
    [[nodiscard]] Sparse sum() const {
        Sparse out(m_a.freeCount(), m_a.freeCount());
        out.setFromTriplets(m_triplets.begin(), m_triplets.end());
        return out;
    }

  private:
    /// A freedom of an element, and a term of it.
    struct Own {
        int freedom;
        FreedomTerm term;
    };
    const FrameAssembly &m_a;
    std::vector<Own> m_own;  ///< of the element that is added
    std::vector<Eigen::Triplet<double>> m_triplets;
};

namespace {

bool inRange(int index, std::size_t count) {
    return index >= 0 && static_cast<std::size_t>(index) < count;
}

/// Motion of a place (3) from that of a node (6) that it turns with.
Eigen::Matrix<double, 3, 6> carriedTo(const Vec3 &node, const Vec3 &place) {
    const Vec3 r = place - node;
    Eigen::Matrix<double, 3, 6> b;
    b << 1, 0, 0, 0, r.z(), -r.y(),  //
        0, 1, 0, -r.z(), 0, r.x(),   //
        0, 0, 1, r.y(), -r.x(), 0;
    return b;
}

/// Calls with the node of every end of a tie and its share of the stretch (3 x 6).
template <typename Use>
void eachEnd(const FrameModel &model, const FrameTie &tie, Use &&use) {
    for (const bool to : {false, true})
        for (const TieEnd &e : to ? tie.to : tie.from)
            use(e.node, (to ? e.weight : -e.weight) *
                            carriedTo(model.nodes[static_cast<std::size_t>(e.node)].at, tie.at));
}

/// Geometric stiffness of a beam under an axial force [N, tension positive], in its own axes
/// (Przemieniecki 1968, 15.2), for bending in both planes.
Matrix12 localGeometric(double axial, double l) {
    Matrix12 k = Matrix12::Zero();
    const double a = axial / (30 * l);
    for (const bool up : {false, true}) {
        // Deflection along y turns about z, along z about y the other way.
        const int u = up ? 2 : 1, r = up ? 4 : 5;
        const double s = up ? -1 : 1;
        const std::array<int, 4> at{u, r, 6 + u, 6 + r};
        Eigen::Matrix4d m;
        m << 36, 3 * l * s, -36, 3 * l * s,            //
            3 * l * s, 4 * l * l, -3 * l * s, -l * l,  //
            -36, -3 * l * s, 36, -3 * l * s,           //
            3 * l * s, -l * l, -3 * l * s, 4 * l * l;
        for (int i = 0; i < 4; ++i)
            for (int j = 0; j < 4; ++j)
                k(at[static_cast<std::size_t>(i)], at[static_cast<std::size_t>(j)]) = a * m(i, j);
    }
    return k;
}

/// What moments, shears and twist of a beam do as its ends turn (12 x 12, global axes): the geometric part of
/// its tangent in large motions, where it starts. Axial force is left to localGeometric.
Matrix12 turningOfMoments(const FrameModel &model, const FrameBeam &beam, const BeamElement &element,
                          Vec12 forces) {
    forces(0) = forces(6) = 0;
    if (forces.isZero()) return Matrix12::Zero();
    const std::array<Vec3, 2> places{model.nodes[static_cast<std::size_t>(beam.from)].at,
                                     model.nodes[static_cast<std::size_t>(beam.to)].at};
    const std::array<NodeState, 2> rest{NodeState{places[0]}, NodeState{places[1]}};
    return corotateBeam(places, element.rotation.topLeftCorner<3, 3>(), {&rest[0], &rest[1]})
        .globalStiffness(forces, Matrix12::Zero());
}

/// Consistent mass of a beam in its own axes (Przemieniecki 1968, 11.2, shear and rotary inertia of the
/// bending planes left out; the twist has that of the section).
Matrix12 localMass(double perLength, double polarPerArea, double l) {
    Matrix12 m = Matrix12::Zero();
    const double w = perLength * l / 420;
    const double along = perLength * l / 6, twist = along * polarPerArea;
    m(0, 0) = m(6, 6) = 2 * along;
    m(0, 6) = m(6, 0) = along;
    m(3, 3) = m(9, 9) = 2 * twist;
    m(3, 9) = m(9, 3) = twist;
    for (const bool up : {false, true}) {
        const int u = up ? 2 : 1, r = up ? 4 : 5;
        const double s = up ? -1 : 1;
        const std::array<int, 4> at{u, r, 6 + u, 6 + r};
        Eigen::Matrix4d b;
        b << 156, 22 * l * s, 54, -13 * l * s,              //
            22 * l * s, 4 * l * l, 13 * l * s, -3 * l * l,  //
            54, 13 * l * s, 156, -22 * l * s,               //
            -13 * l * s, -3 * l * l, -22 * l * s, 4 * l * l;
        for (int i = 0; i < 4; ++i)
            for (int j = 0; j < 4; ++j)
                m(at[static_cast<std::size_t>(i)], at[static_cast<std::size_t>(j)]) = w * b(i, j);
    }
    return m;
}

/// In global axes; what an end does not pass on is condensed out as the stiffness is.
Matrix12 toGlobal(const BeamElement &e, const FrameBeam &beam, const Matrix12 &local) {
    Matrix12 turn = e.condense;
    for (int i = 0; i < 6; ++i) {
        if (beam.releasedFrom & (1u << i)) turn.row(i).setZero();
        if (beam.releasedTo & (1u << i)) turn.row(6 + i).setZero();
    }
    turn = e.rotation.transpose() * turn;
    return turn * local * turn.transpose();
}

}  // namespace

Result<FrameAssembly> FrameAssembly::make(const FrameModel &model) {
    FrameAssembly a;
    a.m_model = &model;
    if (auto r = a.checkIndices(); !r) return tl::unexpected(r.error());
    if (auto r = a.makeElements(); !r) return tl::unexpected(r.error());
    auto map = FreedomMap::make(model);
    if (!map) return tl::unexpected(map.error());
    a.m_map = std::move(*map);
    a.markAttached();
    return a;
}

Result<bool> FrameAssembly::checkIndices() const {
    const FrameModel &m = *m_model;
    const auto bad = [](const std::string &where) {
        return fail(ProblemKind::UnknownId, "This refers to something that the model does not have.", where);
    };
    for (const FrameBeam &b : m.beams)
        if (!inRange(b.from, m.nodes.size()) || !inRange(b.to, m.nodes.size()) ||
            !inRange(b.material, m.materials.size()) || !inRange(b.section, m.sections.size()))
            return bad("beams/" + b.id);
    for (const FrameShell &s : m.shells)
        if (!inRange(s.material, m.materials.size()) ||
            !std::all_of(s.nodes.begin(), s.nodes.end(), [&](int n) { return inRange(n, m.nodes.size()); }))
            return bad("shells/" + s.id);
    for (const FrameSpring &s : m.springs)
        if (!inRange(s.from, m.nodes.size()) || (s.to != -1 && !inRange(s.to, m.nodes.size())))
            return bad("springs/" + s.id);
    if (auto r = checkTies(); !r) return r;
    for (const RigidLink &r : m.rigidLinks) {
        if (!inRange(r.master, m.nodes.size())) return bad("rigid");
        for (const int s : r.slaves)
            if (!inRange(s, m.nodes.size())) return bad("rigid");
    }
    for (const FrameSupport &s : m.supports)
        if (!inRange(s.node, m.nodes.size())) return bad("supports");
    for (const PrescribedFreedom &p : m.prescribed)
        if (!inRange(p.node, m.nodes.size()) || !inRange(p.loadCase, m.cases.size()) ||
            !inRange(p.freedom, 6))
            return bad("prescribed");
    const auto loadFits = [&](int loadCase, int index, std::size_t count) {
        return inRange(loadCase, m.cases.size()) && inRange(index, count);
    };
    for (const NodeLoad &l : m.nodeLoads)
        if (!loadFits(l.loadCase, l.node, m.nodes.size())) return bad("loads");
    for (const BeamLoad &l : m.beamLoads)
        if (!loadFits(l.loadCase, l.beam, m.beams.size())) return bad("loads");
    for (const ShellLoad &l : m.shellLoads)
        if (!loadFits(l.loadCase, l.shell, m.shells.size())) return bad("loads");
    for (const AccelerationLoad &l : m.accelerations)
        if (!inRange(l.loadCase, m.cases.size())) return bad("loads");
    for (const NodeMass &p : m.masses)
        if (!inRange(p.node, m.nodes.size()) || !(p.mass >= 0) || !std::isfinite(p.mass))
            return bad("masses");
    return true;
}

Result<bool> FrameAssembly::checkTies() const {
    constexpr double rounding = 1e-6;
    for (const FrameTie &t : m_model->ties) {
        for (const auto *side : {&t.from, &t.to}) {
            double sum = 0;
            for (const TieEnd &e : *side) {
                if (!inRange(e.node, m_model->nodes.size()))
                    return fail(ProblemKind::UnknownId,
                                "This refers to something that the model does not have.", "ties/" + t.id);
                sum += e.weight;
            }
            if (!(std::abs(sum - 1) < rounding))
                return fail(ProblemKind::BadInput, "The weights of one side of a tie must add up to 1.",
                            "ties/" + t.id);
        }
        if (!t.at.allFinite() || !t.stiffness.allFinite() || !(t.stiffness.diagonal().minCoeff() >= 0))
            return fail(ProblemKind::BadInput, "A tie needs a place and a stiffness that is not negative.",
                        "ties/" + t.id);
    }
    return true;
}

Result<bool> FrameAssembly::makeElements() {
    m_beams.reserve(m_model->beams.size());
    const double shortest = 1e-6 * modelSize();
    for (const FrameBeam &beam : m_model->beams) {
        auto element = makeBeamElement(*m_model, beam);
        if (!element) return tl::unexpected(element.error());
        if (element->length < shortest)
            return fail(ProblemKind::BadInput,
                        "The beam is shorter than a millionth of the model: its nodes are all but the same.",
                        "beams/" + beam.id, "Join its two nodes, or link them rigidly.");
        m_beams.push_back(std::move(*element));
    }
    m_shells.reserve(m_model->shells.size());
    const std::vector<double> folds = shellFolds();
    std::vector<Result<ShellElement>> shells(m_model->shells.size(), ShellElement{});
    const auto make = [&](std::size_t s) {
        shells[s] = makeShellElement(*m_model, m_model->shells[s], folds[s]);
    };
    if (shells.size() < worthSharing)
        for (std::size_t s = 0; s < shells.size(); ++s) make(s);
    else
        parallel::isolated([&] { parallel::forEach(shells.size(), make); });
    for (Result<ShellElement> &element : shells) {
        if (!element) return tl::unexpected(element.error());
        m_shells.push_back(std::move(*element));
    }
    return true;
}

/// Diagonal of the box around all nodes.
double FrameAssembly::modelSize() const {
    if (m_model->nodes.empty()) return 0;
    Vec3 low = m_model->nodes[0].at, high = low;
    for (const FrameNode &n : m_model->nodes) {
        low = low.cwiseMin(n.at);
        high = high.cwiseMax(n.at);
    }
    return (high - low).norm();
}

/// Per shell the largest angle to a neighbor that continues it; sharper ones are edges, not curvature.
std::vector<double> FrameAssembly::shellFolds() const {
    constexpr double sharpest = 0.7;  // rad
    const double least = std::cos(sharpest);
    const auto &shells = m_model->shells;
    std::vector<double> cosines(shells.size(), 1);
    std::vector<Vec3> normals;
    std::vector<std::vector<std::size_t>> at(m_model->nodes.size());
    for (std::size_t s = 0; s < shells.size(); ++s) {
        normals.push_back(shells[s].nodes.size() < 3 ? Vec3(0, 0, 0) : shellNormal(*m_model, shells[s]));
        for (const int n : shells[s].nodes) at[static_cast<std::size_t>(n)].push_back(s);
    }
    for (const auto &around : at)
        for (const std::size_t s : around)
            for (const std::size_t other : around) {
                // Either side may be up.
                const double cosine = std::abs(normals[s].dot(normals[other]));
                if (cosine > least) cosines[s] = std::min(cosines[s], cosine);
            }
    std::vector<double> out;
    for (const double c : cosines) out.push_back(std::acos(c));
    return out;
}

void FrameAssembly::markAttached() {
    m_attached.assign(m_model->nodes.size(), false);
    m_hasElement.assign(m_model->nodes.size(), false);
    const auto mark = [this](int node) { m_attached[static_cast<std::size_t>(node)] = true; };
    const auto markElement = [&](int node) {
        mark(node);
        m_hasElement[static_cast<std::size_t>(node)] = true;
    };
    for (const FrameBeam &b : m_model->beams) {
        markElement(b.from);
        markElement(b.to);
    }
    for (const FrameShell &s : m_model->shells)
        for (const int n : s.nodes) markElement(n);
    for (const FrameSpring &s : m_model->springs) {
        mark(s.from);
        if (s.to >= 0) mark(s.to);
    }
    for (const FrameTie &t : m_model->ties)
        for (const auto *side : {&t.from, &t.to})
            for (const TieEnd &e : *side) mark(e.node);
    for (const FrameSupport &s : m_model->supports)
        if (s.fixed) mark(s.node);
    for (const PrescribedFreedom &p : m_model->prescribed) mark(p.node);
    for (const FreedomMap::Body &body : m_map.bodies()) {
        const bool any = std::any_of(body.nodes.begin(), body.nodes.end(),
                                     [this](int n) { return m_attached[static_cast<std::size_t>(n)]; });
        if (any)
            for (const int node : body.nodes) mark(node);
    }
}

/// Shells are most of a large model: half of them are summed beside the rest. Always the same half, so that
/// the sum is the same on any machine.
Sparse FrameAssembly::stiffness(CaseRows *givenLoads) const {
    const bool given = givenLoads && m_map.given().rows() > 0;  // both would write to the same loads
    const std::size_t shared = given || m_shells.size() < worthSharing ? 0 : m_shells.size() / 2;
    Sparse one, other;
    const auto sumOne = [&] {
        Summer sum(*this, m_beams.size() * 78 + (m_shells.size() - shared) * 300 +
                              m_model->springs.size() * 78 + m_model->ties.size() * 300);
        for (std::size_t b = 0; b < m_beams.size(); ++b) {
            const std::array<int, 2> nodes{m_model->beams[b].from, m_model->beams[b].to};
            sum.add(m_beams[b].globalStiffness(), nodes.data(), givenLoads);
        }
        addOthers(sum, givenLoads);
        addShells(sum, shared, m_shells.size(), givenLoads);
        one = sum.sum();
    };
    const auto sumOther = [&] {
        Summer sum(*this, shared * 300);
        addShells(sum, 0, shared, nullptr);
        other = sum.sum();
    };
    if (shared == 0) {
        sumOne();
        return one;
    }
    parallel::isolated([&] { parallel::together(sumOne, sumOther); });
    return one + other;
}

void FrameAssembly::addShells(Summer &sum, std::size_t from, std::size_t to, CaseRows *givenLoads) const {
    for (std::size_t s = from; s < to; ++s)
        sum.add(m_shells[s].stiffness(), m_model->shells[s].nodes.data(), givenLoads);
}

/// Springs and ties.
void FrameAssembly::addOthers(Summer &sum, CaseRows *givenLoads) const {
    for (const FrameSpring &s : m_model->springs) {
        const std::array<int, 2> nodes{s.from, s.to};
        if (s.to < 0) {
            sum.add(s.stiffness, nodes.data(), givenLoads);
            continue;
        }
        Matrix12 k;
        k << s.stiffness, -s.stiffness, -s.stiffness, s.stiffness;
        sum.add(k, nodes.data(), givenLoads);
    }
    for (const FrameTie &t : m_model->ties) {
        std::vector<int> nodes;
        Eigen::Matrix<double, 3, Eigen::Dynamic> b(
            3, 6 * static_cast<Eigen::Index>(t.from.size() + t.to.size()));
        eachEnd(*m_model, t, [&](int node, const Eigen::Matrix<double, 3, 6> &share) {
            b.middleCols<6>(6 * static_cast<Eigen::Index>(nodes.size())) = share;
            nodes.push_back(node);
        });
        const Eigen::MatrixXd k = b.transpose() * t.stiffness * b;
        sum.add(k, nodes.data(), givenLoads);
    }
}

Vec3 FrameAssembly::tieStretch(std::size_t tie, const Eigen::Ref<const Eigen::VectorXd> &motions) const {
    Vec3 stretch = Vec3::Zero();
    eachEnd(*m_model, m_model->ties[tie], [&](int node, const Eigen::Matrix<double, 3, 6> &share) {
        stretch += share * motions.segment<6>(6 * static_cast<Eigen::Index>(node));
    });
    return stretch;
}

Sparse FrameAssembly::mass() const {
    Summer sum(*this, m_beams.size() * 78 + m_shells.size() * 150);
    for (std::size_t b = 0; b < m_beams.size(); ++b) {
        const FrameBeam &beam = m_model->beams[b];
        const FrameSection &section = m_model->sections[static_cast<std::size_t>(beam.section)];
        const double polar = section.A > 0 ? (section.Iy + section.Iz) / section.A : 0;
        const std::array<int, 2> nodes{beam.from, beam.to};
        sum.add(toGlobal(m_beams[b], beam, localMass(m_beams[b].massPerLength, polar, m_beams[b].length)),
                nodes.data());
    }
    for (std::size_t s = 0; s < m_shells.size(); ++s) {
        const FrameShell &shell = m_model->shells[s];
        const double density = m_model->materials[static_cast<std::size_t>(shell.material)].density;
        sum.add(m_shells[s].mass(density), shell.nodes.data());
    }
    for (const NodeMass &p : m_model->masses) {
        Matrix6 m = Matrix6::Zero();
        m.diagonal().head<3>().setConstant(p.mass);
        sum.add(m, &p.node);
    }
    return sum.sum();
}

Sparse FrameAssembly::geometricStiffness(const Eigen::VectorXd &motions,
                                         const std::vector<Vec12> &beamForces) const {
    Summer sum(*this, m_beams.size() * 78 + m_shells.size() * 300);
    for (std::size_t b = 0; b < m_beams.size(); ++b) {
        const FrameBeam &beam = m_model->beams[b];
        const std::array<int, 2> nodes{beam.from, beam.to};
        const double axial = (beamForces[b](6) - beamForces[b](0)) / 2;
        sum.add(toGlobal(m_beams[b], beam, localGeometric(axial, m_beams[b].length)), nodes.data());
        sum.add(turningOfMoments(*m_model, beam, m_beams[b], beamForces[b]), nodes.data());
    }
    for (std::size_t s = 0; s < m_shells.size(); ++s)
        sum.add(m_shells[s].geometricStiffness(shellMotions(s, motions)), m_model->shells[s].nodes.data());
    return sum.sum();
}

CaseRows FrameAssembly::motions(const CaseRows &free) const {
    const auto nodes = static_cast<int>(m_model->nodes.size());
    CaseRows u = CaseRows::Zero(6 * nodes, free.cols());
    for (int n = 0; n < nodes; ++n)
        for (int f = 0; f < 6; ++f)
            for (const FreedomTerm &t : m_map.terms(n, f)) {
                if (t.column < freeCount())
                    u.row(6 * n + f) += t.coefficient * free.row(t.column);
                else
                    u.row(6 * n + f) += t.coefficient * m_map.given().row(t.column - freeCount());
            }
    return u;
}

Eigen::VectorXd FrameAssembly::shape(const Eigen::VectorXd &free) const {
    const auto nodes = static_cast<int>(m_model->nodes.size());
    Eigen::VectorXd u = Eigen::VectorXd::Zero(6 * nodes);
    for (int n = 0; n < nodes; ++n)
        for (int f = 0; f < 6; ++f)
            for (const FreedomTerm &t : m_map.terms(n, f))
                if (t.column < freeCount()) u(6 * n + f) += t.coefficient * free(t.column);
    return u;
}

CaseRows FrameAssembly::freeLoads(const CaseRows &nodal) const {
    CaseRows out = CaseRows::Zero(freeCount(), nodal.cols());
    for (int n = 0; n < static_cast<int>(m_model->nodes.size()); ++n)
        for (int f = 0; f < 6; ++f)
            for (const FreedomTerm &t : m_map.terms(n, f))
                if (t.column < freeCount()) out.row(t.column) += t.coefficient * nodal.row(6 * n + f);
    return out;
}

Eigen::VectorXd FrameAssembly::shellMotions(std::size_t shell,
                                            const Eigen::Ref<const Eigen::VectorXd> &motions) const {
    const std::vector<int> &nodes = m_model->shells[shell].nodes;
    Eigen::VectorXd u(6 * static_cast<Eigen::Index>(nodes.size()));
    for (std::size_t i = 0; i < nodes.size(); ++i)
        u.segment<6>(6 * static_cast<Eigen::Index>(i)) = motions.segment<6>(6 * nodes[i]);
    return u;
}

}  // namespace hefty::mechanics
