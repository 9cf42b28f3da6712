#include "core/armor/making/winch_cradle.h"

namespace hefty::armor {

Pattern rearWinchCradle() {
    return winchCradle(true);
}

}  // namespace hefty::armor
