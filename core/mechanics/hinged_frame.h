#pragma once

#include <array>
#include <memory>
#include <vector>

#include "core/mechanics/factor.h"
#include "core/mechanics/frame_assembly.h"

/// Inside of the mechanics floor: frames with ends that flow.
namespace hefty::mechanics {

/// An elastic frame with plastic hinges, solved from the factor of the frame without them: a hinge is one
/// unknown more, how fast its end flows along the slope of its yield surface. So each event of a collapse
/// costs a system of as many rows as there are hinges, not of all freedoms.
///
/// With K the stiffness, P = K G the forces that flowing by 1 takes off, S = G' K G: K x = f + P t and
/// S t = P' x - G' q, hence (S - P' K^-1 P) t = P' K^-1 f - G' q.
/// @source the matrix form of Colonnetti's influence of given turns; Woodbury 1950
class HingedFrame {
  public:
    struct Hinge {
        std::size_t beam = 0;
        bool atTo = false;
        Vec6 gradient = Vec6::Zero();  ///< of the gauge by the end's forces: axial and bending parts alone
    };
    /// What the frame does per unit of the load.
    struct Rate {
        bool held = true;        ///< false: it goes on without more load, as `motion` shows
        Eigen::VectorXd motion;  ///< 6 rows a node
        Eigen::VectorXd flows;   ///< per hinge
        double give = 0;         ///< load times motion
    };

    /// @param load        6 rows a node, without that of the beams
    /// @param equivalent  end loads of each beam, in its axes
    HingedFrame(const FrameAssembly &assembly, const Eigen::VectorXd &load, std::vector<Vec12> equivalent);

    /// False if the frame without hinges cannot be factored.
    [[nodiscard]] bool succeeded() const { return m_factor->succeeded(); }
    [[nodiscard]] double loadSize() const { return m_loadSize; }
    void setHinges(std::vector<Hinge> hinges);

    [[nodiscard]] Rate rate() const;
    /// Motions and flows of hinges that give back what lies off their surfaces. @param excess  per hinge
    [[nodiscard]] Rate giveBack(const Eigen::VectorXd &excess) const;
    /// End forces of all beams in their axes that follow from motions and flows, end loads left out.
    [[nodiscard]] std::vector<Vec12> forces(const Rate &rate) const;
    /// End forces of one beam under motions, without flows.
    [[nodiscard]] Vec12 elastic(std::size_t beam, const Eigen::VectorXd &motion) const;
    /// The forces that hinges take off by flowing, taken off them. @param flows  per hinge
    void takeOff(const Eigen::VectorXd &flows, std::vector<Vec12> &forces) const;

  private:
    using Moves = Eigen::Matrix<double, Eigen::Dynamic, 3>;
    [[nodiscard]] const Moves &moves(std::size_t beam, bool atTo);
    /// P' of a motion: how it strains the hinges.
    [[nodiscard]] Eigen::VectorXd strains(const Eigen::VectorXd &motion) const;
    [[nodiscard]] const Matrix12 &local(std::size_t beam) const { return m_assembly.beams()[beam].local; }

    const FrameAssembly &m_assembly;
    std::vector<Matrix12> m_endStiffness;  ///< end forces in beam axes from global motions
    std::vector<Vec12> m_equivalent;
    std::unique_ptr<Factor> m_factor;
    Eigen::VectorXd m_load, m_motion;  ///< of the frame without hinges, 6 rows a node
    double m_loadSize = 0;             ///< norm of the load on the free unknowns
    std::vector<std::array<std::unique_ptr<Moves>, 2>> m_moves;  ///< motions per unit flow, once asked for
    std::vector<Hinge> m_hinges;
    Eigen::MatrixXd m_turned;   ///< 6 rows a node x hinges: K^-1 P
    Eigen::MatrixXd m_own;      ///< S
    Eigen::MatrixXd m_coupled;  ///< S - P' K^-1 P
    Eigen::VectorXd m_loaded;   ///< G' q
};

}  // namespace hefty::mechanics
