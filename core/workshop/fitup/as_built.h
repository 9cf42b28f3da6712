#pragma once

#include <map>

#include "core/measure/phrase.h"
#include "core/working/working.h"
#include "core/workshop/fitup/fit_up.h"

/// Where the bolt holes of a piece came to lie, from what was measured between them, and whether it goes on.
namespace hefty::workshop {

/// One hole of the piece against the vehicle's, with the piece set as well as it can be.
struct HoleMiss {
    std::string joint;           ///< name of the bolt group
    std::string label;           ///< for people: "left bracket, hole 2"
    Vec3 across = Vec3::Zero();  ///< of the piece's hole from the vehicle's, at right angles to the bolt, mm
    double along = 0;        ///< and along it: above 0 the faces stand apart, below they meet too early, mm
    double play = 0;         ///< that the hole has, mm
    double unsure = 0;       ///< what `across` may be off by for all that was not read, one sigma, mm
    double unsureAlong = 0;  ///< and `along`
    [[nodiscard]] double off() const { return across.norm(); }
    [[nodiscard]] bool goesIn() const { return off() <= play + 1e-9; }
};

struct AsBuilt {
    int readings = 0;
    Vec3 moved = Vec3::Zero();   ///< the right side against the left, from where it is drawn, mm
    Vec3 turned = Vec3::Zero();  ///< and turned about the middle of its holes, rad
    std::vector<HoleMiss> holes;
    double gap = 0;       ///< along the bolts where it is largest, as HoleMiss::along
    bool goesOn = false;  ///< all bolts go in, the faces can be drawn together
    bool sure = false;    ///< and do so with every hole off by what is unsure too
    measure::Phrase advice;
    working::Working working;
    /// How the left and the right side come to stand when the whole is set on the vehicle, from where they
    /// are drawn; they hold at these y, and run over into each other between them.
    Eigen::Affine3d left = Eigen::Affine3d::Identity(), right = Eigen::Affine3d::Identity();
    double leftAt = 0, rightAt = 0;
    /// Where a place of the drawing came to lie.
    [[nodiscard]] Vec3 placed(const Vec3 &drawn) const;
};

/// Faces that stand apart by less are drawn together by their bolts [mm]: house practice for plates of 8 to
/// 12 mm that are not far from their next weld.
inline constexpr double drawnTogether = 1.5;

/// From distances between holes of the left and the right, by the items they were read for (holeDistances).
/// The right side is taken as one stiff body that may lie off by some millimeters; readings by a tape of 1
/// mm. Then the whole piece is set on the vehicle's holes by least squares.
/// @return nothing with fewer than three readings or no pair of bolt groups
/// @source docs/methods.md, "As built"
[[nodiscard]] std::optional<AsBuilt> asBuilt(const std::string &piece, const armor::Assembly &assembly,
                                             const std::map<std::string, double> &readings);

/// The piece in the shape that it was built in, set on the vehicle: its parts and their faces, welds, bolts
/// and the places where something acts. Parts keep their size.
[[nodiscard]] armor::Assembly asFitted(const armor::Assembly &assembly, const AsBuilt &built);

}  // namespace hefty::workshop
