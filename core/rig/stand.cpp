#include "core/rig/stand.h"

#include <cmath>

#include <fmt/format.h>

namespace hefty::rig {
namespace {

using shape::Vec3;

constexpr double heldFast = 1e9;  // N/mm

struct Rolling {
    const TireOption *option = nullptr;
    TireSize size;
};

Result<Rolling> rollingOn(const Loadout &loadout, const std::string &id) {
    const TireOption *option = loadout.tire(id);
    if (!option)
        return fail(ProblemKind::BadInput, fmt::format("There is no tire \"{}\" in the list.", id), "tires",
                    "Choose one of the list.");
    const auto size = readTireSize(option->code);
    if (!size) return tl::unexpected(size.error());
    return Rolling{option, *size};
}

Result<double> needed(const Vehicle &vehicle, const char *id) {
    if (const auto value = vehicle.value(id)) return *value;
    return fail(
        ProblemKind::Undetermined,
        fmt::format("\"{}\" has not been measured: how the vehicle sags is not known.", datum(id)->name), id,
        datum(id)->how);
}

/// The springs and the tires that the load presses on.
Result<Suspension> suspensionOf(const Vehicle &vehicle, const Rolling &rolling) {
    const double tire = tireStiffness(rolling.size, rolling.option->pressure);
    if (vehicle.kind == VehicleKind::Trailer) {
        const auto wheel = needed(vehicle, "wheelSpring");
        if (!wheel) return tl::unexpected(wheel.error());
        // What tows it holds the coupling: how far that sags is the other vehicle's affair.
        return Suspension{heldFast, *wheel, heldFast, tire};
    }
    const auto front = needed(vehicle, "frontSpring"), rear = needed(vehicle, "rearSpring");
    if (!front) return tl::unexpected(front.error());
    if (!rear) return tl::unexpected(rear.error());
    return Suspension{*front, *rear, tire, tire};
}

/// The tire in place of the one the vehicle was measured on, under the same load.
void changeTire(const Rolling &now, const Rolling &before, const RigGeometry &rig, Stood &out) {
    const auto radius = [](const Rolling &r, double axleMass) {
        return loadedRadius(r.size, axleMass / 2, r.option->pressure);
    };
    const double front = radius(now, rig.frontMass) - radius(before, rig.frontMass);
    const double rear = radius(now, rig.rearMass) - radius(before, rig.rearMass);
    out.rear.loadedRadius += rear;
    out.rearRise += rear;
    if (!rig.towed) {
        out.front.loadedRadius += front;
        out.frontRise += front;
    }
    for (Tire *t : {&out.front, &out.rear}) {
        if (rig.towed && t == &out.front) continue;
        t->width += now.size.width - before.size.width;
        t->track += 2 * (before.option->wheelOffset - now.option->wheelOffset);
    }
}

/// Cosine and sine of the pitch.
std::pair<double, double> turnOf(const Stood &stood) {
    const double slope = (stood.rearRise - stood.frontRise) / stood.wheelbase;
    const double c = 1 / std::sqrt(1 + slope * slope);
    return {c, c * slope};
}

}  // namespace

double Stood::pitch() const {
    return std::atan((rearRise - frontRise) / wheelbase);
}

Vec3 Stood::carried(const Vec3 &p) const {
    const auto [c, s] = turnOf(*this);
    return {c * p.x() + s * p.z(), p.y(), -s * p.x() + c * p.z() + frontRise};
}

Vec3 Stood::back(const Vec3 &p) const {
    const auto [c, s] = turnOf(*this);
    const double up = p.z() - frontRise;
    return {c * p.x() - s * up, p.y(), s * p.x() + c * up};
}

Vec3 Stood::carriedByAxle(const Vec3 &p) const {
    return {p.x(), p.y(), p.z() + (p.x() > -wheelbase / 2 ? frontAxleRise : rearAxleRise)};
}

Result<TireFacts> tireFacts(const TireOption &option, const RigGeometry &rig) {
    const auto size = readTireSize(option.code);
    if (!size) return tl::unexpected(size.error());
    TireFacts out;
    out.id = option.id;
    out.size = *size;
    out.stiffness = tireStiffness(*size, option.pressure);
    // The Working is that of the front axle; of a trailer, of its only one.
    out.frontLoaded =
        loadedRadius(*size, (rig.towed ? rig.rearMass : rig.frontMass) / 2, option.pressure, &out.working);
    out.rearLoaded = loadedRadius(*size, rig.rearMass / 2, option.pressure);
    if (option.wheelWidth > 0)
        out.backspacing = WheelSize{option.wheelWidth, option.wheelOffset}.backspacing();
    if (!option.lugs.empty()) {
        const auto lugs = readLugPattern(option.lugs);
        if (!lugs) return tl::unexpected(lugs.error());
        out.lugs = *lugs;
    }
    return out;
}

Stood asMeasured(const RigGeometry &rig) {
    Stood out;
    out.front = rig.front;
    out.rear = rig.rear;
    out.wheelbase = rig.wheelbase;
    out.towed = rig.towed;
    return out;
}

Result<Stood> stand(const Vehicle &vehicle, const RigGeometry &rig, const StandChoice &choice) {
    Stood out = asMeasured(rig);
    const Loadout &loadout = vehicle.loadout;
    const std::string id = choice.tire.empty() ? loadout.measuredOn : choice.tire;
    std::optional<Rolling> now;
    if (!id.empty()) {
        auto rolling = rollingOn(loadout, id);
        if (!rolling) return tl::unexpected(rolling.error());
        now = *rolling;
        out.tire = now->option->code;
        if (id != loadout.measuredOn) {
            if (loadout.measuredOn.empty())
                return fail(ProblemKind::Undetermined, "Which tire the vehicle was measured on is not said.",
                            "tires", "Mark it in the list of tires.");
            const auto before = rollingOn(loadout, loadout.measuredOn);
            if (!before) return tl::unexpected(before.error());
            changeTire(*now, *before, rig, out);
        }
    }
    if (choice.laden) {
        StanceInput in{
            rig.wheelbase, rig.frontMass, rig.rearMass, vehicle.value("centerHeight").value_or(0), {},
            choice.armor};
        for (const MassItem &m : loadout.masses)
            if (m.aboard) in.added.push_back({m.name, m.mass, m.at});
        if (!now)
            return fail(ProblemKind::Undetermined, "How far the tires give is not known.", "tires",
                        "Give the size code of the tire it was measured on.");
        const auto suspension = suspensionOf(vehicle, *now);
        if (!suspension) return tl::unexpected(suspension.error());
        in.suspension = *suspension;
        auto stance = rig::stance(in);
        if (!stance) return tl::unexpected(stance.error());
        if (!rig.towed) out.front.loadedRadius -= stance->frontTireSag;
        out.rear.loadedRadius -= stance->rearTireSag;
        out.frontRise -= stance->frontSag;
        out.rearRise -= stance->rearSag;
        out.stance = std::move(*stance);
    }
    out.frontAxleRise = out.front.loadedRadius - rig.front.loadedRadius;
    out.rearAxleRise = out.rear.loadedRadius - rig.rear.loadedRadius;
    if (choice.bumped) {
        // Travel counts from where the vehicle was measured, whatever part of it the load has used.
        const auto rear = needed(vehicle, rig.towed ? "wheelBump" : "rearBump");
        if (!rear) return tl::unexpected(rear.error());
        out.rearRise = out.rearAxleRise - *rear;
        if (!rig.towed) {
            const auto front = needed(vehicle, "frontBump");
            if (!front) return tl::unexpected(front.error());
            out.frontRise = out.frontAxleRise - *front;
        }
    }
    if (!((rig.towed || out.front.loadedRadius > 0) && out.rear.loadedRadius > 0))
        return fail(ProblemKind::BadInput, "The load presses the tires flat.", "tires",
                    "Check the masses and the pressure.");
    return out;
}

}  // namespace hefty::rig
