#pragma once

#include "core/armor/making/maker.h"

namespace hefty::armor {

/// What a carrier is hinged on.
struct GateSeat {
    std::string post;       ///< the part that its spindle stands in
    double x = 0, top = 0;  ///< of the spindle, and where it comes out of the post
    double half = 1e9;      ///< of the straight part that hinge and latch have to stand on, from the middle
    bool keeperStands = true;  ///< the keeper stands on the post; else it is there as "keeper"
    double bulge = 0;          ///< of the body between hinge and latch that the arm is bent around, mm
    double bendRadius = 0;     ///< of the arm, to its center line, mm
    double beyond = 60;        ///< mm of the arm beyond its hinge, house practice
};
[[nodiscard]] GateSeat gateSeatOn(const BarPart &beam);  ///< level and across the vehicle

/// An arm that swings on a spindle through a beam and carries a spare wheel on an upright, held by a latch at
/// its other end. With the settings of wheelGateSettings().
class WheelGate {
  public:
    static constexpr double armBeyondLatch = 40;  // mm, house practice

    /// @param out  the way out of the vehicle: -1 rearward
    WheelGate(Maker &maker, GateSeat seat, double out, const stock::Material &plate);

    void check();
    void add();
    void addHandles();
    /// On the center line of the arm.
    [[nodiscard]] Vec3 latch() const { return {m_seat.x, latchY(), armZ()}; }

  private:
    void addArm();
    void addUpright();
    void addWheelPlate();
    void addBrace();
    void checkCover();
    void addCover();
    [[nodiscard]] double coverFrom() const;  ///< y of its edge on the upright
    [[nodiscard]] double coverTo() const;    ///< and of its free edge
    void addKeeper();
    void addGate();
    [[nodiscard]] double number(std::string_view id) const { return m_make.number(id); }
    [[nodiscard]] double hingeY() const { return m_side * number("hingeOut"); }
    [[nodiscard]] double latchY() const { return -m_side * number("latchOut"); }
    [[nodiscard]] double armZ() const { return m_seat.top + number("armGap") + m_arm.section.height / 2; }
    /// x of the upright's face that the wheel plate lies on.
    [[nodiscard]] double face() const { return middle() + m_out * m_upright.section.width / 2; }
    /// x of the arm between its bends.
    [[nodiscard]] double middle() const { return m_seat.x + m_out * m_seat.bulge; }
    /// Along the arm from where it leaves its line to where it is out by the bulge.
    [[nodiscard]] double bulgeRun() const;

    Maker &m_make;
    StockedBar m_arm, m_upright, m_braceTube;
    stock::Material m_plate;
    GateSeat m_seat;
    double m_out, m_side;
};

/// In the groups "Carrier" and "Wheel".
void addWheelGateSettings(std::vector<SettingDescriptor> &settings);
[[nodiscard]] std::vector<Cure> wheelGateCures();

}  // namespace hefty::armor
