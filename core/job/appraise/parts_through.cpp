#include "core/job/appraise/parts_through.h"

#include <algorithm>
#include <cmath>
#include <map>

#include <fmt/format.h>

#include "core/clearance/overlaps.h"
#include "core/job/names.h"
#include "core/workshop/convex_bodies.h"

namespace hefty::job {

using clearance::ConvexBody;

namespace {

/// Deeper than parts that are only laid on each other, mm.
constexpr double touching = 1;

/// How deep two parts lie in each other, as a problem of the first.
FitProblem overlapProblem(const clearance::Overlap &o, std::string sentence, std::string title) {
    FitProblem p;
    p.part = o.a;
    p.sentence = {std::move(sentence), {{o.depth, measure::Quantity::Length}}};
    p.value = -o.depth;
    p.at = o.at;
    p.working.title = std::move(title);
    p.working.step("d", "how deep they lie in each other", "convex bodies, separating axes", "", o.depth,
                   "mm", "docs/methods.md");
    return p;
}

bool isMade(const armor::Assembly &of, const std::string &part) {
    return of.bar(part) || of.sheet(part);
}

/// Joined parts; what ownGatesPast() looks at; a tube in a larger one; a tube with openings, as bodies know
/// none.
bool mayShareRoom(const armor::Assembly &of, const std::string &a, const std::string &b) {
    for (const armor::WeldJoint &w : of.welds)
        if ((w.a == a && w.b == b) || (w.a == b && w.b == a)) return true;
    for (const armor::Gate &g : of.gates)
        if (g.swings(a) != g.swings(b)) return true;
    const armor::BarPart *one = of.bar(a), *other = of.bar(b);
    for (const armor::BarPart *bar : {one, other})
        if (bar && (!bar->openings.empty() || bar->made.isOnVehicle())) return true;
    if (!one || !other || !one->hollow() || !other->hollow()) return false;
    constexpr double alongside = 0.98;
    return std::abs(one->axes().x.dot(other->axes().x)) > alongside;
}

/// What goes through an opening or a hole of a sheet: bodies know none.
bool liesInOpening(const armor::Assembly &of, const clearance::Overlap &o) {
    for (const armor::SheetPart *sheet : {of.sheet(o.a), of.sheet(o.b)}) {
        if (!sheet) continue;
        const shape::Vec2 at = sheet->axes.toLocal(o.at).head<2>();
        if (std::any_of(sheet->cutouts.begin(), sheet->cutouts.end(),
                        [&at](const shape::Polygon2 &c) { return shape::inside(c, at); }) ||
            std::any_of(sheet->holes.begin(), sheet->holes.end(),
                        [&at](const armor::Hole &h) { return (h.at - at).norm() < h.diameter / 2; }))
            return true;
    }
    return false;
}

}  // namespace

std::vector<ConvexBody> bodiesToFit(const armor::Assembly &assembly) {
    std::vector<ConvexBody> out = workshop::convexBodies(assembly);
    std::erase_if(out, [&assembly](const ConvexBody &body) { return assembly.isFrameRail(body.id); });
    return out;
}

Result<std::vector<FitProblem>> tiresThrough(const armor::Assembly &of,
                                             const std::vector<ConvexBody> &bodies) {
    std::vector<ConvexBody> made;
    for (const ConvexBody &b : bodies)
        if (isMade(of, b.id)) made.push_back(b);
    const auto found = clearance::overlaps(workshop::carriedTires(of), made, touching);
    if (!found) return tl::unexpected(found.error());
    std::vector<FitProblem> out;
    for (const clearance::Overlap &o : *found) {
        FitProblem p =
            overlapProblem(o,
                           fmt::format("The tire of the wheel carried on {} runs through {}, {{0}} deep.",
                                       asObject(of, o.a), asObject(of, o.b)),
                           fmt::format("Tire of the carried wheel and {}", of.labelOf(o.b)));
        p.id = fmt::format("tire/{}/{}", o.a, o.b);
        p.part = o.b;
        p.working.note("The tire is a ring from six tenths of its radius outward: its dish is free.");
        out.push_back(std::move(p));
    }
    return out;
}

Result<std::vector<FitProblem>> ownPartsThrough(const armor::Assembly &of,
                                                const std::vector<ConvexBody> &bodies,
                                                const std::stop_token &stop) {
    std::map<std::string, std::vector<ConvexBody>> byPart;
    std::map<std::string, Eigen::AlignedBox3d> boxes;
    for (const ConvexBody &b : bodies)
        if (isMade(of, b.id)) {
            for (const auto &face : b.faces)
                for (const Vec3 &c : face) boxes[b.id].extend(c);
            byPart[b.id].push_back(b);
        }
    std::vector<FitProblem> out;
    for (auto one = byPart.begin(); one != byPart.end() && !stop.stop_requested(); ++one) {
        std::vector<ConvexBody> others;
        for (auto other = std::next(one); other != byPart.end(); ++other)
            if (boxes[one->first].intersects(boxes[other->first]) &&
                !mayShareRoom(of, one->first, other->first))
                others.insert(others.end(), other->second.begin(), other->second.end());
        if (others.empty()) continue;
        const auto found = clearance::overlaps(one->second, others, throughWalls);
        if (!found) return tl::unexpected(found.error());
        for (const clearance::Overlap &o : *found) {
            if (liesInOpening(of, o)) continue;
            FitProblem p = overlapProblem(
                o,
                fmt::format("Two parts run through each other, {{0}} deep, and nothing joins them there: "
                            "{} and {}.",
                            asObject(of, o.a), asObject(of, o.b)),
                fmt::format("{} and {}", of.labelOf(o.a), of.labelOf(o.b)));
            p.id = fmt::format("overlap/{}~{}", o.a, o.b);
            out.push_back(std::move(p));
        }
    }
    return out;
}

Result<std::vector<FitProblem>> partsThrough(const armor::Assembly &of, const std::string &piece,
                                             const std::vector<ConvexBody> &bodies,
                                             const PieceAppraisal &other) {
    const auto found = clearance::overlaps(bodies, bodiesToFit(*other.assembly), touching);
    if (!found) return tl::unexpected(found.error());
    std::vector<FitProblem> out;
    for (const clearance::Overlap &o : *found) {
        const std::string one = of.labelOf(o.a), through = other.assembly->labelOf(o.b);
        FitProblem p = overlapProblem(
            o, fmt::format("The {} runs through the {} of \"{}\", {{0}} deep.", one, through, other.id),
            fmt::format("{} and {}", one, through));
        p.id = fmt::format("overlap/{}@{}~{}@{}", o.a, piece, o.b, other.id);
        out.push_back(std::move(p));
    }
    return out;
}

}  // namespace hefty::job
