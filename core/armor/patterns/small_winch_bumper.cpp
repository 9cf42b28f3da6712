#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/cover.h"
#include "core/armor/making/frame_brackets.h"
#include "core/armor/making/settings.h"
#include "core/armor/making/winch_bay.h"

namespace hefty::armor {
namespace {

constexpr double openingEdge = 18;  // mm of hawse plate above and below the rope's opening
constexpr double pastRails = 5;     // mm between the ends of the rails and what goes past them
constexpr double leastWide = 60;    // mm of bottom plate from rail plate to rail plate
constexpr double overNose = 5;      // mm between a half tube and what stands above it

std::vector<SettingDescriptor> smallWinchBumperSettings() {
    std::vector<SettingDescriptor> s;
    s.push_back(lengthSetting("height", "Top of the bottom plate", "Shape", 560, 300, 1300,
                              "Above the floor: the winch stands on it."));
    s.push_back(lengthSetting("setback", "Rail ends to plates", "Shape", 10, -160, 300,
                              "From the ends of the rails to the rear edges of the plates; below 0 the winch "
                              "goes back between the rails on a neck of the bottom plate."));
    s.push_back(
        lengthSetting("trayDepth", "Depth of the plates", "Shape", 190, 120, 400, "Behind the hawse plate."));
    s.push_back(lengthSetting("room", "Room above the winch", "Shape", 12, 5, 120,
                              "To the underside of the top plate."));
    s.push_back(lengthSetting("covers", "Top plate covers", "Shape", 120, 40, 400,
                              "From the hawse plate back; what it leaves open lets a hand in."));
    s.push_back(choiceSetting("noseSection", "Nose tube", "Stock", Choice::RoundTube, "CHS 60.3x5",
                              "Round tube along the front edge of the bottom plate."));
    s.push_back(yesNoSetting(
        "halfNose", "Nose of half a tube", "Stock", false,
        "Yes: ripped lengthwise and set against the hawse plate, which reaches down before the bottom "
        "plate: half as far ahead, and no lower than the fairlead asks for."));
    s.push_back(tubeMaterialSetting("Grade on the mill certificate of the tube."));
    s.push_back(plateMaterialSetting("Grade of all plates."));
    s.push_back(thicknessSetting("trayThickness", "Bottom plate", "Plates", 10,
                                 "Plate under the winch, from rail plate to rail plate."));
    s.push_back(thicknessSetting("topThickness", "Top plate", "Plates", 8, "From rail plate to rail plate."));
    s.push_back(thicknessSetting("hawseThickness", "Hawse plate", "Plates", 12,
                                 "Upright in front; takes the fairlead."));
    s.push_back(
        thicknessSetting("cheekThickness", "Ribs beside the winch", "Plates", 8, "Between the plates."));
    s.push_back(
        lengthSetting("lipHeight", "Lip of the bottom plate", "Plates", 50, 0, 150, "0 leaves it out."));
    s.push_back(thicknessSetting("lipThickness", "Lip plate", "Plates", 8, "Plate of the lip."));
    s.push_back(thicknessSetting("bracketThickness", "Rail plates", "Plates", 12,
                                 "Plates bolted outside the rails."));
    s.push_back(
        thicknessSetting("tabThickness", "Recovery tabs", "Plates", 20, "Plates on the hawse plate."));
    s.push_back(lengthSetting("tabHeight", "Tab height", "Plates", 110, 60, 300, "Along the hawse plate."));
    s.push_back(lengthSetting("tabSpacing", "Tabs, center to center", "Shape", 800, 300, 1400,
                              "On the hawse plate."));
    s.push_back(lengthSetting("tabReach", "Hole ahead of the hawse plate", "Plates", 75, 25, 180,
                              "To the middle of the shackle hole, past the nose tube."));
    addWinchSettings(s, "Between the plates.", "On the hawse plate.");
    s.push_back(shackleSetting("For the tabs."));
    s.push_back(snatchRopeSetting("tabs"));
    addWinchBoltSettings(s, "Through the hawse plate.");
    s.push_back(mountBoltGradeSetting());
    s.push_back(addedBoltsSetting("Behind the measured holes."));
    s.push_back(fillerSetting());
    s.push_back(legSetting("plateWeld", "Leg, plates", 5, "Top, hawse plate and nose."));
    s.push_back(legSetting("trayWeld", "Leg, bottom plate", 6, "Bottom plate, ribs and lip."));
    s.push_back(legSetting("bracketWeld", "Leg, rail plates", 6, "Rail plates to the plates between them."));
    s.push_back(legSetting("tabWeld", "Leg, tabs", 10, "Along both sides of the tabs."));
    s.push_back(legSetting("capWeld", "Leg, end caps", 3, "Caps on the nose tube."));
    onlyWith(s, "lipHeight", {"lipThickness"});
    return s;
}

/// As short and as high as the winch lets it: two plates with the winch between them, a hawse plate in front,
/// a tube as its nose, rail plates as its ends.
class SmallWinchBumper {
  public:
    SmallWinchBumper(const BuildInput &input, const Pattern &pattern)
        : m_make(input, pattern),
          m_plate(m_make.materialOf("plateMaterial")),
          m_nose(noseOf(m_make)),
          m_bay(m_make, m_plate),
          m_winch(m_make.found("winch", &stock::Stock::winch)),
          m_shackle(m_make.found("shackle", &stock::Stock::shackle)),
          m_end(m_make.railEnd(false)),
          m_back(m_end.x + number("setback")),
          m_inner(m_back + number("trayDepth")),
          m_front(m_inner + number("hawseThickness")),
          m_low(number("height")) {}

