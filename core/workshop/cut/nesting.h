#pragma once

#include <stop_token>
#include <string>
#include <vector>

#include "core/base/result.h"

namespace hefty::workshop {

/// A length to be cut, mm, and what it is for.
struct PieceLength {
    std::string name;
    double length = 0;
    std::string twin =
        {};  ///< comes from the same stretch of tube: ripped off it, or bent with it; empty: none
};

/// A bar on hand (a full length or a remnant), or a full length that can be bought.
struct Bar {
    std::string id;
    double length = 0;
    bool onHand = true;
    double cost = 0;        ///< of buying it; 0 for what is on hand
    std::string item = {};  ///< of the rack that it is one of; empty: none
};

/// One bar with what is cut from it, in cutting order.
struct NestedBar {
    Bar bar;
    std::vector<PieceLength> pieces;
    double kerf = 0;
    [[nodiscard]] double used() const;  ///< pieces and a kerf after each
    [[nodiscard]] double left() const;  ///< what remains; the last kerf may run off the end
};

struct Nesting {
    std::vector<NestedBar> bars;        ///< only those that are cut
    std::vector<PieceLength> unplaced;  ///< longer than any bar there is
    bool optimal = true;                ///< false if the search was stopped early
    double bought = 0;                  ///< length of bars to buy, mm
};

struct NestingOptions {
    double kerf = 3;  ///< lost at every cut, mm
    int newBarsAtMost = 50;
    std::stop_token stop = {};
};

/// Cuts pieces from bars of one section. First aim: buy as little length as possible (so what is on
/// hand is used first); second: use up as little length of the bars on hand as possible, which leaves
/// the long ones whole. Each piece costs its length and one kerf, but a last cut may fall on the
/// bar's end, so a bar of length L takes pieces if their sum plus (count - 1) kerfs is at most L.
///
/// Solved exactly by integer programming (GLPK) over the cutting patterns of each bar length.
/// @error BadInput for a length or kerf that is not finite or a piece not above 0
[[nodiscard]] Result<Nesting> nest(const std::vector<PieceLength> &pieces, const std::vector<Bar> &onHand,
                                   const Bar &newBar, const NestingOptions &options = {});

}  // namespace hefty::workshop
