#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/folded_sheet.h"
#include "core/armor/making/frame_brackets.h"
#include "core/armor/making/settings.h"
#include "core/armor/making/winch_bay.h"

namespace hefty::armor {
namespace {

constexpr double beforeFold = 25;  // mm: a rib stands this far inside the bend of the face

std::vector<SettingDescriptor> plateBoxBumperSettings() {
    std::vector<SettingDescriptor> s;
    s.push_back(lengthSetting("width", "Overall width", "Shape", 1720, 900, 2600, "Tip to tip."));
    s.push_back(lengthSetting("centerWidth", "Straight part", "Shape", 1100, 500, 2000,
                              "Of the face, between its two bends."));
    s.push_back(angleSetting("sweep", "Sweep of the wings", "Shape", radians(30), radians(5), radians(60),
                             "How far the wings are bent toward the vehicle, seen from above."));
    s.push_back(lengthSetting("height", "Middle of the face", "Shape", 640, 300, 1400, "Above the floor."));
    s.push_back(lengthSetting("faceHeight", "Height of the box", "Shape", 300, 140, 500,
                              "Outside of the bottom panel to outside of the top panel."));
    s.push_back(lengthSetting("setback", "Rail ends to box", "Shape", 40, 5, 300,
                              "From the ends of the rails to the rear edges of the panels."));
    s.push_back(lengthSetting("depth", "Depth of the box", "Shape", 230, 120, 450,
                              "From the rear edges of the panels to the outside of the face."));
    s.push_back(
        lengthSetting("tipDepth", "Depth at the tips", "Shape", 70, 30, 250, "Of the panels at their ends."));
    s.push_back(
        lengthSetting("bendRadius", "Inside radius of bends", "Shape", 6, 2, 40, "Of the brake's tool."));
    s.push_back(plateMaterialSetting("Grade of all plates."));
    s.push_back(
        thicknessSetting("faceThickness", "Face and wings", "Plates", 6, "The folded sheet in front."));
    s.push_back(thicknessSetting("panelThickness", "Top and bottom", "Plates", 5, "The two panels."));
    s.push_back(
        thicknessSetting("ribThickness", "Ribs", "Plates", 6, "Upright plates inside, beside the bends."));
    s.push_back(thicknessSetting("bracketThickness", "Rail plates", "Plates", 12,
                                 "Plates bolted outside the rails."));
    addWinchTraySettings(s, {.thickness = 10, .depth = 190, .cheeks = 8, .lipHeight = 60, .lip = 8});
    s.push_back(thicknessSetting("tabThickness", "Recovery tabs", "Plates", 20, "Plates on the face."));
    s.push_back(lengthSetting("tabHeight", "Tab height", "Plates", 120, 60, 300, "Along the face."));
    s.push_back(lengthSetting("tabReach", "Hole ahead of the face", "Plates", 50, 25, 150,
                              "From the face to the middle of the shackle hole."));
    addWinchSettings(s, "Lies behind the face.", "On the face.");
    s.push_back(shackleSetting("For the tabs."));
    s.push_back(snatchRopeSetting("tabs"));
    addWinchBoltSettings(s, "Through the face.");
    s.push_back(mountBoltGradeSetting());
    s.push_back(addedBoltsSetting("Behind the measured holes."));
    s.push_back(fillerSetting());
    s.push_back(legSetting("panelWeld", "Leg, panels", 4, "Along the edges of face, top and bottom."));
    s.push_back(legSetting("bracketWeld", "Leg, rail plates", 6, "Rail plates to face and panels."));
    s.push_back(legSetting("trayWeld", "Leg, tray", 5, "Tray, cheeks and lip."));
    s.push_back(legSetting("tabWeld", "Leg, tabs", 10, "Along both sides of the tabs."));
    return s;
}

/// Top, bottom and a folded face of plate around rail plates, ribs and a winch on its tray.
class PlateBox {
  public:
    PlateBox(const BuildInput &input, const Pattern &pattern)
        : m_make(input, pattern),
          m_plate(m_make.materialOf("plateMaterial")),
          m_bay(m_make, m_plate),
          m_shackle(m_make.found("shackle", &stock::Stock::shackle)),
          m_end(m_make.railEnd(false)),
          m_back(m_end.x + number("setback")),
          m_front(m_back + number("depth")),
          m_low(number("height") - number("faceHeight") / 2),
          m_high(number("height") + number("faceHeight") / 2),
          m_half(number("centerWidth") / 2) {}

