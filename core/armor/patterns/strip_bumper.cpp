#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/folded_sheet.h"
#include "core/armor/making/frame_brackets.h"
#include "core/armor/making/settings.h"
#include "core/base/constants.h"

namespace hefty::armor {
namespace {

std::vector<SettingDescriptor> stripBumperSettings() {
    std::vector<SettingDescriptor> s;
    s.push_back(lengthSetting("middle", "Middle panel", "Shape", 1120, 400, 2000,
                              "Of the strip, between its first bends."));
    s.push_back(lengthSetting("second", "Second panels", "Shape", 220, 60, 800,
                              "From the first bend to the next, or to the end."));
    s.push_back(angleSetting("firstTurn", "First bends", "Shape", radians(25), radians(5), radians(70),
                             "How far the second panels turn toward the vehicle."));
    s.push_back(lengthSetting("third", "Third panels", "Shape", 160, 0, 800,
                              "From the second bend to the end; 0 leaves them out."));
    s.push_back(angleSetting("secondTurn", "Second bends", "Shape", radians(25), radians(5), radians(70),
                             "How much further the third panels turn."));
    s.push_back(lengthSetting("height", "Middle of the strip", "Shape", 615, 300, 1400, "Above the floor."));
    s.push_back(lengthSetting("stripWidth", "Width of the strip", "Shape", 200, 80, 350,
                              "As it comes: it stands on edge."));
    s.push_back(lengthSetting("setback", "Rail ends to strip", "Shape", 70, 20, 300, "To its inner face."));
    s.push_back(lengthSetting(
        "skin", "Skin left at a kerf", "Shape", 2, 0, 6,
        "The strip is cut part through at each bend and folded by hand; 0: it is bent on a brake."));
    s.push_back(lengthSetting(
        "cover", "Depth of the covers", "Shape", 110, 0, 300,
        "Of the plates on top and below, from the strip toward the vehicle; 0 leaves them out."));
    s.push_back(plateMaterialSetting("Grade of all plates."));
    s.push_back(thicknessSetting("stripThickness", "Strip", "Plates", 8, "The flat bar or sheet strip."));
    s.push_back(thicknessSetting("coverThickness", "Covers", "Plates", 5, "Plates on top and below."));
    s.push_back(thicknessSetting("bracketThickness", "Rail plates", "Plates", 12,
                                 "Plates bolted outside the rails."));
    s.push_back(thicknessSetting("tabThickness", "Recovery tabs", "Plates", 20, "Plates on the strip."));
    s.push_back(
        lengthSetting("tabHeight", "Tab height", "Plates", 110, 50, 300, "Along the strip's height."));
    s.push_back(lengthSetting("tabReach", "Hole ahead of the strip", "Plates", 50, 25, 150,
                              "From the strip to the middle of the shackle hole."));
    s.push_back(shackleSetting("For the tabs."));
    s.push_back(snatchRopeSetting("tabs"));
    s.push_back(mountBoltGradeSetting());
    s.push_back(addedBoltsSetting("Behind the measured holes."));
    s.push_back(fillerSetting());
    s.push_back(legSetting("coverWeld", "Leg, covers", 4, "Along the edges of strip and covers."));
    s.push_back(legSetting("bracketWeld", "Leg, rail plates", 8, "Rail plates to strip and covers."));
    s.push_back(legSetting("tabWeld", "Leg, tabs", 10, "Along both sides of the tabs."));
    onlyWith(s, "third", {"secondTurn"});
    onlyWith(s, "cover", {"coverThickness", "coverWeld"});
    return s;
}

/// One flat strip folded to the plan of the nose, plated on top and below, on two rail plates.
class StripBumper {
  public:
    StripBumper(const BuildInput &input, const Pattern &pattern)
        : m_make(input, pattern),
          m_plate(m_make.materialOf("plateMaterial")),
          m_shackle(m_make.found("shackle", &stock::Stock::shackle)),
          m_end(m_make.railEnd(false)),
          m_inner(m_end.x + number("setback")),
          m_front(m_inner + number("stripThickness")),
          m_z(number("height")),
          m_half(number("middle") / 2) {}

    Result<Assembly> build() {
        check();
        if (m_make.refused()) return m_make.finish();
        addStrip();
        if (m_make.wanted("cover"))
            for (const bool top : {true, false}) addCover(top);
        for (const Side &side : bothSides) {
            addBracket(side);
            addTab(side);
        }
        addPlaces();
        addHandles();
        return m_make.finish();
    }

