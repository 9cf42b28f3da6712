#include "app/stops/measure/datum_places.h"

#include <algorithm>
#include <map>

#include "app/stops/measure/datum_model.h"
#include "app/window/worded.h"

namespace hefty::app {
namespace {

std::vector<DatumPlace> trailerPlaces(const rig::Vehicle &v) {
    const auto d = [&v](const char *id) { return datumOr(v, id); };
    const double toAxle = d("couplingToAxle"), track = d("track"), radius = d("wheelLoadedRadius");
    return {{"couplingToAxle", ViewSide::Side, {0, 0, -90}, {-toAxle, 0, -90}, {-1, 0, 0}},
            {"couplingHeight", ViewSide::Side, {180, 0, 0}, {180, 0, d("couplingHeight")}, {0, 0, 1}},
            {"wheelLoadedRadius", ViewSide::Side, {190 - toAxle, 0, 0}, {190 - toAxle, 0, radius}, {0, 0, 1}},
            {"track", ViewSide::Front, {0, -track / 2, -90}, {0, track / 2, -90}, {0, 0.5, 0}},
            {"tireWidth",
             ViewSide::Front,
             {0, track / 2 - d("tireWidth") / 2, 2 * radius + 90},
             {0, track / 2 + d("tireWidth") / 2, 2 * radius + 90},
             {0, 0.5, 0}}};
}

/// What is seen of a vehicle with two axles from behind, above and below.
std::vector<DatumPlace> otherSides(const rig::Vehicle &v) {
    const auto d = [&v](const char *id) { return datumOr(v, id); };
    const double end = d("frontFrameEnd"), spacing = d("railSpacing"), pins = d("kingPins"),
                 seam = d("seamSpacing"), wheelbase = d("wheelbase");
    std::vector<DatumPlace> out{
        {"kingPins", ViewSide::Under, {140, -pins / 2, 0}, {140, pins / 2, 0}, {0, 0.5, 0}}};
    if (v.hasFrame()) {
        const double y = -spacing / 2 - 160;
        out.push_back(
            {"crossmember", ViewSide::Under, {end, y, 0}, {end - d("crossmember"), y, 0}, {-1, 0, 0}});
        const double rail = -spacing / 2, w = d("railWidth");
        out.push_back({"railWidth",
                       ViewSide::Above,
                       {end + 90, rail - w / 2, 0},
                       {end + 90, rail + w / 2, 0},
                       {0, 0.5, 0}});
    } else {
        const double x = -wheelbase / 2;
        out.push_back({"seamSpacing", ViewSide::Under, {x, -seam / 2, 0}, {x, seam / 2, 0}, {0, 0.5, 0}});
        out.push_back({"seamHeight", ViewSide::Side, {x, 0, 0}, {x, 0, d("seamHeight")}, {0, 0, 1}});
    }
    return out;
}

std::vector<DatumPlace> mainSides(const rig::Vehicle &v) {
    const auto d = [&v](const char *id) { return datumOr(v, id); };
    const double frontR = d("frontLoadedRadius"), rearR = d("rearLoadedRadius");
    const double track = d("track"), spacing = d("railSpacing"), center = d("railCenter");
    return {{"wheelbase", ViewSide::Side, {0, 0, -90}, {-d("wheelbase"), 0, -90}, {-1, 0, 0}},
            {"frontFrameEnd", ViewSide::Side, {0, 0, 300}, {d("frontFrameEnd"), 0, 300}, {1, 0, 0}},
            {"rearFrameEnd",
             ViewSide::Side,
             {-d("wheelbase"), 0, 300},
             {-d("wheelbase") - d("rearFrameEnd"), 0, 300},
             {-1, 0, 0}},
            {"crossmember",
             ViewSide::Side,
             {d("frontFrameEnd"), 0, center + 330},
             {d("frontFrameEnd") - d("crossmember"), 0, center + 330},
             {-1, 0, 0}},
            {"railCenter",
             ViewSide::Side,
             {d("frontFrameEnd") + 260, 0, 0},
             {d("frontFrameEnd") + 260, 0, center},
             {0, 0, 1}},
            {"frontLoadedRadius", ViewSide::Side, {-190, 0, 0}, {-190, 0, frontR}, {0, 0, 1}},
            {"rearLoadedRadius",
             ViewSide::Side,
             {-d("wheelbase") + 190, 0, 0},
             {-d("wheelbase") + 190, 0, rearR},
             {0, 0, 1}},
            {"track", ViewSide::Front, {0, -track / 2, -90}, {0, track / 2, -90}, {0, 0.5, 0}},
            {"tireWidth",
             ViewSide::Front,
             {0, track / 2 - d("tireWidth") / 2, 2 * frontR + 90},
             {0, track / 2 + d("tireWidth") / 2, 2 * frontR + 90},
             {0, 0.5, 0}},
            {"railSpacing",
             ViewSide::Front,
             {0, -spacing / 2, center + 160},
             {0, spacing / 2, center + 160},
             {0, 0.5, 0}},
            {"railHeight",
             ViewSide::Front,
             {0, -spacing / 2 - 120, center - d("railHeight") / 2},
             {0, -spacing / 2 - 120, center + d("railHeight") / 2},
             {0, 0, 0.5}}};
}

}  // namespace

std::vector<DatumPlace> datumPlaces(const rig::Vehicle &v) {
    std::vector<DatumPlace> out;
    if (v.kind == rig::VehicleKind::Trailer)
        out = trailerPlaces(v);
    else {
        out = mainSides(v);
        for (DatumPlace &p : otherSides(v)) out.push_back(p);
    }
    std::erase_if(out, [&v](const DatumPlace &p) { return !rig::datum(p.id)->isFor(v.kind); });
    return out;
}

double datumOr(const rig::Vehicle &v, std::string_view id) {
    if (const auto value = v.value(id)) return *value;
    // Nothing measured yet: a picture of a middling vehicle to show where the tape goes.
    static const std::map<std::string_view, double> middling{
        {"wheelbase", 3000},        {"frontFrameEnd", 600},    {"railSpacing", 800}, {"railCenter", 600},
        {"railHeight", 110},        {"railWidth", 70},         {"railWall", 4},      {"crossmember", 200},
        {"frontLoadedRadius", 380}, {"rearLoadedRadius", 380}, {"tireWidth", 250},   {"track", 1550},
        {"frontAxleMass", 1100},    {"rearAxleMass", 900},     {"grossLimit", 2800}, {"rearFrameEnd", 900},
        {"couplingToAxle", 3000},   {"couplingHeight", 450},   {"axleMass", 900},    {"noseMass", 70},
        {"wheelLoadedRadius", 330}, {"seamSpacing", 1400},     {"seamHeight", 240},  {"kingPins", 1350}};
    const auto it = middling.find(id);
    return it == middling.end() ? rig::datum(id)->least : it->second;
}

Vec3 datumAnchor(const rig::Vehicle &v, std::string_view id) {
    const bool towed = v.kind == rig::VehicleKind::Trailer;
    const double axle = -datumOr(v, towed ? "couplingToAxle" : "wheelbase"), half = datumOr(v, "track") / 2;
    const double radius = datumOr(v, towed ? "wheelLoadedRadius" : "frontLoadedRadius");
    // Each of one axle a little further up or in than the last, so that no two lie on each other.
    static const std::map<std::string_view, int> steps{
        {"Spring", 0}, {"Bump", 1}, {"Droop", 2}, {"Mass", 3}, {"Limit", 4}};
    int step = 0;
    for (const auto &[ending, n] : steps)
        if (id.find(ending) != std::string_view::npos) step = n;
    const double apart = 0.3 * radius * step;
    if (id.starts_with("rear") || id.starts_with("wheel") || id.starts_with("axle"))
        return {axle - apart, 0.8 * half, radius * 0.6 + apart};
    if (id.starts_with("front")) return {-apart, 0.8 * half, radius * 0.6 + apart};
    if (id.starts_with("nose")) return {0, 0, datumOr(v, "couplingHeight") + 120 + apart};
    if (id == "steerLock") return {0, half, radius};
    if (id.starts_with("seam")) return {axle / 2 - 120 - apart, half * 0.95, datumOr(v, "seamHeight")};
    if (id == "railWall")
        return {datumOr(v, "frontFrameEnd"), datumOr(v, "railSpacing") / 2, datumOr(v, "railCenter")};
    return {axle / 2, 0, 2 * radius + (id == "centerHeight" ? 0 : 0.6 * radius)};
}

DragTarget datumTarget(Session *session, const DatumPlace &p) {
    const rig::Vehicle &vehicle = session->job().vehicle;
    const rig::DatumDescriptor *d = rig::datum(p.id);
    DragTarget t;
    t.id = QString::fromLatin1(p.id);
    t.name = worded(d->name);
    t.at = p.to;
    t.direction = p.direction;
    t.value = datumOr(vehicle, p.id);
    t.known = vehicle.value(p.id).has_value();
    t.dimensionFrom = p.from;
    t.quantity = d->quantity;
    t.set = [session, d](double value, int gesture) {
        setDatum(session, d->id, std::clamp(value, d->least, d->most), gesture);
    };
    return t;
}

VehicleBox vehicleBox(const rig::Vehicle &v) {
    const bool towed = v.kind == rig::VehicleKind::Trailer;
    const double axle = datumOr(v, towed ? "couplingToAxle" : "wheelbase");
    Vec3 low(towed ? -1.4 * axle : -axle - 700, -1000, -160), high(towed ? 200 : 700, 1000, 1500);
    for (const rig::Silhouette &s : v.silhouettes)
        for (const rig::Vec2 &p : s.points) {
            const Vec3 at = s.view == "side"  ? Vec3(p.x(), 0, p.y())
                            : s.view == "top" ? Vec3(p.x(), p.y(), 0)
                                              : Vec3(0, p.x(), p.y());
            low = low.cwiseMin(at);
            high = high.cwiseMax(at);
        }
    return {low, high};
}

}  // namespace hefty::app
