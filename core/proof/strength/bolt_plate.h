#pragma once

#include <optional>

#include "core/armor/assembly.h"
#include "core/joints/bolt_limits.h"

/// Inside of the proof floor: what a plate's drawing says of its bolts.
namespace hefty::proof {

/// The bolt of a joint as half of a T-stub: the line of weld that holds its plate nearest to it, the edge
/// behind it, and what it has of that line for itself (no more than b to either side, half of the way to the
/// next bolt, and to the edge). None if nothing is welded to the plate.
[[nodiscard]] std::optional<joints::TStub> stubOf(const armor::Assembly &assembly,
                                                  const armor::BoltJoint &joint, std::size_t bolt);

/// The weakest block that the bolts of a joint can tear out of their plate along a direction: a U between
/// the outermost lines of bolts, or an L from one of them to the side.
/// @param pull  of the bolts on the plate, in space; only what lies in the plate counts
/// @return none for a plate that is not there, a pull across it, or a single bolt: that only tears out ahead
[[nodiscard]] std::optional<joints::TornBlock> weakestBlock(const armor::Assembly &assembly,
                                                            const armor::BoltJoint &joint,
                                                            const shape::Vec3 &pull);

}  // namespace hefty::proof
