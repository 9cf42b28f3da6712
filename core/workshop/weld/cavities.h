#pragma once

#include "core/armor/assembly.h"
#include "core/measure/phrase.h"

/// Hollows of a piece: what gas, water and rust find.
namespace hefty::workshop {

struct Cavity {
    std::vector<std::string> bars;    ///< whose insides go over into each other
    std::vector<std::string> sheets;  ///< that enclose it; of the inside of bars none
    double volume = 0;                ///< mm3
    double inside = 0;                ///< of its walls, mm2
    int openEnds = 0;
    int holes = 0;         ///< drilled into it, and openings
    bool drains = false;   ///< a hole or an open end at its lowest place
    std::string lastSeam;  ///< of a sealed one: the seam that closes it, in the order given
    [[nodiscard]] bool sealed() const { return openEnds == 0 && holes == 0; }
};

/// The insides of all hollow bars, those that meet at a miter as one. An end is closed if seams run along
/// nearly all of its rim (closedShare).
/// @param order  names of joints in the order in which they are welded
/// @source docs/methods.md, "Cavities"
[[nodiscard]] std::vector<Cavity> cavities(const armor::Assembly &assembly,
                                           const std::vector<std::string> &order);

/// How much of an end's rim has to be welded to count as closed.
inline constexpr double closedShare = 0.8;

/// What to do with a hollow, in the words of the shop.
[[nodiscard]] std::vector<measure::Phrase> careOf(const armor::Assembly &assembly, const Cavity &cavity);

}  // namespace hefty::workshop
