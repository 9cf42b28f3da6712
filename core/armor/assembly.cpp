#include "core/armor/assembly.h"

#include <algorithm>
#include <array>

namespace hefty::armor {
namespace {

template <class T>
const T *byName(const std::vector<T> &list, std::string_view name) {
    const auto it =
        std::find_if(list.begin(), list.end(), [name](const T &item) { return item.name == name; });
    return it == list.end() ? nullptr : &*it;
}

}  // namespace

std::string_view seamWord(SeamKind kind) {
    constexpr std::array<std::string_view, 7> words{"fillet", "around", "slot", "corner",
                                                    "flare",  "fold",   "kerf"};
    return words.at(static_cast<std::size_t>(kind));
}

double Contact::length() const {
    double sum = 0;
    for (const WeldLine &l : lines)
        if (!l.skin) sum += (l.to - l.from).norm();
    return sum;
}

double WeldJoint::length() const {
    double sum = 0;
    for (const Contact &c : contacts) sum += c.length();
    return sum;
}

const BarPart *Assembly::bar(std::string_view name) const {
    return byName(bars, name);
}
const SheetPart *Assembly::sheet(std::string_view name) const {
    return byName(sheets, name);
}

const Solid *Assembly::solid(std::string_view part) const {
    const auto it =
        std::find_if(solids.begin(), solids.end(), [part](const Solid &s) { return s.part == part; });
    return it == solids.end() ? nullptr : &*it;
}

bool Assembly::has(std::string_view part) const {
    return bar(part) || sheet(part) || byName(bought, part);
}

bool Assembly::isFrameRail(std::string_view part) const {
    return std::any_of(fixings.begin(), fixings.end(),
                       [part](const Fixing &f) { return f.crossmember && f.part == part; });
}

const BarPart *Assembly::railUnder(const BoltJoint &m) const {
    if (!m.hold.empty() || !m.behind.empty() || !m.clampedBy.empty()) return nullptr;
    for (const BarPart &b : bars) {
        const double station = b.axes().toLocal(m.plane.origin).x();
        if (b.from.y() * m.plane.origin.y() > 0 && station >= 0 && station <= b.length() &&
            isFrameRail(b.name))
            return &b;
    }
    return nullptr;
}

const Provenance *Assembly::made(std::string_view part) const {
    if (const BarPart *b = bar(part)) return &b->made;
    if (const SheetPart *s = sheet(part)) return &s->made;
    return nullptr;
}

Eigen::AlignedBox3d Assembly::extent() const {
    Eigen::AlignedBox3d box;
    for (const Solid &s : solids)
        for (const Solid::Face &f : s.faces)
            for (const Vec3 &c : f.corners) box.extend(c);
    return box;
}

std::string Assembly::labelOf(std::string_view part) const {
    if (const Provenance *p = made(part); p && !p->label.empty()) return p->label;
    for (const BoughtPart &b : bought)
        if (b.name == part && !b.label.empty()) return b.label;
    return std::string(part);
}

namespace {

/// Turns places and directions about a line.
struct Turn {
    Vec3 at;
    Eigen::Matrix3d by;
    [[nodiscard]] Vec3 place(const Vec3 &p) const { return at + by * (p - at); }
    void turn(BarPart &t) const {
        t.from = place(t.from);
        t.to = place(t.to);
        t.up = by * t.up;
        t.cutFrom = by * t.cutFrom;
        t.cutTo = by * t.cutTo;
        for (PathPoint &p : t.bends) p.at = place(p.at);
    }
    void turn(SheetPart &p) const {
        p.axes.origin = place(p.axes.origin);
        p.axes.x = by * p.axes.x;
        p.axes.y = by * p.axes.y;
        p.axes.z = by * p.axes.z;
    }
    void turn(Contact &c) const {
        for (Vec3 &p : c.patch) p = place(p);
        c.normal = by * c.normal;
        c.center = place(c.center);
        for (WeldLine &l : c.lines) l = {place(l.from), place(l.to), l.skin};
    }
};

}  // namespace

Assembly opened(const Assembly &assembly, const Gate &gate, double angle) {
    Assembly out = assembly;
    out.solids.clear();
    const Turn turn{gate.low,
                    Eigen::AngleAxisd(angle, (gate.high - gate.low).normalized()).toRotationMatrix()};
    const auto swings = [&gate](const std::string &part) { return gate.swings(part); };
    for (BarPart &t : out.bars)
        if (swings(t.name)) turn.turn(t);
    for (SheetPart &p : out.sheets)
        if (swings(p.name)) turn.turn(p);
    std::erase_if(out.welds, [&](const WeldJoint &w) { return swings(w.a) != swings(w.b); });
    for (WeldJoint &w : out.welds)
        if (swings(w.a))
            for (Contact &c : w.contacts) turn.turn(c);
    for (CarriedWheel &w : out.wheels)
        if (swings(w.part)) {
            w.center = turn.place(w.center);
            w.hub = turn.place(w.hub);
        }
    std::erase_if(out.steps, [&](const StepSpot &s) { return swings(s.part); });
    std::erase_if(out.strikes, [&](const StrikeSpot &s) { return swings(s.part); });
    std::erase_if(out.grounds, [&](const GroundSpot &s) { return swings(s.part); });
    for (Gate &g : out.gates)
        if (g.name == gate.name) {
            g.latch = turn.place(g.latch);
            g.keeper.clear();
        }
    return out;
}

}  // namespace hefty::armor
