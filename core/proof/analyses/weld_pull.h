#pragma once

#include <stop_token>

#include "core/proof/model/idealization.h"

/// How the seams of a piece pull it out of shape, one after the other, in its own model.
namespace hefty::proof {

/// What a seam does to the metal beside it when it is cold.
struct ShrinkingSeam {
    std::string joint;  ///< of the assembly
    double tendon = 0;  ///< force along its lines, N
    double area = 0;    ///< of its metal, mm2
    double leg = 0;     ///< mm
    std::string fits;   ///< the part that is fitted for it; empty: both were there
};

/// A part of the piece at a place of the model.
struct PulledNode {
    std::string part;
    Vec3 at = Vec3::Zero();
    int node = 0;
};

struct PulledShape {
    std::vector<PulledNode> places;  ///< of bars and strips of sheets, along each in order
    /// Per step of welding: how the nodes of the model have moved by then, in the jig if there is one.
    std::vector<std::vector<mechanics::Vec6>> steps;
    std::vector<mechanics::Vec6> released;  ///< when all is cold and let go
    /// How a place of a part has moved, as the nearest node carries it along.
    [[nodiscard]] Vec3 moved(const std::vector<mechanics::Vec6> &state, const std::string &part,
                             const Vec3 &at) const;
};

struct PullOptions {
    bool held = false;  ///< bolted to its mounts until it is cold
    /// Parts tied to each other, place to place, until it is cold: a bar tacked between two ears.
    std::vector<std::pair<PulledNode, PulledNode>> tied;
};

/// A seam shortens the metal beside it along itself by its tendon force, shared by both parts; across itself
/// by a tenth of its metal's area over the thickness, and folds a plate that it lies on. At every step the
/// piece is as stiff as it is by then: seams that are done hold, those of fitted parts are tacked, parts that
/// are not there do nothing. What held it is let go at the end.
/// @param seams  in the order of welding; those of other joints are left out
/// @error those of idealize(); Stopped
/// @source inherent strains (Ueda 1975) by Leggatt and Blodgett; docs/methods.md, "Shrinkage"
[[nodiscard]] Result<PulledShape> weldPull(const Assembly &assembly, const rig::RigGeometry &rig,
                                           const stock::Material &railMaterial,
                                           const std::vector<ShrinkingSeam> &seams,
                                           const PullOptions &options = {}, const std::stop_token &stop = {});

}  // namespace hefty::proof
