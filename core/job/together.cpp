#include "core/job/together.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/clearance/overlaps.h"
#include "core/job/make_finding.h"
#include "core/workshop/convex_bodies.h"

namespace hefty::job {
namespace {

/// How many crossmembers lie ahead of a place.
std::ptrdiff_t bayOf(const rig::RigGeometry &rig, double x) {
    const auto &members = rig.crossmembers;
    return std::count_if(members.begin(), members.end(), [x](double c) { return c > x; });
}
bool shareBay(const rig::RigGeometry &rig, const armor::Assembly &a, const armor::Assembly &b) {
    for (const armor::BoltJoint &m : a.mounts)
        for (const armor::BoltJoint &n : b.mounts)
            if (m.hold.empty() && n.hold.empty() && m.plane.origin.y() * n.plane.origin.y() > 0 &&
                bayOf(rig, m.plane.origin.x()) == bayOf(rig, n.plane.origin.x()))
                return true;
    return false;
}
bool shareBolts(const armor::Assembly &a, const armor::Assembly &b) {
    constexpr double same = 5;  // mm
    for (const armor::BoltJoint &m : a.mounts)
        for (const armor::BoltJoint &n : b.mounts)
            for (const Vec3 &at : m.at)
                for (const Vec3 &other : n.at)
                    if (std::hypot(at.x() - other.x(), at.z() - other.z()) < same && at.y() * other.y() > 0)
                        return true;
    return false;
}

/// Parts of two pieces that lie in each other.
void addOverlaps(const PieceAppraisal &a, const PieceAppraisal &b, FindingList &out) {
    constexpr double touching = 1;  // mm
    const auto found = clearance::overlaps(workshop::convexBodies(*a.assembly),
                                           workshop::convexBodies(*b.assembly), touching);
    if (!found) return;  // a part without volume is told where it is built
    for (const clearance::Overlap &o : *found) {
        const std::string one = a.assembly->labelOf(o.a), other = b.assembly->labelOf(o.b);
        Finding &f = out.add(
            fmt::format("overlap/{}@{}~{}@{}", o.a, a.id, o.b, b.id), Severity::Fix, "layout",
            o.b + "@" + b.id,
            measure::Phrase{
                fmt::format("The {} of {} runs through the {} of {}, {{0}} deep.", one, a.id, other, b.id),
                {{o.depth, measure::Quantity::Length}}});
        working::Working &w = f.working.emplace();
        w.title = fmt::format("{} and {}", one, other);
        w.step("d", "how deep they lie in each other", "convex bodies, expanding polytopes", "", o.depth,
               "mm", "docs/methods.md");
    }
}

}  // namespace

std::vector<Finding> togetherFindings(const Appraisal &appraisal) {
    FindingList out;
    for (std::size_t i = 0; i < appraisal.pieces.size(); ++i)
        for (std::size_t k = 0; k < i; ++k)
            if (appraisal.pieces[i].assembly && appraisal.pieces[k].assembly)
                addOverlaps(appraisal.pieces[k], appraisal.pieces[i], out);
    std::vector<const PieceAppraisal *> onFrame;
    for (const PieceAppraisal &p : appraisal.pieces)
        if (p.assembly && !p.assembly->mounts.empty()) onFrame.push_back(&p);
    for (std::size_t i = 0; i < onFrame.size(); ++i)
        for (std::size_t k = 0; k < i; ++k) {
            const PieceAppraisal &a = *onFrame[k], &b = *onFrame[i];
            if (!shareBay(*appraisal.rig, *a.assembly, *b.assembly)) continue;
            const bool shared = shareBolts(*a.assembly, *b.assembly);
            out.add(
                fmt::format("together/{}~{}", a.id, b.id), Severity::Fix, "prove", b.id,
                shared
                    ? fmt::format("{} and {} take the same bolt holes of the frame: not proved together, "
                                  "because each is looked at as if the other were not there.",
                                  a.id, b.id)
                    : fmt::format("{} and {} hold to the same rails: not proved together, because what they "
                                  "do to the rails is not added.",
                                  a.id, b.id));
        }
    return std::move(out.findings);
}

}  // namespace hefty::job
