#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/frame_brackets.h"
#include "core/armor/making/settings.h"

namespace hefty::armor {
namespace {

constexpr double besideFish = 8;  // mm: an end plate stands out of the fish plate by this
constexpr double nutEdge = 1.8;   // from the middle of a hole to the edge of an end plate, by the hole

std::vector<SettingDescriptor> frameReinforcementSettings() {
    std::vector<SettingDescriptor> s;
    s.push_back(lengthSetting("reach", "End plates behind the rails", "Shape", 120, 20, 500,
                              "From the rear ends of the rails to the front of the end plates."));
    s.push_back(lengthSetting("ahead", "Fish plates ahead", "Shape", 60, 0, 900,
                              "How far they go on along the rails ahead of the foremost bolt."));
    s.push_back(lengthSetting("tubeSetback", "Crossmember behind the rails", "Shape", 25, 10, 300,
                              "From the rear ends of the rails to the front of the tube."));
    s.push_back(choiceSetting("section", "Crossmember", "Stock", Choice::RectTube, "SHS 80x80x5",
                              "Tube between the fish plates."));
    s.push_back(tubeMaterialSetting("Grade on the mill certificate of the tube."));
    s.push_back(plateMaterialSetting("Grade of the plates."));
    s.push_back(thicknessSetting("bracketThickness", "Fish plates", "Plates", 8,
                                 "Plates bolted along the outside of the rails."));
    s.push_back(thicknessSetting("endThickness", "End plates", "Plates", 12,
                                 "What the next piece is bolted to, with nuts welded behind their holes."));
    s.push_back(
        lengthSetting("endWidth", "Width of an end plate", "Plates", 140, 80, 300, "Across the vehicle."));
    s.push_back(lengthSetting("endHeight", "Height of an end plate", "Plates", 170, 80, 400, "Up."));
    s.push_back(choiceSetting("endBolt", "Bolts of the next piece", "Bolts", Choice::Bolt, "M12",
                              "Four an end plate, into welded nuts."));
    s.push_back(yesNoSetting("ownTabs", "Recovery tabs of its own", "Shape", true,
                             "0 leaves them to the piece that stands on this one."));
    addThroughTabSettings(s, {.thickness = 15, .height = 50, .spacing = 500, .reach = 45});
    s.push_back(mountBoltGradeSetting());
    s.push_back(
        addedBoltsSetting("Drilled through fish plate and rail ahead of the measured holes, on each side."));
    s.push_back(fillerSetting());
    s.push_back(
        legSetting("bracketWeld", "Leg, crossmember", 6, "Around the ends of the tube, on the fish plates."));
    s.push_back(legSetting("endWeld", "Leg, end plates", 6, "End plates to fish plates."));
    s.push_back(legSetting("tabWeld", "Leg, tabs", 6, "Around the tabs, on both walls."));
    onlyWith(s, "ownTabs",
             {"tabThickness", "tabHeight", "tabSpacing", "tabReach", "tabWeld", "shackle", "snatchRope"});
    return s;
}

/// Plates along both rails behind the vehicle with a tube between and plates across their ends: what other
/// pieces are bolted to where the rails themselves are bent, cut or weak.
class FrameReinforcement {
  public:
    FrameReinforcement(const BuildInput &input, const Pattern &pattern)
        : m_make(input, pattern),
          m_tube(m_make.barOf("section", "tubeMaterial")),
          m_plate(m_make.materialOf("plateMaterial")),
          m_bolt(m_make.found("endBolt", &stock::Stock::bolt)),
          m_shackle(m_make.found("shackle", &stock::Stock::shackle)),
          m_end(m_make.railEnd(true)),
          m_face(m_end.x - number("reach")) {}

    Result<Assembly> build() {
        if (!m_make.refused()) check();
        if (m_make.refused()) return m_make.finish();
        m_make.bar("crossmember",
                   {Role::Beam, "section", "bracketWeld", 0, "crossmember between the fish plates", {}},
                   m_tube, {tubeX(), inside(), m_end.center}, {tubeX(), -inside(), m_end.center});
        for (const Side &side : bothSides) {
            addFishPlate(side);
            addEndPlate(side);
            if (m_make.wanted("ownTabs")) addTab(side);
        }
        addPlaces();
        return m_make.finish();
    }

