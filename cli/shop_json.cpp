#include "cli/shop_json.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/base/constants.h"
#include "core/workshop/bend/bend.h"
#include "core/workshop/cut/cope.h"
#include "core/workshop/cut/nesting.h"
#include "core/workshop/cut/sheet_nesting.h"
#include "core/workshop/flat/flat_strip.h"

namespace hefty::cli {
namespace {

/// An object field that must be there; an empty one with a fault if it is not.
const Json &childOf(ObjectReader &o, const char *key) {
    static const Json none = Json::object();
    const Json *child = o.child(key);
    if (child && child->is_object()) return *child;
    o.faults().add("An object in braces { } is expected here.", o.pathOf(key));
    return none;
}

std::vector<double> numbersOf(ObjectReader &o, const char *key) {
    std::vector<double> out;
    for (const auto &[value, path] : o.array(key, true)) {
        if (value->is_number() && std::isfinite(value->get<double>()))
            out.push_back(value->get<double>());
        else
            o.faults().add("A number is expected here.", path);
    }
    return out;
}

shape::Polygon2 outlineOf(ObjectReader &o) {
    shape::Polygon2 out;
    for (const auto &[value, path] : o.array("outline", true)) {
        if (value->is_array() && value->size() == 2 && (*value)[0].is_number() && (*value)[1].is_number())
            out.emplace_back((*value)[0].get<double>(), (*value)[1].get<double>());
        else
            o.faults().add("A corner of two numbers is expected here.", path);
    }
    return out;
}

int countOf(ObjectReader &o) {
    const double count = o.number("count", 1);
    if (!(count >= 0 && count <= 100000 && count == std::floor(count))) {
        o.faults().add("A whole number from 0 to 100000 is expected here.", o.pathOf("count"));
        return 0;
    }
    return static_cast<int>(count);
}

}  // namespace

Result<Json> runCope(const Json &json) {
    Faults faults;
    ObjectReader o(json, "", faults);
    workshop::CopeJoint j;
    ObjectReader branch(childOf(o, "branch"), "branch", faults);
    j.diameter = branch.number("diameter");
    j.wall = branch.number("wall", 0);
    ObjectReader onto(childOf(o, "onto"), "onto", faults);
    const std::string shape = onto.text("shape", std::string("round"));
    j.onFlat = shape == "flat";
    if (j.onFlat)
        j.distance = onto.number("distance", 0);
    else if (shape == "round")
        j.chordDiameter = onto.number("diameter");
    else
        faults.add(fmt::format("\"{}\" is not known.", shape), "onto/shape", "Use round or flat.");
    j.angle = radians(o.number("angle", 90));
    j.offset = o.number("offset", 0);
    const std::string cut = o.text("cut", std::string("saw"));
    j.torch = cut == "torch";
    if (!j.torch && cut != "saw")
        faults.add(fmt::format("\"{}\" is not known.", cut), "cut", "Use saw or torch.");
    const double steps = o.number("steps", 72);
    if (!(steps >= 3 && steps <= 100000 && steps == std::floor(steps)))
        faults.add("A whole number from 3 to 100000 is expected here.", "steps");
    if (!faults.none()) return tl::unexpected(faults.joined());
    const auto made = workshop::cope(j, static_cast<int>(steps));
    if (!made) return tl::unexpected(made.error());
    Json points = Json::array();
    for (const shape::Vec2 &p : made->points) points.push_back({{"around", p.x()}, {"along", p.y()}});
    return Json{{"template", std::move(points)}, {"longest", made->longest}, {"shortest", made->shortest}};
}

Result<Json> runBend(const Json &json) {
    Faults faults;
    ObjectReader o(json, "", faults);
    workshop::Bender b;
    double diameter = 0;
    if (o.has("tube")) {
        ObjectReader tube(childOf(o, "tube"), "tube", faults);
        diameter = tube.number("diameter", 0);
        (void)tube.number("wall", 0);
    }
    std::vector<shape::Vec3> path;
    for (const auto &[value, where] : o.array("path", true)) {
        if (!value->is_array() || value->size() != 3 ||
            !std::all_of(value->begin(), value->end(),
                         [](const Json &v) { return v.is_number() && std::isfinite(v.get<double>()); })) {
            faults.add("A place of three numbers is expected here.", where);
            continue;
        }
        path.emplace_back((*value)[0].get<double>(), (*value)[1].get<double>(), (*value)[2].get<double>());
    }
    b.radius = o.number("radius", 0);
    if (o.has("springback")) {
        ObjectReader s(childOf(o, "springback"), "springback", faults);
        b.fixed = radians(s.number("fixed", 0));
        b.slope = s.number("slope", 0);
    }
    if (o.has("die")) {
        ObjectReader d(childOf(o, "die"), "die", faults);
        b.setback = d.number("setback", 0);
    }
    if (o.has("extra")) {
        ObjectReader e(childOf(o, "extra"), "extra", faults);
        b.extraFrom = e.number("from", 0);
        b.extraTo = e.number("to", 0);
    }
    const std::string mark = o.text("mark", std::string("start"));
    b.mark = mark == "end"      ? workshop::BendMark::End
             : mark == "middle" ? workshop::BendMark::Middle
                                : workshop::BendMark::Start;
    if (mark != "start" && mark != "middle" && mark != "end")
        faults.add(fmt::format("\"{}\" is not known.", mark), "mark", "Use start, middle or end.");
    if (b.extraFrom < 0 || b.extraTo < 0) faults.add("What is left on the ends cannot be below 0.", "extra");
    if (!faults.none()) return tl::unexpected(faults.joined());
    if (b.radius > 0 && b.radius < diameter / 2)
        return fail(ProblemKind::Geometry, "The radius is less than half of the tube: it cannot be bent so.",
                    "radius", "Take a larger die.");
    const auto made = workshop::bendSchedule(path, b);
    if (!made) return tl::unexpected(made.error());
    Json bends = Json::array();
    for (const workshop::Bend &k : made->bends)
        bends.push_back({{"angle", degrees(k.angle)},
                         {"set", degrees(k.set)},
                         {"rotation", degrees(k.rotation)},
                         {"mark", k.mark}});
    return Json{{"bends", std::move(bends)},
                {"straights", made->straights},
                {"developed", made->developed},
                {"cut", made->cut}};
}

Result<Json> runFlat(const Json &json) {
    Faults faults;
    ObjectReader o(json, "", faults);
    if (o.has("kerf")) {
        ObjectReader k(childOf(o, "kerf"), "kerf", faults);
        const double thickness = k.number("thickness"), skin = k.number("skin"), angle = k.number("angle");
        if (!faults.none()) return tl::unexpected(faults.joined());
        const auto kerf = workshop::kerfOf(thickness, skin, radians(angle));
        if (!kerf) return tl::unexpected(kerf.error());
        return Json{{"width", kerf->width}, {"depth", kerf->depth}};
    }
    workshop::FoldedStrip s;
    s.thickness = o.number("thickness");
    s.k = o.number("k", 0.42);
    s.legs = numbersOf(o, "legs");
    for (const auto &[value, path] : o.array("bends")) {
        ObjectReader b(*value, path, faults);
        s.bends.push_back({radians(b.number("angle")), b.number("radius", 0)});
    }
    s.outside = o.boolean("outside", true);
    if (!faults.none()) return tl::unexpected(faults.joined());
    const auto flat = workshop::flatten(s);
    if (!flat) return tl::unexpected(flat.error());
    return Json{{"developed", flat->developed},
                {"lines", flat->lines},
                {"allowance", flat->allowance},
                {"deduction", flat->deduction}};
}

Result<Json> runNest(const Json &json) {
    Faults faults;
    ObjectReader o(json, "", faults);
    workshop::NestingOptions options;
    options.kerf = o.number("kerf", 0);
    options.newBarsAtMost = 1000;
    std::vector<workshop::PieceLength> pieces;
    for (const auto &[value, path] : o.array("demand", true)) {
        ObjectReader d(*value, path, faults);
        const workshop::PieceLength piece{d.text("id"), d.number("length")};
        for (int n = countOf(d); n > 0; --n) pieces.push_back(piece);
    }
    std::vector<workshop::Bar> rack;
    for (const auto &[value, path] : o.array("rack")) {
        ObjectReader b(*value, path, faults);
        const workshop::Bar bar{b.text("id"), b.number("length"), true, 0};
        for (int n = countOf(b); n > 0; --n) rack.push_back(bar);
    }
    workshop::Bar fresh{"new", 0, false, 1};
    if (o.has("new")) {
        ObjectReader n(childOf(o, "new"), "new", faults);
        fresh.length = n.number("length");
    }
    if (!faults.none()) return tl::unexpected(faults.joined());
    const auto made = workshop::nest(pieces, rack, fresh, options);
    if (!made) return tl::unexpected(made.error());
    if (!made->unplaced.empty())
        return fail(ProblemKind::TooLong,
                    fmt::format("\"{}\" ({:.6g} mm) is longer than any bar that is left.",
                                made->unplaced[0].name, made->unplaced[0].length),
                    made->unplaced[0].name, "Make it shorter, or have a longer bar.");
    Json bars = Json::array();
    int bought = 0;
    for (const workshop::NestedBar &b : made->bars) {
        Json names = Json::array();
        for (const workshop::PieceLength &p : b.pieces) names.push_back(p.name);
        bars.push_back(
            {{"from", b.bar.id}, {"length", b.bar.length}, {"pieces", std::move(names)}, {"left", b.left()}});
        bought += b.bar.onHand ? 0 : 1;
    }
    return Json{{"bars", std::move(bars)}, {"bought", bought}};
}

Result<Json> runSheets(const Json &json) {
    Faults faults;
    ObjectReader o(json, "", faults);
    workshop::SheetNestingOptions options;
    options.gap = o.number("gap", 0);
    options.margin = o.number("margin", 0);
    options.turn = o.boolean("turn", true);
    std::vector<workshop::PlatePart> parts;
    for (const auto &[value, path] : o.array("parts", true)) {
        ObjectReader p(*value, path, faults);
        parts.push_back({p.text("id"), outlineOf(p), countOf(p)});
    }
    std::vector<workshop::PlateSheet> sheets;
    for (const auto &[value, path] : o.array("sheets", true)) {
        ObjectReader s(*value, path, faults);
        sheets.push_back({s.text("id"), outlineOf(s), countOf(s)});
    }
    if (!faults.none()) return tl::unexpected(faults.joined());
    const auto made = workshop::nestSheets(parts, sheets, options);
    if (!made) return tl::unexpected(made.error());
    Json placed = Json::array();
    for (const workshop::PlacedPart &p : made->placed)
        placed.push_back({{"part", p.part},
                          {"sheet", p.sheet},
                          {"copy", p.copy},
                          {"at", {p.at.x(), p.at.y()}},
                          {"turned", degrees(p.turned)}});
    return Json{{"placed", std::move(placed)}, {"left", made->left}, {"used", made->used}};
}

}  // namespace hefty::cli
