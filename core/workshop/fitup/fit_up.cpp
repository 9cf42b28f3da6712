#include "core/workshop/fitup/fit_up.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace hefty::workshop {
namespace {

using measure::Quantity;

// What a tape at a hole's rim and a fabricated piece may be off (docs/methods.md, "Fit-up").
constexpr double tapeReading = 1;  // mm
constexpr double diagonalOff = 2;  // mm
constexpr double overallOff = 5;   // mm

/// The bolt groups of the left with their twins on the right.
std::vector<std::pair<const armor::BoltJoint *, const armor::BoltJoint *>> pairsOf(const armor::Assembly &a) {
    std::vector<std::pair<const armor::BoltJoint *, const armor::BoltJoint *>> out;
    for (const armor::BoltJoint &l : a.mounts)
        for (const armor::BoltJoint &r : a.mounts) {
            const Vec3 mirrored(r.plane.origin.x(), -r.plane.origin.y(), r.plane.origin.z());
            if (l.plane.origin.y() > 0 && (mirrored - l.plane.origin).norm() < 1 &&
                l.at.size() == r.at.size())
                out.emplace_back(&l, &r);
        }
    return out;
}

std::string nameOf(const armor::BoltJoint &j) {
    return j.label.empty() ? j.name : j.label;
}

FitItem measured(std::string id, std::string what, double nominal, double tolerance, std::string ifOff,
                 const Vec3 &at) {
    FitItem i;
    i.id = std::move(id);
    i.what = std::move(what);
    i.nominal = nominal;
    i.tolerance = tolerance;
    i.quantity = Quantity::DrilledLength;
    i.ifOff = std::move(ifOff);
    i.at = at;
    return i;
}

FitItem lookedAt(std::string id, std::string what) {
    FitItem i;
    i.id = std::move(id);
    i.what = std::move(what);
    return i;
}

}  // namespace

std::vector<HoleDistance> holeDistances(const std::string &piece, const armor::Assembly &a) {
    std::vector<HoleDistance> out;
    const auto twin = [](Vec3 p) {
        p.y() = -p.y();
        return p;
    };
    for (const auto &[l, r] : pairsOf(a)) {
        const Vec3 &first = l->at.front();
        std::size_t far = 0;
        for (std::size_t i = 0; i < l->at.size(); ++i) {
            if ((l->at[i] - first).norm() > (l->at[far] - first).norm()) far = i;
            out.push_back(
                {fmt::format("{}/across/{}{}", piece, l->name, i > 0 ? fmt::format("/{}", i + 1) : ""),
                 i == 0 ? fmt::format("Across, from the first hole of the {} to its twin on the right",
                                      nameOf(*l))
                        : fmt::format("Across, from hole {} of the {} to its twin", i + 1, nameOf(*l)),
                 l->at[i], twin(l->at[i]), false, l->play()});
        }
        if (far == 0) continue;
        for (const bool fromLeft : {true, false})
            out.push_back(
                {fmt::format("{}/diagonal/{}/{}", piece, l->name, fromLeft ? "left" : "right"),
                 fmt::format("Diagonal of the holes, first on the {} to the farthest on the other side",
                             fromLeft ? "left" : "right"),
                 fromLeft ? first : l->at[far], fromLeft ? twin(l->at[far]) : twin(first), true, l->play()});
    }
    return out;
}

std::vector<FitItem> fitItems(const std::string &piece, const armor::Assembly &a,
                              const std::vector<std::string> &checklist) {
    std::vector<FitItem> out;
    const auto id = [&piece](const std::string &what) { return piece + "/" + what; };
    for (const HoleDistance &d : holeDistances(piece, a))
        out.push_back(measured(
            d.item, d.what, (d.left - d.right).norm(), d.diagonal ? diagonalOff : 2 * d.play + tapeReading,
            d.diagonal
                ? std::string("The two diagonals must read alike: one side stands ahead of the other.")
                : fmt::format("Pull or spread the sides before the last welds are laid; holes give {:.1f} mm "
                              "each.",
                              d.play),
            d.left));
    for (const armor::BoltJoint &m : a.mounts)
        out.push_back(
            lookedAt(id("bolts/" + m.name),
                     fmt::format("The {}: {} {} grade {}, all in, washers on, faces clean and together",
                                 nameOf(m), m.at.size(), m.size, m.grade)));
    if (const Eigen::AlignedBox3d box = a.extent(); !box.isEmpty()) {
        out.push_back(measured(id("width"), "Overall width", box.sizes().y(), overallOff,
                               "Note it: the papers may ask for it.", box.max()));
        out.push_back(measured(id("lowest"), "Lowest point above a level floor", box.min().z(), overallOff,
                               "Look at the tires' pressure and the load first.", box.min()));
    }
    for (std::size_t i = 0; i < checklist.size(); ++i)
        out.push_back(lookedAt(id(fmt::format("look/{}", i + 1)), checklist[i]));
    return out;
}

std::string fitAdvice(const FitItem &item, double reading) {
    if (!item.nominal) return {};
    const double off = reading - *item.nominal;
    if (std::abs(off) <= item.tolerance) return "as drawn";
    return fmt::format("{:.1f} mm {}. {}", std::abs(off), off > 0 ? "more" : "less", item.ifOff);
}

}  // namespace hefty::workshop
