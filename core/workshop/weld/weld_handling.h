#pragma once

#include <map>

#include "core/workshop/weld/weld_order.h"

namespace hefty::workshop {

/// What turning a piece over takes, and what putting right a part takes that was fitted to a bowed bar: house
/// practice, for weighing orders against each other.
inline constexpr double minutesPerTurn = 4, minutesPerMillimeter = 15;

/// What an order of seams asks beside waiting.
struct Handling {
    int turns = 0;   ///< how often the piece is turned to another of its six sides
    double off = 0;  ///< of all parts together: how far the bar that they are fitted to is bowed there, mm
    double mostOff = 0;  ///< of one part, mm
    [[nodiscard]] double minutes() const { return minutesPerTurn * turns + minutesPerMillimeter * off; }
};

/// A piece while its seams are welded one after the other: what each of them would ask if it were the next.
/// A seam is welded with one of the piece's six sides up toward which its corners open within 60 degrees; a
/// seam that runs all around, any. The piece is turned as late as can be. Bars bow by the seams on them
/// (shrinkage()); a part that is fitted by a seam takes the place that the bar has by then.
/// @source docs/methods.md, "Order of welding"
class Handler {
  public:
    /// @param seams  called by their place in this list; @pre the assembly outlives it
    Handler(const armor::Assembly &assembly, const std::vector<LineReach> &reach,
            const std::vector<SeamWork> &seams);

    /// What is added if a seam comes next.
    [[nodiscard]] Handling next(std::size_t seam) const;
    void weld(std::size_t seam);
    [[nodiscard]] const Handling &sum() const { return m_sum; }

  private:
    using Bow = std::vector<shape::Vec2>;
    struct Seam {
        std::string a, b;
        unsigned sides = everySide;                ///< that may be up, a bit each
        std::map<std::string, Bow> bows;           ///< of its bars
        std::map<std::string, std::size_t> place;  ///< on its bars, of the bow
    };
    static constexpr unsigned everySide = 63;

    std::vector<Seam> m_seams;
    std::map<std::string, Bow> m_bows;
    std::set<std::string> m_there;
    unsigned m_up = everySide;
    Handling m_sum;
};

/// Of an order, from its first step on.
[[nodiscard]] Handling handlingOf(const armor::Assembly &assembly, const std::vector<LineReach> &reach,
                                  const std::vector<SeamWork> &inOrder);

}  // namespace hefty::workshop
