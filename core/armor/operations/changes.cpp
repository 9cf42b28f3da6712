#include <algorithm>
#include <map>

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

/// What is mirrored, and what its twin is called.
using Twins = std::map<std::string, std::string>;

/// The legs are mirrored one by one.
void addTwin(Assembly &out, FoldedBar whole, const std::string &twin, const Twins &twins) {
    whole.name = twin;
    for (std::string &leg : whole.legs) leg = twins.at(leg);
    for (BarFold &f : whole.folds) {
        f.at = mirrored(f.at);
        f.outward = mirrored(f.outward);
    }
    out.foldedBars.push_back(std::move(whole));
}

std::string twinOf(const Twins &twins, const std::string &id) {
    const auto it = twins.find(id);
    return it == twins.end() ? twinName(id) : it->second;
}

/// "Jack at foot.left" becomes "Jack at foot.right".
std::string twinTitle(std::string title, const std::string &id, const std::string &twin) {
    const auto at = id.empty() ? std::string::npos : title.find(id);
    return at == std::string::npos ? title + ", on the other side" : title.replace(at, id.size(), twin);
}

/// The places of mirrored parts where something acts: also on their twins.
template <class List, class Mirror>
void addTwinPlaces(List &list, const Twins &twins, const Mirror &mirror) {
    const List was = list;
    for (auto place : was) {
        const auto it = twins.find(place.part);
        if (it == twins.end()) continue;
        place.part = it->second;
        place.at = mirrored(place.at);
        mirror(place);
        list.push_back(std::move(place));
    }
}

/// What is fixed to mirrored parts: once more on their twins.
/// @param part    which part it is on
/// @param points  places and ways to be mirrored
template <class T>
void addTwins(std::vector<T> &list, const Twins &twins, std::string T::*part,
              std::initializer_list<Vec3 T::*> points) {
    const std::vector<T> was = list;
    for (T other : was) {
        const auto it = twins.find(other.*part);
        if (it == twins.end()) continue;
        other.*part = it->second;
        for (const auto point : points) other.*point = mirrored(other.*point);
        list.push_back(std::move(other));
    }
}

void addTwinPlacesOf(Assembly &out, const Twins &twins) {
    const auto named = [&twins](auto &place) {
        const std::string id = place.id;
        place.id = twinOf(twins, id);
        place.name = twinTitle(place.name, id, place.id);
    };
    addTwinPlaces(out.steps, twins, [&twins](StepSpot &s) {
        if (!s.id.empty()) s.id = twinOf(twins, s.id);
    });
    addTwinPlaces(out.strikes, twins, [&named](StrikeSpot &s) {
        named(s);
        s.direction = mirrored(s.direction);
    });
    addTwinPlaces(out.jacks, twins, named);
    addTwinPlaces(out.grounds, twins, [&named](GroundSpot &g) {
        named(g);
        g.push = mirrored(g.push);
    });
    addTwins(out.anchors, twins, &Anchor::name, {&Anchor::hole, &Anchor::forward});
    addTwins(out.receivers, twins, &ReceiverTube::part,
             {&ReceiverTube::mouth, &ReceiverTube::way, &ReceiverTube::hole});
    addTwins(out.wheels, twins, &CarriedWheel::part, {&CarriedWheel::center, &CarriedWheel::hub});
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

/// What a name stands for: a part, or all parts of an add-on, the main one of which may carry its name.
std::vector<std::string> partsOf(Record &r, const std::string &name) {
    std::vector<std::string> all;
    if (const FoldedBar *whole = r.foldedBar(name)) return whole->legs;
    if (r.isAddOn(name)) all = r.groupOf(name);
    if (r.folded(name) || r.out().has(name)) all.insert(all.begin(), name);
    return all;
}

/// Bought, or on the vehicle already: it lies where it is.
bool isBought(const Assembly &a, const std::string &part) {
    const Provenance *made = a.made(part);
    return (made && made->isOnVehicle()) ||
           std::any_of(a.bought.begin(), a.bought.end(), [&](const BoughtPart &b) { return b.name == part; });
}

void mirrorOne(Assembly &out, const FoldedSheet *whole, const std::string &part, const std::string &twin,
               Twins &twins) {
    if (whole) {
        for (const std::string &facet : whole->facets) twins[facet] = twin + facet.substr(part.size());
        return addTwin(out, *whole, twin);
    }
    twins[part] = twin;
    if (const BarPart *bar = out.bar(part))
        out.bars.push_back(twinOf(out, *bar, twin));
    else if (const SheetPart *sheet = out.sheet(part))
        out.sheets.push_back(twinOf(*sheet, twin));
    else
        for (BoughtPart b : std::vector<BoughtPart>(out.bought))
            if (b.name == part) {
                b.name = twin;
                b.center = mirrored(b.center);
                out.bought.push_back(std::move(b));
            }
}

void moveOne(Assembly &out, const std::string &part, const Vec3 &by) {
    for (BarPart &b : out.bars) {
        if (b.name != part) continue;
        b.from += by;
        b.to += by;
        for (PathPoint &p : b.bends) p.at += by;
        movePlacesOf(out, part, by);
    }
    for (SheetPart &s : out.sheets)
        if (s.name == part) {
            s.axes.origin += by;
            movePlacesOf(out, part, by);
        }
}

}  // namespace

