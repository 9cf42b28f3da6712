#include "core/armor/making/sunk_bay.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/armor/making/settings.h"

namespace hefty::armor {
namespace {

constexpr double roomForSeam = 10;     // mm of a bulkhead beyond what is welded on it
constexpr double besideFairlead = 15;  // mm of the face above and below it
constexpr double leastSink = 50;       // mm

}  // namespace

void SunkBay::place() {
    const double beamLow = m_beam.z() - m_beam.height() / 2, beamHigh = m_beam.z() + m_beam.height() / 2;
    m_trayTop = beamHigh - setting("sink");
    m_low = std::min(beamLow, m_trayTop - setting("trayThickness"));
    m_bay.place(front() - setting("facePlate"), front(), m_trayTop, beamHigh);
    m_high = std::max(beamHigh, m_bay.drumHeight() + m_bay.fairlead().height / 2 + besideFairlead);
    if (setting("sink") < leastSink)
        m_make.refuse(
            fmt::format("The winch plate lies less than {:.0f} mm below the beam's top.", leastSink), "sink",
            "Sink it further, or set 0 for a winch behind the beam.");
    if (m_bay.drumHeight() - m_bay.fairlead().height / 2 < m_low + besideFairlead)
        m_make.refuse("The fairlead reaches below the face between the halves.", "sink",
                      "Sink the winch less, or take a higher beam.");
    if (trayRear() > back() - 2 * roomForSeam)
        m_make.refuse("The winch plate ends inside the beam.", "trayDepth", "Make the tray deeper.");
    if (setting("centerWidth") / 2 < halfFrom() + 60)
        m_make.refuse("The winch leaves less than 60 mm of straight beam beside it.", "centerWidth",
                      fmt::format("It has to be at least {:.0f} mm.", 2 * halfFrom() + 120));
    if (setting("tabSpacing") / 2 - setting("tabThickness") / 2 < halfFrom() + besideFairlead)
        m_make.refuse("The recovery tabs stand at the winch.", "tabSpacing", "Set them further apart.");
}

double SunkBay::halfFrom() const {
    return m_bay.cheekMiddle() + setting("cheekThickness") / 2;
}

void SunkBay::add() {
    for (const Side &side : bothSides) addBulkhead(side);
    addFace();
    m_bay.addTray(true);
    if (m_make.wanted("lipHeight")) m_bay.addLip();
    m_bay.addWinch("face", setting("facePlate"),
                   std::min(m_high - m_bay.drumHeight(), m_bay.drumHeight() - m_low));
}

void SunkBay::addBulkhead(const Side &side) {
    const double rear = trayRear(), high = m_high + roomForSeam, low = m_low - roomForSeam;
    const double trayLow = m_trayTop - setting("trayThickness") - roomForSeam, behind = back() - roomForSeam;
    const double lip = m_trayTop + m_bay.cheekRear();
    SheetPart &p =
        m_make.sheet(side.of("cheek"),
                     {Role::Cheek, "cheekThickness", "trayWeld", 0, side.people("plate at the winch"), {}},
                     uprightAlong(side.sign * m_bay.cheekMiddle()),
                     {{rear, trayLow},
                      {behind, low},
                      {front() + roomForSeam, low},
                      {front() + roomForSeam, high},
                      {behind, high},
                      {rear, lip}},
                     setting("cheekThickness"), m_plate);
    const double middle = (back() + front()) / 2, across = m_beam.height() / 2;
    p.strips.push_back({{front(), m_beam.z()}, {rear, (trayLow + lip) / 2}, across});
    p.strips.push_back({{front(), (m_trayTop + m_low) / 2}, {rear, m_trayTop}, across});
    for (const double x : {front() - setting("facePlate") / 2, middle})
        p.strips.push_back({{x, low}, {x, high}, m_beam.depth() / 2});
}

void SunkBay::addFace() {
    const double t = setting("facePlate"), half = m_bay.cheekMiddle() - setting("cheekThickness") / 2;
    SheetPart &p =
        m_make.sheet("face", {Role::Cheek, "facePlate", "trayWeld", 0, "face between the halves", {}},
                     uprightAcross(front() - t / 2),
                     {{-half, m_low}, {half, m_low}, {half, m_high}, {-half, m_high}}, t, m_plate);
    const stock::Fairlead &fairlead = m_bay.fairlead();
    const double h = fairlead.openingHeight / 2, z = m_bay.drumHeight();
    m_bay.addOpening(p.cutouts, p.holes);
    const double under = (m_low + z - h) / 2, over = (m_high + z + h) / 2;
    p.strips.push_back({{-half, under}, {half, under}, z - h - m_low});
    p.strips.push_back({{-half, over}, {half, over}, m_high - z - h});
    for (const double y : {-half * 0.95, -fairlead.boltSpacing / 2, fairlead.boltSpacing / 2, half * 0.95})
        p.strips.push_back({{y, m_low}, {y, m_high}, half / 3});
}

SweptBeam::Middle SunkBay::middle() const {
    const double x = front() - setting("facePlate") / 2;
    return {"face",         "face",       "face", {front(), 0, m_low + (m_trayTop - m_low) / 2},
            {x, 0, m_high}, {x, 0, m_low}};
}

void addSunkBaySettings(std::vector<SettingDescriptor> &s) {
    s.push_back(lengthSetting("sink", "Winch sunk into the beam", "Shape", 0, 0, 300,
                              "Winch plate below the beam's top, the beam split around it; 0: the winch lies "
                              "behind the beam."));
    s.push_back(thicknessSetting("facePlate", "Face at a sunk winch", "Plates", 10,
                                 "Between the halves of the beam; takes the fairlead."));
    onlyWith(s, "sink", {"facePlate"});
}

}  // namespace hefty::armor
