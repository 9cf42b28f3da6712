#pragma once

#include <functional>

#include "core/proof/checker.h"

/// Inside of the proof floor: pulls and roads of a piece's life, and the harm they do to a detail.
namespace hefty::proof {

/// Ranges of stress [MPa] that a place goes through: of each rated pull of the winch, of each recovery at a
/// shackle, of each shake of the road.
struct Life {
    double pull = 0, recovery = 0, road = 0;
    bool pullTurns = false, recoveryTurns = false;  ///< a pull to the other side makes the range
    std::size_t loadCase = 0;                       ///< of the pull that changes it most
    double use = 0;                                 ///< as lifeUse()
};

/// Classes of details, MPa at 2e6 [IIW recommendations 2016, details 414 and 413, from memory].
struct FatigueClass {
    double throat = 36, toe = 63;
};
[[nodiscard]] FatigueClass fatigueClass(const stock::Material &material);

/// What the working pulls do to a place, each from a slack line to its rated load. Pulls that go to one side
/// and to the other in turn make one large range for every two of them, which does the harm of two ranges a
/// cube root of two smaller.
/// @param still  the case in which nothing pulls
/// @param range  between two cases [MPa]
[[nodiscard]] Life pullsOfItsLife(const CheckContext &context, std::size_t still,
                                  const std::function<double(std::size_t to, std::size_t from)> &range);

/// By how much all ranges would have to be smaller for a damage of 1: passes at 1 and grows in proportion.
/// @param detail  class of the detail, MPa at 2e6
/// @source IIW recommendations 2016 (joints/fatigue.h), Palmgren and Miner
[[nodiscard]] double lifeUse(const HouseRules &rules, double detail, const Life &life);

/// The case that does most harm: the pull that changes the place most, or standing still where the road does.
[[nodiscard]] std::size_t hardestCase(const HouseRules &rules, double detail, const Life &life,
                                      std::size_t still);

/// Adds the life of a place to its check's Working. @param where  "on the throat"
void addLifeWorking(working::Working &working, const HouseRules &rules, double detail, const Life &life,
                    const std::string &where);

}  // namespace hefty::proof
