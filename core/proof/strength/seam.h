#pragma once

#include "core/proof/checks/checker.h"

/// Inside of the proof floor: what welds carry, as a whole and stretch by stretch.
namespace hefty::proof {

inline constexpr double shortestWeld = 4;  ///< legs

/// Force in a tie of a stretch of weld, on its `to` side [N].
[[nodiscard]] Vec3 tieForce(const Proof &proof, int tie, std::size_t loadCase);
/// The tied pieces of a weld (of one contact, or of all).
[[nodiscard]] std::vector<const WeldPiece *> piecesOf(const Proof &proof, int weld, int contact = -1);
/// What the pieces carry in a case, as one load at a place.
[[nodiscard]] joints::PointLoad carried(const Proof &proof, const std::vector<const WeldPiece *> &pieces,
                                        std::size_t loadCase, const Vec3 &at);

/// The lines of a weld as one group, of a leg. Fails if it has none.
[[nodiscard]] Result<joints::WeldGroup> weldGroupOf(const armor::WeldJoint &joint, double leg);
/// A weld's stress under a load. A single line that is also twisted is tied by the bending of its plate: the
/// twist is left to that, the weld's own stress comes from the rest.
[[nodiscard]] joints::ThroatStress throatStressOf(const joints::WeldGroup &group,
                                                  const armor::WeldJoint &joint, joints::PointLoad load);

/// Stress of a tube at a place along it over its yield, at most 0.99.
[[nodiscard]] double chordStress(const CheckContext &context, const armor::BarPart &tube, const Vec3 &at,
                                 std::size_t loadCase);

/// A length of one line of weld, of whole stretches and shares of those at its ends.
struct Window {
    struct Part {
        const WeldPiece *piece;
        double share;  ///< of its length, 0 to 1
    };
    std::vector<Part> parts;
    double length = 0;

    [[nodiscard]] const Vec3 &middle() const { return parts[parts.size() / 2].piece->at; }
};
/// All windows of a weld of ties: four legs of a line from the start or the end of every stretch, whatever
/// the length of stretches, so that an answer does not hang on it; the whole of a shorter line.
/// @source AISC 360-16 J2.2b: the effective length of a fillet is not less than four times its size
[[nodiscard]] std::vector<Window> windowsOf(const std::vector<const WeldPiece *> &pieces, double leg);
[[nodiscard]] Vec3 windowForce(const Proof &proof, const Window &window, std::size_t loadCase);
/// Mean stress on its throat [MPa].
[[nodiscard]] double windowStress(const Proof &proof, const Window &window, std::size_t loadCase, double leg);

}  // namespace hefty::proof
