#include "core/clearance/angles.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

#include "core/base/constants.h"

namespace hefty::clearance {
namespace {

Result<bool> checkTire(const LoadedTire &tire, const std::string &where) {
    const auto above = [&where](double value, const char *name) -> Result<bool> {
        if (!(value > 0) || !std::isfinite(value))
            return fail(ProblemKind::BadInput, fmt::format("The tire's {} must be above 0.", name),
                        where + "/" + name);
        return true;
    };
    for (const auto &[value, name] :
         {std::pair{tire.radius, "radius"}, {tire.width, "width"}, {tire.track, "track"}})
        if (auto fine = above(value, name); !fine) return fine;
    return true;
}

struct EndView {
    double axle;       ///< x of the wheel center
    double direction;  ///< +1 looking forward, -1 looking back
    const LoadedTire &tire;
};

double aheadOf(const EndView &view, const Vec3 &at) {
    return (at.x() - view.axle) * view.direction;
}

/// Keeps the tightest angle of each part or point, and puts them in order at the end.
class Ranking {
  public:
    /// @return  it is the tightest that was offered for this id
    bool offer(double angle, const std::string &id, const Vec3 &at) {
        if (isLast(id)) return keep(m_all[m_last], angle, at);
        const auto it =
            std::find_if(m_all.begin(), m_all.end(), [&id](const LimitAngle &l) { return l.governs == id; });
        m_last = static_cast<std::size_t>(it - m_all.begin());
        if (it != m_all.end()) return keep(*it, angle, at);
        m_all.push_back({angle, id, at, {}});
        return true;
    }
    /// Edges and points of one part come one after another.
    [[nodiscard]] bool isLast(const std::string &id) const {
        return !m_all.empty() && m_all[m_last].governs == id;
    }
    /// The tightest angle of the part that was offered last.
    [[nodiscard]] double tightest() const { return *m_all[m_last].angle; }
    [[nodiscard]] RankedAngle take(const char *why) {
        std::stable_sort(m_all.begin(), m_all.end(),
                         [](const LimitAngle &a, const LimitAngle &b) { return *a.angle < *b.angle; });
        RankedAngle out;
        if (m_all.empty()) {
            out.why = why;
            return out;
        }
        static_cast<LimitAngle &>(out) = m_all.front();
        for (std::size_t i = 1; i < m_all.size() && i <= runnersUp; ++i) out.next.push_back(m_all[i]);
        return out;
    }

