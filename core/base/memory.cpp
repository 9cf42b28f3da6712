#include "core/base/memory.h"

#include <cstdlib>

#ifdef __GLIBC__
#include <malloc.h>
#endif

namespace hefty {

void returnLargeMemory() {
#ifdef __GLIBC__
    constexpr int large = 256 * 1024;  // bytes
    mallopt(M_MMAP_THRESHOLD, large);
    mallopt(M_TRIM_THRESHOLD, 4 * large);
#endif
}

}  // namespace hefty
