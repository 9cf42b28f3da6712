#pragma once

#include <span>

#include "core/workshop/weld/weld_heat.h"

namespace hefty::workshop {

/// A piece while its seams are welded one after the other: what each of them would find if it were the next.
/// Keeps the places of the welds, not the assembly's own data: the assembly must outlive it.
class Heating {
  public:
    /// @param seams  of the assembly; called by their place in this list
    Heating(const armor::Assembly &assembly, std::span<const SeamWork> seams);

    /// What a seam finds if it is begun as soon as the one before it is done and the metal there is cool.
    [[nodiscard]] SeamHeat next(std::size_t seam) const;
    /// Welds a seam next.
    SeamHeat weld(std::size_t seam);
    /// Notes a seam as welded at a known time.
    void put(std::size_t seam, const SeamHeat &heat);
    /// How warm the middle of a seam is by all that is welded [degrees Celsius].
    [[nodiscard]] double warmAt(std::size_t seam, double minutes) const;

  private:
    /// What a seam leaves in its parts, and where.
    struct Source {
        const armor::WeldJoint *joint = nullptr;
        std::vector<HeatSpot> spots;
        shape::Vec3 middle = shape::Vec3::Zero();
        double thickness = 0;  ///< of both parts together
        HeatPath path;
        double limit = interpassSteel;
        double minutes = 0;
        [[nodiscard]] bool shares(const Source &o) const;
    };
    static Source sourceOf(const armor::Assembly &assembly, const SeamWork &work);

    std::vector<Source> m_sources;
    std::vector<std::pair<std::size_t, SeamHeat>> m_done;
    double m_now = 0;  // min
};

}  // namespace hefty::workshop
