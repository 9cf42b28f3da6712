#pragma once

#ifdef __SANITIZE_THREAD__
#include <atomic>
#include <thread>
#else
#pragma push_macro("emit")  // a word of Qt's and a name of oneTBB's
#undef emit
#include <tbb/parallel_for.h>
#include <tbb/task_arena.h>
#include <tbb/task_group.h>
#pragma pop_macro("emit")
#endif

/// Work side by side on the cores there are, by oneTBB. The thread sanitizer cannot see into oneTBB, which is
/// not built with it; under it threads of the standard library share the same work.
namespace hefty::parallel {

#ifdef __SANITIZE_THREAD__

inline int cores() {
    return 2;
}

/// f(i) for every i from 0 below the count, on two threads. What hands out the shares orders nothing else, so
/// that two shares that touch the same are found.
template <typename Index, typename F>
void forEach(Index count, const F &f) {
    std::atomic<Index> next{0};
    const auto share = [&] {
        for (Index i; (i = next.fetch_add(1, std::memory_order_relaxed)) < count;) f(i);
    };
    if (count < 2) return share();
    const std::jthread other(share);
    share();
}

template <typename Index, typename F>
void forUneven(Index count, const F &f) {
    forEach(count, f);
}

template <typename Own, typename... Beside>
void together(const Own &own, const Beside &...beside) {
    const std::jthread others[] = {std::jthread(beside)...};
    own();
}

template <typename F>
void isolated(const F &f) {
    f();
}

#else

/// On how many threads at most the work of the calling one is shared.
inline int cores() {
    return tbb::this_task_arena::max_concurrency();
}

/// f(i) for every i from 0 below the count. No share may touch what another one changes.
template <typename Index, typename F>
void forEach(Index count, const F &f) {
    tbb::parallel_for(Index{0}, count, f);
}

/// The same for few shares of unlike length: each is handed out by itself.
template <typename Index, typename F>
void forUneven(Index count, const F &f) {
    tbb::parallel_for(Index{0}, count, f, tbb::simple_partitioner{});
}

/// The first on the calling thread, the others beside it; returns when all have ended.
template <typename Own, typename... Beside>
void together(const Own &own, const Beside &...beside) {
    tbb::task_group group;
    (group.run(beside), ...);
    own();
    group.wait();
}

/// f(), during which the calling thread takes up no other work while it waits for its own.
template <typename F>
void isolated(const F &f) {
    tbb::this_task_arena::isolate(f);
}

#endif

}  // namespace hefty::parallel