  private:
    static bool keep(LimitAngle &limit, double angle, const Vec3 &at) {
        if (angle >= *limit.angle) return false;
        limit.angle = angle;
        limit.at = at;
        return true;
    }
    std::vector<LimitAngle> m_all;
    std::size_t m_last = 0;
};

/// The plane that touches a tire at a slope: what lies on or above it has no lesser slope of its own.
struct TirePlane {
    double sin = 0, cos = 1;
    void turnTo(double slope) {
        sin = std::sin(slope);
        cos = std::cos(slope);
    }
    /// False: its slope has to be worked out.
    /// @param up  above the wheel center
    /// @pre the point lies before the tire
    [[nodiscard]] bool isUnder(double ahead, double up, double radius) const {
        return ahead * cos + up * sin >= 0 && ahead * sin - up * cos < radius;
    }
};

/// The slopes of one end, in one band of it.
struct EndRanking {
    Ranking ranking;
    TirePlane plane;  ///< of the tightest slope of the part that was looked at last
};

void considerLow(const TouchPoint &p, LowPoint &low) {
    if (!low.height || p.at.z() < *low.height) low = {p.at.z(), p.id, p.at};
}

Result<bool> consider(const EndView &view, const std::string &id, const Vec3 &at, EndRanking &of) {
    const double ahead = aheadOf(view, at), radius = view.tire.radius;
    if (of.ranking.isLast(id) && isBeforeTire(ahead, at.z(), radius) &&
        of.plane.isUnder(ahead, at.z() - radius, radius))
        return true;
    const auto slope = tangentSlope(ahead, at.z(), radius);
    if (!slope)
        return fail(ProblemKind::BadInput,
                    "The point lies inside the tire's circle, beside it or below the ground.", id,
                    "Check its height and its distance from the axle.");
    of.ranking.offer(*slope, id, at);
    of.plane.turnTo(of.ranking.tightest());
    return true;
}

/// The parts of an edge inside the track bands, |y| from `inner` to `outer`.
std::vector<std::pair<Vec3, Vec3>> inBands(const TouchEdge &edge, double inner, double outer) {
    std::vector<std::pair<Vec3, Vec3>> out;
    const double y0 = edge.from.y();
    const double dy = edge.to.y() - y0;
    for (const double side : {1.0, -1.0}) {
        double t0 = 0, t1 = 1;
        const double low = std::min(side * inner, side * outer);
        const double high = std::max(side * inner, side * outer);
        if (dy == 0) {
            if (y0 < low || y0 > high) continue;
        } else {
            const double a = (low - y0) / dy;
            const double b = (high - y0) / dy;
            t0 = std::max(t0, std::min(a, b));
            t1 = std::min(t1, std::max(a, b));
            if (t0 > t1) continue;
        }
        const Vec3 d = edge.to - edge.from;
        out.emplace_back(edge.from + d * t0, edge.from + d * t1);
    }
    return out;
}

Result<EndAngle> endAngle(const EndView &view, const std::vector<TouchPoint> &points,
                          const std::vector<TouchEdge> &edges) {
    EndRanking whole, wheelPath;
    const double inner = view.tire.track / 2 - view.tire.width / 2;
    const double outer = view.tire.track / 2 + view.tire.width / 2;
    for (const TouchPoint &p : points) {
        if (!p.at.allFinite()) return fail(ProblemKind::NotFinite, "The point is not finite.", p.id);
        if (auto r = consider(view, p.id, p.at, whole); !r) return tl::unexpected(r.error());
        const double y = std::abs(p.at.y());
        if (y >= inner && y <= outer) (void)consider(view, p.id, p.at, wheelPath);
    }
    for (const TouchEdge &e : edges) {
        // What a plane of a given slope clears is a half-space, so of a straight edge one end governs.
        for (const Vec3 &end : {e.from, e.to})
            if (auto r = consider(view, e.id, end, whole); !r) return tl::unexpected(r.error());
        for (const auto &[from, to] : inBands(e, inner, outer))
            for (const Vec3 &end : {from, to}) (void)consider(view, e.id, end, wheelPath);
    }
    return EndAngle{whole.ranking.take("Nothing has been measured or built at this end."),
                    wheelPath.ranking.take("Nothing of this end lies in the wheel path.")};
}

/// @param low  set to the lowest point of the belly
Result<Ranking> breakoverOf(const ClearanceModel &model, LowPoint &low) {
    Ranking ranking;
    TirePlane toFront, toRear;  // of the tightest wedge since the points turned to the part they are of
    const double front = model.front.radius, rear = model.rear.radius;
    for (const TouchPoint &p : model.belly) {
        const double behind = -p.at.x(), ahead = p.at.x() + model.wheelbase, z = p.at.z();
        if (model.towed) {
            if (!(z >= 0))
                return fail(ProblemKind::BadInput, "The point is below the ground.", p.id,
                            "Check its height.");
            considerLow(p, low);
            continue;
        }
        if (!isBeforeTire(behind, z, front) || !isBeforeTire(ahead, z, rear))
            return fail(ProblemKind::BadInput, "The point is not between the tires and above the ground.",
                        p.id, "Check its place along the vehicle and its height.");
        considerLow(p, low);
        const bool isSamePart = ranking.isLast(p.id);
        if (isSamePart && toFront.isUnder(behind, z - front, front) && toRear.isUnder(ahead, z - rear, rear))
            continue;
        const double one = *tangentSlope(behind, z, front), other = *tangentSlope(ahead, z, rear);
        if (!ranking.offer(one + other, p.id, p.at) && isSamePart) continue;
        toFront.turnTo(one);
        toRear.turnTo(other);
    }
    return ranking;
}

/// Over what stands out beyond the tires between the axles.
RankedAngle sideAngle(const ClearanceModel &model) {
    const double tread =
        std::max((model.front.track + model.front.width) / 2, (model.rear.track + model.rear.width) / 2);
    Ranking ranking;
    const auto offer = [&](const std::string &id, const Vec3 &at) {
        const bool between = at.x() < -model.front.radius && at.x() > -model.wheelbase + model.rear.radius;
        const double out = std::abs(at.y()) - tread;
        if (between && out > 0) ranking.offer(std::atan2(at.z(), out), id, at);
    };
    for (const TouchPoint &p : model.belly) offer(p.id, p.at);
    return ranking.take("Nothing stands out beyond the tires between the axles.");
}

}  // namespace

bool isBeforeTire(double ahead, double height, double radius) {
    const double up = height - radius;
    return ahead > 0 && height >= 0 && ahead * ahead + up * up >= radius * radius;
}

std::optional<double> tangentSlope(double ahead, double height, double radius) {
    if (!isBeforeTire(ahead, height, radius)) return std::nullopt;
    const double up = height - radius;
    const double distance = std::hypot(ahead, up);
    return std::atan2(up, ahead) + std::asin(std::min(1.0, radius / distance));
}

Result<Clearance> angles(const ClearanceModel &model) {
    if (!(model.wheelbase > 0) || !std::isfinite(model.wheelbase))
        return fail(ProblemKind::BadInput, "The wheelbase must be above 0.", "wheelbase");
    if (auto r = model.towed ? Result<bool>(true) : checkTire(model.front, "tires/front"); !r)
        return tl::unexpected(r.error());
    if (auto r = checkTire(model.rear, "tires/rear"); !r) return tl::unexpected(r.error());
    Clearance out;
    const EndView front{0, 1, model.front};
    const EndView rear{-model.wheelbase, -1, model.rear};
    constexpr const char *noFront = "A trailer has no front wheels: this is told by what tows it.";
    auto approach = endAngle(front, model.towed ? std::vector<TouchPoint>{} : model.frontPoints,
                             model.towed ? std::vector<TouchEdge>{} : model.frontEdges);
    if (!approach) return tl::unexpected(approach.error());
    if (model.towed) approach->whole.why = approach->wheelPath.why = noFront;
    auto departure = endAngle(rear, model.rearPoints, model.rearEdges);
    if (!departure) return tl::unexpected(departure.error());
    out.approach = *approach;
    out.departure = *departure;
    auto breakover = breakoverOf(model, out.between);
    if (!breakover) return tl::unexpected(breakover.error());
    out.breakover = breakover->take(model.towed ? noFront : "Nothing has been measured between the axles.");
    for (const TouchPoint &p : model.atAxles) {
        if (!p.at.allFinite() || p.at.z() < 0)
            return fail(ProblemKind::BadInput, "The point is below the ground.", p.id, "Check its height.");
        considerLow(p, p.at.x() > -model.wheelbase / 2 ? out.atFront : out.atRear);
    }
    out.side = sideAngle(model);
    return out;
}

working::Working breakoverWorking(const LimitAngle &limit, double wheelbase, const LoadedTire &front,
                                  const LoadedTire &rear) {
    using working::number;
    working::Working w;
    w.title = "Breakover angle";
    if (!limit.angle) return w.note(limit.why);
    const double behind = -limit.at.x(), ahead = limit.at.x() + wheelbase, h = limit.at.z();
    const double toFront = tangentSlope(behind, h, front.radius).value_or(0),
                 toRear = tangentSlope(ahead, h, rear.radius).value_or(0);
    const std::string source = "definition after SAE J1100";
    w.given("a", "the point behind the front axle", behind, "mm", limit.governs)
        .given("b", "the point ahead of the rear axle", ahead, "mm", limit.governs)
        .given("h", "its height above the ground", h, "mm", limit.governs)
        .step("θ₁", "slope of the plane through it that touches the front tires",
              "atan((h − R)/a) + asin(R/ρ)", "", degrees(toFront), "°", source)
        .step("θ₂", "slope of the plane through it that touches the rear tires",
              "atan((h − R)/b) + asin(R/ρ)", "", degrees(toRear), "°", source)
        .step("θ", "largest wedge that clears it", "θ₁ + θ₂",
              fmt::format("{} + {}", number(degrees(toFront)), number(degrees(toRear))),
              degrees(*limit.angle), "°", source);
    return w;
}

working::Working endAngleWorking(const std::string &title, const LimitAngle &limit, double ahead,
                                 double radius) {
    using working::number;
    working::Working w;
    w.title = title;
    if (!limit.angle) return w.note(limit.why);
    const double up = limit.at.z() - radius;
    const double distance = std::hypot(ahead, up);
    const std::string source = "definition after SAE J1100";
    w.given("R", "loaded radius of the tire", radius, "mm", "measured");
    w.given("a", "distance of the point ahead of the wheel center", ahead, "mm", limit.governs);
    w.given("h", "height of the point above the ground", limit.at.z(), "mm", limit.governs);
    w.step("ρ", "distance of the point from the wheel center", "√(a² + (h − R)²)",
           fmt::format("√({}² + {}²)", number(ahead), number(up)), distance, "mm", source);
    w.step("φ", "elevation of the point seen from the wheel center", "atan((h − R)/a)",
           fmt::format("atan({}/{})", number(up), number(ahead)), degrees(std::atan2(up, ahead)), "°",
           source);
    w.step("θ", "slope of the plane that touches tire and point", "φ + asin(R/ρ)",
           fmt::format("{} + asin({}/{})", number(degrees(std::atan2(up, ahead))), number(radius),
                       number(distance)),
           degrees(*limit.angle), "°", source);
    w.note("The tire counts with its loaded radius and as a cylinder; its give on the slope is left out.");
    return w;
}

}  // namespace hefty::clearance
