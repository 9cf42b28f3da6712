#pragma once

#include <algorithm>
#include <chrono>
#include <vector>

/// Shared by the benchmarks, which print and do not judge.
namespace hefty::bench {

using Clock = std::chrono::steady_clock;

[[nodiscard]] inline double since(Clock::time_point start) {
    return std::chrono::duration<double, std::milli>(Clock::now() - start).count();
}

/// Milliseconds that a piece of work takes.
template <class Work>
double milliseconds(Work work) {
    const auto start = Clock::now();
    work();
    return since(start);
}

/// @pre not empty
inline double median(std::vector<double> v) {
    std::sort(v.begin(), v.end());
    return v[v.size() / 2];
}
inline double worst(const std::vector<double> &v) {
    return *std::max_element(v.begin(), v.end());
}

}  // namespace hefty::bench
