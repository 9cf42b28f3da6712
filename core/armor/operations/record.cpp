#include "core/armor/operations/record.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/armor/operations/snap.h"

namespace hefty::armor {

std::string Record::freshName() {
    std::string name = in.text("name");
    if (name.empty()) refuse("the part needs a name.");
    if (out().has(name) || folded(name) || foldedBar(name))
        refuse(fmt::format("there is a part \"{}\" already.", name));
    return name;
}

Provenance Record::made(Role role) {
    return {role, {}, {}, in.number("weld", 5), in.text("label", std::string()), {}};
}

stock::Material Record::material() {
    const std::string id = in.text("material", std::string("S355"));
    if (const stock::Material *m = maker.stock().material(id)) return *m;
    refuse(fmt::format("the stock has no material \"{}\".", id));
    return {};
}

StockedBar Record::stocked() {
    StockedBar of;
    of.material = material();
    const std::string id = in.text("section");
    const stock::Section *section = maker.stock().section(id);
    if (!section) {
        refuse(fmt::format("the stock has no section \"{}\".", id));
        return of;
    }
    of.section = *section;
    if (auto p = stock::properties(*section, of.material.density)) of.properties = *p;
    return of;
}

double Record::thickness() {
    const double t = in.number("thickness");
    if (!(t > 0 && t <= 50)) refuse("the thickness is not from 0 to 50 mm.");
    return t;
}

const BarPart *Record::beam(const char *key) {
    const std::string name = in.text(key);
    const BarPart *b = out().bar(name);
    if (!b) refuse(fmt::format("the piece has no bar \"{}\".", name));
    return b;
}

/// Along an edge of a sheet, from its corner of the same number; its middle if nothing else is said.
Vec3 Record::onEdge(const SheetPart &sheet, ObjectReader &place) {
    const int edge = place.integer("edge", 1), count = static_cast<int>(sheet.outline.size());
    const double share = place.number("share", 0.5);
    if (edge < 1 || edge > count) {
        refuse(fmt::format("\"{}\" has edges 1 to {}.", sheet.name, count));
        return Vec3::Zero();
    }
    if (!(share >= 0 && share <= 1)) refuse("a share along an edge is from 0 to 1.");
    const Vec2 &p = sheet.outline[static_cast<std::size_t>(edge - 1)];
    const Vec2 &q = sheet.outline[static_cast<std::size_t>(edge % count)];
    return sheet.axes.toWorld(Vec2(p + (q - p) * share));
}

/// A station of a bar in millimeters or as a word; the middle of a sheet, one of its corners, a place on an
/// edge.
Vec3 Record::onPart(const std::string &part, ObjectReader &o) {
    if (const BarPart *b = out().bar(part)) {
        const Json *at = o.child("station");
        const std::string word = at && at->is_string() ? at->get<std::string>() : std::string();
        double station = b->length() / 2;
        if (word == "start" || word == "end")
            station = word == "end" ? b->length() : 0;
        else if (word.empty() && at)
            station = o.number("station");
        else if (!word.empty() && word != "middle")
            refuse(fmt::format("\"{}\" is no place along a bar.", word));
        return b->axesAt(std::clamp(station, 0.0, b->length())).origin;
    }
    if (const SheetPart *s = out().sheet(part)) {
        if (o.has("edge")) return onEdge(*s, o);
        if (!o.has("corner")) return s->axes.toWorld(shape::centroid(s->outline));
        const int corner = o.integer("corner", 1);
        if (corner >= 1 && corner <= static_cast<int>(s->outline.size()))
            return s->axes.toWorld(s->outline[static_cast<std::size_t>(corner - 1)]);
        refuse(fmt::format("\"{}\" has no corner {}.", part, corner));
        return Vec3::Zero();
    }
    refuse(fmt::format("the piece has no part \"{}\".", part));
    return Vec3::Zero();
}

Record::Place Record::place(const char *key) {
    Place p;
    const Json *json = in.child(key, true);
    if (!json) return p;
    ObjectReader o(*json, std::string("operation/") + key, m_faults);
    if (o.has("at")) {
        p.at = vec(o.numbers<3>("at"));
    } else if (o.has("rail")) {
        const rig::RigGeometry &g = maker.rig();
        const bool rear = o.text("end", std::string("front")) == "rear";
        const double sign = o.text("rail") == "right" ? -1 : 1;
        if (!g.hasFrame() || (rear && !g.rearEnd))
            refuse(g.hasFrame() ? "the rear ends of the rails have not been measured."
                                : "the vehicle has no rails.");
        else
            p.at = {rear ? *g.rearEnd : g.frameEnd, sign * maker.railOutside(),
                    rear ? g.rearRailCenter : g.railCenter};
    } else {
        p.part = o.text("part");
        p.at = onPart(p.part, o);
    }
    if (const std::string wall = o.text("wall", std::string()); !wall.empty()) {
        if (const auto toward = directionOf(wall))
            p.at = onWall(out(), p.part, p.at, *toward);
        else
            refuse(fmt::format("\"{}\" is no way that a wall can face.", wall));
    }
    if (o.has("offset")) p.at += vec(o.numbers<3>("offset"));
    return p;
}

Vec3 Record::direction(const char *key, const Vec3 &otherwise) {
    const Vec3 d = in.has(key) ? vec(in.numbers<3>(key)) : otherwise;
    if (d.norm() > 1e-9) return d.normalized();
    refuse(fmt::format("\"{}\" has no direction.", key));
    return otherwise;
}

Polygon2 Record::corners(const Json &list, const std::string &where) {
    Polygon2 out;
    if (!list.is_array()) m_faults.add("A list of corners is expected here.", where);
    for (const Json &value : list)
        if (value.is_array() && value.size() == 2 && value[0].is_number() && value[1].is_number())
            out.emplace_back(value[0].get<double>(), value[1].get<double>());
        else
            m_faults.add("A list of 2 numbers is expected here.", where);
    return out;
}

FoldedSheet *Record::folded(const std::string &name) {
    auto &all = out().folded;
    const auto it =
        std::find_if(all.begin(), all.end(), [&name](const FoldedSheet &f) { return f.name == name; });
    return it == all.end() ? nullptr : &*it;
}

FoldedBar *Record::foldedBar(const std::string &name) {
    auto &all = out().foldedBars;
    const auto it =
        std::find_if(all.begin(), all.end(), [&name](const FoldedBar &f) { return f.name == name; });
    return it == all.end() ? nullptr : &*it;
}

const FoldedSheet *Record::foldedWith(const std::string &part) {
    for (const FoldedSheet &f : out().folded)
        if (std::find(f.facets.begin(), f.facets.end(), part) != f.facets.end()) return &f;
    return nullptr;
}

std::vector<std::string> Record::groupOf(const std::string &name) {
    std::vector<std::string> names;
    const auto look = [&](const auto &list) {
        for (const auto &p : list)
            if (p.name.starts_with(name + ".") && !foldedWith(p.name)) names.push_back(p.name);
    };
    if (name.empty()) return names;
    look(out().bars);
    look(out().sheets);
    look(out().folded);
    look(out().bought);
    return names;
}

bool Record::isAddOn(const std::string &name) {
    const auto &all = out().addOns;
    return std::find(all.begin(), all.end(), name) != all.end();
}

bool Record::isPart(const std::string &part) {
    for (const FoldedBar &f : out().foldedBars)
        if (std::find(f.legs.begin(), f.legs.end(), part) != f.legs.end() && f.name != part)
            refuse(fmt::format("\"{}\" is one leg of the folded tube \"{}\": name that one.", part, f.name));
    if (const FoldedSheet *whole = foldedWith(part))
        refuse(
            fmt::format("\"{}\" is one side of the folded sheet \"{}\": name that one.", part, whole->name));
    else if (!folded(part) && !foldedBar(part) && !out().has(part) && !isAddOn(part))
        refuse(fmt::format("the piece has no part \"{}\".", part));
    return m_why.empty();
}

}  // namespace hefty::armor
