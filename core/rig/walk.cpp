#include "core/rig/walk.h"

#include <algorithm>
#include <array>
#include <cmath>

#include <fmt/format.h>

#include "core/rig/walk_marks.h"

namespace hefty::rig {
namespace {

/// In the order of how much work stands still without it.
constexpr std::array<std::string_view, 9> blockOrder{
    "everything",    "the angles", "the fit",           "the rear pieces", "sliders",
    "sag and drive", "the drive",  "the tires at lock", "the axle limits"};

std::size_t rank(const std::string &blocks) {
    return static_cast<std::size_t>(std::find(blockOrder.begin(), blockOrder.end(), blocks) -
                                    blockOrder.begin());
}

template <class Rows>
auto findIn(Rows &rows, std::string_view id) -> decltype(&*rows.begin()) {
    const auto it = std::find_if(rows.begin(), rows.end(), [id](const auto &r) { return r.id == id; });
    return it == rows.end() ? nullptr : &*it;
}

WalkEntry datumEntry(const Vehicle &vehicle, const DatumDescriptor &d) {
    WalkEntry e;
    e.mark.id = d.id;
    e.mark.name = d.name;
    e.mark.how = d.how;
    e.mark.view = viewOf(d.id);
    e.mark.blocks = d.required ? "everything" : d.blocks;
    const auto it = vehicle.data.find(d.id);
    if (it == vehicle.data.end()) return e;
    e.taken = true;
    e.value = it->second.value;
    e.known = {it->second.trust, it->second.date};
    return e;
}

WalkEntry markEntry(const Vehicle &vehicle, WalkMark mark) {
    WalkEntry e;
    e.low = mark.low;
    e.high = mark.high;
    const auto take = [&e](const Vec3 &low, const Vec3 &high, const Known &known) {
        e.taken = true;
        e.low = low;
        e.high = high;
        e.known = known;
    };
    switch (mark.kind) {
        case MarkKind::Point:
            if (const auto *p = findIn(vehicle.outline, mark.id)) {
                take(p->at, p->at, p->known);
                e.mirrored = p->mirrored;
            }
            break;
        case MarkKind::Box:
            if (const auto *k = findIn(vehicle.keepOuts, mark.id)) take(k->low, k->high, k->known);
            break;
        case MarkKind::Moving:
            if (const auto *m = findIn(vehicle.moving, mark.id)) take(m->low, m->high, m->known);
            break;
        case MarkKind::Holes:
            e.taken = vehicle.frontHoles.size() >= 2;
            break;
        case MarkKind::Datum:
            break;
    }
    e.mark = std::move(mark);
    return e;
}

/// The line a closed panel turns about, from its motion: "front-up" opens at the front, hinged behind;
/// "rear-down" folds down, hinged at its lower edge.
Vec3 hingeOf(const std::string &motion, const Vec3 &low, const Vec3 &high) {
    const Vec3 middle = (low + high) / 2;
    if (motion == "front-up") return {low.x(), middle.y(), high.z()};
    if (motion == "rear-up") return {high.x(), middle.y(), high.z()};
    if (motion == "rear-down") return {low.x(), middle.y(), low.z()};
    return middle;
}

/// A box or moving thing seen in the vehicle's middle plane, in place of the twin there was.
template <class Row>
void addTwin(std::vector<Row> &rows, const Row &one, const WalkMark &other) {
    Row twin = one;
    twin.id = other.id;
    twin.name = other.name;
    twin.low.y() = -one.high.y();
    twin.high.y() = -one.low.y();
    twin.known.trust = Trust::Estimated;
    if constexpr (requires { twin.hinge; }) twin.hinge.y() = -one.hinge.y();
    if (Row *there = findIn(rows, other.id))
        *there = std::move(twin);
    else
        rows.push_back(std::move(twin));
}

template <class Row>
Result<bool> mirrorBox(std::vector<Row> &rows, const WalkMark &mark, const std::vector<WalkMark> &marks) {
    const Row *one = findIn(rows, mark.id);
    if (!one)
        return fail(ProblemKind::BadInput, fmt::format("\"{}\" has not been measured yet.", mark.name),
                    mark.id, "Measure this side first.");
    const WalkMark *other = findIn(marks, mark.twin);
    if (!other)
        return fail(ProblemKind::BadInput, fmt::format("\"{}\" has no other side.", mark.name), mark.id);
    const Row copy = *one;
    addTwin(rows, copy, *other);
    return true;
}

}  // namespace

std::span<const WalkView> walkViews() {
    static constexpr std::array views{WalkView::Side, WalkView::Front, WalkView::Top, WalkView::Rear,
                                      WalkView::Underneath};
    return views;
}

std::string_view walkViewName(WalkView view) {
    static constexpr std::array<std::string_view, 5> names{"from the side", "from ahead", "from above",
                                                           "from behind", "from underneath"};
    return names[static_cast<std::size_t>(view)];
}

std::vector<WalkEntry> walkAround(const Vehicle &vehicle) {
    std::vector<WalkEntry> out;
    for (const DatumDescriptor &d : datumsOf(vehicle.kind)) out.push_back(datumEntry(vehicle, d));
    for (WalkMark &m : marksOf(vehicle)) out.push_back(markEntry(vehicle, std::move(m)));
    std::stable_sort(out.begin(), out.end(), [](const WalkEntry &a, const WalkEntry &b) {
        if (a.taken != b.taken) return b.taken;
        return rank(a.mark.blocks) < rank(b.mark.blocks);
    });
    return out;
}

bool WalkEntry::canMirror() const {
    return taken && (mark.kind == MarkKind::Point ? low.y() != 0 : !mark.twin.empty());
}

WalkCount countWalk(const std::vector<WalkEntry> &walk) {
    WalkCount out;
    out.all = static_cast<int>(walk.size());
    for (const WalkEntry &e : walk)
        if (!e.taken) {
            ++out.missing;
            if (e.mark.blocks == blockOrder[0]) ++out.blocking;
        }
    return out;
}

Result<bool> takeMark(Vehicle &vehicle, const WalkMark &mark, const Vec3 &low, const Vec3 &high,
                      const Known &known) {
    for (const Vec3 &p : {low, high})
        if (!p.allFinite() || p.cwiseAbs().maxCoeff() > farthest)
            return fail(ProblemKind::BadInput, "This is further away than any part of a vehicle.", mark.id,
                        "Measure from the ground under the front axle.");
    if (low.z() < 0)
        return fail(ProblemKind::BadInput, "This would be below the ground.", mark.id, "Check its height.");
    if (mark.kind != MarkKind::Point && !(low.array() < high.array()).all())
        return fail(ProblemKind::BadInput, "A box needs a size along, across and up.", mark.id,
                    "Give each from its smaller to its larger edge.");
    if (mark.kind == MarkKind::Point) {
        OutlinePoint *p = findIn(vehicle.outline, mark.id);
        if (!p) {
            vehicle.outline.push_back(
                {mark.id, mark.name, mark.region, low, low.y() != 0, mark.onAxle, known});
            return true;
        }
        p->at = low;
        p->known = known;
    } else if (mark.kind == MarkKind::Box) {
        KeepOut *k = findIn(vehicle.keepOuts, mark.id);
        if (!k) {
            vehicle.keepOuts.push_back({mark.id, mark.name, mark.how, low, high, mark.gap, known});
            return true;
        }
        k->low = low;
        k->high = high;
        k->known = known;
    } else {
        MovingThing *m = findIn(vehicle.moving, mark.id);
        if (!m) {
            constexpr double wideOpen = 1.2;  // rad: a hood on its stay
            vehicle.moving.push_back({mark.id, mark.name, mark.motion, low, high,
                                      hingeOf(mark.motion, low, high), wideOpen, mark.gap, known});
            return true;
        }
        // The hinge goes along, so that the swing stays the same.
        m->hinge += (low + high) / 2 - (m->low + m->high) / 2;
        m->low = low;
        m->high = high;
        m->known = known;
    }
    return true;
}

Result<bool> mirrorMark(Vehicle &vehicle, const WalkMark &mark) {
    if (mark.kind == MarkKind::Box) return mirrorBox(vehicle.keepOuts, mark, marksOf(vehicle));
    if (mark.kind == MarkKind::Moving) return mirrorBox(vehicle.moving, mark, marksOf(vehicle));
    OutlinePoint *p = mark.kind == MarkKind::Point ? findIn(vehicle.outline, mark.id) : nullptr;
    if (!p)
        return fail(ProblemKind::BadInput, fmt::format("\"{}\" has not been measured yet.", mark.name),
                    mark.id, "Measure this side first.");
    if (p->at.y() == 0)
        return fail(ProblemKind::BadInput,
                    fmt::format("\"{}\" lies on the middle line: both sides are the same point.", mark.name),
                    mark.id);
    p->mirrored = !p->mirrored;
    return true;
}

}  // namespace hefty::rig
