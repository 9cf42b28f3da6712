#pragma once

#include "core/job/appraisal.h"
#include "core/workshop/cut/book_bar.h"

/// What is done at the saw, kept with the job.
namespace hefty::job {

/// All pieces of a bar are cut: they are ticked, the bar leaves the rack, what is left goes back under a
/// mark.
/// @param date  ISO 8601
/// @error those of bookBar(), the job as it was
[[nodiscard]] Result<workshop::BookedBar> cutBar(Job &job, const std::string &piece,
                                                 const workshop::SectionNesting &kind,
                                                 const workshop::NestedBar &bar, const std::string &date);
/// A part is cut that comes from no bar.
void tickCut(Job &job, const std::string &piece, const std::string &part, const std::string &date);
/// It is not cut after all; the rack stays as it is.
void untickCut(Job &job, const std::string &piece, const std::string &part);
/// How long it has become [mm].
void setAsCut(Job &job, const std::string &piece, const std::string &part, double length);

/// What has been cut of a piece, for its fabrication.
[[nodiscard]] std::vector<workshop::CutAlready> cutAlready(const Job &job, const std::string &piece);

/// A cut length that is off by more than this is told [mm].
inline constexpr double cutTolerance = 1;

/// Parts that were cut to another length than the drawing asks for.
[[nodiscard]] std::vector<Finding> asCutFindings(const Job &job, const PieceAppraisal &piece);

}  // namespace hefty::job
