#include "core/outline/drawing.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

namespace hefty::outline {
namespace {

double cross(const Vec2 &a, const Vec2 &b) {
    return a.x() * b.y() - a.y() * b.x();
}

const Corner &next(const Loop &loop, std::size_t i) {
    return loop[(i + 1) % loop.size()];
}

/// The arc from one corner to the next: center, radius, angle swept (signed).
struct Arc {
    Vec2 center;
    double radius, sweep, start;
};
Arc arcOf(const Corner &from, const Corner &to) {
    const double sweep = 4 * std::atan(from.bulge);
    const Vec2 chord = to.at - from.at;
    const double half = chord.norm() / 2;
    const double radius = half / std::abs(std::sin(sweep / 2));
    // The center lies to the left of the chord for a short arc to the left.
    const Vec2 left(-chord.y(), chord.x());
    const double toCenter = half / std::tan(sweep / 2);
    const Vec2 center = (from.at + to.at) / 2 + left.normalized() * toCenter;
    const Vec2 arm = from.at - center;
    return {center, radius, sweep, std::atan2(arm.y(), arm.x())};
}

void reverse(Loop &loop) {
    Loop out;
    for (std::size_t i = loop.size(); i-- > 0;) out.push_back({next(loop, i).at, -loop[i].bulge});
    loop = std::move(out);
}

}  // namespace

double area(const Loop &loop) {
    if (loop.size() < 2) return 0;
    double sum = 0;
    for (std::size_t i = 0; i < loop.size(); ++i) {
        sum += cross(loop[i].at, next(loop, i).at) / 2;
        if (loop[i].bulge == 0) continue;
        const Arc a = arcOf(loop[i], next(loop, i));
        sum += a.radius * a.radius * (a.sweep - std::sin(a.sweep)) / 2;
    }
    return sum;
}

double area(const Outline &outline) {
    double sum = std::abs(area(outline.outer));
    for (const Loop &h : outline.holes) sum -= std::abs(area(h));
    return std::max(0.0, sum);
}

double perimeter(const Loop &loop) {
    double sum = 0;
    for (std::size_t i = 0; i < loop.size(); ++i) {
        if (loop[i].bulge == 0) {
            sum += (next(loop, i).at - loop[i].at).norm();
        } else {
            const Arc a = arcOf(loop[i], next(loop, i));
            sum += a.radius * std::abs(a.sweep);
        }
    }
    return sum;
}

std::vector<Vec2> flattened(const Loop &loop, double tolerance) {
    std::vector<Vec2> out;
    for (std::size_t i = 0; i < loop.size(); ++i) {
        out.push_back(loop[i].at);
        if (loop[i].bulge == 0) continue;
        const Arc a = arcOf(loop[i], next(loop, i));
        const double step = 2 * std::acos(std::max(0.0, 1 - tolerance / std::max(a.radius, 2 * tolerance)));
        const int pieces = std::clamp(static_cast<int>(std::ceil(std::abs(a.sweep) / step)), 2, 1000);
        for (int k = 1; k < pieces; ++k) {
            const double t = a.start + a.sweep * k / pieces;
            out.push_back(a.center + a.radius * Vec2(std::cos(t), std::sin(t)));
        }
    }
    return out;
}

std::pair<Vec2, Vec2> bounds(const Outline &outline) {
    Vec2 low(1e300, 1e300), high(-1e300, -1e300);
    for (const Vec2 &p : flattened(outline.outer, 0.001)) {
        low = low.cwiseMin(p);
        high = high.cwiseMax(p);
    }
    return {low, high};
}

Loop circle(const Vec2 &center, double diameter) {
    const Vec2 arm(diameter / 2, 0);
    return {{center - arm, 1}, {center + arm, 1}};
}

bool isCircle(const Loop &loop, Vec2 &center, double &diameter) {
    if (loop.size() < 2) return false;
    double sweep = 0;
    for (std::size_t i = 0; i < loop.size(); ++i) {
        if (loop[i].bulge == 0) return false;
        const Arc a = arcOf(loop[i], next(loop, i));
        if (i == 0) {
            center = a.center;
            diameter = 2 * a.radius;
        } else if ((a.center - center).norm() > 0.01 * diameter) {
            return false;
        }
        sweep += a.sweep;
    }
    return std::abs(std::abs(sweep) - 2 * std::numbers::pi) < 0.01;
}

Outline tidied(Outline o) {
    if (area(o.outer) < 0) reverse(o.outer);
    for (Loop &h : o.holes)
        if (area(h) > 0) reverse(h);
    const Vec2 low = bounds(o).first;
    for (Corner &c : o.outer) c.at -= low;
    for (Loop &h : o.holes)
        for (Corner &c : h) c.at -= low;
    return o;
}

Result<Outline> assembled(std::vector<Loop> loops, const std::string &where) {
    auto parts = partsOf(std::move(loops), where);
    if (!parts) return tl::unexpected(parts.error());
    return tidied(std::move(parts->front()));
}

Outline readOutline(const Json &json, const std::string &path, Faults &faults) {
    const auto loopOf = [&](const Json &list, const std::string &at) {
        Loop loop;
        if (!list.is_array()) {
            faults.add("A list of [x, y, bulge] is expected here.", at);
            return loop;
        }
        for (std::size_t i = 0; i < list.size(); ++i) {
            const Json &c = list[i];
            const bool fine = c.is_array() && c.size() == 3 &&
                              std::all_of(c.begin(), c.end(), [](const Json &n) { return n.is_number(); });
            if (fine)
                loop.push_back({Vec2(c[0].get<double>(), c[1].get<double>()), c[2].get<double>()});
            else
                faults.add("Three numbers [x, y, bulge] are expected here.", fmt::format("{}/{}", at, i));
        }
        if (loop.size() < 2) faults.add("A closed line has at least two corners.", at);
        return loop;
    };
    ObjectReader o(json, path, faults);
    Outline out;
    if (const Json *outer = o.child("outer")) out.outer = loopOf(*outer, o.pathOf("outer"));
    for (const auto &[value, at] : o.array("holes")) out.holes.push_back(loopOf(*value, at));
    return out;
}

Json writeOutline(const Outline &outline) {
    const auto list = [](const Loop &loop) {
        Json out = Json::array();
        for (const Corner &c : loop) out.push_back(Json::array({c.at.x(), c.at.y(), c.bulge}));
        return out;
    };
    Json json{{"outer", list(outline.outer)}, {"holes", Json::array()}};
    for (const Loop &h : outline.holes) json["holes"].push_back(list(h));
    return json;
}

}  // namespace hefty::outline
