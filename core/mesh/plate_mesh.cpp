#include "core/mesh/plate_mesh.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <numeric>
#include <optional>

#include <fmt/format.h>

#include "core/mesh/refine.h"

namespace hefty::mesh {
namespace {

constexpr double mostTriangles = 200000;
constexpr double joined = 0.02;  // of the size: nearer than this two nodes are one

bool inPlate(const PlateShape &plate, const Vec2 &p) {
    return shape::inside(plate.outline, p) &&
           std::none_of(plate.holes.begin(), plate.holes.end(),
                        [&](const Polygon2 &h) { return shape::inside(h, p); });
}

/// Distance from a point to a segment.
double distanceTo(const Vec2 &a, const Vec2 &b, const Vec2 &p) {
    const Vec2 d = b - a;
    const double t = d.squaredNorm() > 0 ? std::clamp((p - a).dot(d) / d.squaredNorm(), 0.0, 1.0) : 0.0;
    return (a + t * d - p).norm();
}

/// A point well inside a polygon: halfway along the longest piece of a horizontal through its middle height.
std::optional<Vec2> somewhereIn(const Polygon2 &polygon) {
    double low = 1e300, high = -1e300;
    for (const Vec2 &p : polygon) {
        low = std::min(low, p.y());
        high = std::max(high, p.y());
    }
    for (const double share : {0.5, 0.37, 0.61, 0.23, 0.79}) {
        const double y = low + share * (high - low);
        std::vector<double> cuts;
        for (std::size_t i = 0, j = polygon.size() - 1; i < polygon.size(); j = i++) {
            const Vec2 &a = polygon[i], &b = polygon[j];
            if ((a.y() > y) != (b.y() > y))
                cuts.push_back((b.x() - a.x()) * (y - a.y()) / (b.y() - a.y()) + a.x());
        }
        std::sort(cuts.begin(), cuts.end());
        double best = 0, at = 0;
        for (std::size_t i = 0; i + 1 < cuts.size(); i += 2)
            if (cuts[i + 1] - cuts[i] > best) {
                best = cuts[i + 1] - cuts[i];
                at = (cuts[i] + cuts[i + 1]) / 2;
            }
        if (best > 0) return Vec2(at, y);
    }
    return std::nullopt;
}

Result<bool> checkPolygon(const Polygon2 &polygon, const std::string &where) {
    if (polygon.size() < 3)
        return fail(ProblemKind::BadInput, "An outline needs three corners or more.", where);
    for (const Vec2 &p : polygon)
        if (!p.allFinite()) return fail(ProblemKind::NotFinite, "A corner is not finite.", where);
    Vec2 low = polygon[0], high = polygon[0];
    for (const Vec2 &p : polygon) {
        low = low.cwiseMin(p);
        high = high.cwiseMax(p);
    }
    if (!(std::abs(shape::area(polygon)) > 1e-9 * (high - low).squaredNorm()))
        return fail(ProblemKind::BadInput, "The outline has no area.", where, "Check its corners.");
    return true;
}

Result<bool> check(const PlateShape &plate) {
    if (!(plate.size > 0) || !std::isfinite(plate.size) || !(plate.growth >= 0))
        return fail(ProblemKind::BadInput, "The size of the elements must be above 0.", "size");
    if (auto fine = checkPolygon(plate.outline, "outline"); !fine) return fine;
    for (std::size_t h = 0; h < plate.holes.size(); ++h) {
        const std::string where = fmt::format("holes/{}", h);
        if (auto fine = checkPolygon(plate.holes[h], where); !fine) return fine;
        for (const Vec2 &p : plate.holes[h])
            if (!shape::inside(plate.outline, p))
                return fail(ProblemKind::BadInput, "The hole reaches out of the plate.", where,
                            "Move it inward or make it smaller.");
    }
    const double smallest =
        std::accumulate(plate.fine.begin(), plate.fine.end(), plate.size,
                        [](double s, const FinePlace &f) { return f.size > 0 ? std::min(s, f.size) : s; });
    // Equilateral triangles of the size wanted; fine places count with their own area.
    double count = std::abs(shape::area(plate.outline)) / (0.43 * plate.size * plate.size);
    for (const FinePlace &f : plate.fine)
        if (f.size > 0) count += 3.2 * std::pow(f.radius + 2 * f.size, 2) / (0.43 * f.size * f.size);
    if (!(count < mostTriangles) || !(smallest > 0))
        return fail(ProblemKind::BadInput,
                    fmt::format("Elements of {:.3g} would be too many for this plate.", smallest), "size",
                    "Make them larger.");
    return true;
}

/// The pieces of a seam that lie in the plate.
std::vector<SeamLine> clipped(const PlateShape &plate, const SeamLine &seam) {
    std::vector<double> cuts{0, 1};
    const Vec2 d = seam.to - seam.from;
    const auto cutBy = [&](const Polygon2 &polygon) {
        for (std::size_t i = 0, j = polygon.size() - 1; i < polygon.size(); j = i++) {
            const Vec2 e = polygon[i] - polygon[j], r = polygon[j] - seam.from;
            const double det = d.x() * e.y() - d.y() * e.x();
            if (std::abs(det) < 1e-12 * d.norm() * e.norm()) continue;
            const double t = (r.x() * e.y() - r.y() * e.x()) / det, s = (r.x() * d.y() - r.y() * d.x()) / det;
            if (t > 0 && t < 1 && s >= 0 && s <= 1) cuts.push_back(t);
        }
    };
    cutBy(plate.outline);
    for (const Polygon2 &h : plate.holes) cutBy(h);
    std::sort(cuts.begin(), cuts.end());
    std::vector<SeamLine> out;
    for (std::size_t i = 0; i + 1 < cuts.size(); ++i) {
        const Vec2 a = seam.from + cuts[i] * d, b = seam.from + cuts[i + 1] * d, middle = (a + b) / 2;
        if ((b - a).norm() < joined * plate.size) continue;
        // On the outline itself counts: a plate is often welded along its edge.
        bool onEdge = false;
        const auto along = [&](const Polygon2 &polygon) {
            for (std::size_t k = 0, j = polygon.size() - 1; k < polygon.size(); j = k++)
                onEdge |= distanceTo(polygon[j], polygon[k], middle) < joined * plate.size;
        };
        along(plate.outline);
        for (const Polygon2 &h : plate.holes) along(h);
        if (onEdge || inPlate(plate, middle)) out.push_back({a, b});
    }
    return out;
}

/// Corners and lines to be meshed, near ones made one.
class Gatherer {
  public:
    explicit Gatherer(double near) : m_near(near) {}
    int point(const Vec2 &p) {
        for (std::size_t i = 0; i < m_out.points.size(); ++i)
            if ((m_out.points[i] - p).norm() < m_near) return static_cast<int>(i);
        m_out.points.push_back(p);
        return static_cast<int>(m_out.points.size()) - 1;
    }
    void line(const Vec2 &a, const Vec2 &b) {
        const int from = point(a), to = point(b);
        if (from != to) m_out.lines.push_back({from, to});
    }
    void loop(const Polygon2 &polygon) {
        for (std::size_t i = 0, j = polygon.size() - 1; i < polygon.size(); j = i++)
            line(polygon[j], polygon[i]);
    }
    /// The lines cut where they cross or run over a point, so that none meets another but at its ends.
    [[nodiscard]] Constraints take() {
        std::vector<std::array<int, 2>> waiting = std::move(m_out.lines), done;
        while (!waiting.empty()) {
            const auto line = waiting.back();
            waiting.pop_back();
            if (const int on = pointOn(line); on >= 0) {
                waiting.push_back({line[0], on});
                waiting.push_back({on, line[1]});
            } else if (const auto other = crossed(line, done); other >= 0) {
                const auto cut = done[static_cast<std::size_t>(other)];
                const int p = point(*crossing(line, cut));
                done.erase(done.begin() + other);
                for (const auto &l : {line, cut})
                    for (const int end : l)
                        if (end != p) waiting.push_back({end, p});
            } else if (!known(line, done)) {
                done.push_back(line);
            }
        }
        m_out.lines = std::move(done);
        return std::move(m_out);
    }

