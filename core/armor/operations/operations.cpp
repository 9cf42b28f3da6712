#include "core/armor/operations/operations.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <map>

#include <fmt/format.h>

#include "core/armor/making/cover.h"
#include "core/armor/making/folded_sheet.h"
#include "core/armor/making/frame_brackets.h"
#include "core/armor/making/receiver.h"
#include "core/base/constants.h"
#include "core/shape/clipping.h"

namespace hefty::armor {
namespace {

Vec3 vec(const std::array<double, 3> &a) {
    return {a[0], a[1], a[2]};
}

/// Carries out one operation.
class Operation {
  public:
    Operation(Maker &maker, const Json &json) : m_make(maker), m_in(json, "operation", m_faults) {}

    /// Why it does not apply; empty: it was carried out.
    std::string run() {
        using Body = void (Operation::*)();
        static const std::map<std::string, Body> bodies{
            {"tube", &Operation::tube},     {"plate", &Operation::plate},
            {"gusset", &Operation::gusset}, {"bracket", &Operation::bracket},
            {"tab", &Operation::tab},       {"receiver", &Operation::receiver},
            {"cap", &Operation::cap},       {"hole", &Operation::hole},
            {"mirror", &Operation::mirror}, {"move", &Operation::move},
            {"remove", &Operation::remove}};
        const std::string op = m_in.text("op");
        const auto body = bodies.find(op);
        if (m_faults.none() && body == bodies.end())
            return fmt::format("the operation \"{}\" is not known.", op);
        if (m_faults.none()) (this->*body->second)();
        if (!m_faults.none()) return m_faults.joined().sentence();
        return m_why;
    }

  private:
    /// Only the first reason is kept.
    void refuse(std::string why) {
        if (m_why.empty()) m_why = std::move(why);
    }
    [[nodiscard]] bool fine() const { return m_why.empty() && m_faults.none(); }
    Assembly &out() { return m_make.out(); }

    std::string freshName() {
        std::string name = m_in.text("name");
        if (name.empty()) refuse("the part needs a name.");
        if (out().has(name) || isFolded(name)) refuse(fmt::format("there is a part \"{}\" already.", name));
        return name;
    }
    Provenance made(Role role) {
        return {role, {}, {}, m_in.number("weld", 5), m_in.text("label", std::string()), {}};
    }

    stock::Material material() {
        const std::string id = m_in.text("material", std::string("S355"));
        if (const stock::Material *m = m_make.stock().material(id)) return *m;
        refuse(fmt::format("the stock has no material \"{}\".", id));
        return {};
    }
    StockedBar stocked() {
        StockedBar of;
        of.material = material();
        const std::string id = m_in.text("section");
        const stock::Section *section = m_make.stock().section(id);
        if (!section) {
            refuse(fmt::format("the stock has no section \"{}\".", id));
            return of;
        }
        of.section = *section;
        if (auto p = stock::properties(*section, of.material.density)) of.properties = *p;
        return of;
    }
    double thickness() {
        const double t = m_in.number("thickness");
        if (!(t > 0 && t <= 50)) refuse("the thickness is not from 0 to 50 mm.");
        return t;
    }
    const BarPart *beam(const char *key) {
        const std::string name = m_in.text(key);
        const BarPart *b = out().bar(name);
        if (!b) refuse(fmt::format("the piece has no bar \"{}\".", name));
        return b;
    }

