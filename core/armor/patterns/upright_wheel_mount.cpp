#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/cover.h"
#include "core/armor/making/folded_bar.h"
#include "core/armor/making/hold_bolts.h"
#include "core/armor/making/hub_plate.h"
#include "core/armor/making/settings.h"

namespace hefty::armor {
namespace {

constexpr double aroundPostBolt = 30;  // mm of plate around a bolt
constexpr double sameFace = 3;         // mm: mounts lie in one plane within this

std::vector<SettingDescriptor> uprightWheelMountSettings() {
    std::vector<SettingDescriptor> s;
    s.push_back(lengthSetting("width", "Width of the beam", "Shape", 1400, 500, 2600, "End to end."));
    s.push_back(
        lengthSetting("returnLength", "Returns", "Shape", 0, 0, 600,
                      "Of the ends that turn forward around the body, notched and folded from the beam's own "
                      "tube; 0 leaves them out."));
    s.push_back(angleSetting("returnAngle", "Returns turn by", "Shape", radians(45), radians(10), radians(90),
                             "Forward from across the vehicle."));
    s.push_back(lengthSetting("drop", "Beam below the mounts", "Shape", 0, -120, 250,
                              "Of its center line below the middle of the mounts."));
    s.push_back(lengthSetting("standoff", "Standoff", "Shape", 0, 0, 250,
                              "Of the upright behind the beam's middle, on a short tube; 0: on the beam."));
    s.push_back(lengthSetting("wheelHeight", "Middle of the wheel above the beam", "Shape", 430, 120, 1300,
                              "From the top of the beam."));
    s.push_back(lengthSetting("braceReach", "Feet of the braces", "Shape", 300, 0, 900,
                              "From the upright along the beam, on both sides; 0 leaves them out."));
    s.push_back(
        choiceSetting("section", "Beam", "Stock", Choice::RectTube, "RHS 80x60x4", "Across the vehicle."));
    s.push_back(choiceSetting("uprightSection", "Upright", "Stock", Choice::SquareTube, "SHS 60x60x4",
                              "That the hub plate stands on."));
    s.push_back(choiceSetting("braceSection", "Braces", "Stock", Choice::SquareTube, "SHS 40x40x3",
                              "From the beam up to the upright."));
    s.push_back(tubeMaterialSetting("Grade on the mill certificate of the tubes."));
    s.push_back(plateMaterialSetting("Grade of the plates."));
    s.push_back(thicknessSetting("endThickness", "Mount plates", "Plates", 10, "Bolted to the mounts."));
    s.push_back(thicknessSetting("hubThickness", "Hub plate", "Plates", 10, "That the studs stand in."));
    addWheelSettings(
        s, {.radius = 310, .width = 195, .mass = 21, .studCircle = 112, .studSize = 12, .standoff = 85});
    s.push_back(choiceSetting("boltGrade", "Bolt grade", "Bolts", Choice::BoltGrade, "8.8",
                              "The bolts into the mounts; their size follows the mounts measured."));
    s.push_back(fillerSetting());
    s.push_back(legSetting("beamWeld", "Leg, beam", 5, "Beam to mount plates."));
    s.push_back(legSetting("uprightWeld", "Leg, upright", 5, "Upright, braces and hub plate."));
    s.push_back(legSetting("capWeld", "Leg, end caps", 3, "Caps on the beam."));
    onlyWith(s, "returnLength", {"returnAngle"});
    onlyWith(s, "braceReach", {"braceSection"});
    return s;
}

/// A beam on plates that are bolted to mounts looking rearward, with an upright that carries a wheel, braces
/// to both sides, and places for jacks at its ends.
class UprightWheelMount {
  public:
    explicit UprightWheelMount(Maker &maker)
        : m_make(maker),
          m_beam(maker.barOf("section", "tubeMaterial")),
          m_upright(maker.barOf("uprightSection", "tubeMaterial")),
          m_brace(maker.barOf("braceSection", "tubeMaterial")),
          m_plate(maker.materialOf("plateMaterial")),
          m_spots(holdSpots(maker.vehicle(), {"trailer-frame", "bumper-mount", "crossmember", "body-point"},
                            "rear")) {}

