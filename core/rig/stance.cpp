#include "core/rig/stance.h"

#include <cmath>

#include <fmt/format.h>

#include "core/base/constants.h"

namespace hefty::rig {
namespace {

using shape::Vec3;
using working::number;

Result<bool> check(const StanceInput &in) {
    const auto above = [](double v, const char *where, const char *what) -> Result<bool> {
        if (v > 0 && std::isfinite(v)) return true;
        return fail(ProblemKind::BadInput, fmt::format("The {} must be above 0.", what), where,
                    "Measure it first.");
    };
    for (const auto &[value, where, what] :
         {std::tuple{in.wheelbase, "wheelbase", "wheelbase"},
          {in.frontMass, "frontAxleMass", "mass on the front axle"},
          {in.rearMass, "rearAxleMass", "mass on the rear axle"},
          {in.suspension.frontSpring, "frontSpring", "rate of the front springs"},
          {in.suspension.rearSpring, "rearSpring", "rate of the rear springs"},
          {in.suspension.frontTire, "frontTire", "rate of the front tires"},
          {in.suspension.rearTire, "rearTire", "rate of the rear tires"}})
        if (auto fine = above(value, where, what); !fine) return fine;
    for (const AddedMass &m : in.added)
        if (!std::isfinite(m.mass) || !m.at.allFinite())
            return fail(ProblemKind::NotFinite, "The mass or its place is not finite.", m.name);
    return true;
}

void addWorking(const StanceInput &in, double shiftFront, double shiftRear, Stance &out) {
    working::Working &w = out.working;
    w.title = "How the vehicle stands with what is added";
    for (const AddedMass &m : in.added) w.given(m.name, "mass added", m.mass, "kg", "mass list");
    w.given("L", "wheelbase", in.wheelbase, "mm", "measured")
        .step("ΔF", "more on the front axle", "Σ m (x + L)/L", "", shiftFront, "kg",
              "moments about the rear axle")
        .step("ΔR", "more on the rear axle", "−Σ m x/L", "", shiftRear, "kg", "moments about the front axle")
        .step("s_F", "front sag, springs and tires", "ΔF g/2 (1/k_s + 1/k_t)",
              fmt::format("{} · (1/{} + 1/{})", number(weight(shiftFront) / 2),
                          number(in.suspension.frontSpring), number(in.suspension.frontTire)),
              out.frontSag, "mm", "springs in series")
        .step("s_R", "rear sag, springs and tires", "ΔR g/2 (1/k_s + 1/k_t)",
              fmt::format("{} · (1/{} + 1/{})", number(weight(shiftRear) / 2),
                          number(in.suspension.rearSpring), number(in.suspension.rearTire)),
              out.rearSag, "mm", "springs in series")
        .step("θ", "pitch, nose down", "atan((s_F − s_R)/L)", "", degrees(out.pitch), "°", "")
        .note("Springs are taken as straight lines and free of friction; a leaf spring settles in steps.");
}

}  // namespace

Vec3 Stance::carried(const Vec3 &p) const {
    // Turned about the front axle's line, then let down: the sag at x follows from sag and pitch at x = 0.
    const double c = std::cos(pitch), s = std::sin(pitch);
    return {c * p.x() + s * p.z(), p.y(), -s * p.x() + c * p.z() - frontSag};
}

AxleLoads axleLoads(double wheelbase, const AxleLoads &weighed, const std::vector<AddedMass> &added) {
    AxleLoads out = weighed;
    for (const AddedMass &m : added) {
        const double behind = -m.mass * m.at.x() / wheelbase;
        out.rear += behind;
        out.front += m.mass - behind;
    }
    return out;
}

Result<Stance> stance(const StanceInput &in) {
    if (auto fine = check(in); !fine) return tl::unexpected(fine.error());
    double sum = 0;
    const double own = in.frontMass + in.rearMass;
    Vec3 moment = Vec3(-in.rearMass * in.wheelbase, 0, own * in.centerHeight);
    for (const AddedMass &m : in.added) {
        sum += m.mass;
        moment += m.mass * m.at;
    }
    const AxleLoads loads = axleLoads(in.wheelbase, {in.frontMass, in.rearMass}, in.added);
    const double shiftFront = loads.front - in.frontMass, shiftRear = loads.rear - in.rearMass;
    Stance out;
    out.frontMass = loads.front;
    out.rearMass = loads.rear;
    for (const auto &[mass, axle] : {std::pair{out.frontMass, "front"}, {out.rearMass, "rear"}})
        if (!(mass > 0))
            return fail(ProblemKind::BadInput,
                        fmt::format("With this load the {} axle lifts off the ground.", axle), axle,
                        "Check the masses and their places.");
    const Suspension &k = in.suspension;
    out.frontTireSag = weight(shiftFront) / 2 / k.frontTire;
    out.rearTireSag = weight(shiftRear) / 2 / k.rearTire;
    out.frontSag = out.frontTireSag + weight(shiftFront) / 2 / k.frontSpring;
    out.rearSag = out.rearTireSag + weight(shiftRear) / 2 / k.rearSpring;
    out.pitch = std::atan((out.frontSag - out.rearSag) / in.wheelbase);
    out.center = moment / (own + sum);
    out.centerKnown = in.centerHeight > 0;
    addWorking(in, shiftFront, shiftRear, out);
    return out;
}

}  // namespace hefty::rig