  private:
    [[nodiscard]] double number(std::string_view id) const { return m_make.number(id); }
    /// y of the left fish plate's inner face.
    [[nodiscard]] double inside() const { return m_make.railOutside(); }
    [[nodiscard]] double tubeX() const { return m_end.x - number("tubeSetback") - m_tube.section.width / 2; }
    [[nodiscard]] double plateHalf() const {
        double half = m_tube.section.height / 2 + 12;
        for (const rig::FrameHole &h : holesWithAdded(m_end, added()))
            half = std::max(half, std::abs(h.aboveCenter) + edgeByHole * h.diameter);
        return half;
    }
    [[nodiscard]] int added() const { return static_cast<int>(std::lround(number("addedBolts"))); }
    [[nodiscard]] double boltEdge() const { return nutEdge * m_bolt->hole; }

    void check() {
        if (number("reach") < number("tubeSetback") + m_tube.section.width + 8)
            m_make.refuse("The crossmember stands out of the end plates.", "reach",
                          "Set the end plates further back, or the tube further ahead.");
        if (number("endHeight") < 2 * plateHalf() + 2 * besideFish)
            m_make.refuse("The fish plates are higher than the end plates that stand on them.", "endHeight",
                          "Make the end plates higher.");
        if (number("endWidth") / 2 < number("bracketThickness") / 2 + boltEdge() + m_bolt->hole)
            m_make.refuse("The bolts do not fit beside the fish plate.", "endWidth",
                          "Make the end plates wider.");
        if (!m_make.wanted("ownTabs")) return;
        if (number("tabSpacing") / 2 + number("tabThickness") > inside() - 20)
            m_make.refuse("The recovery tabs stand at the fish plates.", "tabSpacing",
                          "Bring them closer together.");
        if (number("tabHeight") > 2 * m_tube.halfFlat() - 4)
            m_make.refuse("The tabs are higher than the flat of the tube.", "tabHeight",
                          "Make them lower, or the tube higher.");
    }

    /// x of the front ends of the fish plates.
    [[nodiscard]] double foremost() const {
        double deep = 0, largest = 0;
        for (const rig::FrameHole &h : holesWithAdded(m_end, added())) {
            deep = std::max(deep, h.behindEnd);
            largest = std::max(largest, h.diameter);
        }
        return m_end.x + deep + edgeByHole * largest + number("ahead");
    }

    void addFishPlate(const Side &side) {
        RailBracket b = railBracketBySettings(m_make, m_end);
        b.leg = {};  // what stands on it says how large its welds are
        const double ahead = foremost();
        b.face = m_face;
        b.z = m_end.center;
        b.stripWidth = 2 * plateHalf();
        b.material = m_plate;
        for (const double x : {ahead, m_face})
            for (const double z : {m_end.center - plateHalf(), m_end.center + plateHalf()})
                b.reaches.emplace_back(x, z);
        addRailBracket(m_make, side, b);
    }

    /// Across the rear edge of a fish plate.
    void addEndPlate(const Side &side) {
        const double t = number("endThickness"), w = number("endWidth") / 2, h = number("endHeight") / 2;
        Axes axes = uprightAcross(m_face - t / 2);
        axes.origin.y() = bracketMiddle(m_make, side, number("bracketThickness"));
        axes.origin.z() = m_end.center;
        SheetPart &p = m_make.sheet(side.of("end"),
                                    {Role::Mount, "endThickness", "endWeld", 0, side.people("end plate"), {}},
                                    axes, {{-w, -h}, {w, -h}, {w, h}, {-w, h}}, t, m_plate);
        for (const double u : {-1.0, 1.0})
            for (const double v : {-1.0, 1.0})
                p.holes.push_back({fmt::format("nut{}{}", u > 0 ? "l" : "r", v > 0 ? "u" : "d"),
                                   {u * (w - boltEdge()), v * (h - boltEdge())},
                                   m_bolt->hole,
                                   "bolt of the next piece, nut welded behind"});
        parts::addCrossStrips(p);
        if (side.sign > 0) offerHoles(p);
    }

