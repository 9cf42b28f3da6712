#pragma once

#include "core/mechanics/frame_assembly.h"

namespace hefty::mechanics {

/// What loads the cases of a model, gathered at its nodes.
class FrameLoads {
  public:
    explicit FrameLoads(const FrameAssembly &assembly);

    [[nodiscard]] std::size_t caseCount() const { return m_cases.size(); }
    /// Applied and from loads along elements, 6 rows a node, one column a case.
    [[nodiscard]] const CaseRows &nodal() const { return m_nodal; }
    /// What the loads along each beam do to its ends in a case: local, condensed.
    [[nodiscard]] std::vector<Vec12> endLoads(std::size_t loadCase) const;
    /// A beam whose own releases let its load run away with it; -1 if there is none.
    [[nodiscard]] int looseBeam() const { return m_looseBeam; }

  private:
    /// What one acceleration does to the structure: most cases weigh the same, and share it.
    struct Weight {
        std::vector<Vec12> ends;  ///< per beam: local, condensed
        Eigen::VectorXd nodal;    ///< 6 rows a node
    };
    struct CaseLoads {
        std::vector<std::pair<int, Vec12>> ofBeams;  ///< local, condensed, by beam
        std::vector<int> weights;                    ///< which of m_weights
    };
    Vec12 endLoads(int beam, const Vec3 &global);
    void addAccelerations();
    Weight weight(const Vec3 &acceleration);

    const FrameAssembly &m_assembly;
    const FrameModel &m_model;
    std::vector<CaseLoads> m_cases;
    std::vector<Weight> m_weights;
    CaseRows m_nodal;
    int m_looseBeam = -1;
};

}  // namespace hefty::mechanics
