#include "core/armor/making/winch_cradle.h"

namespace hefty::armor {

Pattern receiverWinchCradle() {
    return winchCradle(false);
}

}  // namespace hefty::armor
