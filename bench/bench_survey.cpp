// Adjusts a net of 60 points and 200 measures, one of them wrong.
#include <cstdio>
#include <random>

#include "bench/stopwatch.h"
#include "core/survey/adjust.h"

using namespace hefty;
using namespace hefty::survey;

int main(int, char **) {
    std::mt19937 dice(1);
    std::normal_distribution<double> normal(0, 1);
    std::uniform_real_distribution<double> unit(0, 1);
    SurveyNet net;
    std::vector<Vec3> truth;
    for (int i = 0; i < 60; ++i) {
        truth.emplace_back(-3800 + 4600 * unit(dice), -900 + 1800 * unit(dice), 200 + 1500 * unit(dice));
        net.points.push_back({"P" + std::to_string(i),
                              truth.back() + 30 * Vec3(normal(dice), normal(dice), normal(dice)),
                              {i < 2, i % 2 == 0, false}});
        if (i < 2 || i % 2 == 0) {  // every other one is known to lie on the middle of the vehicle
            if (i >= 2) truth.back().y() = 0;
            net.points.back().near = truth.back();
        }
    }
    const auto at = [&](int p) -> const Vec3 & { return truth[static_cast<std::size_t>(p)]; };
    for (int p = 0; p < 60; ++p)
        net.measures.push_back({MeasureKind::Coordinate, p, p, 2, at(p).z() + normal(dice), 1});
    for (int k = 1; net.measures.size() < 200; ++k)
        for (int p = 0; p < 60 && net.measures.size() < 200; ++p)
            net.measures.push_back({MeasureKind::Distance, p, (p + k) % 60, 2,
                                    (at(p) - at((p + k) % 60)).norm() + 1.5 * normal(dice), 1.5});
    net.measures[100].value += 60;
    std::vector<double> times, next;
    std::size_t suspects = 0;
    for (int i = 0; i < 30; ++i) {
        times.push_back(bench::milliseconds([&] {
            const auto a = adjust(net);
            suspects = a ? a->suspects.size() : 0;
        }));
        next.push_back(bench::milliseconds([&] { (void)mostHelpful(net, 1.5); }));
    }
    std::printf(
        "%zu measures, %zu points, %zu suspects: median %.2f ms, worst %.2f ms; next measure %.2f ms\n",
        net.measures.size(), net.points.size(), suspects, bench::median(times), bench::worst(times),
        bench::median(next));
    return 0;
}
