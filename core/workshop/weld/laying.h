#pragma once

#include <vector>

#include "core/armor/assembly.h"
#include "core/measure/phrase.h"

namespace hefty::workshop {

/// How one seam is tacked and in which runs it is laid.
struct Laying {
    std::vector<shape::Vec3> tacks;  ///< places, at ends and corners and evenly between
    double tackLength = 0;           ///< mm
    double longest = 0;              ///< line of it that is laid in one go, mm; around a rim all of it
    bool around = false;             ///< the longest is a closed rim
    int runs = 1;                    ///< that the longest is laid in
    [[nodiscard]] double run() const { return longest / runs; }
    [[nodiscard]] bool backstep() const { return runs > 1 && !around; }
    [[nodiscard]] bool fromMiddle() const;  ///< from the middle to both ends
};

/// Tacks stand at the ends of every line, at its corners (30 degrees and more) and between them no further
/// apart than 30 times the thinner part, at least 50 and at most 300 mm; three at least around a rim. Lines
/// over 250 mm are laid in runs of 125 mm at most, each against the way on (backstep), those over 500 mm from
/// the middle to both ends; rims over 150 mm in quarters, opposite ones in turn.
/// A tack is as long as the thinner part is twice thick, from 10 to 30 mm. Codes may ask for longer ones.
/// @source house practice (docs/methods.md, "Tacks and runs")
[[nodiscard]] Laying layingOf(const armor::Assembly &assembly, const armor::WeldJoint &joint);

/// The same in words.
[[nodiscard]] std::vector<measure::Phrase> layingWords(const Laying &laying);

}  // namespace hefty::workshop
