#pragma once

#include <algorithm>
#include <optional>
#include <string>
#include <vector>

#include "core/measure/phrase.h"
#include "core/parts/bar.h"
#include "core/parts/sheet.h"
#include "core/rig/hold.h"

/// A piece of armor as it will be built: tubes, plates and bought parts in vehicle axes, with the
/// welds found from where they touch. mm.
namespace hefty::armor {

using parts::BarPart;
using parts::BoughtPart;
using parts::EndTrim;
using parts::Hole;
using parts::outlineOf;
using parts::PathPoint;
using parts::Provenance;
using parts::Role;
using parts::SheetPart;
using parts::Span;
using parts::Strip;
using parts::TubeOpening;
using shape::Axes;
using shape::Polygon2;
using shape::Polygon3;
using shape::Vec2;
using shape::Vec3;

/// A closed surface of flat faces, outward normals by the right-hand rule; for contact and pictures.
struct Solid {
    std::string part;
    struct Face {
        Polygon3 corners;
        Polygon3 flat;         ///< the flat part of a rounded tube's face; the corners themselves otherwise;
                               ///< empty: the face stands for a curved one, nothing lies flat on it
        bool rounded = false;  ///< its edges are rounded: no fillet can be laid along them
        bool smooth = false;   ///< it goes over into its neighbors along the bar without an edge
        std::vector<Polygon3> holes = {};  ///< openings in it
    };
    std::vector<Face> faces;
    int aroundBar = 0;  ///< faces of one ring around a bar, which come first; 0: it is no bar of rings
    bool bought = false;
};

struct WeldLine {
    Vec3 from = Vec3::Zero(), to = Vec3::Zero();
    bool skin = false;  ///< metal that was left when the sheet was cut part through: it carries like the weld
                        ///< beside it and is not welded
};

/// What a seam is, by how the parts stand to each other.
enum class SeamKind {
    Fillet,  ///< along the rim of a flat patch
    Around,  ///< around the end of a bar that is cut to lie on another part
    Slot,    ///< along what goes through a wall
    Corner,  ///< along edges of both parts that lie flush
    Flare,   ///< along a round bar that lies on something
    Fold,    ///< no weld: the sheet goes on around the bend
    Kerf     ///< a fold that was cut part through and is closed by a weld on its inside
};
[[nodiscard]] std::string_view seamWord(SeamKind kind);  ///< in files: "around"

/// One patch where two parts touch, with the lines along its rim that can take a weld.
struct Contact {
    Polygon3 patch;
    Vec3 normal = Vec3::Zero();  ///< of the second part's face
    Vec3 center = Vec3::Zero();
    double area = 0;
    std::vector<WeldLine> lines;
    SeamKind kind = SeamKind::Fillet;
    [[nodiscard]] double length() const;  ///< of its lines that are welded, mm
};

/// A weld between two parts.
struct WeldJoint {
    std::string name;  ///< "a~b"
    std::string a, b;
    double leg = 0;
    std::string legBy;  ///< the setting that gives the leg; empty: none does
    std::string filler;
    double fillerStrength = 0;
    std::vector<Contact> contacts;
    [[nodiscard]] double length() const;  ///< of all its lines that are welded
    /// The two parts are one sheet, folded here.
    [[nodiscard]] bool isFold() const { return is(SeamKind::Fold); }
    [[nodiscard]] bool is(SeamKind kind) const { return !contacts.empty() && contacts.front().kind == kind; }
};

/// A bend line of a folded sheet, in the axes of its flat outline: where the middle planes of its two sides
/// cross. The side to the left of from-to is turned by `angle` about it, right-handed.
struct FoldLine {
    Vec2 from = Vec2::Zero(), to = Vec2::Zero();
    double angle = 0;         ///< rad; below 0: turned the other way
    double radius = 0;        ///< inside, mm
    double skin = 0;          ///< left by a kerf on the inside; 0: bent on a brake, mm
    int right = 0, left = 0;  ///< which facets it joins
};

/// One sheet that is cut flat and folded: its facets stand in the assembly as sheets of their own.
struct FoldedSheet {
    std::string name;
    std::vector<std::string> facets;  ///< names of the sheets; the first one stays where the sheet lies
    std::vector<FoldLine> lines;
    double thickness = 0;
    stock::Material material;
    Provenance made;
};

/// A notch in a bar that is folded shut; the wall outside of the fold stays whole.
struct BarFold {
    Vec3 at = Vec3::Zero();        ///< where the center lines of both legs meet
    double angle = 0;              ///< that the bar turns by, rad
    double depth = 0;              ///< of the section in the plane of the fold, mm
    Vec3 outward = Vec3::UnitX();  ///< from there toward the wall that stays whole; unit
};

/// One length of tube that is notched and folded: its legs stand in the assembly as bars of their own.
struct FoldedBar {
    std::string name;
    std::vector<std::string> legs;  ///< in the order of the tube
    std::vector<BarFold> folds;     ///< one fewer
};

/// Bolts that hold a plate to the vehicle's frame, or a bought part to a plate.
struct BoltJoint {
    std::string name;
    std::string part;  ///< the plate
    std::string onto;  ///< "frame" or the bought part
    std::string size, grade;
    double diameter = 0, pitch = 0, hole = 0;
    std::vector<std::string> ids;
    std::vector<Vec3> at;
    Vec3 axis = Vec3::UnitY();  ///< from the other side into the plate
    Axes plane;                 ///< z = axis, origin at the group's middle
    double plateThickness = 0;
    double ontoThickness = 0;        ///< wall it bears on; 0 = the part is rated as bought
    double ontoUltimate = 0;         ///< MPa
    bool ontoAssumed = false;        ///< the grade on the far side is assumed
    double edgeDistance = 0;         ///< least, center of hole to edge of the plate
    double slot = 0;                 ///< of the plate's holes, as in Hole, mm
    Vec3 slotAlong = Vec3::UnitX();  ///< unit vector, at right angles to the axis
    double sleeve = 0;               ///< outside diameter of a crush sleeve in the other side, mm; 0 = none
    double sleeveLength = 0;         ///< mm
    std::string gradeBy = {};        ///< the setting that gives its grade; empty: none does
    std::string countBy = {};        ///< the setting that adds bolts to it; empty: none does
    std::string label = {};          ///< for people: "bolts of the left bracket"
    std::string hold = {};           ///< the vehicle's hold it is bolted to; empty: the frame's rails
    bool threaded = false;           ///< into the hold; else through it
    double holdStiffness = 0;        ///< of what is behind it, every way, N/mm; 0: not declared
    double holdPull = 0, holdShear = 0;  ///< what its maker or owner lets it carry, N; 0: not declared
    std::string behind = {};  ///< a part of the piece that this one stands on, in place of the vehicle
    /// The plate on the far side of what it is clamped to: the bolts pass beside that, friction holds. Empty:
    /// they go through it.
    std::string clampedBy = {};
    double clampOut = 0;  ///< middle of a bolt to the edge of what is clamped, mm
    /// A plate of the piece whose holes the bolts go through.
    [[nodiscard]] bool holds(const std::string &plate) const { return plate == part || plate == clampedBy; }
    /// How far the bolt can go in its hole before it bears [mm].
    [[nodiscard]] double play() const { return hole > diameter ? (hole - diameter) / 2 : 0; }
};

/// A tube of the piece that slides into a receiver of the vehicle and is kept there by a pin across it. What
/// is 0 of the receiver has not been declared.
struct SlipFit {
    std::string name;                                 ///< "slip.receiver"
    std::string part;                                 ///< the tube
    std::string hold;                                 ///< id of the vehicle's receiver
    std::string label;                                ///< for people: "receiver behind"
    Vec3 mouth = Vec3::Zero(), inner = Vec3::Zero();  ///< on the tube's center line: where it enters, its end
    Vec3 pin = Vec3::Zero();                          ///< middle of the pin
    double pinDiameter = 0, pinYield = 0;             ///< mm, MPa
    double inside = 0, outside = 0;                   ///< of the receiver, and of the tube, mm
    double receiverWall = 0, ultimate = 0;            ///< of the receiver, mm, MPa
    double stiffness = 0;                             ///< of what it is fixed to, N/mm
    double pull = 0, shear = 0, moment = 0;  ///< that it may carry along, across [N], at its mouth [N mm]
    std::string behind = {};                 ///< as of a BoltJoint: the receiver is a part of another piece
    /// Out of the receiver.
    [[nodiscard]] Vec3 way() const { return (mouth - inner).normalized(); }
};

/// Where something that is on the vehicle already holds a bar, every way: the leg of a bought slider, or a
/// crossmember that holds a rail.
struct Fixing {
    std::string name;   ///< "fix.leg1.left"
    std::string part;   ///< the bar
    std::string hold;   ///< id of the vehicle's hold; empty: of a crossmember
    std::string label;  ///< for people: "leg 1, left"
    Vec3 at = Vec3::Zero();
    Vec3 way = Vec3::UnitY();    ///< that pulls it off
    double stiffness = 0;        ///< N/mm; 0: not declared
    double pull = 0, shear = 0;  ///< that it may carry, N; 0: not declared
    bool crossmember = false;    ///< of the vehicle's frame, taken as held fast; the bar is a rail
};

/// Where a shackle takes hold.
struct Anchor {
    std::string name;  ///< of the plate it is a hole in
    Vec3 hole = Vec3::Zero();
    double holeDiameter = 0;
    Vec3 forward = Vec3::UnitX();  ///< the way it is meant to be pulled
    double endDistance = 0;        ///< hole edge to the end of the tab along the pull
    double sideDistance = 0;       ///< hole edge to the side of the tab
    double thickness = 0;
    std::string shackle;
    std::string snatchRope;  ///< the stretching rope it is snatched with; empty: none
};

struct WinchMount {
    std::string winch, rope, fairlead;
    Vec3 drum = Vec3::Zero();        ///< middle of the drum's axis
    double drumWidth = 0;            ///< rope can lie within this, along y
    Vec3 fairleadAt = Vec3::Zero();  ///< middle of the fairlead's opening
    double openingWidth = 0, openingHeight = 0;
    std::vector<Vec3> feet;
    std::string feetPlate;
    std::string fairleadPart;
    std::optional<BoltJoint> fairleadBolts;  ///< through the wall of that part
    double fairleadHeight = 0;               ///< of its flange across the line of its bolts, mm
    std::vector<std::string> bought;         ///< names of the bought parts that go with it
};

struct StepSpot {
    std::string part;
    Vec3 at = Vec3::Zero();
    std::string id = {};  ///< empty: the part's name
};

/// Where a slow crash or an animal meets the piece first.
struct StrikeSpot {
    std::string id, name;  ///< "middle", "Struck in the middle"
    std::string part;
    Vec3 at = Vec3::Zero();
    Vec3 direction = -Vec3::UnitX();  ///< that it is pushed in
};

/// Where a jack may lift the vehicle by the piece.
struct JackPoint {
    std::string id, name;  ///< "left", "Jack under the left end"
    std::string part;
    Vec3 at = Vec3::Zero();
    bool front = true;  ///< it lifts the front axle's share; or the rear's
};

/// What part of the vehicle's weight a place can come to bear.
enum class Share { Front, Rear, Whole };

/// Where the ground meets the piece.
struct GroundSpot {
    enum class Kind {
        Rock,   ///< comes down on a point
        Patch,  ///< slides over it, on 100 x 100 mm
        Lip     ///< a leading edge that the ground catches
    };
    std::string id, name;
    std::string part;
    Vec3 at = Vec3::Zero();
    Vec3 push = Vec3::UnitZ();  ///< the way the ground pushes; of a lip against the way the vehicle goes
    Kind kind = Kind::Rock;
    Share share = Share::Front;
};

/// A wheel that is carried on the piece, or a load that shakes with it as a wheel does.
struct CarriedWheel {
    std::string part;  ///< that its hub is fixed to
    Vec3 center = Vec3::Zero();
    Vec3 hub = Vec3::Zero();              ///< where it is bolted on
    double mass = 0;                      ///< kg
    double radius = 0;                    ///< mm; 0: no wheel, nobody hangs on it
    double width = 0;                     ///< of its tire, mm; 0: not known
    std::string name = {};                ///< for people, of what is no wheel: "Work lamp"
    int studs = 0;                        ///< that it is bolted on by, evenly around `hub`
    double studCircle = 0, studSize = 0;  ///< diameters, mm
};

/// What swings on a spindle and is held shut by a latch.
struct Gate {
    std::string name;
    std::vector<std::string> parts;  ///< that swing
    std::string post, arm;           ///< the fixed part that the spindle stands on, the part with the sleeve
    Vec3 low = Vec3::Zero(), high = Vec3::Zero();  ///< middles of the two bearings, on the axis
    double spindle = 0;                            ///< diameter, mm
    stock::Material spindleMaterial;
    double spindleRoot = 0;    ///< from the lower bearing down to where the spindle is held, mm
    double sleeveOutside = 0;  ///< of the ring of weld between sleeve and arm, mm
    double sleeveLeg = 0;      ///< of its fillet, mm
    double filler = 0;         ///< F_EXX, MPa
    std::string keeper;        ///< the fixed part that the latch holds to; empty: it is let go
    std::string latched;       ///< the part that it holds
    Vec3 latch = Vec3::Zero();
    double latchRating = 0;  ///< N, as its maker says; 0: not said
    double holdPin = 0;      ///< diameter of the pin that keeps it open, mm; 0: it has none
    double opens = 0;        ///< rad, about the axis from low to high; below 0: the other way around

