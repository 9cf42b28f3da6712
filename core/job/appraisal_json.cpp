#include "core/base/constants.h"
#include "core/job/appraisal.h"

#include <cmath>

namespace hefty::job {
namespace {

Json list(const Vec3 &v) {
    return Json::array({v.x(), v.y(), v.z()});
}

Json workingJson(const working::Working &w) {
    Json steps = Json::array();
    for (const working::Step &s : w.steps)
        steps.push_back({{"symbol", s.symbol},
                         {"meaning", s.meaning},
                         {"formula", s.formula},
                         {"values", s.values},
                         {"value", s.value},
                         {"unit", s.unit},
                         {"source", s.source}});
    return {{"title", w.title}, {"steps", std::move(steps)}, {"notes", w.notes}};
}

Json angleJson(const clearance::LimitAngle &a) {
    if (!a.angle) return {{"angle", nullptr}, {"why", a.why}};
    return {{"angle", degrees(*a.angle)}, {"governs", a.governs}, {"at", list(a.at)}};
}

Json endJson(const clearance::EndAngle &e) {
    Json json = angleJson(e.whole);
    json["wheelPath"] = angleJson(e.wheelPath);
    return json;
}

std::string_view severityWord(Severity s) {
    switch (s) {
        case Severity::Stop:
            return "stop";
        case Severity::Fix:
            return "fix";
        case Severity::Note:
            break;
    }
    return "note";
}

/// A quantity as JSON prints it: angles in degrees.
double shown(double value, measure::Quantity q) {
    return q == measure::Quantity::Angle ? degrees(value) : value;
}

Json remedyJson(const Remedy &r, measure::Quantity q) {
    Json settings = Json::object();
    for (const auto &[id, value] : r.edit.settings)
        std::visit([&settings, &id = id](const auto &v) { settings[id] = v; }, value);
    Json edit{{"piece", r.edit.piece}, {"settings", std::move(settings)}};
    if (!r.edit.tweaks.empty()) {
        armor::Piece changed;
        changed.tweaks = r.edit.tweaks;
        edit["tweaks"] = armor::writePiece(changed)["tweaks"];
    }
    return {{"label", r.label.in(measure::UnitSystem::Metric)},
            {"edit", std::move(edit)},
            {"before", shown(r.before, q)},
            {"after", shown(r.after, q)},
            {"massChange", r.massChange},
            {"costChange", r.costChange},
            {"cures", r.cures}};
}

Json findingsJson(const Appraisal &a) {
    Json out = Json::array();
    for (const Finding &f : a.findings) {
        Json json{{"id", f.id},
                  {"severity", severityWord(f.severity)},
                  {"stop", f.stop},
                  {"piece", f.piece},
                  {"subject", f.subject},
                  {"sentence", f.sentence.in(measure::UnitSystem::Metric)},
                  {"value", shown(f.value, f.quantity)},
                  {"limit", shown(f.limit, f.quantity)}};
        if (f.working) json["working"] = workingJson(*f.working);
        json["remedies"] = Json::array();
        for (const Remedy &r : f.remedies) json["remedies"].push_back(remedyJson(r, f.quantity));
        out.push_back(std::move(json));
    }
    return out;
}

Json rungsJson(const std::vector<proof::Rung> &rungs) {
    Json out = Json::array();
    for (const proof::Rung &r : rungs)
        out.push_back({{"part", r.part},
                       {"title", r.title},
                       {"letsGoAt", r.letsGoAt},
                       {"means", r.means},
                       {"canFly", r.flies},
                       {"bought", r.bought},
                       {"way", r.where}});
    return out;
}

Json proofJson(const proof::Proof &p) {
    Json checks = Json::array();
    for (const proof::Check &c : p.checks)
        checks.push_back({{"id", c.id},
                          {"kind", proof::kindWord(c.kind)},
                          {"part", c.part},
                          {"title", c.title},
                          {"case", proof::dutyId(p, c)},
                          {"class", c.dutyClass == proof::DutyClass::Working ? "working" : "survival"},
                          {"demand", c.demand},
                          {"capacity", c.capacity},
                          {"unit", c.unit},
                          {"utilization", c.utilization},
                          {"proved", c.proved()},
                          {"meshShift", c.shift ? Json(*c.shift) : Json()},
                          {"assumed", c.assumed},
                          {"beyond", c.beyond},
                          {"at", list(c.at)},
                          {"working", workingJson(c.working)}});
    Json others = Json::array();
    for (const proof::Ladder &l : p.otherLadders)
        others.push_back(
            {{"id", l.id}, {"title", l.title}, {"rated", l.rated}, {"rungs", rungsJson(l.rungs)}});
    Json collapses = Json::array();
    if (p.pushOver)
        for (const proof::Collapse &c : p.pushOver->collapses) {
            Json hinges = Json::array();
            for (const proof::FoldHinge &h : c.hinges)
                hinges.push_back(
                    {{"part", h.part}, {"load", h.load}, {"at", list(h.at)}, {"vehicle", h.vehicle}});
            collapses.push_back(
                {{"id", c.id}, {"title", c.title}, {"load", c.load}, {"hinges", std::move(hinges)}});
        }
    Json cases = Json::array();
    for (const proof::LoadCase &c : p.duties.cases) {
        Json loads = Json::array();
        for (const proof::LoadArrow &a : c.arrows)
            loads.push_back({{"at", list(a.at)}, {"force", list(a.force)}, {"moment", {0.0, 0.0, 0.0}}});
        cases.push_back({{"id", c.id},
                         {"duty", c.duty},
                         {"title", c.title},
                         {"class", c.dutyClass == proof::DutyClass::Working ? "working" : "survival"},
                         {"linePull", c.linePull},
                         {"loads", std::move(loads)}});
    }
    Json unproved = Json::array();
    for (const proof::Unproved &u : p.unproved)
        unproved.push_back(
            {{"id", u.id}, {"part", u.part}, {"what", u.what}, {"why", u.why}, {"at", list(u.at)}});
    return {{"checks", std::move(checks)},
            {"unproved", std::move(unproved)},
            {"ladder", rungsJson(p.ladder)},
            {"otherLadders", std::move(others)},
            {"cases", std::move(cases)},
            {"collapses", std::move(collapses)},
            {"assumptions", p.idealization.assumptions}};
}

Json holesJson(const std::vector<armor::Hole> &holes) {
    Json out = Json::array();
    for (const armor::Hole &h : holes)
        out.push_back({{"id", h.id},
                       {"at", Json::array({h.at.x(), h.at.y()})},
                       {"diameter", h.diameter},
                       {"purpose", h.purpose}});
    return out;
}

Json fabricationJson(const workshop::Fabrication &f) {
    Json cuts = Json::array();
    for (const workshop::CutItem &c : f.cuts)
        cuts.push_back({{"part", c.part},
                        {"stock", c.stock},
                        {"material", c.material},
                        {"length", c.length},
                        {"width", c.width},
                        {"miterFrom", degrees(c.miterFrom)},
                        {"miterTo", degrees(c.miterTo)},
                        {"mass", c.mass},
                        {"holes", holesJson(c.holes)},
                        {"note", c.note.in(measure::UnitSystem::Metric)}});
    Json nestings = Json::array();
    for (const workshop::SectionNesting &n : f.nestings) {
        Json bars = Json::array();
        for (const workshop::NestedBar &b : n.nesting.bars) {
            Json pieces = Json::array();
            for (const workshop::PieceLength &p : b.pieces)
                pieces.push_back({{"part", p.name}, {"length", p.length}});
            bars.push_back({{"bar", b.bar.id},
                            {"length", b.bar.length},
                            {"onHand", b.bar.onHand},
                            {"left", b.left()},
                            {"pieces", std::move(pieces)}});
        }
        nestings.push_back({{"section", n.section},
                            {"material", n.material},
                            {"optimal", n.nesting.optimal},
                            {"toBuy", n.nesting.bought},
                            {"cost", n.cost},
                            {"bars", std::move(bars)}});
    }
    Json costs = Json::array();
    for (const workshop::CostLine &c : f.costs)
        costs.push_back({{"what", c.what}, {"amount", c.amount}, {"how", c.how}});
    return {{"cutList", std::move(cuts)},
            {"nesting", std::move(nestings)},
            {"mass", f.mass},
            {"fabricatedMass", f.fabricatedMass},
            {"boughtMass", f.boughtMass},
            {"center", list(f.center)},
            {"frontAxleShift", f.frontAxleShift},
            {"rearAxleShift", f.rearAxleShift},
            {"materialCost", f.materialCost},
            {"costs", std::move(costs)}};
}

}  // namespace

Json appraisalJson(const Job &job, const Appraisal &a) {
    Json json{{"job", job.name}, {"vehicle", job.vehicle.name}};
    if (a.clearance) {
        const clearance::Clearance &c = *a.clearance;
        json["clearance"] = {{"approach", endJson(c.approach)},
                             {"departure", endJson(c.departure)},
                             {"breakover", angleJson(c.breakover)},
                             {"groundClearance", c.between.height ? Json(*c.between.height) : Json()}};
    }
    json["gauges"] = Json::array();
    for (const Gauge &g : a.gauges)
        json["gauges"].push_back(
            {{"id", g.id},
             {"name", g.name},
             {"value", g.value ? Json(shown(*g.value, g.quantity)) : Json()},
             {"limit", std::isfinite(g.limit) ? Json(shown(g.limit, g.quantity)) : Json()},
             {"broken", g.broken()},
             {"governs", g.governs},
             {"working", workingJson(g.working)}});
    json["findings"] = findingsJson(a);
    json["pieces"] = Json::array();
    for (const PieceAppraisal &p : a.pieces) {
        Json piece{{"id", p.id}};
        if (p.proof) piece["proof"] = proofJson(*p.proof);
        if (p.fabrication) piece["fabrication"] = fabricationJson(*p.fabrication);
        json["pieces"].push_back(std::move(piece));
    }
    return json;
}

}  // namespace hefty::job
