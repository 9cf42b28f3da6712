#pragma once

#include <memory>

#include "core/armor/assembly.h"
#include "core/rig/vehicle.h"

/// Pieces that stand on other pieces.
namespace hefty::armor {

/// The name of a part of a lower piece in the assembly of both: "rear-frame/end.left".
[[nodiscard]] std::string nameBelow(const std::string &lower, std::string_view part);

/// The vehicle with what a piece offers among its holds, named "ID.HOLD". Where that has receivers, those of
/// the vehicle that look the same way are left out.
[[nodiscard]] rig::Vehicle withOffers(const rig::Vehicle &vehicle, const std::string &id,
                                      const std::string &name, const Assembly &lower);

/// A piece and the one that it stands on as one assembly, to be proved. The parts, welds and places of the
/// lower one are named as nameBelow() says and their labels end in its name; bolts and slip fits of the upper
/// one that take hold of it go to its parts. Where both have a winch or a coupling that of the upper one
/// counts: the lower one is proved with its own alone. Handles and notes are those of the upper one.
[[nodiscard]] Assembly standingOn(const Assembly &upper, const Assembly &lower, const std::string &id,
                                  const std::string &name);

}  // namespace hefty::armor
