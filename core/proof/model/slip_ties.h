#pragma once

#include <array>
#include <optional>

#include "core/proof/model/seats.h"

/// Inside of the proof floor: tubes in receivers of the vehicle, and bars that something on it holds.
namespace hefty::proof {

class SlipTies {
  public:
    SlipTies(const Assembly &assembly, Seats &seats, Idealization &out)
        : m_in(assembly), m_seats(seats), m_out(out) {}

    void plan();  ///< before the ways have nodes
    /// The receiver bears across itself at its mouth and where the tube ends, the pin along it.
    void tie();
    /// True if any of them holds the piece.
    [[nodiscard]] bool hold() const;

  private:
    void tieSlips();
    void tieFixings();
    const Assembly &m_in;
    Seats &m_seats;
    Idealization &m_out;
    std::vector<std::array<Seat, 3>> m_places;  ///< mouth, inner end, pin
    std::vector<std::optional<Seat>> m_behind;  ///< on the receiver of the piece that it stands on
    std::vector<Seat> m_fixed;
};

}  // namespace hefty::proof
