#include "cli/build_json.h"

#include "cli/vectors.h"
#include "core/base/places.h"
#include "core/job/appraisal.h"
#include "core/job/job.h"
#include "core/workshop/cut/notches.h"
#include "core/workshop/flat/flat_pattern.h"
#include "core/workshop/masses.h"

namespace hefty::cli {
namespace {

Json barJson(const armor::Assembly &a, const armor::BarPart &b) {
    const double mass = workshop::barMass(a, b);
    return {{"kind", b.made.bought.empty() ? "bar" : "bought"},
            {"role", parts::roleWord(b.made.role)},
            {"label", a.labelOf(b.name)},
            {"mass", mass},
            {"volume", mass / b.material.density},
            {"center", list(parts::barCenter(b))},
            {"developed", b.cutLength()},
            {"bends", b.bends.size()},
            {"section", b.section.id},
            {"thickness", b.section.wall}};
}

Json sheetJson(const armor::Assembly &a, const armor::SheetPart &s) {
    return {{"kind", "sheet"},
            {"role", parts::roleWord(s.made.role)},
            {"label", a.labelOf(s.name)},
            {"mass", workshop::sheetMass(s)},
            {"volume", s.area() * s.thickness},
            {"center", list(s.center())},
            {"developed", 0},
            {"bends", 0},
            {"section", ""},
            {"thickness", s.thickness}};
}

Json foldedJson(const armor::Assembly &a, const armor::FoldedSheet &f, const workshop::Fabrication *made) {
    const workshop::FlatPattern flat = workshop::flatPattern(a, f);
    double mass = 0;
    if (made)
        for (const workshop::CutItem &c : made->cuts)
            if (c.part == f.name) mass = c.mass;
    Json rim = Json::array();
    for (const shape::Vec2 &p : flat.rim) rim.push_back({p.x(), p.y()});
    return {{"kind", "sheet"},
            {"role", parts::roleWord(f.made.role)},
            {"label", f.made.label.empty() ? f.name : f.made.label},
            {"mass", mass},
            {"volume", mass / f.material.density},
            {"developed", 0},
            {"bends", flat.lines.size()},
            {"section", ""},
            {"thickness", f.thickness},
            {"sides", f.facets},
            {"flat", std::move(rim)}};
}

Json seamsJson(const armor::Assembly &a) {
    Json out = Json::array();
    for (const armor::WeldJoint &w : a.welds)
        for (const armor::Contact &c : w.contacts)
            out.push_back({{"id", w.name},
                           {"parts", Json::array({w.a, w.b})},
                           {"kind", armor::seamWord(c.kind)},
                           {"length", c.length()},
                           {"leg", w.leg},
                           {"throat", 0.70710678118654752 * w.leg}});
    return out;
}

Json boltsJson(const armor::Assembly &a) {
    Json out = Json::array();
    for (const auto *joints : {&a.mounts, &a.feet})
        for (const armor::BoltJoint &j : *joints)
            for (std::size_t i = 0; i < j.at.size(); ++i)
                out.push_back({{"group", j.name},
                               {"id", j.ids[i]},
                               {"part", j.part},
                               {"onto", j.onto},
                               {"size", j.size},
                               {"grade", j.grade},
                               {"hole", j.hole},
                               {"at", list(j.at[i])}});
    return out;
}

Json holdsJson(const armor::Assembly &a) {
    Json out = Json::array();
    for (const armor::BoltJoint &m : a.mounts)
        out.push_back({{"id", m.name},
                       {"part", m.part},
                       {"onto", m.onto},
                       {"at", list(m.plane.origin)},
                       {"hold", m.hold},
                       {"known", m.ontoAssumed ? "assumed" : "measured"}});
    return out;
}

Json uncoveredJson(const proof::Proof &p) {
    Json out = Json::array();
    for (const proof::Unproved &u : p.unproved)
        if (!u.cover) out.push_back({{"id", u.id}, {"part", u.part}, {"why", u.why}});
    return out;
}

Json pieceJson(const job::PieceAppraisal &piece) {
    const armor::Assembly &a = *piece.assembly;
    Json parts = Json::object();
    for (const armor::BarPart &b : a.bars) parts[b.name] = barJson(a, b);
    for (const armor::SheetPart &s : a.sheets) parts[s.name] = sheetJson(a, s);
    for (const armor::FoldedSheet &f : a.folded)
        parts[f.name] = foldedJson(a, f, piece.fabrication ? &*piece.fabrication : nullptr);
    for (const armor::FoldedBar &f : a.foldedBars) {
        const workshop::NotchPlan plan = workshop::notchPlan(a, f);
        parts[f.name] = {{"kind", "bar"},
                         {"role", parts::roleWord(plan.first->made.role)},
                         {"section", plan.first->section.id},
                         {"legs", f.legs},
                         {"mass", plan.mass},
                         {"developed", plan.length},
                         {"bends", plan.notches.size()}};
    }
    for (const armor::BoughtPart &b : a.bought)
        parts[b.name] = {{"kind", "bought"},
                         {"role", b.kind},
                         {"label", b.label},
                         {"mass", b.mass},
                         {"center", list(b.center)}};
    Json notes = Json::array();
    for (const armor::BuildNote &n : a.notes)
        notes.push_back({{"part", n.part}, {"text", n.text.in(measure::UnitSystem::Metric)}});
    return {{"mass", piece.fabrication ? Json(piece.fabrication->mass) : Json()},
            {"center", piece.fabrication ? list(piece.fabrication->center) : Json()},
            {"parts", std::move(parts)},
            {"seams", seamsJson(a)},
            {"bolts", boltsJson(a)},
            {"holds", holdsJson(a)},
            {"notes", std::move(notes)},
            {"uncovered", piece.proof ? uncoveredJson(*piece.proof) : Json::array()}};
}

}  // namespace

Result<Json> runBuild(const std::string &jobText) {
    const auto job = job::readJob(jobText);
    if (!job) return tl::unexpected(job.error());
    const auto stock = stock::readStock(stockFolder());
    if (!stock) return tl::unexpected(stock.error());
    const job::Appraisal appraisal = job::appraise(*job, *stock);
    Json pieces = Json::object();
    for (const job::PieceAppraisal &p : appraisal.pieces) {
        if (p.assembly) {
            pieces[p.id] = pieceJson(p);
            continue;
        }
        std::string why = "It cannot be built.";
        for (const job::Finding &f : appraisal.findings)
            if (f.severity == job::Severity::Stop && (f.piece == p.id || f.piece.empty()))
                why = f.sentence.in(measure::UnitSystem::Metric);
        pieces[p.id] = {{"problem", why}};
    }
    return Json{{"pieces", std::move(pieces)}};
}

}  // namespace hefty::cli
