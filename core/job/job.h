#pragma once

#include <map>
#include <set>
#include <string>
#include <vector>

#include "core/armor/piece.h"
#include "core/base/result.h"
#include "core/log/logbook.h"
#include "core/outline/outline.h"
#include "core/proof/duties/house_rules.h"
#include "core/rig/vehicle.h"
#include "core/workshop/purchase.h"
#include "core/workshop/workshop.h"

namespace hefty::job {

/// The version of the file format that this program writes. docs/job-format.md describes it.
inline constexpr int fileVersion = 2;  ///< 1: angles in rad (job/file_angles)

/// A template of cardboard or wood: either offsets along a baseline, or an outline that was read or traced.
struct Template {
    std::string id, name;
    std::string source;                    ///< "offsets", or the file that it came from
    std::vector<outline::Offset> offsets;  ///< none: `outline` is what there is
    outline::Outline outline;

    bool operator==(const Template &) const = default;
};

/// A design that is kept beside the one that is worked on, to compare with or go back to.
struct Variant {
    std::string name;
    std::string date;  ///< ISO 8601
    std::vector<armor::Piece> pieces;

    bool operator==(const Variant &) const = default;
};

/// Everything a person decided or measured. A plain value; nothing derived is kept in it.
struct Job {
    std::string name = "New job";
    std::string customer;
    rig::Vehicle vehicle;
    std::vector<armor::Piece> pieces;
    std::vector<Variant> variants;
    std::vector<Template> templates;
    proof::HouseRules rules;
    workshop::Shop shop;
    std::map<std::string, std::string> signedOff;  ///< stop of the route card -> ISO date
    log::Logbook log;
    std::map<std::string, std::vector<std::string>>
        weldOrders;  ///< piece -> its seams as a person ordered them
    std::set<std::string>
        weldedInPlace;                ///< pieces that are welded out bolted to the vehicle, not on the bench
    workshop::Purchasing purchasing;  ///< what suppliers said, and from whom things come
    Json extra = Json::object();

    bool operator==(const Job &) const = default;
};

/// Whether a piece is welded out bolted to the vehicle.
void setWeldedInPlace(Job &job, const std::string &piece, bool inPlace);

/// A job to start from: nothing measured, one winch bumper.
[[nodiscard]] Job blankJob();

/// A piece of a pattern as it comes, with an id that the job does not have yet.
[[nodiscard]] armor::Piece newPiece(const Job &job, const armor::Pattern &pattern);
/// Another piece like one of this or another job: with its settings and what was built by hand, not with what
/// it stands on or the duties that were left out there.
[[nodiscard]] armor::Piece newPiece(const Job &job, const armor::Piece &like);

/// @error BadInput (all faults, with their paths), Version for a file of a newer program
[[nodiscard]] Result<Job> readJob(std::string_view text);
[[nodiscard]] std::string writeJob(const Job &job);

/// Reads a file. @error File, and as readJob with the path in front
[[nodiscard]] Result<Job> loadJob(const std::string &path);
/// Writes to a temporary file beside it, flushes it to the disk and renames it: the old file stays
/// whole until the new one is. @error File
[[nodiscard]] Result<bool> saveText(const std::string &path, const std::string &text);

/// One change to a job: settings of a piece, a tweak added, or a datum measured anew.
struct Edit {
    std::string piece;
    std::map<std::string, armor::SettingValue> settings;
    std::vector<armor::Tweak> tweaks;

    bool operator==(const Edit &) const = default;
};

/// The job with an edit made. A piece that does not exist leaves it as it was.
[[nodiscard]] Job apply(Job job, const Edit &edit);

}  // namespace hefty::job
