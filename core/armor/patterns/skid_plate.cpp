#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/folded_sheet.h"
#include "core/armor/making/hold_bolts.h"
#include "core/armor/making/settings.h"

namespace hefty::armor {
namespace {

// House practice, mm (docs/methods.md, "Skids").
constexpr double flatWithin = 1.5;    // holds of one skid lie in a plane within this
constexpr double fromRib = 12;        // a rib ends this far from folds
constexpr double besideOpening = 40;  // metal that is left beside the service opening

std::vector<SettingDescriptor> settings() {
    std::vector<SettingDescriptor> s;
    s.push_back(lengthSetting("front", "Front bend behind axle", "Shape", 150, -900, 4000,
                              "From the middle of the front wheel back to the bend of the nose."));
    s.push_back(lengthSetting("length", "Length", "Shape", 700, 200, 2500, "Flat part, from bend to bend."));
    s.push_back(lengthSetting("width", "Width", "Shape", 640, 150, 1500, "Across the vehicle."));
    s.push_back(lengthSetting("noseLength", "Nose", "Shape", 160, 0, 500,
                              "From the front bend to the edge, along the sheet; 0 leaves it out."));
    s.push_back(angleSetting("noseRise", "Rise of the nose", "Shape", radians(35), radians(5), radians(80),
                             "How far it is folded up."));
    s.push_back(lengthSetting("tailLength", "Tail", "Shape", 90, 0, 500,
                              "From the rear bend to the edge, along the sheet; 0 leaves it out."));
    s.push_back(angleSetting("tailRise", "Rise of the tail", "Shape", radians(25), radians(5), radians(80),
                             "How far it is folded up, so that nothing catches when backing off."));
    s.push_back(
        lengthSetting("bendRadius", "Inside radius of bends", "Shape", 8, 2, 60, "Of the brake's tool."));
    s.push_back(choiceSetting("plateMaterial", "Sheet", "Stock", Choice::SheetMaterial, "S355",
                              "Steel or aluminum."));
    s.push_back(thicknessSetting("thickness", "Thickness", "Plates", 6, "Of the sheet."));
    s.push_back(countSetting("ribs", "Ribs", "Plates", 2, 0, 5, "Flat bars on edge along its upper side."));
    s.push_back(lengthSetting("ribHeight", "Height of the ribs", "Plates", 30, 10, 120,
                              "There must be room for them above the sheet."));
    s.push_back(lengthSetting("openingLength", "Service opening, length", "Plates", 0, 0, 600,
                              "Along the vehicle; 0 leaves it out."));
    s.push_back(lengthSetting("openingWidth", "Service opening, width", "Plates", 120, 20, 600,
                              "Across the vehicle."));
    s.push_back(lengthSetting("openingBack", "Service opening behind the bend", "Plates", 350, 20, 2500,
                              "From the front bend back to the middle of the opening."));
    s.push_back(choiceSetting("boltGrade", "Bolt grade", "Bolts", Choice::BoltGrade, "8.8",
                              "The bolts into the holds; their size follows the holds measured."));
    s.push_back(fillerSetting());
    s.push_back(legSetting("ribWeld", "Leg, ribs", 4, "Along both sides of the ribs."));
    return s;
}

/// A sheet under the vehicle on threaded bosses or crossmembers, its ends folded up, ribs along its upper
/// side.
class SkidPlate {
  public:
    SkidPlate(const BuildInput &input, const Pattern &pattern)
        : m_make(input, pattern),
          m_metal(m_make.materialOf("plateMaterial")),
          m_front(-number("front")),
          m_rear(m_front - number("length")) {
        for (HoldSpot &spot : holdSpots(m_make.vehicle(), {"boss", "crossmember"}, "down"))
            if (spot.at.x() < m_front && spot.at.x() > m_rear && std::abs(spot.at.y()) < number("width") / 2)
                m_spots.push_back(std::move(spot));
    }

    Result<Assembly> build() {
        check();
        if (m_make.refused()) return m_make.finish();
        addSheet();
        for (const HoldSpot &spot : m_spots)
            boltToHold(m_make, flat(), spot, m_make.text("boltGrade"), "boltGrade");
        addRibs();
        addPlaces();
        addHandles();
        return m_make.finish();
    }

