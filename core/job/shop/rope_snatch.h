#pragma once

#include "core/job/appraisal.h"

/// How hard a rope snatches the vehicle of a job.
namespace hefty::job {

struct RopeSnatch {
    stock::Rope ofStock, taken;  ///< as the stock has it; with the curve that counts
    double towed = 0;            ///< kg, the vehicle at its worst; 0: not known
    double speed = 0;            ///< m/s, closing speed of the house
    stock::Rope::Snatch byStock, byTaken;
    [[nodiscard]] bool isKnown() const { return towed > 0 && speed > 0; }
};

/// @param read  a curve of it that is not in the house rules yet, which then counts; null: there is none
[[nodiscard]] RopeSnatch ropeSnatch(const Appraisal &appraisal, const proof::HouseRules &rules,
                                    const stock::Rope &rope, const proof::MeasuredRope *read);

}  // namespace hefty::job
