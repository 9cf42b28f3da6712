// Times the appraisal of the demo job over 200 moves of the corner cut's handle, and its parts as
// ratios of the whole in the same run. Not a test: it prints, it does not judge.
#include <cstdio>
#include <vector>

#include "bench/stopwatch.h"
#include "core/base/places.h"
#include "core/job/appraisal.h"

int main() {
    using namespace hefty;
    using bench::median, bench::milliseconds;
    const auto stock = stock::readStock(stockFolder());
    auto job = job::loadJob(demoFolder() + "/marten-front-bumper.girder.json");
    if (!stock || !job) return 1;
    std::vector<double> whole, build, prove, fabricate;
    for (int i = 0; i < 200; ++i) {
        job->pieces[0].settings["cornerCut"] = 0.5 * i;
        whole.push_back(milliseconds([&] { (void)job::appraise(*job, *stock); }));
        const auto rig = rig::geometry(job->vehicle);
        tl::expected<armor::Assembly, Problem> assembly = armor::Assembly{};
        build.push_back(milliseconds([&] {
            assembly = armor::build({job->pieces[0], job->vehicle, *rig, *stock});
        }));
        prove.push_back(
            milliseconds([&] { (void)proof::prove(*assembly, job->vehicle, *rig, *stock, job->rules); }));
        fabricate.push_back(milliseconds([&] { (void)workshop::fabricate(*assembly, *rig, job->shop); }));
    }
    const double all = median(whole);
    std::printf("appraise: median %.2f ms, worst %.2f ms over %zu moves\n", all, bench::worst(whole),
                whole.size());
    std::printf("  build     %.3f of it\n  prove     %.3f of it\n  fabricate %.3f of it\n",
                median(build) / all, median(prove) / all, median(fabricate) / all);
    return 0;
}