  private:
    [[nodiscard]] double number(std::string_view id) const { return m_make.number(id); }
    [[nodiscard]] double under() const { return m_spots.front().at.z(); }
    [[nodiscard]] std::string flatName() const {
        return m_make.wanted("noseLength") || m_make.wanted("tailLength") ? "skid.1" : "skid";
    }
    SheetPart &flat() {
        for (SheetPart &s : m_make.out().sheets)
            if (s.name == flatName()) return s;
        return m_make.out().sheets.front();
    }

    void check() {
        if (m_make.refused()) return;
        if (m_spots.size() < 3)
            return m_make.refuse(
                fmt::format("{} that looks down lies over the flat part of the skid; at least three have to.",
                            m_spots.empty()       ? "No hold"
                            : m_spots.size() == 1 ? "One hold"
                                                  : "Two holds"),
                "holds", "Measure bosses or holes of crossmembers (Lists, Holds), or make the skid longer.");
        for (const HoldSpot &s : m_spots)
            if (std::abs(s.at.z() - under()) > flatWithin)
                return m_make.refuse(
                    fmt::format("{} lies {:.0f} mm {} than {}: one flat sheet does not reach both.", s.label,
                                std::abs(s.at.z() - under()), s.at.z() > under() ? "higher" : "lower",
                                m_spots.front().label),
                    "holds", "Put spacers on the higher ones and measure their undersides.");
        if (m_make.wanted("openingLength")) {
            const double half = number("openingLength") / 2, back = number("openingBack");
            if (back - half < besideOpening || back + half > number("length") - besideOpening ||
                number("openingWidth") / 2 > number("width") / 2 - besideOpening)
                m_make.refuse("The service opening leaves too little metal beside it.", "openingLength",
                              "Make it smaller or move it.");
        }
    }

    void addSheet() {
        const double t = number("thickness"), half = number("width") / 2;
        const double nose = m_front + number("noseLength"), tail = m_rear - number("tailLength");
        const Axes axes = levelAt(under() - t / 2);
        FoldedOutline outline;
        outline.outline = {{tail, -half}, {nose, -half}, {nose, half}, {tail, half}};
        outline.stays = {(m_front + m_rear) / 2, 0};
        if (m_make.wanted("openingLength")) {
            const double x = m_front - number("openingBack"), l = number("openingLength") / 2,
                         w = number("openingWidth") / 2;
            outline.cutouts.push_back({{x - l, -w}, {x + l, -w}, {x + l, w}, {x - l, w}});
        }
        const double r = number("bendRadius");
        if (m_make.wanted("noseLength"))
            outline.folds.push_back({{m_front, half}, {m_front, -half}, number("noseRise"), r});
        if (m_make.wanted("tailLength"))
            outline.folds.push_back({{m_rear, -half}, {m_rear, half}, number("tailRise"), r});
        const Provenance made{Role::Skin, "thickness", "ribWeld", 0, "skid", {}};
        if (!outline.folds.empty()) return addFoldedSheet(m_make, "skid", made, axes, outline, t, m_metal);
        SheetPart &s = m_make.sheet("skid", made, axes, outline.outline, t, m_metal);
        s.cutouts = outline.cutouts;
        parts::addCrossStrips(s);
    }

    void addRibs() {
        const int count = static_cast<int>(std::lround(number("ribs")));
        const double t = number("thickness"), high = number("ribHeight"), half = number("width") / 2;
        for (int i = 0; i < count; ++i) {
            double y = half * (2.0 * (i + 1) / (count + 1) - 1);
            // A rib goes beside a bolt, not over it.
            for (const HoldSpot &s : m_spots)
                if (std::abs(s.at.y() - y) < 30 + t) y = s.at.y() + (y >= s.at.y() ? 1 : -1) * (30 + t);
            const bool opens = m_make.wanted("openingLength") && std::abs(y) < number("openingWidth") / 2 + t;
            if (opens || std::abs(y) > half - 10) {
                m_make.note(flatName(),
                            fmt::format("Rib {} finds no place between bolts and opening.", i + 1),
                            "Take fewer ribs or a narrower opening.");
                continue;
            }
            SheetPart &rib = m_make.sheet(
                fmt::format("rib.{}", i + 1),
                {Role::Rib, "thickness", "ribWeld", 0, fmt::format("rib {}", i + 1), {}}, uprightAlong(y),
                {{m_rear + fromRib, under()},
                 {m_front - fromRib, under()},
                 {m_front - fromRib, under() + high},
                 {m_rear + fromRib, under() + high}},
                t, m_metal);
            rib.strips.push_back(
                {{m_rear + fromRib, under() + high / 2}, {m_front - fromRib, under() + high / 2}, high});
        }
    }