    Result<Assembly> build() {
        if (!m_make.refused()) check();
        if (m_make.refused()) return m_make.finish();
        addFace();
        for (const bool top : {true, false}) addPanel(top);
        for (const Side &side : bothSides) {
            addBracket(side);
            addRib(side);
            addTip(side);
            addTab(side);
            m_bay.addCheek(side, number("faceHeight") / 2);
        }
        m_bay.addTray();
        if (m_make.wanted("lipHeight")) m_bay.addLip();
        m_bay.addWinch("face.1", number("faceThickness"),
                       std::min(m_high - m_bay.drumHeight(), m_bay.drumHeight() - m_low));
        addPlaces();
        addHandles();
        return m_make.finish();
    }

  private:
    [[nodiscard]] double number(std::string_view id) const { return m_make.number(id); }
    /// Between the panels.
    [[nodiscard]] double innerLow() const { return m_low + number("panelThickness"); }
    [[nodiscard]] double innerHigh() const { return m_high - number("panelThickness"); }
    [[nodiscard]] double inner() const {
        return m_front - number("faceThickness");
    }  ///< x of the face's inside
    /// A place of the outside of a wing, by its y.
    [[nodiscard]] Vec2 outsideAt(double y) const {
        const double a = number("sweep"), beyond = std::abs(y) - m_half;
        return {m_front - std::max(0.0, beyond) * std::tan(a), y};
    }

    void check() {
        m_bay.place(inner(), m_front, innerLow() + number("trayThickness"), innerHigh());
        double low = 1e9, high = -1e9;
        for (const rig::FrameHole &h :
             holesWithAdded(m_end, static_cast<int>(std::lround(number("addedBolts"))))) {
            low = std::min(low, m_end.center + h.aboveCenter - edgeByHole * h.diameter);
            high = std::max(high, m_end.center + h.aboveCenter + edgeByHole * h.diameter);
        }
        if (low < innerLow() || high > innerHigh())
            m_make.refuse(
                "The rail plates do not fit between top and bottom: the bolts of the rails stand too far off "
                "the middle of the box.",
                "faceHeight", "Make the box higher, or bring its middle to that of the rails.");
        if (m_half < m_make.railOutside() + number("bracketThickness") + beforeFold + 20)
            m_make.refuse("The bends stand at the rail plates.", "centerWidth",
                          "Make the straight part longer.");
        if (number("width") / 2 < m_half + 60)
            m_make.refuse("There is nothing left for the wings.", "width",
                          "Make it wider, or the straight part shorter.");
        const double fall = (number("width") / 2 - m_half) * std::tan(number("sweep"));
        if (m_front - fall - number("tipDepth") < m_end.x - 900)
            m_make.refuse("The wings reach back past the wheels.", "sweep", "Sweep them less.");
        if (m_bay.footEdge() < m_bay.footHole())
            m_make.refuse("The feet of the winch stand at or over the edge of the tray.", "trayDepth",
                          "Make the tray deeper or take a smaller winch.");
        const double rope = m_bay.drumHeight(), room = m_bay.fairlead().openingHeight / 2 + 15;
        if (rope - room < innerLow() || rope + room > innerHigh())
            m_make.refuse("The rope's opening does not fit into the face.", "faceHeight",
                          "Make the box higher.");
        if (number("tabHeight") > innerHigh() - innerLow())
            m_make.refuse("The tabs are higher than the face.", "tabHeight", "Make them lower.");
    }

