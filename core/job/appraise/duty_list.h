#pragma once

#include "core/proof/proof.h"

namespace hefty::job {

/// One way in which a duty acts.
struct DutyWay {
    int loadCase = 0;          ///< of the proof's duties
    std::string way;           ///< "to the left and up, rope at the right of the drum"
    double force = 0;          ///< N, the largest of its arrows
    double utilization = 0;    ///< the largest of the checks that it governs
    std::string hardest = {};  ///< the title of that check; empty: it governs none
};

/// What acts at one place, and why so much.
struct DutyPlace {
    std::string duty;  ///< as in proof::LoadCase
    std::string what;  ///< "Winch pull", "Rock under the left end"
    proof::DutyClass dutyClass = proof::DutyClass::Working;
    double force = 0;                ///< N, the largest of its cases
    std::vector<int> cases;          ///< of the proof's duties
    std::vector<DutyWay> ways = {};  ///< one for each of the cases, what works something hardest first
    std::string why;                 ///< where the size comes from
    std::string place;               ///< as in proof::LoadCase
    std::string off = {};  ///< why it is switched off, and then it has no cases; empty: it is proved
};

/// The duties of a proof by what acts where, in the order in which they were expanded; after them those that
/// are switched off.
[[nodiscard]] std::vector<DutyPlace> dutyPlaces(const proof::Proof &proof, const proof::HouseRules &rules);

}  // namespace hefty::job
