#pragma once

#include <array>
#include <optional>

#include "core/armor/piece.h"

/// Places that what is built by hand can hang on, and which of them a person points at in a picture.
namespace hefty::armor {

/// The six ways along the vehicle's axes, as people call them and as records write walls.
inline const std::array<std::pair<const char *, Vec3>, 6> directionWords{{{"forward", Vec3(1, 0, 0)},
                                                                          {"rearward", Vec3(-1, 0, 0)},
                                                                          {"left", Vec3(0, 1, 0)},
                                                                          {"right", Vec3(0, -1, 0)},
                                                                          {"up", Vec3(0, 0, 1)},
                                                                          {"down", Vec3(0, 0, -1)}}};
[[nodiscard]] std::optional<Vec3> directionOf(std::string_view word);
/// The word for the way that is nearest to a direction.
[[nodiscard]] const char *directionWord(const Vec3 &toward);
/// The place on the outside of a part in a direction from one on its middle; the same place if the part is
/// neither bar nor sheet, or the direction runs along the bar.
[[nodiscard]] Vec3 onWall(const Assembly &assembly, const std::string &part, const Vec3 &at,
                          const Vec3 &toward);

struct Snap {
    Json place;            ///< as operations write it (operations.h)
    measure::Phrase name;  ///< for people: "start of beam"
    std::string part;      ///< empty: it is of the vehicle
    Vec3 at = Vec3::Zero();
};

/// The foremost face of the parts that a line of sight meets.
struct SeenWall {
    std::string part;
    Vec3 at = Vec3::Zero();
    Vec3 out = Vec3::UnitX();  ///< unit, toward the viewer
};

/// A point of a picture: the line of sight through it.
struct Sight {
    Vec3 through = Vec3::Zero();
    Vec3 toViewer = Vec3::UnitX();      ///< unit
    double reach = 0;                   ///< mm: how near a line passes a place that it means
    double step = 5;                    ///< mm: of places between the named ones
    bool ontoWall = false;              ///< on the wall of the part that faces the viewer, not on its middle
    std::optional<SeenWall> seen = {};  ///< the wall that is meant; none: the one that faces the viewer
};

/// The places with names: start, middle and end of every bar, middle and corners of every sheet, the ends of
/// the rails.
[[nodiscard]] std::vector<Snap> snaps(const Assembly &assembly, const rig::RigGeometry &rig);

/// What a line of sight means: the nearest named place within reach, of equally near ones the foremost; else
/// a place along a bar whose middle it passes within reach, or whose wall it sees. Nothing: it points at no
/// part.
[[nodiscard]] std::optional<Snap> snapTo(const std::vector<Snap> &places, const Assembly &assembly,
                                         const Sight &sight);

[[nodiscard]] std::optional<SeenWall> wallSeen(const Assembly &assembly, const Sight &sight);

/// Where a line of sight meets a sheet's plane, or passes along a bar, as holes are told: in the sheet's
/// axes; station and height on the bar's side. Nothing: there is no such part, or the sheet is seen from its
/// edge.
[[nodiscard]] std::optional<Vec2> placeOnPart(const Assembly &assembly, const std::string &part,
                                              const Sight &sight);

}  // namespace hefty::armor
