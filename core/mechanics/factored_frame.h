#pragma once

#include <memory>
#include <stop_token>

#include "core/mechanics/frame_assembly.h"
#include "core/mechanics/frame_solver.h"

namespace hefty::mechanics {

class StaticSolver;

/// A model factored before it is known which of its cases are asked: solveStatic() in two steps.
class FactoredFrame {
  public:
    /// @pre the model outlives this, and stays where it is
    /// @error those of solveStatic() that no load decides; Stopped
    [[nodiscard]] static Result<FactoredFrame> make(const FrameModel &model,
                                                    const std::stop_token &stop = {});
    ~FactoredFrame();
    FactoredFrame(FactoredFrame &&) noexcept;
    FactoredFrame &operator=(FactoredFrame &&) noexcept;

    /// The answers to the cases that the model has now.
    /// @pre not asked before; of the model nothing but its cases and what loads them has changed since make()
    /// @error those of solveStatic()
    [[nodiscard]] Result<FrameSolution> solve();
    /// The elements of the model, ready made.
    [[nodiscard]] const FrameAssembly &assembly() const;

  private:
    explicit FactoredFrame(std::unique_ptr<StaticSolver> solver);
    std::unique_ptr<StaticSolver> m_solver;
};

}  // namespace hefty::mechanics
