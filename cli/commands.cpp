#include "cli/commands.h"

#include <cmath>
#include <map>

#include <fmt/format.h>

#include "cli/frame_json.h"
#include "cli/survey_json.h"
#include "cli/vectors.h"
#include "core/base/constants.h"
#include "core/base/places.h"
#include "core/clearance/angles.h"
#include "core/job/appraisal.h"
#include "core/joints/bolt_group.h"
#include "core/joints/fatigue.h"
#include "core/joints/weld_group.h"
#include "core/rig/stuck.h"

namespace hefty::cli {
namespace {

using shape::Vec3;

joints::PointLoad readLoad(ObjectReader &top, Faults &faults) {
    joints::PointLoad load;
    const Json *json = top.child("load", true);
    if (!json) return load;
    ObjectReader o(*json, "load", faults);
    if (o.has("at")) load.at = vec(o.numbers<3>("at"));
    if (o.has("force")) load.force = vec(o.numbers<3>("force"));
    if (o.has("moment")) load.moment = vec(o.numbers<3>("moment"));
    return load;
}

clearance::LoadedTire readTire(ObjectReader &tires, const char *key, Faults &faults) {
    clearance::LoadedTire tire;
    if (const Json *json = tires.child(key, true)) {
        ObjectReader o(*json, tires.pathOf(key), faults);
        tire.radius = o.positive("radius");
        tire.width = o.positive("width");
        tire.track = o.positive("track");
    }
    return tire;
}

std::vector<clearance::TouchPoint> readPoints(ObjectReader &top, const char *key, Faults &faults) {
    std::vector<clearance::TouchPoint> out;
    for (const auto &[value, path] : top.array(key)) {
        ObjectReader o(*value, path, faults);
        clearance::TouchPoint p;
        p.id = o.text("id");
        p.at = vec(o.numbers<3>("at"));
        out.push_back(std::move(p));
    }
    return out;
}

Json angleJson(const clearance::LimitAngle &a) {
    if (!a.angle) return {{"angle", nullptr}, {"why", a.why}};
    return {{"angle", degrees(*a.angle)}, {"governs", a.governs}};
}

Json endJson(const clearance::EndAngle &e) {
    Json json = angleJson(e.whole);
    json["wheelPath"] = angleJson(e.wheelPath);
    return json;
}

}  // namespace

Result<Json> runFrame(const Json &json) {
    const auto question = readFrame(json);
    if (!question) return tl::unexpected(question.error());
    return answerFrame(*question);
}

Result<Json> runWeld(const Json &json) {
    Faults faults;
    ObjectReader top(json, "", faults);
    double strength = 482.6;
    if (const Json *filler = top.child("filler"))
        strength = ObjectReader(*filler, "filler", faults).positive("Fexx");
    std::vector<joints::WeldSegment> segments;
    for (const auto &[value, path] : top.array("segments", true)) {
        ObjectReader o(*value, path, faults);
        segments.push_back(
            {o.text("id"), vec(o.numbers<3>("from")), vec(o.numbers<3>("to")), o.number("leg")});
    }
    const joints::PointLoad load = readLoad(top, faults);
    if (!faults.none()) return tl::unexpected(faults.joined());
    const auto group = joints::WeldGroup::make(std::move(segments));
    if (!group) return tl::unexpected(group.error());
    const auto stress = group->stress(load);
    if (!stress) return tl::unexpected(stress.error());
    return Json{{"throatStress",
                 {{"max", stress->max},
                  {"at", Json::array({stress->at.x(), stress->at.y(), stress->at.z()})},
                  {"segment", stress->segment}}},
                {"utilization", stress->max / (joints::allowableThroatStress * strength)}};
}

Result<Json> runBolts(const Json &json) {
    Faults faults;
    ObjectReader top(json, "", faults);
    std::vector<joints::Bolt> bolts;
    for (const auto &[value, path] : top.array("bolts", true)) {
        ObjectReader o(*value, path, faults);
        joints::Bolt b;
        b.id = o.text("id");
        const auto at = o.numbers<2>("at");
        b.at = {at[0], at[1]};
        b.diameter = o.positive("diameter");
        b.pitch = o.number("pitch", 0);
        b.grade = o.text("grade");
        for (const joints::Bolt &other : bolts)
            if (other.id == b.id)
                faults.add(fmt::format("The id \"{}\" is given twice.", b.id), path + "/id");
        bolts.push_back(std::move(b));
    }
    joints::BoltGroupOptions options;
    options.shearPlanes = top.integer("shearPlanes", 1);
    options.threadsInShear = top.boolean("threadsInShear", true);
    const joints::PointLoad load = readLoad(top, faults);
    if (!faults.none()) return tl::unexpected(faults.joined());
    const auto forces = joints::shareLoad(bolts, load, options);
    if (!forces) return tl::unexpected(forces.error());
    Json out = Json::object();
    for (const joints::BoltForce &f : *forces)
        out[f.id] = {{"shear", f.shear}, {"tension", f.tension}, {"utilization", f.utilization}};
    return Json{{"bolts", std::move(out)}};
}

Result<Json> runSurvey(const Json &json) {
    const auto net = readNet(json);
    if (!net) return tl::unexpected(net.error());
    const auto adjustment = survey::adjust(*net);
    if (!adjustment) return tl::unexpected(adjustment.error());
    return writeAdjustment(*net, *adjustment);
}

Result<Json> runRide(const std::string &csv, double hours, double cycles) {
    if (!(hours > 0) || !(cycles > 0))
        return fail(ProblemKind::BadInput, "Hours and cycles must be above 0.", "command line");
    const auto ride = joints::readRide(csv, "ride");
    if (!ride) return tl::unexpected(ride.error());
    constexpr double bin = 0.1;  // g
    Json directions = Json::object();
    for (const auto &[name, record] :
         {std::pair{"along", &ride->along}, {"across", &ride->across}, {"up", &ride->up}}) {
        const std::vector<joints::Cycles> found = joints::rainflow(*record);
        const std::vector<double> bins = joints::countsByRange(found, bin);
        Json counts = Json::array();
        for (std::size_t i = 0; i < bins.size(); ++i)
            if (bins[i] > 0)
                counts.push_back({{"from", static_cast<double>(i) * bin},
                                  {"to", static_cast<double>(i + 1) * bin},
                                  {"count", bins[i]}});
        directions[name] = {{"cycles", std::move(counts)},
                            {"equalRange", joints::equalRange(found, ride->duration, hours, cycles)}};
    }
    return Json{{"duration", ride->duration},
                {"hours", hours},
                {"cycles", cycles},
                {"directions", std::move(directions)}};
}

Result<Json> runStuck(const Json &json) {
    Faults faults;
    ObjectReader o(json, "", faults);
    rig::Stuck stuck;
    stuck.mass = o.positive("mass");
    const std::map<std::string, rig::Mired> depths{{"no", rig::Mired::No},
                                                   {"hubs", rig::Mired::Hubs},
                                                   {"fenders", rig::Mired::Fenders},
                                                   {"body", rig::Mired::Body}};
    const std::string mired = o.text("mired", "no");
    if (const auto it = depths.find(mired); it != depths.end())
        stuck.mired = it->second;
    else
        faults.add("Mired is no, hubs, fenders or body.", "mired");
    const double grade = o.number("gradeDeg", 0);
    if (!(grade >= 0 && grade < 90)) faults.add("The grade is from 0 to below 90 degrees.", "gradeDeg");
    stuck.grade = radians(grade);
    stuck.rolling = o.number("rolling", stuck.rolling);
    if (!(stuck.rolling >= 0)) faults.add("Rolling resistance cannot be below 0.", "rolling");
    const double winch = o.number("winchPull", 0);
    if (winch < 0) faults.add("A winch does not push.", "winchPull");
    if (!faults.none()) return tl::unexpected(faults.joined());
    const double pull = rig::pullToFree(stuck);
    Json out{{"pull", pull}};
    if (winch > 0) {
        const int lines = rig::linesNeeded(pull, winch);
        out["lines"] = lines > 0 ? Json(lines) : Json();
        if (lines == 0) out["why"] = "Ten lines are not enough: dig, unload, or pull with more.";
    }
    return out;
}

Result<Json> runRope(const std::string &csv, const RopePull &pull) {
    if (!(pull.length > 0) || !(pull.mass > 0) || !(pull.speed >= 0) || !(pull.breaks >= 0))
        return fail(ProblemKind::BadInput,
                    "Length and mass must be above 0, speed and strength not below it.", "command line");
    const auto curve = stock::readStretchCurve(csv, pull.length);
    if (!curve) return tl::unexpected(curve.error());
    stock::Rope rope;
    rope.length = pull.length;
    rope.curve = *curve;
    rope.breakingStrength = pull.breaks > 0 ? pull.breaks : curve->back()[1];
    rope.stretchAtBreak = curve->back()[0];
    Json rows = Json::array();
    for (const auto &[stretch, force] : *curve) rows.push_back({stretch, force});
    const double force = rope.snatchForce(pull.mass, pull.speed);
    return Json{{"force", force},
                {"energy", pull.mass * pull.speed * pull.speed / 2},
                {"breaks", force >= rope.breakingStrength},
                {"stretchAtBreak", rope.stretchAtBreak},
                {"curve", std::move(rows)}};
}

Result<Json> runClearance(const Json &json) {
    Faults faults;
    ObjectReader top(json, "", faults);
    clearance::ClearanceModel model;
    model.wheelbase = top.positive("wheelbase");
    if (const Json *tires = top.child("tires", true)) {
        ObjectReader o(*tires, "tires", faults);
        model.front = readTire(o, "front", faults);
        model.rear = readTire(o, "rear", faults);
    }
    model.frontPoints = readPoints(top, "front", faults);
    model.belly = readPoints(top, "belly", faults);
    model.rearPoints = readPoints(top, "rear", faults);
    if (!faults.none()) return tl::unexpected(faults.joined());
    const auto c = clearance::angles(model);
    if (!c) return tl::unexpected(c.error());
    Json ground{{"height", c->between.height ? Json(*c->between.height) : Json()}};
    if (c->between.height)
        ground["governs"] = c->between.governs;
    else
        ground["why"] = "Nothing has been measured between the axles.";
    return Json{{"approach", endJson(c->approach)},
                {"departure", endJson(c->departure)},
                {"breakover", angleJson(c->breakover)},
                {"clearance", std::move(ground)}};
}

Result<Json> runAppraise(const std::string &text) {
    const auto stock = stock::readStock(stockFolder());
    if (!stock) return tl::unexpected(stock.error());
    const auto job = job::readJob(text);
    if (!job) return tl::unexpected(job.error());
    job::Appraisal shells = job::appraise(*job, *stock, {}, proof::Detail::Shells);
    job::settle(shells, *job, *stock);
    job::Appraisal halved = job::lookCloser(*job, *stock, proof::Detail::Halved, shells);
    job::addCloseRemedies(halved, shells, *job, *stock);
    return job::appraisalJson(*job, halved);
}

namespace {

/// The path of the first number that is none; empty: there is none.
std::string notFinite(const Json &json, const std::string &path) {
    if (json.is_number_float()) return std::isfinite(json.get<double>()) ? "" : path;
    if (!json.is_structured()) return {};
    for (const auto &[key, value] : json.items())
        if (std::string bad = notFinite(value, path.empty() ? key : path + "/" + key); !bad.empty())
            return bad;
    return {};
}

}  // namespace

Result<Json> onlyFinite(Result<Json> answer) {
    if (!answer) return answer;
    if (const std::string bad = notFinite(*answer, ""); !bad.empty())
        return fail(ProblemKind::BadInput, "Numbers of the input are too large or too small to compute with.",
                    "answer/" + bad, "Look for a slip in them.");
    return answer;
}

int exitCode(const Problem &problem) {
    switch (problem.kind) {
        case ProblemKind::Mechanism:
        case ProblemKind::Degenerate:
        case ProblemKind::Undetermined:
        case ProblemKind::TooLong:
            return 3;
        default:
            return 2;
    }
}

}  // namespace hefty::cli
