#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/addons/addon.h"
#include "core/armor/operations/record.h"
#include "core/armor/operations/snap.h"

namespace hefty::armor {
namespace {

/// The wall of a part at a place on it: z out of it; y up as far as it can be, on a level wall away from the
/// middle of the vehicle.
std::optional<Axes> wallAt(Record &r, const Record::Place &place, const std::string &wall) {
    const Assembly &in = r.out();
    Vec3 out = Vec3::Zero(), along = Vec3::Zero();
    if (const BarPart *b = in.bar(place.part)) {
        const Axes a = b->axesAt(b->stationOf(place.at));
        along = a.x;
        const auto way = directionOf(wall);
        if (!way) {
            r.refuse("it needs a wall of the bar: forward, rearward, left, right, up or down.");
            return std::nullopt;
        }
        const Vec2 across(way->dot(a.y), way->dot(a.z));
        if (across.norm() < 0.5) {
            r.refuse("the bar has no wall that way.");
            return std::nullopt;
        }
        out = b->round() ? Vec3((a.y * across.x() + a.z * across.y()).normalized())
              : std::abs(across.x()) > std::abs(across.y()) ? Vec3(a.y * (across.x() > 0 ? 1 : -1))
                                                            : Vec3(a.z * (across.y() > 0 ? 1 : -1));
    } else if (const SheetPart *s = in.sheet(place.part)) {
        const auto way = directionOf(wall);
        out = s->axes.z * (way && way->dot(s->axes.z) < 0 ? -1 : 1);
    } else {
        r.refuse("it stands on a wall of a part: give its place as one of a part.");
        return std::nullopt;
    }
    Vec3 up = std::abs(out.z()) < 0.9 ? Vec3(Vec3::UnitZ())
                                      : Vec3(place.at.x() > -r.maker.rig().wheelbase / 2 ? 1 : -1, 0, 0);
    if (along.squaredNorm() > 0) {
        // Along a bar everything follows the bar.
        Vec3 y = out.cross(along);
        if (y.dot(up) < 0) y = -y;
        if (std::abs(y.dot(up)) < 0.3 && along.dot(up) != 0) y = along.dot(up) > 0 ? along : Vec3(-along);
        up = y;
    }
    const Vec3 y = (up - out * up.dot(out)).normalized();
    Axes axes;
    axes.origin = place.at;
    axes.z = out;
    axes.y = y;
    axes.x = y.cross(out);
    return axes;
}

/// What a person has set, as far as the add-on knows it and it can be.
std::map<std::string, SettingValue, std::less<>> settingsOf(Record &r, const AddOn &of) {
    std::map<std::string, SettingValue, std::less<>> out;
    const Json *json = r.in.child("settings");
    if (!json) return out;
    if (!json->is_object()) {
        r.refuse("its settings are not a group of values.");
        return out;
    }
    for (const auto &[key, value] : json->items()) {
        const SettingDescriptor *d = of.setting(key);
        if (!d) {
            r.refuse(fmt::format("{} has no setting \"{}\".", of.name, key));
            continue;
        }
        SettingValue set;
        if (value.is_number())
            set =
                d->quantity == measure::Quantity::Angle ? radians(value.get<double>()) : value.get<double>();
        else if (value.is_string())
            set = value.get<std::string>();
        else {
            r.refuse(fmt::format("\"{}\" is neither a number nor a word.", key));
            continue;
        }
        if (const auto good = checkSetting(*d, set, r.maker.stock()); !good)
            r.refuse(good.error().message);
        else
            out[key] = std::move(set);
    }
    return out;
}

}  // namespace

/// One of the add-ons of the folder, on a wall of a part.
void addAddOn(Record &r) {
    const std::string name = r.in.text("name"), id = r.in.text("addon");
    const AddOn *of = addOn(id);
    if (!of) r.refuse(fmt::format("there is no add-on \"{}\".", id));
    if (name.empty()) r.refuse("it needs a name.");
    const Json *at = r.in.child("at", true);
    const std::string wall = at && at->is_object() && at->contains("wall") && (*at)["wall"].is_string()
                                 ? (*at)["wall"].get<std::string>()
                                 : std::string();
    const Record::Place place = r.place("at");
    if (!r.fine()) return;
    const auto taken = [&](const auto &list) {
        return std::any_of(list.begin(), list.end(),
                           [&](const auto &p) { return p.name == name || p.name.starts_with(name + "."); });
    };
    const Assembly &out = r.out();
    if (taken(out.bars) || taken(out.sheets) || taken(out.bought) || taken(out.folded))
        return r.refuse(fmt::format("there is a part \"{}\" already.", name));
    const auto axes = wallAt(r, place, wall);
    const auto set = settingsOf(r, *of);
    if (!axes || !r.fine()) return;
    Site site(r.maker, *of, name, place.part, *axes, set);
    of->build(site);
    if (!site.whyNot().empty()) return r.refuse(site.whyNot());
    r.out().addOns.push_back(name);
}

}  // namespace hefty::armor
