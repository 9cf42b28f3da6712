#pragma once

#include <stop_token>

#include "core/armor/assembly.h"
#include "core/clearance/overlaps.h"

/// The way of a piece's gates past parts of armor.
namespace hefty::job {

/// Of the bodies of a piece those that swing with a gate, where they are after an angle of its way.
/// @param angle  rad, as Gate::opens counts it
[[nodiscard]] std::vector<clearance::ConvexBody> swung(const std::vector<clearance::ConvexBody> &bodies,
                                                       const armor::Gate &gate, double angle);

/// Two parts that run into each other while a gate is opened.
struct GateHit {
    clearance::Overlap pair;  ///< what swings, what stays
    double angle = 0;         ///< rad of the way when they lie deeper in each other than `least`
};

/// What a gate runs into on its way, each pair once, in the order of the way: turned in 64 steps, the angle
/// halved out to a thousandth of the way and less.
/// @param bodies  of the gate's piece
/// @param stay    what does not swing with it
/// @param least   mm, as overlaps() has it
/// @error those of overlaps()
[[nodiscard]] Result<std::vector<GateHit>> gateHits(const armor::Gate &gate,
                                                    const std::vector<clearance::ConvexBody> &bodies,
                                                    const std::vector<clearance::ConvexBody> &stay,
                                                    double least, const std::stop_token &stop = {});

}  // namespace hefty::job
