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

}  // namespace

void addPlate(Record &r) {
    const std::string name = r.freshName();
    const stock::Material of = r.material();
    const double t = r.thickness();
    const Record::Place at = r.place("at");
    const Vec3 normal = r.direction("normal", Vec3::UnitX());
    const Vec3 up = r.direction("up", std::abs(normal.z()) > 0.9 ? Vec3::UnitX() : Vec3::UnitZ());
    const Json *outline = r.in.child("outline", true);
    FoldedOutline flat;
    if (outline) flat.outline = r.corners(*outline, "operation/outline");
    for (const auto &[value, path] : r.in.array("cutouts")) flat.cutouts.push_back(r.corners(*value, path));
    for (const auto &[value, path] : r.in.array("folds")) {
        ObjectReader f(*value, path, r.faults());
        const auto from = f.numbers<2>("from"), to = f.numbers<2>("to");
        flat.folds.push_back(
            {{from[0], from[1]}, {to[0], to[1]}, radians(f.number("angle")), f.number("radius", t)});
    }
    const Vec3 right = up.cross(normal);
    if (!(right.norm() > 1e-6)) r.refuse("\"up\" lies along the normal.");
    if (!r.fine()) return;
    const Vec3 x = right.normalized();
    const Axes axes{at.at, x, normal.cross(x), normal};
    if (!isOutline(r, flat.outline)) return;
    for (const Polygon2 &c : flat.cutouts)
        if (!isOutline(r, c)) return;
    if (!flat.folds.empty()) return addFoldedSheet(r.maker, name, r.made(Role::Other), axes, flat, t, of);
    SheetPart &s = r.maker.sheet(name, r.made(Role::Other), axes, flat.outline, t, of);
    s.cutouts = flat.cutouts;
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

}  // namespace hefty::armor