    Result<Assembly> build() {
        if (!m_make.refused()) check();
        if (m_make.refused()) return m_make.finish();
        addBottom();
        addTop();
        addHawse();
        addNose();
        for (const Side &side : bothSides) {
            addBracket(side);
            m_bay.addCheek(side, (m_high - m_low) / 2);
            addTab(side);
        }
        if (m_make.wanted("lipHeight")) m_bay.addLip();
        m_bay.addWinch("hawse", number("hawseThickness"),
                       std::min(m_high - m_bay.drumHeight(), m_bay.drumHeight() - m_low));
        addPlaces();
        addHandles();
        return m_make.finish();
    }

  private:
    /// Where the nose is, seen from the side.
    struct Nose {
        double axis = 0;           ///< x of its middle line
        double middle = 0;         ///< height of its foremost line
        double front = 0;          ///< x of that line
        double low = 0, high = 0;  ///< heights
        double lowest = 0;         ///< x of its lowest line
    };

    /// The whole tube, or the half that is ripped out of it.
    static StockedBar noseOf(Maker &make) {
        StockedBar nose = make.barOf("noseSection", "tubeMaterial");
        if (make.refused() || !make.wanted("halfNose")) return nose;
        nose.section = stock::rippedFrom(nose.section);
        if (auto properties = stock::properties(nose.section, nose.material.density))
            nose.properties = *properties;
        return nose;
    }

    [[nodiscard]] double number(std::string_view id) const { return m_make.number(id); }
    [[nodiscard]] bool isHalf() const { return m_make.wanted("halfNose"); }

    /// Half a tube stands with its lower edge in line with the underside of the bottom plate, or lower where
    /// the fairlead needs the room.
    [[nodiscard]] Nose nose() const {
        const double under = m_low - number("trayThickness"), r = m_nose.section.width / 2;
        if (!isHalf()) {
            const double z = m_low - number("trayThickness") / 2;
            return {m_front + r, z, m_front + 2 * r, z - r, z + r, m_front + r};
        }
        // Its outline lies with the middle of its area at zero, its cut below.
        double cut = 0;
        for (const Vec2 &p : parts::outlineOf(m_nose.section, 0)) cut = std::min(cut, p.y());
        const double room = m_bay.drumHeight() - m_bay.fairlead().height / 2 - overNose;
        const double high = std::min(under + 2 * r, room);
        return {m_front - cut, high - r, m_front + r, high - 2 * r, high, m_front};
    }

