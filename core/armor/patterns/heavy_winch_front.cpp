#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/cover.h"
#include "core/armor/making/frame_brackets.h"
#include "core/armor/making/settings.h"
#include "core/armor/making/winch_bay.h"

namespace hefty::armor {
namespace {

// House practice, mm (docs/methods.md, "Heavy winch fronts").
constexpr double insideEdge = 16;  // a step plate ends this far inside the tubes that it lies on
constexpr double slatDepth = 30;   // of a slat of the grille, fore and aft
constexpr double fromTip = 70;     // of the outer crush box from the end of the beam
constexpr double underTray = 12;   // of a plate inside the rails below the tray, for its seam

std::vector<SettingDescriptor> heavyWinchFrontSettings() {
    std::vector<SettingDescriptor> s;
    s.push_back(
        lengthSetting("width", "Overall width", "Shape", 1900, 1000, 2600, "Of the beam, end to end."));
    s.push_back(lengthSetting("height", "Beam center height", "Shape", 760, 350, 1600,
                              "Floor to the middle of the beam."));
    s.push_back(lengthSetting("setback", "Gap to frame ends", "Shape", 110, 25, 400,
                              "From the ends of the rails to the near face of the beam."));
    s.push_back(lengthSetting("crushLength", "Crush boxes", "Shape", 180, 60, 400,
                              "From the beam forward: what folds before the rails do."));
    s.push_back(lengthSetting("grilleHeight", "Grille below the beam", "Shape", 160, 0, 500,
                              "Height of the slats; 0 leaves the grille out."));
    s.push_back(lengthSetting("grilleWidth", "Width of the grille", "Shape", 620, 200, 1800,
                              "Across the vehicle, ahead of the radiator."));
    s.push_back(countSetting("slats", "Slats", "Shape", 12, 3, 40, "Upright, evenly spaced."));
    s.push_back(choiceSetting("section", "Beam section", "Stock", Choice::RectTube, "RHS 180x100x8",
                              "Rectangular tube of the beam, its height standing."));
    s.push_back(choiceSetting("boxSection", "Crush boxes", "Stock", Choice::SquareTube, "SHS 60x60x2.5",
                              "Thin square tube: it has to yield before the rails."));
    s.push_back(choiceSetting("barSection", "Front bars", "Stock", Choice::SquareTube, "SHS 60x60x3",
                              "Across the front ends of the crush boxes, on both sides."));
    s.push_back(tubeMaterialSetting("Grade on the mill certificate of the tubes."));
    s.push_back(plateMaterialSetting("Grade of all plates."));
    s.push_back(
        thicknessSetting("bracketThickness", "Bracket plate", "Plates", 15, "Plates bolted to the rails."));
    s.push_back(
        yesNoSetting("plateInside", "Plates inside the rails", "Plates", false,
                     "Yes: the winch tray reaches from one to the other, the winch lies in a cradle between "
                     "the rails; no: outside, the tray hangs on the beam."));
    addWinchTraySettings(s, {.thickness = 15, .depth = 260, .cheeks = 12, .lipHeight = 100, .lip = 12});
    addThroughTabSettings(s, {.thickness = 25, .height = 110, .spacing = 852, .reach = 55});
    addGussetSettings(s, 140, 12);
    s.push_back(thicknessSetting("stepThickness", "Step plates", "Plates", 4,
                                 "On the crush boxes: two people stand there at the hood."));
    s.push_back(thicknessSetting("slatThickness", "Slats", "Plates", 4, "Of the grille."));
    addWinchSettings(s, "Rated pull is for the first rope layer.",
                     "Aluminum for rope, rollers for steel cable.");
    addWinchBoltSettings(s, "The two bolts that hold the fairlead on the front of the beam.");
    s.push_back(mountBoltGradeSetting());
    s.push_back(
        addedBoltsSetting("Drilled through bracket and rail behind the measured holes, on each side."));
    s.push_back(fillerSetting());
    s.push_back(legSetting("bracketWeld", "Leg, brackets", 10, "Bracket plates to the back of the beam."));
    s.push_back(
        legSetting("trayWeld", "Leg, tray and cheeks", 8, "Tray and cheeks to the beam and to each other."));
    s.push_back(legSetting("tabWeld", "Leg, tabs", 10, "Around the tabs, on both walls."));
    s.push_back(legSetting("gussetWeld", "Leg, gussets", 6, "Gussets to bracket and beam."));
    s.push_back(legSetting("boxWeld", "Leg, crush boxes", 4, "Of boxes, front bars and steps."));
    s.push_back(legSetting("capWeld", "Leg, end caps", 4, "Caps, slats and the tube below them."));
    notWith(s, "plateInside", {"cheekThickness"});
    onlyWith(s, "grilleHeight", {"grilleWidth", "slats", "slatThickness"});
    onlyWith(s, "gussetLeg", {"gussetThickness", "gussetWeld"});
    return s;
}

/// A straight beam on two brackets with a winch behind it and tabs through it; ahead of its ends thin boxes
/// that fold, with step plates on them; below it a grille that lets the air through.
class HeavyWinchFront {
  public:
    explicit HeavyWinchFront(Maker &maker)
        : m_make(maker),
          m_tube(maker.barOf("section", "tubeMaterial")),
          m_box(maker.barOf("boxSection", "tubeMaterial")),
          m_bar(maker.barOf("barSection", "tubeMaterial")),
          m_plate(maker.materialOf("plateMaterial")),
          m_bay(maker, m_plate),
          m_end(maker.railEnd(false)) {}

