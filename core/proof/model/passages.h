#pragma once

#include <algorithm>
#include <optional>

#include "core/armor/assembly.h"

/// Inside of the proof floor: what goes through the walls of a tube.
namespace hefty::proof {

/// Something that goes through the walls of a tube.
struct Passage {
    const armor::SheetPart *plate = nullptr;
    std::optional<armor::BarPart> tube;
    std::vector<armor::Contact> contacts;
    bool cuts = true;  ///< a slot or a hole is cut for it

    /// True if a place of the wall is inside of it.
    [[nodiscard]] bool holds(const shape::Vec3 &at) const;
    /// Least and most of something over all its places on the tube.
    template <class Measure>
    [[nodiscard]] std::pair<double, double> span(const armor::Contact &c, const Measure &measure) const {
        std::pair<double, double> out{1e300, -1e300};
        const auto meet = [&](const shape::Vec3 &p) {
            out.first = std::min(out.first, measure(p));
            out.second = std::max(out.second, measure(p));
        };
        for (const shape::Vec3 &p : c.patch) meet(p);
        for (const armor::WeldLine &l : c.lines) {
            meet(l.from);
            meet(l.to);
        }
        return out;
    }
};

/// A stretch of tube, and what goes through it or stands on it.
struct Stay {
    double from = 0, to = 0;
    std::vector<Passage> passages;
    std::vector<armor::TubeOpening> openings;
    std::vector<armor::Contact> seats;  ///< of what stands on its walls
    std::vector<double> slots;          ///< stations of the edges of slots and openings
    std::vector<double> landings;       ///< and of what stands on the walls
    /// True if a place of the wall, in the tube's axes from its start, is cut out for an opening.
    [[nodiscard]] bool opened(const shape::Vec3 &local, const armor::BarPart &tube) const;
};

[[nodiscard]] inline bool isRound(const armor::BarPart &tube) {
    return tube.section.shape == stock::SectionShape::RoundTube;
}

/// The stretches of a tube whose walls something goes through (plates, tubes, spindles of gates) or stands on
/// (plates, tubes, a fairlead, a jack, a rock, a foot): from the tube's height before it to as far behind it,
/// clear of cut ends and bends; those that leave no bar between them are one.
/// @param tube  of the assembly, or one straight span of a bent one by itself (BarPart::straightPiece)
[[nodiscard]] std::vector<Stay> staysOf(const armor::Assembly &assembly, const armor::BarPart &tube);

}  // namespace hefty::proof