    /// Height of the tabs' middle: over the nose where that reaches up the hawse plate.
    [[nodiscard]] double tabMiddle() const {
        const double usual = (m_low + m_high) / 2 + 10;
        return isHalf() ? std::max(usual, nose().high + overNose + number("tabHeight") / 2) : usual;
    }

    /// y of the rail plates' inner faces.
    [[nodiscard]] double half() const { return m_make.railOutside(); }

    void check() {
        m_high = m_low + m_winch->height + number("room");
        m_bay.place(m_inner, m_front, m_low, m_high);
        double low = 1e9, high = -1e9;
        for (const rig::FrameHole &h :
             holesWithAdded(m_end, static_cast<int>(std::lround(number("addedBolts"))))) {
            low = std::min(low, m_end.center + h.aboveCenter - edgeByHole * h.diameter);
            high = std::max(high, m_end.center + h.aboveCenter + edgeByHole * h.diameter);
        }
        if (m_bay.footEdge() < m_bay.footHole())
            m_make.refuse("The feet of the winch stand at or over the edge of the bottom plate.", "trayDepth",
                          "Make the plates deeper or take a smaller winch.");
        if (isBetween()) checkNeck();
        if (number("covers") > number("trayDepth"))
            m_make.refuse("The top plate reaches back past the bottom plate.", "covers",
                          "Let it cover less.");
        const double rope = m_bay.drumHeight(), room = m_bay.fairlead().openingHeight / 2 + openingEdge;
        if (rope - room < m_low || rope + room > m_high)
            m_make.refuse("The rope's opening does not fit into the hawse plate.", "room",
                          "Leave more room.");
        if (number("tabHeight") > m_high - m_low)
            m_make.refuse("The tabs are higher than the hawse plate.", "tabHeight", "Make them lower.");
        if (isHalf()) checkHalfNose();
        if (number("tabSpacing") / 2 + number("tabThickness") > half())
            m_make.refuse("The tabs stand outside the rail plates.", "tabSpacing",
                          "Bring them closer together.");
        if (number("tabSpacing") / 2 - number("tabThickness") < m_bay.fairlead().boltSpacing / 2 + 25)
            m_make.refuse("The tabs stand at the fairlead.", "tabSpacing", "Set them further apart.");
    }

    void checkHalfNose() {
        if (nose().high < m_low)
            m_make.refuse("The fairlead leaves no room for a half tube at the bottom plate.", "fairlead",
                          "Take a whole tube, or another fairlead.");
        if (tabMiddle() + number("tabHeight") / 2 > m_high)
            m_make.refuse("The tabs do not fit between the half tube and the top plate.", "tabHeight",
                          "Make them lower, or take a smaller tube.");
    }

    /// x of the front edge of the bottom plate, and height of the hawse plate's lower edge: it stands on the
    /// plate, or before it where half a tube lies on it.
    [[nodiscard]] double trayFront() const { return isHalf() ? m_inner : m_front; }
    [[nodiscard]] double hawseLow() const { return isHalf() ? nose().low : m_low; }

    /// The plates reach back between the rails.
    [[nodiscard]] bool isBetween() const { return m_back < m_end.x; }
    /// x where the bottom plate becomes as wide as the rail plates stand.
    [[nodiscard]] double shoulder() const { return std::max(m_back, m_end.x + pastRails); }

    void checkNeck() {
        if (m_front - shoulder() < leastWide)
            m_make.refuse("Ahead of the rails too little is left of the bottom plate.", "setback",
                          "Set the plates further ahead, or make them deeper.");
        const double top = m_end.center + m_make.rig().railHeight / 2;
        if (m_inner - number("covers") < shoulder() && m_high < top + pastRails &&
            m_high + number("topThickness") > m_end.center - m_make.rig().railHeight / 2)
            m_make.refuse("The top plate meets the rails.", "covers", "Let it cover less.");
    }

