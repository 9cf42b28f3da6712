#include "core/survey/frame_ends.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace hefty::survey {
namespace {

using shape::Vec2;
using working::number;

Vec2 above(const Vec3 &p) {
    return p.head<2>();
}

Cure cureFor(const Squareness &s, const SquarenessLimits &limits) {
    const double along = std::abs(s.skew), twist = std::abs(s.twist), spread = std::abs(s.spread);
    if (std::max({along, twist, spread}) <= limits.clearance) return Cure::None;
    // A slot lets a bolt move both ways; a spread is shimmed at one rail, so its whole amount counts.
    if (std::max(along, twist) > 2 * limits.slot || spread > limits.shim + 2 * limits.clearance)
        return Cure::Straighten;
    return spread > 2 * limits.clearance ? Cure::Shims : Cure::Slots;
}

std::string adviceFor(Cure cure) {
    switch (cure) {
        case Cure::Slots:
            return "Slot the bracket holes: the ends are out by more than a clearance hole takes up.";
        case Cure::Shims:
            return "Shim one bracket: the rails have spread or drawn together.";
        case Cure::Straighten:
            return "Have the frame straightened first: no slot or shim should take up this much.";
        case Cure::None:
            break;
    }
    return "Ordinary clearance holes take this up.";
}

}  // namespace

Squareness squareness(const FrameEnds &e, const SquarenessLimits &limits) {
    Squareness s;
    const double d1 = (above(e.leftEnd) - above(e.rightBack)).norm();
    const double d2 = (above(e.rightEnd) - above(e.leftBack)).norm();
    s.diagonalDifference = d1 - d2;
    const Vec2 forward =
        (above(e.leftEnd) + above(e.rightEnd) - above(e.leftBack) - above(e.rightBack)).normalized();
    s.skew = forward.dot(above(e.rightEnd) - above(e.leftEnd));
    s.twist = (e.rightEnd.z() - e.leftEnd.z()) - (e.rightBack.z() - e.leftBack.z());
    const double ends = (above(e.rightEnd) - above(e.leftEnd)).norm();
    const double back = (above(e.rightBack) - above(e.leftBack)).norm();
    s.spread = ends - back;
    s.cure = cureFor(s, limits);
    s.advice = adviceFor(s.cure);
    const std::string source = "plane geometry on the adjusted points";
    s.working.title = "Squareness of the frame ends";
    s.working.given("D₁", "left end to right back point, level", d1, "mm", "adjusted survey")
        .given("D₂", "right end to left back point, level", d2, "mm", "adjusted survey")
        .step("D₁ − D₂", "difference of the diagonals", "", fmt::format("{} − {}", number(d1), number(d2)),
              s.diagonalDifference, "mm", source)
        .step("e", "right end ahead of square", "u · (R − L), u along the frame", "", s.skew, "mm", source)
        .step("t", "twist: right over left, less the same further back", "(z_R − z_L) − (z_r − z_l)", "",
              s.twist, "mm", source)
        .step("b", "spread of the ends", "|R − L| − |r − l|",
              fmt::format("{} − {}", number(ends), number(back)), s.spread, "mm", source)
        .note(
            fmt::format("House limits: {} mm in clearance holes, {} mm in slots either way, {} mm of shims.",
                        number(limits.clearance), number(limits.slot), number(limits.shim)))
        .note(s.advice);
    return s;
}

}  // namespace hefty::survey
