#pragma once

#include "core/job/appraisal.h"

namespace hefty::job {

/// What a job would come to with one more piece of a pattern, as it comes.
struct Offer {
    armor::Piece piece;                               ///< that would be added
    const armor::Pattern *pattern = nullptr;          ///< of it; null: it is not known
    std::shared_ptr<const armor::Assembly> assembly;  ///< null: it cannot be built
    std::string why;                                  ///< why not
    double mass = 0;                                  ///< kg
    double cost = 0;                                  ///< of its material, the shop's money
    std::vector<Gauge> angles;                        ///< of the whole job with it: those that it changes
};

/// All patterns that fit the job's vehicle, in their order on it.
/// @param now  the job's appraisal
[[nodiscard]] std::vector<Offer> offers(const Job &job, const Appraisal &now, const stock::Stock &stock);
/// One more piece like another one: a pattern of the shop's own.
[[nodiscard]] Offer offerOf(const Job &job, const Appraisal &now, const stock::Stock &stock,
                            const armor::Piece &like);

}  // namespace hefty::job
