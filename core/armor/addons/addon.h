#pragma once

#include <functional>
#include <span>
#include <string>
#include <vector>

#include "core/armor/making/folded_sheet.h"
#include "core/armor/making/maker.h"
#include "core/armor/making/settings.h"

/// What can be put on a place of any piece: a lamp pod, a step, a loop for a chain. One file each in this
/// folder.
namespace hefty::armor {

struct AddOn;

/// The flat wall of a part that an add-on stands on, and what a person has set of it. Lengths in mm.
class Site {
  public:
    /// @param axes  origin on the wall; z out of it, y up as far as it can be (forward on a level wall)
    Site(Maker &maker, const AddOn &of, std::string name, std::string part, const Axes &axes,
         const std::map<std::string, SettingValue, std::less<>> &set);

    [[nodiscard]] double number(std::string_view setting) const;
    [[nodiscard]] std::string text(std::string_view setting) const;
    /// The plate material and the tube that settings name. Refuses what the stock does not have.
    stock::Material material(std::string_view setting = "material");
    StockedBar tube(std::string_view section, std::string_view material = "material");

    [[nodiscard]] const std::string &part() const { return m_part; }
    [[nodiscard]] const Axes &axes() const { return m_axes; }
    [[nodiscard]] Vec3 at(double x, double y, double z) const { return m_axes.toWorld(Vec3(x, y, z)); }
    [[nodiscard]] std::string name(std::string_view what) const;
    [[nodiscard]] Maker &maker() { return m_maker; }
    [[nodiscard]] Assembly &out() { return m_maker.out(); }
    /// Why it cannot stand here. Only the first reason is kept.
    void refuse(std::string why);
    [[nodiscard]] const std::string &whyNot() const { return m_why; }

    // Plates, all of the material and the weld leg of its settings. An outline is given in two of the site's
    // axes.
    /// Lies on the wall or above it: x, y. @param low  height of its underside
    SheetPart &lying(std::string_view what, Role role, double low, Polygon2 outline, double thickness);
    /// Stands on the wall along x: x, z. @param y  of its middle
    SheetPart &along(std::string_view what, Role role, double y, Polygon2 outline, double thickness);
    /// Stands on the wall along y: y, z. @param x  of its middle
    SheetPart &across(std::string_view what, Role role, double x, Polygon2 outline, double thickness);
    /// In any plane. @param axes  of its middle plane, in the vehicle
    SheetPart &plate(std::string_view what, Role role, const Axes &axes, Polygon2 outline, double thickness);
    /// A sheet bent from one flat outline, its first side lying on the wall or standing on it.
    void folded(std::string_view what, Role role, const Axes &axes, const FoldedOutline &flat,
                double thickness);
    BarPart &bar(std::string_view what, Role role, const StockedBar &of, const Vec3 &from, const Vec3 &to,
                 std::vector<PathPoint> bends = {}, const Vec3 &up = Vec3::UnitZ());
    /// Something that is bought and lies there, with what its mass does when the vehicle shakes.
    void carries(std::string_view what, const std::string &id, std::string label, double mass,
                 const Vec3 &center, const Vec3 &size, const std::string &on, const Vec3 &seat);

  private:
    [[nodiscard]] Provenance made(std::string_view what, Role role) const;
    [[nodiscard]] const SettingValue *value(std::string_view setting) const;

    Maker &m_maker;
    const AddOn &m_of;
    std::string m_name, m_part;
    Axes m_axes;
    const std::map<std::string, SettingValue, std::less<>> &m_set;
    std::string m_why;
};

struct AddOn {
    std::string id, name, about;
    std::vector<SettingDescriptor> settings;  ///< with "weld", the leg of its seams, and "material"
    std::function<void(Site &)> build;

    [[nodiscard]] const SettingDescriptor *setting(std::string_view settingId) const;
};

/// All that the folder of add-ons holds, by name.
[[nodiscard]] std::span<const AddOn> addOns();
[[nodiscard]] const AddOn *addOn(std::string_view id);

/// The list of the folder; written by the build from what lies in it.
[[nodiscard]] std::vector<AddOn> addOnsOfTheFolder();

/// The settings that every add-on has, after its own.
[[nodiscard]] std::vector<SettingDescriptor> withWeldAndMaterial(std::vector<SettingDescriptor> own,
                                                                 double weld = 4);

/// A rectangle with its lower left corner at (x, y).
[[nodiscard]] Polygon2 rectangle(double x, double y, double width, double height);

}  // namespace hefty::armor
