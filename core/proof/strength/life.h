#pragma once

#include <functional>
#include <optional>

#include "core/proof/checks/checker.h"

/// Inside of the proof floor: pulls and roads of a piece's life, and the harm they do to a detail.
namespace hefty::proof {

/// Ranges of stress [MPa] that a place goes through: of each rated pull of the winch, of each recovery at a
/// shackle, of each shake of the road.
struct Life {
    double pull = 0, recovery = 0, road = 0;
    bool pullTurns = false, recoveryTurns = false;  ///< a pull to the other side makes the range
    std::size_t pullCase = 0, recoveryCase = 0;     ///< that change it most
    double use = 0;                                 ///< as lifeUse()
};

/// Classes of details, MPa at 2e6 [IIW recommendations 2016, details 414 and 413, from memory].
struct FatigueClass {
    double throat = 36, toe = 63;
};
[[nodiscard]] FatigueClass fatigueClass(const stock::Material &material);

/// The case in which nothing but weight acts; none if it was not among the duties.
[[nodiscard]] std::optional<std::size_t> stillCase(const CheckContext &context);

/// Range of stress between two cases at a place, or from a place without load [MPa].
using RangeOf = std::function<double(std::size_t to, std::optional<std::size_t> from)>;

/// What pulls and roads do to a place: each pull from a slack line to its rated load, the road by the house's
/// shake of what it carries at rest. Where pulls go to one side and to the other in turn, two of them make
/// one range R, which does the harm of two ranges of R over the cube root of two.
[[nodiscard]] Life lifeOf(const CheckContext &context, double detail, const RangeOf &range);

/// By how much all ranges would have to be smaller for a damage of 1: passes at 1 and grows in proportion.
/// @param detail  class of the detail, MPa at 2e6
/// @source IIW recommendations 2016 (joints/fatigue.h), Palmgren and Miner
[[nodiscard]] double lifeUse(const HouseRules &rules, double detail, const Life &life);

/// The case that does most harm: one of the pulls, or standing still where the road does; the first if
/// nothing harms.
[[nodiscard]] std::size_t hardestCase(const CheckContext &context, double detail, const Life &life);

/// Adds the life of a place to its check's Working. @param where  "on the throat"
/// @param from  where the ranges come from
void addLifeWorking(working::Working &working, const HouseRules &rules, double detail, const Life &life,
                    const std::string &where, const std::string &from = "shells, tied along the seam");

}  // namespace hefty::proof
