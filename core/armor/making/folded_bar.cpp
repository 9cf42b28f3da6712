#include "core/armor/making/folded_bar.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/base/constants.h"

namespace hefty::armor {
namespace {

constexpr double sharpest = 2.1;  // rad: a notch of more leaves no wall to fold about
constexpr double leastLeg = 5;    // mm of its shorter side

/// Several cuts stand on the corners of the polygon around their arc.
std::vector<Vec3> cornersOf(const FoldedCorner &corner, const Vec3 &in, const Vec3 &out) {
    const double angle = std::acos(std::clamp(in.dot(out), -1.0, 1.0));
    if (corner.cuts <= 1 || !(corner.radius > 0)) return {corner.at};
    const double each = angle / corner.cuts, tangent = corner.radius * std::tan(angle / 2);
    const Vec3 axis = in.cross(out).normalized();
    std::vector<Vec3> all;
    Vec3 way = in, at = corner.at - in * tangent;
    double step = corner.radius * std::tan(each / 2);
    for (int i = 0; i < corner.cuts; ++i) {
        at += way * step;
        all.push_back(at);
        way = Eigen::AngleAxisd(each, axis) * way;
        step = 2 * corner.radius * std::tan(each / 2);
    }
    return all;
}

/// The center line's corners, its ends among them.
std::vector<Vec3> lineOf(const Vec3 &from, const std::vector<FoldedCorner> &corners, const Vec3 &to) {
    std::vector<Vec3> line{from};
    for (std::size_t i = 0; i < corners.size(); ++i) {
        const Vec3 before = i == 0 ? from : corners[i - 1].at,
                   after = i + 1 < corners.size() ? corners[i + 1].at : to;
        const auto add = cornersOf(corners[i], (corners[i].at - before).normalized(),
                                   (after - corners[i].at).normalized());
        line.insert(line.end(), add.begin(), add.end());
    }
    line.push_back(to);
    return line;
}

/// The fold at a corner. False: it cannot be folded so.
bool foldAt(Maker &maker, const std::string &label, const StockedBar &of, const Vec3 &at, const Vec3 &in,
            const Vec3 &out, const Vec3 &up, BarFold &fold) {
    fold.at = at;
    fold.angle = std::acos(std::clamp(in.dot(out), -1.0, 1.0));
    if (fold.angle < radians(1) || fold.angle > sharpest) {
        maker.refuse(fmt::format("{} cannot be folded by {:.0f} degrees.", label, degrees(fold.angle)), label,
                     "Fold it by 1 to 120 degrees at one corner.");
        return false;
    }
    const double square = std::abs(in.cross(out).normalized().dot(up));
    constexpr double aligned = 1e-3;
    if (square > aligned && square < 1 - aligned) {
        maker.refuse(fmt::format("{} would be folded about a slanted line of its walls.", label), label,
                     "Fold it in the plane of its height or of its width.");
        return false;
    }
    fold.depth = square > 0.5 ? of.section.width : of.section.height;
    fold.outward = (in - out).normalized();
    return true;
}

bool legsRemain(Maker &maker, const std::string &label, const std::vector<Vec3> &line,
                const std::vector<BarFold> &folds) {
    const auto eaten = [&folds](std::size_t corner) {
        return corner < folds.size() ? folds[corner].depth / 2 * std::tan(folds[corner].angle / 2) : 0;
    };
    for (std::size_t i = 0; i + 1 < line.size(); ++i) {
        const double before = i == 0 ? 0 : eaten(i - 1);
        if ((line[i + 1] - line[i]).norm() - before - eaten(i) >= leastLeg) continue;
        maker.refuse(fmt::format("The notches of {} eat up the leg between them.", label), label,
                     "Set the corners further apart, or take fewer cuts or a larger radius.");
        return false;
    }
    return true;
}

}  // namespace

void addFoldedBar(Maker &maker, const std::string &name, const Provenance &made, const StockedBar &of,
                  const Vec3 &from, const std::vector<FoldedCorner> &corners, const Vec3 &to, const Vec3 &up,
                  std::vector<std::string> legs) {
    const std::string label = made.label.empty() ? name : made.label;
    if (of.section.shape != stock::SectionShape::RectTube && of.section.shape != stock::SectionShape::Flat)
        return maker.refuse(fmt::format("{} has no flat walls to be notched and folded.", label), name,
                            "Bend a round tube, or take a rectangular one.");
    const std::vector<Vec3> line = lineOf(from, corners, to);
    const std::size_t count = line.size() - 1;
    FoldedBar whole;
    whole.name = name;
    Vec3 z = up;
    std::vector<Vec3> ups{z};
    for (std::size_t i = 0; i + 1 < count; ++i) {
        const Vec3 in = (line[i + 1] - line[i]).normalized(), out = (line[i + 2] - line[i + 1]).normalized();
        BarFold fold;
        if (!foldAt(maker, label, of, line[i + 1], in, out, z, fold)) return;
        whole.folds.push_back(fold);
        z = Eigen::AngleAxisd(fold.angle, in.cross(out).normalized()) * z;
        ups.push_back(z);
    }
    if (!legsRemain(maker, label, line, whole.folds)) return;
    for (std::size_t i = legs.size(); i < count; ++i) legs.push_back(fmt::format("{}.{}", name, i + 1));
    for (std::size_t i = 0; i < count; ++i) {
        Provenance leg = made;
        if (count > 1 && legs[i].starts_with(name + "."))
            leg.label = fmt::format("leg {} of {}", i + 1, label);
        BarPart &bar = maker.bar(legs[i], leg, of, line[i], line[i + 1], {}, ups[i]);
        const auto miter = [&](std::size_t corner) -> Vec3 {
            const Vec3 in = (line[corner] - line[corner - 1]).normalized();
            return (in + (line[corner + 1] - line[corner]).normalized()).normalized();
        };
        if (i > 0) bar.cutFrom = miter(i);
        if (i + 1 < count) bar.cutTo = miter(i + 1);
    }
    whole.legs = std::move(legs);
    if (count > 1) maker.out().foldedBars.push_back(std::move(whole));
}

void dropHinges(const Assembly &assembly, const std::string &a, const std::string &b,
                std::vector<Contact> &contacts) {
    for (const FoldedBar &f : assembly.foldedBars)
        for (std::size_t i = 0; i + 1 < f.legs.size(); ++i) {
            if (!((f.legs[i] == a && f.legs[i + 1] == b) || (f.legs[i] == b && f.legs[i + 1] == a))) continue;
            const BarFold &fold = f.folds[i];
            const double wall = assembly.bar(a)->section.wall;
            const double hinge = (fold.depth / 2 - wall) / std::cos(fold.angle / 2);
            for (Contact &c : contacts)
                std::erase_if(c.lines, [&](const WeldLine &l) {
                    return ((l.from + l.to) / 2 - fold.at).dot(fold.outward) > hinge;
                });
        }
}

}  // namespace hefty::armor
