#pragma once

#include <map>
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/object_reader.h"
#include "core/base/result.h"
#include "core/measure/quantity.h"
#include "core/rig/hold.h"
#include "core/rig/known.h"
#include "core/rig/loadout.h"
#include "core/rig/moving.h"
#include "core/rig/survey_book.h"
#include "core/shape/geometry.h"

/// The vehicle as surveyed. Vehicle axes (ISO 8855): x forward, y left, z up, origin on the ground
/// under the middle of the front axle. mm, kg.
namespace hefty::rig {

using shape::Vec2;
using shape::Vec3;

struct Measured {
    double value = 0;  ///< in core units
    Trust trust = Trust::Measured;
    std::string date;  ///< ISO 8601, empty if unknown

    bool operator==(const Measured &) const = default;
};

/// One thing to measure on a kind of vehicle: where to hold the tape, and what it must lie between.
struct DatumDescriptor {
    std::string id;
    std::string name;
    std::string how;  ///< where to hold the tape
    measure::Quantity quantity = measure::Quantity::Length;
    double least = 0, most = 0;  ///< core units
    bool required = true;        ///< the job cannot be appraised without it
    std::string blocks = {};     ///< what cannot be told without it, if not everything
    std::string kinds = "LTUS";  ///< ladder frame, truck, unibody, tRailer, stub rails

    [[nodiscard]] bool isFor(VehicleKind kind) const {
        return kinds.find("LTURS"[static_cast<std::size_t>(kind)]) != std::string::npos;
    }
};

/// What has to be measured on a kind of vehicle, in the order of what it blocks.
[[nodiscard]] std::span<const DatumDescriptor> datumsOf(VehicleKind kind);
[[nodiscard]] const DatumDescriptor *datum(std::string_view id);

/// No part of a vehicle is further than this from its front axle [mm]; a number beyond it is a slip.
inline constexpr double farthest = 15000;

/// Ranges that a bolt hole of a frame end must lie within [mm].
inline constexpr double holeFarthestBehind = 1500, holeFarthestFromCenter = 300;
inline constexpr double holeLeast = 4, holeMost = 80;

/// A bolt hole in a frame rail's outer side near one of its ends, the same on both sides.
struct FrameHole {
    std::string id;
    double behindEnd = 0;    ///< from the end of the rail, along it
    double aboveCenter = 0;  ///< above the rail's center line
    double diameter = 0;

    bool operator==(const FrameHole &) const = default;
};

/// A crossmember between the rails, or a bracket that holds a rail as one does.
struct Crossmember {
    std::string id;
    double behindEnd = 0;  ///< of its middle, behind the front ends of the rails

    bool operator==(const Crossmember &) const = default;
};

enum class Region { Front, Belly, Rear };

/// A point of the vehicle that could touch the ground or a rock.
struct OutlinePoint {
    std::string id, name;
    Region region = Region::Front;
    Vec3 at = Vec3::Zero();
    bool mirrored = true;  ///< there is one on the other side too
    bool onAxle = false;   ///< moves with its axle, not with the body: a differential, a spring seat
    Known known;

    bool operator==(const OutlinePoint &) const = default;
};

/// A box that must stay clear, with the gap wanted around it.
struct KeepOut {
    std::string id, name, why;
    Vec3 low = Vec3::Zero(), high = Vec3::Zero();
    double gap = 0;
    Known known;

    bool operator==(const KeepOut &) const = default;
};

/// A line of the vehicle's silhouette, for the pictures.
struct Silhouette {
    std::string view;  ///< "side" (x, z) or "front" (y, z)
    std::vector<Vec2> points;
    bool closed = false;

