#pragma once

#include <array>
#include <memory>
#include <mutex>
#include <vector>

#include "core/base/result.h"
#include "core/shape/geometry.h"

/// Triangles in flat plates, around holes and along the lines where something is joined to them.
namespace hefty::mesh {

using shape::Polygon2;
using shape::Vec2;

/// A line that has to be edges of the mesh: a weld, a fold, the edge of another plate. Parts outside the
/// plate are left out.
struct SeamLine {
    Vec2 from = Vec2::Zero(), to = Vec2::Zero();

    bool operator==(const SeamLine &) const = default;
};

/// A place with its own size of elements: from there they grow.
struct FinePlace {
    Vec2 at = Vec2::Zero();
    double radius = 0;  ///< mm: within it the size holds
    double size = 0;    ///< mm

    bool operator==(const FinePlace &) const = default;
};

/// A plate to be meshed.
struct PlateShape {
    Polygon2 outline;             ///< either way around
    std::vector<Polygon2> holes;  ///< inside the outline, apart from each other
    std::vector<SeamLine> seams;
    std::vector<Vec2> points;  ///< that have to be nodes
    std::vector<FinePlace> fine;
    double size = 20;     ///< longest edge where nothing asks for less, mm
    double growth = 0.3;  ///< by how much elements may grow per their distance from a fine place

    bool operator==(const PlateShape &) const = default;
};

struct PlateMesh {
    std::vector<Vec2> nodes;
    std::vector<std::array<int, 3>> triangles;  ///< counterclockwise
    std::vector<std::vector<int>> seamNodes;    ///< per seam, in order along it; empty if it lies outside
    std::vector<int> pointNodes;                ///< per point; -1 outside the plate
    double area = 0;
    double smallestAngle = 0;  ///< rad, over all triangles
};

/// A constrained Delaunay mesh refined until no edge is longer than the size wanted there and no angle
/// below 20.7 degrees, but where the shape itself has a smaller one. Nodes of the shape nearer to each
/// other than a fiftieth of the size are made one.
///
/// @error BadInput  a size not above 0, fewer than three corners, no area, a corner that is not finite, a
/// hole
///                  outside, a size so small that there would be more than 200 000 triangles; `where` is
///                  "outline", "holes/0", "size"
/// @source Ruppert 1995 and Shewchuk 2002, as in CGAL's 2D mesh generator
[[nodiscard]] Result<PlateMesh> meshPlate(const PlateShape &plate);

/// A regular polygon of the area of a circle, with edges no longer than `size` and at least twelve.
[[nodiscard]] Polygon2 roundHole(const Vec2 &center, double diameter, double size);
/// The same for a slot: two half circles `length` apart along a direction.
[[nodiscard]] Polygon2 slotHole(const Vec2 &center, double diameter, double length, const Vec2 &direction,
                                double size);

/// Keeps meshes by the shapes they were made of: a plate that does not change is not meshed again. May be
/// used from several threads.
class MeshCache {
  public:
    explicit MeshCache(std::size_t most = 256) : m_most(most) {}
    /// @error as meshPlate(); errors are not kept
    [[nodiscard]] Result<std::shared_ptr<const PlateMesh>> mesh(const PlateShape &plate);
    [[nodiscard]] int made() const;  ///< how many were not found

  private:
    struct Kept {
        PlateShape shape;
        std::shared_ptr<const PlateMesh> mesh;
    };
    std::size_t m_most;
    mutable std::mutex m_mutex;
    std::vector<Kept> m_kept;  ///< the last used at the back
    int m_made = 0;
};

}  // namespace hefty::mesh
