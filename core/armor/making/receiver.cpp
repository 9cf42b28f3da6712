#include "core/armor/making/receiver.h"

#include <fmt/format.h>

#include "core/armor/making/settings.h"

namespace hefty::armor {

ReceiverThroughBeam receiverBySettings(const Maker &maker) {
    ReceiverThroughBeam r;
    r.reach = maker.number("receiverReach");
    r.ball = maker.number("ballReach");
    r.towMass = maker.number("towMass");
    r.leg = maker.sized("receiverWeld");
    return r;
}

namespace {

/// What slides into it, kept by a pin across it.
void offerReceiver(Maker &maker, const std::string &name, const stock::Receiver &r, const Vec3 &mouth,
                   const ReceiverThroughBeam &p) {
    constexpr double pin = 16, pinBack = 60;  // mm: of a bought receiver, house data (docs/methods.md)
    OfferedHold o;
    o.hold.id = name;
    o.hold.name = "receiver";
    o.hold.kind = "receiver";
    o.hold.face = p.out > 0 ? "front" : "rear";
    o.hold.at = mouth;
    o.hold.mirrored = false;
    o.hold.diameter = pin;
    o.hold.thickness = (r.outside - r.inside) / 2;
    o.hold.ultimate = p.material.ultimate;
    o.hold.inside = r.inside;
    o.hold.depth = r.length;
    o.hold.pinBack = pinBack;
    o.hold.known.trust = rig::Trust::Measured;
    o.left = name;
    maker.out().offers.push_back(std::move(o));
}

}  // namespace

void addReceiver(Maker &maker, const std::string &name, const stock::Receiver &r,
                 const ReceiverThroughBeam &p) {
    constexpr double leastClear = 4;  // mm, between the receiver and the rounded corner of the beam
    if (r.outside + 2 * leastClear > p.clear)
        return maker.refuse(
            fmt::format("The receiver ({:.1f} mm) does not go through the flat of the beam ({:.0f} mm).",
                        r.outside, p.clear),
            "section", "Take a higher beam or a smaller receiver.");
    StockedBar tube;
    tube.material = p.material;
    tube.section.id = r.id;
    tube.section.shape = stock::SectionShape::RectTube;
    tube.section.height = tube.section.width = r.outside;
    tube.section.wall = (r.outside - r.inside) / 2;
    tube.section.radius = tube.section.wall;
    tube.section.length = r.length;
    if (auto properties = stock::properties(tube.section, p.material.density))
        tube.properties = *properties;
    else
        return maker.refuse("The receiver's wall does not fit its size.", "receiver",
                            "Correct it in the stock.");
    const double end = p.farFace + p.out * p.reach;
    const double begin = end - p.out * r.length;
    if (p.out * (p.nearFace - begin) < leastClear)
        maker.note(name, "The receiver does not reach through the beam.",
                   "Take a longer one, or let it stand out less.");
    maker.bar(name, {Role::Receiver, {}, p.leg.by, p.leg.value, "receiver", r.id}, tube, {begin, p.y, p.z},
              {end, p.y, p.z});
    offerReceiver(maker, name, r, {end, p.y, p.z}, p);
    if (p.towMass > 0) maker.out().coupling = Coupling{name, {end + p.out * p.ball, p.y, p.z}, p.towMass};
}

void addReceiverSettings(std::vector<SettingDescriptor> &s) {
    s.push_back(choiceSetting("receiver", "Receiver", "Bought", Choice::Receiver, "receiver-50",
                              "Bought receiver tube through the middle of the beam."));
    s.push_back(lengthSetting("receiverReach", "Receiver behind the beam", "Shape", 30, 0, 120,
                              "How far the receiver's mouth stands out of the beam."));
    s.push_back(lengthSetting("ballReach", "Ball behind the receiver", "Shape", 170, 80, 400,
                              "From the receiver's mouth to the middle of the coupling."));
    s.push_back(massSetting("towMass", "Trailer", "Bought", 1500, 0, 10000,
                            "Mass of the heaviest trailer that is towed; 0 for none."));
    s.push_back(legSetting("receiverWeld", "Leg, receiver", 6, "Around the receiver, on both walls."));
}

}  // namespace hefty::armor
