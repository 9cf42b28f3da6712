#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/maker.h"
#include "core/armor/making/rail_foot.h"
#include "core/armor/making/settings.h"

namespace hefty::armor {
namespace {

constexpr double belowFlange = 5;  // mm: an end plate ends this far from the edges of the rail

std::vector<SettingDescriptor> settings() {
    std::vector<SettingDescriptor> s;
    s.push_back(lengthSetting("behind", "Behind the front axle", "Shape", 1500, 200, 4500,
                              "From the middle of the front wheel back to the middle of the tube."));
    s.push_back(lengthSetting("drop", "Below the rails' middle", "Shape", 0, -60, 60,
                              "Of the tube's center line: the end plates stand on the rails' inner sides."));
    s.push_back(
        choiceSetting("section", "Tube", "Stock", Choice::SquareTube, "RHS 80x60x4", "Across the vehicle."));
    s.push_back(tubeMaterialSetting("Grade on the mill certificate of the tube."));
    s.push_back(plateMaterialSetting("Grade of the end plates."));
    s.push_back(
        thicknessSetting("endThickness", "End plates", "Plates", 10, "Bolted to the rails' inner sides."));
    s.push_back(
        lengthSetting("endLength", "Length of an end plate", "Plates", 170, 100, 360, "Along the rail."));
    s.push_back(lengthSetting("gussetLeg", "Gussets", "Plates", 60, 0, 160,
                              "Triangles ahead of and behind the tube; 0 leaves them out."));
    s.push_back(thicknessSetting("gussetThickness", "Gusset plate", "Plates", 6, "Plate of the gussets."));
    s.push_back(choiceSetting("bolt", "Frame bolts", "Bolts", Choice::Bolt, "M12",
                              "Four an end, drilled through the rail, with crush sleeves."));
    s.push_back(mountBoltGradeSetting("Of the bolts through the rails."));
    s.push_back(fillerSetting());
    s.push_back(legSetting("endWeld", "Leg, end plates", 5, "Around the tube on its end plates."));
    s.push_back(legSetting("gussetWeld", "Leg, gussets", 4, "Gussets to tube and end plate."));
    return s;
}

/// A tube between the rails on end plates bolted to their inner sides.
class FrameCrossmember {
  public:
    FrameCrossmember(const BuildInput &input, const Pattern &pattern)
        : m_make(input, pattern),
          m_tube(m_make.barOf("section", "tubeMaterial")),
          m_plate(m_make.materialOf("plateMaterial")),
          m_bolt(m_make.found("bolt", &stock::Stock::bolt)),
          m_x(-number("behind")),
          m_z(m_make.rig().railCenterAt(m_x) - number("drop")),
          m_face(m_make.rig().railSpacing / 2 - m_make.rig().railWidth / 2) {}

    Result<Assembly> build() {
        check();
        if (m_make.refused()) return m_make.finish();
        const double y = m_face - number("endThickness");
        m_make.bar("tube", {Role::Beam, "section", "endWeld", 0, "crossmember tube", {}}, m_tube,
                   {m_x, y, m_z}, {m_x, -y, m_z});
        for (const Side &side : bothSides) {
            addEnd(side);
            if (m_make.wanted("gussetLeg"))
                for (const bool ahead : {true, false}) addGusset(side, ahead);
        }
        Assembly &out = m_make.out();
        out.grounds.push_back({"middle",
                               "Rock under the crossmember",
                               "tube",
                               {m_x, 0, m_z - m_tube.section.height / 2},
                               Vec3::UnitZ(),
                               GroundSpot::Kind::Rock,
                               Share::Whole});
        out.handles.push_back({"behind", "side", {m_x, 0, m_z}, -Vec3::UnitX()});
        out.handles.push_back({"behind", "top", {m_x, 0, m_z}, -Vec3::UnitX()});
        out.handles.push_back({"drop", "front", {m_x, 0, m_z}, -Vec3::UnitZ()});
        return m_make.finish();
    }

