#include "core/armor/making/rear_frame_beam.h"

#include <cmath>

#include "core/armor/making/frame_brackets.h"
#include "core/armor/making/receiver.h"
#include "core/armor/making/settings.h"

namespace hefty::armor {

std::vector<SettingDescriptor> rearFrameBeamSettings() {
    std::vector<SettingDescriptor> s;
    addSweptBeamSettings(s, 1640, 640, 1200, "RHS 120x80x6");
    s.push_back(tubeMaterialSetting("Grade on the mill certificate of the tube."));
    s.push_back(plateMaterialSetting("Grade of side plates, tabs and gussets."));
    s.push_back(thicknessSetting("bracketThickness", "Side plates", "Plates", 10,
                                 "Plates bolted to the outside of the rails."));
    addGussetSettings(s, 100, 8);
    addThroughTabSettings(s, {.thickness = 20, .height = 80, .spacing = 860, .reach = 45});
    addReceiverSettings(s, "Bought receiver tube through the middle of the beam.", 1500);
    s.push_back(mountBoltGradeSetting());
    s.push_back(
        addedBoltsSetting("Drilled through plate and rail ahead of the measured holes, on each side."));
    s.push_back(fillerSetting());
    s.push_back(legSetting("beamWeld", "Leg, beam miters", 6, "Around the tube at the sweep."));
    s.push_back(legSetting("bracketWeld", "Leg, side plates", 8, "Side plates to the front of the beam."));
    s.push_back(legSetting("tabWeld", "Leg, tabs", 8, "Around the tabs, on both walls."));
    s.push_back(legSetting("gussetWeld", "Leg, gussets", 5, "Gussets to side plate and beam."));
    s.push_back(legSetting("capWeld", "Leg, end caps", 4, "Caps and closing plates."));
    onlyWith(s, "gussetLeg", {"gussetThickness", "gussetWeld"});
    return s;
}

std::vector<Cure> rearFrameBeamCures() {
    return {{"gauge/departure", "cornerCut", 15},
            {"gauge/departure", "height", 10},
            {"gauge/departure", "setback", -5},
            {"gauge/breakover", "height", 10},
            {"gauge/clearance", "height", 20},
            {"gap/", "setback", 10},
            {"gap/", "width", -40},
            {"role/mount", "gussetLeg", 20},
            {"role/mount", "setback", -10},
            {"role/gusset", "gussetLeg", 20},
            {"role/tab", "tabHeight", 5},
            {"role/tab", "tabReach", -5},
            {"role/beam", "setback", -10},
            {"role/receiver", "receiverReach", -10}};
}

RearFrameBeam::RearFrameBeam(Maker &maker)
    : m_make(maker),
      m_tube(maker.barOf("section", "tubeMaterial")),
      m_plate(maker.materialOf("plateMaterial")),
      m_plates(maker.piece().on.empty() ? std::vector<HoldSpot>{}
                                        : holdSpots(maker.vehicle(), {"end-plate"}, "rear")),
      m_end(maker.railEnd(true)),
      m_near(m_plates.empty() ? m_end.x - maker.number("setback")
                              : m_plates.front().at.x() - maker.number("bracketThickness")),
      m_beam(maker, m_tube, m_plate, m_near, -1),
      m_shackle(maker.found("shackle", &stock::Stock::shackle)),
      m_receiver(maker.found("receiver", &stock::Stock::receiver)) {}

void RearFrameBeam::add() {
    m_beam.addBeam();
    for (const Side &side : bothSides) m_beam.addEnd(side);
    addReceiverHere();
    for (const Side &side : bothSides) {
        if (onEndPlates())
            addEndPlate(side);
        else
            addBracket(side);
        addTab(side);
        if (m_make.wanted("gussetLeg") && !onEndPlates()) addGusset(side);
    }
    m_beam.addPlaces();
}

void RearFrameBeam::check() {
    m_beam.check();
    const double half = m_make.number("centerWidth") / 2;
    if (!m_make.piece().on.empty() && !onEndPlates())
        m_make.refuse("What this piece stands on has no end plates to be bolted to.", "on",
                      "Set it on the vehicle or on a reinforced rear frame (Lay out, Stands on).");
    checkEndPlates();
    if (half < m_make.railOutside() + m_make.number("bracketThickness") + 10)
        m_make.refuse("The straight part ends before the side plates.", "centerWidth", "Make it longer.");
    if (m_make.number("tabSpacing") / 2 + m_make.number("tabThickness") > half)
        m_make.refuse("The recovery tabs stand outside the straight part of the beam.", "tabSpacing",
                      "Bring them closer together.");
    if (m_make.number("tabHeight") > 2 * m_tube.halfFlat() - 4)
        m_make.refuse("The tabs are higher than the flat of the beam.", "tabHeight",
                      "Make them lower, or the beam higher.");
    if (m_receiver && m_make.number("tabSpacing") / 2 - m_make.number("tabThickness") < m_receiver->outside)
        m_make.refuse("The recovery tabs stand too near to the receiver.", "tabSpacing",
                      "Set them further apart.");
}

/// A socket has to go over the heads of the bolts above and below the beam.
void RearFrameBeam::checkEndPlates() {
    constexpr double socket = 1.4;  // radius over the bolt's diameter, house practice
    for (const HoldSpot &p : m_plates)
        if (std::abs(p.at.z() - m_beam.z()) < m_beam.height() / 2 + socket * p.hold->diameter)
            return m_make.refuse("The beam stands before the bolts of the end plates.", "height",
                                 "Make the end plates of the piece below higher, take a lower beam, or move "
                                 "it to their middle.");
}

/// On the end plate of the piece below: its bolts above and below the beam.
void RearFrameBeam::addEndPlate(const Side &side) {
    std::vector<HoldSpot> spots;
    for (const HoldSpot &p : m_plates)
        if (p.at.y() * side.sign > 0) spots.push_back(p);
    if (spots.empty())
        return m_make.refuse("There is an end plate on one side only.", "on", "Look at the piece below.");
    const double t = m_make.number("bracketThickness"),
                 edge = edgeByHole * (spots.front().hold->diameter + 2);
    Axes axes = uprightAcross(spots.front().at.x() - t / 2);
    double low = m_beam.z() - m_tube.halfFlat(), high = m_beam.z() + m_tube.halfFlat(), in = 1e9, out = -1e9;
    for (const HoldSpot &p : spots) {
        low = std::min(low, p.at.z() - edge);
        high = std::max(high, p.at.z() + edge);
        in = std::min(in, p.at.y() - edge);
        out = std::max(out, p.at.y() + edge);
    }
    axes.origin.y() = (in + out) / 2;
    axes.origin.z() = (low + high) / 2;
    const double w = (out - in) / 2, h = (high - low) / 2;
    const Sized leg = m_make.sized("bracketWeld");
    SheetPart &p =
        m_make.sheet(side.of("bracket"),
                     {Role::Mount, "bracketThickness", leg.by, leg.value, side.people("end plate"), {}}, axes,
                     {{-w, -h}, {w, -h}, {w, h}, {-w, h}}, t, m_plate);
    parts::addCrossStrips(p);
    boltToHolds(m_make, p, spots, side.of("mount"), "bolts of the " + side.people("end plate"),
                m_make.text("mountBoltGrade"), "mountBoltGrade");
}

void RearFrameBeam::addReceiverHere() {
    ReceiverPlace r = receiverBySettings(m_make);
    r.z = m_beam.z();
    r.mouth = m_beam.far() - m_make.number("receiverReach");
    r.nearFace = m_near;
    r.material = m_tube.material;
    addReceiverThrough(m_make, "receiver", *m_receiver, r, 2 * m_tube.halfFlat());
}

void RearFrameBeam::addBracket(const Side &side) {
    RailBracket bracket = railBracketBySettings(m_make, m_end);
    bracket.face = m_near;
    bracket.z = m_beam.z();
    bracket.halfFlat = m_tube.halfFlat();
    bracket.stripWidth = 2 * m_beam.height();
    bracket.material = m_plate;
    addRailBracket(m_make, side, bracket);
}

void RearFrameBeam::addTab(const Side &side) {
    ThroughTab tab = throughTabBySettings(m_make);
    tab.y = side.sign * m_make.number("tabSpacing") / 2;
    tab.z = m_beam.z();
    tab.tail = m_near + 15;
    tab.face = m_beam.far();
    tab.out = -1;
    tab.material = m_plate;
    addThroughTab(m_make, side.of("tab"), side.people("tab"), tab);
}

/// Between the outer face of a side plate and the front of the beam.
void RearFrameBeam::addGusset(const Side &side) {
    BracketGusset gusset;
    gusset.name = side.of("gusset");
    gusset.label = side.people("gusset");
    gusset.out = side.sign;
    gusset.face = m_near;
    gusset.z = m_beam.z();
    gusset.leg = m_make.number("gussetLeg");
    gusset.halfStraight = m_make.number("centerWidth") / 2;
    gusset.material = m_plate;
    addBracketGusset(m_make, side, gusset);
}

void RearFrameBeam::addHandles() {
    m_beam.addHandles();
    auto &h = m_make.out().handles;
    const double z = m_beam.z(), far = m_beam.far();
    if (m_make.wanted("gussetLeg") && !onEndPlates())
        h.push_back({"gussetLeg",
                     "top",
                     {m_near + m_make.number("gussetLeg"), m_make.railOutside(), z},
                     Vec3::UnitX()});
    h.push_back({"tabSpacing", "front", {far, m_make.number("tabSpacing") / 2, z}, Vec3(0, 0.5, 0)});
    h.push_back({"receiverReach", "side", {far - m_make.number("receiverReach"), 0, z}, -Vec3::UnitX()});
}

}  // namespace hefty::armor
