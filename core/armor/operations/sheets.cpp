#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/folded_sheet.h"
#include "core/armor/operations/record.h"
#include "core/base/constants.h"
#include "core/shape/clipping.h"

namespace hefty::armor {
namespace {

bool isOutline(Record &r, const Polygon2 &outline) {
    if (outline.size() < 3 || !(std::abs(shape::area(outline)) > 25)) {
        r.refuse("the outline has no area.");
        return false;
    }
    if (shape::unionOf({{outline, {}}}).size() != 1) {
        r.refuse("the outline crosses itself.");
        return false;
    }
    return true;
}

/// A plate lies with the zero of its outline at a place, or stands there by an edge of its outline.
struct PlatePlace {
    Axes axes;
    bool stands = false;
    Vec2 from = Vec2::Zero(), turn = Vec2::UnitX();  ///< of the edge: its middle, and its way
    /// From the outline as it is given into the axes.
    [[nodiscard]] Vec2 place(const Vec2 &p) const {
        if (!stands) return p;
        const Vec2 d = p - from;
        return {d.dot(turn), d.dot(Vec2(-turn.y(), turn.x()))};
    }
    void place(Polygon2 &polygon) const {
        for (Vec2 &p : polygon) p = place(p);
    }
};

/// By an edge, counted from 1 as its corners are: the edge runs along "along" at the place, the plate goes
/// away from it along "away".
PlatePlace standingPlate(Record &r, const Vec3 &at, Polygon2 &outline) {
    PlatePlace out;
    out.stands = true;
    if (shape::area(outline) < 0) std::reverse(outline.begin(), outline.end());
    const double edge = r.in.number("edge");
    const Vec3 along = r.direction("along", Vec3::UnitY()), wanted = r.direction("away", Vec3::UnitZ());
    const auto count = static_cast<double>(outline.size());
    if (!(edge >= 1 && edge <= count && edge == std::floor(edge)))
        r.refuse(fmt::format("the outline has edges 1 to {}.", outline.size()));
    const Vec3 away = wanted - along * wanted.dot(along);
    if (!(away.norm() > 0.2)) r.refuse("the plate would go along its own edge.");
    if (!r.fine()) return out;
    const auto i = static_cast<std::size_t>(edge) - 1;
    const Vec2 &p = outline[i], &q = outline[(i + 1) % outline.size()];
    out.from = (p + q) / 2;
    out.turn = (q - p).normalized();
    const Vec3 y = away.normalized();
    out.axes = {at, along, y, along.cross(y)};
    return out;
}

std::vector<Vec2 *> foldEnds(FoldedOutline &flat) {
    std::vector<Vec2 *> out;
    for (auto &f : flat.folds) {
        out.push_back(&f.from);
        out.push_back(&f.to);
    }
    return out;
}

PlatePlace lyingPlate(Record &r, const Vec3 &at) {
    PlatePlace out;
    const Vec3 normal = r.direction("normal", Vec3::UnitX());
    const Vec3 up = r.direction("up", std::abs(normal.z()) > 0.9 ? Vec3::UnitX() : Vec3::UnitZ());
    const Vec3 right = up.cross(normal);
    if (!(right.norm() > 1e-6)) r.refuse("\"up\" lies along the normal.");
    if (!r.fine()) return out;
    const Vec3 x = right.normalized();
    out.axes = {at, x, normal.cross(x), normal};
    return out;
}

/// The holes that a record gives, in the axes of its plate.
std::vector<Hole> holesOf(Record &r, const std::string &name, const PlatePlace &place) {
    std::vector<Hole> out;
    for (const auto &[value, path] : r.in.array("holes")) {
        ObjectReader h(*value, path, r.faults());
        const auto at = h.numbers<2>("at");
        const double diameter = h.number("diameter");
        if (!(diameter > 0)) r.refuse("a hole needs a diameter.");
        out.push_back({fmt::format("{}.hole{}", name, out.size() + 1), place.place({at[0], at[1]}), diameter,
                       h.text("purpose", std::string())});
    }
    return out;
}

}  // namespace

void addPlate(Record &r) {
    const std::string name = r.freshName();
    const stock::Material of = r.material();
    const double t = r.thickness();
    const Record::Place at = r.place("at");
    const Json *outline = r.in.child("outline", true);
    FoldedOutline flat;
    if (outline) flat.outline = r.corners(*outline, "operation/outline");
    for (const auto &[value, path] : r.in.array("cutouts")) flat.cutouts.push_back(r.corners(*value, path));
    for (const auto &[value, path] : r.in.array("folds")) {
        ObjectReader f(*value, path, r.faults());
        const auto from = f.numbers<2>("from"), to = f.numbers<2>("to");
        const double skin = f.number("skin", 0);
        if (!(skin >= 0 && skin < t)) r.refuse("what a kerf leaves is less than the plate.");
        flat.folds.push_back(
            {{from[0], from[1]}, {to[0], to[1]}, radians(f.number("angle")), f.number("radius", t), skin});
    }
    const PlatePlace place = r.in.has("edge") ? standingPlate(r, at.at, flat.outline) : lyingPlate(r, at.at);
    const std::vector<Hole> holes = holesOf(r, name, place);
    if (!r.fine()) return;
    if (!isOutline(r, flat.outline)) return;
    for (const Polygon2 &c : flat.cutouts)
        if (!isOutline(r, c)) return;
    place.place(flat.outline);
    for (Polygon2 &c : flat.cutouts) place.place(c);
    for (Vec2 *end : foldEnds(flat)) *end = place.place(*end);
    flat.holes = holes;
    if (!flat.folds.empty())
        return addFoldedSheet(r.maker, name, r.made(Role::Other), place.axes, flat, t, of);
    SheetPart &s = r.maker.sheet(name, r.made(Role::Other), place.axes, flat.outline, t, of);
    s.cutouts = flat.cutouts;
    for (const Hole &h : holes)
        if (s.covers(h.at) && s.fromEdge(h.at) >= h.diameter / 2)
            s.holes.push_back(h);
        else
            r.maker.note(name, "A hole of the drawing is not inside the plate and was left out.",
                         "Look at the drawing.");
    parts::addCrossStrips(s);
}

void addGusset(Record &r) {
    const std::string name = r.freshName();
    const stock::Material of = r.material();
    const double t = r.thickness(), leg = r.in.number("leg");
    const Record::Place corner = r.place("corner");
    const Vec3 along = r.direction("along", Vec3::UnitX()), up = r.direction("up", Vec3::UnitZ());
    if (!(leg > 5 && leg <= 1000)) r.refuse("the leg is not from 5 to 1000 mm.");
    const Vec3 normal = along.cross(up);
    if (!(normal.norm() > 0.2)) r.refuse("its two directions run alike.");
    if (!r.fine()) return;
    const Vec3 z = normal.normalized(), y = z.cross(along);
    SheetPart &s = r.maker.sheet(name, r.made(Role::Gusset), {corner.at, along, y, z},
                                 {{0, 0}, {leg, 0}, {leg * along.dot(up), leg * y.dot(up)}}, t, of);
    const Vec2 far = Vec2(along.dot(up), y.dot(up)) * leg;
    s.strips.push_back({{leg / 2, 0}, far / 2, leg / std::sqrt(2.0)});
}

void addHole(Record &r) {
    const std::string part = r.in.text("part");
    const auto at = r.in.numbers<2>("at");
    const Hole hole{fmt::format("hole.{}.{}", at[0], at[1]),
                    {at[0], at[1]},
                    r.in.number("diameter"),
                    r.in.text("purpose", std::string())};
    if (!(hole.diameter > 0)) r.refuse("the hole needs a diameter.");
    if (!r.fine()) return;
    for (SheetPart &s : r.out().sheets)
        if (s.name == part) {
            if (!s.covers(hole.at) || s.fromEdge(hole.at) < hole.diameter / 2)
                return r.refuse("the hole is not inside the plate.");
            s.holes.push_back(hole);
            return;
        }
    for (BarPart &b : r.out().bars)
        if (b.name == part) {
            if (!(hole.at.x() > hole.diameter && hole.at.x() < b.length() - hole.diameter &&
                  std::abs(hole.at.y()) + hole.diameter / 2 < b.section.height / 2))
                return r.refuse("the hole is not inside the bar's side.");
            b.holes.push_back(hole);
            return;
        }
    r.refuse(fmt::format("the piece has no part \"{}\".", part));
}

/// A flat plate that is there already becomes a folded one.
void foldPlate(Record &r) {
    const std::string part = r.in.text("part");
    const SheetPart *there = r.out().sheet(part);
    const double angle = r.in.number("angle");
    if (!there) r.refuse(fmt::format("the piece has no plate \"{}\" that is flat.", part));
    if (!(std::abs(angle) >= 1 && std::abs(angle) <= 150))
        r.refuse("a fold is from 1 to 150 degrees, up or down.");
    const Record::Place from = r.place("from"), to = r.place("to");
    if (!r.fine() || !r.isPart(part)) return;
    const SheetPart flatOne = *there;
    const double radius = r.in.number("radius", flatOne.thickness);
    if (!(radius >= 0 && radius <= 500)) r.refuse("the inside radius is from 0 to 500 mm.");
    const double skin = r.in.number("skin", 0);
    if (!(skin >= 0 && skin < flatOne.thickness)) r.refuse("what a kerf leaves is less than the plate.");
    for (const auto &bolted : {&r.out().mounts, &r.out().feet})
        if (std::any_of(bolted->begin(), bolted->end(), [&](const BoltJoint &j) { return j.part == part; }))
            r.refuse("it is bolted on: fold it before its bolts are set.");
    FoldedOutline flat;
    flat.outline = flatOne.outline;
    flat.cutouts = flatOne.cutouts;
    flat.holes = flatOne.holes;
    const Vec2 a = flatOne.axes.toLocal(from.at).head<2>(), b = flatOne.axes.toLocal(to.at).head<2>();
    if (!((b - a).norm() > 1)) r.refuse("the line of the fold has no length.");
    if (!r.fine()) return;
    // The line goes on to the rim on both sides.
    const Vec2 way = (b - a).normalized();
    const auto span = flatOne.chord((a + b) / 2, way);
    if (!span) return r.refuse("the line of the fold does not cross the plate.");
    flat.folds.push_back(
        {(a + b) / 2 + way * span->first, (a + b) / 2 + way * span->second, radians(angle), radius, skin});
    const Vec2 right(way.y(), -way.x());
    flat.stays = (a + b) / 2 + right * std::max(1.0, flatOne.thickness);
    std::erase_if(r.out().sheets, [&part](const SheetPart &s) { return s.name == part; });
    const std::size_t before = r.out().notes.size();
    addFoldedSheet(r.maker, part, flatOne.made, flatOne.axes, flat, flatOne.thickness, flatOne.material);
    if (r.out().notes.size() > before) r.refuse("the plate cannot be folded along that line.");
}

}  // namespace hefty::armor
