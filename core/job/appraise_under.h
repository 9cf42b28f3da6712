#pragma once

#include "core/job/appraisal.h"

namespace hefty::job {

/// appraise() with plates as bars, its pieces proved under some duties alone (proof::proveUnder).
[[nodiscard]] Appraisal appraiseUnder(const Job &job, const stock::Stock &stock,
                                      const std::vector<std::string> &duties, std::stop_token stop = {});

}  // namespace hefty::job
