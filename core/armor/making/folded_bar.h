#pragma once

#include <string>
#include <vector>

#include "core/armor/making/maker.h"

namespace hefty::armor {

/// A corner of a bar that is notched and folded instead of bent: one notch, or several (pie cuts) that follow
/// an arc.
struct FoldedCorner {
    Vec3 at = Vec3::Zero();
    int cuts = 1;
    double radius = 0;  ///< of the arc that several cuts follow, to the center line, mm
};

/// Legs that meet in miters, of one length of tube. Refuses what cannot be folded: a section without flat
/// walls, a fold that is not square to a wall, a leg that its notches eat up.
/// @param legs  names, one more than there are cuts; empty: "name.1", "name.2", ...
void addFoldedBar(Maker &maker, const std::string &name, const Provenance &made, const StockedBar &of,
                  const Vec3 &from, const std::vector<FoldedCorner> &corners, const Vec3 &to, const Vec3 &up,
                  std::vector<std::string> legs = {});

/// Takes the wall that a notched bar is folded about out of the seam of two of its legs: it is one piece
/// there.
void dropHinges(const Assembly &assembly, const std::string &a, const std::string &b,
                std::vector<Contact> &contacts);

}  // namespace hefty::armor
