#pragma once

#include <set>
#include <string>
#include <vector>

#include "core/armor/assembly.h"
#include "core/working/working.h"

namespace hefty::workshop {

/// One seam with how it is welded.
struct SeamWork {
    std::string joint;           ///< "beam~bracket.left"
    std::string part;            ///< that is welded on: "bracket.left"
    std::string name;            ///< for people: "left bracket to beam"
    std::string kind;            ///< "fillet", "around", ...
    double leg = 0, length = 0;  ///< mm
    int passes = 1;
    double deposit = 0;   ///< kg
    double heat = 0;      ///< J/mm of a pass, as it goes into the plate
    double minutes = 0;   ///< of work, arc time over the share of it
    double thickest = 0;  ///< mm, of its two parts
    std::string preheat;  ///< what to do before
    // Of the order of work, once it is known:
    std::string fits;                 ///< the part that is fitted for it; empty: both were there
    std::vector<std::string> before;  ///< parts that must not be there yet
    std::string barredBy;             ///< the part that keeps a torch out whatever the order; empty: none
    double closed = 0;                ///< that it keeps out of reach, mm
    working::Working working;
};

/// How a shop welds with one process.
struct WeldingPractice {
    double rate = 2.4;           ///< kg/h of metal while the arc burns
    double arcShare = 0.3;       ///< of the time at a seam
    double power = 5000;         ///< W at the arc
    double efficiency = 0.8;     ///< of the power that goes into the plate
    double largestPass = 8;      ///< mm leg that one pass can lay (AWS D1.1 table 5.1, level)
    double reinforcement = 1.1;  ///< of the area of the triangle
};
[[nodiscard]] WeldingPractice practiceOf(const std::string &process);

/// Of a sheet, or of the wall of a bar; of a solid bar its lesser side. 0: there is no such part. mm
[[nodiscard]] double partThickness(const armor::Assembly &assembly, const std::string &part);

/// Parts that are not there yet when a seam is welded, in the order of work: those fitted for later seams,
/// and what is bought, which is bolted on when all is welded and coated.
/// @param seam  index into seams
[[nodiscard]] std::set<std::string> notThereYet(const armor::Assembly &assembly,
                                                const std::vector<SeamWork> &seams, std::size_t seam);

/// What the seams of a piece come to together.
struct SeamSums {
    double minutes = 0, deposit = 0;  ///< min, kg
};
[[nodiscard]] SeamSums sumOf(const std::vector<SeamWork> &seams);

/// All seams of a piece in the order in which its parts are fitted, left and right in turn.
/// Each with the process of its own filler.
/// @source docs/methods.md, "Welding work"
[[nodiscard]] std::vector<SeamWork> seamWork(const armor::Assembly &assembly, const stock::Stock &stock);

}  // namespace hefty::workshop
