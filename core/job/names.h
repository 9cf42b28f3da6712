#pragma once

#include "core/job/appraisal.h"

/// What people call things, in sentences.
namespace hefty::job {

/// A part of a piece by its label, a point of the vehicle's outline by its name; else the id itself.
[[nodiscard]] std::string nameOf(const Job &job, const Appraisal &appraisal, const std::string &id);

/// As the first words of a sentence: "The left bracket"; the id of nothing in it stays as it is.
[[nodiscard]] std::string asSubject(const armor::Assembly &assembly, const std::string &part);

/// The same in the middle of one: "the left bracket".
[[nodiscard]] std::string asObject(const armor::Assembly &assembly, const std::string &part);

}  // namespace hefty::job
