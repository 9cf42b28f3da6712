#include "cli/export.h"

#include <numbers>

#include <fmt/format.h>

#include "core/base/constants.h"
#include "core/base/places.h"
#include "core/handout/handout.h"
#include "core/job/appraise/appraise_under.h"
#include "core/job/shop/weld_shrinkage.h"
#include "core/workshop/weld/best_order.h"
#include "core/workshop/weld/weld_heat.h"

namespace hefty::cli {
namespace {

struct Shapes {
    job::Job job;
    job::Appraisal appraisal;
    stock::Stock stock;
};

Result<Shapes> shapesOf(const std::string &jobText) {
    const auto job = job::readJob(jobText);
    if (!job) return tl::unexpected(job.error());
    const auto stock = stock::readStock(stockFolder());
    if (!stock) return tl::unexpected(stock.error());
    return Shapes{*job, job::appraiseShape(*job, *stock), *stock};
}

Json planJson(const armor::Assembly &a, const rig::RigGeometry &rig, double shrinkFactor,
              const std::vector<workshop::SeamWork> &work, const workshop::WeldPlan &plan) {
    Json seams = Json::array(), blocked = Json::array(), moves = Json::array();
    std::vector<workshop::SeamWork> inTurn;
    for (const workshop::WeldStep &s : plan.steps) {
        inTurn.push_back(work[s.work]);
        inTurn.back().fits = s.fits;
    }
    const std::vector<workshop::SeamHeat> heat = workshop::heatOf(a, inTurn);
    for (std::size_t i = 0; i < plan.steps.size(); ++i) {
        const workshop::WeldStep &s = plan.steps[i];
        const workshop::SeamWork &w = inTurn[i];
        seams.push_back({{"id", s.seam},
                         {"name", w.name},
                         {"step", s.step},
                         {"fits", s.fits},
                         {"before", s.before},
                         {"passes", w.passes},
                         {"minutes", w.minutes},
                         {"wait", heat[i].wait},
                         {"warm", heat[i].warm},
                         {"leg", w.leg},
                         {"length", w.length}});
    }
    for (const workshop::BlockedSeam &b : plan.blocked)
        blocked.push_back({{"seam", b.seam}, {"by", b.by}, {"length", b.length}});
    for (const workshop::Distortion &d : job::weldShrinkage(a, rig, inTurn, {}, shrinkFactor)) {
        const double scale = d.angle ? degrees(1) : 1;
        Json steps = Json::array();
        for (const double v : d.steps) steps.push_back(v * scale);
        Json move{{"what", d.what},       {"at", d.part},           {"value", d.value * scale},
                  {"low", d.low * scale}, {"high", d.high * scale}, {"unit", d.angle ? "deg" : "mm"},
                  {"advice", d.advice}};
        move["afterStep"] = std::move(steps);
        if (d.held >= 0) move["heldUntilCold"] = d.held * scale;
        if (d.tied >= 0) move["heldAndTied"] = d.tied * scale;
        moves.push_back(std::move(move));
    }
    return {{"order", plan.parts},
            {"seams", std::move(seams)},
            {"blocked", std::move(blocked)},
            {"distortion", std::move(moves)}};
}

}  // namespace

Result<Json> runExport(const std::string &jobText, const std::string &folder, bool stresses) {
    const auto shapes = shapesOf(jobText);
    if (!shapes) return tl::unexpected(shapes.error());
    handout::Wanted wanted;
    wanted.stresses = stresses;
    const auto out = handout::handOut(shapes->job, shapes->appraisal, shapes->stock, folder, wanted);
    if (!out) return tl::unexpected(out.error());
    Json left = Json::array();
    for (const handout::Handed::Left &l : out->left) {
        Json one{{"piece", l.piece}, {"why", l.why}};
        if (!l.part.empty()) one["part"] = l.part;
        left.push_back(std::move(one));
    }
    return Json{{"written", out->written}, {"left", std::move(left)}};
}

Result<Json> runWeldPlan(const std::string &jobText) {
    const auto shapes = shapesOf(jobText);
    if (!shapes) return tl::unexpected(shapes.error());
    Json pieces = Json::object();
    for (const job::PieceAppraisal &p : shapes->appraisal.pieces) {
        if (!p.assembly) {
            pieces[p.id] = {{"problem", "It cannot be built as it stands."}};
            continue;
        }
        const std::vector<workshop::SeamWork> work = workshop::seamWork(*p.assembly, shapes->stock);
        const auto reach = workshop::weldReach(*p.assembly);
        if (!reach) return tl::unexpected(reach.error());
        const auto own = shapes->job.weldOrders.find(p.id);
        pieces[p.id] = planJson(*p.assembly, *shapes->appraisal.rig, shapes->job.rules.shrinkFactor, work,
                                own == shapes->job.weldOrders.end()
                                    ? workshop::bestOrder(*p.assembly, *reach, work)
                                    : workshop::weldOrderAs(*p.assembly, *reach, work, own->second));
    }
    return Json{{"pieces", std::move(pieces)}};
}

}  // namespace hefty::cli
