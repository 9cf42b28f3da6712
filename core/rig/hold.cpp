#include "core/rig/hold.h"

#include <algorithm>
#include <array>

#include <fmt/format.h>

#include "core/rig/vehicle.h"

namespace hefty::rig {

using shape::Vec3;

std::span<const HoldKind> holdKinds() {
    static constexpr std::array<HoldKind, 10> kinds{{{"boss", "threaded boss", true},
                                                     {"crossmember", "hole in a crossmember", false},
                                                     {"step-mount", "step mount", true},
                                                     {"body-mount", "body mount", false},
                                                     {"body-point", "body hinge point", false},
                                                     {"bumper-mount", "bumper mount", false},
                                                     {"trailer-frame", "hole in a trailer's frame", false},
                                                     {"receiver", "receiver", false},
                                                     {"slider-leg", "leg of a bought slider", false},
                                                     {"end-plate", "end plate with nuts", false}}};
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

std::span<const HoldNumber> holdNumbers() {
    static constexpr std::array<HoldNumber, 10> numbers{
        {{"diameter", "of the bolt or pin that goes there, mm", &Hold::diameter, 4, 60, 12},
         {"thickness", "of what the bolt bears on, or depth of the thread, mm", &Hold::thickness, 0, 100, 0},
         {"ultimate", "of that metal, MPa", &Hold::ultimate, 0, 2000, 0},
         {"stiffness", "of the body behind it, N/mm", &Hold::stiffness, 0, 1e7, 0},
         {"pull", "that it may carry, N", &Hold::pull, 0, 1e7, 0},
         {"shear", "that it may carry, N", &Hold::shear, 0, 1e7, 0},
         {"moment", "that a receiver may carry at its mouth, N mm", &Hold::moment, 0, 1e9, 0},
         {"inside", "of a receiver, square, mm", &Hold::inside, 0, 200, 0},
         {"depth", "of a receiver behind its mouth, mm", &Hold::depth, 0, 1000, 0},
         {"pinBack", "from a receiver's mouth to its pin, mm", &Hold::pinBack, 0, 500, 0}}};
    return numbers;
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
                   "Use boss, crossmember, step-mount, body-mount, body-point, bumper-mount, "
                   "trailer-frame, receiver, slider-leg or end-plate.");
    if (std::none_of(holdFaces().begin(), holdFaces().end(),
                     [&h](const HoldFace &f) { return f.id == h.face; }))
        faults.add(fmt::format("The side \"{}\" is not known.", h.face), o.pathOf("face"),
                   "Use down, out, front, rear or up.");
    if (!(h.at.cwiseAbs().maxCoeff() <= farthest))
        faults.add("This is further away than any part of a vehicle.", o.pathOf("at"),
                   "Give millimeters from the ground under the front axle.");
    for (const HoldNumber &n : holdNumbers()) {
        const double value = o.number(n.id, n.standard);
        if (!(value >= n.least && value <= n.most))
            faults.add(fmt::format("This must be from {:.6g} to {:.6g}.", n.least, n.most), o.pathOf(n.id));
        h.*n.member = value;
    }
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
              {"mirrored", h.mirrored}};
    for (const HoldNumber &n : holdNumbers())
        if (h.*n.member > 0) json[n.id] = h.*n.member;
    writeKnown(h.known, json);
    return json;
}

}  // namespace hefty::rig
