#pragma once

#include <optional>

#include <Eigen/SparseCore>

namespace hefty::mechanics {

/// Smallest pivot of a factorization over its own diagonal entry below which the structure is
/// suspected to be a mechanism. Sound frames stay above about 1e-4, long slender chains above 1e-8.
inline constexpr double suspectPivot = 1e-7;

/// Pivot ratio above which one solve leaves at least eleven good digits; below it the answer is refined.
inline constexpr double refinementPivot = 1e-5;

/// Lowest scaled stiffness (x'Kx over x'diag(K)x) below which it is one. A mechanism leaves rounding
/// only, about 1e-16; a cantilever of 1000 elements has 5e-13.
inline constexpr double mechanismStiffness = 2e-14;

/// The motion that a symmetric positive semidefinite stiffness resists least, by inverse iteration
/// on K + 1e-10 diag(K); scaled so that x'diag(K)x = 1.
struct SoftestMode {
    double stiffness = 0;
    Eigen::VectorXd shape;
};

/// @param lower  lower triangle of K, every diagonal entry above 0
/// @return nothing if even the shifted matrix cannot be factored
[[nodiscard]] std::optional<SoftestMode> softestMode(const Eigen::SparseMatrix<double> &lower);

}  // namespace hefty::mechanics
