#pragma once

#include <span>
#include <string>

#include "core/base/object_reader.h"
#include "core/rig/known.h"
#include "core/shape/geometry.h"

/// Where armor can take hold of a vehicle beside the sides of its rails.
namespace hefty::rig {

struct HoldKind {
    const char *id;    ///< in the file
    const char *name;  ///< for people
    bool threaded;     ///< a bolt goes into it; else through it
};
[[nodiscard]] std::span<const HoldKind> holdKinds();
[[nodiscard]] const HoldKind *holdKind(std::string_view id);

/// Which way a hold looks: out of the vehicle, to where the piece is.
struct HoldFace {
    const char *id;    ///< in the file
    const char *name;  ///< for people
    shape::Vec3 way;   ///< of the left one; mirrored on the right
};
[[nodiscard]] std::span<const HoldFace> holdFaces();

/// A hole or thread that something can be bolted to. What is 0 has not been declared: nothing that rests on
/// it is called proved.
struct Hold {
    std::string id, name;
    std::string kind = "boss";             ///< id of a HoldKind
    std::string face = "down";             ///< id of a HoldFace
    shape::Vec3 at = shape::Vec3::Zero();  ///< middle of the hole on the face
    double diameter = 0;                   ///< of the bolt that goes there, mm
    double thickness = 0;                  ///< of what the bolt bears on, or depth of the thread, mm
    double ultimate = 0;                   ///< of that metal, MPa
    double stiffness = 0;                  ///< of the body behind it, N/mm
    double pull = 0, shear = 0;            ///< what it may carry, N
    double moment = 0;                     ///< of a receiver: what it may carry at its mouth, N mm
    double inside = 0, depth = 0;          ///< of a receiver: square inside, from the mouth to its end, mm
    double pinBack = 0;                    ///< of a receiver: from the mouth to the middle of its pin, mm
    bool mirrored = true;                  ///< there is one on the other side too
    Known known;

    bool operator==(const Hold &) const = default;
    /// Outward; of the left one, or of the right one of a pair.
    [[nodiscard]] shape::Vec3 way(double side) const;
};

/// A number of a hold, and what it must lie between. One declaration feeds the reader, the writer and the
/// schema.
struct HoldNumber {
    const char *id;  ///< in the file
    const char *name;
    double Hold::*member;
    double least, most, standard;
};
[[nodiscard]] std::span<const HoldNumber> holdNumbers();

[[nodiscard]] Hold readHold(const Json &json, const std::string &path, Faults &faults);
[[nodiscard]] Json writeHold(const Hold &hold);

}  // namespace hefty::rig
