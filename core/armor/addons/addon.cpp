#include "core/armor/addons/addon.h"

#include <algorithm>

#include <fmt/format.h>

namespace hefty::armor {

Site::Site(Maker &maker, const AddOn &of, std::string name, std::string part, const Axes &axes,
           const std::map<std::string, SettingValue, std::less<>> &set)
    : m_maker(maker), m_of(of), m_name(std::move(name)), m_part(std::move(part)), m_axes(axes), m_set(set) {}

const SettingValue *Site::value(std::string_view setting) const {
    if (const auto it = m_set.find(setting); it != m_set.end()) return &it->second;
    return &m_of.setting(setting)->standard;
}

double Site::number(std::string_view setting) const {
    const auto *n = std::get_if<double>(value(setting));
    return n ? *n : 0;
}

std::string Site::text(std::string_view setting) const {
    const auto *t = std::get_if<std::string>(value(setting));
    return t ? *t : std::string();
}

void Site::refuse(std::string why) {
    if (m_why.empty()) m_why = std::move(why);
}

std::string Site::name(std::string_view what) const {
    return what.empty() ? m_name : fmt::format("{}.{}", m_name, what);
}

Provenance Site::made(std::string_view what, Role role) const {
    return {role, {}, {}, number("weld"), what.empty() ? m_name : fmt::format("{} of {}", what, m_name), {}};
}

stock::Material Site::material(std::string_view setting) {
    const std::string id = text(setting);
    if (const stock::Material *m = m_maker.stock().material(id)) return *m;
    refuse(fmt::format("the stock has no material \"{}\".", id));
    return {};
}

StockedBar Site::tube(std::string_view sectionSetting, std::string_view materialSetting) {
    StockedBar out;
    out.material = material(materialSetting);
    const std::string id = text(sectionSetting);
    const stock::Section *section = m_maker.stock().section(id);
    if (!section) {
        refuse(fmt::format("the stock has no section \"{}\".", id));
        return out;
    }
    out.section = *section;
    if (auto p = stock::properties(*section, out.material.density)) out.properties = *p;
    return out;
}

SheetPart &Site::plate(std::string_view what, Role role, const Axes &axes, Polygon2 outline,
                       double thickness) {
    SheetPart &s =
        m_maker.sheet(name(what), made(what, role), axes, std::move(outline), thickness, material());
    parts::addCrossStrips(s);
    return s;
}

SheetPart &Site::lying(std::string_view what, Role role, double low, Polygon2 outline, double thickness) {
    const Axes axes{at(0, 0, low + thickness / 2), m_axes.x, m_axes.y, m_axes.z};
    return plate(what, role, axes, std::move(outline), thickness);
}

SheetPart &Site::along(std::string_view what, Role role, double y, Polygon2 outline, double thickness) {
    const Axes axes{at(0, y, 0), m_axes.x, m_axes.z, -m_axes.y};
    return plate(what, role, axes, std::move(outline), thickness);
}

SheetPart &Site::across(std::string_view what, Role role, double x, Polygon2 outline, double thickness) {
    const Axes axes{at(x, 0, 0), m_axes.y, m_axes.z, m_axes.x};
    return plate(what, role, axes, std::move(outline), thickness);
}

void Site::folded(std::string_view what, Role role, const Axes &axes, const FoldedOutline &flat,
                  double thickness) {
    addFoldedSheet(m_maker, name(what), made(what, role), axes, flat, thickness, material());
}

BarPart &Site::bar(std::string_view what, Role role, const StockedBar &of, const Vec3 &from, const Vec3 &to,
                   std::vector<PathPoint> bends, const Vec3 &up) {
    if (const auto path = parts::course(from, bends, to, up); !path) refuse(path.error().sentence());
    return m_maker.bar(name(what), made(what, role), of, from, to, std::move(bends), up);
}

void Site::carries(std::string_view what, const std::string &id, std::string label, double mass,
                   const Vec3 &center, const Vec3 &size, const std::string &on, const Vec3 &seat) {
    if (!(mass > 0)) return;
    BoughtPart b;
    b.name = name(what);
    b.id = id;
    b.kind = "carried";
    b.label = std::move(label);
    b.mass = mass;
    b.center = center;
    b.size = size;
    out().bought.push_back(std::move(b));
    CarriedWheel load;
    load.part = on;
    load.center = center;
    load.hub = seat;
    load.mass = mass;
    load.name = out().bought.back().label;
    out().wheels.push_back(std::move(load));
}

const SettingDescriptor *AddOn::setting(std::string_view settingId) const {
    const auto it = std::find_if(settings.begin(), settings.end(),
                                 [settingId](const SettingDescriptor &s) { return s.id == settingId; });
    return it == settings.end() ? nullptr : &*it;
}

std::span<const AddOn> addOns() {
    static const std::vector<AddOn> list = [] {
        std::vector<AddOn> all = addOnsOfTheFolder();
        std::sort(all.begin(), all.end(), [](const AddOn &a, const AddOn &b) { return a.name < b.name; });
        return all;
    }();
    return list;
}

const AddOn *addOn(std::string_view id) {
    for (const AddOn &a : addOns())
        if (a.id == id) return &a;
    return nullptr;
}

std::vector<SettingDescriptor> withWeldAndMaterial(std::vector<SettingDescriptor> own, double weld) {
    own.push_back(legSetting("weld", "Leg", weld, "Of all its seams."));
    own.push_back(choiceSetting("material", "Material", "Stock", Choice::SheetMaterial, "S355",
                                "Of its plates and tubes."));
    return own;
}

Polygon2 rectangle(double x, double y, double width, double height) {
    return {{x, y}, {x + width, y}, {x + width, y + height}, {x, y + height}};
}

}  // namespace hefty::armor
