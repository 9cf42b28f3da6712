#pragma once

#include "core/armor/making/maker.h"

namespace hefty::armor {

/// A bend across a flat outline, in its axes: where the middle planes of its two sides cross.
struct Fold {
    Vec2 from = Vec2::Zero(), to = Vec2::Zero();
    double angle = 0;   ///< what lies to the left of from-to is turned by it, right-handed about it; rad
    double radius = 0;  ///< inside, mm
    double skin = 0;    ///< left by a kerf on the inside, above 0; 0: bent on a brake, mm
};

/// A sheet that is laid out flat, cut and folded. Its facets become sheets "name.1", "name.2", ... that
/// carry; the first is the one that `stays` lies on, where `axes` says. A fold that crosses no facet, or one
/// only in part, is a note: the sheet is left flat there.
struct FoldedOutline {
    Polygon2
        outline;  ///< to the crossings of the middle planes: bend allowances are taken off when it is cut
    std::vector<Polygon2> cutouts;
    std::vector<Hole> holes;
    std::vector<Fold> folds;
    Vec2 stays = Vec2::Zero();
};
void addFoldedSheet(Maker &maker, const std::string &name, const Provenance &made, const Axes &axes,
                    const FoldedOutline &flat, double thickness, const stock::Material &material);

/// What a facet's neighbor holds to: of bends no weld, of kerfs a seam on the inside and the skin outside of
/// it.
[[nodiscard]] std::vector<WeldJoint> foldsOf(const Assembly &assembly);
/// True if two sheets are neighbors across a fold.
[[nodiscard]] bool acrossFold(const Assembly &assembly, const std::string &a, const std::string &b);

}  // namespace hefty::armor
