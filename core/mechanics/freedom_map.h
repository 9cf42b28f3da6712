#pragma once

#include <vector>

#include "core/base/result.h"
#include "core/mechanics/frame_model.h"

namespace hefty::mechanics {

/// One term of a nodal freedom: coefficient times unknown `column` (free columns come first, then the
/// given ones).
struct FreedomTerm {
    int column = 0;
    double coefficient = 0;
};

/// How the 6 n nodal freedoms follow from the free unknowns and the given (prescribed) ones, with
/// supports and rigid links eliminated.
class FreedomMap {
  public:
    /// @error BadInput for indices out of range, a node that is slave of two different bodies through
    ///        itself, or contradicting prescribed values
    [[nodiscard]] static Result<FreedomMap> make(const FrameModel &model);

    [[nodiscard]] int freeCount() const { return m_freeCount; }
    [[nodiscard]] int givenCount() const { return m_givenCount; }
    /// Terms of a nodal freedom; none if it is held at 0.
    [[nodiscard]] const std::vector<FreedomTerm> &terms(int node, int freedom) const {
        return m_terms[static_cast<std::size_t>(6 * node + freedom)];
    }
    /// Values of the given columns in each case (givenCount x cases).
    [[nodiscard]] const Eigen::MatrixXd &given() const { return m_given; }

    /// The nodes that move as one body, the first being its reference; single nodes are bodies too.
    struct Body {
        std::vector<int> nodes;
        Eigen::MatrixXd constraints;            ///< m x 6: held freedoms as rows on the reference's motion
        std::vector<std::pair<int, int>> held;  ///< node and freedom of each row
    };
    [[nodiscard]] const std::vector<Body> &bodies() const { return m_bodies; }
    /// A free unknown's home: a node and the freedom it mostly is.
    [[nodiscard]] std::pair<int, int> home(int column) const {
        return m_homes[static_cast<std::size_t>(column)];
    }

  private:
    friend class FreedomMapBuilder;
    int m_freeCount = 0;
    int m_givenCount = 0;
    std::vector<std::vector<FreedomTerm>> m_terms;
    std::vector<std::pair<int, int>> m_homes;
    std::vector<Body> m_bodies;
    Eigen::MatrixXd m_given;
};

/// Motion of a point of a rigid body from the motion of its reference (6 x 6): u = u0 + r0 x arm.
[[nodiscard]] Matrix6 rigidTransfer(const Vec3 &arm);

}  // namespace hefty::mechanics
