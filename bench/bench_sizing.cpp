// Times the sizing of the demo job against one appraisal of it.
#include <cstdio>

#include "bench/stopwatch.h"
#include "core/base/places.h"
#include "core/job/sizing/sizing.h"

int main(int, char **) {
    using namespace hefty;
    const auto stock = stock::readStock(stockFolder());
    const auto job = job::loadJob(demoFolder() + "/marten-front-bumper.girder.json");
    if (!stock || !job) return 1;
    std::vector<double> one, whole, close;
    job::Sizing sizing;
    for (int i = 0; i < 3; ++i) {
        one.push_back(bench::milliseconds([&] { (void)job::appraise(*job, *stock); }));
        close.push_back(
            bench::milliseconds([&] { (void)job::appraise(*job, *stock, {}, proof::Detail::Halved); }));
        whole.push_back(
            bench::milliseconds([&] { sizing = job::sizePiece(*job, job->pieces[0].id, *stock, {}); }));
    }
    std::printf(
        "sizing %.0f ms, %.0f appraisals with strips, %.1f with shells of two sizes; %d appraisals made\n",
        bench::median(whole), bench::median(whole) / bench::median(one),
        bench::median(whole) / bench::median(close), sizing.appraisals);
    std::printf("%s, %.1f kg, %.0f of money, hardest worked %.2f\n",
                sizing.found ? "found" : sizing.why.text.c_str(), sizing.massChange, sizing.costChange,
                sizing.hardest);
    for (const measure::Phrase &c : sizing.changes)
        std::printf("  %s\n", c.in(measure::UnitSystem::Metric).c_str());
    return 0;
}
