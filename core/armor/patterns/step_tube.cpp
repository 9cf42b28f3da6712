#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/hold_bolts.h"
#include "core/armor/making/house_practice.h"
#include "core/armor/making/kicked_tube.h"
#include "core/armor/making/settings.h"

namespace hefty::armor {
namespace {

std::vector<SettingDescriptor> stepTubeSettings() {
    std::vector<SettingDescriptor> s;
    s.push_back(lengthSetting("overhang", "Bought slider beyond its legs", "Bought slider", 200, 0, 800,
                              "From its first and its last leg to the ends of its tube."));
    s.push_back(choiceSetting("boughtSection", "Tube of the bought slider", "Bought slider",
                              Choice::RoundTube, "CHS 60.3x4",
                              "What its main tube is, outside and wall, as measured."));
    s.push_back(choiceSetting("boughtMaterial", "Metal of the bought slider", "Bought slider",
                              Choice::TubeMaterial, "S235",
                              "As its maker says; the weaker one if he does not."));
    s.push_back(lengthSetting("fromEnd", "Ends of the step tube", "Shape", 120, 40, 800,
                              "From the ends of the bought tube to where the step tube meets it."));
    s.push_back(lengthSetting("spread", "Bought tube to step tube", "Shape", 140, 80, 320,
                              "Between their center lines."));
    s.push_back(angleSetting("tilt", "Step tube below", "Shape", radians(25), radians(-30), radians(75),
                             "How steeply its plane goes down, seen from ahead; 0: level."));
    s.push_back(angleSetting("kick", "Kick-out", "Shape", radians(40), radians(25), radians(60),
                             "How steeply its ends leave the bought tube, in that plane."));
    s.push_back(lengthSetting("bendRadius", "Bend radius", "Shape", 150, 60, 400,
                              "Of the die, to the center line of the tube."));
    s.push_back(countSetting("braces", "Braces a side", "Shape", 2, 0, 6,
                             "Between both tubes, evenly along the straight part."));
    s.push_back(choiceSetting("section", "Step tube", "Stock", Choice::RoundTube, "CHS 42.4x3.2",
                              "Round tube that is bent; the braces are cut from it too."));
    s.push_back(tubeMaterialSetting("Grade on the mill certificate of the tube."));
    s.push_back(fillerSetting());
    s.push_back(legSetting("stepWeld", "Leg, step tube", 4, "Around the ends of step tube and braces."));
    return s;
}

/// A bent tube outside of and below a slider that is on the vehicle already, on both sides.
class StepTube {
  public:
    StepTube(const BuildInput &input, const Pattern &pattern)
        : m_make(input, pattern),
          m_bought(m_make.barOf("boughtSection", "boughtMaterial")),
          m_step(m_make.barOf("section", "tubeMaterial")),
          m_legs(holdSpots(m_make.vehicle(), {"slider-leg"}, "out")) {}

    Result<Assembly> build() {
        check();
        if (m_make.refused()) return m_make.finish();
        for (const Side &side : bothSides) {
            addBought(side);
            addKickedTube(m_make, step(side), m_step);
            for (int i = 0; i < braces(); ++i) addBrace(side, i);
            addPlaces(side);
        }
        addHandles();
        return m_make.finish();
    }

  private:
    [[nodiscard]] double number(std::string_view id) const { return m_make.number(id); }
    [[nodiscard]] int braces() const { return static_cast<int>(std::lround(number("braces"))); }
    [[nodiscard]] std::vector<HoldSpot> legsOf(const Side &side) const {
        std::vector<HoldSpot> list;
        for (const HoldSpot &s : m_legs)
            if (s.at.y() * side.sign > 0) list.push_back(s);
        std::sort(list.begin(), list.end(),
                  [](const HoldSpot &a, const HoldSpot &b) { return a.at.x() > b.at.x(); });
        return list;
    }
    [[nodiscard]] double front() const { return legsOf(bothSides[0]).front().at.x() + number("overhang"); }
    [[nodiscard]] double rear() const { return legsOf(bothSides[0]).back().at.x() - number("overhang"); }
    [[nodiscard]] Vec3 onBought(const Side &side, double x) const {
        const Vec3 leg = legsOf(bothSides[0]).front().at;
        return {x, side.sign * std::abs(leg.y()), leg.z()};
    }
    /// From the bought tube to the step tube.
    [[nodiscard]] Vec3 out(const Side &side) const {
        return Vec3(0, side.sign * std::cos(number("tilt")), -std::sin(number("tilt"))) * number("spread");
    }
    [[nodiscard]] double run() const { return step(bothSides[0]).run(); }
    [[nodiscard]] double begin() const { return front() - number("fromEnd"); }
    [[nodiscard]] double end() const { return rear() + number("fromEnd"); }
    [[nodiscard]] double bendLength() const { return step(bothSides[0]).bend(m_step.section.height); }
    [[nodiscard]] KickedTube step(const Side &side) const {
        return {
            side.of("step"),       {Role::Outrigger, "section", "stepWeld", 0, side.people("step tube"), {}},
            side.of("slider"),     onBought(side, begin()),
            onBought(side, end()), out(side),
            number("kick"),        number("bendRadius")};
    }

