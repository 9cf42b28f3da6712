#pragma once

#include "core/job/appraise/fit.h"

/// The way of a piece's gates past parts of armor.
namespace hefty::job {

/// Of the bodies of a piece those that swing with a gate, where they are after an angle of its way.
/// @param angle  rad, as Gate::opens counts it
[[nodiscard]] std::vector<clearance::ConvexBody> swung(const std::vector<clearance::ConvexBody> &bodies,
                                                       const armor::Gate &gate, double angle);

/// What a piece's gates run into on their way of the parts of the same piece that stay, each pair once:
/// turned in 64 steps, the angle halved out to a thousandth of the way and less.
/// @param bodies  of the piece
/// @error BadInput  a part without volume
/// @source docs/methods.md, "Sweeps"
[[nodiscard]] Result<std::vector<FitProblem>> ownGatesPast(const armor::Assembly &of,
                                                           const std::vector<clearance::ConvexBody> &bodies,
                                                           const std::stop_token &stop = {});

/// The same of the parts of another piece; what already lies in them when the gate is shut is told by
/// partsThrough().
[[nodiscard]] Result<std::vector<FitProblem>> gatesPast(const armor::Assembly &of,
                                                        const PieceAppraisal &other,
                                                        const std::stop_token &stop = {});

}  // namespace hefty::job
