#include "core/armor/making/winch_cradle.h"

#include <algorithm>
#include <array>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/settings.h"
#include "core/armor/making/slip_tube.h"
#include "core/armor/making/winch_bay.h"
#include "core/armor/places_in.h"

namespace hefty::armor {
namespace {

constexpr double besideCheek = 12;   // mm: the wall and the tray stand out of the cheeks by this
constexpr double overFairlead = 12;  // mm: of the wall above the fairlead

/// Left and right as they are called once the piece is turned round.
constexpr std::array<Side, 2> sidesTurned{{{-1, "left"}, {1, "right"}}};

/// A receiver behind as if it were in front: the vehicle turned round.
std::vector<HoldSpot> turnedReceivers(std::vector<HoldSpot> receivers) {
    for (HoldSpot &r : receivers) {
        r.at = {-r.at.x(), -r.at.y(), r.at.z()};
        r.way = {-r.way.x(), -r.way.y(), r.way.z()};
    }
    return receivers;
}

/// A winch on a tray that goes into a receiver of the vehicle and is taken off again. Behind it is built as
/// in front and turned round.
class WinchCradle {
  public:
    WinchCradle(const BuildInput &input, const Pattern &pattern, bool behind)
        : m_make(input, pattern),
          m_plate(m_make.materialOf("plateMaterial")),
          m_tube(m_make.barOf("section", "tubeMaterial")),
          m_bay(m_make, m_plate),
          m_winch(m_make.found("winch", &stock::Stock::winch)),
          m_behind(behind),
          m_receivers(behind ? turnedReceivers(receiversOf(m_make.vehicle(), "rear"))
                             : receiversOf(m_make.vehicle(), "front")) {}

    Result<Assembly> build() {
        checkReceivers(m_make, m_receivers, m_tube, "section");
        if (!m_make.refused()) check();
        if (m_make.refused()) return m_make.finish();
        addSlipTube(m_make, "tube", {Role::Beam, "section", "tubeWeld", 0, "tube in the receiver", {}, true},
                    m_tube, receiver(), m_back - receiver().at.x());
        addWall();
        m_bay.addTray();
        if (m_make.wanted("lipHeight")) m_bay.addLip();
        for (const Side &side : m_behind ? sidesTurned : bothSides) {
            m_bay.addCheek(side, number("cheekHeight") / 2);
            addRib(side);
            addHandle(side);
        }
        m_bay.addWinch("wall", number("wallThickness"),
                       std::min(wallTop() - m_bay.drumHeight(), m_bay.drumHeight() - wallLow()));
        addHandles();
        if (m_behind) turnRound(m_make.out());
        return m_make.finish();
    }

  private:
    [[nodiscard]] double number(std::string_view id) const { return m_make.number(id); }
    /// The one in the middle of the vehicle.
    [[nodiscard]] const HoldSpot &receiver() const {
        return *std::min_element(
            m_receivers.begin(), m_receivers.end(),
            [](const HoldSpot &a, const HoldSpot &b) { return std::abs(a.at.y()) < std::abs(b.at.y()); });
    }
    [[nodiscard]] double half() const { return m_tube.section.height / 2; }
    [[nodiscard]] double tubeTop() const { return receiver().at.z() + half(); }
    [[nodiscard]] double cheekOut() const { return m_winch->length / 2 + 10 + number("cheekThickness"); }
    [[nodiscard]] double wallTop() const {
        return std::max(m_trayTop + number("cheekHeight"), m_bay.drumHeight() + m_bay.fairlead().height / 2) +
               overFairlead;
    }
    [[nodiscard]] double wallLow() const { return receiver().at.z() - half() - 10; }

