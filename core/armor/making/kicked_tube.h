#pragma once

#include "core/armor/making/maker.h"

namespace hefty::armor {

/// Where a bent tube runs beside a straight one: it leaves it, runs along it at some distance and returns.
struct KickedTube {
    std::string name;
    Provenance made;
    std::string onto;                             ///< the straight bar that both ends are coped onto
    Vec3 from = Vec3::Zero(), to = Vec3::Zero();  ///< of its ends, on the straight bar's center line
    Vec3 out = Vec3::Zero();                      ///< from that line to the bent tube's
    double kick = 0;                              ///< how steeply it leaves, rad
    double radius = 0;                            ///< of its bends, mm

    /// Along the straight bar from an end to where the bent tube is all the way out [mm].
    [[nodiscard]] double run() const;
    /// Along the straight bar from there to where its straight part begins, with half of a tube's width [mm].
    [[nodiscard]] double bend(double width) const;
};
/// @pre from and to further apart than twice the run
BarPart &addKickedTube(Maker &maker, const KickedTube &tube, const StockedBar &bar);

}  // namespace hefty::armor
