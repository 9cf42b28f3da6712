#pragma once

#include "core/job/appraisal.h"

/// Designs beside the one that is worked on.
namespace hefty::job {

/// The job with the pieces of a variant in the place of its own; all else stays.
[[nodiscard]] Job withVariant(Job job, const Variant &variant);

/// Keeps the pieces as they are under a name; one of that name is replaced.
void keepVariant(Job &job, const std::string &name, const std::string &date);
/// A name that no variant has yet: "Variant A", "Variant B", ...
[[nodiscard]] std::string freshVariantName(const Job &job);

/// One number of two designs.
struct ComparedRow {
    std::string name;
    measure::Quantity quantity = measure::Quantity::Ratio;
    std::optional<double> one, other;  ///< none: not known there, or there is no such thing
    int better = 0;                    ///< -1: the first, 1: the other, 0: neither
};

/// Gauges, what is to settle, and the hardest worked checks of both, each found in the other by its id.
/// @param checks  how many of the hardest of each
[[nodiscard]] std::vector<ComparedRow> compared(const Appraisal &one, const Appraisal &other, int checks = 5);

}  // namespace hefty::job
