#include <fmt/format.h>

#include "core/armor/making/frame_tube.h"
#include "core/armor/making/house_practice.h"
#include "core/armor/making/settings.h"

namespace hefty::armor {
namespace {

std::vector<SettingDescriptor> frameCrossmemberSettings() {
    std::vector<SettingDescriptor> s;
    s.push_back(lengthSetting("behind", "Behind the front axle", "Shape", 1500, 200, 4500,
                              "From the middle of the front wheel back to the middle of the tube."));
    s.push_back(lengthSetting("drop", "Below the rails' middle", "Shape", 0, -60, 60,
                              "Of the tube's center line: the end plates stand on the rails' inner sides."));
    addFrameTubeSettings(s, "RHS 80x60x4");
    s.push_back(lengthSetting("padSpacing", "Pads for skids, apart", "Plates", 360, 0, 1200,
                              "Plates under the tube with nuts ahead of it and behind, that skids are bolted "
                              "to; 0 leaves them out."));
    s.push_back(lengthSetting("padWidth", "Width of a pad", "Plates", 60, 40, 200, "Along the tube."));
    s.push_back(thicknessSetting("padThickness", "Pads", "Plates", 8, "Under the tube."));
    s.push_back(choiceSetting("padBolt", "Bolts of the skids", "Bolts", Choice::Bolt, "M10",
                              "Their nuts are welded on the pads."));
    s.push_back(legSetting("padWeld", "Leg, pads", 4, "Pads on the underside of the tube."));
    onlyWith(s, "padSpacing", {"padWidth", "padThickness", "padBolt", "padWeld"});
    return s;
}

/// What skids are bolted to: a plate under the tube on each side that reaches ahead of it and behind.
class SkidPads {
  public:
    SkidPads(Maker &maker, const FrameTube &tube)
        : m_make(maker), m_tube(tube), m_bolt(maker.found("padBolt", &stock::Stock::bolt)) {}

    void check() const {
        if (m_make.refused() || !m_make.wanted("padSpacing")) return;
        const double outer = (number("padSpacing") + number("padWidth")) / 2;
        if (outer > m_tube.half() - 10)
            m_make.refuse("The pads stand beyond the ends of the tube.", "padSpacing",
                          "Bring them closer together.");
        if (number("padSpacing") < number("padWidth") + 10)
            m_make.refuse("The pads meet in the middle.", "padSpacing", "Set them apart, or to 0.");
    }
    void add() {
        if (!m_make.wanted("padSpacing")) return;
        for (const Side &side : bothSides) addPad(side);
        m_make.tell(
            "pad.left",
            "The pads have nuts welded on: a skid that is set on this crossmember is bolted there and "
            "proved together with it.",
            "Add a skid and set it on this piece (Lay out, Stands on).");
    }

  private:
    [[nodiscard]] double number(std::string_view id) const { return m_make.number(id); }
    /// Middle of the tube to the middle of a hole.
    [[nodiscard]] double reach() const { return m_tube.width() / 2 + edgeByHole * m_bolt->hole; }

    void addPad(const Side &side) {
        const double t = number("padThickness"), half = number("padWidth") / 2;
        const double far = reach() + edgeByHole * m_bolt->hole;
        Axes axes = levelAt(m_tube.underside() - t / 2);
        axes.origin.x() = m_tube.x();
        axes.origin.y() = side.sign * number("padSpacing") / 2;
        SheetPart &p =
            m_make.sheet(side.of("pad"), {Role::Mount, "padThickness", "padWeld", 0, side.people("pad"), {}},
                         axes, {{-far, -half}, {far, -half}, {far, half}, {-far, half}}, t, m_tube.plate());
        for (const double way : {1.0, -1.0})
            p.holes.push_back({way > 0 ? "front" : "rear",
                               {way * reach(), 0},
                               m_bolt->hole,
                               "bolt of a skid, nut welded on"});
        parts::addCrossStrips(p);
        if (side.sign < 0) return;
        offer(p);
        const double y = axes.origin.y(), z = axes.origin.z();
        m_make.out().handles.push_back({"padSpacing", "front", {m_tube.x(), y, z}, Vec3(0, 0.5, 0)});
        m_make.out().handles.push_back({"padWidth", "front", {m_tube.x(), y + half, z}, Vec3(0, 0.5, 0)});
    }

    void offer(const SheetPart &left) {
        for (const Hole &h : left.holes) {
            OfferedHold o;
            o.hold.id = h.id;
            o.hold.name = fmt::format("pad, {} nut", h.id);
            o.hold.kind = "crossmember";
            o.hold.face = "down";
            o.hold.at = left.axes.toWorld(h.at) - Vec3(0, 0, left.thickness / 2);
            o.hold.diameter = m_bolt->diameter;
            o.hold.thickness = left.thickness;
            o.hold.ultimate = m_tube.plate().in(left.thickness).ultimate;
            o.hold.known.trust = rig::Trust::Measured;
            o.left = "pad.left";
            o.right = "pad.right";
            m_make.out().offers.push_back(std::move(o));
        }
    }

    Maker &m_make;
    const FrameTube &m_tube;
    const stock::BoltSize *m_bolt;
};

Result<Assembly> buildCrossmember(const BuildInput &input) {
    Maker maker(input, *pattern("frame-crossmember"));
    const double x = -maker.number("behind"), z = maker.rig().railCenterAt(x) - maker.number("drop");
    FrameTube tube(maker, x, z);
    tube.check();
    SkidPads pads(maker, tube);
    pads.check();
    if (maker.refused()) return maker.finish();
    tube.add("crossmember tube");
    pads.add();
    Assembly &out = maker.out();
    out.grounds.push_back({"middle",
                           "Rock under the crossmember",
                           "tube",
                           {x, 0, tube.underside()},
                           Vec3::UnitZ(),
                           GroundSpot::Kind::Rock,
                           Share::Whole});
    out.handles.push_back({"behind", "side", {x, 0, z}, -Vec3::UnitX()});
    out.handles.push_back({"behind", "top", {x, 0, z}, -Vec3::UnitX()});
    out.handles.push_back({"drop", "front", {x, 0, z}, -Vec3::UnitZ()});
    return maker.finish();
}

}  // namespace

Pattern frameCrossmember() {
    return {
        "frame-crossmember",
        "Crossmember",
        "A tube between the rails on end plates bolted to their inner sides, with gussets ahead of it and "
        "behind, and pads under it that skids are bolted to.",
        Where::Underneath,
        "LT",
        frameCrossmemberSettings(),
        buildCrossmember,
        {{"gauge/breakover", "drop", -5},
         {"gauge/clearance", "drop", -5},
         {"gap/", "behind", 40},
         {"role/beam", "gussetLeg", 20},
         {"role/foot", "endLength", 20},
         {"role/mount", "padThickness", 2},
         {"check/bolt/", "endLength", 20}},
        {"Propeller shaft and exhaust pass at full travel.", "Lines and wiring along the rails are clear.",
         "The transmission is held while the old one is out.", "Bolts can be reached with a wrench."}};
}

}  // namespace hefty::armor
