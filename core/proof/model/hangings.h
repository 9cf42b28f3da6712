#pragma once

#include <array>

#include "core/proof/model/seats.h"

/// Inside of the proof floor: gates on their hinges, and lines that bear on the body.
namespace hefty::proof {

class Hangings {
  public:
    Hangings(const Assembly &assembly, Seats &seats, Idealization &out)
        : m_in(assembly), m_seats(seats), m_out(out) {}

    void plan();  ///< before the ways have nodes
    /// @error BadInput  a gate without a spindle, or on a part that carries nothing
    [[nodiscard]] Result<bool> check() const;
    void placeBearings();
    void hangGates();

  private:
    const Assembly &m_in;
    Seats &m_seats;
    Idealization &m_out;
    std::vector<std::vector<Seat>> m_bearingSeats;
    std::vector<std::array<Seat, 5>> m_gateSeats;  ///< root, lower and upper bearing, latched, keeper
};

}  // namespace hefty::proof
