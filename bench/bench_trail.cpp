// Drives 30 m of a rock garden at 5 mm steps, and finds all limits of a vehicle by bisection.
#include <cstdio>

#include "bench/stopwatch.h"
#include "core/clearance/trail_run.h"

using namespace hefty;
using namespace hefty::clearance;

int main(int, char **) {
    RunVehicle v;
    v.wheelbase = 3220;
    v.front = {{405, 255, 1600}, 35, 280, 80, 100};
    v.rear = {{405, 255, 1600}, 42, 280, 90, 110};
    v.frontMass = 1300;
    v.rearMass = 950;
    v.centerHeight = 700;
    // some four thousand points, as the edges of a bumper sampled finely give
    for (int i = 0; i < 4000; ++i)
        v.points.push_back({"part" + std::to_string(i % 25),
                            {600.0 + i % 300, -900.0 + 1800.0 * (i % 97) / 97, 520.0 + i % 160}});
    for (const double x : {-600.0, -1400.0, -2400.0}) v.points.push_back({"belly", {x, 0, 340}});
    const auto terrain = terrainOf({ObstacleKind::RockGarden, 220, 600, 3}, 11000);
    std::vector<double> run;
    std::size_t steps = 0;
    for (int i = 0; i < 11; ++i)
        run.push_back(bench::milliseconds([&] { steps = drive(v, *terrain)->poses.size(); }));
    std::printf("trail run: %zu steps, median %.1f ms, worst %.1f ms\n", steps, bench::median(run),
                bench::worst(run));
    std::printf(
        "all limits, forward and backward: %.0f ms\n", bench::milliseconds([&] {
            for (const RunVehicle &way : {v, reversed(v)})
                for (const auto &[kind, most, precision] : {std::tuple{ObstacleKind::Slope, 1.2, 0.002},
                                                            {ObstacleKind::Wedge, 1.5, 0.002},
                                                            {ObstacleKind::Ledge, 600.0, 1.0},
                                                            {ObstacleKind::Log, 800.0, 1.0},
                                                            {ObstacleKind::Ditch, 2000.0, 2.0},
                                                            {ObstacleKind::Hump, 900.0, 1.0}})
                    (void)largestCleared(way, kind, most, precision);
        }));
    return 0;
}
