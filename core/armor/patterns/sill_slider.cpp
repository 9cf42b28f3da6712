#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/cover.h"
#include "core/armor/making/hold_bolts.h"
#include "core/armor/making/house_practice.h"
#include "core/armor/making/settings.h"

namespace hefty::armor {
namespace {

// House practice, mm (docs/methods.md, "Sliders").
constexpr double together = 180;  // holds nearer to each other than this along the sill share a plate

std::vector<SettingDescriptor> sillSliderSettings() {
    std::vector<SettingDescriptor> s;
    s.push_back(lengthSetting("front", "Front end behind axle", "Shape", 520, 300, 2500,
                              "From the middle of the front wheel back to the front end of the main tube."));
    s.push_back(lengthSetting("length", "Length", "Shape", 1700, 600, 4000, "Of the main tube, end to end."));
    s.push_back(lengthSetting("reach", "Mounts to main tube", "Shape", 190, 60, 500,
                              "From the faces of the mounts out to the center line of the main tube."));
    s.push_back(lengthSetting("drop", "Main tube below the mounts", "Shape", 20, -100, 200,
                              "Of its center line below the middle of the mounts."));
    s.push_back(lengthSetting("kick", "Kick-out", "Shape", 90, 0, 250,
                              "How far the rear end is bent outward; 0 leaves it straight."));
    s.push_back(
        lengthSetting("kickLength", "Length of the kick-out", "Shape", 320, 150, 900, "Along the sill."));
    s.push_back(lengthSetting("bendRadius", "Bend radius", "Shape", 150, 60, 400,
                              "Of the die, to the center line of the tube."));
    s.push_back(choiceSetting("section", "Main tube", "Stock", Choice::SquareTube, "SHS 60x60x5",
                              "Tube along the sill."));
    s.push_back(choiceSetting("legSection", "Legs", "Stock", Choice::SquareTube, "SHS 50x50x4",
                              "Tube from the mounts to the main tube."));
    s.push_back(tubeMaterialSetting("Grade on the mill certificate of the tubes."));
    s.push_back(plateMaterialSetting("Grade of plates and seam bar."));
    s.push_back(thicknessSetting("footThickness", "Mount plates", "Plates", 10, "Bolted to the mounts."));
    s.push_back(
        lengthSetting("footLength", "Length of a mount plate", "Plates", 170, 80, 400, "Along the sill."));
    s.push_back(lengthSetting("seamOut", "Seam from the mounts", "Seam", 60, 0, 250,
                              "From the faces of the mounts out to the sill's seam."));
    s.push_back(lengthSetting("seamBar", "Seam bar", "Seam", 40, 0, 120,
                              "Width of the flat bar that lies under the seam; 0 leaves it out."));
    s.push_back(thicknessSetting("seamThickness", "Seam bar, thickness", "Seam", 8, "Of the flat bar."));
    SettingDescriptor give =
        lengthSetting("seamStiffness", "Seam and its rubber", "Seam", 60, 1, 5000,
                      "How stiff a millimeter of the seam is with what lies between, N/mm.");
    give.quantity = measure::Quantity::Rate;
    s.push_back(std::move(give));
    s.push_back(choiceSetting("boltGrade", "Bolt grade", "Bolts", Choice::BoltGrade, "8.8",
                              "The bolts into the mounts; their size follows the mounts measured."));
    s.push_back(fillerSetting());
    s.push_back(legSetting("legWeld", "Leg, legs", 5, "Around the legs, at plate and main tube."));
    s.push_back(legSetting("seamWeld", "Leg, seam bar", 4, "Along the seam bar where it lies on the legs."));
    s.push_back(legSetting("capWeld", "Leg, end caps", 3, "Caps on the main tube."));
    onlyWith(s, "kick", {"kickLength", "bendRadius"});
    onlyWith(s, "seamBar", {"seamOut", "seamThickness", "seamStiffness", "seamWeld"});
    return s;
}

/// A tube along each sill of a body without a frame, on legs from its step mounts, with a flat bar that bears
/// on the seam of the sill.
class SillSlider {
  public:
    SillSlider(const BuildInput &input, const Pattern &pattern)
        : m_make(input, pattern),
          m_main(m_make.barOf("section", "tubeMaterial")),
          m_leg(m_make.barOf("legSection", "tubeMaterial")),
          m_plate(m_make.materialOf("plateMaterial")),
          m_front(-number("front")),
          m_rear(m_front - number("length")) {
        for (HoldSpot &spot : holdSpots(m_make.vehicle(), {"step-mount"}, "out"))
            if (spot.at.x() < m_front - 40 && spot.at.x() > m_rear + 40) m_spots.push_back(std::move(spot));
    }

