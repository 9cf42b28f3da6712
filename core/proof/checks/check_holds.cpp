#include <algorithm>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

#include "core/joints/column.h"
#include "core/proof/checks/bolt_checks.h"
#include "core/proof/strength/declared.h"

/// What bolts ask of the places of the body that they hold to.
namespace hefty::proof {
namespace {

using joints::BoltForce;

/// Forces on the bolts of one hold, by case; an error if they cannot be told.
Result<std::vector<std::vector<BoltForce>>> sharedBy(const CheckContext &context, std::size_t mount) {
    const armor::BoltJoint &j = context.assembly.mounts[mount];
    std::vector<std::vector<BoltForce>> out;
    joints::BoltGroupOptions options;
    options.contactArm = contactArm(context, j);
    for (std::size_t c = 0; c < context.caseCount(); ++c) {
        auto forces = joints::shareLoad(
            boltsOf(j), groupLoad(context, j, context.proof.idealization.mountSprings[mount], c), options);
        if (!forces) return tl::unexpected(forces.error());
        out.push_back(std::move(*forces));
    }
    return out;
}

std::pair<double, double> pullAndShear(const std::vector<BoltForce> &forces) {
    double pull = 0;
    shape::Vec2 shear = shape::Vec2::Zero();
    for (const BoltForce &f : forces) {
        pull += f.tension;
        shear += f.shearVector;
    }
    return {pull, shear.norm()};
}

/// A thread stripped out of its boss.
/// @source shear of the thread over half of the cylinder of the bolt's diameter, 0.6 Fu, Omega 2
///         (docs/methods.md, "Holds")
void checkThread(const CheckContext &context, const armor::BoltJoint &j,
                 const std::vector<std::vector<BoltForce>> &shared) {
    if (!(j.ontoThickness > 0 && j.ontoUltimate > 0))
        return context.leave({"thread/" + j.name, j.part, fmt::format("The thread in {}", j.onto),
                              "its depth or its metal is not known",
                              "Measure how deep the bolt goes in and find out the metal.", j.plane.origin});
    constexpr double omega = 2;
    const double area = std::numbers::pi * j.diameter * j.ontoThickness / 2;
    const double strength = 0.6 * j.ontoUltimate * area;
    const auto most = [&](std::size_t c) {
        double tension = 0;
        for (const BoltForce &f : shared[c]) tension = std::max(tension, f.tension);
        return tension;
    };
    const Governing g =
        governing(context, [&](std::size_t c) { return most(c) * context.omega(c, omega) / strength; });
    Check check = context.begin(CheckKind::Bolt, "thread/" + j.name, j.name,
                                fmt::format("Thread in {}", j.onto), g.loadCase);
    check.at = j.plane.origin;
    check.demand = check.utilization = g.use;
    const double used = context.omega(g.loadCase, omega);
    check.working.given("P", "pull on the bolt", most(g.loadCase), "N", "from the proof");
    check.working.given("d", "bolt", j.diameter, "mm", "");
    check.working.given("L", "engaged", j.ontoThickness, "mm", "holds of the vehicle");
    check.working.given("Fu", "of its metal", j.ontoUltimate, "MPa", "holds of the vehicle");
    check.working.step("A", "sheared area", "pi d L / 2", "", area, "mm2", "docs/methods.md, Holds");
    check.working.step("R", "strength", "0.6 Fu A", "", strength, "N", "docs/methods.md, Holds");
    check.working.step("u", "use", "Omega P / R", fmt::format("Omega {:.3g}", used), g.use, "", "");
    context.add(std::move(check));
}

void checkHold(const CheckContext &context, std::size_t mount) {
    const armor::BoltJoint &j = context.assembly.mounts[mount];
    if (j.hold.empty() || !j.behind.empty()) return;  // a part of another piece is checked as such
    const auto shared = sharedBy(context, mount);
    if (j.size.empty() || context.proof.idealization.mountSprings[mount].empty() || !shared)
        return context.leave({"hold/" + j.name, j.part, fmt::format("What {} carries", j.onto),
                              "what its bolts are pulled and sheared with could not be told",
                              "See what is said of its bolts.", j.plane.origin});
    checkDeclared(
        context, {j.name, j.part, j.onto, j.plane.origin, j.holdPull, j.holdShear, 0, false, j.holdStiffness},
        [&](std::size_t c) {
            const auto [pull, shear] = pullAndShear((*shared)[c]);
            return AskedOfHold{pull, shear, 0};
        });
    if (j.threaded) checkThread(context, j, *shared);
}

/// A seam of body sheets pressed on its edge: three of them side by side, each a strip that is held above and
/// free to sway below.
/// @source AISC 360-16 E3 with K = 2; yield of soft drawn sheet (EN 10130); docs/methods.md, "Holds"
void checkSeam(const CheckContext &context, const armor::LineBearing &line,
               const std::vector<std::size_t> &of, double share) {
    constexpr double sheets = 3, yield = 160, E = 210000, sway = 2, omega = 1.67;  // MPa
    const double t = line.seam / sheets, slenderness = sway * line.depth / (t / std::sqrt(12.0));
    const double Fcr = joints::columnStress(E, yield, slenderness);
    const double strength = Fcr * line.seam;  // N/mm
    const auto pressed = [&](std::size_t c) {
        double most = 0;
        for (const std::size_t i : of)
            most = std::max(most, context.proof.solution.cases[c].contacts[i] / share);
        return most;
    };
    const Governing g =
        governing(context, [&](std::size_t c) { return pressed(c) * context.omega(c, omega) / strength; });
    Check check =
        context.begin(CheckKind::Bearing, "bearing/" + line.name, line.part,
                      fmt::format("Seam of the body along {}", context.called(line.part)), g.loadCase);
    check.at = (line.from + line.to) / 2;
    check.demand = check.utilization = g.use;
    check.working.given("p", "pressed on its edge with", pressed(g.loadCase), "N/mm", "from the proof");
    check.working.given("t", "sheets of the seam, together", line.seam, "mm", "measured");
    check.working.given("h", "from its edge to where the sill widens", line.depth, "mm", "measured");
    check.working.given("Fy", "soft drawn sheet, taken", yield, "MPa", "EN 10130 (from memory)");
    check.working.step("λ", "slenderness of one of three sheets", "2 h √12/(t/3)", "", slenderness, "", "");
    check.working.step("Fcr", "buckling", "E3", "", Fcr, "MPa", "AISC 360-16 E3");
    check.working.step("R", "strength", "Fcr t", "", strength, "N/mm", "");
    check.working.step("u", "use", "Ω p/R", fmt::format("Ω = {:.3g}", context.omega(g.loadCase, omega)),
                       g.use, "", "");
    check.working.note(
        "Rust, filler and spots that have let go are not in it: look at the seam, tap along it.");
    context.add(std::move(check));
}

/// What a piece presses the body with along a line: where what that carries is not known, it is told.
void tellBearing(const CheckContext &context, const armor::LineBearing &line) {
    const auto &contacts = context.proof.idealization.model.contacts;
    std::vector<std::size_t> of;
    for (std::size_t i = 0; i < contacts.size(); ++i)
        if (contacts[i].id.starts_with(line.name + "#")) of.push_back(i);
    if (of.empty())
        return context.leave({"bearing/" + line.name, line.part,
                              fmt::format("The body along {}", context.called(line.part)),
                              "the line that it is pressed along touches no part that carries",
                              "Look whether the piece lies against it.", (line.from + line.to) / 2});
    const double share = (line.to - line.from).norm() / static_cast<double>(of.size());
    if (line.seam > 0 && line.depth > 0) return checkSeam(context, line, of, share);
    double most = 0;
    for (std::size_t c = 0; c < context.caseCount(); ++c)
        for (const std::size_t i : of)
            most = std::max(most, context.proof.solution.cases[c].contacts[i] / share);
    context.leave(
        {"bearing/" + line.name, line.part, fmt::format("The body along {}", context.called(line.part)),
         fmt::format("it is pressed with up to {:.0f} N/mm, and what it carries is not known", most),
         "Measure the seam's thickness and depth (Measure), ask the vehicle's maker, or press it with a jack "
         "and look at "
         "the seam.",
         (line.from + line.to) / 2});
}

}  // namespace

void checkHolds(const CheckContext &context) {
    for (const armor::LineBearing &line : context.assembly.bearings) tellBearing(context, line);
    for (std::size_t m = 0; m < context.assembly.mounts.size(); ++m) checkHold(context, m);
}

}  // namespace hefty::proof