    void addBottom() {
        m_bay.addTray();
        SheetPart &tray = m_make.out().sheets.back();
        const double w = half(), s = shoulder(), front = trayFront();
        tray.made.label = "bottom plate";
        if (isBetween()) {
            const double neck = m_bay.trayHalf();
            tray.outline = {{m_back, -neck}, {s, -neck}, {s, -w},   {front, -w},
                            {front, w},      {s, w},     {s, neck}, {m_back, neck}};
        } else {
            tray.outline = {{m_back, -w}, {front, -w}, {front, w}, {m_back, w}};
        }
        tray.strips.push_back(
            {{(s + front) / 2, -w}, {(s + front) / 2, w}, isBetween() ? front - s : number("trayDepth")});
    }

    void addTop() {
        const double t = number("topThickness"), w = half();
        SheetPart &p = m_make.sheet(
            "top", {Role::Skin, "topThickness", "plateWeld", 0, "top plate", {}}, levelAt(m_high + t / 2),
            {{m_inner - number("covers"), -w}, {m_front, -w}, {m_front, w}, {m_inner - number("covers"), w}},
            t, m_plate);
        parts::addCrossStrips(p);
    }

    void addHawse() {
        const double t = number("hawseThickness"), w = half(), z = m_bay.drumHeight(), low = hawseLow();
        const stock::Fairlead &fairlead = m_bay.fairlead();
        SheetPart &p = m_make.sheet(
            "hawse", {Role::Skin, "hawseThickness", "plateWeld", 0, "hawse plate", {}},
            uprightAcross(m_front - t / 2), {{-w, low}, {w, low}, {w, m_high}, {-w, m_high}}, t, m_plate);
        const double u = fairlead.openingWidth / 2, v = fairlead.openingHeight / 2;
        m_bay.addOpening(p.cutouts, p.holes);
        // Above the opening, below it and beside it.
        p.strips.push_back({{-w, (z + v + m_high) / 2}, {w, (z + v + m_high) / 2}, m_high - z - v});
        p.strips.push_back({{-w, (z - v + low) / 2}, {w, (z - v + low) / 2}, z - v - low});
        for (const Side &side : bothSides) {
            const double y = side.sign * (u + w) / 2;
            p.strips.push_back({{y, low}, {y, m_high}, w - u});
        }
    }

    void addNose() {
        const double w = half() + number("bracketThickness");
        const Nose at = nose();
        const BarPart &bar = m_make.bar(
            "nose",
            {Role::Beam, "noseSection", "plateWeld", 0, isHalf() ? "half tube of the nose" : "nose tube", {}},
            m_nose, {at.axis, w, at.middle}, {at.axis, -w, at.middle}, {},
            isHalf() ? Vec3::UnitX() : Vec3::UnitZ());
        addEndCap(m_make, "cap.left", "left cap of the nose tube", bar, false, "capWeld", m_plate);
        addEndCap(m_make, "cap.right", "right cap of the nose tube", bar, true, "capWeld", m_plate);
    }

    void addBracket(const Side &side) {
        RailBracket b = railBracketBySettings(m_make, m_end);
        b.face = m_front;
        b.z = (m_low + m_high) / 2;
        b.stripWidth = m_high - m_low;
        b.material = m_plate;
        for (const double x : {m_back, m_front})
            for (const double z : {m_low - number("trayThickness"), m_high + number("topThickness")})
                b.reaches.emplace_back(x, z);
        if (isHalf()) b.reaches.emplace_back(m_front, nose().low);
        addRailBracket(m_make, side, b);
        parts::addCrossStrips(m_make.out().sheets.back());
    }

    void addTab(const Side &side) {
        ThroughTab tab = throughTabBySettings(m_make);
        tab.y = side.sign * number("tabSpacing") / 2;
        tab.z = tabMiddle();
        tab.rises = tabMiddle() > (m_low + m_high) / 2 + 10 ? 0.5 : 0;
        tab.tail = tab.face = m_front;
        tab.material = m_plate;
        addThroughTab(m_make, side.of("tab"), side.people("tab"), tab);
    }