void addMirrored(Record &r) {
    const std::string part = r.in.text("part"), twin = r.in.text("name", twinName(part));
    if (!r.isPart(part)) return;
    Assembly &out = r.out();
    if (out.has(twin) || r.folded(twin) || r.foldedBar(twin) || !r.groupOf(twin).empty())
        return r.refuse(fmt::format("there is a part \"{}\" already.", twin));
    const auto parts = partsOf(r, part);
    if (parts.size() == 1 && isBought(out, part))
        return r.refuse("what is bought or on the vehicle is not mirrored.");
    Twins twins;
    for (const std::string &p : parts) {
        const FoldedSheet *whole = r.folded(p);
        mirrorOne(out, whole, p, p.starts_with(part) ? twin + p.substr(part.size()) : twinName(p), twins);
    }
    if (const FoldedBar *whole = r.foldedBar(part)) addTwin(out, *whole, twin, twins);
    addTwinPlacesOf(out, twins);
    if (r.isAddOn(part)) out.addOns.push_back(twin);
}

void movePart(Record &r) {
    const std::string part = r.in.text("part");
    const auto step = r.in.numbers<3>("by");
    const Vec3 by(step[0], step[1], step[2]);
    if (!r.fine() || !r.isPart(part)) return;
    Assembly &out = r.out();
    const auto parts = partsOf(r, part);
    if (parts.size() == 1 && isBought(out, part))
        return r.refuse("what is bought or on the vehicle lies where it is held.");
    for (const std::string &p : parts)
        for (const std::string &side : sidesOf(r, p)) {
            const auto bolted = [&side](const BoltJoint &j) { return j.holds(side); };
            if (std::any_of(out.mounts.begin(), out.mounts.end(), bolted))
                return r.refuse("it is bolted to the vehicle, whose holes stay where they are.");
            moveOne(out, side, by);
        }
    if (FoldedBar *whole = r.foldedBar(part))
        for (BarFold &f : whole->folds) f.at += by;
}

void removePart(Record &r) {
    const std::string part = r.in.text("part");
    if (!r.isPart(part)) return;
    for (const std::string &p : partsOf(r, part)) {
        const std::vector<std::string> sides = sidesOf(r, p);
        std::erase_if(r.out().folded, [&p](const FoldedSheet &f) { return f.name == p; });
        for (const std::string &side : sides) removeOne(r.out(), side);
    }
    std::erase(r.out().addOns, part);
    std::erase_if(r.out().foldedBars, [&part](const FoldedBar &f) { return f.name == part; });
}

}  // namespace hefty::armor
