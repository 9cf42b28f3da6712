#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/cover.h"
#include "core/armor/making/house_practice.h"
#include "core/armor/making/kicked_tube.h"
#include "core/armor/making/rail_foot.h"
#include "core/armor/making/settings.h"
#include "core/armor/making/welded_rail.h"

namespace hefty::armor {
namespace {

// House practice, mm (docs/methods.md, "Sliders").
constexpr double fromEnd = 40;      // of the main tube to the cope of the outer one
constexpr double roomForWeld = 12;  // around a leg on its foot
constexpr double betweenFeet = 15;  // two feet or legs: a seam has room on each

std::vector<SettingDescriptor> frameSliderSettings() {
    std::vector<SettingDescriptor> s;
    s.push_back(lengthSetting("front", "Front end behind axle", "Shape", 560, 300, 2500,
                              "From the middle of the front wheel back to the front end of the main tube."));
    s.push_back(lengthSetting("length", "Length", "Shape", 1750, 600, 4000, "Of the main tube, end to end."));
    s.push_back(lengthSetting("height", "Height of the tubes", "Shape", 470, 200, 1200,
                              "Floor to the center line of the main tube."));
    s.push_back(lengthSetting("reach", "Rail to main tube", "Shape", 280, 80, 700,
                              "From the outer side of the rail to the center line of the main tube."));
    s.push_back(lengthSetting("spread", "Main to outer tube", "Shape", 130, 80, 300,
                              "Between the center lines of the main and the outer tube."));
    s.push_back(angleSetting("kick", "Kick-out", "Shape", radians(40), radians(25), radians(60),
                             "How steeply the ends of the outer tube leave the main tube, seen from above."));
    s.push_back(lengthSetting("bendRadius", "Bend radius", "Shape", 150, 60, 400,
                              "Of the die, to the center line of the tube."));
    s.push_back(
        countSetting("legs", "Legs a side", "Shape", 3, 2, 5, "Tubes from the rail to the main tube."));
    s.push_back(lengthSetting("overhang", "Ends beyond the legs", "Shape", 300, 80, 800,
                              "From the ends of the main tube to the first and the last leg."));
    s.push_back(choiceSetting("section", "Main tube", "Stock", Choice::RoundTube, "CHS 60.3x5",
                              "Round tube along the sill."));
    s.push_back(choiceSetting("outerSection", "Outer tube", "Stock", Choice::RoundTube, "CHS 48.3x4",
                              "Round tube that is bent; the struts are cut from it too."));
    s.push_back(choiceSetting("legSection", "Legs", "Stock", Choice::RoundTube, "CHS 60.3x5",
                              "Round tube from the rail to the main tube."));
    s.push_back(tubeMaterialSetting("Grade on the mill certificate of the tubes."));
    s.push_back(plateMaterialSetting("Grade of feet and step plates."));
    s.push_back(thicknessSetting("footThickness", "Feet", "Plates", 12,
                                 "Plates on the rails; of clamped feet those inside too."));
    s.push_back(lengthSetting("footLength", "Length of a foot", "Plates", 150, 80, 320, "Along the rail."));
    s.push_back(yesNoSetting("weldedFeet", "Feet welded on", "Plates", false,
                             "Yes: the feet are welded around to the rails, which are not drilled."));
    s.push_back(
        yesNoSetting("clampedFeet", "Feet clamped on", "Plates", false,
                     "Yes: plates on both sides of the rail, drawn together by bolts above and below it; "
                     "the rails are neither drilled nor welded."));
    s.push_back(
        thicknessSetting("stepThickness", "Step plates", "Plates", 4, "Plates between main and outer tube."));
    s.push_back(countSetting("steps", "Step plates a side", "Plates", 2, 0, 4,
                             "In the fields between the legs, from the front."));
    s.push_back(choiceSetting("bolt", "Frame bolts", "Bolts", Choice::Bolt, "M12",
                              "Four a foot: through the rail with crush sleeves, or above and below it."));
    s.push_back(mountBoltGradeSetting("Of the bolts that hold the feet."));
    s.push_back(fillerSetting());
    s.push_back(
        legSetting("legWeld", "Leg, legs of the slider", 5, "Around the legs, at rail and main tube."));
    s.push_back(legSetting("footWeld", "Leg, feet on the rails", 5, "Around feet that are welded on."));
    s.push_back(legSetting("outerWeld", "Leg, outer tube", 4, "Around the ends of outer tube and struts."));
    s.push_back(legSetting("stepWeld", "Leg, step plates", 3, "Along the edges of the step plates."));
    s.push_back(legSetting("capWeld", "Leg, end caps", 3, "Caps on the main tube."));
    onlyWith(s, "steps", {"stepThickness", "stepWeld"});
    onlyWith(s, "weldedFeet", {"footWeld"});
    notWith(s, "weldedFeet", {"bolt", "mountBoltGrade"});
    return s;
}

/// A tube along each sill on legs from the rail, with a bent tube outside of it and plates to step on
/// between.
class FrameSlider {
  public:
    FrameSlider(const BuildInput &input, const Pattern &pattern)
        : m_make(input, pattern),
          m_main(tube("section")),
          m_outer(tube("outerSection")),
          m_leg(tube("legSection")),
          m_plate(m_make.materialOf("plateMaterial")),
          m_bolt(m_make.found("bolt", &stock::Stock::bolt)),
          m_front(-number("front")),
          m_rear(-number("front") - number("length")),
          m_z(number("height")),
          m_y(m_make.railOutside() + number("reach")),
          m_legs(static_cast<int>(std::lround(number("legs")))) {}

