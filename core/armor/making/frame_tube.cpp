#include "core/armor/making/frame_tube.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/house_practice.h"
#include "core/armor/making/rail_foot.h"
#include "core/armor/making/settings.h"

namespace hefty::armor {

void addFrameTubeSettings(std::vector<SettingDescriptor> &s, const std::string &tube) {
    s.push_back(
        choiceSetting("section", "Tube", "Stock", Choice::SquareTube, tube, "Across between the rails."));
    s.push_back(tubeMaterialSetting("Grade on the mill certificate of the tube."));
    s.push_back(plateMaterialSetting("Grade of the plates."));
    s.push_back(
        thicknessSetting("endThickness", "End plates", "Plates", 10, "Bolted to the rails' inner sides."));
    s.push_back(
        lengthSetting("endLength", "Length of an end plate", "Plates", 170, 100, 400, "Along the rail."));
    s.push_back(lengthSetting("gussetLeg", "Gussets", "Plates", 60, 0, 160,
                              "Triangles ahead of and behind the tube; 0 leaves them out."));
    s.push_back(thicknessSetting("gussetThickness", "Gusset plate", "Plates", 6, "Plate of the gussets."));
    s.push_back(choiceSetting("bolt", "Frame bolts", "Bolts", Choice::Bolt, "M12",
                              "Four an end, drilled through the rail, with crush sleeves."));
    s.push_back(mountBoltGradeSetting("Of the bolts through the rails."));
    s.push_back(fillerSetting());
    s.push_back(legSetting("endWeld", "Leg, end plates", 5, "Around the tube on its end plates."));
    s.push_back(legSetting("gussetWeld", "Leg, gussets", 4, "Gussets to tube and end plate."));
    onlyWith(s, "gussetLeg", {"gussetThickness", "gussetWeld"});
}

FrameTube::FrameTube(Maker &maker, double x, double z)
    : m_make(maker),
      m_tube(maker.barOf("section", "tubeMaterial")),
      m_plate(maker.materialOf("plateMaterial")),
      m_bolt(maker.found("bolt", &stock::Stock::bolt)),
      m_x(x),
      m_z(z),
      m_face(maker.rig().railSpacing / 2 - maker.rig().railWidth / 2) {}

double FrameTube::half() const {
    return m_face - number("endThickness");
}

double FrameTube::high() const {
    return m_make.rig().railHeight / 2 - belowFlange;
}

void FrameTube::check() {
    if (m_make.refused()) return;
    if (m_tube.section.height / 2 + std::abs(m_make.rig().railCenterAt(m_x) - m_z) > high() - 4)
        m_make.refuse("The tube stands beyond the end plates.", "drop", "Take a lower tube or less drop.");
    if (number("endLength") < m_tube.section.width + 4 * m_bolt->hole)
        m_make.refuse("There is no room for bolts beside the tube.", "endLength",
                      "Make the end plates longer.");
    for (const double x : m_make.rig().crossmembers)
        if (std::abs(x - m_x) < number("endLength") / 2 + 40)
            m_make.refuse("The vehicle has a crossmember there already.", "behind",
                          "Move it along the rails.");
}

void FrameTube::add(const std::string &label) {
    m_make.bar("tube", {Role::Beam, "section", "endWeld", 0, label, {}}, m_tube, {m_x, half(), m_z},
               {m_x, -half(), m_z});
    for (const Side &side : bothSides) {
        addEnd(side);
        if (m_make.wanted("gussetLeg"))
            for (const bool ahead : {true, false}) addGusset(side, ahead);
    }
    auto &h = m_make.out().handles;
    h.push_back({"endLength",
                 "side",
                 {m_x + number("endLength") / 2, m_face, m_make.rig().railCenterAt(m_x)},
                 Vec3(0.5, 0, 0)});
    if (m_make.wanted("gussetLeg"))
        h.push_back({"gussetLeg",
                     "top",
                     {m_x + m_tube.section.width / 2, half() - number("gussetLeg"), m_z},
                     -Vec3::UnitY()});
}

void FrameTube::addEnd(const Side &side) {
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
void FrameTube::addGusset(const Side &side, bool ahead) {
    const double leg = number("gussetLeg"), way = ahead ? 1 : -1;
    const double x = m_x + way * m_tube.section.width / 2, y = side.sign * (m_face - number("endThickness"));
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

}  // namespace hefty::armor
