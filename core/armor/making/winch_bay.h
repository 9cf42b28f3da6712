#pragma once

#include "core/armor/making/maker.h"

namespace hefty::armor {

/// A winch that lies with its feet on a tray behind an upright wall, and its rope's way out through that
/// wall. Its settings are named alike in every pattern that has one.
class WinchBay {
  public:
    /// Looks up what is bought. @param maker  refuses what the stock does not have
    explicit WinchBay(Maker &maker, const stock::Material &plate);

    /// Where the bay stands, once the wall is known.
    /// @param back, front  x of the faces of the wall
    /// @param trayTop      height of the tray's upper face
    /// @param cheekTop     height that the cheeks reach at the wall
    void place(double back, double front, double trayTop, double cheekTop);

    /// Tray and lip reach from one plate to another, `half` from the middle; there are no cheeks.
    void spanTo(double half) { m_span = half; }

    [[nodiscard]] double halfWinch() const;  ///< of the winch across the vehicle, with room beside it
    [[nodiscard]] double drumHeight() const { return m_drum; }
    [[nodiscard]] const stock::Fairlead &fairlead() const { return *m_fairlead; }
    [[nodiscard]] double fairleadHole() const { return m_fairleadBolt->hole; }
    /// From the middle of a foot's hole to the nearest edge of the tray, fore and aft.
    [[nodiscard]] double footEdge() const;
    [[nodiscard]] double footHole() const { return m_footBolt->hole; }

    /// The rope's way out and the holes of the fairlead's bolts in a sheet that stands across the vehicle, in
    /// the axes of uprightAcross().
    void addOpening(std::vector<Polygon2> &cutouts, std::vector<Hole> &holes) const;
    void addCheek(const Side &side, double stripWidth);
    /// @param between  the tray stands between the cheeks; else they stand on it
    void addTray(bool between = false);
    void addLip();
    /// The winch with its rope, feet and fairlead.
    /// @param wall, wallThickness  the part that the fairlead is bolted to
    /// @param edge                 from its bolts to the edge of that wall, up or down, mm
    void addWinch(const std::string &wall, double wallThickness, double edge);
    [[nodiscard]] double cheekMiddle() const;  ///< y of the left one
    [[nodiscard]] double trayHalf() const;     ///< half of the tray's width across the vehicle
    [[nodiscard]] double cheekRear() const;    ///< height at the rear

  private:
    [[nodiscard]] double winchX() const { return m_back - 10 - m_winch->depth / 2; }
    [[nodiscard]] BoltJoint fairleadBolts(const std::string &wall, double wallThickness, double edge) const;
    [[nodiscard]] BoltJoint footBolts() const;

    Maker &m_make;
    stock::Material m_plate;
    const stock::Winch *m_winch = nullptr;
    const stock::Rope *m_rope = nullptr;
    const stock::Fairlead *m_fairlead = nullptr;
    const stock::BoltSize *m_footBolt = nullptr, *m_fairleadBolt = nullptr;
    double m_back = 0, m_front = 0, m_trayTop = 0, m_cheekTop = 0, m_drum = 0;
    double m_span = 0;  ///< half of the tray from plate to plate; 0: as far as the winch with its cheeks
};

/// What is usual of a tray, mm.
struct UsualTray {
    double thickness = 0, depth = 0, cheeks = 0, lipHeight = 0, lip = 0;
};
/// Of tray, cheeks and lip, without their weld.
void addWinchTraySettings(std::vector<SettingDescriptor> &settings, const UsualTray &usual);
/// Winch, rope and fairlead. @param lies, leads  where the winch lies, and where the fairlead is
void addWinchSettings(std::vector<SettingDescriptor> &settings, std::string lies, std::string leads);
/// The grades of their bolts. @param through  what those of the fairlead go through
void addWinchBoltSettings(std::vector<SettingDescriptor> &settings, std::string through);

}  // namespace hefty::armor
