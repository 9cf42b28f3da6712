#pragma once

#include "core/armor/making/hold_bolts.h"
#include "core/armor/making/swept_beam.h"

namespace hefty::armor {

/// A beam behind the rails on two side plates, or on the end plates of the piece that it stands on, with a
/// receiver through its middle and two tabs through its walls: what a rear piece is built around.
class RearFrameBeam {
  public:
    /// Looks up what is bought and where the rails end. @param maker  outlives it
    explicit RearFrameBeam(Maker &maker);

    /// Refuses what cannot be built.
    void check();
    void add();
    void addHandles();

    [[nodiscard]] const SweptBeam &beam() const { return m_beam; }
    [[nodiscard]] const stock::Material &plate() const { return m_plate; }

  private:
    [[nodiscard]] bool onEndPlates() const { return !m_plates.empty(); }
    void addReceiverHere();
    void checkEndPlates();
    void addEndPlate(const Side &side);
    void addBracket(const Side &side);
    void addTab(const Side &side);
    void addGusset(const Side &side);

    Maker &m_make;
    StockedBar m_tube;
    stock::Material m_plate;
    std::vector<HoldSpot> m_plates;  ///< nuts of end plates that it is bolted to; none: to the rails
    RailEnd m_end;
    double m_near;
    SweptBeam m_beam;
    const stock::Shackle *m_shackle;
    const stock::Receiver *m_receiver;
};

/// Its settings, in their groups.
[[nodiscard]] std::vector<SettingDescriptor> rearFrameBeamSettings();
/// What helps it against findings.
[[nodiscard]] std::vector<Cure> rearFrameBeamCures();

}  // namespace hefty::armor
