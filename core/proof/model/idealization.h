#pragma once

#include <map>
#include <string>
#include <vector>

#include "core/armor/assembly.h"
#include "core/base/result.h"
#include "core/mechanics/frame_model.h"
#include "core/rig/vehicle.h"

namespace hefty::proof {

using armor::Assembly;
using shape::Vec3;

/// What one beam element of the model stands for.
struct Bar {
    std::string part;
    bool isPlate = false;
    bool vehicle = false;  ///< of the vehicle, not of the piece
    stock::SectionShape shape = stock::SectionShape::RectTube;
    stock::SectionProperties properties;
    stock::Material material;
    double height = 0, width = 0, wall = 0;  ///< of the section here
    double unbraced = 0;                     ///< length between the ends of its part, mm
    double stationFrom = 0, stationTo = 0;   ///< along the part's way, mm
};

/// One piece of a weld: a spring at its own middle, or a tie of one stretch of one line.
struct WeldPiece {
    int weld = 0;
    int contact = 0;
    int spring = -1;  ///< of the model; -1: it is a tie
    Vec3 at = Vec3::Zero();
    int tie = -1;
    int line = -1;      ///< of the contact, for a tie
    double length = 0;  ///< mm, for a tie
};

/// How closely plates are looked at.
enum class Detail {
    Strips,  ///< as bars along their strips: quick, while a hand moves
    Shells,  ///< as nets of shells, their welds as ties along the seams; tubes too where a plate goes through
    Halved,  ///< the same, and proved again with shells of half the size to see what that moves
    HalvedIfSound,  ///< what Shells tells if it breaks a check; else Halved, of checks worked by half or more
};

/// A plate as a net of shells.
struct PlateShells {
    std::string part;
    armor::Axes axes;
    double thickness = 0;
    stock::Material material;
    int first = 0, count = 0;  ///< of the model's shells
};

/// A cut across a tube of shells.
struct WallRing {
    double station = 0;  ///< mm
    std::vector<int> nodes;
    std::vector<int> shells;  ///< of the model, that end in it, seen along the tube
};

/// A stretch of a tube whose walls are shells, as something goes through them.
struct TubeShells {
    std::string part;
    double from = 0, to = 0;   ///< stations, mm
    Bar bar;                   ///< what it is as a whole
    armor::Axes axes;          ///< of the tube
    int first = 0, count = 0;  ///< of the model's shells
    std::vector<WallRing> rings;
};

/// The rim of a hole that something pulls at.
struct Rim {
    Vec3 center = Vec3::Zero();
    std::vector<int> nodes;
};

/// What a gate hangs on and is held by.
struct GateSprings {
    int lower = -1, upper = -1;  ///< springs of the bearings, from the spindle to the arm; the lower one
                                 ///< bears along the axis too
    int latch = -1;              ///< from keeper to gate; -1: open
    int holder = -1;             ///< keeps an open gate from swinging, about the axis; -1: shut
    int latchPlace = -1;         ///< node of the gate at its latch
    int root = -1;               ///< beam of the spindle that is held in the post
};

/// What holds a tube in a receiver: across it at its mouth and its inner end, along it by the pin.
struct SlipSprings {
    int mouth = -1, inner = -1, pin = -1;  ///< from the tube to the receiver
};

/// A structure of bars and springs made from an assembly, with the way back to its parts.
struct Idealization {
    mechanics::FrameModel model;
    std::vector<Bar> bars;  ///< per beam of the model
    Detail detail = Detail::Strips;
    std::vector<PlateShells> plates;  ///< none if plates are strips
    std::vector<TubeShells> walls;    ///< none if plates are strips
    std::vector<WeldPiece> weldPieces;
    std::vector<std::vector<int>> mountSprings;  ///< per mount: one for all bolts, one a bolt, or none
    /// Per mount: the beams of the frame rail to both sides of where it is bolted on; none if it carries
    /// nothing.
    std::vector<std::vector<int>> railBeams;
    std::vector<std::vector<int>> footSprings;  ///< per bolt joint of Assembly::feet, per bolt
    std::vector<int> fairleadSprings;           ///< per bolt of the fairlead; none: it is held as one
    int drumNode = -1, fairleadNode = -1;
    std::map<std::string, int> anchorNodes;               ///< by tab; a tab of shells has a rim instead
    std::map<std::string, Rim> anchorRims;                ///< by tab
    std::vector<int> stepNodes;                           ///< per step spot
    std::vector<int> strikeNodes;                         ///< per strike spot
    std::vector<int> jackNodes, groundNodes, wheelNodes;  ///< per place of the assembly
    std::vector<int> receiverNodes;                       ///< per receiver of the assembly, at its mouth
    int couplingNode = -1;
    std::vector<GateSprings> gates;  ///< per gate of the assembly
    std::vector<SlipSprings> slips;  ///< per slip fit of the assembly; -1: the tube is not there
    std::vector<int> fixingSprings;  ///< per fixing of the assembly, from the bar to the vehicle; -1
    std::vector<std::string> assumptions;
};

/// Stiffness of a millimeter of fillet against sliding and opening [N/mm per mm]: G times throat
/// over leg. Results hardly depend on it, as welds are short beside the bars they join.
inline constexpr double weldStiffness = 54000;
/// Stiffness of a bolt in its hole, and along itself [N/mm] (size of EN 1993-1-8 table 6.11 for M12).
inline constexpr double boltShearStiffness = 1.0e5;
inline constexpr double boltAxialStiffness = 2.0e5;

/// Tubes become beams on their center lines. Plates become beams on their strips with the width that the
/// outline has there, welds springs at their true place joined by rigid arms; or plates become nets of shells
/// with their holes cut out, and every stretch of every line of weld a tie at its true place. Bolts are
/// springs to the stub of the frame rail, which is held fast at the vehicle's first crossmember.
/// @param fineness  2 halves the size of all shells
/// @error Undetermined  there is nothing to hold the piece (no mount touches a part)
///        BadInput      a plate that cannot be meshed; `where` is its name
[[nodiscard]] Result<Idealization> idealize(const Assembly &assembly, const rig::RigGeometry &rig,
                                            const stock::Material &railMaterial,
                                            Detail detail = Detail::Strips, double fineness = 1);

}  // namespace hefty::proof
