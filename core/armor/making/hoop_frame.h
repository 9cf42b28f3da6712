#pragma once

#include "core/armor/making/frame_brackets.h"
#include "core/armor/making/hold_bolts.h"

namespace hefty::armor {

/// A round tube bent around an end of the vehicle that goes through two plates on the ends of the rails, or,
/// where there are none, on plates across that are bolted to the body's holds; a straight tube below it
/// through the same plates, and a bent hoop on it with uprights between. With the settings of
/// hoopFrameSettings().
class HoopFrame {
  public:
    /// @param rear  behind the vehicle; else in front
    HoopFrame(Maker &maker, bool rear);

    void check();
    void add();
    void addHandles();

  private:
    void addMain();
    void addLower();
    void addReceiverBetween();
    void addPlate(const Side &side);
    SheetPart &addStandingPlate(const Side &side, const std::vector<Vec2> &reaches);
    void addBodyPlate(const Side &side);
    [[nodiscard]] bool onBody() const { return !m_make.rig().hasFrame(); }
    [[nodiscard]] std::vector<HoldSpot> spotsOf(const Side &side) const;
    [[nodiscard]] RailEnd endOfBody(bool rear) const;
    /// y of the outer face of the plate that the tubes go through.
    [[nodiscard]] double plateOutside() const;
    void addUpper();
    void addUprights();
    void addPlaces();
    void addPulls(const Side &side, SheetPart &plate);
    [[nodiscard]] double number(std::string_view id) const { return m_make.number(id); }
    [[nodiscard]] double upperHalf() const { return number("upperWidth") / 2; }
    /// On the main tube's center line, of its straight part.
    [[nodiscard]] Vec3 onMain(double y) const { return {m_x, y, m_z}; }
    [[nodiscard]] Vec3 tip(double sign) const;

    Maker &m_make;
    StockedBar m_main, m_second;
    stock::Material m_plate;
    std::vector<HoldSpot> m_spots;  ///< of a body without rails
    RailEnd m_end;
    const stock::Shackle *m_shackle;
    const stock::Receiver *m_receiver;  ///< none: not wanted
    double m_out, m_x, m_z, m_half;
};

/// @param rear  with what is usual behind a vehicle
[[nodiscard]] std::vector<SettingDescriptor> hoopFrameSettings(bool rear);
[[nodiscard]] std::vector<Cure> hoopFrameCures(bool rear);

}  // namespace hefty::armor