    void build() {
        if (!m_make.refused()) check();
        if (m_make.refused()) return;
        addBeam();
        for (const Side &side : bothSides) {
            addBracket(side);
            addTab(side);
            if (!isCradle()) m_bay.addCheek(side, m_tube.section.height);
            if (m_make.wanted("gussetLeg")) addGussets(side);
            addCrushBoxes(side);
            addStep(side);
        }
        m_bay.addTray();
        if (m_make.wanted("lipHeight")) m_bay.addLip();
        m_bay.addWinch("beam", m_tube.properties.wall,
                       m_tube.section.height / 2 - std::abs(m_bay.drumHeight() - m_z));
        if (m_make.wanted("grilleHeight")) addGrille();
        if (isCradle())
            m_make.tell(
                "bracket.left",
                "The plates inside the rails are bolted through the rails' inner sides, at the places of the "
                "holes that were measured on the outer ones.",
                "Drill from the outer holes straight through, or bolt all the way with crush sleeves.");
        addPlaces();
        addHandles();
    }

  private:
    [[nodiscard]] double number(std::string_view id) const { return m_make.number(id); }
    [[nodiscard]] double half() const { return number("width") / 2; }
    [[nodiscard]] bool isCradle() const { return m_make.wanted("plateInside"); }
    /// y of the inner and of the outer box of a side.
    [[nodiscard]] double inner() const {
        return m_make.railOutside() + (isCradle() ? 0 : number("bracketThickness")) +
               m_box.section.width / 2 + 20;
    }
    [[nodiscard]] double outer() const { return half() - fromTip; }
    [[nodiscard]] double middleOfBars() const { return (inner() + outer()) / 2; }
    [[nodiscard]] double trayTop() const {
        return m_z - m_tube.section.height / 2 + m_tube.properties.outerRadius + number("trayThickness");
    }
    /// x of the front bars' center line.
    [[nodiscard]] double barX() const { return m_front + number("crushLength") + m_bar.section.width / 2; }
    [[nodiscard]] double grilleZ() const {
        return m_z - m_tube.section.height / 2 - number("grilleHeight") - m_bar.section.height / 2;
    }

    void check() {
        m_back = m_end.x + number("setback");
        m_front = m_back + m_tube.section.width;
        m_z = number("height");
        const double flat = 2 * m_tube.halfFlat();
        m_bay.place(m_back, m_front, trayTop(), m_z + flat / 2);
        if (isCradle()) checkCradle();
        if (m_bay.footEdge() < m_bay.footHole())
            m_make.refuse("The feet of the winch stand at or over the edge of the tray.", "trayDepth",
                          "Make the tray deeper or take a smaller winch.");
        if (number("tabHeight") > flat - 4)
            m_make.refuse(fmt::format("The tabs are higher than the flat of the beam ({:.0f} mm).", flat),
                          "tabHeight", "Make them lower, or the beam higher.");
        if (outer() - inner() < m_box.section.width + 60)
            m_make.refuse("The beam is too short for two crush boxes beside each rail.", "width",
                          "Make it wider.");
        if (number("tabSpacing") / 2 + number("tabThickness") > inner() - m_box.section.width / 2)
            m_make.refuse("The recovery tabs stand at the crush boxes.", "tabSpacing",
                          "Bring them closer together.");
        if (std::max(m_box.section.height, m_bar.section.height) > flat)
            m_make.refuse("The crush boxes are higher than the flat of the beam.", "boxSection",
                          "Take smaller ones.");
        if (std::abs(m_box.section.height - m_bar.section.height) > 0.1)
            m_make.refuse("Crush boxes and front bars are not of one height: no step lies on both.",
                          "barSection", "Take tubes of one height.");
        if (number("crushLength") < 2 * insideEdge + 20)
            m_make.refuse("The crush boxes are too short for a step.", "crushLength", "Make them longer.");
        if (number("grilleHeight") > 0 && grilleZ() < 80)
            m_make.refuse("The grille reaches the ground.", "grilleHeight", "Make it lower.");
        if (number("grilleHeight") > 0 && number("grilleWidth") > number("width") - 80)
            m_make.refuse("The grille is wider than the beam.", "grilleWidth", "Make it narrower.");
    }

