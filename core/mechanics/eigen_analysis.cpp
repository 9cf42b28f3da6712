#include "core/mechanics/eigen_analysis.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <optional>

#include <Spectra/MatOp/SparseCholesky.h>
#include <Spectra/MatOp/SparseSymMatProd.h>
#include <Spectra/SymGEigsSolver.h>
#include <fmt/format.h>
#include <Eigen/Eigenvalues>

#include "core/mechanics/case_subset.h"
#include "core/mechanics/frame_assembly.h"
#include "core/mechanics/frame_solver.h"
#include "core/mechanics/mechanism.h"

namespace hefty::mechanics {
namespace {

/// Pieces that make a buckling load of a fixed-fixed member good to 0.05 percent; where there are many beams
/// a member is several of them.
constexpr int mostPieces = 8, leastPieces = 4;
/// Systems up to this size are solved dense: no start vector, nothing to converge.
constexpr Eigen::Index denseSize = 240;

int piecesFor(const FrameModel &model) {
    const int beams = std::max(1, static_cast<int>(model.beams.size()));
    return std::clamp(400 / beams, leastPieces, mostPieces);
}

/// Values and vectors of A x = m B x, B positive definite; the largest m, in falling order.
struct Pairs {
    std::vector<double> values;
    Eigen::MatrixXd vectors;
};

Result<Pairs> notConverged() {
    return fail(ProblemKind::NotFinite, "The eigenvalues do not converge.", "analysis",
                "Ask for fewer, or check for sizes or stiffnesses many orders of magnitude apart.");
}

Result<Pairs> dense(const Sparse &a, const Sparse &b, int count) {
    const Eigen::MatrixXd A = Eigen::MatrixXd(a).selfadjointView<Eigen::Lower>();
    const Eigen::MatrixXd B = Eigen::MatrixXd(b).selfadjointView<Eigen::Lower>();
    const Eigen::GeneralizedSelfAdjointEigenSolver<Eigen::MatrixXd> solver(A, B);
    if (solver.info() != Eigen::Success) return notConverged();
    Pairs out;
    const auto n = static_cast<int>(A.rows());
    const int take = std::min(count, n);
    out.vectors.resize(n, take);
    for (int i = 0; i < take; ++i) {
        out.values.push_back(solver.eigenvalues()(n - 1 - i));
        out.vectors.col(i) = solver.eigenvectors().col(n - 1 - i);
    }
    return out;
}

using Cholesky = Spectra::SparseCholesky<double, Eigen::Lower>;

/// @param factored  b, if it was factored before
Result<Pairs> largest(const Sparse &a, const Sparse &b, int count, Cholesky *factored = nullptr) {
    if (a.rows() <= denseSize) return dense(a, b, count);
    using Product = Spectra::SparseSymMatProd<double, Eigen::Lower>;
    Product product(a);
    std::optional<Cholesky> own;
    if (!factored) factored = &own.emplace(b);
    Cholesky &cholesky = *factored;
    if (cholesky.info() != Spectra::CompInfo::Successful) return notConverged();
    const int n = static_cast<int>(a.rows());
    const int basis = std::min(n, std::max(2 * count + 18, 20));
    Spectra::SymGEigsSolver<Product, Cholesky, Spectra::GEigsMode::Cholesky> solver(product, cholesky, count,
                                                                                    basis);
    solver.init();
    solver.compute(Spectra::SortRule::LargestAlge, 1000, 1e-10);
    if (solver.info() != Spectra::CompInfo::Successful) return notConverged();
    Pairs out;
    const Eigen::VectorXd values = solver.eigenvalues();
    out.values.assign(values.begin(), values.end());
    out.vectors = solver.eigenvectors();
    return out;
}

NodalShape nodalShape(const FrameAssembly &assembly, const Eigen::VectorXd &free, std::size_t nodes) {
    const Eigen::VectorXd u = assembly.shape(free);
    NodalShape out;
    double most = 0;
    for (std::size_t n = 0; n < assembly.model().nodes.size(); ++n)
        most = std::max(most, u.segment<3>(6 * static_cast<Eigen::Index>(n)).cwiseAbs().maxCoeff());
    for (std::size_t n = 0; n < nodes; ++n)
        out.emplace_back(u.segment<6>(6 * static_cast<Eigen::Index>(n)) / (most > 0 ? most : 1));
    return out;
}

/// A copy without the freedoms that nothing resists and nothing moves: their diagonal is made good.
void fillIdle(Sparse &matrix) {
    const Eigen::VectorXd diagonal = matrix.diagonal();
    std::vector<Eigen::Triplet<double>> extra;
    for (Eigen::Index i = 0; i < diagonal.size(); ++i)
        if (!(diagonal(i) > 0)) extra.emplace_back(i, i, 1.0);
    if (extra.empty()) return;
    Sparse more(matrix.rows(), matrix.cols());
    more.setFromTriplets(extra.begin(), extra.end());
    matrix += more;
}

/// Contacts make the answer depend on which bear: these analyses are of linear frames.
Result<bool> checkLinear(const FrameModel &model, int count) {
    if (!model.contacts.empty())
        return fail(ProblemKind::BadInput, "Buckling and modes are of frames without contacts.",
                    "contacts/" + model.contacts[0].id, "Put springs where contacts bear.");
    if (count >= 1) return true;
    return fail(ProblemKind::BadInput, "At least one must be asked for.", "analysis/count", "Use 1 or more.");
}

}  // namespace

FrameModel refined(const FrameModel &model, int pieces) {
    FrameModel out = model;
    out.beams.clear();
    out.beamLoads.clear();
    std::vector<std::vector<int>> cut(model.beams.size());
    for (std::size_t b = 0; b < model.beams.size(); ++b) {
        const FrameBeam &beam = model.beams[b];
        const Vec3 from = model.nodes[static_cast<std::size_t>(beam.from)].at,
                   to = model.nodes[static_cast<std::size_t>(beam.to)].at;
        int last = beam.from;
        for (int i = 1; i <= pieces; ++i) {
            FrameBeam piece = beam;
            piece.from = last;
            if (i < pieces) {
                out.nodes.push_back({fmt::format("{}~{}", beam.id, i), from + (to - from) * i / pieces});
                piece.to = last = static_cast<int>(out.nodes.size()) - 1;
                piece.releasedTo = 0;
            }
            if (i > 1) piece.releasedFrom = 0;
            cut[b].push_back(static_cast<int>(out.beams.size()));
            out.beams.push_back(std::move(piece));
        }
    }
    for (const BeamLoad &l : model.beamLoads)
        for (const int piece : cut[static_cast<std::size_t>(l.beam)])
            out.beamLoads.push_back({l.loadCase, piece, l.distributed});
    return out;
}

namespace {

/// What the cases of one frame share when it is asked whether it buckles.
struct Straight {
    FrameModel fine;
    FrameSolution answer;
    FrameAssembly assembly;
    Sparse stiffness;
};

Result<BucklingSolution> buckle(const Straight &s, std::size_t loadCase, int count, std::size_t nodes,
                                Cholesky *factored) {
    const CaseSolution &loaded = s.answer.cases[loadCase];
    Eigen::VectorXd motions(6 * static_cast<Eigen::Index>(s.fine.nodes.size()));
    for (std::size_t n = 0; n < s.fine.nodes.size(); ++n)
        motions.segment<6>(6 * static_cast<Eigen::Index>(n)) = loaded.displacements[n];
    std::vector<Vec12> forces;
    for (const BeamForces &f : loaded.beams) forces.push_back((Vec12() << -f.from, f.to).finished());
    BucklingSolution out;
    const Sparse geometric = -s.assembly.geometricStiffness(motions, forces);
    if (geometric.norm() == 0) return out;
    // -Kg x = m K x: the factor is 1/m, the largest m buckles first.
    const auto pairs = largest(geometric, s.stiffness, std::min(count, s.assembly.freeCount() - 1), factored);
    if (!pairs) return tl::unexpected(pairs.error());
    // What rounding leaves of a load that only pulls is no buckling.
    const double least =
        1e-9 * geometric.diagonal().cwiseAbs().cwiseQuotient(s.stiffness.diagonal()).maxCoeff();
    for (std::size_t i = 0; i < pairs->values.size(); ++i) {
        if (!(pairs->values[i] > least)) continue;
        out.factors.push_back(1 / pairs->values[i]);
        out.shapes.push_back(nodalShape(s.assembly, pairs->vectors.col(static_cast<Eigen::Index>(i)), nodes));
    }
    return out;
}

}  // namespace

Result<std::vector<BucklingSolution>> solveBuckling(const FrameModel &whole, const std::vector<int> &cases,
                                                    int count) {
    if (auto fine = checkLinear(whole, count); !fine) return tl::unexpected(fine.error());
    for (const int c : cases)
        if (c < 0 || c >= static_cast<int>(whole.cases.size()))
            return fail(ProblemKind::UnknownId, "There is no such load case.", "analysis/case");
    // Asked of the model itself first: indices are checked before beams are cut, mechanisms named.
    if (auto checked = solveStatic(whole); !checked) return tl::unexpected(checked.error());
    const FrameModel model = caseSubset(whole, cases);
    Straight s;
    s.fine = refined(model, piecesFor(model));
    auto answer = solveStatic(s.fine);
    if (!answer) return tl::unexpected(answer.error());
    s.answer = std::move(*answer);
    auto assembly = FrameAssembly::make(s.fine);
    if (!assembly) return tl::unexpected(assembly.error());
    s.assembly = std::move(*assembly);
    std::vector<BucklingSolution> out(cases.size());
    if (s.assembly.freeCount() == 0) return out;
    s.stiffness = s.assembly.stiffness(nullptr);
    fillIdle(s.stiffness);
    std::optional<Cholesky> factored;
    if (s.stiffness.rows() > denseSize) factored.emplace(s.stiffness);
    for (std::size_t c = 0; c < cases.size(); ++c) {
        auto one = buckle(s, c, count, model.nodes.size(), factored ? &*factored : nullptr);
        if (!one) return tl::unexpected(one.error());
        out[c] = std::move(*one);
    }
    return out;
}

Result<BucklingSolution> solveBuckling(const FrameModel &model, int loadCase, int count) {
    auto all = solveBuckling(model, std::vector<int>{loadCase}, count);
    if (!all) return tl::unexpected(all.error());
    return std::move(all->front());
}

namespace {

/// The lowest of K x = l M x: of M x = m (K + s M) x the largest m, as l = 1/m - s. With a little of the
/// mass added even a body that nothing holds can be factored.
Result<Pairs> lowest(const Sparse &stiffness, const Sparse &mass, double shift, int count) {
    const Sparse shifted = stiffness + shift * mass;
    return largest(mass, shifted, count);
}

}  // namespace

Result<ModesSolution> solveModes(const FrameModel &model, int count) {
    if (auto fine = checkLinear(model, count); !fine) return tl::unexpected(fine.error());
    if (auto whole = FrameAssembly::make(model); !whole) return tl::unexpected(whole.error());
    const FrameModel fine = refined(model, piecesFor(model));
    auto assembly = FrameAssembly::make(fine);
    if (!assembly) return tl::unexpected(assembly.error());
    ModesSolution out;
    if (assembly->freeCount() == 0) return out;
    Sparse stiffness = assembly->stiffness(nullptr);
    const Sparse mass = assembly->mass();
    const Eigen::VectorXd k = stiffness.diagonal(), m = mass.diagonal();
    if (!(m.maxCoeff() > 0))
        return fail(ProblemKind::BadInput, "Nothing of the model has a mass.", "materials/density",
                    "Give the materials a density in kg/mm3.");
    fillIdle(stiffness);
    // Low against every mode that strains, high against rounding: the smallest ratio of the diagonals
    // is above the lowest mode by far.
    double ratio = std::numeric_limits<double>::infinity();
    for (Eigen::Index i = 0; i < k.size(); ++i)
        if (m(i) > 0 && k(i) > 0) ratio = std::min(ratio, k(i) / m(i));
    const double shift = 1e-9 * (std::isfinite(ratio) ? ratio : 1);
    constexpr int rigid = 6;
    const int wanted = std::min(count + rigid, assembly->freeCount() - 1);
    const auto pairs = lowest(stiffness, mass, shift, std::max(1, wanted));
    if (!pairs) return tl::unexpected(pairs.error());
    const Eigen::VectorXd diagonal = stiffness.diagonal();
    for (std::size_t i = 0; i < pairs->values.size(); ++i) {
        if (!(pairs->values[i] > 0) || static_cast<int>(out.frequencies.size()) == count) continue;
        // By Rayleigh's quotient: the shift would cost it digits.
        const Eigen::VectorXd x = pairs->vectors.col(static_cast<Eigen::Index>(i));
        const double strain = x.dot(stiffness.selfadjointView<Eigen::Lower>() * x);
        const double l = strain / x.dot(mass.selfadjointView<Eigen::Lower>() * x);
        const bool rigidMotion = strain < mechanismStiffness * x.dot(diagonal.cwiseProduct(x));
        if (rigidMotion || !std::isfinite(l)) continue;
        // N/mm over kg is 1000/s2.
        out.frequencies.push_back(std::sqrt(1000 * l) / (2 * std::numbers::pi));
        out.shapes.push_back(
            nodalShape(*assembly, pairs->vectors.col(static_cast<Eigen::Index>(i)), model.nodes.size()));
    }
    return out;
}

}  // namespace hefty::mechanics
