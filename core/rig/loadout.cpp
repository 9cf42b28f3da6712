#include "core/rig/loadout.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/rig/tire_size.h"
#include "core/rig/vehicle.h"

namespace hefty::rig {
namespace {

TireOption readTire(const Json &json, const std::string &path, Faults &faults) {
    ObjectReader o(json, path, faults);
    TireOption t;
    t.id = o.text("id");
    t.code = o.text("code");
    t.pressure = o.number("pressure", t.pressure);
    t.wheelWidth = o.number("wheelWidth", 0);
    t.wheelOffset = o.number("wheelOffset", 0);
    t.lugs = o.text("lugs", std::string());
    if (const auto size = readTireSize(t.code); !size)
        faults.add(size.error().message, o.pathOf("code"), size.error().remedy);
    if (!t.lugs.empty())
        if (const auto lugs = readLugPattern(t.lugs); !lugs)
            faults.add(lugs.error().message, o.pathOf("lugs"), lugs.error().remedy);
    if (!(t.pressure >= leastPressure && t.pressure <= mostPressure))
        faults.add(fmt::format("This must be from {} to {} kPa.", leastPressure, mostPressure),
                   o.pathOf("pressure"));
    if (!(t.wheelWidth >= 0 && t.wheelWidth <= mostWheelWidth))
        faults.add(fmt::format("This must be from 0 to {} mm.", mostWheelWidth), o.pathOf("wheelWidth"));
    if (!(std::abs(t.wheelOffset) <= mostWheelOffset))
        faults.add(fmt::format("This must be within {} mm.", mostWheelOffset), o.pathOf("wheelOffset"));
    return t;
}

MassItem readMass(const Json &json, const std::string &path, Faults &faults) {
    ObjectReader o(json, path, faults);
    MassItem m;
    m.id = o.text("id");
    m.name = o.text("name", m.id);
    m.mass = o.number("mass");
    const auto at = o.numbers<3>("at");
    m.at = {at[0], at[1], at[2]};
    m.aboard = o.boolean("aboard", true);
    if (!(std::abs(m.mass) <= mostItemMass))
        faults.add(fmt::format("This must be within {} kg.", mostItemMass), o.pathOf("mass"));
    if (!(m.at.cwiseAbs().maxCoeff() <= farthest))
        faults.add("This is further away than any part of a vehicle.", o.pathOf("at"),
                   "Give millimeters from the ground under the front axle.");
    return m;
}

}  // namespace

const TireOption *Loadout::tire(std::string_view id) const {
    const auto it =
        std::find_if(tires.begin(), tires.end(), [id](const TireOption &t) { return t.id == id; });
    return it == tires.end() ? nullptr : &*it;
}

Loadout readLoadout(const Json &json, const std::string &path, Faults &faults) {
    ObjectReader o(json, path, faults);
    Loadout out;
    for (const auto &[value, at] : o.array("tires")) out.tires.push_back(readTire(*value, at, faults));
    for (const auto &[value, at] : o.array("masses")) out.masses.push_back(readMass(*value, at, faults));
    out.measuredOn = o.text("measuredOn", std::string());
    out.standsOn = o.text("standsOn", std::string());
    out.sagged = o.boolean("sagged", true);
    for (const auto &[id, key] : {std::pair{out.measuredOn, "measuredOn"}, {out.standsOn, "standsOn"}})
        if (!id.empty() && !out.tire(id))
            faults.add(fmt::format("There is no tire \"{}\" in the list.", id), o.pathOf(key),
                       "Name one of the tires by its id.");
    return out;
}

Json writeLoadout(const Loadout &loadout) {
    Json json{{"measuredOn", loadout.measuredOn},
              {"standsOn", loadout.standsOn},
              {"sagged", loadout.sagged},
              {"tires", Json::array()},
              {"masses", Json::array()}};
    for (const TireOption &t : loadout.tires)
        json["tires"].push_back({{"id", t.id},
                                 {"code", t.code},
                                 {"pressure", t.pressure},
                                 {"wheelWidth", t.wheelWidth},
                                 {"wheelOffset", t.wheelOffset},
                                 {"lugs", t.lugs}});
    for (const MassItem &m : loadout.masses)
        json["masses"].push_back({{"id", m.id},
                                  {"name", m.name},
                                  {"mass", m.mass},
                                  {"at", {m.at.x(), m.at.y(), m.at.z()}},
                                  {"aboard", m.aboard}});
    return json;
}

}  // namespace hefty::rig
