#pragma once

#include "core/armor/making/maker.h"

/// What holds a piece to the ends of the frame's rails, and what a recovery takes hold of.
namespace hefty::armor {

/// Upright plates bolted to the outside or the inside of the rails at one of their ends, welded to the near
/// face of a beam.
struct RailBracket {
    RailEnd end;
    bool inside = false;             ///< of the rails
    double face = 0;                 ///< x of the beam's near face
    double z = 0, halfFlat = 0;      ///< of that face: its middle, and half of the height that is flat
    double stripWidth = 0;           ///< of its idealization as a bar
    std::vector<Vec2> reaches = {};  ///< x, z of corners ahead of the rail, in the place of the beam's face
    stock::Material material;
    Sized thickness, leg;
    std::string grade, gradeBy;  ///< of the bolts
    int added = 0;               ///< bolts drilled beside the vehicle's own holes
    std::string addedBy;
};
/// With the settings bracketThickness, bracketWeld, mountBoltGrade and addedBolts.
[[nodiscard]] RailBracket railBracketBySettings(const Maker &maker, const RailEnd &end);

/// The holes of a rail's end, and those to be drilled behind them in the middle of the rail.
[[nodiscard]] std::vector<rig::FrameHole> holesWithAdded(const RailEnd &end, int added);

/// y of a bracket's middle plane.
[[nodiscard]] double bracketMiddle(const Maker &maker, const Side &side, double thickness,
                                   bool inside = false);

/// "bracket.left" with its bolts "mount.left".
void addRailBracket(Maker &maker, const Side &side, const RailBracket &bracket);

/// The largest bolt that goes through a hole and is sold in a grade; nullptr: none.
[[nodiscard]] const stock::BoltSize *largestThatFits(const stock::Stock &stock, double hole,
                                                     const std::string &grade);

/// A triangle lying flat in the corner between a face of a bracket and a beam. Slots that it has no room for
/// are left out. With the settings gussetThickness and gussetWeld.
struct BracketGusset {
    std::string name, label;
    double out = 1;   ///< of y: the way from the bracket's middle plane to the face that it stands on
    double face = 0;  ///< x of the beam's face
    double away = 1;  ///< of x, from that face along the bracket: -1 behind a front beam
    double z = 0, leg = 0;
    double halfStraight = 0;  ///< of the beam that it lands on, mm
    stock::Material material;
    /// What comes out of the beam there, cut out of the gusset so that it can be welded around it.
    struct Slot {
        double from = 0, to = 0;  ///< y
        double depth = 0;         ///< along the vehicle, mm
    };
    std::vector<Slot> around = {};
};
void addBracketGusset(Maker &maker, const Side &side, const BracketGusset &gusset);
/// gussetLeg and gussetThickness. @param leg, thickness  what is usual, mm
void addGussetSettings(std::vector<SettingDescriptor> &settings, double leg, double thickness);

/// A plate upright along the vehicle that passes through both upright walls of a beam and takes a shackle
/// beyond it.
struct ThroughTab {
    double y = 0, z = 0;
    double tail = 0;  ///< x of its end inside the vehicle
    double face = 0;  ///< x of the beam's far face, ahead of which the hole stands
    double out = 1;   ///< 1: it points forward, -1: rearward
    const stock::Shackle *shackle = nullptr;
    std::string snatchRope;
    stock::Material material;
    Sized thickness, height, reach, leg;
    double rises = 0;  ///< of its middle, for a millimeter that it is made higher
};
/// With the settings tabThickness, tabHeight, tabReach, tabWeld, shackle and snatchRope.
[[nodiscard]] ThroughTab throughTabBySettings(Maker &maker);

/// What is usual of a tab, mm.
struct UsualTab {
    double thickness = 0, height = 0, spacing = 0, reach = 0;
};
/// Those settings but the weld, with tabSpacing, shackle and snatchRope.
void addThroughTabSettings(std::vector<SettingDescriptor> &settings, const UsualTab &usual);
/// With its anchor, named alike. @pre the shackle is there
void addThroughTab(Maker &maker, std::string name, std::string label, const ThroughTab &tab);

}  // namespace hefty::armor
