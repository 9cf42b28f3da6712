#pragma once

#include "core/mechanics/plastic.h"
#include "core/proof/model/idealization.h"

namespace hefty::proof {

/// A plastic hinge of a piece that is pushed until it folds.
struct FoldHinge {
    std::string part;
    int beam = 0;  ///< of PushOver::model
    bool atTo = false;
    Vec3 at = Vec3::Zero();
    double load = 0;       ///< N, of the push when it forms
    bool vehicle = false;  ///< in the frame rail, not in the armor
};

/// A push at one spot, grown until the piece folds up as a mechanism.
struct Collapse {
    std::string id, title;
    Vec3 at = Vec3::Zero(), direction = Vec3::Zero();
    bool dropped = false;                       ///< the vehicle comes down on it; or something is struck
    armor::Share share = armor::Share::Front;   ///< that comes down
    bool folds = false;                         ///< it folds up without more; or it was not followed so far
    double load = 0;                            ///< N, at which it does, or that at the end of the path
    std::vector<FoldHinge> hinges;              ///< in the order they form
    std::vector<mechanics::PlasticPoint> path;  ///< factor: the load, N
    std::vector<mechanics::Vec6> shape;  ///< of the folding, per node of PushOver::model, largest motion 1

    /// Energy taken up until a bend of `set` mm stays after the load is gone [N·mm]: the push rises along its
    /// path and then stays at `load`.
    [[nodiscard]] double energyTo(double set) const;
    /// How far the spot has given way when that bend is reached [mm].
    [[nodiscard]] double giveTo(double set) const;
    /// The push when an energy has been taken up [N].
    [[nodiscard]] double loadAt(double energy) const;
    /// The push at which the vehicle's rail first yields [N]; none if the piece folds before.
    [[nodiscard]] std::optional<double> railYields() const;
};

struct PushOver {
    Idealization model;               ///< with plates as bars: hinges form in bars
    std::vector<Collapse> collapses;  ///< per strike spot of the assembly, then per rock
};

/// Pushes at every strike spot, and up at every place where a rock meets it, until it folds or has gone well
/// beyond where a bend of `set` mm stays.
/// @error of idealize() and solvePlastic()
/// @source docs/methods.md, "Plastic collapse" and "Impact"
[[nodiscard]] Result<PushOver> pushOver(const Assembly &assembly, const rig::RigGeometry &rig,
                                        const stock::Material &railMaterial, double set);

}  // namespace hefty::proof