    void addPlaces() {
        auto &grounds = m_make.out().grounds;
        const double t = number("thickness"), half = number("width") / 2, z = under() - t;
        // The ground meets it anywhere: a grid of places, away from the service opening.
        const double x = (m_front + m_rear) / 2, dx = 0.36 * number("length"), dy = 0.6 * half;
        int n = 0;
        for (const double sx : {1.0, 0.0, -1.0})
            for (const double sy : {1.0, 0.0, -1.0}) {
                const Vec3 at(x + sx * dx, sy * dy, z);
                if (!flat().covers(at.head<2>())) continue;
                const char *along = sx > 0 ? "front" : sx < 0 ? "rear" : "middle";
                const char *across = sy > 0 ? "left" : sy < 0 ? "right" : "center";
                grounds.push_back({fmt::format("{}.{}", along, across),
                                   fmt::format("Ground under the skid, {} {}", along, across), flatName(), at,
                                   Vec3::UnitZ(), GroundSpot::Kind::Patch, Share::Whole});
                ++n;
            }
        if (m_make.wanted("noseLength")) {
            const double rise = number("noseRise"), l = number("noseLength");
            grounds.push_back({"nose", "Ground catches the nose of the skid", "skid.2",
                               Vec3(m_front + l * std::cos(rise), 0, under() - t / 2 + l * std::sin(rise)),
                               -Vec3::UnitX(), GroundSpot::Kind::Lip, Share::Whole});
        }
        if (n == 0)
            m_make.note(flatName(), "No place of the skid could be loaded.", "Move the service opening.");
    }

    void addHandles() {
        auto &h = m_make.out().handles;
        const double z = under();
        h.push_back({"front", "side", {m_front, 0, z}, -Vec3::UnitX()});
        h.push_back({"length", "side", {m_rear, 0, z}, -Vec3::UnitX()});
        h.push_back({"front", "top", {m_front, 0, z}, -Vec3::UnitX()});
        h.push_back({"length", "top", {m_rear, 0, z}, -Vec3::UnitX()});
        h.push_back({"width", "top", {(m_front + m_rear) / 2, number("width") / 2, z}, Vec3(0, 0.5, 0)});
        h.push_back({"width", "front", {m_front, number("width") / 2, z}, Vec3(0, 0.5, 0)});
    }

    Maker m_make;
    stock::Material m_metal;
    double m_front, m_rear;
    std::vector<HoldSpot> m_spots;
};

}  // namespace

Pattern skidPlate() {
    return {"skid-plate",
            "Skid plate",
            "A sheet under the vehicle on threaded bosses or crossmembers, its nose and tail folded up, ribs "
            "along "
            "its upper side, with an opening for service.",
            Where::Underneath,
            "LTU",
            settings(),
            [](const BuildInput &input) { return SkidPlate(input, *pattern("skid-plate")).build(); },
            {{"gauge/clearance", "ribHeight", -5},
             {"gauge/breakover", "width", -20},
             {"role/skin", "ribs", 1},
             {"role/skin", "thickness", 1},
             {"role/rib", "ribHeight", 5},
             {"gap/", "ribHeight", -5},
             {"check/bolt/", "thickness", 1}},
            {"Drain plug and filter can be reached.", "Heat: the exhaust has air around it.",
             "Mud and water find a way out.", "Gap to what it covers at full travel of the axle.",
             "Bolt heads are recessed or have a ring around them.", "Unlike metals are kept apart.",
             "Threads are clean and greased."}};
}

}  // namespace hefty::armor
