#pragma once

#include <span>
#include <string>
#include <vector>

#include "core/base/object_reader.h"
#include "core/rig/known.h"
#include "core/shape/geometry.h"

/// What moves on a vehicle and must not meet the armor: hood, gate, hatch, door, a lamp on its way out.
namespace hefty::rig {

/// How a thing moves, in the words a person would use.
struct MotionKind {
    const char *id;    ///< in the file
    const char *name;  ///< "swings up at its front"
    bool swings;
    shape::Vec3 axis;  ///< of a swing, turned by the right-hand rule; of a slide, the way it goes
};
[[nodiscard]] std::span<const MotionKind> motionKinds();
[[nodiscard]] const MotionKind *motionKind(std::string_view id);

struct MovingThing {
    std::string id, name;
    std::string motion = "slides-forward";                                    ///< id of a MotionKind
    shape::Vec3 low = shape::Vec3::Zero(), high = shape::Vec3::Ones() * 100;  ///< at rest, mm
    shape::Vec3 hinge = shape::Vec3::Zero();  ///< a point of the axis of a swing
    double reach = 100;                       ///< rad of a swing, mm of a slide
    double gap = 10;                          ///< wanted all the way, mm
    Known known;

    bool operator==(const MovingThing &) const = default;
};

inline constexpr double mostSwing = 4.71238898038;  ///< 270 degrees
inline constexpr double mostSlide = 5000;           ///< mm

/// Angles stand in the file in degrees.
[[nodiscard]] MovingThing readMovingThing(const Json &json, const std::string &path, Faults &faults);
[[nodiscard]] Json writeMovingThing(const MovingThing &thing);

}  // namespace hefty::rig
