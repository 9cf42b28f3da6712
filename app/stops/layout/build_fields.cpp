#include "app/stops/layout/build_fields.h"

#include <deque>

#include <QCoreApplication>

#include "core/base/constants.h"

namespace hefty::app {
namespace {

using Field = BuildField::Kind;

/// A field as it stands in the operation; nothing: it cannot be read.
std::optional<Json> valueOf(const BuildField &f, const QString &text, measure::UnitSystem units) {
    switch (f.kind) {
        case Field::Length:
        case Field::Angle:
        case Field::Mass: {
            const auto quantity = f.kind == Field::Mass    ? measure::Quantity::Mass
                                  : f.kind == Field::Angle ? measure::Quantity::Angle
                                                           : measure::Quantity::Length;
            const auto read = measure::readQuantity(text.toStdString(), quantity, units);
            if (!read) return std::nullopt;
            return Json(f.kind == Field::Angle ? degrees(read->value) : read->value);
        }
        case Field::Spot:
        case Field::OnPart:
        case Field::Numbers: {
            auto numbers = numbersFromText(text, units);
            if (numbers && numbers->size() != (f.kind == Field::Spot ? 3U : 2U) &&
                std::string_view(f.key) != "by")
                return std::nullopt;
            return numbers;
        }
        case Field::Count: {
            bool whole = false;
            const int count = text.trimmed().toInt(&whole);
            if (whole && count >= 0) return Json(count);
            return std::nullopt;
        }
        case Field::Place:
        case Field::Wall:
            return placeFromText(text, units);
        case Field::Way:
            if (const auto way = armor::directionOf(text.toStdString()))
                return Json{way->x(), way->y(), way->z()};
            return std::nullopt;
        default:
            if (text.trimmed().isEmpty()) return std::nullopt;
            return Json(text.trimmed().toStdString());
    }
}

Field kindOf(const armor::SettingDescriptor &d) {
    if (d.choice != armor::Choice::None) return Field::Choice;
    if (d.quantity == measure::Quantity::Angle) return Field::Angle;
    return d.quantity == measure::Quantity::Mass ? Field::Mass : Field::Length;
}

/// What an add-on starts with, as text.
std::string standardOf(const armor::SettingDescriptor &d) {
    if (const auto *word = std::get_if<std::string>(&d.standard)) return *word;
    return measure::printQuantity(std::get<double>(d.standard), d.quantity, measure::UnitSystem::Metric);
}

/// The add-ons of the core as things to build: a name, a wall and their settings.
void appendAddOns(std::vector<BuildSpec> &list) {
    static std::deque<std::string> texts;  // fields point at their texts
    const auto kept = [](std::string text) { return texts.emplace_back(std::move(text)).c_str(); };
    for (const armor::AddOn &a : armor::addOns()) {
        BuildSpec spec{"addon", a.name.c_str(), {}, &a};
        spec.fields = {{"name", QT_TRANSLATE_NOOP("build", "Name"), Field::Word, a.id.c_str()},
                       {"at", QT_TRANSLATE_NOOP("build", "On the wall at"), Field::Wall, ""}};
        for (const armor::SettingDescriptor &d : a.settings)
            spec.fields.push_back({d.id.c_str(), d.name.c_str(), kindOf(d), kept(standardOf(d)), d.choice});
        list.push_back(std::move(spec));
    }
}

}  // namespace

QString BuildField::label() const {
    return QCoreApplication::translate("build", name);
}

const BuildField *BuildSpec::field(const QString &key) const {
    for (const BuildField &f : fields)
        if (key == QLatin1String(f.key)) return &f;
    return nullptr;
}

namespace {

std::vector<BuildSpec> plainSpecs() {
    return {{"tube",
             QT_TRANSLATE_NOOP("build", "Tube between two places"),
             {{"name", QT_TRANSLATE_NOOP("build", "Name"), Field::Word, "tube"},
              {"section", QT_TRANSLATE_NOOP("build", "Section"), Field::Section, "RHS 120x80x6"},
              {"from", QT_TRANSLATE_NOOP("build", "From"), Field::Place, ""},
              {"to", QT_TRANSLATE_NOOP("build", "To"), Field::Place, ""},
              {"bend", QT_TRANSLATE_NOOP("build", "Bend at"), Field::Spot, ""},
              {"radius", QT_TRANSLATE_NOOP("build", "Bend radius"), Field::Length, "120 mm"},
              {"cuts", QT_TRANSLATE_NOOP("build", "Notches (0: bent)"), Field::Count, "0"}}},
            {"plate",
             QT_TRANSLATE_NOOP("build", "Plate"),
             {{"name", QT_TRANSLATE_NOOP("build", "Name"), Field::Word, "plate"},
              {"thickness", QT_TRANSLATE_NOOP("build", "Thickness"), Field::Length, "8 mm"},
              {"at", QT_TRANSLATE_NOOP("build", "Middle"), Field::Place, ""},
              {"normal", QT_TRANSLATE_NOOP("build", "Faces"), Field::Way, "forward"},
              {"size", QT_TRANSLATE_NOOP("build", "Width, height"), Field::Numbers, "100 mm, 100 mm"}}},
            {"plate",
             QT_TRANSLATE_NOOP("build", "Plate from a drawing, by an edge"),
             {{"name", QT_TRANSLATE_NOOP("build", "Name"), Field::Word, "flat"},
              {"template", QT_TRANSLATE_NOOP("build", "Template"), Field::Template, ""},
              {"thickness", QT_TRANSLATE_NOOP("build", "Thickness"), Field::Length, "6 mm"},
              {"edge", QT_TRANSLATE_NOOP("build", "Stands by edge"), Field::Count, "1"},
              {"at", QT_TRANSLATE_NOOP("build", "Its middle at"), Field::Place, ""},
              {"along", QT_TRANSLATE_NOOP("build", "It runs"), Field::Way, "left"},
              {"away", QT_TRANSLATE_NOOP("build", "The plate goes"), Field::Way, "up"}}},
            {"gusset",
             QT_TRANSLATE_NOOP("build", "Gusset in a corner"),
             {{"name", QT_TRANSLATE_NOOP("build", "Name"), Field::Word, "gusset"},
              {"thickness", QT_TRANSLATE_NOOP("build", "Thickness"), Field::Length, "8 mm"},
              {"corner", QT_TRANSLATE_NOOP("build", "Corner"), Field::Place, ""},
              {"along", QT_TRANSLATE_NOOP("build", "One leg runs"), Field::Way, "forward"},
              {"up", QT_TRANSLATE_NOOP("build", "The other"), Field::Way, "left"},
              {"leg", QT_TRANSLATE_NOOP("build", "Leg"), Field::Length, "80 mm"}}},
            {"bracket",
             QT_TRANSLATE_NOOP("build", "Side plates on the rails"),
             {{"end", QT_TRANSLATE_NOOP("build", "Ends of the rails"), Field::RailEnd, "rear"},
              {"beam", QT_TRANSLATE_NOOP("build", "Beam"), Field::Part, ""},
              {"thickness", QT_TRANSLATE_NOOP("build", "Thickness"), Field::Length, "10 mm"}}},
            {"rail",
             QT_TRANSLATE_NOOP("build", "Rail of the vehicle, to weld to"),
             {{"side", QT_TRANSLATE_NOOP("build", "Side"), Field::Side, "left"},
              {"from", QT_TRANSLATE_NOOP("build", "From, behind the front axle"), Field::Length, "800 mm"},
              {"to", QT_TRANSLATE_NOOP("build", "To, behind the front axle"), Field::Length, "1000 mm"}}},
            {"tab",
             QT_TRANSLATE_NOOP("build", "Recovery tab through a beam"),
             {{"name", QT_TRANSLATE_NOOP("build", "Name"), Field::Word, "tab.left"},
              {"beam", QT_TRANSLATE_NOOP("build", "Beam"), Field::Part, ""},
              {"across", QT_TRANSLATE_NOOP("build", "Left of the middle"), Field::Length, "430 mm"},
              {"thickness", QT_TRANSLATE_NOOP("build", "Thickness"), Field::Length, "20 mm"},
              {"height", QT_TRANSLATE_NOOP("build", "Height"), Field::Length, "80 mm"},
              {"reach", QT_TRANSLATE_NOOP("build", "Hole beyond the beam"), Field::Length, "45 mm"}}},
            {"receiver",
             QT_TRANSLATE_NOOP("build", "Receiver through a beam"),
             {{"name", QT_TRANSLATE_NOOP("build", "Name"), Field::Word, "receiver"},
              {"beam", QT_TRANSLATE_NOOP("build", "Beam"), Field::Part, ""},
              {"towMass", QT_TRANSLATE_NOOP("build", "Trailer"), Field::Mass, "1500 kg"}}},
            {"cap",
             QT_TRANSLATE_NOOP("build", "End cap"),
             {{"name", QT_TRANSLATE_NOOP("build", "Name"), Field::Word, "cap"},
              {"bar", QT_TRANSLATE_NOOP("build", "Bar"), Field::Part, ""},
              {"end", QT_TRANSLATE_NOOP("build", "At its"), Field::BarEnd, "start"}}},
            {"hole",
             QT_TRANSLATE_NOOP("build", "Hole"),
             {{"part", QT_TRANSLATE_NOOP("build", "Part"), Field::Part, ""},
              {"at", QT_TRANSLATE_NOOP("build", "At"), Field::OnPart, "100 mm, 0"},
              {"diameter", QT_TRANSLATE_NOOP("build", "Diameter"), Field::Length, "13 mm"},
              {"purpose", QT_TRANSLATE_NOOP("build", "For"), Field::Word, "drain"}}},
            {"duty",
             QT_TRANSLATE_NOOP("build", "Place where something acts"),
             {{"name", QT_TRANSLATE_NOOP("build", "Name"), Field::Word, "middle"},
              {"kind", QT_TRANSLATE_NOOP("build", "What acts"), Field::Acts, "strike"},
              {"at", QT_TRANSLATE_NOOP("build", "Place"), Field::Place, ""}}},
            {"trim",
             QT_TRANSLATE_NOOP("build", "Cut an end to another part"),
             {{"bar", QT_TRANSLATE_NOOP("build", "Bar"), Field::Part, ""},
              {"end", QT_TRANSLATE_NOOP("build", "Its"), Field::BarEnd, "end"},
              {"onto", QT_TRANSLATE_NOOP("build", "Onto"), Field::Word, ""}}},
            {"fold",
             QT_TRANSLATE_NOOP("build", "Fold a plate"),
             {{"part", QT_TRANSLATE_NOOP("build", "Plate"), Field::Part, ""},
              {"from", QT_TRANSLATE_NOOP("build", "Line from"), Field::Place, ""},
              {"to", QT_TRANSLATE_NOOP("build", "Line to"), Field::Place, ""},
              {"angle", QT_TRANSLATE_NOOP("build", "By"), Field::Angle, "45 deg"},
              {"radius", QT_TRANSLATE_NOOP("build", "Inside radius"), Field::Length, "8 mm"},
              {"skin", QT_TRANSLATE_NOOP("build", "Skin left by a kerf"), Field::Length, "0 mm"}}},
            {"mirror",
             QT_TRANSLATE_NOOP("build", "Twin on the other side"),
             {{"part", QT_TRANSLATE_NOOP("build", "Part"), Field::Part, ""}}},
            {"move",
             QT_TRANSLATE_NOOP("build", "Move a part"),
             {{"part", QT_TRANSLATE_NOOP("build", "Part"), Field::Part, ""},
              {"by", QT_TRANSLATE_NOOP("build", "By"), Field::Numbers, "0, 0, 10 mm"}}},
            {"remove",
             QT_TRANSLATE_NOOP("build", "Take a part out"),
             {{"part", QT_TRANSLATE_NOOP("build", "Part"), Field::Part, ""}}}};
}

}  // namespace

const std::vector<BuildSpec> &buildSpecs() {
    static const std::vector<BuildSpec> list = [] {
        std::vector<BuildSpec> all = plainSpecs();
        appendAddOns(all);
        return all;
    }();
    return list;
}

Result<Json> operationFrom(const BuildSpec &spec, const std::map<QString, QString> &texts,
                           measure::UnitSystem units) {
    Json json{{"op", spec.op}};
    const auto textOf = [&texts](const char *key) {
        const auto it = texts.find(QLatin1String(key));
        return it == texts.end() ? QString() : it->second;
    };
    const bool straight = textOf("bend").trimmed().isEmpty();
    for (const BuildField &f : spec.fields) {
        const std::string key = f.key;
        if ((key == "bend" || key == "radius" || key == "cuts") && straight) continue;
        const auto value = valueOf(f, textOf(f.key), units);
        if (!value)
            return fail(ProblemKind::BadInput,
                        QCoreApplication::translate("build", "\"%1\" cannot be read: %2")
                            .arg(f.label(), textOf(f.key))
                            .toStdString(),
                        key, {});
        if (spec.addOn && spec.addOn->setting(key))
            json["settings"][key] = *value;
        else
            json[key] = *value;
    }
    if (spec.addOn) json["addon"] = spec.addOn->id;
    if (json.contains("bend"))
        json["bends"] = Json::array({{{"at", json["bend"]}, {"radius", json["radius"]}}});
    if (json.contains("cuts") && json["cuts"] > 0) json["bends"][0]["cuts"] = json["cuts"];
    if (json.contains("bends")) json.erase("cuts");
    json.erase("bend");
    json.erase("radius");
    if (json.contains("size")) {
        const double w = json["size"][0].get<double>() / 2, h = json["size"][1].get<double>() / 2;
        json["outline"] = Json::array({{-w, -h}, {w, -h}, {w, h}, {-w, h}});
        json.erase("size");
    }
    return json;
}

}  // namespace hefty::app