  private:
    [[nodiscard]] double number(std::string_view id) const { return m_make.number(id); }
    [[nodiscard]] double high() const { return m_make.rig().railHeight / 2 - belowFlange; }

    void check() {
        if (m_make.refused()) return;
        if (m_tube.section.height / 2 + std::abs(number("drop")) > high() - 4)
            m_make.refuse("The tube stands beyond the end plates.", "drop",
                          "Take a lower tube or less drop.");
        if (number("endLength") < m_tube.section.width + 4 * m_bolt->hole)
            m_make.refuse("There is no room for bolts beside the tube.", "endLength",
                          "Make the end plates longer.");
        for (const double x : m_make.rig().crossmembers)
            if (std::abs(x - m_x) < number("endLength") / 2 + 40)
                m_make.refuse("The vehicle has a crossmember there already.", "behind",
                              "Move it along the rails.");
    }

    void addEnd(const Side &side) {
        const double t = number("endThickness"), half = number("endLength") / 2;
        RailFoot foot;
        foot.name = side.of("end");
        foot.mount = side.of("mount");
        foot.label = fmt::format("bolts of the {} end plate", side.name);
        foot.made = {Role::Foot, "endThickness", "endWeld", 0, side.people("end plate"), {}};
        foot.middle = {m_x, side.sign * (m_face - t / 2), m_make.rig().railCenterAt(m_x)};
        foot.way = -side.sign;
        foot.half = half;
        foot.high = high();
        foot.thickness = t;
        foot.edge = std::max(edgeByHole * m_bolt->hole, 20.0);
        foot.material = m_plate;
        foot.bolt = m_bolt;
        addRailFoot(m_make, foot);
    }

    /// Level, in the corner between the tube's side and the end plate.
    void addGusset(const Side &side, bool ahead) {
        const double leg = number("gussetLeg"), way = ahead ? 1 : -1;
        const double x = m_x + way * m_tube.section.width / 2,
                     y = side.sign * (m_face - number("endThickness"));
        const double most = number("endLength") / 2 - m_tube.section.width / 2;
        const double along = std::min(leg, most);
        SheetPart &p = m_make.sheet(fmt::format("gusset.{}.{}", side.name, ahead ? "front" : "rear"),
                                    {Role::Gusset,
                                     "gussetThickness",
                                     "gussetWeld",
                                     0,
                                     fmt::format("{} gusset, {}", side.name, ahead ? "ahead" : "behind"),
                                     {}},
                                    levelAt(m_z), {{x, y}, {x + way * along, y}, {x, y - side.sign * leg}},
                                    number("gussetThickness"), m_plate);
        p.strips.push_back({{x + way * along / 2, y}, {x, y - side.sign * leg / 2}, leg / 2});
    }

    Maker m_make;
    StockedBar m_tube;
    stock::Material m_plate;
    const stock::BoltSize *m_bolt;
    double m_x, m_z, m_face;
};

}  // namespace

Pattern frameCrossmember() {
    return {
        "frame-crossmember",
        "Crossmember",
        "A tube between the rails on end plates bolted to their inner sides, with gussets ahead of it and "
        "behind.",
        Where::Underneath,
        "LT",
        settings(),
        [](const BuildInput &input) {
            return FrameCrossmember(input, *pattern("frame-crossmember")).build();
        },
        {{"gauge/breakover", "drop", -5},
         {"gauge/clearance", "drop", -5},
         {"gap/", "behind", 40},
         {"role/beam", "gussetLeg", 20},
         {"role/foot", "endLength", 20},
         {"check/bolt/", "endLength", 20}},
        {"Propeller shaft and exhaust pass at full travel.", "Lines and wiring along the rails are clear.",
         "The transmission is held while the old one is out.", "Bolts can be reached with a wrench."}};
}

}  // namespace hefty::armor