    void check() {
        m_trayTop = tubeTop() + number("trayThickness");
        m_back = receiver().at.x() + number("setback") + number("trayDepth");
        m_bay.place(m_back, m_back + number("wallThickness"), m_trayTop, m_trayTop + number("cheekHeight"));
        if (std::abs(receiver().at.y()) > 5)
            m_make.refuse(m_behind ? "No rear receiver lies in the middle of the vehicle."
                                   : "No front receiver lies in the middle of the vehicle.",
                          "holds", "Measure the one in the middle (Lists, Holds).");
        if (m_bay.footEdge() < m_bay.footHole())
            m_make.refuse("The feet of the winch stand at or over the edge of the tray.", "trayDepth",
                          "Make the tray deeper or take a smaller winch.");
        if (m_bay.drumHeight() - m_trayTop < m_bay.fairlead().openingHeight / 2 + 5)
            m_make.refuse("The rope's opening does not fit above the tray.", "fairlead", "Take a lower one.");
    }

    void addWall() {
        const double t = number("wallThickness"), w = cheekOut() + besideCheek;
        Axes axes = uprightAcross(m_back + t / 2);
        SheetPart &p = m_make.sheet("wall", {Role::Skin, "wallThickness", "trayWeld", 0, "wall", {}}, axes,
                                    {{-w, m_trayTop - number("trayThickness")},
                                     {-half() - 25, wallLow()},
                                     {half() + 25, wallLow()},
                                     {w, m_trayTop - number("trayThickness")},
                                     {w, wallTop()},
                                     {-w, wallTop()}},
                                    t, m_plate);
        const stock::Fairlead &fairlead = m_bay.fairlead();
        const double low = m_bay.drumHeight() - fairlead.openingHeight / 2;
        m_bay.addOpening(p.cutouts, p.holes);
        parts::addCrossStrips(p);
        // Beside the opening, from the tray up to the bolts of the fairlead.
        for (const double y : {-fairlead.boltSpacing / 2, 0.0, fairlead.boltSpacing / 2})
            p.strips.push_back({{y, wallLow() + 10}, {y, low - 1}, fairlead.boltSpacing / 2});
        // The level strip of a high wall lies above them: strips beside the opening and one below it join
        // both.
        if (p.strips.front().from.y() > low - 1) {
            const double out = (fairlead.boltSpacing / 2 + w) / 2, under = (m_trayTop + low) / 2;
            p.strips.push_back({{-out, under}, {out, under}, low - m_trayTop});
            for (const double y : {-out, out})
                p.strips.push_back({{y, m_trayTop}, {y, wallTop()}, w - fairlead.boltSpacing / 2});
        }
    }

    /// From the side of the tube out under the tray.
    void addRib(const Side &side) {
        const double t = number("ribThickness"), under = m_trayTop - number("trayThickness");
        Axes axes = uprightAcross(m_back - number("trayDepth") / 2);
        const double in = side.sign * half(), far = side.sign * (cheekOut() - 15);
        SheetPart &p = m_make.sheet(side.of("rib"),
                                    {Role::Rib, "ribThickness", "trayWeld", 0, side.people("rib"), {}}, axes,
                                    {{in, under - 2 * half() + m_tube.properties.outerRadius},
                                     {far, under - 15},
                                     {far, under},
                                     {in, under}},
                                    t, m_plate);
        parts::addCrossStrips(p);
    }

    void addHandle(const Side &side) {
        const double t = number("handleThickness"), low = m_trayTop + 20, high = low + 40, deep = 60;
        constexpr double length = 110, beforeWall = 8;
        const double x0 = m_back - std::max(number("trayDepth") * 0.55, length + beforeWall),
                     x1 = x0 + length, in = cheekOut();
        Axes axes = levelAt((low + high) / 2);
        SheetPart &p =
            m_make.sheet(side.of("handle"),
                         {Role::Tab, "handleThickness", "trayWeld", 0, side.people("grab handle"), {}}, axes,
                         {{x0, side.sign * in},
                          {x1, side.sign * in},
                          {x1, side.sign * (in + deep)},
                          {x0, side.sign * (in + deep)}},
                         t, m_plate);
        p.cutouts.push_back({{x0 + 18, side.sign * (in + 16)},
                             {x1 - 18, side.sign * (in + 16)},
                             {x1 - 18, side.sign * (in + deep - 14)},
                             {x0 + 18, side.sign * (in + deep - 14)}});
        parts::addCrossStrips(p);
    }