    struct Place {
        Vec3 at = Vec3::Zero();
        std::string part;  ///< that it is on; empty: none
    };
    Place place(const char *key) {
        Place p;
        const Json *json = m_in.child(key, true);
        if (!json) return p;
        ObjectReader o(*json, std::string("operation/") + key, m_faults);
        if (o.has("at")) {
            p.at = vec(o.numbers<3>("at"));
        } else if (o.has("rail")) {
            const RailEnd end = m_make.railEnd(o.text("end", std::string("front")) == "rear");
            const double sign = o.text("rail") == "right" ? -1 : 1;
            p.at = {end.x, sign * m_make.railOutside(), end.center};
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
    Vec3 direction(const char *key, const Vec3 &otherwise) {
        const Vec3 d = m_in.has(key) ? vec(m_in.numbers<3>(key)) : otherwise;
        if (d.norm() > 1e-9) return d.normalized();
        refuse(fmt::format("\"{}\" has no direction.", key));
        return otherwise;
    }

    void tube() {
        const std::string name = freshName();
        const StockedBar of = stocked();
        const Place from = place("from"), to = place("to");
        std::vector<PathPoint> bends;
        for (const auto &[value, path] : m_in.array("bends")) {
            ObjectReader b(*value, path, m_faults);
            bends.push_back({vec(b.numbers<3>("at")), b.number("radius")});
        }
        if (!fine()) return;
        const Vec3 first = (bends.empty() ? to.at : bends.front().at) - from.at;
        if (!(first.norm() > 1)) return refuse("the tube has no length.");
        const Vec3 up = std::abs(first.normalized().z()) > 0.99 ? Vec3::UnitX() : Vec3::UnitZ();
        if (const auto path = parts::course(from.at, bends, to.at, up); !path)
            return refuse(path.error().sentence());
        BarPart &bar = m_make.bar(name, made(Role::Beam), of, from.at, to.at, bends, up);
        if (!m_in.boolean("cope", true)) return;
        if (!from.part.empty()) Maker::cope(bar, false, {from.part});
        if (!to.part.empty()) Maker::cope(bar, true, {to.part});
    }

    bool isOutline(const Polygon2 &outline) {
        if (outline.size() < 3 || !(std::abs(shape::area(outline)) > 25)) {
            refuse("the outline has no area.");
            return false;
        }
        if (shape::unionOf({{outline, {}}}).size() != 1) {
            refuse("the outline crosses itself.");
            return false;
        }
        return true;
    }

    Polygon2 corners(const Json &list, const std::string &where) {
        Polygon2 out;
        if (!list.is_array()) m_faults.add("A list of corners is expected here.", where);
        for (const Json &value : list)
            if (value.is_array() && value.size() == 2 && value[0].is_number() && value[1].is_number())
                out.emplace_back(value[0].get<double>(), value[1].get<double>());
            else
                m_faults.add("A list of 2 numbers is expected here.", where);
        return out;
    }

    void plate() {
        const std::string name = freshName();
        const stock::Material of = material();
        const double t = thickness();
        const Place at = place("at");
        const Vec3 normal = direction("normal", Vec3::UnitX());
        const Vec3 up = direction("up", std::abs(normal.z()) > 0.9 ? Vec3::UnitX() : Vec3::UnitZ());
        const Json *outline = m_in.child("outline", true);
        FoldedOutline flat;
        if (outline) flat.outline = corners(*outline, "operation/outline");
        for (const auto &[value, path] : m_in.array("cutouts")) flat.cutouts.push_back(corners(*value, path));
        for (const auto &[value, path] : m_in.array("folds")) {
            ObjectReader f(*value, path, m_faults);
            const auto from = f.numbers<2>("from"), to = f.numbers<2>("to");
            flat.folds.push_back(
                {{from[0], from[1]}, {to[0], to[1]}, radians(f.number("angle")), f.number("radius", t)});
        }
        const Vec3 right = up.cross(normal);
        if (!(right.norm() > 1e-6)) refuse("\"up\" lies along the normal.");
        if (!fine()) return;
        const Vec3 x = right.normalized();
        const Axes axes{at.at, x, normal.cross(x), normal};
        if (!isOutline(flat.outline)) return;
        for (const Polygon2 &c : flat.cutouts)
            if (!isOutline(c)) return;
        if (!flat.folds.empty()) return addFoldedSheet(m_make, name, made(Role::Other), axes, flat, t, of);
        SheetPart &s = m_make.sheet(name, made(Role::Other), axes, flat.outline, t, of);
        s.cutouts = flat.cutouts;
        parts::addCrossStrips(s);
    }

    void gusset() {
        const std::string name = freshName();
        const stock::Material of = material();
        const double t = thickness(), leg = m_in.number("leg");
        const Place corner = place("corner");
        const Vec3 along = direction("along", Vec3::UnitX()), up = direction("up", Vec3::UnitZ());
        if (!(leg > 5 && leg <= 1000)) refuse("the leg is not from 5 to 1000 mm.");
        const Vec3 normal = along.cross(up);
        if (!(normal.norm() > 0.2)) refuse("its two directions run alike.");
        if (!fine()) return;
        const Vec3 z = normal.normalized(), y = z.cross(along);
        SheetPart &s = m_make.sheet(name, made(Role::Gusset), {corner.at, along, y, z},
                                    {{0, 0}, {leg, 0}, {leg * along.dot(up), leg * y.dot(up)}}, t, of);
        const Vec2 far = Vec2(along.dot(up), y.dot(up)) * leg;
        s.strips.push_back({{leg / 2, 0}, far / 2, leg / std::sqrt(2.0)});
    }

    /// The side plates that carry a beam on the ends of both rails.
    void bracket() {
        const BarPart *b = beam("beam");
        const bool rear = m_in.text("end", std::string("front")) == "rear";
        const stock::Material of = material();
        const double t = thickness();
        const std::string grade = m_in.text("grade", std::string("8.8"));
        if (!fine()) return;
        const RailEnd end = m_make.railEnd(rear);
        if (m_make.refused()) return refuse("the ends of the rails and their holes have not been measured.");
        for (const Side &side : bothSides)
            if (out().has(side.of("bracket"))) return refuse("there are brackets already.");
        const Axes axes = b->axes();
        if (std::abs(axes.x.y()) < 0.99) return refuse("the beam does not run across the vehicle.");
        RailBracket plates;
        plates.end = end;
        plates.z = b->from.z();
        plates.face = b->from.x() - end.out * b->section.width / 2;
        plates.halfFlat = b->section.height / 2 - b->properties.outerRadius;
        plates.stripWidth = 2 * b->section.height;
        plates.material = of;
        plates.thickness = {t, {}};
        plates.leg = {m_in.number("weld", 8), {}};
        plates.grade = grade;
        if (b->round()) return refuse("side plates want a beam with a flat face.");
        if (end.out * (plates.face - end.x) < 5)
            return refuse("the beam does not stand clear of the ends of the rails.");
        for (const Side &side : bothSides) addRailBracket(m_make, side, plates);
    }

    void tab() {
        const std::string name = freshName();
        const BarPart *b = beam("beam");
        const std::string shackle = m_in.text("shackle", std::string("shackle-3.25"));
        ThroughTab t;
        t.material = material();
        t.thickness = {thickness(), {}};
        t.height = {m_in.number("height", 80), {}};
        t.reach = {m_in.number("reach", 45), {}};
        t.leg = {m_in.number("weld", 8), {}};
        t.y = m_in.number("across");
        t.shackle = m_make.stock().shackle(shackle);
        t.snatchRope = m_in.text("snatchRope", std::string());
        if (!t.shackle) refuse(fmt::format("the stock has no shackle \"{}\".", shackle));
        if (!fine()) return;
        if (!standsOn(*b, t.y)) return;
        t.out = outwardOf(*b);
        t.z = b->from.z();
        t.tail = b->from.x() - t.out * (b->section.width / 2 + 15);
        t.face = b->from.x() + t.out * b->section.width / 2;
        if (t.height.value > b->section.height - 2 * b->properties.outerRadius - 2)
            return refuse("the tab is higher than the flat of the beam.");
        addThroughTab(m_make, name, m_in.text("label", std::string()), t);
    }

    /// A beam ahead of the front axle points forward, one behind the middle rearward.
    [[nodiscard]] double outwardOf(const BarPart &b) const {
        return b.from.x() > -m_make.rig().wheelbase / 2 ? 1 : -1;
    }
    bool standsOn(const BarPart &b, double y) {
        if (std::abs(b.axes().x.y()) < 0.99) refuse("the beam does not run across the vehicle.");
        if (y < std::min(b.from.y(), b.to.y()) + 20 || y > std::max(b.from.y(), b.to.y()) - 20)
            refuse("it stands beside the beam.");
        return m_why.empty();
    }

    void receiver() {
        const std::string name = freshName();
        const BarPart *b = beam("beam");
        const std::string id = m_in.text("receiver", std::string("receiver-50"));
        const stock::Receiver *r = m_make.stock().receiver(id);
        ReceiverThroughBeam place;
        place.y = m_in.number("across", 0);
        place.reach = m_in.number("reach", 30);
        place.towMass = m_in.number("towMass", 0);
        place.leg = {m_in.number("weld", 6), {}};
        if (!r) refuse(fmt::format("the stock has no receiver \"{}\".", id));
        if (!fine() || !standsOn(*b, place.y)) return;
        place.out = outwardOf(*b);
        place.z = b->from.z();
        place.nearFace = b->from.x() - place.out * b->section.width / 2;
        place.farFace = b->from.x() + place.out * b->section.width / 2;
        place.material = b->material;
        place.clear = b->section.height - 2 * b->properties.outerRadius;
        if (r->outside + 8 > place.clear)
            return refuse("the receiver does not go through the flat of the beam.");
        addReceiver(m_make, name, *r, place);
    }

    void cap() {
        const std::string name = freshName();
        const BarPart *b = beam("bar");
        const stock::Material of = material();
        const bool atTo = m_in.text("end", std::string("end")) == "end";
        if (!fine()) return;
        if ((atTo ? b->trimTo : b->trimFrom).onto.empty()) {
            SheetPart &s = addEndCap(m_make, name, m_in.text("label", std::string()), *b, atTo, {}, of);
            s.made.leg = m_in.number("weld", 4);
        } else {
            refuse("that end is cut to lie on another part.");
        }
    }

    void hole() {
        const std::string part = m_in.text("part");
        const auto at = m_in.numbers<2>("at");
        const Hole hole{fmt::format("hole.{}.{}", at[0], at[1]),
                        {at[0], at[1]},
                        m_in.number("diameter"),
                        m_in.text("purpose", std::string())};
        if (!(hole.diameter > 0)) refuse("the hole needs a diameter.");
        if (!fine()) return;
        for (SheetPart &s : out().sheets)
            if (s.name == part) {
                if (!s.covers(hole.at) || s.fromEdge(hole.at) < hole.diameter / 2)
                    return refuse("the hole is not inside the plate.");
                s.holes.push_back(hole);
                return;
            }
        for (BarPart &b : out().bars)
            if (b.name == part) {
                if (!(hole.at.x() > hole.diameter && hole.at.x() < b.length() - hole.diameter &&
                      std::abs(hole.at.y()) + hole.diameter / 2 < b.section.height / 2))
                    return refuse("the hole is not inside the bar's side.");
                b.holes.push_back(hole);
                return;
            }
        refuse(fmt::format("the piece has no part \"{}\".", part));
    }

    static Vec3 mirrored(const Vec3 &p) { return {p.x(), -p.y(), p.z()}; }
    std::string twinName(const std::string &name) {
        for (const auto &[was, is] : {std::pair{"left", "right"}, std::pair{"right", "left"}})
            if (const auto at = name.find(was); at != std::string::npos)
                return std::string(name).replace(at, std::string_view(was).size(), is);
        return name + ".right";
    }

    void mirror() {
        const std::string part = m_in.text("part"), twin = twinName(part);
        if (!out().has(part)) return refuse(fmt::format("the piece has no part \"{}\".", part));
        if (out().has(twin)) return refuse(fmt::format("there is a part \"{}\" already.", twin));
        if (const BarPart *was = out().bar(part)) {
            BarPart b = *was;
            b.name = twin;
            b.made.label.clear();
            b.from = mirrored(b.from);
            b.to = mirrored(b.to);
            b.up = mirrored(b.up);
            b.cutFrom = mirrored(b.cutFrom);
            b.cutTo = mirrored(b.cutTo);
            for (PathPoint &p : b.bends) p.at = mirrored(p.at);
            for (EndTrim *t : {&b.trimFrom, &b.trimTo})
                for (std::string &onto : t->onto)
                    if (const std::string other = twinName(onto); out().has(other)) onto = other;
            out().bars.push_back(std::move(b));
            return;
        }
        if (const SheetPart *was = out().sheet(part)) {
            SheetPart s = *was;
            s.name = twin;
            s.made.label.clear();
            // Mirrored axes turn the other way around: y is turned with the outline.
            s.axes.origin = mirrored(s.axes.origin);
            s.axes.x = mirrored(s.axes.x);
            s.axes.z = mirrored(s.axes.z);
            s.axes.y = s.axes.z.cross(s.axes.x);
            const auto flip = [](Vec2 &p) { p.y() = -p.y(); };
            for (Vec2 &p : s.outline) flip(p);
            std::reverse(s.outline.begin(), s.outline.end());
            for (Hole &h : s.holes) flip(h.at);
            for (Strip &t : s.strips) {
                flip(t.from);
                flip(t.to);
            }
            out().sheets.push_back(std::move(s));
            std::vector<Anchor> &anchors = out().anchors;
            const auto pulled =
                std::find_if(anchors.begin(), anchors.end(), [&](const Anchor &a) { return a.name == part; });
            if (pulled == anchors.end()) return;
            Anchor other = *pulled;
            other.name = twin;
            other.hole = mirrored(other.hole);
            other.forward = mirrored(other.forward);
            anchors.push_back(std::move(other));
            return;
        }
        refuse("what is bought is not mirrored.");
    }

    void move() {
        const std::string part = m_in.text("part");
        const Vec3 by = vec(m_in.numbers<3>("by"));
        if (!fine()) return;
        for (const FoldedSheet &whole : out().folded)
            for (SheetPart &s : out().sheets)
                if (whole.name == part &&
                    std::find(whole.facets.begin(), whole.facets.end(), s.name) != whole.facets.end())
                    s.axes.origin += by;
        if (isFolded(part)) return;
        for (BarPart &b : out().bars)
            if (b.name == part) {
                b.from += by;
                b.to += by;
                for (PathPoint &p : b.bends) p.at += by;
                return;
            }
        for (SheetPart &s : out().sheets)
            if (s.name == part) {
                const auto bolted = [&](const BoltJoint &j) { return j.part == part; };
                if (std::any_of(out().mounts.begin(), out().mounts.end(), bolted))
                    return refuse("it is bolted to the vehicle, whose holes stay where they are.");
                s.axes.origin += by;
                for (Anchor &a : out().anchors)
                    if (a.name == part) a.hole += by;
                return;
            }
        refuse(fmt::format("the piece has no part \"{}\".", part));
    }

    void remove() {
        const std::string part = m_in.text("part");
        const auto whole = std::find_if(out().folded.begin(), out().folded.end(),
                                        [&part](const FoldedSheet &f) { return f.name == part; });
        if (whole != out().folded.end()) {
            const std::vector<std::string> facets = whole->facets;
            out().folded.erase(whole);
            for (const std::string &facet : facets) removePart(facet);
            return;
        }
        if (!out().has(part)) return refuse(fmt::format("the piece has no part \"{}\".", part));
        removePart(part);
    }

    [[nodiscard]] bool isFolded(const std::string &name) {
        return std::any_of(out().folded.begin(), out().folded.end(),
                           [&name](const FoldedSheet &f) { return f.name == name; });
    }

    void removePart(const std::string &part) {
        const auto ofPart = [&part](const auto &x) { return x.part == part; };
        const auto named = [&part](const auto &x) { return x.name == part; };
        Assembly &a = out();
        std::erase_if(a.bars, named);
        std::erase_if(a.sheets, named);
        std::erase_if(a.bought, named);
        std::erase_if(a.mounts, ofPart);
        std::erase_if(a.anchors, named);
        std::erase_if(a.steps, ofPart);
        std::erase_if(a.strikes, ofPart);
        std::erase_if(a.jacks, ofPart);
        std::erase_if(a.grounds, ofPart);
        if (a.coupling && a.coupling->part == part) a.coupling.reset();
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

    Maker &m_make;
    Faults m_faults;
    ObjectReader m_in;
    std::string m_why;
};

}  // namespace

void applyOperations(Assembly &assembly, const BuildInput &input, const Pattern &pattern) {
    for (const Json &json : input.piece.operations) {
        // Each on a copy: one that fails half way leaves nothing behind.
        Maker maker(input, pattern, assembly);
        std::string why = Operation(maker, json).run();
        if (why.empty() && maker.refused()) {
            const auto refused = maker.finish();
            why = refused ? std::string() : refused.error().message;
        }
        if (why.empty()) {
            assembly = std::move(maker.out());
            continue;
        }
        const auto word = [&json](const char *key) {
            const auto it = json.find(key);
            return it != json.end() && it->is_string() ? it->get<std::string>() : std::string();
        };
        const std::string name = word("name").empty() ? word("part") : word("name");
        assembly.notes.push_back(
            {name, fmt::format("What was built by hand no longer applies ({} {}): {}", word("op"), name, why),
             "Change it or take it out; it is kept with the piece."});
    }
    trimEnds(assembly);
}

}  // namespace hefty::armor
