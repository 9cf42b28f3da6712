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
    double minutes = 0;    ///< that it took; 0: not noted
    std::string settings;  ///< of the machine

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

/// One stage of a proof pull: pulled so hard, let go again.
struct PullStage {
    double load = 0;     ///< as the load cell read it, N
    double reading = 0;  ///< how far the place had come with the pull, mm
    double left = 0;     ///< of that after letting go, mm

    bool operator==(const PullStage &) const = default;
};

/// A pull at a place of a piece, in stages, to see that it holds and how far it gives.
struct ProofPull {
    std::string piece, place;  ///< the anchor it was pulled by
    std::string date;          ///< ISO 8601
    std::vector<PullStage> stages;
    std::string stopped;  ///< why it was stopped before the last stage; empty: it was not

    bool operator==(const ProofPull &) const = default;
};

enum class EntryKind { Hours, Cost, Change, Trip, Hit, Inspection, Pull, Crack, Dent, TouchUp, Torque };
[[nodiscard]] std::string_view entryWord(EntryKind kind);  ///< in files: "hours"
[[nodiscard]] bool hasAmount(EntryKind kind);              ///< hours, costs and what is measured

/// One line of the log.
struct Entry {
    std::string date;  ///< ISO 8601
    EntryKind kind = EntryKind::Hours;
    std::string what;
    double amount = 0;  ///< h, the shop's money, km, kN or mm, by its kind
    std::string piece, part;

    bool operator==(const Entry &) const = default;
};

struct Logbook {
    std::vector<FitReading> fit;
    std::vector<WeldedSeam> welded;
    std::vector<CutPart> cut;
    std::vector<ProofPull> pulls;
    std::vector<Entry> entries;

    [[nodiscard]] bool empty() const {
        return fit.empty() && welded.empty() && cut.empty() && pulls.empty() && entries.empty();
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

/// What jobs take over the estimate, once the hours of this one are known: the middle of what was taken
/// before and what this job took, times h/estimated. None: no hours are logged, or nothing was estimated.
/// @param estimated  with the factor that was taken before
[[nodiscard]] std::optional<double> factorFrom(const std::vector<Entry> &entries, double estimated,
                                               double factor);

/// File form. Faults are noted with their path.
[[nodiscard]] Logbook readLogbook(const Json &json, const std::string &path, Faults &faults);
[[nodiscard]] Json writeLogbook(const Logbook &log);

}  // namespace hefty::log
