#pragma once

#include "core/base/result.h"
#include "core/mechanics/beam_element.h"
#include "core/mechanics/factor.h"
#include "core/mechanics/freedom_map.h"
#include "core/mechanics/shell_element.h"

namespace hefty::mechanics {

/// A model made ready for any analysis: its elements, how nodal freedoms follow from the free unknowns,
/// and sums of element matrices over these.
class FrameAssembly {
  public:
    /// @error BadInput, UnknownId  an index or a measure that makes no sense; `where` names it
    [[nodiscard]] static Result<FrameAssembly> make(const FrameModel &model);

    [[nodiscard]] const FrameModel &model() const { return *m_model; }
    [[nodiscard]] const FreedomMap &map() const { return m_map; }
    [[nodiscard]] int freeCount() const { return m_map.freeCount(); }
    [[nodiscard]] const std::vector<BeamElement> &beams() const { return m_beams; }
    [[nodiscard]] const std::vector<ShellElement> &shells() const { return m_shells; }
    /// Per node: something is attached to it, or it hangs on a body that something is attached to.
    [[nodiscard]] const std::vector<bool> &attached() const { return m_attached; }
    /// Per node: a beam or a shell ends there.
    [[nodiscard]] const std::vector<bool> &hasElement() const { return m_hasElement; }

    /// Lower triangle of the stiffness of the free unknowns, of beams, shells, springs and ties.
    /// @param givenLoads  if there, what the given motions do is taken off it (free unknowns x cases)
    [[nodiscard]] Sparse stiffness(CaseRows *givenLoads) const;
    /// Lower triangle of the mass: consistent, of beams and shells, and what rides on nodes [kg, kg·mm2].
    [[nodiscard]] Sparse mass() const;
    /// Lower triangle of the geometric stiffness of the forces in beams and of the membrane forces of shells.
    /// @param motions  6 rows a node: the motions that these forces follow from
    /// @param beamForces  on the ends of each beam, in its own axes
    [[nodiscard]] Sparse geometricStiffness(const Eigen::VectorXd &motions,
                                            const std::vector<Vec12> &beamForces) const;

    /// Nodal motions (6 rows a node) from those of the free unknowns; the given ones are added.
    [[nodiscard]] CaseRows motions(const CaseRows &free) const;
    /// The same for a shape, in which the given motions are 0.
    [[nodiscard]] Eigen::VectorXd shape(const Eigen::VectorXd &free) const;
    /// Sums nodal loads (6 rows a node) to loads of the free unknowns.
    [[nodiscard]] CaseRows freeLoads(const CaseRows &nodal) const;
    /// The motions (6 x nodes of it) of one shell.
    [[nodiscard]] Eigen::VectorXd shellMotions(std::size_t shell,
                                               const Eigen::Ref<const Eigen::VectorXd> &motions) const;

    /// How far a tie is stretched, from its `from` to its `to` [mm].
    /// @param motions  6 rows a node
    [[nodiscard]] Vec3 tieStretch(std::size_t tie, const Eigen::Ref<const Eigen::VectorXd> &motions) const;

  private:
    class Summer;
    Result<bool> checkTies() const;
    Result<bool> checkIndices() const;
    Result<bool> makeElements();
    [[nodiscard]] double modelSize() const;
    [[nodiscard]] std::vector<double> shellFolds() const;
    void markAttached();
    void addShells(Summer &sum, std::size_t from, std::size_t to, CaseRows *givenLoads) const;
    void addOthers(Summer &sum, CaseRows *givenLoads) const;
    const FrameModel *m_model = nullptr;
    FreedomMap m_map;
    std::vector<BeamElement> m_beams;
    std::vector<ShellElement> m_shells;
    std::vector<bool> m_attached, m_hasElement;
};

}  // namespace hefty::mechanics
