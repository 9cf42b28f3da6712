#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/beam_relief.h"
#include "core/armor/making/frame_brackets.h"
#include "core/armor/making/settings.h"
#include "core/armor/making/sunk_bay.h"
#include "core/armor/making/swept_beam.h"
#include "core/armor/making/winch_bay.h"

namespace hefty::armor {
namespace {

std::vector<SettingDescriptor> squareTubeWinchBumperSettings() {
    std::vector<SettingDescriptor> s;
    addSweptBeamSettings(s, 1800, 640, 1240, "RHS 150x100x8");
    s.push_back(tubeMaterialSetting("Grade on the mill certificate of the tube."));
    s.push_back(plateMaterialSetting("Grade of brackets, tray, cheeks, tabs and gussets."));
    s.push_back(thicknessSetting("bracketThickness", "Bracket plate", "Plates", 15,
                                 "Plates bolted to the outside of the rails."));
    addWinchTraySettings(s, {.thickness = 12, .depth = 190, .cheeks = 8, .lipHeight = 90, .lip = 10});
    addSunkBaySettings(s);
    addBeamReliefSettings(s);
    addThroughTabSettings(s, {.thickness = 20, .height = 90, .spacing = 860, .reach = 45});
    s.push_back(
        lengthSetting("tabTail", "Tabs behind the beam", "Plates", 15, 10, 300,
                      "As far as the rail ends they are bars through the beam that stand against them."));
    addGussetSettings(s, 140, 10);
    s.push_back(
        lengthSetting("braceReach", "Brace along the ends", "Plates", 0, 0, 400,
                      "Plate from bracket to swept end, of the gussets' thickness, as far along the end; 0 "
                      "leaves it out."));
    addWinchSettings(s, "Rated pull is for the first rope layer.",
                     "Hawse for synthetic rope, rollers for steel cable.");
    addWinchBoltSettings(s, "The two bolts that hold the fairlead on the front of the beam.");
    s.push_back(mountBoltGradeSetting());
    s.push_back(
        addedBoltsSetting("Drilled through bracket and rail behind the measured holes, on each side."));
    s.push_back(fillerSetting());
    s.push_back(legSetting("beamWeld", "Leg, beam miters", 6, "Around the tube at the sweep."));
    s.push_back(legSetting("bracketWeld", "Leg, brackets", 8, "Bracket plates to the back of the beam."));
    s.push_back(
        legSetting("trayWeld", "Leg, tray and cheeks", 6, "Tray and cheeks to the beam and to each other."));
    s.push_back(legSetting("tabWeld", "Leg, tabs", 8, "Around the tabs, on both walls."));
    s.push_back(legSetting("gussetWeld", "Leg, gussets", 5, "Gussets to bracket and beam."));
    s.push_back(legSetting("capWeld", "Leg, end caps", 4, "Caps and closing plates."));
    return s;
}

std::vector<Cure> squareTubeWinchBumperCures() {
    return {{"gauge/approach", "height", 10},
            {"gauge/approach", "setback", -5},
            {"gauge/wheelPath", "cornerCut", 15},
            {"gauge/wheelPath", "sweep", radians(3)},
            {"gauge/wheelPath", "height", 10},
            {"gauge/clearance", "height", 20},
            {"gap/", "setback", 10},
            {"gap/", "height", 10},
            {"gap/", "height", -10},
            {"gap/", "width", -40},
            {"gap/", "gussetLeg", -20},
            {"gap/", "relief", 10},
            {"gap/", "trayDepth", -10},
            {"check/frequency/", "gussetLeg", 20},
            {"check/frequency/", "braceReach", 120},
            {"check/stability/", "gussetLeg", 20},
            {"check/stability/", "braceReach", 120},
            {"check/impact/end", "braceReach", 120},
            {"role/mount", "gussetLeg", 20},
            {"role/mount", "setback", -10},
            {"role/tray", "lipHeight", 20},
            {"role/lip", "lipHeight", 10},
            {"role/gusset", "gussetLeg", 20},
            {"role/tab", "tabHeight", 5},
            {"role/tab", "tabReach", -5},
            {"role/beam", "braceReach", 120}};
}

/// Builds the bumper step by step; every function adds parts.
class WinchBumper {
  public:
    WinchBumper(const BuildInput &input, const Pattern &pattern)
        : m_make(input, pattern),
          m_tube(m_make.barOf("section", "tubeMaterial")),
          m_plate(m_make.materialOf("plateMaterial")),
          m_bay(m_make, m_plate),
          m_shackle(m_make.found("shackle", &stock::Stock::shackle)),
          m_end(m_make.railEnd(false)),
          m_beam(m_make, m_tube, m_plate, m_end.x + m_make.number("setback"), 1),
          m_sunk(m_make, m_beam, m_bay, m_plate),
          m_relief(m_make, m_beam, m_plate) {}

