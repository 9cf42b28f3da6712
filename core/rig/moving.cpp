#include "core/rig/moving.h"

#include <array>
#include <cmath>

#include <fmt/format.h>

#include "core/base/constants.h"
#include "core/rig/vehicle.h"

namespace hefty::rig {

using shape::Vec3;

std::span<const MotionKind> motionKinds() {
    static const std::array<MotionKind, 13> kinds{
        {{"front-up", "swings up at its front", true, -Vec3::UnitY()},
         {"rear-up", "swings up at its rear", true, Vec3::UnitY()},
         {"rear-down", "swings down at its rear", true, -Vec3::UnitY()},
         {"front-left", "swings its front to the left", true, Vec3::UnitZ()},
         {"front-right", "swings its front to the right", true, -Vec3::UnitZ()},
         {"left-up", "swings up at its left", true, Vec3::UnitX()},
         {"right-up", "swings up at its right", true, -Vec3::UnitX()},
         {"slides-forward", "slides forward", false, Vec3::UnitX()},
         {"slides-rearward", "slides rearward", false, -Vec3::UnitX()},
         {"slides-left", "slides to the left", false, Vec3::UnitY()},
         {"slides-right", "slides to the right", false, -Vec3::UnitY()},
         {"slides-up", "slides up", false, Vec3::UnitZ()},
         {"slides-down", "slides down", false, -Vec3::UnitZ()}}};
    return kinds;
}

const MotionKind *motionKind(std::string_view id) {
    for (const MotionKind &k : motionKinds())
        if (k.id == id) return &k;
    return nullptr;
}

MovingThing readMovingThing(const Json &json, const std::string &path, Faults &faults) {
    ObjectReader o(json, path, faults);
    MovingThing t;
    t.id = o.text("id");
    t.name = o.text("name", t.id);
    t.motion = o.text("motion");
    const auto place = [&o](const char *key) {
        const auto a = o.numbers<3>(key);
        const Vec3 p(a[0], a[1], a[2]);
        if (!(p.cwiseAbs().maxCoeff() <= farthest))
            o.faults().add("This is further away than any part of a vehicle.", o.pathOf(key),
                           "Give millimeters from the ground under the front axle.");
        return p;
    };
    t.low = place("low");
    t.high = place("high");
    t.gap = o.number("gap", 10);
    t.known = readKnown(o);
    const MotionKind *kind = motionKind(t.motion);
    if (!kind) {
        faults.add(fmt::format("The motion \"{}\" is not known.", t.motion), o.pathOf("motion"),
                   "Use front-up, rear-up, rear-down, front-left, front-right, left-up, right-up or "
                   "slides-forward and its like.");
        return t;
    }
    const double reach = o.number("reach");
    t.reach = kind->swings ? radians(reach) : reach;
    if (kind->swings) t.hinge = place("hinge");
    const double most = kind->swings ? mostSwing : mostSlide;
    if (!(t.reach > 0 && t.reach <= most + 1e-9))
        faults.add(kind->swings ? std::string("A swing goes from above 0 to 270 degrees.")
                                : fmt::format("A slide goes from above 0 to {} mm.", mostSlide),
                   o.pathOf("reach"));
    if (!(t.low.array() < t.high.array()).all())
        faults.add("Each number of \"low\" must be below that of \"high\".", path);
    if (!(t.gap >= 0 && t.gap <= 500)) faults.add("This must be from 0 to 500 mm.", o.pathOf("gap"));
    return t;
}

Json writeMovingThing(const MovingThing &t) {
    const auto list = [](const Vec3 &v) { return Json::array({v.x(), v.y(), v.z()}); };
    const MotionKind *kind = motionKind(t.motion);
    const bool swings = kind && kind->swings;
    Json json{{"id", t.id},
              {"name", t.name},
              {"motion", t.motion},
              {"low", list(t.low)},
              {"high", list(t.high)},
              {"gap", t.gap},
              {"reach", swings ? degrees(t.reach) : t.reach}};
    if (swings) json["hinge"] = list(t.hinge);
    writeKnown(t.known, json);
    return json;
}

}  // namespace hefty::rig
