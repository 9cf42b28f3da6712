#pragma once

#include <memory>

#include "core/mechanics/factor.h"

namespace hefty::mechanics {

/// LL' of a large sparse symmetric positive definite matrix by supernodes (CHOLMOD): its dense blocks
/// make the factor of a plate's mesh several times as fast as entry by entry.
class Supernodal {
  public:
    /// @param lower  lower triangle, compressed
    explicit Supernodal(const Sparse &lower);
    ~Supernodal();
    Supernodal(const Supernodal &) = delete;
    Supernodal &operator=(const Supernodal &) = delete;

    /// Work of the factor over its entries. In plain frames, whose columns stay short, it is small and dense
    /// blocks cost more than they save; CHOLMOD itself switches at 40.
    [[nodiscard]] double workPerEntry() const;
    /// Factors anew a matrix of the pattern it was made with. False if it is not positive definite.
    bool factorize(const Sparse &lower);
    /// Keeps the ordering and lets go of the numbers, which take most of the room.
    void forget();
    /// Squares of the factor's diagonal in the order of the matrix's own rows. @pre factorize() was true
    [[nodiscard]] Eigen::VectorXd pivots() const;
    /// @pre factorize() was true
    [[nodiscard]] CaseRows solve(const CaseRows &b) const;

  private:
    struct State;
    std::unique_ptr<State> m_state;
};

}  // namespace hefty::mechanics