    [[nodiscard]] bool swings(std::string_view part) const {
        return std::find(parts.begin(), parts.end(), part) != parts.end();
    }
};

/// A receiver of the piece: what slides into it is kept by a pin across it.
struct ReceiverTube {
    std::string part;
    Vec3 mouth = Vec3::Zero();
    Vec3 way = Vec3::UnitX();                   ///< out of it
    double inside = 0, wall = 0, ultimate = 0;  ///< of its square tube
    double rating = 0;                          ///< N along it, as its maker says; 0: not said
    double pinDiameter = 0;
    std::string pinGrade;         ///< of a bolt that serves as it
    double pinBack = 0;           ///< behind the mouth
    Vec3 hole = Vec3::Zero();     ///< of the block's shackle
    std::string shackle;          ///< in the block; empty: nobody is recovered by it
    std::string snatchRope = {};  ///< as in Anchor
};

/// Where a trailer is coupled.
struct Coupling {
    std::string part;
    Vec3 at = Vec3::Zero();
    double ratedMass = 0;  ///< kg, of the trailer, as declared
};

/// A line along which the piece lies against the body and can only push: a sill, a seam, a bumper shelf.
struct LineBearing {
    std::string name;
    std::string part;
    Vec3 from = Vec3::Zero(), to = Vec3::Zero();
    Vec3 push = Vec3::UnitZ();  ///< the way the piece is pressed when it bears
    double stiffness = 0;       ///< N/mm for each mm of line
    double seam = 0;   ///< thickness of the sheets that it presses on edge, all together, mm; 0: not known
    double depth = 0;  ///< from their edge to where they are held, mm; 0: not known
};

/// A duty that a person has switched off at a place, and why.
struct OffDuty {
    std::string place;   ///< as proof::LoadCase: "recovery/tab.left"
    std::string reason;  ///< in a person's own words, never empty
    std::string date;    ///< ISO 8601