  private:
    [[nodiscard]] double number(std::string_view id) const { return m_make.number(id); }
    [[nodiscard]] double halfStrip() const { return number("stripWidth") / 2; }
    /// Corners of the middle plane of the left half, from the first bend outward.
    [[nodiscard]] std::vector<Vec2> corners() const {
        const double t = number("stripThickness"), a = number("firstTurn"), b = a + number("secondTurn");
        std::vector<Vec2> out{{m_front - t / 2, m_half}};
        out.push_back(out.back() + Vec2(-std::sin(a), std::cos(a)) * number("second"));
        if (m_make.wanted("third"))
            out.push_back(out.back() + Vec2(-std::sin(b), std::cos(b)) * number("third"));
        return out;
    }

    void check() {
        if (m_make.refused()) return;
        if (number("firstTurn") + (m_make.wanted("third") ? number("secondTurn") : 0) > radians(88))
            m_make.refuse("The ends turn back by more than a right angle.", "secondTurn", "Turn them less.");
        if (m_half < m_make.railOutside() + number("bracketThickness") + 20)
            m_make.refuse("The first bends stand at the rail plates.", "middle",
                          "Make the middle panel longer.");
        if (m_make.wanted("skin") && number("skin") > number("stripThickness") - 2)
            m_make.refuse("The kerfs leave nearly all of the strip.", "skin",
                          "Cut deeper, or bend it on a brake.");
        double low = 1e9, high = -1e9;
        for (const rig::FrameHole &h :
             holesWithAdded(m_end, static_cast<int>(std::lround(number("addedBolts"))))) {
            low = std::min(low, m_end.center + h.aboveCenter - edgeByHole * h.diameter);
            high = std::max(high, m_end.center + h.aboveCenter + edgeByHole * h.diameter);
        }
        if (m_make.wanted("cover") && (low < m_z - halfStrip() || high > m_z + halfStrip()))
            m_make.refuse(
                "The rail plates do not fit between the covers.", "stripWidth",
                "Take a wider strip, bring its middle to that of the rails, or leave the covers out.");
        if (number("tabHeight") > number("stripWidth"))
            m_make.refuse("The tabs are higher than the strip.", "tabHeight", "Make them lower.");
    }

    void addStrip() {
        const double t = number("stripThickness"), high = halfStrip();
        const double skin = m_make.wanted("skin") ? number("skin") : 0, radius = skin > 0 ? 0 : t;
        const double second = m_half + number("second"),
                     end = second + (m_make.wanted("third") ? number("third") : 0);
        FoldedOutline strip;
        strip.outline = {{-end, -high}, {end, -high}, {end, high}, {-end, high}};
        strip.stays = {0, 0};
        const auto foldAt = [&](double u, double angle) {
            strip.folds.push_back({{u, high}, {u, -high}, -angle, radius, skin});
            strip.folds.push_back({{-u, -high}, {-u, high}, -angle, radius, skin});
        };
        foldAt(m_half, number("firstTurn"));
        if (m_make.wanted("third")) foldAt(second, number("secondTurn"));
        Axes axes = uprightAcross(m_front - t / 2);
        axes.origin.z() = m_z;
        addFoldedSheet(m_make, "strip", {Role::Skin, "stripThickness", "coverWeld", 0, "strip", {}}, axes,
                       strip, t, m_plate);
    }

    void addCover(bool top) {
        const double t = number("coverThickness"), depth = number("cover"),
                     strip = number("stripThickness") / 2;
        std::vector<Vec2> front = corners();
        for (Vec2 &p : front) p.x() += strip;  // near the outer face; the edge is ground to it
        SheetPart &p = m_make.sheet(
            top ? "top" : "bottom",
            {Role::Skin, "coverThickness", "coverWeld", 0, top ? "top cover" : "bottom cover", {}},
            levelAt(m_z + (top ? 1 : -1) * (halfStrip() + t / 2)), ringOf(front, depth), t, m_plate);
        parts::addCrossStrips(p);
    }

    /// The strip's plan in front, straight across behind.
    [[nodiscard]] Polygon2 ringOf(const std::vector<Vec2> &front, double depth) const {
        const double back = std::min(front.back().x() - 40, m_front - depth);
        Polygon2 out;
        for (auto p = front.rbegin(); p != front.rend(); ++p) out.emplace_back(p->x(), -p->y());
        for (const Vec2 &p : front) out.push_back(p);
        out.emplace_back(back, front.back().y());
        out.emplace_back(back, -front.back().y());
        return out;
    }

    void addBracket(const Side &side) {
        RailBracket b = railBracketBySettings(m_make, m_end);
        b.face = m_inner;
        b.z = m_z;
        b.halfFlat = halfStrip();
        b.stripWidth = 2 * halfStrip();
        b.material = m_plate;
        addRailBracket(m_make, side, b);
    }

