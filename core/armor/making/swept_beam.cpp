#include "core/armor/making/swept_beam.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/cover.h"
#include "core/armor/making/settings.h"

namespace hefty::armor {

SweptBeam::SweptBeam(Maker &maker, const StockedBar &tube, const stock::Material &plate, double near,
                     double out)
    : m_make(maker),
      m_tube(tube),
      m_plate(plate),
      m_out(out),
      m_mid(near + out * tube.section.width / 2),
      m_z(maker.number("height")),
      m_half(maker.number("centerWidth") / 2),
      m_run((maker.number("width") / 2 - m_half) / std::cos(maker.number("sweep"))) {}

Vec3 SweptBeam::turned(double sign) const {
    const double a = setting("sweep");
    return {-m_out * std::sin(a), sign * std::cos(a), 0};
}

Vec3 SweptBeam::tip(double sign) const {
    return Vec3(m_mid, sign * m_half, m_z) + turned(sign) * m_run;
}

void SweptBeam::check() const {
    if (setting("width") < 2 * m_half + 40)
        m_make.refuse("The straight part leaves less than 20 mm for each swept end.", "centerWidth",
                      "Make the beam wider or the straight part shorter.");
    if (setting("cornerCut") > height() - 40)
        m_make.refuse(fmt::format("The corner cut leaves less than 40 mm of the {} mm beam.", height()),
                      "cornerCut", "Cut less.");
    if (m_z - height() / 2 < 50)
        m_make.refuse("The beam would be less than 50 mm above the floor.", "height", "Raise it.");
}

double SweptBeam::inwardEnd(const Side &side) const {
    if (!isGapOn(side)) return side.sign * m_half;
    return side.sign > 0 ? m_gap->first : m_gap->second;
}

std::string SweptBeam::straightPart(const Side &side, double y, bool split) const {
    if (isGapOn(side) && std::abs(y) > std::abs(inwardEnd(side))) return side.of("stretch");
    return split ? side.of("half") : "beam";
}

/// Where the straight part meets a swept end.
void SweptBeam::miter(BarPart &bar, bool atTo, double sign) const {
    if (setting("sweep") > 0)
        (atTo ? bar.cutTo : bar.cutFrom) = (Vec3(0, sign, 0) + turned(sign)).normalized();
}

/// From what is left out to the swept end.
BarPart &SweptBeam::addStretch(const Side &side) {
    const double from = side.sign > 0 ? m_gap->second : m_gap->first;
    BarPart &bar = m_make.bar(side.of("stretch"),
                              {Role::Beam, "section", "beamWeld", 0, side.people("stretch of the beam"), {}},
                              m_tube, {m_mid, from, m_z}, {m_mid, side.sign * m_half, m_z});
    miter(bar, true, side.sign);
    return bar;
}

BarPart &SweptBeam::addBeam() {
    for (const Side &side : bothSides)
        if (isGapOn(side)) addStretch(side);
    const Side &left = bothSides[0], &right = bothSides[1];
    BarPart &beam = m_make.bar("beam", {Role::Beam, "section", "beamWeld", 0, "beam", {}}, m_tube,
                               {m_mid, inwardEnd(left), m_z}, {m_mid, inwardEnd(right), m_z});
    if (!isGapOn(left)) miter(beam, false, left.sign);
    if (!isGapOn(right)) miter(beam, true, right.sign);
    return beam;
}

void SweptBeam::addHalf(const Side &side, double from) {
    if (isGapOn(side)) addStretch(side);
    BarPart &half = m_make.bar(side.of("half"),
                               {Role::Beam, "section", "beamWeld", 0, side.people("half of the beam"), {}},
                               m_tube, {m_mid, side.sign * from, m_z}, {m_mid, inwardEnd(side), m_z});
    if (!isGapOn(side)) miter(half, true, side.sign);
}

void SweptBeam::addEnd(const Side &side) {
    BarPart &end = m_make.bar(side.of("beam"),
                              {Role::Beam, "section", "beamWeld", 0, side.people("end of the beam"), {}},
                              m_tube, {m_mid, side.sign * m_half, m_z}, tip(side.sign));
    miter(end, false, side.sign);
    // The closing plate lies on the edges of the cut, so these are deeper by its thickness.
    if (const double cut = setting("cornerCut"); cut > 0) {
        end.taperFrom = closingThickness() * std::hypot(end.length(), cut) / end.length();
        end.taper = cut + end.taperFrom;
    }
    addCap(side, end);
    if (end.taper > 0) addClosing(side, end);
}

void SweptBeam::addCap(const Side &side, const BarPart &end) {
    const Axes a = end.axes();
    const double y = depth() / 2, z = height() / 2;
    const double low = end.taper > 0 ? setting("cornerCut") : 0;  // it covers the closing plate's end too
    m_make.sheet(side.of("cap"), {Role::Cap, {}, "capWeld", 0, side.people("end cap"), {}},
                 {end.to + a.x * (coverThickness / 2), a.y, a.z, a.x},
                 {{-y, -z + low}, {y, -z + low}, {y, z}, {-y, z}}, coverThickness, m_plate);
}

/// It is the tapered end's lower wall: never thinner than the others.
double SweptBeam::closingThickness() const {
    double least = 1e300;
    for (const stock::PlateStock &p : m_make.stock().plates)
        if (p.material == m_plate.id && p.thickness > m_tube.properties.wall - 0.05)
            least = std::min(least, p.thickness);
    return least < 1e300 ? least : m_tube.properties.wall;
}

/// Closes the slope that the corner cut leaves open: it lies on the edges of the cut, its outside where the
/// setting says.
void SweptBeam::addClosing(const Side &side, const BarPart &end) {
    const Axes a = end.axes();
    const double first = end.taperStart();
    const Vec3 low = end.from + a.x * first - a.z * (height() / 2 - end.taperFrom);
    const Vec3 high = end.to - a.z * (height() / 2 - end.taper);
    Axes axes = *shape::axesAlong((low + high) / 2, high - low, -a.z);
    const double thickness = closingThickness();
    axes.origin += axes.z * (thickness / 2);
    const double x = (high - low).norm() / 2, y = depth() / 2;
    const auto begin = [&](double across) {  // on the miter
        const Vec3 edge = a.y * -across;
        const double station = setting("sweep") > 0 ? -edge.dot(end.cutFrom) / a.x.dot(end.cutFrom) : 0;
        return -x + (station - first) * 2 * x / (end.length() - first);
    };
    m_make.sheet(side.of("corner"), {Role::Closing, {}, "beamWeld", 0, side.people("closing plate"), {}},
                 axes, {{begin(-y), -y}, {x, -y}, {x, y}, {begin(y), y}}, thickness, m_plate);
}

void SweptBeam::addPlaces(const Middle *split) {
    const double top = m_z + height() / 2, under = m_z - height() / 2;
    const Share share = m_out > 0 ? Share::Front : Share::Rear;
    const auto rock = GroundSpot::Kind::Rock;
    const Vec3 blow(-m_out, 0, 0);
    Assembly &out = m_make.out();
    const Middle middle =
        split ? *split : Middle{"beam", "beam", "beam", {far(), 0, m_z}, {m_mid, 0, top}, {m_mid, 0, under}};
    out.steps.push_back({middle.stoodOn, middle.top});
    out.strikes.push_back({"middle", "Struck in the middle", middle.struck, middle.struckAt, blow});
    out.grounds.push_back(
        {"middle", "Rock under the middle", middle.under, middle.bottom, Vec3::UnitZ(), rock, share});
    for (const Side &side : bothSides) {
        const Vec3 end = tip(side.sign);
        const std::string part = side.of("beam");
        out.steps.push_back({part, {end.x(), end.y(), top}});
        out.strikes.push_back(
            {side.of("end"), fmt::format("Struck on the {} end", side.name), part, end, blow});
        out.grounds.push_back({side.of("end"), fmt::format("Rock under the {} end", side.name), part,
                               Vec3(end.x(), end.y(), under + setting("cornerCut")), Vec3::UnitZ(), rock,
                               share});
        const double rail = side.sign * m_make.rig().railSpacing / 2;
        out.jacks.push_back({side.name,
                             fmt::format("Jack under the {} frame rail", side.name),
                             straightPart(side, rail, split != nullptr),
                             {m_mid, rail, under},
                             m_out > 0});
    }
}

void SweptBeam::addHandles() {
    const double a = setting("sweep"), top = m_z + height() / 2;
    const Vec3 right = tip(-1), left = tip(1);
    auto &h = m_make.out().handles;
    h.push_back({"width", "top", right, Vec3(-m_out * std::tan(a) / 2, -0.5, 0)});
    h.push_back({"width", "front", right, Vec3(-m_out * std::tan(a) / 2, -0.5, 0)});
    h.push_back({"height", "front", {m_mid, 0, top}, Vec3::UnitZ()});
    h.push_back({"height", "side", {far(), 0, top}, Vec3::UnitZ()});
    h.push_back({"setback", "top", {far(), 0, m_z}, Vec3(m_out, 0, 0)});
    h.push_back({"setback", "side", {far(), 0, m_z}, Vec3(m_out, 0, 0)});
    h.push_back({"centerWidth", "top", {far(), m_half, m_z}, Vec3(0, 0.5, 0)});
    const double outward = setting("width") / 2 - m_half;  // the tip keeps its y while the sweep changes
    h.push_back({"sweep", "top", left, Vec3(-m_out * outward / (std::cos(a) * std::cos(a)), 0, 0)});
    h.push_back(
        {"cornerCut", "front", left - Vec3(0, 0, height() / 2 - setting("cornerCut")), Vec3::UnitZ()});
}

void addSweptBeamSettings(std::vector<SettingDescriptor> &s, double width, double height, double centerWidth,
                          const std::string &section) {
    s.push_back(lengthSetting("width", "Overall width", "Shape", width, 900, 2600,
                              "Tip to tip, end caps not counted."));
    s.push_back(lengthSetting("height", "Beam center height", "Shape", height, 300, 1600,
                              "Floor to the middle of the beam."));
    s.push_back(lengthSetting("setback", "Gap to frame ends", "Shape", 60, 25, 300,
                              "From the ends of the rails to the near face of the beam."));
    s.push_back(lengthSetting("centerWidth", "Straight part", "Shape", centerWidth, 500, 2400,
                              "Length of the beam before its ends turn toward the vehicle."));
    s.push_back(angleSetting("sweep", "Sweep of the ends", "Shape", radians(25), 0, radians(50),
                             "How far the ends turn toward the vehicle, seen from above."));
    s.push_back(lengthSetting("cornerCut", "Corner cut", "Shape", 0, 0, 200,
                              "How much the underside of each end rises toward its tip."));
    s.push_back(choiceSetting("section", "Beam section", "Stock", Choice::RectTube, section,
                              "Rectangular tube of the beam, its height standing."));
}

}  // namespace hefty::armor
