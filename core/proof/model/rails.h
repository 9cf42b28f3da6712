#pragma once

#include "core/proof/model/idealization.h"

/// Inside of the proof floor: the vehicle's own rails behind the bolts of a piece.
namespace hefty::proof {

/// A rail of the vehicle as a bar, without its place.
[[nodiscard]] Bar railBar(const rig::RigGeometry &rig, const stock::Material &material,
                          stock::SectionShape shape);

/// One rail a side, running through from crossmember to crossmember, held fast at these: behind a piece at an
/// end of the rails it is a stub back to the first crossmember, between two crossmembers a span.
class Rails {
  public:
    Rails(const rig::RigGeometry &rig, const stock::Material &material, Idealization &out)
        : m_rig(rig), m_material(material), m_out(out) {}

    /// Something takes hold of the rail on the side of a place, at its station. To be said of all before
    /// make().
    void plan(const Vec3 &at);
    void make();
    /// The node of the rail at a place that was planned.
    [[nodiscard]] int nodeAt(const Vec3 &at) const;
    /// The beams of the rail to both sides of a place that was planned.
    [[nodiscard]] std::vector<int> beamsAt(const Vec3 &at) const;

  private:
    struct Stop {
        double x = 0;
        bool left = true, held = false;
        int node = -1;
    };
    [[nodiscard]] const Stop *stopAt(const Vec3 &at) const;
    void makeSide(bool left);
    void addBeam(const Stop &front, const Stop &rear);

    const rig::RigGeometry &m_rig;
    const stock::Material &m_material;
    Idealization &m_out;
    std::vector<Stop> m_stops;
    struct Beam {
        int from, to, beam;
    };
    std::vector<Beam> m_beams;
};

}  // namespace hefty::proof