    void checkCradle() {
        const double between = m_make.railInside() - number("bracketThickness");
        m_bay.spanTo(between);
        if (m_bay.halfWinch() > between)
            m_make.refuse("The winch does not go between the plates inside the rails.", "plateInside",
                          "Take a shorter winch, or set the plates outside.");
        if (m_make.wanted("gussetLeg"))
            m_make.refuse("Gussets have no room beside plates inside the rails.", "gussetLeg",
                          "Leave them out.");
        if (m_make.rig().railSection == rig::RailSection::Channel)
            m_make.refuse("The flanges of channels are in the way of plates inside the rails.", "plateInside",
                          "Set the plates outside.");
    }

    void addBeam() {
        const double middle = (m_back + m_front) / 2, rope = m_bay.drumHeight() - m_z;
        BarPart &beam = m_make.bar("beam", {Role::Beam, "section", "boxWeld", 0, "beam", {}}, m_tube,
                                   {middle, half(), m_z}, {middle, -half(), m_z});
        const stock::Fairlead &fairlead = m_bay.fairlead();
        beam.openings.push_back({half(), fairlead.openingWidth, fairlead.openingHeight, rope, "rope"});
        for (const Side &side : bothSides)
            beam.holes.push_back({side.of("fairlead"),
                                  {half() - side.sign * fairlead.boltSpacing / 2, rope},
                                  m_bay.fairleadHole(),
                                  "fairlead bolt"});
        if (std::abs(rope) + fairlead.openingHeight / 2 > m_tube.halfFlat())
            m_make.note("beam", "The rope opening runs into the rounded corner of the beam.",
                        "Take a higher beam, or a thicker or thinner tray.");
        for (const Side &side : bothSides)
            addEndCap(m_make, side.of("cap"), side.people("end cap"), *m_make.out().bar("beam"),
                      side.sign < 0, "capWeld", m_plate);
    }

    void addBracket(const Side &side) {
        RailBracket bracket = railBracketBySettings(m_make, m_end);
        bracket.face = m_back;
        bracket.z = m_z;
        bracket.halfFlat = m_tube.halfFlat();
        bracket.stripWidth = 2 * m_tube.section.height;
        bracket.material = m_plate;
        bracket.inside = isCradle();
        if (bracket.inside)
            bracket.reaches = {
                {m_back, m_z - m_tube.halfFlat()},
                {m_back, m_z + m_tube.halfFlat()},
                {m_back, trayTop() - number("trayThickness") - underTray},
                {m_back - number("trayDepth"), trayTop() - number("trayThickness") - underTray},
                {m_back - number("trayDepth"), trayTop() + number("lipHeight")}};
        addRailBracket(m_make, side, bracket);
        if (bracket.inside) parts::addCrossStrips(m_make.out().sheets.back());
    }

    void addTab(const Side &side) {
        ThroughTab tab = throughTabBySettings(m_make);
        tab.y = side.sign * number("tabSpacing") / 2;
        tab.z = m_z;
        tab.tail = m_back - 15;
        tab.face = m_front;
        tab.material = m_plate;
        addThroughTab(m_make, side.of("tab"), side.people("tab"), tab);
    }

    /// On both sides of a bracket, at the back of the beam.
    void addGussets(const Side &side) {
        for (const bool outer : {true, false}) {
            const char *where = outer ? "outer" : "inner";
            BracketGusset gusset;
            gusset.name = fmt::format("gusset.{}.{}", side.name, where);
            gusset.label = fmt::format("{} gusset at the {} bracket", where, side.name);
            gusset.out = outer ? side.sign : -side.sign;
            gusset.face = m_back;
            gusset.away = -1;
            gusset.z = m_z;
            gusset.leg = number("gussetLeg");
            gusset.halfStraight = half();
            gusset.material = m_plate;
            addBracketGusset(m_make, side, gusset);
        }
    }

