#pragma once

#include <vector>

#include "core/armor/making/folded_sheet.h"
#include "core/armor/making/hold_bolts.h"

namespace hefty::armor {

/// A sheet under the vehicle on threaded bosses or crossmembers, its ends folded up, with ribs along its
/// upper side; a tray, with its sides folded up too. With the settings of skidSheetSettings().
class SkidSheet {
  public:
    /// @param tray  its sides are folded up: settings sideHeight, sideRise and drains
    SkidSheet(Maker &maker, bool tray);
    /// Refuses what cannot be built.
    void check();
    void add();

  private:
    [[nodiscard]] double number(std::string_view id) const { return m_make.number(id); }
    void checkOverhang();
    [[nodiscard]] double under() const { return m_spots.front().at.z(); }
    [[nodiscard]] bool folded() const;
    [[nodiscard]] const char *called() const { return m_tray ? "guard" : "skid"; }  ///< by people
    [[nodiscard]] std::string flatName() const { return folded() ? "skid.1" : "skid"; }
    /// The facet that the nose is folded up to; it is the first fold.
    [[nodiscard]] SheetPart &flat();
    [[nodiscard]] FoldedOutline outline() const;
    void addSheet();
    void addDrains();
    void addRibs();
    void addPlaces();
    void addLip();
    void addHandles();

    Maker &m_make;
    bool m_tray;
    stock::Material m_metal;
    double m_front, m_rear;
    std::vector<HoldSpot> m_spots;
};

[[nodiscard]] std::vector<SettingDescriptor> skidSheetSettings(bool tray);
/// Steel or aluminum.
[[nodiscard]] School sheetSchool();
[[nodiscard]] std::vector<Cure> skidSheetCures();

}  // namespace hefty::armor
