#pragma once

#include <optional>
#include <vector>

#include "core/armor/assembly.h"

namespace hefty::armor {

/// Two faces count as touching if they lie in one plane within this [mm]: a fit-up gap up to AWS
/// D1.1 5.21's 1.5 mm would still be welded, drawn parts should meet to much less.
inline constexpr double contactTolerance = 0.5;

/// The solids of a tube (six flat faces; the flats between rounded corners are kept apart) and a plate.
[[nodiscard]] Solid solidOf(const TubePart &tube);
[[nodiscard]] Solid solidOf(const PlatePart &plate);
[[nodiscard]] Solid solidOf(const BoughtPart &part);

/// Patches in which faces of a and b lie against each other, with the rim lines that can take a
/// fillet: not where both faces end together (flush), not along the rounded corner of a tube.
[[nodiscard]] std::vector<Contact> touching(const Solid &a, const Solid &b);

/// The mitered or butted end that two tubes share, welded around the outline of their section.
[[nodiscard]] std::vector<Contact> sharedEnds(const TubePart &a, const TubePart &b);

/// Thickness of the thinnest plate of a joint that lies flat on the other part and is welded along its
/// rim: a fillet there can be no larger than the edge. Nothing if there is none.
[[nodiscard]] std::optional<double> lappedThickness(const Assembly &assembly, const WeldJoint &joint);

}  // namespace hefty::armor
