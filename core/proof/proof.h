#pragma once

#include <optional>
#include <stop_token>
#include <string>
#include <vector>

#include "core/mechanics/frame_solver.h"
#include "core/proof/analyses/ground_dents.h"
#include "core/proof/analyses/push_over.h"
#include "core/proof/duties/duties.h"
#include "core/proof/duties/house_rules.h"
#include "core/proof/model/gates.h"
#include "core/proof/strength/stability.h"
#include "core/rig/vehicle.h"
#include "core/working/working.h"

namespace hefty::proof {

/// By how much halving the shells may move a result that nothing is said about.
inline constexpr double mostShift = 0.05;

/// What a check is about; also the order in which a fabricator meets them.
enum class CheckKind {
    Member,
    Skin,
    Opening,
    Plate,
    Wall,
    Weld,
    Seam,
    PlateOnWall,
    Tab,
    Bolt,
    Bearing,
    Block,
    FrameEnd,
    Branch,
    Stability,
    Frequency,
    Fatigue,
    Impact,
    Dent,
    Slip,
    Hinge,
    Latch,
    Sag
};

/// One check, by its governing load case. Demand and capacity are in `unit`; where a check is an
/// interaction, demand is the utilization and capacity 1.
struct Check {
    std::string id;  ///< "weld/beam~bracket.left"
    CheckKind kind = CheckKind::Member;
    std::string part;  ///< the part, weld or bolt joint
    std::string title;
    int loadCase = 0;  ///< of the duties; -1: a strike, id "impact/..."
    DutyClass dutyClass = DutyClass::Working;
    double demand = 0, capacity = 1;
    std::string unit;
    double utilization = 0;  ///< demand over capacity; at most 1 passes
    Vec3 at = Vec3::Zero();
    std::optional<double> shift;  ///< how far half the size of all shells moves it, 0.05 = 5 percent more
    bool assumed = false;         ///< rests on something assumed: never shown as passed
    std::string
        beyond;  ///< why its formula does not prove this, as the end of a sentence; never shown as passed
    working::Working working;

    /// Hangs on the size of the shells and comes near its limit: never shown as passed either.
    [[nodiscard]] bool doubtful() const;
    [[nodiscard]] bool proved() const {
        return utilization <= 1 && !assumed && beyond.empty() && !doubtful();
    }
};

/// Something that ought to be checked and was not, and why: never shown as holding.
struct Unproved {
    std::string id;    ///< as its check would have: "bolt/mount.left"
    std::string part;  ///< the part, weld or bolt joint
    std::string what;  ///< as the beginning of a sentence: "The frame bolts on the left"
    std::string why;   ///< after "not proved, because"
    std::string remedy;
    Vec3 at = Vec3::Zero();
    bool cover = false;     ///< it only closes or covers: worth knowing, nothing to decide
    bool byChoice = false;  ///< a person has left it out, with a reason
};

/// A rung of the strength ladder: the least pull, of all ways that the line may take, at which a thing
/// reaches its nominal strength. Own weight is in it.
struct Rung {
    std::string part;
    std::string title;
    double letsGoAt = 0;  ///< N of line pull
    std::string means;    ///< what happens then
    bool flies = false;   ///< what lets go can become a projectile
    bool bought = false;
    std::string where;  ///< the way of that pull: "to the right, rope at the left of the drum"; empty: any
};

/// The rungs of one way that a load takes.
struct Ladder {
    std::string id;                  ///< "tab.left"
    std::vector<std::string> alike;  ///< the tabs that it tells of: that one and its twins
    std::string title;               ///< "What gives first in a recovery at left tab"
    double rated = 0;                ///< N, what the way is rated at
    std::vector<Rung> rungs;         ///< weakest first
};

/// What gives first when a spot is struck: the armor, or the vehicle's own rails.
struct CrushOrder {
    std::string id, title;
    double push = 0;                   ///< N, when the energy of the strike has been taken up
    std::optional<double> railYields;  ///< N; none: not as far as the push was followed
    working::Working working;
    [[nodiscard]] bool railsFirst() const { return railYields && *railYields < push; }
};

struct Proof {
    Idealization idealization;
    Duties duties;
    mechanics::FrameSolution solution;
    /// [case][wall][ring]: what a tube of shells carries as a whole, N Vy Vz T My Mz in the tube's axes.
    std::vector<std::vector<std::vector<mechanics::Vec6>>> ringForces;
    std::vector<Check> checks;                 ///< worst first
    std::vector<Unproved> unproved;            ///< what no check could look at
    std::vector<Rung> ladder;                  ///< weakest first
    double ladderRated = 0;                    ///< rated pull of the winch, N
    std::vector<Ladder> otherLadders;          ///< of recoveries; not with Detail::Strips
    std::vector<std::vector<float>> barUse;    ///< [case][bar], of its member check
    std::vector<std::vector<float>> shellUse;  ///< [case][shell], of its plate check
    std::vector<std::vector<float>> tieUse;    ///< [case][tie], of its seam check
    std::vector<CrushOrder> crushOrders;       ///< per collapse of pushOver
    std::optional<PushOver> pushOver;          ///< of every strike spot; with Detail::Halved only
    std::vector<GroundDent> groundDents;       ///< of placesToDropOn(); with Detail::Halved only
    std::optional<Stability> stability;        ///< with Detail::Halved only
    std::vector<OpenGate> openGates;           ///< per gate
    std::vector<float> largestMove;            ///< [case], mm
};

/// The duty that governs a check, as a title and as an id; of a strike "strike/middle".
[[nodiscard]] std::string dutyTitle(const Proof &proof, const Check &check);
[[nodiscard]] std::string dutyId(const Proof &proof, const Check &check);
[[nodiscard]] std::string_view kindWord(CheckKind kind);

/// Proves a piece: idealizes, expands the duties, solves all cases at once, checks every member,
/// plate, weld, tab, bolt and the frame ends. Plates of shells are checked for the yielding of their whole
/// thickness and their seams stretch by stretch; as strips, like members.
/// With Detail::Halved a result that shells of half the size move by more than mostShift takes the worse of
/// the two and says so in its Working.
/// @param fineness  as in idealize()
/// @error Mechanism and others of solveStatic; Undetermined if nothing holds the piece; Stopped
[[nodiscard]] Result<Proof> prove(const armor::Assembly &assembly, const rig::Vehicle &vehicle,
                                  const rig::RigGeometry &rig, const stock::Stock &stock,
                                  const HouseRules &rules, const std::stop_token &stop = {},
                                  Detail detail = Detail::Strips, double fineness = 1);

}  // namespace hefty::proof