    Result<Assembly> build() {
        check();
        if (m_make.refused()) return m_make.finish();
        for (const Side &side : bothSides) {
            if (m_make.wanted("weldedFeet")) addRail(side);
            addMain(side);
            addKickedTube(m_make, outer(side), m_outer);
            for (int i = 0; i < m_legs; ++i) {
                addFoot(side, i);
                addLeg(side, i);
                if (reachesOuter(i)) addStrut(side, i);
            }
            for (int i = 0; i < std::min(m_legs - 1, static_cast<int>(std::lround(number("steps")))); ++i)
                if (reachesOuter(i) && reachesOuter(i + 1)) addStep(side, i);
            addPlaces(side);
        }
        addHandles();
        return m_make.finish();
    }

  private:
    double number(std::string_view id) const { return m_make.number(id); }
    StockedBar tube(std::string_view id) { return m_make.barOf(id, "tubeMaterial"); }
    static std::string nth(const Side &side, std::string_view what, int i) {
        return fmt::format("{}.{}.{}", what, side.name, i + 1);
    }
    static std::string people(const Side &side, std::string_view what, int i) {
        return fmt::format("{} {} {}", side.name, what, i + 1);
    }

    /// x of a leg, counted from the front.
    [[nodiscard]] double legX(int i) const {
        const double from = m_front - number("overhang"), to = m_rear + number("overhang");
        return from + (to - from) * i / (m_legs - 1);
    }
    /// How far the kick-outs reach along the vehicle.
    [[nodiscard]] double kickRun() const { return outer(bothSides[0]).run(); }
    /// x where the outer tube leaves the main one; it returns as far from the other end.
    [[nodiscard]] double kickBegin() const { return m_front - fromEnd; }
    [[nodiscard]] double kickEnd() const { return m_rear + fromEnd; }
    /// True if the outer tube is straight at a leg.
    [[nodiscard]] bool reachesOuter(int i) const {
        const double bend = outer(bothSides[0]).bend(m_outer.section.height);
        return legX(i) < kickBegin() - kickRun() - bend && legX(i) > kickEnd() + kickRun() + bend;
    }
    [[nodiscard]] Vec3 onMain(const Side &side, double x) const { return {x, side.sign * m_y, m_z}; }
    [[nodiscard]] Vec3 onOuter(const Side &side, double x) const {
        return {x, side.sign * (m_y + number("spread")), m_z};
    }

