#pragma once

#include "core/armor/assembly.h"

namespace hefty::armor {

/// Edges of two sheets that meet edge to edge: in one plane a butt, at an angle a corner, each one line along
/// the stretch that they have in common. Only where neither lies flat on the other (touching() tells that).
[[nodiscard]] std::vector<Contact> meetingEdges(const SheetPart &a, const SheetPart &b);

}  // namespace hefty::armor
