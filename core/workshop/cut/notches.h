#pragma once

#include <string>
#include <vector>

#include "core/armor/assembly.h"

/// The one length of tube that a notched and folded bar is made of.
namespace hefty::workshop {

/// A notch as it is marked on the straight tube: a V through all walls but the one it is folded about.
struct Notch {
    double station = 0;                      ///< of its middle, from the start as cut, mm
    double angle = 0;                        ///< the V's, which is what the tube turns by, rad
    double depth = 0;                        ///< from the open face, mm
    double width = 0;                        ///< at the open face, mm
    shape::Vec2 open = shape::Vec2::Zero();  ///< the open face's way out, along the section's y and z; unit
};

struct NotchPlan {
    double length = 0;  ///< of the straight tube, long point to long point, mm
    double mass = 0;    ///< of what is left when the notches are out, kg
    std::vector<Notch> notches;
    const armor::BarPart *first = nullptr, *last = nullptr;
};

/// The root of a notch lies on the inside of the wall that stays whole: that layer keeps its length.
/// @pre the legs of the bar are in the assembly
[[nodiscard]] NotchPlan notchPlan(const armor::Assembly &assembly, const armor::FoldedBar &bar);

/// The folded bar that a bar is a leg of; null: it is none.
[[nodiscard]] const armor::FoldedBar *foldedBarOf(const armor::Assembly &assembly, const std::string &part);

/// "the upper wall", of a face's way out along the section's y and z.
[[nodiscard]] std::string wallWord(const shape::Vec2 &out);

}  // namespace hefty::workshop