    void addFace() {
        const double t = number("faceThickness"), a = number("sweep"), width = number("width") / 2;
        const double bend = m_half - t / 2 * std::tan(a / 2);  // where the middle planes cross
        const double run = (width - m_half) / std::cos(a) + (m_half - bend);
        FoldedOutline face;
        const double u = bend + run, low = innerLow(), high = innerHigh();
        face.outline = {{-u, low}, {u, low}, {u, high}, {-u, high}};
        face.stays = {0, low + 10};
        m_bay.addOpening(face.cutouts, face.holes);
        face.folds.push_back({{bend, high}, {bend, low}, -a, number("bendRadius")});
        face.folds.push_back({{-bend, low}, {-bend, high}, -a, number("bendRadius")});
        addFoldedSheet(m_make, "face", {Role::Skin, "faceThickness", "panelWeld", 0, "face", {}},
                       uprightAcross(m_front - t / 2), face, t, m_plate);
    }

    void addPanel(bool top) {
        const double t = number("panelThickness"), w = number("width") / 2, tip = number("tipDepth");
        const Vec2 end = outsideAt(w), bend = outsideAt(m_half);
        // The wing's rear edge runs from the rear of the box to the tip.
        SheetPart &p = m_make.sheet(
            top ? "top" : "bottom",
            {Role::Skin, "panelThickness", "panelWeld", 0, top ? "top panel" : "bottom panel", {}},
            levelAt(top ? m_high - t / 2 : m_low + t / 2),
            {{bend.x(), -m_half},
             {bend.x(), m_half},
             {end.x(), w},
             {end.x() - tip, w},
             {m_back, m_half},
             {m_back, -m_half},
             {end.x() - tip, -w},
             {end.x(), -w}},
            t, m_plate);
        parts::addCrossStrips(p);
    }

    void addBracket(const Side &side) {
        RailBracket b = railBracketBySettings(m_make, m_end);
        b.face = inner();
        b.z = number("height");
        b.stripWidth = innerHigh() - innerLow();
        b.material = m_plate;
        for (const double x : {m_back, inner()})
            for (const double z : {innerLow(), innerHigh()}) b.reaches.emplace_back(x, z);
        addRailBracket(m_make, side, b);
    }

    void addRib(const Side &side) {
        const double t = number("ribThickness");
        SheetPart &p = m_make.sheet(
            side.of("rib"), {Role::Rib, "ribThickness", "panelWeld", 0, side.people("rib"), {}},
            uprightAlong(side.sign * (m_half - beforeFold)),
            {{m_back, innerLow()}, {inner(), innerLow()}, {inner(), innerHigh()}, {m_back, innerHigh()}}, t,
            m_plate);
        parts::addCrossStrips(p);
    }

    void addTip(const Side &side) {
        const double t = number("ribThickness"), w = number("width") / 2;
        const Vec2 end = outsideAt(w - t / 2);
        const double inside = end.x() - number("faceThickness") / std::cos(number("sweep")) - 1;
        SheetPart &p = m_make.sheet(side.of("tip"),
                                    {Role::Rib, "ribThickness", "panelWeld", 0, side.people("tip plate"), {}},
                                    uprightAlong(side.sign * (w - t / 2)),
                                    {{end.x() - number("tipDepth"), innerLow()},
                                     {inside, innerLow()},
                                     {inside, innerHigh()},
                                     {end.x() - number("tipDepth"), innerHigh()}},
                                    t, m_plate);
        parts::addCrossStrips(p);
    }

    /// On the face, in line with the rail plate behind it.
    void addTab(const Side &side) {
        ThroughTab tab = throughTabBySettings(m_make);
        tab.y = bracketMiddle(m_make, side, number("bracketThickness"));
        tab.z = number("height");
        tab.tail = m_front;
        tab.face = m_front;
        tab.material = m_plate;
        addThroughTab(m_make, side.of("tab"), side.people("tab"), tab);
    }

