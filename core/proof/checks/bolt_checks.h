#pragma once

#include "core/joints/bolt_group.h"
#include "core/proof/checks/checker.h"
#include "core/proof/strength/bolt_plate.h"
#include "core/proof/strength/hole_edges.h"

/// Inside of the proof floor: what the checks of bolt groups share.
namespace hefty::proof {

/// Utilization that is shown where nothing is left to carry: a number that can be printed, sorted and
/// compared, far beyond any that could pass.
inline constexpr double nothingCarries = 1000;

/// Survival counts with nominal strength: twice the allowable, as Omega is 2.
[[nodiscard]] double boltUse(const CheckContext &context, std::size_t c, double use);

/// Says in a bolt's Working what survival makes of its utilization.
void addSurvivalStep(const CheckContext &context, std::size_t c, double use, Check &check);

/// What bending of the plate leaves of a bolt's own strength in tension.
struct Prying {
    std::optional<joints::TStub> stub;
    double strength = 0;             ///< allowable, of the bolt in tension, N
    double rated = 1, survival = 1;  ///< share that is left

    Prying(const CheckContext &context, const armor::BoltJoint &joint, std::size_t bolt);
    [[nodiscard]] double left(bool survives) const { return survives ? survival : rated; }
    /// What the bolt is pulled with, N, under a tension of the load alone.
    [[nodiscard]] double pulled(double tension, bool survives) const;
    /// Adds it to a bolt's Working, with the utilization that follows.
    void addTo(working::Working &w, const joints::BoltForce &f, bool survives) const;
    static double useOf(const joints::BoltForce &f, double share);
};

/// The hardest worked bolt of a group, prying counted, and its use.
[[nodiscard]] std::pair<std::size_t, double> worstBolt(const std::vector<joints::BoltForce> &forces,
                                                       const std::vector<Prying> &prying, bool survives);

/// What a bearing check asks of its caller.
struct BearingSide {
    std::string onto;  ///< id of the part; "frame": the vehicle's rail
    double thickness = 0, ultimate = 0;
    HoledPart part;    ///< without an outline: `edge` in every direction
    double edge = 0;   ///< from the middle of a hole, mm
    double sign = -1;  ///< the bolts press on it with this times the force on them
    bool assumed = false;
};

/// Forces on the bolts of a group, in its plane, by case and bolt.
using Pushes = std::vector<std::vector<shape::Vec2>>;

void addBearing(const CheckContext &context, const armor::BoltJoint &j, const BearingSide &side,
                const Pushes &pushes);

/// A block torn out of the bolts' plate, in the worst case; nothing if there is no block that the pull could
/// tear out.
/// @param pull  of the bolts on the plate, by case
void addBlock(const CheckContext &context, const armor::BoltJoint &j,
              const std::function<Vec3(std::size_t)> &pull);

/// What is clamped to a rail whose walls the bolts do not go through: friction against the hardest worked
/// bolt.
void addClamp(const CheckContext &context, const armor::BoltJoint &j,
              const std::vector<std::vector<joints::BoltForce>> &shared);

[[nodiscard]] std::vector<joints::Bolt> boltsOf(const armor::BoltJoint &j);

/// How far from the bolts their clamped faces press back, for bolts in one line (or a single one) that are
/// bent about it: two thirds, as pressure grows evenly from the bolts outward, of what the washer spreads
/// through the plate at 45 degrees, or of the way to the plate's or the rail's edge if that is less.
[[nodiscard]] double contactArm(const CheckContext &context, const armor::BoltJoint &j);

/// What is done to a group of bolts by what their springs lead from, in their own plane.
[[nodiscard]] joints::PointLoad groupLoad(const CheckContext &context, const armor::BoltJoint &j,
                                          const std::vector<int> &springs, std::size_t c);

/// What people call a group of bolts: its label, or its name.
[[nodiscard]] std::string nameOf(const armor::BoltJoint &j);

}  // namespace hefty::proof