    void addPlaces() {
        Assembly &out = m_make.out();
        const Nose at = nose();
        const char *lifted = isHalf() ? "hawse" : "nose";  // what a rock or a jack presses at
        const double liftedAt = isHalf() ? m_front - number("hawseThickness") / 2 : at.lowest;
        const Vec3 blow(-1, 0, 0);
        const auto rock = [&](const std::string &id, const std::string &name, double y) {
            out.grounds.push_back({id,
                                   name,
                                   lifted,
                                   {liftedAt, y, at.low},
                                   Vec3::UnitZ(),
                                   GroundSpot::Kind::Rock,
                                   Share::Front});
        };
        out.steps.push_back({"top", {m_front - 40, 0, m_high + number("topThickness")}});
        out.strikes.push_back({"middle", "Struck in the middle", "nose", {at.front, 0, at.middle}, blow});
        rock("middle", "Rock under the middle", 0);
        for (const Side &side : bothSides) {
            out.strikes.push_back({side.of("end"),
                                   fmt::format("Struck on the {} end", side.name),
                                   "nose",
                                   {at.front, side.sign * (half() - 30), at.middle},
                                   blow});
            rock(side.of("end"), fmt::format("Rock under the {} end", side.name), side.sign * (half() - 20));
            out.jacks.push_back({side.name,
                                 fmt::format("Jack under the nose, {}", side.name),
                                 lifted,
                                 {liftedAt, side.sign * (half() - 60), at.low},
                                 true});
        }
    }

    void addHandles() {
        auto &h = m_make.out().handles;
        h.push_back({"height", "side", {m_front, 0, m_low}, Vec3::UnitZ()});
        h.push_back({"height", "front", {m_front, 0, m_low}, Vec3::UnitZ()});
        h.push_back({"setback", "side", {m_front, 0, (m_low + m_high) / 2}, Vec3::UnitX()});
        h.push_back({"setback", "top", {m_front, 0, m_high}, Vec3::UnitX()});
        h.push_back({"trayDepth", "top", {m_front, half() / 2, m_high}, Vec3::UnitX()});
        h.push_back({"room", "side", {m_inner, 0, m_high}, Vec3::UnitZ()});
        h.push_back({"covers", "top", {m_inner - number("covers"), 0, m_high}, -Vec3::UnitX()});
        h.push_back({"tabSpacing",
                     "front",
                     {m_front, number("tabSpacing") / 2, (m_low + m_high) / 2},
                     Vec3(0, 0.5, 0)});
    }

    Maker m_make;
    stock::Material m_plate;
    StockedBar m_nose;
    WinchBay m_bay;
    const stock::Winch *m_winch;
    const stock::Shackle *m_shackle;
    RailEnd m_end;
    double m_back, m_inner, m_front, m_low, m_high = 0;
};

}  // namespace

Pattern smallWinchBumper() {
    return {"small-winch-bumper",
            "Smallest winch bumper",
            "Two plates with the winch between them, a hawse plate in front and a tube as its nose, no wider "
            "than the "
            "rail plates: as short and as high as the winch lets it.",
            Where::Front,
            "LTS",
            smallWinchBumperSettings(),
            [](const BuildInput &input) {
                return SmallWinchBumper(input, *pattern("small-winch-bumper")).build();
            },
            {{"gauge/approach", "height", 10},
             {"gauge/approach", "setback", -10},
             {"gauge/clearance", "height", 10},
             {"gap/", "height", -10},
             {"role/tray", "trayThickness", 2},
             {"role/skin", "hawseThickness", 2},
             {"role/skin", "topThickness", 2},
             {"role/tab", "tabHeight", 20},
             {"role/tab", "tabReach", -5},
             {"role/mount", "setback", -10},
             {"check/bolt/", "addedBolts", 1}},
            {"License plate: it needs a place.", "Winch: clutch lever and plug can be reached.",
             "The ribs are welded before the top plate closes them in.", "Lamps and their withdrawal.",
             "Air still reaches the radiator.", "Drain holes in the bottom plate."},
            false,
            {lineSchool()}};
}

}  // namespace hefty::armor