    /// What the next piece is bolted to.
    void offerHoles(const SheetPart &left) {
        for (const Hole &h : left.holes) {
            OfferedHold o;
            o.hold.id = h.id;
            o.hold.name = fmt::format("end plate, {} {} nut", h.id[4] == 'u' ? "upper" : "lower",
                                      h.id[3] == 'l' ? "left" : "right");
            o.hold.kind = "end-plate";
            o.hold.face = "rear";
            o.hold.at = left.axes.toWorld(h.at) - Vec3(left.thickness / 2, 0, 0);
            o.hold.diameter = m_bolt->diameter;
            o.hold.thickness = left.thickness;
            o.hold.ultimate = m_plate.in(left.thickness).ultimate;
            o.hold.known.trust = rig::Trust::Measured;
            o.left = "end.left";
            o.right = "end.right";
            m_make.out().offers.push_back(std::move(o));
        }
    }

    void addTab(const Side &side) {
        ThroughTab tab = throughTabBySettings(m_make);
        tab.y = side.sign * number("tabSpacing") / 2;
        tab.z = m_end.center;
        tab.tail = tubeX() + m_tube.section.width / 2 + 15;
        tab.face = tubeX() - m_tube.section.width / 2;
        tab.out = -1;
        tab.material = m_plate;
        addThroughTab(m_make, side.of("tab"), side.people("tab"), tab);
    }

    void addPlaces() {
        Assembly &out = m_make.out();
        const double half = m_tube.section.height / 2;
        out.grounds.push_back({"middle",
                               "Rock under the crossmember",
                               "crossmember",
                               {tubeX(), 0, m_end.center - half},
                               Vec3::UnitZ(),
                               GroundSpot::Kind::Rock,
                               Share::Rear});
        for (const Side &side : bothSides)
            out.jacks.push_back({side.name,
                                 fmt::format("Jack under the {} end of the crossmember", side.name),
                                 "crossmember",
                                 {tubeX(), side.sign * (inside() - 60), m_end.center - half},
                                 false});
        m_make.tell("end.left",
                    "The holes of the end plates have nuts welded behind: another piece that is set on this "
                    "one is bolted there and proved together with it.",
                    "Add a rear beam or a wheel carrier and set it on this piece (Lay out, Stands on).");
        auto &h = out.handles;
        h.push_back({"reach", "side", {m_face, 0, m_end.center}, -Vec3::UnitX()});
        h.push_back({"reach", "top", {m_face, inside(), m_end.center}, -Vec3::UnitX()});
        h.push_back(
            {"tubeSetback", "top", {tubeX() + m_tube.section.width / 2, 0, m_end.center}, -Vec3::UnitX()});
        if (m_make.wanted("ownTabs"))
            h.push_back(
                {"tabSpacing", "top", {tubeX(), number("tabSpacing") / 2, m_end.center}, Vec3(0, 0.5, 0)});
        h.push_back(
            {"endWidth",
             "top",
             {m_face,
              bracketMiddle(m_make, bothSides[0], number("bracketThickness")) + number("endWidth") / 2,
              m_end.center},
             Vec3(0, 0.5, 0)});
        h.push_back({"ahead", "side", {foremost(), 0, m_end.center + plateHalf()}, Vec3::UnitX()});
        h.push_back(
            {"endHeight", "side", {m_face, 0, m_end.center + number("endHeight") / 2}, Vec3(0, 0, 0.5)});
    }

    Maker m_make;
    StockedBar m_tube;
    stock::Material m_plate;
    const stock::BoltSize *m_bolt;
    const stock::Shackle *m_shackle;
    RailEnd m_end;
    double m_face;
};

}  // namespace

Pattern frameReinforcement() {
    return {
        "frame-reinforcement",
        "Reinforced rear frame",
        "Fish plates along the rear ends of the rails, a crossmember between them and end plates with welded "
        "nuts: what other pieces are bolted to where the rails are bent, cut or weak.",
        Where::Rear,
        "LTS",
        frameReinforcementSettings(),
        [](const BuildInput &input) {
            return FrameReinforcement(input, *pattern("frame-reinforcement")).build();
        },
        {{"gauge/departure", "reach", -10},
         {"role/beam", "tubeSetback", -5},
         {"role/mount", "bracketThickness", 2},
         {"role/mount", "ahead", 40},
         {"role/tab", "tabReach", -5},
         {"role/tab", "tabThickness", 2},
         {"check/bolt/", "addedBolts", 1}},
        {"Rails are straightened and measured before the plates are made.",
         "Rust is ground off under the plates, and both faces are coated.",
         "Rivets that stand in the way are drilled out one by one and replaced by bolts.",
         "Fuel lines and wiring along the rails are clear of drill and weld.",
         "The nuts are welded with bolts in them, so that their threads stay true."}};
}

}  // namespace hefty::armor
