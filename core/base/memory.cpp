#include "core/base/memory.h"

#include <cstdlib>

#ifdef __GLIBC__
#include <malloc.h>
#endif

namespace hefty {

void returnLargeMemory() {
#ifdef __GLIBC__
    constexpr int large = 4 * 1024 * 1024;  // bytes: what a hand that drags asks for again and again is less
    mallopt(M_MMAP_THRESHOLD, large);
#endif
}

}  // namespace hefty
