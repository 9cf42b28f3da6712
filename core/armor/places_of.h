#pragma once

#include "core/armor/assembly.h"

/// What stands on a part: where a shackle, a foot, a jack, the ground, a wheel or the body meets it.
namespace hefty::armor {

/// Moves what stands on a part with it. Bolts to the vehicle stay: its holes do.
void movePlacesOf(Assembly &assembly, const std::string &part, const Vec3 &by);
/// Takes away what stands on a part, its bolts and what swings or is held by it.
void removePlacesOf(Assembly &assembly, const std::string &part);

}  // namespace hefty::armor