    Result<Assembly> build() {
        if (!m_make.refused()) checkShape();
        if (m_make.refused()) return m_make.finish();
        const bool split = m_make.wanted("sink");
        if (m_relief.isWanted()) m_beam.leaveOut(m_relief.leftOut().first, m_relief.leftOut().second);
        if (!split) addBeam();
        for (const Side &side : bothSides) {
            if (split) m_beam.addHalf(side, m_sunk.halfFrom());
            m_beam.addEnd(side);
            addBracket(side);
            addTab(side);
            if (!split) m_bay.addCheek(side, m_h);
            if (m_make.wanted("gussetLeg")) addGusset(side, true, 0, setting("gussetLeg"));
            if (m_make.wanted("braceReach")) addBrace(side);
        }
        if (split)
            m_sunk.add();
        else
            addWinchBehind();
        if (m_relief.isWanted()) m_relief.add();
        addTweakedGussets();
        const SweptBeam::Middle middle = split ? m_sunk.middle() : SweptBeam::Middle();
        m_beam.addPlaces(split ? &middle : nullptr);
        addHandles();
        return m_make.finish();
    }

  private:
    double setting(std::string_view id) const { return m_make.number(id); }

    void addWinchBehind() {
        m_bay.addTray();
        if (m_make.wanted("lipHeight")) m_bay.addLip();
        m_bay.addWinch("beam", m_tube.properties.wall, m_h / 2 - std::abs(m_bay.drumHeight() - m_z));
    }

    void checkShape() {
        m_h = m_tube.section.height;
        m_d = m_tube.section.width;
        m_back = m_end.x + setting("setback");
        m_front = m_back + m_d;
        m_z = setting("height");
        m_flat = 2 * m_tube.halfFlat();
        if (m_make.wanted("sink"))
            m_sunk.place();
        else
            m_bay.place(m_back, m_front,
                        m_z - m_h / 2 + m_tube.properties.outerRadius + setting("trayThickness"),
                        m_z + m_flat / 2);
        if (setting("braceReach") > m_beam.run())
            m_make.refuse("The brace reaches past the swept end.", "braceReach",
                          "Make it shorter, or the ends longer.");
        m_beam.check();
        if (m_bay.footEdge() < m_bay.footHole())
            m_make.refuse("The feet of the winch stand at or over the edge of the tray.", "trayDepth",
                          "Make the tray deeper or take a smaller winch.");
        const double bracketEdge = m_make.railOutside() + setting("bracketThickness");
        if (setting("centerWidth") / 2 < bracketEdge + 10)
            m_make.refuse("The straight part ends before the brackets.", "centerWidth",
                          fmt::format("It has to be at least {:.0f} mm.", 2 * bracketEdge + 20));
        if (setting("tabSpacing") / 2 + setting("tabThickness") > setting("centerWidth") / 2)
            m_make.refuse("The recovery tabs stand outside the straight part of the beam.", "tabSpacing",
                          "Bring them closer together.");
        if (setting("tabTail") > setting("setback") + 1e-9)
            m_make.refuse("The tabs reach into the rails.", "tabTail",
                          fmt::format("Let them end {:.0f} mm behind the beam at most.", setting("setback")));
        if (setting("tabHeight") > m_flat - 4)
            m_make.refuse(fmt::format("The tabs are higher than the flat of the beam ({:.0f} mm).", m_flat),
                          "tabHeight", "Make them lower, or the beam higher.");
        if (m_relief.isWanted()) m_relief.check(takenOnBeam());
    }