    void addCrushBoxes(const Side &side) {
        for (const auto &[where, y] : {std::pair{"inner", inner()}, {"outer", outer()}})
            m_make.bar(fmt::format("box.{}.{}", side.name, where),
                       {Role::Leg,
                        "boxSection",
                        "boxWeld",
                        0,
                        fmt::format("{} crush box on the {}", where, side.name),
                        {}},
                       m_box, {m_front, side.sign * y, m_z},
                       {barX() - m_bar.section.width / 2, side.sign * y, m_z});
        const double from = inner() - m_box.section.width / 2 - 8;
        m_make.bar(side.of("bar"),
                   {Role::Outrigger, "barSection", "boxWeld", 0, side.people("front bar"), {}}, m_bar,
                   {barX(), side.sign * from, m_z}, {barX(), side.sign * half(), m_z});
        const BarPart bar = *m_make.out().bar(side.of("bar"));
        for (const bool atTo : {false, true})
            addEndCap(m_make, side.of("cap") + (atTo ? ".outer" : ".inner"),
                      fmt::format("{} cap of the {} front bar", atTo ? "outer" : "inner", side.name), bar,
                      atTo, "capWeld", m_plate);
    }

    /// Lies on both crush boxes and the front bar.
    void addStep(const Side &side) {
        const double t = number("stepThickness"), top = m_z + m_box.section.height / 2;
        const double in = inner() - m_box.section.width / 2 + insideEdge,
                     out = outer() + m_box.section.width / 2 - insideEdge;
        SheetPart &p = m_make.sheet(
            side.of("step"), {Role::Step, "stepThickness", "boxWeld", 0, side.people("step plate"), {}},
            levelAt(top + t / 2),
            {{m_front + 10, side.sign * in},
             {barX() + m_bar.section.width / 2 - insideEdge, side.sign * in},
             {barX() + m_bar.section.width / 2 - insideEdge, side.sign * out},
             {m_front + 10, side.sign * out}},
            t, m_plate);
        parts::addCrossStrips(p);
    }

    /// Slats from the beam's underside down to a tube.
    void addGrille() {
        const double x = (m_back + m_front) / 2, wide = number("grilleWidth") / 2,
                     high = number("grilleHeight");
        const double top = m_z - m_tube.section.height / 2, t = number("slatThickness");
        m_make.bar("grille", {Role::Lip, "barSection", "capWeld", 0, "tube below the grille", {}}, m_bar,
                   {x, wide + 20, grilleZ()}, {x, -wide - 20, grilleZ()});
        const BarPart bar = *m_make.out().bar("grille");
        for (const Side &side : bothSides)
            addEndCap(m_make, "grille.cap." + std::string(side.name),
                      fmt::format("{} cap of the tube below the grille", side.name), bar, side.sign < 0,
                      "capWeld", m_plate);
        const int count = static_cast<int>(std::lround(number("slats")));
        for (int i = 0; i < count; ++i) {
            const double y = wide * (1 - 2.0 * i / (count - 1));
            SheetPart &slat = m_make.sheet(
                fmt::format("slat.{}", i + 1),
                {Role::Rib, "slatThickness", "capWeld", 0, fmt::format("slat {} of the grille", i + 1), {}},
                uprightAlong(y),
                {{x - slatDepth / 2, top - high},
                 {x + slatDepth / 2, top - high},
                 {x + slatDepth / 2, top},
                 {x - slatDepth / 2, top}},
                t, m_plate);
            slat.strips.push_back({{x, top - high}, {x, top}, slatDepth});
        }
        const double free = 1 - t * (count - 1) / (2 * wide);
        m_make.tell(
            "grille",
            fmt::format(
                "Air: {:.0f} percent of the grille is free, {:.0f} cm² of {:.0f} cm², between {} slats "
                "{:.0f} mm apart.",
                100 * free, free * 2 * wide * high / 100, 2 * wide * high / 100, count,
                2 * wide / (count - 1) - t),
            "Compare it with the free area of the radiator's core.");
    }