    void build() {
        if (!m_make.refused()) check();
        if (m_make.refused()) return;
        addBeam();
        for (const Side &side : bothSides) addMountPlate(side);
        addUpright();
        if (m_make.wanted("braceReach"))
            for (const Side &side : bothSides) addBrace(side);
        addPlaces();
        addHandles();
    }

  private:
    [[nodiscard]] double number(std::string_view id) const { return m_make.number(id); }
    [[nodiscard]] std::vector<HoldSpot> of(const Side &side) const {
        std::vector<HoldSpot> out;
        for (const HoldSpot &s : m_spots)
            if (s.at.y() * side.sign > 0) out.push_back(s);
        return out;
    }
    [[nodiscard]] double face() const { return m_spots.front().at.x(); }
    [[nodiscard]] double level() const {
        double sum = 0;
        for (const HoldSpot &s : m_spots) sum += s.at.z() / static_cast<double>(m_spots.size());
        return sum;
    }
    [[nodiscard]] double x() const { return face() - number("endThickness") - m_beam.section.width / 2; }
    [[nodiscard]] double z() const { return level() - number("drop"); }
    [[nodiscard]] double top() const { return z() + m_beam.section.height / 2; }
    [[nodiscard]] double wheelZ() const { return top() + number("wheelHeight"); }
    /// x of the upright's center line; with a standoff it stands behind the beam, on the standoff's top.
    [[nodiscard]] double uprightX() const { return x() - number("standoff"); }

    void check() {
        for (const Side &side : bothSides)
            if (of(side).size() < 2)
                return m_make.refuse(
                    fmt::format("Fewer than two mounts that look rearward are known on the {}.", side.name),
                    "holds",
                    "Measure the mounts on the rear of the frame (Lists, Holds): holes in a crossmember or a "
                    "trailer's frame, or bumper mounts.");
        for (const HoldSpot &s : m_spots)
            if (std::abs(s.at.x() - face()) > sameFace)
                m_make.refuse(
                    fmt::format("{} stands {:.0f} mm {} than {}.", s.label, std::abs(s.at.x() - face()),
                                s.at.x() < face() ? "further back" : "further forward",
                                m_spots.front().label),
                    "holds", "Put spacers on those further forward and measure their faces.");
        double outermost = 0;
        for (const HoldSpot &s : m_spots) outermost = std::max(outermost, std::abs(s.at.y()));
        if (number("width") / 2 < outermost + aroundPostBolt)
            m_make.refuse("The beam is narrower than its mounts.", "width", "Make it wider.");
        if (number("wheelHeight") < hubPlateHalf(m_make) + 20)
            m_make.refuse("The hub plate reaches down to the beam.", "wheelHeight", "Raise the wheel.");
        if (number("standoff") > 0 &&
            number("standoff") < (m_beam.section.width + m_upright.section.width) / 2 + 5)
            m_make.refuse("The standoff is shorter than half of the beam and of the upright.", "standoff",
                          "Make it longer, or 0.");
        if (m_upright.section.height > m_beam.section.width + 0.01)
            m_make.refuse("The upright is wider than the beam that it stands on.", "uprightSection",
                          "Take a slimmer one or a wider beam.");
        const double high = number("wheelHeight") - hubPlateHalf(m_make) - 20;
        if (number("braceReach") > 0 && high < 60)
            m_make.refuse("There is no room for braces below the hub plate.", "braceReach",
                          "Raise the wheel, or leave them out.");
        if (number("braceReach") > number("width") / 2 - 60)
            m_make.refuse("The braces reach past the beam.", "braceReach", "Bring their feet in.");
    }

