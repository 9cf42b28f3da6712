#pragma once

#include <map>
#include <optional>
#include <tuple>
#include <vector>

#include <polyclipping/clipper.hpp>

#include "core/shape/geometry.h"

/// Where polygons can lie on a sheet without touching each other, in whole steps so that parts that just fit
/// do fit.
namespace hefty::workshop {

inline constexpr double stepsPerMm = 2e5;

/// An outline turned about its origin, in steps.
struct TurnedShape {
    ClipperLib::Path outline;       ///< counterclockwise
    double turned = 0;              ///< rad
    ClipperLib::IntRect box{};      ///< left and top are the least values
    ClipperLib::IntPoint within{};  ///< a place inside of it
};

/// All ways in which an outline is tried: as drawn; with `turn` by quarter turns and with its longest edge
/// along the sheet.
[[nodiscard]] std::vector<TurnedShape> turnings(const shape::Polygon2 &outline, bool turn);

/// Outline in steps, counterclockwise. Rounded outward by a step where it does not lie on whole ones.
[[nodiscard]] ClipperLib::Path stepsOf(const shape::Polygon2 &outline);

/// A sheet that is being filled.
class PlatePacker {
  public:
    /// @param shapes  of all parts, by part and turning; has to outlive the packer
    /// @param gap     between parts, mm
    PlatePacker(const std::vector<std::vector<TurnedShape>> &shapes, double gap);

    /// @return false if nothing is left of the sheet within its margin
    bool begin(const shape::Polygon2 &sheet, double margin);

    struct Place {
        std::size_t part = 0, turning = 0;
        ClipperLib::IntPoint at;
    };
    enum class Rule {
        LowTop,     ///< where the part's top lies lowest, then furthest to the left
        LowBottom,  ///< where its bottom does
        Shelves     ///< beside others on the first row that is high enough, as drawn
    };
    /// Lays a part at the best place there is by the rule.
    std::optional<Place> lay(std::size_t part, Rule rule);
    [[nodiscard]] const std::vector<Place> &laid() const { return m_laid; }
    /// How high the parts reach above the lowest place of the sheet [mm].
    [[nodiscard]] double height() const;

  private:
    using Key = std::tuple<std::size_t, std::size_t, std::size_t, std::size_t>;
    [[nodiscard]] const ClipperLib::Paths &around(const Place &placed, std::size_t part, std::size_t turning);
    [[nodiscard]] ClipperLib::Paths outsideOfSheet(const TurnedShape &shape) const;
    struct Shelf {
        ClipperLib::cInt bottom = 0, height = 0, right = 0;
    };
    std::optional<Place> layOnShelf(std::size_t part);
    std::optional<Place> layLowest(std::size_t part, Rule rule);
    /// What keeps a part from where others lie; the first is what lies beyond the sheet.
    [[nodiscard]] std::vector<ClipperLib::Paths> obstaclesOf(std::size_t part, std::size_t turning);
    [[nodiscard]] bool fits(const TurnedShape &shape, const std::vector<ClipperLib::Paths> &obstacles,
                            const ClipperLib::IntPoint &p) const;
    /// Puts the edges of the sheet, each by itself, in the place of what lies beyond it: their union would
    /// close over a place that just fits.
    void singleEdges(std::vector<ClipperLib::Paths> &obstacles, const TurnedShape &shape) const;
    [[nodiscard]] bool onSheet(const ClipperLib::IntPoint &p) const;
    /// Corners of the region that the obstacles leave free for the part's origin.
    [[nodiscard]] std::vector<ClipperLib::IntPoint> candidates(std::vector<ClipperLib::Paths> obstacles,
                                                               const TurnedShape &shape) const;

    const std::vector<std::vector<TurnedShape>> &m_shapes;
    double m_gap;
    std::map<Key, ClipperLib::Paths> m_around;  ///< no-fit polygons with the first part at the origin
    std::map<std::pair<std::size_t, std::size_t>, ClipperLib::Paths> m_outside;
    ClipperLib::Paths m_sheet;
    ClipperLib::IntRect m_box{};
    std::vector<Place> m_laid;
    std::vector<Shelf> m_shelves;
};

}  // namespace hefty::workshop