  private:
    [[nodiscard]] const Vec2 &at(int p) const { return m_out.points[static_cast<std::size_t>(p)]; }
    /// A point within reach of a line that is not one of its ends.
    [[nodiscard]] int pointOn(const std::array<int, 2> &line) const {
        const Vec2 &a = at(line[0]), &b = at(line[1]);
        const Vec2 low = a.cwiseMin(b).array() - m_near, high = a.cwiseMax(b).array() + m_near;
        for (int p = 0; p < static_cast<int>(m_out.points.size()); ++p) {
            if (p == line[0] || p == line[1]) continue;
            const Vec2 &q = at(p);
            if ((q.array() < low.array()).any() || (q.array() > high.array()).any()) continue;
            if (distanceTo(a, b, q) < m_near / 2) return p;
        }
        return -1;
    }
    [[nodiscard]] std::optional<Vec2> crossing(const std::array<int, 2> &one,
                                               const std::array<int, 2> &two) const {
        if (one[0] == two[0] || one[0] == two[1] || one[1] == two[0] || one[1] == two[1]) return std::nullopt;
        const Vec2 d = at(one[1]) - at(one[0]), e = at(two[1]) - at(two[0]), r = at(two[0]) - at(one[0]);
        const double det = d.x() * e.y() - d.y() * e.x();
        if (std::abs(det) < 1e-12 * d.norm() * e.norm()) return std::nullopt;
        const double t = (r.x() * e.y() - r.y() * e.x()) / det, u = (r.x() * d.y() - r.y() * d.x()) / det;
        if (!(t > 0 && t < 1 && u > 0 && u < 1)) return std::nullopt;
        return at(one[0]) + t * d;
    }
    [[nodiscard]] int crossed(const std::array<int, 2> &line,
                              const std::vector<std::array<int, 2>> &others) const {
        for (std::size_t i = 0; i < others.size(); ++i)
            if (crossing(line, others[i])) return static_cast<int>(i);
        return -1;
    }
    static bool known(const std::array<int, 2> &line, const std::vector<std::array<int, 2>> &others) {
        return std::any_of(others.begin(), others.end(), [&line](const auto &o) {
            return o == line || (o[0] == line[1] && o[1] == line[0]);
        });
    }
    double m_near;
    Constraints m_out;
};

/// Nodes on a seam, in order along it.
std::vector<int> along(const std::vector<Vec2> &nodes, const std::vector<SeamLine> &pieces,
                       const SeamLine &seam, double near) {
    std::vector<std::pair<double, int>> found;
    const Vec2 d = (seam.to - seam.from).normalized();
    for (std::size_t n = 0; n < nodes.size(); ++n)
        for (const SeamLine &p : pieces)
            if (distanceTo(p.from, p.to, nodes[n]) < near) {
                found.emplace_back((nodes[n] - seam.from).dot(d), static_cast<int>(n));
                break;
            }
    std::sort(found.begin(), found.end());
    std::vector<int> out;
    for (const auto &[t, n] : found) out.push_back(n);
    return out;
}

void measure(PlateMesh &mesh) {
    mesh.smallestAngle = std::numbers::pi;
    for (const auto &t : mesh.triangles) {
        std::array<Vec2, 3> c;
        for (std::size_t i = 0; i < 3; ++i) c[i] = mesh.nodes[static_cast<std::size_t>(t[i])];
        mesh.area += shape::area(c);
        for (std::size_t i = 0; i < 3; ++i) {
            const Vec2 a = (c[(i + 1) % 3] - c[i]).normalized(), b = (c[(i + 2) % 3] - c[i]).normalized();
            mesh.smallestAngle = std::min(mesh.smallestAngle, std::acos(std::clamp(a.dot(b), -1.0, 1.0)));
        }
    }
}

}  // namespace

Result<PlateMesh> meshPlate(const PlateShape &plate) {
    if (auto fine = check(plate); !fine) return tl::unexpected(fine.error());
    double smallest = plate.size;
    for (const FinePlace &f : plate.fine)
        if (f.size > 0) smallest = std::min(smallest, f.size);
    const double near = joined * smallest;
    Gatherer gather(near);
    gather.loop(plate.outline);
    for (const Polygon2 &h : plate.holes) gather.loop(h);
    std::vector<std::vector<SeamLine>> pieces;
    for (const SeamLine &s : plate.seams) {
        pieces.push_back(clipped(plate, s));
        for (const SeamLine &p : pieces.back()) gather.line(p.from, p.to);
    }
    std::vector<bool> taken;
    for (const Vec2 &p : plate.points) {
        taken.push_back(inPlate(plate, p));
        if (taken.back()) (void)gather.point(p);
    }
    Constraints constraints = gather.take();
    for (std::size_t h = 0; h < plate.holes.size(); ++h) {
        const auto seed = somewhereIn(plate.holes[h]);
        if (!seed) return fail(ProblemKind::BadInput, "The hole has no inside.", fmt::format("holes/{}", h));
        constraints.holes.push_back(*seed);
    }
    const auto sizeAt = [&plate](const Vec2 &p) {
        double size = plate.size;
        for (const FinePlace &f : plate.fine)
            if (f.size > 0)
                size = std::min(size, f.size + plate.growth * std::max(0.0, (p - f.at).norm() - f.radius));
        return size;
    };
    auto refined = refine(constraints, sizeAt);
    if (!refined) return refined;
    PlateMesh out = std::move(*refined);
    if (out.triangles.empty())
        return fail(ProblemKind::BadInput, "The outline crosses itself or is cut up by its holes.", "outline",
                    "Check its corners.");
    measure(out);
    for (std::size_t s = 0; s < plate.seams.size(); ++s)
        out.seamNodes.push_back(along(out.nodes, pieces[s], plate.seams[s], 1.01 * near));
    for (std::size_t p = 0; p < plate.points.size(); ++p) {
        int found = -1;
        for (std::size_t n = 0; n < out.nodes.size() && taken[p]; ++n)
            if ((out.nodes[n] - plate.points[p]).norm() < 1.01 * near) found = static_cast<int>(n);
        out.pointNodes.push_back(found);
    }
    return out;
}

Polygon2 roundHole(const Vec2 &center, double diameter, double size) {
    const int n = std::max(12, static_cast<int>(std::ceil(std::numbers::pi * diameter / size)));
    // The polygon of the same area stands out a little at its corners.
    const double step = 2 * std::numbers::pi / n;
    const double r = diameter / 2 * std::sqrt(step / std::sin(step));
    Polygon2 out;
    for (int i = 0; i < n; ++i) out.emplace_back(center + r * Vec2(std::cos(i * step), std::sin(i * step)));
    return out;
}

Polygon2 slotHole(const Vec2 &center, double diameter, double length, const Vec2 &direction, double size) {
    const int n = 2 * std::max(6, static_cast<int>(std::ceil(std::numbers::pi * diameter / 2 / size)));
    const Vec2 x = direction.normalized(), y(-x.y(), x.x());
    Polygon2 out;
    for (const double side : {1.0, -1.0})
        for (int i = 0; i <= n / 2; ++i) {
            const double a = std::numbers::pi * (i / (n / 2.0) - 0.5);
            out.push_back(center +
                          side * (length / 2 * x + diameter / 2 * (std::cos(a) * x + std::sin(a) * y)));
        }
    return out;
}

Result<std::shared_ptr<const PlateMesh>> MeshCache::mesh(const PlateShape &plate) {
    {
        const std::lock_guard lock(m_mutex);
        const auto it =
            std::find_if(m_kept.begin(), m_kept.end(), [&](const Kept &k) { return k.shape == plate; });
        if (it != m_kept.end()) {
            std::rotate(it, it + 1, m_kept.end());
            return m_kept.back().mesh;
        }
    }
    auto made = meshPlate(plate);
    if (!made) return tl::unexpected(made.error());
    auto kept = std::make_shared<const PlateMesh>(std::move(*made));
    const std::lock_guard lock(m_mutex);
    ++m_made;
    if (m_kept.size() >= m_most) m_kept.erase(m_kept.begin());
    m_kept.push_back({plate, kept});
    return kept;
}

int MeshCache::made() const {
    const std::lock_guard lock(m_mutex);
    return m_made;
}

}  // namespace hefty::mesh