    void addHandles() {
        auto &h = m_make.out().handles;
        h.push_back({"setback", "side", {m_back, 0, tubeTop()}, Vec3::UnitX()});
        h.push_back({"trayDepth", "top", {m_back, cheekOut(), m_trayTop}, Vec3::UnitX()});
        h.push_back({"setback", "top", {m_back, 0, tubeTop()}, Vec3::UnitX()});
        h.push_back({"cheekHeight", "side", {m_back, 0, m_trayTop + number("cheekHeight")}, Vec3::UnitZ()});
        h.push_back(
            {"cheekHeight", "front", {m_back, cheekOut(), m_trayTop + number("cheekHeight")}, Vec3::UnitZ()});
    }

    Maker m_make;
    stock::Material m_plate;
    StockedBar m_tube;
    WinchBay m_bay;
    const stock::Winch *m_winch;
    bool m_behind;
    std::vector<HoldSpot> m_receivers;
    double m_trayTop = 0, m_back = 0;
};

std::vector<SettingDescriptor> winchCradleSettings() {
    std::vector<SettingDescriptor> s;
    s.push_back(lengthSetting("setback", "Receiver to tray", "Shape", 40, 15, 300,
                              "From the receiver's mouth to the rear edge of the tray."));
    s.push_back(choiceSetting("section", "Tube in the receiver", "Stock", Choice::SquareTube, "SHS 50x50x5",
                              "Has to go into the receiver with little play."));
    s.push_back(tubeMaterialSetting("Grade on the mill certificate of the tube."));
    s.push_back(plateMaterialSetting("Grade of all plates."));
    addSlipSettings(s);
    addWinchTraySettings(s, {.thickness = 10, .depth = 200, .cheeks = 8, .lipHeight = 60, .lip = 8});
    s.push_back(lengthSetting("cheekHeight", "Height of the cheeks", "Plates", 120, 60, 300,
                              "At the wall, above the tray."));
    s.push_back(
        thicknessSetting("wallThickness", "Wall", "Plates", 10, "Upright plate that the rope goes through."));
    s.push_back(thicknessSetting("ribThickness", "Ribs", "Plates", 8,
                                 "Upright plates under the tray, from the tube out to below the feet."));
    s.push_back(thicknessSetting("handleThickness", "Grab handles", "Plates", 10,
                                 "Plates on the cheeks that two people carry it by."));
    addWinchSettings(s, "Lies on the tray behind the wall.", "On the wall.");
    addWinchBoltSettings(s, "Through the wall.");
    s.push_back(fillerSetting());
    s.push_back(legSetting("tubeWeld", "Leg, tube", 6, "Along the tube under the tray, and at the wall."));
    s.push_back(legSetting("trayWeld", "Leg, tray", 5, "Tray, cheeks, lip, ribs and handles."));
    return s;
}

}  // namespace

Pattern winchCradle(bool behind) {
    const char *id = behind ? "rear-winch-cradle" : "receiver-winch-cradle";
    return {
        id,
        behind ? "Winch cradle in a rear receiver" : "Winch cradle in a receiver",
        fmt::format("A winch on a tray with a tube that slides into the {} receiver: carried by two people, "
                    "kept by a pin, taken off again.",
                    behind ? "rear" : "front"),
        behind ? Where::Rear : Where::Front,
        "LTUS",
        winchCradleSettings(),
        [id, behind](const BuildInput &input) { return WinchCradle(input, *pattern(id), behind).build(); },
        {{behind ? "gauge/departure" : "gauge/approach", "setback", -10},
         {"check/pin/", "engaged", 10},
         {"check/slip/", "engaged", 20},
         {"role/tray", "trayThickness", 2},
         {"role/cheek", "cheekThickness", 1},
         {"role/rib", "ribThickness", 2},
         {"role/skin", "wallThickness", 2}},
        {"The pin is secured by its clip on every use.",
         "The plug of the winch's cable is rated for its current and is kept covered.",
         "Two people carry it, by the handles.", "License plate and its lamp stay seen.",
         "It is taken off before driving on the road, where local codes ask for it."},
        false,
        {lineSchool()}};
}

}  // namespace hefty::armor
