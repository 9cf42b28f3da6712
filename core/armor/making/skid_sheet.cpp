#include "core/armor/making/skid_sheet.h"

#include <algorithm>
#include <cmath>
#include <tuple>

#include <fmt/format.h>

#include "core/armor/making/settings.h"

namespace hefty::armor {
namespace {

// House practice, mm (docs/methods.md, "Skids").
constexpr double flatWithin = 1.5;    // holds of one skid lie in a plane within this
constexpr double fromRib = 12;        // a rib ends this far from folds
constexpr double besideOpening = 40;  // metal that is left beside the service opening
constexpr double drainHole = 25;

/// Of a corner where two bends would meet.
double cornerCut(double bendRadius, double thickness) {
    return bendRadius + 2 * thickness;
}

}  // namespace

std::vector<SettingDescriptor> skidSheetSettings(bool tray) {
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
    if (tray) {
        s.push_back(lengthSetting("sideHeight", "Sides", "Shape", 90, 20, 400,
                                  "From the bend to the edge, along the sheet."));
        s.push_back(angleSetting("sideRise", "Rise of the sides", "Shape", radians(75), radians(10),
                                 radians(90), "How far they are folded up."));
        s.push_back(countSetting("drains", "Drains", "Plates", 4, 0, 12,
                                 "Holes of 25 mm in two rows: mud and water find a way out."));
    }
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
    onlyWith(s, "noseLength", {"noseRise"});
    onlyWith(s, "tailLength", {"tailRise"});
    onlyWith(s, "ribs", {"ribHeight", "ribWeld"});
    onlyWith(s, "openingLength", {"openingWidth", "openingBack"});
    if (!tray)
        for (const char *bent : {"noseLength", "tailLength"}) onlyWith(s, bent, {"bendRadius"});
    return s;
}

School sheetSchool() {
    return {"Sheet",
            {{"Steel, 5 mm", {{"plateMaterial", std::string("S355")}, {"thickness", 5.0}}},
             {"Aluminum, 10 mm", {{"plateMaterial", std::string("5052-H32")}, {"thickness", 10.0}}}}};
}

std::vector<Cure> skidSheetCures() {
    return {
        {"gauge/clearance", "ribHeight", -5}, {"gauge/breakover", "width", -20}, {"role/skin", "ribs", 1},
        {"role/skin", "thickness", 1},        {"role/rib", "ribHeight", 5},      {"gap/", "ribHeight", -5},
        {"check/bolt/", "thickness", 1}};
}

SkidSheet::SkidSheet(Maker &maker, bool tray)
    : m_make(maker),
      m_tray(tray),
      m_metal(maker.materialOf("plateMaterial")),
      m_front(-maker.number("front")),
      m_rear(m_front - maker.number("length")) {
    for (HoldSpot &spot : holdSpots(maker.vehicle(), {"boss", "crossmember"}, "down"))
        if (spot.at.x() < m_front && spot.at.x() > m_rear && std::abs(spot.at.y()) < number("width") / 2)
            m_spots.push_back(std::move(spot));
}

bool SkidSheet::folded() const {
    return m_tray || m_make.wanted("noseLength") || m_make.wanted("tailLength");
}

SheetPart &SkidSheet::flat() {
    for (SheetPart &s : m_make.out().sheets)
        if (s.name == flatName()) return s;
    return m_make.out().sheets.front();
}

void SkidSheet::add() {
    addSheet();
    for (const HoldSpot &spot : m_spots)
        boltToHold(m_make, flat(), spot, m_make.text("boltGrade"), "boltGrade");
    addDrains();
    addRibs();
    addPlaces();
    addHandles();
}

void SkidSheet::check() {
    if (m_make.refused()) return;
    if (m_spots.size() < 3)
        return m_make.refuse(
            fmt::format(
                "Of the holds that look down {} over the flat part of the {}; at least three have to.",
                m_spots.empty()       ? "none lies"
                : m_spots.size() == 1 ? "one lies"
                                      : "two lie",
                called()),
            "holds", "Measure bosses or holes of crossmembers (Lists, Holds), or make it longer.");
    for (const HoldSpot &s : m_spots)
        if (std::abs(s.at.z() - under()) > flatWithin)
            return m_make.refuse(
                fmt::format("{} lies {:.0f} mm {} than {}: one flat sheet does not reach both.", s.label,
                            std::abs(s.at.z() - under()), s.at.z() > under() ? "higher" : "lower",
                            m_spots.front().label),
                "holds", "Put spacers on the higher ones and measure their undersides.");
    checkOverhang();
    if (m_tray && number("width") / 2 < 3 * cornerCut(number("bendRadius"), number("thickness")))
        m_make.refuse("The tray is too narrow for sides.", "width", "Make it wider.");
    if (m_make.wanted("openingLength")) {
        const double half = number("openingLength") / 2, back = number("openingBack");
        if (back - half < besideOpening || back + half > number("length") - besideOpening ||
            number("openingWidth") / 2 > number("width") / 2 - besideOpening)
            m_make.refuse("The service opening leaves too little metal beside it.", "openingLength",
                          "Make it smaller or move it.");
    }
}

/// A flat sheet without ribs that stands out far beyond its holds is all but free to move.
void SkidSheet::checkOverhang() {
    constexpr double most = 100;  // times its thickness: house practice
    if (m_tray || m_make.wanted("ribs")) return;
    const auto [last, first] =
        std::minmax_element(m_spots.begin(), m_spots.end(),
                            [](const HoldSpot &a, const HoldSpot &b) { return a.at.x() < b.at.x(); });
    const double out = std::max(last->at.x() - m_rear, m_front - first->at.x());
    if (out > most * number("thickness"))
        m_make.refuse(
            fmt::format("The flat part stands out {:.0f} mm beyond its last hold: it would flap.", out),
            "length", "Make it shorter, stiffen it by ribs, or measure further holds (Lists, Holds).");
}

FoldedOutline SkidSheet::outline() const {
    const double half = number("width") / 2, r = number("bendRadius");
    const double nose = m_front + number("noseLength"), tail = m_rear - number("tailLength");
    FoldedOutline out;
    out.stays = {(m_front + m_rear) / 2, 0};
    if (m_make.wanted("noseLength"))
        out.folds.push_back({{m_front, half}, {m_front, -half}, number("noseRise"), r});
    if (m_make.wanted("tailLength"))
        out.folds.push_back({{m_rear, -half}, {m_rear, half}, number("tailRise"), r});
    if (!m_tray) {
        out.outline = {{tail, -half}, {nose, -half}, {nose, half}, {tail, half}};
        return out;
    }
    // The corners are cut away, so that no two bends meet.
    const double cut = cornerCut(r, number("thickness")), side = half + number("sideHeight");
    for (const double s : {-1.0, 1.0}) {
        const Polygon2 turn{{tail, s * (half - cut)},    {m_rear, s * (half - cut)},
                            {m_rear + cut, s * half},    {m_rear + cut, s * side},
                            {m_front - cut, s * side},   {m_front - cut, s * half},
                            {m_front, s * (half - cut)}, {nose, s * (half - cut)}};
        if (s < 0)
            out.outline.insert(out.outline.end(), turn.begin(), turn.end());
        else
            out.outline.insert(out.outline.end(), turn.rbegin(), turn.rend());
    }
    // Without nose or tail two corners fall together.
    out.outline.erase(std::unique(out.outline.begin(), out.outline.end(),
                                  [](const Vec2 &a, const Vec2 &b) { return (a - b).norm() < 1e-9; }),
                      out.outline.end());
    out.folds.push_back({{m_rear, half}, {m_front, half}, number("sideRise"), r});
    out.folds.push_back({{m_front, -half}, {m_rear, -half}, number("sideRise"), r});
    return out;
}

void SkidSheet::addSheet() {
    const double t = number("thickness");
    const Axes axes = levelAt(under() - t / 2);
    FoldedOutline flatSheet = outline();
    if (m_make.wanted("openingLength")) {
        const double x = m_front - number("openingBack"), l = number("openingLength") / 2,
                     w = number("openingWidth") / 2;
        flatSheet.cutouts.push_back({{x - l, -w}, {x + l, -w}, {x + l, w}, {x - l, w}});
    }
    const Provenance made{Role::Skin, "thickness", "ribWeld", 0, called(), {}};
    if (folded()) return addFoldedSheet(m_make, "skid", made, axes, flatSheet, t, m_metal);
    SheetPart &s = m_make.sheet("skid", made, axes, flatSheet.outline, t, m_metal);
    s.cutouts = flatSheet.cutouts;
    parts::addCrossStrips(s);
}

/// Two rows along the sheet, away from bolts, ribs and the service opening.
void SkidSheet::addDrains() {
    const int count = m_tray ? static_cast<int>(std::lround(number("drains"))) : 0;
    const int columns = (count + 1) / 2;
    SheetPart &sheet = flat();
    for (int i = 0; i < count; ++i) {
        const Vec2 at(m_rear + number("length") * (i / 2 + 0.5) / columns,
                      (i % 2 == 0 ? 1 : -1) * 0.38 * number("width"));
        const bool taken = std::any_of(m_spots.begin(), m_spots.end(), [&at](const HoldSpot &s) {
            return (s.at.head<2>() - at).norm() < drainHole + 25;
        });
        if (taken || !sheet.covers(at) || sheet.fromEdge(at) < drainHole) {
            m_make.note(sheet.name, fmt::format("Drain {} finds no place.", i + 1),
                        "Take another number of drains.");
            continue;
        }
        sheet.holes.push_back({fmt::format("drain{}", i + 1), at, drainHole, "drain"});
    }
}

void SkidSheet::addRibs() {
    const int count = static_cast<int>(std::lround(number("ribs")));
    const double t = number("thickness"), high = number("ribHeight"), half = number("width") / 2;
    for (int i = 0; i < count; ++i) {
        double y = half * (2.0 * (i + 1) / (count + 1) - 1);
        // A rib goes beside a bolt, not over it.
        for (const HoldSpot &s : m_spots)
            if (std::abs(s.at.y() - y) < 30 + t) y = s.at.y() + (y >= s.at.y() ? 1 : -1) * (30 + t);
        const bool opens = m_make.wanted("openingLength") && std::abs(y) < number("openingWidth") / 2 + t;
        if (opens || std::abs(y) > half - 10) {
            m_make.note(flatName(), fmt::format("Rib {} finds no place between bolts and opening.", i + 1),
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

void SkidSheet::addPlaces() {
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
                               fmt::format("Ground under the {}, {} {}", called(), along, across), flatName(),
                               at, Vec3::UnitZ(), GroundSpot::Kind::Patch, Share::Whole});
            ++n;
        }
    addLip();
    if (n == 0)
        m_make.note(flatName(), fmt::format("No place of the {} could be loaded.", called()),
                    "Move the service opening.");
}

void SkidSheet::addLip() {
    if (!m_make.wanted("noseLength")) return;
    const double rise = number("noseRise"), l = number("noseLength"), t = number("thickness");
    m_make.out().grounds.push_back(
        {"nose", fmt::format("Ground catches the nose of the {}", called()), "skid.2",
         Vec3(m_front + l * std::cos(rise), 0, under() - t / 2 + l * std::sin(rise)), -Vec3::UnitX(),
         GroundSpot::Kind::Lip, Share::Whole});
}

void SkidSheet::addHandles() {
    auto &h = m_make.out().handles;
    const double z = under();
    h.push_back({"front", "side", {m_front, 0, z}, -Vec3::UnitX()});
    h.push_back({"length", "side", {m_rear, 0, z}, -Vec3::UnitX()});
    h.push_back({"front", "top", {m_front, 0, z}, -Vec3::UnitX()});
    h.push_back({"length", "top", {m_rear, 0, z}, -Vec3::UnitX()});
    h.push_back({"width", "top", {(m_front + m_rear) / 2, number("width") / 2, z}, Vec3(0, 0.5, 0)});
    h.push_back({"width", "front", {m_front, number("width") / 2, z}, Vec3(0, 0.5, 0)});
    for (const auto &[lengthId, riseId, way] :
         {std::tuple{"noseLength", "noseRise", 1.0}, {"tailLength", "tailRise", -1.0}}) {
        if (!m_make.wanted(lengthId)) continue;
        const double rise = number(riseId), length = number(lengthId);
        const Vec3 along(way * std::cos(rise), 0, std::sin(rise)),
            up(-way * std::sin(rise), 0, std::cos(rise));
        const Vec3 bend(way > 0 ? m_front : m_rear, 0, z - number("thickness") / 2);
        h.push_back({lengthId, "side", bend + along * length, along});
        h.push_back({riseId, "side", bend + along * length / 2, up * length / 2});
    }
    if (!m_make.wanted("openingLength")) return;
    const double x = m_front - number("openingBack");
    h.push_back({"openingBack", "top", {x, 0, z}, -Vec3::UnitX()});
    h.push_back({"openingLength", "top", {x - number("openingLength") / 2, 0, z}, Vec3(-0.5, 0, 0)});
    h.push_back({"openingWidth", "top", {x, number("openingWidth") / 2, z}, Vec3(0, 0.5, 0)});
}

}  // namespace hefty::armor
