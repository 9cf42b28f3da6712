#include "core/armor/piece.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <set>

#include <fmt/format.h>

#include "core/armor/builder.h"
#include "core/armor/contact.h"
#include "core/armor/making/maker.h"
#include "core/armor/operations/operations.h"
#include "core/armor/places_of.h"
#include "core/armor/stitches.h"

namespace hefty::armor {
namespace {

constexpr std::array<std::pair<Tweak::Kind, std::string_view>, 8> tweakWords{
    {{Tweak::Kind::Move, "move"},
     {Tweak::Kind::Section, "section"},
     {Tweak::Kind::Thickness, "thickness"},
     {Tweak::Kind::Gusset, "gusset"},
     {Tweak::Kind::Drill, "drill"},
     {Tweak::Kind::WeldLeg, "weldLeg"},
     {Tweak::Kind::Stitch, "stitch"},
     {Tweak::Kind::LeaveOut, "leaveOut"}}};

const SettingValue &settingValue(const Piece &piece, const Pattern &pattern, std::string_view setting) {
    const auto it = piece.settings.find(setting);
    if (it != piece.settings.end()) return it->second;
    return pattern.setting(setting)->standard;
}

void orphan(Assembly &assembly, const Tweak &tweak, const std::string &why) {
    assembly.notes.push_back(
        {tweak.part,
         fmt::format("A change no longer applies ({}, {}): {}", tweakWord(tweak.kind), tweak.part, why),
         "Remove the change, or bring the part back."});
}

void movePart(Assembly &assembly, const Tweak &tweak) {
    for (BarPart &t : assembly.bars)
        if (t.name == tweak.part) {
            t.from += tweak.by;
            t.to += tweak.by;
            for (PathPoint &p : t.bends) p.at += tweak.by;
            movePlacesOf(assembly, tweak.part, tweak.by);
            return;
        }
    for (SheetPart &p : assembly.sheets)
        if (p.name == tweak.part) {
            p.axes.origin += tweak.by;
            movePlacesOf(assembly, tweak.part, tweak.by);
            for (const auto *joints : {&assembly.mounts, &assembly.feet})
                for (const BoltJoint &j : *joints)
                    if (j.part == p.name && tweak.by.norm() > 1e-9)
                        assembly.notes.push_back(
                            {p.name, fmt::format("Moved, its holes no longer meet those of the {}.", j.onto),
                             "Take the change back, or move what it is bolted to."});
            return;
        }
    orphan(assembly, tweak, "the piece has no such part.");
}

void changeSection(Assembly &assembly, const Tweak &tweak, const stock::Stock &stock) {
    const stock::Section *section = stock.section(tweak.section);
    for (BarPart &t : assembly.bars)
        if (t.name == tweak.part) {
            if (!section || section->shape != t.section.shape || section->height != t.section.height ||
                section->width != t.section.width) {
                orphan(assembly, tweak, "the new section must have the same outside size.");
                return;
            }
            t.section = *section;
            t.properties = stock::properties(*section, t.material.density).value_or(t.properties);
            return;
        }
    orphan(assembly, tweak, "the piece has no such tube.");
}

/// Which faces of a plate something lies against or is bolted to: along its z, and against it.
struct HeldFaces {
    bool above = false, below = false;
};

HeldFaces heldFaces(const Assembly &assembly, const SheetPart &plate) {
    HeldFaces out;
    const auto meet = [&](const Vec3 &outward) {
        out.above |= outward.dot(plate.axes.z) > 0.9;
        out.below |= outward.dot(plate.axes.z) < -0.9;
    };
    for (const BoltJoint &m : assembly.mounts)  // the bolts' axis leads from the other side into the plate
        if (m.part == plate.name) meet(-m.axis);
    const Solid own = solidOf(plate);
    const auto touch = [&](const auto &part) {
        if (part.name == plate.name) return;
        for (const Contact &c : touching(own, solidOf(part))) meet(-c.normal);
    };
    for (const BarPart &t : assembly.bars) touch(t);
    for (const SheetPart &p : assembly.sheets) touch(p);
    return out;
}

/// A plate grows away from the face that something lies against. Where both are held it grows to both sides,
/// and what stood on them is said to have lost its seat.
void changeThickness(Assembly &assembly, const Tweak &tweak) {
    for (SheetPart &p : assembly.sheets) {
        if (p.name != tweak.part || !(tweak.value > 0) || !(tweak.value <= 50)) continue;
        const HeldFaces held = heldFaces(assembly, p);
        const double half = (tweak.value - p.thickness) / 2;
        const auto bolted = std::find_if(assembly.mounts.begin(), assembly.mounts.end(),
                                         [&p](const BoltJoint &m) { return m.part == p.name; });
        if (bolted != assembly.mounts.end())
            p.axes.origin += bolted->axis * half;
        else if (held.above != held.below)
            p.axes.origin += p.axes.z * (held.above ? -half : half);
        if (held.above && held.below && std::abs(half) > 1e-9)
            assembly.notes.push_back(
                {p.name,
                 {"{0} thick it no longer meets what lies on both of its faces.", {{tweak.value}}},
                 "Change the setting that sizes it, so that all moves with it."});
        p.thickness = tweak.value;
        for (Anchor &a : assembly.anchors)
            if (a.name == p.name) a.thickness = p.thickness;
        for (auto *joints : {&assembly.mounts, &assembly.feet})
            for (BoltJoint &j : *joints)
                if (j.part == p.name) j.plateThickness = p.thickness;
        return;
    }
    orphan(assembly, tweak, "the piece has no such plate, or the thickness is not from 0 to 50 mm.");
}

void drill(Assembly &assembly, const Tweak &tweak) {
    const Hole hole{fmt::format("drill.{}", tweak.part), tweak.at, tweak.value, tweak.label};
    if (!(tweak.value > 0)) return orphan(assembly, tweak, "the hole needs a diameter.");
    for (SheetPart &p : assembly.sheets)
        if (p.name == tweak.part) {
            if (!p.covers(tweak.at) || p.fromEdge(tweak.at) < tweak.value / 2)
                return orphan(assembly, tweak, "the hole is not inside the plate.");
            p.holes.push_back(hole);
            return;
        }
    for (BarPart &t : assembly.bars)
        if (t.name == tweak.part) {
            if (!(tweak.at.x() > tweak.value / 2 && tweak.at.x() < t.length() - tweak.value / 2 &&
                  std::abs(tweak.at.y()) + tweak.value / 2 < t.section.height / 2))
                return orphan(assembly, tweak, "the hole is not inside the tube's side.");
            t.holes.push_back(hole);
            return;
        }
    orphan(assembly, tweak, "the piece has no such part.");
}

void applyTweaks(Assembly &assembly, const BuildInput &input) {
    for (const Tweak &tweak : input.piece.tweaks) {
        switch (tweak.kind) {
            case Tweak::Kind::Move:
                movePart(assembly, tweak);
                break;
            case Tweak::Kind::Section:
                changeSection(assembly, tweak, input.stock);
                break;
            case Tweak::Kind::Thickness:
                changeThickness(assembly, tweak);
                break;
            case Tweak::Kind::Drill:
                drill(assembly, tweak);
                break;
            case Tweak::Kind::Gusset:   // built by the pattern, which knows where a gusset can stand
            case Tweak::Kind::WeldLeg:  // these are applied when the welds have been found
            case Tweak::Kind::Stitch:
            case Tweak::Kind::LeaveOut:
                break;
        }
    }
}

/// The strength of every part is that of its own thickness.
void heedThickness(Assembly &assembly) {
    for (BarPart &t : assembly.bars) t.material = t.material.in(t.section.wall);
    for (SheetPart &p : assembly.sheets) p.material = p.material.in(p.thickness);
}

bool isOfWeld(Tweak::Kind kind) {
    return kind == Tweak::Kind::WeldLeg || kind == Tweak::Kind::Stitch || kind == Tweak::Kind::LeaveOut;
}

/// @return why it cannot be stitched so; empty: it is
std::string stitch(Assembly &assembly, WeldJoint &joint, const Tweak &tweak) {
    const double length = tweak.value, pitch = tweak.at.x();
    if (!(length >= 10 && length <= 1000 && pitch > length && pitch <= 2000))
        return "stitches are 10 to 1000 mm long, and further apart than that.";
    for (Contact &c : joint.contacts) c.lines = stitched(c, length, pitch);
    if (length < leastStitch(joint.leg))
        assembly.notes.push_back(
            {joint.a,
             {fmt::format("Stitches of {{0}} between {} and {} are shorter than {{1}} for their leg.",
                          assembly.labelOf(joint.a), assembly.labelOf(joint.b)),
              {{length}, {leastStitch(joint.leg)}}},
             "Make them longer, or the leg smaller (AISC 360-16 J2.2b)."});
    return {};
}

/// What a person has changed about single seams.
void applyWeldTweaks(Assembly &assembly, const Piece &piece) {
    for (const Tweak &tweak : piece.tweaks) {
        if (!isOfWeld(tweak.kind)) continue;
        const auto it =
            std::find_if(assembly.welds.begin(), assembly.welds.end(),
                         [&tweak](const WeldJoint &w) { return w.name == tweak.part && !w.isFold(); });
        if (it == assembly.welds.end() || (tweak.kind == Tweak::Kind::WeldLeg && !(tweak.value > 0)))
            orphan(assembly, tweak, "the piece has no such weld.");
        else if (tweak.kind == Tweak::Kind::WeldLeg)
            it->leg = tweak.value;
        else if (tweak.kind == Tweak::Kind::LeaveOut)
            assembly.welds.erase(it);
        else if (const std::string why = stitch(assembly, *it, tweak); !why.empty())
            orphan(assembly, tweak, why.c_str());
    }
}

/// Says of every part that neither welds nor bolts lead from it to the vehicle.
void noteWhatNothingHolds(Assembly &assembly) {
    std::set<std::string> held;
    for (const BoltJoint &m : assembly.mounts) held.insert(m.part);
    for (const LineBearing &b : assembly.bearings) held.insert(b.part);
    for (const SlipFit &s : assembly.slips) held.insert(s.part);
    for (const Fixing &f : assembly.fixings) held.insert(f.part);
    const auto join = [&held](const std::string &a, const std::string &b) {
        const bool more = held.contains(a) != held.contains(b);
        if (more) held.insert(held.contains(a) ? b : a);
        return more;
    };
    for (bool grows = true; grows;) {
        grows = false;
        for (const WeldJoint &w : assembly.welds) grows = join(w.a, w.b) || grows;
        for (const Gate &g : assembly.gates) grows = join(g.post, g.arm) || grows;
    }
    const auto look = [&](const auto &part) {
        if (!held.contains(part.name))
            assembly.notes.push_back({part.name,
                                      fmt::format("Nothing holds {}: it touches no part that is held.",
                                                  assembly.labelOf(part.name)),
                                      "Bring it to what it is to be welded to, or take it out."});
    };
    for (const BarPart &b : assembly.bars) look(b);
    for (const SheetPart &s : assembly.sheets) look(s);
}

}  // namespace

std::string_view tweakWord(Tweak::Kind kind) {
    for (const auto &[k, word] : tweakWords)
        if (k == kind) return word;
    return "move";
}

const SettingDescriptor *Pattern::setting(std::string_view settingId) const {
    const auto it = std::find_if(settings.begin(), settings.end(),
                                 [settingId](const SettingDescriptor &s) { return s.id == settingId; });
    return it == settings.end() ? nullptr : &*it;
}

std::string_view whereWord(Where where) {
    constexpr std::array<std::string_view, 6> words{"front",      "rear",        "sides",
                                                    "underneath", "spare wheel", "from nothing"};
    return words.at(static_cast<std::size_t>(where));
}

std::span<const Pattern> patterns() {
    static const std::vector<Pattern> list = [] {
        std::vector<Pattern> all = patternsOfTheFolder();
        std::stable_sort(all.begin(), all.end(),
                         [](const Pattern &a, const Pattern &b) { return a.where < b.where; });
        return all;
    }();
    return list;
}

const Pattern *pattern(std::string_view id) {
    for (const Pattern &p : patterns())
        if (p.id == id) return &p;
    return nullptr;
}

double number(const Piece &piece, const Pattern &pattern, std::string_view setting) {
    const auto *value = std::get_if<double>(&settingValue(piece, pattern, setting));
    return value ? *value : std::get<double>(pattern.setting(setting)->standard);
}

std::string text(const Piece &piece, const Pattern &pattern, std::string_view setting) {
    const auto *value = std::get_if<std::string>(&settingValue(piece, pattern, setting));
    return value ? *value : std::get<std::string>(pattern.setting(setting)->standard);
}

std::vector<std::string> options(Choice choice, const stock::Stock &stock) {
    std::vector<std::string> out;
    const auto ids = [&out](const auto &list) {
        for (const auto &item : list) out.push_back(item.id);
    };
    switch (choice) {
        case Choice::RectTube:
            for (const stock::Section &s : stock.sections)
                if (s.shape == stock::SectionShape::RectTube && s.height >= 75 && s.width >= 50)
                    out.push_back(s.id);
            break;
        case Choice::SquareTube:
            for (const stock::Section &s : stock.sections)
                if (s.shape == stock::SectionShape::RectTube && s.height <= 120 && s.width >= 30)
                    out.push_back(s.id);
            break;
        case Choice::RoundTube:
            for (const stock::Section &s : stock.sections)
                if (s.shape == stock::SectionShape::RoundTube && s.height >= 21) out.push_back(s.id);
            break;
        case Choice::Receiver:
            ids(stock.receivers);
            break;
        case Choice::Bolt:
            ids(stock.bolts);
            break;
        case Choice::PlateMaterial:
            for (const stock::Material &m : stock.materials)
                if (m.family == "steel" && !stock.plateThicknesses(m.id).empty()) out.push_back(m.id);
            break;
        case Choice::SheetMaterial:
            for (const stock::Material &m : stock.materials)
                if (!stock.plateThicknesses(m.id).empty()) out.push_back(m.id);
            break;
        case Choice::TubeMaterial:
            for (const stock::Material &m : stock.materials)
                if (m.family == "steel") out.push_back(m.id);
            break;
        case Choice::Winch:
            ids(stock.winches);
            break;
        case Choice::Rope:
        case Choice::SnatchRope:
            for (const stock::Rope &r : stock.ropes)
                if (r.snatches() == (choice == Choice::SnatchRope)) out.push_back(r.id);
            break;
        case Choice::Fairlead:
            ids(stock.fairleads);
            break;
        case Choice::Shackle:
            ids(stock.shackles);
            break;
        case Choice::BoltGrade:
            out = {"8.8", "10.9"};
            break;
        case Choice::Filler:
            for (const stock::Filler &f : stock.fillers)
                if (f.family == "steel") out.push_back(f.id);
            break;
        case Choice::None:
            break;
    }
    return out;
}

Result<bool> checkSetting(const SettingDescriptor &d, const SettingValue &value, const stock::Stock &stock) {
    if (d.choice == Choice::None) {
        const auto *given = std::get_if<double>(&value);
        if (!given) return fail(ProblemKind::BadInput, fmt::format("\"{}\" needs a number.", d.name), d.id);
        if (!(*given >= d.least && *given <= d.most))
            return fail(ProblemKind::BadInput,
                        fmt::format("\"{}\" is {}; it must be from {} to {}.", d.name,
                                    measure::printQuantity(*given, d.quantity, measure::UnitSystem::Metric),
                                    measure::printQuantity(d.least, d.quantity, measure::UnitSystem::Metric),
                                    measure::printQuantity(d.most, d.quantity, measure::UnitSystem::Metric)),
                        d.id);
        return true;
    }
    const auto *id = std::get_if<std::string>(&value);
    if (!id)
        return fail(ProblemKind::BadInput, fmt::format("\"{}\" needs a name from the stock.", d.name), d.id);
    const auto known = options(d.choice, stock);
    if (std::find(known.begin(), known.end(), *id) == known.end())
        return fail(ProblemKind::UnknownId,
                    fmt::format("\"{}\" is not something \"{}\" can be.", *id, d.name), d.id,
                    "Choose one from the list.");
    return true;
}

Result<Assembly> build(const BuildInput &input) {
    const Pattern *p = pattern(input.piece.pattern);
    if (!p)
        return fail(ProblemKind::UnknownId,
                    fmt::format("The pattern \"{}\" is not known.", input.piece.pattern),
                    "pieces/" + input.piece.id + "/pattern",
                    "It is kept in the file. Open the job with the program that made it.");
    if (!p->fits(input.vehicle.kind))
        return fail(ProblemKind::BadInput,
                    input.rig.hasFrame() ? fmt::format("{}: it does not fit this kind of vehicle.", p->name)
                                         : "This piece bolts to a frame, and the vehicle has none.",
                    input.piece.id,
                    input.rig.hasFrame()
                        ? "Take another pattern: the gallery shows those that fit."
                        : "Measure it as a vehicle with a frame, or build this piece for another one.");
    Faults faults;
    for (const auto &[id, value] : input.piece.settings) {
        const SettingDescriptor *d = p->setting(id);
        if (!d) continue;  // kept in the file, of no effect
        if (const auto fine = checkSetting(*d, value, input.stock); !fine) faults.add(fine.error());
    }
    if (!faults.none()) return tl::unexpected(faults.joined());
    auto assembly = p->build(input);
    if (!assembly) return assembly;
    assembly->off = input.piece.off;
    assembly->mountStiffness = input.piece.mountStiffness;
    if (!input.piece.operations.empty()) applyOperations(*assembly, input, *p);
    if (!input.piece.tweaks.empty()) {
        applyTweaks(*assembly, input);
        trimEnds(*assembly);
    }
    heedThickness(*assembly);
    findWelds(*assembly, p, input);
    applyWeldTweaks(*assembly, input.piece);
    noteWhatNothingHolds(*assembly);
    return assembly;
}

namespace {

void readTweak(const Json &value, const std::string &path, Piece &piece, Faults &faults) {
    ObjectReader t(value, path, faults);
    Tweak tweak;
    const std::string kind = t.text("kind");
    const auto it = std::find_if(tweakWords.begin(), tweakWords.end(),
                                 [&kind](const auto &w) { return w.second == kind; });
    if (it == tweakWords.end())
        faults.add(fmt::format("The change \"{}\" is not known.", kind), t.pathOf("kind"));
    else
        tweak.kind = it->first;
    tweak.part = t.text("part");
    if (t.has("by")) {
        const auto by = t.numbers<3>("by");
        tweak.by = Vec3(by[0], by[1], by[2]);
    }
    if (t.has("at")) {
        const auto at = t.numbers<2>("at");
        tweak.at = Vec2(at[0], at[1]);
    }
    tweak.section = t.text("section", std::string());
    tweak.value = t.number("value", 0);
    tweak.label = t.text("label", std::string());
    piece.tweaks.push_back(std::move(tweak));
}

}  // namespace

Piece readPiece(const Json &json, const std::string &path, Faults &faults) {
    ObjectReader o(json, path, faults);
    Piece piece;
    piece.id = o.text("id");
    piece.name = o.text("name", piece.id);
    piece.pattern = o.text("pattern");
    piece.on = o.text("on", std::string());
    piece.mountStiffness = o.number("mountStiffness", 1);
    if (!(piece.mountStiffness >= 1e-3 && piece.mountStiffness <= 1e5))
        faults.add("The stiffness of mounts is a factor above 0.", o.pathOf("mountStiffness"),
                   "1 is what is usual.");
    if (!piece.on.empty() && piece.on == piece.id)
        faults.add("A piece cannot stand on itself.", o.pathOf("on"), "Name another piece, or leave it out.");
    if (const Json *settings = o.child("settings"); settings && settings->is_object()) {
        for (const auto &[id, value] : settings->items()) {
            if (value.is_number() && std::isfinite(value.get<double>()))
                piece.settings[id] = value.get<double>();
            else if (value.is_string())
                piece.settings[id] = value.get<std::string>();
            else
                faults.add("A number or a name is expected here.", o.pathOf("settings") + "/" + id);
        }
    } else if (settings) {
        faults.add("An object in braces { } is expected here.", o.pathOf("settings"));
    }
    for (const auto &[value, tweakPath] : o.array("tweaks")) readTweak(*value, tweakPath, piece, faults);
    for (const auto &[value, operationPath] : o.array("operations")) {
        if (value->is_object())
            piece.operations.push_back(*value);
        else
            faults.add("An object in braces { } is expected here.", operationPath);
    }
    for (const auto &[value, offPath] : o.array("off")) {
        ObjectReader duty(*value, offPath, faults);
        OffDuty off{duty.text("place"), duty.text("reason"), duty.text("date", std::string())};
        if (off.reason.empty())
            faults.add("A duty that is switched off needs a reason.", duty.pathOf("reason"), "Write why.");
        piece.off.push_back(std::move(off));
    }
    piece.extra = o.leftover();
    return piece;
}

Json writePiece(const Piece &piece) {
    Json json = piece.extra;
    json["id"] = piece.id;
    json["name"] = piece.name;
    json["pattern"] = piece.pattern;
    if (!piece.on.empty()) json["on"] = piece.on;
    if (piece.mountStiffness != 1) json["mountStiffness"] = piece.mountStiffness;
    json["settings"] = Json::object();
    if (!piece.off.empty()) {
        json["off"] = Json::array();
        for (const OffDuty &d : piece.off)
            json["off"].push_back({{"place", d.place}, {"reason", d.reason}, {"date", d.date}});
    }
    for (const auto &[id, value] : piece.settings)
        std::visit([&json, &id = id](const auto &v) { json["settings"][id] = v; }, value);
    json["tweaks"] = Json::array();
    for (const Tweak &t : piece.tweaks) {
        Json tweak{{"kind", tweakWord(t.kind)}, {"part", t.part}};
        if (t.kind == Tweak::Kind::Move) tweak["by"] = Json::array({t.by.x(), t.by.y(), t.by.z()});
        if (t.kind == Tweak::Kind::Drill || t.kind == Tweak::Kind::Gusset)
            tweak["at"] = Json::array({t.at.x(), t.at.y()});
        if (t.kind == Tweak::Kind::Section) tweak["section"] = t.section;
        if (t.kind != Tweak::Kind::Move && t.kind != Tweak::Kind::Section) tweak["value"] = t.value;
        if (!t.label.empty()) tweak["label"] = t.label;
        json["tweaks"].push_back(std::move(tweak));
    }
    if (!piece.operations.empty()) json["operations"] = piece.operations;
    return json;
}

}  // namespace hefty::armor
