#pragma once

#include <functional>
#include <stop_token>

#include "core/job/design/offers.h"

namespace hefty::job {

/// What the bars on the rack can become: a pattern with its tubes set to what lies there.
struct RackOffer {
    Offer offer;
    double used = 0;                      ///< of the bars on hand, kerfs with it, mm
    double left = 0;                      ///< of the bars on hand that are cut into, mm
    double bought = 0;                    ///< of new bars, mm
    std::vector<measure::Phrase> fitted;  ///< what was set, for people
};

/// Of every pattern that fits the vehicle and can use a bar of the rack the best there is, those first that
/// need no bar bought, then those that leave least over of the bars they cut into. Bars that the job's other
/// pieces need are not offered again.
/// @param now  the job's appraisal
/// @param progress  from 0 to 1, on the caller's thread
/// @return what was found until it was stopped
[[nodiscard]] std::vector<RackOffer> rackOffers(const Job &job, const Appraisal &now,
                                                const stock::Stock &stock,
                                                const std::function<void(double)> &progress = {},
                                                const std::stop_token &stop = {});

}  // namespace hefty::job
