#include "core/rig/hold.h"

#include <algorithm>
#include <array>

#include <fmt/format.h>

#include "core/rig/vehicle.h"

namespace hefty::rig {

using shape::Vec3;

std::span<const HoldKind> holdKinds() {
    static constexpr std::array<HoldKind, 6> kinds{{{"boss", "threaded boss", true},
                                                    {"crossmember", "hole in a crossmember", false},
                                                    {"step-mount", "step mount", true},
                                                    {"body-mount", "body mount", false},
                                                    {"body-point", "body hinge point", false},
                                                    {"bumper-mount", "bumper mount", false}}};
    return kinds;
}

const HoldKind *holdKind(std::string_view id) {
    for (const HoldKind &k : holdKinds())
        if (k.id == id) return &k;
    return nullptr;
}

std::span<const HoldFace> holdFaces() {
    static const std::array<HoldFace, 5> faces{{{"down", "down", -Vec3::UnitZ()},
                                                {"out", "to its side", Vec3::UnitY()},
                                                {"front", "forward", Vec3::UnitX()},
                                                {"rear", "rearward", -Vec3::UnitX()},
                                                {"up", "up", Vec3::UnitZ()}}};
    return faces;
}

Vec3 Hold::way(double side) const {
    for (const HoldFace &f : holdFaces())
        if (f.id == face) return {f.way.x(), side * f.way.y(), f.way.z()};
    return -Vec3::UnitZ();
}

Hold readHold(const Json &json, const std::string &path, Faults &faults) {
    ObjectReader o(json, path, faults);
    Hold h;
    h.id = o.text("id");
    h.name = o.text("name", h.id);
    h.kind = o.text("kind");
    h.face = o.text("face", std::string("down"));
    const auto at = o.numbers<3>("at");
    h.at = Vec3(at[0], at[1], at[2]);
    if (!holdKind(h.kind))
        faults.add(fmt::format("The hold \"{}\" is not known.", h.kind), o.pathOf("kind"),
                   "Use boss, crossmember, step-mount, body-mount, body-point or bumper-mount.");
    if (std::none_of(holdFaces().begin(), holdFaces().end(),
                     [&h](const HoldFace &f) { return f.id == h.face; }))
        faults.add(fmt::format("The side \"{}\" is not known.", h.face), o.pathOf("face"),
                   "Use down, out, front, rear or up.");
    if (!(h.at.cwiseAbs().maxCoeff() <= farthest))
        faults.add("This is further away than any part of a vehicle.", o.pathOf("at"),
                   "Give millimeters from the ground under the front axle.");
    const auto number = [&](const char *key, double least, double most, double standard) {
        const double value = o.number(key, standard);
        if (!(value >= least && value <= most))
            faults.add(fmt::format("This must be from {:.6g} to {:.6g}.", least, most), o.pathOf(key));
        return value;
    };
    h.diameter = number("diameter", 4, 60, 12);
    h.thickness = number("thickness", 0, 100, 0);
    h.ultimate = number("ultimate", 0, 2000, 0);
    h.stiffness = number("stiffness", 0, 1e7, 0);
    h.pull = number("pull", 0, 1e7, 0);
    h.shear = number("shear", 0, 1e7, 0);
    h.mirrored = o.boolean("mirrored", true);
    h.known = readKnown(o);
    return h;
}

Json writeHold(const Hold &h) {
    Json json{{"id", h.id},
              {"name", h.name},
              {"kind", h.kind},
              {"face", h.face},
              {"at", Json::array({h.at.x(), h.at.y(), h.at.z()})},
              {"diameter", h.diameter},
              {"mirrored", h.mirrored}};
    for (const auto &[key, value] :
         {std::pair{"thickness", h.thickness}, std::pair{"ultimate", h.ultimate},
          std::pair{"stiffness", h.stiffness}, std::pair{"pull", h.pull}, std::pair{"shear", h.shear}})
        if (value > 0) json[key] = value;
    writeKnown(h.known, json);
    return json;
}

}  // namespace hefty::rig
