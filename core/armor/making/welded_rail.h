#pragma once

#include "core/armor/making/maker.h"

/// Welding to the vehicle's own rails.
namespace hefty::armor {

/// The rail of a side, "rail.left", as a bar that is on the vehicle already, for other parts to lie on and be
/// welded to: the stretch between the crossmembers around two stations, held fast at all that are in it. Its
/// web or side wall stands at the outer side of the rail. Refuses a vehicle without a frame, of whose frame
/// no crossmember is known there, an inverted hat, a grade that the stock has not, and a rail that the piece
/// has already. Tells the cautions of welding on a frame.
/// @param front, rear  x of what is to be welded to it, front > rear
/// @return  the bar; of what is refused one that can be built on
const BarPart &addWeldedRail(Maker &maker, const Side &side, double front, double rear);

/// Height of its center line at a station.
[[nodiscard]] double heightAt(const BarPart &rail, double x);

}  // namespace hefty::armor
