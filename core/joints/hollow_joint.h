#pragma once

#include <string>
#include <vector>

#include "core/working/working.h"

/// Tubes welded on tubes, and plates on round ones (AISC 360-16 chapter K).
namespace hefty::joints {

/// A branch that ends on the wall of a chord: both round, both rectangular, or a round one on a rectangular.
struct TubeOnTube {
    bool round = false;
    double chordWidth = 0;   ///< D, or B: across the chord, in the face that the branch stands on, mm
    double chordHeight = 0;  ///< H of a rectangular chord, mm
    double wall = 0;         ///< t of the chord, mm
    double chordYield = 0;
    double branchWidth = 0;   ///< Db, or Bb: across the chord, mm
    double branchLength = 0;  ///< Hb: along the chord, mm; of a round one Db
    double branchWall = 0;
    double branchYield = 0;
    double angle = 0;          ///< between their axes, rad
    double chordUse = 0;       ///< U: stress of the chord where it is pressed over its yield, 0 to 1
    bool roundBranch = false;  ///< on a rectangular chord; its width and length are its diameter
};

struct BranchStrength {
    double axial = 0;    ///< Pn, N
    double inPlane = 0;  ///< Mn, N·mm, bent in the plane of the two axes
    double outOfPlane = 0;
    std::vector<std::string> outside;  ///< what is beyond the ranges that the formulas were tested for
    bool slender = false;              ///< a wall among that: it could buckle before it yields
};

/// Nominal strengths of a T or Y joint.
///   round: plastification Fy t2 (3.1 + 15.6 b2) g^0.2 Qf / sin, shear yielding (punching)
///     0.6 Fy t pi Db (1 + sin)/(2 sin2); moments Fy t2 Db 5.39 g^0.5 b Qf / sin and 3.0/(1 - 0.81 b)
///   rectangular, b <= 0.85: Fy t2 (2 eta/(1 - b) + 4/sqrt(1 - b)) Qf / sin; above, side walls 2 Fy t (5 t +
///   N)
///     and the uneven load of the branch; moments by the same folding and the branch's effective width
///   round on rectangular: as a square branch of its diameter, times pi/4 for push and pull, times two thirds
///     for moments
/// @pre all lengths above 0, 0 < angle <= pi/2
/// @source AISC 360-16 tables K3.1, K3.2, K4.1, K4.2; pi/4: EN 1993-1-8 table 7.10 (from memory); two thirds:
/// docs/methods.md
[[nodiscard]] BranchStrength branchStrength(const TubeOnTube &joint, working::Working *working = nullptr);
inline constexpr double branchOmega = 1.67;

/// Nominal strength [N] of a round wall against a plate along or across it, at right angles to the wall:
/// 5.5 Fy t2 (1 + 0.25 l/D) Qf along, 5.5/(1 - 0.81 Bp/D) Fy t2 Qf across. Omega 1.67.
/// @source AISC 360-16 table K2.1 (from memory)
struct PlateOnRound {
    double diameter = 0, wall = 0, yield = 0;
    double plateLength = 0;  ///< along its line on the wall, mm
    bool along = true;
    double chordUse = 0;
};
inline constexpr double plateOnRoundOmega = 1.67;
[[nodiscard]] double plateOnRoundStrength(const PlateOnRound &joint, working::Working *working = nullptr);

/// Push [N] at which a rock, pressed on a round tube over a width, has dented it by a depth, and the energy
/// [N·mm] that the dent has taken up.
///
///     R = Rc c1 (w/D)^c2, Rc = Fy t2/4 sqrt(D/t), c1 = 22 + 1.2 B/D, c2 = 1.925/(3.5 + B/D)
///
/// @pre diameter, wall, yield > 0; width, depth >= 0
/// @source NORSOK N-004 A.3.6.2 (from memory); the energy is its integral
struct Dent {
    double diameter = 0, wall = 0, yield = 0;
    double width = 0;  ///< B, of what presses, along the tube, mm
    [[nodiscard]] double push(double depth) const;
    [[nodiscard]] double energy(double depth) const;
    [[nodiscard]] double depthOf(double push) const;
};

}  // namespace hefty::joints
