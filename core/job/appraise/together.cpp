#include "core/job/appraise/together.h"

#include <algorithm>
#include <cmath>
#include <set>

#include <fmt/format.h>

#include "core/job/appraise/make_finding.h"

namespace hefty::job {
namespace {

/// How many crossmembers lie ahead of a place.
std::ptrdiff_t bayOf(const rig::RigGeometry &rig, double x) {
    const auto &members = rig.crossmembers;
    return std::count_if(members.begin(), members.end(), [x](double c) { return c > x; });
}
/// A stretch between two crossmembers of the left or the right rail.
using SideBay = std::pair<bool, std::ptrdiff_t>;

/// The stretches of the rails that a piece is bolted or welded to.
std::set<SideBay> baysOf(const rig::RigGeometry &rig, const armor::Assembly &a) {
    std::set<SideBay> out;
    for (const armor::BoltJoint &m : a.mounts)
        if (m.hold.empty()) out.insert({m.plane.origin.y() > 0, bayOf(rig, m.plane.origin.x())});
    for (const armor::BarPart &rail : a.bars) {
        if (!a.isFrameRail(rail.name)) continue;
        constexpr double within = 1;  // mm: it ends at crossmembers
        const auto [low, high] = std::minmax(rail.from.x(), rail.to.x());
        for (std::ptrdiff_t bay = bayOf(rig, high - within); bay <= bayOf(rig, low + within); ++bay)
            out.insert({rail.from.y() > 0, bay});
    }
    return out;
}
bool shareBay(const rig::RigGeometry &rig, const armor::Assembly &a, const armor::Assembly &b) {
    const std::set<SideBay> of = baysOf(rig, a), other = baysOf(rig, b);
    return std::any_of(of.begin(), of.end(), [&other](const SideBay &bay) { return other.contains(bay); });
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

}  // namespace

std::vector<Finding> togetherFindings(const Appraisal &appraisal) {
    FindingList out;
    std::vector<const PieceAppraisal *> onFrame;
    for (const PieceAppraisal &p : appraisal.pieces)
        if (p.assembly && !baysOf(*appraisal.rig, *p.assembly).empty()) onFrame.push_back(&p);
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
