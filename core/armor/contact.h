#pragma once

#include <optional>
#include <vector>

#include "core/armor/assembly.h"

namespace hefty::armor {

/// Two faces count as touching if they lie in one plane within this [mm]: a fit-up gap up to AWS
/// D1.1 5.21's 1.5 mm would still be welded, drawn parts should meet to much less.
inline constexpr double contactTolerance = 0.5;

/// The solids of a bar and a sheet. A straight box has six flat faces, the flats between rounded corners kept
/// apart; any other bar has rings of faces around it, of which only its flat ends can be touched.
[[nodiscard]] Solid solidOf(const BarPart &tube);
[[nodiscard]] Solid solidOf(const SheetPart &plate);
[[nodiscard]] Solid solidOf(const BoughtPart &part);

/// True if the boxes around two solids are further apart than a contact may be.
[[nodiscard]] bool farApart(const Solid &a, const Solid &b);

/// Patches in which faces of a and b lie against each other, with the rim lines that can take a
/// fillet: not where both faces end together (flush); along the rounded corner of a tube it is a flare.
/// @param flush  where both faces end together a corner seam is told instead
[[nodiscard]] std::vector<Contact> touching(const Solid &a, const Solid &b, bool flush = false);

/// The mitered or butted end that two tubes share, welded around the outline of their section.
[[nodiscard]] std::vector<Contact> sharedEnds(const BarPart &a, const BarPart &b);

/// Thickness of the thinnest plate of a joint that lies flat on the other part and is welded along its
/// rim: a fillet there can be no larger than the edge. Nothing if there is none.
[[nodiscard]] std::optional<double> lappedThickness(const Assembly &assembly, const WeldJoint &joint);

}  // namespace hefty::armor
