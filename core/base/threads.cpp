#include "core/base/threads.h"

#include <algorithm>

#ifdef __linux__
#include <sys/resource.h>
#include <unistd.h>
#endif

namespace hefty {

void giveWay([[maybe_unused]] int by) {
#ifdef __linux__
    // Of threads on Linux nice values are their own. That it is refused changes nothing but the waiting.
    const auto thread = static_cast<id_t>(gettid());
    constexpr int most = 19;
    (void)setpriority(PRIO_PROCESS, thread, std::min(most, getpriority(PRIO_PROCESS, thread) + by));
#endif
}

}  // namespace hefty
