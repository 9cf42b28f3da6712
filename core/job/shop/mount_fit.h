#pragma once

#include <stop_token>

#include "core/job/appraisal.h"

namespace hefty::job {

/// How stiff the bolts of a piece hold on the vehicle, from how far a place came in a proof pull.
struct MountFit {
    double factor = 1;       ///< of the stiffness that bolts are taken with: Piece::mountStiffness
    double measured = 0;     ///< mm/N
    double was = 0, is = 0;  ///< as computed with the stiffness in hand, and with the factor, mm/N
    double hardestWas = 0, hardestIs = 0;  ///< of the checks under that duty
    working::Working working;
};

/// Of bolts f times as stiff a place comes by c_r + c_m/f, with c_r of the piece on rigid bolts: from the
/// give in hand, the give on bolts a thousand times as stiff, and the one measured f follows; what it tells
/// is proved again.
/// @param give  as measured, mm/N
/// @error BadInput  the place was not proved; the give is less than on rigid bolts, or asks for a factor
/// beyond 0.02
///                  to 20: a reading is off, or something else gives
[[nodiscard]] Result<MountFit> fitMounts(const Job &job, const stock::Stock &stock, const std::string &piece,
                                         const std::string &place, double give,
                                         const std::stop_token &stop = {});

}  // namespace hefty::job
