// Solves a space frame of some 500 nodes: a tower of braced bays, clamped at its foot.
#include <cmath>
#include <cstdio>

#include <fmt/format.h>

#include "bench/stopwatch.h"
#include "core/mechanics/frame_solver.h"

using namespace hefty;
using namespace hefty::mechanics;

namespace {

/// Four legs, `bays` storeys high, rails and one diagonal on every side.
FrameModel tower(int bays) {
    FrameModel m;
    m.materials.push_back({"steel", 210000, 0.3, 7.85e-6, 355});
    m.sections.push_back({"tube", 541, 195000, 195000, 321000, 240.0, 240.0, 9390, 9390});
    constexpr double width = 600, height = 400;
    for (int i = 0; i <= bays; ++i)
        for (int k = 0; k < 4; ++k)
            m.nodes.push_back(
                {fmt::format("{}.{}", i, k), {k == 1 || k == 2 ? width : 0, k >= 2 ? width : 0, i * height}});
    const auto beam = [&m](int a, int b) {
        const Vec3 d = m.nodes[static_cast<std::size_t>(b)].at - m.nodes[static_cast<std::size_t>(a)].at;
        const Vec3 up = d.head<2>().norm() < 1 ? Vec3(Vec3::UnitX()) : Vec3(Vec3::UnitZ());
        m.beams.push_back({fmt::format("b{}", m.beams.size()), a, b, 0, 0, up, 0, 0});
    };
    for (int i = 0; i < bays; ++i)
        for (int k = 0; k < 4; ++k) {
            beam(4 * i + k, 4 * (i + 1) + k);
            beam(4 * (i + 1) + k, 4 * (i + 1) + (k + 1) % 4);
            beam(4 * i + k, 4 * (i + 1) + (k + 1) % 4);
        }
    for (int k = 0; k < 4; ++k) m.supports.push_back({k, allFreedoms});
    m.cases = {"pull", "weight"};
    m.nodeLoads.push_back({0, 4 * bays, {5000, 1000, -2000}, Vec3::Zero()});
    m.accelerations.push_back({1, {0, 0, -9.80665}});
    return m;
}

}  // namespace

int main(int, char **) {
    for (const int bays : {31, 62, 124, 248}) {
        const FrameModel m = tower(bays);
        std::vector<double> first, again;
        for (int i = 0; i < 15; ++i) {
            // another pattern in between, so that nothing of the last solve can be used again
            (void)solveStatic(tower(2));
            first.push_back(bench::milliseconds([&] { (void)solveStatic(m); }));
            again.push_back(bench::milliseconds([&] { (void)solveStatic(m); }));
        }
        std::printf("%zu nodes, %zu beams: median %.2f ms; again with the same pattern %.2f ms\n",
                    m.nodes.size(), m.beams.size(), bench::median(first), bench::median(again));
    }
    return 0;
}
