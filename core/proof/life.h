#pragma once

#include "core/proof/house_rules.h"
#include "core/working/working.h"

/// Inside of the proof floor: pulls and roads of a piece's life, and the harm they do to a detail.
namespace hefty::proof {

/// Ranges of stress [MPa] that a place goes through: of each rated pull, of each shake of the road.
struct Life {
    double pull = 0, road = 0;
    std::size_t loadCase = 0;  ///< of the pull that changes it most
    double use = 0;            ///< as lifeUse()
};

/// By how much both ranges would have to be smaller for a damage of 1: passes at 1 and grows in proportion.
/// @param detail  class of the detail, MPa at 2e6
/// @source IIW recommendations 2016 (joints/fatigue.h), Palmgren and Miner
[[nodiscard]] double lifeUse(const HouseRules &rules, double detail, double pull, double road);

/// Adds the life of a place to its check's Working. @param where  "on the throat"
void addLifeWorking(working::Working &working, const HouseRules &rules, double detail, const Life &life,
                    const std::string &where);

}  // namespace hefty::proof
