#pragma once

#include <vector>

#include "core/armor/making/maker.h"

namespace hefty::armor {

/// A tube across between the rails on end plates that are bolted to their inner sides, with gussets ahead of
/// it and behind. With the settings of addFrameTubeSettings().
class FrameTube {
  public:
    /// @param x, z  of its center line
    FrameTube(Maker &maker, double x, double z);

    /// Refuses what cannot be built.
    void check();
    /// "tube" with "end.left", "gusset.left.front" and so on.
    /// @param label  of the tube, for people
    void add(const std::string &label);
    [[nodiscard]] double x() const { return m_x; }
    [[nodiscard]] double top() const { return m_z + m_tube.section.height / 2; }
    [[nodiscard]] double underside() const { return m_z - m_tube.section.height / 2; }
    [[nodiscard]] double width() const { return m_tube.section.width; }
    [[nodiscard]] double half() const;  ///< of its length
    [[nodiscard]] const stock::Material &plate() const { return m_plate; }

  private:
    [[nodiscard]] double number(std::string_view id) const { return m_make.number(id); }
    [[nodiscard]] double high() const;
    void addEnd(const Side &side);
    void addGusset(const Side &side, bool ahead);

    Maker &m_make;
    StockedBar m_tube;
    stock::Material m_plate;
    const stock::BoltSize *m_bolt;
    double m_x, m_z, m_face;
};

/// @param tube  what is usual: "RHS 80x60x4"
void addFrameTubeSettings(std::vector<SettingDescriptor> &settings, const std::string &tube);

}  // namespace hefty::armor
