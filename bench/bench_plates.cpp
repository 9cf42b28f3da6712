// Times the proof of the demo job with its plates as shells against that with strips, in parts, and says what
// halving the shells changes.
#include <cstdio>
#include <map>
#include <vector>

#include "bench/stopwatch.h"
#include "core/base/places.h"
#include "core/job/appraisal.h"

int main(int, char **) {
    using namespace hefty;
    using bench::median, bench::milliseconds;
    const auto stock = stock::readStock(stockFolder());
    auto job = job::loadJob(demoFolder() + "/marten-front-bumper.girder.json");
    if (!stock || !job) return 1;
    const auto rig = rig::geometry(job->vehicle);
    const auto assembly = armor::build({job->pieces[0], job->vehicle, *rig, *stock});
    if (!rig || !assembly) return 1;
    const auto proveAt = [&](proof::Detail detail, double fineness) {
        return proof::prove(*assembly, job->vehicle, *rig, *stock, job->rules, {}, detail, fineness);
    };
    std::vector<double> strips, shells, idealize, solve;
    const stock::Material &rail = *stock->material(job->vehicle.railMaterial);
    for (int i = 0; i < 5; ++i) {
        strips.push_back(milliseconds([&] { (void)proveAt(proof::Detail::Strips, 1); }));
        shells.push_back(milliseconds([&] { (void)proveAt(proof::Detail::Shells, 1); }));
        auto model = proof::idealize(*assembly, *rig, rail, proof::Detail::Shells);
        idealize.push_back(
            milliseconds([&] { model = proof::idealize(*assembly, *rig, rail, proof::Detail::Shells); }));
        (void)proof::expandDuties(*assembly, *rig, *stock, job->rules, *model);
        solve.push_back(milliseconds([&] { (void)mechanics::solveStatic(model->model); }));
    }
    const auto coarse = proveAt(proof::Detail::Shells, 1), fine = proveAt(proof::Detail::Shells, 2);
    if (!coarse || !fine) {
        std::printf("%s\n", (coarse ? fine : coarse).error().message.c_str());
        return 1;
    }
    std::printf("%zu shells, %zu ties, %d freedoms, %zu cases; halved: %zu shells, %d freedoms\n",
                coarse->idealization.model.shells.size(), coarse->idealization.model.ties.size(),
                coarse->solution.freedomCount, coarse->duties.cases.size(),
                fine->idealization.model.shells.size(), fine->solution.freedomCount);
    std::printf("strips %.1f ms; shells %.1f ms, of it idealizing %.2f, solving %.2f\n", median(strips),
                median(shells), median(idealize) / median(shells), median(solve) / median(shells));
    std::map<std::string, double> halved;
    for (const proof::Check &c : fine->checks) halved[c.id] = c.utilization;
    for (const proof::Check &c : coarse->checks)
        std::printf("  %-34s %6.3f, halved %+5.1f %%\n", c.id.c_str(), c.utilization,
                    100 * (halved[c.id] / c.utilization - 1));
    return 0;
}
