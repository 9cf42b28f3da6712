#pragma once

#include <functional>
#include <stop_token>

#include "core/job/appraisal.h"

namespace hefty::job {

/// Another order of welding that leaves a piece straighter, found by its own model.
struct StraighterOrder {
    std::vector<std::string> order;                   ///< its joints; empty: no better one was found
    std::vector<workshop::Distortion> before, after;  ///< when all is cold and let go, without a jig
    WeldOrderCost costBefore, costAfter;
    double crookedBefore = 0, crookedAfter = 0;  ///< crookedness() of both
    int tried = 0;                               ///< orders
    /// How much less crooked it is after, as a share. @pre crooked before
    [[nodiscard]] double straighterBy() const { return 1 - crookedAfter / crookedBefore; }
};

/// How crooked a piece is, mm: the root of the sum of the squares of all that is told of it; a turn counts as
/// what it makes over 100 mm.
[[nodiscard]] double crookedness(const std::vector<workshop::Distortion> &list);

/// Seams are moved to other places of the order, those that pull most first, as long as that leaves the piece
/// straighter in its own model (proof::weldPull). No order leaves more out of the torch's reach than the one
/// that is there, nor takes over 20 minutes longer of waiting and turning.
/// @pre the piece's welding is planned (addWelding)
/// @param progress  shares done, from 0 to 1
/// @error UnknownId  no such piece, or its welding is not planned; Stopped
/// @source docs/methods.md, "Order of welding"
[[nodiscard]] Result<StraighterOrder> straighterOrder(const Job &job, const Appraisal &appraisal,
                                                      const std::string &piece,
                                                      const std::function<void(double)> &progress = {},
                                                      const std::stop_token &stop = {});

}  // namespace hefty::job