    void addBeam() {
        const double half = number("width") / 2, back = number("returnLength"), turn = number("returnAngle");
        const Provenance made{Role::Beam, "section", "beamWeld", 0, "beam", {}};
        if (!(back > 0)) {
            m_make.bar("beam", made, m_beam, {x(), half, z()}, {x(), -half, z()});
        } else {
            // One tube, its ends turned forward around the body by pie cuts.
            const Vec3 left(x(), half, z()), right(x(), -half, z());
            const auto end = [&](double sign) -> Vec3 {
                return Vec3(x(), sign * half, z()) + Vec3(std::sin(turn), sign * std::cos(turn), 0) * back;
            };
            addFoldedBar(m_make, "beam tube", made, m_beam, end(1), {{left}, {right}}, end(-1), Vec3::UnitZ(),
                         {"return.left", "beam", "return.right"});
            if (m_make.refused()) return;
            for (BarPart &b : m_make.out().bars)
                if (b.name != "beam") b.made.label = b.name == "return.left" ? "left return" : "right return";
        }
        for (const Side &side : bothSides) {
            const BarPart outer = *m_make.out().bar(back > 0 ? side.of("return") : "beam");
            addEndCap(m_make, side.of("cap"), side.people("end cap"), outer, side.sign < 0, "capWeld",
                      m_plate);
        }
    }

    void addMountPlate(const Side &side) {
        const double t = number("endThickness");
        double in = 1e9, out = 0, low = z() - m_beam.section.height / 2 - 14,
               high = z() + m_beam.section.height / 2 + 14;
        for (const HoldSpot &s : of(side)) {
            in = std::min(in, std::abs(s.at.y()) - aroundPostBolt);
            out = std::max(out, std::abs(s.at.y()) + aroundPostBolt);
            low = std::min(low, s.at.z() - aroundPostBolt);
            high = std::max(high, s.at.z() + aroundPostBolt);
        }
        SheetPart &p = m_make.sheet(
            side.of("mount"), {Role::Mount, "endThickness", "beamWeld", 0, side.people("mount plate"), {}},
            uprightAcross(face() - t / 2),
            {{side.sign * in, low}, {side.sign * out, low}, {side.sign * out, high}, {side.sign * in, high}},
            t, m_plate);
        parts::addCrossStrips(p);
        for (const HoldSpot &s : of(side)) {
            boltToHold(m_make, p, s, m_make.text("boltGrade"), "boltGrade");
            if (std::abs(s.at.z() - z()) < m_beam.section.height / 2 + 12)
                m_make.note(p.name,
                            fmt::format("{} lies behind the beam: no wrench gets to its bolt.", s.label),
                            "Lower or raise the beam.");
        }
    }

    void addUpright() {
        const double high = wheelZ() + hubPlateHalf(m_make);
        const bool off = m_make.wanted("standoff");
        if (off)
            m_make.bar("standoff", {Role::Post, "uprightSection", "uprightWeld", 0, "standoff", {}},
                       m_upright, {x() - m_beam.section.width / 2, 0, z()},
                       {uprightX() + m_upright.section.width / 2, 0, z()});
        const double low = off ? z() - m_upright.section.height / 2 - 20 : top();
        m_make.bar("upright", {Role::Post, "uprightSection", "uprightWeld", 0, "upright", {}}, m_upright,
                   {uprightX(), 0, low}, {uprightX(), 0, high}, {}, Vec3::UnitY());
        HubPlate hub;
        hub.name = "hub";
        hub.label = "hub plate";
        hub.thickness = m_make.sized("hubThickness");
        hub.axes.origin = {uprightX() - m_upright.section.width / 2 - hub.thickness.value / 2, 0, wheelZ()};
        hub.axes.x = -Vec3::UnitY();
        hub.axes.y = Vec3::UnitZ();
        hub.axes.z = -Vec3::UnitX();
        hub.half = m_upright.section.height / 2 + 15;
        hub.legBy = "uprightWeld";
        hub.material = m_plate;
        addHubPlate(m_make, hub);
    }

