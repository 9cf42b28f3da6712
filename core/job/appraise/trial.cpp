#include "core/job/appraise/trial.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/armor/operations/operations.h"
#include "core/job/appraise/parts_through.h"
#include "core/job/appraise/pieces_below.h"
#include "core/job/appraise/vehicle_findings.h"
#include "core/workshop/convex_bodies.h"

namespace hefty::job {
namespace {

/// The bodies of the parts that were not there before.
std::vector<clearance::ConvexBody> newBodies(const armor::Assembly &built, const armor::Assembly &before) {
    std::vector<clearance::ConvexBody> out = workshop::convexBodies(built);
    std::erase_if(out, [&before](const clearance::ConvexBody &b) { return before.has(b.id); });
    return out;
}

/// A part that stands where it stood; one that was drilled or trimmed may count as new.
bool isAsBefore(const armor::Solid &now, const armor::Solid *was) {
    if (!was || was->faces.size() != now.faces.size()) return false;
    return std::equal(now.faces.begin(), now.faces.end(), was->faces.begin(),
                      [](const armor::Solid::Face &a, const armor::Solid::Face &b) {
                          return a.corners == b.corners && a.holes.size() == b.holes.size();
                      });
}

void addSeams(Trial &trial, const armor::Assembly &built, const armor::Assembly &before) {
    for (const armor::WeldJoint &w : built.welds) {
        const bool known = std::any_of(before.welds.begin(), before.welds.end(),
                                       [&w](const armor::WeldJoint &o) { return o.name == w.name; });
        if (!known && !w.isFold())
            trial.seams.push_back(
                {fmt::format("{} to {}: {{0}} of seam", built.labelOf(w.a), built.labelOf(w.b)),
                 {{w.length()}}});
    }
}

void addMeetings(Trial &trial, const Job &job, const Appraisal &now, const std::string &piece,
                 const armor::Assembly &built, const armor::Assembly &before) {
    for (Finding &f : gapFindings(job, built))
        if (!before.has(f.subject)) trial.meets.push_back(std::move(f.sentence));
    const auto bodies = newBodies(built, before);
    for (const PieceAppraisal &other : now.pieces) {
        if (other.id == piece || !other.assembly) continue;
        auto through = partsThrough(built, piece, bodies, other);
        if (!through)
            trial.meets.emplace_back(through.error().sentence());
        else
            for (FitProblem &p : *through) trial.meets.push_back(std::move(p.sentence));
    }
}

}  // namespace

Trial tryOperation(const Job &job, const Appraisal &now, const std::string &piece, const Json &operation,
                   const stock::Stock &stock) {
    Trial trial;
    const auto of = std::find_if(job.pieces.begin(), job.pieces.end(),
                                 [&piece](const armor::Piece &p) { return p.id == piece; });
    if (of == job.pieces.end() || !now.rig) {
        trial.whyNot = "The vehicle is not measured enough for it.";
        return trial;
    }
    armor::Piece changed = *of;
    const auto before = buildPiece(job, *of, now, stock);
    const auto vehicle = vehicleUnder(job, *of, now);
    const armor::Pattern *pattern = armor::pattern(of->pattern);
    if (!before || !vehicle || !pattern) {
        trial.whyNot = before ? "The piece's pattern is not known." : before.error().message;
        return trial;
    }
    armor::Assembly tried = *before;
    trial.whyNot = armor::carryOut(tried, {*of, **vehicle, *now.rig, stock}, *pattern, operation);
    if (!trial.whyNot.empty()) return trial;
    changed.operations.push_back(operation);
    const auto built = buildPiece(job, changed, now, stock);
    if (!built) {
        trial.whyNot = built.error().message;
        return trial;
    }
    for (const armor::Solid &s : built->solids)
        if (!isAsBefore(s, before->solid(s.part))) trial.solids.push_back(s);
    addSeams(trial, *built, *before);
    addMeetings(trial, job, now, piece, *built, *before);
    for (std::size_t i = before->notes.size(); i < built->notes.size(); ++i)
        if (!built->notes[i].onlyTold) trial.meets.push_back(built->notes[i].text);
    return trial;
}

}  // namespace hefty::job
