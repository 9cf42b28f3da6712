#include "core/mechanics/mechanism.h"

#include <cmath>

#include <Eigen/SparseCholesky>

namespace hefty::mechanics {

std::optional<SoftestMode> softestMode(const Eigen::SparseMatrix<double> &lower) {
    const Eigen::VectorXd diagonal = lower.diagonal();
    Eigen::SparseMatrix<double> shifted = lower;
    for (Eigen::Index i = 0; i < diagonal.size(); ++i) shifted.coeffRef(i, i) += 1e-10 * diagonal(i);
    const Eigen::SimplicialLDLT<Eigen::SparseMatrix<double>, Eigen::Lower> factor(shifted);
    if (factor.info() != Eigen::Success) return std::nullopt;
    SoftestMode mode;
    // A fixed, irregular start that is orthogonal to no likely mode.
    mode.shape.resize(diagonal.size());
    for (Eigen::Index i = 0; i < diagonal.size(); ++i)
        mode.shape(i) = std::sin(1.0 + 12.9898 * static_cast<double>(i + 1)) / std::sqrt(diagonal(i));
    constexpr int rounds = 6;
    for (int round = 0; round < rounds; ++round) {
        mode.shape = factor.solve(diagonal.cwiseProduct(mode.shape)).eval();
        const double size = std::sqrt(mode.shape.dot(diagonal.cwiseProduct(mode.shape)));
        if (!(size > 0) || !std::isfinite(size)) return std::nullopt;
        mode.shape /= size;
    }
    mode.stiffness = std::abs(mode.shape.dot(lower.selfadjointView<Eigen::Lower>() * mode.shape));
    return mode;
}

}  // namespace hefty::mechanics
