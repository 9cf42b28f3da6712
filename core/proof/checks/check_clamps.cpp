#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/joints/bolt_limits.h"
#include "core/joints/clamp.h"
#include "core/proof/checks/bolt_checks.h"

namespace hefty::proof {
namespace {

using working::number;

/// What one bolt has for itself along the rail: the length of the foot over the bolts of a row; there are
/// two.
double shareAlong(const CheckContext &context, const armor::BoltJoint &j) {
    const armor::SheetPart *plate = context.assembly.sheet(j.part);
    if (!plate || plate->outline.empty() || j.at.empty()) return 0;
    double low = 1e300, high = -1e300;
    for (const shape::Vec2 &p : plate->outline) {
        low = std::min(low, p.x());
        high = std::max(high, p.x());
    }
    return (high - low) / std::max(1.0, static_cast<double>(j.at.size()) / 2);
}

joints::ClampBolt boltOf(const CheckContext &context, const armor::BoltJoint &j,
                         const stock::Material &rail) {
    joints::ClampBolt b;
    b.diameter = j.diameter;
    b.pitch = j.pitch;
    b.ultimate = joints::boltTensileStrength(j.grade, j.diameter).value_or(0);
    b.out = j.clampOut;
    b.share = shareAlong(context, j);
    for (const std::string &part : {j.part, j.clampedBy})
        if (const armor::SheetPart *p = context.assembly.sheet(part)) {
            b.plate = b.plate > 0 ? std::min(b.plate, p->thickness) : p->thickness;
            b.plateYield = b.plateYield > 0 ? std::min(b.plateYield, p->material.yield) : p->material.yield;
        }
    b.wall = j.ontoThickness;
    b.width = context.rig.railWidth - 2 * j.ontoThickness;
    b.wallYield = rail.in(j.ontoThickness).yield;
    b.E = rail.E;
    return b;
}

bool isWhole(const joints::ClampBolt &b) {
    for (const double v : {b.diameter, b.pitch, b.ultimate, b.out, b.share, b.plate, b.plateYield, b.wall,
                           b.width, b.wallYield, b.E})
        if (!(v > 0)) return false;
    return true;
}

}  // namespace

void addClamp(const CheckContext &context, const armor::BoltJoint &j,
              const std::vector<std::vector<joints::BoltForce>> &shared) {
    const std::string id = fmt::format("clamp/{}/{}", j.name, j.clampedBy);  // about both of them
    const std::string title = fmt::format("{}: friction on the rail", nameOf(j));
    const stock::Material *rail = context.stock.material(context.vehicle.railMaterial);
    const joints::ClampBolt bolt = rail ? boltOf(context, j, *rail) : joints::ClampBolt{};
    if (!isWhole(bolt))
        return context.leave(
            {id, j.name, title, "the rail's steel, width or wall, or the bolts are not known",
             "Measure the rails, choose their grade and that of the bolts.", j.plane.origin});
    const double preload = joints::clampLimits(bolt).preload(), strength = joints::clampSlip(preload);
    const auto hardest = [&](std::size_t c) {
        return std::max_element(shared[c].begin(), shared[c].end(), [](const auto &a, const auto &b) {
            return joints::clampDemand(a.shear, a.tension) < joints::clampDemand(b.shear, b.tension);
        });
    };
    const auto demand = [&](std::size_t c) {
        return joints::clampDemand(hardest(c)->shear, hardest(c)->tension);
    };
    const Governing g = governing(context, [&](std::size_t c) {
        return demand(c) * context.omega(c, joints::clampSlipOmega) / strength;
    });
    const double omega = context.omega(g.loadCase, joints::clampSlipOmega);
    const auto worst = hardest(g.loadCase);
    Check check = context.begin(CheckKind::Slip, id, j.name, title, g.loadCase);
    check.demand = demand(g.loadCase);
    check.capacity = strength / omega;
    check.unit = "N";
    check.utilization = g.use;
    for (std::size_t i = 0; i < j.ids.size(); ++i)
        if (j.ids[i] == worst->id) check.at = j.at[i];
    check.assumed = j.ontoAssumed;
    working::Working &w = check.working;
    (void)joints::clampLimits(bolt, &w);
    w.step("M", "tightening torque for it, dry threads", "0.2 d P", "",
           joints::tighteningTorque(bolt.diameter, preload) / 1000, "N·m", "Shigley, K = 0.2");
    w.given("V", "push of the load on the hardest worked bolt", worst->shear, "N", "bolt group")
        .given("T", "its pull on it", worst->tension, "N", "bolt group")
        .step("D", "what friction has to hold", "V + 0.8 · 0.2 T",
              fmt::format("{} + 0.16 · {}", number(worst->shear), number(worst->tension)), check.demand, "N",
              "EN 1993-1-8 3.9.2")
        .step("Fs", "what it holds, one face counted", "0.2 P", fmt::format("0.2 · {}", number(preload)),
              strength, "N", "EN 1993-1-8 3.9.1; table 3.7 class D")
        .step("u", "utilization", "Ω D/Fs",
              fmt::format("{} · {}/{}", number(omega), number(check.demand), number(strength)),
              check.utilization, "", "");
    w.note(
        "Tighten with a torque wrench to the torque above and no further: more folds plate or rail. Again "
        "after the first drive and at every inspection. Faces dry and free of thick paint and underseal.");
    context.add(std::move(check));
    context.addRung(
        j.name, title, [&](std::size_t c) { return demand(c) / strength; },
        "The clamp slips and the piece shifts along the rail.");
}

}  // namespace hefty::proof
