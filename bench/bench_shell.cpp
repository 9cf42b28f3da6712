// A plate with some 30 000 freedoms: assembly and solve against CHOLMOD alone on the same matrix, and sixty
// load cases against one.
#include <cmath>
#include <cstdio>

#include "bench/stopwatch.h"
#include "core/mechanics/frame_assembly.h"
#include "core/mechanics/frame_solver.h"
#include "core/mechanics/supernodal.h"

using namespace hefty;
using namespace hefty::mechanics;

namespace {

/// A half tube of n x n quadrilaterals, clamped along its two straight edges.
FrameModel roof(int n, int cases) {
    FrameModel m;
    m.materials.push_back({"steel", 210000, 0.3, 7.85e-6, 355});
    for (int j = 0; j <= n; ++j)
        for (int i = 0; i <= n; ++i) {
            const double a = 3.14159265 * j / n;
            m.nodes.push_back(
                {std::to_string(m.nodes.size()), {800.0 * i / n, 200 * std::cos(a), 200 * std::sin(a)}});
        }
    const auto node = [n](int i, int j) { return j * (n + 1) + i; };
    for (int j = 0; j < n; ++j)
        for (int i = 0; i < n; ++i)
            m.shells.push_back({std::to_string(m.shells.size()),
                                {node(i, j), node(i + 1, j), node(i + 1, j + 1), node(i, j + 1)},
                                0,
                                5});
    for (int i = 0; i <= n; ++i)
        for (const int j : {0, n}) m.supports.push_back({node(i, j), allFreedoms});
    for (int c = 0; c < cases; ++c) {
        m.cases.push_back(std::to_string(c));
        m.nodeLoads.push_back({c, node(c % n, n / 2), {0, 0, -1000}, Vec3(0, 0, 0)});
    }
    return m;
}

/// Other patterns, so many that nothing of the last solve can be used again.
void forget() {
    for (const int n : {4, 5, 6}) (void)solveStatic(roof(n, 1));
}

}  // namespace

int main(int, char **) {
    const FrameModel one = roof(70, 1), sixty = roof(70, 60);
    const auto assembly = FrameAssembly::make(one);
    if (!assembly) return 1;
    std::vector<double> assemble, alone, whole, many;
    for (int i = 0; i < 7; ++i) {
        Sparse k;
        assemble.push_back(bench::milliseconds([&] { k = FrameAssembly::make(one)->stiffness(nullptr); }));
        const CaseRows load = CaseRows::Ones(k.rows(), 1);
        alone.push_back(bench::milliseconds([&] {
            Supernodal factor(k);
            (void)factor.factorize(k);
            (void)factor.solve(load);
        }));
        forget();
        whole.push_back(bench::milliseconds([&] { (void)solveStatic(one); }));
        forget();
        many.push_back(bench::milliseconds([&] { (void)solveStatic(sixty); }));
    }
    const double base = bench::median(alone);
    std::printf("%d freedoms, %zu shells\n", assembly->freeCount(), one.shells.size());
    std::printf("CHOLMOD analyze, factor, solve    %7.1f ms\n", base);
    std::printf("assembly                          %7.1f ms\n", bench::median(assemble));
    std::printf("assembly, solve, recovery, 1 case %7.1f ms, %.2f of CHOLMOD alone\n", bench::median(whole),
                bench::median(whole) / base);
    std::printf("the same with 60 cases            %7.1f ms, %.2f of one case\n", bench::median(many),
                bench::median(many) / bench::median(whole));
    return 0;
}
