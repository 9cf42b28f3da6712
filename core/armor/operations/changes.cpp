#include <algorithm>

#include <fmt/format.h>

#include "core/armor/operations/record.h"
#include "core/armor/places_of.h"

namespace hefty::armor {
namespace {

Vec3 mirrored(const Vec3 &p) {
    return {p.x(), -p.y(), p.z()};
}
Vec2 flipped(const Vec2 &p) {
    return {p.x(), -p.y()};
}
Polygon2 flipped(Polygon2 outline) {
    for (Vec2 &p : outline) p = flipped(p);
    std::reverse(outline.begin(), outline.end());
    return outline;
}

/// What a twin is called that is not named: "tab.right" for "tab.left", else "plate.twin".
std::string twinName(const std::string &name) {
    for (const auto &[was, is] : {std::pair{"left", "right"}, std::pair{"right", "left"}})
        if (const auto at = name.find(was); at != std::string::npos)
            return std::string(name).replace(at, std::string_view(was).size(), is);
    return name + ".twin";
}

bool isMirror(const BarPart &a, const BarPart &b) {
    constexpr double near = 0.5;  // mm
    const Vec3 from = mirrored(a.from), to = mirrored(a.to);
    return ((from - b.from).norm() < near && (to - b.to).norm() < near) ||
           ((from - b.to).norm() < near && (to - b.from).norm() < near);
}
bool isMirror(const SheetPart &a, const SheetPart &b) {
    constexpr double near = 0.5;  // mm
    return (mirrored(a.center()) - b.center()).norm() < near &&
           std::abs(mirrored(a.axes.z).dot(b.axes.z)) > 0.999;
}

/// The part that lies where the mirror of another does, which may be itself; else that part.
std::string acrossFrom(const Assembly &in, const std::string &part) {
    if (const BarPart *bar = in.bar(part))
        for (const BarPart &b : in.bars)
            if (isMirror(*bar, b)) return b.name;
    if (const SheetPart *sheet = in.sheet(part))
        for (const SheetPart &s : in.sheets)
            if (isMirror(*sheet, s)) return s.name;
    return part;
}

BarPart twinOf(const Assembly &in, BarPart b, const std::string &twin) {
    b.name = twin;
    b.made.label.clear();
    for (Vec3 *v : {&b.from, &b.to, &b.up, &b.cutFrom, &b.cutTo}) *v = mirrored(*v);
    for (PathPoint &p : b.bends) p.at = mirrored(p.at);
    for (EndTrim *t : {&b.trimFrom, &b.trimTo})
        for (std::string &onto : t->onto) onto = acrossFrom(in, onto);
    return b;
}

SheetPart twinOf(SheetPart s, const std::string &twin) {
    s.name = twin;
    s.made.label.clear();
    // Mirrored axes turn the other way around: y is turned with the outline.
    s.axes.origin = mirrored(s.axes.origin);
    s.axes.x = mirrored(s.axes.x);
    s.axes.z = mirrored(s.axes.z);
    s.axes.y = s.axes.z.cross(s.axes.x);
    s.outline = flipped(std::move(s.outline));
    for (Polygon2 &c : s.cutouts) c = flipped(std::move(c));
    for (Hole &h : s.holes) h.at = flipped(h.at);
    for (Strip &t : s.strips) t = {flipped(t.from), flipped(t.to), t.width};
    return s;
}

/// Its sides are mirrored one by one; what lay to the left of a fold still does when the fold runs the other
/// way, and is turned alike.
void addTwin(Assembly &out, FoldedSheet whole, const std::string &twin) {
    for (std::string &facet : whole.facets) {
        const std::string name = twin + facet.substr(whole.name.size());
        out.sheets.push_back(twinOf(*out.sheet(facet), name));
        facet = name;
    }
    whole.name = twin;
    whole.made.label.clear();
    for (FoldLine &l : whole.lines) {
        const Vec2 from = flipped(l.to), to = flipped(l.from);
        l.from = from;
        l.to = to;
    }
    out.folded.push_back(std::move(whole));
}

void addTwinAnchor(std::vector<Anchor> &anchors, const std::string &part, const std::string &twin) {
    const auto pulled =
        std::find_if(anchors.begin(), anchors.end(), [&](const Anchor &a) { return a.name == part; });
    if (pulled == anchors.end()) return;
    Anchor other = *pulled;
    other.name = twin;
    other.hole = mirrored(other.hole);
    other.forward = mirrored(other.forward);
    anchors.push_back(std::move(other));
}

/// With all that stands on it.
void removeOne(Assembly &a, const std::string &part) {
    const auto named = [&part](const auto &x) { return x.name == part; };
    std::erase_if(a.bars, named);
    std::erase_if(a.sheets, named);
    std::erase_if(a.bought, named);
    removePlacesOf(a, part);
    if (!a.winch) return;
    const std::vector<std::string> with = a.winch->bought;
    const auto isWith = [&with](const std::string &name) {
        return std::find(with.begin(), with.end(), name) != with.end();
    };
    if (a.winch->feetPlate != part && a.winch->fairleadPart != part && !isWith(part)) return;
    a.winch.reset();
    a.feet.clear();
    std::erase_if(a.bought, [&isWith](const BoughtPart &b) { return isWith(b.name); });
}

/// The sheets that a name stands for: the sides of a folded one, else the part itself.
std::vector<std::string> sidesOf(Record &r, const std::string &part) {
    const FoldedSheet *whole = r.folded(part);
    return whole ? whole->facets : std::vector<std::string>{part};
}

}  // namespace

void addMirrored(Record &r) {
    const std::string part = r.in.text("part"), twin = r.in.text("name", twinName(part));
    if (!r.isPart(part)) return;
    Assembly &out = r.out();
    if (out.has(twin) || r.folded(twin))
        return r.refuse(fmt::format("there is a part \"{}\" already.", twin));
    if (const FoldedSheet *whole = r.folded(part)) return addTwin(out, *whole, twin);
    if (const BarPart *bar = out.bar(part)) {
        out.bars.push_back(twinOf(out, *bar, twin));
    } else if (const SheetPart *sheet = out.sheet(part)) {
        out.sheets.push_back(twinOf(*sheet, twin));
        addTwinAnchor(out.anchors, part, twin);
    } else {
        r.refuse("what is bought is not mirrored.");
    }
}

void movePart(Record &r) {
    const std::string part = r.in.text("part");
    const auto step = r.in.numbers<3>("by");
    const Vec3 by(step[0], step[1], step[2]);
    if (!r.fine() || !r.isPart(part)) return;
    Assembly &out = r.out();
    if (std::any_of(out.bought.begin(), out.bought.end(),
                    [&](const BoughtPart &b) { return b.name == part; }))
        return r.refuse("what is bought lies where it is held.");
    for (BarPart &b : out.bars) {
        if (b.name != part) continue;
        b.from += by;
        b.to += by;
        for (PathPoint &p : b.bends) p.at += by;
        movePlacesOf(out, part, by);
    }
    for (const std::string &side : sidesOf(r, part)) {
        const auto bolted = [&side](const BoltJoint &j) { return j.part == side; };
        if (std::any_of(out.mounts.begin(), out.mounts.end(), bolted))
            return r.refuse("it is bolted to the vehicle, whose holes stay where they are.");
        for (SheetPart &s : out.sheets)
            if (s.name == side) s.axes.origin += by;
        if (out.sheet(side)) movePlacesOf(out, side, by);
    }
}

void removePart(Record &r) {
    const std::string part = r.in.text("part");
    if (!r.isPart(part)) return;
    const std::vector<std::string> sides = sidesOf(r, part);
    std::erase_if(r.out().folded, [&part](const FoldedSheet &f) { return f.name == part; });
    for (const std::string &side : sides) removeOne(r.out(), side);
}

}  // namespace hefty::armor
