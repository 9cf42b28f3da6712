#include "core/base/threads.h"

#ifdef __linux__
#include <sys/resource.h>
#include <unistd.h>
#endif

namespace hefty {

void giveWay([[maybe_unused]] int by) {
#ifdef __linux__
    // Of threads on Linux nice values are their own. That it is refused changes nothing but the waiting.
    (void)setpriority(PRIO_PROCESS, static_cast<id_t>(gettid()), by);
#endif
}

}  // namespace hefty
