#include "core/mesh/refine.h"

#include <algorithm>
#include <map>

#include <CGAL/Constrained_Delaunay_triangulation_2.h>
#include <CGAL/Delaunay_mesh_criteria_2.h>
#include <CGAL/Delaunay_mesh_face_base_2.h>
#include <CGAL/Delaunay_mesh_vertex_base_2.h>
#include <CGAL/Delaunay_mesher_2.h>
#include <CGAL/Exact_predicates_inexact_constructions_kernel.h>

namespace hefty::mesh {
namespace {

using Kernel = CGAL::Exact_predicates_inexact_constructions_kernel;
using VertexBase = CGAL::Delaunay_mesh_vertex_base_2<Kernel>;
using FaceBase = CGAL::Delaunay_mesh_face_base_2<Kernel>;
using Structure = CGAL::Triangulation_data_structure_2<VertexBase, FaceBase>;
using Triangulation =
    CGAL::Constrained_Delaunay_triangulation_2<Kernel, Structure, CGAL::Exact_predicates_tag>;

/// A triangle is bad if an edge is longer than wanted at its middle, or an angle is below 20.7 degrees
/// (squared sine 1/8): the bound up to which refinement is known to end.
class SizeByPlace : public CGAL::Delaunay_mesh_criteria_2<Triangulation> {
    using Base = CGAL::Delaunay_mesh_criteria_2<Triangulation>;
    using SizeAt = std::function<double(const Vec2 &)>;

  public:
    explicit SizeByPlace(const SizeAt &sizeAt) : Base(0.125), m_sizeAt(&sizeAt) {}

    struct Quality {
        double sine = 1;  ///< squared, of the smallest angle
        double size = 0;  ///< squared, longest edge over what is wanted
        bool operator<(const Quality &q) const {
            if (size > 1 || q.size > 1) return size > q.size;
            return sine < q.sine;
        }
    };

    class Is_bad : public Base::Is_bad {
      public:
        Is_bad(double bound, const SizeAt *sizeAt) : Base::Is_bad(bound, Kernel()), m_sizeAt(sizeAt) {}
        CGAL::Mesh_2::Face_badness operator()(const Quality &q) const {
            if (q.size > 1) return CGAL::Mesh_2::IMPERATIVELY_BAD;
            return q.sine < this->B ? CGAL::Mesh_2::BAD : CGAL::Mesh_2::NOT_BAD;
        }
        CGAL::Mesh_2::Face_badness operator()(const Triangulation::Face_handle &face, Quality &q) const {
            std::array<Vec2, 3> c;
            for (int i = 0; i < 3; ++i)
                c[static_cast<std::size_t>(i)] = {face->vertex(i)->point().x(), face->vertex(i)->point().y()};
            std::array<double, 3> edges{(c[1] - c[0]).squaredNorm(), (c[2] - c[1]).squaredNorm(),
                                        (c[0] - c[2]).squaredNorm()};
            std::sort(edges.begin(), edges.end());
            const double wanted = (*m_sizeAt)((c[0] + c[1] + c[2]) / 3);
            const double twice =
                (c[1] - c[0]).x() * (c[2] - c[0]).y() - (c[1] - c[0]).y() * (c[2] - c[0]).x();
            q.size = edges[2] / (wanted * wanted);
            q.sine = twice * twice / (edges[2] * edges[1]);
            return (*this)(q);
        }

      private:
        const SizeAt *m_sizeAt;
    };
    [[nodiscard]] Is_bad is_bad_object() const { return Is_bad(this->bound(), m_sizeAt); }

  private:
    const SizeAt *m_sizeAt;
};

}  // namespace

namespace {

PlateMesh refined(const Constraints &constraints, const std::function<double(const Vec2 &)> &sizeAt) {
    Triangulation t;
    std::vector<Triangulation::Vertex_handle> corners;
    for (const Vec2 &p : constraints.points) corners.push_back(t.insert({p.x(), p.y()}));
    for (const auto &[from, to] : constraints.lines)
        t.insert_constraint(corners[static_cast<std::size_t>(from)], corners[static_cast<std::size_t>(to)]);
    PlateMesh out;
    if (t.dimension() < 2) return out;
    using Mesher = CGAL::Delaunay_mesher_2<Triangulation, SizeByPlace>;
    Mesher mesher(t, SizeByPlace(sizeAt));
    std::vector<Kernel::Point_2> seeds;
    for (const Vec2 &h : constraints.holes) seeds.emplace_back(h.x(), h.y());
    mesher.set_seeds(seeds.begin(), seeds.end(), false);
    mesher.refine_mesh();
    std::map<Triangulation::Vertex_handle, int> numbers;
    for (auto f = t.finite_faces_begin(); f != t.finite_faces_end(); ++f) {
        if (!f->is_in_domain()) continue;
        std::array<int, 3> triangle{};
        for (int i = 0; i < 3; ++i) {
            const auto v = f->vertex(i);
            const auto [it, isNew] = numbers.emplace(v, static_cast<int>(out.nodes.size()));
            if (isNew) out.nodes.emplace_back(v->point().x(), v->point().y());
            triangle[static_cast<std::size_t>(i)] = it->second;
        }
        out.triangles.push_back(triangle);
    }
    return out;
}

}  // namespace

Result<PlateMesh> refine(const Constraints &constraints, const std::function<double(const Vec2 &)> &sizeAt) {
    try {
        return refined(constraints, sizeAt);
    } catch (const CGAL::Failure_exception &) {
        return fail(ProblemKind::BadInput, "The plate cannot be meshed: its lines all but touch each other.",
                    "outline", "Move holes and edges apart, or make the elements smaller.");
    }
}

}  // namespace hefty::mesh
