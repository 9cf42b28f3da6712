#pragma once

#include <string>
#include <vector>

#include "core/proof/duties/house_rules.h"
#include "core/proof/model/idealization.h"
#include "core/working/working.h"

namespace hefty::proof {

/// Working: rated loads against allowable strength. Survival: the worst credible event against
/// nominal strength; permanent set allowed.
enum class DutyClass { Working, Survival };

struct LoadArrow {
    Vec3 at = Vec3::Zero();
    Vec3 force = Vec3::Zero();  ///< N
};

/// One load vector of a duty; a case of the frame model.
struct LoadCase {
    std::string id;     ///< "winch/left-up/right"
    std::string duty;   ///< "winch", "double-line", "recovery", "snatch", "step", "gravity", "jack", "rock",
                        ///< "skid", "lip", "carrier", "towing"
    std::string place;  ///< the same of all ways in which it acts there: "recovery/tab.left"
    std::string what;   ///< without its way: "Recovery from left tab"
    std::string way;    ///< "to the left and up, rope at the right of the drum"; empty: there is only one
    std::string title;  ///< what it is in its way
    DutyClass dutyClass = DutyClass::Working;
    std::vector<LoadArrow> arrows;
    std::string basis = {};  ///< what its size comes from beside the rules: "pull.csv"; empty: nothing
    double linePull = 0;     ///< N, where there is a line
    std::vector<std::string> anchors;  ///< tabs that are pulled at
};

/// The pulls that a ladder is told from: all the ways that a line may take, of one pull.
struct LadderPulls {
    std::string anchor;              ///< the tab that is pulled at; empty: the winch line
    std::vector<std::string> alike;  ///< the tabs that it tells of: that one and its twins
    double rated = 0;                ///< N, what the way is rated at
    std::vector<int> cases;
};

/// A place that is left out, as a person has said.
struct OffPlace {
    std::string place, duty, what;  ///< as in LoadCase; duty and what are empty if there is no such place
    std::string reason;
    DutyClass dutyClass = DutyClass::Working;
    Vec3 at = Vec3::Zero();
    double force = 0;  ///< N, the largest of its cases
};

/// What is to be proved, expanded over directions and places.
struct Duties {
    std::vector<LoadCase> cases;
    std::vector<OffPlace> off;  ///< what is not in `cases`
    LadderPulls
        ladder;  ///< the rope loaded until it breaks, over the whole cone and drum; none without winch
    std::vector<LadderPulls>
        otherLadders;  ///< the shackle's working load over its cone, one of like tabs each
};

/// Adds every load case to the model of the idealization.
///   winch: rated pull x shock factor, straight and at the corners of the cone, the rope in the
///     middle and at both sides of the drum; the fairlead carries T (u_out - u_in)
///   double line: T at the winch and T at a tab, straight
///   recovery: working load of the shackle at each tab, straight, and at the corners of its cone; a
///     bridle on both tabs, P/(2 cos b) a leg
///   snatch: a stretching rope stops the vehicle at the closing speed, straight and to both sides; not
///     above what rope or shackle breaks at
///   step, gravity; survival: the rope's breaking strength over the same cone and drum
///   jack: the axle's share and a quarter, straight and to the sides
///   rock (survival): the weight on one spot times the impact factor, with friction aft and to both sides
///   skid: the weight on one spot on a patch, with friction fore and aft; a lip catches it (survival)
///   carrier: house accelerations on the piece and what it carries; someone hanging on the wheel
///   towing: D = g T R/(T + R) fore and aft (UN Regulation 55), the nose's share over bumps
/// @source docs/methods.md, "Duties"
[[nodiscard]] Duties expandDuties(const armor::Assembly &assembly, const rig::RigGeometry &rig,
                                  const stock::Stock &stock, const HouseRules &rules,
                                  Idealization &idealization);

/// Weight that a share of the vehicle, in its worst state of load, brings to one spot by the house rules [N].
[[nodiscard]] double weightOnSpot(const rig::RigGeometry &rig, armor::Share share, const HouseRules &rules);

/// A pull at the middle of a hole as forces on the nodes of its rim that hold the same balance: in the plane
/// of the hole on the side that the pin bears on, growing as the cosine does; across it on all of the rim.
/// Case 0 of the model.
/// @pre the rim has three nodes or more that are not on a line
[[nodiscard]] std::vector<mechanics::NodeLoad> spreadOverRim(const mechanics::FrameModel &model,
                                                             const Rim &rim, const Vec3 &force);

/// Pull on layer n of the drum from the rated pull on the first: T1 (D + d)/(D + (2 n - 1) d).
[[nodiscard]] double pullOnLayer(double ratedPull, double drumDiameter, double ropeDiameter, int layer);

/// Unit vector `side` rad to the left of forward and `lift` rad above level.
[[nodiscard]] Vec3 lineDirection(double side, double lift);

}  // namespace hefty::proof