    void addPlaces() {
        Assembly &out = m_make.out();
        const double z = number("height"), x = (m_back + m_front) / 2;
        const Vec3 blow(-1, 0, 0);
        out.steps.push_back({"top", {x, 0, m_high}});
        out.strikes.push_back(
            {"middle", "Struck in the middle", "face.1", {m_front, 0, innerHigh() - 20}, blow});
        out.grounds.push_back({"middle",
                               "Rock under the middle",
                               "bottom",
                               {x, 0, m_low},
                               Vec3::UnitZ(),
                               GroundSpot::Kind::Rock,
                               Share::Front});
        for (const Side &side : bothSides) {
            const double y = side.sign * (number("width") / 2 - 60);
            const Vec2 at = outsideAt(y);
            out.strikes.push_back({side.of("end"),
                                   fmt::format("Struck on the {} wing", side.name),
                                   side.sign > 0 ? "face.2" : "face.3",
                                   {at.x(), y, z},
                                   blow});
            out.grounds.push_back({side.of("end"),
                                   fmt::format("Rock under the {} wing", side.name),
                                   "bottom",
                                   {at.x() - 25, y, m_low},
                                   Vec3::UnitZ(),
                                   GroundSpot::Kind::Rock,
                                   Share::Front});
            out.jacks.push_back({side.name,
                                 fmt::format("Jack under the {} rail plate", side.name),
                                 "bottom",
                                 {x, bracketMiddle(m_make, side, number("bracketThickness")), m_low},
                                 true});
        }
    }

    void addHandles() {
        auto &h = m_make.out().handles;
        const double a = number("sweep"), w = number("width") / 2, z = number("height");
        h.push_back({"width", "top", {outsideAt(-w).x(), -w, z}, Vec3(-std::tan(a) / 2, -0.5, 0)});
        h.push_back({"centerWidth", "top", {m_front, m_half, z}, Vec3(0, 0.5, 0)});
        h.push_back({"depth", "top", {m_front, 0, z}, Vec3::UnitX()});
        h.push_back({"depth", "side", {m_front, 0, z}, Vec3::UnitX()});
        h.push_back({"setback", "side", {m_back, 0, m_low}, Vec3::UnitX()});
        h.push_back({"height", "side", {m_front, 0, m_high}, Vec3::UnitZ()});
        h.push_back({"faceHeight", "front", {m_front, 100, m_high}, Vec3(0, 0, 0.5)});
        h.push_back({"height", "front", {m_front, 0, z}, Vec3::UnitZ()});
        const double tip = outsideAt(w).x(), c = std::cos(a);
        h.push_back({"sweep", "top", {tip, w, z}, Vec3(-(w - m_half) / (c * c), 0, 0)});
        h.push_back({"tipDepth", "top", {tip - number("tipDepth"), w, z}, -Vec3::UnitX()});
        h.push_back({"trayDepth", "top", {inner() - number("trayDepth"), 0, z}, -Vec3::UnitX()});
    }

    Maker m_make;
    stock::Material m_plate;
    WinchBay m_bay;
    const stock::Shackle *m_shackle;
    RailEnd m_end;
    double m_back, m_front, m_low, m_high, m_half;
};

}  // namespace

Pattern plateBoxBumper() {
    return {"plate-box-bumper",
            "Plate-box winch bumper",
            "A face of plate folded at two bends, top and bottom panels, ribs and rail plates inside, a "
            "winch behind "
            "the face and tabs in line with the rails.",
            Where::Front,
            "LTS",
            plateBoxBumperSettings(),
            [](const BuildInput &input) { return PlateBox(input, *pattern("plate-box-bumper")).build(); },
            {{"gauge/approach", "height", 10},
             {"gauge/approach", "faceHeight", -10},
             {"gauge/approach", "depth", -10},
             {"gauge/approach", "sweep", 0.05},
             {"gauge/clearance", "height", 10},
             {"gap/", "setback", 10},
             {"gap/", "width", -40},
             {"role/skin", "faceThickness", 1},
             {"role/skin", "panelThickness", 1},
             {"role/rib", "ribThickness", 1},
             {"role/tab", "tabHeight", 20},
             {"role/tab", "tabReach", -5},
             {"role/tray", "trayThickness", 2},
             {"check/bolt/", "addedBolts", 1}},
            {"License plate and its lamp: they have to stay seen.",
             "Winch: clutch lever and plug can be reached.", "Access to the winch's bolts.",
             "Air still reaches the radiator.", "Drain holes in the bottom panel.",
             "Blind cavities are coated before they are closed."},
            false,
            {lineSchool()}};
}

}  // namespace hefty::armor