    bool operator==(const OffDuty &) const = default;
};

/// Something that a setting can be dragged by, in the view it is drawn in.
struct Handle {
    std::string setting;
    std::string view;  ///< "side", "top", "front"
    Vec3 at = Vec3::Zero();
    Vec3 direction = Vec3::UnitX();  ///< how `at` moves for one unit of the setting
};

/// What the builder had to say: a tweak that no longer applies, a gusset with nothing to land on.
struct BuildNote {
    std::string part;
    measure::Phrase text;
    measure::Phrase remedy;
    bool onlyTold = false;  ///< nothing is wrong: what the piece comes to
};

/// Where another piece can take hold of this one: to that it is a hold like those of the vehicle.
struct OfferedHold {
    rig::Hold hold;
    std::string left, right;  ///< the parts that it is of; of one that is not mirrored `left`
};

struct Assembly {
    std::vector<BarPart> bars;
    std::vector<SheetPart> sheets;
    std::vector<BoughtPart> bought;
    std::vector<FoldedSheet> folded;
    std::vector<FoldedBar> foldedBars;
    std::vector<WeldJoint> welds;
    std::vector<BoltJoint> mounts;  ///< to the frame
    double mountStiffness = 1;      ///< of their bolts, against what bolts are taken with
    std::vector<BoltJoint> feet;    ///< of the winch
    std::vector<SlipFit> slips;     ///< into receivers of the vehicle
    std::vector<Fixing> fixings;    ///< by what is on the vehicle already
    std::vector<Anchor> anchors;
    std::vector<ReceiverTube> receivers;
    std::optional<WinchMount> winch;
    std::vector<StepSpot> steps;
    std::vector<StrikeSpot> strikes;
    std::vector<JackPoint> jacks;
    std::vector<GroundSpot> grounds;
    std::vector<CarriedWheel> wheels;
    std::vector<Gate> gates;
    std::optional<Coupling> coupling;
    std::vector<LineBearing> bearings;
    std::vector<OffDuty> off;  ///< duties that are left out
    std::vector<OfferedHold> offers;
    std::vector<std::string> addOns;  ///< names of what stands on it as a group of parts "name.what"
    std::vector<Handle> handles;
    std::vector<BuildNote> notes;
    std::vector<Solid> solids;

