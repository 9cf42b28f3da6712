#include <algorithm>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

#include "core/armor/making/cover.h"
#include "core/armor/making/hub_plate.h"
#include "core/armor/making/settings.h"
#include "core/armor/making/slip_tube.h"

namespace hefty::armor {
namespace {

constexpr double friction = 0.3;  // of painted tubes in a receiver (docs/methods.md, "Slip fits")

std::vector<SettingDescriptor> receiverWheelRackSettings() {
    std::vector<SettingDescriptor> s;
    s.push_back(lengthSetting("length", "Length of the rack", "Shape", 820, 300, 2000,
                              "From the mouths of the receivers to the rear end."));
    s.push_back(lengthSetting("crossAt", "First crossbars behind the mouths", "Shape", 60, 30, 400,
                              "From the mouths to the middle of the bars."));
    s.push_back(
        lengthSetting("hitchReach", "Middle tube behind the rack", "Shape", 120, 0, 500,
                      "The middle tube goes on by this and takes the coupling; 0: it ends with the rack."));
    s.push_back(choiceSetting("section", "Tubes in the receivers", "Stock", Choice::SquareTube, "SHS 50x50x5",
                              "Have to go into the receivers with little play."));
    s.push_back(choiceSetting("crossSection", "Crossbars", "Stock", Choice::SquareTube, "SHS 40x40x4",
                              "Between the long tubes, in front and behind."));
    s.push_back(tubeMaterialSetting("Grade on the mill certificate of the tubes."));
    s.push_back(plateMaterialSetting("Grade of the plates."));
    addSlipSettings(s);
    s.push_back(
        thicknessSetting("hubThickness", "Wheel plate", "Plates", 8, "Plate that the wheel lies on."));
    s.push_back(lengthSetting("wheelBehind", "Middle of the wheel behind the mouths", "Wheel", 450, 150, 1800,
                              "Along the vehicle."));
    addWheelSettings(
        s, {.radius = 420, .width = 285, .mass = 62, .studCircle = 170, .studSize = 18, .standoff = 150});
    s.push_back(massSetting("towMass", "Trailer", "Bought", 0, 0, 10000,
                            "Mass of the heaviest trailer on the middle tube; 0 for none."));
    s.push_back(lengthSetting("ballReach", "Ball behind the middle tube", "Shape", 170, 80, 400,
                              "From its end to the middle of the coupling."));
    s.push_back(fillerSetting());
    s.push_back(legSetting("crossWeld", "Leg, crossbars", 4, "Around the ends of the crossbars."));
    s.push_back(legSetting("plateWeld", "Leg, wheel plate", 4, "Along the wheel plate."));
    s.push_back(legSetting("capWeld", "Leg, end caps", 3, "Caps on the long tubes."));
    onlyWith(s, "towMass", {"ballReach"});
    return s;
}

/// A flat frame on two or three tubes that slide into receivers behind the vehicle, with a wheel that lies on
/// it.
class WheelRack {
  public:
    WheelRack(const BuildInput &input, const Pattern &pattern)
        : m_make(input, pattern),
          m_long(m_make.barOf("section", "tubeMaterial")),
          m_cross(m_make.barOf("crossSection", "tubeMaterial")),
          m_plate(m_make.materialOf("plateMaterial")),
          m_receivers(receiversOf(m_make.vehicle(), "rear")) {}

    Result<Assembly> build() {
        checkReceivers(m_make, m_receivers, m_long, "section");
        if (!m_make.refused()) check();
        if (m_make.refused()) return m_make.finish();
        for (std::size_t i = 0; i < m_receivers.size(); ++i) addTube(i);
        for (std::size_t i = 0; i + 1 < m_receivers.size(); ++i) {
            addCross(i, number("crossAt"), "near");
            addCross(i, number("length") - m_cross.section.width / 2 - 10, "far");
        }
        addPlate();
        tellHowItGoesIn();
        addPlaces();
        return m_make.finish();
    }

