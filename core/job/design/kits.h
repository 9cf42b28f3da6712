#pragma once

#include "core/job/job.h"
#include "core/outline/drawing.h"

/// Flat parts from drawings, put together as plates of a piece.
namespace hefty::job {

/// Every part of a drawing as a template, the largest first: "NAME", or "NAME 1", "NAME 2", ... Ids are left
/// empty.
[[nodiscard]] std::vector<Template> templatesOf(const outline::Drawing &drawing, const std::string &name,
                                                const std::string &source);

/// A record of a plate (armor/operations.h) with its "template" replaced by what that is: outline, openings,
/// and round holes as holes. Without a template it is left as it is.
/// @error UnknownId  the job has no such template; BadInput  it has no outline yet
[[nodiscard]] Result<Json> withOutline(Json record, const std::vector<Template> &templates);

}  // namespace hefty::job
