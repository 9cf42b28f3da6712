#pragma once

#include <string>

#include "core/proof/proof.h"

namespace hefty::exchange {

/// A proved piece as an unstructured grid for programs that show results (VTU, XML in plain text): nodes of
/// the model with how they move in one duty [mm], bars as lines and shells as faces with how hard each works
/// in that duty and at most in all (1 is all that is allowed; 0 where nothing looks at it).
/// @param loadCase  of the proof's duties
[[nodiscard]] std::string vtuOf(const proof::Proof &proof, std::size_t loadCase);

}  // namespace hefty::exchange
