#include "core/mesh/convex_pieces.h"

#include <CGAL/Exact_predicates_inexact_constructions_kernel.h>
#include <CGAL/Partition_traits_2.h>
#include <CGAL/partition_2.h>

namespace hefty::mesh {

std::vector<shape::Polygon2> convexPieces(const shape::Polygon2 &outline) {
    using Kernel = CGAL::Exact_predicates_inexact_constructions_kernel;
    using Traits = CGAL::Partition_traits_2<Kernel>;
    if (shape::isConvex(outline)) return {outline};
    CGAL::Polygon_2<Kernel> simple;
    for (const shape::Vec2 &p : outline) simple.push_back({p.x(), p.y()});
    if (simple.size() < 3 || !simple.is_simple()) return {outline};
    if (simple.is_clockwise_oriented()) simple.reverse_orientation();
    std::vector<Traits::Polygon_2> parts;
    CGAL::approx_convex_partition_2(simple.vertices_begin(), simple.vertices_end(),
                                    std::back_inserter(parts));
    std::vector<shape::Polygon2> out;
    for (const Traits::Polygon_2 &part : parts) {
        shape::Polygon2 piece;
        for (const auto &p : part.container()) piece.emplace_back(p.x(), p.y());
        out.push_back(std::move(piece));
    }
    return out;
}

}  // namespace hefty::mesh
