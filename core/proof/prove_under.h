#pragma once

#include "core/proof/proof.h"

namespace hefty::proof {

/// prove() under some duties alone, with one size of shells at most: for a search that asks again and again.
/// What another duty governs is not told rightly, and there is no ladder: never an answer by itself.
/// @pre detail is Strips or Shells
/// @param duties  ids; those that the piece does not have are left out, and all are taken if none is left
/// @error as prove()
[[nodiscard]] Result<Proof> proveUnder(const armor::Assembly &assembly, const rig::Vehicle &vehicle,
                                       const rig::RigGeometry &rig, const stock::Stock &stock,
                                       const HouseRules &rules, const std::vector<std::string> &duties,
                                       const std::stop_token &stop = {}, Detail detail = Detail::Strips);

}  // namespace hefty::proof
