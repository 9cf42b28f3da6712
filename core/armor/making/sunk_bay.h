#pragma once

#include "core/armor/making/swept_beam.h"
#include "core/armor/making/winch_bay.h"

namespace hefty::armor {

/// A winch bay in the line of a swept beam, which is split around it: plates along the vehicle close the
/// inner ends of its halves and hold a face with the rope's way out in front and the winch plate, lower than
/// the beam's top, between them. Its settings: sink, facePlate.
class SunkBay {
  public:
    SunkBay(Maker &maker, const SweptBeam &beam, WinchBay &bay, const stock::Material &plate)
        : m_make(maker), m_beam(beam), m_bay(bay), m_plate(plate) {}

    /// Places the bay and refuses what cannot be built. To be called before anything is added.
    void place();
    /// From the middle to where the halves of the beam begin [mm].
    [[nodiscard]] double halfFrom() const;
    /// Plates, winch and fairlead.
    void add();
    [[nodiscard]] SweptBeam::Middle middle() const;

  private:
    void addBulkhead(const Side &side);
    void addFace();
    [[nodiscard]] double setting(std::string_view id) const { return m_make.number(id); }
    [[nodiscard]] double front() const { return m_beam.far(); }
    [[nodiscard]] double back() const { return m_beam.far() - m_beam.depth(); }
    [[nodiscard]] double trayRear() const { return front() - setting("facePlate") - setting("trayDepth"); }

    Maker &m_make;
    const SweptBeam &m_beam;
    WinchBay &m_bay;
    stock::Material m_plate;
    double m_trayTop = 0, m_low = 0, m_high = 0;  ///< m_low, m_high: of the face
};

/// The settings "sink" and "facePlate".
void addSunkBaySettings(std::vector<SettingDescriptor> &settings);

}  // namespace hefty::armor