    Result<Assembly> build() {
        check();
        if (m_make.refused()) return m_make.finish();
        for (const Side &side : bothSides) {
            addMain(side);
            int i = 0;
            for (const std::vector<HoldSpot> &group : groupsOf(side)) addMount(side, group, ++i);
            if (m_make.wanted("seamBar")) addSeamBar(side);
            addPlaces(side);
        }
        addHandles();
        return m_make.finish();
    }

  private:
    [[nodiscard]] double number(std::string_view id) const { return m_make.number(id); }

    /// The holds of one side, those near each other together, from the front.
    [[nodiscard]] std::vector<std::vector<HoldSpot>> groupsOf(const Side &side) const {
        std::vector<HoldSpot> list;
        for (const HoldSpot &s : m_spots)
            if (s.at.y() * side.sign > 0) list.push_back(s);
        std::sort(list.begin(), list.end(),
                  [](const HoldSpot &a, const HoldSpot &b) { return a.at.x() > b.at.x(); });
        std::vector<std::vector<HoldSpot>> out;
        for (HoldSpot &s : list) {
            if (out.empty() || out.back().front().at.x() - s.at.x() > together) out.emplace_back();
            out.back().push_back(std::move(s));
        }
        return out;
    }
    [[nodiscard]] double face() const { return std::abs(m_spots.front().at.y()); }
    [[nodiscard]] double level() const {
        double sum = 0;
        for (const HoldSpot &s : m_spots) sum += s.at.z() / static_cast<double>(m_spots.size());
        return sum;
    }
    [[nodiscard]] double z() const { return level() - number("drop"); }
    [[nodiscard]] double y() const { return face() + number("reach"); }

    void check() {
        if (m_make.refused()) return;
        if (groupsOf(bothSides[0]).size() < 2)
            return m_make.refuse("Fewer than two step mounts that look to the side lie along the slider.",
                                 "holds",
                                 "Measure the step mounts (Lists, Holds), or make the slider longer.");
        for (const HoldSpot &s : m_spots)
            if (std::abs(std::abs(s.at.y()) - face()) > 3)
                m_make.refuse(fmt::format("{} stands {:.0f} mm further {} than {}.", s.label,
                                          std::abs(std::abs(s.at.y()) - face()),
                                          std::abs(s.at.y()) > face() ? "out" : "in", m_spots.front().label),
                              "holds", "Put spacers on those further in and measure their faces.");
        if (number("reach") < number("footThickness") + m_main.section.height / 2 + 20)
            m_make.refuse("The main tube stands against the mount plates.", "reach", "Set it further out.");
        if (m_leg.section.height > m_main.section.height - 8)
            m_make.refuse(
                "The legs are as high as the tube that they end on: their weld needs a flat beside it.",
                "legSection", "Take lower ones.");
        if (number("kick") > 0 && number("kickLength") > number("length") / 2)
            m_make.refuse("The kick-out is longer than half of the slider.", "kickLength",
                          "Make it shorter.");
        if (number("seamBar") > 0 &&
            (number("seamOut") < number("footThickness") + number("seamBar") / 2 ||
             number("seamOut") + number("seamBar") / 2 > number("reach") - m_main.section.height / 2))
            m_make.refuse("The seam bar does not lie between mount plates and main tube.", "seamOut",
                          "Measure the seam again, or set the main tube further out.");
    }

