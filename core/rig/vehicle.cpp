#include "core/rig/vehicle.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <functional>

#include <fmt/format.h>

namespace hefty::rig {
namespace {

using measure::Quantity;

std::string_view regionWord(Region region) {
    switch (region) {
        case Region::Belly:
            return "belly";
        case Region::Rear:
            return "rear";
        case Region::Front:
            break;
    }
    return "front";
}

/// A place on a vehicle; a fault if a coordinate is beyond any vehicle.
Vec3 readPlace(ObjectReader &o, const char *key) {
    const auto a = o.numbers<3>(key);
    for (const double c : a)
        if (!(std::abs(c) <= farthest)) {
            o.faults().add(fmt::format("{:.6g} mm is further away than any part of a vehicle.", c),
                           o.pathOf(key), "Give millimeters from the ground under the front axle.");
            break;
        }
    return {a[0], a[1], a[2]};
}
Json list(const Vec3 &v) {
    return Json::array({v.x(), v.y(), v.z()});
}

void readData(ObjectReader &o, Vehicle &vehicle, Faults &faults) {
    const Json *data = o.child("data");
    if (!data) return;
    if (!data->is_object()) {
        faults.add("An object in braces { } is expected here.", o.pathOf("data"));
        return;
    }
    for (const auto &[id, value] : data->items()) {
        ObjectReader m(value, o.pathOf("data") + "/" + id, faults);
        Measured measured;
        measured.value = m.number("value");
        measured.trust = readTrust(m, "trust", Trust::Measured);
        measured.date = m.text("date", std::string());
        vehicle.data[id] = measured;
    }
}

void readHoles(ObjectReader &o, const char *key, std::vector<FrameHole> &holes, Faults &faults) {
    for (const auto &[value, path] : o.array(key)) {
        ObjectReader h(*value, path, faults);
        const FrameHole hole{h.text("id"), h.number("behindEnd"), h.number("aboveCenter"),
                             h.number("diameter")};
        if (!(hole.behindEnd >= 0 && hole.behindEnd <= holeFarthestBehind))
            faults.add(fmt::format("This must be from 0 to {} mm.", holeFarthestBehind),
                       h.pathOf("behindEnd"));
        if (!(std::abs(hole.aboveCenter) <= holeFarthestFromCenter))
            faults.add(fmt::format("This must be within {} mm of the rail's center.", holeFarthestFromCenter),
                       h.pathOf("aboveCenter"));
        if (!(hole.diameter >= holeLeast && hole.diameter <= holeMost))
            faults.add(fmt::format("This must be from {} to {} mm.", holeLeast, holeMost),
                       h.pathOf("diameter"));
        holes.push_back(hole);
    }
}

void readOutline(ObjectReader &o, Vehicle &vehicle, Faults &faults) {
    for (const auto &[value, path] : o.array("outline")) {
        ObjectReader p(*value, path, faults);
        OutlinePoint point;
        point.id = p.text("id");
        point.name = p.text("name", point.id);
        const std::string region = p.text("region", std::string("front"));
        if (region == "belly")
            point.region = Region::Belly;
        else if (region == "rear")
            point.region = Region::Rear;
        else if (region != "front")
            faults.add(fmt::format("The region \"{}\" is not known.", region), p.pathOf("region"),
                       "Use front, belly or rear.");
        point.at = readPlace(p, "at");
        point.mirrored = p.boolean("mirrored", true);
        point.onAxle = p.boolean("onAxle", false);
        point.known = readKnown(p);
        vehicle.outline.push_back(std::move(point));
    }
}

void readKeepOuts(ObjectReader &o, Vehicle &vehicle, Faults &faults) {
    for (const auto &[value, path] : o.array("keepOuts")) {
        ObjectReader k(*value, path, faults);
        KeepOut box;
        box.id = k.text("id");
        box.name = k.text("name", box.id);
        box.why = k.text("why", std::string());
        box.low = readPlace(k, "low");
        box.high = readPlace(k, "high");
        box.gap = k.number("gap", 0);
        box.known = readKnown(k);
        if (!(box.low.array() < box.high.array()).all())
            faults.add("Each number of \"low\" must be below that of \"high\".", path);
        vehicle.keepOuts.push_back(std::move(box));
    }
}

void readSilhouettes(ObjectReader &o, Vehicle &vehicle, Faults &faults) {
    for (const auto &[value, path] : o.array("silhouettes")) {
        ObjectReader s(*value, path, faults);
        Silhouette line;
        line.view = s.text("view");
        line.closed = s.boolean("closed", false);
        for (const auto &[point, pointPath] : s.array("points", true)) {
            if (point->is_array() && point->size() == 2 && (*point)[0].is_number() && (*point)[1].is_number())
                line.points.emplace_back((*point)[0].get<double>(), (*point)[1].get<double>());
            else
                faults.add("A list of 2 numbers is expected here.", pointPath);
        }
        vehicle.silhouettes.push_back(std::move(line));
    }
}

}  // namespace

std::optional<double> Vehicle::value(std::string_view datumId) const {
    const auto it = data.find(datumId);
    if (it == data.end()) return std::nullopt;
    return it->second.value;
}

RailBay railBay(const RigGeometry &rig, double front, double rear) {
    constexpr double nearest = 10;  // mm
    RailBay out;
    for (const double x : rig.crossmembers) {
        if (x >= front + nearest && (!out.ahead || x < *out.ahead)) out.ahead = x;
        if (x <= rear - nearest && (!out.behind || x > *out.behind)) out.behind = x;
    }
    return out;
}

Result<RigGeometry> geometry(const Vehicle &vehicle) {
    for (const DatumDescriptor &d : datumsOf(vehicle.kind)) {
        const auto value = vehicle.value(d.id);
        if (!value && d.required)
            return fail(ProblemKind::Undetermined, fmt::format("\"{}\" has not been measured yet.", d.name),
                        d.id, d.how);
        if (value && !(*value >= d.least && *value <= d.most))
            return fail(ProblemKind::BadInput,
                        fmt::format("\"{}\" is {}; it should be from {} to {}.", d.name,
                                    measure::printQuantity(*value, d.quantity, measure::UnitSystem::Metric),
                                    measure::printQuantity(d.least, d.quantity, measure::UnitSystem::Metric),
                                    measure::printQuantity(d.most, d.quantity, measure::UnitSystem::Metric)),
                        d.id, "Measure it again.");
    }
    if (vehicle.hasFrame() && vehicle.frontHoles.size() < 2)
        return fail(ProblemKind::Undetermined, "The frame ends need at least two bolt holes.", "frontHoles",
                    "Measure each hole from the end of the rail and from its center line.");
    const auto v = [&vehicle](const char *id) { return *vehicle.value(id); };
    RigGeometry g;
    g.grossLimit = v("grossLimit");
    if (vehicle.kind == VehicleKind::Trailer) {
        g.towed = true;
        g.wheelbase = v("couplingToAxle");
        g.rear = {v("wheelLoadedRadius"), v("tireWidth"), v("track")};
        g.frontMass = v("noseMass");
        g.rearMass = v("axleMass");
        g.worst = {g.frontMass, g.rearMass, g.frontMass + g.rearMass};
        g.frontLimit = vehicle.value("noseLimit");
        g.rearLimit = vehicle.value("axleLimit");
        return g;
    }
    g.wheelbase = v("wheelbase");
    g.front = {v("frontLoadedRadius"), v("tireWidth"), v("track")};
    g.rear = {v("rearLoadedRadius"), v("tireWidth"), v("track")};
    g.frontMass = v("frontAxleMass");
    g.rearMass = v("rearAxleMass");
    g.worst = {g.frontMass, g.rearMass, g.frontMass + g.rearMass};
    g.frontLimit = vehicle.value("frontAxleLimit");
    g.rearLimit = vehicle.value("rearAxleLimit");
    if (!vehicle.hasFrame()) return g;
    g.frameEnd = v("frontFrameEnd");
    g.railSpacing = v("railSpacing");
    g.railCenter = v("railCenter");
    g.railHeight = v("railHeight");
    g.railWidth = v("railWidth");
    g.railWall = v("railWall");
    g.railSection = vehicle.railSection;
    g.crossmember = v("crossmember");
    if (const auto rear = vehicle.value("rearFrameEnd")) g.rearEnd = -g.wheelbase - *rear;
    g.rearRailCenter = vehicle.value("rearRailCenter").value_or(g.railCenter);
    g.crossmembers.push_back(g.frameEnd - g.crossmember);
    for (const Crossmember &c : vehicle.crossmembers) g.crossmembers.push_back(g.frameEnd - c.behindEnd);
    if (const auto rear = vehicle.value("rearCrossmember"); rear && g.rearEnd)
        g.crossmembers.push_back(*g.rearEnd + *rear);
    std::sort(g.crossmembers.begin(), g.crossmembers.end(), std::greater<>());
    if (!(2 * g.railWall < std::min(g.railHeight, g.railWidth)))
        return fail(ProblemKind::BadInput, "The rail's wall leaves no inside.", "railWall",
                    "Measure it again.");
    if (!(g.railSpacing > g.railWidth))
        return fail(ProblemKind::BadInput, "The rails overlap: they are wider than their spacing.",
                    "railSpacing", "Measure it again.");
    return g;
}

namespace {

/// Roughly where a survey place is: along the vehicle by its pair, across by the vehicle's width.
Vec3 roughly(const Vehicle &vehicle, std::string_view pair, bool left) {
    const auto datumOr = [&vehicle](const char *id, double fallback) {
        return vehicle.value(id).value_or(fallback);
    };
    const bool towed = vehicle.kind == VehicleKind::Trailer, framed = vehicle.hasFrame();
    const double end = datumOr("frontFrameEnd", 600), back = datumOr("rearFrameEnd", 900);
    const double wheelbase = datumOr(towed ? "couplingToAxle" : "wheelbase", 3000);
    const double half = framed  ? datumOr("railSpacing", 800) / 2
                        : towed ? datumOr("track", 1500) / 2 - datumOr("tireWidth", 200)
                                : datumOr("seamSpacing", 1450) / 2;
    const std::map<std::string_view, double> along{{"coupling", 0},
                                                   {"bar", -0.35 * wheelbase},
                                                   {"eye", -wheelbase + 350},
                                                   {"tail", -1.4 * wheelbase},
                                                   {"end", end},
                                                   {"cross", end - datumOr("crossmember", 200)},
                                                   {"mount", -0.25 * wheelbase},
                                                   {"rear", -wheelbase - back},
                                                   {"subframe", 200},
                                                   {"seamFront", -0.25 * wheelbase},
                                                   {"seamRear", -0.75 * wheelbase},
                                                   {"beam", -wheelbase + 350}};
    const double height = framed  ? datumOr("railCenter", 600)
                          : towed ? datumOr("couplingHeight", 450)
                                  : datumOr("seamHeight", 250);
    return {along.at(pair), pair == "coupling" ? 0 : (left ? half : -half), height};
}

}  // namespace

std::optional<BookPoint> nextSurveyPoint(const Vehicle &vehicle) {
    for (const SurveyPlace &place : surveyPlaces(vehicle.kind)) {
        const auto &points = vehicle.survey.points;
        if (std::any_of(points.begin(), points.end(), [&](const BookPoint &p) { return p.id == place.id; }))
            continue;
        const std::string_view pair = std::string_view(place.id).substr(0, place.id.find('.'));
        const bool left = place.id.ends_with(".left");
        BookPoint p;
        p.id = place.id;
        p.name = place.name;
        p.near = roughly(vehicle, pair, left);
        // Without something given the whole net could slide and turn on the floor.
        if ((left && (pair == "rear" || pair == "seamRear")) || pair == "coupling")
            p.fixed = {true, true, false};
        if (left && (pair == "end" || pair == "seamFront" || pair == "tail")) p.fixed = {false, true, false};
        return p;
    }
    return std::nullopt;
}

std::span<const RailSection> railSections() {
    static constexpr std::array all{RailSection::Unknown, RailSection::Closed, RailSection::Channel,
                                    RailSection::Hat};
    return all;
}

std::string_view railSectionWord(RailSection section) {
    switch (section) {
        case RailSection::Closed:
            return "closed box";
        case RailSection::Channel:
            return "channel";
        case RailSection::Hat:
            return "inverted hat";
        case RailSection::Unknown:
            break;
    }
    return "unknown";
}

Vehicle blankVehicle() {
    Vehicle vehicle;
    vehicle.id = "vehicle";
    vehicle.name = "New vehicle";
    vehicle.railMaterial = "S235";
    return vehicle;
}

Vehicle readVehicle(const Json &json, const std::string &path, Faults &faults) {
    ObjectReader o(json, path, faults);
    Vehicle vehicle;
    vehicle.id = o.text("id", std::string("vehicle"));
    vehicle.name = o.text("name", vehicle.id);
    vehicle.owner = o.text("owner", std::string());
    const std::string kind = o.text("kind", std::string(kindWord(VehicleKind::LadderFrame)));
    const auto kinds = vehicleKinds();
    const auto known =
        std::find_if(kinds.begin(), kinds.end(), [&](VehicleKind k) { return kindWord(k) == kind; });
    if (known != kinds.end())
        vehicle.kind = *known;
    else
        faults.add(fmt::format("The kind of vehicle \"{}\" is not known.", kind), o.pathOf("kind"),
                   "Use ladder-frame, truck, unibody, trailer or stub-rails.");
    readData(o, vehicle, faults);
    vehicle.railMaterial = o.text("railMaterial", std::string("S235"));
    vehicle.railMaterialTrust = readTrust(o, "railMaterialTrust", Trust::Assumed);
    const std::string rail = o.text("railSection", std::string(railSectionWord(RailSection::Unknown)));
    const auto section = std::find_if(railSections().begin(), railSections().end(),
                                      [&rail](RailSection s) { return railSectionWord(s) == rail; });
    if (section != railSections().end())
        vehicle.railSection = *section;
    else
        faults.add(fmt::format("The section \"{}\" of the rails is not known.", rail),
                   o.pathOf("railSection"), "Use closed box, channel, inverted hat or unknown.");
    readHoles(o, "frontHoles", vehicle.frontHoles, faults);
    readHoles(o, "rearHoles", vehicle.rearHoles, faults);
    for (const auto &[value, memberPath] : o.array("crossmembers")) {
        ObjectReader c(*value, memberPath, faults);
        const Crossmember member{c.text("id"), c.number("behindEnd")};
        if (!(member.behindEnd >= 0 && member.behindEnd <= farthest))
            faults.add(fmt::format("This must be from 0 to {} mm.", farthest), c.pathOf("behindEnd"));
        vehicle.crossmembers.push_back(member);
    }
    for (const auto &[value, holdPath] : o.array("holds"))
        vehicle.holds.push_back(readHold(*value, holdPath, faults));
    readOutline(o, vehicle, faults);
    readKeepOuts(o, vehicle, faults);
    readSilhouettes(o, vehicle, faults);
    for (const auto &[value, thingPath] : o.array("moving"))
        vehicle.moving.push_back(readMovingThing(*value, thingPath, faults));
    if (const Json *survey = o.child("survey"))
        vehicle.survey = readSurveyBook(*survey, o.pathOf("survey"), faults);
    if (const Json *loadout = o.child("loadout"))
        vehicle.loadout = readLoadout(*loadout, o.pathOf("loadout"), faults);
    vehicle.extra = o.leftover();
    return vehicle;
}

namespace {

Json writeHoles(const std::vector<FrameHole> &holes) {
    Json out = Json::array();
    for (const FrameHole &h : holes)
        out.push_back({{"id", h.id},
                       {"behindEnd", h.behindEnd},
                       {"aboveCenter", h.aboveCenter},
                       {"diameter", h.diameter}});
    return out;
}

}  // namespace

Json writeVehicle(const Vehicle &vehicle) {
    Json json = vehicle.extra;
    json["id"] = vehicle.id;
    json["name"] = vehicle.name;
    if (!vehicle.owner.empty()) json["owner"] = vehicle.owner;
    if (vehicle.kind != VehicleKind::LadderFrame) json["kind"] = kindWord(vehicle.kind);
    Json data = Json::object();
    for (const auto &[id, m] : vehicle.data) {
        data[id] = {{"value", m.value}, {"trust", trustWord(m.trust)}};
        if (!m.date.empty()) data[id]["date"] = m.date;
    }
    json["data"] = std::move(data);
    json["railMaterial"] = vehicle.railMaterial;
    json["railMaterialTrust"] = trustWord(vehicle.railMaterialTrust);
    if (vehicle.railSection != RailSection::Unknown)
        json["railSection"] = railSectionWord(vehicle.railSection);
    json["frontHoles"] = writeHoles(vehicle.frontHoles);
    if (!vehicle.rearHoles.empty()) json["rearHoles"] = writeHoles(vehicle.rearHoles);
    for (const Crossmember &c : vehicle.crossmembers)
        json["crossmembers"].push_back({{"id", c.id}, {"behindEnd", c.behindEnd}});
    for (const Hold &h : vehicle.holds) json["holds"].push_back(writeHold(h));
    json["outline"] = Json::array();
    for (const OutlinePoint &p : vehicle.outline) {
        Json point{{"id", p.id},
                   {"name", p.name},
                   {"region", regionWord(p.region)},
                   {"at", list(p.at)},
                   {"mirrored", p.mirrored}};
        if (p.onAxle) point["onAxle"] = true;
        writeKnown(p.known, point);
        json["outline"].push_back(std::move(point));
    }
    json["keepOuts"] = Json::array();
    for (const KeepOut &k : vehicle.keepOuts) {
        Json box{{"id", k.id},         {"name", k.name},       {"why", k.why},
                 {"low", list(k.low)}, {"high", list(k.high)}, {"gap", k.gap}};
        writeKnown(k.known, box);
        json["keepOuts"].push_back(std::move(box));
    }
    if (!vehicle.moving.empty()) json["moving"] = Json::array();
    for (const MovingThing &t : vehicle.moving) json["moving"].push_back(writeMovingThing(t));
    json["silhouettes"] = Json::array();
    for (const Silhouette &s : vehicle.silhouettes) {
        Json points = Json::array();
        for (const Vec2 &p : s.points) points.push_back(Json::array({p.x(), p.y()}));
        json["silhouettes"].push_back(
            {{"view", s.view}, {"closed", s.closed}, {"points", std::move(points)}});
    }
    if (vehicle.loadout != Loadout{}) json["loadout"] = writeLoadout(vehicle.loadout);
    if (vehicle.survey != SurveyBook{}) json["survey"] = writeSurveyBook(vehicle.survey);
    return json;
}

}  // namespace hefty::rig
