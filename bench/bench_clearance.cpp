// What follows from the demo vehicle with its armor: static clearance, fit of what moves, the table of tires
// and loads with the gains, one drive, all limits. Prints, does not judge.
#include <cstdio>
#include <vector>

#include "bench/stopwatch.h"
#include "core/base/places.h"
#include "core/job/appraise/clearing.h"
#include "core/job/appraise/fit.h"
#include "core/job/shop/drives.h"

int main(int, char **) {
    using namespace hefty;
    using namespace hefty::job;
    const auto stock = stock::readStock(stockFolder());
    const auto loaded = loadJob(demoFolder() + "/marten-front-bumper.girder.json");
    if (!stock || !loaded) return 1;
    const Appraisal a = appraise(*loaded, *stock);
    const std::vector<const armor::Assembly *> pieces{&*a.pieces[0].assembly};
    const auto times = [](int count, auto run) {
        std::vector<double> out;
        for (int i = 0; i < count; ++i) out.push_back(bench::milliseconds(run));
        return out;
    };
    const auto print = [](const char *what, const std::vector<double> &t) {
        std::printf("%-36s median %8.3f ms, worst %8.3f ms\n", what, bench::median(t), bench::worst(t));
    };
    print("static clearance",
          times(500, [&] { (void)clearance::angles(clearingOf(*loaded, pieces, *a.stood).model); }));
    print("fit of what moves", times(20, [&] { (void)fitProblems(*loaded, *pieces[0], *a.stood); }));
    print("tires, loads and gains", times(20, [&] {
              Appraisal again = a;
              addStandings(again, *loaded, *stock);
          }));
    const DriveRequest garden{
        {"", true, false, armorMasses(a)}, {clearance::ObstacleKind::RockGarden, 300, 600, 3}, {}, false};
    std::size_t steps = 0;
    print("drive over a rock garden",
          times(7, [&] { steps = driveOver(*loaded, a, garden)->run.poses.size(); }));
    std::printf("  (%zu steps of 5 mm)\n", steps);
    print("all limits, forward and backward",
          times(3, [&] { (void)trailLimits(*loaded, a, garden.choice); }));
    return 0;
}
