#pragma once

#include "core/job/appraise/fit.h"

/// Parts that lie in each other: of one piece, of two, and of a gate on its way.
namespace hefty::job {

/// Of parts of one piece: deeper than a seam's fit and a rounded corner leave to be told apart, mm.
inline constexpr double throughWalls = 2;

/// The bodies of a piece; rails of the vehicle that it is welded to are where they are.
[[nodiscard]] std::vector<clearance::ConvexBody> bodiesToFit(const armor::Assembly &assembly);

/// The tires that a piece carries, and its own parts.
/// @param bodies  of the piece, as in all of these
/// @error BadInput  a part without volume, as in all of these
[[nodiscard]] Result<std::vector<FitProblem>> tiresThrough(const armor::Assembly &of,
                                                           const std::vector<clearance::ConvexBody> &bodies);

/// Parts of a piece that run through each other and are not joined there.
[[nodiscard]] Result<std::vector<FitProblem>> ownPartsThrough(
    const armor::Assembly &of, const std::vector<clearance::ConvexBody> &bodies,
    const std::stop_token &stop = {});

/// Parts of a piece, as bodies, that run through those of another one.
/// @param piece  id of the first
[[nodiscard]] Result<std::vector<FitProblem>> partsThrough(const armor::Assembly &of,
                                                           const std::string &piece,
                                                           const std::vector<clearance::ConvexBody> &bodies,
                                                           const PieceAppraisal &other);

}  // namespace hefty::job