    void check() {
        if (m_make.refused()) return;
        const std::vector<HoldSpot> legs = legsOf(bothSides[0]);
        if (legs.size() < 2)
            return m_make.refuse(
                "Fewer than two legs of a bought slider are known.", "holds",
                "Measure where they hold its tube (Lists, Holds, kind slider leg, to its side).");
        for (const HoldSpot &s : legs)
            if (std::abs(s.at.z() - legs.front().at.z()) > 5 || std::abs(s.at.y() - legs.front().at.y()) > 5)
                return m_make.refuse(
                    fmt::format("{} does not lie in line with {}.", s.label, legs.front().label), "holds",
                    "Measure the middle of the bought tube at its legs again.");
        if (m_step.section.height > m_bought.section.height + 0.01)
            m_make.refuse("The step tube is thicker than the tube that it ends on.", "section",
                          "Take a thinner one.");
        if (number("spread") < (m_bought.section.height + m_step.section.height) / 2 + 15)
            m_make.refuse("The tubes leave less than 15 mm between them.", "spread",
                          "Set them further apart.");
        if (begin() - end() < 2 * (run() + bendLength()) + 150)
            m_make.refuse("The kick-outs leave no straight part of the step tube.", "fromEnd",
                          "Bring its ends further out or make the kick-out steeper.");
    }

    /// It is there: what it is held by are its own legs.
    void addBought(const Side &side) {
        m_make.bar(side.of("slider"),
                   {Role::Beam, "boughtSection", "stepWeld", 0, side.people("tube of the bought slider"),
                    parts::onVehicle},
                   m_bought, onBought(side, front()), onBought(side, rear()));
        for (const HoldSpot &leg : legsOf(side)) fixTo(m_make, side.of("slider"), leg);
    }

    void addBrace(const Side &side, int i) {
        const double from = begin() - run() - bendLength() - 20, to = end() + run() + bendLength() + 20;
        const double x = braces() == 1 ? (from + to) / 2 : from + (to - from) * i / (braces() - 1);
        BarPart &brace = m_make.bar(
            fmt::format("brace.{}.{}", side.name, i + 1),
            {Role::Brace, "section", "stepWeld", 0, fmt::format("{} brace {}", side.name, i + 1), {}}, m_step,
            onBought(side, x), onBought(side, x) + out(side));
        Maker::cope(brace, false, {side.of("slider")});
        Maker::cope(brace, true, {side.of("step")});
    }

    void addPlaces(const Side &side) {
        Assembly &a = m_make.out();
        const double r = m_step.section.height / 2, middle = (begin() + end()) / 2;
        const auto rock = [&](const char *id, const char *where, double x) {
            a.grounds.push_back({fmt::format("{}.{}", side.name, id),
                                 fmt::format("Rock under the {} step tube, {}", side.name, where),
                                 side.of("step"), onBought(side, x) + out(side) - Vec3(0, 0, r),
                                 Vec3::UnitZ(), GroundSpot::Kind::Rock, Share::Whole});
        };
        rock("middle", "in the middle", middle);
        rock("front", "at its front corner", begin() - run() - besideCorner);
        a.steps.push_back(
            {side.of("step"), onBought(side, middle) + out(side) + Vec3(0, 0, r), side.of("step")});
    }

    void addHandles() {
        auto &h = m_make.out().handles;
        const Side &left = bothSides[0];
        const double middle = (begin() + end()) / 2, t = number("tilt");
        const Vec3 at = onBought(left, middle) + out(left);
        h.push_back({"spread", "front", at, Vec3(0, std::cos(t), -std::sin(t))});
        h.push_back({"tilt", "front", at, Vec3(0, -std::sin(t), -std::cos(t)) * number("spread")});
        const double steep = std::sin(number("kick"));
        h.push_back({"kick", "top", onBought(left, begin() - run()) + out(left),
                     Vec3(number("spread") / (steep * steep), 0, 0)});
        h.push_back({"overhang", "side", onBought(left, front()), Vec3::UnitX()});
        h.push_back({"overhang", "top", onBought(left, front()), Vec3::UnitX()});
        h.push_back({"fromEnd", "top", onBought(left, begin()), -Vec3::UnitX()});
        h.push_back({"spread", "top", at, Vec3(0, std::cos(t), 0)});
        h.push_back({"fromEnd", "side", onBought(left, begin()), -Vec3::UnitX()});
    }

    Maker m_make;
    StockedBar m_bought, m_step;
    std::vector<HoldSpot> m_legs;
};

}  // namespace

Pattern stepTube() {
    return {"step-tube",
            "Step tube on a bought slider",
            "A tube with two bends in one plane, coped onto the slider that is on the vehicle already, with "
            "braces: "
            "a step outside of it and below.",
            Where::Sides,
            "LTUS",
            stepTubeSettings(),
            [](const BuildInput &input) { return StepTube(input, *pattern("step-tube")).build(); },
            {{"gauge/breakover", "tilt", radians(-5)},
             {"gauge/clearance", "tilt", radians(-5)},
             {"gauge/breakover", "spread", -10},
             {"role/outrigger", "braces", 1},
             {"role/outrigger", "spread", -10},
             {"role/brace", "braces", 1},
             {"check/impact/", "braces", 1}},
            {"Coating is off the bought slider for 50 mm beside every seam, zinc too: its fumes are poison.",
             "Holes in the bought tube are welded shut or plugged, and water can leave it.",
             "Ask the slider's maker what its legs carry before anyone stands on the step.",
             "Doors open over the tube.",
             "Battery and electronics are disconnected before welding on the vehicle."}};
}

}  // namespace hefty::armor
