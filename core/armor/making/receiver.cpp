#include "core/armor/making/receiver.h"

#include <fmt/format.h>

#include "core/armor/making/settings.h"

namespace hefty::armor {

ReceiverPlace receiverBySettings(const Maker &maker) {
    ReceiverPlace r;
    r.ball = maker.number("ballReach");
    r.towMass = maker.number("towMass");
    r.pinGrade = maker.text("receiverPin");
    r.leg = maker.sized("receiverWeld");
    if (maker.wanted("receiverPulls")) {
        r.shackle = maker.text("blockShackle");
        if (maker.wanted("receiverSnatched")) r.snatchRope = maker.text("snatchRope");
    }
    return r;
}

namespace {

// Of bought receivers and what is put into them, mm: house data (docs/methods.md, "Receivers").
constexpr double pinAcross = 16, pinBack = 60, blockBeyond = 45;
constexpr double leastClear = 4;  // mm, between the receiver and rounded corners and ends of what holds it

/// What slides into it, kept by a pin across it.
void offerReceiver(Maker &maker, const std::string &name, const stock::Receiver &r, const Vec3 &mouth,
                   const ReceiverPlace &p) {
    OfferedHold o;
    o.hold.id = name;
    o.hold.name = "receiver";
    o.hold.kind = "receiver";
    o.hold.face = p.out > 0 ? "front" : "rear";
    o.hold.at = mouth;
    o.hold.mirrored = false;
    o.hold.diameter = pinAcross;
    o.hold.thickness = (r.outside - r.inside) / 2;
    o.hold.ultimate = p.material.ultimate;
    o.hold.inside = r.inside;
    o.hold.depth = r.length;
    o.hold.pinBack = pinBack;
    o.hold.known.trust = rig::Trust::Measured;
    o.left = name;
    maker.out().offers.push_back(std::move(o));
}

/// The receiver as what is pulled at and coupled.
void addPulled(Maker &maker, const std::string &name, const stock::Receiver &r, const Vec3 &mouth,
               const ReceiverPlace &p) {
    ReceiverTube t;
    t.part = name;
    t.mouth = mouth;
    t.way = Vec3(p.out, 0, 0);
    t.inside = r.inside;
    t.wall = (r.outside - r.inside) / 2;
    t.ultimate = p.material.ultimate;
    t.rating = r.rating;
    t.pinDiameter = pinAcross;
    t.pinGrade = p.pinGrade;
    t.pinBack = pinBack;
    t.hole = mouth + t.way * blockBeyond;
    t.shackle = p.shackle;
    t.snatchRope = p.snatchRope;
    maker.out().receivers.push_back(std::move(t));
    if (p.towMass > 0) {
        maker.out().coupling = Coupling{name, mouth + Vec3(p.out * p.ball, 0, 0), p.towMass};
        maker.out().handles.push_back({"ballReach", "side", maker.out().coupling->at, Vec3(p.out, 0, 0)});
    }
    if (p.shackle.empty())
        maker.tell(name,
                   p.towMass > 0
                       ? "The receiver is proved for a trailer; nobody is recovered by it."
                       : "Nothing is towed by the receiver and nobody recovered: no load is proved on it.",
                   "Say in its settings what it is for.");
    else if (p.snatchRope.empty())
        maker.tell(name, "The receiver is proved for steady pulls at its block; nobody is snatched by it.",
                   "Say in its settings what it is for.");
}

}  // namespace

void addReceiver(Maker &maker, const std::string &name, const stock::Receiver &r, const ReceiverPlace &p) {
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
    if (p.out * (p.nearFace - p.mouth) + r.length < leastClear)
        maker.note(name, "The receiver does not reach through what holds it.",
                   "Take a longer one, or let it stand out less.");
    const Vec3 mouth(p.mouth, p.y, p.z), begin(p.mouth - p.out * r.length, p.y, p.z);
    maker.bar(name, {Role::Receiver, {}, p.leg.by, p.leg.value, "receiver", r.id}, tube, begin, mouth);
    offerReceiver(maker, name, r, mouth, p);
    addPulled(maker, name, r, mouth, p);
}

void addReceiverThrough(Maker &maker, const std::string &name, const stock::Receiver &r,
                        const ReceiverPlace &p, double clear) {
    if (r.outside + 2 * leastClear > clear)
        return maker.refuse(
            fmt::format("The receiver ({:.1f} mm) does not go through the flat of the beam ({:.0f} mm).",
                        r.outside, clear),
            "section", "Take a higher beam or a smaller receiver.");
    addReceiver(maker, name, r, p);
}

void addReceiverSettings(std::vector<SettingDescriptor> &s, const char *through, double towed) {
    s.push_back(choiceSetting("receiver", "Receiver", "Bought", Choice::Receiver, "receiver-50", through));
    s.push_back(lengthSetting("receiverReach", "Receiver stands out", "Shape", 30, 0, 120,
                              "How far the receiver's mouth stands out of what it goes through."));
    s.push_back(lengthSetting("ballReach", "Ball beyond the receiver", "Shape", 170, 80, 400,
                              "From the receiver's mouth to the middle of the coupling."));
    s.push_back(massSetting("towMass", "Trailer", "Bought", towed, 0, 10000,
                            "Mass of the heaviest trailer that is towed; 0 for none."));
    s.push_back(yesNoSetting("receiverPulls", "Recovered by the receiver", "Bought", false,
                             "Yes: a block with a shackle is put into it to be pulled at."));
    s.push_back(choiceSetting("blockShackle", "Shackle in the block", "Bought", Choice::Shackle, "shackle-2",
                              "Its working load is what the receiver is proved for."));
    s.push_back(yesNoSetting("receiverSnatched", "Snatched at the block", "Bought", false,
                             "Yes: with the recovery rope; no: it is pulled steadily only."));
    s.push_back(choiceSetting("receiverPin", "Pin of the receiver", "Bought", Choice::BoltGrade, "8.8",
                              "Grade of the bolt or marked pin across it."));
    s.push_back(legSetting("receiverWeld", "Leg, receiver", 6, "Around the receiver."));
    onlyWith(s, "towMass", {"ballReach", "receiverPin"});
    onlyWith(s, "receiverPulls", {"blockShackle", "receiverSnatched", "receiverPin"});
}

}  // namespace hefty::armor
