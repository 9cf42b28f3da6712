#pragma once

#include <utility>

#include "core/armor/making/swept_beam.h"

namespace hefty::armor {

/// A pocket in the near face of a swept beam, for a steering box or what else stands there. The beam is cut
/// beside it; plates close the ends of its stretches and hold a face, a top and a bottom in line with its
/// walls between them, and a folded strip closes the pocket. Its settings: relief, reliefAt, reliefWidth,
/// reliefPlate.
class BeamRelief {
  public:
    BeamRelief(Maker &maker, const SweptBeam &beam, const stock::Material &plate)
        : m_make(maker), m_beam(beam), m_plate(plate) {}

    [[nodiscard]] bool isWanted() const { return m_make.wanted("relief"); }
    /// What stands on the beam already: from and to along y, and what it is.
    struct Taken {
        double from = 0, to = 0;
        std::string what;
    };
    /// Refuses what cannot be built. To be called before anything is added.
    void check(const std::vector<Taken> &taken) const;
    /// y of where the beam's stretches end beside it, the lower first.
    [[nodiscard]] std::pair<double, double> leftOut() const;
    void add();
    void addHandles();

  private:
    [[nodiscard]] double setting(std::string_view id) const { return m_make.number(id); }
    [[nodiscard]] double at() const { return setting("reliefAt"); }
    [[nodiscard]] double plate() const { return setting("reliefPlate"); }
    [[nodiscard]] double halfInside() const;  ///< from its middle to the plates at its ends [mm]
    [[nodiscard]] double back() const { return m_beam.far() - m_beam.depth(); }
    void addEnd(const Side &side);
    void addFace();
    void addLevel(bool top);
    void addStrip();

    Maker &m_make;
    const SweptBeam &m_beam;
    stock::Material m_plate;
};

void addBeamReliefSettings(std::vector<SettingDescriptor> &settings);

}  // namespace hefty::armor
