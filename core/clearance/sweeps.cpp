#include "core/clearance/sweeps.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <numbers>

#include <Eigen/Geometry>

#include "core/clearance/convex.h"

namespace hefty::clearance {
namespace {

using Place = fcl::Transform3d;

/// Bodies ready for the library, each made once and only if something comes near it.
class Bodies {
  public:
    explicit Bodies(const std::vector<ConvexBody> &bodies) : m_bodies(bodies), m_objects(bodies.size()) {
        for (const ConvexBody &b : bodies) m_around.push_back(around(b));
    }
    [[nodiscard]] std::size_t size() const { return m_bodies.size(); }
    [[nodiscard]] const std::string &id(std::size_t i) const { return m_bodies[i].id; }
    [[nodiscard]] const Around &box(std::size_t i) const { return m_around[i]; }
    Result<const fcl::CollisionObjectd *> object(std::size_t i) {
        if (!m_objects[i]) {
            auto convex = convexOf(m_bodies[i]);
            if (!convex)
                return fail(ProblemKind::BadInput, "The part has no volume.", m_bodies[i].id,
                            "Check its sizes.");
            m_objects[i] = std::make_unique<fcl::CollisionObjectd>(std::move(convex));
        }
        return m_objects[i].get();
    }

  private:
    const std::vector<ConvexBody> &m_bodies;
    std::vector<Around> m_around;
    std::vector<std::unique_ptr<fcl::CollisionObjectd>> m_objects;
};

/// Something that moves with one parameter, 0 to `reach`.
struct Moving {
    std::shared_ptr<fcl::CollisionGeometryd> shape;
    std::function<Place(double)> place;
    Around around;     ///< of its whole way
    double reach = 0;  ///< of the parameter, may be negative
    double speed = 1;  ///< most that any of its points moves for one unit of the parameter
};

/// Walks one moving thing past one body. As long as more than the gap wanted is left, the step may be as long
/// as it takes the fastest corner to use up the rest; nearer by, the smallest gap is looked for finely.
SweepGap walk(const Moving &m, const fcl::CollisionObjectd &body, double wanted) {
    const double sign = m.reach < 0 ? -1 : 1, way = std::abs(m.reach);
    const double fine = way / 100, least = way / 4000;
    const auto gapAt = [&](double t) { return measure(body, {m.shape, m.place(sign * t)}); };
    SweepGap out;
    double t = 0, last = 0;
    for (bool first = true;; first = false) {
        const Gap g = gapAt(t);
        if (first || g.distance < out.smallest) {
            out.smallest = g.distance;
            out.at = sign * t;
            out.onBody = g.onBody;
        }
        if (g.overlaps) {
            double free = last, touching = t;
            for (int i = 0; i < 40 && touching - free > 1e-6 * way; ++i) {
                const double middle = (free + touching) / 2;
                (gapAt(middle).overlaps ? touching : free) = middle;
            }
            out.touches = sign * touching;
            out.at = *out.touches;
            return out;
        }
        if (t >= way) return out;
        last = t;
        const double leap = (g.distance - wanted) / m.speed;
        const double near = std::clamp(g.distance / m.speed, least, fine);
        t = std::min(way, t + std::max(leap, near));
    }
}

Result<std::vector<SweepGap>> walkAll(Bodies &bodies, const std::vector<Moving> &moving,
                                      const std::vector<std::string> &ids, const std::vector<double> &gaps) {
    std::vector<SweepGap> out;
    for (std::size_t m = 0; m < moving.size(); ++m)
        for (std::size_t b = 0; b < bodies.size(); ++b) {
            if (bodies.box(b).exteriorDistance(moving[m].around) > gaps[m]) continue;
            const auto object = bodies.object(b);
            if (!object) return tl::unexpected(object.error());
            SweepGap g = walk(moving[m], **object, gaps[m]);
            if (!g.touches && g.smallest >= gaps[m]) continue;
            g.id = ids[m];
            g.body = bodies.id(b);
            g.wanted = gaps[m];
            out.push_back(std::move(g));
        }
    std::stable_sort(out.begin(), out.end(), [](const SweepGap &a, const SweepGap &b) {
        return a.smallest - a.wanted < b.smallest - b.wanted;
    });
    return out;
}

/// The corners of a box, moved, all along its way.
Around swept(const Sweep &s, const std::function<Place(double)> &move) {
    Around out;
    constexpr int stations = 72;
    double between = 0;
    Vec3 lastCorner = Vec3::Zero();
    for (int i = 0; i <= stations; ++i) {
        const Place place = move(s.reach * i / stations);
        for (int c = 0; c < 8; ++c) {
            const Vec3 corner(c & 1 ? s.high.x() : s.low.x(), c & 2 ? s.high.y() : s.low.y(),
                              c & 4 ? s.high.z() : s.low.z());
            const Vec3 now = place * corner;
            out.extend(now);
            if (c == 7) {
                if (i > 0) between = std::max(between, (now - lastCorner).norm());
                lastCorner = now;
            }
        }
    }
    // A turning corner goes a little beyond the chord between two stations.
    const Vec3 more = Vec3::Constant(between);
    return Around(out.min() - more, out.max() + more);
}

Result<Moving> movingOf(const Sweep &s) {
    if (!(s.low.array() < s.high.array()).all() || !s.low.allFinite() || !s.high.allFinite())
        return fail(ProblemKind::BadInput, "Each low side of what moves must be below its high side.", s.id,
                    "Measure it again.");
    if (!(s.axis.norm() > 1e-9) || !s.axis.allFinite() || !s.through.allFinite())
        return fail(ProblemKind::BadInput, "The axis of what moves has no direction.", s.id, "Choose one.");
    const double most = s.motion == Motion::Swing ? 2 * std::numbers::pi : 1e5;
    if (!(std::abs(s.reach) > 0) || !(std::abs(s.reach) <= most + 1e-9))
        return fail(ProblemKind::BadInput, "How far it moves must be above 0, and no more than a full turn.",
                    s.id, "Measure it again.");
    const Vec3 axis = s.axis.normalized();
    const auto move = [s, axis](double t) {
        Place p = Place::Identity();
        if (s.motion == Motion::Slide) {
            p.translation() = axis * t;
        } else {
            p.linear() = Eigen::AngleAxisd(t, axis).toRotationMatrix();
            p.translation() = s.through - p.linear() * s.through;
        }
        return p;
    };
    Moving m;
    const Vec3 middle = (s.low + s.high) / 2;
    m.shape = std::make_shared<fcl::Boxd>(Vec3(s.high - s.low));
    m.place = [move, middle](double t) {
        Place rest = Place::Identity();
        rest.translation() = middle;
        return Place(move(t) * rest);
    };
    m.around = swept(s, move);
    m.reach = s.reach;
    if (s.motion == Motion::Swing) {
        for (int c = 0; c < 8; ++c) {
            const Vec3 corner(c & 1 ? s.high.x() : s.low.x(), c & 2 ? s.high.y() : s.low.y(),
                              c & 4 ? s.high.z() : s.low.z());
            const Vec3 arm = corner - s.through;
            m.speed = std::max(m.speed, (arm - axis * axis.dot(arm)).norm());
        }
    }
    return m;
}

/// A cylinder along y, as the library has it along z.
Place axleAlongY(const Vec3 &center) {
    Place p = Place::Identity();
    p.linear() = Eigen::AngleAxisd(std::numbers::pi / 2, Vec3::UnitX()).toRotationMatrix();
    p.translation() = center;
    return p;
}

Moving steered(const SteeredWheel &w, double side, double up) {
    Moving m;
    m.shape = std::make_shared<fcl::Cylinderd>(w.radius, w.width);
    m.place = [w, up](double t) {
        Place turn = Place::Identity();
        turn.linear() = Eigen::AngleAxisd(t, Vec3::UnitZ()).toRotationMatrix();
        turn.translation() = w.pin - turn.linear() * w.pin + Vec3(0, 0, up);
        return Place(turn * axleAlongY(w.center));
    };
    const double arm = (w.center - w.pin).head<2>().norm() + std::hypot(w.radius, w.width / 2);
    const Vec3 about(w.pin.x(), w.pin.y(), w.center.z() + up);
    const Vec3 half(arm, arm, w.radius);
    m.around = Around(about - half, about + half);
    m.reach = side * w.lock;
    m.speed = std::max(1.0, arm);
    return m;
}

}  // namespace

Result<std::vector<SweepGap>> sweep(const std::vector<ConvexBody> &bodies, const std::vector<Sweep> &sweeps) {
    std::vector<Moving> moving;
    std::vector<std::string> ids;
    std::vector<double> gaps;
    for (const Sweep &s : sweeps) {
        auto m = movingOf(s);
        if (!m) return tl::unexpected(m.error());
        moving.push_back(std::move(*m));
        ids.push_back(s.id);
        gaps.push_back(s.gap);
    }
    Bodies ready(bodies);
    return walkAll(ready, moving, ids, gaps);
}

Result<std::vector<SweepGap>> wheelSweep(const std::vector<ConvexBody> &bodies,
                                         const std::vector<SteeredWheel> &wheels) {
    constexpr int lifts = 2;
    Bodies ready(bodies);
    std::vector<SweepGap> out;
    for (const SteeredWheel &w : wheels) {
        if (!(w.radius > 0 && w.width > 0 && w.lock > 0 && w.lock < std::numbers::pi / 2 && w.bump >= 0))
            return fail(ProblemKind::BadInput, "The wheel's size, lock and travel must make sense.", w.id,
                        "Measure them again.");
        std::vector<Moving> moving;
        for (int i = 0; i <= lifts; ++i)
            for (const double side : {1.0, -1.0}) moving.push_back(steered(w, side, w.bump * i / lifts));
        const auto found = walkAll(ready, moving, std::vector<std::string>(moving.size(), w.id),
                                   std::vector<double>(moving.size(), w.gap));
        if (!found) return tl::unexpected(found.error());
        // They stand nearest first: of each body the first is the worst of all lifts.
        for (const SweepGap &g : *found) {
            const bool known = std::any_of(
                out.begin(), out.end(), [&](const SweepGap &o) { return o.id == g.id && o.body == g.body; });
            if (!known) out.push_back(g);
        }
    }
    return out;
}

Result<std::vector<SweepGap>> toolAccess(const std::vector<ConvexBody> &bodies,
                                         const std::vector<ToolSpace> &tools) {
    Bodies ready(bodies);
    std::vector<SweepGap> out;
    for (const ToolSpace &t : tools) {
        if (!(t.radius > 0 && t.length > 0) || !(t.axis.norm() > 1e-9) || !t.from.allFinite())
            return fail(ProblemKind::BadInput, "The room for a tool has no size or no direction.", t.id);
        const Vec3 axis = t.axis.normalized(), end = t.from + axis * t.length;
        Place place = Place::Identity();
        place.linear() = Eigen::Quaterniond::FromTwoVectors(Vec3::UnitZ(), axis).toRotationMatrix();
        place.translation() = (t.from + end) / 2;
        const fcl::CollisionObjectd tool(std::make_shared<fcl::Cylinderd>(t.radius, t.length), place);
        Around around(t.from.cwiseMin(end), t.from.cwiseMax(end));
        around = Around(around.min() - Vec3::Constant(t.radius), around.max() + Vec3::Constant(t.radius));
        for (std::size_t b = 0; b < ready.size(); ++b) {
            if (std::find(t.ignores.begin(), t.ignores.end(), ready.id(b)) != t.ignores.end()) continue;
            if (!ready.box(b).intersects(around)) continue;
            const auto object = ready.object(b);
            if (!object) return tl::unexpected(object.error());
            const Gap g = measure(**object, tool);
            if (g.overlaps)
                out.push_back({t.id, ready.id(b), 0, 0, 0.0, 0, ready.box(b).intersection(around).center()});
        }
    }
    return out;
}

}  // namespace hefty::clearance
