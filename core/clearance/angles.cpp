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

Result<bool> consider(const EndView &view, const std::string &id, const Vec3 &at, LimitAngle &limit) {
    const auto slope = tangentSlope(aheadOf(view, at), at.z(), view.tire.radius);
    if (!slope)
        return fail(ProblemKind::BadInput,
                    "The point lies inside the tire's circle, beside it or below the ground.", id,
                    "Check its height and its distance from the axle.");
    if (!limit.angle || *slope < *limit.angle) {
        limit.angle = *slope;
        limit.governs = id;
        limit.at = at;
    }
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
    EndAngle out;
    const double inner = view.tire.track / 2 - view.tire.width / 2;
    const double outer = view.tire.track / 2 + view.tire.width / 2;
    for (const TouchPoint &p : points) {
        if (!p.at.allFinite()) return fail(ProblemKind::NotFinite, "The point is not finite.", p.id);
        if (auto r = consider(view, p.id, p.at, out.whole); !r) return tl::unexpected(r.error());
        const double y = std::abs(p.at.y());
        if (y >= inner && y <= outer) (void)consider(view, p.id, p.at, out.wheelPath);
    }
    for (const TouchEdge &e : edges) {
        // What a plane of a given slope clears is a half-space, so of a straight edge one end governs.
        for (const Vec3 &end : {e.from, e.to})
            if (auto r = consider(view, e.id, end, out.whole); !r) return tl::unexpected(r.error());
        for (const auto &[from, to] : inBands(e, inner, outer))
            for (const Vec3 &end : {from, to}) (void)consider(view, e.id, end, out.wheelPath);
    }
    if (!out.whole.angle) out.whole.why = "Nothing has been measured or built at this end.";
    if (!out.wheelPath.angle) out.wheelPath.why = "Nothing of this end lies in the wheel path.";
    return out;
}

}  // namespace

std::optional<double> tangentSlope(double ahead, double height, double radius) {
    const double up = height - radius;
    const double distance = std::hypot(ahead, up);
    if (!(distance >= radius) || !(ahead > 0) || height < 0) return std::nullopt;
    return std::atan2(up, ahead) + std::asin(std::min(1.0, radius / distance));
}

Result<Clearance> angles(const ClearanceModel &model) {
    if (!(model.wheelbase > 0) || !std::isfinite(model.wheelbase))
        return fail(ProblemKind::BadInput, "The wheelbase must be above 0.", "wheelbase");
    if (auto r = checkTire(model.front, "tires/front"); !r) return tl::unexpected(r.error());
    if (auto r = checkTire(model.rear, "tires/rear"); !r) return tl::unexpected(r.error());
    Clearance out;
    const EndView front{0, 1, model.front};
    const EndView rear{-model.wheelbase, -1, model.rear};
    auto approach = endAngle(front, model.frontPoints, model.frontEdges);
    if (!approach) return tl::unexpected(approach.error());
    auto departure = endAngle(rear, model.rearPoints, model.rearEdges);
    if (!departure) return tl::unexpected(departure.error());
    out.approach = *approach;
    out.departure = *departure;
    for (const TouchPoint &p : model.belly) {
        const auto toFront = tangentSlope(-p.at.x(), p.at.z(), model.front.radius);
        const auto toRear = tangentSlope(p.at.x() + model.wheelbase, p.at.z(), model.rear.radius);
        if (!toFront || !toRear)
            return fail(ProblemKind::BadInput, "The point is not between the tires and above the ground.",
                        p.id, "Check its place along the vehicle and its height.");
        if (!out.breakover.angle || *toFront + *toRear < *out.breakover.angle)
            out.breakover = {*toFront + *toRear, p.id, p.at, {}};
        if (!out.groundClearance || p.at.z() < *out.groundClearance) {
            out.groundClearance = p.at.z();
            out.clearanceGoverns = p.id;
            out.clearanceAt = p.at;
        }
    }
    if (!out.breakover.angle) out.breakover.why = "Nothing has been measured between the axles.";
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