    [[nodiscard]] const BarPart *bar(std::string_view name) const;
    [[nodiscard]] const SheetPart *sheet(std::string_view name) const;
    [[nodiscard]] const Solid *solid(std::string_view part) const;
    [[nodiscard]] bool has(std::string_view part) const;
    /// A rail of the vehicle that the piece is welded to.
    [[nodiscard]] bool isFrameRail(std::string_view part) const;
    /// The rail, itself a part as something is welded to it, that bolts through the frame go into; null: the
    /// rail is behind the piece, or they hold to something else, or clamp it.
    [[nodiscard]] const BarPart *railUnder(const BoltJoint &mount) const;
    /// Who a part is; nothing for what is bought or not there.
    [[nodiscard]] const Provenance *made(std::string_view part) const;
    /// The box around all of its solids; empty if it has none.
    [[nodiscard]] Eigen::AlignedBox3d extent() const;
    /// What people call a part: its label, or its name.
    [[nodiscard]] std::string labelOf(std::string_view part) const;
};

/// The assembly with a gate swung open by its angle and its latch let go: the parts that swing, the welds
/// between them and what is carried on them are turned about its axis. Solids are left out.
[[nodiscard]] Assembly opened(const Assembly &assembly, const Gate &gate, double angle);

}  // namespace hefty::armor
