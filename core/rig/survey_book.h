#pragma once

#include <span>
#include <string>
#include <vector>

#include "core/base/object_reader.h"
#include "core/survey/adjust.h"
#include "core/survey/frame_ends.h"

namespace hefty::rig {

/// A named place on a vehicle that a tape can be held to.
struct SurveyPlace {
    std::string id, name;
    std::string how;  ///< where to hold the tape
};

/// What carries the vehicle: rails under a cab, the same under a heavy one, a body without a frame, or
/// one or two axles behind a coupling.
enum class VehicleKind { LadderFrame, Truck, Unibody, Trailer, StubRails };
[[nodiscard]] std::string_view kindWord(VehicleKind kind);  ///< in the file: "ladder-frame"
[[nodiscard]] std::string_view kindName(VehicleKind kind);  ///< "ladder frame"
[[nodiscard]] std::span<const VehicleKind> vehicleKinds();

/// The places of a kind of vehicle, left and right, from the front rearward.
[[nodiscard]] std::span<const SurveyPlace> surveyPlaces(VehicleKind kind);
[[nodiscard]] const SurveyPlace *surveyPlace(std::string_view id);

/// A point that takes part in the survey, in vehicle axes.
struct BookPoint {
    std::string id;  ///< of a SurveyPlace, or the person's own
    std::string name;
    shape::Vec3 near = shape::Vec3::Zero();
    std::array<bool, 3> fixed{false, false, false};

    bool operator==(const BookPoint &) const = default;
};

/// One reading, as it was taken. Points are named, so that a removed point takes no reading along.
struct Reading {
    survey::MeasureKind kind = survey::MeasureKind::Distance;
    std::string from, to;  ///< `to` is empty for a coordinate
    int axis = 2;
    double value = 0;  ///< mm
    double sigma = 1.5;
    std::string date;
    bool ignored = false;  ///< kept in the book, left out of the adjustment

    bool operator==(const Reading &) const = default;
};

/// The pages of the survey: points and readings.
struct SurveyBook {
    std::vector<BookPoint> points;
    std::vector<Reading> readings;
    Json extra = Json::object();

    [[nodiscard]] bool empty() const { return readings.empty(); }
    bool operator==(const SurveyBook &) const = default;
};

/// A book as a net, with the way back from its measures to the readings.
struct BookNet {
    survey::SurveyNet net;
    std::vector<int> readingOf;  ///< per measure of the net
};
/// @error UnknownId for a reading of a point that is not in the book; `where` is "survey/readings/3/from"
[[nodiscard]] Result<BookNet> netOf(const SurveyBook &book);

/// What a survey gives.
struct SurveyResult {
    BookNet net;
    survey::Adjustment adjustment;
    std::vector<survey::NextMeasure> next;         ///< what would help most, best first
    std::optional<survey::Squareness> squareness;  ///< if both frame ends and a pair behind them are in it
};
/// @error those of netOf() and survey::adjust()
[[nodiscard]] Result<SurveyResult> workOut(const SurveyBook &book);

/// The measures of a vehicle's data that a survey knows better: datum id and value [mm].
[[nodiscard]] std::vector<std::pair<std::string, double>> dataFrom(const SurveyBook &book,
                                                                   const survey::Adjustment &adjustment);

/// "rail end L", or the id if the book has no such point.
[[nodiscard]] std::string pointName(const SurveyBook &book, std::string_view id);
/// "rail end L to rear end R", "rail end L, above the floor".
[[nodiscard]] std::string readingName(const SurveyBook &book, const Reading &reading);

[[nodiscard]] SurveyBook readSurveyBook(const Json &json, const std::string &path, Faults &faults);
[[nodiscard]] Json writeSurveyBook(const SurveyBook &book);

}  // namespace hefty::rig