    void addMain(const Side &side) {
        const Vec3 front(m_front, side.sign * y(), z()),
            rear(m_rear, side.sign * (y() + number("kick")), z());
        std::vector<PathPoint> bends;
        if (m_make.wanted("kick"))
            bends.push_back({{m_rear + number("kickLength"), side.sign * y(), z()}, number("bendRadius")});
        const BarPart &main =
            m_make.bar(side.of("main"), {Role::Beam, "section", "legWeld", 0, side.people("main tube"), {}},
                       m_main, front, rear, bends);
        addEndCap(m_make, side.of("cap") + ".front", fmt::format("front cap of the {} main tube", side.name),
                  main, false, "capWeld", m_plate);
        addEndCap(m_make, side.of("cap") + ".rear", fmt::format("rear cap of the {} main tube", side.name),
                  main, true, "capWeld", m_plate);
    }

    void addMount(const Side &side, const std::vector<HoldSpot> &group, int i) {
        const double t = number("footThickness");
        double x = 0, low = z() - m_leg.section.height / 2 - 12, high = z() + m_leg.section.height / 2 + 12;
        for (const HoldSpot &s : group) {
            x += s.at.x() / static_cast<double>(group.size());
            low = std::min(low, s.at.z() - aroundBolt);
            high = std::max(high, s.at.z() + aroundBolt);
        }
        double half = number("footLength") / 2;
        for (const HoldSpot &s : group) half = std::max(half, std::abs(s.at.x() - x) + aroundBolt);
        Axes axes = uprightAlong(side.sign * (face() + t / 2));
        axes.origin.x() = x;
        const std::string nth = fmt::format("{}.{}", side.name, i);
        SheetPart &p = m_make.sheet(
            "foot." + nth,
            {Role::Foot, "footThickness", "legWeld", 0, fmt::format("{} mount plate {}", side.name, i), {}},
            axes, {{-half, low}, {half, low}, {half, high}, {-half, high}}, t, m_plate);
        parts::addCrossStrips(p);
        for (const HoldSpot &s : group) boltToHold(m_make, p, s, m_make.text("boltGrade"), "boltGrade");
        if (i == 1 && side.sign > 0 && half <= number("footLength") / 2)
            m_make.out().handles.push_back(
                {"footLength", "side", p.axes.toWorld(Vec2(half, (low + high) / 2)), Vec3(0.5, 0, 0)});
        m_make.bar("leg." + nth,
                   {Role::Leg, "legSection", "legWeld", 0, fmt::format("{} leg {}", side.name, i), {}}, m_leg,
                   {x, side.sign * (face() + t), z()},
                   {x, side.sign * (y() - m_main.section.width / 2), z()});
    }

    /// A datum of the vehicle that was measured; else 0.
    [[nodiscard]] double measured(const char *id) const {
        const auto &data = m_make.vehicle().data;
        const auto it = data.find(id);
        return it != data.end() && it->second.trust == rig::Trust::Measured ? it->second.value : 0;
    }

    /// Lies on the legs under the seam, which presses it down.
    void addSeamBar(const Side &side) {
        const double t = number("seamThickness"), half = number("seamBar") / 2;
        const double at = side.sign * (face() + number("seamOut")), top = z() + m_leg.section.height / 2;
        const auto groups = groupsOf(side);
        const double x1 = groups.front().front().at.x() + number("footLength") / 2;
        const double x0 = groups.back().front().at.x() - number("footLength") / 2;
        SheetPart &bar = m_make.sheet(
            side.of("seam"), {Role::Lip, "seamThickness", "seamWeld", 0, side.people("seam bar"), {}},
            levelAt(top + t / 2), {{x0, at - half}, {x1, at - half}, {x1, at + half}, {x0, at + half}}, t,
            m_plate);
        bar.strips.push_back({{x0, at}, {x1, at}, 2 * half});
        m_make.out().bearings.push_back({side.of("sill"),
                                         bar.name,
                                         {x1, at, top + t},
                                         {x0, at, top + t},
                                         -Vec3::UnitZ(),
                                         number("seamStiffness"),
                                         measured("seamThickness"),
                                         measured("seamDepth")});
    }