    void check() {
        if (m_make.refused()) return;
        if (2 * number("overhang") + 120 > number("length"))
            m_make.refuse("The ends leave no room for the legs.", "overhang", "Make them shorter.");
        else if (legX(0) - legX(1) < std::max(number("footLength"), m_leg.section.height) + betweenFeet)
            m_make.refuse("The feet stand against each other.", "legs",
                          "Take fewer legs, shorter feet or shorter ends.");
        if (m_leg.section.height > m_main.section.height + 0.01)
            m_make.refuse("The legs are thicker than the tube that they stand on.", "legSection",
                          "Take a thinner leg or a thicker main tube.");
        if (m_outer.section.height > m_main.section.height + 0.01)
            m_make.refuse("The outer tube is thicker than the tube that it ends on.", "outerSection",
                          "Take a thinner one.");
        if (number("spread") < (m_main.section.height + m_outer.section.height) / 2 + 10)
            m_make.refuse("Main and outer tube leave less than 10 mm between them.", "spread",
                          "Set them further apart.");
        if (kickBegin() - kickEnd() < 2 * kickRun() + 200)
            m_make.refuse("The kick-outs leave no straight part of the outer tube.", "length",
                          "Make the slider longer or the kick-out steeper.");
        if (number("reach") < m_main.section.height / 2 + number("footThickness") + 20)
            m_make.refuse("The main tube stands against the feet.", "reach", "Set it further out.");
        if (m_make.wanted("clampedFeet")) checkClamps();
        if (m_make.wanted("weldedFeet") && footHeight() < m_leg.section.height + 2 * room())
            m_make.refuse("The rail is too low for a foot with a leg on it.", "legSection",
                          "Take thinner legs, or bolt the feet on.");
        if (!m_make.refused() && isDrilled() && footHeight() < 3 * m_bolt->hole + 20)
            m_make.refuse("The rail is too low for two rows of bolts.", "bolt", "Take thinner bolts.");
    }

    [[nodiscard]] bool isDrilled() const {
        return !m_make.wanted("weldedFeet") && !m_make.wanted("clampedFeet");
    }

    void checkClamps() {
        if (m_make.wanted("weldedFeet"))
            m_make.refuse("The feet are to be welded on and clamped on.", "clampedFeet", "Choose one.");
        if (m_make.rig().railSection == rig::RailSection::Hat)
            m_make.refuse("The thin walls of an inverted hat cannot be clamped.", "clampedFeet",
                          "Bolt the feet on, with crush sleeves.");
        if (!m_make.refused() && number("footLength") < 2 * edge() + 2 * m_bolt->hole)
            m_make.refuse("A foot is too short for two bolts beside each other.", "footLength",
                          "Make it longer, or take thinner bolts.");
    }
    /// From the middle of a bolt's hole to the edges of a foot.
    [[nodiscard]] double edge() const { return std::max(edgeByHole * m_bolt->hole, 20.0); }

    void addMain(const Side &side) {
        const BarPart &main =
            m_make.bar(side.of("main"), {Role::Beam, "section", "legWeld", 0, side.people("main tube"), {}},
                       m_main, onMain(side, m_front), onMain(side, m_rear));
        addEndCap(m_make, side.of("cap") + ".front", fmt::format("front cap of the {} main tube", side.name),
                  main, false, "capWeld", m_plate);
        addEndCap(m_make, side.of("cap") + ".rear", fmt::format("rear cap of the {} main tube", side.name),
                  main, true, "capWeld", m_plate);
    }

    [[nodiscard]] KickedTube outer(const Side &side) const {
        return {side.of("outer"),
                {Role::Outrigger, "outerSection", "outerWeld", 0, side.people("outer tube"), {}},
                side.of("main"),
                onMain(side, kickBegin()),
                onMain(side, kickEnd()),
                onOuter(side, 0) - onMain(side, 0),
                number("kick"),
                number("bendRadius")};
    }

    /// Around a leg on its foot.
    [[nodiscard]] double room() const {
        constexpr double besideSeam = 2;  // mm
        return m_make.wanted("weldedFeet") ? number("legWeld") + besideSeam : roomForWeld;
    }
    /// Height of the rail's center line.
    [[nodiscard]] double railZ(double x) const {
        return m_rail ? heightAt(*m_rail, x) : m_make.rig().railCenterAt(x);
    }
    /// Feet that are welded on stand on the flat of the rail's side, with room for a seam.
    [[nodiscard]] double footHeight() const {
        const rig::RigGeometry &rig = m_make.rig();
        if (!m_make.wanted("weldedFeet")) return rig.railHeight - 2 * belowFlange;
        return rig.railHeight - 2 * (stock::standardCornerRadius(rig.railWall) + m_make.number("footWeld"));
    }

    void addRail(const Side &side) {
        const double half = number("footLength") / 2;
        m_rail = addWeldedRail(m_make, side, legX(0) + half, legX(m_legs - 1) - half);
    }

