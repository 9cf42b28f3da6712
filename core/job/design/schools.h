#pragma once

#include <stop_token>

#include "core/job/appraisal.h"

namespace hefty::job {

/// What a job comes to with one way of building a piece, against the design in hand.
struct SchoolPrice {
    std::string school, option;            ///< names, for people
    bool taken = false;                    ///< the piece is built so now
    bool built = false;                    ///< it can be built so
    std::string why;                       ///< if not
    armor::Piece piece;                    ///< as it is then
    std::optional<bool> inPlace = {};      ///< whether it is welded out on the vehicle; none: as it is now
    measure::Phrase tells = {};            ///< what else it comes to
    double mass = 0, cost = 0, hours = 0;  ///< more than now: kg, the shop's money, h
    /// Angles that change: the gauge with it, and how much more than now it is, rad.
    std::vector<std::pair<Gauge, double>> angles;
};

/// The schools of practice that a piece's pattern knows, each of their options with its price.
/// @return empty: the pattern is not known or has none, or the piece is not built now; what was priced
///         until it was stopped
[[nodiscard]] std::vector<SchoolPrice> schoolPrices(const Job &job, const Appraisal &now,
                                                    const stock::Stock &stock, const std::string &piece,
                                                    const std::stop_token &stop = {});

}  // namespace hefty::job
