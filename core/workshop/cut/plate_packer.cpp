#include "core/workshop/cut/plate_packer.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace hefty::workshop {
namespace {

using ClipperLib::cInt;
using ClipperLib::IntPoint;
using ClipperLib::IntRect;
using ClipperLib::Path;
using ClipperLib::Paths;

/// Smaller free regions are what rounding leaves [steps2]: 0.01 mm2.
constexpr double sliver = 0.01 * stepsPerMm * stepsPerMm;

IntRect boxOf(const Path &path) {
    IntRect box{path[0].X, path[0].Y, path[0].X, path[0].Y};  // left, top as the least y, right, bottom
    for (const IntPoint &p : path) {
        box.left = std::min(box.left, p.X);
        box.right = std::max(box.right, p.X);
        box.top = std::min(box.top, p.Y);
        box.bottom = std::max(box.bottom, p.Y);
    }
    return box;
}

shape::Polygon2 rotated(const shape::Polygon2 &outline, double angle) {
    // Quarter turns are exact.
    const double quarter = std::round(angle / (std::numbers::pi / 2));
    const bool exact = std::abs(angle - quarter * std::numbers::pi / 2) < 1e-12;
    const double c = exact ? std::round(std::cos(angle)) : std::cos(angle);
    const double s = exact ? std::round(std::sin(angle)) : std::sin(angle);
    shape::Polygon2 out;
    for (const shape::Vec2 &p : outline) out.emplace_back(c * p.x() - s * p.y(), s * p.x() + c * p.y());
    return out;
}

/// A place within a polygon: the middle of the widest stretch of a level line through it.
IntPoint withinOf(const Path &path, const IntRect &box) {
    IntPoint best = path.front();
    double widest = 0;
    for (int i = 1; i < 8; ++i) {
        const double y =
            static_cast<double>(box.top) + (static_cast<double>(box.bottom - box.top)) * (i - 0.37) / 8;
        std::vector<double> cuts;
        for (std::size_t k = 0; k < path.size(); ++k) {
            const IntPoint &a = path[k], &b = path[(k + 1) % path.size()];
            const double ay = static_cast<double>(a.Y), by = static_cast<double>(b.Y);
            if ((ay < y) == (by < y)) continue;
            cuts.push_back(static_cast<double>(a.X) + (y - ay) / (by - ay) * static_cast<double>(b.X - a.X));
        }
        std::sort(cuts.begin(), cuts.end());
        for (std::size_t k = 0; k + 1 < cuts.size(); k += 2) {
            if (cuts[k + 1] - cuts[k] <= widest) continue;
            widest = cuts[k + 1] - cuts[k];
            best = {std::llround((cuts[k] + cuts[k + 1]) / 2), std::llround(y)};
        }
    }
    return best;
}

Path negative(const Path &path) {
    Path out;
    for (const IntPoint &p : path) out.emplace_back(-p.X, -p.Y);
    return out;
}

Path moved(const Path &path, const IntPoint &by) {
    Path out;
    for (const IntPoint &p : path) out.emplace_back(p.X + by.X, p.Y + by.Y);
    return out;
}

Paths grown(const Paths &paths, double by) {
    if (by == 0) return paths;
    ClipperLib::ClipperOffset offset(2.0);
    offset.AddPaths(paths, ClipperLib::jtMiter, ClipperLib::etClosedPolygon);
    Paths out;
    offset.Execute(out, by);
    return out;
}

/// Strictly within an obstacle; on its border parts may touch.
bool blockedAt(const Paths &obstacle, const IntPoint &p) {
    int within = 0;
    for (const Path &ring : obstacle) {
        const int where = ClipperLib::PointInPolygon(p, ring);
        if (where < 0) return false;
        within += where;
    }
    return within % 2 == 1;
}

/// Where the borders of the blocked region cross or touch, and their corners.
std::vector<IntPoint> bordersOf(const Paths &rings) {
    struct Edge {
        IntPoint a, b;
        cInt left, right, low, high;
    };
    std::vector<Edge> edges;
    std::vector<IntPoint> out;
    for (const Path &ring : rings)
        for (std::size_t i = 0; i < ring.size(); ++i) {
            const IntPoint &a = ring[i], &b = ring[(i + 1) % ring.size()];
            edges.push_back(
                {a, b, std::min(a.X, b.X), std::max(a.X, b.X), std::min(a.Y, b.Y), std::max(a.Y, b.Y)});
            out.push_back(a);
        }
    std::sort(edges.begin(), edges.end(), [](const Edge &a, const Edge &b) { return a.left < b.left; });
    for (std::size_t i = 0; i < edges.size(); ++i)
        for (std::size_t j = i + 1; j < edges.size() && edges[j].left <= edges[i].right; ++j) {
            const Edge &e = edges[i], &f = edges[j];
            if (e.low > f.high || f.low > e.high) continue;
            const double dx = static_cast<double>(e.b.X - e.a.X), dy = static_cast<double>(e.b.Y - e.a.Y);
            const double fx = static_cast<double>(f.b.X - f.a.X), fy = static_cast<double>(f.b.Y - f.a.Y);
            const double cross = dx * fy - dy * fx;
            if (cross == 0) continue;
            const double t =
                (static_cast<double>(f.a.X - e.a.X) * fy - static_cast<double>(f.a.Y - e.a.Y) * fx) / cross;
            const double s =
                (static_cast<double>(f.a.X - e.a.X) * dy - static_cast<double>(f.a.Y - e.a.Y) * dx) / cross;
            if (t < 0 || t > 1 || s < 0 || s > 1) continue;
            out.emplace_back(e.a.X + static_cast<cInt>(std::llround(t * dx)),
                             e.a.Y + static_cast<cInt>(std::llround(t * dy)));
        }
    return out;
}

}  // namespace