    bool operator==(const Silhouette &) const = default;
};

/// What a frame rail is when it is cut through.
enum class RailSection {
    Unknown,  ///< the lesser of the open ones is taken; never called proved
    Closed,   ///< a box
    Channel,  ///< web outside, open toward the middle of the vehicle
    Hat       ///< open above, its brims not counted
};
[[nodiscard]] std::string_view railSectionWord(RailSection section);  ///< in the file and for people
[[nodiscard]] std::span<const RailSection> railSections();

struct Vehicle {
    std::string id, name, owner;
    VehicleKind kind = VehicleKind::LadderFrame;
    std::map<std::string, Measured, std::less<>> data;
    std::string railMaterial;
    Trust railMaterialTrust = Trust::Assumed;
    RailSection railSection = RailSection::Unknown;
    std::vector<FrameHole> frontHoles;
    std::vector<FrameHole> rearHoles;       ///< from the rear ends of the rails
    std::vector<Crossmember> crossmembers;  ///< beside the first from either end
    std::vector<Hold> holds;                ///< beside the holes of the rails
    std::vector<OutlinePoint> outline;
    std::vector<KeepOut> keepOuts;
    std::vector<MovingThing> moving;
    std::vector<Silhouette> silhouettes;
    SurveyBook survey;
    Loadout loadout;
    Json extra = Json::object();  ///< fields of the file that this version does not know

    [[nodiscard]] std::optional<double> value(std::string_view datumId) const;
    /// Rails that armor can be bolted to.
    [[nodiscard]] bool hasFrame() const {
        return kind == VehicleKind::LadderFrame || kind == VehicleKind::Truck ||
               kind == VehicleKind::StubRails;
    }
    bool operator==(const Vehicle &) const = default;
};

struct Tire {
    double loadedRadius = 0, width = 0, track = 0;
};

/// What rests on the axles and on both, each in its worst state of load, armor on [kg].
struct WorstLoads {
    double front = 0, rear = 0, total = 0;

    bool operator==(const WorstLoads &) const = default;
};

/// The survey as typed numbers, complete and within range.
///
/// A trailer's coupling stands where a vehicle's front axle is: x counts from it, `wheelbase` is from
/// there to the axle, `frontMass` what rests on it. It has no front tire (radius 0).
struct RigGeometry {
    double wheelbase = 0;
    WorstLoads worst;  ///< as weighed, until the job tells its loads and its armor
    Tire front, rear;
    bool towed = false;
    double frontMass = 0, rearMass = 0;                  ///< kg at the axles
    double grossLimit = 0;                               ///< kg
    std::optional<double> frontLimit, rearLimit;         ///< kg on the axles, if the papers say
    double frameEnd = 0;                                 ///< x of the front ends of the rails
    double railSpacing = 0;                              ///< between the rails' center lines
    double railCenter = 0;                               ///< height above ground
    double railHeight = 0, railWidth = 0, railWall = 0;  ///< 0 without a frame
    RailSection railSection = RailSection::Unknown;
    [[nodiscard]] bool hasFrame() const { return railHeight > 0; }
    double crossmember = 0;            ///< first crossmember behind the end of the rails
    std::optional<double> rearEnd;     ///< x of the rear ends of the rails
    double rearRailCenter = 0;         ///< height of the rails' center line there
    std::vector<double> crossmembers;  ///< x of all that are known, from the front
    /// Height of the rails' center line at a place along the vehicle.
    [[nodiscard]] double railCenterAt(double x) const {
        return x > -wheelbase / 2 ? railCenter : rearRailCenter;
    }
};

/// The crossmembers next to a stretch of the rails: none nearer to it than 10 mm.
struct RailBay {
    std::optional<double> ahead, behind;  ///< x; none: none is known there
};
/// @param front, rear  x of the ends of the stretch, front >= rear
[[nodiscard]] RailBay railBay(const RigGeometry &rig, double front, double rear);

/// @error Undetermined  a required datum is missing; `where` is its id
///        BadInput      one is outside its range, or the frame has fewer than two holes at its front ends
[[nodiscard]] Result<RigGeometry> geometry(const Vehicle &vehicle);

/// The next place of the vehicle's kind that the survey does not have yet, with a first guess from the
/// vehicle's data. The left rail's center line is what everything is measured from: its two ends are given
/// across, its rear end also along; of a trailer it is the coupling. Nothing if all places are in it.
[[nodiscard]] std::optional<BookPoint> nextSurveyPoint(const Vehicle &vehicle);

/// A vehicle of the right shape with nothing measured yet.
[[nodiscard]] Vehicle blankVehicle();

/// Reads and writes the vehicle part of a job file. Faults are noted with their path.
[[nodiscard]] Vehicle readVehicle(const Json &json, const std::string &path, Faults &faults);
[[nodiscard]] Json writeVehicle(const Vehicle &vehicle);

}  // namespace hefty::rig
