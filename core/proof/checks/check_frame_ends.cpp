#include <algorithm>

#include <fmt/format.h>

#include "core/proof/checks/checker.h"
#include "core/proof/model/rails.h"
#include "core/proof/strength/member_strength.h"

namespace hefty::proof {
namespace {

/// Frames have a crossmember nearer than this behind each of their ends; if none is known there, one has not
/// been measured (docs/methods.md, "Frame rails").
constexpr double farMember = 1200;  // mm

/// Of a rail that nobody looked at the lesser of what a channel and a hat carry: the one is weaker sideways,
/// the other upright.
MemberStrength railStrength(const CheckContext &context, const Bar &rail) {
    MemberStrength least = memberStrength(rail);
    if (context.rig.railSection != rig::RailSection::Unknown) return least;
    Bar lying = railBar(context.rig, rail.material, stock::SectionShape::Hat);
    lying.unbraced = rail.unbraced;
    const MemberStrength hat = memberStrength(lying);
    const MemberStrength channel = least;
    for (double MemberStrength::*one :
         {&MemberStrength::tension, &MemberStrength::compression, &MemberStrength::bendingY,
          &MemberStrength::bendingZ, &MemberStrength::shearY, &MemberStrength::shearZ,
          &MemberStrength::torsion})
        least.*one = std::min(channel.*one, hat.*one);
    return least;
}

/// The vehicle's own rail to both sides of where a piece is bolted on.
void checkFrameEnd(const CheckContext &context, std::size_t mount) {
    const armor::BoltJoint &j = context.assembly.mounts[mount];
    const std::vector<int> &beams = context.proof.idealization.railBeams[mount];
    if (context.assembly.railUnder(j)) return;  // proved as a bar among the piece's own
    if (beams.empty()) {
        if (j.hold.empty())
            context.leave({"frame/" + j.name, j.name, "The frame rail at its bolts",
                           "nothing carries a load from the piece to it", "See what is said of its bolts.",
                           j.plane.origin});
        return;
    }
    const Bar &bar = context.proof.idealization.bars[static_cast<std::size_t>(beams.front())];
    const MemberStrength strength = railStrength(context, bar);
    const char *side = j.plane.origin.y() > 0 ? "left" : "right";
    struct End {
        const mechanics::Vec6 *forces = nullptr;
        int node = -1;
    };
    const auto hardest = [&](std::size_t c) {
        End worst;
        double use = -1;
        for (const int beam : beams) {
            const mechanics::BeamForces &f =
                context.proof.solution.cases[c].beams[static_cast<std::size_t>(beam)];
            const auto &of = context.proof.idealization.model.beams[static_cast<std::size_t>(beam)];
            for (const End &end : {End{&f.from, of.from}, End{&f.to, of.to}})
                if (const double u = memberUtilization(strength, *end.forces, 1); u > use) {
                    use = u;
                    worst = end;
                }
        }
        return worst;
    };
    double reach = 0;
    for (const int beam : beams)
        reach = std::max(reach, context.proof.idealization.bars[static_cast<std::size_t>(beam)].unbraced);
    const Governing g = governing(context, [&](std::size_t c) {
        return memberUtilization(strength, *hardest(c).forces, context.omega(c, memberOmega));
    });
    const End end = hardest(g.loadCase);
    Check check = context.begin(CheckKind::FrameEnd, fmt::format("frame/{}", j.name), j.name,
                                fmt::format("Frame rail {}, bolts to {}", side,
                                            beams.size() > 1 ? "both crossmembers" : "first crossmember"),
                                g.loadCase);
    check.demand = check.utilization = g.use;
    check.at = context.proof.idealization.model.nodes[static_cast<std::size_t>(end.node)].at;
    check.assumed = context.vehicle.railMaterialTrust != rig::Trust::Measured;
    check.working.given("a", "length of the rail that is free to bend", reach, "mm", "measured");
    addMemberWorking(check.working, bar, *end.forces, context.omega(g.loadCase, memberOmega));
    if (beams.size() == 1 && reach > farMember)
        check.beyond = fmt::format(
            "no crossmember of the frame is known nearer than {:.0f} mm: measure the first one there", reach);
    if (check.assumed) check.working.note("The grade of the frame rail is assumed: this is not a proof.");
    if (context.rig.railSection == rig::RailSection::Unknown)
        check.beyond =
            "nobody has said whether the rail is a closed box, a channel or an inverted hat: the lesser of "
            "the "
            "open ones is taken";
    context.add(std::move(check));
    context.addRung(
        fmt::format("frame.{}", side), fmt::format("frame rail, {}", side),
        [&](std::size_t c) { return 1 / memberReserve(strength, *hardest(c).forces); },
        "The vehicle's own rail bends: the worst thing to let go.");
}

/// A rail that the piece is welded to is proved as a bar among its bars: here what is not known of it.
void tellRail(const CheckContext &context, const armor::BarPart &rail) {
    const Vec3 at = (rail.from + rail.to) / 2;
    const std::string title = fmt::format("The {}", context.called(rail.name));
    if (context.vehicle.railMaterialTrust != rig::Trust::Measured)
        context.leave({"grade/" + rail.name, rail.name, title, "its grade is assumed, not known",
                       "Ask the vehicle's maker for the grade and whether its frame may be welded.", at});
    if (context.rig.railSection == rig::RailSection::Unknown)
        context.leave({"section/" + rail.name, rail.name, title,
                       "nobody has said whether it is a closed box, a channel or an inverted hat: it is "
                       "taken as a channel",
                       "Look into it and say so (Measure).", at});
    const auto &mounts = context.assembly.mounts;
    if (std::any_of(mounts.begin(), mounts.end(), [&](const armor::BoltJoint &m) {
            return m.hold.empty() && m.behind.empty() && m.plane.origin.y() * at.y() > 0 &&
                   !context.assembly.railUnder(m);
        }))
        context.leave({"both/" + rail.name, rail.name, title,
                       "what is bolted to it beyond the crossmembers next to what is welded, or clamps it, "
                       "is proved as if "
                       "the other were not there",
                       "Bolt or weld all of it.", at});
}

}  // namespace

void checkFrameEnds(const CheckContext &context) {
    for (const armor::BarPart &bar : context.assembly.bars)
        if (context.assembly.isFrameRail(bar.name)) tellRail(context, bar);
    for (std::size_t m = 0; m < context.assembly.mounts.size(); ++m) checkFrameEnd(context, m);
}

}  // namespace hefty::proof
