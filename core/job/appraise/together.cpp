#include "core/job/appraise/together.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/job/appraise/make_finding.h"

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

}  // namespace

std::vector<Finding> togetherFindings(const Appraisal &appraisal) {
    FindingList out;
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