  private:
    [[nodiscard]] double number(std::string_view id) const { return m_make.number(id); }
    [[nodiscard]] double mouth() const { return m_receivers.front().at.x(); }
    [[nodiscard]] double z() const { return m_receivers.front().at.z(); }
    [[nodiscard]] double y(std::size_t i) const { return m_receivers[i].at.y(); }
    [[nodiscard]] std::size_t middle() const {
        std::size_t best = 0;
        for (std::size_t i = 1; i < m_receivers.size(); ++i)
            if (std::abs(y(i)) < std::abs(y(best))) best = i;
        return best;
    }
    [[nodiscard]] static std::string tubeName(std::size_t i) { return fmt::format("tube.{}", i + 1); }
    [[nodiscard]] double plateHalf() const {
        return std::max(hubPlateHalf(m_make), std::min(y(0) - y(middle()), y(0) - y(1)) + 10);
    }

    void check() {
        if (m_receivers.size() < 2)
            return m_make.refuse("There is only one receiver behind: a flat rack needs two or three.",
                                 "holds", "Measure the others (Lists, Holds, kind receiver).");
        if (number("length") < number("crossAt") + 2 * m_cross.section.width + 60)
            m_make.refuse("The rack is too short for its crossbars.", "length", "Make it longer.");
        if (m_cross.section.height > m_long.section.height - 2 * m_long.properties.outerRadius + 14)
            m_make.refuse("The crossbars are higher than the flat of the tubes that they end on.",
                          "crossSection", "Take lower ones.");
        for (std::size_t i = 0; i + 1 < m_receivers.size(); ++i)
            if (y(i) - y(i + 1) < m_long.section.width + 60)
                m_make.refuse("The receivers lie too close to each other for a crossbar.", "holds",
                              "Measure them again.");
        if (number("wheelBehind") + hubPlateHalf(m_make) > number("length") ||
            number("wheelBehind") - hubPlateHalf(m_make) < 20)
            m_make.refuse("The wheel plate does not lie on the rack.", "wheelBehind",
                          "Bring it onto the rack, or make the rack longer.");
    }

    void addTube(std::size_t i) {
        const bool hitch = i == middle();
        const double reach = number("length") + (hitch ? number("hitchReach") : 0);
        const BarPart &tube =
            addSlipTube(m_make, tubeName(i),
                        {Role::Beam, "section", "crossWeld", 0, fmt::format("long tube {}", i + 1), {}},
                        m_long, m_receivers[i], reach);
        if (!(hitch && number("towMass") > 0))
            addEndCap(m_make, fmt::format("cap.{}", i + 1), fmt::format("cap of the long tube {}", i + 1),
                      tube, true, "capWeld", m_plate);
    }

    void addCross(std::size_t i, double behind, const char *which) {
        const double x = mouth() - behind, half = m_long.section.width / 2;
        m_make.bar(
            fmt::format("cross.{}.{}", which, i + 1),
            {Role::Beam, "crossSection", "crossWeld", 0, fmt::format("{} crossbar {}", which, i + 1), {}},
            m_cross, {x, y(i) - half, z()}, {x, y(i + 1) + half, z()});
    }

    /// On a seat plate that lies on the middle tube and its neighbors, or that plate itself.
    void addPlate() {
        HubPlate plate;
        plate.name = "hub";
        plate.label = "wheel plate";
        plate.thickness = m_make.sized("hubThickness");
        const double t = plate.thickness.value, x = mouth() - number("wheelBehind"), y = middleOfPlate();
        plate.axes.origin = {x, y, z() + m_long.section.height / 2 + t / 2};
        plate.axes.x = -Vec3::UnitY();
        plate.axes.y = Vec3::UnitX();
        plate.axes.z = Vec3::UnitZ();
        if (m_make.wanted("hubOut")) {
            const double half = plateHalf(), reach = hubPlateHalf(m_make);
            SheetPart &seat = m_make.sheet(
                "seat", {Role::Lip, "hubThickness", "plateWeld", 0, "seat plate", {}}, plate.axes,
                {{-half, -reach}, {half, -reach}, {half, reach}, {-half, reach}}, t, m_plate);
            parts::addCrossStrips(seat);
            plate.axes.origin.z() += t;
        } else {
            plate.half = plateHalf();
        }
        plate.legBy = "plateWeld";
        plate.material = m_plate;
        plate.lean = std::numbers::pi / 2;
        addHubPlate(m_make, plate);
    }
    [[nodiscard]] double middleOfPlate() const {
        return m_receivers.size() == 2 ? (y(0) + y(1)) / 2 : y(middle());
    }

