#pragma once

#include <vector>

#include "core/mechanics/frame_model.h"
#include "core/shape/geometry.h"

/// Inside of the proof floor: averages of shells within a distance, whatever the size of the shells.
namespace hefty::proof {

using shape::Vec3;

/// The shells of one sheet, ready to be asked how much of each lies near a place.
class NearShells {
  public:
    struct Share {
        int shell = 0;    ///< of the sheet, from 0
        double area = 0;  ///< of it, that lies within, mm2
    };

    /// @param first, count  of the model's shells
    NearShells(const mechanics::FrameModel &model, int first, int count);

    /// What lies within a distance of a place, to a ninth of a shell; the nearest shell alone if nothing
    /// does.
    [[nodiscard]] std::vector<Share> within(const Vec3 &at, double reach) const;
    [[nodiscard]] const std::vector<Vec3> &middles() const { return m_middles; }
    [[nodiscard]] const std::vector<double> &areas() const { return m_areas; }

  private:
    static constexpr std::size_t parts = 9;  ///< points of each shell, that stand for equal areas
    /// A shell as its middle and how far its points are from it at most.
    struct Disc {
        Vec3 middle;
        double radius;
    };
    double cut(const std::vector<Vec3> &corners);

    std::vector<Vec3> m_middles;
    std::vector<double> m_areas;
    std::vector<Vec3> m_points;
    std::vector<int> m_order;     ///< along m_along
    std::vector<double> m_along;  ///< of m_order
    std::vector<Disc> m_discs;    ///< of m_order
    Vec3 m_axis = Vec3::UnitX();
    double m_largest = 0;  ///< radius
};

}  // namespace hefty::proof