    void addBrace(const Side &side) {
        const double high = wheelZ() - hubPlateHalf(m_make) - 20, foot = number("braceReach");
        const double up = std::min(high, top() + foot);
        BarPart &b = m_make.bar(
            side.of("brace"), {Role::Brace, "braceSection", "uprightWeld", 0, side.people("brace"), {}},
            m_brace, {x(), side.sign * foot, z()}, {uprightX(), 0, up}, {}, Vec3::UnitX());
        Maker::cope(b, false, {"beam"});
        Maker::cope(b, true, {"upright"});
    }

    void addPlaces() {
        Assembly &out = m_make.out();
        const double under = z() - m_beam.section.height / 2, half = number("width") / 2;
        out.steps.push_back({"beam", {x(), half - 60, top()}});
        for (const Side &side : bothSides) {
            out.jacks.push_back({side.name,
                                 fmt::format("Corner jack under the {} end of the beam", side.name),
                                 "beam",
                                 {x(), side.sign * (half - 60), under},
                                 false});
            out.grounds.push_back({side.of("end"),
                                   fmt::format("Rock under the {} end of the beam", side.name), "beam",
                                   Vec3(x(), side.sign * (half - 30), under), Vec3::UnitZ(),
                                   GroundSpot::Kind::Rock, Share::Rear});
        }
    }

    void addHandles() {
        auto &h = m_make.out().handles;
        h.push_back({"width", "front", {x(), number("width") / 2, z()}, Vec3(0, 0.5, 0)});
        h.push_back({"width", "top", {x(), number("width") / 2, z()}, Vec3(0, 0.5, 0)});
        h.push_back({"drop", "side", {x(), 0, z()}, -Vec3::UnitZ()});
        h.push_back({"wheelHeight", "side", {uprightX(), 0, wheelZ()}, Vec3::UnitZ()});
        h.push_back({"wheelHeight", "front", {uprightX(), 0, wheelZ()}, Vec3::UnitZ()});
        h.push_back({"braceReach", "front", {x(), number("braceReach"), top()}, Vec3::UnitY()});
        if (m_make.wanted("returnLength")) {
            const double turn = number("returnAngle"), half = number("width") / 2;
            const Vec3 along(std::sin(turn), std::cos(turn), 0), aside(std::cos(turn), -std::sin(turn), 0);
            const Vec3 fold(x(), half, z());
            h.push_back({"returnLength", "top", fold + along * number("returnLength"), along});
            h.push_back({"returnAngle", "top", fold + along * number("returnLength") / 2,
                         aside * number("returnLength") / 2});
        }
        h.push_back({"standoff", "side", {uprightX(), 0, top()}, -Vec3::UnitX()});
    }

    Maker &m_make;
    StockedBar m_beam, m_upright, m_brace;
    stock::Material m_plate;
    std::vector<HoldSpot> m_spots;
};

}  // namespace

Pattern uprightWheelMount() {
    return {"upright-wheel-mount",
            "Rear beam with upright",
            "For a trailer or a body without a frame: a beam on plates bolted to mounts that look rearward, "
            "and on it "
            "an upright that carries a wheel, with braces to both sides and places for corner jacks.",
            Where::SpareWheel,
            "UR",
            uprightWheelMountSettings(),
            [](const BuildInput &input) {
                Maker maker(input, *pattern("upright-wheel-mount"));
                UprightWheelMount(maker).build();
                return maker.finish();
            },
            {{"gauge/departure", "drop", -10},
             {"role/post", "braceReach", 40},
             {"role/post", "wheelHeight", -20},
             {"role/mount", "endThickness", 2},
             {"role/lip", "hubThickness", 2},
             {"check/frequency/", "braceReach", 40},
             {"hold/", "wheelHeight", -20},
             {"gap/", "standoff", 20}},
            {"The door or tailgate opens past the wheel.", "License plate and lamps stay seen.",
             "Corner jacks clear the departure line when they are folded.",
             "The old beam is sound where the new one is bolted on, or is cut back to sound metal.",
             "Studs are torqued again after the first drive."}};
}

}  // namespace hefty::armor
