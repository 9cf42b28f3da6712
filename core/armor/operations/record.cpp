#include "core/armor/operations/record.h"

#include <algorithm>

#include <fmt/format.h>

namespace hefty::armor {
std::string Record::freshName() {
    std::string name = in.text("name");
    if (name.empty()) refuse("the part needs a name.");
    if (out().has(name) || folded(name)) refuse(fmt::format("there is a part \"{}\" already.", name));
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

Record::Place Record::place(const char *key) {
    Place p;
    const Json *json = in.child(key, true);
    if (!json) return p;
    ObjectReader o(*json, std::string("operation/") + key, m_faults);
    if (o.has("at")) {
        p.at = vec(o.numbers<3>("at"));
    } else if (o.has("rail")) {
        const RailEnd end = maker.railEnd(o.text("end", std::string("front")) == "rear");
        const double sign = o.text("rail") == "right" ? -1 : 1;
        p.at = {end.x, sign * maker.railOutside(), end.center};
    } else {
        p.part = o.text("part");
        if (const BarPart *b = out().bar(p.part))
            p.at = b->axesAt(std::clamp(o.number("station", b->length() / 2), 0.0, b->length())).origin;
        else if (const SheetPart *s = out().sheet(p.part))
            p.at = s->axes.toWorld(shape::centroid(s->outline));
        else
            refuse(fmt::format("the piece has no part \"{}\".", p.part));
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

const FoldedSheet *Record::foldedWith(const std::string &part) {
    for (const FoldedSheet &f : out().folded)
        if (std::find(f.facets.begin(), f.facets.end(), part) != f.facets.end()) return &f;
    return nullptr;
}

bool Record::isPart(const std::string &part) {
    if (const FoldedSheet *whole = foldedWith(part))
        refuse(
            fmt::format("\"{}\" is one side of the folded sheet \"{}\": name that one.", part, whole->name));
    else if (!folded(part) && !out().has(part))
        refuse(fmt::format("the piece has no part \"{}\".", part));
    return m_why.empty();
}

}  // namespace hefty::armor
