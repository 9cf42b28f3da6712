#pragma once

#include <map>
#include <optional>
#include <string>
#include <vector>

#include "core/base/object_reader.h"

/// What was done and seen on a job: readings at the fit-up, seams welded, hours, costs, trips, hits,
/// inspections.
namespace hefty::log {

/// What was read, or found done, at one item of the fit-up.
struct FitReading {
    std::string item;             ///< id of the item
    std::optional<double> value;  ///< in the item's unit; none: only ticked
    std::string date;             ///< ISO 8601
    std::string note;

    bool operator==(const FitReading &) const = default;
};

/// A seam that was welded.
struct WeldedSeam {
    std::string piece, seam;
    std::string date;
    std::string who;

    bool operator==(const WeldedSeam &) const = default;
};

/// A part that was cut.
struct CutPart {
    std::string piece, part;
    std::string date;   ///< ISO 8601
    std::string bar;    ///< mark of the bar on the rack, "new" if it was bought for it; empty: a plate
    double length = 0;  ///< as cut, mm; 0: not measured
    double cost = 0;    ///< of its share of the bar, the shop's money

    bool operator==(const CutPart &) const = default;
};

enum class EntryKind { Hours, Cost, Change, Trip, Hit, Inspection, Pull };
[[nodiscard]] std::string_view entryWord(EntryKind kind);  ///< in files: "hours"

/// One line of the log.
struct Entry {
    std::string date;  ///< ISO 8601
    EntryKind kind = EntryKind::Hours;
    std::string what;
    double amount = 0;  ///< h, the shop's money, km, J or N, by its kind
    std::string piece, part;

    bool operator==(const Entry &) const = default;
};

struct Logbook {
    std::vector<FitReading> fit;
    std::vector<WeldedSeam> welded;
    std::vector<CutPart> cut;
    std::vector<Entry> entries;

    [[nodiscard]] bool empty() const {
        return fit.empty() && welded.empty() && cut.empty() && entries.empty();
    }
    [[nodiscard]] const FitReading *reading(std::string_view item) const;
    [[nodiscard]] const CutPart *cutPart(std::string_view piece, std::string_view part) const;
    [[nodiscard]] bool isWelded(std::string_view piece, std::string_view seam) const;
    bool operator==(const Logbook &) const = default;
};

/// What the entries of a logbook come to.
struct LogSums {
    double hours = 0;
    double cost = 0;                                ///< the shop's money
    double distance = 0;                            ///< km
    std::vector<std::pair<std::string, int>> hits;  ///< how often each part was hit, most often first
};
[[nodiscard]] LogSums sumOf(const std::vector<Entry> &entries);

/// File form. Faults are noted with their path.
[[nodiscard]] Logbook readLogbook(const Json &json, const std::string &path, Faults &faults);
[[nodiscard]] Json writeLogbook(const Logbook &log);

}  // namespace hefty::log