Path stepsOf(const shape::Polygon2 &outline) {
    Path out;
    double off = 0;
    for (const shape::Vec2 &p : outline) {
        const double x = p.x() * stepsPerMm, y = p.y() * stepsPerMm;
        out.emplace_back(std::llround(x), std::llround(y));
        off = std::max({off, std::abs(x - std::round(x)), std::abs(y - std::round(y))});
    }
    if (!ClipperLib::Orientation(out)) ClipperLib::ReversePath(out);
    if (off < 1e-3) return out;
    const Paths wider = grown({out}, 2);
    return wider.empty() ? out : wider.front();
}

std::vector<TurnedShape> turnings(const shape::Polygon2 &outline, bool turn) {
    std::vector<double> angles{0};
    if (turn) {
        double longest = 0, slope = 0;
        for (std::size_t i = 0; i < outline.size(); ++i) {
            const shape::Vec2 edge = outline[(i + 1) % outline.size()] - outline[i];
            if (edge.norm() <= longest * (1 + 1e-9)) continue;
            longest = edge.norm();
            slope = std::atan2(edge.y(), edge.x());
        }
        const double quarter = std::numbers::pi / 2;
        const double rest = slope - std::round(slope / quarter) * quarter;
        for (int i = 1; i < 4; ++i) angles.push_back(i * quarter);
        if (std::abs(rest) > 1e-9)
            for (int i = 0; i < 4; ++i) angles.push_back(i * quarter - rest);
    }
    std::vector<TurnedShape> out;
    std::vector<Path> seen;
    for (const double angle : angles) {
        TurnedShape shape;
        shape.turned = angle;
        shape.outline = stepsOf(rotated(outline, angle));
        shape.box = boxOf(shape.outline);
        shape.within = withinOf(shape.outline, shape.box);
        // The same figure at another origin is not tried twice.
        Path home = moved(shape.outline, {-shape.box.left, -shape.box.top});
        std::rotate(home.begin(),
                    std::min_element(home.begin(), home.end(),
                                     [](const IntPoint &a, const IntPoint &b) {
                                         return std::tie(a.Y, a.X) < std::tie(b.Y, b.X);
                                     }),
                    home.end());
        if (std::find(seen.begin(), seen.end(), home) != seen.end()) continue;
        seen.push_back(std::move(home));
        out.push_back(std::move(shape));
    }
    return out;
}

PlatePacker::PlatePacker(const std::vector<std::vector<TurnedShape>> &shapes, double gap)
    : m_shapes(shapes), m_gap(std::round(gap * stepsPerMm)) {}