    void addFoot(const Side &side, int i) {
        RailFoot foot;
        foot.name = nth(side, "foot", i);
        foot.mount = nth(side, "mount", i);
        foot.label = fmt::format("bolts of the {}", people(side, "foot", i));
        foot.made = {Role::Foot, "footThickness", "legWeld", 0, people(side, "foot", i), {}};
        foot.thickness = number("footThickness");
        foot.middle = {legX(i), side.sign * (m_make.railOutside() + foot.thickness / 2), railZ(legX(i))};
        foot.way = side.sign;
        foot.half = number("footLength") / 2;
        foot.high = footHeight() / 2;
        foot.edge = edge();
        foot.material = m_plate;
        if (m_make.wanted("weldedFeet")) {
            foot.made.legBy = "footWeld";
            return addWeldedFoot(m_make, foot);
        }
        foot.bolt = m_bolt;
        if (m_make.wanted("clampedFeet"))
            return addClampedFoot(
                m_make, foot, nth(side, "backing", i),
                {Role::Foot, "footThickness", {}, 0, people(side, "inner clamp plate", i), {}});
        addRailFoot(m_make, foot);
    }

    void addLeg(const Side &side, int i) {
        const double x = legX(i);
        const Vec3 foot(x, side.sign * (m_make.railOutside() + number("footThickness")),
                        std::clamp(m_z, lowestLeg(x), 2 * railZ(x) - lowestLeg(x)));
        BarPart &leg = m_make.bar(nth(side, "leg", i),
                                  {Role::Leg, "legSection", "legWeld", 0, people(side, "leg", i), {}}, m_leg,
                                  foot, onMain(side, x));
        Maker::cope(leg, false, {nth(side, "foot", i)});
        Maker::cope(leg, true, {side.of("main")});
    }

    /// Height at which a leg may stand lowest on its foot.
    [[nodiscard]] double lowestLeg(double x) const {
        return railZ(x) - footHeight() / 2 + m_leg.section.height / 2 + room();
    }

    void addStrut(const Side &side, int i) {
        BarPart &strut =
            m_make.bar(nth(side, "strut", i),
                       {Role::Brace, "outerSection", "outerWeld", 0, people(side, "strut", i), {}}, m_outer,
                       onMain(side, legX(i)), onOuter(side, legX(i)));
        Maker::cope(strut, false, {side.of("main")});
        Maker::cope(strut, true, {side.of("outer")});
    }

    void addStep(const Side &side, int i) {
        const double near = m_y + m_main.section.height / 2;
        const double far = m_y + number("spread") - m_outer.section.height / 2;
        const double ahead = legX(i) - m_outer.section.height / 2;
        const double behind = legX(i + 1) + m_outer.section.height / 2;
        SheetPart &p = m_make.sheet(
            nth(side, "step", i),
            {Role::Step, "stepThickness", "stepWeld", 0, people(side, "step plate", i), {}}, levelAt(m_z),
            {{behind, side.sign * near},
             {ahead, side.sign * near},
             {ahead, side.sign * far},
             {behind, side.sign * far}},
            number("stepThickness"), m_plate);
        const double middle = side.sign * (near + far) / 2;
        for (const double at : {0.2, 0.5, 0.8}) {
            const double x = behind + (ahead - behind) * at;
            p.strips.push_back({{x, side.sign * near}, {x, side.sign * far}, (ahead - behind) / 3});
        }
        p.strips.push_back({{behind, middle}, {ahead, middle}, (far - near) / 2});
    }

    void addPlaces(const Side &side) {
        Assembly &out = m_make.out();
        const double under = m_z - m_main.section.height / 2, outerUnder = m_z - m_outer.section.height / 2;
        const auto rock = [&](std::string_view id, std::string_view where, const std::string &part, Vec3 at) {
            out.grounds.push_back({fmt::format("{}.{}", side.name, id),
                                   fmt::format("Rock under the {} slider, {}", side.name, where), part, at,
                                   Vec3::UnitZ(), GroundSpot::Kind::Rock, Share::Whole});
        };
        const double middle = (m_front + m_rear) / 2;
        Vec3 at = onOuter(side, middle);
        rock("middle", "outer tube in the middle", side.of("outer"), {at.x(), at.y(), outerUnder});
        at = onOuter(side, kickBegin() - kickRun() - besideCorner);
        rock("front", "at its front corner", side.of("outer"), {at.x(), at.y(), outerUnder});
        at = onOuter(side, kickEnd() + kickRun() + besideCorner);
        rock("rear", "at its rear corner", side.of("outer"), {at.x(), at.y(), outerUnder});
        at = onMain(side, (legX(0) + legX(1)) / 2);
        rock("main", "main tube between two legs", side.of("main"), {at.x(), at.y(), under});
        at = onMain(side, m_front - 30);
        rock("tip", "front tip of the main tube", side.of("main"), {at.x(), at.y(), under});
        for (int i = 0; i < m_legs; i += m_legs - 1) {
            at = onMain(side, legX(i));
            out.jacks.push_back(
                {fmt::format("{}.{}", side.name, i == 0 ? "front" : "rear"),
                 fmt::format("Jack under the {} slider at its {} leg", side.name, i == 0 ? "front" : "rear"),
                 side.of("main"),
                 {at.x(), at.y(), under},
                 i == 0});
        }
        at = onOuter(side, middle);
        out.steps.push_back(
            {side.of("outer"), {at.x(), at.y(), m_z + m_outer.section.height / 2}, side.of("outer")});
    }

