#pragma once

#include <memory>

#include "core/proof/model/plate_nets.h"
#include "core/proof/model/ways.h"

/// Inside of the proof floor: stretches of tubes whose walls are shells.
namespace hefty::proof {

/// The walls of tubes around plates and tubes that pass through them, as nets of quadrilaterals on a grid
/// along and around the tube; the slots and holes that these stand in are cut out.
class TubeNets {
  public:
    /// Every tube of constant section that something passes through or stands on, of bent ones their straight
    /// spans that something passes through or that a tube stands on of which no formula tells: from the
    /// height of the tube before it to as far behind it; less if the tube ends, or has an opening, before
    /// that.
    [[nodiscard]] static TubeNets make(const armor::Assembly &assembly, const NetSize &size,
                                       Idealization &out);

    [[nodiscard]] const std::vector<TubeCut> &cuts() const { return m_cuts; }
    /// True if the place of a part nearest to a point is on a net.
    [[nodiscard]] bool has(const std::string &part, const Vec3 &at) const { return net(part, at) != nullptr; }
    /// The holes of a tube's walls whose middles lie on a line, in order along it: what goes through is
    /// welded to their rims.
    [[nodiscard]] std::vector<Rim> rimsAlong(const std::string &part, const Vec3 &from, const Vec3 &to) const;
    /// Nodes of a wall within a distance of a place on it, those of the shell nearest to it among them.
    /// @pre has(part, at)
    [[nodiscard]] std::vector<int> patch(const std::string &part, const Vec3 &at, double reach) const;
    /// Shares of the corners of the shell nearest to a point. @pre has(part, at)
    [[nodiscard]] std::vector<mechanics::TieEnd> ends(const std::string &part, const Vec3 &at) const;

  private:
    struct Net {
        std::shared_ptr<const armor::BarPart> tube;  ///< straight: of a bent bar one span by itself
        bool bent = false;                           ///< that bar has other spans beside this one
        double from = 0, to = 0;
        std::vector<std::array<int, 4>> cells;  ///< nodes: along, then around
        std::vector<Rim> holes;
    };
    class Builder;
    [[nodiscard]] const Net *net(const std::string &part, const Vec3 &at) const;
    std::vector<Net> m_nets;
    std::vector<TubeCut> m_cuts;
    const mechanics::FrameModel *m_model = nullptr;
};

}  // namespace hefty::proof
