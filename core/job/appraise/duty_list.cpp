#include "core/job/appraise/duty_list.h"

#include <algorithm>
#include <map>

#include <fmt/format.h>

namespace hefty::job {
namespace {

std::string whyOf(const proof::LoadCase &c, const proof::HouseRules &r) {
    if (c.duty == "winch")
        return c.dutyClass == proof::DutyClass::Survival
                   ? "The rope's breaking strength, over the whole cone and drum."
                   : fmt::format("Rated pull of the winch times {:.2f} for shocks, over the house's cone.",
                                 r.shockFactor);
    if (c.duty == "double-line")
        return "Rated pull at the winch, and the same again at the tab the block leads back to.";
    if (c.duty == "recovery") return "Working load of the shackle, over the house's cone.";
    if (c.duty == "snatch")
        return fmt::format("The recovery rope, which stretches {}, stops the vehicle at {:.1f} m/s.",
                           c.basis.empty() ? "as the stock says" : "as measured in " + c.basis,
                           r.snatchSpeed);
    if (c.duty == "step") return fmt::format("Someone with a load, {:.0f} N.", r.stepLoad);
    if (c.duty == "jack")
        return fmt::format("Weight of the axle times {:.2f}, leaning to both sides.", r.jackFactor);
    if (c.duty == "rock")
        return fmt::format("Weight that comes to one spot times {:.2f}, with friction.", r.rockFactor);
    if (c.duty == "skid" || c.duty == "lip") return "Weight that slides over it, with friction.";
    if (c.duty == "carrier") return "House accelerations on the wheel, and someone hanging on it.";
    if (c.duty == "towing") return "D value of UN Regulation 55 and the nose's share over bumps.";
    return "Own weight.";
}

DutyWay wayOf(const proof::Proof &proof, int index) {
    const proof::LoadCase &load = proof.duties.cases[static_cast<std::size_t>(index)];
    DutyWay way{index, load.way};
    for (const proof::LoadArrow &a : load.arrows) way.force = std::max(way.force, a.force.norm());
    for (const proof::Check &c : proof.checks)
        if (c.loadCase == index && c.utilization > way.utilization) {
            way.utilization = c.utilization;
            way.hardest = c.title;
        }
    return way;
}

}  // namespace

std::vector<DutyPlace> dutyPlaces(const proof::Proof &proof, const proof::HouseRules &rules) {
    std::vector<DutyPlace> out;
    std::map<std::string, std::size_t> known;
    for (std::size_t c = 0; c < proof.duties.cases.size(); ++c) {
        const proof::LoadCase &load = proof.duties.cases[c];
        const auto [it, fresh] = known.try_emplace(load.place, out.size());
        if (fresh) {
            DutyPlace place;
            place.duty = load.duty;
            place.what = load.what;
            place.dutyClass = load.dutyClass;
            place.place = load.place;
            place.why = whyOf(load, rules);
            out.push_back(std::move(place));
        }
        DutyPlace &place = out[it->second];
        place.cases.push_back(static_cast<int>(c));
        place.ways.push_back(wayOf(proof, static_cast<int>(c)));
        place.force = std::max(place.force, place.ways.back().force);
    }
    for (DutyPlace &place : out)
        std::stable_sort(place.ways.begin(), place.ways.end(),
                         [](const DutyWay &a, const DutyWay &b) { return a.utilization > b.utilization; });
    for (const proof::OffPlace &p : proof.duties.off) {
        DutyPlace place;
        place.duty = p.duty;
        place.what = p.what.empty() ? p.place : p.what;
        place.dutyClass = p.dutyClass;
        place.force = p.force;
        place.place = p.place;
        place.off = p.reason;
        place.why = p.what.empty() ? "The piece has no such place anymore." : "It was switched off.";
        out.push_back(std::move(place));
    }
    return out;
}

}  // namespace hefty::job
