#pragma once

#include <memory>
#include <vector>

#include <Eigen/SparseCholesky>
#include <Eigen/SparseCore>

namespace hefty::mechanics {

using Sparse = Eigen::SparseMatrix<double>;
/// Freedoms by load cases: a row holds one freedom in every case.
using CaseRows = Eigen::Matrix<double, Eigen::Dynamic, Eigen::Dynamic, Eigen::RowMajor>;

class Supernodal;

/// LDL' of a sparse symmetric matrix, made for many right sides at once: a row holds one freedom of
/// every load case, so that each entry of the factor is read once and works on all cases with packed
/// arithmetic. Column by column, the 42 cases of a winch bumper took three times as long.
///
/// A large matrix, as meshed plates make it, is factored by supernodes (supernodal.h) instead; one that is
/// not positive definite falls back to LDL', whose pivots tell why.
///
/// While a handle is dragged the pattern of the matrix stays: a thread keeps the orderings of the last few
/// that it factored, and uses one again if the pattern is the same.
class Factor {
  public:
    /// @param lower  lower triangle, compressed
    explicit Factor(const Sparse &lower);
    ~Factor();
    Factor(const Factor &) = delete;
    Factor &operator=(const Factor &) = delete;

    /// False if a pivot was 0: there is no factor then.
    [[nodiscard]] bool succeeded() const { return m_large || m_ldlt->info() == Eigen::Success; }
    /// Pivots in the order of the matrix's own rows. @pre succeeded()
    [[nodiscard]] Eigen::VectorXd pivots() const;
    /// x such that A x = b, for all columns of b. @pre succeeded()
    [[nodiscard]] CaseRows solve(const CaseRows &b) const;

  private:
    [[nodiscard]] CaseRows solveBlock(const CaseRows &b) const;
    using Ldlt = Eigen::SimplicialLDLT<Sparse, Eigen::Lower>;
    struct Kept {
        std::vector<int> outer, inner;
        std::unique_ptr<Ldlt> ldlt;
        std::unique_ptr<Supernodal> large;
        bool thin = false;  ///< its factor is too thin for dense blocks
    };
    static std::vector<Kept> &kept();
    std::vector<int> m_outer, m_inner;
    std::unique_ptr<Ldlt> m_ldlt;
    std::unique_ptr<Supernodal> m_large;  ///< used if there
    bool m_thin = false;
};

/// A x of a symmetric matrix given by its lower triangle, for all columns of x.
[[nodiscard]] CaseRows symmetricProduct(const Sparse &lower, const CaseRows &x);

}  // namespace hefty::mechanics