bool PlatePacker::begin(const shape::Polygon2 &sheet, double margin) {
    m_laid.clear();
    m_shelves.clear();
    m_outside.clear();
    // Rounded inward where it does not lie on whole steps.
    Path outline;
    double off = 0;
    for (const shape::Vec2 &p : sheet) {
        const double x = p.x() * stepsPerMm, y = p.y() * stepsPerMm;
        outline.emplace_back(std::llround(x), std::llround(y));
        off = std::max({off, std::abs(x - std::round(x)), std::abs(y - std::round(y))});
    }
    if (!ClipperLib::Orientation(outline)) ClipperLib::ReversePath(outline);
    m_sheet = grown({outline}, -std::round(margin * stepsPerMm) - (off < 1e-3 ? 0 : 2));
    if (m_sheet.empty()) return false;
    m_box = boxOf(m_sheet.front());
    for (const Path &ring : m_sheet) {
        const IntRect box = boxOf(ring);
        m_box = {std::min(m_box.left, box.left), std::min(m_box.top, box.top),
                 std::max(m_box.right, box.right), std::max(m_box.bottom, box.bottom)};
    }
    return true;
}

const Paths &PlatePacker::around(const Place &placed, std::size_t part, std::size_t turning) {
    auto [at, isNew] = m_around.try_emplace({placed.part, placed.turning, part, turning});
    if (isNew) {
        const Paths fixed = grown({m_shapes[placed.part][placed.turning].outline}, m_gap);
        Paths sum;
        ClipperLib::MinkowskiSum(negative(m_shapes[part][turning].outline), fixed, sum, true);
        // What lies in a pocket that it cannot be carried into is not used: outer rings alone.
        for (const Path &ring : sum)
            if (ClipperLib::Orientation(ring)) at->second.push_back(ring);
    }
    return at->second;
}

Paths PlatePacker::outsideOfSheet(const TurnedShape &shape) const {
    const cInt far = 2 * std::max(shape.box.right - shape.box.left, shape.box.bottom - shape.box.top) + 10;
    Paths frame{{{m_box.left - far, m_box.top - far},
                 {m_box.right + far, m_box.top - far},
                 {m_box.right + far, m_box.bottom + far},
                 {m_box.left - far, m_box.bottom + far}}};
    for (Path ring : m_sheet) {
        ClipperLib::ReversePath(ring);
        frame.push_back(std::move(ring));
    }
    Paths sum;
    ClipperLib::MinkowskiSum(negative(shape.outline), frame, sum, true);
    return sum;
}

void PlatePacker::singleEdges(std::vector<Paths> &obstacles, const TurnedShape &shape) const {
    obstacles.erase(obstacles.begin());
    for (const Path &ring : m_sheet)
        for (std::size_t i = 0; i < ring.size(); ++i) {
            obstacles.emplace_back();
            ClipperLib::MinkowskiSum({ring[i], ring[(i + 1) % ring.size()]}, Paths{negative(shape.outline)},
                                     obstacles.back(), true);
        }
}

bool PlatePacker::fits(const TurnedShape &shape, const std::vector<Paths> &obstacles,
                       const IntPoint &p) const {
    return onSheet({p.X + shape.within.X, p.Y + shape.within.Y}) &&
           std::none_of(obstacles.begin(), obstacles.end(), [&](const Paths &o) { return blockedAt(o, p); });
}

bool PlatePacker::onSheet(const IntPoint &p) const {
    return std::any_of(m_sheet.begin(), m_sheet.end(),
                       [&](const Path &ring) { return ClipperLib::PointInPolygon(p, ring) != 0; });
}