    /// Along the beam: what a relief has to stay clear of.
    [[nodiscard]] std::vector<BeamRelief::Taken> takenOnBeam() const {
        std::vector<BeamRelief::Taken> out;
        const double middle = m_make.wanted("sink") ? m_sunk.halfFrom()
                                                    : std::max(m_bay.fairlead().width / 2, m_bay.trayHalf());
        out.push_back({-middle, middle, m_make.wanted("sink") ? "sunk winch" : "winch and its fairlead"});
        for (const Side &side : bothSides) {
            const double tab = side.sign * setting("tabSpacing") / 2;
            const double bracket = bracketY(side), thick = setting("bracketThickness") / 2;
            // A brace fills the corner as far as the swept end.
            const double reach = m_make.wanted("braceReach") ? setting("centerWidth") : setting("gussetLeg");
            const double outer = bracket + side.sign * (thick + reach), inner = bracket - side.sign * thick;
            out.push_back({tab - setting("tabThickness"), tab + setting("tabThickness"), side.people("tab")});
            out.push_back(
                {std::min(inner, outer), std::max(inner, outer), side.people("bracket with its gusset")});
        }
        return out;
    }

    void addBeam() {
        const double rope = m_bay.drumHeight() - m_z;
        BarPart &beam = m_beam.addBeam();
        const double half = beam.from.y();
        const stock::Fairlead &fairlead = m_bay.fairlead();
        beam.openings.push_back({half, fairlead.openingWidth, fairlead.openingHeight, rope, "rope"});
        for (const Side &side : bothSides)
            beam.holes.push_back({side.of("fairlead"),
                                  {half - side.sign * fairlead.boltSpacing / 2, rope},
                                  m_bay.fairleadHole(),
                                  "fairlead bolt"});
        if (std::abs(rope) + fairlead.openingHeight / 2 > m_flat / 2)
            m_make.note("beam", "The rope opening runs into the rounded corner of the beam.",
                        "Take a higher beam, or a thicker or thinner tray.");
    }

    void addBracket(const Side &side) {
        RailBracket bracket = railBracketBySettings(m_make, m_end);
        bracket.face = m_back;
        bracket.z = m_z;
        bracket.halfFlat = m_flat / 2;
        bracket.stripWidth = 2 * m_h;
        bracket.material = m_plate;
        addRailBracket(m_make, side, bracket);
    }

    void addTab(const Side &side) {
        ThroughTab tab = throughTabBySettings(m_make);
        tab.y = side.sign * setting("tabSpacing") / 2;
        tab.z = m_z;
        tab.tail = m_back - setting("tabTail");
        tab.face = m_front;
        tab.material = m_plate;
        addThroughTab(m_make, side.of("tab"), side.people("tab"), tab);
    }

    [[nodiscard]] double bracketY(const Side &side) const {
        return bracketMiddle(m_make, side, setting("bracketThickness"));
    }

    /// A triangle lying flat between the outer or inner face of a bracket and the back of the beam.
    void addGusset(const Side &side, bool outer, double above, double leg) {
        BracketGusset gusset;
        gusset.name = fmt::format("gusset.{}.{}{}", side.name, outer ? "outer" : "inner",
                                  above == 0 ? "" : (above > 0 ? ".upper" : ".lower"));
        if (m_make.out().has(gusset.name))
            return m_make.note(gusset.name, "There is a gusset already where another was added.",
                               "Remove one.");
        gusset.label =
            fmt::format("{}{} gusset at the {} bracket", above == 0 ? "" : (above > 0 ? "upper " : "lower "),
                        outer ? "outer" : "inner", side.name);
        gusset.out = outer ? side.sign : -side.sign;
        gusset.face = m_back;
        gusset.away = -1;
        gusset.z = m_z + above;
        gusset.leg = leg;
        gusset.halfStraight = setting("centerWidth") / 2;
        gusset.material = m_plate;
        if (std::abs(above) < setting("tabHeight") / 2 + setting("gussetThickness") / 2)
            for (const double y : {setting("tabSpacing") / 2, -setting("tabSpacing") / 2})
                gusset.around.push_back(
                    {y - setting("tabThickness") / 2, y + setting("tabThickness") / 2, setting("tabTail")});
        addBracketGusset(m_make, side, gusset);
    }

