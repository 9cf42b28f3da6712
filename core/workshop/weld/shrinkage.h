#pragma once

#include "core/workshop/weld/weld_list.h"

namespace hefty::workshop {

/// How a part will have moved when the welds are cold.
struct Distortion {
    std::string what;  ///< "bow", "end turns", "leans"
    std::string part;
    double value = 0;                       ///< mm or rad
    double low = 0, high = 0;               ///< half and one and a half of it: what such a figure is worth
    bool angle = false;                     ///< rad, else mm
    shape::Vec3 way = shape::Vec3::Zero();  ///< of a bow, unit vector
    std::string advice;
    working::Working working;
    // Of what the piece's own model tells; below 0: not asked.
    double held = -1;           ///< the same if it is bolted to its jig until it is cold
    double tied = -1;           ///< and with a bar tacked between the two until then
    std::vector<double> steps;  ///< how far it has come after each seam
};

/// A figure with the band that it is worth.
[[nodiscard]] Distortion banded(std::string what, std::string part, double value, bool angle);
/// "forward", "to the left", "up": the way along the axes that lies nearest to a direction.
[[nodiscard]] const char *wayWord(const shape::Vec3 &way);

/// The force that a seam shrinks with along itself once it is cold [N].
/// @param heat  net, J/mm of seam, all passes
/// @source Leggatt 1983; White, Leggatt and Dwight 1980: about 0.2 kN per J/mm in mild steel
[[nodiscard]] double tendonForce(double heat);

/// How much narrower metal becomes across a seam [mm]: a tenth of the metal's area over the thickness.
/// @source Blodgett, Design of Welded Structures, 7.7 (from memory)
[[nodiscard]] double transverseShrinkage(double area, double thickness);

/// Turn of a plate's edge by one fillet [rad]: 0.02 W w^1.3/t^2 is its rise with W, w and t in inches
/// (Blodgett), over W.
[[nodiscard]] double angularShrinkage(double leg, double thickness);

/// Bow of a straight bar by one seam on it: how far it comes off the line between its ends, in its own y and
/// z [mm], at `bowPlaces` places that divide its length evenly. Bows of several seams add up.
inline constexpr int bowPlaces = 39;
[[nodiscard]] std::vector<shape::Vec2> bowBy(const armor::BarPart &bar, const armor::WeldJoint &joint,
                                             const SeamWork &work);

/// Bow of every bar by the seams along and across it, and the lean of sheets that are welded on one side
/// only. Seams alike on both sides of the neutral axis cancel.
/// @param seams  of the assembly
/// @source docs/methods.md, "Shrinkage"
[[nodiscard]] std::vector<Distortion> shrinkage(const armor::Assembly &assembly,
                                                const std::vector<SeamWork> &seams);

}  // namespace hefty::workshop