    void addTab(const Side &side) {
        ThroughTab tab = throughTabBySettings(m_make);
        tab.y = bracketMiddle(m_make, side, number("bracketThickness"));
        tab.z = m_z;
        tab.tail = tab.face = m_front;
        tab.material = m_plate;
        addThroughTab(m_make, side.of("tab"), side.people("tab"), tab);
    }

    void addPlaces() {
        Assembly &out = m_make.out();
        const Vec3 blow(-1, 0, 0);
        const bool covers = m_make.wanted("cover");
        const double under = m_z - halfStrip() - (covers ? number("coverThickness") : 0);
        const double x = m_front - number("stripThickness") / 2;
        out.strikes.push_back({"middle", "Struck in the middle", "strip.1", {m_front, 0, m_z}, blow});
        out.grounds.push_back({"middle",
                               "Rock under the middle",
                               covers ? "bottom" : "strip.1",
                               {x, 0, under},
                               Vec3::UnitZ(),
                               GroundSpot::Kind::Rock,
                               Share::Front});
        if (covers) out.steps.push_back({"top", {x - 30, 0, m_z + halfStrip() + number("coverThickness")}});
        const Vec2 out1 = corners()[1], in = corners()[0];
        const Vec2 middle = (out1 + in) / 2;
        for (const Side &side : bothSides)
            out.strikes.push_back({side.of("end"),
                                   fmt::format("Struck on the {} panel", side.name),
                                   side.sign > 0 ? "strip.2" : "strip.3",
                                   {middle.x(), side.sign * middle.y(), m_z},
                                   blow});
    }

    void addHandles() {
        auto &h = m_make.out().handles;
        const std::vector<Vec2> c = corners();
        h.push_back({"middle", "top", {c[0].x(), c[0].y(), m_z}, Vec3(0, 0.5, 0)});
        const auto above = [this](const Vec2 &p) { return Vec3(p.x(), p.y(), m_z); };
        const double a = number("firstTurn"), b = a + number("secondTurn");
        const auto along = [](double turn) { return Vec3(-std::sin(turn), std::cos(turn), 0); };
        const auto aside = [](double turn) { return Vec3(-std::cos(turn), -std::sin(turn), 0); };
        h.push_back({"second", "top", above(c[1]), along(a)});
        h.push_back({"firstTurn", "top", above((c[0] + c[1]) / 2), aside(a) * number("second") / 2});
        if (c.size() > 2) {
            h.push_back({"third", "top", above(c[2]), along(b)});
            h.push_back({"secondTurn", "top", above((c[1] + c[2]) / 2), aside(b) * number("third") / 2});
        }
        if (m_make.wanted("cover"))
            h.push_back({"cover", "side", {m_inner - number("cover"), 0, m_z + halfStrip()}, -Vec3::UnitX()});
        h.push_back({"setback", "top", {m_front, 0, m_z}, Vec3::UnitX()});
        h.push_back({"setback", "side", {m_front, 0, m_z}, Vec3::UnitX()});
        h.push_back({"height", "side", {m_front, 0, m_z + halfStrip()}, Vec3::UnitZ()});
        h.push_back({"height", "front", {m_front, 0, m_z}, Vec3::UnitZ()});
        h.push_back({"stripWidth", "front", {m_front, 120, m_z + halfStrip()}, Vec3(0, 0, 0.5)});
    }

    Maker m_make;
    stock::Material m_plate;
    const stock::Shackle *m_shackle;
    RailEnd m_end;
    double m_inner, m_front, m_z, m_half;
};

}  // namespace

Pattern stripBumper() {
    return {"strip-bumper",
            "Front from one strip",
            "One flat strip cut part through and folded to the plan of the nose, plated on top and below, on "
            "two rail "
            "plates, with tabs in line with the rails.",
            Where::Front,
            "LTS",
            stripBumperSettings(),
            [](const BuildInput &input) { return StripBumper(input, *pattern("strip-bumper")).build(); },
            {{"gauge/approach", "height", 10},
             {"gauge/approach", "setback", -10},
             {"gauge/approach", "firstTurn", 0.05},
             {"gauge/clearance", "height", 10},
             {"gap/", "setback", 10},
             {"role/skin", "stripThickness", 1},
             {"role/skin", "coverThickness", 1},
             {"role/mount", "setback", -10},
             {"role/tab", "tabReach", -5},
             {"check/bolt/", "addedBolts", 1}},
            {"License plate: it needs a place.", "Kerfs are welded from inside before the covers go on.",
             "Drain holes in the lower cover.", "Lamps can be taken out forward.",
             "Air still reaches the radiator."}};
}

}  // namespace hefty::armor