    void addPlaces(const Side &side) {
        Assembly &out = m_make.out();
        const auto groups = groupsOf(side);
        const double r = m_main.section.height / 2;
        const auto rock = [&](const char *id, const char *where, double x) {
            out.grounds.push_back({fmt::format("{}.{}", side.name, id),
                                   fmt::format("Rock under the {} slider, {}", side.name, where),
                                   side.of("main"), Vec3(x, side.sign * y(), z() - r), Vec3::UnitZ(),
                                   GroundSpot::Kind::Rock, Share::Whole});
        };
        rock("tip", "front tip of the main tube", m_front - 30);
        rock("middle", "between the first two legs",
             (groups[0].front().at.x() + groups[1].front().at.x()) / 2);
        rock("rear", "before its kick-out",
             m_rear + (m_make.wanted("kick") ? number("kickLength") + besideCorner : 60));
        for (const bool front : {true, false})
            out.jacks.push_back(
                {fmt::format("{}.{}", side.name, front ? "front" : "rear"),
                 fmt::format("Jack under the {} slider at its {} leg", side.name, front ? "front" : "rear"),
                 side.of("main"),
                 Vec3((front ? groups.front() : groups.back()).front().at.x(), side.sign * y(), z() - r),
                 front});
        out.steps.push_back(
            {side.of("main"), Vec3((m_front + m_rear) / 2, side.sign * y(), z() + r), side.of("main")});
    }

    void addHandles() {
        auto &h = m_make.out().handles;
        h.push_back({"front", "side", {m_front, 0, z()}, -Vec3::UnitX()});
        h.push_back({"length", "side", {m_rear, 0, z()}, -Vec3::UnitX()});
        h.push_back({"drop", "side", {(m_front + m_rear) / 2, 0, z()}, -Vec3::UnitZ()});
        h.push_back({"front", "top", {m_front, y(), z()}, -Vec3::UnitX()});
        h.push_back({"reach", "top", {(m_front + m_rear) / 2, y(), z()}, Vec3::UnitY()});
        h.push_back({"kick", "top", {m_rear, y() + number("kick"), z()}, Vec3::UnitY()});
        h.push_back({"reach", "front", {m_front, y(), z()}, Vec3::UnitY()});
        if (m_make.wanted("kick"))
            h.push_back({"kickLength", "top", {m_rear + number("kickLength"), y(), z()}, Vec3::UnitX()});
        if (!m_make.wanted("seamBar")) return;
        const double seam = face() + number("seamOut"), top = z() + m_leg.section.height / 2;
        h.push_back({"seamOut", "front", {m_front, seam, top}, Vec3::UnitY()});
        h.push_back({"seamBar", "front", {m_front, seam + number("seamBar") / 2, top}, Vec3(0, 0.5, 0)});
    }

    Maker m_make;
    StockedBar m_main, m_leg;
    stock::Material m_plate;
    double m_front, m_rear;
    std::vector<HoldSpot> m_spots;
};

}  // namespace

Pattern sillSlider() {
    return {"sill-slider",
            "Sliders on sill and step mounts",
            "A pair for a body without a frame: a tube along each sill on legs from the step mounts, and a "
            "flat bar under the seam of the sill that it bears on.",
            Where::Sides,
            "LUS",
            sillSliderSettings(),
            [](const BuildInput &input) { return SillSlider(input, *pattern("sill-slider")).build(); },
            {{"gauge/breakover", "drop", -10},
             {"gauge/clearance", "drop", -10},
             {"gap/", "front", 20},
             {"gap/", "length", -40},
             {"role/leg", "reach", -20},
             {"role/foot", "footLength", 20},
             {"role/beam", "reach", -20},
             {"hold/", "seamBar", 10},
             {"hold/", "reach", -20},
             {"bolt/", "footLength", 20}},
            {"The seam is clean, sealed and painted before the bar goes on.", "Jacking points stay free.",
             "Doors open over the tube.", "Drain holes of the sill stay open.",
             "Large washers inside, where the mounts are sheet.",
             "Wheels at full lock and bump clear the front ends."},
            false,
            {{"Ends of the tube", {{"Kicked out", {{"kick", 90.0}}}, {"Straight", {{"kick", 0.0}}}}}}};
}

}  // namespace hefty::armor
