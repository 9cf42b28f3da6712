#include "core/armor/making/maker.h"

#include <algorithm>

#include <fmt/format.h>

namespace hefty::armor {

std::string Side::of(std::string_view what) const {
    return fmt::format("{}.{}", what, name);
}
std::string Side::people(std::string_view what) const {
    return fmt::format("{} {}", name, what);
}

Maker::Maker(const BuildInput &input, const Pattern &pattern) : m_in(input), m_pattern(pattern) {}

Maker::Maker(const BuildInput &input, const Pattern &pattern, Assembly built)
    : m_in(input), m_pattern(pattern), m_out(std::move(built)) {}

double Maker::number(std::string_view setting) const {
    return armor::number(m_in.piece, m_pattern, setting);
}
std::string Maker::text(std::string_view setting) const {
    return armor::text(m_in.piece, m_pattern, setting);
}

void Maker::refuse(std::string message, std::string where, std::string remedy) {
    if (!m_problem)
        m_problem = Problem{ProblemKind::BadInput, std::move(message), std::move(where), std::move(remedy)};
}

void Maker::missing(std::string_view setting, const std::string &id) {
    if (m_problem) return;
    const SettingDescriptor *d = m_pattern.setting(setting);
    m_problem =
        Problem{ProblemKind::UnknownId,
                fmt::format("The stock has no \"{}\" for {}.", id, d ? d->name : std::string(setting)),
                std::string(setting), "Choose one from the list."};
}

void Maker::note(std::string part, measure::Phrase text, measure::Phrase remedy) {
    m_out.notes.push_back({std::move(part), std::move(text), std::move(remedy)});
}

void Maker::tell(std::string part, measure::Phrase text, measure::Phrase more) {
    m_out.notes.push_back({std::move(part), std::move(text), std::move(more), true});
}

StockedBar Maker::barOf(std::string_view sectionSetting, std::string_view materialSetting) {
    StockedBar out;
    out.material = materialOf(materialSetting);
    const std::string id = text(sectionSetting);
    const stock::Section *section = m_in.stock.section(id);
    if (!section) {
        missing(sectionSetting, id);
        return out;
    }
    out.section = *section;
    if (auto properties = stock::properties(*section, out.material.density))
        out.properties = *properties;
    else if (!m_problem)
        m_problem = properties.error();
    return out;
}

stock::Material Maker::materialOf(std::string_view setting) {
    const std::string id = text(setting);
    if (const stock::Material *m = m_in.stock.material(id)) return *m;
    missing(setting, id);
    return {};
}

RailEnd Maker::railEnd(bool rear) {
    const rig::RigGeometry &g = m_in.rig;
    RailEnd end;
    end.rear = rear;
    end.out = rear ? -1 : 1;
    end.x = rear ? g.rearEnd.value_or(-g.wheelbase) : g.frameEnd;
    end.center = rear ? g.rearRailCenter : g.railCenter;
    end.holes = rear ? m_in.vehicle.rearHoles : m_in.vehicle.frontHoles;
    end.holesIn = rear ? "rearHoles" : "frontHoles";
    if (rear && !g.rearEnd)
        refuse("The rear ends of the rails have not been measured.", "rearFrameEnd",
               "Measure \"Rear frame end to axle\".");
    else if (end.holes.size() < 2)
        refuse(fmt::format("The {} frame ends need at least two bolt holes.", rear ? "rear" : "front"),
               end.holesIn,
               "Measure each hole from the end of the rail and from its center line, or note where they will "
               "be drilled.");
    return end;
}

BarPart &Maker::bar(std::string name, Provenance made, const StockedBar &of, const Vec3 &from, const Vec3 &to,
                    std::vector<PathPoint> bends, const Vec3 &up) {
    BarPart b;
    b.name = std::move(name);
    b.section = of.section;
    b.properties = of.properties;
    b.material = of.material;
    b.from = from;
    b.to = to;
    b.up = up;
    b.bends = std::move(bends);
    b.made = std::move(made);
    if (const auto path = parts::course(b.from, b.bends, b.to, b.up); !path)
        refuse(fmt::format("{} cannot be bent so. {}", b.made.label.empty() ? b.name : b.made.label,
                           path.error().message),
               b.name, path.error().remedy);
    m_out.bars.push_back(std::move(b));
    return m_out.bars.back();
}

SheetPart &Maker::sheet(std::string name, Provenance made, const Axes &axes, Polygon2 outline,
                        double thickness, const stock::Material &material) {
    SheetPart s;
    s.name = std::move(name);
    s.axes = axes;
    s.outline = std::move(outline);
    if (shape::area(s.outline) < 0) std::reverse(s.outline.begin(), s.outline.end());
    s.thickness = thickness;
    s.material = material;
    s.made = std::move(made);
    m_out.sheets.push_back(std::move(s));
    return m_out.sheets.back();
}

void Maker::cope(BarPart &bar, bool atTo, std::vector<std::string> onto) {
    (atTo ? bar.trimTo : bar.trimFrom).onto = std::move(onto);
}

void trimEnds(Assembly &assembly) {
    for (BarPart &b : assembly.bars)
        for (const bool atTo : {false, true}) {
            EndTrim &trim = atTo ? b.trimTo : b.trimFrom;
            if (trim.onto.empty()) continue;
            std::vector<parts::Surface> onto;
            for (const std::string &name : trim.onto) {
                if (const BarPart *other = assembly.bar(name)) onto.push_back(parts::surfaceOf(*other));
                if (const SheetPart *other = assembly.sheet(name))
                    onto.push_back(parts::planesOf(other->axes.origin, other->axes.z, other->thickness));
            }
            trim.reach.clear();
            trim.mean = 0;
            if (onto.size() < trim.onto.size() || !parts::trimEnd(b, atTo, onto))
                assembly.notes.push_back(
                    {b.name,
                     fmt::format("The {} of {} cannot be cut to lie on {}: not all of it meets that.",
                                 atTo ? "end" : "start", assembly.labelOf(b.name),
                                 assembly.labelOf(trim.onto.front())),
                     "Bring it nearer, or take a smaller section."});
        }
}

Result<Assembly> Maker::finish() {
    if (m_problem) return tl::unexpected(*m_problem);
    trimEnds(m_out);
    return std::move(m_out);
}

Axes uprightAlong(double y) {
    return {{0, y, 0}, Vec3::UnitX(), Vec3::UnitZ(), -Vec3::UnitY()};
}
Axes uprightAcross(double x) {
    return {{x, 0, 0}, Vec3::UnitY(), Vec3::UnitZ(), Vec3::UnitX()};
}
Axes levelAt(double z) {
    return {{0, 0, z}, Vec3::UnitX(), Vec3::UnitY(), Vec3::UnitZ()};
}

}  // namespace hefty::armor
