#pragma once

#include "core/proof/proof.h"

namespace hefty::job {

/// Everything that acts on a piece at one place: a duty with how much and why.
struct DutyPlace {
    std::string duty;  ///< as in proof::LoadCase
    std::string what;  ///< "Winch pull", "Rock under the left end"
    proof::DutyClass dutyClass = proof::DutyClass::Working;
    double force = 0;        ///< N, the largest of its cases
    std::vector<int> cases;  ///< of the proof's duties
    std::string why;         ///< where the size comes from
    std::string place;       ///< as in proof::LoadCase
    std::string off = {};    ///< why it is switched off, and then it has no cases; empty: it is proved
};

/// The duties of a proof by what acts where, in the order in which they were expanded; after them those that
/// are switched off.
[[nodiscard]] std::vector<DutyPlace> dutyPlaces(const proof::Proof &proof, const proof::HouseRules &rules);

}  // namespace hefty::job
