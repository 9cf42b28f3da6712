#pragma once

#include "core/job/appraisal.h"

/// What something built by hand would come to, before it is built.
namespace hefty::job {

struct Trial {
    std::string whyNot;                  ///< it cannot be built so; empty: it can
    std::vector<armor::Solid> solids;    ///< of the parts that are new or changed
    std::vector<measure::Phrase> seams;  ///< that it gets: "a seam to the beam, {0} long"
    std::vector<measure::Phrase> meets;  ///< what it runs through, comes too near to, or lacks
};

/// Carries out one operation on a piece, the rest of the job as it was appraised last.
/// @param now  of this job or one shortly before it
[[nodiscard]] Trial tryOperation(const Job &job, const Appraisal &now, const std::string &piece,
                                 const Json &operation, const stock::Stock &stock);

}  // namespace hefty::job