    /// A plate lying flat in the corner between bracket, beam and swept end, above the gusset.
    void addBrace(const Side &side) {
        const double y = bracketY(side) + side.sign * setting("bracketThickness") / 2;
        const double corner =
            side.sign * (setting("centerWidth") / 2 - m_d / 2 * std::tan(setting("sweep") / 2));
        const Vec3 along = m_beam.turned(side.sign);
        const Vec2 bend(m_back, corner);
        const Vec2 end = bend + Vec2(along.x(), along.y()) * setting("braceReach");
        const double leg = std::max(setting("gussetLeg"), 60.0);
        SheetPart &p = m_make.sheet(
            side.of("brace"),
            {Role::Brace, "gussetThickness", "gussetWeld", 0, side.people("brace of the swept end"), {}},
            levelAt(m_z + m_flat / 3), {{m_back, y}, {m_back - leg, y}, end, bend},
            setting("gussetThickness"), m_plate);
        p.strips.push_back({{m_back - leg / 2, y}, (bend + end) / 2, leg / 2});
    }

    void addTweakedGussets() {
        for (const Tweak &t : m_make.piece().tweaks) {
            if (t.kind != Tweak::Kind::Gusset) continue;
            const bool left = t.part == "bracket.left";
            if ((!left && t.part != "bracket.right") || !(t.value >= 20 && t.value <= 300) ||
                std::abs(t.at.y()) > m_flat / 2) {
                m_make.note(t.part, "A gusset that was added no longer has a place.",
                            {"Remove the change, or give it a leg from {0} to {1}.", {{20}, {300}}});
                continue;
            }
            addGusset(bothSides[left ? 0 : 1], t.at.x() == 0, t.at.y(), t.value);
        }
    }

    void addHandles() {
        m_beam.addHandles();
        auto &h = m_make.out().handles;
        if (m_make.wanted("gussetLeg"))
            h.push_back({"gussetLeg",
                         "top",
                         {m_back - setting("gussetLeg"), m_make.railOutside(), m_z},
                         -Vec3::UnitX()});
        h.push_back({"tabSpacing", "front", {m_front, setting("tabSpacing") / 2, m_z}, Vec3(0, 0.5, 0)});
        h.push_back({"tabTail",
                     "side",
                     {m_back - setting("tabTail"), 0, m_z + setting("tabHeight") / 2},
                     -Vec3::UnitX()});
        if (m_relief.isWanted()) m_relief.addHandles();
        if (m_make.wanted("sink"))
            h.push_back({"sink", "side", {m_front, 0, m_z + m_h / 2 - setting("sink")}, -Vec3::UnitZ()});
        h.push_back({"trayDepth", "top", {m_back - setting("trayDepth"), 0, m_z}, -Vec3::UnitX()});
    }

    Maker m_make;
    StockedBar m_tube;
    stock::Material m_plate;
    WinchBay m_bay;
    const stock::Shackle *m_shackle;
    RailEnd m_end;
    SweptBeam m_beam;
    SunkBay m_sunk;
    BeamRelief m_relief;
    double m_h = 0, m_d = 0, m_back = 0, m_front = 0, m_z = 0, m_flat = 0;
};

}  // namespace

Pattern squareTubeWinchBumper() {
    return {
        "square-tube-winch-bumper",
        "Square-tube winch bumper",
        "A beam of rectangular tube with swept ends, two bracket plates bolted to the frame ends, a winch "
        "low behind the beam and two recovery tabs through it.",
        Where::Front,
        "LTS",
        squareTubeWinchBumperSettings(),
        [](const BuildInput &input) {
            return WinchBumper(input, *pattern("square-tube-winch-bumper")).build();
        },
        squareTubeWinchBumperCures(),
        {"License plate and its lamp: they have to stay seen.",
         "Winch: clutch lever and plug can be reached.", "Lamps can be taken out forward.",
         "Air still reaches the radiator.", "Water drains from the beam, or the beam is sealed all around."},
        true,
        {lineSchool(), endsSchool("cornerCut", 60)}};
}

}  // namespace hefty::armor