std::vector<IntPoint> PlatePacker::candidates(std::vector<Paths> obstacles, const TurnedShape &shape) const {
    // Free is what the blocked region leaves within the box that the part's origin can be in.
    const Path all{{m_box.left - shape.box.left, m_box.top - shape.box.top},
                   {m_box.right - shape.box.right, m_box.top - shape.box.top},
                   {m_box.right - shape.box.right, m_box.bottom - shape.box.bottom},
                   {m_box.left - shape.box.left, m_box.bottom - shape.box.bottom}};
    if (all[1].X < all[0].X || all[2].Y < all[1].Y) return {};
    std::vector<IntPoint> out;
    ClipperLib::Clipper clipper;
    clipper.AddPath(all, ClipperLib::ptSubject, true);
    for (const Paths &o : obstacles) clipper.AddPaths(o, ClipperLib::ptClip, true);
    Paths free;
    clipper.Execute(ClipperLib::ctDifference, free, ClipperLib::pftNonZero, ClipperLib::pftNonZero);
    for (const Path &ring : free)
        if (std::abs(ClipperLib::Area(ring)) > sliver) out.insert(out.end(), ring.begin(), ring.end());
    if (!out.empty()) return out;
    // A place that just fits has no area: it is a corner of the borders.
    singleEdges(obstacles, shape);
    Paths borders{all};
    for (const Paths &o : obstacles) borders.insert(borders.end(), o.begin(), o.end());
    for (const IntPoint &p : bordersOf(borders))
        if (p.X >= all[0].X && p.X <= all[1].X && p.Y >= all[0].Y && p.Y <= all[2].Y &&
            fits(shape, obstacles, p))
            out.push_back(p);
    return out;
}

std::vector<Paths> PlatePacker::obstaclesOf(std::size_t part, std::size_t turning) {
    const TurnedShape &shape = m_shapes[part][turning];
    auto [outside, isNew] = m_outside.try_emplace({part, turning});
    if (isNew) outside->second = outsideOfSheet(shape);
    std::vector<Paths> obstacles{outside->second};
    for (const Place &placed : m_laid) {
        obstacles.emplace_back();
        for (const Path &ring : around(placed, part, turning))
            obstacles.back().push_back(moved(ring, placed.at));
    }
    return obstacles;
}

std::optional<PlatePacker::Place> PlatePacker::lay(std::size_t part, Rule rule) {
    auto place = rule == Rule::Shelves ? layOnShelf(part) : layLowest(part, rule);
    if (place) m_laid.push_back(*place);
    return place;
}

std::optional<PlatePacker::Place> PlatePacker::layLowest(std::size_t part, Rule rule) {
    std::optional<Place> best;
    std::tuple<cInt, cInt, cInt> rank;
    for (std::size_t t = 0; t < m_shapes[part].size(); ++t) {
        const TurnedShape &shape = m_shapes[part][t];
        for (const IntPoint &p : candidates(obstaclesOf(part, t), shape)) {
            const std::tuple<cInt, cInt, cInt> r{
                p.Y + (rule == Rule::LowTop ? shape.box.bottom : shape.box.top), p.X + shape.box.left,
                shape.box.right - shape.box.left};
            if (best && !(r < rank)) continue;
            best = Place{part, t, p};
            rank = r;
        }
    }
    return best;
}

std::optional<PlatePacker::Place> PlatePacker::layOnShelf(std::size_t part) {
    const TurnedShape &shape = m_shapes[part].front();
    const cInt width = shape.box.right - shape.box.left, height = shape.box.bottom - shape.box.top;
    const cInt gap = static_cast<cInt>(m_gap);
    std::vector<Paths> obstacles = obstaclesOf(part, 0);
    singleEdges(obstacles, shape);
    const Shelf next = m_shelves.empty() ? Shelf{m_box.top, height, m_box.left}
                                         : Shelf{m_shelves.back().bottom + m_shelves.back().height + gap,
                                                 height, m_box.left};
    m_shelves.push_back(next);
    for (Shelf &shelf : m_shelves) {
        const IntPoint at{shelf.right - shape.box.left, shelf.bottom - shape.box.top};
        if (height > shelf.height || shelf.right + width > m_box.right ||
            shelf.bottom + height > m_box.bottom || !fits(shape, obstacles, at))
            continue;
        shelf.right += width + gap;
        if (&shelf != &m_shelves.back()) m_shelves.pop_back();
        return Place{part, 0, at};
    }
    m_shelves.pop_back();
    return std::nullopt;
}

double PlatePacker::height() const {
    cInt high = m_box.top;
    for (const Place &p : m_laid) high = std::max(high, p.at.Y + m_shapes[p.part][p.turning].box.bottom);
    return static_cast<double>(high - m_box.top) / stepsPerMm;
}

}  // namespace hefty::workshop
