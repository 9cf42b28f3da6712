#pragma once

#include <functional>
#include <limits>

#include "core/job/appraisal.h"

namespace hefty::job {

/// What a piece is sized for.
struct SizingWish {
    double massWeight = 1;   ///< how much the mass counts, of all materials bought and cut
    double costWeight = 0;   ///< how much the material cost counts
    bool rackOnly = false;   ///< tubes that lie on the rack, nothing to buy
    bool sameTube = true;    ///< the tube keeps its outside, only its wall changes
    double largestLeg = 16;  ///< that the welder can run, mm
    double largestMass = std::numeric_limits<double>::infinity();  ///< added to the vehicle, kg
    std::vector<std::string> keep;                                 ///< settings to leave as they are
};

/// One setting that is a size: what it can be, weakest first.
struct SizeChoice {
    std::string setting;
    std::vector<armor::SettingValue> options;
    std::size_t now = 0;  ///< which it is; the first not weaker if it is none of them
    bool ranked = true;   ///< false of tubes of several outsides: they go by their mass, which says less
};

/// A piece sized.
struct Sizing {
    bool found = false;
    measure::Phrase why;  ///< if not: what stands in the way
    Edit edit;            ///< to be made; no settings if the piece is already at its best
    std::vector<measure::Phrase> changes;
    double massChange = 0;  ///< kg
    double costChange = 0;  ///< the shop's money
    double hardest = 0;     ///< utilization of the hardest worked check afterward, plates as shells
    int appraisals = 0;     ///< how many were made
};

/// The sizes of a piece: walls of its tube, thicknesses of plates, legs of welds, grades of bolts.
[[nodiscard]] std::vector<SizeChoice> sizeChoices(const Job &job, const armor::Piece &piece,
                                                  const stock::Stock &stock, const SizingWish &wish);

/// What sizing makes small: mass and cost by their weights as shares of what they are now; then the legs, the
/// grades and everything else by a trifle, so that nothing is heavier than it has to be.
/// @return infinity where a check, a weld's size, the rack, the largest mass or a limit of the house that
/// held
///         before is broken
[[nodiscard]] double sizingCost(const Job &sized, const stock::Stock &stock, const SizingWish &wish,
                                const Appraisal &before);

/// Finds the sizes with the least sizingCost(): every size as small as the others let it be, then larger by a
/// step wherever that lets others shrink by more. Symmetric parts share their settings and stay alike. What
/// is found is proved with plates as shells of two sizes, and made stronger until that holds too.
/// @param progress  called with a share from 0 to 1, on the caller's thread
/// @return not found: no size holds, none that holds is as light as is wished, or the search was stopped
[[nodiscard]] Sizing sizePiece(const Job &job, const std::string &piece, const stock::Stock &stock,
                               const SizingWish &wish, const std::function<void(double)> &progress = {},
                               std::stop_token stop = {});

}  // namespace hefty::job
