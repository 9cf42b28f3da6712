#include "core/armor/places_of.h"

#include <algorithm>

namespace hefty::armor {
namespace {

constexpr double same = 1e-6;  // mm

/// The wheel itself is bought: it is the one that lies where the carried wheel does.
template <class Do>
void withWheel(Assembly &a, const CarriedWheel &carried, Do &&apply) {
    const auto it = std::find_if(a.bought.begin(), a.bought.end(), [&carried](const BoughtPart &b) {
        return (b.center - carried.center).norm() < same;
    });
    if (it != a.bought.end()) apply(it);
}

}  // namespace

void movePlacesOf(Assembly &a, const std::string &part, const Vec3 &by) {
    for (Anchor &x : a.anchors)
        if (x.name == part) x.hole += by;
    const auto shift = [&](auto &list) {
        for (auto &x : list)
            if (x.part == part) x.at += by;
    };
    shift(a.steps);
    shift(a.strikes);
    shift(a.jacks);
    shift(a.grounds);
    for (LineBearing &b : a.bearings)
        if (b.part == part) {
            b.from += by;
            b.to += by;
        }
    for (CarriedWheel &w : a.wheels)
        if (w.part == part) {
            withWheel(a, w, [&by](auto wheel) { wheel->center += by; });
            w.center += by;
            w.hub += by;
        }
    for (ReceiverTube &r : a.receivers)
        if (r.part == part) {
            r.mouth += by;
            r.hole += by;
        }
    if (a.coupling && a.coupling->part == part) a.coupling->at += by;
}

void removePlacesOf(Assembly &a, const std::string &part) {
    const auto ofPart = [&part](const auto &x) { return x.part == part; };
    std::erase_if(a.mounts, [&part](const BoltJoint &j) { return j.holds(part); });
    std::erase_if(a.anchors, [&part](const Anchor &x) { return x.name == part; });
    std::erase_if(a.steps, ofPart);
    std::erase_if(a.strikes, ofPart);
    std::erase_if(a.jacks, ofPart);
    std::erase_if(a.grounds, ofPart);
    std::erase_if(a.bearings, ofPart);
    std::erase_if(a.slips, ofPart);
    std::erase_if(a.fixings, ofPart);
    for (const CarriedWheel &w : a.wheels)
        if (w.part == part) withWheel(a, w, [&a](auto wheel) { a.bought.erase(wheel); });
    std::erase_if(a.wheels, ofPart);
    std::erase_if(a.gates, [&part](const Gate &g) { return g.post == part || g.arm == part; });
    for (Gate &g : a.gates) std::erase(g.parts, part);
    std::erase_if(a.receivers, ofPart);
    if (a.coupling && a.coupling->part == part) a.coupling.reset();
}

}  // namespace hefty::armor
