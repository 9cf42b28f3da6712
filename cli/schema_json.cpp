#include "cli/schema_json.h"

#include "core/armor/piece.h"
#include "core/base/constants.h"
#include "core/proof/duties/house_rules.h"
#include "core/rig/vehicle.h"
#include "core/workshop/workshop.h"

namespace hefty::cli {
namespace {

Json text(const char *about) {
    return {{"type", "string"}, {"description", about}};
}
Json number(const std::string &about) {
    return {{"type", "number"}, {"description", about}};
}
Json between(double least, double most, const std::string &about) {
    return {{"type", "number"}, {"minimum", least}, {"maximum", most}, {"description", about}};
}
Json truth(const char *about) {
    return {{"type", "boolean"}, {"description", about}};
}
Json place(const char *about) {
    return {{"type", "array"},
            {"items", {{"type", "number"}}},
            {"minItems", 3},
            {"maxItems", 3},
            {"description", about}};
}
Json listOf(Json item) {
    return {{"type", "array"}, {"items", std::move(item)}};
}
Json object(Json properties, const std::vector<std::string> &required = {}) {
    Json out{{"type", "object"}, {"properties", std::move(properties)}};
    if (!required.empty()) out["required"] = required;
    return out;
}

/// A range as it stands in the file: angles in degrees, with room for what turning them rounds.
Json inFile(measure::Quantity quantity, double least, double most, const std::string &about) {
    if (quantity != measure::Quantity::Angle) return between(least, most, about);
    constexpr double rounding = 1e-9;
    return between(degrees(least) - rounding, degrees(most) + rounding, about + " Degrees.");
}

Json trust() {
    return {{"enum", {"measured", "estimated", "assumed"}}, {"description", "how well it is known"}};
}

Json dataOfVehicles() {
    Json data = Json::object();
    for (const rig::VehicleKind kind : rig::vehicleKinds())
        for (const rig::DatumDescriptor &d : rig::datumsOf(kind))
            data[d.id] = object({{"value", number(std::string(d.name) + ". " + d.how)},
                                 {"trust", trust()},
                                 {"date", text("ISO 8601")}},
                                {"value"});
    return object(std::move(data));
}

Json holds() {
    Json kinds = Json::array(), faces = Json::array();
    for (const rig::HoldKind &k : rig::holdKinds()) kinds.push_back(k.id);
    for (const rig::HoldFace &f : rig::holdFaces()) faces.push_back(f.id);
    Json hold = object({{"id", text("")},
                        {"name", text("for people")},
                        {"kind", {{"enum", kinds}}},
                        {"face", {{"enum", faces}}},
                        {"at", place("middle of the hole on the face, mm")},
                        {"mirrored", truth("there is one on the other side too")},
                        {"trust", trust()}},
                       {"id", "kind", "at"});
    for (const rig::HoldNumber &n : rig::holdNumbers())
        hold["properties"][n.id] = between(n.least, n.most, n.name);
    return listOf(std::move(hold));
}

Json vehicle() {
    Json kinds = Json::array(), sections = Json::array();
    for (const rig::VehicleKind k : rig::vehicleKinds()) kinds.push_back(rig::kindWord(k));
    for (const rig::RailSection s : rig::railSections()) sections.push_back(rig::railSectionWord(s));
    const Json holes = listOf(object({{"id", text("")},
                                      {"behindEnd", number("from the end of the rail, mm")},
                                      {"aboveCenter", number("above the rail's center line, mm")},
                                      {"diameter", number("mm")}},
                                     {"id", "behindEnd", "aboveCenter", "diameter"}));
    return object(
        {{"id", text("")},
         {"name", text("for people")},
         {"owner", text("")},
         {"kind", {{"enum", kinds}}},
         {"data", dataOfVehicles()},
         {"railMaterial", text("id of a material of the stock")},
         {"railMaterialTrust", trust()},
         {"railSection", {{"enum", sections}}},
         {"frontHoles", holes},
         {"rearHoles", holes},
         {"crossmembers",
          listOf(object({{"id", text("")}, {"behindEnd", number("behind the front ends of the rails, mm")}},
                        {"id", "behindEnd"}))},
         {"holds", holds()},
         {"outline", listOf(object({{"id", text("")},
                                    {"name", text("")},
                                    {"region", {{"enum", {"front", "belly", "rear"}}}},
                                    {"at", place("mm, from the ground under the front axle or coupling")},
                                    {"mirrored", truth("there is one on the other side too")}},
                                   {"id", "region", "at"}))},
         {"keepOuts", listOf(object({{"id", text("")},
                                     {"name", text("")},
                                     {"low", place("mm")},
                                     {"high", place("mm")},
                                     {"gap", number("that is wanted around it, mm")}},
                                    {"id", "low", "high"}))}},
        {"id"});
}

Json settingSchema(const armor::SettingDescriptor &d) {
    const std::string about = d.name + ". " + d.meaning;
    if (d.choice != armor::Choice::None) {
        Json out = text(about.c_str());
        out["default"] = std::get<std::string>(d.standard);
        return out;
    }
    Json out = inFile(d.quantity, d.least, d.most, about);
    const double standard = std::get<double>(d.standard);
    out["default"] = d.quantity == measure::Quantity::Angle ? degrees(standard) : standard;
    return out;
}

/// The settings of a piece are those of its pattern; a pattern that is not known is kept as it is.
Json piece() {
    Json rules = Json::array();
    for (const armor::Pattern &p : armor::patterns()) {
        Json settings = Json::object();
        for (const armor::SettingDescriptor &d : p.settings) settings[d.id] = settingSchema(d);
        rules.push_back({{"if", {{"properties", {{"pattern", {{"const", p.id}}}}}}},
                         {"then", {{"properties", {{"settings", object(std::move(settings))}}}}}});
    }
    Json out = object(
        {{"id", text("")},
         {"name", text("for people")},
         {"pattern", text("id of a pattern; \"from-nothing\" for what is built by hand alone")},
         {"on", text("id of the piece that it stands on; without it the vehicle alone")},
         {"mountStiffness",
          number("of its bolts, as a proof pull told, against what bolts are taken with; 1 without it")},
         {"settings", {{"type", "object"}}},
         {"tweaks", listOf(object({{"kind", text("")}, {"part", text("")}}, {"kind", "part"}))},
         {"off", listOf(object({{"place", text("of the duty that is left out")},
                                {"reason", text("why, in a person's words")},
                                {"date", text("ISO 8601")}},
                               {"place", "reason"}))},
         {"operations", listOf(object({{"op", text("what is done")}}, {"op"}))}},
        {"id", "pattern"});
    out["allOf"] = std::move(rules);
    return out;
}

/// What suppliers said, and from whom things come (docs/suppliers.md).
Json purchasing() {
    Json line = object({{"id", text("of what has to be bought: \"bar/SECTION/MATERIAL\"")},
                        {"each", between(0, 1e7, "price of one unit")},
                        {"available", between(0, 1e6, "")},
                        {"days", between(0, 3650, "until it is there")},
                        {"lot", between(0, 1e6, "sold only in multiples of it")},
                        {"instead", text("what is offered in its place")},
                        {"note", text("")}},
                       {"id", "each", "available", "days"});
    return object({{"quotes", listOf(object({{"supplier", text("")},
                                             {"date", text("ISO 8601")},
                                             {"items", listOf(std::move(line))},
                                             {"faults", listOf({{"type", "string"}})}},
                                            {"supplier"}))},
                   {"chosen",
                    {{"type", "object"},
                     {"description", "id of what is bought -> supplier, or \"make\""},
                     {"additionalProperties", {{"type", "string"}}}}}});
}

Json houseRules() {
    Json rules = Json::object();
    for (const proof::HouseRule &r : proof::houseRules()) {
        const bool angle = r.quantity == measure::Quantity::Angle;  // in degrees in the file
        const double least = angle ? degrees(r.least) : r.least, most = angle ? degrees(r.most) : r.most;
        constexpr double rounding = 1e-9;
        rules[r.id] = between(least - rounding, most + rounding, std::string(r.name) + ". " + r.why);
    }
    Json rope = object({{"source", text("the file that it was read from")},
                        {"curve", listOf({{"type", "array"},
                                          {"description", "stretch as a ratio, force in N; rising"},
                                          {"items", {{"type", "number"}}},
                                          {"minItems", 2},
                                          {"maxItems", 2}})}},
                       {"curve"});
    rules["ropes"] = {{"type", "object"},
                      {"description", "id of a rope -> how it stretches, as measured"},
                      {"additionalProperties", std::move(rope)}};
    return object(std::move(rules));
}

Json shop() {
    Json out = object({{"name", text("")},
                       {"currency", text("")},
                       {"rack", listOf(object({{"id", text("")},
                                               {"section", text("id of a section of the stock")},
                                               {"material", text("id of a material of the stock")},
                                               {"length", number("mm")},
                                               {"count", number("")},
                                               {"remnant", truth("a piece that is left")},
                                               {"place", text("where it lies")},
                                               {"price", number("")}},
                                              {"id", "section", "length"}))},
                       {"sheets", listOf(object({{"id", text("")},
                                                 {"material", text("id of a material of the stock")},
                                                 {"thickness", number("mm")},
                                                 {"length", number("mm")},
                                                 {"width", number("mm")},
                                                 {"count", number("")},
                                                 {"remnant", truth("a piece that is left")},
                                                 {"price", number("of one")}},
                                                {"id", "material", "thickness", "length", "width"}))},
                       {"dies", listOf(object({{"id", text("")},
                                               {"tube", number("outside diameter that it takes, mm")},
                                               {"radius", number("to the middle of the tube, mm")},
                                               {"grip", number("straight that the clamp holds, mm")},
                                               {"setback", number("of a start mark, mm")},
                                               {"stroke", number("most in one pull, degrees; 0: any")}},
                                              {"id", "tube", "radius"}))},
                       {"testBends", listOf(object({{"die", text("id")},
                                                    {"material", text("id of a material of the stock")},
                                                    {"set", number("degrees")},
                                                    {"got", number("what the tube kept, degrees")},
                                                    {"date", text("ISO 8601")}},
                                                   {"die", "material", "set", "got"}))}});
    out["properties"]["twins"] = truth("both sides of a piece are bent of one tube where that saves tube");
    for (const workshop::ShopSetting &s : workshop::shopSettings())
        out["properties"][s.id] = between(s.least, s.most, std::string(s.name) + ". " + s.meaning);
    return out;
}

}  // namespace

Json jobSchema() {
    Json schema =
        object({{"format", {{"const", "hefty-girder-job"}}},
                {"version",
                 {{"type", "integer"},
                  {"minimum", 1},
                  {"description", "2; in a file of version 1 all angles are in rad"}}},
                {"name", text("of the job")},
                {"customer", text("")},
                {"vehicle", vehicle()},
                {"pieces", listOf(piece())},
                {"houseRules", houseRules()},
                {"shop", shop()},
                {"signedOff", {{"type", "object"}, {"additionalProperties", {{"type", "string"}}}}},
                {"weldedInPlace", listOf({{"type", "string"}})},
                {"weldOrders", {{"type", "object"}, {"additionalProperties", listOf({{"type", "string"}})}}},
                {"purchasing", purchasing()},
                {"variants", listOf(object({{"name", text("for people")},
                                            {"date", text("ISO 8601, when it was kept")},
                                            {"pieces", {{"$ref", "#/properties/pieces"}}}},
                                           {"name", "pieces"}))},
                {"log", {{"type", "object"}}}},
               {"format", "version", "vehicle"});
    schema["$schema"] = "https://json-schema.org/draft/2020-12/schema";
    schema["title"] = "Hefty Girder job";
    schema["description"] =
        "Lengths in mm, forces in N, masses in kg, stresses in MPa, angles in degrees. Places: x forward, y "
        "to the left, z up.";
    return schema;
}

}  // namespace hefty::cli