    /// Several tubes have to enter together, and one that is pushed off the middle can bind as a drawer does.
    void tellHowItGoesIn() {
        double play = 1e9, deep = 1e9;
        for (const HoldSpot &r : m_receivers) {
            play = std::min(play, r.hold->inside - m_long.section.height);
            deep = std::min(deep, std::min(number("engaged"), r.hold->depth));
        }
        const double wide = y(0) - y(m_receivers.size() - 1);
        m_make.tell(
            tubeName(middle()),
            {"Its {0} tubes enter together if the distances between them agree with those of the receivers "
             "within {1}.",
             {{static_cast<double>(m_receivers.size()), measure::Quantity::Count},
              {play, measure::Quantity::DrilledLength}}},
            "Tack the rack in its receivers, then weld it.");
        const double mostOff = deep / (2 * friction);
        if (wide / 2 > mostOff)
            m_make.note(tubeName(middle()),
                        {"Pulled at an outer tube it binds: that is {0} off the middle, and with the tubes "
                         "{1} deep it "
                         "slides only if pulled within {2} of it.",
                         {{wide / 2}, {deep}, {mostOff}}},
                        "Let the tubes go in deeper, grease them, or pull it in the middle.");
        else
            m_make.tell(tubeName(middle()),
                        {"Pulled within {0} of its middle it slides without binding, as a drawer does; its "
                         "outer tubes "
                         "lie {1} off it.",
                         {{mostOff}, {wide / 2}}},
                        "Grease the tubes.");
    }

    void addPlaces() {
        Assembly &out = m_make.out();
        const Vec3 end(mouth() - number("length") - number("hitchReach"), y(middle()), z());
        if (m_make.wanted("towMass"))
            out.coupling =
                Coupling{tubeName(middle()), end - Vec3(number("ballReach"), 0, 0), number("towMass")};
        auto &h = out.handles;
        h.push_back({"length", "side", {mouth() - number("length"), 0, z()}, -Vec3::UnitX()});
        h.push_back({"length", "top", {mouth() - number("length"), 0, z()}, -Vec3::UnitX()});
        h.push_back(
            {"crossAt", "top", {mouth() - number("crossAt"), (y(0) + y(1)) / 2, z()}, -Vec3::UnitX()});
        h.push_back({"hitchReach", "side", end, -Vec3::UnitX()});
        if (out.coupling) h.push_back({"ballReach", "side", out.coupling->at, -Vec3::UnitX()});
        h.push_back({"wheelBehind", "top", {mouth() - number("wheelBehind"), 0, z()}, -Vec3::UnitX()});
        h.push_back({"wheelBehind",
                     "side",
                     {mouth() - number("wheelBehind"), 0, z() + number("wheelWidth")},
                     -Vec3::UnitX()});
    }

    Maker m_make;
    StockedBar m_long, m_cross;
    stock::Material m_plate;
    std::vector<HoldSpot> m_receivers;
};

}  // namespace

Pattern receiverWheelRack() {
    return {"receiver-wheel-rack",
            "Wheel rack on receivers",
            "A flat frame whose tubes slide into two or three receivers behind the vehicle, with a wheel "
            "that lies on "
            "it; the middle tube can go on as the hitch.",
            Where::SpareWheel,
            "LTUS",
            receiverWheelRackSettings(),
            [](const BuildInput &input) { return WheelRack(input, *pattern("receiver-wheel-rack")).build(); },
            {{"gauge/departure", "length", -40},
             {"gauge/departure", "hitchReach", -40},
             {"role/beam", "wheelBehind", -40},
             {"role/lip", "hubThickness", 2},
             {"check/pin/", "engaged", 10},
             {"check/slip/", "engaged", 20},
             {"check/frequency/", "wheelBehind", -40},
             {"hold/", "wheelBehind", -40}},
            {"Every pin is secured by its clip.", "The wheel is strapped as well as bolted.",
             "License plate and tail lamps stay seen.", "Two people lift it out: weigh it first.",
             "The exhaust blows free of the wheel."}};
}

}  // namespace hefty::armor
