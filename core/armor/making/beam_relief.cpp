#include "core/armor/making/beam_relief.h"

#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/folded_sheet.h"
#include "core/armor/making/settings.h"

namespace hefty::armor {
namespace {

constexpr double roomForRim = 10;      // mm of a plate at the ends beyond the beam's walls, for its seams
constexpr double besidePocket = 15;    // mm of the strip that lies in line with the beam's near wall
constexpr double slope = radians(60);  // of the pocket's sides
constexpr double leastWeb = 15;        // mm of top and bottom between face and pocket
constexpr double leastStretch = 60;    // mm of beam that is left beside it

}  // namespace

double BeamRelief::halfInside() const {
    return setting("reliefWidth") / 2 + setting("relief") / std::tan(slope) + besidePocket;
}

std::pair<double, double> BeamRelief::leftOut() const {
    const double half = halfInside() + plate();
    return {at() - half, at() + half};
}

void BeamRelief::check(const std::vector<Taken> &taken) const {
    if (setting("relief") + 2 * plate() + leastWeb > m_beam.depth())
        m_make.refuse(
            fmt::format("The relief leaves less than {:.0f} mm of the beam's top between it and the "
                        "face.",
                        leastWeb),
            "relief", "Make it shallower, or take a deeper beam.");
    const auto [from, to] = leftOut();
    const double half = setting("centerWidth") / 2;
    if (from < -half + leastStretch || to > half - leastStretch)
        m_make.refuse("The relief reaches to the swept end.", "reliefAt",
                      "Bring it nearer to the middle, or make the straight part longer.");
    for (const Taken &t : taken)
        if (from - roomForRim < t.to && to + roomForRim > t.from)
            m_make.refuse(fmt::format("The relief stands where the {} is.", t.what), "reliefAt",
                          "Move it along the beam, or make it narrower.");
}

void BeamRelief::add() {
    for (const Side &side : bothSides) addEnd(side);
    addFace();
    addLevel(true);
    addLevel(false);
    addStrip();
}

void BeamRelief::addEnd(const Side &side) {
    const double low = m_beam.z() - m_beam.height() / 2 - roomForRim,
                 high = m_beam.z() + m_beam.height() / 2 + roomForRim;
    SheetPart &p =
        m_make.sheet(side.of("relief.end"),
                     {Role::Cheek, "reliefPlate", "reliefWeld", 0, side.people("plate at the relief"), {}},
                     uprightAlong(at() + side.sign * (halfInside() + plate() / 2)),
                     {{back() - roomForRim, low},
                      {m_beam.far() + roomForRim, low},
                      {m_beam.far() + roomForRim, high},
                      {back() - roomForRim, high}},
                     plate(), m_plate);
    parts::addCrossStrips(p);
}

void BeamRelief::addFace() {
    const double half = halfInside(), z = m_beam.height() / 2;
    Axes axes = uprightAcross(m_beam.far() - plate() / 2);
    axes.origin += Vec3(0, at(), m_beam.z());
    SheetPart &p =
        m_make.sheet("relief.face", {Role::Skin, "reliefPlate", "reliefWeld", 0, "face at the relief", {}},
                     axes, {{-half, -z}, {half, -z}, {half, z}, {-half, z}}, plate(), m_plate);
    parts::addCrossStrips(p);
}

/// In line with the beam's upper or lower wall, cut out as the strip goes.
void BeamRelief::addLevel(bool top) {
    const double t = plate(), half = halfInside(), floor = setting("reliefWidth") / 2;
    const double run = setting("relief") / std::tan(slope), offset = t * std::tan(slope / 2);
    const double front = m_beam.far() - t, near = back() + t, deep = near + setting("relief");
    Axes axes = levelAt(m_beam.z() + (top ? 1 : -1) * (m_beam.height() - t) / 2);
    axes.origin.y() = at();
    SheetPart &p = m_make.sheet(
        top ? "relief.top" : "relief.bottom",
        {Role::Skin, "reliefPlate", "reliefWeld", 0, top ? "top of the relief" : "bottom of the relief", {}},
        axes,
        {{front, -half},
         {front, half},
         {near, half},
         {near, floor + run + offset},
         {deep, floor + offset},
         {deep, -floor - offset},
         {near, -floor - run - offset},
         {near, -half}},
        t, m_plate);
    const double web = (deep + front) / 2;
    p.strips.push_back({{web, -half}, {web, half}, front - deep});
    for (const double sign : {1.0, -1.0}) {
        const double y = sign * (half - besidePocket / 2);
        p.strips.push_back({{near, y}, {front, y}, besidePocket});
    }
}

/// As high as the beam, its ends in line with the near wall.
void BeamRelief::addStrip() {
    const double t = plate(), z = m_beam.height() / 2, depth = setting("relief");
    const double offset = t / 2 * std::tan(slope / 2), floor = setting("reliefWidth") / 2 + offset;
    const double side = floor + depth / std::sin(slope);
    const double end = side + halfInside() - (floor + depth / std::tan(slope));
    FoldedOutline strip;
    strip.outline = {{-end, -z}, {end, -z}, {end, z}, {-end, z}};
    for (const auto &[u, angle] : {std::pair{floor, -slope}, {side, slope}}) {
        strip.folds.push_back({{u, z}, {u, -z}, angle, t, 0});
        strip.folds.push_back({{-u, -z}, {-u, z}, angle, t, 0});
    }
    Axes axes = uprightAcross(back() + depth + t / 2);
    axes.origin += Vec3(0, at(), m_beam.z());
    addFoldedSheet(m_make, "relief.strip",
                   {Role::Skin, "reliefPlate", "reliefWeld", 0, "strip that closes the relief", {}}, axes,
                   strip, t, m_plate);
}

void BeamRelief::addHandles() {
    auto &h = m_make.out().handles;
    h.push_back({"reliefAt", "top", {back(), at(), m_beam.z()}, Vec3::UnitY()});
    h.push_back({"relief", "top", {back() + setting("relief"), at(), m_beam.z()}, Vec3::UnitX()});
}

void addBeamReliefSettings(std::vector<SettingDescriptor> &s) {
    s.push_back(
        lengthSetting("relief", "Relief for a steering box", "Shape", 0, 0, 200,
                      "Depth of a pocket in the near face of the beam, closed with a folded strip; 0: "
                      "none."));
    s.push_back(lengthSetting("reliefAt", "Relief from the middle", "Shape", 0, -1000, 1000,
                              "To the left of the vehicle's middle; below 0: to the right."));
    s.push_back(lengthSetting("reliefWidth", "Width of the relief", "Shape", 100, 30, 400,
                              "Of its floor; its sides slope outward at 60 degrees."));
    s.push_back(thicknessSetting("reliefPlate", "Plates of the relief", "Plates", 6,
                                 "Face, top, bottom, ends and strip."));
    s.push_back(legSetting("reliefWeld", "Leg, relief", 4, "All around its plates."));
    onlyWith(s, "relief", {"reliefAt", "reliefWidth", "reliefPlate", "reliefWeld"});
}

}  // namespace hefty::armor
