#pragma once

#include "core/job/appraisal.h"

/// When a piece that is in use is to be looked at next, and where first.
namespace hefty::job {

/// Something that was found and seen again: a crack, a dent.
struct Flaw {
    std::string piece, part;
    log::EntryKind kind = log::EntryKind::Crack;
    int seen = 0;
    double size = 0;  ///< as it was seen last, mm
    double growth =
        0;             ///< mm in 1000 km, by a line through all that was seen; 0: seen once, or no way driven
    std::string date;  ///< of the last time
};

/// A place to look at, and why.
struct LookFirst {
    std::string piece, subject;  ///< part or seam
    std::string name;            ///< for people
    double damage = 0;           ///< share of its life that is used, by the distance driven
    int hits = 0;
    bool flawed = false;
    [[nodiscard]] double weight() const { return damage + 0.25 * hits + (flawed ? 1 : 0); }
};

struct InspectionPlan {
    double driven = 0;             ///< km, all trips
    double since = 0;              ///< of that after the last inspection
    double left = 0;               ///< km until the next one; 0 or below: it is due
    measure::Phrase why;           ///< what asks for it first
    std::vector<LookFirst> first;  ///< hardest used first
    std::vector<Flaw> flaws;       ///< largest growth first
    working::Working working;
};

/// From trips, hits, inspections, cracks and dents of the log, in their order, and the lives that the proof
/// tells. An inspection is due: after the first 100 km (bolts are tightened again), every so many km as the
/// house has it, after every hit, whenever a seam has used another quarter of its life, and before a flaw has
/// grown by half.
/// @source docs/methods.md, "Inspections"
[[nodiscard]] InspectionPlan inspectionsOf(const Job &job, const Appraisal &appraisal);

/// What is due, and cracks that must not be driven with. Nothing while no trip is logged.
[[nodiscard]] std::vector<Finding> inspectionFindings(const Job &job, const Appraisal &appraisal);

}  // namespace hefty::job