    void addHandles() {
        auto &h = m_make.out().handles;
        const Side &left = bothSides[0];
        const double top = m_z + m_main.section.height / 2, middle = (m_front + m_rear) / 2;
        h.push_back({"front", "side", {m_front, 0, m_z}, -Vec3::UnitX()});
        h.push_back({"length", "side", {m_rear, 0, m_z}, -Vec3::UnitX()});
        h.push_back({"height", "side", {middle, 0, top}, Vec3::UnitZ()});
        h.push_back({"front", "top", onMain(left, m_front), -Vec3::UnitX()});
        h.push_back({"length", "top", onMain(left, m_rear), -Vec3::UnitX()});
        h.push_back({"reach", "top", onMain(left, middle), Vec3::UnitY()});
        h.push_back({"spread", "top", onOuter(left, middle), Vec3::UnitY()});
        const double steep = std::sin(number("kick"));
        h.push_back({"kick", "top", onOuter(left, kickBegin() - kickRun()),
                     Vec3(number("spread") / (steep * steep), 0, 0)});
        h.push_back({"footLength",
                     "side",
                     {legX(0) + number("footLength") / 2, m_make.railOutside(), railZ(legX(0))},
                     Vec3(0.5, 0, 0)});
        h.push_back({"overhang", "top", onMain(left, legX(0)), -Vec3::UnitX()});
        h.push_back(
            {"height", "front", onMain(left, middle) + Vec3(0, 0, m_main.section.height / 2), Vec3::UnitZ()});
        h.push_back({"reach", "front", onMain(left, middle), Vec3::UnitY()});
    }

    Maker m_make;
    StockedBar m_main, m_outer, m_leg;
    stock::Material m_plate;
    const stock::BoltSize *m_bolt;
    double m_front, m_rear, m_z, m_y;
    int m_legs;
    std::optional<BarPart> m_rail;  ///< that the feet are welded to; alike on both sides
};

}  // namespace

Pattern frameSlider() {
    return {"frame-slider",
            "Rock sliders on the frame",
            "A pair: a round tube along each sill on coped legs bolted to the rails, a bent tube outside of "
            "it and "
            "step plates between.",
            Where::Sides,
            "LT",
            frameSliderSettings(),
            [](const BuildInput &input) { return FrameSlider(input, *pattern("frame-slider")).build(); },
            {{"gauge/breakover", "height", 10},
             {"gauge/clearance", "height", 10},
             {"gap/", "front", 20},
             {"gap/", "length", -40},
             {"gap/", "height", -10},
             {"role/leg", "legs", 1},
             {"role/leg", "reach", -20},
             {"role/leg", "overhang", -20},
             {"role/foot", "footLength", 20},
             {"role/outrigger", "spread", -10},
             {"role/brace", "spread", -10},
             {"role/beam", "legs", 1},
             {"check/impact/", "legs", 1},
             {"check/bolt/", "footLength", 20},
             {"check/clamp/", "footThickness", 2},
             {"check/clamp/", "footLength", 20},
             {"check/clamp/", "legs", 1}},
            {"Lines, wiring and tank beside welded feet are moved away or shielded.",
             "Brake and fuel lines along the rail are clear of drill and weld.", "Doors open over the tubes.",
             "Body mounts and their rubber stay free.", "Drain holes at the lowest places of the tubes.",
             "Wheels at full lock and bump clear the front ends.",
             "Clamped feet: rail wire-brushed to thin paint, torque as the check says, again after the first "
             "drive."},
            false,
            {{"Feet on the rails",
              {{"Bolted, rails drilled", {{"weldedFeet", 0.0}, {"clampedFeet", 0.0}}},
               {"Welded on", {{"weldedFeet", 1.0}, {"clampedFeet", 0.0}}},
               {"Clamped, rails left whole", {{"weldedFeet", 0.0}, {"clampedFeet", 1.0}}}}}}};
}

}  // namespace hefty::armor