    void addPlaces() {
        Assembly &out = m_make.out();
        const double top = m_z + m_box.section.height / 2;
        const double middle = middleOfBars();
        out.strikes.push_back({"middle", "Struck in the middle", "beam", {m_front, 0, m_z}, -Vec3::UnitX()});
        out.steps.push_back({"beam", {(m_back + m_front) / 2, 0, m_z + m_tube.section.height / 2}});
        for (const Side &side : bothSides) {
            const std::string bar = side.of("bar");
            const double far = barX() + m_bar.section.width / 2;
            out.strikes.push_back({side.name, fmt::format("Struck on the {} front bar", side.name), bar,
                                   Vec3(far, side.sign * middle, m_z), -Vec3::UnitX()});
            out.steps.push_back({bar, {barX(), side.sign * middle, top}});
            out.grounds.push_back(
                {side.of("end"),
                 fmt::format("Rock under the {} end of the beam", side.name),
                 "beam",
                 {(m_back + m_front) / 2, side.sign * (half() - 20), m_z - m_tube.section.height / 2},
                 Vec3::UnitZ(),
                 GroundSpot::Kind::Rock,
                 Share::Front});
            out.jacks.push_back({side.name,
                                 fmt::format("Jack under the beam at the {} frame rail", side.name),
                                 "beam",
                                 {(m_back + m_front) / 2, side.sign * m_make.rig().railSpacing / 2,
                                  m_z - m_tube.section.height / 2},
                                 true});
        }
    }

    void addHandles() {
        auto &h = m_make.out().handles;
        const double top = m_z + m_tube.section.height / 2;
        h.push_back({"width", "top", {m_front, -half(), m_z}, Vec3(0, -0.5, 0)});
        h.push_back({"width", "front", {m_front, -half(), m_z}, Vec3(0, -0.5, 0)});
        h.push_back({"height", "front", {m_front, 0, top}, Vec3::UnitZ()});
        h.push_back({"height", "side", {m_front, 0, top}, Vec3::UnitZ()});
        h.push_back({"setback", "side", {m_front, 0, m_z}, Vec3::UnitX()});
        h.push_back({"crushLength", "top", {barX(), middleOfBars(), m_z}, Vec3::UnitX()});
        if (m_make.wanted("gussetLeg"))
            h.push_back({"gussetLeg",
                         "top",
                         {m_back - number("gussetLeg"), m_make.railOutside(), m_z},
                         -Vec3::UnitX()});
        h.push_back({"tabSpacing", "front", {m_front, number("tabSpacing") / 2, m_z}, Vec3(0, 0.5, 0)});
        if (m_make.wanted("grilleHeight")) {
            h.push_back({"grilleHeight", "front", {m_front, 0, grilleZ()}, -Vec3::UnitZ()});
            h.push_back(
                {"grilleWidth", "front", {m_front, number("grilleWidth") / 2, grilleZ()}, Vec3(0, 0.5, 0)});
        }
        h.push_back({"trayDepth", "top", {m_back - number("trayDepth"), 0, m_z}, -Vec3::UnitX()});
    }
    Maker &m_make;
    StockedBar m_tube, m_box, m_bar;
    stock::Material m_plate;
    WinchBay m_bay;
    RailEnd m_end;
    double m_back = 0, m_front = 0, m_z = 0;
};

}  // namespace

Pattern heavyWinchFront() {
    return {"heavy-winch-front",
            "Heavy winch front",
            "For a truck: a straight beam with a heavy winch behind it, thin crush boxes with step plates "
            "ahead of "
            "its ends that fold before the rails do, and a grille below.",
            Where::Front,
            "LT",
            heavyWinchFrontSettings(),
            [](const BuildInput &input) {
                Maker maker(input, *pattern("heavy-winch-front"));
                HeavyWinchFront(maker).build();
                return maker.finish();
            },
            {{"gauge/approach", "height", 10},
             {"gauge/approach", "crushLength", -10},
             {"gauge/approach", "grilleHeight", -20},
             {"gauge/wheelPath", "crushLength", -10},
             {"gauge/clearance", "grilleHeight", -20},
             {"gap/", "setback", 10},
             {"gap/", "trayDepth", -10},
             {"role/mount", "gussetLeg", 20},
             {"role/mount", "setback", -10},
             {"role/tray", "lipHeight", 20},
             {"role/gusset", "gussetLeg", 20},
             {"role/tab", "tabHeight", 5},
             {"check/impact/", "crushLength", 20}},
            {"License plate and its lamp: they have to stay seen.", "Lamps can be taken out forward.",
             "The cab tilts without touching.", "Air still reaches the radiator.",
             "Winch: clutch lever and plug can be reached.", "The rope is covered from sun and grit.",
             "Steps are rough or have a mesh on them.", "Length over all stays within the papers."}};
}

}  // namespace hefty::armor
