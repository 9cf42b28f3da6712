#pragma once

#include "core/armor/making/maker.h"

namespace hefty::armor {

/// A winch on a tray with a tube that slides into a receiver, before or behind the vehicle.
[[nodiscard]] Pattern winchCradle(bool behind);

}  // namespace hefty::armor
