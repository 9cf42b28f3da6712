#pragma once

#include "core/proof/model/idealization.h"

/// Inside of the proof floor.
namespace hefty::proof {

/// Bars of a metal that a weld makes weaker get its welded strength within reach of the heat.
/// @pre the bars are made
void softenBars(const Assembly &assembly, Idealization &out);

}  // namespace hefty::proof
