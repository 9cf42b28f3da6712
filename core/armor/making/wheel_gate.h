#pragma once

#include "core/armor/making/maker.h"

namespace hefty::armor {

/// An arm that swings on a spindle through a beam and carries a spare wheel on an upright, held by a latch at
/// its other end. With the settings of wheelGateSettings().
class WheelGate {
  public:
    /// @param beam  level and across the vehicle, in the maker's assembly
    /// @param out   the way out of the vehicle: -1 rearward
    WheelGate(Maker &maker, const BarPart &beam, double out, const stock::Material &plate);

    void check();
    void add();
    void addHandles();

  private:
    void addArm();
    void addUpright();
    void addWheelPlate();
    void addBrace();
    void addKeeper();
    void addGate();
    [[nodiscard]] double number(std::string_view id) const { return m_make.number(id); }
    [[nodiscard]] double hingeY() const { return m_side * number("hingeOut"); }
    [[nodiscard]] double latchY() const { return -m_side * number("latchOut"); }
    [[nodiscard]] double armZ() const { return m_top + number("armGap") + m_arm.section.height / 2; }
    /// x of the upright's face that the wheel plate lies on.
    [[nodiscard]] double face() const { return m_x + m_out * m_upright.section.width / 2; }

    Maker &m_make;
    StockedBar m_arm, m_upright, m_braceTube;
    stock::Material m_plate;
    double m_x, m_top, m_out, m_side;
    double m_half = 0;  ///< of the beam
};

/// In the groups "Carrier" and "Wheel".
void addWheelGateSettings(std::vector<SettingDescriptor> &settings);
[[nodiscard]] std::vector<Cure> wheelGateCures();

}  // namespace hefty::armor
