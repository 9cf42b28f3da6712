#pragma once

#include "core/proof/model/rails.h"
#include "core/proof/model/seats.h"

/// Inside of the proof floor: what bolts a piece to the vehicle and a winch to the piece.
namespace hefty::proof {

class BoltTies {
  public:
    BoltTies(const Assembly &assembly, const rig::RigGeometry &rig, const stock::Material &railMaterial,
             Seats &seats, Idealization &out)
        : m_in(assembly),
          m_railMaterial(railMaterial),
          m_rails(rig, railMaterial, out),
          m_seats(seats),
          m_out(out) {}

    void planBolts();  ///< before the ways have nodes
    void tieMounts();  ///< to the rails, which are made here
    void tieWinch();   ///< its drum's and its fairlead's nodes are made here

  private:
    [[nodiscard]] double alongBolt(const armor::BoltJoint &m) const;
    std::vector<int> tieBolts(const armor::BoltJoint &m, int rail, const Vec3 &stiffness);
    [[nodiscard]] Eigen::Matrix3d clampedFaces(const armor::BoltJoint &m) const;
    std::vector<int> tieToRail(const armor::BoltJoint &m, const Seat &seat, int rail, const Vec3 &stiffness);
    void tieBacking(std::size_t mount, int rail, const Vec3 &stiffness);
    [[nodiscard]] armor::BoltJoint backingOf(const armor::BoltJoint &m) const;
    void tieFairlead();
    void tieBehind(std::size_t mount, const Vec3 &stiffness);
    [[nodiscard]] std::string behindOf(const armor::BoltJoint &m) const;
    const Assembly &m_in;
    const stock::Material &m_railMaterial;
    Rails m_rails;
    Seats &m_seats;
    Idealization &m_out;
    std::vector<Seat> m_mountSeats;
    std::vector<std::vector<Seat>> m_behindSeats;  ///< per mount and bolt, on behindOf() it
    std::vector<Seat> m_backingSeats;              ///< per mount, on the inner plate of a clamp
    std::vector<std::vector<Seat>> m_footSeats;
    std::vector<Seat> m_fairleadSeats;
};

}  // namespace hefty::proof
