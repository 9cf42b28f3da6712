#include "core/workshop/weld/laying.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/workshop/weld/weld_list.h"

namespace hefty::workshop {
namespace {

using shape::Vec3;

constexpr double meetsWithin = 1;                                                      // mm: two lines meet
constexpr double thicknesses = 30, nearest = 50, furthest = 300;                       // of tacks
constexpr double tackThicknesses = 2, leastTack = 10, longestTack = 30;                // their length
constexpr double laidThrough = 250, longestRun = 125, longLine = 500, smallRim = 150;  // mm
constexpr double corner = 0.866;                                                       // cosine of 30 degrees

/// Lines of a seam that go on into each other.
struct Path {
    std::vector<Vec3> points;
    [[nodiscard]] bool closed() const {
        return points.size() > 3 && (points.front() - points.back()).norm() < meetsWithin;
    }
    [[nodiscard]] double length() const {
        double sum = 0;
        for (std::size_t i = 1; i < points.size(); ++i) sum += (points[i] - points[i - 1]).norm();
        return sum;
    }
};

/// Joins what meets end to end, whichever way its lines were told.
std::vector<Path> pathsOf(const armor::Contact &contact) {
    std::vector<armor::WeldLine> left;
    for (const armor::WeldLine &l : contact.lines)
        if (!l.skin && (l.to - l.from).norm() > 1e-6) left.push_back(l);
    std::vector<Path> out;
    while (!left.empty()) {
        Path path{{left.back().from, left.back().to}};
        left.pop_back();
        const auto goOn = [&](bool atEnd) {
            const Vec3 at = atEnd ? path.points.back() : path.points.front();
            for (auto it = left.begin(); it != left.end(); ++it) {
                const bool from = (it->from - at).norm() < meetsWithin,
                           to = (it->to - at).norm() < meetsWithin;
                if (!from && !to) continue;
                path.points.insert(atEnd ? path.points.end() : path.points.begin(), from ? it->to : it->from);
                left.erase(it);
                return true;
            }
            return false;
        };
        while (goOn(true) || goOn(false)) {
        }
        out.push_back(std::move(path));
    }
    return out;
}

/// The ends and corners of an open path; of a closed one its corners, or its beginning.
std::vector<std::size_t> cornersOf(const Path &p) {
    std::vector<std::size_t> out;
    const std::size_t last = p.points.size() - 1;
    const auto turns = [&p](std::size_t before, std::size_t at, std::size_t after) {
        const Vec3 in = (p.points[at] - p.points[before]).normalized();
        return in.dot((p.points[after] - p.points[at]).normalized()) < corner;
    };
    if (!p.closed() || turns(last - 1, 0, 1)) out.push_back(0);
    for (std::size_t i = 1; i < last; ++i)
        if (turns(i - 1, i, i + 1)) out.push_back(i);
    if (out.empty()) out.push_back(0);
    out.push_back(last);
    return out;
}

/// Adds tacks from one corner to the next, the next left out.
void addBetween(const Path &p, std::size_t from, std::size_t to, double spacing, int least,
                std::vector<Vec3> &out) {
    double length = 0;
    for (std::size_t i = from; i < to; ++i) length += (p.points[i + 1] - p.points[i]).norm();
    const int parts = std::max(least, static_cast<int>(std::ceil(length / spacing - 1e-9)));
    double next = 0, gone = 0;
    int placed = 0;
    for (std::size_t i = from; i < to && placed < parts; ++i) {
        const Vec3 d = p.points[i + 1] - p.points[i];
        const double here = d.norm();
        while (placed < parts && next <= gone + here + 1e-9) {
            out.push_back(p.points[i] + d * ((next - gone) / here));
            ++placed;
            next = length * placed / parts;
        }
        gone += here;
    }
}

void addTacks(const Path &p, double spacing, std::vector<Vec3> &out) {
    const std::vector<std::size_t> corners = cornersOf(p);
    const bool smooth = p.closed() && corners.size() == 2;
    constexpr int aroundRim = 3;
    for (std::size_t i = 0; i + 1 < corners.size(); ++i)
        addBetween(p, corners[i], corners[i + 1], spacing, smooth ? aroundRim : 1, out);
    if (!p.closed()) out.push_back(p.points.back());
}

int runsOf(const Path &p) {
    const double l = p.length();
    if (p.closed()) return l > smallRim ? 4 : 1;
    if (l <= laidThrough) return 1;
    const int runs = static_cast<int>(std::ceil(l / longestRun - 1e-9));
    return l > longLine ? 2 * ((runs + 1) / 2) : runs;  // as many to both sides
}

}  // namespace

bool Laying::fromMiddle() const {
    return backstep() && longest > longLine;
}

Laying layingOf(const armor::Assembly &assembly, const armor::WeldJoint &joint) {
    const double a = partThickness(assembly, joint.a), b = partThickness(assembly, joint.b);
    const double thinner = a > 0 && b > 0 ? std::min(a, b) : std::max(a, b);
    const double spacing = std::clamp(thicknesses * thinner, nearest, furthest);
    Laying out;
    out.tackLength = std::clamp(tackThicknesses * thinner, leastTack, longestTack);
    for (const armor::Contact &c : joint.contacts)
        for (const Path &p : pathsOf(c)) {
            addTacks(p, spacing, out.tacks);
            if (p.length() <= out.longest) continue;
            out.longest = p.length();
            out.around = p.closed();
            out.runs = runsOf(p);
        }
    return out;
}

std::vector<measure::Phrase> layingWords(const Laying &l) {
    if (l.tacks.empty()) return {};
    std::vector<measure::Phrase> out;
    out.push_back({fmt::format("Tack it at {} places, {{0}} each: ends and corners first.", l.tacks.size()),
                   {{l.tackLength}}});
    if (l.around && l.runs > 1)
        out.push_back({"Go around in quarters of {0}, opposite ones in turn.", {{l.run()}}});
    else if (l.fromMiddle())
        out.push_back(
            {fmt::format("Its longest line ({{0}}) in {} runs of {{1}} from the middle to both ends in turn, "
                         "each laid back toward the one before.",
                         l.runs),
             {{l.longest}, {l.run()}}});
    else if (l.backstep())
        out.push_back(
            {fmt::format(
                 "Its longest line ({{0}}) in {} runs of {{1}}, each laid back toward the one before.",
                 l.runs),
             {{l.longest}, {l.run()}}});
    return out;
}

}  // namespace hefty::workshop
