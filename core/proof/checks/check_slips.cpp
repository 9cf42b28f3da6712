#include <cmath>

#include <fmt/format.h>

#include "core/proof/checks/pin_checks.h"
#include "core/proof/strength/attachment.h"
#include "core/proof/strength/declared.h"

/// Tubes that slide into receivers of the vehicle: their pins, the tube's walls under the edges that press
/// them, and what the receivers carry.
namespace hefty::proof {
namespace {

using shape::Vec3;
using working::number;

/// What one receiver is asked for in a case.
struct SlipForces {
    Vec3 mouth = Vec3::Zero(), inner = Vec3::Zero();  ///< across, on the tube, N
    double pin = 0;                                   ///< along, N
    double twist = 0;                                 ///< about the tube, N·mm
};

SlipForces forcesIn(const CheckContext &context, std::size_t slip, std::size_t c) {
    const SlipSprings &s = context.proof.idealization.slips[slip];
    const auto &springs = context.proof.solution.cases[c].springs;
    const Vec3 way = context.assembly.slips[slip].way();
    const auto at = [&springs](int i) { return springs[static_cast<std::size_t>(i)]; };
    SlipForces f;
    f.mouth = at(s.mouth).head<3>();
    f.inner = at(s.inner).head<3>();
    f.pin = std::abs(at(s.pin).head<3>().dot(way));
    f.twist = std::abs((at(s.mouth).tail<3>() + at(s.inner).tail<3>()).dot(way));
    return f;
}

AcrossPin pinOf(const CheckContext &context, std::size_t index) {
    const armor::SlipFit &s = context.assembly.slips[index];
    return {s.name, s.label, s.pin,
            [&context, index](std::size_t c) { return forcesIn(context, index, c).pin; }};
}

/// The pin across the walls of receiver and tube.
void checkPin(const CheckContext &context, std::size_t index) {
    const armor::SlipFit &s = context.assembly.slips[index];
    if (!(s.pinYield > 0) || !(s.receiverWall > 0))
        return context.leave({"pin/" + s.name, s.part, fmt::format("The pin in {}", s.label),
                              "the receiver's wall or the pin's grade is not known",
                              "Measure the wall of the receiver (Holds) and choose a pin of a known grade.",
                              s.pin});
    checkAcrossPin(context, pinOf(context, index),
                   {s.pinDiameter, s.inside + s.receiverWall, s.outside, s.pinYield});
}

void checkWall(const CheckContext &context, std::size_t index, PinWall wall) {
    const armor::SlipFit &s = context.assembly.slips[index];
    wall.id = fmt::format("{}.{}", s.name, wall.id);
    if (!(wall.thickness > 0) || !(wall.ultimate > 0) || !(wall.edge > s.pinDiameter / 2))
        return context.leave({"pinhole/" + wall.id, s.part,
                              fmt::format("{} under the pin in {}", wall.what, s.label),
                              "its wall, its metal or the distance to its end is not known",
                              "Measure wall and pin of the receiver (Holds) and find out its metal.", s.pin});
    checkPinHole(context, pinOf(context, index), s.pinDiameter, wall);
}

/// The side walls of the tube where an edge presses it across its whole width, one way or the other.
void checkMouth(const CheckContext &context, std::size_t index, bool atMouth) {
    const armor::SlipFit &s = context.assembly.slips[index];
    const armor::BarPart *tube = context.assembly.bar(s.part);
    const std::string id = fmt::format("slip/{}.{}", s.name, atMouth ? "mouth" : "inner");
    const std::string what = fmt::format("{} where it bears {} of {}", context.called(s.part),
                                         atMouth ? "at the mouth" : "at the inner end", s.label);
    if (!tube || tube->round() || !(s.receiverWall > 0))
        return context.leave({id, s.part, what, "the receiver's wall is not known, or the tube is not square",
                              "Measure the wall of the receiver (Holds).", atMouth ? s.mouth : s.inner});
    const PressedTube pressed{tube->section.height, tube->properties.wall, tube->properties.outerRadius,
                              tube->material.yield, tube->material.E,      s.receiverWall};
    const double yields = sideWallYield(pressed), cripples = sideWallCrippling(pressed);
    const auto useIn = [&](std::size_t c) {
        const SlipForces f = forcesIn(context, index, c);
        const Vec3 r = atMouth ? f.mouth : f.inner;
        // Upright and across press different pairs of walls; added on the safe side.
        const double press = r.cwiseAbs().sum();
        return std::max(press * context.omega(c, sideWallYieldOmega) / yields,
                        press * context.omega(c, sideWallCripplingOmega) / cripples);
    };
    const Governing g = governing(context, useIn);
    const SlipForces f = forcesIn(context, index, g.loadCase);
    const Vec3 r = atMouth ? f.mouth : f.inner;
    Check check = context.begin(CheckKind::PlateOnWall, id, s.part, what, g.loadCase);
    check.at = atMouth ? s.mouth : s.inner;
    check.demand = check.utilization = g.use;
    check.working.given("R", "press on the tube, upright and across added", r.cwiseAbs().sum(), "N",
                        "from the proof");
    (void)sideWallYield(pressed, &check.working);
    (void)sideWallCrippling(pressed, &check.working);
    check.working.step("u", "use", "the larger of Omega R / Rn",
                       fmt::format("Omega {:.3g} and {:.3g}", context.omega(g.loadCase, sideWallYieldOmega),
                                   context.omega(g.loadCase, sideWallCripplingOmega)),
                       g.use, "", "AISC 360-16 B3");
    context.add(std::move(check));
}

void checkReceiver(const CheckContext &context, std::size_t index) {
    const armor::SlipFit &s = context.assembly.slips[index];
    if (!s.behind.empty()) return;  // a part of another piece is checked as such
    checkDeclared(
        context, {s.name, s.part, s.label, s.mouth, s.pull, s.shear, s.moment, true, s.stiffness},
        [&](std::size_t c) {
            const SlipForces f = forcesIn(context, index, c);
            const Vec3 bending = (s.inner - s.mouth).cross(f.inner);
            return AskedOfHold{f.pin, (f.mouth + f.inner).norm(), std::hypot(bending.norm(), f.twist)};
        });
}

void checkFixing(const CheckContext &context, std::size_t index) {
    const armor::Fixing &f = context.assembly.fixings[index];
    const int spring = context.proof.idealization.fixingSprings[index];
    if (spring < 0)
        return context.leave({"hold/" + f.name, f.part, fmt::format("What {} carries", f.label),
                              "the bar does not reach it", "Measure where it holds the bar.", f.at});
    if (f.crossmember) return;  // the frame itself: taken as held fast there, as the assumptions say
    checkDeclared(context, {f.name, f.part, f.label, f.at, f.pull, f.shear, 0, false, f.stiffness},
                  [&](std::size_t c) {
                      const Vec3 force =
                          context.proof.solution.cases[c].springs[static_cast<std::size_t>(spring)].head<3>();
                      const double along = force.dot(f.way);
                      return AskedOfHold{std::abs(along), (force - f.way * along).norm(), 0};
                  });
}

}  // namespace

void checkFixings(const CheckContext &context) {
    for (std::size_t i = 0; i < context.assembly.fixings.size(); ++i) checkFixing(context, i);
}

void checkSlips(const CheckContext &context) {
    for (std::size_t i = 0; i < context.assembly.slips.size(); ++i) {
        const armor::SlipFit &s = context.assembly.slips[i];
        if (context.proof.idealization.slips[i].pin < 0) {
            context.leave({"slip/" + s.name, s.part, fmt::format("The tube in {}", s.label),
                           "the tube does not reach both ends of its fit", "Make it longer.", s.mouth});
            continue;
        }
        checkPin(context, i);
        const armor::BarPart *tube = context.assembly.bar(s.part);
        checkWall(context, i,
                  {"tube", "Walls of the tube", tube ? tube->properties.wall : 0,
                   tube ? tube->material.ultimate : 0, (s.pin - s.inner).norm()});
        checkWall(
            context, i,
            {"receiver", "Walls of the receiver", s.receiverWall, s.ultimate, (s.pin - s.mouth).norm()});
        checkMouth(context, i, true);
        checkMouth(context, i, false);
        checkReceiver(context, i);
    }
}

}  // namespace hefty::proof
