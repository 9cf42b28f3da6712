#pragma once

#include "core/job/appraisal.h"

/// What is found about one piece; `Finding::piece` is left to the caller.
namespace hefty::job {

/// What the builder has to say, unlike metals, bolts that no hole fits, sizes of welds.
/// @param railFamily  of the metal of the vehicle's frame; empty if it is not known
[[nodiscard]] std::vector<Finding> buildFindings(const armor::Assembly &assembly,
                                                 const std::string &railFamily);

/// Every check that is not proved, rails that yield before the armor has done its work, and what gives first.
[[nodiscard]] std::vector<Finding> proofFindings(const proof::Proof &proof, const std::string &piece);

/// What is too long for any bar, and what is to be bought.
[[nodiscard]] std::vector<Finding> cutFindings(const workshop::Fabrication &fabrication);

}  // namespace hefty::job
