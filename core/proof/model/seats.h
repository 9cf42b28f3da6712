#pragma once

#include "core/mechanics/frame_model.h"
#include "core/proof/model/tube_nets.h"

/// Inside of the proof floor: places where loads, bolts and hinges take hold of parts.
namespace hefty::proof {

/// A place on a part: a stop on its way, or a place on its net.
struct Seat {
    std::string part;
    Vec3 at = Vec3::Zero();
    int stop = -1;  ///< -1: a place on a net
};

/// Finds places on parts, and makes nodes that move with them.
class Seats {
  public:
    Seats(Idealization &out, Ways &ways, const PlateNets &plates, const TubeNets &tubes)
        : m_out(out), m_ways(ways), m_plates(plates), m_tubes(tubes) {}

    [[nodiscard]] bool carries(const std::string &part) const {
        return m_ways.has(part) || m_plates.has(part);
    }
    /// True if the part is shells there.
    [[nodiscard]] bool meshed(const std::string &part, const Vec3 &at) const {
        return m_plates.has(part) || m_tubes.has(part, at);
    }
    /// Shares of the nodes of the shells around a place. @pre meshed(part, at)
    [[nodiscard]] std::vector<mechanics::TieEnd> ends(const std::string &part, const Vec3 &at) const {
        return m_plates.has(part) ? m_plates.ends(part, at) : m_tubes.ends(part, at);
    }

    /// @pre the ways have no nodes yet
    int stopOn(const std::string &part, const Vec3 &at) {
        return meshed(part, at) ? -1 : m_ways.attach(part, at);
    }
    Seat on(const std::string &part, const Vec3 &at) { return {part, at, stopOn(part, at)}; }

    /// False for a place on a part that does not carry.
    [[nodiscard]] bool isThere(const Seat &s) const { return s.stop >= 0 || meshed(s.part, s.at); }
    /// A node at a place that moves with the part there: with the node of its way, with the rim of the hole
    /// that is there, or with the shell around it. @pre the ways have their nodes, isThere(s)
    int node(const Seat &s, const std::string &id, const Vec3 &at);
    /// Nodes at the middles of the holes that a line goes through in the walls of a part of shells, each
    /// moving with its rim; in order along the line. None where the part is no shells.
    std::vector<int> holesAlong(const std::string &part, const Vec3 &from, const Vec3 &to,
                                const std::string &id);
    /// -1 for a place on a part that does not carry.
    int nodeIfThere(const Seat &s, const std::string &id) { return isThere(s) ? node(s, id, s.at) : -1; }

  private:
    Idealization &m_out;
    Ways &m_ways;
    const PlateNets &m_plates;
    const TubeNets &m_tubes;
};

/// Adds a spring; returns it.
int addSpring(Idealization &out, const std::string &id, int from, int to,
              const mechanics::Matrix6 &stiffness);

/// A node of the vehicle that gives as is declared; what has declared nothing (0) does not give.
/// @param half  of what it stands on, mm: resists turning over that
int nodeOfVehicle(Idealization &out, const std::string &id, const Vec3 &at, double stiffness, double half);

/// Adds what a spring at an arm `r` from a node resists there [N/mm along each axis].
void addPoint(mechanics::Matrix6 &k, const Vec3 &r, const Vec3 &stiffness);

}  // namespace hefty::proof
