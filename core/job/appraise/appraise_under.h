#pragma once

#include "core/job/appraisal.h"

namespace hefty::job {

/// appraise() with its pieces proved under some duties alone (proof::proveUnder).
/// @pre detail is Strips or Shells
[[nodiscard]] Appraisal appraiseUnder(const Job &job, const stock::Stock &stock,
                                      const std::vector<std::string> &duties, std::stop_token stop = {},
                                      proof::Detail detail = proof::Detail::Strips,
                                      const Appraisal *before = nullptr);

/// The appraisal without proofs: what is built, what it weighs and costs, what it does to angles and gaps.
[[nodiscard]] Appraisal appraiseShape(const Job &job, const stock::Stock &stock, std::stop_token stop = {},
                                      const Appraisal *before = nullptr);

}  // namespace hefty::job
