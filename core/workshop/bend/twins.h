#pragma once

#include <vector>

#include "core/armor/assembly.h"
#include "core/workshop/workshop.h"

/// Both sides of a piece bent of one tube: the clamp and the bender hold what becomes the other bar, so that
/// less is sawn off; the tube is cut apart when all bends are made.
namespace hefty::workshop {

/// What a bar has to be cut to [mm], what is left on to hold it by counted if it is bent by a die of the
/// shop.
[[nodiscard]] double lengthToBend(const parts::BarPart &bar, const Shop &shop);

/// A bent bar and its mirror image as one tube, either end of each in the middle and the second one turned
/// about it by any of four quarters: the shortest that the bender makes.
/// @error Geometry  no way of them works
[[nodiscard]] Result<TwinTube> twinTube(const parts::BarPart &bar, const parts::BarPart &twin,
                                        const Shop &shop);

/// Every bent bar of the left with its mirror image on the right, of the same tube, that saves tube together.
[[nodiscard]] std::vector<TwinTube> twinTubes(const armor::Assembly &assembly, const Shop &shop);

}  // namespace hefty::workshop
