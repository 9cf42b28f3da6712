// Times the appraisal of the demo job over 200 moves of the corner cut's handle, and its parts as
// ratios of the whole in the same run; then the same moves in the fullest job: a front with winch, a rear
// beam, a wheel carrier, sliders on both sides and three guards underneath, each answer with the one before
// it, as in the window. Not a test: it prints, it does not judge.
#include <cstdio>
#include <memory>
#include <optional>
#include <vector>

#include <fmt/format.h>

#include "bench/stopwatch.h"
#include "core/base/places.h"
#include "core/job/appraisal.h"

namespace {

using namespace hefty;
using bench::median, bench::milliseconds;

/// Nothing if one of its demo jobs cannot be read.
std::optional<job::Job> fullestJob() {
    auto out = job::loadJob(demoFolder() + "/marten-full-set.girder.json");
    const auto carried = job::loadJob(demoFolder() + "/marten-big-wheel.girder.json");
    if (!out || !carried) return std::nullopt;
    out->pieces.push_back(carried->pieces[0]);
    for (const double front : {300.0, 1000.0, 1800.0}) {
        const std::string id = fmt::format("guard-{:.0f}", front);
        for (const double back : {80.0, 520.0}) {
            rig::Hold boss;
            boss.id = fmt::format("{}-{:.0f}", id, back);
            boss.name = "Boss";
            boss.at = {-front - back, 240, 330};
            boss.diameter = 12;
            boss.thickness = 24;
            boss.ultimate = 400;
            boss.stiffness = 20000;
            boss.pull = boss.shear = 25000;
            out->vehicle.holds.push_back(boss);
        }
        armor::Piece guard;
        guard.id = guard.name = id;
        guard.pattern = "skid-plate";
        guard.settings = {{"front", front}, {"length", 600.0}};
        out->pieces.push_back(guard);
    }
    return std::move(*out);
}

void timeFullest(job::Job job, const stock::Stock &stock) {
    std::vector<double> whole;
    auto before = std::make_shared<const job::Appraisal>(job::appraise(job, stock));
    std::size_t built = 0;
    for (const job::PieceAppraisal &p : before->pieces) built += p.proof != nullptr;
    for (int i = 0; i < 200; ++i) {
        job.pieces[0].settings["cornerCut"] = 0.5 * i;
        std::shared_ptr<const job::Appraisal> now;
        whole.push_back(milliseconds([&] {
            now = std::make_shared<const job::Appraisal>(
                job::appraise(job, stock, {}, proof::Detail::Strips, before.get()));
        }));
        before = now;
    }
    std::printf("the fullest job, %zu of %zu pieces proved: median %.2f ms, worst %.2f ms\n", built,
                job.pieces.size(), median(whole), bench::worst(whole));
}

}  // namespace

int main(int, char **) {
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
    if (auto fullest = fullestJob()) timeFullest(std::move(*fullest), *stock);
    return 0;
}
