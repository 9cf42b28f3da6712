#include "core/clearance/terrain.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <functional>
#include <numbers>
#include <random>

#include <fmt/format.h>

#include "core/base/csv.h"

namespace hefty::clearance {
namespace {

struct KindFacts {
    ObstacleKind kind;
    std::string_view word;
    double most;  ///< largest size that makes sense
};

constexpr std::array<KindFacts, 8> kinds{{{ObstacleKind::Slope, "slope", 1.5},
                                          {ObstacleKind::Wedge, "wedge", 3.0},
                                          {ObstacleKind::Ledge, "ledge", 2000},
                                          {ObstacleKind::Log, "log", 3000},
                                          {ObstacleKind::Ditch, "ditch", 8000},
                                          {ObstacleKind::Hump, "hump", 3000},
                                          {ObstacleKind::CrossDitch, "cross ditch", 8000},
                                          {ObstacleKind::RockGarden, "rock garden", 1500}}};

using Height = std::function<double(double)>;

double interpolated(const std::vector<double> &heights, double place) {
    if (place <= 0) return heights.front();
    const auto last = heights.size() - 1;
    if (place >= static_cast<double>(last)) return heights.back();
    const auto i = static_cast<std::size_t>(place);
    const double t = place - static_cast<double>(i);
    return heights[i] * (1 - t) + heights[i + 1] * t;
}

/// Length of the obstacle itself.
double lengthOf(const Obstacle &o) {
    switch (o.kind) {
        case ObstacleKind::Slope:
        case ObstacleKind::Wedge:
            return 9000;
        case ObstacleKind::Hump:
            return 6 * o.size;
        case ObstacleKind::RockGarden:
            return 8000;
        default:
            return o.size;
    }
}

/// Rocks as half ellipses at places, of widths and heights by the dice; the same seed, the same garden.
Height rocks(double size, std::uint32_t seed) {
    std::mt19937 dice(seed);
    const auto unit = [&dice] { return static_cast<double>(dice()) / 4294967296.0; };
    std::vector<std::array<double, 3>> list;  // middle, half width, height
    for (double x = 300; x < 7700;) {
        const double half = 120 + 260 * unit();
        list.push_back({x + half, half, size * (0.35 + 0.65 * unit())});
        x += 2 * half + 150 * unit();
    }
    return [list](double x) {
        double z = 0;
        for (const auto &[middle, half, height] : list)
            if (const double t = (x - middle) / half; std::abs(t) < 1)
                z = std::max(z, height * std::sqrt(1 - t * t));
        return z;
    };
}

Height heightOf(const Obstacle &o) {
    const double s = o.size;
    switch (o.kind) {
        case ObstacleKind::Slope:
            return [s](double x) { return std::max(0.0, x) * std::tan(s); };
        case ObstacleKind::Wedge:
            return [s](double x) { return -std::abs(x) * std::tan(s / 2); };
        case ObstacleKind::Ledge:
            return [s](double x) { return x >= 0 ? s : 0.0; };
        case ObstacleKind::Log:
            return [s](double x) {
                const double r = s / 2, d = x - r;
                return std::abs(d) < r ? std::sqrt(r * r - d * d) : 0.0;
            };
        case ObstacleKind::Ditch:
        case ObstacleKind::CrossDitch:
            return [s, depth = o.depth](double x) { return x > 0 && x < s ? -depth : 0.0; };
        case ObstacleKind::Hump:
            return [s](double x) {
                return x > 0 && x < 6 * s ? s / 2 * (1 - std::cos(2 * std::numbers::pi * x / (6 * s))) : 0.0;
            };
        case ObstacleKind::RockGarden:
            break;
    }
    return rocks(s, o.seed);
}

}  // namespace

std::string_view obstacleWord(ObstacleKind kind) {
    for (const KindFacts &k : kinds)
        if (k.kind == kind) return k.word;
    return "obstacle";
}

double Terrain::at(double x, double y, double inner) const {
    const double place = (x - start) / step;
    if (y >= inner) return interpolated(left, place);
    if (y <= -inner) return interpolated(right, place);
    const double t = (y + inner) / (2 * inner);
    return t * interpolated(left, place) + (1 - t) * interpolated(right, place);
}

Result<Terrain> terrainOf(const Obstacle &o, double reach, double step) {
    const auto facts =
        std::find_if(kinds.begin(), kinds.end(), [&o](const KindFacts &k) { return k.kind == o.kind; });
    if (!(o.size > 0) || !(o.size <= facts->most))
        return fail(ProblemKind::BadInput, fmt::format("A {} of {:.6g} makes no sense.", facts->word, o.size),
                    "size", fmt::format("Use a size above 0 and up to {:.6g}.", facts->most));
    if (!(step > 0) || !(reach > 0) || !std::isfinite(reach))
        return fail(ProblemKind::BadInput, "The step and the reach must be above 0.", "step");
    const bool crest = o.kind == ObstacleKind::Wedge;
    const double length = lengthOf(o);
    Terrain t;
    t.step = step;
    t.start = -reach - (crest ? length : 0);
    const auto count =
        static_cast<std::size_t>(std::ceil((length + (crest ? length : 0) + 2 * reach) / step)) + 1;
    const Height left = heightOf(o);
    const Height right = o.kind == ObstacleKind::CrossDitch   ? Height([](double) { return 0.0; })
                         : o.kind == ObstacleKind::RockGarden ? rocks(o.size, o.seed + 7919)
                                                              : left;
    for (std::size_t i = 0; i < count; ++i) {
        double x = t.start + step * static_cast<double>(i);
        if (crest) x = std::clamp(x, -length, length);
        t.left.push_back(left(x));
        t.right.push_back(right(x));
    }
    return t;
}

Result<Terrain> terrainFromCsv(std::string_view text, const std::string &name, double step) {
    const auto table = CsvTable::parse(text, name);
    if (!table) return tl::unexpected(table.error());
    Faults faults;
    std::vector<double> x, left, right;
    for (std::size_t r = 0; r < table->rowCount(); ++r) {
        x.push_back(table->number(r, "x", faults));
        left.push_back(table->number(r, "left", faults));
        right.push_back(table->hasColumn("right") ? table->number(r, "right", faults, left.back())
                                                  : left.back());
        if (r > 0 && !(x[r] > x[r - 1]) && faults.none())
            faults.add("x must grow from row to row.", fmt::format("{}, row {}, x", name, r + 1),
                       "Sort the rows.");
    }
    if (faults.none() && x.size() < 2)
        faults.add("A profile needs at least two rows.", name, "Measure more of it.");
    if (faults.none() && (x.back() - x.front()) / step > 2e6)
        faults.add("The profile is too long.", name, "Give x in millimeters.");
    if (!faults.none()) return tl::unexpected(faults.joined());
    Terrain t;
    t.step = step;
    t.start = x.front();
    std::size_t k = 0;
    for (double at = x.front(); at <= x.back() + 1e-9; at += step) {
        while (k + 2 < x.size() && x[k + 1] < at) ++k;
        const double s = std::clamp((at - x[k]) / (x[k + 1] - x[k]), 0.0, 1.0);
        t.left.push_back(left[k] + s * (left[k + 1] - left[k]));
        t.right.push_back(right[k] + s * (right[k + 1] - right[k]));
    }
    if (t.left.size() < 2) {
        t.left.push_back(left.back());
        t.right.push_back(right.back());
    }
    return t;
}

Result<Terrain> withApproach(const Terrain &terrain, double reach) {
    if (!(reach > 0) || !std::isfinite(reach) || terrain.left.empty())
        return fail(ProblemKind::BadInput, "The reach must be above 0.", "reach");
    const auto more = static_cast<std::size_t>(std::ceil(reach / terrain.step));
    Terrain out = terrain;
    out.start -= static_cast<double>(more) * terrain.step;
    for (std::vector<double> *side : {&out.left, &out.right}) {
        side->insert(side->begin(), more, side->front());
        side->insert(side->end(), more, side->back());
    }
    return out;
}

std::vector<double> rolledOver(const std::vector<double> &heights, double step, double radius) {
    const auto reach = static_cast<std::ptrdiff_t>(radius / step);
    std::vector<double> cap;
    for (std::ptrdiff_t d = -reach; d <= reach; ++d) {
        const double x = static_cast<double>(d) * step;
        cap.push_back(std::sqrt(std::max(0.0, radius * radius - x * x)));
    }
    const auto count = static_cast<std::ptrdiff_t>(heights.size());
    std::vector<double> out(heights.size());
    for (std::ptrdiff_t i = 0; i < count; ++i) {
        double most = -1e300;
        const std::ptrdiff_t from = std::max<std::ptrdiff_t>(0, i - reach),
                             to = std::min(count - 1, i + reach);
        for (std::ptrdiff_t j = from; j <= to; ++j)
            most = std::max(
                most, heights[static_cast<std::size_t>(j)] + cap[static_cast<std::size_t>(j - i + reach)]);
        out[static_cast<std::size_t>(i)] = most;
    }
    return out;
}

}  // namespace hefty::clearance
