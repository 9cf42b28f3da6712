#include "core/armor/piece.h"

#include <algorithm>
#include <array>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/bores.h"
#include "core/armor/builder.h"
#include "core/armor/making/maker.h"
#include "core/armor/operations/operations.h"
#include "core/armor/swinging.h"
#include "core/armor/tweaks.h"

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

/// True if a bar has a seam nearer to one of its ends than to the other.
bool isWeldedAt(const Assembly &assembly, const BarPart &bar, const Vec3 &end, const Vec3 &other) {
    const auto isThere = [&](const Contact &c) {
        return (c.center - end).norm() < (c.center - other).norm();
    };
    return std::any_of(assembly.welds.begin(), assembly.welds.end(), [&](const WeldJoint &w) {
        return (w.a == bar.name || w.b == bar.name) &&
               std::any_of(w.contacts.begin(), w.contacts.end(), isThere);
    });
}

/// A part of the pattern itself that its settings leave without anything to be welded to. What a person has
/// built on, moved or cut loose is told by notes alone.
std::optional<Problem> leftLoose(const Assembly &assembly, const BuildInput &input) {
    std::vector<std::string> loose = heldByNothing(assembly);
    for (const BarPart &b : assembly.bars)
        if (b.made.role == Role::Brace &&
            !(isWeldedAt(assembly, b, b.from, b.to) && isWeldedAt(assembly, b, b.to, b.from)))
            loose.push_back(b.name);
    if (loose.empty()) return std::nullopt;
    if (!input.piece.operations.empty() || !input.piece.tweaks.empty()) {
        Piece bare = input.piece;
        bare.operations.clear();
        bare.tweaks.clear();
        const auto pattern = build({bare, input.vehicle, input.rig, input.stock});
        return pattern ? std::nullopt : std::optional(pattern.error());
    }
    const std::string &part = loose.front();
    const Provenance *made = assembly.made(part);
    return Problem{ProblemKind::Geometry,
                   fmt::format("As it is set, the {} does not reach all that it is to be welded to.",
                               assembly.labelOf(part)),
                   made && !made->sizedBy.empty() ? made->sizedBy : part,
                   "Choose another size for it, or take the last change of a setting back."};
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

bool doesSomething(const Piece &piece, const Pattern &pattern, const SettingDescriptor &setting) {
    const auto isWanted = [&](const std::string &id) {
        return number(piece, pattern, id) > 0 && doesSomething(piece, pattern, *pattern.setting(id));
    };
    const auto any = [&](const std::vector<std::string> &of) {
        return std::any_of(of.begin(), of.end(), isWanted);
    };
    return (setting.onlyWith.empty() || any(setting.onlyWith)) && !any(setting.notWith);
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
                if (s.shape == stock::SectionShape::RoundTube && s.height >= 21 && 2 * s.wall < s.height)
                    out.push_back(s.id);
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
    letSwing(*assembly);
    boreForBars(*assembly);
    if (auto loose = leftLoose(*assembly, input)) return tl::unexpected(std::move(*loose));
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
        if (t.kind == Tweak::Kind::Drill || t.kind == Tweak::Kind::Gusset || t.kind == Tweak::Kind::Stitch)
            tweak["at"] = Json::array({t.at.x(), t.at.y()});
        if (t.kind == Tweak::Kind::Section) tweak["section"] = t.section;
        if (t.kind != Tweak::Kind::Move && t.kind != Tweak::Kind::Section && t.kind != Tweak::Kind::LeaveOut)
            tweak["value"] = t.value;
        if (!t.label.empty()) tweak["label"] = t.label;
        json["tweaks"].push_back(std::move(tweak));
    }
    if (!piece.operations.empty()) json["operations"] = piece.operations;
    return json;
}

}  // namespace hefty::armor
