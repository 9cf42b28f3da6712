#include "core/rig/vehicle.h"

#include <algorithm>
#include <array>
#include <cmath>

#include <fmt/format.h>

namespace hefty::rig {
namespace {

using measure::Quantity;

const std::vector<DatumDescriptor> &descriptors() {
    static const std::vector<DatumDescriptor> list{
        {"wheelbase", "Wheelbase", "Axle center to axle center along the sill, wheels straight ahead.",
         Quantity::Length, 1200, 6000, true},
        {"frontFrameEnd", "Front frame end to axle",
         "Plumb line from the end of each rail and from the hub; measure along the floor.", Quantity::Length,
         50, 2000, true, "", "LT"},
        {"railSpacing", "Rails, center to center",
         "Outside to outside at the front ends, less one rail width.", Quantity::Length, 300, 1400, true, "",
         "LT"},
        {"railCenter", "Rail center above ground",
         "Floor to the bottom of the rail at its end, plus half its height.", Quantity::Length, 150, 1800,
         true, "", "LT"},
        {"railHeight", "Rail height", "Across the outer side of the rail.", Quantity::Length, 30, 400, true,
         "", "LT"},
        {"railWidth", "Rail width", "Across the top of the rail.", Quantity::Length, 20, 250, true, "", "LT"},
        {"railWall", "Rail wall", "At a hole with a depth gauge, paint scraped off.", Quantity::DrilledLength,
         1, 20, true, "", "LT"},
        {"crossmember", "Frame end to crossmember",
         "From the end of the rail back to the nearest weld of the first crossmember.", Quantity::Length, 0,
         2000, true, "", "LT"},
        {"frontLoadedRadius", "Front tire, loaded radius",
         "Floor to hub center, vehicle standing on its wheels.", Quantity::Length, 150, 900, true},
        {"rearLoadedRadius", "Rear tire, loaded radius",
         "Floor to hub center, vehicle standing on its wheels.", Quantity::Length, 150, 900, true},
        {"tireWidth", "Tire width", "Across the widest part of the sidewalls.", Quantity::Length, 80, 700,
         true},
        {"track", "Track", "Middle of one front tread to the middle of the other.", Quantity::Length, 700,
         2600, true},
        {"frontAxleMass", "Mass on the front axle", "Both front wheels on scale pads, tanks full.",
         Quantity::Mass, 100, 10000, true},
        {"rearAxleMass", "Mass on the rear axle", "Both rear wheels on scale pads, tanks full.",
         Quantity::Mass, 100, 15000, true},
        {"grossLimit", "Gross mass limit", "From the vehicle's papers.", Quantity::Mass, 200, 30000, true},
        {"rearFrameEnd", "Rear frame end to axle", "Plumb line from the end of each rail and from the hub.",
         Quantity::Length, 50, 4000, false, "the rear pieces", "LT"},
        {"frontAxleLimit", "Front axle limit", "From the vehicle's papers.", Quantity::Mass, 100, 10000,
         false, "the axle limits", "LTU"},
        {"rearAxleLimit", "Rear axle limit", "From the vehicle's papers.", Quantity::Mass, 100, 20000, false,
         "the axle limits", "LTU"},
        {"frontSpring", "Front spring rate at the wheel",
         "Load one axle with a known mass, read how far the body goes down, take off what the tires give. "
         "Half "
         "the weight over the travel.",
         Quantity::Rate, 5, 1000, false, "sag and drive", "LTU"},
        {"rearSpring", "Rear spring rate at the wheel", "As for the front springs.", Quantity::Rate, 5, 2000,
         false, "sag and drive", "LTU"},
        {"frontBump", "Front travel up to the stops", "Axle to its bump stop, vehicle standing.",
         Quantity::Length, 5, 500, false, "the drive", "LTU"},
        {"frontDroop", "Front travel down", "How far the wheel drops with the frame on stands.",
         Quantity::Length, 5, 500, false, "the drive", "LTU"},
        {"rearBump", "Rear travel up to the stops", "Axle to its bump stop, vehicle standing.",
         Quantity::Length, 5, 500, false, "the drive", "LTU"},
        {"rearDroop", "Rear travel down", "How far the wheel drops with the frame on stands.",
         Quantity::Length, 5, 500, false, "the drive", "LTU"},
        {"steerLock", "Steering lock", "How far a front wheel turns to either side, the smaller of both.",
         Quantity::Angle, 0.1, 1.0, false, "the tires at lock", "LTU"},
        {"kingPins", "King pins, center to center",
         "Middle of the left ball joints or king pin to that of the right, at hub height.", Quantity::Length,
         500, 2500, false, "the tires at lock", "LTU"},
        {"centerHeight", "Height of the center of gravity",
         "From the papers, or by weighing the axles once more with one end raised.", Quantity::Length, 200,
         3000, false, "the drive", "LTU"},
        {"seamHeight", "Sill seam above ground", "Floor to the lower edge of the seam, vehicle standing.",
         Quantity::Length, 80, 900, false, "sliders", "U"},
        {"seamSpacing", "Sill seams, left to right",
         "Outside to outside of the two seams, less one thickness.", Quantity::Length, 800, 2400, false,
         "sliders", "U"},
        {"seamThickness", "Thickness of the sill seam", "Across all its layers, paint scraped off.",
         Quantity::DrilledLength, 0.5, 15, false, "sliders", "U"},
        {"seamDepth", "Depth of the sill seam", "From its lower edge up to where the sill widens.",
         Quantity::Length, 5, 80, false, "sliders", "U"},
    };
    return list;
}

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

Trust readTrust(ObjectReader &o, const char *key, Trust fallback) {
    const std::string word = o.text(key, std::string(trustWord(fallback)));
    for (const Trust t : {Trust::Measured, Trust::Estimated, Trust::Assumed})
        if (word == trustWord(t)) return t;
    o.faults().add(fmt::format("\"{}\" is not known here.", word), o.pathOf(key),
                   "Use measured, estimated or assumed.");
    return fallback;
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

std::string_view trustWord(Trust trust) {
    switch (trust) {
        case Trust::Estimated:
            return "estimated";
        case Trust::Assumed:
            return "assumed";
        case Trust::Measured:
            break;
    }
    return "measured";
}

std::span<const DatumDescriptor> datumsOf(VehicleKind kind) {
    const auto pick = [](VehicleKind k) {
        std::vector<DatumDescriptor> out;
        for (const DatumDescriptor &d : descriptors())
            if (d.isFor(k)) out.push_back(d);
        return out;
    };
    static const std::array<std::vector<DatumDescriptor>, 3> lists{
        pick(VehicleKind::LadderFrame), pick(VehicleKind::Truck), pick(VehicleKind::Unibody)};
    return lists[static_cast<std::size_t>(kind)];
}

const DatumDescriptor *datum(std::string_view id) {
    for (const DatumDescriptor &d : descriptors())
        if (d.id == id) return &d;
    return nullptr;
}

std::optional<double> Vehicle::value(std::string_view datumId) const {
    const auto it = data.find(datumId);
    if (it == data.end()) return std::nullopt;
    return it->second.value;
}

Result<RigGeometry> geometry(const Vehicle &vehicle) {
    const bool framed = vehicle.kind != VehicleKind::Unibody;
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
    if (framed && vehicle.frontHoles.size() < 2)
        return fail(ProblemKind::Undetermined, "The frame ends need at least two bolt holes.", "frontHoles",
                    "Measure each hole from the end of the rail and from its center line.");
    const auto v = [&vehicle](const char *id) { return *vehicle.value(id); };
    RigGeometry g;
    g.wheelbase = v("wheelbase");
    g.front = {v("frontLoadedRadius"), v("tireWidth"), v("track")};
    g.rear = {v("rearLoadedRadius"), v("tireWidth"), v("track")};
    g.frontMass = v("frontAxleMass");
    g.rearMass = v("rearAxleMass");
    g.grossLimit = v("grossLimit");
    g.frontLimit = vehicle.value("frontAxleLimit");
    g.rearLimit = vehicle.value("rearAxleLimit");
    if (!framed) return g;
    g.frameEnd = v("frontFrameEnd");
    g.railSpacing = v("railSpacing");
    g.railCenter = v("railCenter");
    g.railHeight = v("railHeight");
    g.railWidth = v("railWidth");
    g.railWall = v("railWall");
    g.crossmember = v("crossmember");
    if (!(2 * g.railWall < std::min(g.railHeight, g.railWidth)))
        return fail(ProblemKind::BadInput, "The rail's wall leaves no inside.", "railWall",
                    "Measure it again.");
    if (!(g.railSpacing > g.railWidth))
        return fail(ProblemKind::BadInput, "The rails overlap: they are wider than their spacing.",
                    "railSpacing", "Measure it again.");
    return g;
}

std::optional<BookPoint> nextSurveyPoint(const Vehicle &vehicle) {
    const auto datumOr = [&vehicle](const char *id, double fallback) {
        return vehicle.value(id).value_or(fallback);
    };
    const double end = datumOr("frontFrameEnd", 600), back = datumOr("rearFrameEnd", 900);
    const double wheelbase = datumOr("wheelbase", 3000),
                 half = (vehicle.kind == VehicleKind::Unibody ? datumOr("seamSpacing", 1450)
                                                              : datumOr("railSpacing", 800)) /
                        2;
    const std::map<std::string_view, double> along{{"end", end},
                                                   {"cross", end - datumOr("crossmember", 200)},
                                                   {"mount", -0.25 * wheelbase},
                                                   {"rear", -wheelbase - back},
                                                   {"subframe", 200},
                                                   {"seamFront", -0.25 * wheelbase},
                                                   {"seamRear", -0.75 * wheelbase},
                                                   {"beam", -wheelbase + 350}};
    const bool framed = vehicle.kind != VehicleKind::Unibody;
    const double height = framed ? datumOr("railCenter", 600) : datumOr("seamHeight", 250);
    for (const SurveyPlace &place : surveyPlaces(vehicle.kind)) {
        const auto &points = vehicle.survey.points;
        if (std::any_of(points.begin(), points.end(), [&](const BookPoint &p) { return p.id == place.id; }))
            continue;
        const std::string_view pair = std::string_view(place.id).substr(0, place.id.find('.'));
        const bool left = place.id.ends_with(".left");
        BookPoint p;
        p.id = place.id;
        p.name = place.name;
        p.near = {along.at(pair), left ? half : -half, height};
        // Without something given the whole net could slide and turn on the floor.
        if (left && (pair == "rear" || pair == "seamRear")) p.fixed = {true, true, false};
        if (left && (pair == "end" || pair == "seamFront")) p.fixed = {false, true, false};
        return p;
    }
    return std::nullopt;
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
                   "Use ladder-frame, truck or unibody.");
    readData(o, vehicle, faults);
    vehicle.railMaterial = o.text("railMaterial", std::string("S235"));
    vehicle.railMaterialTrust = readTrust(o, "railMaterialTrust", Trust::Assumed);
    for (const auto &[value, holePath] : o.array("frontHoles")) {
        ObjectReader h(*value, holePath, faults);
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
        vehicle.frontHoles.push_back(hole);
    }
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
    json["frontHoles"] = Json::array();
    for (const FrameHole &h : vehicle.frontHoles)
        json["frontHoles"].push_back({{"id", h.id},
                                      {"behindEnd", h.behindEnd},
                                      {"aboveCenter", h.aboveCenter},
                                      {"diameter", h.diameter}});
    json["outline"] = Json::array();
    for (const OutlinePoint &p : vehicle.outline)
        json["outline"].push_back({{"id", p.id},
                                   {"name", p.name},
                                   {"region", regionWord(p.region)},
                                   {"at", list(p.at)},
                                   {"mirrored", p.mirrored}});
    for (std::size_t i = 0; i < vehicle.outline.size(); ++i)
        if (vehicle.outline[i].onAxle) json["outline"][i]["onAxle"] = true;
    json["keepOuts"] = Json::array();
    for (const KeepOut &k : vehicle.keepOuts)
        json["keepOuts"].push_back({{"id", k.id},
                                    {"name", k.name},
                                    {"why", k.why},
                                    {"low", list(k.low)},
                                    {"high", list(k.high)},
                                    {"gap", k.gap}});
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
