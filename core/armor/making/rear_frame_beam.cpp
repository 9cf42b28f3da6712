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
    addReceiverSettings(s);
    s.push_back(mountBoltGradeSetting());
    s.push_back(
        addedBoltsSetting("Drilled through plate and rail ahead of the measured holes, on each side."));
    s.push_back(fillerSetting());
    s.push_back(legSetting("beamWeld", "Leg, beam miters", 6, "Around the tube at the sweep."));
    s.push_back(legSetting("bracketWeld", "Leg, side plates", 8, "Side plates to the front of the beam."));
    s.push_back(legSetting("tabWeld", "Leg, tabs", 8, "Around the tabs, on both walls."));
    s.push_back(legSetting("gussetWeld", "Leg, gussets", 5, "Gussets to side plate and beam."));
    s.push_back(legSetting("capWeld", "Leg, end caps", 4, "Caps and closing plates."));
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
      m_end(maker.railEnd(true)),
      m_near(m_end.x - maker.number("setback")),
      m_beam(maker, m_tube, m_plate, m_near, -1),
      m_shackle(maker.found("shackle", &stock::Stock::shackle)),
      m_receiver(maker.found("receiver", &stock::Stock::receiver)) {}

void RearFrameBeam::add() {
    m_beam.addBeam();
    for (const Side &side : bothSides) m_beam.addEnd(side);
    addReceiverHere();
    for (const Side &side : bothSides) {
        addBracket(side);
        addTab(side);
        if (m_make.wanted("gussetLeg")) addGusset(side);
    }
    m_beam.addPlaces();
}

void RearFrameBeam::check() {
    m_beam.check();
    const double half = m_make.number("centerWidth") / 2;
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

void RearFrameBeam::addReceiverHere() {
    ReceiverThroughBeam r = receiverBySettings(m_make);
    r.z = m_beam.z();
    r.nearFace = m_near;
    r.farFace = m_beam.far();
    r.material = m_tube.material;
    r.clear = 2 * m_tube.halfFlat();
    addReceiver(m_make, "receiver", *m_receiver, r);
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
    h.push_back({"tabSpacing", "front", {far, m_make.number("tabSpacing") / 2, z}, Vec3(0, 0.5, 0)});
    h.push_back({"tabReach",
                 "side",
                 {far - m_make.number("tabReach"), 0, z - m_make.number("tabHeight") / 2},
                 -Vec3::UnitX()});
    h.push_back({"receiverReach", "side", {far - m_make.number("receiverReach"), 0, z}, -Vec3::UnitX()});
}

}  // namespace hefty::armor
